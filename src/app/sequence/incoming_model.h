// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/edit/bring_in.h"

#include <QAbstractListModel>

namespace hinge
{

/// Pages on their way in: in the order they would stand, each of them in or left out.
class IncomingModel : public QAbstractListModel
{
    Q_OBJECT

public:
    struct Row {
        IncomingPage page;
        bool in = true;
        int number = 0; ///< as it came, from 1
    };
    using QAbstractListModel::QAbstractListModel;

    void setPages(const std::vector<IncomingPage>& pages);
    [[nodiscard]] const std::vector<Row>& rows() const { return rows_; }
    /// Those that come in, in their order.
    [[nodiscard]] std::vector<IncomingPage> chosen() const;
    void setIn(const QModelIndexList& indexes, bool in);
    void reverse();

    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    bool setData(const QModelIndex& index, const QVariant& value, int role) override;
    [[nodiscard]] Qt::ItemFlags flags(const QModelIndex& index) const override;
    [[nodiscard]] Qt::DropActions supportedDropActions() const override { return Qt::MoveAction; }
    bool moveRows(const QModelIndex& from, int row, int count, const QModelIndex& to, int before) override;

Q_SIGNALS:
    void chosenChanged();

private:
    std::vector<Row> rows_;
};

} // namespace hinge
