// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QByteArray>
#include <qpdf/QPDF.hh>

namespace hinge
{

/// A content stream of these operators. One of none gets a line end: deflated by the library nothing at all would stand
/// in it, which some readers take for damage.
[[nodiscard]] inline QPDFObjectHandle operatorsStream(QPDF& pdf, const QByteArray& operators)
{
    return pdf.newStream(operators.isEmpty() ? std::string("\n") : operators.toStdString());
}

} // namespace hinge
