// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/length.h"

#include <vector>

namespace hinge
{

/// A piece with its bleed, laid into an area.
struct FillCell {
    Rect cell;           ///< from the head-left corner of the area
    bool turned = false; ///< by a quarter
};

/// The most pieces of one size that fit into an area so that a guillotine, which cuts from edge to edge, can free every
/// one; some of them may be turned by a quarter. Of arrangements that hold as many the plainest is taken: one block, or
/// an upright block beside a turned one. Exact as long as the search stays within its limit, which it leaves only with
/// several hundred small pieces.
[[nodiscard]] std::vector<FillCell> bestGuillotineFill(Size cell, Size area);

} // namespace hinge
