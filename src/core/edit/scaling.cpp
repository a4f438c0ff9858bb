// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/edit/scaling.h"

#include "core/edit/arrange.h"

namespace hinge
{
namespace
{

Length scaled(Length length, Percent scale)
{
    // To the nearest thousandth of a point: type of 9.003 points is told from 9, and files stay short.
    const double points = length.toPoints() * scale.share();
    return Length::nearestPoints(std::round(points * 1000) / 1000);
}

void scaleLooks(Item& item, Percent scale)
{
    item.stroke.width = scaled(item.stroke.width, scale);
    item.cornerRadius = scaled(item.cornerRadius, scale);
    if (item.shadow)
        for (Length Shadow::*part : {&Shadow::dx, &Shadow::dy, &Shadow::blur})
            (*item.shadow).*part = scaled((*item.shadow).*part, scale);
}

} // namespace

Size scaledSize(Size size, Percent scale) { return {scaled(size.w, scale), scaled(size.h, scale)}; }

void scaleText(const Job& job, Item& text, Percent scale)
{
    for (Paragraph& paragraph : text.paragraphs) {
        TextStyle style = job.styleOf(paragraph);
        for (Length TextStyle::*part :
             {&TextStyle::size, &TextStyle::leading, &TextStyle::spaceBefore, &TextStyle::spaceAfter,
              &TextStyle::indent, &TextStyle::firstIndent, &TextStyle::ruleAbove, &TextStyle::ruleBelow,
              &TextStyle::boxPadding, &TextStyle::listIndent})
            style.*part = scaled(style.*part, scale);
        for (TabStop& tab : style.tabs)
            tab.at = scaled(tab.at, scale);
        paragraph.style = style;
        paragraph.styleName.clear();
    }
    text.textGutter = scaled(text.textGutter, scale);
    if (!text.table)
        return;
    text.table->padAcross = scaled(text.table->padAcross, scale);
    text.table->padDown = scaled(text.table->padDown, scale);
    for (Stroke* stroke : text.table->strokes())
        stroke->width = scaled(stroke->width, scale);
    for (TableColumn& column : text.table->columns)
        column.width = scaled(column.width, scale);
}

Percent scaleToReach(const Rect& frame, ScaleFrom from, Point place)
{
    if (frame.isEmpty())
        return 100;
    const Length x = place.x - (from.across == LineEnd::Start ? frame.x : frame.right());
    const Length y = place.y - (from.down == LineEnd::Start ? frame.y : frame.bottom());
    const double share = std::max(abs(x).toMm() / frame.w.toMm(), abs(y).toMm() / frame.h.toMm());
    return Percent::hundredths(int(std::lround(std::min(share, 1000.0) * 1000)) * 10);
}

Result<void> scaleItems(Job& job, const Plan& plan, const QStringList& ids, Percent scale, bool withContents,
                        ScaleFrom from)
{
    if (!canScaleBy(scale))
        return problem({}, QStringLiteral("Scale by something between 1 and 1000 %."));
    QStringList there = ids;
    there.removeIf([&](const QString& id) { return !plan.findItem(id) || !job.findItem(id); });
    if (there.isEmpty())
        return {};
    const Rect around = frameAround(plan, there);
    for (const QString& id : there) {
        Item* item = job.findItem(id);
        const PlannedItem* placed = plan.findItem(id);
        if (item->locked)
            return problem({}, QStringLiteral("One of them is locked; Ctrl+Shift+L unlocks it."));
        const Rect& was = placed->frame;
        // What stays is where it was to the last unit, also where lengths are rounded.
        const auto scaledPlace = [&](Length at, Length size, Length low, Length high, LineEnd end) {
            return end == LineEnd::Start ? low + scaled(at - low, scale)
                                         : high - scaled(high - at - size, scale) - scaled(size, scale);
        };
        const Rect frame{scaledPlace(was.x, was.w, around.x, around.right(), from.across),
                         scaledPlace(was.y, was.h, around.y, around.bottom(), from.down), scaled(was.w, scale),
                         scaled(was.h, scale)};
        if (isVoid(*item, frame))
            return problem({}, QStringLiteral("Nothing would be left of them."));
        moveTo(plan.paperOf(placed->surface), placed->surface.face, *item, frame);
        if (!withContents)
            continue;
        scaleLooks(*item, scale);
        if (item->kind == ItemKind::Text)
            scaleText(job, *item, scale);
    }
    return {};
}

} // namespace hinge
