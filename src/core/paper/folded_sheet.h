// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/length.h"

#include <optional>
#include <vector>

namespace hinge
{

/// The direction in which a line runs across the sheet.
enum class Axis { Vertical, Horizontal };
/// Folding lifts one side over the rest of the pile or tucks it under.
enum class FoldWay { Over, Under };
/// The side of a line: left or top, right or bottom, as the pile lies at that moment.
enum class LineSide { Before, After };

/// One fold, as a folder operator would say it: "at line 2 the left part goes under".
struct FoldStep {
    Axis axis = Axis::Vertical;
    /// 1 is the first line from the left (top) of the unfolded outside face; panels - 1 is the last.
    int line = 1;
    LineSide moves = LineSide::Before;
    FoldWay way = FoldWay::Under;
    bool operator==(const FoldStep&) const = default;
};

/// One rectangle between lines, wherever folding has carried it.
struct Cell {
    int column = 0;
    int row = 0;
    /// Where it lies now, in the coordinates of the unfolded outside face.
    Rect place;
    bool mirroredX = false;
    bool mirroredY = false;
    /// Its position in the pile, counted from the table. Only the order matters.
    int layer = 0;

    /// True while the outside face looks up.
    [[nodiscard]] bool outsideUp() const { return mirroredX == mirroredY; }
    /// True while the head of the panel points to the head of the unfolded sheet.
    [[nodiscard]] bool headUp() const { return !mirroredY; }
    bool operator==(const Cell&) const = default;
};

/// What one fold did to the paper.
struct FoldEvent {
    FoldStep step;
    /// Where the crease lies, along the axis it crosses.
    Length position;
    /// Seen from the outside face the crease is a valley (else a mountain).
    bool outsideValley = false;
    /// A panel that the fold closes around, and how far its edge stays away from the crease.
    /// A negative gap means that it lies across the crease, where it has no line: it would buckle.
    /// Listed is the panel whose own width puts the edge there, not the one that hangs on to it.
    struct Enclosed {
        int column = 0;
        int row = 0;
        Length gap;
    };
    std::vector<Enclosed> enclosed;
    /// Every piece of a line that was creased: that of the step, and those of other layers that lie there, too. `cross`
    /// is the row (column) it runs through.
    struct Crease {
        int line = 1;
        int cross = 0;
        bool outsideValley = false;
    };
    std::vector<Crease> creases;
    /// A line whose two sides would part although they lie away from the crease: there the paper would tear. 0 for
    /// none.
    int tornLine = 0;
    /// How many layers of paper the fold closes around.
    int layersInside = 0;
};

/// A sheet with two faces and straight lines across it, folded step by step.
///
/// This is the paper itself: nothing here knows a fold by name. It starts flat with the outside
/// face up and keeps, for each rectangle, where it lies, which face looks up, which way its head
/// points and where it stands in the pile. Value type: a copy is another sheet.
class FoldedSheet
{
public:
    /// Lays out a flat sheet; widths run from the left of the outside face, heights from the head.
    FoldedSheet(const std::vector<Length>& widths, const std::vector<Length>& heights);

    [[nodiscard]] int columns() const { return columns_; }
    [[nodiscard]] int rows() const { return rows_; }
    [[nodiscard]] const std::vector<Cell>& cells() const { return cells_; }
    [[nodiscard]] const Cell& cell(int column, int row = 0) const;

    /// Folds once. `step.line` must be a line of this sheet. Paper that would have to crease where
    /// it has no line is reported in the event; it then goes with the side its middle lies on.
    FoldEvent fold(const FoldStep& step);
    /// Takes the last fold back. Does nothing on a flat sheet.
    void unfold();

    /// Turns the whole pile over, left to right, as one turns a page.
    void turnOver();

    /// The topmost or bottommost rectangle of the pile.
    [[nodiscard]] const Cell& top() const;
    [[nodiscard]] const Cell& bottom() const;
    /// The area the pile covers.
    [[nodiscard]] Rect extent() const;
    /// Two outer edges of the sheet that folding has brought face to face, as the flaps of a gate do.
    struct Meeting {
        Axis axis;                 ///< of the line between them
        int first = 0, second = 0; ///< columns (rows), the left or upper one first
        Length gap;                ///< negative when they overlap
    };
    /// Those of the pile as it lies; each pair once.
    [[nodiscard]] std::vector<Meeting> meetings() const;

    /// Rectangles that are seen from above, at least in part, in reading direction (rows, then left to right).
    [[nodiscard]] std::vector<Cell> seenFromAbove() const;

    /// Opens the topmost leaf, as a reader does: among the creases that hold a part lying wholly on
    /// top, the one that moves least is swung open. Where no single leaf lies free (cross folds), the last fold that is
    /// still closed is unfolded, its upper part first. Returns the line, or nothing when all lies open.
    struct Opening {
        Axis axis;
        int line;
    };
    std::optional<Opening> openTopLeaf();

private:
    [[nodiscard]] Cell& at(int column, int row);
    [[nodiscard]] Length linePosition(Axis axis, int line) const;
    [[nodiscard]] bool isFoldedAt(Axis axis, int line) const;
    void reflect(Cell& cell, Axis axis, Length position) const;
    [[nodiscard]] const Cell& beside(const FoldStep& step, int side, int cross) const;
    /// How many rectangles a line of this direction passes.
    [[nodiscard]] int crossings(Axis axis) const;
    /// What the step creases, and whether it would tear the paper elsewhere.
    void findCreases(FoldEvent& event) const;
    /// True for what lies between the layers that crease.
    [[nodiscard]] bool liesInFold(const Cell& cell, const FoldEvent& event) const;
    void findEnclosed(FoldEvent& event) const;
    /// Mirrors what moves, and lays it above or below the pile.
    void turnOver(const FoldEvent& event);
    /// Swings a part open, up and over.
    void swingOpen(Axis axis, int line, const std::vector<bool>& part);

    int columns_ = 0;
    int rows_ = 0;
    std::vector<Cell> cells_;
    /// The pile before each fold; unfolding is stepping back.
    std::vector<std::vector<Cell>> before_;
    /// What moved in each fold, however the pile was turned since.
    struct Made {
        FoldStep step;
        std::vector<bool> moved; ///< by rectangle
    };
    std::vector<Made> made_;
};

} // namespace hinge
