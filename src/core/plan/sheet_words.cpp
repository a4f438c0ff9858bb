// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/sheet_words.h"

#include "core/units/page_sizes.h"

#include <algorithm>
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

QString upWorking(const Job& job, const PressRun& run)
{
    const PieceOnPress& piece = run.piece;
    const auto& b = piece.bleeds;
    const QString room = formatSize(run.layout().fillArea.size(), job.unit);
    if (piece.press.gap)
        return QStringLiteral("%1 with gaps of %2 in %3 printable")
            .arg(formatSize(piece.size, job.unit), formatLength(*piece.press.gap, job.unit), room);
    return QStringLiteral("%1 with bleed in %2 printable")
        .arg(formatSize({piece.size.w + b[0] + b[2], piece.size.h + b[1] + b[3]}, job.unit), room);
}

namespace
{

/// What a component is counted in: "8 sheets", "1 signature", "30 leaves".
QString worksText(const Job& job, int works)
{
    const Binding binding = rulesOf(job.kind).binding;
    const bool one = works == 1;
    return QStringLiteral("%1 %2").arg(works).arg(
        binding == Binding::Stapled ? (one ? QStringLiteral("sheet") : QStringLiteral("sheets"))
        : binding == Binding::Glued ? (one ? QStringLiteral("signature") : QStringLiteral("signatures"))
                                    : (one ? QStringLiteral("leaf") : QStringLiteral("leaves")));
}

} // namespace

QString sheetsWorking(const Job& job, const PressRun& run)
{
    const int each = run.component == Component::Flat ? rulesOf(job.kind).coverFlats : 1;
    const QString copies = each == 1
                               ? groupedNumber(run.piece.pieces)
                               : QStringLiteral("%1 × %2 leaves").arg(groupedNumber(run.piece.pieces / each)).arg(each);
    if (run.component == Component::Flat)
        return QStringLiteral("%1 ÷ %2, rounded up").arg(copies).arg(run.layout().up());
    if (isInPiles(run.piece))
        return QStringLiteral("%1 ÷ %2, rounded up, × %3 copies")
            .arg(worksText(job, run.piece.works))
            .arg(run.layout().places())
            .arg(copies);
    // Smaller signatures come more often off a sheet.
    QStringList parts;
    for (auto form = run.forms.begin(); form != run.forms.end();) {
        const int up = form->layout->up();
        const auto next =
            std::find_if(form, run.forms.end(), [up](const PressForm& f) { return f.layout->up() != up; });
        parts << QStringLiteral("%1 × (%2 ÷ %3, rounded up)").arg(worksText(job, int(next - form)), copies).arg(up);
        form = next;
    }
    return parts.join(QStringLiteral(" + "));
}

namespace
{

QString headText(Turn turn)
{
    switch (turn) {
    case Turn::None: return QStringLiteral("head up");
    case Turn::Quarter: return QStringLiteral("head to the right");
    case Turn::Half: return QStringLiteral("head down");
    case Turn::ThreeQuarters: return QStringLiteral("head to the left");
    }
    return {};
}

} // namespace

QString spotText(const Job& job, const Plan& plan, const PressForm& form, Face side, const PlacedSurface& place,
                 qint64 sheet)
{
    QStringList parts{QStringLiteral("slot %1").arg(place.slot + 1)};
    parts << (place.page > 0 ? QStringLiteral("page %1").arg(place.page)
                             : slotText(job, plan, form, side, place, sheet))
          << headText(place.turn);
    if (place.page > 0) {
        if (const int behind = pageBehind(plan, place.page))
            parts << QStringLiteral("behind it page %1").arg(behind);
        if (const int beside = pageBeside(plan, place.page))
            parts << QStringLiteral("read beside page %1").arg(beside);
    }
    return parts.join(QStringLiteral(" · "));
}

const PressForm* farthestNested(const Job& job, const PressRun& run, const PressForm& form)
{
    const bool nests = run.component == Component::Text && rulesOf(job.kind).binding == Binding::Stapled;
    if (!nests || run.forms.size() < 2)
        return nullptr;
    return &form == &run.forms.back() ? &run.forms.front() : &run.forms.back();
}

Length creepBetween(const PieceParts& parts, const PressForm& a, const PressForm& b)
{
    return abs(shingling(parts, a.differentWorks().front()) - shingling(parts, b.differentWorks().front()));
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
    if (job.press.device == Device::OfficePrinter) {
        const QString edge =
            job.press.flip == FlipEdge::Short ? QStringLiteral("short edge") : QStringLiteral("long edge");
        return QStringLiteral(
                   "Print on both sides, turned on the %1. By hand: print the fronts, turn the pile over its "
                   "%1, and feed it again.")
            .arg(edge);
    }
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
    const Stock& stock = stockOf(job, run.component);
    const int sides = printedSides(layout.work);
    const int plates = job.faceInks[0].count() + (printingForms(layout.work) == 2 ? job.faceInks[1].count() : 0);
    const qint64 forms = formsOfRun(run.piece, layout);
    RunCost cost;
    cost.paper = std::llround(kilogramsOf(stock, layout) * double(prices.paperPerKg.value_or(0)));
    cost.sides = (layout.sheets + layout.overs) * sides * prices.perSide.value_or(0);
    cost.plates = forms * plates * prices.perPlate.value_or(0);
    return cost;
}

} // namespace hinge
