// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/paper/cut_tree.h"
#include "core/units/percent.h"

#include <optional>

namespace hinge
{

/// How a page of a file lies on the surface it fills: in the middle and at its true size, unless something else is
/// said.
struct Placement {
    /// The part of its trim that is taken, from its head-left corner as it is seen; empty for all of it. One page of
    /// two that were drawn beside each other, the spine of a cover drawn as one.
    std::optional<Rect> part{};
    Turn turn = Turn::None; ///< clockwise
    Percent scale = 100;    ///< of its true size
    Point shift{};          ///< from the middle of the surface, right and down positive
    bool operator==(const Placement&) const = default;
};

/// Where a page comes to lie by its placement.
struct PageLie {
    /// Its trim, or that of the part that is taken, on the surface.
    Rect trim;
    /// What may show: the page goes on beyond its trim by its bleed, but a part ends where the rest of the page begins.
    Rect window;
    /// From the page, in millimetres from its head-left trim corner, to the surface: x' = a x + c y + e,
    /// y' = b x + d y + f, y downward on both.
    double a = 1, b = 0, c = 0, d = 1, e = 0, f = 0;
};

/// `surface` is the trimmed size of the surface, `pageTrim` that of the page as it is seen.
[[nodiscard]] PageLie lieOf(Size surface, Size pageTrim, const Placement& placement);

} // namespace hinge
