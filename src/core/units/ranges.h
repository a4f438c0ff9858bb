// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/length_text.h"
#include "core/units/percent.h"

namespace hinge
{

/// Refuses a value outside its range, with a sentence that names both ends. `field` says where in the job it stands,
/// `what` begins the sentence, and lengths are said in `unit`.
[[nodiscard]] Result<void> checkLength(const QString& field, const QString& what, Length value, Length low, Length high,
                                       Unit unit);
[[nodiscard]] Result<void> checkNumber(const QString& field, const QString& what, int value, int low, int high,
                                       const QString& unit);
/// Of a number kept in thousandths, and said in whole ones.
[[nodiscard]] Result<void> checkMilli(const QString& field, const QString& what, int thousandths, int low, int high,
                                      const QString& unit);
[[nodiscard]] Result<void> checkPercent(const QString& field, const QString& what, Percent value, int low, int high);

} // namespace hinge
