// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/drawer.h"

#include "app/actions.h"
#include "app/fields.h"
#include "app/holds_square.h"
#include "app/linked_files.h"
#include "app/slip.h"
#include "core/paragraphs.h"
#include "paint/screen_colour.h"
#include "typeset/text_layout.h"

#include <QGridLayout>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QPushButton>
#include <QScrollArea>
#include <QTextBlock>
#include <QVBoxLayout>
#include <cmath>

namespace hinge {
namespace {

QLabel* note(const QString& text)
{
    auto* label = new QLabel(text);
    label->setProperty("role", QStringLiteral("note"));
    label->setWordWrap(true);
    return label;
}

QLabel* section(const QString& text)
{
    auto* label = new QLabel(text.toUpper());
    label->setProperty("role", QStringLiteral("section"));
    return label;
}

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

/// A plain editor whose undo is that of the job.
class WordsEdit : public QPlainTextEdit {
protected:
    bool event(QEvent* e) override
    {
        if (e->type() == QEvent::ShortcutOverride) {
            auto* key = static_cast<QKeyEvent*>(e);
            if (key->matches(QKeySequence::Undo) || key->matches(QKeySequence::Redo))
                return false;
        }
        return QPlainTextEdit::event(e);
    }
};

QString kindName(ItemKind kind)
{
    switch (kind) {
    case ItemKind::Picture: return Drawer::tr("Picture");
    case ItemKind::Text: return Drawer::tr("Text");
    case ItemKind::Tint: return Drawer::tr("Tint");
    }
    return {};
}

/// A page number that the file has.
Result<int> readPage(const QString& text, const FileFacts& facts)
{
    bool ok = false;
    const int page = text.trimmed().toInt(&ok);
    const int pages = std::max<int>(1, int(facts.pages.size()));
    if (!ok || page < 1 || page > pages)
        return problem({}, pages == 1 ? Drawer::tr("The file has one page.") : Drawer::tr("The file has pages 1 to %1.").arg(pages));
    return page;
}

QPushButton* actionButton(QAction* action, const QString& text)
{
    auto* button = new QPushButton(text);
    button->setObjectName(QStringLiteral("drawer.") + action->objectName());
    button->setToolTip(action->statusTip() + (action->shortcut().isEmpty() ? QString() : QStringLiteral(" (%1)").arg(action->shortcut().toString(QKeySequence::NativeText))));
    button->setIcon(action->icon());
    QObject::connect(button, &QPushButton::clicked, action, &QAction::trigger);
    return button;
}

} // namespace

ItemsModel::ItemsModel(Document& document, Selection& selection, QObject* parent)
    : QAbstractListModel(parent), document_(document), selection_(selection)
{
    const auto reset = [this] {
        QString key = QString::number(int(selection_.face()));
        for (const Item& item : document_.job().face(selection_.face()).items)
            key += u'\n' + item.id + u' ' + item.name;
        if (key == shownKey_)
            return;
        beginResetModel();
        shownKey_ = key;
        endResetModel();
    };
    connect(&document_, &Document::changed, this, reset);
    connect(&selection_, &Selection::changed, this, reset);
}

int ItemsModel::rowCount(const QModelIndex& parent) const { return parent.isValid() ? 0 : int(document_.job().face(selection_.face()).items.size()); }

const Item& ItemsModel::at(int row) const
{
    const auto& items = document_.job().face(selection_.face()).items;
    return items[items.size() - 1 - std::size_t(row)];
}

QVariant ItemsModel::data(const QModelIndex& index, int role) const
{
    if (!index.isValid() || index.row() >= rowCount())
        return {};
    const Item& item = at(index.row());
    switch (role) {
    case Qt::DisplayRole: return item.name.isEmpty() ? kindName(item.kind) : item.name;
    case Qt::ToolTipRole: return kindName(item.kind);
    case Qt::DecorationRole:
        return themedIcon(item.kind == ItemKind::Picture ? QStringLiteral("image") : item.kind == ItemKind::Text ? QStringLiteral("type") : QStringLiteral("paint-bucket"),
                          QColor(0x80, 0x88, 0x8E));
    default: return {};
    }
}

QString ItemsModel::idAt(const QModelIndex& index) const { return index.isValid() ? at(index.row()).id : QString(); }

Drawer::Drawer(Document& document, Selection& selection, Placing& placing, const ScreenColour& colour, Actions& actions, QWidget* parent)
    : QWidget(parent), document_(document), selection_(selection), placing_(placing), colour_(colour), actions_(actions), items_(document, selection)
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

void Drawer::paintEvent(QPaintEvent*)
{
    QPainter p(this);
    paintSlip(p, rect(), Theme::of(this));
}

JobField* Drawer::field(QVBoxLayout* column, const QString& label, JobField* edit, const char* name)
{
    auto* row = new QHBoxLayout;
    auto* text = new QLabel(label);
    text->setProperty("role", QStringLiteral("note"));
    text->setFixedWidth(76);
    text->setBuddy(edit);
    edit->setObjectName(QString::fromLatin1(name));
    row->addWidget(text);
    row->addWidget(edit, 1);
    column->addLayout(row);
    return edit;
}

void Drawer::rebuild()
{
    const Item* item = document_.job().findItem(selection_.item());
    // The same drawer stays as long as it speaks of the same thing: its fields refresh themselves.
    QString key = item ? item->id : QString();
    if (!item) {
        const auto& panels = document_.plan().paper.face(selection_.face());
        const Panel& panel = panels[std::size_t(std::clamp(selection_.panel(), 0, int(panels.size()) - 1))];
        key = QStringLiteral("%1/%2/%3/%4/%5").arg(int(panel.face)).arg(panel.position).arg(panels.size()).arg(panel.roleName, formatSize(panel.area.size(), document_.job().unit));
    }
    key += document_.job().face(selection_.face()).supplied ? QStringLiteral("/supplied") : QString();
    if (item)
        for (const Ink& ink : document_.job().inks)
            key += u'/' + ink.name;
    if (key == builtFor_ && body_) {
        if (words_ && item && item->kind == ItemKind::Text && !writing_) {
            QStringList texts;
            for (const Paragraph& p : item->paragraphs)
                texts << p.text;
            QStringList shown;
            for (QTextBlock b = words_->document()->begin(); b.isValid(); b = b.next())
                shown << b.text();
            if (texts != shown) {
                const QSignalBlocker quiet(words_);
                words_->setPlainText(texts.join(u'\n'));
            }
        }
        return;
    }
    builtFor_ = key;
    words_ = nullptr;
    fit_ = nullptr;
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
    if (item)
        buildItem(column, *item);
    else
        buildPanel(column);
    scroll->setWidget(inner);
    body_ = scroll;
    layout()->addWidget(scroll);
}

void Drawer::buildPanel(QVBoxLayout* column)
{
    const auto& panels = document_.plan().paper.face(selection_.face());
    const int at = std::clamp(selection_.panel(), 0, int(panels.size()) - 1);
    const Panel& panel = panels[std::size_t(at)];
    const Face face = selection_.face();

    auto* title = new QLabel(panel.roleName.at(0).toUpper() + panel.roleName.mid(1));
    title->setProperty("role", QStringLiteral("title"));
    column->addWidget(title);
    column->addWidget(note(tr("%1, read as number %2").arg(formatSize(panel.area.size(), document_.job().unit)).arg(panel.readingNumber)));
    column->addSpacing(6);

    column->addWidget(section(tr("Columns of this panel")));
    const auto grid = [face, at](Job& job) -> ColumnGrid& {
        auto& grids = job.face(face).columns;
        const auto it = std::ranges::find(grids, at, &ColumnGrid::panel);
        if (it != grids.end())
            return *it;
        grids.push_back({at, 1, Length::mm(4)});
        return grids.back();
    };
    field(column, tr("Columns"), JobField::forNumber(document_, tr("Change the columns"), [grid](Job& j) -> int& { return grid(j).columns; }), "drawer.columns");
    field(column, tr("Gutter"), JobField::forLength(document_, tr("Change the gutter"), [grid](Job& j) -> Length& { return grid(j).gutter; }), "drawer.gutter");
    column->addSpacing(6);

    column->addWidget(section(tr("Add to the panel")));
    auto* buttons = new QGridLayout;
    buttons->setSpacing(6);
    buttons->addWidget(actionButton(actions_.placePicture, tr("Picture")), 0, 0);
    buttons->addWidget(actionButton(actions_.addText, tr("Text")), 0, 1);
    buttons->addWidget(actionButton(actions_.addTint, tr("Tint")), 1, 0);
    buttons->addWidget(actionButton(actions_.turnOver, tr("Turn over")), 1, 1);
    column->addLayout(buttons);
    column->addSpacing(6);

    column->addWidget(section(tr("Supplied artwork")));
    if (const auto& supplied = document_.job().face(face).supplied) {
        column->addWidget(note(tr("%1 is this whole face.").arg(supplied->path)));
        field(column, tr("Page"), new JobField(
                  document_, tr("Take another page"),
                  [face](const Job& j) { return j.face(face).supplied ? QString::number(j.face(face).supplied->page) : QString(); },
                  [this, face](Job& j, const QString& text) -> Result<void> {
                      const auto page = readPage(text, document_.files().facts().value(j.face(face).supplied ? j.face(face).supplied->path : QString()));
                      if (!page)
                          return tl::unexpected(page.error());
                      if (j.face(face).supplied)
                          j.face(face).supplied->page = *page;
                      return {};
                  }), "drawer.suppliedPage");
        column->addWidget(actionButton(actions_.dropSupplied, tr("Remove")));
    } else {
        column->addWidget(note(tr("A customer's finished PDF can be the whole face: drop it here, or")));
        column->addWidget(actionButton(actions_.takeSupplied, tr("Take a PDF…")));
    }
    column->addSpacing(6);

    column->addWidget(section(tr("On this face, top first")));
    auto* list = new QListView;
    list->setObjectName(QStringLiteral("drawer.items"));
    list->setAccessibleName(tr("Items on this face"));
    list->setModel(&items_);
    list->setIconSize({15, 15});
    list->setSpacing(1);
    list->setMinimumHeight(90);
    const auto pick = [this](const QModelIndex& index) {
        if (const QString id = items_.idAt(index); !id.isEmpty())
            selection_.setItem(selection_.face(), id);
    };
    connect(list, &QListView::clicked, this, pick);
    connect(list, &QListView::activated, this, pick);
    auto* nothing = note(tr("Nothing yet. Drop a picture on a panel, or add one above."));
    const auto tell = [this, nothing] { nothing->setVisible(items_.rowCount() == 0); };
    connect(&items_, &QAbstractItemModel::modelReset, nothing, tell);
    column->addWidget(nothing);
    tell();
    column->addWidget(list, 1);
}

void Drawer::buildItem(QVBoxLayout* column, const Item& item)
{
    const QString id = item.id;
    auto* head = new QHBoxLayout;
    auto* title = new QLabel(kindName(item.kind));
    title->setProperty("role", QStringLiteral("title"));
    head->addWidget(title, 1);
    auto* done = new QPushButton(tr("Panel"));
    done->setProperty("link", true);
    done->setObjectName(QStringLiteral("drawer.back"));
    done->setToolTip(tr("Back to the panel (Esc)"));
    connect(done, &QPushButton::clicked, this, [this] { selection_.clearItem(); });
    head->addWidget(done);
    column->addLayout(head);

    auto* name = new JobField(document_, tr("Rename"), [id](const Job& j) { const Item* i = j.findItem(id); return i ? i->name : QString(); },
                              [id](Job& j, const QString& text) -> Result<void> {
                                  if (Item* i = j.findItem(id))
                                      i->name = text;
                                  return {};
                              });
    name->setObjectName(QStringLiteral("drawer.name"));
    name->setPlaceholderText(tr("name"));
    column->addWidget(name);

    if (item.kind == ItemKind::Text)
        buildText(column, item);
    if (item.kind == ItemKind::Tint)
        buildTint(column, item);
    if (item.kind != ItemKind::Picture)
        buildInks(column, id);
    column->addWidget(new HoldsSquare(document_, id));

    // Exact numbers: where it lies and how large it is, from the head-left trim corner.
    const auto place = [this, id](const QString& what, auto read, auto change) {
        return new JobField(
            document_, what,
            [this, id, read](const Job& job) {
                const PlacedItem* placed = document_.plan().findItem(id);
                return placed ? formatLength(read(placed->frame), job.unit) : QString();
            },
            [this, id, change](Job& job, const QString& text) -> Result<void> {
                const auto length = parseLength(text, job.unit);
                if (!length)
                    return tl::unexpected(length.error());
                Item* i = job.findItem(id);
                const PlacedItem* placed = document_.plan().findItem(id);
                if (!i || !placed)
                    return {};
                return change(*i, *placed, *length);
            });
    };
    const auto freed = [this](Item& i, const PlacedItem& placed, ItemSide s, Length at) {
        i.side(s) = freeSide(document_.plan().paper, placed.face, s, at);
    };
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(8);
    grid->setVerticalSpacing(2);
    const auto cell = [&](int row, int col, const QString& label, JobField* edit, const char* objectName) {
        auto* text = new QLabel(label);
        text->setProperty("role", QStringLiteral("note"));
        edit->setObjectName(QString::fromLatin1(objectName));
        edit->setAccessibleName(label);
        grid->addWidget(text, row * 2, col);
        grid->addWidget(edit, row * 2 + 1, col);
    };
    const auto positive = [](Length l) -> Result<void> {
        if (l <= Length())
            return problem({}, tr("An item needs a size above 0."));
        return {};
    };
    cell(0, 0, tr("from the left"), place(tr("Move"), [](const Rect& r) { return r.x; },
                              [freed](Item& i, const PlacedItem& p, Length l) -> Result<void> {
                                  freed(i, p, ItemSide::Left, l);
                                  freed(i, p, ItemSide::Right, l + p.frame.w);
                                  return {};
                              }), "drawer.x");
    cell(0, 1, tr("from the head"), place(tr("Move"), [](const Rect& r) { return r.y; },
                              [freed](Item& i, const PlacedItem& p, Length l) -> Result<void> {
                                  freed(i, p, ItemSide::Top, l);
                                  freed(i, p, ItemSide::Bottom, l + p.frame.h);
                                  return {};
                              }), "drawer.y");
    cell(1, 0, tr("wide"), place(tr("Change the width"), [](const Rect& r) { return r.w; },
                                 [freed, positive](Item& i, const PlacedItem& p, Length l) -> Result<void> {
                                     if (auto ok = positive(l); !ok)
                                         return ok;
                                     freed(i, p, ItemSide::Right, p.frame.x + l);
                                     return {};
                                 }), "drawer.width");
    cell(1, 1, tr("high"), place(tr("Change the height"), [](const Rect& r) { return r.h; },
                                 [freed, positive](Item& i, const PlacedItem& p, Length l) -> Result<void> {
                                     if (auto ok = positive(l); !ok)
                                         return ok;
                                     freed(i, p, ItemSide::Bottom, p.frame.y + l);
                                     return {};
                                 }), "drawer.height");
    column->addLayout(grid);

    if (item.kind == ItemKind::Picture)
        buildPicture(column, item);
    column->addStretch(1);
    auto* row = new QHBoxLayout;
    row->setSpacing(4);
    for (QAction* action : {actions_.bringForward, actions_.sendBack, actions_.duplicate, actions_.remove}) {
        auto* button = actionButton(action, {});
        button->setAccessibleName(action->text().remove(u'&'));
        row->addWidget(button);
    }
    column->addLayout(row);
}

void Drawer::buildPicture(QVBoxLayout* column, const Item& item)
{
    const QString id = item.id;
    column->addSpacing(2);
    auto* fit = new JobChoice(document_, tr("Change the fit"),
                              {{tr("fills the frame"), [id](const Job& j) { const Item* i = j.findItem(id); return i && i->fit == PictureFit::Fill; },
                                [id](Job& j) { if (Item* i = j.findItem(id)) i->fit = PictureFit::Fill; }},
                               {tr("lies in it whole"), [id](const Job& j) { const Item* i = j.findItem(id); return i && i->fit == PictureFit::Whole; },
                                [id](Job& j) { if (Item* i = j.findItem(id)) i->fit = PictureFit::Whole; }}});
    fit->setObjectName(QStringLiteral("drawer.fit"));
    column->addWidget(fit);
    auto* about = note({});
    about->setObjectName(QStringLiteral("drawer.file"));
    const auto tell = [this, id, about] {
        const Item* i = document_.job().findItem(id);
        const PlacedItem* placed = document_.plan().findItem(id);
        if (!i || !placed)
            return;
        const FileFacts facts = document_.files().facts().value(i->file.path);
        QStringList lines{i->file.path};
        if (!facts.error.isEmpty())
            lines << facts.error;
        else if (facts.isPdf)
            lines << tr("page %1 of %2, drawn sharp at any size").arg(i->file.page).arg(facts.pages.size());
        else if (facts.pixelWidth > 0)
            lines << tr("%1 × %2 pixels, %3 ppi in print").arg(facts.pixelWidth).arg(facts.pixelHeight).arg(std::lround(effectivePpi(*i, placed->frame, facts)));
        about->setText(lines.join(u'\n'));
    };
    connect(&document_, &Document::changed, about, tell);
    tell();
    column->addWidget(about);
    const FileFacts facts = document_.files().facts().value(item.file.path);
    if (facts.isPdf && facts.pages.size() > 1)
        field(column, tr("Page"), new JobField(
                  document_, tr("Show another page"),
                  [id](const Job& j) { const Item* i = j.findItem(id); return i ? QString::number(i->file.page) : QString(); },
                  [this, id](Job& j, const QString& text) -> Result<void> {
                      Item* i = j.findItem(id);
                      const auto page = readPage(text, document_.files().facts().value(i ? i->file.path : QString()));
                      if (!page)
                          return tl::unexpected(page.error());
                      if (i)
                          i->file.page = *page;
                      return {};
                  }), "drawer.page");
}

void Drawer::buildTint(QVBoxLayout* column, const Item& item)
{
    const QString id = item.id;
    auto* strength = new JobField(
        document_, tr("Change the strength"),
        [id](const Job& j) { const Item* i = j.findItem(id); return i ? QString::number(i->strength) : QString(); },
        [id](Job& j, const QString& text) -> Result<void> {
            bool ok = false;
            const int percent = QString(text).remove(u'%').trimmed().toInt(&ok);
            if (!ok)
                return problem({}, tr("Type a whole number of percent."));
            if (Item* i = j.findItem(id))
                i->strength = percent;
            return {};
        });
    field(column, tr("Strength, %"), strength, "drawer.strength");
}

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
        button->setToolTip(tr("%1: cyan %2, magenta %3, yellow %4, black %5 %").arg(ink.name).arg(ink.cmyk.c).arg(ink.cmyk.m).arg(ink.cmyk.y).arg(ink.cmyk.k));
        connect(button, &QPushButton::clicked, this, [this, itemId, inkName = ink.name] {
            Job job = document_.job();
            Item* i = job.findItem(itemId);
            if (!i)
                return;
            if (i->kind == ItemKind::Tint)
                i->ink = inkName;
            const auto [first, last] = paragraphsInHand();
            for (int p = first; p <= last && p < int(i->paragraphs.size()); ++p)
                i->paragraphs[std::size_t(p)].style.ink = inkName;
            if (job == document_.job())
                Q_EMIT document_.changed(); // a second click must not leave the swatch unchecked
            (void)document_.edit(tr("Use %1").arg(inkName), std::move(job));
        });
        row->addWidget(button);
        swatches.push_back(button);
    }
    row->addStretch(1);
    column->addLayout(row);
    column->addWidget(name);
    const auto tell = [this, itemId, name, swatches] {
        const Item* i = document_.job().findItem(itemId);
        if (!i)
            return;
        QString used = i->ink;
        if (i->kind == ItemKind::Text && !i->paragraphs.empty())
            used = i->paragraphs[std::size_t(std::clamp(paragraphsInHand().first, 0, int(i->paragraphs.size()) - 1))].style.ink;
        for (QPushButton* button : swatches)
            button->setChecked(button->objectName() == QStringLiteral("ink.") + used);
        if (const Ink* ink = document_.job().findInk(used))
            name->setText(QStringLiteral("%1   %2 %3 %4 %5").arg(ink->name).arg(ink->cmyk.c).arg(ink->cmyk.m).arg(ink->cmyk.y).arg(ink->cmyk.k));
    };
    connect(&document_, &Document::changed, name, tell);
    if (words_)
        connect(words_, &QPlainTextEdit::cursorPositionChanged, name, tell);
    tell();
}

std::pair<int, int> Drawer::paragraphsInHand() const
{
    if (!words_)
        return {0, -1};
    const QTextCursor c = words_->textCursor();
    return {words_->document()->findBlock(c.selectionStart()).blockNumber(), words_->document()->findBlock(c.selectionEnd()).blockNumber()};
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
    const bool namedByWords = i->name.isEmpty() || (!i->paragraphs.empty() && i->name == i->paragraphs.front().text.left(24));
    i->paragraphs = withTexts(i->paragraphs, texts);
    if (namedByWords)
        i->name = texts.first().left(24);
    writing_ = true;
    (void)document_.edit(tr("Write"), std::move(job), QStringLiteral("write/") + itemId);
    writing_ = false;
}

void Drawer::buildText(QVBoxLayout* column, const Item& item)
{
    const QString id = item.id;
    words_ = new WordsEdit;
    words_->setObjectName(QStringLiteral("drawer.words"));
    words_->setAccessibleName(tr("Words of the text"));
    words_->setTabChangesFocus(true);
    words_->setUndoRedoEnabled(false); // the job's history undoes typing, too
    QStringList texts;
    for (const Paragraph& p : item.paragraphs)
        texts << p.text;
    words_->setPlainText(texts.join(u'\n'));
    words_->setFixedHeight(108);
    words_->setToolTip(tr("A new line is a new paragraph; Shift+Enter only breaks the line"));
    connect(words_, &QPlainTextEdit::textChanged, this, [this, id] { applyText(id); });
    column->addWidget(words_);

    fit_ = note({});
    fit_->setObjectName(QStringLiteral("drawer.textFit"));
    const auto tellFit = [this, id, label = fit_] {
        const Item* i = document_.job().findItem(id);
        const PlacedItem* placed = document_.plan().findItem(id);
        if (!i || !placed)
            return;
        const TextLayout layout = layOutText(i->paragraphs, placed->frame.size(), FontLibrary::shipped());
        label->setText(!layout.fits() ? tr("%1 of %2 lines do not fit").arg(layout.linesOver).arg(layout.lines) : layout.lines == 1 ? tr("one line, fits") : tr("%1 lines, all fit").arg(layout.lines));
        label->setStyleSheet(layout.fits() ? QString() : QStringLiteral("color: %1; font-weight: 600;").arg(Theme::of(this).brick.name()));
    };
    connect(&document_, &Document::changed, fit_, tellFit);
    tellFit();
    column->addWidget(fit_);

    // Styles go to the paragraphs in hand: where the cursor is, or all that are selected.
    const auto shownStyle = [this, id](const Job& job) {
        const Item* i = job.findItem(id);
        if (!i || i->paragraphs.empty())
            return TextStyle{};
        return i->paragraphs[std::size_t(std::clamp(paragraphsInHand().first, 0, int(i->paragraphs.size()) - 1))].style;
    };
    const auto change = [this, id](Job& job, auto edit) {
        Item* i = job.findItem(id);
        if (!i)
            return;
        const auto [first, last] = paragraphsInHand();
        for (int p = std::max(0, first); p <= last && p < int(i->paragraphs.size()); ++p)
            edit(i->paragraphs[std::size_t(p)].style);
    };
    std::vector<JobChoice::Option> fonts;
    for (const QString& name : FontLibrary::shipped().names())
        fonts.push_back({name, [shownStyle, name](const Job& j) { return shownStyle(j).font == name; },
                         [change, name](Job& j) { change(j, [&](TextStyle& s) { s.font = name; }); }});
    auto* font = new JobChoice(document_, tr("Change the font"), std::move(fonts));
    font->setObjectName(QStringLiteral("drawer.font"));
    column->addWidget(font);

    const auto measure = [&](const QString& what, Length TextStyle::* part) {
        return new JobField(
            document_, what, [shownStyle, part](const Job& j) { return formatLength(shownStyle(j).*part, Unit::Point); },
            [change, part](Job& j, const QString& text) -> Result<void> {
                const auto length = parseLength(text, Unit::Point);
                if (!length)
                    return tl::unexpected(length.error());
                change(j, [&](TextStyle& s) { s.*part = *length; });
                return {};
            });
    };
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(6);
    const auto cell = [&](int col, const QString& label, JobField* edit, const char* name) {
        auto* text = new QLabel(label);
        text->setProperty("role", QStringLiteral("note"));
        edit->setObjectName(QString::fromLatin1(name));
        grid->addWidget(text, 0, col);
        grid->addWidget(edit, 1, col);
        return edit;
    };
    JobField* size = cell(0, tr("size"), measure(tr("Change the type size"), &TextStyle::size), "drawer.size");
    JobField* leading = cell(1, tr("leading"), measure(tr("Change the leading"), &TextStyle::leading), "drawer.leading");
    JobField* after = cell(2, tr("after"), measure(tr("Change the space after"), &TextStyle::spaceAfter), "drawer.after");
    column->addLayout(grid);

    const auto aligned = [&](const QString& text, Align a) {
        return JobChoice::Option{text, [shownStyle, a](const Job& j) { return shownStyle(j).align == a; },
                                 [change, a](Job& j) { change(j, [&](TextStyle& s) { s.align = a; }); }};
    };
    auto* align = new JobChoice(document_, tr("Change the alignment"),
                                {aligned(tr("ranged left"), Align::Left), aligned(tr("centred"), Align::Centre),
                                 aligned(tr("ranged right"), Align::Right), aligned(tr("justified"), Align::Justified)});
    align->setObjectName(QStringLiteral("drawer.align"));
    column->addWidget(align);
    connect(words_, &QPlainTextEdit::cursorPositionChanged, this, [=] {
        font->refresh();
        align->refresh();
        for (JobField* f : {size, leading, after})
            f->refresh();
    });
    column->addSpacing(4);
}

void Drawer::editText()
{
    if (!words_)
        return;
    words_->setFocus(Qt::OtherFocusReason);
    words_->selectAll();
}

} // namespace hinge
