// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/gang/gang_plan.h"
#include "pdf/export_pdf.h"

namespace hinge
{

/// Writes the press sheets of a gang, front and back, in the order they are printed: as `exportPdf` does those of a
/// job. Fails, too, when something stops the gang.
[[nodiscard]] Result<Exported> exportGang(const Gang& gang, const GangPlan& plan, const GangJobs& jobs,
                                          const QString& target, const ExportProgress& progress = {});

} // namespace hinge
