// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/document/linked_files.h"
#include "app/flat/face_canvas.h"
#include "app/look/slip.h"
#include "app/look/theme.h"
#include "core/job/picture_fit.h"
#include "core/plan/paste_overs.h"
#include "paint/dimension_lines.h"

#include <QPainter>
#include <cmath>

namespace hinge
{
namespace
{

QPointF handleOf(const QRectF& r, ItemSide s)
{
    switch (s) {
    case ItemSide::Left: return {r.left(), r.center().y()};
    case ItemSide::Top: return {r.center().x(), r.top()};
    case ItemSide::Right: return {r.right(), r.center().y()};
    case ItemSide::Bottom: return {r.center().x(), r.bottom()};
    }
    return {};
}

} // namespace

void FaceCanvas::paintEvent(QPaintEvent*)
{
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    paintPaper(p);
    paintRoles(p);
    if (view_ == PaperView::Working) {
        paintDimensions(p);
        paintWaiting(p);
        paintGuides(p);
        paintFlows(p);
        paintPasteOvers(p);
        paintTooMuch(p);
    }
    // The other views are for looking: handles show only while they are pulled.
    if (view_ == PaperView::Working || dragging_)
        paintSelection(p);
    pen_->paint(p, QTransform::fromTranslate(port_.toPixels(QPointF()).x(), port_.toPixels(QPointF()).y())
                       .scale(port_.scale(), port_.scale()));
    if (text_)
        text_->paint(p, QTransform::fromTranslate(port_.toPixels(QPointF()).x(), port_.toPixels(QPointF()).y())
                            .scale(port_.scale(), port_.scale()));
    paintOtherFace(p);
    if (!selected())
        paintFocus(p);
}

void FaceCanvas::refreshContent(const QRectF& visible)
{
    if (!contentStale_ && staleAreas_.empty())
        return;
    if (contentStale_) {
        const double ratio = devicePixelRatioF();
        contentOrigin_ = QPointF(std::floor(visible.x()), std::floor(visible.y()));
        const QSize size(int(std::ceil(visible.right() - contentOrigin_.x())) + 1,
                         int(std::ceil(visible.bottom() - contentOrigin_.y())) + 1);
        content_ = QImage(size * ratio, QImage::Format_ARGB32_Premultiplied);
        content_.setDevicePixelRatio(ratio);
        content_.fill(Qt::transparent);
    }
    QPainter c(&content_);
    c.setRenderHint(QPainter::Antialiasing);
    if (!contentStale_) {
        QRegion changed;
        for (const Rect& area : staleAreas_)
            changed += port_.toPixels(toMm(area)).translated(-contentOrigin_).toAlignedRect().adjusted(-1, -1, 1, 1);
        c.setClipRegion(changed);
        c.setCompositionMode(QPainter::CompositionMode_Source);
        c.fillRect(changed.boundingRect(), Qt::transparent);
        c.setCompositionMode(QPainter::CompositionMode_SourceOver);
    }
    c.translate(port_.toPixels(QPointF(0, 0)) - contentOrigin_);
    c.scale(port_.scale(), port_.scale());
    painter_.paintContent(c, document_.shown(), document_.plan(), selection_.surface(), isTrimmedView(), inkView());
    contentStale_ = false;
    staleAreas_.clear();
}

void FaceCanvas::paintPaper(QPainter& p)
{
    const Plan& plan = document_.plan();
    const SurfaceId surface = selection_.surface();
    const Paper& paper = plan.paperOf(surface);
    const Face face = surface.face;
    const bool toTrim = isTrimmedView();
    const QRectF area = port_.toPixels(toMm(toTrim ? trimOf(paper) : bleedOf(paper, face)));
    const QRectF trim = port_.toPixels(toMm(trimOf(paper)));

    paintPaperShadow(p, toTrim ? trim : area, 5, 0.6, 8);
    p.save();
    const double pixel = 1 / port_.scale();
    const ZoneColours zones;
    // Paper is white for the eye, but not in a proof, and a plate has no paper.
    const QColor ground =
        view_ == PaperView::Proof || view_ == PaperView::Plate ? painter_.colour().paper(inkView()) : zones.paper;
    // In whole pixels; its edge is drawn over by the line of the trim.
    const bool toBleed = view_ == PaperView::Printed || view_ == PaperView::Plate || view_ == PaperView::Covered;
    p.setRenderHint(QPainter::Antialiasing, false);
    p.fillRect((toBleed ? area : trim).toRect(), ground);
    p.setRenderHint(QPainter::Antialiasing);
    p.translate(port_.toPixels(QPointF(0, 0)));
    p.scale(port_.scale(), port_.scale());
    if (view_ == PaperView::Working)
        paintBleed(p, paper, face, zones);
    p.restore();

    // What is printed is painted once and kept; only what is visible of it.
    const QRectF visible = area.intersected(QRectF(rect()));
    if (!visible.isEmpty())
        refreshContent(visible);
    if (!visible.isEmpty())
        p.drawImage(contentOrigin_, content_);
    if (view_ != PaperView::Proof && view_ != PaperView::Plate)
        tintPaper(p, (toBleed ? area : trim).toRect(), stockOf(document_.job(), selection_.surface()));

    p.save();
    p.translate(port_.toPixels(QPointF(0, 0)));
    p.scale(port_.scale(), port_.scale());
    if (view_ == PaperView::Working) {
        // Over printed matter the hatch of the bleed must stay visible.
        p.setOpacity(0.55);
        paintBleed(p, paper, face, zones);
        p.setOpacity(1);
        paintUnsafe(p, paper, face, zones);
        paintColumns(p, paper, face, zones, pixel);
    }
    if (!toBleed)
        paintCreases(p, paper, face, pixel);
    if (view_ == PaperView::Working) {
        paintKeepClear(p, paper, face, zones, pixel);
        paintTrim(p, paper, face, zones, pixel);
        paintFoldEnds(p, paper, face, Theme::of(this).accent, pixel);
    }
    if (dropPanel_ >= 0) {
        const Panel& panel = plan.panelsOf(surface)[std::size_t(dropPanel_)];
        QColor tint = Theme::lightTheme().accent;
        tint.setAlpha(60);
        p.fillRect(toMm(panel.bleedArea), tint);
        p.setPen(QPen(Theme::lightTheme().accent, 2 * pixel));
        p.drawRect(toMm(panel.bleedArea));
    }
    p.restore();
}

double FaceCanvas::roomForRole(const Panel& panel) const
{
    // A spine is too narrow for its name; its neighbours leave room for it.
    return panel.role == Role::Spine ? 90 : std::max(30.0, port_.toPixels(toMm(panel.area)).width() - 30);
}

QRectF FaceCanvas::roleTag(const Panel& panel) const
{
    const double head =
        port_.toPixels(toMm(bleedOf(document_.plan().paperOf(selection_.surface()), selection_.surface().face))).top();
    const QRectF area = port_.toPixels(toMm(panel.area));
    const double w = std::min(QFontMetricsF(uiFont(type::label, QFont::DemiBold)).horizontalAdvance(panel.roleName),
                              roomForRole(panel)) +
                     26;
    // Above the paper, those of the lowest row below it: over the panels they would hide what stands there. Both stay
    // in sight when head or foot is scrolled away.
    const Paper& paper = document_.plan().paperOf(selection_.surface());
    const int row = panel.position / paper.columns();
    const double foot = port_.toPixels(toMm(bleedOf(paper, selection_.surface().face))).bottom();
    const double y = row == 0                  ? std::max(8.0, head - 40)
                     : row == paper.rows() - 1 ? std::min(height() - 30.0, foot + 8)
                                               : area.top() + 6;
    return {area.center().x() - w / 2, y, w, 21};
}

std::optional<int> FaceCanvas::roleAt(QPointF px) const
{
    for (const Panel& panel : document_.plan().panelsOf(selection_.surface()))
        if (roleTag(panel).contains(px))
            return panel.position;
    return std::nullopt;
}

void FaceCanvas::paintRoles(QPainter& p)
{
    const Theme& t = Theme::of(this);
    const QFont font = uiFont(type::label, QFont::DemiBold);
    const QFontMetricsF metrics(font);
    p.setFont(font);
    for (const Panel& panel : document_.plan().panelsOf(selection_.surface())) {
        const QRectF area = port_.toPixels(toMm(panel.area));
        const QRectF tag = roleTag(panel);
        const QString text = metrics.elidedText(panel.roleName, Qt::ElideRight, roomForRole(panel));
        const bool current = panel.position == selection_.panel() && selection_.item().isEmpty();
        p.setPen(QPen(current ? t.accent : t.line, 1));
        p.setBrush(current ? t.accentTint : t.work);
        p.drawRoundedRect(tag, 10.5, 10.5);
        p.setPen(t.ink);
        p.drawText(tag, Qt::AlignCenter, text);
        if (panel.headDown) {
            // Read the other way up: an arrow to the panel's head.
            const QPointF at(area.center().x(), area.bottom() - 10);
            p.setPen(QPen(t.accent, 1.6, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
            p.setBrush(Qt::NoBrush);
            p.drawPolyline(QPolygonF({at + QPointF(-4, -4), at, at + QPointF(4, -4)}));
            p.drawLine(at, at + QPointF(0, -10));
        }
    }
}

void FaceCanvas::paintDimensions(QPainter& p)
{
    const Theme& t = Theme::of(this);
    const Job& job = document_.job();
    const Paper& paper = document_.plan().paperOf(selection_.surface());
    const QRectF bleed = port_.toPixels(toMm(bleedOf(paper, selection_.surface().face)));
    const QRectF trim = port_.toPixels(toMm(trimOf(paper)));
    const DimensionStyle style{t.ink2, t.ink, uiFont(type::label, QFont::DemiBold)};
    const double below = paper.rows() > 1 ? 26 : 0; // the roles of the lowest row stand there
    for (const Panel& panel : paper.face(selection_.surface().face)) {
        const QRectF area = port_.toPixels(toMm(panel.area));
        if (paper.columns() > 1 && panel.position < paper.columns())
            paintDimensionAcross(p, area.left(), area.right(), bleed.bottom() + 30 + below,
                                 formatNumber(panel.area.w, job.unit), style);
        if (paper.rows() > 1 && panel.position % paper.columns() == 0)
            paintDimensionDown(p, bleed.left() - 18, area.top(), area.bottom(), formatNumber(panel.area.h, job.unit),
                               style);
    }
    paintDimensionAcross(p, trim.left(), trim.right(), bleed.bottom() + 58 + below + (paper.spineColumn >= 0 ? 14 : 0),
                         formatLength(paper.flat.w, job.unit), style);
    paintDimensionDown(p, bleed.left() - (paper.rows() > 1 ? 38 : 22), trim.top(), trim.bottom(),
                       formatNumber(paper.flat.h, job.unit), style);
}

bool FaceCanvas::hidesWords(const QRectF& px) const
{
    const auto& items = document_.job().on(selection_.surface()).items;
    const auto& places = document_.plan().itemsOn(selection_.surface());
    for (std::size_t i = 0; i < items.size(); ++i)
        if ((items[i].kind == ItemKind::Text || items[i].kind == ItemKind::Code) &&
            port_.toPixels(toMm(places[i].frame)).intersects(px))
            return true;
    return false;
}

void FaceCanvas::paintTooMuch(QPainter& p)
{
    const Theme& t = Theme::lightTheme(); // lies on paper, which is light in every theme
    const QFont font = uiFont(type::note, QFont::DemiBold);
    const QFontMetricsF metrics(font);
    p.setFont(font);
    const auto& items = document_.shown().on(selection_.surface()).items;
    const auto& places = document_.plan().itemsOn(selection_.surface());
    for (std::size_t i = 0; i < items.size(); ++i) {
        const QRectF frame = port_.toPixels(toMm(places[i].frame)).normalized();
        if (items[i].kind != ItemKind::Text || places[i].frame.isEmpty() || !frame.intersects(rect()))
            continue;
        const int over = document_.layouts().layout(document_.shown(), document_.plan(), items[i]).linesOver;
        if (over == 0)
            continue;
        const QString words = over == 1 ? tr("1 line too many") : tr("%1 lines too many").arg(over);
        const double w = metrics.horizontalAdvance(words) + 16;
        // At the foot-right, just below the last line that fits.
        const QRectF tag(std::max(frame.left(), frame.right() - w), frame.bottom() + 2, w, 18);
        p.setPen(QPen(t.brick, 1.4));
        p.drawLine(frame.bottomLeft(), frame.bottomRight());
        p.setPen(Qt::NoPen);
        p.setBrush(t.brick);
        p.drawRoundedRect(tag, 3, 3);
        p.setPen(Qt::white);
        p.drawText(tag, Qt::AlignCenter, words);
    }
}

void FaceCanvas::paintPasteOvers(QPainter& p)
{
    p.setPen(QPen(Theme::lightTheme().ink2, 1, Qt::DotLine));
    p.setBrush(Qt::NoBrush);
    for (const PasteOverAt& cover : pasteOversOn(document_.job(), document_.plan(), selection_.surface()))
        p.drawRect(port_.toPixels(toMm(cover.placed->frame)));
}

void FaceCanvas::paintSelection(QPainter& p)
{
    const PlannedItem* placed = selected();
    if (!placed)
        return;
    const Theme& t = Theme::lightTheme(); // lies on paper, which is light in every theme
    const Item* item = document_.job().findItem(selection_.item());
    const QRectF frame = port_.toPixels(toMm(placed->frame)).normalized();
    const QRectF sheet =
        port_.toPixels(toMm(bleedOf(document_.plan().paperOf(selection_.surface()), selection_.surface().face)));
    p.setBrush(Qt::NoBrush);
    for (const QString& id : selection_.items()) {
        const PlannedItem* other = document_.plan().findItem(id);
        if (!other || other->surface != selection_.surface())
            continue;
        const QRectF r = port_.toPixels(toMm(other->frame)).normalized();
        // Around the item, not over it: the first letters of a line stay whole.
        p.setPen(QPen(QColor(255, 255, 255, 180), 2));
        p.drawRect(r.adjusted(-2, -2, 2, 2));
        p.setPen(QPen(t.accent, hasFocus() ? 2 : 1.4));
        p.drawRect(r.adjusted(-1, -1, 1, 1));
    }
    if (selection_.items().size() > 1) {
        // Corners that scale them all.
        const QRectF around = port_.toPixels(toMm(frameInHand()));
        p.setPen(QPen(t.accent, 1.4));
        p.setBrush(Qt::white);
        for (const QPointF corner : {around.topLeft(), around.topRight(), around.bottomLeft(), around.bottomRight()})
            p.drawRect(QRectF(corner - QPointF(3, 3), QSizeF(6, 6)));
    }
    if (selection_.items().size() > 1 || (text_ && text_->isOn()) || pen_->isOn())
        return; // while it is typed nothing but the words matters
    if (dragsPicture_) {
        // What is cropped shows paler around the frame.
        const ShownPicture shown = document_.files().picture(item->file);
        if (!shown.image.isNull()) {
            const QRectF area = port_.toPixels(toMm(pictureArea(placed->fitted, item->fit, item->crop, shown.ratio)));
            p.save();
            p.setClipRegion(QRegion(rect()).subtracted(QRegion(frame.toAlignedRect())));
            p.setOpacity(0.35);
            p.drawImage(area, shown.image, shown.trim);
            p.restore();
        }
    }
    if (item->locked) {
        p.drawPixmap(frame.topRight() + QPointF(-20, 4), themedIcon(QStringLiteral("lock"), t.accent).pixmap(16, 16));
        return;
    }
    const QFont font = uiFont(type::note, QFont::DemiBold);
    const QFontMetricsF metrics(font);
    p.setFont(font);
    for (const ItemSide s : allSides) {
        const SideAnchor& side = item->side(s);
        const QPointF at = handleOf(frame, s);
        if (side.holds) {
            QString name = lineName(document_.plan().paperOf(placed->surface), placed->surface.face, s, side);
            if (side.offset != Length())
                name += (side.offset > Length() ? QStringLiteral(" +") : QStringLiteral(" −")) +
                        formatLength(abs(side.offset), document_.job().unit);
            const double w = metrics.horizontalAdvance(name) + 16;
            // Outside the item, so that it hides nothing of it.
            QRectF tag(at.x() - w / 2, at.y() - 9, w, 18);
            switch (s) {
            case ItemSide::Left: tag.moveRight(at.x() - 3); break;
            case ItemSide::Right: tag.moveLeft(at.x() + 3); break;
            // Beyond head and foot stand the roles and the dimensions.
            case ItemSide::Top: at.y() - 21 < sheet.top() ? tag.moveTop(at.y() + 4) : tag.moveBottom(at.y() - 3); break;
            case ItemSide::Bottom:
                at.y() + 21 > sheet.bottom() ? tag.moveBottom(at.y() - 4) : tag.moveTop(at.y() + 3);
                break;
            }
            tag.moveLeft(std::clamp(tag.left(), 4.0, std::max(4.0, width() - w - 4)));
            p.setPen(Qt::NoPen);
            if (!(grip_.any() ? grip_ : pointed_).has(s) && hidesWords(tag)) {
                // What is written there matters more; pointing at the side tells its name.
                p.setPen(QPen(Qt::white, 1.4));
                p.setBrush(t.accent);
                p.drawEllipse(at, 4.5, 4.5);
                continue;
            }
            p.setBrush(t.accent);
            p.drawRoundedRect(tag, 3, 3);
            p.setPen(Qt::white);
            p.drawText(tag, Qt::AlignCenter, name);
        } else {
            p.setPen(QPen(t.accent, 1.4));
            p.setBrush(Qt::white);
            p.drawEllipse(at, 4, 4);
        }
    }
    p.setPen(QPen(t.accent, 1.4));
    p.setBrush(Qt::white);
    for (const QPointF corner : {frame.topLeft(), frame.topRight(), frame.bottomLeft(), frame.bottomRight()})
        p.drawRect(QRectF(corner - QPointF(3, 3), QSizeF(6, 6)));
}

QRectF FaceCanvas::otherFaceCard() const
{
    if (selection_.surface().master != 0)
        return {}; // what lies behind depends on where it shows
    const Size flat = document_.plan().paperOf(selection_.surface()).flat;
    const double ratio = flat.w.toMm() / flat.h.toMm();
    const double w = std::min(84.0, 42 * ratio);
    return {width() - w - 24, height() - w / ratio - 10, w, w / ratio};
}

void FaceCanvas::paintOtherFace(QPainter& p)
{
    const Theme& t = Theme::of(this);
    const QRectF card = otherFaceCard();
    if (card.isEmpty())
        return;
    const Job& job = document_.shown();
    paintPaperShadow(p, card, 4, 0.6, 14);
    if (cardStale_) {
        // At a whole multiple of the scale, so that it stays clean.
        card_ = QImage((card.size() * devicePixelRatioF() * 2).toSize(), QImage::Format_RGB32);
        card_.fill(ZoneColours().paper);
        QPainter c(&card_);
        c.setRenderHint(QPainter::Antialiasing);
        const SurfaceId behind = surfaceBehind(job, document_.plan(), selection_.surface());
        const double perMm = card_.width() / document_.plan().paperOf(behind).flat.w.toMm();
        c.scale(perMm, perMm);
        painter_.paintContent(c, job, document_.plan(), behind, true);
        tintPaper(c, toMm(trimOf(document_.plan().paperOf(behind))), stockOf(job, behind));
        cardStale_ = false;
    }
    p.setRenderHint(QPainter::SmoothPixmapTransform);
    p.drawImage(card, card_);
    p.setPen(QPen(t.line, 1));
    p.setBrush(Qt::NoBrush);
    p.drawRect(card);
    p.setFont(uiFont(type::label, QFont::DemiBold));
    p.setPen(t.accent);
    p.drawText(QRectF(card.left() - 132, card.center().y() - 10, 122, 20), Qt::AlignRight | Qt::AlignVCenter,
               tr("turn over"));
}

} // namespace hinge
