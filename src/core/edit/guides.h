// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

namespace hinge
{

/// Guides by number: where those of a panel are, from its left (upright ones) or its head.

/// "20 mm, 45.5 mm"; empty without guides.
[[nodiscard]] QString guidesText(const Job& job, const SurfaceId& surface, int panel, bool upright);
/// Reads the same, a bare number in the unit of the job, and has the panel's guides stand there. Those that move keep
/// what holds on to them; what held on to one that is gone stays where it is, free. Fails at what is no length, and at
/// a place beyond the panel.
[[nodiscard]] Result<void> setGuides(Job& job, const Plan& plan, const SurfaceId& surface, int panel, bool upright,
                                     const QString& text);

/// Gives the other panels of the surface the guides of this one, as far as they lie on them.
void repeatGuides(Job& job, const Plan& plan, const SurfaceId& surface, int panel);
/// Gives the panel behind this one its guides, mirrored, so that they fall on each other through the paper. Nothing
/// where nothing lies behind, as on a page.
void mirrorGuides(Job& job, const Plan& plan, Face face, int panel);

} // namespace hinge
