// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/flat/words_edit.h"

#include <QKeyEvent>
#include <QTextBlock>

namespace hinge
{

WordsEdit::WordsEdit(QWidget* parent) : QPlainTextEdit(parent)
{
    setTabChangesFocus(true);
    setUndoRedoEnabled(false); // the job's history undoes typing, too
}

TextPosition WordsEdit::placeOf(int position) const
{
    const QTextBlock block = document()->findBlock(position);
    return {block.blockNumber(), position - block.position()};
}

int WordsEdit::positionOf(TextPosition place) const
{
    const QTextBlock block = document()->findBlockByNumber(std::clamp(place.paragraph, 0, blockCount() - 1));
    return block.position() + std::clamp(place.character, 0, block.length() - 1);
}

void WordsEdit::moveTo(TextPosition place, bool mark)
{
    QTextCursor cursor = textCursor();
    cursor.setPosition(positionOf(place), mark ? QTextCursor::KeepAnchor : QTextCursor::MoveAnchor);
    setTextCursor(cursor);
}

void WordsEdit::moveMarked(TextPosition to, bool copy)
{
    QTextCursor marked = textCursor();
    const int start = marked.selectionStart();
    const int end = marked.selectionEnd();
    int at = positionOf(to);
    if (start == end || (!copy && at >= start && at <= end))
        return;
    // As it is read back from the document, paragraphs are parted by U+2029.
    const QString words = marked.selectedText();
    marked.beginEditBlock();
    if (!copy) {
        marked.removeSelectedText();
        at -= at >= end ? end - start : 0;
    }
    marked.setPosition(at);
    marked.insertText(words);
    marked.endEditBlock();
    marked.setPosition(at);
    marked.setPosition(at + int(words.size()), QTextCursor::KeepAnchor);
    setTextCursor(marked);
}

QVariant WordsEdit::inputMethodQuery(Qt::InputMethodQuery query) const
{
    if (query == Qt::ImCursorRectangle && caretOnScreen_)
        if (const QRect screen = caretOnScreen_(); !screen.isEmpty())
            return QRect(mapFromGlobal(screen.topLeft()), screen.size());
    return QPlainTextEdit::inputMethodQuery(query);
}

void WordsEdit::keyPressEvent(QKeyEvent* e)
{
    if (e->key() == Qt::Key_Escape)
        Q_EMIT left();
    else if (!takeKey_ || !takeKey_(*e))
        QPlainTextEdit::keyPressEvent(e);
}

void WordsEdit::inputMethodEvent(QInputMethodEvent* e)
{
    unsettled_ = e->preeditString();
    QPlainTextEdit::inputMethodEvent(e);
    Q_EMIT unsettledChanged();
}

void WordsEdit::focusInEvent(QFocusEvent* e)
{
    QPlainTextEdit::focusInEvent(e);
    Q_EMIT focusMoved();
}

void WordsEdit::focusOutEvent(QFocusEvent* e)
{
    QPlainTextEdit::focusOutEvent(e);
    Q_EMIT focusMoved();
}

bool WordsEdit::event(QEvent* e)
{
    if (e->type() == QEvent::ShortcutOverride) {
        auto* key = static_cast<QKeyEvent*>(e);
        if (key->matches(QKeySequence::Undo) || key->matches(QKeySequence::Redo))
            return false;
    }
    return QPlainTextEdit::event(e);
}

} // namespace hinge
