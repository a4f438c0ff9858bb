// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/paper/edge_fate.h"
#include "core/paper/folded_sheet.h"
#include "core/units/result.h"

#include <array>
#include <optional>
#include <vector>

namespace hinge
{

/// Clockwise turn of a piece on the sheet: where its head points.
enum class Turn { None = 0, Quarter = 90, Half = 180, ThreeQuarters = 270 };

/// A sheet divided by guillotine cuts: each goes from edge to edge of what is there, so that cuts make a tree.
/// A node is cut into parts side by side, or it is a piece, or it is waste.
struct CutNode {
    struct Part;
    enum class What { Waste, Piece, Cut };
    What what = What::Waste;
    int piece = 0;               ///< which piece it is, free for the caller to number
    Turn turn = Turn::None;      ///< of the piece
    Axis lines = Axis::Vertical; ///< the way its cut lines run
    std::vector<Part> parts;     ///< from the left or the head; they fill the node

    [[nodiscard]] static CutNode ofPiece(int piece, Turn turn = Turn::None);
    [[nodiscard]] static CutNode cut(Axis lines, std::vector<Part> parts);
    /// Cut alike into the same sizes, whichever pieces those are.
    [[nodiscard]] bool isCutLike(const CutNode& other) const;
};

/// One part of a cut node and its extent across the cut lines.
struct CutNode::Part {
    Length extent;
    CutNode node;
};

/// A piece as the knife frees it.
struct CutPiece {
    int piece = 0;
    Turn turn = Turn::None;
    Rect area; ///< on the sheet
    /// Left, top, right, bottom on the sheet: a line that is cut once for two pieces is `Shared`.
    std::array<EdgeFate, 4> edges{EdgeFate::Knife, EdgeFate::Knife, EdgeFate::Knife, EdgeFate::Knife};
};

/// Cuts a sheet. Fails when parts do not add up to what is cut, or when one has no extent; the problem says where.
[[nodiscard]] Result<std::vector<CutPiece>> cutSheet(Size sheet, const CutNode& tree);

/// How many times the knife comes down: once a line between two parts of a node.
[[nodiscard]] int cutsIn(const CutNode& tree);

/// How many times the knife comes down when parts that are cut alike are piled up and cut together.
[[nodiscard]] int pileCutsIn(const CutNode& tree);

/// The tree of cuts that frees rectangles which lie on a sheet: they are its pieces, in order, the rest is waste. Empty
/// when a guillotine cannot free them, because some stand about each other like the sails of a windmill. Where lines of
/// both directions could be cut first, those of `first` are.
[[nodiscard]] std::optional<CutNode> cutTreeOf(Size sheet, const std::vector<Rect>& pieces,
                                               Axis first = Axis::Vertical);

} // namespace hinge
