// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/units/ranges.h"

namespace hinge
{
namespace
{

QString range(int low, int high, const QString& unit)
{
    return QStringLiteral("between %1 and %2%3").arg(low).arg(high).arg(unit.isEmpty() ? QString() : u' ' + unit);
}

} // namespace

Result<void> checkLength(const QString& field, const QString& what, Length value, Length low, Length high, Unit unit)
{
    if (value >= low && value <= high)
        return {};
    return problem(field, QStringLiteral("%1 is %2; it must lie between %3 and %4.")
                              .arg(what, formatLength(value, unit), formatLength(low, unit), formatLength(high, unit)));
}

Result<void> checkNumber(const QString& field, const QString& what, int value, int low, int high, const QString& unit)
{
    if (value >= low && value <= high)
        return {};
    return problem(
        field, QStringLiteral("%1 is %2; it must lie %3.").arg(what, QString::number(value), range(low, high, unit)));
}

Result<void> checkPercent(const QString& field, const QString& what, Percent value, int low, int high)
{
    if (value >= low && value <= high)
        return {};
    return problem(field, QStringLiteral("%1 is %2; it must lie %3.")
                              .arg(what, percentText(value), range(low, high, QStringLiteral("%"))));
}

} // namespace hinge
