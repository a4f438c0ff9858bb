// SPDX-License-Identifier: GPL-3.0-or-later
#include "paint/gang_painter.h"

#include "core/gang/gang_words.h"
#include "core/job/plates.h"

namespace hinge
{

void paintGangSide(QPainter& painter, const std::vector<GangFaces>& painters, const Gang& gang, const GangPlan& plan,
                   const GangJobs& jobs, int form, Face side, const SheetLook& look, const ZoneColours& colours,
                   double pixel)
{
    const SheetLayout& layout = *plan.split()->forms[std::size_t(form)].layout;
    const QRectF sheet(0, 0, layout.sheet.w.toMm(), layout.sheet.h.toMm());
    const std::vector<GangShare> shares = sharesOf(plan, jobs, form);
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.fillRect(sheet, colours.paper);
    if (look.view == PaperView::Working)
        paintUnprintable(painter, sheet, toMm(layout.area(side)), colours);
    SheetLook part = look;
    part.paper = false;
    part.marks = false;
    part.labels = false;
    for (const GangShare& share : shares) {
        const GangFaces& by = painters[std::size_t(share.job)];
        const GangJob& job = *jobs[std::size_t(share.job)];
        paintSheetSide(painter, by.faces, by.cache, job.job, job.plan, share.share.form, side, part, colours, pixel);
    }
    tintPaper(painter, sheet, gang.stock);
    if (look.view != PaperView::Trimmed && !shares.empty()) {
        // Each ink as the first job has it that uses it.
        const auto colour = [&](const QString& plate) {
            for (const GangShare& share : shares)
                if (platesOf(share.share.parts.job).contains(plate))
                    return painters[std::size_t(share.job)].faces.colour().of(
                        plateColour(share.share.parts.job, plate));
            return QColor(Qt::black);
        };
        paintSheetMarks(painter, painters[std::size_t(shares.front().job)].faces, gangMarks(plan, jobs, form, side),
                        gang.press.marks.weight, colour,
                        gangSheetLabel(gang, plan, jobs, form, side, QDate::currentDate()), pixel);
    }
    if (look.labels)
        for (const SheetSlot& slot : layout.side(side))
            paintSlotLabel(painter, slot.trim, slot.turn, gangSlotName(plan, jobs, slot), pixel);
    painter.restore();
}

} // namespace hinge
