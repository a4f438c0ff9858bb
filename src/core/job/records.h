// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/content.h"
#include "core/units/result.h"

#include <QStringList>

namespace hinge
{

/// What differs from one copy of the piece to the next.
enum class RecordSource {
    None,   ///< all copies are alike
    Series, ///< numbers that run on
    File,   ///< the rows of a CSV file
};

/// Numbers that run on from piece to piece: "A-0017 m", then "A-0018 m".
struct Series {
    QString prefix;
    qint64 start = 1;
    qint64 step = 1; ///< not 0; below it numbers count down
    int digits = 0;  ///< at least so many, with zeros before; 0 for as many as there are
    QString suffix;
    bool operator==(const Series&) const = default;
};
/// The number of a place in the series, from 0, as it is printed.
[[nodiscard]] QString numberAt(const Series& series, int place);
/// What the number of a series is called in texts and codes: `{number}`.
[[nodiscard]] QString seriesField();

/// How the bytes of a CSV file are to be read, where that is not recognised.
struct CsvReading {
    QString encoding;   ///< "UTF-8", "windows-1252"; empty for the one that is recognised
    char separator = 0; ///< ',', ';', '|' or a tab; 0 for the one that is recognised
    bool namesInFirstRow = true;
    bool operator==(const CsvReading&) const = default;
};
/// Whether fields can be parted by it.
[[nodiscard]] bool isSeparator(char c);

/// What the copies of a piece differ in. Each takes one record: a number of the series, or a row of the file.
struct Records {
    RecordSource source = RecordSource::None;
    Series series;
    LinkedFile file; ///< of `RecordSource::File`
    CsvReading reading;
    /// How many there are: of a series as the user wants it, of a file as it was read last. As long as the quantity of
    /// the job is the same it stays the same (see ../edit/record_edits.h).
    int count = 0;
    QJsonObject extra{};
    bool operator==(const Records&) const = default;
    [[nodiscard]] bool any() const { return source != RecordSource::None; }
};

/// Refuses a series that counts nowhere, or past what can be counted.
[[nodiscard]] Result<void> checkSeries(const Records& records);

/// "0001 to 0480", "480 rows of members.csv"; empty where all copies are alike.
[[nodiscard]] QString recordsText(const Records& records);

} // namespace hinge
