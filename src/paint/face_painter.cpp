// SPDX-License-Identifier: GPL-3.0-or-later
#include "paint/face_painter.h"

#include "core/picture_fit.h"

#include <algorithm>
#include <cmath>

namespace hinge {
namespace {

/// What stands in for a picture that is being read, or that is missing.
void paintStandIn(QPainter& painter, const QRectF& frame, bool failed)
{
    painter.fillRect(frame, failed ? QColor(0xEE, 0xDD, 0xD6) : QColor(0xEC, 0xEA, 0xE3));
    painter.setPen(QPen(failed ? QColor(0xA8, 0x45, 0x2F) : QColor(0xB9, 0xB4, 0xA6), 0));
    painter.drawRect(frame);
    painter.drawLine(frame.topLeft(), frame.bottomRight());
    painter.drawLine(frame.topRight(), frame.bottomLeft());
}

} // namespace

namespace {

/// On a panel that is read the other way up an item is turned by half about its middle.
void turnFor(QPainter& painter, const PlacedItem& placed)
{
    if (!placed.headDown)
        return;
    const QPointF middle = toMm(placed.frame).center();
    painter.translate(middle);
    painter.rotate(180);
    painter.translate(-middle);
}

} // namespace

QRectF toMm(const Rect& r) { return {r.x.toMm(), r.y.toMm(), r.w.toMm(), r.h.toMm()}; }

void FacePainter::paintPicture(QPainter& painter, const Item& item, const PlacedItem& placed)
{
    const ShownPicture shown = pictures_.picture(item.file);
    painter.save();
    painter.setClipRect(toMm(placed.printed), Qt::IntersectClip);
    turnFor(painter, placed);
    if (shown.image.isNull()) {
        paintStandIn(painter, toMm(placed.frame), shown.failed);
    } else {
        painter.setRenderHint(QPainter::SmoothPixmapTransform);
        const QRectF area = toMm(pictureArea(placed.frame, item.fit, shown.ratio));
        // The smallest version that still has a pixel for every pixel of the screen.
        const double wanted = area.width() * std::hypot(painter.transform().m11(), painter.transform().m12()) * painter.device()->devicePixelRatioF();
        const QImage* best = &shown.image;
        for (const QImage& smaller : shown.smaller)
            if (smaller.width() * shown.trim.width() / shown.image.width() >= wanted)
                best = &smaller;
        const double part = double(best->width()) / shown.image.width();
        const QRectF trim(shown.trim.topLeft() * part, shown.trim.size() * part);
        painter.drawImage(area, *best, trim);
    }
    painter.restore();
}

void FacePainter::paintSupplied(QPainter& painter, const Paper& paper, const LinkedFile& file)
{
    const ShownPicture shown = pictures_.picture(file);
    if (shown.image.isNull() || shown.trimSize.w == Length()) {
        paintStandIn(painter, toMm(trimOf(paper)), shown.failed);
        return;
    }
    const Point corner = suppliedCorner(paper.flat, shown.trimSize);
    // The image shows the page with its bleed; its trim is laid on the trim.
    const double perPixel = shown.trimSize.w.toMm() / shown.trim.width();
    const QRectF whole(corner.x.toMm() - shown.trim.x() * perPixel, corner.y.toMm() - shown.trim.y() * perPixel,
                       shown.image.width() * perPixel, shown.image.height() * perPixel);
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    painter.drawImage(whole, shown.image);
}

void addSmallerVersions(ShownPicture& picture)
{
    const QImage* last = &picture.image;
    while (last->width() > 160 && last->height() > 160) {
        picture.smaller.push_back(last->scaled(last->width() / 2, last->height() / 2, Qt::IgnoreAspectRatio, Qt::SmoothTransformation));
        last = &picture.smaller.back();
    }
}

bool PrintedState::update(const Job& job, const Plan& plan)
{
    const bool same = any_ && flat_ == plan.paper.flat && bleeds_ == plan.paper.bleeds && inks_ == job.inks && items_ == plan.items && faces_ == job.faces;
    if (same)
        return false;
    any_ = true;
    flat_ = plan.paper.flat;
    bleeds_ = plan.paper.bleeds;
    inks_ = job.inks;
    items_ = plan.items;
    faces_ = job.faces;
    return true;
}

void FacePainter::paintText(QPainter& painter, const Job& job, const Item& item, const PlacedItem& placed)
{
    painter.save();
    turnFor(painter, placed);
    painter.translate(placed.frame.x.toMm(), placed.frame.y.toMm());
    text_.paint(painter, layouts_.layout(item, placed.frame.size()), [&](const QString& ink) { return colour_.of(job.findInk(ink)->cmyk); });
    painter.restore();
}

void FacePainter::paintContent(QPainter& painter, const Job& job, const Plan& plan, Face face, bool toTrim)
{
    painter.save();
    painter.setClipRect(toMm(toTrim ? trimOf(plan.paper) : bleedOf(plan.paper, face)), Qt::IntersectClip);
    const FaceContent& content = job.face(face);
    if (content.supplied)
        paintSupplied(painter, plan.paper, *content.supplied);
    for (const Item& item : content.items) {
        const PlacedItem* placed = plan.findItem(item.id);
        if (!placed || placed->frame.isEmpty() || placed->printed.isEmpty())
            continue;
        switch (item.kind) {
        case ItemKind::Picture: paintPicture(painter, item, *placed); break;
        case ItemKind::Tint: painter.fillRect(toMm(placed->printed), colour_.of(job.findInk(item.ink)->cmyk, item.strength)); break;
        case ItemKind::Text: paintText(painter, job, item, *placed); break;
        }
    }
    painter.restore();
}

} // namespace hinge
