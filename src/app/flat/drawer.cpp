// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/flat/drawer.h"

#include "app/document/linked_files.h"
#include "app/fields/drawer_parts.h"
#include "app/fields/field_completion.h"
#include "app/fields/fields.h"
#include "app/flat/holds_square.h"
#include "app/look/actions.h"
#include "app/look/plain_text.h"
#include "app/look/slip.h"
#include "colour/picture_inks.h"
#include "core/edit/new_items.h"
#include "core/file/links.h"
#include "core/job/contact_card.h"
#include "core/job/plates.h"

#include <QGridLayout>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QScrollArea>
#include <QTextBlock>
#include <QVBoxLayout>
#include <cmath>

namespace hinge
{
Drawer::Drawer(Document& document, Selection& selection, SurfaceEditor& editor, FacePainter& painter, Actions& actions,
               QWidget* parent)
    : QWidget(parent), document_(document), selection_(selection), editor_(editor), colour_(painter.colour()),
      layouts_(painter.layouts()), actions_(actions), items_(document, selection)
{
    setObjectName(QStringLiteral("drawer"));
    setFixedWidth(246);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(8, 6, 8, 10);
    connect(&selection_, &Selection::changed, this, &Drawer::rebuild);
    connect(&document_, &Document::changed, this, [this] {
        // Another shape of the piece, or an item that came or went, wants another drawer.
        if (!writing_)
            rebuild();
    });
    rebuild();
}

void Drawer::keyPressEvent(QKeyEvent* event)
{
    if (event->key() != Qt::Key_Escape)
        return QWidget::keyPressEvent(event);
    selection_.clearItem();
    Q_EMIT left();
}

void Drawer::paintEvent(QPaintEvent*)
{
    QPainter p(this);
    paintSlip(p, rect(), Theme::of(this));
}

JobField* Drawer::field(QVBoxLayout* column, const QString& label, JobField* edit, const char* name)
{
    auto* row = new QHBoxLayout;
    auto* text = plainLabel(label);
    text->setProperty("role", QStringLiteral("note"));
    text->setFixedWidth(76);
    text->setBuddy(edit);
    edit->setObjectName(QString::fromLatin1(name));
    row->addWidget(text);
    row->addWidget(edit, 1);
    column->addLayout(row);
    return edit;
}

Drawer::Subject Drawer::subject() const
{
    const Job& job = document_.job();
    const Item* item = job.findItem(selection_.item());
    Subject now;
    now.surface = selection_.surface();
    now.supplied = job.on(now.surface).supplied.has_value();
    if (const Master* master = job.findMaster(now.surface.master)) {
        now.master = *master;
        now.master->name.clear(); // fields show that themselves
        now.master->pages.clear();
        now.master->panels.clear();
    }
    now.showsMasters = document_.plan().layersOf(now.surface).size() > 1;
    if (!item) {
        const auto& panels = document_.plan().panelsOf(now.surface);
        const Panel& panel = panels[std::size_t(std::clamp(selection_.panel(), 0, int(panels.size()) - 1))];
        now.panel = panel.position;
        now.panels = panels.size();
        now.role = panel.roleName;
        now.panelSize = panel.area.size();
        return now;
    }
    now.items = selection_.items();
    now.outline = item->outline;
    now.fit = item->fit;
    now.hasRecords = job.records.any();
    now.hasShadow = item->shadow.has_value();
    now.isWaiting = item->isWaiting();
    now.isTable = item->table.has_value();
    now.symbology = item->code.symbology;
    now.isContact = item->kind == ItemKind::Code && contactFrom(item->code.data).has_value();
    now.inks = job.inks;
    for (const NamedStyle& style : job.textStyles)
        now.styles << style.name;
    for (const NamedCharacterStyle& style : job.characterStyles)
        now.characterStyles << style.name;
    return now;
}

void Drawer::refreshWords(const Item& item)
{
    QStringList texts;
    for (const Paragraph& p : item.paragraphs)
        texts << p.text;
    QStringList shown;
    for (QTextBlock b = words_->document()->begin(); b.isValid(); b = b.next())
        shown << b.text();
    if (texts == shown)
        return;
    const TextPosition anchor = words_->anchor();
    const TextPosition caret = words_->caret();
    const QSignalBlocker quiet(words_);
    words_->setPlainText(texts.join(u'\n'));
    words_->moveTo(anchor, false);
    words_->moveTo(caret, true);
}

void Drawer::makeBody(const Item* item)
{
    if (body_) {
        // Not deleted at once: one of its own buttons may be what brought us here.
        body_->hide();
        body_->setParent(nullptr);
        body_->deleteLater();
    }
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setFocusPolicy(Qt::NoFocus);
    auto* inner = new QWidget;
    auto* column = new QVBoxLayout(inner);
    column->setContentsMargins(10, 12, 10, 8);
    column->setSpacing(8);
    if (selection_.items().size() > 1)
        buildSeveral(column, selection_.items());
    else if (item)
        buildItem(column, *item);
    else
        buildPanel(column);
    scroll->setWidget(inner);
    body_ = scroll;
    layout()->addWidget(scroll);
}

void Drawer::rebuild()
{
    const Item* item = document_.job().findItem(selection_.item());
    // The same drawer stays as long as it speaks of the same thing: its fields refresh themselves.
    Subject now = subject();
    if (body_ && now == builtFor_) {
        if (words_ && item && item->kind == ItemKind::Text && !writing_)
            refreshWords(*item);
        return;
    }
    builtFor_ = std::move(now);
    // A text built anew keeps what was selected in it.
    const bool sameText = words_ && item && wordsFor_ == item->id;
    const std::pair selected =
        sameText ? std::pair(words_->textCursor().anchor(), words_->textCursor().position()) : std::pair(0, 0);
    words_ = nullptr;
    wordsFor_ = item ? item->id : QString();
    inWords_ = inWords_ && sameText;
    fit_ = nullptr;
    // The keyboard stays where it was, or goes back to the paper.
    QWidget* focus = window()->focusWidget();
    const bool hadFocus = body_ && focus && body_->isAncestorOf(focus);
    const QString focused = hadFocus ? focus->objectName() : QString();
    makeBody(item);
    Q_EMIT wordsShown(words_, wordsFor_);
    auto* again = focused.isEmpty() ? nullptr : body_->findChild<QWidget*>(focused);
    if (again)
        again->setFocus(Qt::OtherFocusReason);
    else if (hadFocus)
        Q_EMIT left();
    if (words_ && sameText) {
        QTextCursor cursor = words_->textCursor();
        cursor.setPosition(selected.first);
        cursor.setPosition(selected.second, QTextCursor::KeepAnchor);
        words_->setTextCursor(cursor);
    }
}

void Drawer::buildItem(QVBoxLayout* column, const Item& item)
{
    const QString id = item.id;
    auto* head = new QHBoxLayout;
    auto* title = plainLabel(item.table ? tr("Table") : item.pasteOver ? tr("Paste-over") : kindName(item.kind));
    title->setProperty("role", QStringLiteral("title"));
    head->addWidget(title, 1);
    auto* done = new QPushButton(tr("Panel"));
    done->setProperty("link", true);
    done->setObjectName(QStringLiteral("drawer.back"));
    done->setToolTip(tr("Back to the panel (Esc)"));
    connect(done, &QPushButton::clicked, this, [this] { selection_.clearItem(); });
    head->addWidget(done);
    column->addLayout(head);

    auto* name = new JobField(
        document_, tr("Rename"),
        [id](const Job& j) {
            const Item* i = j.findItem(id);
            return i ? i->name : QString();
        },
        [id](Job& j, const QString& text) -> Result<void> {
            if (Item* i = j.findItem(id))
                i->name = text;
            return {};
        });
    name->setObjectName(QStringLiteral("drawer.name"));
    name->setPlaceholderText(item.isWaiting() ? tr("what it waits for") : tr("name"));
    if (item.isWaiting())
        column->addWidget(note(tr("It waits for:")));
    column->addWidget(name);

    if (item.block)
        column->addWidget(note(tr("of the house block “%1”").arg(item.block->name)));

    if (item.kind == ItemKind::Text)
        buildText(column, item);
    if (item.kind == ItemKind::Picture)
        buildPicture(column, item);
    if (item.kind == ItemKind::Shape)
        buildShape(column, item);
    if (item.kind == ItemKind::Code)
        buildCode(column, item);
    if (item.kind != ItemKind::Picture)
        buildInks(column, id);
    if (item.kind == ItemKind::Text)
        buildTextFrame(column, item);
    column->addWidget(section(tr("Where it holds on")));
    column->addWidget(new HoldsSquare(document_, id));

    buildNumbers(column, {id});

    buildLook(column, item);
    column->addStretch(1);
    buildArranging(column);
}

} // namespace hinge
