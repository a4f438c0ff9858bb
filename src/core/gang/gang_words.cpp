// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/gang/gang_words.h"

#include "core/job/plates.h"
#include "core/plan/sheet_words.h"

#include <algorithm>

namespace hinge
{

QString gangPieceName(const GangPlan& plan, const GangJobs& jobs, int piece)
{
    const GangPiece& at = plan.pieces[std::size_t(piece)];
    const GangJob& job = *jobs[std::size_t(at.job)];
    const auto ofJob = std::ranges::count_if(plan.pieces, [&](const GangPiece& other) { return other.job == at.job; });
    if (ofJob == 1)
        return job.name;
    PressForm form;
    form.component = at.component;
    form.works = {at.work};
    return QStringLiteral("%1, %2").arg(job.name, formName(job.job, job.plan, form));
}

QString gangSlotName(const GangPlan& plan, const GangJobs& jobs, const SheetSlot& slot)
{
    return slot.left ? QStringLiteral("left free") : gangPieceName(plan, jobs, slot.piece);
}

QString gangSideName(const Gang& gang, Face side)
{
    if (isOneForm(gang.press.work))
        return side == Face::Outside ? QStringLiteral("first pass") : QStringLiteral("second pass, same form");
    return side == Face::Outside ? QStringLiteral("front") : QStringLiteral("back");
}

QString gangSheetLabel(const Gang& gang, const GangPlan& plan, const GangJobs& jobs, int form, Face side, QDate day)
{
    QStringList parts;
    if (!gang.title.isEmpty())
        parts << gang.title;
    const int forms = int(plan.split()->forms.size());
    parts << (forms == 1 ? QStringLiteral("gang") : QStringLiteral("gang sheet %1 of %2").arg(form + 1).arg(forms))
          << gangSideName(gang, side);
    QStringList plates;
    int process = 1;
    for (const GangShare& share : sharesOf(plan, jobs, form)) {
        const Job& job = share.share.parts.job;
        process = std::max(process, job.faceInks[std::size_t(side)].process);
        for (const QString& plate : platesOf(job).mid(4))
            if (!plates.contains(plate))
                plates << plate;
    }
    parts << (plates.isEmpty() ? QStringLiteral("%1 inks").arg(process)
                               : QStringLiteral("%1 + %2 inks").arg(process).arg(plates.size()));
    parts << day.toString(Qt::ISODate);
    return parts.join(QStringLiteral(" · "));
}

QString splitWords(const GangSplit& split)
{
    QStringList runs;
    for (const GangForm& form : split.forms)
        runs << groupedNumber(form.sheets);
    const QString over = QStringLiteral("up to %1 % over").arg(QString::number(split.mostOver * 100, 'f', 0));
    const QString sheets =
        split.forms.size() == 1 ? QStringLiteral("1 sheet") : QStringLiteral("%1 sheets").arg(split.forms.size());
    const QString times = QStringLiteral("%1 times; %2").arg(runs.join(QStringLiteral(" + ")), over);
    return (split.byHand ? QStringLiteral("%1 by hand, %2") : QStringLiteral("%1, %2")).arg(sheets, times);
}

std::vector<CuttingOrder> gangCuttingOrders(const Gang& gang, const GangPlan& plan, const GangJobs& jobs)
{
    std::vector<CuttingOrder> orders;
    if (!plan.split())
        return orders;
    int number = 0;
    for (const GangForm& form : plan.split()->forms) {
        CuttingOrder order;
        order.title = QStringLiteral("gang sheet %1, %2 pieces on %3")
                          .arg(++number)
                          .arg(form.layout->up())
                          .arg(sheetSizeName(form.layout->sheet, gang.unit));
        order.layout = form.layout;
        for (const SheetSlot& slot : form.layout->front)
            order.slotNames << gangSlotName(plan, jobs, slot);
        order.sheets = form.sheets + form.overs;
        finishOrder(order, gang.press.knife, gang.stock.caliper(), gang.unit);
        orders.push_back(std::move(order));
    }
    return orders;
}

} // namespace hinge
