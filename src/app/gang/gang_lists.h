// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/gang/gang_document.h"

#include <QAbstractListModel>
#include <QListView>

namespace hinge
{

/// The jobs of a gang: what each gets of the sheets. How many are wanted is edited here.
class GangJobsModel : public QAbstractListModel
{
    Q_OBJECT

public:
    enum { FiguresRole = Qt::UserRole + 1, NoteRole, WantedRole };
    explicit GangJobsModel(GangDocument& document, QObject* parent = nullptr);
    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    bool setData(const QModelIndex& index, const QVariant& value, int role) override;
    Qt::ItemFlags flags(const QModelIndex& index) const override;
    /// Of a member, the job in the plan; -1 while it is being opened.
    [[nodiscard]] int jobOf(int row) const;
    [[nodiscard]] int rowOf(int job) const;

private:
    GangDocument& document_;
    int shown_ = 0;
};

/// The same as cards; a click on a quantity, or Enter, edits it.
class GangJobsList : public QListView
{
    Q_OBJECT

public:
    explicit GangJobsList(GangDocument& document, QWidget* parent = nullptr);
    [[nodiscard]] GangJobsModel& jobs() { return model_; }

private:
    GangJobsModel model_;
};

/// The ways of splitting the gang over sheets.
class GangSplitsModel : public QAbstractListModel
{
    Q_OBJECT

public:
    explicit GangSplitsModel(GangDocument& document, QObject* parent = nullptr);
    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;

private:
    GangDocument& document_;
};

/// A list of them to choose from.
class GangSplitsList : public QListView
{
    Q_OBJECT

public:
    explicit GangSplitsList(GangDocument& document, QWidget* parent = nullptr);

private:
    GangSplitsModel model_;
};

} // namespace hinge
