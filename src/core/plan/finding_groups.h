// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/finding.h"

#include <vector>

namespace hinge
{

/// Findings that say the same of several items or pages: told once.
struct FindingGroup {
    /// In the order they were found; never empty.
    std::vector<Finding> findings;
    [[nodiscard]] const Finding& first() const { return findings.front(); }
    /// What the first says, and how many more there are.
    [[nodiscard]] QString message() const;
    bool operator==(const FindingGroup&) const = default;
};

/// Findings of one code, reason and remedy together, where the first of them stood. What names neither an item nor a
/// page stands alone.
[[nodiscard]] std::vector<FindingGroup> grouped(const std::vector<Finding>& findings);

} // namespace hinge
