// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/record_table.h"

namespace testing
{

/// A table of records from the bytes of a CSV file; one that cannot be read is a mistake of the test.
inline std::shared_ptr<const hinge::RecordTable> tableOf(const QByteArray& csv, const hinge::CsvReading& reading = {})
{
    auto read = hinge::RecordTable::read(csv, QStringLiteral("t.csv"), reading);
    if (!read)
        qFatal("not read: %s", qPrintable(read.error().text()));
    return *read;
}

} // namespace testing
