// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/units/ranges.h"

#include <QLocale>

namespace hinge
{
namespace
{

QString range(double low, double high, const QString& unit)
{
    return QStringLiteral("between %1 and %2%3")
        .arg(QString::number(low, 'f', QLocale::FloatingPointShortest),
             QString::number(high, 'f', QLocale::FloatingPointShortest), unit.isEmpty() ? QString() : u' ' + unit);
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

Result<void> checkMilli(const QString& field, const QString& what, int thousandths, int low, int high,
                        const QString& unit)
{
    if (thousandths >= low && thousandths <= high)
        return {};
    return problem(field,
                   QStringLiteral("%1 is %2; it must lie %3.")
                       .arg(what, QString::number(thousandths / 1000.0), range(low / 1000.0, high / 1000.0, unit)));
}

Result<void> checkPercent(const QString& field, const QString& what, Percent value, int low, int high)
{
    if (value >= low && value <= high)
        return {};
    return problem(field, QStringLiteral("%1 is %2; it must lie %3.")
                              .arg(what, percentText(value), range(low, high, QStringLiteral("%"))));
}

} // namespace hinge
