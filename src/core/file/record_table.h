// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/file_facts.h"
#include "core/job/record_fill.h"

#include <functional>
#include <memory>

namespace hinge
{

/// A row of a CSV file that is not as the others.
struct RowProblem {
    int line = 0; ///< of the file, as an editor counts them, from 1
    QString what; ///< a clause: "a quote stands inside a field"
};

/// Numbers found in a column: all of its values are digits between the same letters.
struct NumberRun {
    qint64 least = 0;
    qint64 greatest = 0;
    qint64 missing = 0; ///< of those between, at the step most of them have
    QString leastText;  ///< as they stand in the file
    QString greatestText;
    QString firstMissing; ///< likewise; empty when none is missing
};

/// What is known of a column of a CSV file.
struct ColumnFacts {
    int longest = 0;     ///< the record with the most letters
    int empty = 0;       ///< how many have nothing in it
    int firstEmpty = -1; ///< the first of those; -1 for none
    /// The first two records that have the same in it, and how many repeat one before them.
    std::optional<std::pair<int, int>> doubled{};
    int doubles = 0;
    std::optional<NumberRun> numbers{};
};

/// The rows of a CSV file (RFC 4180), read one by one: what is kept is the text of the file and where its rows begin.
/// Never changes once it is read, so that threads may share it.
class RecordTable
{
public:
    /// Rows whose quotes are wrong are left out and told by `problems`; all others come in. Fails when there is nothing
    /// in it, when it is no text, or nearly every row is wrong. `goesOn` is asked now and then.
    [[nodiscard]] static Result<std::shared_ptr<const RecordTable>> read(const QByteArray& bytes, const QString& name,
                                                                         const CsvReading& reading = {},
                                                                         const std::function<bool()>& goesOn = {});

    [[nodiscard]] const QStringList& fields() const { return fields_; }
    [[nodiscard]] int count() const { return int(starts_.size()); }
    /// Parsed afresh from its place in the file; values that the row lacks are empty.
    [[nodiscard]] Record record(int place) const;
    /// The line of the file a record begins on, from 1.
    [[nodiscard]] int lineOf(int place) const { return int(lines_[std::size_t(place)]); }
    /// As it was read: recognised, or as asked for.
    [[nodiscard]] const CsvReading& reading() const { return reading_; }
    /// In the order of the file; of very many only the first are kept.
    [[nodiscard]] const std::vector<RowProblem>& problems() const { return problems_; }
    /// How many rows were left out because of them.
    [[nodiscard]] int leftOut() const { return leftOut_; }
    /// Letters that the encoding does not have; it is the wrong one, then.
    [[nodiscard]] int unknownLetters() const { return unknownLetters_; }
    /// As many as fields.
    [[nodiscard]] const std::vector<ColumnFacts>& columns() const { return columns_; }
    /// Two records that are the same in all fields.
    [[nodiscard]] const std::optional<std::pair<int, int>>& twins() const { return twins_; }

private:
    friend class TableReader;
    QByteArray text_; ///< UTF-8
    std::vector<quint32> starts_;
    std::vector<quint32> lines_;
    QStringList fields_;
    CsvReading reading_;
    std::vector<RowProblem> problems_;
    int leftOut_ = 0;
    int unknownLetters_ = 0;
    std::vector<ColumnFacts> columns_;
    std::optional<std::pair<int, int>> twins_;
};

/// Encodings to choose from where the recognised one is wrong; names of the IANA registry of character sets.
[[nodiscard]] QStringList csvEncodings();
/// "comma", "semicolon", "tab", "bar".
[[nodiscard]] QString separatorName(char separator);

/// True when a file is read as a CSV table: by its name, for the text itself does not tell.
[[nodiscard]] bool isTableName(const QString& path);

/// The table a job takes its records from; nullptr where it has none, or it is not read.
[[nodiscard]] const RecordTable* tableOf(const Job& job, const FileFactsMap& facts);
/// How many records a job has: of a file as many as are in it now, where that is known.
[[nodiscard]] int recordCount(const Job& job, const RecordTable* table);
/// How often each record is printed; nothing when some would be printed more often than others.
[[nodiscard]] std::optional<int> timesEach(const Job& job, const RecordTable* table);
/// The record of a place, from 0; a series needs no table. Without fields when there is none.
[[nodiscard]] Record recordAt(const Job& job, const RecordTable* table, int place);
/// The names that can stand between braces.
[[nodiscard]] QStringList recordFields(const Job& job, const RecordTable* table);

} // namespace hinge
