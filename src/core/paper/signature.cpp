// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/paper/signature.h"

#include <algorithm>

namespace hinge
{

SignatureFold signatureFold(int pages)
{
    // Backwards from the spine: each fold before doubles the sheet in the other direction.
    std::vector<Axis> axes;
    int columns = 1;
    int rows = 1;
    Axis axis = Axis::Vertical;
    for (int leaves = pages / 2; leaves > 1; leaves /= 2) {
        axes.insert(axes.begin(), axis);
        (axis == Axis::Vertical ? columns : rows) *= 2;
        axis = axis == Axis::Vertical ? Axis::Horizontal : Axis::Vertical;
    }
    SignatureFold fold{columns, rows, {}};
    int firstColumn = 0; // of the part that has not moved
    int firstRow = 0;
    for (const Axis a : axes) {
        int& first = a == Axis::Vertical ? firstColumn : firstRow;
        const int count = (a == Axis::Vertical ? columns : rows) - first;
        first += count / 2;
        fold.steps.push_back({a, first, LineSide::Before, FoldWay::Under});
    }
    return fold;
}

namespace
{

/// Which edges of a rectangle go on into its neighbour on the sheet, as it lies now.
std::array<EdgeFate, 4> edgesOf(const FoldedSheet& folded, const Cell& c)
{
    const auto joined = [](bool is) { return is ? EdgeFate::Folded : EdgeFate::Knife; };
    EdgeFate left = joined(c.column > 0);
    EdgeFate right = joined(c.column + 1 < folded.columns());
    EdgeFate top = joined(c.row > 0);
    EdgeFate bottom = joined(c.row + 1 < folded.rows());
    if (c.mirroredX)
        std::swap(left, right);
    if (c.mirroredY)
        std::swap(top, bottom);
    return {left, top, right, bottom};
}

Rect extentOf(const Pile& pile)
{
    Rect all = pile.front().place;
    for (const PileLeaf& leaf : pile)
        all = all.united(leaf.place);
    return all;
}

Pile takenOff(Pile pile, PileSide side, Length width, EdgeFate fate)
{
    if (pile.empty() || width <= Length())
        return pile;
    const Rect all = extentOf(pile);
    for (PileLeaf& leaf : pile) {
        Rect& r = leaf.place;
        Length l = r.x, t = r.y, right = r.right(), b = r.bottom();
        bool cut = false;
        switch (side) {
        case PileSide::Left:
            cut = l < all.x + width;
            l = std::max(l, all.x + width);
            break;
        case PileSide::Top:
            cut = t < all.y + width;
            t = std::max(t, all.y + width);
            break;
        case PileSide::Right:
            cut = right > all.right() - width;
            right = std::min(right, all.right() - width);
            break;
        case PileSide::Bottom:
            cut = b > all.bottom() - width;
            b = std::min(b, all.bottom() - width);
            break;
        }
        if (!cut)
            continue;
        r = Rect::fromEdges(l, t, right, b);
        leaf.edges[std::size_t(side)] = fate;
    }
    return pile;
}

} // namespace

Pile pileOf(const FoldedSheet& folded, int sheet, Length caliper)
{
    const Rect all = folded.extent();
    std::vector<Cell> cells = folded.cells();
    std::ranges::sort(cells, std::ranges::greater{}, &Cell::layer);
    Pile pile;
    for (const Cell& c : cells) {
        const PageSpot outer{true, c.column, c.row, c.mirroredY};
        // Turned over left to right, the columns of the inner face run the other way; heads stay where they point.
        const PageSpot inner{false, folded.columns() - 1 - c.column, c.row, c.mirroredY};
        PileLeaf leaf{sheet, c.outsideUp() ? outer : inner, c.outsideUp() ? inner : outer, caliper, {}, {}};
        leaf.place = c.place;
        leaf.place.x -= all.x;
        leaf.place.y -= all.y;
        leaf.edges = edgesOf(folded, c);
        pile.push_back(leaf);
    }
    return pile;
}

Pile gathered(Pile upper, const Pile& lower)
{
    upper.insert(upper.end(), lower.begin(), lower.end());
    return upper;
}

Pile inserted(const Pile& into, const Pile& what, std::size_t leaves)
{
    Pile out = into;
    out.insert(out.begin() + std::ptrdiff_t(std::min(leaves, into.size())), what.begin(), what.end());
    return out;
}

Pile nested(const Pile& outer, const Pile& inner) { return inserted(outer, inner, outer.size() / 2); }

Pile trimmed(Pile pile, PileSide side, Length width) { return takenOff(std::move(pile), side, width, EdgeFate::Knife); }
Pile milled(Pile pile, PileSide side, Length width) { return takenOff(std::move(pile), side, width, EdgeFate::Milled); }

Pile boundAt(Pile pile, PileSide side)
{
    // What was milled stays so: the glue holds it there.
    for (PileLeaf& leaf : pile)
        if (leaf.edges[std::size_t(side)] != EdgeFate::Milled)
            leaf.edges[std::size_t(side)] = EdgeFate::Bound;
    return pile;
}

Pile pushedOut(Pile pile, const std::vector<Length>& bySheet)
{
    for (PileLeaf& leaf : pile)
        if (std::size_t(leaf.sheet) < bySheet.size())
            leaf.place.x += bySheet[std::size_t(leaf.sheet)];
    return pile;
}

bool opensEverywhere(const Pile& pile, PileSide spine)
{
    return std::ranges::all_of(pile, [&](const PileLeaf& leaf) {
        for (std::size_t side = 0; side < 4; ++side)
            if (PileSide(side) != spine && leaf.edges[side] == EdgeFate::Folded)
                return false;
        return true;
    });
}

std::vector<Length> heightsInPile(const Pile& pile)
{
    std::vector<Length> heights;
    Length z;
    for (const PileLeaf& leaf : pile) {
        heights.push_back(z);
        z += leaf.caliper;
    }
    heights.push_back(z);
    return heights;
}

} // namespace hinge
