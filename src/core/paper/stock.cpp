// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/paper/stock.h"

#include <QRegularExpression>
#include <algorithm>
#include <array>
#include <cmath>

namespace hinge
{
namespace
{

struct TuckRow {
    int upTo; ///< g/m2, inclusive; 0 stands for "anything heavier"
    int mm;
};
constexpr std::array<TuckRow, 3> tuckTable{{{90, 2}, {170, 3}, {0, 4}}};

const TuckRow& tuckRow(int grammage)
{
    for (const TuckRow& row : tuckTable)
        if (row.upTo == 0 || grammage <= row.upTo)
            return row;
    return tuckTable.back();
}

} // namespace

Length Stock::caliper() const
{
    // g/m2 x cm3/g = um; with bulk in thousandths that is nanometres, and a nanometre is nine units.
    return measuredCaliper.value_or(Length::units(std::int64_t(grammage) * bulkMilli * 9));
}

double Stock::pagesPerInch() const { return 2 * 25.4 / caliper().toMm(); }

Length Stock::tuckAllowance() const { return Length::mm(tuckRow(grammage).mm); }

QString Stock::tuckRule() const
{
    const TuckRow& row = tuckRow(grammage);
    return row.upTo > 0 ? QStringLiteral("common practice to %1 g/m²").arg(row.upTo)
                        : QStringLiteral("common practice above 170 g/m²");
}

Length Stock::gateAllowance() const { return grammage <= 120 ? Length::mm(1) : Length::micrometres(1500); }

QString Stock::gateRule() const
{
    return grammage <= 120 ? QStringLiteral("common practice to 120 g/m²")
                           : QStringLiteral("common practice above 120 g/m²");
}

void setGrammage(Stock& stock, int grammage)
{
    if (grammage == stock.grammage)
        return;
    stock.grammage = grammage;
    stock.measuredCaliper.reset();
}

const std::vector<Stock>& shippedStocks()
{
    static const std::vector<Stock> stocks{
        {QStringLiteral("Sandpiper Offset 80"), 80, 1300},
        {QStringLiteral("Sandpiper Offset 90"), 90, 1300},
        {QStringLiteral("Sandpiper Offset 100"), 100, 1250},
        {QStringLiteral("Sandpiper Offset 120"), 120, 1250},
        {QStringLiteral("Sandpiper Book 80, bulky"), 80, 1750},
        {QStringLiteral("Gull Silk 115"), 115, 850, {}, true},
        {QStringLiteral("Gull Silk 135"), 135, 850, {}, true},
        {QStringLiteral("Gull Silk 150"), 150, 850, {}, true},
        {QStringLiteral("Gull Silk 170"), 170, 870, {}, true},
        {QStringLiteral("Gull Silk 250"), 250, 900, {}, true},
        {QStringLiteral("Gull Silk 300"), 300, 920, {}, true},
        {QStringLiteral("Cormorant Gloss 90"), 90, 720, {}, true},
        {QStringLiteral("Cormorant Gloss 130"), 130, 750, {}, true},
        {QStringLiteral("Cormorant Gloss 170"), 170, 760, {}, true},
        {QStringLiteral("Skua Board 240"), 240, 1300, {}, true},
        {QStringLiteral("Skua Board 300"), 300, 1250, {}, true},
        {QStringLiteral("Skua Board 350"), 350, 1250, {}, true},
        {QStringLiteral("Tern Photo Satin 165"), 165, 1050, {}, true, true},
        {QStringLiteral("Tern Photo Gloss 240"), 240, 1050, {}, true, true},
        {QStringLiteral("Turnstone 50 lb text"), 74, 1300},
        {QStringLiteral("Turnstone 60 lb text"), 89, 1300},
        {QStringLiteral("Turnstone 80 lb text, gloss"), 118, 800, {}, true},
        {QStringLiteral("Turnstone 100 lb text, gloss"), 148, 800, {}, true},
        {QStringLiteral("Turnstone 20 lb bond"), 75, 1300},
        {QStringLiteral("Turnstone 80 lb cover"), 216, 1200},
        {QStringLiteral("Turnstone 100 lb cover, gloss"), 270, 900, {}, true},
        {QStringLiteral("Turnstone 110 lb index"), 199, 1150},
        {QStringLiteral("Turnstone 125 lb tag"), 203, 1200},
    };
    return stocks;
}

bool wantsScore(const Stock& stock) { return stock.photo || stock.grammage > heaviestUnscored; }

const Stock& stockNamed(const QString& name)
{
    const auto it = std::ranges::find(shippedStocks(), name, &Stock::name);
    return it == shippedStocks().end() ? shippedStocks().front() : *it;
}

Result<Length> caliperOfPagesPerInch(const QString& pages)
{
    bool ok = false;
    const int count = pages.trimmed().toInt(&ok);
    if (!ok || count < 20 || count > 4000)
        return problem({}, QStringLiteral("Type how many pages go to an inch: a whole number between 20 and 4000."));
    return Length::inches(2).part(count);
}

namespace
{

/// Usual tints of uncoated papers, as they look beside white; from memory, for the screen only.
constexpr std::pair<const char*, int> tints[] = {{"white", whitePaper}, {"natural", 0xF8F2E2}, {"cream", 0xF6E9C6},
                                                 {"yellow", 0xFBE68C},  {"rose", 0xF4CDCB},    {"green", 0xD2E7C8},
                                                 {"blue", 0xCADEEC},    {"grey", 0xD9D7D2},    {"kraft", 0xCBA980}};

} // namespace

QString tintText(int tint) { return u'#' + QString::number(tint, 16).rightJustified(6, u'0'); }

QString tintName(int tint)
{
    for (const auto& [name, value] : tints)
        if (value == tint)
            return QString::fromLatin1(name);
    return tintText(tint);
}

Result<int> parseTint(const QString& text)
{
    const QString said = text.trimmed().toLower();
    QStringList names;
    for (const auto& [name, value] : tints) {
        if (said == QLatin1String(name))
            return value;
        names << QString::fromLatin1(name);
    }
    bool ok = false;
    const int tint = said.mid(1).toInt(&ok, 16);
    if (!ok || said.size() != 7 || said[0] != u'#' || tint < 0)
        return problem(QStringLiteral("tint"), QStringLiteral("“%1” is no tint: %2, or #rrggbb.")
                                                   .arg(Problem::quoted(text), names.join(QStringLiteral(", "))));
    return tint;
}

Result<int> parseGrammage(const QString& text)
{
    static const struct {
        const char* sort;
        double factor;
    } basis[] = {{"text", 1.480}, {"book", 1.480}, {"cover", 2.704}, {"bond", 3.760}, {"index", 1.808}, {"tag", 1.627}};
    static const QRegularExpression plain(QStringLiteral("^(\\d+)\\s*(g|gsm|g/m2|g/m²)?$"));
    static const QRegularExpression pounds(QStringLiteral("^(\\d+(?:\\.\\d+)?)\\s*(?:lb|lbs|#)\\s*([a-z]*)$"));
    const QString wanted = text.simplified().toLower();
    if (const auto m = plain.match(wanted); m.hasMatch()) {
        bool ok = false;
        if (const int grams = m.captured(1).toInt(&ok); ok)
            return grams;
    }
    if (const auto m = pounds.match(wanted); m.hasMatch()) {
        for (const auto& b : basis)
            if (m.captured(2) == QLatin1String(b.sort))
                return int(std::lround(std::min(m.captured(1).toDouble(), 1e6) * b.factor));
        return problem(
            {}, QStringLiteral("A pound weight needs its sort: text, cover, bond, index or tag, as in “100 lb text”."));
    }
    return problem(
        {}, QStringLiteral("Type a grammage in g/m², such as 135, or pounds with their sort, such as “100 lb text”."));
}

} // namespace hinge
