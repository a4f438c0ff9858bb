// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

namespace hinge
{

/// Whether everything fits on its press sheets, whether these give the piece, and whether there is something to set the
/// knife by.
void checkPress(const Job& job, const Plan& plan, std::vector<Finding>& out);

} // namespace hinge
