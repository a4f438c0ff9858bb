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
    const Paper& paper = plan.paper;
    const bool rows = paper.rows() > 1;
    const QRectF room = QRectF(rect()).adjusted(rows ? 70 : 46, 34, rows ? -34 : -20, -62);
    if (room.width() < 40 || room.height() < 40)
        return;
    const QRectF bleed = toMm(bleedOf(paper, face_));
    const double w = paper.flat.w.toMm();
    const double h = paper.flat.h.toMm();
    const double scale = std::min(room.width() / bleed.width(), room.height() / bleed.height());
    const QPointF origin(room.center().x() - bleed.center().x() * scale, room.center().y() - bleed.center().y() * scale);

    p.save();
    p.translate(origin);
    p.scale(scale, scale);
    const ZoneColours zones;
    p.fillRect(QRectF(0, 0, w, h), zones.paper);
    paintBleed(p, paper, face_, zones);
    paintUnsafe(p, paper, face_, zones);
    paintColumns(p, paper, face_, zones, 1 / scale);
    p.setFont(uiFont(type::note));
    paintKeepClear(p, paper, face_, zones, 1 / scale);
    paintCreases(p, paper, face_, 1 / scale);
    paintTrim(p, paper, face_, zones, 1 / scale);
    paintFoldEnds(p, paper, face_, t.accent, 1 / scale);
    p.restore();

    const double foot = origin.y() + bleed.bottom() * scale;
    const auto onScreen = [&](const Rect& r) { return QRectF(origin + toMm(r).topLeft() * scale, toMm(r).size() * scale); };
    for (const Panel& panel : paper.face(face_)) {
        const QRectF area = onScreen(panel.area);
        p.save();
        p.translate(area.center());
        QSizeF wide = area.size();
        // A narrow panel is labelled along its height; one that is read the other way up stands on its head.
        if (wide.width() < 58 && wide.height() > wide.width()) {
            p.rotate(90);
            wide.transpose();
        } else if (panel.headDown) {
            p.rotate(180);
        }
        const QRectF label(-wide.width() / 2 + 4, -wide.height() / 2, wide.width() - 8, wide.height());
        const bool low = wide.height() < 44;
        p.setPen(QColor(0x20, 0x26, 0x2D));
        p.setFont(uiFont(low ? type::note : type::body, QFont::DemiBold));
        p.drawText(label.adjusted(0, low ? 0 : -12, 0, low ? 0 : -12), Qt::AlignCenter | (low ? Qt::TextSingleLine : Qt::TextWordWrap), panel.roleName);
        if (!low) {
            p.setPen(QColor(0x59, 0x62, 0x6C));
            p.setFont(uiFont(type::note));
            p.drawText(label.translated(0, 18), Qt::AlignCenter | Qt::TextWordWrap, tr("read %1").arg(panel.readingNumber));
        }
        p.restore();
        if (paper.columns() > 1 && panel.position < paper.columns())
            paintDimensionAcross(p, area.left(), area.right(), foot + 22, formatNumber(panel.area.w, job.unit), t.ink2, t.ink);
        if (rows && panel.position % paper.columns() == 0)
            paintDimensionDown(p, origin.x() + bleed.left() * scale - 20, area.top(), area.bottom(), formatNumber(panel.area.h, job.unit), t.ink2, t.ink);
    }
    paintDimensionAcross(p, origin.x(), origin.x() + w * scale, foot + (paper.columns() > 1 ? 46 : 22), formatLength(paper.flat.w, job.unit), t.ink2, t.ink);
    paintDimensionDown(p, origin.x() + bleed.left() * scale - (rows ? 44 : 20), origin.y(), origin.y() + h * scale, formatNumber(paper.flat.h, job.unit), t.ink2, t.ink);
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
        const Size flat = document_.plan().paper.flat;
        const double scale = std::min(4.0, 720 * devicePixelRatioF() / document_.plan().paper.flat.w.toMm());
        for (const Face face : bothFaces) {
            QImage image(int(flat.w.toMm() * scale), int(flat.h.toMm() * scale), QImage::Format_RGB32);
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
