// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

namespace hinge
{

/// What a change of the piece did to it and to what stands on it.
struct ChangeSummary {
    /// "closed 100 × 210 mm, was 99 × 210 mm": sizes, spine, pages and sheets that are no longer what they were.
    QStringList sizes;
    /// Names of items whose frames moved or changed their size with the paper.
    QStringList followed;
    /// Names of items that have a finding now and had none before.
    QStringList troubled;
    [[nodiscard]] bool isEmpty() const { return sizes.isEmpty() && followed.isEmpty() && troubled.isEmpty(); }
};

/// True when both are cut, folded and zoned alike.
[[nodiscard]] bool samePaper(const Paper& a, const Paper& b);

/// The piece of `before` (its kind, sizes, stock, folds, pages, zones, columns and margins) under the content of `now`:
/// what taking back a change of the piece comes to, with nothing lost that was placed or written since.
[[nodiscard]] Job withPieceOf(Job now, const Job& before);

[[nodiscard]] ChangeSummary summarize(const Job& before, const Plan& was, const Job& after, const Plan& now);

} // namespace hinge
