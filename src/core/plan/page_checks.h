// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

namespace hinge
{

/// PDF boxes are rounded; a tenth of a millimetre is no mistake.
inline constexpr Length sizeTolerance = Length::micrometres(100);
/// Programs write the size of a page in whole points: half of one is no mistake either.
inline constexpr Length pageTolerance = Length::points(1).part(2);

/// Findings about the pages of the sequence as far as the job alone tells them: pages that are still empty, that wait
/// for an answer or were not passed, and one page that stands in two places. Nothing for a job without a sequence.
void checkSequence(const Job& job, const Plan& plan, std::vector<Finding>& out);

/// How a page of a file fits the page it is supplied for: its size, the way it lies, its bleed.
void checkPageFit(const Job& job, const Plan& plan, const SurfaceId& surface, const PageFacts& page,
                  std::vector<Finding>& out);

} // namespace hinge
