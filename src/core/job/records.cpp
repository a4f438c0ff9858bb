// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/job/records.h"

#include "core/job/job.h"
#include "core/units/ranges.h"

#include <QFileInfo>

namespace hinge
{
namespace
{

/// Numbers of more digits are no numbers of tickets, and would not fit the count.
constexpr int mostDigits = 15;
constexpr qint64 largestNumber = 999'999'999'999'999;

} // namespace

QString seriesField() { return QStringLiteral("number"); }

bool isSeparator(char c) { return c == ',' || c == ';' || c == '\t' || c == '|'; }

QString numberAt(const Series& series, int place)
{
    const qint64 number = series.start + series.step * place;
    return series.prefix + QString::number(number).rightJustified(series.digits, u'0') + series.suffix;
}

Result<void> checkSeries(const Records& records)
{
    const Series& s = records.series;
    if (auto r = checkNumber(QStringLiteral("records.digits"), QStringLiteral("The digits of a number"), s.digits, 0,
                             mostDigits, {});
        !r)
        return r;
    if (auto r = checkNumber(QStringLiteral("records.count"), QStringLiteral("The count of records"), records.count, 0,
                             limits::largestRun, {});
        !r)
        return r;
    if (s.step == 0)
        return problem(QStringLiteral("records.step"),
                       QStringLiteral("With a step of 0 all numbers are the same; count by 1 or more, or down by -1."));
    const qint64 steps = std::max(records.count - 1, 0);
    if (qAbs(s.step) > largestNumber / std::max<qint64>(steps, 1) || qAbs(s.start) > largestNumber ||
        qAbs(s.start + s.step * steps) > largestNumber)
        return problem(QStringLiteral("records.start"),
                       QStringLiteral("The numbers have more than %1 digits.").arg(mostDigits));
    if (records.source == RecordSource::Series && std::min(s.start, s.start + s.step * steps) < 0)
        return problem(QStringLiteral("records.start"),
                       QStringLiteral("The series counts below 0. Start higher, or make the step smaller."));
    if (records.reading.separator != 0 && !isSeparator(records.reading.separator))
        return problem(QStringLiteral("records.separator"),
                       QStringLiteral("Fields are parted by a comma, a semicolon, a tab or a bar."));
    return {};
}

QString recordsText(const Records& records)
{
    switch (records.source) {
    case RecordSource::None: return {};
    case RecordSource::Series:
        return records.count > 1 ? QStringLiteral("%1 to %2")
                                       .arg(numberAt(records.series, 0), numberAt(records.series, records.count - 1))
                                 : numberAt(records.series, 0);
    case RecordSource::File:
        return (records.count == 1 ? QStringLiteral("%1 row of %2") : QStringLiteral("%1 rows of %2"))
            .arg(groupedNumber(records.count), QFileInfo(records.file.path).fileName());
    }
    return {};
}

} // namespace hinge
