// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/panels.h"

namespace hinge {

/// One panel of a half-open piece, seen end on: the paper from its left to its right edge as it lies
/// on the inside face. Millimetres; x to the right, z towards a reader who looks at the inside.
struct PanelPose {
    int column = 0;
    double x0 = 0, z0 = 0, x1 = 0, z1 = 0;
};

/// How the panels stand when the piece is opened by `openness`, from 0 (closed) to 1 (flat). The folds
/// open in the reverse order of the steps that made them; the panel behind the back cover stays put.
/// In the order of the inside face from the left.
[[nodiscard]] std::vector<PanelPose> openedPiece(const Paper& paper, double openness);

} // namespace hinge
