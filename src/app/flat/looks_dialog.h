// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"
#include "core/plan/text_looks.h"

#include <QDialog>

class QLabel;
class QPushButton;
class QStandardItemModel;
class QTreeView;

namespace hinge
{

/// How the texts of a job look, role by role: what most have, what differs, and what was meant to be the same. One step
/// makes a look like the usual one.
class LooksDialog : public QDialog
{
    Q_OBJECT

public:
    explicit LooksDialog(Document& document, QWidget* parent = nullptr);

Q_SIGNALS:
    /// A text that has a look is to be shown.
    void opened(const QString& item);

private:
    /// A row of the list, and the look that it would be made like: one it nearly has, else the usual one of its role.
    struct Row {
        TextRole role;
        UsedLook used;
        TextLook like;
    };
    void refresh();
    void makeUsual();
    [[nodiscard]] const Row* current() const;

    Document& document_;
    QLabel* about_;
    QTreeView* tree_;
    QStandardItemModel* model_;
    QPushButton* same_;
    std::vector<Row> rows_;
};

} // namespace hinge
