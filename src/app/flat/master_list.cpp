// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/flat/master_list.h"

#include "app/fields/drawer_parts.h"
#include "app/flat/items_model.h"

#include <QHBoxLayout>
#include <QListView>
#include <QPushButton>
#include <algorithm>

namespace hinge
{

MasterItemsModel::MasterItemsModel(Document& document, Selection& selection, QObject* parent)
    : QAbstractListModel(parent), document_(document), selection_(selection)
{
    connect(&document_, &Document::changed, this, &MasterItemsModel::refresh);
    connect(&selection_, &Selection::changed, this, &MasterItemsModel::refresh);
    refresh();
}

void MasterItemsModel::refresh()
{
    std::vector<MasterItem> now = masterItemsOn(document_.job(), document_.plan(), selection_.surface());
    if (now == items_)
        return;
    if (now.size() == items_.size()) { // the list stays where it is, with what is taken in it
        items_ = std::move(now);
        Q_EMIT dataChanged(index(0), index(rowCount() - 1));
        return;
    }
    beginResetModel();
    items_ = std::move(now);
    endResetModel();
}

int MasterItemsModel::rowCount(const QModelIndex& parent) const { return parent.isValid() ? 0 : int(items_.size()); }

const MasterItem* MasterItemsModel::at(const QModelIndex& index) const
{
    return index.isValid() && index.row() < rowCount() ? &items_[std::size_t(index.row())] : nullptr;
}

QVariant MasterItemsModel::data(const QModelIndex& index, int role) const
{
    const MasterItem* shown = at(index);
    const Item* item = shown ? document_.job().findItem(shown->shownId) : nullptr;
    const Master* master = shown ? document_.job().findMaster(shown->master) : nullptr;
    if (!item || !master)
        return {};
    const QString name = item->name.isEmpty() ? kindName(item->kind) : item->name;
    switch (role) {
    case Qt::DisplayRole: return shown->filledBy.isEmpty() ? name : tr("%1, filled here").arg(name);
    case Qt::ToolTipRole:
        return !shown->filledBy.isEmpty() ? tr("Something of its own stands here in its place")
               : shown->letGo             ? tr("It does not show here; tick it to show it again")
               : shown->waits ? tr("A frame of the master “%1” that waits to be filled here").arg(master->name)
                              : tr("From the master “%1”; untick it to let go of it here").arg(master->name);
    case Qt::CheckStateRole: return shown->letGo ? Qt::Unchecked : Qt::Checked;
    default: return {};
    }
}

bool MasterItemsModel::setData(const QModelIndex& index, const QVariant& value, int role)
{
    const MasterItem* shown = at(index);
    if (!shown || role != Qt::CheckStateRole || !shown->filledBy.isEmpty())
        return false;
    const bool go = value.toInt() != Qt::Checked;
    Job job = document_.job();
    letGo(job, selection_.surface(), shown->id, go);
    (void)document_.edit(go ? tr("Let go of a master's item") : tr("Show a master's item again"), std::move(job));
    return true;
}

Qt::ItemFlags MasterItemsModel::flags(const QModelIndex& index) const
{
    // What is filled shows again when the filling is taken off.
    const MasterItem* shown = at(index);
    const bool filled = shown && !shown->filledBy.isEmpty();
    return QAbstractListModel::flags(index) | (filled ? Qt::NoItemFlags : Qt::ItemIsUserCheckable);
}

MasterList::MasterList(Document& document, Selection& selection, SurfaceEditor& editor, QWidget* parent)
    : QWidget(parent), document_(document), selection_(selection), editor_(editor), model_(document, selection)
{
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(6);
    list_ = new QListView;
    list_->setObjectName(QStringLiteral("drawer.masterItems"));
    list_->setAccessibleName(tr("What masters show here"));
    list_->setModel(&model_);
    list_->setSpacing(1);
    list_->setProperty("ticks", true);
    list_->setTextElideMode(Qt::ElideRight);
    list_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    fit();
    column->addWidget(list_);
    auto* row = new QHBoxLayout;
    row->setSpacing(6);
    const auto button = [&](const QString& text, const char* name, const QString& told, auto slot) {
        auto* made = new QPushButton(text);
        made->setObjectName(QString::fromLatin1(name));
        made->setToolTip(told);
        connect(made, &QPushButton::clicked, this, slot);
        row->addWidget(made);
        return made;
    };
    fill_ = button(tr("Fill here"), "drawer.fillHere",
                   tr("Put something of this page's own in its place, where the master has it"), &MasterList::fill);
    open_ = button(tr("Go to master"), "drawer.openMaster", tr("Change it where it is made, for all that show it"),
                   &MasterList::open);
    column->addLayout(row);
    connect(list_, &QListView::doubleClicked, this, &MasterList::open);
    connect(list_->selectionModel(), &QItemSelectionModel::selectionChanged, this, &MasterList::tell);
    connect(&model_, &QAbstractItemModel::dataChanged, this, &MasterList::tell);
    connect(&model_, &QAbstractItemModel::modelReset, this, [this] {
        fit();
        list_->setCurrentIndex(model_.index(0));
    });
    list_->setCurrentIndex(model_.index(0));
    tell();
}

void MasterList::fit()
{
    // As high as what is in it, up to five rows.
    const int row = std::max(26, list_->sizeHintForRow(0) + 2);
    list_->setFixedHeight(row * std::clamp(model_.rowCount(), 1, 5) + 4);
}

void MasterList::tell()
{
    const MasterItem* shown = model_.at(list_->currentIndex());
    open_->setEnabled(shown);
    fill_->setEnabled(shown);
    fill_->setText(shown && !shown->filledBy.isEmpty() ? tr("Go to filling") : tr("Fill here"));
}

void MasterList::fill()
{
    const MasterItem* shown = model_.at(list_->currentIndex());
    if (!shown)
        return;
    if (!shown->filledBy.isEmpty())
        selection_.setItem(selection_.surface(), shown->filledBy);
    else
        (void)editor_.fillMasterItem(QString(shown->id));
}

void MasterList::open()
{
    const MasterItem* shown = model_.at(list_->currentIndex());
    const Master* master = shown ? document_.job().findMaster(shown->master) : nullptr;
    if (master) // the item in hand is the master's own, not its copy
        selection_.setItem(master->surface(), QString(shown->id));
}

} // namespace hinge
