// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"

#include <QAbstractListModel>
#include <QListView>

namespace hinge
{

/// The sheets or signatures of a booklet or book, one a row.
class BookSheetsModel : public QAbstractListModel
{
    Q_OBJECT

public:
    explicit BookSheetsModel(Document& document, QObject* parent = nullptr);
    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    [[nodiscard]] const BookSheet& sheet(int row) const { return document_.plan().book->sheets[std::size_t(row)]; }

private:
    Document& document_;
    int rows_ = 0;
};

/// Both sides of every sheet with the pages where they lie, heads as they point, made-up blanks hatched, and the creep.
class SheetsList : public QListView
{
    Q_OBJECT

public:
    explicit SheetsList(Document& document, QWidget* parent = nullptr);

private:
    BookSheetsModel model_;
};

} // namespace hinge
