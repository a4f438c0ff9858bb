// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/flat/items_model.h"

#include "app/look/theme.h"

namespace hinge
{

QString kindName(ItemKind kind)
{
    switch (kind) {
    case ItemKind::Picture: return ItemsModel::tr("Picture");
    case ItemKind::Text: return ItemsModel::tr("Text");
    case ItemKind::Shape: return ItemsModel::tr("Shape");
    case ItemKind::Code: return ItemsModel::tr("Code");
    }
    return {};
}

namespace
{

QString iconOf(const Item& item)
{
    if (item.locked)
        return QStringLiteral("lock");
    switch (item.kind) {
    case ItemKind::Picture: return QStringLiteral("image");
    case ItemKind::Text: return item.table ? QStringLiteral("table") : QStringLiteral("type");
    case ItemKind::Code: return QStringLiteral("qr-code");
    case ItemKind::Shape: break;
    }
    return item.outline == Outline::Rectangle ? QStringLiteral("paint-bucket") : QStringLiteral("shapes");
}

} // namespace

ItemsModel::ItemsModel(Document& document, Selection& selection, QObject* parent)
    : QAbstractListModel(parent), document_(document), selection_(selection)
{
    const auto reset = [this] {
        std::vector<Row> now = rows();
        if (now == shown_)
            return;
        beginResetModel();
        shown_ = std::move(now);
        endResetModel();
    };
    connect(&document_, &Document::changed, this, reset);
    connect(&selection_, &Selection::changed, this, reset);
    reset();
}

std::vector<ItemsModel::Row> ItemsModel::rows() const
{
    std::vector<Row> rows;
    for (const Item& item : document_.job().on(selection_.surface()).items)
        rows.push_back({item.id, item.name, item.kind, item.outline, item.locked});
    return rows;
}

int ItemsModel::rowCount(const QModelIndex& parent) const { return parent.isValid() ? 0 : int(shown_.size()); }

const Item& ItemsModel::at(int row) const
{
    const auto& items = document_.job().on(selection_.surface()).items;
    return items[items.size() - 1 - std::size_t(row)];
}

QVariant ItemsModel::data(const QModelIndex& index, int role) const
{
    if (!index.isValid() || index.row() >= rowCount())
        return {};
    const Item& item = at(index.row());
    switch (role) {
    case Qt::DisplayRole: return !item.name.isEmpty() ? item.name : item.table ? tr("Table") : kindName(item.kind);
    case Qt::ToolTipRole: return item.table ? tr("Table") : kindName(item.kind);
    case Qt::DecorationRole: {
        // Drawn once each: a list of hundreds asks for them again and again.
        const QString name = iconOf(item);
        if (!icons_.contains(name))
            icons_.insert(name, themedIcon(name, QColor(0x80, 0x88, 0x8E)));
        return icons_.value(name);
    }
    default: return {};
    }
}

QString ItemsModel::idAt(const QModelIndex& index) const { return index.isValid() ? at(index.row()).id : QString(); }

} // namespace hinge
