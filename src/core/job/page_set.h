// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/result.h"

#include <QString>
#include <vector>

namespace hinge
{

/// Reads a set of pages as people type it: "3-9, 12", "odd", "even", "all", also several of them: "odd, 2". Numbers
/// count from 1; what comes back are places, each once, in order. Fails on anything else, and on pages there are not.
[[nodiscard]] Result<std::vector<int>> parsePageSet(const QString& text, int pages);
/// The same set in its shortest words.
[[nodiscard]] QString pageSetText(const std::vector<int>& places);

} // namespace hinge
