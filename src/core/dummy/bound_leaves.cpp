// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/dummy/bound_leaves.h"

#include "core/dummy/bound_facets.h"
#include "core/job/master_copies.h"
#include "core/units/ranges.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace hinge
{
namespace
{

constexpr double halfTurn = std::numbers::pi;
/// Pieces of a curve where it bends, and of a leaf that is being turned.
constexpr int bendPieces = 8;
constexpr int turningPieces = 16;
/// A hole for the wire lies so far from the edge of a leaf, in millimetres. Common practice: 5 to 6.
constexpr double holeFromEdge = 6;
/// How far the fore-edge of a leaf that is turned runs ahead of the spine: that is where a finger lifts it.
constexpr double foreEdgeLeads = 0.4;

/// How far a leaf is turned, from 0 to 1, at a share of the way from the spine (0) to the fore-edge (1).
double turnedBy(double part, double share)
{
    return eased(std::clamp(part * (1 + foreEdgeLeads) - foreEdgeLeads * (1 - share), 0.0, 1.0));
}

Point3 onward(Point3 from, double angle, double by) { return from + Point3{std::cos(angle), 0, std::sin(angle)} * by; }

BoundLeaf::Side sideOf(const Panel& panel)
{
    BoundLeaf::Side side;
    side.surface = SurfaceId(panel.face);
    side.panel = panel.position;
    side.left = panel.area.x.toMm();
    side.top = panel.area.y.toMm();
    return side;
}

const Panel* panelWith(const Paper& paper, Role role)
{
    for (const Panel& panel : paper.face(Face::Outside))
        if (panel.role == role)
            return &panel;
    return nullptr;
}

} // namespace

BoundLeaves::BoundLeaves(const Job& job, const Plan& plan)
    : height_(job.page.h.toMm()), binding_(rulesOf(job.kind).binding), rightToLeft_(job.rightToLeft)
{
    addTexts(job, plan);
    if (hasOwnCover(job))
        addCovers(job, plan);
    above_.push_back(0);
    for (const BoundLeaf& leaf : leaves_)
        above_.push_back(above_.back() + leaf.thickness);
}

void BoundLeaves::addTexts(const Job& job, const Plan& plan)
{
    const auto sideOfPage = [&](std::size_t index) {
        BoundLeaf::Side side;
        if (index >= plan.pages.size())
            return side;
        const ReaderPage& page = plan.pages[index];
        side.page = page.number;
        if (!page.isBlank() && page.place < job.sequence.size())
            side.surface = job.sequence.at(page.place).surface();
        // What stands on the outer sheet's own faces is printed there as long as the page has nothing of its own.
        if (!hasOwnCover(job) && (!side.surface || !job.on(*side.surface).isFilled())) {
            const bool outer = index == 0 || index + 1 == plan.pages.size();
            const bool inner = index == 1 || index + 2 == plan.pages.size();
            const bool atFront = index < 2;
            const Panel* front = panelWith(plan.paper, Role::FrontCover);
            const Panel* back = panelWith(plan.paper, Role::BackCover);
            const Panel* own = atFront ? front : back;
            if (own && (outer || inner)) {
                const Panel& panel = outer ? *own : plan.paper.behind(*own);
                if (facePrints(job, panel.face)) {
                    const int number = side.page;
                    side = hinge::sideOf(panel);
                    side.page = number;
                }
            }
        }
        return side;
    };
    const Pile& pile = plan.book->pile;
    const auto leaves = std::size_t(plan.book->leaves);
    for (std::size_t i = 0; i < leaves; ++i) {
        BoundLeaf leaf;
        leaf.front = sideOfPage(i * 2);
        leaf.back = sideOfPage(i * 2 + 1);
        leaf.thickness = textStockOf(job).caliper().toMm();
        leaf.full = job.page.w.toMm();
        // Nested, the inner leaves stick out and lose more to the knife.
        leaf.width = pile.size() == leaves && binding_ == Binding::Stapled ? std::min(leaf.full, pile[i].place.w.toMm())
                                                                           : leaf.full;
        leaves_.push_back(leaf);
    }
}

void BoundLeaves::addCovers(const Job& job, const Plan& plan)
{
    const Paper& paper = plan.paper;
    const Panel* front = panelWith(paper, Role::FrontCover);
    const Panel* back = panelWith(paper, Role::BackCover);
    if (!front)
        return;
    const auto cover = [&](const Panel& outside, bool atFront) {
        BoundLeaf leaf;
        leaf.front = hinge::sideOf(atFront ? outside : paper.behind(outside));
        leaf.back = hinge::sideOf(atFront ? paper.behind(outside) : outside);
        leaf.thickness = job.stock.caliper().toMm();
        leaf.full = leaf.width = outside.area.w.toMm();
        leaf.isCover = true;
        return leaf;
    };
    BoundLeaf first = cover(*front, true);
    // What is bound with wire has a leaf behind that is like the one in front, turned over.
    BoundLeaf last = back ? cover(*back, false) : cover(*front, true);
    if (!back)
        std::swap(last.front, last.back);
    if (paper.spineColumn > 0) {
        const Panel& spine = paper.panelOn(Face::Outside, paper.spineColumn, 0);
        spinePrint_ = hinge::sideOf(spine);
        spineWidth_ = spine.area.w.toMm();
        if (paper.columns() == 5) {
            const int outward = front->column > paper.spineColumn ? 1 : -1;
            const auto addFlap = [&](BoundLeaf& leaf, const Panel& flap) {
                leaf.flap = hinge::sideOf(flap);
                leaf.flapWidth = flap.area.w.toMm();
                leaf.thickness *= 2;
            };
            addFlap(first, paper.panelOn(Face::Outside, front->column + outward, 0));
            addFlap(last, paper.panelOn(Face::Outside, back->column - outward, 0));
        }
    }
    leaves_.insert(leaves_.begin(), first);
    leaves_.push_back(last);
}

BoundLeaves::Spine BoundLeaves::spineAt(double turned) const
{
    const double angle = halfTurn * turned / double(std::max<std::size_t>(1, leaves_.size()));
    Spine spine;
    spine.toFirst = {-std::sin(angle), 0, std::cos(angle)};
    spine.middle = {0, 0, std::abs(spine.toFirst.z) * thick() / 2};
    spine.leaves = angle;
    spine.turned = turned;
    return spine;
}

Point3 BoundLeaves::rootOf(std::size_t leaf, const Spine& spine, bool isTurned) const
{
    const double half = leaves_[leaf].thickness / 2;
    const double z = (isTurned ? before(leaf) : behind(leaf)) + half;
    switch (binding_) {
    case Binding::Glued: return spine.middle + spine.toFirst * (thick() / 2 - before(leaf) - half);
    case Binding::Wired: {
        const double radius = wireRadius();
        const double up = z - thick() / 2;
        const double x = std::max(0.0, std::sqrt(std::max(0.0, radius * radius - up * up)) - holeFromEdge);
        return {isTurned ? -x : x, 0, z};
    }
    case Binding::Stapled:
    case Binding::None: break;
    }
    // A sheet that is nested in others has its fold so much further out as they are thick; it lies in the middle once
    // it is open.
    const std::size_t other = leaves_.size() - 1 - leaf;
    const double open = std::clamp(spine.turned - double(std::min(leaf, other)), 0.0, 1.0) -
                        std::clamp(spine.turned - double(std::max(leaf, other)), 0.0, 1.0);
    const double x = (leaves_[leaf].full - leaves_[leaf].width) * (1 - open);
    return {isTurned ? -x : x, 0, z};
}

double BoundLeaves::wireRadius() const { return std::max(holeFromEdge + 1, thick() / 2 + 2); }

double BoundLeaves::Rest::angleAt(double along) const
{
    if (radius <= 0)
        return to;
    const double bend = along / radius;
    return to > from ? std::min(to, from + bend) : std::max(to, from - bend);
}

BoundLeaves::Rest BoundLeaves::restOf(std::size_t leaf, const Spine& spine, bool isTurned) const
{
    if (binding_ != Binding::Glued)
        return {isTurned ? halfTurn : 0, isTurned ? halfTurn : 0, 0};
    const BoundLeaf& l = leaves_[leaf];
    // Where the edge of the spine they bend about stands high, the leaves slope down from it to the table.
    const Point3 edge = spine.middle + spine.toFirst * (isTurned ? thick() / 2 : -thick() / 2);
    const double slope = std::asin(std::clamp(edge.z / l.full, 0.0, 1.0));
    Rest rest;
    rest.from = spine.leaves;
    rest.to = isTurned ? halfTurn + slope : -slope;
    rest.radius = (isTurned ? before(leaf) : behind(leaf)) + l.thickness / 2;
    return rest;
}

BoundLeaves::Curve BoundLeaves::restingCurve(std::size_t leaf, const Spine& spine, bool isTurned) const
{
    const BoundLeaf& l = leaves_[leaf];
    const Rest rest = restOf(leaf, spine, isTurned);
    Curve curve{rootOf(leaf, spine, isTurned)};
    double left = l.width;
    if (rest.radius > 0) {
        // Along chords, each turned by as much as the one before, so that all leaves of a stack bend alike.
        const double step = (rest.to - rest.from) / bendPieces;
        const double chord = std::min(2 * rest.radius * std::sin(std::abs(step) / 2), left / (bendPieces + 1));
        for (int i = 0; i < bendPieces; ++i) {
            curve.push_back(onward(curve.back(), rest.from + step * (i + 0.5), chord));
            left -= chord;
        }
    }
    if (l.flapWidth > 0 && l.flapWidth < left) {
        curve.push_back(onward(curve.back(), rest.to, left - l.flapWidth));
        left = l.flapWidth;
    }
    curve.push_back(onward(curve.back(), rest.to, left));
    return curve;
}

BoundLeaves::Curve BoundLeaves::turningCurve(std::size_t leaf, const Spine& spine, double part) const
{
    const BoundLeaf& l = leaves_[leaf];
    const Point3 from = rootOf(leaf, spine, false);
    const Point3 to = rootOf(leaf, spine, true);
    const double moved = turnedBy(part, 0);
    Point3 root = from + (to - from) * moved;
    if (binding_ == Binding::Wired) {
        // Round the wire, over its top.
        const Point3 wire{0, 0, thick() / 2};
        const Point3 a = from - wire, b = to - wire;
        const double begin = std::atan2(a.z, a.x);
        double end = std::atan2(b.z, b.x);
        if (end < begin)
            end += 2 * halfTurn;
        root = onward(wire, begin + (end - begin) * moved, lengthOf(a) + (lengthOf(b) - lengthOf(a)) * moved);
    } else if (binding_ == Binding::Stapled) {
        // Round the fold of the sheets that are still closed.
        const double round = (from.z - to.z) / 2;
        root.x -= round * std::sin(halfTurn * moved);
        root.z = (from.z + to.z) / 2 + round * std::cos(halfTurn * moved);
    }
    const Rest right = restOf(leaf, spine, false);
    const Rest left = restOf(leaf, spine, true);
    // Shorter pieces near the spine, where most of the bending is: there as short as it bends round.
    double crowding = 1.8;
    if (binding_ == Binding::Glued)
        crowding = std::max(crowding, std::log(l.width / (0.08 * std::min(right.radius, left.radius))) /
                                          std::log(double(turningPieces)));
    Curve curve{root};
    double along = 0;
    for (int i = 0; i < turningPieces; ++i) {
        const double next = l.width * std::pow(double(i + 1) / turningPieces, crowding);
        const double middle = (along + next) / 2;
        const double done = turnedBy(part, middle / l.width);
        const double angle = right.angleAt(middle) * (1 - done) + left.angleAt(middle) * done;
        curve.push_back(onward(curve.back(), angle, next - along));
        along = next;
    }
    return curve;
}

BoundLeaves::Curve BoundLeaves::curveOf(std::size_t leaf, double turned) const
{
    const Spine spine = spineAt(turned);
    const double part = turned - double(leaf);
    return part > 0 && part < 1 ? turningCurve(leaf, spine, part) : restingCurve(leaf, spine, part >= 1);
}

Facets BoundLeaves::facetsAt(double turned) const
{
    return BoundFacets(*this, std::clamp(turned, 0.0, double(leaves_.size()))).make();
}

} // namespace hinge
