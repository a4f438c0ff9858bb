// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/length.h"
#include "core/units/result.h"

#include <QString>

namespace hinge
{

/// The units a length may be written in.
enum class Unit { Mm, Cm, Inch, Point, Pica };

/// "mm", "cm", "in", "pt", "pica".
[[nodiscard]] QString unitName(Unit unit);
[[nodiscard]] Result<Unit> parseUnit(const QString& name);

/// Reads a length as people write it: `210`, `85.6 mm`, `8 1/2 in`, `3 5/8"`, `297/3`, `85+2*3`,
/// `(210 - 2*3 mm)/2`. Every step is exact; only the final value is rounded, to the nearest unit
/// of `Length`. A bare number takes the next unit written to its right in the same sum, or else
/// `unit`. A comma is a decimal comma. Fails with a reason on anything else, on a division by
/// zero, and on a value beyond 100 m.
[[nodiscard]] Result<Length> parseLength(const QString& text, Unit unit);

/// For people: millimetres and centimetres to the hundredth of a millimetre, inches as a fraction
/// where a 64th or a 12th of an inch is exact, else with four decimals. Trailing zeros are dropped.
[[nodiscard]] QString formatLength(Length length, Unit unit);
/// The same without the unit's name, and with at least one decimal in mm so that columns align.
[[nodiscard]] QString formatNumber(Length length, Unit unit);
/// The thickness of paper, finer than lengths are told: "0.115 mm", or "0.0045 in" where inches are measured.
[[nodiscard]] QString formatThickness(Length length, Unit unit);
/// "100 x 210 mm" with a proper multiplication sign.
[[nodiscard]] QString formatSize(Size size, Unit unit);

/// For files: exact, so that reading it back gives the same length. Uses `unit` where that is a
/// short decimal or fraction, else millimetres, else a fraction of millimetres.
[[nodiscard]] QString exactText(Length length, Unit unit);

/// Reads a size: "100 x 210", "4 1/4 by 5 1/2 in" or "85,6 × 54 mm". A unit behind the second length counts for both.
[[nodiscard]] Result<Size> parseSize(const QString& text, Unit unit);

/// A count with its thousands parted: "12,500".
[[nodiscard]] QString groupedNumber(qint64 number);

} // namespace hinge
