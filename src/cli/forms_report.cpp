// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/forms_report.h"

#include "core/plan/sheet_words.h"

#include <QJsonObject>
#include <cmath>

namespace hinge
{
namespace
{

QString faceOrPage(const PlacedSurface& place)
{
    return place.page > 0                        ? QStringLiteral("page")
           : place.surface.face == Face::Outside ? QStringLiteral("front")
                                                 : QStringLiteral("back");
}

} // namespace

QJsonArray formsJson(const Job& job, const Plan& plan)
{
    const PieceParts parts = plan.partsOf(job);
    const auto mm = [](Length l) { return QJsonValue(std::round(l.toMm() * 10000) / 10000); };
    QJsonArray forms;
    for (const PressRun& run : plan.press) {
        if (isCoverNotBegun(parts, run))
            continue;
        for (const PressForm& form : run.forms) {
            QJsonArray sides;
            for (const Face side : bothFaces) {
                if (side == Face::Inside && form.sides() == 1)
                    continue;
                QJsonArray slotList;
                for (const PlacedSurface& place : placedOn(parts, form, side)) {
                    QJsonObject slot{
                        {QStringLiteral("slot"), place.slot + 1},    {QStringLiteral("shows"), faceOrPage(place)},
                        {QStringLiteral("left"), mm(place.trim.x)},  {QStringLiteral("top"), mm(place.trim.y)},
                        {QStringLiteral("width"), mm(place.trim.w)}, {QStringLiteral("height"), mm(place.trim.h)},
                        {QStringLiteral("turn"), int(place.turn)}};
                    if (place.page > 0)
                        slot[QStringLiteral("page")] = place.page;
                    if (run.stacking) {
                        const Stacking& s = *run.stacking;
                        const int pile = pileOf(*form.layout, place.slot, s.order);
                        slot[QStringLiteral("pile")] = pile + 1;
                        const Stacking::Range range = s.pile(0, pile);
                        slot[QStringLiteral("first")] = numberAt(job.records.series, int(range.first));
                        slot[QStringLiteral("count")] = range.count();
                    }
                    slotList.append(slot);
                }
                sides.append(QJsonObject{{QStringLiteral("side"), sideName(job, form, side)},
                                         {QStringLiteral("slots"), slotList}});
            }
            forms.append(QJsonObject{{QStringLiteral("form"), form.number},
                                     {QStringLiteral("carries"), formName(job, plan, form)},
                                     {QStringLiteral("width"), mm(form.layout->sheet.w)},
                                     {QStringLiteral("height"), mm(form.layout->sheet.h)},
                                     {QStringLiteral("up"), form.layout->up()},
                                     {QStringLiteral("workStyle"), workStyleName(form.layout->work)},
                                     {QStringLiteral("sheets"), form.sheets},
                                     {QStringLiteral("overs"), form.overs},
                                     {QStringLiteral("sides"), sides}});
        }
    }
    return forms;
}

} // namespace hinge
