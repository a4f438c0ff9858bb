// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/dummy/dummy_canvas.h"

#include <QAbstractListModel>

namespace hinge
{

/// The moments of the dummy one below the other: as it lies at first, then every step.
class StepsModel : public QAbstractListModel
{
    Q_OBJECT

public:
    StepsModel(Document& document, DummyCanvas& canvas, QObject* parent = nullptr);
    /// What stands in the second line of a row.
    enum Roles { WordsRole = Qt::UserRole };
    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;

private:
    [[nodiscard]] QString title(int row) const;
    [[nodiscard]] QString words(int row) const;

    Document& document_;
    DummyCanvas& canvas_;
};

} // namespace hinge
