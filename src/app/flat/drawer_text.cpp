// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/flat/cells_dialog.h"
#include "app/flat/drawer.h"
#include "app/flat/table_card.h"

#include "app/document/record_view.h"
#include "app/fields/drawer_parts.h"
#include "app/fields/field_completion.h"
#include "app/fields/fields.h"
#include "app/look/theme.h"
#include "colour/screen_colour.h"
#include "core/edit/scaling.h"
#include "core/job/paragraphs.h"
#include "core/job/stand_in_copy.h"
#include "core/job/stories.h"
#include "core/job/tab_stops.h"
#include "typeset/hyphenation.h"

#include <QCheckBox>
#include <QLabel>
#include <QLineEdit>
#include <QPainter>
#include <QPushButton>
#include <QTextBlock>
#include <QVBoxLayout>

namespace hinge
{
namespace
{

QPixmap swatch(const QColor& colour, const QWidget* on)
{
    const double ratio = on->devicePixelRatioF();
    QPixmap pixmap(QSize(16, 16) * ratio);
    pixmap.setDevicePixelRatio(ratio);
    pixmap.fill(Qt::transparent);
    QPainter p(&pixmap);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(QColor(0, 0, 0, 70), 1));
    p.setBrush(colour);
    p.drawEllipse(QRectF(1, 1, 14, 14));
    return pixmap;
}

} // namespace

void Drawer::buildInks(QVBoxLayout* column, const QString& itemId)
{
    column->addWidget(section(tr("Ink of this job")));
    auto* row = new QHBoxLayout;
    row->setSpacing(4);
    auto* name = note({});
    name->setObjectName(QStringLiteral("drawer.inkName"));
    std::vector<QPushButton*> swatches;
    for (const Ink& ink : document_.job().inks) {
        auto* button = new QPushButton;
        button->setIcon(swatch(colour_.of(ink.cmyk), this));
        button->setIconSize({16, 16});
        button->setFixedSize(26, 26);
        button->setCheckable(true);
        button->setProperty("swatch", true);
        button->setObjectName(QStringLiteral("ink.") + ink.name);
        button->setAccessibleName(tr("Use the ink %1").arg(ink.name));
        button->setToolTip(plainTip(tr("%1: cyan %2, magenta %3, yellow %4, black %5 %")
                                        .arg(ink.name, percentText(ink.cmyk.c), percentText(ink.cmyk.m),
                                             percentText(ink.cmyk.y), percentText(ink.cmyk.k))));
        connect(button, &QPushButton::clicked, this, [this, itemId, inkName = ink.name] {
            Job job = document_.job();
            Item* i = job.findItem(itemId);
            if (!i)
                return;
            if (i->kind == ItemKind::Shape || i->kind == ItemKind::Code)
                i->ink =
                    i->kind == ItemKind::Shape && i->ink == inkName && i->stroke.width > Length() ? QString() : inkName;
            restyle(job, itemId, [&](TextStyle& style) { style.ink = inkName; }, {.ink = inkName});
            if (job == document_.job())
                Q_EMIT document_.changed(); // a second click must not leave the swatch unchecked
            (void)document_.edit(tr("Use %1").arg(inkName), std::move(job));
        });
        row->addWidget(button);
        swatches.push_back(button);
    }
    row->addStretch(1);
    auto* edit = new QPushButton(tr("change…"));
    edit->setProperty("link", true);
    edit->setObjectName(QStringLiteral("drawer.inks"));
    edit->setToolTip(tr("Change the inks of this job, add one, make one a spot ink"));
    connect(edit, &QPushButton::clicked, this, [this, edit] { openInks(edit); });
    column->addLayout(row);
    auto* below = new QHBoxLayout;
    below->addWidget(name, 1);
    below->addWidget(edit);
    column->addLayout(below);
    const auto tell = [this, itemId, name, swatches] {
        const Item* i = document_.job().findItem(itemId);
        if (!i)
            return;
        QString used = i->ink;
        if (i->kind == ItemKind::Text && !i->paragraphs.empty()) {
            const Paragraph& p =
                i->paragraphs[std::size_t(std::clamp(paragraphsInHand().first, 0, int(i->paragraphs.size()) - 1))];
            const auto some = charactersInHand();
            const QString own = some ? document_.job().lookOf(charactersAt(p, some->first)).ink : QString();
            used = own.isEmpty() ? document_.job().styleOf(p).ink : own;
        }
        for (QPushButton* button : swatches)
            button->setChecked(button->objectName() == QStringLiteral("ink.") + used);
        if (const Ink* ink = document_.job().findInk(used))
            name->setText(ink->spot ? tr("%1, spot").arg(ink->name) : ink->name);
    };
    connect(&document_, &Document::changed, name, tell);
    if (words_)
        for (const auto moved : {&QPlainTextEdit::cursorPositionChanged, &QPlainTextEdit::selectionChanged})
            connect(words_, moved, name, tell);
    tell();
}

std::pair<int, int> Drawer::paragraphsInHand() const
{
    if (!words_)
        return {0, -1};
    if (!inWords_)
        return {0, words_->document()->blockCount() - 1};
    const QTextCursor c = words_->textCursor();
    const QTextBlock last = words_->document()->findBlock(c.selectionEnd());
    // A selection that ends before the first letter of a paragraph does not touch it.
    const bool touched = !c.hasSelection() || c.selectionEnd() > last.position();
    return {words_->document()->findBlock(c.selectionStart()).blockNumber(), last.blockNumber() - (touched ? 0 : 1)};
}

void Drawer::applyText(const QString& itemId)
{
    Job job = document_.job();
    Item* i = job.findItem(itemId);
    if (!i)
        return;
    QStringList texts;
    for (QTextBlock b = words_->document()->begin(); b.isValid(); b = b.next())
        texts << b.text();
    // A text that was called by its first words keeps being called so.
    const bool namedByWords =
        i->name.isEmpty() || (!i->paragraphs.empty() && i->name == i->paragraphs.front().text.left(24));
    i->paragraphs = withTexts(i->paragraphs, texts);
    if (namedByWords)
        i->name = texts.first().left(24);
    writing_ = true;
    (void)document_.edit(tr("Write"), std::move(job), QStringLiteral("write/") + itemId);
    writing_ = false;
}

void Drawer::fillWithStandIn(const QString& id)
{
    Job job = document_.job();
    Item* i = job.findItem(id);
    if (!i)
        return;
    const Paragraph look = i->paragraphs.empty() ? Paragraph{} : i->paragraphs.back();
    if (i->isWaiting())
        i->paragraphs.clear();
    for (const QString& words : standInCopy()) {
        i->paragraphs.push_back({words, look.style, look.styleName});
        if (!layOutStory(lookedUp(job, *i), {textFrame(job, *i, *document_.plan().findItem(id))}, layouts_.fonts())
                 .front()
                 .fits()) {
            i->paragraphs.pop_back();
            break;
        }
    }
    (void)document_.edit(tr("Put in dummy copy"), std::move(job));
}

void Drawer::buildText(QVBoxLayout* column, const Item& item)
{
    const QString id = item.id;
    words_ = new WordsEdit;
    connect(words_, &WordsEdit::left, this, [this] {
        Q_EMIT left();
        if (!words_)
            return; // whoever heard it has taken the panel down
        // The frame is in hand again, and with it all of its text.
        {
            const QSignalBlocker quiet(words_);
            words_->moveCursor(QTextCursor::Start);
        }
        inWords_ = false;
        Q_EMIT words_->cursorPositionChanged();
    });
    words_->setObjectName(QStringLiteral("drawer.words"));
    words_->setAccessibleName(tr("Words of the text"));
    QStringList texts;
    for (const Paragraph& p : item.paragraphs)
        texts << p.text;
    words_->setPlainText(texts.join(u'\n'));
    // First of all who listen: from now on looks go to where the cursor is.
    for (const auto moved : {&QPlainTextEdit::cursorPositionChanged, &QPlainTextEdit::selectionChanged})
        connect(words_, moved, this, [this] {
            inWords_ = inWords_ || words_->hasFocus() || words_->textCursor().hasSelection() ||
                       words_->textCursor().position() > 0;
        });
    new FieldCompletion(document_, *words_); // goes with it
    words_->setFixedHeight(108);
    if (item.table)
        words_->setLineWrapMode(QPlainTextEdit::NoWrap);
    words_->setToolTip(
        tr("A new line is a new paragraph; Shift+Enter only breaks the line; Esc goes back to the paper"));
    connect(words_, &QPlainTextEdit::textChanged, this, [this, id] { applyText(id); });
    column->addWidget(words_);

    fit_ = note({});
    fit_->setObjectName(QStringLiteral("drawer.textFit"));
    const auto tellFit = [this, id, label = fit_] {
        const Item* i = document_.job().findItem(id);
        const PlannedItem* placed = document_.plan().findItem(id);
        if (!i || !placed)
            return;
        // What does not fit shows in the last frame of the text.
        const QStringList chain = chainOf(document_.job(), id);
        const TextLayout& layout =
            layouts_.layout(document_.shown(), document_.plan(), *document_.shown().findItem(chain.last()));
        if (i->table)
            label->setText(layout.fits() ? tr("%1 rows, all fit").arg(layout.lines)
                                         : tr("%1 of %2 rows do not fit").arg(layout.linesOver).arg(layout.lines));
        else
            label->setText(!layout.fits()      ? tr("%1 of %2 lines do not fit").arg(layout.linesOver).arg(layout.lines)
                           : layout.lines == 1 ? tr("one line, fits")
                                               : tr("%1 lines, all fit").arg(layout.lines));
        showOverset(id, layout);
        label->setStyleSheet(layout.fits()
                                 ? QString()
                                 : QStringLiteral("color: %1; font-weight: 600;").arg(Theme::of(this).brick.name()));
    };
    connect(&document_, &Document::changed, fit_, tellFit);
    tellFit();
    auto* fitRow = new QHBoxLayout;
    fitRow->addWidget(fit_, 1);
    auto* fill = new QPushButton(tr("fit to frame"));
    fill->setProperty("link", true);
    fill->setObjectName(QStringLiteral("drawer.fitText"));
    fill->setToolTip(tr("Make its type as large as the frame allows, or as small as it asks for"));
    connect(fill, &QPushButton::clicked, this, [this, id] { fitText(id); });
    fitRow->addWidget(fill);
    column->addLayout(fitRow);

    if (item.table) {
        auto* card = new TableCard(document_, id);
        connect(card, &TableCard::cellsRequested, this, [this, id] { openCells(id); });
        column->addWidget(card);
    } else {
        auto* standIn = new QPushButton(tr("dummy copy"));
        standIn->setProperty("link", true);
        standIn->setObjectName(QStringLiteral("drawer.standIn"));
        standIn->setToolTip(tr("Words of no meaning until the copy comes, as many as the frame takes"));
        connect(standIn, &QPushButton::clicked, this, [this, id] { fillWithStandIn(id); });
        auto* asTable = new QPushButton(tr("set as a table"));
        asTable->setProperty("link", true);
        asTable->setObjectName(QStringLiteral("drawer.asTable"));
        asTable->setToolTip(tr("Each paragraph becomes a row, each tab the edge of a cell"));
        connect(asTable, &QPushButton::clicked, this, [this, id] {
            Job job = document_.job();
            if (Item* i = job.findItem(id))
                i->table = usualTable(cellsOf(*i));
            (void)document_.edit(tr("Set as a table"), std::move(job));
        });
        auto* links = new QHBoxLayout;
        links->addWidget(standIn);
        links->addStretch(1);
        links->addWidget(asTable);
        column->addLayout(links);
    }
    buildStyle(column, id);
}

void Drawer::fitText(const QString& itemId)
{
    Job job = document_.job();
    const Item* text = job.findItem(itemId);
    const auto scale =
        text ? fittingScale(document_.shown(), document_.plan(), *document_.shown().findItem(itemId), layouts_.fonts())
             : std::nullopt;
    if (!scale)
        return;
    Item& head = *job.findItem(chainOf(job, itemId).first());
    scaleText(document_.job(), head, *scale);
    (void)document_.edit(tr("Fit the text to its frame"), std::move(job));
}

void Drawer::openCells(const QString& itemId)
{
    const Item* item = document_.job().findItem(itemId);
    if (!item || !item->table)
        return;
    CellsDialog dialog(*item, this);
    if (dialog.exec() != QDialog::Accepted)
        return;
    Job job = document_.job();
    if (Item* now = job.findItem(itemId)) {
        now->paragraphs = dialog.table().paragraphs;
        now->table = dialog.table().table;
    }
    (void)document_.edit(tr("Change the cells of a table"), std::move(job));
}

std::optional<std::pair<int, int>> Drawer::charactersInHand() const
{
    if (!words_ || !inWords_)
        return std::nullopt;
    const QTextCursor c = words_->textCursor();
    const QTextBlock block = words_->document()->findBlock(c.selectionStart());
    const int start = c.selectionStart() - block.position();
    const int length = c.selectionEnd() - c.selectionStart();
    // Words within one paragraph, not the whole of it.
    if (length == 0 || c.selectionEnd() > block.position() + block.length() - 1 || length == block.length() - 1)
        return std::nullopt;
    return std::pair(start, length);
}

/// Words that do not fit are marked where they are read.
void Drawer::showOverset(const QString& itemId, const TextLayout& layout)
{
    const Item* item = document_.job().findItem(itemId);
    QList<QTextEdit::ExtraSelection> marks;
    // Filled in, the words are others than those that are typed.
    if (words_ && item && !item->paragraphs.empty() && layout.overFrom &&
        (!document_.records().filledIn() || !namesFields(*item))) {
        QTextEdit::ExtraSelection over;
        over.cursor = QTextCursor(words_->document());
        const QTextBlock block = words_->document()->findBlockByNumber(layout.overFrom->paragraph);
        over.cursor.setPosition(block.isValid() ? std::min(block.position() + layout.overFrom->character,
                                                           block.position() + block.length() - 1)
                                                : 0);
        over.cursor.movePosition(QTextCursor::End, QTextCursor::KeepAnchor);
        over.format.setBackground(Theme::of(this).brickTint);
        over.format.setForeground(Theme::of(this).brick);
        marks << over;
    }
    if (words_)
        words_->setExtraSelections(marks);
}

void Drawer::editText()
{
    if (auto* says = findChild<QLineEdit*>(QStringLiteral("drawer.codeData")); says && !words_) {
        says->setFocus(Qt::OtherFocusReason);
        says->selectAll();
    }
    if (!words_)
        return;
    if (const Item* item = document_.job().findItem(wordsFor_); item && item->table)
        return openCells(item->id);
    words_->setFocus(Qt::OtherFocusReason);
    words_->selectAll();
}

void Drawer::editName()
{
    if (auto* name = findChild<QLineEdit*>(QStringLiteral("drawer.name"))) {
        name->setFocus(Qt::OtherFocusReason);
        name->selectAll();
    }
}

void Drawer::takeCaret()
{
    if (words_)
        inWords_ = true;
}

void Drawer::type(const QString& words)
{
    if (words_)
        words_->insertPlainText(words);
}

} // namespace hinge
