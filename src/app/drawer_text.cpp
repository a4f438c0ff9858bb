// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/drawer.h"

#include "app/drawer_parts.h"
#include "app/fields.h"
#include "app/theme.h"
#include "core/paragraphs.h"
#include "paint/screen_colour.h"
#include "typeset/text_layout.h"

#include <QGridLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QTextBlock>
#include <QVBoxLayout>

namespace hinge {
namespace {

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
