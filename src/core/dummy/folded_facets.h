// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/dummy/facet.h"
#include "core/dummy/folding.h"

namespace hinge
{

/// The flat as its panels lie: both faces, cut edges, and the paper that goes round at the folds.
[[nodiscard]] Facets foldedFacets(const Paper& paper, const Folding& folding, const std::vector<Pose>& poses);

/// A block of leaves with its spine on a panel of a cover, in the measures of that panel: `from` and `to` across the
/// spine, `depth` from the spine to the fore-edge, all in millimetres.
[[nodiscard]] Facets blockFacets(const Pose& spine, double from, double to, double height, double depth);

/// Adds a flat bit of paper with four corners, in the sense from x to y of its pose.
Facet& addFacet(Facets& facets, FacetLook look, const std::array<Point3, 4>& corners, const Pose& pose);

} // namespace hinge
