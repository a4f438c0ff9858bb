// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/fields/fields.h"

#include "app/look/plain_text.h"

#include <QAbstractItemView>
#include <QKeyEvent>
#include <QLabel>
#include <QStyle>
#include <QTimer>
#include <QWheelEvent>

namespace hinge
{
namespace
{

QLabel* bubbleOf(const QWidget* field) { return field->window()->findChild<QLabel*>(QStringLiteral("fieldProblem")); }

Result<int> readNumber(const QString& text)
{
    QString digits = text.simplified();
    digits.remove(u',').remove(u' ').remove(u'.');
    bool ok = false;
    const int n = digits.toInt(&ok);
    if (!ok)
        return problem({}, JobField::tr("Type a whole number."));
    return n;
}

} // namespace

void showFieldProblem(QWidget* field, const QString& message)
{
    QWidget* window = field->window();
    QLabel* bubble = bubbleOf(field);
    if (!bubble) {
        bubble = plainLabel({}, window);
        bubble->setObjectName(QStringLiteral("fieldProblem"));
        bubble->setProperty("role", QStringLiteral("bubble"));
        bubble->setWordWrap(true);
        bubble->setAttribute(Qt::WA_TransparentForMouseEvents);
    }
    bubble->setText(message);
    bubble->setProperty("for", QVariant::fromValue<void*>(field));
    bubble->setFixedWidth(std::min(360, window->width() - 24));
    bubble->adjustSize();
    const QPoint below = field->mapTo(window, QPoint(0, field->height() + 4));
    bubble->move(std::min(below.x(), window->width() - bubble->width() - 12),
                 std::min(below.y(), window->height() - bubble->height() - 8));
    bubble->raise();
    bubble->show();
    QTimer::singleShot(8000, bubble, [bubble, message] {
        if (bubble->text() == message)
            bubble->hide();
    });
}

void hideFieldProblem(QWidget* field)
{
    if (QLabel* bubble = bubbleOf(field); bubble && bubble->property("for").value<void*>() == field)
        bubble->hide();
}

void markField(QWidget* field, const QString& message)
{
    const bool wrong = !message.isEmpty();
    if (field->property("wrong").toBool() != wrong) {
        field->setProperty("wrong", wrong); // for the style sheet
        field->style()->unpolish(field);
        field->style()->polish(field);
    }
    field->setAccessibleDescription(message);
    if (wrong)
        showFieldProblem(field, message);
    else
        hideFieldProblem(field);
}

JobField::JobField(Document& document, QString what, Show show, Apply apply, QWidget* parent)
    : QLineEdit(parent), document_(document), what_(std::move(what)), show_(std::move(show)), apply_(std::move(apply))
{
    setAccessibleName(what_);
    connect(&document_, &Document::changed, this, [this] {
        // Of many stages one is in view.
        stale_ = !isVisible();
        if (!stale_)
            refresh();
    });
    connect(this, &QLineEdit::textEdited, this, [this] {
        if (!typing_) {
            before_ = document_.job();
            applied_.reset();
        }
        typing_ = true;
        // What is not yet a value is not yet wrong: the user may be in the middle of it.
        if (tryApply()) {
            setWrong({});
            hideFieldProblem(this); // one that told what was kept
        }
        updateGeometry();
    });
    connect(this, &QLineEdit::textChanged, this, [this] { updateGeometry(); });
    refresh();
}

JobField* JobField::forLength(Document& document, const QString& what, std::function<Length(const Job&)> shown,
                              std::function<Length&(Job&)> part, QWidget* parent)
{
    return new JobField(
        document, what, [shown](const Job& job) { return formatLength(shown(job), job.unit); },
        [part](Job& job, const QString& text) -> Result<void> {
            const auto length = parseLength(text, job.unit);
            if (!length)
                return tl::unexpected(length.error());
            part(job) = *length;
            return {};
        },
        parent);
}

JobField* JobField::forLength(Document& document, const QString& what, std::function<Length&(Job&)> part,
                              QWidget* parent)
{
    const auto shown = [part](const Job& job) {
        Job copy = job;
        return part(copy);
    };
    return forLength(document, what, shown, part, parent);
}

JobField* JobField::forCount(Document& document, const QString& what, std::function<int(const Job&)> shown,
                             std::function<Result<void>(Job&, int)> set, QWidget* parent)
{
    return new JobField(
        document, what, [shown](const Job& job) { return groupedNumber(shown(job)); },
        [set](Job& job, const QString& text) -> Result<void> {
            const auto n = readNumber(text);
            return n ? set(job, *n) : tl::unexpected(n.error());
        },
        parent);
}

JobField* JobField::forNumber(Document& document, const QString& what, std::function<int(const Job&)> shown,
                              std::function<int&(Job&)> part, QWidget* parent)
{
    const auto set = [part](Job& job, int n) -> Result<void> {
        part(job) = n;
        return {};
    };
    return forCount(document, what, std::move(shown), set, parent);
}

JobField* JobField::forNumber(Document& document, const QString& what, std::function<int&(Job&)> part, QWidget* parent)
{
    const auto shown = [part](const Job& job) {
        Job copy = job;
        return part(copy);
    };
    return forNumber(document, what, shown, part, parent);
}

void JobField::setFitsText(bool fits)
{
    fitsText_ = fits;
    setProperty("sentence", fits);
    updateGeometry();
}

QSize JobField::sizeHint() const
{
    QSize size = QLineEdit::sizeHint();
    if (fitsText_)
        size.setWidth(std::max(heldWidth_, std::clamp(fontMetrics().horizontalAdvance(text()) + 24, 40, 260)));
    return size;
}

QSize JobField::minimumSizeHint() const
{
    return fitsText_ ? sizeHint() : QSize(44, QLineEdit::minimumSizeHint().height());
}

void JobField::refresh()
{
    if (typing_)
        return;
    const QString shown = show_(document_.job());
    if (shown != text()) {
        setText(shown);
        if (!hasFocus())
            setCursorPosition(0); // a long text shows its beginning
    }
    setWrong({});
}

Result<void> JobField::tryApply()
{
    // Every letter starts afresh from what was there before the typing: what is half typed leaves no trace in the
    // whole.
    Job next = applied_ && *applied_ == document_.job() ? before_ : document_.job();
    if (auto read = apply_(next, text()); !read)
        return read;
    auto done = document_.edit(what_, next, QStringLiteral("%1/%2").arg(quintptr(this)).arg(session_));
    if (done)
        applied_ = std::move(next);
    return done;
}

void JobField::commit()
{
    if (!typing_)
        return;
    if (const auto applied = tryApply(); !applied) {
        takeBack();
        setWrong(applied.error().message);
        return;
    }
    typing_ = false;
    ++session_; // the next typing is a step of its own
    refresh();
    if (const QString remark = remark_ ? remark_(before_, document_.job()) : QString(); !remark.isEmpty())
        showFieldProblem(this, remark);
}

void JobField::takeBack()
{
    // Only what was typed here, never what was done elsewhere meanwhile.
    if (!applied_ || !(*applied_ == document_.job()))
        return;
    // The same step of the history, so that nothing is left of the typing.
    (void)document_.edit(what_, before_, QStringLiteral("%1/%2").arg(quintptr(this)).arg(session_));
}

void JobField::setWrong(const QString& message)
{
    const bool wrong = !message.isEmpty();
    if (!wrong && !wrong_)
        return;
    wrong_ = wrong;
    markField(this, message);
}

bool JobField::event(QEvent* event)
{
    // Undo and redo belong to the job's history, also while a field has the keyboard.
    if (event->type() == QEvent::ShortcutOverride) {
        auto* key = static_cast<QKeyEvent*>(event);
        if (key->matches(QKeySequence::Undo) || key->matches(QKeySequence::Redo)) {
            typing_ = false;
            ++session_;
            return false;
        }
    }
    return QLineEdit::event(event);
}

void JobField::showEvent(QShowEvent* event)
{
    if (std::exchange(stale_, false))
        refresh();
    QLineEdit::showEvent(event);
}

void JobField::keyPressEvent(QKeyEvent* event)
{
    if (event->key() == Qt::Key_Escape && typing_) {
        takeBack();
        typing_ = false;
        ++session_;
        refresh();
        selectAll();
        return;
    }
    if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) {
        commit();
        selectAll();
        return;
    }
    QLineEdit::keyPressEvent(event);
}

void JobField::mouseReleaseEvent(QMouseEvent* event)
{
    QLineEdit::mouseReleaseEvent(event);
    if (std::exchange(clickedInto_, false) && !hasSelectedText())
        selectAll();
}

void JobField::focusInEvent(QFocusEvent* event)
{
    QLineEdit::focusInEvent(event);
    clickedInto_ = event->reason() == Qt::MouseFocusReason;
    heldWidth_ = width();
    if (event->reason() != Qt::PopupFocusReason)
        selectAll();
}

void JobField::focusOutEvent(QFocusEvent* event)
{
    QLineEdit::focusOutEvent(event);
    if (event->reason() == Qt::PopupFocusReason)
        return;
    commit();
    heldWidth_ = 0;
    updateGeometry();
    if (typing_) {
        // Left with something impossible in it: say so, and go back to the last good value.
        const QString message = accessibleDescription();
        typing_ = false;
        ++session_;
        refresh();
        if (isVisible())
            showFieldProblem(this, tr("%1 The last good value is kept.").arg(message));
    }
}

JobChoice::JobChoice(Document& document, QString what, std::vector<Option> options, QWidget* parent)
    : QComboBox(parent), document_(document), what_(std::move(what)), options_(std::move(options))
{
    setAccessibleName(what_);
    setFocusPolicy(Qt::StrongFocus);
    setSizeAdjustPolicy(QComboBox::AdjustToContents);
    for (const Option& option : options_)
        addItem(option.text);
    connect(&document_, &Document::changed, this, [this] {
        stale_ = !isVisible();
        if (!stale_)
            refresh();
    });
    connect(this, &QComboBox::activated, this, [this](int index) {
        if (index < 0 || std::size_t(index) >= options_.size())
            return;
        Job next = document_.job();
        options_[std::size_t(index)].choose(next);
        if (const auto done = document_.edit(what_, std::move(next)); !done) {
            refresh();
            showFieldProblem(this, done.error().message);
        } else {
            hideFieldProblem(this);
        }
    });
    refresh();
}

void JobChoice::setOther(std::function<QString(const Job&)> other)
{
    other_ = std::move(other);
    refresh();
}

void JobChoice::refresh()
{
    int chosen = -1;
    for (std::size_t i = 0; i < options_.size() && chosen < 0; ++i)
        if (options_[i].isChosen(document_.job()))
            chosen = int(i);
    const QString other = chosen < 0 && other_ ? other_(document_.job()) : QString();
    const QString shown = chosen >= 0 ? options_[std::size_t(chosen)].text : other;
    if (shown == currentText() && (chosen >= 0 ? chosen == currentIndex() : !other.isEmpty()))
        return;
    while (count() > int(options_.size()))
        removeItem(count() - 1);
    if (!other.isEmpty()) {
        addItem(other);
        chosen = count() - 1;
    }
    setCurrentIndex(chosen);
    updateGeometry();
}

void JobChoice::showEvent(QShowEvent* event)
{
    if (std::exchange(stale_, false))
        refresh();
    QComboBox::showEvent(event);
}

void JobChoice::showPopup()
{
    const int frame = 2 * view()->frameWidth() + view()->contentsMargins().left() + view()->contentsMargins().right();
    const bool scrolls = count() > maxVisibleItems();
    view()->setMinimumWidth(view()->sizeHintForColumn(0) + frame + (scrolls ? 24 : 8));
    QComboBox::showPopup();
}

void JobChoice::wheelEvent(QWheelEvent* event) { event->ignore(); } // scrolling a page must not change the job

QSize JobChoice::minimumSizeHint() const
{
    return property("sentence").toBool() ? sizeHint() : QSize(60, QComboBox::minimumSizeHint().height());
}

QSize JobChoice::sizeHint() const
{
    QSize size = QComboBox::sizeHint();
    if (property("sentence").toBool())
        size.setWidth(fontMetrics().horizontalAdvance(currentText()) + 44);
    return size;
}

} // namespace hinge
