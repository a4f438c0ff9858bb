// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/look/slip.h"

#include <QImage>
#include <algorithm>
#include <cmath>

namespace hinge
{

namespace
{

/// How dark so many layers are, one on the other.
int alphaOf(int layers, int alpha) { return int(std::lround(255 * (1 - std::pow(1 - alpha / 255.0, layers)))); }

} // namespace

void paintPaperShadow(QPainter& painter, const QRectF& paper, int layers, double spread, int alpha)
{
    // Each side is one row of pixels, stretched along it: that is quick, where many thin fills are not. What lies under
    // the paper need not be painted.
    const QRect body = paper.toAlignedRect();
    const int side = std::max(1, int(std::lround(layers * spread)));
    QImage across(side, 1, QImage::Format_ARGB32_Premultiplied);
    for (int x = 0; x < side; ++x) {
        // The outermost pixel has one layer, the one beside the paper all that reach so far.
        const int reaching = std::clamp(layers - int(std::floor((side - 1 - x) / spread)), 1, layers);
        across.setPixel(x, 0, qRgba(0, 0, 0, alphaOf(reaching, alpha)));
    }
    QImage down(1, layers, QImage::Format_ARGB32_Premultiplied);
    for (int y = 0; y < layers; ++y)
        down.setPixel(0, y, qRgba(0, 0, 0, alphaOf(layers - y, alpha)));
    painter.drawImage(QRect(body.left() - side, body.top(), side, body.height()), across);
    painter.drawImage(QRect(body.right() + 1, body.top(), side, body.height()), across.mirrored(true, false));
    painter.drawImage(QRect(body.left() - side / 2, body.bottom() + 1, body.width() + side, layers), down);
}

void paintSlip(QPainter& painter, const QRect& rect, const Theme& theme)
{
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(Qt::NoPen);
    const QRectF body = QRectF(rect).adjusted(4, 2, -4, -6);
    paintPaperShadow(painter, body, 4, 0.7, theme.dark ? 22 : 9);
    painter.setPen(Qt::NoPen);
    painter.setBrush(theme.slip);
    painter.drawRoundedRect(body, 3, 3);
    painter.restore();
}

} // namespace hinge
