// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/dummy/facet.h"
#include "core/job/kind_rules.h"
#include "core/plan/plan.h"

namespace hinge
{

/// One leaf of something bound, from the front: a leaf of the text, or half of a cover. Millimetres.
struct BoundLeaf {
    struct Side {
        std::optional<SurfaceId> surface{}; ///< nothing for a blank page
        int panel = 0;
        double left = 0, top = 0; ///< where the leaf begins on the surface
        int page = 0;             ///< as a reader counts it; 0 for a cover
    };
    Side front, back; ///< as a reader meets them
    /// A flap that is folded in over the inner side of a cover, as its outside is seen there; `flapWidth` 0 for none.
    Side flap{};
    double flapWidth = 0;
    double thickness = 0.1;
    double width = 100; ///< from the spine to the trimmed fore-edge
    double full = 100;  ///< the same on its surfaces: nested leaves lose some of it to the knife
    bool isCover = false;
};

/// A piece with pages, which opens at any leaf: nested and stapled, glued at the spine, or on a wire. It lies on the
/// table, the leaves turned so far on the left, the others on the right (the other way round where it is read from
/// right to left), x to the right, y to the foot, z upwards.
///
/// Seen from its head all of it is drawn out along the spine: a leaf is a line of constant length in the x-z plane. A
/// glued leaf leaves the spine at a right angle and bends over about the edge of the spine, so that the leaves lie in
/// concentric arcs; the spine itself turns as the book is opened. Stapled leaves bend sharply at the fold, and leaves
/// on a wire lie flat.
class BoundLeaves
{
public:
    /// The job must have a book.
    BoundLeaves(const Job& job, const Plan& plan);

    [[nodiscard]] const std::vector<BoundLeaf>& leaves() const { return leaves_; }
    /// With the first `turned` leaves turned; a fraction is a leaf on its way.
    [[nodiscard]] Facets facetsAt(double turned) const;

    /// A leaf seen from its head, from the spine to the fore-edge, half-way through its thickness.
    using Curve = std::vector<Point3>;
    [[nodiscard]] Curve curveOf(std::size_t leaf, double turned) const;

private:
    /// The spine of a glued book at one moment: its middle, the way from the last leaf to the first along it, and the
    /// way its leaves leave it.
    struct Spine {
        Point3 middle;
        Point3 toFirst;
        double leaves = 0; ///< the angle, from 0 (to the right) to half a turn
        double turned = 0; ///< leaves, from the front
    };
    void addTexts(const Job& job, const Plan& plan);
    void addCovers(const Job& job, const Plan& plan);
    [[nodiscard]] Spine spineAt(double turned) const;
    [[nodiscard]] Point3 rootOf(std::size_t leaf, const Spine& spine, bool isTurned) const;
    /// Where a leaf at rest ends up: the angle it lies at, and how round it bends to get there.
    struct Rest {
        double from = 0, to = 0, radius = 0;
        [[nodiscard]] double angleAt(double along) const;
    };
    [[nodiscard]] Rest restOf(std::size_t leaf, const Spine& spine, bool isTurned) const;
    [[nodiscard]] Curve restingCurve(std::size_t leaf, const Spine& spine, bool isTurned) const;
    [[nodiscard]] Curve turningCurve(std::size_t leaf, const Spine& spine, double part) const;
    /// From the middle of the wire to its outside.
    [[nodiscard]] double wireRadius() const;
    [[nodiscard]] double before(std::size_t leaf) const { return above_[leaf]; }
    [[nodiscard]] double behind(std::size_t leaf) const { return above_.back() - above_[leaf + 1]; }
    [[nodiscard]] double thick() const { return above_.back(); }

    friend class BoundFacets;
    std::vector<BoundLeaf> leaves_;
    std::vector<double> above_; ///< the thickness of all leaves before each, at last that of all
    double height_ = 0;
    Binding binding_ = Binding::Stapled;
    bool rightToLeft_ = false;
    std::optional<BoundLeaf::Side> spinePrint_; ///< of a cover glued about a block
    double spineWidth_ = 0;
};

} // namespace hinge
