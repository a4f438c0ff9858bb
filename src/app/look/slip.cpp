// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/look/slip.h"

namespace hinge
{

void paintPaperShadow(QPainter& painter, const QRectF& paper, int layers, double spread, int alpha)
{
    painter.save();
    painter.setPen(Qt::NoPen);
    painter.setBrush(QColor(0, 0, 0, alpha));
    for (int i = layers; i > 0; --i) {
        // Only around the paper: what lies under it need not be painted.
        QPainterPath ring;
        ring.addRect(paper.adjusted(-i * spread, 0, i * spread, i));
        ring.addRect(paper.adjusted(1, 1, -1, -1));
        painter.drawPath(ring);
    }
    painter.restore();
}

void paintSlip(QPainter& painter, const QRect& rect, const Theme& theme)
{
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(Qt::NoPen);
    const QRectF body = QRectF(rect).adjusted(4, 2, -4, -6);
    for (int i = 4; i > 0; --i) {
        painter.setBrush(QColor(0, 0, 0, theme.dark ? 22 : 9));
        QPainterPath ring;
        ring.addRoundedRect(body.adjusted(-i * 0.7, 0, i * 0.7, i), 3 + i, 3 + i);
        ring.addRect(body.adjusted(4, 4, -4, -4));
        painter.drawPath(ring);
    }
    painter.setBrush(theme.slip);
    painter.drawRoundedRect(body, 3, 3);
    painter.restore();
}

} // namespace hinge
