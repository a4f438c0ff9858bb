// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/flat/text_on_paper.h"

#include "app/document/record_view.h"
#include "app/look/theme.h"
#include "core/job/records.h"
#include "core/job/stories.h"
#include "paint/face_painter.h"
#include "typeset/text_place.h"

#include <QApplication>
#include <QKeyEvent>
#include <QPainter>

namespace hinge
{

QTransform TextOnPaper::Story::toPaper(const Plan& plan, std::size_t frame) const
{
    return textToPaper(*items[frame], *plan.findItem(items[frame]->id));
}

TextOnPaper::TextOnPaper(Document& document, Selection& selection, TextLayoutCache& layouts, QObject* parent)
    : QObject(parent), document_(document), selection_(selection), layouts_(layouts)
{
    connect(&blink_, &QTimer::timeout, this, [this] {
        lit_ = !lit_;
        Q_EMIT changed();
    });
}

void TextOnPaper::setEditor(WordsEdit* editor, const QString& item)
{
    editor_ = editor;
    item_ = item;
    seam_ = LineSeam::After;
    across_.reset();
    marking_ = false;
    lifted_.reset();
    drop_.reset();
    if (!editor)
        return wake();
    editor->setKeyTaker([this](QKeyEvent& event) { return takeKey(event); });
    editor->setCaretOnScreen([this] {
        const auto line = caretLine();
        return line && toScreen_ ? toScreen_(*line) : QRect();
    });
    connect(editor, &QPlainTextEdit::cursorPositionChanged, this, &TextOnPaper::moved);
    connect(editor, &QPlainTextEdit::selectionChanged, this, &TextOnPaper::wake);
    connect(editor, &WordsEdit::focusMoved, this, &TextOnPaper::wake);
    connect(editor, &WordsEdit::unsettledChanged, this, &TextOnPaper::wake);
    wake();
}

void TextOnPaper::wake()
{
    lit_ = true;
    const int flash = QApplication::cursorFlashTime();
    if (isOn() && flash > 0)
        blink_.start(flash / 2);
    else
        blink_.stop();
    Q_EMIT changed();
}

void TextOnPaper::moved()
{
    if (!keepsSeam_) {
        seam_ = LineSeam::After;
        across_.reset();
    }
    wake();
    if (isOn() && !marking_)
        Q_EMIT caretMoved();
}

bool TextOnPaper::isOn() const { return editor_ && editor_->hasFocus() && story(); }

std::optional<TextOnPaper::Story> TextOnPaper::story() const
{
    const Job& job = document_.shown();
    const Item* head = job.findItem(item_);
    // Cells are typed elsewhere, and filled in the words are others than those that are typed.
    if (!head || head->kind != ItemKind::Text || head->table || head->paragraphs.empty() ||
        (document_.records().filledIn() && namesFields(*document_.job().findItem(item_))))
        return std::nullopt;
    Story out;
    for (const QString& id : chainOf(job, *head)) {
        const Item* item = job.findItem(id);
        if (!item || !document_.plan().findItem(id))
            return std::nullopt;
        out.items.push_back(item);
        out.layouts.push_back(&layouts_.layout(job, document_.plan(), *item));
    }
    return out;
}

std::optional<std::size_t> TextOnPaper::frameAt(QPointF mm) const
{
    const auto now = story();
    for (std::size_t i = 0; now && i < now->items.size(); ++i) {
        const PlannedItem& placed = *document_.plan().findItem(now->items[i]->id);
        if (placed.surface == selection_.surface() && toMm(placed.frame).contains(mm))
            return i;
    }
    return std::nullopt;
}

std::optional<PointedPlace> TextOnPaper::placeAtPoint(QPointF mm) const
{
    const auto now = story();
    auto frame = frameAt(mm);
    // Dragged beyond the frames the first one in view is meant.
    for (std::size_t i = 0; now && !frame && i < now->items.size(); ++i)
        if (document_.plan().findItem(now->items[i]->id)->surface == selection_.surface())
            frame = i;
    if (!now || !frame)
        return std::nullopt;
    return placeAt(now->layouts, *frame, now->toPaper(document_.plan(), *frame).inverted().map(mm));
}

void TextOnPaper::begin(QPointF mm)
{
    if (!editor_)
        return;
    editor_->setFocus(Qt::MouseFocusReason);
    if (const auto place = placeAtPoint(mm)) {
        editor_->moveTo(place->place, false);
        seam_ = place->seam;
    }
    wake();
}

bool TextOnPaper::isMarked(QPointF mm) const
{
    const auto now = story();
    return now &&
           std::ranges::any_of(barsBetween(now->layouts, editor_->anchor(), editor_->caret()), [&](const auto& b) {
               return document_.plan().findItem(now->items[b.frame]->id)->surface == selection_.surface() &&
                      now->toPaper(document_.plan(), b.frame).map(QPolygonF(b.bar)).containsPoint(mm, Qt::OddEvenFill);
           });
}

bool TextOnPaper::press(QPointF mm, bool mark)
{
    if (!isOn() || !frameAt(mm))
        return false;
    const auto place = placeAtPoint(mm);
    if (!place)
        return false;
    if (!mark && isMarked(mm)) {
        lifted_ = mm;
        return true;
    }
    marking_ = true;
    editor_->moveTo(place->place, mark);
    seam_ = place->seam;
    wake();
    return true;
}

bool TextOnPaper::drag(QPointF mm)
{
    if (!editor_ || (!marking_ && !lifted_))
        return false;
    const auto place = placeAtPoint(mm);
    if (lifted_) {
        drop_ = isMarked(mm) ? std::nullopt : place;
        Q_EMIT changed();
    } else if (place) {
        editor_->moveTo(place->place, true);
        seam_ = place->seam;
        wake();
    }
    return true;
}

bool TextOnPaper::release(QPointF mm, bool copy)
{
    if (!editor_ || (!marking_ && !lifted_))
        return false;
    marking_ = false;
    if (lifted_ && drop_)
        editor_->moveMarked(drop_->place, copy);
    else if (const auto place = lifted_ ? placeAtPoint(mm) : std::nullopt)
        editor_->moveTo(place->place, false); // pressed without a move: the caret goes there
    lifted_.reset();
    drop_.reset();
    wake();
    return true;
}

bool TextOnPaper::pressTwice(QPointF mm)
{
    if (!isOn() || !frameAt(mm))
        return false;
    if (const auto place = placeAtPoint(mm)) {
        editor_->moveTo(place->place, false);
        QTextCursor cursor = editor_->textCursor();
        cursor.select(QTextCursor::WordUnderCursor);
        editor_->setTextCursor(cursor);
    }
    return true;
}

bool TextOnPaper::takeKey(QKeyEvent& event)
{
    const auto mods = event.modifiers() & ~(Qt::ShiftModifier | Qt::KeypadModifier);
    const bool mark = event.modifiers().testFlag(Qt::ShiftModifier);
    const auto now = mods == Qt::NoModifier && isOn() ? story() : std::nullopt;
    if (!now)
        return false;
    const TextPosition caret = editor_->caret();
    std::optional<PointedPlace> to;
    std::optional<double> across = across_;
    switch (event.key()) {
    case Qt::Key_Up:
    case Qt::Key_Down: {
        const auto place = caretAt(now->layouts, caret, seam_);
        if (!place)
            return false; // in words that no frame has room for
        across = across_.value_or(place->x);
        to = placeOnNextLine(now->layouts, caret, seam_, *across, event.key() == Qt::Key_Up ? -1 : 1);
        if (!to)
            return false;
        break;
    }
    case Qt::Key_Home: to = endOfLine(now->layouts, caret, seam_, false); break;
    case Qt::Key_End: to = endOfLine(now->layouts, caret, seam_, true); break;
    default: return false;
    }
    if (!to)
        return false;
    keepsSeam_ = true;
    editor_->moveTo(to->place, mark);
    keepsSeam_ = false;
    seam_ = to->seam;
    across_ = event.key() == Qt::Key_Up || event.key() == Qt::Key_Down ? across : std::nullopt;
    wake();
    return true;
}

std::optional<QLineF> TextOnPaper::lineAt(const Story& story, TextPosition place, LineSeam seam) const
{
    auto caret = caretAt(story.layouts, place, seam);
    if (!caret && seam == LineSeam::Before)
        caret = caretAt(story.layouts, place);
    if (!caret || document_.plan().findItem(story.items[caret->frame]->id)->surface != selection_.surface())
        return std::nullopt;
    return story.toPaper(document_.plan(), caret->frame).map(QLineF(caret->x, caret->head, caret->x, caret->foot));
}

std::optional<QLineF> TextOnPaper::caretLine() const
{
    const auto now = isOn() ? story() : std::nullopt;
    return now ? lineAt(*now, editor_->caret(), seam_) : std::nullopt;
}

void TextOnPaper::paint(QPainter& painter, const QTransform& toPixels) const
{
    const auto now = isOn() ? story() : std::nullopt;
    if (!now)
        return;
    const Theme& t = Theme::lightTheme(); // lies on paper, which is light in every theme
    painter.save();
    painter.setPen(Qt::NoPen);
    QColor marked = t.accent;
    marked.setAlpha(70);
    painter.setBrush(marked);
    for (const MarkedBar& bar : barsBetween(now->layouts, editor_->anchor(), editor_->caret()))
        if (document_.plan().findItem(now->items[bar.frame]->id)->surface == selection_.surface())
            painter.drawPolygon((now->toPaper(document_.plan(), bar.frame) * toPixels).map(QPolygonF(bar.bar)));
    const auto line = [&](TextPosition place, LineSeam seam) {
        if (const auto caret = lineAt(*now, place, seam)) {
            painter.setPen(QPen(t.accent, 1.6));
            painter.drawLine(toPixels.map(*caret));
        }
    };
    if (drop_)
        line(drop_->place, drop_->seam);
    else if (lit_)
        line(editor_->caret(), seam_);
    // What an input method has not settled yet stands below the caret until it is.
    if (const auto caret = caretLine(); caret && !editor_->unsettled().isEmpty()) {
        const QFont font = uiFont(type::body);
        const QRectF slip(toPixels.map(caret->p2()) + QPointF(0, 3),
                          QSizeF(QFontMetricsF(font).horizontalAdvance(editor_->unsettled()) + 12, 22));
        painter.setPen(QPen(t.line, 1));
        painter.setBrush(t.work);
        painter.drawRect(slip);
        painter.setFont(font);
        painter.setPen(t.ink);
        painter.drawText(slip, Qt::AlignCenter, editor_->unsettled());
    }
    painter.restore();
}

} // namespace hinge
