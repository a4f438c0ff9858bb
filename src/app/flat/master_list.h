// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"
#include "app/document/selection.h"
#include "app/flat/surface_editor.h"
#include "core/edit/masters.h"

#include <QAbstractListModel>
#include <QWidget>

class QListView;
class QPushButton;

namespace hinge
{

/// What masters show on the surface in view, the topmost first; what is ticked shows there.
class MasterItemsModel : public QAbstractListModel
{
    Q_OBJECT

public:
    MasterItemsModel(Document& document, Selection& selection, QObject* parent = nullptr);
    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    bool setData(const QModelIndex& index, const QVariant& value, int role) override;
    [[nodiscard]] Qt::ItemFlags flags(const QModelIndex& index) const override;
    /// nullptr where there is none.
    [[nodiscard]] const MasterItem* at(const QModelIndex& index) const;

private:
    void refresh();
    Document& document_;
    Selection& selection_;
    std::vector<MasterItem> items_;
};

/// The part of the drawer about the masters of a face or page: what they show there can be let go of, filled with
/// something of its own, or changed where it is made.
class MasterList : public QWidget
{
    Q_OBJECT

public:
    MasterList(Document& document, Selection& selection, SurfaceEditor& editor, QWidget* parent = nullptr);

private:
    void fit();
    void tell();
    void fill();
    void open();
    Document& document_;
    Selection& selection_;
    SurfaceEditor& editor_;
    MasterItemsModel model_;
    QListView* list_;
    QPushButton *fill_, *open_;
};

} // namespace hinge
