// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/file/stock_library.h"

#include "core/job/job.h"

#include <QJsonArray>
#include <QJsonDocument>
#include <QSet>
#include <cmath>
#include <csv.h>

namespace hinge
{
namespace
{

constexpr Word<Grain> grainNames[] = {{"along height", Grain::AlongHeight}, {"along width", Grain::AlongWidth}};
constexpr const char* columnNames[] = {"name", "grammage", "bulk", "caliper", "coated", "photo", "tint"};

/// The rows of a table, as text.
std::vector<QStringList> tableRows(const QByteArray& csv)
{
    struct State {
        std::vector<QStringList> rows;
        QStringList row;
    } state;
    csv_parser parser;
    csv_init(&parser, 0);
    const auto field = [](void* data, size_t size, void* s) {
        static_cast<State*>(s)->row << QString::fromUtf8(static_cast<const char*>(data), qsizetype(size));
    };
    const auto line = [](int, void* s) {
        auto* to = static_cast<State*>(s);
        to->rows.push_back(std::exchange(to->row, {}));
    };
    csv_parse(&parser, csv.constData(), size_t(csv.size()), field, line, &state);
    csv_fini(&parser, field, line, &state);
    csv_free(&parser);
    return state.rows;
}

QByteArray quoted(const QString& text)
{
    const QByteArray in = text.toUtf8();
    QByteArray out(in.size() * 2 + 2, '\0');
    out.resize(qsizetype(csv_write(out.data(), size_t(out.size()), in.constData(), size_t(in.size()))));
    return out;
}

Result<Stock> stockFrom(const QStringList& row, const QMap<QString, int>& columns, const QString& where)
{
    const auto cell = [&](const char* name) { return row.value(columns.value(QLatin1String(name), -1)).trimmed(); };
    Stock stock;
    stock.name = cell("name");
    const auto grams = parseGrammage(cell("grammage"));
    if (!grams)
        return problem(where, grams.error().message);
    stock.grammage = *grams;
    if (const QString bulk = cell("bulk"); !bulk.isEmpty()) {
        bool ok = false;
        const double value = QString(bulk).replace(u',', u'.').toDouble(&ok);
        if (!ok || value <= 0 || value > 10)
            return problem(where, QStringLiteral("“%1” is no bulk in cm³/g.").arg(bulk));
        stock.bulkMilli = int(std::lround(value * 1000));
    }
    if (const QString caliper = cell("caliper"); !caliper.isEmpty()) {
        const auto length = parseLength(caliper, Unit::Mm);
        if (!length)
            return problem(where, length.error().message);
        stock.measuredCaliper = *length;
    }
    const auto yes = [&](const char* name) {
        return QStringList{QStringLiteral("yes"), QStringLiteral("true"), QStringLiteral("1")}.contains(
            cell(name).toLower());
    };
    stock.coated = yes("coated");
    stock.photo = yes("photo");
    if (const QString tint = cell("tint"); !tint.isEmpty()) {
        const auto read = parseTint(tint);
        if (!read)
            return problem(where, read.error().message);
        stock.tint = *read;
    }
    return stock;
}

} // namespace

QJsonObject stockToJson(const Stock& stock, Unit unit)
{
    QJsonObject o;
    o[QStringLiteral("name")] = stock.name;
    o[QStringLiteral("grammage")] = stock.grammage;
    o[QStringLiteral("bulk")] = stock.bulkMilli / 1000.0;
    if (stock.measuredCaliper)
        o[QStringLiteral("caliper")] = exactText(*stock.measuredCaliper, unit);
    o[QStringLiteral("coated")] = stock.coated;
    if (stock.photo)
        o[QStringLiteral("photo")] = true;
    if (stock.tint != whitePaper)
        o[QStringLiteral("tint")] = tintText(stock.tint);
    o[QStringLiteral("grain")] = wordFor(grainNames, stock.grain);
    return keptBeside(stock.extra, o);
}

void readStock(JsonReader& reader, Stock& stock)
{
    reader.read("name", stock.name);
    reader.read("grammage", stock.grammage);
    reader.readMilli("bulk", stock.bulkMilli);
    reader.read("caliper", stock.measuredCaliper);
    reader.read("coated", stock.coated);
    reader.read("photo", stock.photo);
    QString tint;
    reader.read("tint", tint);
    if (!tint.isEmpty()) {
        if (const auto read = parseTint(tint))
            stock.tint = *read;
        else
            reader.fail("tint", read.error().message);
    }
    readWord(reader, "grain", stock.grain, grainNames);
    stock.extra = reader.takeLeftOver();
}

QByteArray writeStocksJson(const std::vector<Stock>& stocks)
{
    QJsonArray list;
    for (const Stock& stock : stocks)
        list.append(stockToJson(stock, Unit::Mm));
    return QJsonDocument(QJsonObject{{QStringLiteral("format"), 1}, {QStringLiteral("stocks"), list}}).toJson();
}

Result<std::vector<Stock>> readStocksJson(const QByteArray& json, const QString& name)
{
    QJsonParseError error;
    const QJsonDocument document = QJsonDocument::fromJson(json, &error);
    if (error.error != QJsonParseError::NoError || !document.object().contains(QStringLiteral("stocks")))
        return problem(name, QStringLiteral("This is not a list of stocks: it has no “stocks” at its top level."));
    std::optional<Problem> found;
    JsonReader reader(document.object(), {}, found);
    std::vector<Stock> stocks;
    reader.readArray("stocks", [&](JsonReader& o) {
        Stock stock;
        readStock(o, stock);
        stocks.push_back(stock);
    });
    if (found)
        return problem(QStringLiteral("%1, %2").arg(name, found->where), found->message);
    if (const auto good = checkStocks(stocks, name); !good)
        return tl::unexpected(good.error());
    return stocks;
}

QByteArray writeStocksCsv(const std::vector<Stock>& stocks)
{
    QByteArray out;
    for (const char* column : columnNames)
        out += (out.isEmpty() ? "" : ",") + QByteArray(column);
    out += "\r\n";
    for (const Stock& s : stocks)
        out += quoted(s.name) + ',' + QByteArray::number(s.grammage) + ',' + QByteArray::number(s.bulkMilli / 1000.0) +
               ',' + (s.measuredCaliper ? quoted(exactText(*s.measuredCaliper, Unit::Mm)) : QByteArray()) + ',' +
               (s.coated ? "yes" : "no") + (s.photo ? ",yes" : ",no") + ',' + tintName(s.tint).toLatin1() + "\r\n";
    return out;
}

Result<std::vector<Stock>> readStocksCsv(const QByteArray& csv, const QString& name)
{
    const auto rows = tableRows(csv);
    if (rows.empty())
        return problem(name, QStringLiteral("The table is empty."));
    QMap<QString, int> columns;
    for (int i = 0; i < rows.front().size(); ++i)
        columns[rows.front()[i].trimmed().toLower()] = i;
    for (const char* needed : {"name", "grammage"})
        if (!columns.contains(QLatin1String(needed)))
            return problem(
                name, QStringLiteral("The table needs a column “%1” in its first row.").arg(QLatin1String(needed)));
    std::vector<Stock> stocks;
    for (std::size_t i = 1; i < rows.size(); ++i) {
        if (rows[i].join(QString()).trimmed().isEmpty())
            continue;
        auto stock = stockFrom(rows[i], columns, QStringLiteral("%1, row %2").arg(name, QString::number(i + 1)));
        if (!stock)
            return tl::unexpected(stock.error());
        stocks.push_back(*stock);
    }
    if (const auto good = checkStocks(stocks, name); !good)
        return tl::unexpected(good.error());
    return stocks;
}

Result<void> checkStocks(const std::vector<Stock>& stocks, const QString& name)
{
    QSet<QString> names;
    for (const Stock& stock : stocks) {
        if (stock.name.trimmed().isEmpty())
            return problem(name, QStringLiteral("A stock has no name."));
        if (names.contains(stock.name))
            return problem(name, QStringLiteral("Two stocks are named “%1”.").arg(stock.name));
        names.insert(stock.name);
        Job job = newLeaflet();
        job.stock = stock;
        if (const auto good = validate(job); !good)
            return problem(name, QStringLiteral("%1: %2").arg(stock.name, good.error().message));
    }
    return {};
}

} // namespace hinge
