// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/look/table_dialog.h"

#include "app/look/foot_button.h"
#include "app/look/plain_text.h"

#include <QHeaderView>
#include <QLabel>
#include <QTableView>

namespace hinge
{

TableDialog::TableDialog(const QString& prefix, const QString& title, QWidget* parent)
    : QDialog(parent), prefix_(prefix), table_(new QTableView), note_(plainLabel()), foot_(new QHBoxLayout)
{
    setWindowTitle(title);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(20, 16, 20, 16);
    column->setSpacing(12);
    auto* head = plainLabel(title);
    head->setProperty("role", QStringLiteral("title"));
    column->addWidget(head);
    table_->setObjectName(prefix + QStringLiteral(".table"));
    table_->setAccessibleName(title);
    table_->setSelectionBehavior(QAbstractItemView::SelectRows);
    table_->setSelectionMode(QAbstractItemView::SingleSelection);
    table_->setShowGrid(false);
    table_->setTabKeyNavigation(false);
    table_->verticalHeader()->hide();
    table_->verticalHeader()->setDefaultSectionSize(30);
    table_->horizontalHeader()->setHighlightSections(false);
    column->addWidget(table_, 1);
    note_->setObjectName(prefix + QStringLiteral(".note"));
    note_->setProperty("role", QStringLiteral("note"));
    note_->setWordWrap(true);
    column->addWidget(note_);
    foot_->setSpacing(8);
    foot_->addStretch(1);
    auto* close = makeFootButton(tr("Close"), prefix + QStringLiteral(".close"), tr("Back to the job"));
    close->setProperty("leading", true);
    foot_->addWidget(close);
    connect(close, &QPushButton::clicked, this, &QDialog::accept);
    column->addLayout(foot_);
}

void TableDialog::setModel(QAbstractItemModel& model, int wide)
{
    table_->setModel(&model);
    table_->horizontalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
    table_->horizontalHeader()->setSectionResizeMode(wide, QHeaderView::Stretch);
    connect(table_->selectionModel(), &QItemSelectionModel::currentChanged, this, [this] { chosenChanged(); });
    connect(&model, &QAbstractItemModel::dataChanged, this, [this] { chosenChanged(); });
    connect(&model, &QAbstractItemModel::modelReset, this, [this] { chosenChanged(); });
}

QPushButton* TableDialog::addButton(const QString& text, const QString& name, const QString& tip)
{
    QPushButton* button = makeFootButton(text, prefix_ + u'.' + name, tip);
    foot_->insertWidget(buttons_++, button);
    return button;
}

int TableDialog::chosenRow() const { return table_->currentIndex().row(); }

void TableDialog::choose(int row, int column)
{
    if (row >= 0 && row < table_->model()->rowCount())
        table_->setCurrentIndex(table_->model()->index(row, column));
}

void TableDialog::say(const QString& text) { note_->setText(text); }

} // namespace hinge
