// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

namespace hinge
{

/// A strip of bare paper narrower than this between two printed things, or beside a fold, shows as a flaw. Common
/// practice.
inline constexpr Length widestSliver = Length::micrometres(500);

/// Findings "sliver": what stops a hair's breadth from a fold or from its neighbour. Strokes count as printed, half of
/// their width outside the outline; along round and slanting outlines the nearest two points count. Texts and codes are
/// left out, since their frames are not printed; so are two lines beside each other, which are drawn like that on
/// purpose.
void checkSlivers(const Job& job, const Plan& plan, const SurfaceId& surface, std::vector<Finding>& out);

} // namespace hinge
