// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

#include <QJsonArray>

namespace hinge
{

/// Every form and side with its slots: page or face, number of the pile, position in millimetres from the head-left
/// corner of that side, turn in degrees clockwise.
[[nodiscard]] QJsonArray formsJson(const Job& job, const Plan& plan);

} // namespace hinge
