// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

#include <QByteArray>
#include <QString>

namespace hinge
{

/// The plan as text for people: figures with their workings, panels, findings.
[[nodiscard]] QString planText(const Job& job, const Plan& plan, const std::vector<Finding>& findings);

/// The plan as JSON for scripts; lengths are exact texts such as "97 mm".
[[nodiscard]] QByteArray planJson(const Job& job, const Plan& plan, const std::vector<Finding>& findings);

} // namespace hinge
