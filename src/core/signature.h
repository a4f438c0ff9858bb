// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/folded_sheet.h"

#include <vector>

namespace hinge {

/// How a sheet is folded into a signature: right-angle folds by turns, the last one making the spine.
struct SignatureFold {
    int columns = 2;
    int rows = 1;
    std::vector<FoldStep> steps;
};

/// The folds of a signature of 4, 8, 16, 32 or 64 pages. Before the last fold, at the spine, every fold halves the
/// sheet at a right angle to the one after it. The outer face carries the first page at the foot, on the right.
[[nodiscard]] SignatureFold signatureFold(int pages);

/// A page of a folded sheet: which face of which rectangle, and whether its head points to the foot of the sheet
/// as that face is looked at (the inner face turned over left to right).
struct PageSpot {
    bool outer = true;
    int column = 0; ///< as seen on that face, from the left
    int row = 0;
    bool headDown = false;
    bool operator==(const PageSpot&) const = default;
};

/// One leaf of a pile, two pages.
struct PileLeaf {
    int sheet = 0; ///< which sheet of the work, from 0
    PageSpot upper;
    PageSpot lower;
    Length caliper; ///< its thickness
    bool operator==(const PileLeaf&) const = default;
};

/// Leaves from the top of the pile to the bottom, as the closed piece lies on the table, front up.
using Pile = std::vector<PileLeaf>;

/// The leaves of a sheet that is folded until all its rectangles lie on one another.
[[nodiscard]] Pile pileOf(const FoldedSheet& folded, int sheet, Length caliper);

/// One pile over the other, as signatures are gathered for gluing.
[[nodiscard]] Pile gathered(Pile upper, const Pile& lower);
/// The inner pile laid into the middle of the outer one, as sheets are nested for stitching.
[[nodiscard]] Pile nested(const Pile& outer, const Pile& inner);
/// A pile inserted after the first `leaves` leaves of another.
[[nodiscard]] Pile inserted(const Pile& into, const Pile& what, std::size_t leaves);

/// The thickness of the leaves that lie above each leaf; the last entry is that of the whole pile.
[[nodiscard]] std::vector<Length> heightsInPile(const Pile& pile);

} // namespace hinge
