// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/file/sheet_rows.h"

#include "core/file/read_file.h"
#include "core/file/read_limits.h"
#include "core/file/record_table.h"
#include "core/file/zip_entry.h"

#include <QFile>
#include <QFileInfo>
#include <QXmlStreamReader>
#include <algorithm>

namespace hinge
{
namespace
{

bool isSpreadsheet(const QString& path) { return path.endsWith(QStringLiteral(".ods"), Qt::CaseInsensitive); }

QString tooLarge()
{
    return QStringLiteral("It has more than %1 rows or %2 columns, more than a table on paper takes.")
        .arg(limits::mostTableRows)
        .arg(limits::mostTableColumns);
}

/// Takes rows and columns off the end that have nothing in them.
void trim(QList<QStringList>& rows)
{
    for (QStringList& row : rows)
        while (!row.isEmpty() && row.last().isEmpty())
            row.removeLast();
    while (!rows.isEmpty() && rows.last().isEmpty())
        rows.removeLast();
}

/// Tables of a spreadsheet or a text, one after the other. What stands in a cell is its text as it is shown, whatever
/// it is reckoned from; a table within a cell is words of that cell.
class SheetReader
{
public:
    explicit SheetReader(const QByteArray& xml) : xml_(xml) {}

    /// The next table; without rows when there is none.
    Result<SheetRows> next(const QString& name)
    {
        out_ = {};
        done_ = false;
        while (!xml_.atEnd() && !done_) {
            xml_.readNext();
            if (xml_.isStartElement())
                begin();
            else if (xml_.isEndElement())
                end();
            else if (xml_.isCharacters() && inParagraph_)
                text_ += xml_.text();
            if (tooLarge_)
                return problem(name, tooLarge());
        }
        if (xml_.hasError() && !done_)
            return problem(name, QStringLiteral("This spreadsheet is damaged: %1.").arg(xml_.errorString()));
        trim(out_.rows);
        std::erase_if(out_.spans, [this](const TableSpan& span) { return span.row >= out_.rows.size(); });
        return out_;
    }

private:
    [[nodiscard]] int number(const char* attribute) const
    {
        return std::max(1, xml_.attributes().value(QLatin1String(attribute)).toInt());
    }
    void begin()
    {
        const auto name = xml_.qualifiedName();
        if (name == QLatin1String("table:table")) {
            ++depth_;
        } else if (depth_ > 1 && name.startsWith(QLatin1String("table:"))) {
            return;
        } else if (name == QLatin1String("table:table-row")) {
            row_.clear();
            rowTimes_ = number("table:number-rows-repeated");
        } else if (name == QLatin1String("table:table-cell") || name == QLatin1String("table:covered-table-cell")) {
            text_.clear();
            paragraphs_ = 0;
            cellTimes_ = number("table:number-columns-repeated");
            const int across = number("table:number-columns-spanned");
            const int down = number("table:number-rows-spanned");
            if (across > 1 || down > 1)
                out_.spans.push_back(
                    {int(out_.rows.size()), int(row_.size()), std::min(across, 100), std::min(down, 100)});
        } else if (name == QLatin1String("text:p")) {
            if (paragraphs_++ > 0)
                text_ += QChar(QChar::LineSeparator);
            inParagraph_ = true;
        } else if (inParagraph_ && name == QLatin1String("text:s")) {
            text_ += QString(std::min(number("text:c"), 100), u' ');
        } else if (inParagraph_ && name == QLatin1String("text:line-break")) {
            text_ += QChar(QChar::LineSeparator);
        }
    }
    void end()
    {
        const auto name = xml_.qualifiedName();
        if (name == QLatin1String("table:table")) {
            done_ = --depth_ == 0;
        } else if (depth_ > 1 && name.startsWith(QLatin1String("table:"))) {
            return;
        } else if (name == QLatin1String("text:p")) {
            inParagraph_ = false;
        } else if (name == QLatin1String("table:table-cell") || name == QLatin1String("table:covered-table-cell")) {
            // A sheet goes on without end to its right and below: empty cells wait for one that is not.
            if (text_.isEmpty() && cellTimes_ > limits::mostTableColumns)
                return;
            text_.replace(u'\t', u' ');
            for (int i = 0; i < cellTimes_ && row_.size() <= limits::mostTableColumns; ++i)
                row_ << text_;
        } else if (name == QLatin1String("table:table-row")) {
            while (!row_.isEmpty() && row_.last().isEmpty())
                row_.removeLast();
            if (row_.isEmpty() && rowTimes_ > limits::mostTableRows)
                return;
            tooLarge_ = row_.size() > limits::mostTableColumns;
            for (int i = 0; i < rowTimes_ && !tooLarge_; ++i) {
                out_.rows << row_;
                tooLarge_ = out_.rows.size() > limits::mostTableRows && !row_.isEmpty();
            }
        }
    }

    QXmlStreamReader xml_;
    SheetRows out_;
    QStringList row_;
    QString text_;
    int rowTimes_ = 1;
    int cellTimes_ = 1;
    int paragraphs_ = 0;
    int depth_ = 0; ///< of tables within each other
    bool inParagraph_ = false;
    bool done_ = false;
    bool tooLarge_ = false;
};

Result<SheetRows> readSpreadsheet(const QString& path)
{
    const QString name = QFileInfo(path).fileName();
    int code = 0;
    const ZipArchive archive(zip_open(QFile::encodeName(path).constData(), ZIP_RDONLY, &code));
    if (!archive)
        return problem(name, QStringLiteral("This spreadsheet cannot be opened."));
    const QByteArray xml = readZipEntry(archive.get(), "content.xml", limits::largestSheet);
    if (xml.isNull())
        return problem(name, QStringLiteral("This is no spreadsheet that can be read."));
    auto sheet = SheetReader(xml).next(name);
    if (sheet && sheet->rows.isEmpty())
        return problem(name, QStringLiteral("Its first sheet is empty."));
    return sheet;
}

Result<SheetRows> readTableFile(const QString& path)
{
    const QString name = QFileInfo(path).fileName();
    auto bytes = readWhole(path, limits::largestSheet, QStringLiteral("a table"));
    if (!bytes)
        return tl::unexpected(bytes.error());
    const auto table = RecordTable::read(*bytes, name);
    if (!table)
        return tl::unexpected(table.error());
    SheetRows out;
    if ((*table)->count() >= limits::mostTableRows || (*table)->fields().size() > limits::mostTableColumns)
        return problem(name, tooLarge());
    const auto add = [&](const QStringList& values) {
        QStringList row;
        for (QString value : values)
            row << value.remove(u'\r').replace(u'\t', u' ').replace(u'\n', QChar(QChar::LineSeparator));
        out.rows << row;
    };
    add((*table)->fields());
    for (int i = 0; i < (*table)->count(); ++i)
        add((*table)->record(i).values);
    trim(out.rows);
    return out;
}

} // namespace

std::vector<SheetRows> tablesOfText(const QString& path)
{
    std::vector<SheetRows> out;
    int code = 0;
    const ZipArchive archive(zip_open(QFile::encodeName(path).constData(), ZIP_RDONLY, &code));
    const QByteArray xml = archive ? readZipEntry(archive.get(), "content.xml", limits::largestSheet) : QByteArray();
    SheetReader reader(xml);
    for (auto table = reader.next(path); table && !table->rows.isEmpty(); table = reader.next(path))
        out.push_back(std::move(*table));
    return out;
}

bool isSheetName(const QString& path) { return isTableName(path) || isSpreadsheet(path); }

Result<SheetRows> readSheet(const QString& path)
{
    return isSpreadsheet(path) ? readSpreadsheet(path) : readTableFile(path);
}

QList<QStringList> rowsOf(const QString& text)
{
    QList<QStringList> rows;
    if (!text.contains(u'\t'))
        return rows;
    QString cell;
    QStringList row;
    bool quoted = false;
    const auto endCell = [&] {
        row << cell;
        cell.clear();
    };
    const auto endRow = [&] {
        endCell();
        rows << row;
        row.clear();
    };
    for (qsizetype i = 0; i < text.size(); ++i) {
        const QChar c = text[i];
        if (c == u'"' && (quoted || cell.isEmpty())) {
            if (quoted && i + 1 < text.size() && text[i + 1] == u'"')
                cell += text[++i];
            else
                quoted = !quoted;
        } else if (quoted && c == u'\n') {
            cell += QChar(QChar::LineSeparator);
        } else if (c == u'\t' && !quoted) {
            endCell();
        } else if (c == u'\n' && !quoted) {
            endRow();
        } else if (c != u'\r') {
            cell += c;
        }
    }
    if (!cell.isEmpty() || !row.isEmpty())
        endRow();
    trim(rows);
    return rows;
}

} // namespace hinge
