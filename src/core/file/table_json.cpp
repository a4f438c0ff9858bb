// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/file/table_json.h"

#include "core/file/content_file.h"

namespace hinge
{
namespace
{

constexpr Word<ColumnBy> byWords[] = {
    {"content", ColumnBy::Content}, {"share", ColumnBy::Share}, {"width", ColumnBy::Width}};

/// The lines by their keys.
constexpr std::pair<const char*, Stroke Table::*> lines[] = {{"headerLine", &Table::headerLine},
                                                             {"rowLine", &Table::rowLine},
                                                             {"columnLine", &Table::columnLine},
                                                             {"frameLine", &Table::frameLine}};

} // namespace

QJsonObject tableToJson(const Table& table, Unit unit)
{
    QJsonObject o;
    QJsonArray columns;
    for (const TableColumn& column : table.columns) {
        QJsonObject c{{QStringLiteral("by"), wordFor(byWords, column.by)}};
        if (column.by == ColumnBy::Share)
            c[QStringLiteral("share")] = column.share;
        if (column.width > Length())
            c[QStringLiteral("width")] = exactText(column.width, unit);
        if (column.align != Align::Left)
            c[QStringLiteral("align")] = wordFor(alignWords, column.align);
        columns.append(c);
    }
    if (!columns.isEmpty())
        o[QStringLiteral("columns")] = columns;
    o[QStringLiteral("headerRows")] = table.headerRows;
    o[QStringLiteral("padAcross")] = exactText(table.padAcross, unit);
    o[QStringLiteral("padDown")] = exactText(table.padDown, unit);
    for (const auto& [key, line] : lines)
        o[QLatin1String(key)] = QJsonObject{{QStringLiteral("width"), exactText((table.*line).width, Unit::Point)},
                                            {QStringLiteral("ink"), (table.*line).ink},
                                            {QStringLiteral("strength"), (table.*line).strength.value()}};
    const auto tint = [&](const char* key, const QString& ink, Percent strength) {
        if (!ink.isEmpty())
            o[QLatin1String(key)] =
                QJsonObject{{QStringLiteral("ink"), ink}, {QStringLiteral("strength"), strength.value()}};
    };
    tint("headerTint", table.headerInk, table.headerStrength);
    tint("tint", table.tintInk, table.tintStrength);
    if (table.align != VerticalAlign::Head)
        o[QStringLiteral("align")] = wordFor(verticalWords, table.align);
    QJsonArray spans;
    for (const TableSpan& span : table.spans)
        spans.append(QJsonObject{{QStringLiteral("row"), span.row + 1},
                                 {QStringLiteral("column"), span.column + 1},
                                 {QStringLiteral("across"), span.across},
                                 {QStringLiteral("down"), span.down}});
    if (!spans.isEmpty())
        o[QStringLiteral("spans")] = spans;
    return keptBeside(table.extra, o);
}

void readTable(JsonReader& r, Table& table)
{
    r.readArray("columns", [&](JsonReader& o) {
        TableColumn column;
        readWord(o, "by", column.by, byWords);
        o.read("share", column.share);
        o.read("width", column.width);
        readWord(o, "align", column.align, alignWords);
        table.columns.push_back(column);
    });
    r.read("headerRows", table.headerRows);
    r.read("padAcross", table.padAcross);
    r.read("padDown", table.padDown);
    for (const auto& [key, line] : lines)
        r.readObject(key, [&, line = line](JsonReader& o) {
            o.read("width", (table.*line).width);
            o.read("ink", (table.*line).ink);
            o.read("strength", (table.*line).strength);
        });
    const auto tint = [&](const char* key, QString& ink, Percent& strength) {
        r.readObject(key, [&](JsonReader& o) {
            o.read("ink", ink);
            o.read("strength", strength);
        });
    };
    tint("headerTint", table.headerInk, table.headerStrength);
    tint("tint", table.tintInk, table.tintStrength);
    readWord(r, "align", table.align, verticalWords);
    r.readArray("spans", [&](JsonReader& o) {
        TableSpan span;
        readOrdinal(o, "row", span.row);
        readOrdinal(o, "column", span.column);
        o.read("across", span.across);
        o.read("down", span.down);
        table.spans.push_back(span);
    });
    table.extra = r.takeLeftOver();
}

} // namespace hinge
