// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"
#include "app/document/selection.h"

#include <QAbstractListModel>
#include <QHash>
#include <QIcon>

namespace hinge
{

/// "Picture", "Text", "Tint".
[[nodiscard]] QString kindName(ItemKind kind);

/// The items of the face in view, the top one first.
class ItemsModel : public QAbstractListModel
{
    Q_OBJECT

public:
    ItemsModel(Document& document, Selection& selection, QObject* parent = nullptr);
    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    [[nodiscard]] QString idAt(const QModelIndex& index) const;

private:
    [[nodiscard]] const Item& at(int row) const;
    Document& document_;
    Selection& selection_;
    mutable QHash<QString, QIcon> icons_;
    /// An item as its row says it.
    struct Row {
        QString id;
        QString name;
        ItemKind kind;
        Outline outline;
        bool locked;
        bool operator==(const Row&) const = default;
    };
    [[nodiscard]] std::vector<Row> rows() const;
    std::vector<Row> shown_; ///< in the order of the items
};

} // namespace hinge
