// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

#include <QDate>

namespace hinge
{

/// "SRA2", or its measures where it has no name.
[[nodiscard]] QString sheetSizeName(Size sheet, Unit unit);
/// What a press sheet carries: "cover", "sheet 3", "signature 2", "leaves 1, 9, 17"; "piece" where that is all there
/// is.
[[nodiscard]] QString formName(const Job& job, const Plan& plan, const PressForm& form);
/// Its side: "outer side", "inner side" of what is folded; "front", "back"; of a leaflet "outside", "inside".
[[nodiscard]] QString sideName(const Job& job, const PressForm& form, Face side);
/// The line printed beside the sheet: job, part, side, inks, and the day it was written.
[[nodiscard]] QString sheetLabel(const Job& job, const Plan& plan, const PressForm& form, Face side, QDate day);
/// What a slot shows of what it carries: a page number, a face, the numbers of a pile.
[[nodiscard]] QString slotText(const Job& job, const Plan& plan, const PressForm& form, Face side,
                               const PlacedSurface& place, qint64 sheet);
/// How many are laid on a sheet, worked out: "303 × 216 mm with bleed in 634 × 437 mm printable".
[[nodiscard]] QString upWorking(const Job& job, const PressRun& run);
/// How many sheets a run takes, worked out: "8 sheets × (500 ÷ 4, rounded up)".
[[nodiscard]] QString sheetsWorking(const Job& job, const PressRun& run);
/// What is told of a page or face that is pointed at on a sheet: its slot, head, what is behind it and read beside it.
[[nodiscard]] QString spotText(const Job& job, const Plan& plan, const PressForm& form, Face side,
                               const PlacedSurface& place, qint64 sheet);
/// Of nested sheets, the one farthest from a form: the innermost, or for itself the outermost; nullptr where none nest.
[[nodiscard]] const PressForm* farthestNested(const Job& job, const PressRun& run, const PressForm& form);
/// How much farther the pages of one are shifted, or narrowed, than those of the other.
[[nodiscard]] Length creepBetween(const PieceParts& parts, const PressForm& a, const PressForm& b);
/// How the second side is printed, as what to do with the paper.
[[nodiscard]] QString turningText(const Job& job, const PressRun& run);

/// What a run costs, in hundredths; empty without a price.
struct RunCost {
    qint64 paper = 0, sides = 0, plates = 0;
    [[nodiscard]] qint64 all() const { return paper + sides + plates; }
};
/// The paper of a run in kilograms (ISO 536), overs and all.
[[nodiscard]] double kilogramsOf(const Stock& stock, const SheetLayout& layout);
[[nodiscard]] std::optional<RunCost> costOf(const Job& job, const PressRun& run, const SheetLayout& layout);

} // namespace hinge
