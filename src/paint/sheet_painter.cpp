// SPDX-License-Identifier: GPL-3.0-or-later
#include "paint/sheet_painter.h"

#include "core/plan/sheet_marks.h"

#include <cmath>

namespace hinge
{
namespace
{

/// From places on the flat to places on the sheet, in millimetres.
QTransform placeTransform(const SheetSlot& place)
{
    const auto at = [&](int x, int y) {
        const Point p = onSheet(place, {Length::mm(x), Length::mm(y)});
        return QPointF(p.x.toMm(), p.y.toMm());
    };
    const QPointF corner = at(0, 0);
    const QPointF across = at(1, 0) - corner;
    const QPointF down = at(0, 1) - corner;
    return {across.x(), across.y(), down.x(), down.y(), corner.x(), corner.y()};
}

QImage faceImage(FacePainter& faces, const Job& job, const Plan& plan, const SurfaceId& surface, bool toTrim,
                 double pixel)
{
    const QRectF area = toMm(toTrim ? trimOf(plan.paperOf(surface)) : bleedOf(plan.paperOf(surface), surface.face));
    const QSize size(std::max(1, int(std::ceil(area.width() / pixel))),
                     std::max(1, int(std::ceil(area.height() / pixel))));
    QImage image(size, QImage::Format_ARGB32_Premultiplied);
    image.fill(Qt::transparent);
    QPainter p(&image);
    p.setRenderHint(QPainter::Antialiasing);
    p.scale(1 / pixel, 1 / pixel); // the same both ways, so that letters may be kept as images
    p.translate(-area.topLeft());
    faces.paintContent(p, job, plan, surface, toTrim);
    return image;
}

} // namespace

void paintMarks(QPainter& painter, const std::vector<MarkLine>& marks, double pixel)
{
    const double width = std::max(markWidth.toMm(), pixel);
    QPen solid(Qt::black, width, Qt::SolidLine, Qt::FlatCap);
    QPen dashed = solid;
    dashed.setDashPattern({foldMarkDash.toMm() / width, foldMarkGap.toMm() / width});
    for (const MarkLine& m : marks) {
        painter.setPen(m.fold ? dashed : solid);
        painter.drawLine(QPointF(m.from.x.toMm(), m.from.y.toMm()), QPointF(m.to.x.toMm(), m.to.y.toMm()));
    }
}

const QImage& FaceImageCache::image(FacePainter& faces, const Job& job, const Plan& plan, const SurfaceId& surface,
                                    bool toTrim, double pixel)
{
    if (printed_.update(job, plan, faces.layouts()).any() || kept_.size() > 6)
        kept_.clear();
    for (const Kept& kept : kept_)
        if (kept.surface == surface && kept.toTrim == toTrim && kept.pixel == pixel)
            return kept.image;
    kept_.push_back({surface, toTrim, pixel, faceImage(faces, job, plan, surface, toTrim, pixel)});
    return kept_.back().image;
}

void FaceImageCache::paint(QPainter& painter, FacePainter& faces, const Job& job, const Plan& plan,
                           const SurfaceId& surface, bool toTrim, double pixel)
{
    const QRectF area = toMm(toTrim ? trimOf(plan.paperOf(surface)) : bleedOf(plan.paperOf(surface), surface.face));
    painter.drawImage(area, image(faces, job, plan, surface, toTrim, pixel),
                      QRectF(QPointF(0, 0), area.size() / pixel));
}

void paintSheetSide(QPainter& painter, FacePainter& faces, FaceImageCache& cache, const Job& job, const Plan& plan,
                    Face face, PaperView view, const ZoneColours& colours, double pixel)
{
    const SheetLayout& layout = plan.sheet;
    const bool front = face == Face::Outside;
    const auto& places = front ? layout.front : layout.back;
    const QRectF sheet(0, 0, layout.sheet.w.toMm(), layout.sheet.h.toMm());
    const QRectF area = toMm(front ? layout.frontArea : layout.backArea);
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.fillRect(sheet, colours.paper);
    if (view == PaperView::Working)
        paintUnprintable(painter, sheet, area, colours);
    const bool toTrim = view == PaperView::Trimmed;
    const std::vector<Rect> printed = printedOnSheet(places, plan.paper, face);
    for (std::size_t i = 0; i < places.size(); ++i) {
        const SheetSlot& place = places[i];
        painter.save();
        if (printed[i] != bleedOnSheet(place, plan.paper, face))
            painter.setClipRect(toMm(printed[i]), Qt::IntersectClip);
        painter.setTransform(placeTransform(place), true);
        if (view == PaperView::Working)
            paintBleed(painter, plan.paper, face, colours);
        painter.setRenderHint(QPainter::SmoothPixmapTransform);
        cache.paint(painter, faces, job, plan, face, toTrim, pixel / painter.device()->devicePixelRatioF());
        if (view == PaperView::Working) {
            paintTrim(painter, plan.paper, face, colours, pixel * 0.7);
            paintCreases(painter, plan.paper, face, pixel * 0.7);
        }
        painter.restore();
    }
    tintPaper(painter, sheet, job.stock);
    if (!toTrim)
        paintMarks(painter, sheetMarks(places, front ? layout.frontArea : layout.backArea, plan.paper, face), pixel);
    painter.restore();
}

void paintLayoutDiagram(QPainter& painter, const QRectF& target, const SheetLayout& layout, const QColor& paper,
                        const QColor& piece, const QColor& line)
{
    const double w = layout.sheet.w.toMm();
    const double h = layout.sheet.h.toMm();
    const double scale = std::min(target.width() / w, target.height() / h);
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.translate(target.center() - QPointF(w, h) * scale / 2);
    painter.scale(scale, scale);
    painter.setPen(QPen(line, 0));
    painter.setBrush(paper);
    painter.drawRect(QRectF(0, 0, w, h));
    painter.setPen(Qt::NoPen);
    painter.setBrush(piece);
    for (const SheetSlot& p : layout.front)
        painter.drawRect(toMm(p.trim));
    painter.restore();
}

} // namespace hinge
