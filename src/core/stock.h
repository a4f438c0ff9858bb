// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/length.h"

#include <QJsonObject>
#include <QString>
#include <vector>

namespace hinge {

/// Which way the fibres run in the flat piece as it is read. Paper folds cleanly along its grain.
enum class Grain { AlongHeight, AlongWidth };

/// The paper a component is printed on.
struct Stock {
    QString name;
    /// Grammage in g/m2 (ISO 536), above 0.
    int grammage = 135;
    /// Bulk in thousandths of cm3/g (ISO 534): 850 for 0.85. Whole, so that caliper is exact.
    int bulkMilli = 850;
    bool coated = false;
    Grain grain = Grain::AlongHeight;
    /// Keys of the job file this version does not know; kept for saving.
    QJsonObject extra{};

    bool operator==(const Stock&) const = default;

    /// Thickness of one sheet: grammage x bulk (ISO 534). 135 g/m2 x 0.85 cm3/g = 114.75 um.
    [[nodiscard]] Length caliper() const;
    /// What a panel that folds inside is made narrower by, by default.
    /// Common practice, by grammage: 2 mm to 90 g/m2, 3 mm to 170 g/m2, 4 mm above.
    [[nodiscard]] Length tuckAllowance() const;
    /// The same rule in words, for the working of a figure.
    [[nodiscard]] QString tuckRule() const;
};

/// The stocks that ship with the program: made-up names, ordinary values.
[[nodiscard]] const std::vector<Stock>& shippedStocks();

} // namespace hinge
