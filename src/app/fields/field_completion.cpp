// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/fields/field_completion.h"

#include "app/document/record_view.h"

#include <QAbstractItemView>
#include <QKeyEvent>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QScrollBar>
#include <QTextBlock>

namespace hinge
{
namespace
{

/// What is typed of the name of a field; nothing when no brace is open.
std::optional<QString> begunField(const QString& before)
{
    const qsizetype open = before.lastIndexOf(u'{');
    if (open < 0 || before.lastIndexOf(u'}') > open)
        return std::nullopt;
    return before.mid(open + 1);
}

} // namespace

FieldCompletion::FieldCompletion(Document& document, QWidget& edit) : QObject(&edit), document_(document), edit_(edit)
{
    completer_.setModel(&names_);
    completer_.setWidget(&edit);
    completer_.setCaseSensitivity(Qt::CaseInsensitive);
    completer_.setCompletionMode(QCompleter::PopupCompletion);
    completer_.popup()->setObjectName(QStringLiteral("fieldNames"));
    completer_.popup()->setAccessibleName(tr("Fields of the data"));
    connect(&completer_, qOverload<const QString&>(&QCompleter::activated), this, &FieldCompletion::take);
    completer_.popup()->installEventFilter(this); // before the completer, which gives keys to what is typed into
}

void FieldCompletion::take(const QString& name)
{
    if (const auto begun = begunField(before_()))
        replace_(int(begun->size()), name + u'}');
}

FieldCompletion::FieldCompletion(Document& document, QPlainTextEdit& edit)
    : FieldCompletion(document, static_cast<QWidget&>(edit))
{
    before_ = [&edit] { return edit.textCursor().block().text().left(edit.textCursor().positionInBlock()); };
    cursor_ = [&edit] { return edit.cursorRect(); };
    replace_ = [&edit](int letters, const QString& by) {
        QTextCursor cursor = edit.textCursor();
        cursor.movePosition(QTextCursor::Left, QTextCursor::KeepAnchor, letters);
        cursor.insertText(by);
        edit.setTextCursor(cursor);
    };
    connect(&edit, &QPlainTextEdit::textChanged, this, &FieldCompletion::offer);
}

FieldCompletion::FieldCompletion(Document& document, QLineEdit& edit)
    : FieldCompletion(document, static_cast<QWidget&>(edit))
{
    before_ = [&edit] { return edit.text().left(edit.cursorPosition()); };
    cursor_ = [&edit] { return edit.rect(); };
    replace_ = [&edit](int letters, const QString& by) {
        edit.setSelection(edit.cursorPosition() - letters, letters);
        edit.insert(by); // as if typed, so that it takes effect
    };
    connect(&edit, &QLineEdit::textEdited, this, &FieldCompletion::offer);
}

bool FieldCompletion::eventFilter(QObject* watched, QEvent* event)
{
    if (event->type() == QEvent::KeyPress) {
        const QModelIndex index = completer_.popup()->currentIndex();
        switch (static_cast<QKeyEvent*>(event)->key()) {
        case Qt::Key_Return:
        case Qt::Key_Enter:
        case Qt::Key_Tab:
            completer_.popup()->hide();
            take(index.data().toString());
            return true;
        case Qt::Key_Escape: completer_.popup()->hide(); return true;
        default: break;
        }
    }
    return QObject::eventFilter(watched, event);
}

void FieldCompletion::offer()
{
    const auto begun = edit_.hasFocus() ? begunField(before_()) : std::nullopt;
    names_.setStringList(begun ? document_.records().fields() : QStringList());
    if (!begun || names_.stringList().isEmpty()) {
        completer_.popup()->hide();
        return;
    }
    completer_.setCompletionPrefix(*begun);
    if (completer_.completionCount() == 0) {
        completer_.popup()->hide();
        return;
    }
    QRect at = cursor_();
    at.setWidth(std::max(160, completer_.popup()->sizeHintForColumn(0) +
                                  completer_.popup()->verticalScrollBar()->sizeHint().width()));
    completer_.complete(at);
    completer_.popup()->setCurrentIndex(completer_.completionModel()->index(0, 0));
}

} // namespace hinge
