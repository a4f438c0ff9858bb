// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/paper/edge_fate.h"
#include "core/paper/folded_sheet.h"

#include <array>
#include <vector>

namespace hinge
{

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
    Rect place{};   ///< where it lies, as the pile is seen from its front
    /// Left, top, right, bottom as the pile is seen from its front: folded where the paper goes on into another leaf.
    std::array<EdgeFate, 4> edges{EdgeFate::Knife, EdgeFate::Knife, EdgeFate::Knife, EdgeFate::Knife};
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

/// The sides of a pile as it is seen from its front.
enum class PileSide { Left = 0, Top = 1, Right = 2, Bottom = 3 };

/// Takes `width` off one side of the whole pile. Every edge that lay there is now a cut one, folds and all; what did
/// not reach so far stays as it was.
[[nodiscard]] Pile trimmed(Pile pile, PileSide side, Length width);
/// The same, but with the mill that prepares a spine for glue.
[[nodiscard]] Pile milled(Pile pile, PileSide side, Length width);
/// Binds the pile at one side: every edge there is held by staples, wire or glue from now on.
[[nodiscard]] Pile boundAt(Pile pile, PileSide side);
/// The sheet of each leaf moved outward from the spine on the left: nested sheets push each other out.
[[nodiscard]] Pile pushedOut(Pile pile, const std::vector<Length>& bySheet);
/// True when no edge but one at `spine` is still a fold, so that every page can be turned.
[[nodiscard]] bool opensEverywhere(const Pile& pile, PileSide spine);

/// The thickness of the leaves that lie above each leaf; the last entry is that of the whole pile.
[[nodiscard]] std::vector<Length> heightsInPile(const Pile& pile);

} // namespace hinge
