// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QDialog>
#include <QSortFilterProxyModel>
#include <QStandardItemModel>

class QAction;
class QTreeView;

namespace hinge
{

/// What the keyboard does, in groups, with a field to search in.
class KeysDialog : public QDialog
{
    Q_OBJECT

public:
    /// `actions` name their group in the property "group".
    explicit KeysDialog(const QList<QAction*>& actions, QWidget* parent = nullptr);

private:
    void add(const QString& group, const QString& keys, const QString& what);
    void search(const QString& words);
    QStandardItemModel keys_;
    QSortFilterProxyModel found_;
    QTreeView* view_;
};

} // namespace hinge
