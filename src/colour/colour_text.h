// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/result.h"

#include <QColor>

namespace hinge
{

/// Reads a colour of the screen as people have it: "#1a5f7a", "1A5F7A", "#28c" (CSS Color 4, 5.2), "26 95 122" or
/// "rgb(26, 95, 122)". Fails with a reason on anything else.
[[nodiscard]] Result<QColor> parseScreenColour(const QString& text);

} // namespace hinge
