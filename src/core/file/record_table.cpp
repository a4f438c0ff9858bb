// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/file/record_table.h"

#include "core/file/csv_rows.h"
#include "core/file/read_limits.h"
#include "core/units/owned.h"

#include <QHash>
#include <QStringDecoder>
#include <algorithm>
#include <unicode/ucsdet.h>

namespace hinge
{
namespace
{

constexpr char separators[] = {',', ';', '\t', '|'};

struct Decoded {
    QByteArray text; ///< UTF-8
    QString encoding;
};

bool isUtf8(const QByteArray& bytes)
{
    QStringDecoder decoder(QStringDecoder::Utf8);
    (void)QString(decoder(bytes));
    return !decoder.hasError();
}

/// By its mark at the beginning, as UTF-8 where it is sound, else by the letters that ICU finds likely.
QString recognisedEncoding(const QByteArray& bytes)
{
    if (bytes.startsWith("\xEF\xBB\xBF"))
        return QStringLiteral("UTF-8");
    if (bytes.startsWith("\xFF\xFE"))
        return QStringLiteral("UTF-16LE");
    if (bytes.startsWith("\xFE\xFF"))
        return QStringLiteral("UTF-16BE");
    if (isUtf8(bytes))
        return QStringLiteral("UTF-8");
    UErrorCode error = U_ZERO_ERROR;
    const Owned<UCharsetDetector, ucsdet_close> detector(ucsdet_open(&error));
    // Rare letters may stand anywhere; a megabyte of them is enough.
    ucsdet_setText(detector.get(), bytes.constData(), int32_t(std::min<qsizetype>(bytes.size(), 1 << 20)), &error);
    const UCharsetMatch* match = ucsdet_detect(detector.get(), &error);
    const QString name = match ? QString::fromLatin1(ucsdet_getName(match, &error)) : QString();
    // The first 256 letters are those of windows-1252, which has dashes and quotes besides, but for controls.
    if (U_FAILURE(error) || name.isEmpty() || name == QStringLiteral("ISO-8859-1"))
        return QStringLiteral("windows-1252");
    return QStringDecoder(name.toLatin1().constData()).isValid() ? name : QStringLiteral("windows-1252");
}

Result<Decoded> decoded(const QByteArray& bytes, const QString& name, const QString& wanted)
{
    const QString encoding = wanted.isEmpty() ? recognisedEncoding(bytes) : wanted;
    QStringDecoder decoder(encoding.toLatin1().constData());
    if (!decoder.isValid())
        return problem(
            name,
            QStringLiteral("The encoding “%1” is not known here; choose another one.").arg(Problem::quoted(encoding)));
    Decoded out{QString(decoder(bytes)).toUtf8(), encoding};
    if (out.text.startsWith("\xEF\xBB\xBF"))
        out.text.remove(0, 3);
    if (out.text.contains('\0'))
        return problem(name, QStringLiteral("This is no text. Save the table as CSV and bring that in."));
    return out;
}

/// The separator by which most of the first rows have as many fields as the first one.
char recognisedSeparator(const QByteArray& text)
{
    constexpr int rowsLookedAt = 60;
    QByteArray head = text.left(256 << 10);
    if (head.size() < text.size())
        head.truncate(std::max<qsizetype>(head.lastIndexOf('\n'), 0));
    char best = separators[0];
    double bestScore = 0;
    for (const char separator : separators) {
        int rows = 0;
        int alike = 0;
        std::size_t fields = 0;
        readCsvRows(
            head, separator,
            [&](const CsvPlace&, const CsvRow& row) {
                fields = rows == 0 ? row.size() : fields;
                alike += row.size() == fields ? 1 : 0;
                return ++rows < rowsLookedAt;
            },
            [&](const CsvPlace&, const QString&) { return ++rows < rowsLookedAt; });
        const double score = fields > 1 ? double(alike) / std::max(rows, 1) + double(fields) / 1e6 : 0;
        if (score > bestScore) {
            bestScore = score;
            best = separator;
        }
    }
    return best;
}

/// Names that can stand between braces, each once.
QStringList fieldNames(const CsvRow& row, bool named)
{
    QStringList out;
    for (std::size_t i = 0; i < row.size(); ++i) {
        QString name = named ? QString::fromUtf8(row[i]).simplified() : QString();
        name.replace(u'{', u'(').replace(u'}', u')');
        if (name.isEmpty())
            name = QStringLiteral("column %1").arg(i + 1);
        QString fresh = name;
        for (int n = 2; out.contains(fresh, Qt::CaseInsensitive); ++n)
            fresh = QStringLiteral("%1 %2").arg(name).arg(n);
        out << fresh;
    }
    return out;
}

qsizetype lettersOf(const QByteArray& utf8)
{
    return std::count_if(utf8.begin(), utf8.end(), [](char c) { return (c & 0xC0) != 0x80; });
}

/// Digits between other letters: the last ones of a value.
struct NumberParts {
    QByteArray before;
    qint64 number = 0;
    QByteArray behind;
};
std::optional<NumberParts> partsOf(const QByteArray& value)
{
    const auto isDigit = [](char c) { return c >= '0' && c <= '9'; };
    qsizetype end = value.size();
    while (end > 0 && !isDigit(value[end - 1]))
        --end;
    qsizetype start = end;
    while (start > 0 && isDigit(value[start - 1]))
        --start;
    if (start == end || end - start > 15)
        return std::nullopt;
    return NumberParts{value.left(start), value.mid(start, end - start).toLongLong(), value.mid(end)};
}

} // namespace

/// Learns about one column, value after value.
class ColumnReader
{
public:
    void add(int place, const QByteArray& value)
    {
        if (const qsizetype letters = lettersOf(value); letters > longest_) {
            longest_ = letters;
            facts_.longest = place;
        }
        if (value.trimmed().isEmpty()) {
            facts_.empty += 1;
            facts_.firstEmpty = facts_.firstEmpty < 0 ? place : facts_.firstEmpty;
            return;
        }
        const auto first = seen_.constFind(value);
        if (first == seen_.constEnd()) {
            seen_.insert(value, place);
        } else {
            facts_.doubles += 1;
            if (!facts_.doubled)
                facts_.doubled = std::pair(*first, place);
        }
        if (isNumbered_)
            addNumber(value);
    }
    ColumnFacts finish()
    {
        if (isNumbered_ && numbers_.size() > 1)
            facts_.numbers = run();
        return std::move(facts_);
    }

private:
    void addNumber(const QByteArray& value)
    {
        const auto parts = partsOf(value);
        if (!parts || (!numbers_.empty() && (parts->before != before_ || parts->behind != behind_))) {
            isNumbered_ = false;
            numbers_ = {};
            return;
        }
        before_ = parts->before;
        behind_ = parts->behind;
        if (numbers_.empty() || parts->number < least_) {
            least_ = parts->number;
            leastText_ = value;
        }
        if (numbers_.empty() || parts->number > greatest_) {
            greatest_ = parts->number;
            greatestText_ = value;
        }
        numbers_.push_back(parts->number);
    }
    NumberRun run()
    {
        std::ranges::sort(numbers_);
        numbers_.erase(std::unique(numbers_.begin(), numbers_.end()), numbers_.end());
        NumberRun out{least_, greatest_, 0, QString::fromUtf8(leastText_), QString::fromUtf8(greatestText_), {}};
        // The distance most neighbours have.
        QHash<qint64, int> steps;
        qint64 step = 1;
        for (std::size_t i = 1; i < numbers_.size(); ++i)
            if (const qint64 by = numbers_[i] - numbers_[i - 1]; ++steps[by] > steps.value(step))
                step = by;
        for (std::size_t i = 1; i < numbers_.size(); ++i) {
            const qint64 gap = (numbers_[i] - numbers_[i - 1]) / step - 1;
            out.missing += std::max<qint64>(gap, 0);
            if (gap > 0 && out.firstMissing.isEmpty())
                out.firstMissing = QString::fromUtf8(before_) +
                                   QString::number(numbers_[i - 1] + step)
                                       .rightJustified(int(leastText_.size() - before_.size() - behind_.size()), u'0') +
                                   QString::fromUtf8(behind_);
        }
        return out;
    }

    ColumnFacts facts_;
    qsizetype longest_ = -1;
    QHash<QByteArray, int> seen_;
    bool isNumbered_ = true;
    std::vector<qint64> numbers_;
    qint64 least_ = 0;
    qint64 greatest_ = 0;
    QByteArray before_, behind_, leastText_, greatestText_;
};

/// Reads a file into a table.
class TableReader
{
public:
    TableReader(RecordTable& table, const QString& name, const std::function<bool()>& goesOn)
        : table_(table), name_(name), goesOn_(goesOn)
    {
    }

    Result<void> read()
    {
        readCsvRows(
            table_.text_, table_.reading_.separator,
            [this](const CsvPlace& place, const CsvRow& row) { return add(place, row); },
            [this](const CsvPlace& place, const QString& what) {
                note(place.line, what);
                return ++table_.leftOut_ <= limits::mostWrongRows;
            });
        if (stopped_)
            return problem(name_, QStringLiteral("Reading was stopped."));
        if (table_.leftOut_ > limits::mostWrongRows)
            return problem(name_, QStringLiteral("More than %1 rows are wrong, the first in line %2: %3.")
                                      .arg(limits::mostWrongRows)
                                      .arg(table_.problems_.front().line)
                                      .arg(table_.problems_.front().what));
        if (table_.count() >= limits::mostRows)
            return problem(name_, QStringLiteral("It has more than %1 rows.").arg(groupedNumber(limits::mostRows)));
        if (table_.fields_.isEmpty() || table_.starts_.empty())
            return problem(name_, table_.leftOut_ > 0 ? QStringLiteral("No row of it can be read; in line %1 %2.")
                                                            .arg(table_.problems_.front().line)
                                                            .arg(table_.problems_.front().what)
                                                      : QStringLiteral("It has no rows of data."));
        for (ColumnReader& column : columns_)
            table_.columns_.push_back(column.finish());
        return {};
    }

private:
    bool add(const CsvPlace& place, const CsvRow& row)
    {
        if (table_.fields_.isEmpty()) {
            table_.fields_ = fieldNames(row, table_.reading_.namesInFirstRow);
            columns_.resize(row.size());
            if (table_.reading_.namesInFirstRow)
                return true;
        }
        const int number = table_.count();
        if (number % 4096 == 0 && goesOn_ && !goesOn_()) {
            stopped_ = true;
            return false;
        }
        if (row.size() != columns_.size())
            note(place.line,
                 QStringLiteral("there are %1 fields where %2 are named").arg(row.size()).arg(columns_.size()));
        table_.starts_.push_back(quint32(place.start));
        table_.lines_.push_back(quint32(place.line));
        QByteArray whole;
        for (std::size_t i = 0; i < columns_.size(); ++i) {
            const QByteArray value = i < row.size() ? row[i] : QByteArray();
            columns_[i].add(number, value);
            whole += value + '\x1F';
        }
        if (const auto twin = rows_.constFind(whole); twin == rows_.constEnd())
            rows_.insert(whole, number);
        else if (!table_.twins_)
            table_.twins_ = std::pair(*twin, number);
        return number + 1 < limits::mostRows;
    }
    void note(int line, const QString& what)
    {
        constexpr std::size_t mostTold = 100;
        if (table_.problems_.size() < mostTold)
            table_.problems_.push_back({line, what});
    }

    RecordTable& table_;
    const QString& name_;
    const std::function<bool()>& goesOn_;
    std::vector<ColumnReader> columns_;
    QHash<QByteArray, int> rows_;
    bool stopped_ = false;
};

Result<std::shared_ptr<const RecordTable>> RecordTable::read(const QByteArray& bytes, const QString& name,
                                                             const CsvReading& reading,
                                                             const std::function<bool()>& goesOn)
{
    if (bytes.size() > limits::largestTable)
        return problem(name, QStringLiteral("It is too large for a table of records."));
    auto text = decoded(bytes, name, reading.encoding);
    if (!text)
        return tl::unexpected(text.error());
    if (text->text.size() > qsizetype(std::numeric_limits<qint32>::max()))
        return problem(name, QStringLiteral("It is too large for a table of records."));
    auto table = std::make_shared<RecordTable>();
    table->text_ = std::move(text->text);
    table->reading_ = reading;
    table->reading_.encoding = text->encoding;
    table->unknownLetters_ = int(table->text_.count("\xEF\xBF\xBD"));
    if (reading.separator == 0)
        table->reading_.separator = recognisedSeparator(table->text_);
    if (auto done = TableReader(*table, name, goesOn).read(); !done)
        return tl::unexpected(done.error());
    return std::shared_ptr<const RecordTable>(std::move(table));
}

Record RecordTable::record(int place) const
{
    Record out;
    out.place = place;
    if (place < 0 || place >= count())
        return out;
    out.fields = fields_;
    const qsizetype from = starts_[std::size_t(place)];
    const qsizetype to = std::size_t(place) + 1 < starts_.size() ? starts_[std::size_t(place) + 1] : text_.size();
    readCsvRows(
        QByteArray::fromRawData(text_.constData() + from, to - from), reading_.separator,
        [&out](const CsvPlace&, const CsvRow& row) {
            for (const QByteArray& value : row)
                out.values << QString::fromUtf8(value);
            return false;
        },
        [](const CsvPlace&, const QString&) { return false; });
    out.values.resize(fields_.size());
    return out;
}

QStringList csvEncodings()
{
    return {QStringLiteral("UTF-8"),        QStringLiteral("UTF-16LE"),    QStringLiteral("UTF-16BE"),
            QStringLiteral("windows-1252"), QStringLiteral("ISO-8859-15"), QStringLiteral("windows-1250"),
            QStringLiteral("windows-1251"), QStringLiteral("macintosh")};
}

QString separatorName(char separator)
{
    switch (separator) {
    case ',': return QStringLiteral("comma");
    case ';': return QStringLiteral("semicolon");
    case '\t': return QStringLiteral("tab");
    case '|': return QStringLiteral("bar");
    default: return {};
    }
}

bool isTableName(const QString& path)
{
    return path.endsWith(QStringLiteral(".csv"), Qt::CaseInsensitive) ||
           path.endsWith(QStringLiteral(".tsv"), Qt::CaseInsensitive);
}

const RecordTable* tableOf(const Job& job, const FileFactsMap& facts)
{
    if (job.records.source != RecordSource::File)
        return nullptr;
    const auto it = facts.constFind(job.records.file.path);
    return it == facts.constEnd() ? nullptr : it->table.get();
}

int recordCount(const Job& job, const RecordTable* table)
{
    switch (job.records.source) {
    case RecordSource::None: return 0;
    case RecordSource::Series: return job.records.count;
    case RecordSource::File: return table ? table->count() : job.records.count;
    }
    return 0;
}

std::optional<int> timesEach(const Job& job, const RecordTable* table)
{
    const int count = recordCount(job, table);
    return count > 0 && job.quantity % count == 0 ? std::optional(job.quantity / count) : std::nullopt;
}

Record recordAt(const Job& job, const RecordTable* table, int place)
{
    if (place < 0 || place >= recordCount(job, table))
        return {};
    if (job.records.source == RecordSource::Series)
        return {place, {seriesField()}, {numberAt(job.records.series, place)}};
    return table ? table->record(place) : Record{};
}

QStringList recordFields(const Job& job, const RecordTable* table)
{
    if (job.records.source == RecordSource::Series)
        return {seriesField()};
    return job.records.source == RecordSource::File && table ? table->fields() : QStringList();
}

} // namespace hinge
