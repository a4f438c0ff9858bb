// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/dummy/dummy.h"

#include "core/dummy/folded_facets.h"
#include "core/piece/reading.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace hinge
{
namespace
{

constexpr double tearingTurn = 0.16; ///< radians: a stub that is torn off comes away at an angle
constexpr double tearingWay = 26;    ///< millimetres

std::size_t rectangleWith(const Paper& paper, Role role, std::size_t otherwise)
{
    for (const auto& panels : paper.panels)
        for (const Panel& p : panels)
            if (p.role == role)
                return std::size_t(p.row * paper.columns() + p.column);
    return otherwise;
}

Face frontFace(const Paper& paper)
{
    for (const Face face : bothFaces)
        for (const Panel& p : paper.face(face))
            if (p.role == Role::FrontCover)
                return face;
    return Face::Outside;
}

ReadingStop::Seen seenOf(const Panel& panel) { return {SurfaceId(panel.face), panel.position, 0}; }

} // namespace

Dummy::Dummy(const Job& job, const Plan& plan) : paper_(plan.paper)
{
    if (plan.book && plan.book->leaves > 0) {
        bound_ = std::make_unique<BoundLeaves>(job, plan);
        makeBoundSteps();
        makeStops();
        return;
    }
    const double thickness = job.stock.caliper().toMm();
    folding_ = std::make_unique<Folding>(paper_, thickness);
    insideUp_ = rulesOf(job.kind).bends();
    tears_ = rulesOf(job.kind).form == FlatForm::CutLeaf && paper_.columns() > 1;
    still_ = rectangleWith(paper_, Role::BackCover, 0);
    if (!insideUp_)
        still_ = 0;
    if (paper_.spineColumn > 0) {
        blockDepth_ = job.page.w.toMm();
        flapThickness_ = paper_.columns() == 5 ? thickness : 0;
    }
    lookAtFront();
    makeFoldedSteps();
    makeStops();
}

void Dummy::lookAtFront()
{
    if (!insideUp_)
        return; // nothing is folded: it lies with its front up
    // Closed, the front looks up and stands upright, whichever face it is on.
    const Face face = frontFace(paper_);
    const std::size_t cell = rectangleWith(paper_, Role::FrontCover, 0);
    const std::vector<double> closed(folding_->turns().size(), 1.0);
    const auto front = [&] { return looked(folding_->posesAt(closed))[cell]; };
    insideUp_ = (front().z.z > 0) == (face == Face::Outside);
    halfTurned_ = front().y.y * (face == Face::Inside && paper_.tumbled ? -1 : 1) < -0.5;
}

std::vector<Pose> Dummy::looked(std::vector<Pose> poses) const
{
    const Pose base = poses[still_];
    Pose eye = base;
    if (insideUp_) {
        // From behind: left and right have changed places, or head and foot.
        eye.x = base.x * (paper_.tumbled ? 1 : -1);
        eye.y = base.y * (paper_.tumbled ? -1 : 1);
        eye.z = base.z * -1;
    }
    if (halfTurned_) {
        eye.x = eye.x * -1;
        eye.y = eye.y * -1;
    }
    const auto seen = [&](Point3 way) { return Point3{dot(way, eye.x), dot(way, eye.y), dot(way, eye.z)}; };
    for (Pose& p : poses)
        p = {seen(p.corner - base.corner), seen(p.x), seen(p.y), seen(p.z)};
    return poses;
}

Facets Dummy::facetsOf(const std::vector<Pose>& poses) const
{
    Facets out = foldedFacets(paper_, *folding_, poses);
    if (blockDepth_ > 0) {
        const double spine = paper_.widths[std::size_t(paper_.spineColumn)].toMm();
        const double room = std::min(flapThickness_, spine / 4);
        const Facets block =
            blockFacets(poses[std::size_t(paper_.spineColumn)], room, spine - room, paper_.flat.h.toMm(), blockDepth_);
        out.insert(out.end(), block.begin(), block.end());
    }
    return out;
}

void Dummy::makeFoldedSteps()
{
    const auto& turns = folding_->turns();
    std::vector<double> made(turns.size(), 0.0);
    for (std::size_t i = 0; i < turns.size(); ++i) {
        const PaperTurn& turn = turns[i];
        const std::vector<Pose> before = looked(folding_->posesAt(made));
        made[i] = 0.5;
        const std::vector<Pose> halfWay = looked(folding_->posesAt(made));
        made[i] = 1;
        DummyStep step;
        step.work = i < paper_.steps.size() ? DummyWork::Fold : DummyWork::BendSpine;
        // What lies still is what is seen to lie still; the other part is the one that moves.
        const bool movesAsTold = !turn.moves[still_];
        std::vector<std::size_t> moving;
        for (std::size_t c = 0; c < turn.moves.size(); ++c)
            if (turn.moves[c] == movesAsTold)
                moving.push_back(c);
        const auto middle = [&](const std::vector<Pose>& poses, std::size_t c) {
            const auto column = c % std::size_t(paper_.columns()), row = c / std::size_t(paper_.columns());
            return poses[c].out({paper_.widths[column].toMm() / 2, paper_.heights[row].toMm() / 2, 0});
        };
        const TurningLine line{before[std::size_t(turn.holder)].out(turn.line.on),
                               before[std::size_t(turn.holder)].direction(turn.line.along)};
        const Point3 away = middle(before, moving.front()) - line.on;
        const bool upright = std::abs(line.along.y) > 0.5;
        step.moves =
            upright ? (away.x < 0 ? SeenSide::Left : SeenSide::Right) : (away.y < 0 ? SeenSide::Head : SeenSide::Foot);
        step.over = middle(halfWay, moving.front()).z > middle(before, moving.front()).z;
        step.panels = int(moving.size());
        if (moving.size() == 1) {
            const bool outsideUp = before[moving.front()].z.z > 0;
            const auto column = int(moving.front()) % paper_.columns(), row = int(moving.front()) / paper_.columns();
            step.role = paper_.panelOn(outsideUp ? Face::Outside : Face::Inside, column, row).roleName;
        }
        steps_.push_back(step);
    }
    if (tears_)
        steps_.push_back(
            {DummyWork::TearOff, SeenSide::Right, true, 1, 0, paper_.panelOn(Face::Outside, 1, 0).roleName});
}

void Dummy::makeBoundSteps()
{
    for (std::size_t i = 0; i < bound_->leaves().size(); ++i) {
        DummyStep step;
        step.work = DummyWork::TurnLeaf;
        step.leaf = int(i);
        steps_.push_back(step);
    }
}

void Dummy::makeStops()
{
    if (bound_) {
        const auto& leaves = bound_->leaves();
        const auto seenOn = [](const BoundLeaf::Side& side) {
            return ReadingStop::Seen{side.surface, side.panel, side.page};
        };
        for (std::size_t turned = 0; turned <= leaves.size(); ++turned) {
            ReadingStop stop{double(turned), false, {}};
            if (turned > 0)
                stop.seen.push_back(seenOn(leaves[turned - 1].back));
            if (turned < leaves.size())
                stop.seen.push_back(seenOn(leaves[turned].front));
            stops_.push_back(std::move(stop));
        }
        return;
    }
    if (folding_->openings().empty()) {
        // Nothing of it is folded onto itself: its front, what lies behind, its back.
        const bool isCover = paper_.spineColumn > 0;
        for (const bool behind : {false, true}) {
            ReadingStop stop{0, behind, {}};
            for (const Panel& p : paper_.face(behind && !isCover ? Face::Inside : Face::Outside))
                if (!isCover || p.role == (behind ? Role::BackCover : Role::FrontCover))
                    stop.seen.push_back(seenOf(p));
            stops_.push_back(std::move(stop));
        }
        if (isCover) {
            ReadingStop inside{1, false, {}};
            for (const Panel& p : paper_.face(Face::Inside))
                inside.seen.push_back(seenOf(p));
            stops_.insert(stops_.begin() + 1, std::move(inside));
        }
        return;
    }
    const std::vector<View> views = readerViews(paper_.closed);
    const std::size_t openings = folding_->openings().size();
    for (std::size_t i = 0; i < views.size(); ++i) {
        ReadingStop stop;
        stop.fromBehind = i > openings;
        stop.opened = double(i + 1 == views.size() ? 0 : std::min(i, openings));
        for (const View::Seen& seen : views[i].panels)
            stop.seen.push_back(seenOf(paper_.panelOn(seen.face, seen.column, seen.row)));
        stops_.push_back(std::move(stop));
    }
}

Facets Dummy::facetsAt(double done) const
{
    if (bound_)
        return bound_->facetsAt(done);
    const std::size_t turns = folding_->turns().size();
    std::vector<double> made;
    for (std::size_t i = 0; i < turns; ++i)
        made.push_back(std::clamp(done - double(i), 0.0, 1.0));
    std::vector<Pose> poses = looked(folding_->posesAt(made));
    if (tears_) {
        const double part = std::clamp(done - double(turns), 0.0, 1.0);
        Pose& stub = poses[1];
        const TurningLine foot{stub.out({0, paper_.flat.h.toMm(), 0}), {0, 0, 1}};
        stub = turned(stub, foot, tearingTurn * part);
        stub.corner = stub.corner + Point3{tearingWay * part, 0, 0};
    }
    return facetsOf(poses);
}

Facets Dummy::facetsRead(double opened) const
{
    if (bound_)
        return bound_->facetsAt(opened);
    if (folding_->openings().empty())
        return facetsOpened(paper_.spineColumn > 0 ? opened : 1);
    std::vector<double> done;
    for (std::size_t i = 0; i < folding_->openings().size(); ++i)
        done.push_back(std::clamp(opened - double(i), 0.0, 1.0));
    return facetsOf(looked(folding_->posesAt(std::vector<double>(folding_->turns().size(), 1.0), done)));
}

Facets Dummy::facetsOpened(double openness) const
{
    if (bound_)
        return bound_->facetsAt(openness * double(bound_->leaves().size()) / 2);
    return facetsOf(looked(folding_->posesAt(folding_->madeAt(openness))));
}

double tellingOpenness(const Job& job)
{
    const KindRules& rules = rulesOf(job.kind);
    if (!rules.isFolded())
        return rules.standsOpen;
    switch (job.fold.scheme) {
    case FoldScheme::Zigzag: return job.fold.panels == 2 ? 0.62 : 0.45;
    case FoldScheme::Half: return job.fold.atHead ? 0.36 : 0.62;
    case FoldScheme::Short: return 0.55;
    case FoldScheme::Gate: return 0.5;
    case FoldScheme::Cross:
    case FoldScheme::HalfRoll: return 0.72;
    case FoldScheme::Roll:
    case FoldScheme::DoubleGate:
    case FoldScheme::Own: return 0.66;
    }
    return 0.6;
}

} // namespace hinge
