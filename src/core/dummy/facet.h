// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/dummy/space.h"
#include "core/job/surface.h"

#include <vector>

namespace hinge
{

/// What a flat bit of the piece looks like.
enum class FacetLook {
    Printed, ///< what stands on its surface there
    Blank,   ///< paper that nothing is printed on: a blank page
    Edge,    ///< paper, cut
    Leaves,  ///< the edges of many leaves, which run along its x
    Wire,    ///< of a wire binding
};

/// A flat, convex bit of a piece in the room, seen from one side only: the one that looks along x cross y of its pose.
struct Facet {
    /// Three or more, one after the other around it, in the sense from x to y of its pose.
    std::vector<Point3> corners;
    /// Lies on the surface: its corner is where the head-left trim corner of the surface would be, x and y run as they
    /// do there.
    Pose pose;
    FacetLook look = FacetLook::Printed;
    SurfaceId surface;
    /// The panel of the surface, row by row from the left, from 0.
    int panel = 0;
    /// Which of the sides from one corner to the next (the last one back to the first) go on in another bit of the same
    /// paper, so that no edge is seen there. May be shorter than the corners: then the rest do not.
    std::vector<bool> goesOn;
    /// The page as a reader counts it, from 1; 0 for what is no page of the text.
    int page = 0;
    /// Folds at which light is lost: each a line across the surface, in millimetres.
    struct Crease {
        bool upright = true;
        double at = 0;
        double closed = 0; ///< 0 flat, 1 folded onto itself
        bool valley = false;
        bool operator==(const Crease&) const = default;
    };
    std::vector<Crease> creases;

    [[nodiscard]] Point3 normal() const { return cross(pose.x, pose.y); }
};

/// A piece as it stands at one moment.
using Facets = std::vector<Facet>;

/// The middle of the smallest upright box about it all, and the box's corners.
struct Extent3 {
    Point3 low, high;
    [[nodiscard]] Point3 middle() const { return (low + high) * 0.5; }
};
[[nodiscard]] Extent3 extentOf(const Facets& facets);

/// Orders facets so that none that stands behind another is drawn after it, seen from `eye`: painter's order, by
/// dividing the room along the facets' own planes (Fuchs, Kedem and Naylor 1980, from memory). A facet that a plane
/// cuts becomes two. Facets that turn their back to the eye are left out.
[[nodiscard]] Facets inPaintersOrder(const Facets& facets, Point3 eye);

} // namespace hinge
