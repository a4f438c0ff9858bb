// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/record_checks.h"

#include "core/file/record_table.h"
#include "core/plan/finding_parts.h"

#include <QFileInfo>
#include <QSet>
#include <algorithm>

namespace hinge
{
namespace
{

/// Where a column is used: what is wrong in it matters only then.
struct FieldPlace {
    SurfaceId surface;
    const Item* item = nullptr;
    QString field;
};
std::vector<FieldPlace> placesOf(const Job& job)
{
    std::vector<FieldPlace> out;
    for (const auto& [surface, content] : job.surfaces)
        for (const Item& item : content->items)
            for (const QString& field : fieldsOf(item))
                out.push_back({surface, &item, field});
    return out;
}

class RecordChecks
{
public:
    RecordChecks(const Job& job, const FileFactsMap& facts, const RecordSurvey& survey)
        : job_(job), table_(tableOf(job, facts)), survey_(survey), places_(placesOf(job))
    {
    }

    std::vector<Finding> all()
    {
        checkFields();
        checkCount();
        if (table_) {
            checkRows();
            checkColumns();
        }
        checkSurvey();
        return std::move(out_);
    }

private:
    /// "row 17", as it is counted in the data; of a series the number itself.
    [[nodiscard]] QString rowName(int place) const
    {
        return table_ ? QStringLiteral("row %1 (line %2)")
                            .arg(groupedNumber(place + 1), groupedNumber(table_->lineOf(place)))
                      : numberAt(job_.records.series, place);
    }
    [[nodiscard]] QString source() const
    {
        return job_.records.source == RecordSource::Series ? QStringLiteral("the series")
                                                           : QFileInfo(job_.records.file.path).fileName();
    }
    Finding& add(const char* code, Severity severity, QString message, QString reason, Remedy remedy = Remedy::None)
    {
        return out_.emplace_back(found(code, severity, std::move(message), std::move(reason), remedy));
    }
    void addAt(const FieldPlace& at, const char* code, Severity severity, const QString& message, QString reason,
               const QStringList& more)
    {
        out_.push_back(
            foundAt(code, severity, job_, at.surface, *at.item, message, std::move(reason), Remedy::None, more));
    }

    void checkFields()
    {
        const QStringList fields = recordFields(job_, table_);
        if (fields.isEmpty())
            return; // the file is not read yet, or cannot be: that is told of the file
        bool used = false;
        for (const FieldPlace& at : places_) {
            if (fields.contains(at.field, Qt::CaseInsensitive)) {
                used = true;
                continue;
            }
            addAt(at, "records.field", Severity::Stop, QStringLiteral("%1 names {%3}, %2, which is no field of %4"),
                  QStringLiteral("It would be printed with its braces. There are: %1.")
                      .arg(QStringList(fields.mid(0, 12)).join(QStringLiteral(", "))),
                  {at.field, source()});
        }
        if (!used)
            add("records.unused", Severity::Warn,
                QStringLiteral("Nothing on the piece names a field of %1").arg(source()),
                QStringLiteral("All copies would be alike. Put {%1} into a text or a code.").arg(fields.first()));
    }

    void checkCount()
    {
        const int count = recordCount(job_, table_);
        if (count < 1)
            return;
        // So many of each are as good as one of each.
        if (count == job_.records.count && timesEach(job_, table_))
            return;
        const bool grew = count != job_.records.count;
        Finding& f =
            grew ? add("records.changed", Severity::Warn,
                       QStringLiteral("%1 has %2 rows now; it had %3")
                           .arg(source(), groupedNumber(count), groupedNumber(job_.records.count)),
                       QStringLiteral("Rows were added or taken away since it was brought in. Look whether that is "
                                      "what you expect."),
                       Remedy::CountRecords)
                 : add("records.count", Severity::Warn,
                       QStringLiteral("%1 pieces for %2 records")
                           .arg(groupedNumber(job_.quantity), groupedNumber(count)),
                       job_.quantity < count
                           ? QStringLiteral("The last %1 records would not be printed.")
                                 .arg(groupedNumber(count - job_.quantity))
                           : QStringLiteral("The first %1 records would be printed once more than the others.")
                                 .arg(groupedNumber(job_.quantity % count)),
                       Remedy::CountRecords);
        f.count = count;
    }

    void checkRows()
    {
        if (table_->leftOut() > 0) {
            const RowProblem& first = table_->problems().front();
            add("records.wrongRow", Severity::Stop,
                table_->leftOut() == 1
                    ? QStringLiteral("Line %1 of %2 cannot be read and is left out")
                          .arg(groupedNumber(first.line), source())
                    : QStringLiteral("%1 rows of %2 cannot be read and are left out, the first in line %3")
                          .arg(groupedNumber(table_->leftOut()), source(), groupedNumber(first.line)),
                QStringLiteral("In line %1 %2. Mend it in the file; it is read again at once.")
                    .arg(groupedNumber(first.line), first.what));
        } else if (!table_->problems().empty()) {
            const RowProblem& first = table_->problems().front();
            add("records.ragged", Severity::Warn,
                QStringLiteral("Rows of %1 have more or fewer fields than are named, the first in line %2")
                    .arg(source(), groupedNumber(first.line)),
                QStringLiteral("In line %1 %2. A separator may stand in a value; values with one want quotes.")
                    .arg(groupedNumber(first.line), first.what));
        }
        if (table_->unknownLetters() > 0)
            add("records.letters", Severity::Warn,
                QStringLiteral("%1 letters of %2 cannot be read as %3")
                    .arg(groupedNumber(table_->unknownLetters()), source(), table_->reading().encoding),
                QStringLiteral("They would be printed as “�”. Choose another encoding."));
        if (const auto& twins = table_->twins())
            add("records.twins", Severity::Warn,
                QStringLiteral("The same record stands twice in %1: %2 and %3")
                    .arg(source(), rowName(twins->first), rowName(twins->second)),
                QStringLiteral("Somebody would get two pieces, or two people the same one."));
    }

    void checkColumns()
    {
        QSet<QString> told;
        for (const FieldPlace& at : places_) {
            const qsizetype index = indexOf(at.field);
            if (index < 0 || told.contains(at.field.toLower()))
                continue;
            told.insert(at.field.toLower());
            const ColumnFacts& column = table_->columns()[std::size_t(index)];
            if (column.empty > 0)
                addAt(at, "records.empty", Severity::Warn,
                      column.empty == 1 ? QStringLiteral("%1, %2: {%3} is empty in %4")
                                        : QStringLiteral("%1, %2: {%3} is empty in several records, the first %4"),
                      QStringLiteral("%1 of %2 records have nothing in it.")
                          .arg(groupedNumber(column.empty), groupedNumber(table_->count())),
                      {at.field, rowName(column.firstEmpty)});
            // Names may be alike; numbers, and what a machine reads, tell pieces apart.
            const bool tellsApart = column.numbers.has_value() || at.item->kind == ItemKind::Code;
            if (tellsApart && column.doubled && column.doubles * 10 < table_->count())
                addAt(at, "records.double", Severity::Stop, QStringLiteral("%1, %2: {%3} is the same twice: %4"),
                      QStringLiteral("%1 and %2 have it; %3 records repeat one before them. Two pieces could not be "
                                     "told apart.")
                          .arg(rowName(column.doubled->first), rowName(column.doubled->second),
                               groupedNumber(column.doubles)),
                      {at.field, table_->record(column.doubled->first).values.value(index)});
            // So few are a slip; many are numbers that were never meant to run on.
            if (column.numbers && column.numbers->missing > 0 && column.numbers->missing * 20 <= table_->count() + 20)
                addAt(at, "records.gap", Severity::Warn, QStringLiteral("%1, %2: {%3} leaves out numbers, %4"),
                      QStringLiteral("Of those from %1 to %2, %3 are missing, the first %4.")
                          .arg(column.numbers->leastText, column.numbers->greatestText,
                               groupedNumber(column.numbers->missing), column.numbers->firstMissing),
                      {at.field, QStringLiteral("the first %1").arg(column.numbers->firstMissing)});
        }
    }
    [[nodiscard]] qsizetype indexOf(const QString& field) const
    {
        const auto it = std::ranges::find_if(
            table_->fields(), [&](const QString& name) { return name.compare(field, Qt::CaseInsensitive) == 0; });
        return it == table_->fields().end() ? -1 : it - table_->fields().begin();
    }

    void checkSurvey()
    {
        tellSurveyed(survey_.pictures, "records.picture", QStringLiteral("%1, %2: %3 has no picture"),
                     QStringLiteral("%1, %2: records have no picture, the first %3"),
                     QStringLiteral("There is no file “%1”. %2 of %3 records lack theirs."));
        tellSurveyed(survey_.codes, "records.code", QStringLiteral("%1, %2, cannot be made for %3"),
                     QStringLiteral("%1, %2, cannot be made for some records, the first %3"),
                     QStringLiteral("%1 That is so for %2 of %3 records."));
    }
    /// `one` and `several` have the item, its surface and the record as %1 to %3; `reason` what was seen, in how many
    /// records, and of how many.
    void tellSurveyed(const std::vector<SurveyedItem>& items, const char* code, const QString& one,
                      const QString& several, const QString& reason)
    {
        for (const SurveyedItem& seen : items)
            if (const auto at = placeOf(seen.itemId))
                addAt(*at, code, Severity::Stop, seen.count == 1 ? one : several,
                      reason.arg(seen.what, groupedNumber(seen.count), groupedNumber(recordCount(job_, table_))),
                      {rowName(seen.first)});
    }
    [[nodiscard]] std::optional<FieldPlace> placeOf(const QString& itemId) const
    {
        const auto at = std::ranges::find_if(places_, [&](const FieldPlace& p) { return p.item->id == itemId; });
        return at == places_.end() ? std::nullopt : std::optional(*at);
    }

    const Job& job_;
    const RecordTable* table_;
    const RecordSurvey& survey_;
    std::vector<FieldPlace> places_;
    std::vector<Finding> out_;
};

} // namespace

std::vector<Finding> checkRecords(const Job& job, const FileFactsMap& facts, const RecordSurvey& survey)
{
    return job.records.any() ? RecordChecks(job, facts, survey).all() : std::vector<Finding>();
}

std::vector<int> longestRecords(const Job& job, const RecordTable* table, const Item& item)
{
    std::vector<int> out;
    const QStringList used = fieldsOf(item);
    if (used.isEmpty() || recordCount(job, table) < 1)
        return out;
    if (job.records.source == RecordSource::Series)
        out = {0, recordCount(job, table) - 1};
    else if (table)
        for (qsizetype i = 0; i < table->fields().size(); ++i)
            if (used.contains(table->fields()[i], Qt::CaseInsensitive))
                out.push_back(table->columns()[std::size_t(i)].longest);
    std::ranges::sort(out);
    out.erase(std::unique(out.begin(), out.end()), out.end());
    return out;
}

} // namespace hinge
