// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/edit/table_edits.h"

#include "core/edit/new_items.h"
#include "core/file/content_file.h"
#include "core/file/read_limits.h"
#include "core/job/paragraphs.h"

#include <QRegularExpression>
#include <algorithm>

namespace hinge
{
namespace
{

/// The cells of a row, each a paragraph of its own.
std::vector<Paragraph> partedCells(const Paragraph& row)
{
    std::vector<Paragraph> cells;
    for (int column = 0; column < cellsOf(row).size(); ++column)
        cells.push_back(cellOf(row, column));
    return cells;
}

/// Puts cells into a row, with the looks of their characters.
void joinRow(Paragraph& row, const std::vector<Paragraph>& cells)
{
    QStringList words;
    row.spans.clear();
    int start = 0;
    for (const Paragraph& cell : cells) {
        for (CharacterStyle span : cell.spans) {
            span.start += start;
            row.spans.push_back(span);
        }
        words << cell.text;
        start += int(cell.text.size()) + 1;
    }
    row.text = words.join(u'\t');
}

/// Gives a row other words; cells whose words stay keep their looks.
void setCells(Paragraph& row, const QStringList& words)
{
    std::vector<Paragraph> cells = partedCells(row);
    cells.resize(std::size_t(words.size()));
    for (std::size_t i = 0; i < cells.size(); ++i)
        if (cells[i].text != words[qsizetype(i)]) {
            cells[i].text = words[qsizetype(i)];
            cells[i].spans.clear();
        }
    joinRow(row, cells);
}

/// Words that may stand in a cell: a tab would part it, a line end would end its row.
QString cleaned(QString words)
{
    return words.remove(u'\r').replace(u'\t', u' ').replace(u'\n', QChar(QChar::LineSeparator));
}

template <class Change>
void changeRows(Item& table, const Change& change)
{
    const int columns = columnsOf(table.paragraphs);
    for (Paragraph& row : table.paragraphs) {
        std::vector<Paragraph> cells = partedCells(row);
        cells.resize(std::size_t(columns));
        change(cells);
        joinRow(row, cells);
    }
}

/// Spans that begin at or after a place move; those that reach over it become larger or smaller.
void shiftSpans(Table& table, int at, int by, int TableSpan::*first, int TableSpan::*count)
{
    for (TableSpan& span : table.spans) {
        if (span.*first >= at + (by < 0 ? 1 : 0))
            span.*first += by;
        else if (span.*first + span.*count > at)
            span.*count += by;
    }
    std::erase_if(table.spans, [&](const TableSpan& s) { return s.*count < 1 || (s.across == 1 && s.down == 1); });
}

bool lieApart(const TableSpan& a, const TableSpan& b)
{
    return a.row + a.down <= b.row || b.row + b.down <= a.row || a.column + a.across <= b.column ||
           b.column + b.across <= a.column;
}

} // namespace

SheetRows emptyRows(int rows, int columns)
{
    SheetRows out;
    for (int i = 0; i < rows; ++i) {
        QStringList row;
        for (int j = 0; j < columns; ++j)
            row << QString();
        out.rows << row;
    }
    return out;
}

bool isNumeric(const QList<QStringList>& rows, int column)
{
    // A number with a sign, a currency or a unit beside it.
    static const QRegularExpression number(
        QStringLiteral("^[^\\p{L}\\d]{0,3}\\d[\\d.,'’\\s\\x{00A0}\\x{202F}:/]*\\s?[^\\d\\s]{0,3}$"));
    bool any = false;
    for (qsizetype i = 1; i < rows.size(); ++i) {
        const QString cell = rows[i].value(column).trimmed();
        if (cell.isEmpty() || cell == QStringLiteral("–") || cell == QStringLiteral("-"))
            continue;
        if (!number.match(cell).hasMatch())
            return false;
        any = true;
    }
    return any;
}

Table usualTable(const QList<QStringList>& rows)
{
    Table table;
    qsizetype columns = 1;
    for (const QStringList& row : rows)
        columns = std::max(columns, row.size());
    for (int i = 0; i < columns; ++i) {
        TableColumn column;
        column.align = isNumeric(rows, i) ? Align::Right : Align::Left;
        table.columns.push_back(column);
    }
    return table;
}

Item newTable(const Job& job, const Plan& plan, const SurfaceId& surface, int panel, const SheetRows& rows)
{
    Item item = newText(job, plan, surface, panel, {});
    const Panel& on = plan.panelsOf(surface)[std::size_t(panel)];
    if (item.textColumns > 1) // a table stands in one column of the panel
        item.side(ItemSide::Right) = holdOnColumn(on.position, 0, LineEnd::End);
    item.textColumns = 1;
    item.table = usualTable(rows.rows);
    item.paragraphs.front().style.hyphenation.clear();
    // On a dark ground it is left out of the ink.
    if (const QString bare = bareInk(job);
        !bare.isEmpty() && isDarkBehind(job, plan, surface, frameOf(plan.paperOf(surface), surface.face, item))) {
        item.paragraphs.front().style.ink = bare;
        for (Stroke* stroke : item.table->strokes())
            stroke->ink = bare;
    }
    setRows(item, rows);
    TextStyle& header = item.paragraphs.front().style;
    header.font = QStringLiteral("Cabin SemiBold");
    return item;
}

void setRows(Item& table, const SheetRows& rows)
{
    const Paragraph header = table.paragraphs.empty() ? Paragraph{} : table.paragraphs.front();
    const Paragraph body = table.paragraphs.size() > 1 ? table.paragraphs[1] : header;
    std::vector<Paragraph> out;
    for (const QStringList& row : rows.rows) {
        const std::size_t at = out.size();
        Paragraph paragraph = at < table.paragraphs.size() ? table.paragraphs[at] : at == 0 ? header : body;
        QStringList cells;
        for (const QString& cell : row)
            cells << cleaned(cell);
        setCells(paragraph, cells);
        out.push_back(std::move(paragraph));
    }
    if (!out.empty())
        table.paragraphs = std::move(out);
    if (table.table)
        table.table->spans = rows.spans;
}

void settleColumns(Item& table)
{
    if (!table.table)
        return;
    const std::vector<TableColumn>& columns = table.table->columns;
    if (int(columns.size()) != columnsOf(table.paragraphs) ||
        std::ranges::all_of(columns, [](const TableColumn& column) { return column == TableColumn{}; }))
        table.table->columns = usualTable(cellsOf(table)).columns;
}

bool pasteCells(Item& table, int row, int column, const QList<QStringList>& rows)
{
    qsizetype wide = 0;
    for (const QStringList& cells : rows)
        wide = std::max(wide, cells.size());
    if (row + rows.size() > limits::mostTableRows || column + wide > limits::mostTableColumns)
        return false;
    while (int(table.paragraphs.size()) < row + rows.size())
        insertRow(table, -1);
    for (int i = 0; i < rows.size(); ++i)
        for (int j = 0; j < rows[i].size(); ++j)
            setCell(table, row + i, column + j, rows[i][j]);
    return true;
}

QList<QStringList> cellsOf(const Item& table)
{
    QList<QStringList> out;
    const int columns = columnsOf(table.paragraphs);
    for (const Paragraph& row : table.paragraphs) {
        QStringList cells = cellsOf(row);
        while (cells.size() < columns)
            cells << QString();
        out << cells;
    }
    return out;
}

void insertRow(Item& table, int before)
{
    const auto count = int(table.paragraphs.size());
    const int at = before < 0 || before > count ? count : before;
    const int headers = table.table ? table.table->headerRows : 0;
    // It looks like the row below it, or the one above; the header's look is the header's.
    Paragraph row = table.paragraphs[std::size_t(std::clamp(at, std::min(headers, count - 1), count - 1))];
    setCells(row, QStringList(QList<QString>(columnsOf(table.paragraphs))));
    table.paragraphs.insert(table.paragraphs.begin() + at, row);
    if (table.table)
        shiftSpans(*table.table, at, 1, &TableSpan::row, &TableSpan::down);
}

void removeRow(Item& table, int row)
{
    if (table.paragraphs.size() < 2 || row < 0 || row >= int(table.paragraphs.size()))
        return;
    table.paragraphs.erase(table.paragraphs.begin() + row);
    if (table.table)
        shiftSpans(*table.table, row, -1, &TableSpan::row, &TableSpan::down);
}

void insertColumn(Item& table, int before)
{
    const int columns = columnsOf(table.paragraphs);
    const int at = before < 0 || before > columns ? columns : before;
    changeRows(table, [at](std::vector<Paragraph>& cells) { cells.insert(cells.begin() + at, Paragraph{}); });
    if (!table.table)
        return;
    auto& looks = table.table->columns;
    if (at < int(looks.size()))
        looks.insert(looks.begin() + at, TableColumn{});
    shiftSpans(*table.table, at, 1, &TableSpan::column, &TableSpan::across);
}

void removeColumn(Item& table, int column)
{
    const int columns = columnsOf(table.paragraphs);
    if (columns < 2 || column < 0 || column >= columns)
        return;
    changeRows(table, [column](std::vector<Paragraph>& cells) { cells.erase(cells.begin() + column); });
    if (!table.table)
        return;
    auto& looks = table.table->columns;
    if (column < int(looks.size()))
        looks.erase(looks.begin() + column);
    shiftSpans(*table.table, column, -1, &TableSpan::column, &TableSpan::across);
}

void setCell(Item& table, int row, int column, const QString& words)
{
    if (row < 0 || row >= int(table.paragraphs.size()) || column < 0)
        return;
    Paragraph& paragraph = table.paragraphs[std::size_t(row)];
    QStringList cells = cellsOf(paragraph);
    while (cells.size() <= column)
        cells << QString();
    cells[column] = cleaned(words);
    setCells(paragraph, cells);
}

void joinCells(Item& table, const TableSpan& span)
{
    if (!table.table || (span.across < 2 && span.down < 2))
        return;
    QStringList words;
    const QList<QStringList> cells = cellsOf(table);
    for (int row = span.row; row < span.row + span.down; ++row)
        for (int column = span.column; column < span.column + span.across; ++column)
            if (const QString word = cells.value(row).value(column); !word.isEmpty())
                words << word;
    for (int row = span.row; row < span.row + span.down && row < cells.size(); ++row)
        for (int column = span.column; column < span.column + span.across && column < cells[row].size(); ++column)
            if (!cells[row][column].isEmpty())
                setCell(table, row, column, {});
    setCell(table, span.row, span.column, words.join(u' '));
    auto& spans = table.table->spans;
    std::erase_if(spans, [&](const TableSpan& other) { return !lieApart(other, span); });
    spans.push_back(span);
}

void partCells(Item& table, int row, int column)
{
    if (table.table)
        std::erase_if(table.table->spans, [&](const TableSpan& s) { return !lieApart(s, {row, column, 1, 1}); });
}

namespace
{

Result<TableColumn> readColumn(const QString& word, TableColumn column, Unit unit)
{
    static const QRegularExpression parts(QStringLiteral("^(\\d{1,2}) ?parts?$"));
    if (word == QStringLiteral("content")) {
        column.by = ColumnBy::Content;
        return column;
    }
    if (const auto match = parts.match(word); match.hasMatch()) {
        column.by = ColumnBy::Share;
        column.share = match.captured(1).toInt();
        return column.share > 0 ? Result<TableColumn>(column)
                                : problem({}, QStringLiteral("A column takes 1 part or more."));
    }
    const auto width = parseLength(word, unit);
    if (!width || *width <= Length())
        return problem({}, QStringLiteral("“%1” is no width of a column. Type content, a number of parts, or a length: "
                                          "content, 2 parts, 25 mm.")
                               .arg(Problem::quoted(word)));
    column.by = ColumnBy::Width;
    column.width = *width;
    return column;
}

/// A word for each column, parted by commas; the last one goes for all that have none.
Result<std::vector<TableColumn>> readWords(const Table& table, int columns, const QString& text,
                                           const std::function<Result<TableColumn>(const QString&, TableColumn)>& read)
{
    const QStringList words = text.toLower().split(u',');
    std::vector<TableColumn> out = table.columns;
    out.resize(std::size_t(columns));
    if (words.size() > columns)
        return problem({}, QStringLiteral("The table has %1 columns.").arg(columns));
    for (int i = 0; i < columns; ++i) {
        auto column = read(words[std::min<qsizetype>(i, words.size() - 1)].simplified(), out[std::size_t(i)]);
        if (!column)
            return tl::unexpected(column.error());
        out[std::size_t(i)] = *column;
    }
    return out;
}

TableColumn columnAt(const Table& table, int column)
{
    return std::size_t(column) < table.columns.size() ? table.columns[std::size_t(column)] : TableColumn{};
}

} // namespace

QString columnsText(const Table& table, int columns, Unit unit)
{
    QStringList words;
    for (int i = 0; i < columns; ++i) {
        const TableColumn column = columnAt(table, i);
        words << (column.by == ColumnBy::Content ? QStringLiteral("content")
                  : column.by == ColumnBy::Width ? formatLength(column.width, unit)
                  : column.share == 1            ? QStringLiteral("1 part")
                                                 : QStringLiteral("%1 parts").arg(column.share));
    }
    return words.join(QStringLiteral(", "));
}

Result<void> setColumns(Table& table, int columns, const QString& text, Unit unit)
{
    auto read = readWords(table, columns, text,
                          [&](const QString& word, TableColumn column) { return readColumn(word, column, unit); });
    if (!read)
        return tl::unexpected(read.error());
    table.columns = std::move(*read);
    return {};
}

QString alignsText(const Table& table, int columns)
{
    QStringList words;
    for (int i = 0; i < columns; ++i)
        words << wordFor(alignWords, columnAt(table, i).align);
    return words.join(QStringLiteral(", "));
}

Result<void> setAligns(Table& table, int columns, const QString& text)
{
    auto read = readWords(table, columns, text, [&](const QString& word, TableColumn column) -> Result<TableColumn> {
        for (const auto& [known, align] : alignWords)
            if (word == QLatin1String(known) || (word == QLatin1String("center") && align == Align::Centre)) {
                column.align = align;
                return column;
            }
        return problem({}, QStringLiteral("“%1” is no way to range a column. Type left, centre, right or justified.")
                               .arg(Problem::quoted(word)));
    });
    if (!read)
        return tl::unexpected(read.error());
    table.columns = std::move(*read);
    return {};
}

} // namespace hinge
