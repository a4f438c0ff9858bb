// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/sheet/sheet_state.h"

#include <QAbstractListModel>

namespace hinge
{

/// The strokes of the knife on the sheet in hand, in order; the last row is the table when all is cut.
class StrokesModel : public QAbstractListModel
{
    Q_OBJECT

public:
    enum { WordsRole = Qt::UserRole + 1 };
    StrokesModel(Document& document, SheetState& state, QObject* parent = nullptr);
    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;

private:
    Document& document_;
    SheetState& state_;
};

} // namespace hinge
