// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/cut_tree.h"
#include "core/panels.h"

namespace hinge {

/// One piece on one side of a press sheet.
struct SheetPlace {
    /// Trim of the piece, in sheet coordinates (origin at the head-left corner of that side).
    Rect trim;
    Turn turn = Turn::None;
    bool operator==(const SheetPlace&) const = default;
};

/// A printer's mark drawn as a straight line.
struct MarkLine {
    Point from, to;
    bool fold = false; ///< marks of folds, scores and perforations are dashed, crop marks solid
    bool operator==(const MarkLine&) const = default;
};

/// Crop marks stand clear of the bleed by this much, and are this long. Common practice.
inline constexpr Length markClearance = Length::mm(1);
inline constexpr Length markLength = Length::mm(5);
/// Shorter than this, a mark squeezed in at the edge of the sheet is left out.
inline constexpr Length shortestMark = Length::micrometres(1500);

/// One way of filling one press sheet.
struct SheetLayout {
    Size sheet;
    std::vector<SheetPlace> front;
    /// The same pieces seen after the sheet has been turned about the flip edge, in the same order.
    std::vector<SheetPlace> back;
    /// Printable area of either side; the gripper lies at the head of the front.
    Rect frontArea;
    Rect backArea;
    /// Area of the pieces against the area of the sheet, in percent.
    double usedPercent = 0;
    /// Guillotine cuts that free every piece: each trim line of a block once.
    int cuts = 0;

    [[nodiscard]] int up() const { return int(front.size()); }
};

/// The most pieces that fit on a sheet so that a guillotine can free every one: an upright block
/// beside a turned one, in every proportion. `cell` is a piece with its bleed; `area` what can be
/// printed. Pieces lie from the head-left corner of the area; the block is not yet centred.
struct CellPlace {
    Rect cell;
    bool turned = false;
};
[[nodiscard]] std::vector<CellPlace> bestGuillotineFill(Size cell, Size area);

/// Lays the piece out on `sheet`, both sides. Empty `front` when it does not fit at all.
[[nodiscard]] SheetLayout layOutSheet(const Job& job, const Paper& paper, Size sheet);

/// The layouts on the usual press sheets and on the job's own, best first: by paper used.
[[nodiscard]] std::vector<SheetLayout> arrangements(const Job& job, const Paper& paper);

/// How many pieces of a size, bleed and all, one side of a press sheet takes.
[[nodiscard]] int countOnSheet(const Press& press, Size cell);

/// The piece on the sheet with its bleed.
[[nodiscard]] Rect bleedOnSheet(const SheetPlace& place, const Paper& paper, Face face);

/// The page of an exported flat about a face: its bleed, room for marks and a little air.
[[nodiscard]] Rect flatPage(const Paper& paper, Face face);

/// Crop and fold marks of one face of the flat, outside its bleed.
[[nodiscard]] std::vector<MarkLine> flatMarks(const Paper& paper, Face face);

/// Crop and fold marks of one side of a sheet that shows `face`: for every cut and fold line, where a mark fits
/// outside all bleeds and within the printable area.
[[nodiscard]] std::vector<MarkLine> sheetMarks(const std::vector<SheetPlace>& places, const Rect& area, const Paper& paper, Face face);

} // namespace hinge
