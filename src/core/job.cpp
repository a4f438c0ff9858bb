// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/job.h"

#include <QSet>
#include <algorithm>

namespace hinge {
namespace {

QString range(int low, int high, const QString& unit)
{
    return QStringLiteral("between %1 and %2%3").arg(low).arg(high).arg(unit.isEmpty() ? QString() : u' ' + unit);
}

Result<void> checkLength(const QString& field, const QString& what, Length value, Length low, Length high)
{
    if (value >= low && value <= high)
        return {};
    return problem(field, QStringLiteral("%1 is %2; it must lie between %3 and %4.")
                              .arg(what, formatLength(value, Unit::Mm), formatLength(low, Unit::Mm), formatLength(high, Unit::Mm)));
}

Result<void> checkNumber(const QString& field, const QString& what, int value, int low, int high, const QString& unit)
{
    if (value >= low && value <= high)
        return {};
    return problem(field, QStringLiteral("%1 is %2; it must lie %3.").arg(what).arg(value).arg(range(low, high, unit)));
}

Result<void> checkFold(const Fold& fold)
{
    if (auto r = checkNumber(QStringLiteral("fold.panels"), QStringLiteral("The number of panels"), fold.panels, 2,
                             limits::mostPanels, {}); !r)
        return r;
    if (auto r = checkNumber(QStringLiteral("fold.coverPanel"), QStringLiteral("The front panel"), fold.coverPanel + 1, 1,
                             fold.panels, {}); !r)
        return r;
    if (fold.scheme != FoldScheme::Own && fold.coverPanel != 0 && fold.coverPanel != fold.panels - 1)
        return problem(QStringLiteral("fold.coverPanel"),
                       QStringLiteral("With this fold only the leftmost or the rightmost panel comes to lie in front."));
    if (fold.widths.size() > std::size_t(fold.panels))
        return problem(QStringLiteral("fold.widths"), QStringLiteral("There are more panel widths than panels."));
    if (fold.scheme == FoldScheme::Own && fold.steps.empty())
        return problem(QStringLiteral("fold.steps"), QStringLiteral("An own fold needs at least one step."));
    for (const FoldStep& step : fold.steps) {
        if (step.axis == Axis::Horizontal)
            return problem(QStringLiteral("fold.steps"), QStringLiteral("A leaflet is a strip: it has no lines across its height."));
        if (step.line < 1 || step.line >= fold.panels)
            return problem(QStringLiteral("fold.steps"),
                           QStringLiteral("There is no line %1 to fold at; %2 panels have lines 1 to %3.")
                               .arg(step.line).arg(fold.panels).arg(fold.panels - 1));
    }
    if (fold.tuckAllowance)
        return checkLength(QStringLiteral("fold.tuckAllowance"), QStringLiteral("The tuck allowance"), *fold.tuckAllowance,
                           Length(), Length::mm(20));
    return {};
}

Result<void> checkItem(const Job& job, const Item& item)
{
    const QString where = QStringLiteral("item “%1”").arg(item.name.isEmpty() ? item.id : item.name);
    for (const Placed& side : item.sides) {
        if (side.panel < 0 || side.panel >= limits::mostPanels)
            return problem(where, QStringLiteral("One of its sides names panel %1, which no leaflet has.").arg(side.panel + 1));
        if (auto r = checkLength(where, QStringLiteral("One of its offsets"), abs(side.offset), Length(), limits::largestSide); !r)
            return r;
    }
    if (item.kind == ItemKind::Tint && !job.findInk(item.ink))
        return problem(where, QStringLiteral("The job has no ink named “%1”.").arg(item.ink));
    if (item.kind == ItemKind::Tint)
        if (auto r = checkNumber(where, QStringLiteral("The strength of the tint"), item.strength, 1, 100, QStringLiteral("%")); !r)
            return r;
    for (const Paragraph& p : item.paragraphs) {
        if (!job.findInk(p.style.ink))
            return problem(where, QStringLiteral("The job has no ink named “%1”.").arg(p.style.ink));
        if (auto r = checkLength(where, QStringLiteral("The type size"), p.style.size, Length::points(2), Length::points(800)); !r)
            return r;
        if (auto r = checkLength(where, QStringLiteral("The leading"), p.style.leading, Length::points(2), Length::points(1600)); !r)
            return r;
    }
    return {};
}

} // namespace

QString faceName(Face face)
{
    return face == Face::Outside ? QStringLiteral("outside") : QStringLiteral("inside");
}

const Ink* Job::findInk(const QString& name) const
{
    const auto it = std::ranges::find(inks, name, &Ink::name);
    return it == inks.end() ? nullptr : &*it;
}

const Item* Job::findItem(const QString& id) const
{
    for (const FaceContent& content : faces)
        for (const Item& item : content.items)
            if (item.id == id)
                return &item;
    return nullptr;
}

Item* Job::findItem(const QString& id) { return const_cast<Item*>(std::as_const(*this).findItem(id)); }

Job newLeaflet()
{
    Job job;
    job.title = QStringLiteral("Untitled leaflet");
    job.stock = shippedStocks()[4];
    job.inks = {
        {QStringLiteral("Black"), {0, 0, 0, 100}},
        {QStringLiteral("Paper"), {0, 0, 0, 0}},
        {QStringLiteral("Deep water"), {90, 65, 40, 30}},
        {QStringLiteral("Shallows"), {45, 12, 15, 0}},
        {QStringLiteral("Lamp"), {0, 25, 70, 0}},
        {QStringLiteral("Dry sand"), {5, 10, 30, 0}},
    };
    return job;
}

Result<void> validate(const Job& job)
{
    const auto size = [](const QString& field, const QString& what, Length value) {
        return checkLength(field, what, value, limits::smallestSide, limits::largestSide);
    };
    Result<void> r;
    const auto ok = [&r](Result<void> next) {
        r = std::move(next);
        return r.has_value();
    };
    const auto zone = [](const QString& field, const QString& what, Length value) {
        return checkLength(field, what, value, Length(), Length::mm(50));
    };
    if (!ok(size(QStringLiteral("flat.width"), QStringLiteral("The flat width"), job.flat.w))
        || !ok(size(QStringLiteral("flat.height"), QStringLiteral("The flat height"), job.flat.h))
        || !ok(checkNumber(QStringLiteral("stock.grammage"), QStringLiteral("The grammage"), job.stock.grammage,
                           limits::lightest, limits::heaviest, QStringLiteral("g/m²")))
        || !ok(checkNumber(QStringLiteral("stock.bulk"), QStringLiteral("The bulk in thousandths"), job.stock.bulkMilli,
                           limits::thinnestBulk, limits::thickestBulk, QStringLiteral("cm³/kg")))
        || !ok(checkFold(job.fold))
        || !ok(zone(QStringLiteral("zones.bleed"), QStringLiteral("The bleed"), job.zones.bleed))
        || !ok(zone(QStringLiteral("zones.safe"), QStringLiteral("The safe zone"), job.zones.safe))
        || !ok(zone(QStringLiteral("zones.foldClearance"), QStringLiteral("The fold clearance"), job.zones.foldClearance))
        || !ok(checkNumber(QStringLiteral("quantity"), QStringLiteral("The number of copies"), job.quantity, 1, limits::largestRun, {}))
        || !ok(checkNumber(QStringLiteral("oversPercent"), QStringLiteral("The overs"), job.oversPercent, 0, 100, QStringLiteral("%")))
        || !ok(size(QStringLiteral("press.sheet.width"), QStringLiteral("The width of the press sheet"), job.press.sheet.w))
        || !ok(size(QStringLiteral("press.sheet.height"), QStringLiteral("The height of the press sheet"), job.press.sheet.h))
        || !ok(zone(QStringLiteral("press.gripper"), QStringLiteral("The gripper"), job.press.gripper))
        || !ok(zone(QStringLiteral("press.margin"), QStringLiteral("The margin of the press sheet"), job.press.margin)))
        return r;

    QSet<QString> inkNames;
    for (const Ink& ink : job.inks) {
        if (inkNames.contains(ink.name))
            return problem(QStringLiteral("inks"), QStringLiteral("Two inks are named “%1”.").arg(ink.name));
        inkNames.insert(ink.name);
        for (const int percent : {ink.cmyk.c, ink.cmyk.m, ink.cmyk.y, ink.cmyk.k})
            if (percent < 0 || percent > 100)
                return problem(QStringLiteral("inks"), QStringLiteral("Ink “%1” has a part of %2 %; parts lie between 0 and 100.")
                                                           .arg(ink.name).arg(percent));
    }
    QSet<QString> ids;
    for (const FaceContent& content : job.faces) {
        for (const ColumnGrid& grid : content.columns)
            if (grid.columns < 1 || grid.columns > 12 || grid.gutter < Length() || grid.panel < 0)
                return problem(QStringLiteral("columns"), QStringLiteral("A panel has 1 to 12 columns and a gutter of 0 or more."));
        for (const Item& item : content.items) {
            if (item.id.isEmpty() || ids.contains(item.id))
                return problem(QStringLiteral("items"), QStringLiteral("Two items share the id “%1”, or an id is missing.").arg(item.id));
            ids.insert(item.id);
            if (auto found = checkItem(job, item); !found)
                return found;
        }
    }
    return {};
}

} // namespace hinge
