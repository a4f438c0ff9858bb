// SPDX-License-Identifier: GPL-3.0-or-later
#include "paint/dimension_lines.h"

namespace hinge
{
namespace
{

/// `beside` is where a figure goes that is too wide for its line: away from the paper.
void paintAlong(QPainter& p, double length, const QString& text, const DimensionStyle& style, double beside)
{
    const double gap = QFontMetricsF(style.font).horizontalAdvance(text) + 12;
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(style.line, 1));
    if (gap < length - 8) {
        p.drawLine(QPointF(0, 0), QPointF((length - gap) / 2, 0));
        p.drawLine(QPointF((length + gap) / 2, 0), QPointF(length, 0));
    } else {
        p.drawLine(QPointF(0, 0), QPointF(length, 0));
    }
    for (const double x : {0.0, length}) {
        p.drawLine(QPointF(x, -6), QPointF(x, 6));
        p.drawLine(QPointF(x - 3, 3), QPointF(x + 3, -3));
    }
    p.setPen(style.ink);
    p.setFont(style.font);
    const double lift = gap < length - 8 ? 0 : beside;
    p.drawText(QRectF(length / 2 - 100, -10 + lift, 200, 20), Qt::AlignCenter, text);
}

} // namespace

void paintDimensionAcross(QPainter& painter, double x0, double x1, double y, const QString& text,
                          const DimensionStyle& style)
{
    painter.save();
    painter.translate(x0, y);
    paintAlong(painter, x1 - x0, text, style, 13);
    painter.restore();
}

void paintDimensionDown(QPainter& painter, double x, double y0, double y1, const QString& text,
                        const DimensionStyle& style)
{
    painter.save();
    painter.translate(x, y1);
    painter.rotate(-90);
    paintAlong(painter, y1 - y0, text, style, -13);
    painter.restore();
}

} // namespace hinge
