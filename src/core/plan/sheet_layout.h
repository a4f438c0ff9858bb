// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/paper/cut_tree.h"
#include "core/piece/panels.h"

#include <array>

namespace hinge
{

/// One piece on one side of a press sheet.
struct SheetSlot {
    /// Trim of the piece, in sheet coordinates (origin at the head-left corner of that side).
    Rect trim;
    Turn turn = Turn::None;
    bool operator==(const SheetSlot&) const = default;
};

/// Where a place of the flat, from the head-left corner of its trim, comes to lie on the sheet. All that is laid on
/// sheets goes by this.
[[nodiscard]] Point onSheet(const SheetSlot& place, Point onFlat);

/// Bleeds of an upright piece (left, top, right, bottom) as they lie when it is turned clockwise.
[[nodiscard]] std::array<Length, 4> turnedBleeds(std::array<Length, 4> bleeds, Turn turn);

/// One way of filling one press sheet.
struct SheetLayout {
    Size sheet;
    std::vector<SheetSlot> front;
    /// The same pieces seen after the sheet has been turned about the flip edge, in the same order.
    std::vector<SheetSlot> back;
    /// Printable area of either side; the gripper lies at the head of the side that is printed.
    Rect frontArea;
    Rect backArea;
    /// Where pieces may lie on the front, so that both sides are printable.
    Rect fillArea;
    /// Area of the pieces against the area of the sheet, in percent.
    double usedPercent = 0;
    /// Good sheets for the whole run, and the overs on top; 0 in a layout by itself.
    qint64 sheets = 0;
    qint64 overs = 0;
    /// How often the knife comes down to free every piece; parts that are cut alike are piled and cut together.
    int cuts = 0;

    [[nodiscard]] int up() const { return int(front.size()); }
    /// The paper of the whole run, in square metres.
    [[nodiscard]] double paperOfRun() const { return double(sheets + overs) * sheet.w.toMm() * sheet.h.toMm() / 1e6; }
};

/// All that the lie of pieces on their press sheets depends on, so that an edit which leaves it as it is need not fill
/// sheets again.
struct PieceOnPress {
    Press press;
    Size flat;
    std::array<Length, 4> bleeds{}; ///< left, top, right, bottom
    bool tumbled = false;           ///< see `Paper::tumbled`
    Percent overs;
    qint64 pieces = 0; ///< of the run; 0 where only one sheet matters
    bool operator==(const PieceOnPress&) const = default;
};
[[nodiscard]] PieceOnPress pieceOnPress(const Job& job, const Paper& paper, qint64 pieces = 0);

/// Lays the piece out on `sheet`, both sides. Empty `front` when it does not fit at all.
[[nodiscard]] SheetLayout layOutSheet(const PieceOnPress& piece, Size sheet);

/// Good sheets for a number of pieces, `up` on each.
[[nodiscard]] qint64 sheetsFor(qint64 pieces, int up);
/// Sheets to spoil on top. Common practice: a share of the good ones, rounded up.
[[nodiscard]] qint64 oversFor(qint64 sheets, Percent share);

/// The layouts on the usual press sheets and on the job's own, best first: by the paper the run takes. Of those that
/// take hardly more than the least (a tenth) the smallest sheet comes first: 250 cards do not want the largest.
[[nodiscard]] std::vector<SheetLayout> arrangements(const PieceOnPress& piece);

/// How many pieces of a size, bleed and all, one side of a press sheet takes.
[[nodiscard]] int countOnSheet(const Press& press, Size cell);

} // namespace hinge
