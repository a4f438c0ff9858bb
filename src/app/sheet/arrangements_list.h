// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/sheet/sheet_state.h"

#include <QAbstractListModel>
#include <QListView>

namespace hinge
{

/// The layouts of the component in hand that fit, best first.
class ArrangementsModel : public QAbstractListModel
{
    Q_OBJECT

public:
    ArrangementsModel(Document& document, SheetState& state, QObject* parent = nullptr);
    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    [[nodiscard]] const SheetLayout& layout(const QModelIndex& index) const;
    [[nodiscard]] bool isChosen(const QModelIndex& index) const;
    /// What the run takes on it: sheets, paper by weight, cuts, and money where there are prices.
    [[nodiscard]] QStringList figures(const SheetLayout& layout) const;
    /// The same against the layout that is chosen: "+8 % paper, −2 cuts"; empty for that one itself.
    [[nodiscard]] QString difference(const SheetLayout& layout) const;

private:
    Document& document_;
    SheetState& state_;
};

/// Has a component printed on a sheet as it is arranged there: what was typed of another sheet is let go.
void printOn(Job& job, Component component, Size sheet);

/// A list of them to choose from.
class ArrangementsList : public QListView
{
    Q_OBJECT

public:
    ArrangementsList(Document& document, SheetState& state, QWidget* parent = nullptr);

private:
    Document& document_;
    SheetState& state_;
    ArrangementsModel model_;
};

} // namespace hinge
