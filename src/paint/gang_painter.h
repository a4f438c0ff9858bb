// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/gang/gang_plan.h"
#include "paint/sheet_painter.h"

namespace hinge
{

/// Who paints a job of a gang, and keeps what was painted.
struct GangFaces {
    FacePainter& faces;
    FaceImageCache& cache;
};

/// Paints one side of a press sheet of a gang, as `paintSheetSide` does that of a job; `painters` by job. With labels
/// every slot says which piece it carries.
void paintGangSide(QPainter& painter, const std::vector<GangFaces>& painters, const Gang& gang, const GangPlan& plan,
                   const GangJobs& jobs, int form, Face side, const SheetLook& look, const ZoneColours& colours,
                   double pixel);

} // namespace hinge
