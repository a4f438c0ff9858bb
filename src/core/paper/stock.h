// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/length.h"
#include "core/units/result.h"

#include <QJsonObject>
#include <QString>
#include <optional>
#include <vector>

namespace hinge
{

/// Which way the fibres run in the flat piece as it is read. Paper folds cleanly along its grain.
enum class Grain { AlongHeight, AlongWidth };

inline constexpr int whitePaper = 0xFFFFFF;

/// The paper a component is printed on.
struct Stock {
    QString name;
    /// Grammage in g/m2 (ISO 536), above 0.
    int grammage = 135;
    /// Bulk in thousandths of cm3/g (ISO 534): 850 for 0.85. Whole, so that caliper is exact.
    int bulkMilli = 850;
    /// Measured or quoted by the mill; stands in place of grammage x bulk.
    std::optional<Length> measuredCaliper{};
    bool coated = false;
    /// Made for photographs: a thick layer that breaks at a fold, whatever the paper weighs.
    bool photo = false;
    Grain grain = Grain::AlongHeight;
    /// The colour of the paper itself, as sRGB (IEC 61966-2-1) 0xRRGGBB.
    int tint = whitePaper;
    /// Keys of the job file this version does not know; kept for saving.
    QJsonObject extra{};

    bool operator==(const Stock&) const = default;

    /// Thickness of one sheet: measured, or grammage x bulk (ISO 534). 135 g/m2 x 0.85 cm3/g = 114.75 um.
    [[nodiscard]] Length caliper() const;
    /// Pages (two a leaf) to an inch of block: 2 x 25.4 mm / caliper.
    [[nodiscard]] double pagesPerInch() const;
    /// What a panel that folds inside is made narrower by, by default.
    /// Common practice, by grammage: 2 mm to 90 g/m2, 3 mm to 170 g/m2, 4 mm above.
    [[nodiscard]] Length tuckAllowance() const;
    /// The same rule in words, for the working of a figure.
    [[nodiscard]] QString tuckRule() const;
    /// What each of two gate flaps stops short of the middle. Common practice: 1 mm to 120 g/m2, 1.5 mm above.
    [[nodiscard]] Length gateAllowance() const;
    [[nodiscard]] QString gateRule() const;
};

/// Gives a stock another grammage. A caliper that was measured was that of another paper: it is let go, and follows
/// grammage and bulk.
void setGrammage(Stock& stock, int grammage);

/// The stocks that ship with the program: made-up names, ordinary values.
[[nodiscard]] const std::vector<Stock>& shippedStocks();

/// The shipped stock of that name; the first of all when there is none.
[[nodiscard]] const Stock& stockNamed(const QString& name);

/// The caliper of paper that goes so many pages (two a leaf) to the inch. Refuses what no paper has: papers have about
/// 20 to 4000.
[[nodiscard]] Result<Length> caliperOfPagesPerInch(const QString& pages);

/// Paper heavier than this wants a score before it is folded. Common practice.
inline constexpr int heaviestUnscored = 170; // g/m2
/// True when it should be scored before it is folded.
[[nodiscard]] bool wantsScore(const Stock& stock);

/// "#rrggbb", sRGB.
[[nodiscard]] QString tintText(int tint);
/// "white", "cream", or as `tintText` where it has no name.
[[nodiscard]] QString tintName(int tint);
/// Reads either. Refuses what is no colour.
[[nodiscard]] Result<int> parseTint(const QString& text);

/// Reads a grammage: "135", "135 g", or pounds with their basis, "100 lb text", "80# cover", "20 lb bond".
/// A pound is weighed per 500 sheets of the basis size, which differs by sort: text 1.480, cover 2.704,
/// bond 3.760, index 1.808, tag 1.627 g/m2 (common practice). Rounded to whole g/m2.
[[nodiscard]] Result<int> parseGrammage(const QString& text);

} // namespace hinge
