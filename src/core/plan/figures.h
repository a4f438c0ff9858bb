// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

namespace hinge
{

/// The figures of a plan whose paper and sheet are worked out, in the order in which they are shown.
[[nodiscard]] std::vector<Figure> makeFigures(const Job& job, const Plan& plan);

} // namespace hinge
