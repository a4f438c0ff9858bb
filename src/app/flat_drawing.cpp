// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/flat_drawing.h"

#include "app/dimension_lines.h"
#include "app/linked_files.h"
#include "app/theme.h"
#include "paint/piece_painter.h"

#include <QPainter>

namespace hinge {

FlatDrawing::FlatDrawing(Document& document, QWidget* parent) : QWidget(parent), document_(document)
{
    setObjectName(QStringLiteral("flatDrawing"));
    setAccessibleName(tr("Dimensioned drawing of the flat"));
    connect(&document_, &Document::changed, this, qOverload<>(&QWidget::update));
}

void FlatDrawing::setFace(Face face)
{
    face_ = face;
    update();
}

void FlatDrawing::paintEvent(QPaintEvent*)
{
    const Theme& t = Theme::of(this);
    const Job& job = document_.job();
    const Plan& plan = document_.plan();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const QRectF room = QRectF(rect()).adjusted(46, 34, -20, -62);
    if (room.width() < 40 || room.height() < 40)
        return;
    const double bleed = job.zones.bleed.toMm();
    const double w = job.flat.w.toMm();
    const double h = job.flat.h.toMm();
    const double scale = std::min(room.width() / (w + 2 * bleed), room.height() / (h + 2 * bleed));
    const QPointF origin(room.x() + (room.width() - w * scale) / 2, room.y() + (room.height() - h * scale) / 2);

    p.save();
    p.translate(origin);
    p.scale(scale, scale);
    const ZoneColours zones;
    p.fillRect(QRectF(0, 0, w, h), zones.paper);
    paintBleed(p, job, zones);
    paintUnsafe(p, plan, face_, zones);
    paintColumns(p, plan, face_, zones, 1 / scale);
    paintCreases(p, job, plan, face_, 1 / scale);
    paintTrim(p, job, zones, 1 / scale);
    paintFoldEnds(p, job, plan, face_, t.accent, 1 / scale);
    p.restore();

    const double foot = origin.y() + (h + bleed) * scale;
    for (const Panel& panel : plan.paper.face(face_)) {
        const double x0 = origin.x() + panel.area.x.toMm() * scale;
        const double x1 = origin.x() + panel.area.right().toMm() * scale;
        const QRectF area(x0 + 4, origin.y(), x1 - x0 - 8, h * scale);
        p.setPen(QColor(0x20, 0x26, 0x2D));
        p.setFont(uiFont(type::body, QFont::DemiBold));
        p.drawText(area.adjusted(0, -12, 0, -12), Qt::AlignCenter | Qt::TextWordWrap, panel.roleName);
        p.setPen(QColor(0x59, 0x62, 0x6C));
        p.setFont(uiFont(type::note));
        p.drawText(area.translated(0, 18), Qt::AlignCenter | Qt::TextWordWrap, tr("read %1").arg(panel.readingNumber));
        paintDimensionAcross(p, x0, x1, foot + 22, formatNumber(panel.area.w, job.unit), t.ink2, t.ink);
    }
    paintDimensionAcross(p, origin.x(), origin.x() + w * scale, foot + 46, formatLength(job.flat.w, job.unit), t.ink2, t.ink);
    paintDimensionDown(p, origin.x() - bleed * scale - 20, origin.y(), origin.y() + h * scale, formatNumber(job.flat.h, job.unit), t.ink2, t.ink);
}

StandingPiece::StandingPiece(Document& document, FacePainter& painter, QWidget* parent)
    : QWidget(parent), document_(document), painter_(painter)
{
    setObjectName(QStringLiteral("standingPiece"));
    setAccessibleName(tr("The piece, half open"));
    connect(&document_, &Document::changed, this, qOverload<>(&QWidget::update));
    connect(&document_.files(), &LinkedFiles::picturesChanged, this, [this] {
        stale_ = true;
        update();
    });
}

void StandingPiece::setOpenness(double openness)
{
    openness_ = openness;
    update();
}

void StandingPiece::paintEvent(QPaintEvent*)
{
    const Job& job = document_.job();
    if (printed_.update(job, document_.plan()))
        stale_ = true;
    if (stale_) {
        const double scale = std::min(4.0, 720 * devicePixelRatioF() / job.flat.w.toMm());
        for (const Face face : bothFaces) {
            QImage image(int(job.flat.w.toMm() * scale), int(job.flat.h.toMm() * scale), QImage::Format_RGB32);
            image.fill(QColor(0xFF, 0xFE, 0xFA));
            QPainter p(&image);
            p.setRenderHint(QPainter::Antialiasing);
            p.scale(scale, scale);
            painter_.paintContent(p, job, document_.plan(), face, true);
            p.end();
            faces_[std::size_t(face)] = image;
        }
        stale_ = false;
    }
    QPainter p(this);
    paintStandingPiece(p, QRectF(rect()).adjusted(8, 4, -8, -4), document_.plan(), openness_, faces_, QColor(0x20, 0x26, 0x2D, 160));
}

} // namespace hinge
