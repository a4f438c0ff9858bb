// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job.h"

namespace hinge {

/// What happens to an edge; bleed and safe zone follow from it.
enum class EdgeFate {
    Knife, ///< cut: bleed beyond it, safe zone within
    Folded, ///< folded: no bleed, fold clearance within
    Shared, ///< cut once for two neighbours that touch: no bleed of its own
};

/// What a panel is when the piece is folded.
enum class Role { FrontCover, BackCover, TuckInFlap, Outside, Inside };

/// One panel of one face, derived from the paper.
struct Panel {
    Face face = Face::Outside;
    /// Position on this face, from the left, from 0.
    int position = 0;
    /// The same paper seen from the outside face: its column on the sheet.
    int column = 0;
    /// Trim and folds; in face coordinates.
    Rect area;
    /// Left, top, right, bottom, as `ItemSide`.
    std::array<EdgeFate, 4> edges{EdgeFate::Knife, EdgeFate::Knife, EdgeFate::Knife, EdgeFate::Knife};
    Role role = Role::Inside;
    /// "front cover", "inside left": unique in the piece.
    QString roleName;
    /// The order in which a reader meets it, from 1.
    int readingNumber = 0;
    /// Where print may reach: beyond cut edges by the bleed, up to folded ones.
    Rect bleedArea;
    /// Where live matter may stand.
    Rect safeArea;
    /// From left to right, at least one; they fill the width of the safe area.
    std::vector<Rect> columnAreas;

    [[nodiscard]] EdgeFate edge(ItemSide s) const { return edges[std::size_t(s)]; }
};

/// A fold as it lies on a face.
struct FoldLine {
    int line = 1; ///< as in `FoldStep`
    /// From the left of the outside and of the inside face.
    std::array<Length, 2> x;
    /// Valley (true) or mountain seen from that face.
    std::array<bool, 2> valley{};
};

/// How the piece closes.
struct Closing {
    Size size; ///< finished size
    /// The smallest space left between an enclosed panel and the fold around it, less the paper's
    /// own thickness there; negative when a panel would buckle. Unset when nothing is enclosed.
    std::optional<Length> spare;
    /// The column with the smallest space, and how far it lies over the fold (0 when it does not).
    int tightestColumn = -1;
    /// How far any panel sticks out beyond the front cover.
    Length protrusion;
};

/// The paper of the piece, worked out by folding it.
struct Paper {
    Length tuckAllowance;
    std::vector<int> tuckCounts;
    /// Of the columns, from the left of the outside face.
    std::vector<Length> widths;
    std::vector<FoldStep> steps;
    std::vector<FoldLine> folds;
    /// By face, then by position from the left.
    std::array<std::vector<Panel>, 2> panels;
    Closing closing;
    /// The closed pile, front cover up.
    FoldedSheet closed{{}, {}};

    [[nodiscard]] const std::vector<Panel>& face(Face f) const { return panels[std::size_t(f)]; }
    /// The panel behind this one: same paper, other face.
    [[nodiscard]] const Panel& behind(const Panel& panel) const;
};

/// Cuts, measures and folds the flat of a job that `validate` accepts.
/// Fails when the panels do not fit on the flat, or when the panel wanted in front ends up inside.
[[nodiscard]] Result<Paper> foldPaper(const Job& job);

/// The trim of a face: the flat with its corner at the origin.
[[nodiscard]] Rect trimOf(const Job& job);
/// Trim and bleed of a face (all four outer edges of a leaflet are cut).
[[nodiscard]] Rect bleedOf(const Job& job);

} // namespace hinge
