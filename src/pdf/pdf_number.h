// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QByteArray>
#include <cmath>
#include <qpdf/QPDFMatrix.hh>
#include <qpdf/QUtil.hh>

namespace hinge
{

/// A real number as PDF wants it: no exponent (ISO 32000-1, 7.3.3), five decimals, no trailing zeros.
/// The last of five decimals of a point is four millionths of a millimetre: far below anything that shows.
[[nodiscard]] inline QByteArray pdfNumber(double value)
{
    // Rounded to nothing it would be written as "-0" by half of them.
    return std::abs(value) < 0.000005 ? QByteArrayLiteral("0")
                                      : QByteArray::fromStdString(QUtil::double_to_string(value, 5));
}

/// Numbers separated and followed by a space.
template <class... Numbers>
[[nodiscard]] QByteArray pdfNumbers(Numbers... values)
{
    QByteArray s;
    ((s += pdfNumber(double(values)) + ' '), ...);
    return s;
}

/// The operator that has all that follows go through a matrix.
[[nodiscard]] inline QByteArray concatenated(const QPDFMatrix& m)
{
    return pdfNumbers(m.a, m.b, m.c, m.d, m.e, m.f) + "cm ";
}

} // namespace hinge
