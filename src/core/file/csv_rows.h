// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QByteArray>
#include <functional>
#include <vector>

namespace hinge
{

/// Fields of a row, as UTF-8.
using CsvRow = std::vector<QByteArray>;

/// A row of a CSV text where it stands.
struct CsvPlace {
    qsizetype start = 0; ///< of its first byte
    int line = 1;        ///< it begins on, from 1
};

/// Goes through a CSV text (RFC 4180; the parser is libcsv's), row by row; blank lines are no rows. Spaces belong to
/// their fields (RFC 4180, 2.4); those about a quoted field, which the standard has none of, are forgiven. What cannot
/// be a row is told to `wrong` with the reason, and reading goes on in the line after the one it began on. Both return
/// false to stop.
void readCsvRows(const QByteArray& text, char separator, const std::function<bool(const CsvPlace&, const CsvRow&)>& row,
                 const std::function<bool(const CsvPlace&, const QString&)>& wrong);

} // namespace hinge
