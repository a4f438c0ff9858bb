// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/sheet/sheet_state.h"

#include <QAbstractListModel>
#include <QListView>

namespace hinge
{

/// All press sheets of the job, in the order they are printed.
class FormsModel : public QAbstractListModel
{
    Q_OBJECT

public:
    FormsModel(Document& document, SheetState& state, QObject* parent = nullptr);
    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;

private:
    Document& document_;
    SheetState& state_;
    int count_ = 0;
};

/// The same as a strip of small sheets, the one in hand marked; clicking takes another in hand.
class FormsStrip : public QListView
{
    Q_OBJECT

public:
    FormsStrip(Document& document, SheetState& state, QWidget* parent = nullptr);

private:
    FormsModel model_;
};

} // namespace hinge
