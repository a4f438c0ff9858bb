// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/file/csv_rows.h"

#include "core/file/read_limits.h"

#include <QString>
#include <algorithm>
#include <csv.h>
#include <memory>
#include <optional>

namespace hinge
{
namespace
{

enum class Spaces { Kept, Forgiven };

/// A row is given to the parser line by line, so that it is known where it begins and ends.
class RowParser
{
public:
    RowParser(char separator, Spaces spaces)
    {
        csv_init(&parser_, CSV_STRICT | CSV_STRICT_FINI);
        csv_set_delim(&parser_, static_cast<unsigned char>(separator));
        if (spaces == Spaces::Kept)
            csv_set_space_func(&parser_, [](unsigned char) { return 0; });
    }
    ~RowParser() { csv_free(&parser_); }
    RowParser(const RowParser&) = delete;
    RowParser& operator=(const RowParser&) = delete;

    enum class Outcome { GoesOn, Complete, Wrong };
    Outcome add(const char* line, qsizetype size)
    {
        if (csv_parse(&parser_, line, size_t(size), field, end, this) != size_t(size))
            return Outcome::Wrong;
        return complete_ ? Outcome::Complete : Outcome::GoesOn;
    }
    /// At the end of the text.
    Outcome finish()
    {
        if (csv_fini(&parser_, field, end, this) != 0)
            return Outcome::Wrong;
        return complete_ ? Outcome::Complete : Outcome::GoesOn;
    }
    [[nodiscard]] const CsvRow& row() const { return row_; }
    void next()
    {
        row_.clear();
        complete_ = false;
    }

private:
    static void field(void* data, size_t size, void* self)
    {
        static_cast<RowParser*>(self)->row_.emplace_back(static_cast<const char*>(data), qsizetype(size));
    }
    static void end(int, void* self) { static_cast<RowParser*>(self)->complete_ = true; }

    csv_parser parser_{};
    CsvRow row_;
    bool complete_ = false;
};

/// Behind the line that begins there: a line ends with CR, LF, or both.
qsizetype endOfLine(const QByteArray& text, qsizetype from)
{
    const char* const begin = text.constData();
    const char* const end = begin + text.size();
    const char* at = std::find_if(begin + from, end, [](char c) { return c == '\n' || c == '\r'; });
    if (at == end)
        return text.size();
    if (*at == '\r' && at + 1 != end && at[1] == '\n')
        ++at;
    return at + 1 - begin;
}

struct RowEnd {
    qsizetype at = 0;
    int lines = 0;
};

/// Reads the row that begins there. Nothing when what stands there is none.
std::optional<RowEnd> readRow(RowParser& parser, const QByteArray& text, qsizetype from)
{
    RowEnd end{from};
    while (end.at < text.size()) {
        const qsizetype next = endOfLine(text, end.at);
        const auto outcome = parser.add(text.constData() + end.at, next - end.at);
        end.at = next;
        ++end.lines;
        // A quote that is not closed would take the rest of the file for one field, line after line.
        if (outcome == RowParser::Outcome::Wrong || end.at - from > limits::longestRow)
            return std::nullopt;
        if (outcome == RowParser::Outcome::Complete)
            return end;
    }
    return parser.finish() == RowParser::Outcome::Complete ? std::optional(end) : std::nullopt;
}

bool isBlank(const QByteArray& text, qsizetype from, qsizetype to)
{
    return std::all_of(text.begin() + from, text.begin() + to, [](char c) { return c == '\n' || c == '\r'; });
}

} // namespace

void readCsvRows(const QByteArray& text, char separator, const std::function<bool(const CsvPlace&, const CsvRow&)>& row,
                 const std::function<bool(const CsvPlace&, const QString&)>& wrong)
{
    auto parser = std::make_unique<RowParser>(separator, Spaces::Kept);
    CsvPlace place;
    while (place.start < text.size()) {
        const qsizetype line = endOfLine(text, place.start);
        if (isBlank(text, place.start, line)) {
            place.start = line;
            ++place.line;
            continue;
        }
        bool goesOn = true;
        if (const auto end = readRow(*parser, text, place.start)) {
            goesOn = row(place, parser->row());
            parser->next();
            place = {end->at, place.line + end->lines};
        } else {
            parser = std::make_unique<RowParser>(separator, Spaces::Kept); // it stopped within the row
            RowParser forgiving(separator, Spaces::Forgiven);
            if (const auto forgiven = readRow(forgiving, text, place.start)) {
                goesOn = row(place, forgiving.row());
                place = {forgiven->at, place.line + forgiven->lines};
            } else {
                goesOn = wrong(place, QStringLiteral("a quote stands where none can be, or is not closed"));
                place = {line, place.line + 1};
            }
        }
        if (!goesOn)
            return;
    }
}

} // namespace hinge
