// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/stock_store.h"
#include "app/look/table_dialog.h"
#include "core/units/length_text.h"

#include <QAbstractTableModel>

namespace hinge
{

/// All stocks as a table; own ones are edited in place, and what hangs together follows: caliper, bulk, pages per inch.
class StockTableModel : public QAbstractTableModel
{
    Q_OBJECT

public:
    enum Column { Name, Grammage, Bulk, Caliper, PagesPerInch, Coated, Photo, Tint, columnTotal };
    StockTableModel(StockStore& store, Unit unit, QObject* parent = nullptr);
    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
    Qt::ItemFlags flags(const QModelIndex& index) const override;
    bool setData(const QModelIndex& index, const QVariant& value, int role) override;

    [[nodiscard]] bool isOwn(int row) const { return row >= 0 && std::size_t(row) < store_.own().size(); }
    [[nodiscard]] Stock stock(int row) const { return stocks_[std::size_t(row)]; }
    /// Adds a copy of a stock as an own one; its row.
    int addCopy(const Stock& stock);
    void removeOwn(int row);

Q_SIGNALS:
    void refused(const QString& message);

private:
    StockStore& store_;
    Unit unit_;
    std::vector<Stock> stocks_;
};

/// The stock library: add, change, remove own stocks; import and export lists.
class StockDialog : public TableDialog
{
    Q_OBJECT

public:
    StockDialog(StockStore& store, Unit unit, QWidget* parent = nullptr);
    /// What the dialog does behind its Import and Export buttons; they say how it went in the note.
    void importFrom(const QString& path);
    void exportTo(const QString& path);

private:
    void chosenChanged() override;
    void addCopy();
    StockStore& store_;
    StockTableModel model_;
    QPushButton* remove_ = nullptr;
};

} // namespace hinge
