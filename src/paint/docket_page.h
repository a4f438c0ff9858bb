// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"
#include "core/units/result.h"

#include <QFont>

namespace hinge
{

/// The docket of a job: one page with its drawing, figures and their workings, stocks, what is done to the paper step
/// by step, and what is still to be settled. What a shop pins to the job.

/// One page of A4, or Letter where the job counts in inches, as PDF. `font` is the family the page is set in.
[[nodiscard]] Result<void> writeDocketPdf(const Job& job, const Plan& plan, const std::vector<Finding>& findings,
                                          const QFont& font, const QString& path);

/// The same as one HTML file that needs nothing else; its drawing is inline SVG.
[[nodiscard]] Result<void> writeDocketHtml(const Job& job, const Plan& plan, const std::vector<Finding>& findings,
                                           const QFont& font, const QString& path);

} // namespace hinge
