// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/content.h"
#include "core/units/length_text.h"

namespace hinge
{

/// "20 mm, 45 mm right, 60 mm centre".
[[nodiscard]] QString tabStopsText(const std::vector<TabStop>& stops, Unit unit);
/// Reads the same; a bare number is in `unit`. Fails at the first word that is no stop.
[[nodiscard]] Result<std::vector<TabStop>> parseTabStops(const QString& text, Unit unit);

} // namespace hinge
