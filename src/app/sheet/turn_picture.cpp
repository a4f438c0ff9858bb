// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sheet/turn_picture.h"

#include "app/look/theme.h"

#include <QPainter>
#include <QPainterPath>

namespace hinge
{
namespace
{

/// The tip of an arrow that comes from `from`.
void paintTip(QPainter& p, QPointF tip, QPointF from)
{
    const QLineF line(tip, from);
    const QPointF along = QPointF(line.dx(), line.dy()) / std::max(1.0, line.length());
    const QPointF across(-along.y(), along.x());
    p.drawPolygon(QPolygonF{tip, tip + along * 7 + across * 4, tip + along * 7 - across * 4});
}

} // namespace

TurnPicture::TurnPicture(QWidget* parent) : QWidget(parent)
{
    setObjectName(QStringLiteral("sheet.turnPicture"));
    setFixedHeight(74);
    setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Fixed);
}

void TurnPicture::follow(const SheetLayout& layout)
{
    sheet_ = layout.sheet;
    aboutVertical_ = layout.turnsAboutVertical;
    bothSides_ = printedSides(layout.work) == 2;
    setAccessibleName(aboutVertical_ ? tr("The pile is turned left to right; its head edge stays ahead")
                                     : tr("The pile is turned head to foot; its foot edge comes ahead"));
    setVisible(bothSides_);
    update();
}

void TurnPicture::paintEvent(QPaintEvent*)
{
    const Theme& t = Theme::of(this);
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const double scale = std::min(70.0 / sheet_.w.toMm(), 52.0 / sheet_.h.toMm());
    const QSizeF size(sheet_.w.toMm() * scale, sheet_.h.toMm() * scale);
    const double middle = height() / 2.0;
    const QRectF first(QPointF(4, middle - size.height() / 2), size);
    const QRectF second(QPointF(width() - 4 - size.width(), middle - size.height() / 2), size);
    for (const QRectF& r : {first, second}) {
        const bool back = r == second;
        p.setPen(QPen(t.ink2, 1));
        p.setBrush(QColor(0xFF, 0xFE, 0xFA));
        p.drawRect(r);
        // The edge that was at the head: it goes along with the paper.
        const bool below = back && !aboutVertical_;
        p.setPen(Qt::NoPen);
        p.setBrush(t.accent);
        p.drawRect(QRectF(r.left(), below ? r.bottom() - 4 : r.top(), r.width(), 4));
        p.setPen(QColor(0x20, 0x26, 0x2D));
        p.setFont(uiFont(type::label, QFont::DemiBold));
        p.drawText(r, Qt::AlignCenter, back ? tr("2") : tr("1"));
    }
    // The way it is turned: over its side, or over its head.
    p.setPen(QPen(t.ink, 1.5));
    p.setBrush(Qt::NoBrush);
    QPainterPath way;
    QPointF end;
    QPointF before;
    const double x = (first.right() + second.left()) / 2;
    if (aboutVertical_) {
        way.moveTo(first.right() + 6, middle + 8);
        before = {x, middle - 24};
        end = {second.left() - 6, middle + 8};
    } else {
        way.moveTo(x - 8, middle + 20);
        before = {x + 24, middle};
        end = {x - 8, middle - 20};
    }
    way.quadTo(before, end);
    p.drawPath(way);
    p.setPen(Qt::NoPen);
    p.setBrush(t.ink);
    paintTip(p, end, before);
}

} // namespace hinge
