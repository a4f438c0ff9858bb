// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/dummy/folding.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace hinge
{
namespace
{

/// A slab that lies flat, from its lower to its upper side.
std::pair<double, double> heights(const Pose& pose, double thickness)
{
    const double other = pose.corner.z + pose.z.z * thickness;
    return std::minmax(pose.corner.z, other);
}

/// How high the line must lie about which a fold turns, so that what moves comes to lie on (under) what stays: half-way
/// between the two sides that will touch, where they touch first.
double heightOfLine(const FoldedSheet& before, const FoldedSheet& after, const std::vector<bool>& moves, FoldWay way,
                    const std::vector<Pose>& poses, double thickness)
{
    const bool over = way == FoldWay::Over;
    std::optional<double> found;
    for (std::size_t m = 0; m < poses.size(); ++m) {
        for (std::size_t s = 0; s < poses.size(); ++s) {
            if (!moves[m] || moves[s] || !after.cells()[m].place.overlaps(before.cells()[s].place))
                continue;
            const auto [lowM, highM] = heights(poses[m], thickness);
            const auto [lowS, highS] = heights(poses[s], thickness);
            const double middle = over ? (highM + highS) / 2 : (lowM + lowS) / 2;
            found = !found ? middle : over ? std::max(*found, middle) : std::min(*found, middle);
        }
    }
    return found.value_or(0);
}

/// Which way to turn so that what moves leaves the table upwards (or downwards).
double senseOf(const std::vector<Pose>& poses, const std::vector<Size>& sizes, const std::vector<bool>& moves,
               const TurningLine& line, bool upwards)
{
    double rise = 0;
    for (std::size_t i = 0; i < poses.size(); ++i) {
        if (!moves[i])
            continue;
        const Point3 middle = poses[i].out({sizes[i].w.toMm() / 2, sizes[i].h.toMm() / 2, 0});
        rise += turned(middle, line, std::numbers::pi / 2).z - line.on.z;
    }
    return (rise > 0) == upwards ? 1 : -1;
}

TurningLine ownLine(const Pose& pose, const TurningLine& room)
{
    return {pose.in(room.on), {dot(room.along, pose.x), dot(room.along, pose.y), dot(room.along, pose.z)}};
}

TurningLine roomLine(const Pose& pose, const TurningLine& own) { return {pose.out(own.on), pose.direction(own.along)}; }

std::vector<bool> changed(const FoldedSheet& before, const FoldedSheet& after)
{
    std::vector<bool> moves;
    for (std::size_t i = 0; i < before.cells().size(); ++i)
        moves.push_back(before.cells()[i].mirroredX != after.cells()[i].mirroredX ||
                        before.cells()[i].mirroredY != after.cells()[i].mirroredY);
    return moves;
}

void turn(std::vector<Pose>& poses, const PaperTurn& t, double part)
{
    if (part <= 0)
        return;
    const TurningLine line = roomLine(poses[std::size_t(t.holder)], t.line);
    for (std::size_t i = 0; i < poses.size(); ++i)
        if (t.moves[i])
            poses[i] = turned(poses[i], line, t.angle * part);
}

} // namespace

Folding::Folding(const Paper& paper, double thickness) : columns_(paper.columns()), thickness_(thickness)
{
    const FoldedSheet flat(paper.widths, paper.heights);
    for (const Cell& c : flat.cells()) {
        sizes_.push_back({c.place.w, c.place.h});
        flat_.push_back({{c.place.x.toMm(), c.place.y.toMm(), 0}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}});
    }
    fold(paper);
    folds_ = turns_.size();
    if (paper.spineColumn > 0)
        bendSpine(paper);
    else
        open(paper);
}

std::size_t Folding::indexOf(Axis axis, int line, int cross) const
{
    return std::size_t(axis == Axis::Vertical ? cross * columns_ + line : line * columns_ + cross);
}

void Folding::fold(const Paper& paper)
{
    FoldedSheet sheet(paper.widths, paper.heights);
    std::vector<Pose> poses = flat_;
    for (const FoldStep& step : paper.steps) {
        const FoldedSheet before = sheet;
        const FoldEvent event = sheet.fold(step);
        PaperTurn t{step, changed(before, sheet), 0, {}, 0};
        const double z = heightOfLine(before, sheet, t.moves, step.way, poses, thickness_);
        const double at = event.position.toMm();
        const bool upright = step.axis == Axis::Vertical;
        const TurningLine room{upright ? Point3{at, 0, z} : Point3{0, at, z},
                               upright ? Point3{0, 1, 0} : Point3{1, 0, 0}};
        const std::size_t behind = indexOf(step.axis, step.line, 0);
        const std::size_t ahead = indexOf(step.axis, step.line - 1, 0);
        t.holder = int(t.moves[behind] ? ahead : behind);
        t.line = ownLine(poses[std::size_t(t.holder)], room);
        t.angle = std::numbers::pi * senseOf(poses, sizes_, t.moves, room, step.way == FoldWay::Over);
        addBends(t, event.creases, poses, room);
        turn(poses, t, 1);
        turns_.push_back(std::move(t));
    }
}

void Folding::addBends(const PaperTurn& t, const std::vector<FoldEvent::Crease>& creases,
                       const std::vector<Pose>& poses, const TurningLine& room)
{
    for (const FoldEvent::Crease& crease : creases) {
        PaperBend bend;
        bend.first = int(indexOf(t.step.axis, crease.line - 1, crease.cross));
        bend.second = int(indexOf(t.step.axis, crease.line, crease.cross));
        bend.axis = t.step.axis;
        bend.line = ownLine(poses[std::size_t(bend.first)], room);
        bend.sense = (t.angle > 0) == bool(t.moves[std::size_t(bend.second)]) ? 1 : -1;
        bend.outsideValley = crease.outsideValley;
        bends_.push_back(bend);
    }
}

void Folding::bendSpine(const Paper& paper)
{
    // The cover lies with its outside up and goes under on both sides of the spine, about the edges of the block.
    for (const int line : {paper.spineColumn, paper.spineColumn + 1}) {
        const bool left = line == paper.spineColumn;
        PaperTurn t;
        t.step = {Axis::Vertical, line, left ? LineSide::Before : LineSide::After, FoldWay::Under};
        for (int c = 0; c < columns_; ++c)
            t.moves.push_back(left ? c < line : c >= line);
        t.holder = paper.spineColumn;
        const double at = left ? 0 : sizes_[std::size_t(t.holder)].w.toMm();
        t.line = {{at, 0, 0}, {0, 1, 0}};
        const TurningLine room = roomLine(flat_[std::size_t(t.holder)], t.line);
        t.angle = std::numbers::pi / 2 * senseOf(flat_, sizes_, t.moves, room, false);
        addBends(t, {{line, 0, false}}, flat_, room);
        turns_.push_back(std::move(t));
    }
}

void Folding::open(const Paper& paper)
{
    FoldedSheet sheet = paper.closed;
    for (;;) {
        const FoldedSheet before = sheet;
        const auto opening = sheet.openTopLeaf();
        if (!opening)
            return;
        PaperTurn t;
        t.moves = changed(before, sheet);
        const auto bend = std::ranges::find_if(bends_, [&](const PaperBend& b) {
            return b.axis == opening->axis && std::size_t(b.second) == indexOf(opening->axis, opening->line, 0);
        });
        if (bend == bends_.end())
            return; // not creased by any step: nothing that could be opened
        const bool secondMoves = t.moves[std::size_t(bend->second)];
        t.step = {opening->axis, opening->line, secondMoves ? LineSide::After : LineSide::Before, FoldWay::Over};
        // The line lies where the paper goes round, seen from the side that stays.
        t.holder = secondMoves ? bend->first : bend->second;
        std::vector<Pose> folded = posesAt(std::vector<double>(turns_.size(), 1.0));
        const TurningLine room = roomLine(folded[std::size_t(bend->first)], bend->line);
        t.line = ownLine(folded[std::size_t(t.holder)], room);
        t.angle = -std::numbers::pi * bend->sense * (secondMoves ? 1 : -1);
        openings_.push_back(std::move(t));
    }
}

std::vector<Pose> Folding::posesAt(const std::vector<double>& made, const std::vector<double>& opened) const
{
    std::vector<Pose> poses = flat_;
    for (std::size_t i = 0; i < turns_.size() && i < made.size(); ++i)
        turn(poses, turns_[i], made[i]);
    for (std::size_t i = 0; i < openings_.size() && i < opened.size(); ++i)
        turn(poses, openings_[i], opened[i]);
    return poses;
}

double Folding::angleOf(const PaperBend& bend, const std::vector<Pose>& poses)
{
    const Point3& a = poses[std::size_t(bend.first)].z;
    const Point3& b = poses[std::size_t(bend.second)].z;
    return std::atan2(lengthOf(cross(a, b)), dot(a, b));
}

bool Folding::opensWith(std::size_t i) const
{
    if (i == 0 || i == folds_)
        return false;
    if (i > folds_)
        return true; // the second bend of a spine
    const FoldStep& a = turns_[i - 1].step;
    const FoldStep& b = turns_[i].step;
    return a.axis == b.axis && a.way == b.way && a.moves != b.moves && a.line != b.line;
}

std::vector<double> Folding::madeAt(double openness) const
{
    std::vector<int> moment;
    int moments = 0;
    for (std::size_t i = 0; i < turns_.size(); ++i)
        moment.push_back(opensWith(i) ? moments - 1 : moments++);
    std::vector<double> made;
    for (std::size_t i = 0; i < turns_.size(); ++i)
        made.push_back(1 - eased(std::clamp(openness * moments - (moments - 1 - moment[i]), 0.0, 1.0)));
    return made;
}

} // namespace hinge
