// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/job.h"

namespace hinge
{

/// Brings everything that follows a master in step with it: its copies for other papers, and items of pages that stand
/// in the place of one of its own, as long as they lie where that one lay in `before`, the job as it was. Copies of
/// masters that are gone go, too. Called after every change, and when a job is read; files do not hold the copies.
void settleMasters(Job& job, const Job* before = nullptr);

/// Turns an item of a right-hand page into one of a left-hand page, and the other way round: what is at the fore-edge
/// stays there, text at one side goes to the other.
void mirrorItem(const Job& job, Item& item);

/// What the copy of an item on another paper of its master is called; an id that nobody can type.
[[nodiscard]] QString masterCopyId(const QString& id, int copy);
/// The item of a master that an item is, or is a copy of.
[[nodiscard]] QString masterItemOf(const QString& id);
/// True of an item that is a copy on another paper.
[[nodiscard]] bool isMasterCopy(const QString& id);

/// True when an item of a layer is not shown on a surface: the layer is a master, and the surface has let go of the
/// item, or has something of its own in its place.
[[nodiscard]] bool isLetGo(const Job& job, const SurfaceId& surface, const SurfaceId& layer, const Item& item);

/// Something is printed on a face: what stands there, or a master.
[[nodiscard]] bool facePrints(const Job& job, Face face);

/// Refuses masters without a name, that share a number, that show on no panel, and sets of pages that are none.
[[nodiscard]] Result<void> checkMasters(const Job& job);

} // namespace hinge
