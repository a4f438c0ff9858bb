// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"
#include "core/plan/finding_groups.h"

#include <QAbstractListModel>
#include <QListView>

namespace hinge
{

/// Findings as rows, alike ones once.
class FindingsModel : public QAbstractListModel
{
    Q_OBJECT

public:
    explicit FindingsModel(Document& document, QObject* parent = nullptr);
    /// Takes the findings as they are now.
    void refresh();
    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    [[nodiscard]] const FindingGroup& group(const QModelIndex& index) const;

private:
    Document& document_;
    std::vector<FindingGroup> shown_;
};

/// All findings in whole sentences, each with what settles it. Rows are as high as their words.
class FindingsList : public QListView
{
    Q_OBJECT

public:
    explicit FindingsList(Document& document, QWidget* parent = nullptr);
    void refresh() { model_.refresh(); }
    /// What all rows take, without scrolling.
    [[nodiscard]] int wholeHeight() const;

Q_SIGNALS:
    /// Show where this finding is.
    void showRequested(const hinge::Finding& finding);

private:
    void act(const FindingGroup& group);
    Document& document_;
    FindingsModel model_;
};

/// Carries the remedies of alike findings out as one step of the history.
void settle(Document& document, const FindingGroup& group);

} // namespace hinge
