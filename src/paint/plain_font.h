// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QFont>

namespace hinge
{

/// The font that ships with the program, for all it says itself: in its window, and on the sheets it writes for the
/// shop. Loaded when it is first asked for, so that it is there without a window, too.
[[nodiscard]] QFont plainFont(int pixels, QFont::Weight weight = QFont::Medium);

} // namespace hinge
