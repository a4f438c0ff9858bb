// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/dummy/folded_facets.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace hinge
{
namespace
{

class FoldedFacets
{
public:
    FoldedFacets(const Paper& paper, const Folding& folding, const std::vector<Pose>& poses)
        : paper_(paper), folding_(folding), poses_(poses)
    {
    }

    Facets make()
    {
        for (int row = 0; row < paper_.rows(); ++row)
            for (int column = 0; column < paper_.columns(); ++column) {
                addFaces(column, row);
                addEdges(column, row);
            }
        for (const PaperBend& bend : folding_.bends())
            addBend(bend);
        return std::move(out_);
    }

private:
    [[nodiscard]] std::size_t indexOf(int column, int row) const
    {
        return std::size_t(row * paper_.columns() + column);
    }
    [[nodiscard]] double width(int column) const { return paper_.widths[std::size_t(column)].toMm(); }
    [[nodiscard]] double height(int row) const { return paper_.heights[std::size_t(row)].toMm(); }

    /// Where a face lies on a panel, from the panel's own measures.
    [[nodiscard]] Pose poseOfFace(Face face, int column, int row) const
    {
        const Pose& p = poses_[indexOf(column, row)];
        const Rect& area = paper_.panelOn(face, column, row).area;
        Pose out;
        if (face == Face::Outside) {
            out = {p.out({0, 0, folding_.thickness()}), p.x, p.y, p.z};
        } else {
            // Seen from behind, left and right have changed places, or head and foot.
            out = paper_.tumbled ? Pose{p.out({0, height(row), 0}), p.x, p.y * -1, p.z * -1}
                                 : Pose{p.out({width(column), 0, 0}), p.x * -1, p.y, p.z * -1};
        }
        out.corner = out.corner - out.x * area.x.toMm() - out.y * area.y.toMm();
        return out;
    }

    void addFaces(int column, int row)
    {
        for (const Face face : bothFaces) {
            const Panel& panel = paper_.panelOn(face, column, row);
            const Pose pose = poseOfFace(face, column, row);
            const double l = panel.area.x.toMm(), t = panel.area.y.toMm();
            const double r = panel.area.right().toMm(), b = panel.area.bottom().toMm();
            Facet& f =
                addFacet(out_, FacetLook::Printed,
                         {pose.out({l, t, 0}), pose.out({r, t, 0}), pose.out({r, b, 0}), pose.out({l, b, 0})}, pose);
            f.surface = face;
            f.panel = panel.position;
            f.goesOn.clear();
            for (const ItemSide side : {ItemSide::Top, ItemSide::Right, ItemSide::Bottom, ItemSide::Left})
                f.goesOn.push_back(panel.edge(side) == EdgeFate::Folded);
            for (const PaperBend& bend : folding_.bends()) {
                const int here = int(indexOf(column, row));
                if (bend.first != here && bend.second != here)
                    continue;
                const bool upright = bend.axis == Axis::Vertical;
                // The first lies before the line on the outside, and on the inside behind it where that is mirrored.
                const bool before = (bend.first == here) == (face == Face::Outside || upright == paper_.tumbled);
                f.creases.push_back({upright, upright ? (before ? r : l) : (before ? b : t),
                                     Folding::angleOf(bend, poses_) / std::numbers::pi,
                                     bend.outsideValley == (face == Face::Outside)});
            }
        }
    }

    void addEdges(int column, int row)
    {
        const Pose& p = poses_[indexOf(column, row)];
        const Panel& panel = paper_.panelOn(Face::Outside, column, row);
        const double w = width(column), h = height(row), t = folding_.thickness();
        const auto add = [&](ItemSide side, Point3 a, Point3 b) {
            if (panel.edge(side) == EdgeFate::Folded)
                return;
            // Along the edge, then through the paper from the outside to the inside.
            const Pose pose{p.out(a), unit(p.direction(b - a)), p.z * -1, {}};
            const Point3 down{0, 0, -t};
            addFacet(out_, FacetLook::Edge, {p.out(a), p.out(b), p.out(b + down), p.out(a + down)}, pose);
        };
        add(ItemSide::Top, {w, 0, t}, {0, 0, t});
        add(ItemSide::Right, {w, h, t}, {w, 0, t});
        add(ItemSide::Bottom, {0, h, t}, {w, h, t});
        add(ItemSide::Left, {0, 0, t}, {0, h, t});
    }

    /// Seen along the crease: the paper goes round the line in an arc, from the edge of the first panel to that of the
    /// second. Outside and inside of it, and its two ends.
    void addBend(const PaperBend& bend)
    {
        const double angle = Folding::angleOf(bend, poses_);
        if (angle < 0.03)
            return;
        const Pose& p = poses_[std::size_t(bend.first)];
        const bool upright = bend.axis == Axis::Vertical;
        const int column = bend.first % paper_.columns();
        const int row = bend.first / paper_.columns();
        const double edge = upright ? width(column) : height(row);
        const double length = upright ? height(row) : width(column);
        const TurningLine line{p.out(bend.line.on), p.direction(bend.line.along)};
        const int pieces = std::clamp(int(std::ceil(angle / (std::numbers::pi / 5))), 1, 5);
        const auto at = [&](int piece, double along, double z) {
            const Point3 own = upright ? Point3{edge, along, z} : Point3{along, edge, z};
            return turned(p.out(own), line, bend.sense * angle * piece / pieces);
        };
        const double t = folding_.thickness();
        for (int i = 0; i < pieces; ++i) {
            for (const Face face : bothFaces)
                addRound(bend, face, [&](int x, int y) {
                    return at(i + (upright ? x : y), (upright ? y : x) * length, face == Face::Outside ? t : 0);
                });
            addEnd(at(i, 0, t), at(i, 0, 0), at(i + 1, 0, 0), at(i + 1, 0, t), upright);
            addEnd(at(i, length, t), at(i + 1, length, t), at(i + 1, length, 0), at(i, length, 0), upright);
        }
    }

    /// A strip of a face where it goes round; `at` gives its corners, by their sides in the panel's own measures.
    template <class At>
    void addRound(const PaperBend& bend, Face face, const At& at)
    {
        // Seen from behind, left and right have changed places, or head and foot.
        const bool mirrored = face == Face::Inside && !paper_.tumbled;
        const bool upsideDown = face == Face::Inside && paper_.tumbled;
        const auto corner = [&](int x, int y) { return at(mirrored ? 1 - x : x, upsideDown ? 1 - y : y); };
        const std::array<Point3, 4> corners{corner(0, 0), corner(1, 0), corner(1, 1), corner(0, 1)};
        const double wide = lengthOf(corners[1] - corners[0]);
        const double high = lengthOf(corners[3] - corners[0]);
        if (wide < 1e-3 || high < 1e-3)
            return;
        const bool upright = bend.axis == Axis::Vertical;
        const Panel& panel = paper_.panelOn(face, bend.first % paper_.columns(), bend.first / paper_.columns());
        Pose pose{corners[0], unit(corners[1] - corners[0]), unit(corners[3] - corners[0]), {}};
        // What is printed at the fold goes round with it.
        const Rect& a = panel.area;
        const double left = upright ? (mirrored ? a.x : a.right()).toMm() - wide / 2 : a.x.toMm();
        const double top = upright ? a.y.toMm() : (upsideDown ? a.y : a.bottom()).toMm() - high / 2;
        pose.corner = pose.corner - pose.x * left - pose.y * top;
        Facet& f = addFacet(out_, FacetLook::Printed, corners, pose);
        f.surface = face;
        f.panel = panel.position;
        f.goesOn = {!upright, upright, !upright, upright};
    }

    void addEnd(Point3 a, Point3 b, Point3 c, Point3 d, bool upright)
    {
        // Rounder on one side than on the other: three corners where the inner side has no length.
        Facet f;
        f.look = FacetLook::Edge;
        for (const Point3& corner : {a, b, c, d})
            if (f.corners.empty() || lengthOf(corner - f.corners.back()) > 1e-6)
                f.corners.push_back(corner);
        if (lengthOf(f.corners.front() - f.corners.back()) <= 1e-6)
            f.corners.pop_back();
        if (f.corners.size() < 3)
            return;
        if (!upright)
            std::ranges::reverse(f.corners);
        const Point3 x = unit(f.corners[1] - f.corners[0]);
        const Point3 out = unit(cross(x, f.corners[2] - f.corners[0]));
        f.pose = {f.corners[0], x, cross(out, x), out};
        out_.push_back(std::move(f));
    }

    const Paper& paper_;
    const Folding& folding_;
    const std::vector<Pose>& poses_;
    Facets out_;
};

} // namespace

Facet& addFacet(Facets& facets, FacetLook look, const std::array<Point3, 4>& corners, const Pose& pose)
{
    Facet f;
    f.look = look;
    f.corners.assign(corners.begin(), corners.end());
    f.pose = pose;
    facets.push_back(std::move(f));
    return facets.back();
}

Facets foldedFacets(const Paper& paper, const Folding& folding, const std::vector<Pose>& poses)
{
    return FoldedFacets(paper, folding, poses).make();
}

Facets blockFacets(const Pose& spine, double from, double to, double height, double depth)
{
    Facets out;
    const auto at = [&](double x, double y, double z) { return spine.out({x, y, z}); };
    const auto add = [&](FacetLook look, const std::array<Point3, 4>& c) {
        const Point3 x = unit(c[1] - c[0]);
        addFacet(out, look, c, {c[0], x, unit(c[3] - c[0]), {}});
    };
    const double f = from, t = to, h = height, d = -depth;
    // Leaves run from the spine to the fore-edge; along their edges x runs.
    add(FacetLook::Blank, {at(f, 0, d), at(f, 0, 0), at(f, h, 0), at(f, h, d)});
    add(FacetLook::Blank, {at(t, 0, 0), at(t, 0, d), at(t, h, d), at(t, h, 0)});
    add(FacetLook::Leaves, {at(f, 0, 0), at(f, 0, d), at(t, 0, d), at(t, 0, 0)});
    add(FacetLook::Leaves, {at(f, h, d), at(f, h, 0), at(t, h, 0), at(t, h, d)});
    add(FacetLook::Leaves, {at(f, 0, d), at(f, h, d), at(t, h, d), at(t, 0, d)});
    return out;
}

} // namespace hinge
