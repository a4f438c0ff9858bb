// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

#include <map>

namespace hinge
{

/// The surfaces that masters show on, each with all that is painted there, the lowest first: masters that lie under it,
/// it itself, masters that lie over it. `pages` are those of the job as they are read; blanks show none.
[[nodiscard]] std::map<SurfaceId, std::vector<SurfaceId>> masterLayers(const Job& job,
                                                                       const std::vector<ReaderPage>& pages);

/// Frames of masters that wait to be filled on each surface, and are still empty on some: one finding for each.
void checkMasterFrames(const Job& job, const Plan& plan, std::vector<Finding>& out);
/// What is found in copies of a master's items is told of the item itself, once; nothing of masters that show nowhere.
void tellOfMasters(const Job& job, const Plan& plan, std::vector<Finding>& findings);

} // namespace hinge
