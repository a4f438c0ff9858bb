// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/gang/gang_plan.h"
#include "core/plan/knife_words.h"

#include <QDate>

namespace hinge
{

/// What a piece is called: its job, and which sheet of it where there are several: "Almanac, sheet 2".
[[nodiscard]] QString gangPieceName(const GangPlan& plan, const GangJobs& jobs, int piece);
/// What a slot carries, or that it was left free.
[[nodiscard]] QString gangSlotName(const GangPlan& plan, const GangJobs& jobs, const SheetSlot& slot);
/// "front", "back", or as a sheet that is printed twice from one form.
[[nodiscard]] QString gangSideName(const Gang& gang, Face side);
/// The line printed beside the sheet: gang, sheet, side, inks, and the day it was written.
[[nodiscard]] QString gangSheetLabel(const Gang& gang, const GangPlan& plan, const GangJobs& jobs, int form, Face side,
                                     QDate day);
/// "2 sheets: 500 + 120, 5 % over": a split in one line.
[[nodiscard]] QString splitWords(const GangSplit& split);
/// How the sheets are cut, one order a sheet.
[[nodiscard]] std::vector<CuttingOrder> gangCuttingOrders(const Gang& gang, const GangPlan& plan, const GangJobs& jobs);

} // namespace hinge
