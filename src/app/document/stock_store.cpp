// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/document/stock_store.h"

#include "core/file/read_file.h"
#include "core/file/save_file.h"
#include "core/file/stock_library.h"

#include <QDir>
#include <QFileInfo>
#include <QStandardPaths>
#include <algorithm>

namespace hinge
{
namespace
{

constexpr qint64 largestList = 16 * 1024 * 1024;

} // namespace

QString StockStore::filePath()
{
    return QStandardPaths::writableLocation(QStandardPaths::AppDataLocation) + QStringLiteral("/stocks.json");
}

StockStore::StockStore(QObject* parent) : QObject(parent)
{
    if (!QFileInfo::exists(filePath()))
        return;
    if (const auto data = readWhole(filePath(), largestList, QStringLiteral("a list of stocks")))
        if (auto stocks = readStocksJson(*data, QStringLiteral("stocks.json")))
            own_ = std::move(*stocks);
}

std::vector<Stock> StockStore::all() const
{
    std::vector<Stock> out = own_;
    for (const Stock& stock : shippedStocks())
        if (std::ranges::find(own_, stock.name, &Stock::name) == own_.end())
            out.push_back(stock);
    return out;
}

Result<void> StockStore::setOwn(std::vector<Stock> stocks)
{
    if (const auto good = checkStocks(stocks, tr("Stocks")); !good)
        return good;
    if (!QDir().mkpath(QFileInfo(filePath()).path()))
        return problem(filePath(), tr("The folder could not be made."));
    if (const auto written = saveWhole(filePath(), writeStocksJson(stocks)); !written)
        return written;
    own_ = std::move(stocks);
    Q_EMIT changed();
    return {};
}

Result<int> StockStore::importFile(const QString& path)
{
    const auto data = readWhole(path, largestList, QStringLiteral("a list of stocks"));
    if (!data)
        return tl::unexpected(data.error());
    const QString name = QFileInfo(path).fileName();
    const auto stocks = name.endsWith(QStringLiteral(".csv"), Qt::CaseInsensitive) ? readStocksCsv(*data, name)
                                                                                   : readStocksJson(*data, name);
    if (!stocks)
        return tl::unexpected(stocks.error());
    std::vector<Stock> next = own_;
    for (const Stock& stock : *stocks) {
        const auto same = std::ranges::find(next, stock.name, &Stock::name);
        if (same != next.end())
            *same = stock;
        else
            next.push_back(stock);
    }
    if (const auto kept = setOwn(std::move(next)); !kept)
        return tl::unexpected(kept.error());
    return int(stocks->size());
}

Result<void> StockStore::exportFile(const QString& path) const
{
    return saveWhole(path, path.endsWith(QStringLiteral(".csv"), Qt::CaseInsensitive) ? writeStocksCsv(all())
                                                                                      : writeStocksJson(all()));
}

} // namespace hinge
