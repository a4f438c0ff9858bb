// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/sheet_words.h"

#include "core/units/page_sizes.h"

#include <cmath>

namespace hinge
{
namespace
{

QString workName(const Job& job, int work)
{
    const Binding binding = rulesOf(job.kind).binding;
    return (binding == Binding::Stapled ? QStringLiteral("sheet %1")
            : binding == Binding::Glued ? QStringLiteral("signature %1")
                                        : QStringLiteral("leaf %1"))
        .arg(work + 1);
}

} // namespace

QString sheetSizeName(Size sheet, Unit unit)
{
    const QString name = nameOfSize(sheet).remove(QStringLiteral(" landscape"));
    return name.isEmpty() ? formatSize(sheet, unit) : name;
}

QString formName(const Job& job, const Plan& plan, const PressForm& form)
{
    if (form.component == Component::Flat)
        return plan.press.size() > 1 ? QStringLiteral("cover") : QString::fromLatin1(rulesOf(job.kind).name);
    const std::vector<int> works = form.differentWorks();
    if (works.size() == 1)
        return workName(job, works.front());
    QStringList numbers;
    for (const int work : works)
        numbers << QString::number(work + 1);
    if (numbers.size() > 4)
        numbers = {numbers.first(), numbers[1], QStringLiteral("…"), numbers.last()};
    const Binding binding = rulesOf(job.kind).binding;
    return (binding == Binding::Stapled ? QStringLiteral("sheets %1")
            : binding == Binding::Glued ? QStringLiteral("signatures %1")
                                        : QStringLiteral("leaves %1"))
        .arg(numbers.join(QStringLiteral(", ")));
}

QString sideName(const Job& job, const PressForm& form, Face side)
{
    if (form.layout->isOneForm())
        return side == Face::Outside ? QStringLiteral("first pass") : QStringLiteral("second pass, same form");
    if (form.component == Component::Flat)
        return faceName(side, job.kind);
    if (rulesOf(job.kind).binding == Binding::Wired)
        return side == Face::Outside ? QStringLiteral("front") : QStringLiteral("back");
    return side == Face::Outside ? QStringLiteral("outer side") : QStringLiteral("inner side");
}

QString sheetLabel(const Job& job, const Plan& plan, const PressForm& form, Face side, QDate day)
{
    QStringList parts;
    if (!job.title.isEmpty())
        parts << job.title;
    parts << formName(job, plan, form) << sideName(job, form, side);
    const FaceInks& inks = job.faceInks[std::size_t(side)];
    parts << (inks.spots > 0 ? QStringLiteral("%1 + %2 inks").arg(inks.process).arg(inks.spots)
                             : QStringLiteral("%1 inks").arg(inks.process));
    parts << day.toString(Qt::ISODate);
    return parts.join(QStringLiteral(" · "));
}

QString slotText(const Job& job, const Plan& plan, const PressForm& form, Face side, const PlacedSurface& place,
                 qint64 sheet)
{
    if (place.page > 0) {
        const ReaderPage& page = plan.pages[std::size_t(place.page - 1)];
        return page.isBlank() ? QStringLiteral("%1 blank").arg(place.page) : QString::number(place.page);
    }
    const PressRun* run = plan.runOf(form.component);
    if (run && run->stacking) {
        const int pile = pileOf(*form.layout, place.slot, run->stacking->order);
        const qint64 record = run->stacking->recordAt(pile, sheet);
        return record < 0 ? QStringLiteral("pile %1: empty").arg(pile + 1)
                          : QStringLiteral("pile %1: %2").arg(pile + 1).arg(record + 1);
    }
    return form.layout->front.size() > 1 && form.component == Component::Flat
               ? QStringLiteral("%1, %2").arg(place.slot + 1).arg(faceName(place.surface.face, job.kind))
               : faceName(side, job.kind);
}

QString turningText(const Job& job, const PressRun& run)
{
    const SheetLayout& layout = run.layout();
    switch (layout.work) {
    case WorkStyle::OneSide: return QStringLiteral("Print one side.");
    case WorkStyle::WorkAndTurn:
        return QStringLiteral("Print all sheets, turn the pile left to right, and print the same form on the back. The "
                              "gripper edge stays the same. Each sheet gives everything on it twice.");
    case WorkStyle::WorkAndTumble:
        return QStringLiteral("Print all sheets, turn the pile head to foot, and print the same form on the back. The "
                              "gripper takes the other edge. Each sheet gives everything on it twice.");
    case WorkStyle::Sheetwise: break;
    }
    if (job.press.device == Device::OfficePrinter)
        return layout.turnsAboutVertical == (layout.sheet.w >= layout.sheet.h)
                   ? QStringLiteral("Print on both sides, turned on the short edge. By hand: print the fronts, turn "
                                    "the pile over its short edge, and feed it again.")
                   : QStringLiteral("Print on both sides, turned on the long edge. By hand: print the fronts, turn the "
                                    "pile over its long edge, and feed it again.");
    return layout.turnsAboutVertical
               ? QStringLiteral("Print the fronts, turn the pile left to right, and print the backs from their own "
                                "form. The gripper edge stays the same.")
               : QStringLiteral(
                     "Print the fronts, turn the pile head to foot, and print the backs from their own form. "
                     "The gripper takes the other edge.");
}

double kilogramsOf(const Stock& stock, const SheetLayout& layout)
{
    return layout.paperOfRun() * stock.grammage / 1000;
}

std::optional<RunCost> costOf(const Job& job, const PressRun& run, const SheetLayout& layout)
{
    const Prices& prices = job.press.prices;
    if (!prices.any())
        return std::nullopt;
    const Stock& stock = run.component == Component::Text ? textStockOf(job) : job.stock;
    const int sides = layout.work == WorkStyle::OneSide ? 1 : 2;
    const int plates = layout.isOneForm() ? job.faceInks[0].count()
                       : sides == 1       ? job.faceInks[0].count()
                                          : job.faceInks[0].count() + job.faceInks[1].count();
    const qint64 forms = run.piece.press.fill == SlotFill::Piles && run.piece.works > 1
                             ? sheetsFor(run.piece.works, layout.places())
                             : run.piece.works;
    RunCost cost;
    cost.paper = std::llround(kilogramsOf(stock, layout) * double(prices.paperPerKg.value_or(0)));
    cost.sides = (layout.sheets + layout.overs) * sides * prices.perSide.value_or(0);
    cost.plates = forms * plates * prices.perPlate.value_or(0);
    return cost;
}

} // namespace hinge
