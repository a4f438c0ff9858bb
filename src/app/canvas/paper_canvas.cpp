// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/canvas/paper_canvas.h"

#include "app/look/theme.h"

#include <QPainter>
#include <QWheelEvent>
#include <cmath>

namespace hinge
{

PaperCanvas::PaperCanvas(QWidget* parent) : QWidget(parent) { setFocusPolicy(Qt::StrongFocus); }

void PaperCanvas::zoomToFit()
{
    port_.fit();
    makeStale();
    update();
    Q_EMIT zoomed();
}

void PaperCanvas::zoomTo(const QRectF& part)
{
    port_.show(part);
    makeStale();
    update();
    Q_EMIT zoomed();
}

void PaperCanvas::zoomBy(double factor, QPointF about)
{
    port_.zoom(factor, about);
    makeStale();
    update();
    Q_EMIT zoomed();
}

void PaperCanvas::zoomByKey(double factor)
{
    const QRectF hand = inHand();
    if (hand.isEmpty()) {
        zoomBy(factor, port_.centre());
        return;
    }
    // Brought into view first, if it was not there.
    if (!QRectF(rect()).contains(hand.center()))
        port_.pan(port_.centre() - hand.center());
    zoomBy(factor, inHand().center());
}

void PaperCanvas::panBy(QPointF pixels)
{
    port_.pan(pixels);
    makeStale();
    update();
}

void PaperCanvas::resizeEvent(QResizeEvent*)
{
    layOutPort();
    makeStale();
    Q_EMIT zoomed();
}

void PaperCanvas::wheelEvent(QWheelEvent* event)
{
    if (event->modifiers() & Qt::ControlModifier) {
        zoomBy(std::pow(1.0015, event->angleDelta().y()), event->position());
    } else {
        const QPointF by =
            event->pixelDelta().isNull() ? QPointF(event->angleDelta()) / 2 : QPointF(event->pixelDelta());
        panBy(event->modifiers() & Qt::ShiftModifier ? by.transposed() : by);
    }
    event->accept();
}

void PaperCanvas::paintFocus(QPainter& painter) const
{
    if (!hasFocus())
        return;
    painter.setPen(QPen(Theme::of(this).accent, 1, Qt::DotLine));
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(QRectF(rect()).adjusted(2.5, 2.5, -2.5, -2.5));
}

} // namespace hinge
