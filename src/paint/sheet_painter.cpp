// SPDX-License-Identifier: GPL-3.0-or-later
#include "paint/sheet_painter.h"

#include "core/plan/sheet_words.h"

#include <cmath>

namespace hinge
{
namespace
{

/// From places on a page or face to places on the sheet, in millimetres. Across it is made as narrow as its trim there.
QTransform placeTransform(const PlacedSurface& place)
{
    const bool lies = place.turn == Turn::Quarter || place.turn == Turn::ThreeQuarters;
    const double across = (lies ? place.trim.h : place.trim.w).toMm() / place.size.w.toMm();
    const QRectF r = toMm(place.trim);
    QTransform t;
    switch (place.turn) {
    case Turn::None: t.translate(r.left(), r.top()); break;
    case Turn::Quarter: t.translate(r.right(), r.top()); break;
    case Turn::Half: t.translate(r.right(), r.bottom()); break;
    case Turn::ThreeQuarters: t.translate(r.left(), r.bottom()); break;
    }
    t.rotate(int(place.turn));
    t.scale(across, 1);
    return t;
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

void paintMarks(QPainter& painter, const std::vector<MarkLine>& marks, Length weight, double pixel)
{
    const double width = std::max(weight.toMm(), pixel);
    const QPen solid(Qt::black, width, Qt::SolidLine, Qt::FlatCap);
    QPen dashed = solid;
    dashed.setDashPattern({foldMarkDash.toMm() / width, foldMarkGap.toMm() / width});
    QPen dotted = solid;
    dotted.setDashPattern({bleedMarkDash.toMm() / width, bleedMarkDash.toMm() / width});
    for (const MarkLine& m : marks) {
        painter.setPen(m.kind == MarkKind::Fold ? dashed : m.kind == MarkKind::Bleed ? dotted : solid);
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

namespace
{

/// A ring with a cross.
void paintTarget(QPainter& painter, const QRectF& r, double width)
{
    painter.setPen(QPen(Qt::black, width, Qt::SolidLine, Qt::FlatCap));
    painter.setBrush(Qt::NoBrush);
    painter.drawEllipse(r.center(), r.width() / 3, r.height() / 3);
    painter.drawLine(QLineF(r.left(), r.center().y(), r.right(), r.center().y()));
    painter.drawLine(QLineF(r.center().x(), r.top(), r.center().x(), r.bottom()));
}

/// A line of small print in its box, which may be turned to run upward.
void paintLabel(QPainter& painter, FacePainter& faces, const SheetLabel& label, const QString& words)
{
    const QRectF r = toMm(label.area);
    painter.save();
    painter.setClipRect(r, Qt::IntersectClip);
    painter.translate(label.turn == Turn::None ? r.topLeft() : r.bottomLeft());
    if (label.turn != Turn::None)
        painter.rotate(-90);
    faces.paintSmallPrint(painter, words);
    painter.restore();
}

/// A page nothing is known of, or that only fills.
void paintBlank(QPainter& painter, const QRectF& trim, double pixel)
{
    painter.setPen(QPen(QColor(0xB4, 0xB0, 0xA4), pixel, Qt::DashLine));
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(trim);
}

} // namespace

void paintSlotLabel(QPainter& painter, const Rect& slot, Turn turn, const QString& text, double pixel)
{
    const QRectF trim = toMm(slot);
    painter.save();
    painter.translate(trim.center());
    painter.rotate(int(turn));
    const double unit = pixel * 10;
    const double most = std::min(trim.width(), trim.height()) * 0.16;
    QFont font = painter.font();
    font.setPixelSize(100);
    font.setWeight(QFont::DemiBold);
    painter.setFont(font);
    // As large as can be read, but no longer than the slot is along the line.
    const bool lies = turn == Turn::Quarter || turn == Turn::ThreeQuarters;
    const double length = (lies ? trim.height() : trim.width()) * 0.9;
    const double u = std::min({unit, most, length / (painter.fontMetrics().horizontalAdvance(text) * 0.015 + 1.6)});
    const double scale = u * 1.5 / 100;
    const double width = std::max(u * 3, painter.fontMetrics().horizontalAdvance(text) * scale + u * 1.6);
    const QRectF plate(-width / 2, -u * 1.2, width, u * 2.4);
    painter.setPen(Qt::NoPen);
    painter.setBrush(QColor(0x1C, 0x2A, 0x33, 225));
    QPainterPath shape;
    shape.addRoundedRect(plate, u * 0.4, u * 0.4);
    QPainterPath wedge;
    wedge.moveTo(-u * 0.9, plate.top() + u * 0.05);
    wedge.lineTo(0, plate.top() - u * 0.9);
    wedge.lineTo(u * 0.9, plate.top() + u * 0.05);
    painter.drawPath(shape.united(wedge));
    painter.scale(scale, scale);
    painter.setPen(Qt::white);
    painter.drawText(QRectF(plate.topLeft() / scale, plate.size() / scale), Qt::AlignCenter, text);
    painter.restore();
}

void paintSheetMarks(QPainter& painter, FacePainter& faces, const MarksOnSide& marks, Length weight,
                     const PlateColour& colour, const QString& label, double pixel)
{
    paintMarks(painter, marks.lines, weight, pixel);
    for (const Rect& target : marks.targets)
        paintTarget(painter, toMm(target), std::max(weight.toMm(), pixel));
    for (const Rect& step : marks.steps)
        painter.fillRect(toMm(step), Qt::black);
    for (const InkPatch& patch : marks.bar)
        painter.fillRect(toMm(patch.area), colour(patch.plate));
    if (marks.label)
        paintLabel(painter, faces, *marks.label, label);
}

void paintSheetSide(QPainter& painter, FacePainter& faces, FaceImageCache& cache, const Job& job, const Plan& plan,
                    const PressForm& form, Face side, const SheetLook& look, const ZoneColours& colours, double pixel)
{
    const SheetLayout& layout = *form.layout;
    const QRectF sheet(0, 0, layout.sheet.w.toMm(), layout.sheet.h.toMm());
    const bool toTrim = look.view == PaperView::Trimmed;
    const bool working = look.view == PaperView::Working;
    const PieceParts parts = plan.partsOf(job);
    const PressRun* run = plan.runOf(form.component);
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    if (look.paper)
        painter.fillRect(sheet, colours.paper);
    if (working && look.paper)
        paintUnprintable(painter, sheet, toMm(layout.area(side)), colours);
    const std::vector<PlacedSurface> placed = placedOn(parts, form, side);
    for (const PlacedSurface& place : placed) {
        if (place.surface == SurfaceId::ofPage(0)) {
            if (working)
                paintBlank(painter, toMm(place.trim), pixel);
            continue;
        }
        const Paper& paper = plan.paperOf(place.surface);
        painter.save();
        painter.setClipRect(toMm(toTrim ? place.trim : place.printed), Qt::IntersectClip);
        painter.setTransform(placeTransform(place), true);
        if (working)
            paintBleed(painter, paper, place.surface.face, colours);
        painter.setRenderHint(QPainter::SmoothPixmapTransform);
        cache.paint(painter, faces, job, plan, place.surface, toTrim, pixel / painter.device()->devicePixelRatioF());
        if (look.copies && run && run->stacking) {
            const qint64 record = run->stacking->recordAt(pileOf(layout, place.slot, run->stacking->order), look.sheet);
            if (record >= 0)
                look.copies->paintOwn(painter, *look.raw, look.copyOf(record), plan, place.surface);
        }
        if (working) {
            paintTrim(painter, paper, place.surface.face, colours, pixel * 0.7);
            paintCreases(painter, paper, place.surface.face, pixel * 0.7);
        }
        painter.restore();
    }
    if (look.paper)
        tintPaper(painter, sheet, stockOf(job, form.component));
    if (!toTrim && look.marks)
        paintSheetMarks(
            painter, faces, marksOn(parts, form, side), job.press.marks.weight,
            [&](const QString& plate) { return faces.colour().of(plateColour(job, plate)); },
            sheetLabel(job, plan, form, side, QDate::currentDate()), pixel);
    if (look.labels)
        for (const PlacedSurface& place : placed)
            paintSlotLabel(painter, place.trim, place.turn, slotText(job, plan, form, side, place, look.sheet), pixel);
    painter.restore();
}

void paintFormDiagram(QPainter& painter, const QRectF& target, const PieceParts& parts, const PressForm& form,
                      const QColor& paper, const QColor& piece, const QColor& line)
{
    const double w = form.layout->sheet.w.toMm();
    const double h = form.layout->sheet.h.toMm();
    const double scale = std::min(target.width() / w, target.height() / h);
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.translate(target.center() - QPointF(w, h) * scale / 2);
    painter.setPen(QPen(line, 1));
    painter.setBrush(paper);
    painter.drawRect(QRectF(0, 0, w * scale, h * scale));
    painter.setPen(Qt::NoPen);
    QFont font = painter.font();
    for (const PlacedSurface& place : placedOn(parts, form, Face::Outside)) {
        const QRectF mm = toMm(place.trim);
        const QRectF r = QRectF(mm.topLeft() * scale, mm.size() * scale).adjusted(0.5, 0.5, -0.5, -0.5);
        painter.setBrush(piece);
        painter.drawRect(r);
        if (place.page <= 0 || std::min(r.width(), r.height()) < 11)
            continue;
        painter.save();
        painter.translate(r.center());
        painter.rotate(int(place.turn));
        font.setPixelSize(int(std::min({11.0, r.width() * 0.5, r.height() * 0.6})));
        painter.setFont(font);
        painter.setPen(QColor(0x1C, 0x2A, 0x33));
        painter.drawText(QRectF(-40, -10, 80, 20), Qt::AlignCenter, QString::number(place.page));
        painter.restore();
        painter.setPen(Qt::NoPen);
    }
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
