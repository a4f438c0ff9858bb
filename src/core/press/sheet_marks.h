// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/press/press_forms.h"

namespace hinge
{

/// What a line of marks stands for.
enum class MarkKind {
    Crop,   ///< where the knife goes
    Fold,   ///< folds, scores and perforations: dashed
    Bleed,  ///< where the bleed ends: dotted
    Centre, ///< the middle of the sheet
};

/// A printer's mark drawn as a straight line.
struct MarkLine {
    Point from, to;
    MarkKind kind = MarkKind::Crop;
    bool operator==(const MarkLine&) const = default;
};

/// Where there is less room a mark is shorter, but never shorter than this.
inline constexpr Length shortestMark = Length::micrometres(1500);
/// Marks of folds are dashed, those of bleeds dotted.
inline constexpr Length foldMarkDash = Length::points(2);
inline constexpr Length foldMarkGap = Length::units(Length::points(3).count() / 2);
inline constexpr Length bleedMarkDash = Length::units(Length::points(1).count() / 2);

/// A piece on a side of a sheet, and the lines that want marks beside it.
struct MarkedPiece {
    Rect printed; ///< bleed and all: no mark stands in it
    struct Line {
        bool upright = true;
        MarkKind kind = MarkKind::Crop;
        Length at;
    };
    std::vector<Line> lines;
};

/// The marks of all lines, outside all bleeds and within `area`. Where a neighbour stands in the way a mark is shorter,
/// stands between the pieces, or moves along its line to where there is room.
[[nodiscard]] std::vector<MarkLine> lineMarks(const std::vector<MarkedPiece>& pieces, const Rect& area,
                                              const SheetMarks& settings);

/// The page of an exported flat about a face: its bleed, room for marks and a little air.
[[nodiscard]] Rect flatPage(const Paper& paper, Face face);
/// Crop and fold marks of one face of the flat, outside its bleed.
[[nodiscard]] std::vector<MarkLine> flatMarks(const Paper& paper, Face face);

/// A patch of the colour bar, printed full in one ink.
struct InkPatch {
    Rect area;
    QString plate; ///< as in `platesOf`
    bool operator==(const InkPatch&) const = default;
};
/// The line that says what sheet it is.
struct SheetLabel {
    Rect area;
    Turn turn = Turn::None;
    bool operator==(const SheetLabel&) const = default;
};

/// All printer's marks on one side of a press sheet. Lines, targets and the label are in registration colour; what
/// there is no room for is left out.
struct MarksOnSide {
    std::vector<MarkLine> lines;
    std::vector<Rect> targets; ///< registration marks: a ring and a cross in each
    std::vector<InkPatch> bar;
    std::vector<Rect> steps; ///< collating steps, in black
    std::optional<SheetLabel> label;
};
[[nodiscard]] MarksOnSide marksOn(const PieceParts& parts, const PressForm& form, Face side);
/// The same on a sheet that several share, set up as that of the first.
[[nodiscard]] MarksOnSide marksOn(const std::vector<SheetShare>& shares, Face side);

/// How many different lines the pieces of a sheet are cut at that have no mark on its front: nothing to set the knife
/// by.
[[nodiscard]] int cutsWithoutMark(const std::vector<SheetShare>& shares);

} // namespace hinge
