// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QByteArray>
#include <cmath>
#include <qpdf/QPDFMatrix.hh>
#include <qpdf/QUtil.hh>

namespace hinge
{

/// Adds a real number as PDF wants it: no exponent (ISO 32000-1, 7.3.3), five decimals, no trailing zeros.
/// The last of five decimals of a point is four millionths of a millimetre: far below anything that shows.
inline void addPdfNumber(QByteArray& out, double value)
{
    constexpr double most = 1e12; // beyond it the hundred-thousandths are none
    if (!(std::abs(value) < most)) {
        out += QByteArray::fromStdString(QUtil::double_to_string(value, 5));
        return;
    }
    // A file of many sheets is made of numbers: as a whole count they are written in a tenth of the time.
    const long long count = std::llround(value * 100000);
    unsigned long long left =
        count < 0 ? 0ULL - static_cast<unsigned long long>(count) : static_cast<unsigned long long>(count);
    char text[24];
    char* at = text + sizeof text;
    bool significant = false;
    for (int place = 0; place < 5; ++place, left /= 10) {
        significant = significant || left % 10 != 0;
        if (significant)
            *--at = char('0' + left % 10);
    }
    if (significant)
        *--at = '.';
    do {
        *--at = char('0' + left % 10);
        left /= 10;
    } while (left > 0);
    if (count < 0)
        *--at = '-';
    out.append(at, text + sizeof text - at);
}
[[nodiscard]] inline QByteArray pdfNumber(double value)
{
    QByteArray s;
    addPdfNumber(s, value);
    return s;
}

/// Numbers separated and followed by a space.
template <class... Numbers>
[[nodiscard]] QByteArray pdfNumbers(Numbers... values)
{
    QByteArray s;
    s.reserve(qsizetype(sizeof...(values)) * 12);
    ((addPdfNumber(s, double(values)), s += ' '), ...);
    return s;
}

/// The operator that has all that follows go through a matrix.
[[nodiscard]] inline QByteArray concatenated(const QPDFMatrix& m)
{
    return pdfNumbers(m.a, m.b, m.c, m.d, m.e, m.f) + "cm ";
}

} // namespace hinge
