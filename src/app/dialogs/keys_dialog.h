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
    /// A key that is no action of a menu.
    struct Hint {
        QString group, keys, what;
    };
    /// `actions` name their group in the property "group".
    KeysDialog(const QList<QAction*>& actions, const QList<Hint>& more, QWidget* parent = nullptr);
    /// Keys and drags on the paper of a job.
    [[nodiscard]] static QList<Hint> onPaper();

private:
    void add(const QString& group, const QString& keys, const QString& what);
    void search(const QString& words);
    QStandardItemModel keys_;
    QSortFilterProxyModel found_;
    QTreeView* view_;
};

} // namespace hinge
