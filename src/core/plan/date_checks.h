// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/finding.h"

#include <QDate>

namespace hinge
{

/// A date as it stands in a text.
struct WrittenDate {
    QString words; ///< "14 March 2026"
    QDate date;    ///< the later one where day and month might be meant either way round
    bool operator==(const WrittenDate&) const = default;
};
/// The dates with a day, a month and a year in a text, in English or in numbers: 14 March 2026, March 14, 2026,
/// 2026-03-14 (ISO 8601), 14.3.2026, 3/14/2026.
[[nodiscard]] std::vector<WrittenDate> datesIn(const QString& text);

/// Texts that speak of a day that has passed not long ago: what was taken over from the last edition. Days further back
/// than three years are history.
[[nodiscard]] std::vector<Finding> checkDates(const Job& job, QDate today);

} // namespace hinge
