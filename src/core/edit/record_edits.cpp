// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/edit/record_edits.h"

#include <QRegularExpression>

namespace hinge
{

void useSeries(Job& job)
{
    Records& r = job.records;
    r.source = RecordSource::Series;
    r.count = job.quantity;
    if (r.series == Series())
        r.series.digits = int(QString::number(r.series.start + r.count - 1).size());
}

void useTable(Job& job, const LinkedFile& file, const RecordTable& table)
{
    Records& r = job.records;
    r.source = RecordSource::File;
    r.file = file;
    r.count = table.count();
    job.quantity = table.count();
}

void useNoRecords(Job& job) { job.records.source = RecordSource::None; }

void setQuantity(Job& job, int quantity)
{
    if (job.records.source == RecordSource::Series && job.records.count == job.quantity)
        job.records.count = quantity;
    job.quantity = quantity;
}

void setRecordCount(Job& job, int count)
{
    if (job.records.count == job.quantity)
        job.quantity = count;
    job.records.count = count;
}

Result<void> setFirstNumber(Job& job, const QString& text)
{
    Series next = job.records.series;
    QString said = text.trimmed();
    QString suffix;
    // Digits of a suffix that is there already are no number.
    if (!next.suffix.isEmpty() && said.endsWith(next.suffix)) {
        suffix = next.suffix;
        said.chop(suffix.size());
    }
    static const QRegularExpression shape(QStringLiteral("^(.*?)([0-9]+)([^0-9]*)$"),
                                          QRegularExpression::DotMatchesEverythingOption);
    const auto match = shape.match(said);
    if (!match.hasMatch())
        return problem(QStringLiteral("records.start"),
                       QStringLiteral("“%1” has no number in it. Type the first one as it is printed: 1, 0001, A-0017.")
                           .arg(Problem::quoted(text)));
    const QString digits = match.captured(2);
    bool ok = false;
    next.start = digits.toLongLong(&ok);
    next.prefix = match.captured(1);
    next.suffix = match.captured(3) + suffix;
    // Zeros before it say how many digits all have; without any each has as many as it needs.
    next.digits = digits.startsWith(u'0') && digits.size() > 1 ? int(digits.size()) : 0;
    Records checked = job.records;
    checked.series = next;
    if (!ok)
        return problem(QStringLiteral("records.start"), QStringLiteral("The number has too many digits."));
    if (auto good = checkSeries(checked); !good)
        return good;
    job.records.series = next;
    return {};
}

} // namespace hinge
