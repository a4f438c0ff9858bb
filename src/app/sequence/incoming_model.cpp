// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sequence/incoming_model.h"

#include "core/file/links.h"

#include <QFileInfo>
#include <algorithm>

namespace hinge
{

void IncomingModel::setPages(const std::vector<IncomingPage>& pages)
{
    beginResetModel();
    rows_.clear();
    for (const IncomingPage& page : pages)
        rows_.push_back({page, true, int(rows_.size()) + 1});
    endResetModel();
    Q_EMIT chosenChanged();
}

std::vector<IncomingPage> IncomingModel::chosen() const
{
    std::vector<IncomingPage> out;
    for (const Row& row : rows_)
        if (row.in)
            out.push_back(row.page);
    return out;
}

void IncomingModel::setIn(const QModelIndexList& indexes, bool in)
{
    for (const QModelIndex& index : indexes)
        rows_[std::size_t(index.row())].in = in;
    Q_EMIT dataChanged(index(0), index(rowCount() - 1));
    Q_EMIT chosenChanged();
}

void IncomingModel::reverse()
{
    beginResetModel();
    std::ranges::reverse(rows_);
    endResetModel();
    Q_EMIT chosenChanged();
}

int IncomingModel::rowCount(const QModelIndex& parent) const { return parent.isValid() ? 0 : int(rows_.size()); }

QVariant IncomingModel::data(const QModelIndex& index, int role) const
{
    if (!index.isValid() || index.row() >= int(rows_.size()))
        return {};
    const Row& row = rows_[std::size_t(index.row())];
    const QString name = QFileInfo(shownPath(row.page.file.path)).fileName();
    const QString words = row.page.isPicture() ? name : tr("%1, page %2").arg(name).arg(row.page.file.page);
    switch (role) {
    case Qt::DisplayRole:
    case Qt::AccessibleTextRole: return words;
    case Qt::ToolTipRole:
        return row.page.sameAs < 0 ? words : tr("%1: the same as %2").arg(words).arg(row.page.sameAs + 1);
    case Qt::CheckStateRole: return row.in ? Qt::Checked : Qt::Unchecked;
    default: return {};
    }
}

bool IncomingModel::setData(const QModelIndex& index, const QVariant& value, int role)
{
    if (role != Qt::CheckStateRole || !index.isValid())
        return false;
    setIn({index}, value.toInt() == Qt::Checked);
    return true;
}

Qt::ItemFlags IncomingModel::flags(const QModelIndex& index) const
{
    const Qt::ItemFlags common = Qt::ItemIsEnabled | Qt::ItemIsSelectable;
    return index.isValid() ? common | Qt::ItemIsDragEnabled | Qt::ItemIsUserCheckable | Qt::ItemNeverHasChildren
                           : common | Qt::ItemIsDropEnabled; // between pages, never onto one
}

bool IncomingModel::moveRows(const QModelIndex& from, int row, int count, const QModelIndex& to, int before)
{
    if (!beginMoveRows(from, row, row + count - 1, to, before))
        return false;
    const auto first = rows_.begin();
    if (before > row)
        std::rotate(first + row, first + row + count, first + before);
    else
        std::rotate(first + before, first + row, first + row + count);
    endMoveRows();
    Q_EMIT chosenChanged();
    return true;
}

} // namespace hinge
