// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/job/press.h"

#include "core/job/job.h"
#include "core/units/ranges.h"

#include <QRegularExpression>

namespace hinge
{
namespace
{

Result<void> checkSetup(const SheetSetup& setup, Unit unit, const QString& field)
{
    const auto side = [&](const QString& key, const QString& what, Length value) {
        return checkLength(field + key, what, value, limits::smallestSide, limits::largestSide, unit);
    };
    const auto count = [&](const QString& key, const QString& what, int value) {
        return checkNumber(field + key, what, value, 0, 200, {});
    };
    for (const auto& r :
         {side(QStringLiteral(".sheet.width"), QStringLiteral("The width of the press sheet"), setup.sheet.w),
          side(QStringLiteral(".sheet.height"), QStringLiteral("The height of the press sheet"), setup.sheet.h),
          checkLength(field + QStringLiteral(".gap"), QStringLiteral("The gap between pieces"),
                      setup.gap.value_or(Length()), Length(), Length::mm(50), unit),
          count(QStringLiteral(".columns"), QStringLiteral("The pieces side by side"), setup.columns),
          count(QStringLiteral(".rows"), QStringLiteral("The rows of pieces"), setup.rows)})
        if (!r)
            return r;
    if (setup.offset)
        for (const Length at : {setup.offset->x, setup.offset->y})
            if (auto r = checkLength(field + QStringLiteral(".offset"), QStringLiteral("The place of the first piece"),
                                     at, Length(), limits::largestSide, unit);
                !r)
                return r;
    for (const int slot : setup.left)
        if (slot < 1)
            return problem(field + QStringLiteral(".left"), QStringLiteral("Slots count from 1."));
    return {};
}

} // namespace

Drift driftOf(Device device)
{
    switch (device) {
    case Device::ProductionPress: return {Length::micrometres(1500), Length::mm(1), Length::mm(3)};
    case Device::ShopMachine: return {Length::mm(3), Length::micrometres(1500), Length::mm(5)};
    case Device::OfficePrinter: return {Length::mm(5), Length::mm(2), Length::mm(8)};
    }
    return {};
}

SheetSetup setupOf(const Job& job, Component component)
{
    if (component == Component::Flat)
        return job.press;
    SheetSetup setup;
    if (job.press.text) {
        setup = *job.press.text;
    } else {
        setup.sheet = job.press.sheet;
        // Pages without a cover of their own are all there is: what is said of the press is said of them.
        if (!hasOwnCover(job))
            setup = job.press;
    }
    setup.work = job.pages.workStyle;
    return setup;
}

void setWorkStyle(Job& job, Component component, WorkStyle style)
{
    (component == Component::Text ? job.pages.workStyle : job.press.work) = style;
}

SheetSetup& editSetup(Job& job, Component component)
{
    if (component == Component::Flat)
        return job.press;
    if (!job.press.text)
        job.press.text = setupOf(job, component);
    return *job.press.text;
}

bool printsToSize(const Job& job, Size flat)
{
    return job.press.device == Device::OfficePrinter && !hasPages(job.kind) &&
           (job.press.sheet == flat || job.press.sheet == flat.turned());
}

QString workStyleName(WorkStyle style)
{
    switch (style) {
    case WorkStyle::Sheetwise: return QStringLiteral("sheetwise");
    case WorkStyle::WorkAndTurn: return QStringLiteral("work-and-turn");
    case WorkStyle::WorkAndTumble: return QStringLiteral("work-and-tumble");
    case WorkStyle::OneSide: return QStringLiteral("one side");
    }
    return {};
}

QString moneyText(qint64 hundredths)
{
    const qint64 whole = hundredths < 0 ? -hundredths : hundredths;
    return QStringLiteral("%1%2.%3")
        .arg(hundredths < 0 ? QStringLiteral("-") : QString())
        .arg(whole / 100)
        .arg(whole % 100, 2, 10, QLatin1Char('0'));
}

Result<qint64> parseMoney(const QString& text)
{
    static const QRegularExpression amount(QStringLiteral("^\\s*(\\d{1,9})(?:[.,](\\d{1,2}))?\\s*$"));
    const auto match = amount.match(text);
    if (!match.hasMatch())
        return problem({}, QStringLiteral("Type an amount such as 12.50."));
    const QString cents = match.captured(2).leftJustified(2, QLatin1Char('0'));
    return match.captured(1).toLongLong() * 100 + cents.toLongLong();
}

Result<void> checkPress(const Press& press, Unit unit)
{
    const auto zone = [&](const char* field, const QString& what, Length value) {
        return checkLength(QLatin1String(field), what, value, Length(), Length::mm(50), unit);
    };
    if (auto r = checkSetup(press, unit, QStringLiteral("press")); !r)
        return r;
    if (press.text)
        if (auto r = checkSetup(*press.text, unit, QStringLiteral("press.text")); !r)
            return r;
    for (const auto& r :
         {zone("press.gripper", QStringLiteral("The gripper"), press.gripper),
          zone("press.margin", QStringLiteral("The margin of the press sheet"), press.margin),
          zone("press.marks.clearance", QStringLiteral("The distance of marks"), press.marks.clearance),
          checkLength(QStringLiteral("press.marks.length"), QStringLiteral("The length of marks"), press.marks.length,
                      Length::micrometres(1500), Length::mm(20), unit),
          checkLength(QStringLiteral("press.marks.weight"), QStringLiteral("The weight of marks"), press.marks.weight,
                      Length::micrometres(35), Length::mm(1), unit),
          checkLength(QStringLiteral("press.knife.clamp"), QStringLiteral("The pile the knife takes"),
                      press.knife.clamp, Length::mm(1), Length::mm(300), unit),
          checkLength(QStringLiteral("press.knife.leastGauge"), QStringLiteral("The least setting of the back gauge"),
                      press.knife.leastGauge, Length(), Length::mm(200), unit),
          checkNumber(QStringLiteral("press.inkLimit"), QStringLiteral("The ink on one spot"), press.inkLimit, 100, 400,
                      QStringLiteral("%"))})
        if (!r)
            return r;
    for (const auto& price : {press.prices.paperPerKg, press.prices.perSide, press.prices.perPlate})
        if (price && (*price < 0 || *price > 100'000'000))
            return problem(QStringLiteral("press.prices"), QStringLiteral("A price lies between 0 and 1 000 000."));
    return {};
}

} // namespace hinge
