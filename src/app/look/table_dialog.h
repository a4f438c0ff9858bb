// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QDialog>

class QAbstractItemModel;
class QHBoxLayout;
class QLabel;
class QPushButton;
class QTableView;

namespace hinge
{

/// A dialog that looks after a list: its title, a table of whole rows, a line that says what there is to say, and a
/// foot of what can be done with the chosen row, "Close" at its end.
class TableDialog : public QDialog
{
    Q_OBJECT

protected:
    /// Its parts are named after `prefix`: prefix.table, prefix.note, prefix.close.
    TableDialog(const QString& prefix, const QString& title, QWidget* parent);
    /// Shows a list; `wide` is the column that takes the room that is left. The model outlives the dialog's table.
    void setModel(QAbstractItemModel& model, int wide);
    /// Something to do with the chosen row, named prefix.name. Buttons stand in the order they are added.
    QPushButton* addButton(const QString& text, const QString& name, const QString& tip);
    /// -1 when none is chosen.
    [[nodiscard]] int chosenRow() const;
    void choose(int row, int column = 0);
    void say(const QString& text);
    [[nodiscard]] QTableView* table() const { return table_; }
    /// Called when another row is chosen, or what the list shows has changed.
    virtual void chosenChanged() = 0;

private:
    QString prefix_;
    QTableView* table_;
    QLabel* note_;
    QHBoxLayout* foot_;
    int buttons_ = 0;
};

} // namespace hinge
