// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/dummy/bound_leaves.h"

namespace hinge
{

/// Makes what is seen of a bound piece: the two stacks of leaves, a leaf that is being turned, and its spine. Leaves
/// within a stack are not made one by one: only its uppermost and undermost side are seen, and its edges.
class BoundFacets
{
public:
    BoundFacets(const BoundLeaves& bound, double turned) : bound_(bound), turned_(turned) {}
    [[nodiscard]] Facets make();

private:
    using Curve = BoundLeaves::Curve;
    void addStack(std::size_t from, std::size_t to);
    /// What is printed on one side of a leaf along a curve.
    void addSide(const BoundLeaf& leaf, const Curve& curve, bool front);
    /// The edges between the uppermost and the undermost side of a stack.
    void addRim(const Curve& upper, const Curve& lower, FacetLook look);
    void addFolds();
    void addSpine();
    void addWire();
    /// Seen from where `outward` points.
    void addQuad(FacetLook look, std::array<Point3, 4> corners, Point3 outward);
    [[nodiscard]] Point3 at(Point3 p, double y) const { return {bound_.rightToLeft_ ? -p.x : p.x, y, p.z}; }

    const BoundLeaves& bound_;
    double turned_;
    Facets out_;
};

} // namespace hinge
