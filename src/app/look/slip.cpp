// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/look/slip.h"

namespace hinge
{

void paintSlip(QPainter& painter, const QRect& rect, const Theme& theme)
{
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(Qt::NoPen);
    const QRectF body = QRectF(rect).adjusted(4, 2, -4, -6);
    for (int i = 4; i > 0; --i) {
        painter.setBrush(QColor(0, 0, 0, theme.dark ? 22 : 9));
        painter.drawRoundedRect(body.adjusted(-i * 0.7, 0, i * 0.7, i), 3 + i, 3 + i);
    }
    painter.setBrush(theme.slip);
    painter.drawRoundedRect(body, 3, 3);
    painter.restore();
}

} // namespace hinge
