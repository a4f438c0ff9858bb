// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace hinge
{

/// What happens to an edge; bleed and safe zone follow from it.
enum class EdgeFate {
    Knife,  ///< cut: bleed beyond it, safe zone within
    Folded, ///< folded: no bleed, fold clearance within
    Shared, ///< cut once for two neighbours that touch: no bleed of its own
    Torn,   ///< perforated: no bleed, fold clearance within
    Bound,  ///< stapled or punched and bound: the binding's own clearance within
    Milled, ///< milled off and glued: print runs into it as far as the mill goes
};

} // namespace hinge
