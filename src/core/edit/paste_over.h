// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

namespace hinge
{

/// A piece of paper colour over what must not print, such as the page numbers of old files: a shape (`Item::pasteOver`)
/// in an ink of nothing, which the job gets where it has none. As wide as a page number and its surroundings, at the
/// foot of the panel.
[[nodiscard]] Item newPasteOver(Job& job, const Plan& plan, const SurfaceId& surface, int panel);

/// Lays a paste-over of a page over other pages, too: it becomes the item of a master over what stands on them. `pages`
/// as people type them ("3-9, odd"). Refuses sets of pages that are none, and items that are no paste-over of a page.
[[nodiscard]] Result<void> pasteOnPages(Job& job, const Plan& plan, const QString& item, const QString& pages);

} // namespace hinge
