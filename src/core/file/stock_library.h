// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/json_reader.h"
#include "core/paper/stock.h"
#include "core/units/length_text.h"

namespace hinge
{

/// A stock as it stands in jobs and stock lists; the caliper only when it was measured.
[[nodiscard]] QJsonObject stockToJson(const Stock& stock, Unit unit);
void readStock(JsonReader& reader, Stock& stock);

/// A list of stocks as a file: {"format": 1, "stocks": [...]}.
[[nodiscard]] QByteArray writeStocksJson(const std::vector<Stock>& stocks);
[[nodiscard]] Result<std::vector<Stock>> readStocksJson(const QByteArray& json, const QString& name);

/// The same as a table (RFC 4180) with the columns name, grammage, bulk, caliper, coated and photo, in any order and
/// with a head row. Grammage is g/m2 or pounds with their sort; caliper has a unit and may be empty; coated and photo
/// are yes or no.
[[nodiscard]] QByteArray writeStocksCsv(const std::vector<Stock>& stocks);
[[nodiscard]] Result<std::vector<Stock>> readStocksCsv(const QByteArray& csv, const QString& name);

/// Refuses stocks that no job could use, and two of one name. The problem names the stock.
[[nodiscard]] Result<void> checkStocks(const std::vector<Stock>& stocks, const QString& name);

} // namespace hinge
