// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QBoxLayout>
#include <QHeaderView>
#include <QPushButton>
#include <QTableView>

namespace hinge
{

/// A button in the foot of a dialog. It never takes Enter away from what is being typed.
inline QPushButton* addFootButton(QBoxLayout* foot, const QString& text, const char* name, const QString& tip)
{
    auto* button = new QPushButton(text);
    button->setObjectName(QString::fromLatin1(name));
    button->setToolTip(tip);
    button->setAutoDefault(false);
    foot->addWidget(button);
    return button;
}

/// A table of a dialog: whole rows are taken, one at a time. How wide its columns are is the caller's to say.
inline QTableView* makeTable(QAbstractItemModel& model, const char* name, const QString& accessibleName)
{
    auto* table = new QTableView;
    table->setObjectName(QString::fromLatin1(name));
    table->setAccessibleName(accessibleName);
    table->setModel(&model);
    table->setSelectionBehavior(QAbstractItemView::SelectRows);
    table->setSelectionMode(QAbstractItemView::SingleSelection);
    table->setShowGrid(false);
    table->verticalHeader()->hide();
    table->verticalHeader()->setDefaultSectionSize(30);
    return table;
}

} // namespace hinge
