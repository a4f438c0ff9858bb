// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/edit/table_edits.h"

#include <QAbstractTableModel>
#include <QDialog>

class QLabel;
class QPushButton;
class QTableView;

namespace hinge
{

/// The cells of a table while they are typed; the job has them once the dialog is accepted.
class CellsModel : public QAbstractTableModel
{
    Q_OBJECT

public:
    explicit CellsModel(Item table, QObject* parent = nullptr);
    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
    bool setData(const QModelIndex& index, const QVariant& value, int role) override;
    [[nodiscard]] Qt::ItemFlags flags(const QModelIndex& index) const override;
    [[nodiscard]] const Item& table() const { return table_; }
    /// Changes the whole of it.
    void change(const std::function<void(Item&)>& how);

private:
    Item table_;
    QList<QStringList> cells_;
};

/// Where a table is typed, pasted or taken from a file, and its rows, columns and joined cells are changed.
class CellsDialog : public QDialog
{
    Q_OBJECT

public:
    CellsDialog(Item table, QWidget* parent = nullptr);
    [[nodiscard]] const Item& table() const { return model_.table(); }
    /// Takes all rows of a file in place of those there.
    void takeFrom(const QString& path);
    /// Columns nobody has said anything of are set as usual for what stands in them.
    void accept() override;
    /// Rows from the clipboard, from the current cell on.
    void paste();

protected:
    /// Keys of the cells: paste, empty, go down; Ctrl+Enter sets the table.
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    /// True of a key that did something.
    bool takeKey(QKeyEvent& key);
    /// What is marked, as the cell that would span it.
    [[nodiscard]] TableSpan marked() const;
    void change(const std::function<void(Item&, const TableSpan&)>& how);
    void showSpans();
    void tell();

    CellsModel model_;
    QTableView* view_;
    QLabel* note_;
    QPushButton *join_ = nullptr, *part_ = nullptr, *removeRow_ = nullptr, *removeColumn_ = nullptr;
};

} // namespace hinge
