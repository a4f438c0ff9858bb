// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

namespace hinge
{

/// One thing that was looked at before release, and how it stands.
struct CheckedPoint {
    QString name;
    /// What was found: the measured value, or how many findings there are.
    QString detail;
    /// Unset when all is well.
    std::optional<Severity> trouble;
    bool operator==(const CheckedPoint&) const = default;
};

/// What was checked, whether anything was found or not, so that "no findings" can be trusted.
[[nodiscard]] std::vector<CheckedPoint> checkList(const Job& job, const Plan& plan,
                                                  const std::vector<Finding>& findings);

/// What can be said of a piece that has no findings, in one line: that it closes, or that its pages have their places.
[[nodiscard]] QString allIsWell(const Job& job, const Plan& plan);

} // namespace hinge
