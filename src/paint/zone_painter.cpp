// SPDX-License-Identifier: GPL-3.0-or-later
#include "paint/zone_painter.h"

#include "paint/face_painter.h"

namespace hinge {
namespace {

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
        painter.fillRect(toDevice.mapRect(area), brush);
    painter.restore();
}

/// What lies between two rectangles, as strips: head, foot, left, right.
std::vector<QRectF> ring(const QRectF& outer, const QRectF& inner)
{
    if (inner.isEmpty())
        return {outer};
    return {QRectF(outer.topLeft(), QPointF(outer.right(), inner.top())), QRectF(QPointF(outer.left(), inner.bottom()), outer.bottomRight()),
            QRectF(QPointF(outer.left(), inner.top()), inner.bottomLeft()), QRectF(inner.topRight(), QPointF(outer.right(), inner.bottom()))};
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

void paintBleed(QPainter& painter, const Job& job, const ZoneColours& colours)
{
    fillWithTexture(painter, ring(toMm(bleedOf(job)), toMm(trimOf(job))), hatch(colours.bleed, colours.bleedHatch));
}

void paintUnprintable(QPainter& painter, const QRectF& sheet, const QRectF& printable, const ZoneColours& colours)
{
    fillWithTexture(painter, ring(sheet, printable), dots(colours.dots));
}

void paintUnsafe(QPainter& painter, const Plan& plan, Face face, const ZoneColours& colours)
{
    std::vector<QRectF> strips;
    for (const Panel& panel : plan.paper.face(face))
        for (const QRectF& strip : ring(toMm(panel.area), panel.safeArea.isEmpty() ? QRectF() : toMm(panel.safeArea)))
            strips.push_back(strip);
    fillWithTexture(painter, strips, dots(colours.dots));
}

void paintCreases(QPainter& painter, const Job& job, const Plan& plan, Face face, double pixel)
{
    const double height = job.flat.h.toMm();
    const double half = 7 * pixel;
    for (const FoldLine& fold : plan.paper.folds) {
        const double x = fold.x[std::size_t(face)].toMm();
        const bool valley = fold.valley[std::size_t(face)];
        // A valley darkens towards its bottom from both sides; a mountain has a lit and a shaded flank.
        QLinearGradient shade(x - half, 0, x + half, 0);
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
        painter.fillRect(QRectF(x - half, 0, half * 2, height), shade);
        painter.setPen(QPen(QColor(0, 0, 0, 70), 0, Qt::DotLine));
        painter.drawLine(QPointF(x, 0), QPointF(x, height));
    }
}

void paintTrim(QPainter& painter, const Job& job, const ZoneColours& colours, double pixel)
{
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(colours.ink, 1.6 * pixel, Qt::SolidLine, Qt::SquareCap, Qt::MiterJoin));
    painter.drawRect(toMm(trimOf(job)));
}

void paintColumns(QPainter& painter, const Plan& plan, Face face, const ZoneColours& colours, double pixel)
{
    QColor c = colours.column;
    c.setAlpha(26);
    for (const Panel& panel : plan.paper.face(face)) {
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

void paintFoldEnds(QPainter& painter, const Job& job, const Plan& plan, Face face, const QColor& colour, double pixel)
{
    const double gap = job.zones.bleed.toMm() + 4 * pixel;
    const double height = job.flat.h.toMm();
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(colour, 1.4 * pixel, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    for (const FoldLine& fold : plan.paper.folds) {
        const double x = fold.x[std::size_t(face)].toMm();
        painter.setBrush(fold.valley[std::size_t(face)] ? QBrush(colour) : QBrush(Qt::NoBrush));
        const double w = 5 * pixel;
        const double h = 7 * pixel;
        painter.drawPolygon(QPolygonF({{x, -gap}, {x - w, -gap - h}, {x + w, -gap - h}}));
        painter.drawPolygon(QPolygonF({{x, height + gap}, {x - w, height + gap + h}, {x + w, height + gap + h}}));
    }
    painter.restore();
}

} // namespace hinge
