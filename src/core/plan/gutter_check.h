// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

namespace hinge
{

/// How a fold lies to the gap between the columns of a supplied page.
struct FoldInGutter {
    Length fold; ///< from the left trim of the face
    Length off;  ///< the middle of the gutter is so far right of the fold; left of it below 0
    bool operator==(const FoldInGutter&) const = default;
};

/// The upright folds of a face, from the left, each with the gutter it is meant for: the one it lies in, or the nearest
/// within a dozen millimetres. Folds without one are not among them.
[[nodiscard]] std::vector<FoldInGutter> foldsInGutters(const Plan& plan, Face face, const PageFacts& page,
                                                       Length partLeft = {});

/// Says which folds lie beside the middle of their gutter, and by how much. Nothing when all lie in it to a millimetre:
/// print and fold miss by as much.
void checkGutters(const Job& job, const Plan& plan, Face face, const PageFacts& page, std::vector<Finding>& out);

} // namespace hinge
