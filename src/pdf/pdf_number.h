// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QByteArray>
#include <cmath>

namespace hinge
{

/// A real number as PDF wants it: no exponent (ISO 32000-1, 7.3.3), five decimals, no trailing zeros.
/// The last of five decimals of a point is four millionths of a millimetre: far below anything that shows.
[[nodiscard]] inline QByteArray pdfNumber(double value)
{
    if (std::abs(value) < 0.000005)
        return QByteArrayLiteral("0");
    QByteArray s = QByteArray::number(value, 'f', 5);
    while (s.endsWith('0'))
        s.chop(1);
    if (s.endsWith('.'))
        s.chop(1);
    return s;
}

/// Numbers separated and followed by a space.
template <class... Numbers>
[[nodiscard]] QByteArray pdfNumbers(Numbers... values)
{
    QByteArray s;
    ((s += pdfNumber(double(values)) + ' '), ...);
    return s;
}

} // namespace hinge
