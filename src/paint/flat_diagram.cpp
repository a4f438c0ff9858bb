// SPDX-License-Identifier: GPL-3.0-or-later
#include "paint/flat_diagram.h"

namespace hinge {

void paintFlatDiagram(QPainter& p, const QRectF& target, const Job& job, const Plan& plan, Face face, const DiagramStyle& style)
{
    p.setRenderHint(QPainter::Antialiasing);
    const Paper& paper = plan.paper;
    const bool rows = paper.rows() > 1;
    const QRectF room = target.adjusted(rows ? 70 : 46, 34, rows ? -34 : -20, -70);
    if (room.width() < 40 || room.height() < 40)
        return;
    const QRectF bleed = toMm(bleedOf(paper, face));
    const double w = paper.flat.w.toMm();
    const double h = paper.flat.h.toMm();
    const double scale = std::min(room.width() / bleed.width(), room.height() / bleed.height());
    const QPointF origin(room.center().x() - bleed.center().x() * scale, room.center().y() - bleed.center().y() * scale);

    p.save();
    p.translate(origin);
    p.scale(scale, scale);
    const ZoneColours zones;
    p.fillRect(QRectF(0, 0, w, h), zones.paper);
    paintBleed(p, paper, face, zones);
    paintUnsafe(p, paper, face, zones);
    paintColumns(p, paper, face, zones, 1 / scale);
    p.setFont(style.note);
    paintKeepClear(p, paper, face, zones, 1 / scale);
    paintCreases(p, paper, face, 1 / scale);
    paintTrim(p, paper, face, zones, 1 / scale);
    paintFoldEnds(p, paper, face, style.accent, 1 / scale);
    p.restore();

    const double foot = origin.y() + bleed.bottom() * scale;
    const auto onScreen = [&](const Rect& r) { return QRectF(origin + toMm(r).topLeft() * scale, toMm(r).size() * scale); };
    for (const Panel& panel : paper.face(face)) {
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
        p.setFont(low ? style.note : style.role);
        if (low) {
            p.drawText(label, Qt::AlignCenter | Qt::TextSingleLine, panel.roleName);
        } else {
            // The role, over as many lines as it needs, and below it when it is read.
            const double height = p.boundingRect(label, Qt::AlignCenter | Qt::TextWordWrap, panel.roleName).height();
            p.drawText(label.translated(0, -12), Qt::AlignCenter | Qt::TextWordWrap, panel.roleName);
            p.setPen(QColor(0x59, 0x62, 0x6C));
            p.setFont(style.note);
            p.drawText(QRectF(label.left(), height / 2 - 4, label.width(), 18), Qt::AlignCenter, QObject::tr("read %1").arg(panel.readingNumber));
        }
        p.restore();
        if (paper.columns() > 1 && panel.position < paper.columns())
            paintDimensionAcross(p, area.left(), area.right(), foot + 30, formatNumber(panel.area.w, job.unit), style.dimensions);
        if (rows && panel.position % paper.columns() == 0)
            paintDimensionDown(p, origin.x() + bleed.left() * scale - 20, area.top(), area.bottom(), formatNumber(panel.area.h, job.unit), style.dimensions);
    }
    paintDimensionAcross(p, origin.x(), origin.x() + w * scale, foot + (paper.columns() > 1 ? 54 : 26), formatLength(paper.flat.w, job.unit), style.dimensions);
    paintDimensionDown(p, origin.x() + bleed.left() * scale - (rows ? 44 : 20), origin.y(), origin.y() + h * scale, formatNumber(paper.flat.h, job.unit), style.dimensions);
}

} // namespace hinge
