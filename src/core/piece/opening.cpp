// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/piece/opening.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace hinge
{
namespace
{

/// A closed fold stops a little short of lying flat, so that the layers can be told apart.
constexpr double closedAngle = 0.965 * std::numbers::pi;

Point3 operator-(Point3 a, Point3 b) { return {a.x - b.x, a.y - b.y, a.z - b.z}; }
Point3 operator+(Point3 a, Point3 b) { return {a.x + b.x, a.y + b.y, a.z + b.z}; }
Point3 operator*(Point3 a, double k) { return {a.x * k, a.y * k, a.z * k}; }
double dot(Point3 a, Point3 b) { return a.x * b.x + a.y * b.y + a.z * b.z; }
Point3 cross(Point3 a, Point3 b) { return {a.y * b.z - a.z * b.y, a.z * b.x - a.x * b.z, a.x * b.y - a.y * b.x}; }
Point3 unit(Point3 a)
{
    const double length = std::sqrt(dot(a, a));
    return length > 0 ? a * (1 / length) : a;
}

/// A point turned about a line through `on` along `axis` (a unit vector); Rodrigues' formula.
Point3 turned(Point3 p, Point3 on, Point3 axis, double angle)
{
    const Point3 r = p - on;
    return on + r * std::cos(angle) + cross(axis, r) * std::sin(angle) + axis * (dot(axis, r) * (1 - std::cos(angle)));
}

struct Bend {
    FoldStep step;
    double angle; ///< when closed
};

/// What is bent, in order. The spine of a cover is bent twice, by a right angle each.
std::vector<Bend> bendsOf(const Paper& paper)
{
    std::vector<Bend> bends;
    for (const FoldStep& step : paper.steps)
        bends.push_back({step, closedAngle});
    if (paper.spineColumn > 0)
        for (const int line : {paper.spineColumn, paper.spineColumn + 1})
            bends.push_back({{Axis::Vertical, line, LineSide::Before, FoldWay::Under}, std::numbers::pi / 2});
    return bends;
}

double eased(double t) { return t * t * (3 - 2 * t); }

/// Bends that open at the same time: the two of a spine, and gate flaps, which are made from both ends one after the
/// other.
bool opensWith(const Paper& paper, const std::vector<Bend>& bends, std::size_t i)
{
    if (i == 0)
        return false;
    if (i > paper.steps.size())
        return true; // the second bend of a spine
    if (i == paper.steps.size())
        return false;
    const FoldStep& a = bends[i - 1].step;
    const FoldStep& b = bends[i].step;
    return a.axis == b.axis && a.way == b.way && a.moves != b.moves && a.line != b.line;
}

/// How far each bend is closed. The last one made is the first to open.
std::vector<double> anglesAt(const Paper& paper, const std::vector<Bend>& bends, double openness)
{
    std::vector<int> turnOf;
    int turns = 0;
    for (std::size_t i = 0; i < bends.size(); ++i)
        turnOf.push_back(opensWith(paper, bends, i) ? turns - 1 : turns++);
    std::vector<double> angles;
    for (std::size_t i = 0; i < bends.size(); ++i) {
        const double opened = std::clamp(openness * turns - (turns - 1 - turnOf[i]), 0.0, 1.0);
        angles.push_back(bends[i].angle * (1 - eased(opened)));
    }
    return angles;
}

using Quad = std::array<Point3, 4>;

} // namespace

std::vector<PanelPose> openedPiece(const Paper& paper, double openness)
{
    // Bent as it lies on the table, outside up; then looked at from the other side.
    std::vector<Quad> quads;
    FoldedSheet sheet(paper.widths, paper.heights);
    for (const Cell& c : sheet.cells()) {
        const double l = c.place.x.toMm();
        const double t = c.place.y.toMm();
        const double r = c.place.right().toMm();
        const double b = c.place.bottom().toMm();
        quads.push_back({Point3{l, t, 0}, {r, t, 0}, {r, b, 0}, {l, b, 0}});
    }
    const int columns = paper.columns();
    const auto bends = bendsOf(paper);
    const auto angles = anglesAt(paper, bends, openness);
    for (std::size_t i = 0; i < bends.size(); ++i) {
        const FoldStep& step = bends[i].step;
        const bool vertical = step.axis == Axis::Vertical;
        // The rectangle behind the line, and which of its edges is the crease.
        const Quad& behind = quads[std::size_t(vertical ? step.line : step.line * columns)];
        const Point3 from = behind[0];
        const Point3 along = unit(vertical ? behind[3] - behind[0] : behind[1] - behind[0]);
        // Which rectangles move is known from the pile; a cover's spine lies in no pile, its parts move by their place.
        const bool ofSpine = i >= paper.steps.size();
        FoldedSheet before = sheet;
        if (!ofSpine)
            sheet.fold(step);
        const bool flipped =
            !ofSpine && (vertical ? before.cell(step.line, 0).mirroredY : before.cell(0, step.line).mirroredX);
        const double away = (step.moves == LineSide::Before) == (step.way == FoldWay::Over) ? 1 : -1;
        const double sense = (vertical ? away : -away) * (flipped ? -1 : 1);
        for (std::size_t c = 0; c < quads.size(); ++c) {
            const bool moves = ofSpine ? int(c) % columns < step.line
                                       : sheet.cells()[c].place != before.cells()[c].place ||
                                             sheet.cells()[c].mirroredX != before.cells()[c].mirroredX ||
                                             sheet.cells()[c].mirroredY != before.cells()[c].mirroredY;
            if (!moves)
                continue;
            for (Point3& p : quads[c])
                p = turned(p, from, along, angles[i] * sense);
        }
    }

    // Seen by a reader: the back lies flat before him, its inside up.
    std::size_t base = 0;
    for (const auto& panels : paper.panels)
        for (const Panel& p : panels)
            if (p.role == Role::BackCover)
                base = std::size_t(p.row * columns + p.column);
    const Quad b = quads[base];
    const Point3 right = unit(b[1] - b[0]);
    const Point3 down = unit(b[3] - b[0]);
    const Point3 up = cross(right, down);
    std::vector<PanelPose> poses;
    for (std::size_t c = 0; c < quads.size(); ++c) {
        PanelPose pose;
        pose.column = int(c) % columns;
        pose.row = int(c) / columns;
        Quad q;
        for (std::size_t k = 0; k < 4; ++k) {
            const Point3 r = quads[c][k] - b[0];
            const Point3 local{dot(r, right), dot(r, down), dot(r, up)};
            q[k] = paper.tumbled ? Point3{local.x, -local.y, -local.z} : Point3{-local.x, local.y, -local.z};
        }
        // Turned over, left and right (head and foot) of the sheet have changed places.
        pose.corners = paper.tumbled ? Quad{q[3], q[2], q[1], q[0]} : Quad{q[1], q[0], q[3], q[2]};
        poses.push_back(pose);
    }
    return poses;
}

std::vector<PanelPose> leavesBetween(const Paper& paper, double openness, int leaves)
{
    const Panel* front = nullptr;
    const Panel* back = nullptr;
    for (const auto& panels : paper.panels) {
        for (const Panel& p : panels) {
            if (p.role == Role::FrontCover)
                front = &p;
            if (p.role == Role::BackCover)
                back = &p;
        }
    }
    if (!front || !back || front->column == back->column || paper.rows() > 1)
        return {};
    const auto poses = openedPiece(paper, openness);
    const Quad& f = poses[std::size_t(front->column)].corners;
    const Quad& b = poses[std::size_t(back->column)].corners;
    // On the inside the front lies left of the back when its column is the greater one.
    const bool frontLeft = front->column > back->column;
    const std::array<std::size_t, 2> spine =
        frontLeft ? std::array<std::size_t, 2>{0, 3} : std::array<std::size_t, 2>{1, 2};
    const std::array<std::size_t, 2> edge =
        frontLeft ? std::array<std::size_t, 2>{1, 2} : std::array<std::size_t, 2>{0, 3};
    std::vector<PanelPose> out;
    for (int i = 1; i <= leaves; ++i) {
        const double t = double(i) / (leaves + 1);
        // The front is hinged at its own spine edge; its free edge swings about that of the back.
        const std::array<std::size_t, 2> hingeOfFront =
            frontLeft ? std::array<std::size_t, 2>{1, 2} : std::array<std::size_t, 2>{0, 3};
        const std::array<std::size_t, 2> freeOfFront =
            frontLeft ? std::array<std::size_t, 2>{0, 3} : std::array<std::size_t, 2>{1, 2};
        PanelPose pose;
        pose.column = back->column;
        for (std::size_t k = 0; k < 2; ++k) {
            const Point3 root = f[hingeOfFront[k]] * (1 - t) + b[spine[k]] * t;
            const Point3 toFront = f[freeOfFront[k]] - f[hingeOfFront[k]];
            const Point3 toBack = b[edge[k]] - b[spine[k]];
            const double a = std::atan2(toFront.z, toFront.x) * (1 - t) + std::atan2(toBack.z, toBack.x) * t;
            const double width = std::sqrt(dot(toBack, toBack)) * 0.985;
            pose.corners[spine[k]] = root;
            pose.corners[edge[k]] = root + Point3{std::cos(a) * width, 0, std::sin(a) * width};
        }
        out.push_back(pose);
    }
    return out;
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
