// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

namespace hinge
{

/// What is done to the paper, in order: printed, cut, scored, folded ..., one sentence each.
[[nodiscard]] QStringList makingSteps(const Job& job, const Plan& plan);

} // namespace hinge
