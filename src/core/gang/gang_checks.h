// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/gang/gang_plan.h"

namespace hinge
{

/// What is to be said of a gang and the way it is laid: jobs that cannot be on its sheets, or were set up for another
/// paper; more over than was allowed. Makes every piece in the model: see `proveRun`.
[[nodiscard]] std::vector<Finding> checkGangPlan(const Gang& gang, const GangJobs& jobs, const GangPlan& plan);

} // namespace hinge
