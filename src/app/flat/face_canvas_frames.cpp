// SPDX-License-Identifier: GPL-3.0-or-later
// Frames that are drawn before what goes into them is there.
#include "app/flat/face_canvas.h"
#include "app/look/theme.h"

#include <QPainter>

namespace hinge
{

void FaceCanvas::drawFrame(FrameFor what)
{
    selection_.clearItem();
    frameFor_ = what;
    frameStart_.reset();
    setFocus(Qt::OtherFocusReason);
    setCursor(Qt::CrossCursor);
    Q_EMIT hint(tr("Drag to draw it; a click or Enter fills the column or panel; Shift for more than one"));
    update();
}

void FaceCanvas::leaveFrames()
{
    frameFor_.reset();
    frameStart_.reset();
    unsetCursor();
    Q_EMIT hint({});
    update();
}

Rect FaceCanvas::frameTo(QPointF px) const
{
    const QPointF a = port_.toMm(*frameStart_);
    const QPointF b = port_.toMm(px);
    const auto mm = [](double v) { return Length::nearestMm(v); };
    const Rect drawn = Rect::fromEdges(mm(std::min(a.x(), b.x())), mm(std::min(a.y(), b.y())),
                                       mm(std::max(a.x(), b.x())), mm(std::max(a.y(), b.y())));
    const Plan& plan = document_.plan();
    const SurfaceId surface = selection_.surface();
    // As its sides will take hold.
    return frameOf(plan.paperOf(surface), surface.face,
                   newFrame(document_.job(), plan, surface, *frameFor_, drawn, reach()));
}

void FaceCanvas::finishFrame(QPointF px, bool more)
{
    const bool drawn = (px - *frameStart_).manhattanLength() >= 4;
    const QPointF mm = port_.toMm(px);
    const Rect area =
        drawn ? frameTo(px)
              : roomAt(document_.plan(), selection_.surface(), {Length::nearestMm(mm.x()), Length::nearestMm(mm.y())});
    frameStart_.reset();
    const FrameFor what = *frameFor_;
    if (!more)
        leaveFrames();
    if (!area.isEmpty())
        Q_EMIT frameDrawn(what, area, !more);
    update();
}

void FaceCanvas::frameInPanel()
{
    const auto& panels = document_.plan().panelsOf(selection_.surface());
    const Panel& panel = panels[std::size_t(std::clamp(selection_.panel(), 0, int(panels.size()) - 1))];
    const FrameFor what = *frameFor_;
    leaveFrames();
    Q_EMIT frameDrawn(what,
                      roomAt(document_.plan(), selection_.surface(),
                             {panel.columnAreas.front().middle().x, panel.rowAreas.front().middle().y}),
                      true);
}

QString FaceCanvas::waitingAt(QPointF px) const
{
    const Item* item = document_.job().findItem(itemAt(px));
    if (item)
        return item->isWaiting() ? item->id : QString();
    const auto of = masterItemAt(px);
    return of && of->waits ? of->shownId : QString();
}

void FaceCanvas::paintWaitingFrame(QPainter& p, const Item& item, const QRectF& frame, bool own)
{
    const Theme& t = Theme::lightTheme(); // lies on paper, which is light in every theme
    const QFont words = uiFont(type::label, QFont::DemiBold);
    const QFontMetricsF metrics(words);
    QColor ground = t.accent;
    ground.setAlpha(item.id == dropFrame_ ? 90 : own ? 24 : 12);
    p.setPen(QPen(t.accent, 1.2, Qt::DotLine));
    p.setBrush(ground);
    p.drawRect(frame);
    // On a slip of paper in its middle: what it waits for.
    const bool picture = item.kind == ItemKind::Picture;
    const double room = frame.width() - 12;
    const QString name = metrics.elidedText(item.name, Qt::ElideRight, room - 38);
    const bool named = room > 60 && frame.height() > 22;
    const double w = named ? metrics.horizontalAdvance(name) + 38 : 26;
    const QRectF slip(frame.center().x() - w / 2, frame.center().y() - 12, w, 24);
    p.setPen(Qt::NoPen);
    p.setBrush(QColor(255, 255, 255, 225));
    if (frame.width() > 30 && frame.height() > 18)
        p.drawRoundedRect(slip, 4, 4);
    p.drawPixmap(QPointF(slip.left() + 5, slip.top() + 4),
                 themedIcon(picture ? QStringLiteral("image") : QStringLiteral("type"), t.accent).pixmap(16, 16));
    if (!named)
        return;
    p.setPen(t.ink);
    p.setFont(words);
    p.drawText(slip.adjusted(27, 0, -8, 0), Qt::AlignVCenter | Qt::AlignLeft, name);
    if (frame.height() < 84 || room < 130)
        return;
    p.setPen(t.ink2);
    p.setFont(uiFont(type::note));
    p.drawText(QRectF(frame.left() + 6, slip.bottom() + 4, room, 18), Qt::AlignHCenter | Qt::AlignTop,
               picture ? tr("drop a picture here")
               : own   ? tr("drop a text, or Enter to write")
                       : tr("drop a text, or double click"));
}

void FaceCanvas::paintWaiting(QPainter& p)
{
    const Theme& t = Theme::lightTheme(); // lies on paper, which is light in every theme
    const SurfaceId& surface = selection_.surface();
    for (const SurfaceId& layer : document_.plan().layersOf(surface)) {
        const auto& items = document_.job().on(layer).items;
        const auto& places = document_.plan().itemsOn(layer);
        for (std::size_t i = 0; i < items.size(); ++i) {
            const QRectF frame = port_.toPixels(toMm(places[i].frame)).normalized();
            if (items[i].isWaiting() && !isLetGo(document_.job(), surface, layer, items[i]) && frame.intersects(rect()))
                paintWaitingFrame(p, items[i], frame, layer == surface);
        }
    }
    const QFont words = uiFont(type::label, QFont::DemiBold);
    const QFontMetricsF metrics(words);
    if (!frameStart_ || frameNow_.isEmpty())
        return;
    const QRectF frame = port_.toPixels(toMm(frameNow_));
    p.setPen(QPen(t.accent, 1.6));
    QColor ground = t.accent;
    ground.setAlpha(40);
    p.setBrush(ground);
    p.drawRect(frame);
    p.setFont(words);
    const QString size = formatSize(frameNow_.size(), document_.job().unit);
    const double w = metrics.horizontalAdvance(size) + 16;
    const QRectF tag(frame.center().x() - w / 2, frame.bottom() + 4, w, 20);
    p.setPen(Qt::NoPen);
    p.setBrush(t.accent);
    p.drawRoundedRect(tag, 3, 3);
    p.setPen(Qt::white);
    p.drawText(tag, Qt::AlignCenter, size);
}

} // namespace hinge
