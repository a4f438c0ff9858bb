// SPDX-License-Identifier: GPL-3.0-or-later
#include "paint/piece_painter.h"

#include "core/opening.h"

#include <QVector3D>
#include <algorithm>
#include <cmath>

namespace hinge {
namespace {

/// A viewer a little to the side of and above the piece.
class Camera {
public:
    explicit Camera(double distance) : distance_(distance) {}

    [[nodiscard]] QPointF project(double x, double y, double z) const
    {
        const double turn = -0.30;
        const double tilt = 0.20;
        const double x1 = x * std::cos(turn) + z * std::sin(turn);
        const double z1 = -x * std::sin(turn) + z * std::cos(turn);
        const double y1 = y * std::cos(tilt) + z1 * std::sin(tilt);
        const double z2 = -y * std::sin(tilt) + z1 * std::cos(tilt);
        const double scale = distance_ / (distance_ - z2);
        return {x1 * scale, y1 * scale};
    }
    [[nodiscard]] double depth(double x, double z) const { return -x * std::sin(-0.30) + z * std::cos(-0.30); }

private:
    double distance_;
};

struct Quad {
    QPolygonF corners; ///< head-left, head-right, foot-right, foot-left as seen
    double depth = 0;
    bool insideSeen = true;
    int column = 0;
    double slope = 0; ///< how far it is turned away from the viewer, for its shade
};

} // namespace

void paintStandingPiece(QPainter& painter, const QRectF& target, const Plan& plan, double openness,
                        const std::array<QImage, 2>& faces, const QColor& line, PieceScale fit)
{
    const auto poses = openedPiece(plan.paper, openness);
    const double height = plan.paper.face(Face::Inside).front().area.h.toMm();
    double span = 0;
    for (const Length w : plan.paper.widths)
        span += w.toMm();
    const Camera camera(std::max(height, span) * 4);

    double middle = 0;
    for (const PanelPose& p : poses)
        middle += (p.x0 + p.x1) / 2 / double(poses.size());
    std::vector<Quad> quads;
    for (const PanelPose& p : poses) {
        Quad q;
        const double y = height / 2;
        q.corners << camera.project(p.x0 - middle, -y, p.z0) << camera.project(p.x1 - middle, -y, p.z1)
                  << camera.project(p.x1 - middle, y, p.z1) << camera.project(p.x0 - middle, y, p.z0);
        q.depth = camera.depth((p.x0 + p.x1) / 2 - middle, (p.z0 + p.z1) / 2);
        // Seen from the other side the corners run the other way round.
        const QPointF a = q.corners[1] - q.corners[0];
        const QPointF b = q.corners[3] - q.corners[0];
        q.insideSeen = a.x() * b.y() - a.y() * b.x() > 0;
        q.column = p.column;
        q.slope = (p.z1 - p.z0) / std::max(1.0, std::hypot(p.x1 - p.x0, p.z1 - p.z0));
        quads.push_back(q);
    }
    std::ranges::stable_sort(quads, {}, &Quad::depth);

    QRectF bounds;
    for (const Quad& q : quads)
        bounds = bounds.united(q.corners.boundingRect());
    const QSizeF room = fit == PieceScale::Fill ? bounds.size() : QSizeF(span * 1.04, height * 1.16);
    const double scale = std::min(target.width() / room.width(), target.height() / room.height());
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    painter.translate(target.center());
    painter.scale(scale, scale);
    painter.translate(-bounds.center());

    for (const Quad& q : quads) {
        // A soft contact shadow under the foot.
        QPainterPath shadow;
        shadow.addPolygon(QPolygonF({q.corners[3], q.corners[2], q.corners[2] + QPointF(6, 5), q.corners[3] + QPointF(6, 5)}));
        painter.fillPath(shadow, QColor(0, 0, 0, 26));
    }
    for (const Quad& q : quads) {
        const Face face = q.insideSeen ? Face::Inside : Face::Outside;
        const auto& panels = plan.paper.face(face);
        const int position = face == Face::Outside ? q.column : int(panels.size()) - 1 - q.column;
        const Panel& panel = panels[std::size_t(position)];
        QPainterPath outline;
        outline.addPolygon(q.corners);
        outline.closeSubpath();
        painter.fillPath(outline, QColor(0xFF, 0xFE, 0xFA));
        const QImage& image = faces[std::size_t(face)];
        if (!image.isNull()) {
            const double perMm = image.width() / span;
            const QRectF source(panel.area.x.toMm() * perMm, 0, panel.area.w.toMm() * perMm, image.height());
            const QPolygonF from({source.topLeft(), source.topRight(), source.bottomRight(), source.bottomLeft()});
            // Seen from outside, left and right change places.
            const QPolygonF to = q.insideSeen ? q.corners : QPolygonF({q.corners[1], q.corners[0], q.corners[3], q.corners[2]});
            QTransform map;
            if (QTransform::quadToQuad(from, to, map)) {
                painter.save();
                painter.setClipPath(outline, Qt::IntersectClip);
                painter.setTransform(map, true);
                painter.drawImage(source, image, source);
                painter.restore();
            }
        }
        const int shade = int(std::clamp(std::abs(q.slope) * 52.0 + (q.insideSeen ? 0 : 8), 0.0, 80.0));
        painter.fillPath(outline, QColor(20, 24, 30, shade));
        painter.setPen(QPen(line, 0));
        painter.setBrush(Qt::NoBrush);
        painter.drawPath(outline);
    }
    painter.restore();
}

} // namespace hinge
