// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/dummy/bound_facets.h"

#include "core/dummy/folded_facets.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace hinge
{
namespace
{

/// Loops of a wire binding are so far apart, in millimetres: two to the inch (12.7) is common practice.
constexpr double wirePitch = 12.7;
constexpr double wireWidth = 1.2;
constexpr int wirePieces = 10;

/// Seen along the spine, a quarter turn to the left of a direction.
Point3 leftOf(Point3 way) { return {-way.z, 0, way.x}; }

/// The curve at a distance to its left.
BoundLeaves::Curve beside(const BoundLeaves::Curve& curve, double by)
{
    BoundLeaves::Curve out;
    for (std::size_t i = 0; i < curve.size(); ++i) {
        const Point3 in = i > 0 ? unit(curve[i] - curve[i - 1]) : unit(curve[1] - curve[0]);
        const Point3 on = i + 1 < curve.size() ? unit(curve[i + 1] - curve[i]) : in;
        const Point3 middle = unit(in + on);
        // Mitred, so that both pieces keep their distance.
        out.push_back(curve[i] + leftOf(middle) * (by / std::max(0.5, dot(middle, on))));
    }
    // On the inner side of a bend that is tighter than the leaf is thick there is no room to go back.
    for (std::size_t i = 0; i + 1 < out.size(); ++i)
        if (dot(out[i + 1] - out[i], curve[i + 1] - curve[i]) < 0)
            out[i + 1] = out[i];
    return out;
}

} // namespace

void BoundFacets::addQuad(FacetLook look, std::array<Point3, 4> corners, Point3 outward)
{
    if (dot(cross(corners[1] - corners[0], corners[3] - corners[0]), outward) < 0)
        std::swap(corners[1], corners[3]);
    const Point3 x = unit(corners[1] - corners[0]);
    const Point3 normal = unit(cross(x, corners[2] - corners[0]));
    if (lengthOf(normal) == 0)
        return;
    addFacet(out_, look, corners, {corners[0], x, cross(normal, x), {}});
}

void BoundFacets::addSide(const BoundLeaf& leaf, const Curve& curve, bool front)
{
    const Curve side = beside(curve, front ? leaf.thickness / 2 : -leaf.thickness / 2);
    // The surface runs from the spine to the fore-edge on one side of a leaf, and back on the other.
    const bool outward = front != bound_.rightToLeft_;
    const bool isInner = leaf.isCover && front != (&leaf == &bound_.leaves_.front());
    double along = 0;
    for (std::size_t i = 0; i + 1 < side.size(); ++i) {
        const double next = along + lengthOf(curve[i + 1] - curve[i]);
        const bool flap = isInner && leaf.flapWidth > 0 && (along + next) / 2 > leaf.width - leaf.flapWidth;
        const BoundLeaf::Side& print = flap ? leaf.flap : front ? leaf.front : leaf.back;
        const Point3 a = at(side[outward ? i : i + 1], 0);
        const Point3 b = at(side[outward ? i + 1 : i], 0);
        const Point3 down{0, bound_.height_, 0};
        const double across = outward ? along : leaf.full - next;
        along = next;
        if (lengthOf(b - a) < 1e-6)
            continue;
        Pose pose{a, unit(b - a), {0, 1, 0}, {}};
        double left = print.left + across;
        // A flap is folded in at the fore-edge: there it begins, or ends.
        if (flap)
            left = outward ? print.left + leaf.flapWidth - leaf.full + across : left;
        pose.corner = a - pose.x * left - pose.y * print.top;
        Facet& f =
            addFacet(out_, print.surface ? FacetLook::Printed : FacetLook::Blank, {a, b, b + down, a + down}, pose);
        f.surface = print.surface.value_or(SurfaceId());
        f.panel = print.panel;
        f.page = print.page;
        const bool last = i + 2 == side.size();
        f.goesOn =
            outward ? std::vector<bool>{false, !last, false, true} : std::vector<bool>{false, true, false, !last};
        if (!flap)
            f.creases = {{true, print.left + (outward ? 0 : leaf.full), 0.5, true}};
    }
}

void BoundFacets::addRim(const Curve& upper, const Curve& lower, FacetLook look)
{
    const double h = bound_.height_;
    for (std::size_t i = 0; i + 1 < upper.size(); ++i) {
        for (const double y : {0.0, h}) {
            addQuad(look, {at(upper[i], y), at(upper[i + 1], y), at(lower[i + 1], y), at(lower[i], y)},
                    {0, y > 0 ? 1.0 : -1.0, 0});
            if (!out_.empty())
                out_.back().goesOn = {false, true, false, true};
        }
    }
    const std::size_t tip = upper.size() - 1;
    const Point3 outward = at(upper[tip], 0) - at(upper[tip - 1], 0);
    addQuad(look, {at(upper[tip], 0), at(upper[tip], h), at(lower[tip], h), at(lower[tip], 0)}, outward);
}

void BoundFacets::addStack(std::size_t from, std::size_t to)
{
    const BoundLeaf& first = bound_.leaves_[from];
    const BoundLeaf& last = bound_.leaves_[to];
    const Curve upper = bound_.curveOf(from, turned_);
    const Curve lower = bound_.curveOf(to, turned_);
    addSide(first, upper, true);
    addSide(last, lower, false);
    addRim(beside(upper, first.thickness / 2), beside(lower, -last.thickness / 2),
           from == to ? FacetLook::Edge : FacetLook::Leaves);
}

/// Sheets that are still closed go round at their folds. The outermost one is seen.
void BoundFacets::addFolds()
{
    const std::size_t count = bound_.leaves_.size();
    const auto turned = std::size_t(turned_);
    const bool isTurning = turned_ > double(turned);
    // On the right from this leaf on, or on the left up to this one.
    const std::size_t first = isTurning ? turned + 1 : turned;
    const bool onRight = first < count - first;
    const std::size_t a = onRight ? first : count - turned;
    if (a >= count || count - 1 - a <= a)
        return;
    const std::size_t b = count - 1 - a;
    const BoundLeaf& outer = bound_.leaves_[a];
    const double half = outer.thickness / 2;
    const double za = bound_.curveOf(a, turned_).front().z;
    const double zb = bound_.curveOf(b, turned_).front().z;
    const double middle = (za + zb) / 2;
    const double radius = std::abs(za - zb) / 2 + half;
    const double side = onRight ? -1 : 1;
    constexpr int pieces = 6;
    const auto point = [&](int i) {
        const double angle = std::numbers::pi * (double(i) / pieces - 0.5);
        return Point3{side * radius * std::cos(angle), 0, middle + radius * std::sin(angle)};
    };
    const double h = bound_.height_;
    double along = -std::numbers::pi * radius / 2;
    for (int i = 0; i < pieces; ++i) {
        const Point3 p = point(i), q = point(i + 1);
        const Point3 outward = at((p + q) * 0.5 - Point3{0, 0, middle}, 0);
        addQuad(FacetLook::Blank, {at(p, 0), at(q, 0), at(q, h), at(p, h)}, outward);
        Facet& f = out_.back();
        f.goesOn = {true, true, true, true};
        if (outer.front.surface && outer.isCover) {
            // From the back cover over the fold to the front.
            const bool rightFirst = onRight != bound_.rightToLeft_;
            const double fold = rightFirst ? outer.front.left : outer.front.left + outer.full;
            const Point3 across = unit(at(q, 0) - at(p, 0)) * (rightFirst ? 1.0 : -1.0);
            const double here = fold + (rightFirst ? along : -along);
            f.look = FacetLook::Printed;
            f.surface = *outer.front.surface;
            f.panel = outer.front.panel;
            f.pose.x = across;
            f.pose.y = {0, 1, 0};
            f.pose.corner = at(p, 0) - across * here - f.pose.y * outer.front.top;
            if (dot(f.normal(), outward) < 0)
                f.look = FacetLook::Blank;
        }
        along += std::numbers::pi * radius / pieces;
    }
    for (const double y : {0.0, h}) {
        Facet f;
        f.look = FacetLook::Leaves;
        for (int i = 0; i <= pieces; ++i)
            f.corners.push_back(at(point(i), y));
        const Point3 outward{0, y > 0 ? 1.0 : -1.0, 0};
        const Point3 x = unit(f.corners.back() - f.corners.front());
        if (dot(cross(f.corners[1] - f.corners[0], f.corners[2] - f.corners[0]), outward) < 0)
            std::ranges::reverse(f.corners);
        f.pose = {f.corners.front(), x, cross(outward, x), {}};
        out_.push_back(std::move(f));
    }
}

void BoundFacets::addSpine()
{
    const auto spine = bound_.spineAt(turned_);
    const Point3 along = spine.toFirst;
    const Point3 last = spine.middle - along * (bound_.thick() / 2);
    const Point3 first = spine.middle + along * (bound_.thick() / 2);
    const Point3 leaves{std::cos(spine.leaves), 0, std::sin(spine.leaves)};
    const double h = bound_.height_;
    const Point3 outward = at(leaves * -1, 0);
    addQuad(FacetLook::Blank, {at(last, 0), at(first, 0), at(first, h), at(last, h)}, outward);
    if (!bound_.spinePrint_ || out_.empty())
        return;
    Facet& f = out_.back();
    const BoundLeaf::Side& print = *bound_.spinePrint_;
    f.look = FacetLook::Printed;
    f.surface = *print.surface;
    f.panel = print.panel;
    f.goesOn = {false, true, false, true};
    // On the outside of the flat the spine stands between back and front.
    const Point3 x = unit(at(first, 0) - at(last, 0)) * (bound_.rightToLeft_ ? -1.0 : 1.0);
    f.pose = {at(bound_.rightToLeft_ ? first : last, 0), x, {0, 1, 0}, {}};
    const double spare = (bound_.spineWidth_ - bound_.thick()) / 2;
    f.pose.corner = f.pose.corner - x * (print.left + spare) - f.pose.y * print.top;
}

void BoundFacets::addWire()
{
    const double radius = bound_.wireRadius();
    const double z = bound_.thick() / 2;
    const int loops = std::max(2, int((bound_.height_ - 12) / wirePitch));
    const double from = (bound_.height_ - (loops - 1) * wirePitch) / 2;
    for (int loop = 0; loop < loops; ++loop) {
        const double y = from + loop * wirePitch;
        for (int i = 0; i < wirePieces; ++i) {
            const auto point = [&](int k) {
                const double angle = 2 * std::numbers::pi * k / wirePieces;
                return Point3{radius * std::cos(angle), y, z + radius * std::sin(angle)};
            };
            const Point3 p = point(i), q = point(i + 1);
            const Point3 wide{0, wireWidth, 0};
            addQuad(FacetLook::Wire, {p, q, q + wide, p + wide}, (p + q) * 0.5 - Point3{0, y, z});
        }
    }
}

Facets BoundFacets::make()
{
    const std::size_t count = bound_.leaves_.size();
    const auto turned = std::size_t(turned_);
    const bool isTurning = turned_ > double(turned);
    // Covers stand for themselves, so that they are told from the text.
    const auto addStacks = [&](std::size_t from, std::size_t to) { // to: behind the last
        while (from < to) {
            std::size_t next = from + 1;
            while (next < to && bound_.leaves_[next].isCover == bound_.leaves_[from].isCover)
                ++next;
            addStack(from, next - 1);
            from = next;
        }
    };
    addStacks(0, turned);
    addStacks(turned + (isTurning ? 1 : 0), count);
    if (isTurning)
        addStack(turned, turned);
    switch (bound_.binding_) {
    case Binding::Stapled: addFolds(); break;
    case Binding::Glued: addSpine(); break;
    case Binding::Wired: addWire(); break;
    case Binding::None: break;
    }
    return std::move(out_);
}

} // namespace hinge
