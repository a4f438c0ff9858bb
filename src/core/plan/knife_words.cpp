// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/knife_words.h"

#include "core/plan/sheet_words.h"

namespace hinge
{

QString turnText(const KnifeStep& step)
{
    switch (step.turn) {
    case 90: return QStringLiteral("a quarter right");
    case 180: return QStringLiteral("half round");
    case 270: return QStringLiteral("a quarter left");
    default: return QStringLiteral("as it is");
    }
}

QString edgeText(const KnifeStep& step)
{
    switch (step.edge) {
    case GaugeEdge::Head:
        return step.fresh ? QStringLiteral("fresh head edge") : QStringLiteral("head edge, the gripper");
    case GaugeEdge::Left: return step.fresh ? QStringLiteral("fresh left edge") : QStringLiteral("left edge, the lay");
    case GaugeEdge::Foot: return step.fresh ? QStringLiteral("fresh foot edge") : QStringLiteral("foot edge");
    case GaugeEdge::Right: return step.fresh ? QStringLiteral("fresh right edge") : QStringLiteral("right edge");
    }
    return {};
}

QString fallsText(const KnifeStep& step)
{
    QStringList parts;
    const auto kept = step.kept.size();
    const auto waste = step.waste.size();
    if (kept > 0)
        parts << (kept == 1 ? QStringLiteral("1 part kept") : QStringLiteral("%1 parts kept").arg(kept));
    if (waste > 0)
        parts << (waste == 1 ? QStringLiteral("1 strip of waste off")
                             : QStringLiteral("%1 strips of waste off").arg(waste));
    return parts.join(QStringLiteral(", "));
}

QString slotNumber(const Job& job, const Plan& plan, const PressForm& form, int slot)
{
    const PressRun* run = plan.runOf(form.component);
    const bool piles = run && (run->stacking || form.differentWorks().size() > 1);
    const int number = piles ? pileOf(*form.layout, slot, job.press.piles) : slot;
    return QString::number(number + 1);
}

namespace
{

QStringList stackingNotes(const PressRun& run)
{
    QStringList notes;
    if (run.stacking) {
        const Stacking& s = *run.stacking;
        notes << QStringLiteral("Stack the piles in the order of their numbers, pile 1 on top%1.")
                     .arg(s.lifts() > 1 ? QStringLiteral(", lift by lift") : QString());
        for (int pile = 0; pile < s.piles && pile < 40; ++pile) {
            const Stacking::Range r = s.pile(0, pile);
            notes << (r.count() > 0 ? QStringLiteral("Pile %1: %2 to %3").arg(pile + 1).arg(r.first + 1).arg(r.last + 1)
                                    : QStringLiteral("Pile %1: empty").arg(pile + 1));
        }
    } else if (run.component == Component::Text && run.piece.press.fill == SlotFill::Piles) {
        notes << QStringLiteral("Gather the sheets in order, cut, and stack the piles in the order of their numbers.");
    }
    return notes;
}

} // namespace

void finishOrder(CuttingOrder& order, const Knife& knife, Length caliper, Unit unit)
{
    order.sheetsPerLift = sheetsPerLift(knife, caliper);
    order.lifts = int((order.sheets + order.sheetsPerLift - 1) / order.sheetsPerLift);
    if (!order.layout->program.canBeCut())
        order.notes << QStringLiteral("Some gauges are nearer than the machine comes (%1): put a spacer in, or cut "
                                      "these by hand.")
                           .arg(formatLength(knife.leastGauge, unit));
}

std::vector<CuttingOrder> cuttingOrders(const Job& job, const Plan& plan)
{
    std::vector<CuttingOrder> orders;
    for (const PressRun& run : plan.press) {
        const std::size_t before = orders.size();
        for (const PressForm& form : run.forms) {
            if (orders.size() > before && orders.back().layout == form.layout) {
                orders.back().sheets += form.sheets + form.overs;
                continue;
            }
            CuttingOrder order;
            const QString part = run.component == Component::Text ? QStringLiteral("text") : formName(job, plan, form);
            order.title = QStringLiteral("%1, %2 up on %3")
                              .arg(part)
                              .arg(form.layout->up())
                              .arg(sheetSizeName(form.layout->sheet, job.unit));
            order.layout = form.layout;
            for (int slot = 0; slot < int(form.layout->front.size()); ++slot)
                order.slotNames << slotNumber(job, plan, form, slot);
            order.sheets = form.sheets + form.overs;
            order.notes = stackingNotes(run);
            orders.push_back(std::move(order));
        }
        const Stock& stock = stockOf(job, run.component);
        for (std::size_t i = before; i < orders.size(); ++i)
            finishOrder(orders[i], job.press.knife, stock.caliper(), job.unit);
    }
    return orders;
}

QByteArray knifeTableText(const std::vector<CuttingOrder>& orders)
{
    QByteArray out = "what,stroke,turn,edge at the gauge,gauge mm,parts kept,waste off\r\n";
    for (const CuttingOrder& order : orders) {
        int number = 0;
        for (const KnifeStep& step : order.layout->program.steps)
            out += QStringLiteral("\"%1\",%2,%3,\"%4\",%5,%6,%7\r\n")
                       .arg(QString(order.title).replace(u'"', QStringLiteral("\"\"")))
                       .arg(++number)
                       .arg(turnText(step), edgeText(step))
                       .arg(step.gauge.toMm(), 0, 'f', 2)
                       .arg(step.kept.size())
                       .arg(step.waste.size())
                       .toUtf8();
    }
    return out;
}

} // namespace hinge
