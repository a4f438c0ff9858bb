// SPDX-License-Identifier: GPL-3.0-or-later
#include "paint/zone_painter.h"

#include "paint/face_painter.h"

#include <QPaintEngine>

namespace hinge
{
namespace
{

/// Fills an area of device pixels in bands: taller ones the toolkit gives to several threads, and waking those takes
/// longer than the filling.
void fillInBands(QPainter& painter, const QRectF& area, const QBrush& brush)
{
    constexpr double band = 64;
    for (double top = area.top(); top < area.bottom(); top += band)
        painter.fillRect(QRectF(QPointF(area.left(), top), QPointF(area.right(), std::min(top + band, area.bottom()))),
                         brush);
}

/// Fills areas with a texture whose grain is fixed on screen, not on paper. In device pixels, where the
/// texture needs no scaling.
void fillWithTexture(QPainter& painter, const std::vector<QRectF>& areas, const QImage& texture)
{
    painter.save();
    const QTransform toDevice = painter.transform();
    painter.resetTransform();
    painter.setRenderHint(QPainter::Antialiasing, false);
    const QBrush brush(texture);
    for (const QRectF& area : areas)
        fillInBands(painter, toDevice.mapRect(area), brush);
    painter.restore();
}

/// What lies between two rectangles, as strips: head, foot, left, right.
std::vector<QRectF> ring(const QRectF& outer, const QRectF& inner)
{
    if (inner.isEmpty())
        return {outer};
    return {QRectF(outer.topLeft(), QPointF(outer.right(), inner.top())),
            QRectF(QPointF(outer.left(), inner.bottom()), outer.bottomRight()),
            QRectF(QPointF(outer.left(), inner.top()), inner.bottomLeft()),
            QRectF(inner.topRight(), QPointF(outer.right(), inner.bottom()))};
}

QImage hatch(const QColor& ground, const QColor& line)
{
    constexpr int size = 6;
    QImage image(size, size, QImage::Format_ARGB32_Premultiplied);
    image.fill(ground);
    QPainter p(&image);
    p.setRenderHint(QPainter::Antialiasing);
    QColor c = line;
    c.setAlpha(150);
    p.setPen(QPen(c, 1));
    for (const int offset : {-size, 0, size})
        p.drawLine(QPointF(offset, size), QPointF(offset + size, 0));
    return image;
}

QImage dots(const QColor& dot)
{
    constexpr int size = 5;
    QImage image(size, size, QImage::Format_ARGB32_Premultiplied);
    image.fill(Qt::transparent);
    QColor c = dot;
    c.setAlpha(120);
    QPainter p(&image);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(Qt::NoPen);
    p.setBrush(c);
    p.drawEllipse(QPointF(size / 2.0, size / 2.0), 0.85, 0.85);
    return image;
}

} // namespace

void paintBleed(QPainter& painter, const Paper& paper, Face face, const ZoneColours& colours)
{
    fillWithTexture(painter, ring(toMm(bleedOf(paper, face)), toMm(trimOf(paper))),
                    hatch(colours.bleed, colours.bleedHatch));
}

void paintUnprintable(QPainter& painter, const QRectF& sheet, const QRectF& printable, const ZoneColours& colours)
{
    fillWithTexture(painter, ring(sheet, printable), dots(colours.dots));
}

void paintUnsafe(QPainter& painter, const Paper& paper, Face face, const ZoneColours& colours)
{
    std::vector<QRectF> strips;
    for (const Panel& panel : paper.face(face))
        for (const QRectF& strip : ring(toMm(panel.area), panel.safeArea.isEmpty() ? QRectF() : toMm(panel.safeArea)))
            strips.push_back(strip);
    fillWithTexture(painter, strips, dots(colours.dots));
}

namespace
{

/// A valley darkens towards its bottom from both sides; a mountain has a lit and a shaded flank.
QLinearGradient creaseShade(QPointF from, QPointF to, bool valley)
{
    QLinearGradient shade(from, to);
    if (valley) {
        shade.setColorAt(0, QColor(0, 0, 0, 0));
        shade.setColorAt(0.5, QColor(0, 0, 0, 58));
        shade.setColorAt(1, QColor(0, 0, 0, 0));
    } else {
        shade.setColorAt(0, QColor(0, 0, 0, 0));
        shade.setColorAt(0.49, QColor(0, 0, 0, 44));
        shade.setColorAt(0.5, QColor(255, 255, 255, 120));
        shade.setColorAt(1, QColor(255, 255, 255, 0));
    }
    return shade;
}

/// Shades both sides of a crease, `out` to either, in device pixels.
void shadeCrease(QPainter& painter, const QLineF& crease, QPointF out, bool valley)
{
    const QTransform toDevice = painter.transform();
    painter.save();
    painter.resetTransform();
    painter.setRenderHint(QPainter::Antialiasing, false); // the shade ends in nothing: there is no edge to smooth
    fillInBands(painter, toDevice.mapRect(QRectF(crease.p1() - out, crease.p2() + out)),
                creaseShade(toDevice.map(crease.p1() - out), toDevice.map(crease.p1() + out), valley));
    painter.restore();
}

/// A line in millimetres.
QLineF lineOf(const FoldLine& line, Face face)
{
    const auto f = std::size_t(face);
    const double at = line.at[f].toMm();
    const double from = line.from[f].toMm();
    const double to = line.to[f].toMm();
    return line.axis == Axis::Vertical ? QLineF(at, from, at, to) : QLineF(from, at, to, at);
}

} // namespace

void paintCreases(QPainter& painter, const Paper& paper, Face face, double pixel)
{
    const double half = 7 * pixel;
    for (const FoldLine& fold : paper.folds) {
        const QLineF l = lineOf(fold, face);
        if (fold.work == LineWork::Fold) {
            const QPointF out = fold.axis == Axis::Vertical ? QPointF(half, 0) : QPointF(0, half);
            // A PDF writer knows no gradients of transparency: there a crease is an even, narrow shade.
            if (painter.paintEngine()->type() == QPaintEngine::Pdf)
                painter.fillRect(QRectF(l.p1() - out * 0.35, l.p2() + out * 0.35), QColor(0xE9, 0xE7, 0xE0));
            else
                shadeCrease(painter, l, out, fold.valley[std::size_t(face)]);
        }
        // A perforation is a row of cuts, a score a pressed double line.
        QPen pen(QColor(0, 0, 0, fold.work == LineWork::Fold ? 70 : 150),
                 fold.work == LineWork::Perforation ? 1.6 * pixel : 0, Qt::DotLine);
        if (fold.work == LineWork::Perforation) {
            pen.setDashPattern({3, 2.2});
            pen.setCapStyle(Qt::FlatCap);
        }
        painter.setPen(pen);
        if (fold.work == LineWork::Score) {
            const QPointF out = fold.axis == Axis::Vertical ? QPointF(1.2 * pixel, 0) : QPointF(0, 1.2 * pixel);
            painter.setPen(QPen(QColor(0, 0, 0, 90), 0));
            painter.drawLine(l.translated(-out));
            painter.drawLine(l.translated(out));
        } else {
            painter.drawLine(l);
        }
    }
}

void paintTrim(QPainter& painter, const Paper& paper, Face face, const ZoneColours& colours, double pixel)
{
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(colours.ink, 1.6 * pixel, Qt::SolidLine, Qt::SquareCap, Qt::MiterJoin));
    const double radius = paper.cornerRadius.toMm();
    if (radius > 0)
        painter.drawRoundedRect(toMm(trimOf(paper)), radius, radius);
    else
        painter.drawRect(toMm(trimOf(paper)));
    for (const Rect& hole : paper.holes)
        painter.drawEllipse(toMm(face == Face::Outside ? hole : paper.through(hole)));
}

void paintColumns(QPainter& painter, const Paper& paper, Face face, const ZoneColours& colours, double pixel)
{
    QColor c = colours.column;
    c.setAlpha(26);
    for (const Panel& panel : paper.face(face)) {
        if (panel.hasLayout() && !panel.layoutArea.isEmpty()) {
            painter.setPen(QPen(QColor(c.red(), c.green(), c.blue(), 150), pixel));
            painter.setBrush(Qt::NoBrush);
            painter.drawRect(toMm(panel.layoutArea));
        }
        if (panel.columnAreas.size() < 2)
            continue;
        for (const Rect& column : panel.columnAreas) {
            if (column.isEmpty())
                continue;
            painter.fillRect(toMm(column), c);
            painter.setPen(QPen(QColor(c.red(), c.green(), c.blue(), 90), pixel));
            painter.setBrush(Qt::NoBrush);
            painter.drawRect(toMm(column));
        }
    }
}

void paintKeepClear(QPainter& painter, const Paper& paper, Face face, const ZoneColours& colours, double pixel)
{
    for (const KeepClear& area : paper.keepClear) {
        if (area.face != face)
            continue;
        const QRectF r = toMm(area.area);
        QColor veil = colours.keepClear;
        veil.setAlpha(34);
        painter.fillRect(r, veil);
        painter.setPen(QPen(colours.keepClear, pixel, Qt::DashLine));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(r);
        // The word is written in screen size, where there is room for it.
        painter.save();
        painter.translate(r.center());
        painter.scale(pixel, pixel);
        const QRectF room(-r.width() / pixel / 2, -r.height() / pixel / 2, r.width() / pixel, r.height() / pixel);
        if (room.height() > 40 && room.width() < 40)
            painter.rotate(-90);
        if (std::max(room.width(), room.height()) > 40) {
            painter.setPen(colours.keepClear);
            painter.drawText(QRectF(-60, -10, 120, 20), Qt::AlignCenter, area.what);
        }
        painter.restore();
    }
}

void paintFoldEnds(QPainter& painter, const Paper& paper, Face face, const QColor& colour, double pixel)
{
    const QRectF bleed = toMm(bleedOf(paper, face));
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(colour, 1.4 * pixel, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    const double w = 5 * pixel;
    const double h = 7 * pixel;
    for (const FoldLine& fold : paper.folds) {
        if (fold.work != LineWork::Fold)
            continue;
        const double at = fold.at[std::size_t(face)].toMm();
        // Only what ends at the edge of the flat is marked there.
        const bool begins = fold.from[std::size_t(face)] == Length();
        const bool ends = fold.to[std::size_t(face)] == (fold.axis == Axis::Vertical ? paper.flat.h : paper.flat.w);
        painter.setBrush(fold.valley[std::size_t(face)] ? QBrush(colour) : QBrush(Qt::NoBrush));
        if (fold.axis == Axis::Vertical) {
            const double head = bleed.top() - 4 * pixel;
            const double foot = bleed.bottom() + 4 * pixel;
            if (begins)
                painter.drawPolygon(QPolygonF({{at, head}, {at - w, head - h}, {at + w, head - h}}));
            if (ends)
                painter.drawPolygon(QPolygonF({{at, foot}, {at - w, foot + h}, {at + w, foot + h}}));
        } else {
            const double left = bleed.left() - 4 * pixel;
            const double right = bleed.right() + 4 * pixel;
            if (begins)
                painter.drawPolygon(QPolygonF({{left, at}, {left - h, at - w}, {left - h, at + w}}));
            if (ends)
                painter.drawPolygon(QPolygonF({{right, at}, {right + h, at - w}, {right + h, at + w}}));
        }
    }
    painter.restore();
}

} // namespace hinge
