// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/job.h"
#include "core/paper/edge_fate.h"

namespace hinge
{

/// What a panel is when the piece is folded.
/// Design margins leave at least this of a panel.
inline constexpr Length leastLayout = Length::mm(5);

enum class Role { FrontCover, BackCover, TuckInFlap, Outside, Inside, Spine, CoverFlap, Stub };

/// A guide at its place on a face: how far from the left (upright) or the head (level).
struct GuideLine {
    int number = 0;
    bool upright = true;
    Length at;
};

/// One panel of one face, derived from the paper.
struct Panel {
    Face face = Face::Outside;
    /// Position on this face, row by row from the left, from 0.
    int position = 0;
    /// The same paper seen from the outside face: its place on the sheet.
    int column = 0;
    int row = 0;
    /// Trim and folds; in face coordinates.
    Rect area;
    /// Left, top, right, bottom, as `ItemSide`.
    std::array<EdgeFate, 4> edges{EdgeFate::Knife, EdgeFate::Knife, EdgeFate::Knife, EdgeFate::Knife};
    Role role = Role::Inside;
    /// "front cover", "inside left": unique in the piece.
    QString roleName;
    /// The order in which a reader meets it, from 1.
    int readingNumber = 0;
    /// A reader sees it the other way up than this face is drawn: what stands on it is turned by half.
    bool headDown = false;
    /// Where print may reach: beyond cut edges by the bleed, up to folded ones.
    Rect bleedArea;
    /// Where live matter may stand.
    Rect safeArea;
    /// Where the design stands: within its own margins, or all of the safe area.
    Rect layoutArea;
    /// From left to right, at least one; they fill the width of the layout.
    std::vector<Rect> columnAreas;
    /// From head to foot, at least one; they fill the height of the layout.
    std::vector<Rect> rowAreas;
    /// Guides of the user as they lie on the face.
    std::vector<GuideLine> guides;

    [[nodiscard]] EdgeFate edge(ItemSide s) const { return edges[std::size_t(s)]; }
    /// It has design margins, wider than what is safe.
    [[nodiscard]] bool hasLayout() const { return layoutArea != safeArea; }
    /// What live matter keeps clear of at an edge.
    [[nodiscard]] Length margin(ItemSide s) const;
    /// From an edge of the panel to that of an area in it.
    [[nodiscard]] Length marginTo(const Rect& inner, ItemSide s) const;
};

/// What is done along a line across the flat.
enum class LineWork {
    Fold,
    Score, ///< pressed only, so that a cover opens without cracking
    Perforation,
};

/// A line, or a piece of one, as it lies on a face. A fold that runs through several rows of panels may be a valley in
/// one and a mountain in the next; then each stands for itself.
struct FoldLine {
    Axis axis = Axis::Vertical;
    int line = 1; ///< as in `FoldStep`; 0 for a line that parts no panels
    LineWork work = LineWork::Fold;
    /// From the left (head) of the outside and of the inside face.
    std::array<Length, 2> at;
    /// Where it begins and ends along itself, on the outside and on the inside face.
    std::array<Length, 2> from;
    std::array<Length, 2> to;
    /// Valley (true) or mountain seen from that face; false for what is not folded.
    std::array<bool, 2> valley{};
};

/// An area of a face where something must not stand: a glue area, the post's own strip, punched holes.
struct KeepClear {
    Face face = Face::Outside;
    Rect area;
    QString what;   ///< "stamp", "glue": short, for the drawing
    QString reason; ///< why, in one sentence
    /// Nothing at all may be printed there (glue), or only nothing that must be read (holes).
    bool noPrint = false;
};

/// How the piece closes.
struct Closing {
    Size size; ///< finished size
    /// The smallest space left between an enclosed panel and the fold around it, less the paper's
    /// own thickness there; negative when a panel would buckle. Unset when nothing is enclosed.
    std::optional<Length> spare;
    /// The column with the smallest space, and how far it lies over the fold (0 when it does not).
    int tightestColumn = -1;
    /// How far any panel sticks out beyond the front cover, where that was not asked for.
    Length protrusion;
    /// The space between two gate flaps; negative when they overlap. Unset when there are none.
    std::optional<Length> flapGap;
    /// Paper on paper where the pile is highest.
    Length thickness;
};

/// The paper of the flat that is at work, worked out by folding it.
struct Paper {
    /// Trimmed but open.
    Size flat;
    /// Bleed beyond the left, top, right and bottom trim of the outside face; 0 at an edge shared with a neighbour.
    std::array<Length, 4> bleeds;
    /// The inside face is what one sees after turning the flat about its vertical middle (false), as a page is turned,
    /// or about its horizontal one (true), as for a piece that opens upwards.
    bool tumbled = false;
    Narrowing narrowing;
    /// Of the columns, from the left of the outside face; of the rows, from its head.
    std::vector<Length> widths;
    std::vector<Length> heights;
    std::vector<FoldStep> steps;
    std::vector<FoldLine> folds;
    std::vector<KeepClear> keepClear;
    /// Drilled holes, as squares about them, on the outside face; and the radius of rounded corners, 0 for square ones.
    std::vector<Rect> holes;
    Length cornerRadius;
    /// A cover that is wrapped about a block: the column of its spine, else -1.
    int spineColumn = -1;
    /// By face, then by position.
    std::array<std::vector<Panel>, 2> panels;
    Closing closing;
    /// The closed pile, front cover up.
    FoldedSheet closed{{}, {}};

    [[nodiscard]] const std::vector<Panel>& face(Face f) const { return panels[std::size_t(f)]; }
    [[nodiscard]] int columns() const { return int(widths.size()); }
    [[nodiscard]] int rows() const { return int(heights.size()); }
    /// The panel of a face that lies on this rectangle of the sheet.
    [[nodiscard]] const Panel& panelOn(Face face, int column, int row) const
    {
        return panels[std::size_t(face)][panelIndex(face, column, row)];
    }
    [[nodiscard]] Panel& panelOn(Face face, int column, int row)
    {
        return panels[std::size_t(face)][panelIndex(face, column, row)];
    }
    /// Position of the front cover among the panels of the outside; 0 for a piece that has none.
    [[nodiscard]] int front() const;
    /// The panel behind this one: same paper, other face.
    [[nodiscard]] const Panel& behind(const Panel& panel) const;
    /// A place on one face as it lies on the other.
    [[nodiscard]] Point through(Point p) const;
    [[nodiscard]] Rect through(const Rect& r) const;

private:
    [[nodiscard]] std::size_t panelIndex(Face face, int column, int row) const;
};

/// Cuts, measures and folds the flat of a job that `validate` accepts.
/// Fails when the panels do not fit on the flat, or when the panel wanted in front ends up inside.
[[nodiscard]] Result<Paper> foldPaper(const Job& job);

/// A page of the text, trimmed, as a paper of its own: the sides at head, foot and fore-edge are cut, the one at the
/// spine is folded, milled or punched. Its front and its back are the same right- or left-hand page. Only for kinds
/// with pages.
enum class Hand { Left, Right };
inline constexpr std::array<Hand, 2> bothHands{Hand::Left, Hand::Right};
/// "left-hand page", "right-hand page".
[[nodiscard]] QString handName(Hand hand);
/// `own` has the columns, margins and guides of a page that has some of its own; nullptr for one as most are.
[[nodiscard]] Result<Paper> textPage(const Job& job, Hand hand, const SurfaceContent* own = nullptr);

/// The trim of a face: the flat with its corner at the origin.
[[nodiscard]] Rect trimOf(const Paper& paper);
/// Trim and bleed of a face.
[[nodiscard]] Rect bleedOf(const Paper& paper, Face face = Face::Outside);

} // namespace hinge
