// SPDX-License-Identifier: GPL-3.0-or-later
// What the keys do on the paper of the Flat.
#include "app/flat/face_canvas.h"

#include "core/units/hand_steps.h"

#include <QKeyEvent>

namespace hinge
{
namespace
{

constexpr Length keyReach = Length::mm(6); ///< how far a line may be for H to take hold of it

} // namespace

void FaceCanvas::nudge(Length dx, Length dy)
{
    if (!selected()) {
        panBy({-dx.toMm() * 20, -dy.toMm() * 20});
        return;
    }
    Job job = document_.job();
    if (!moveItems(job, document_.plan(), selection_.items(), dx, dy)) {
        Q_EMIT hint(tr("It is locked; Ctrl+Shift+L unlocks it"));
        return;
    }
    const QString what = tr("Nudge %1").arg(job.findItem(selection_.item())->name);
    (void)document_.edit(what, std::move(job), QStringLiteral("nudge/") + selection_.items().join(u' '));
}

void FaceCanvas::holdNear()
{
    const Item* item = document_.job().findItem(selection_.item());
    if (!selected() || !item || item->locked)
        return;
    Job job = document_.job();
    const bool took = takeHold(job, document_.plan(), item->id, keyReach);
    (void)document_.edit(took ? tr("Take hold") : tr("Let go"), std::move(job));
}

void FaceCanvas::selectNext(int step)
{
    const auto& items = document_.plan().itemsOn(selection_.surface());
    if (items.empty())
        return;
    const auto it = std::ranges::find(items, selection_.item(), &PlannedItem::id);
    const int count = int(items.size());
    const int now = it == items.end() ? (step > 0 ? -1 : count) : int(it - items.begin());
    selection_.setItem(selection_.surface(), items[std::size_t((now + step + count) % count)].id);
}

bool FaceCanvas::event(QEvent* event)
{
    // Delete is for a point before it is for what is in hand.
    if (event->type() == QEvent::ShortcutOverride && pen_->isOn())
        if (const auto* key = static_cast<QKeyEvent*>(event);
            key->key() == Qt::Key_Delete || key->key() == Qt::Key_Backspace) {
            event->accept();
            return true;
        }
    return PaperCanvas::event(event);
}

void FaceCanvas::keyPressEvent(QKeyEvent* event)
{
    if (pen_->takeKey(*event))
        return;
    const HandSteps steps = handSteps(document_.job().unit);
    const Length step = event->modifiers() & Qt::ShiftModifier     ? steps.large
                        : event->modifiers() & Qt::ControlModifier ? steps.small
                                                                   : steps.step;
    if (event->key() == Qt::Key_H && selected()) {
        // The side nearest to a line of the paper takes hold of it, or all let go when they hold already.
        holdNear();
        return;
    }
    switch (event->key()) {
    case Qt::Key_Left: nudge(-step, {}); break;
    case Qt::Key_Right: nudge(step, {}); break;
    case Qt::Key_Up: nudge({}, -step); break;
    case Qt::Key_Down: nudge({}, step); break;
    case Qt::Key_PageDown: selectNext(1); break;
    case Qt::Key_PageUp: selectNext(-1); break;
    case Qt::Key_Home: selection_.setPanel(std::max(0, selection_.panel() - 1)); break;
    case Qt::Key_End:
        selection_.setPanel(
            std::min(int(document_.plan().panelsOf(selection_.surface()).size()) - 1, selection_.panel() + 1));
        break;
    case Qt::Key_Escape:
        if (frameFor_) {
            leaveFrames();
        } else if (picking_) {
            picking_ = false;
            unsetCursor();
            Q_EMIT hint({});
        } else if (selection_.surface().master != 0 && selection_.items().isEmpty()) {
            selection_.setSurface(selection_.beforeMaster());
        } else {
            selection_.clearItem();
        }
        break;
    case Qt::Key_Return:
    case Qt::Key_Enter:
        if (frameFor_)
            frameInPanel();
        else if (const Item* item = document_.job().findItem(selection_.item()); item && item->kind == ItemKind::Text)
            Q_EMIT editTextRequested();
        else if (item && item->isWaiting())
            Q_EMIT nameWanted();
        break;
    case Qt::Key_Space:
        if (!event->isAutoRepeat()) {
            spaceDown_ = true;
            setCursor(Qt::OpenHandCursor);
        }
        break;
    default: {
        // Words typed onto the paper become a text on the panel in hand.
        const bool plain = !(event->modifiers() & ~(Qt::ShiftModifier | Qt::KeypadModifier));
        if (selection_.item().isEmpty() && plain && !event->text().isEmpty() && event->text()[0].isPrint())
            Q_EMIT typed(event->text());
        else
            QWidget::keyPressEvent(event);
    }
    }
}

void FaceCanvas::keyReleaseEvent(QKeyEvent* event)
{
    if (event->key() == Qt::Key_Space && !event->isAutoRepeat()) {
        spaceDown_ = false;
        unsetCursor();
    }
    QWidget::keyReleaseEvent(event);
}

void FaceCanvas::focusInEvent(QFocusEvent*)
{
    Q_EMIT hint(selected() ? tr("F1: all keys") : tr("Type to begin a text; F1: all keys"));
    update();
}

void FaceCanvas::focusOutEvent(QFocusEvent*)
{
    spaceDown_ = false;
    Q_EMIT hint({});
    update();
}

} // namespace hinge
