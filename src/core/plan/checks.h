// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

namespace hinge
{

/// Findings about the piece itself: closing, grain, zones, pages, press sheet, and what stands on its faces.
[[nodiscard]] std::vector<Finding> checkPiece(const Job& job, const Plan& plan);

} // namespace hinge
