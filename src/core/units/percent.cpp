// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/units/percent.h"

#include <QLocale>
#include <QRegularExpression>
#include <cmath>

namespace hinge
{

Percent Percent::nearest(double percent) { return hundredths(int(std::lround(percent * 100))); }

QString percentText(Percent percent) { return QString::number(percent.value(), 'g', QLocale::FloatingPointShortest); }

Result<Percent> parsePercent(const QString& text)
{
    static const QRegularExpression shape(QStringLiteral("^(-?[0-9]{1,5})(?:[.,]([0-9]{1,2}))? ?%?$"));
    const auto match = shape.match(text.simplified());
    const QString decimals = match.captured(2).leftJustified(2, u'0');
    const int whole = match.captured(1).toInt();
    if (!match.hasMatch() || std::abs(whole) > 10'000)
        return problem({}, QStringLiteral("Type a percentage, such as 12 or 12.5."));
    const int part = decimals.toInt();
    return Percent::hundredths(whole * 100 + (match.captured(1).startsWith(u'-') ? -part : part));
}

} // namespace hinge
