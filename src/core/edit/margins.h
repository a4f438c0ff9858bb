// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

namespace hinge
{

/// The margins of a panel: what live matter keeps clear of, and where the layout ends.
enum class MarginOf { LiveMatter, Layout };

[[nodiscard]] Length marginOf(const Panel& panel, ItemSide side, MarginOf what);
/// Gives a side of a panel a margin of its own, or lets it follow the zones (or the design margin of the job) again.
/// Fails where a design margin would leave less than `leastLayout` of the panel; the problem says what there is room
/// for.
[[nodiscard]] Result<void> setMargin(Job& job, const Plan& plan, const SurfaceId& surface, int panel, ItemSide side,
                                     MarginOf what, std::optional<Length> width);

/// Gives the panel behind this one its design margins, mirrored, so that both end at the same place through the paper;
/// what that panel had of its own is gone.
void mirrorLayout(Job& job, const Plan& plan, Face face, int panel);

} // namespace hinge
