// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/stock.h"

#include <array>

namespace hinge {
namespace {

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
    return Length::units(std::int64_t(grammage) * bulkMilli * 9);
}

Length Stock::tuckAllowance() const { return Length::mm(tuckRow(grammage).mm); }

QString Stock::tuckRule() const
{
    const TuckRow& row = tuckRow(grammage);
    return row.upTo > 0 ? QStringLiteral("common practice to %1 g/m²").arg(row.upTo)
                        : QStringLiteral("common practice above 170 g/m²");
}

const std::vector<Stock>& shippedStocks()
{
    static const std::vector<Stock> stocks{
        {QStringLiteral("Sandpiper Offset 80"), 80, 1300, false},
        {QStringLiteral("Sandpiper Offset 100"), 100, 1250, false},
        {QStringLiteral("Sandpiper Offset 120"), 120, 1250, false},
        {QStringLiteral("Gull Silk 115"), 115, 850, true},
        {QStringLiteral("Gull Silk 135"), 135, 850, true},
        {QStringLiteral("Gull Silk 150"), 150, 850, true},
        {QStringLiteral("Gull Silk 170"), 170, 870, true},
        {QStringLiteral("Gull Silk 250"), 250, 900, true},
        {QStringLiteral("Cormorant Gloss 130"), 130, 750, true},
        {QStringLiteral("Cormorant Gloss 170"), 170, 760, true},
        {QStringLiteral("Skua Board 300"), 300, 1250, true},
    };
    return stocks;
}

} // namespace hinge
