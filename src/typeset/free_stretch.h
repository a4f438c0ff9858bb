// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QPolygonF>
#include <vector>

namespace hinge
{

/// A part of a line, in points.
struct Stretch {
    double left = 0;
    double width = 0;
    [[nodiscard]] double right() const { return left + width; }
};

/// The widest part of a line between `head` and `foot` that no obstacle reaches into; without width where they cover
/// it. Of two that are as wide, the left one.
[[nodiscard]] Stretch widestStretch(const Stretch& line, double head, double foot,
                                    const std::vector<QPolygonF>& obstacles);

/// The widest part of a line that lies in an outline all of the way from its head to its foot; without width where none
/// does.
[[nodiscard]] Stretch widestWithin(const Stretch& line, double head, double foot, const QPolygonF& outline);

} // namespace hinge
