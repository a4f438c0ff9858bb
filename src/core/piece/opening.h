// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/piece/panels.h"

namespace hinge
{

/// A place in the room about a half-open piece, in millimetres: x to the right and y to the foot of the inside face,
/// z towards a reader who looks at it.
struct Point3 {
    double x = 0, y = 0, z = 0;
};

/// One panel of a half-open piece.
struct PanelPose {
    int column = 0;
    int row = 0;
    /// Head-left, head-right, foot-right and foot-left of the panel as drawn on the inside face.
    std::array<Point3, 4> corners;
};

/// How the panels stand when the piece is opened by `openness`, from 0 (closed) to 1 (flat). The folds open in the
/// reverse order of the steps that made them; the panel behind the back cover stays put. In the order of the sheet's
/// rectangles, row by row from the left of the outside face.
[[nodiscard]] std::vector<PanelPose> openedPiece(const Paper& paper, double openness);

/// Leaves that lie between front and back of a piece with pages, so that it is seen to have some: evenly fanned, from
/// the front to the back. Empty for pieces without a fold or spine at the side.
[[nodiscard]] std::vector<PanelPose> leavesBetween(const Paper& paper, double openness, int leaves);

/// How far a piece stands open in a small drawing: far enough to show its folds, closed enough to show that it has
/// some.
[[nodiscard]] double tellingOpenness(const Job& job);

} // namespace hinge
