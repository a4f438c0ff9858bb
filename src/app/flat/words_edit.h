// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/content.h"
#include "typeset/text_layout.h"

#include <QPlainTextEdit>

namespace hinge
{

/// The words of a text as they are typed, a block a paragraph. Its undo is that of the job. All typing goes through it,
/// also while its caret shows on the paper: input methods and screen readers find an ordinary editor.
class WordsEdit : public QPlainTextEdit
{
    Q_OBJECT

public:
    explicit WordsEdit(QWidget* parent = nullptr);
    /// Where the caret and the other end of what is marked are.
    [[nodiscard]] TextPosition caret() const { return placeOf(textCursor().position()); }
    [[nodiscard]] TextPosition anchor() const { return placeOf(textCursor().anchor()); }
    [[nodiscard]] TextPosition placeOf(int position) const;
    [[nodiscard]] int positionOf(TextPosition place) const;
    /// Puts the caret somewhere; with `mark` what lies between is marked.
    void moveTo(TextPosition place, bool mark);
    /// Moves what is marked to another place, or copies it there.
    void moveMarked(TextPosition to, bool copy);
    /// What an input method has not settled yet.
    [[nodiscard]] const QString& unsettled() const { return unsettled_; }
    /// Is asked first about each key: moves of the caret go by the lines of the paper.
    void setKeyTaker(std::function<bool(QKeyEvent&)> taker) { takeKey_ = std::move(taker); }
    /// Where windows of input methods open, in pixels of the screen; an empty one for beside the editor's own caret.
    void setCaretOnScreen(std::function<QRect()> where) { caretOnScreen_ = std::move(where); }
    [[nodiscard]] QVariant inputMethodQuery(Qt::InputMethodQuery query) const override;

Q_SIGNALS:
    /// The writer is done (Escape).
    void left();
    /// It got the keyboard, or lost it.
    void focusMoved();
    void unsettledChanged();

protected:
    void keyPressEvent(QKeyEvent* event) override;
    void inputMethodEvent(QInputMethodEvent* event) override;
    void focusInEvent(QFocusEvent* event) override;
    void focusOutEvent(QFocusEvent* event) override;
    bool event(QEvent* event) override;

private:
    std::function<bool(QKeyEvent&)> takeKey_;
    std::function<QRect()> caretOnScreen_;
    QString unsettled_;
};

} // namespace hinge
