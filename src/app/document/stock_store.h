// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/paper/stock.h"
#include "core/units/result.h"

#include <QObject>

namespace hinge
{

/// The stocks to choose from: those that ship with the program, and the shop's own, kept in the user's data folder.
class StockStore : public QObject
{
    Q_OBJECT

public:
    explicit StockStore(QObject* parent = nullptr);
    [[nodiscard]] const std::vector<Stock>& own() const { return own_; }
    /// Own ones first; an own stock stands in place of a shipped one of its name.
    [[nodiscard]] std::vector<Stock> all() const;
    /// Replaces the own stocks and writes them. Refused when one could not be used, or the file cannot be written.
    Result<void> setOwn(std::vector<Stock> stocks);
    /// Adds the stocks of a JSON or CSV file; those of the same name are replaced. How many there were.
    Result<int> importFile(const QString& path);
    /// Writes all stocks, as CSV when the name ends in .csv, else as JSON.
    [[nodiscard]] Result<void> exportFile(const QString& path) const;
    [[nodiscard]] static QString filePath();

Q_SIGNALS:
    void changed();

private:
    std::vector<Stock> own_;
};

} // namespace hinge
