// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/dialogs/keys_dialog.h"

#include "app/look/foot_button.h"
#include "app/look/plain_text.h"
#include "app/look/theme.h"

#include <QAction>
#include <QHeaderView>
#include <QLineEdit>
#include <QTreeView>

namespace hinge
{

QList<KeysDialog::Hint> KeysDialog::onPaper()
{
    const QString paper = tr("On the paper");
    return {{paper, tr("Letters"), tr("Begin a text on the panel, when no item is in hand")},
            {paper, tr("Home, End"), tr("Go from panel to panel")},
            {paper, tr("Page Up, Page Down"), tr("Go from item to item on the face")},
            {paper, tr("Arrows"), tr("Nudge by 1 mm; with Shift 5 mm, with Ctrl 0.1 mm; by 1/16, 1/4 and 1/64 in")},
            {paper, tr("H"), tr("Sides near a line of the paper take hold of it; again, and all let go")},
            {paper, tr("Enter"), tr("Write in the text in hand")},
            {paper, tr("Esc"), tr("Let go of what is in hand")},
            {paper, tr("Shift and click"), tr("Take one more item")},
            {paper, tr("Ctrl while dragging"), tr("Leave a copy where the item was")},
            {paper, tr("Ctrl and drag, Ctrl and wheel"), tr("Move and scale a picture in its frame")},
            {paper, tr("Space and drag"), tr("Move the paper about")}};
}

KeysDialog::KeysDialog(const QList<QAction*>& actions, const QList<Hint>& more, QWidget* parent)
    : QDialog(parent), view_(new QTreeView)
{
    setObjectName(QStringLiteral("keysDialog"));
    setWindowTitle(tr("Keys"));
    resize(680, 560);
    for (const QAction* action : actions)
        if (!action->shortcut().isEmpty()) {
            const QString group = action->property("group").toString();
            add(group.isEmpty() ? tr("Editing") : group, action->shortcut().toString(QKeySequence::NativeText),
                action->statusTip());
        }
    for (const Hint& hint : more)
        add(hint.group, hint.keys, hint.what);

    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(20, 16, 20, 16);
    column->setSpacing(12);
    auto* field = new QLineEdit;
    field->setObjectName(QStringLiteral("keys.search"));
    field->setAccessibleName(tr("Search the keys"));
    field->setPlaceholderText(tr("Search: what you want to do, or a key"));
    field->setClearButtonEnabled(true);
    column->addWidget(field);
    found_.setSourceModel(&keys_);
    found_.setRecursiveFilteringEnabled(true);
    found_.setFilterCaseSensitivity(Qt::CaseInsensitive);
    found_.setFilterKeyColumn(-1);
    view_->setObjectName(QStringLiteral("keys.list"));
    view_->setAccessibleName(tr("Keys"));
    view_->setModel(&found_);
    view_->setHeaderHidden(true);
    view_->setRootIsDecorated(false);
    view_->setItemsExpandable(false);
    view_->setIndentation(0);
    view_->setSelectionMode(QAbstractItemView::NoSelection);
    view_->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    column->addWidget(view_, 1);
    auto* foot = new QHBoxLayout;
    foot->addStretch(1);
    auto* close = addFootButton(foot, tr("Close"), "keys.close", tr("Back to the job"));
    close->setProperty("leading", true);
    column->addLayout(foot);
    connect(close, &QPushButton::clicked, this, &QDialog::accept);
    connect(field, &QLineEdit::textChanged, this, &KeysDialog::search);
    search({});
    view_->header()->setSectionResizeMode(0, QHeaderView::Fixed);
    view_->header()->resizeSection(0, 220);
}

void KeysDialog::add(const QString& group, const QString& keys, const QString& what)
{
    const auto groups = keys_.findItems(group);
    QStandardItem* head = groups.isEmpty() ? nullptr : groups.first();
    if (!head) {
        head = new QStandardItem(group);
        head->setFont(uiFont(type::body, QFont::Bold));
        head->setSizeHint({0, 34});
        keys_.appendRow({head, new QStandardItem}); // as many columns as what is in it
    }
    auto* first = new QStandardItem(keys);
    first->setSizeHint({210, 26});
    head->appendRow({first, new QStandardItem(what)});
}

void KeysDialog::search(const QString& words)
{
    found_.setFilterFixedString(words.trimmed());
    view_->expandAll();
    for (int i = 0; i < found_.rowCount(); ++i)
        view_->setFirstColumnSpanned(i, {}, true);
}

} // namespace hinge
