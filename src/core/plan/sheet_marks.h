// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/sheet_layout.h"

namespace hinge
{

/// A printer's mark drawn as a straight line.
struct MarkLine {
    Point from, to;
    bool fold = false; ///< marks of folds, scores and perforations are dashed, crop marks solid
    bool operator==(const MarkLine&) const = default;
};

/// Crop marks stand clear of the bleed by this much, and are this long. Common practice.
inline constexpr Length markClearance = Length::mm(1);
inline constexpr Length markLength = Length::mm(5);
/// Where there is less room a mark is shorter, but never shorter than this.
inline constexpr Length shortestMark = Length::micrometres(1500);

/// A quarter of a point: fine, but never a hairline.
inline constexpr Length markWidth = Length::micrometres(88);
/// Marks of folds are dashed.
inline constexpr Length foldMarkDash = Length::points(2);
inline constexpr Length foldMarkGap = Length::units(Length::points(3).count() / 2);

/// The piece on the sheet with its bleed.
[[nodiscard]] Rect bleedOnSheet(const SheetSlot& place, const Paper& paper, Face face);

/// What each piece prints of its bleed: where neighbours lie nearer than their bleeds take, up to half way between
/// them.
[[nodiscard]] std::vector<Rect> printedOnSheet(const std::vector<SheetSlot>& places, const Paper& paper, Face face);

/// The page of an exported flat about a face: its bleed, room for marks and a little air.
[[nodiscard]] Rect flatPage(const Paper& paper, Face face);

/// Crop and fold marks of one face of the flat, outside its bleed.
[[nodiscard]] std::vector<MarkLine> flatMarks(const Paper& paper, Face face);

/// Crop and fold marks of one side of a sheet that shows `face`: for every cut and fold line beside the pieces it
/// belongs to, outside all bleeds and within the printable area. Where a neighbour stands in the way a mark is shorter,
/// stands between the pieces, or moves along its line to where there is room.
[[nodiscard]] std::vector<MarkLine> sheetMarks(const std::vector<SheetSlot>& places, const Rect& area,
                                               const Paper& paper, Face face);

/// How many different lines the pieces of a side are trimmed at that have no mark among `marks`.
[[nodiscard]] int trimLinesWithoutMark(const std::vector<SheetSlot>& places, const std::vector<MarkLine>& marks);

} // namespace hinge
