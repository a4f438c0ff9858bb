// SPDX-License-Identifier: GPL-3.0-or-later
// Taking pages and pulling them, with the mouse and the keyboard.
#include "app/sequence/page_grid.h"

#include <QApplication>
#include <QKeyEvent>
#include <QMimeData>
#include <QMouseEvent>
#include <QScrollBar>
#include <QUrl>
#include <cmath>

namespace hinge
{
namespace
{

QStringList filesOf(const QMimeData* data)
{
    QStringList paths;
    for (const QUrl& url : data->urls())
        if (url.isLocalFile())
            paths << url.toLocalFile();
    return paths;
}

} // namespace

const PageCell* PageGrid::cellAt(QPointF viewportPoint) const
{
    const QPointF at = viewportPoint + offset();
    const auto [from, to] = cellsBetween(at.y(), at.y());
    for (std::size_t i = from; i < to; ++i)
        if (layout_.cells[i].paper.adjusted(0, 0, 0, 24).contains(at))
            return &layout_.cells[i];
    return nullptr;
}

int PageGrid::landing(QPointF viewportPoint) const
{
    const QPointF at = viewportPoint + offset();
    const PageCell* nearest = nullptr;
    double least = 0;
    const auto [from, to] = cellsBetween(at.y() - pageHeight_ * 2, at.y() + pageHeight_ * 2);
    for (std::size_t i = from; i < to; ++i) {
        const PageCell& cell = layout_.cells[i];
        if (placeOf(cell) < 0)
            continue;
        const double away = std::hypot(std::max({cell.paper.left() - at.x(), 0.0, at.x() - cell.paper.right()}),
                                       3 * std::max({cell.paper.top() - at.y(), 0.0, at.y() - cell.paper.bottom()}));
        if (!nearest || away < least) {
            nearest = &cell;
            least = away;
        }
    }
    if (!nearest)
        return -1;
    const bool before = (at.x() < nearest->paper.center().x()) != document_.job().rightToLeft;
    return placeOf(*nearest) + (before ? 0 : 1);
}

void PageGrid::setLanding(int before)
{
    if (before == landing_)
        return;
    landing_ = before;
    viewport()->update();
}

void PageGrid::mousePressEvent(QMouseEvent* event)
{
    if (event->button() != Qt::LeftButton) {
        // A menu is about what lies under the pointer.
        if (const PageCell* cell = cellAt(event->position()); cell && placeOf(*cell) >= 0)
            if (!selection_.contains(placeOf(*cell)))
                selection_.setOne(placeOf(*cell));
        return;
    }
    const PageCell* cell = cellAt(event->position());
    const int place = cell ? placeOf(*cell) : -1;
    if (place < 0) {
        selection_.clear();
        return;
    }
    pressed_ = event->position();
    pickOnRelease_ = false;
    if (event->modifiers().testFlag(Qt::ControlModifier))
        selection_.toggle(place);
    else if (event->modifiers().testFlag(Qt::ShiftModifier))
        selection_.extendTo(place);
    else if (selection_.contains(place))
        pickOnRelease_ = true; // perhaps all of them are to be pulled
    else
        selection_.setOne(place);
}

void PageGrid::mouseMoveEvent(QMouseEvent* event)
{
    pointer_ = event->position();
    const PageCell* under = cellAt(pointer_);
    if (!pulling_)
        viewport()->setCursor(under && placeOf(*under) >= 0 ? Qt::PointingHandCursor : Qt::ArrowCursor);
    if (pressed_ && !pulling_ && !selection_.isEmpty() &&
        (pointer_ - *pressed_).manhattanLength() >= QApplication::startDragDistance()) {
        pulling_ = true;
        viewport()->setCursor(Qt::ClosedHandCursor);
        scrolling_.start();
    }
    if (pulling_) {
        setLanding(landing(pointer_));
        viewport()->update();
    }
}

void PageGrid::endPull()
{
    pressed_.reset();
    pulling_ = false;
    landing_ = -1;
    scrolling_.stop();
    viewport()->setCursor(Qt::ArrowCursor);
    viewport()->update();
}

void PageGrid::mouseReleaseEvent(QMouseEvent* event)
{
    if (event->button() != Qt::LeftButton)
        return;
    const bool pulled = pulling_;
    const int before = pulled ? landing(event->position()) : -1;
    const bool pick = pickOnRelease_ && !pulled && pressed_;
    endPull();
    if (pulled && before >= 0)
        Q_EMIT moveRequested(before);
    else if (pick)
        if (const PageCell* cell = cellAt(event->position()); cell && placeOf(*cell) >= 0)
            selection_.setOne(placeOf(*cell));
}

void PageGrid::mouseDoubleClickEvent(QMouseEvent* event)
{
    if (event->button() != Qt::LeftButton)
        return;
    const PageCell* cell = cellAt(event->position());
    if (cell && (cell->reader < 0 || placeOf(*cell) >= 0)) {
        endPull();
        Q_EMIT openRequested(cell->surface, placeOf(*cell));
    }
}

void PageGrid::step(int by, bool extend)
{
    const int pages = document_.job().pages.count;
    if (pages == 0 || !document_.plan().book)
        return;
    const int next = std::clamp(selection_.current() + by, 0, pages - 1);
    if (extend)
        selection_.extendTo(next);
    else
        selection_.setOne(next);
}

void PageGrid::stepRow(int by, bool extend)
{
    const PageCell* now = cellOfPlace(selection_.current());
    if (!now)
        return step(0, extend);
    // The page nearest to this one in the next row that has any.
    const double y = now->paper.center().y();
    const PageCell* best = nullptr;
    for (const PageCell& cell : layout_.cells) {
        const double down = (cell.paper.center().y() - y) * by;
        if (placeOf(cell) < 0 || down < pageHeight_ / 2.0)
            continue;
        const auto rank = [&](const PageCell& c) {
            return std::pair(std::round((c.paper.center().y() - y) * by),
                             std::abs(c.paper.center().x() - now->paper.center().x()));
        };
        if (!best || rank(cell) < rank(*best))
            best = &cell;
    }
    if (best)
        step(placeOf(*best) - selection_.current(), extend);
}

void PageGrid::keyPressEvent(QKeyEvent* event)
{
    const bool extend = event->modifiers().testFlag(Qt::ShiftModifier);
    const bool control = event->modifiers().testFlag(Qt::ControlModifier);
    const int forward = document_.job().rightToLeft ? -1 : 1;
    const int rows = std::max(1, viewport()->height() / (pageHeight_ + 58));
    switch (event->key()) {
    case Qt::Key_Left: return step(-forward, extend);
    case Qt::Key_Right: return step(forward, extend);
    case Qt::Key_Up: return stepRow(-1, extend);
    case Qt::Key_Down: return stepRow(1, extend);
    case Qt::Key_Home: return step(-limits::mostPages, extend);
    case Qt::Key_End: return step(limits::mostPages, extend);
    case Qt::Key_PageUp:
        for (int i = 0; i < rows; ++i)
            stepRow(-1, extend);
        return;
    case Qt::Key_PageDown:
        for (int i = 0; i < rows; ++i)
            stepRow(1, extend);
        return;
    case Qt::Key_Return:
    case Qt::Key_Enter:
        if (const PageCell* cell = cellOfPlace(selection_.current()))
            Q_EMIT openRequested(cell->surface, selection_.current());
        return;
    case Qt::Key_Escape:
        if (pulling_)
            return endPull();
        return selection_.clear();
    case Qt::Key_Plus:
    case Qt::Key_Minus:
        if (!control) {
            Q_EMIT sizeRequested(event->key() == Qt::Key_Plus ? 1 : -1);
            return;
        }
        break;
    default: break;
    }
    QAbstractScrollArea::keyPressEvent(event);
}

void PageGrid::wheelEvent(QWheelEvent* event)
{
    if (event->modifiers().testFlag(Qt::ControlModifier)) {
        Q_EMIT sizeRequested(event->angleDelta().y() > 0 ? 1 : -1);
        event->accept();
        return;
    }
    QAbstractScrollArea::wheelEvent(event);
}

void PageGrid::dragEnterEvent(QDragEnterEvent* event)
{
    if (!filesOf(event->mimeData()).isEmpty())
        event->acceptProposedAction();
}

void PageGrid::dragMoveEvent(QDragMoveEvent* event)
{
    pointer_ = event->position();
    setLanding(landing(pointer_));
    event->acceptProposedAction();
}

void PageGrid::dragLeaveEvent(QDragLeaveEvent*) { setLanding(-1); }

void PageGrid::dropEvent(QDropEvent* event)
{
    const int before = landing(event->position());
    setLanding(-1);
    event->acceptProposedAction();
    Q_EMIT filesDropped(filesOf(event->mimeData()), before);
}

} // namespace hinge
