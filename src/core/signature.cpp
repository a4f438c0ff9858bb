// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/signature.h"

#include <algorithm>

namespace hinge {

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

Pile pileOf(const FoldedSheet& folded, int sheet, Length caliper)
{
    std::vector<Cell> cells = folded.cells();
    std::ranges::sort(cells, std::ranges::greater{}, &Cell::layer);
    Pile pile;
    for (const Cell& c : cells) {
        const PageSpot outer{true, c.column, c.row, c.mirroredY};
        // Turned over left to right, the columns of the inner face run the other way; heads stay where they point.
        const PageSpot inner{false, folded.columns() - 1 - c.column, c.row, c.mirroredY};
        pile.push_back(c.outsideUp() ? PileLeaf{sheet, outer, inner, caliper} : PileLeaf{sheet, inner, outer, caliper});
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
