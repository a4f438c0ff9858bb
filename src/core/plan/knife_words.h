// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"
#include "core/press/knife_program.h"

namespace hinge
{

/// How the pile is turned before a stroke: "as it is", "a quarter right", "half round", "a quarter left".
[[nodiscard]] QString turnText(const KnifeStep& step);
/// The edge at the back gauge: "head edge, the gripper", "left edge, the lay", "fresh foot edge".
[[nodiscard]] QString edgeText(const KnifeStep& step);
/// What falls: "2 strips off, 1 of waste".
[[nodiscard]] QString fallsText(const KnifeStep& step);
/// The number of a slot as its pile is stacked, or as it is counted along the rows.
[[nodiscard]] QString slotNumber(const Job& job, const Plan& plan, const PressForm& form, int slot);

/// How a press sheet is cut: its program, how high the piles are, and how they are stacked.
struct CuttingOrder {
    QString title; ///< "cover, 4 up on SRA2"
    std::shared_ptr<const SheetLayout> layout;
    QStringList slotNames; ///< what is written into each slot: see `slotNumber`
    qint64 sheets = 0;     ///< good ones and overs
    qint64 sheetsPerLift = 0;
    int lifts = 0;
    QStringList notes; ///< how the piles are put together, what to mind
};
/// One for each layout that is cut, in the order they are printed.
[[nodiscard]] std::vector<CuttingOrder> cuttingOrders(const Job& job, const Plan& plan);
/// Lifts, and a note where the machine does not come as near as a gauge wants, once all else is known.
void finishOrder(CuttingOrder& order, const Knife& knife, Length caliper, Unit unit);

/// The programs as a table: CSV (RFC 4180), UTF-8, one stroke a line, lengths in millimetres.
[[nodiscard]] QByteArray knifeTableText(const std::vector<CuttingOrder>& orders);

} // namespace hinge
