// SPDX-License-Identifier: GPL-3.0-or-later
#include "paint/piece_painter.h"

#include "core/piece/opening.h"

#include <QVector3D>
#include <algorithm>
#include <cmath>

namespace hinge
{
namespace
{

/// A viewer a little to the side of and above the piece.
class Camera
{
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
    /// How near to the viewer.
    [[nodiscard]] double depth(double x, double y, double z) const
    {
        const double z1 = -x * std::sin(-0.30) + z * std::cos(-0.30);
        return -y * std::sin(0.20) + z1 * std::cos(0.20);
    }

private:
    double distance_;
};

struct Quad {
    QPolygonF corners; ///< head-left, head-right, foot-right, foot-left of the inside face as seen
    double depth = 0;
    bool insideSeen = true;
    int column = 0;
    int row = 0;
    bool isLeaf = false; ///< of the text: blank paper
    double slope = 0;    ///< how far it is turned away from the viewer, for its shade
};

Quad quadOf(const Camera& camera, const PanelPose& pose, Point3 middle)
{
    Quad q;
    q.column = pose.column;
    q.row = pose.row;
    for (const Point3& c : pose.corners) {
        q.corners << camera.project(c.x - middle.x, c.y - middle.y, c.z);
        q.depth += camera.depth(c.x - middle.x, c.y - middle.y, c.z) / 4;
    }
    // Seen from the other side the corners run the other way round.
    const QPointF a = q.corners[1] - q.corners[0];
    const QPointF b = q.corners[3] - q.corners[0];
    q.insideSeen = a.x() * b.y() - a.y() * b.x() > 0;
    const Point3& l = pose.corners[0];
    const Point3& r = pose.corners[1];
    const Point3& f = pose.corners[3];
    const double across = std::abs(r.z - l.z) / std::max(1.0, std::hypot(r.x - l.x, r.y - l.y, r.z - l.z));
    const double down = std::abs(f.z - l.z) / std::max(1.0, std::hypot(f.x - l.x, f.y - l.y, f.z - l.z));
    q.slope = std::max(across, down);
    return q;
}

} // namespace

void paintStandingPiece(QPainter& painter, const QRectF& target, const Plan& plan, double openness,
                        const std::array<QImage, 2>& faces, const QColor& line, PieceScale fit)
{
    const Paper& paper = plan.paper;
    const auto poses = openedPiece(paper, openness);
    const double height = paper.flat.h.toMm();
    const double span = paper.flat.w.toMm();
    const Camera camera(std::max(height, span) * 4);

    Point3 middle;
    for (const PanelPose& p : poses)
        for (const Point3& c : p.corners) {
            middle.x += c.x / 4 / double(poses.size());
            middle.y += c.y / 4 / double(poses.size());
        }
    std::vector<Quad> quads;
    for (const PanelPose& p : poses)
        quads.push_back(quadOf(camera, p, middle));
    const bool hasBlock = plan.book.has_value() || paper.spineColumn > 0;
    if (hasBlock)
        for (const PanelPose& p : leavesBetween(paper, openness, plan.book && plan.book->leaves < 14 ? 4 : 9)) {
            quads.push_back(quadOf(camera, p, middle));
            quads.back().isLeaf = true;
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
        const QPointF away(6 / std::max(0.3, scale), 5 / std::max(0.3, scale));
        shadow.addPolygon(QPolygonF({q.corners[3], q.corners[2], q.corners[2] + away, q.corners[3] + away}));
        painter.fillPath(shadow, QColor(0, 0, 0, 26));
    }
    for (const Quad& q : quads) {
        QPainterPath outline;
        outline.addPolygon(q.corners);
        outline.closeSubpath();
        painter.fillPath(outline, QColor(0xFF, 0xFE, 0xFA));
        const Face face = q.insideSeen ? Face::Inside : Face::Outside;
        const QImage& image = faces[std::size_t(face)];
        if (!image.isNull() && !q.isLeaf) {
            const Panel& panel = paper.panelOn(face, q.column, q.row);
            const double perMm = image.width() / span;
            const QRectF source(panel.area.x.toMm() * perMm, panel.area.y.toMm() * perMm, panel.area.w.toMm() * perMm,
                                panel.area.h.toMm() * perMm);
            const QPolygonF from({source.topLeft(), source.topRight(), source.bottomRight(), source.bottomLeft()});
            // Seen from outside, left and right (or head and foot) change places.
            const QPolygonF& c = q.corners;
            const QPolygonF to = q.insideSeen    ? c
                                 : paper.tumbled ? QPolygonF({c[3], c[2], c[1], c[0]})
                                                 : QPolygonF({c[1], c[0], c[3], c[2]});
            QTransform map;
            if (QTransform::quadToQuad(from, to, map)) {
                painter.save();
                painter.setClipPath(outline, Qt::IntersectClip);
                painter.setTransform(map, true);
                painter.drawImage(source, image, source);
                painter.restore();
            }
        }
        const int shade = int(std::clamp(q.slope * 52.0 + (q.insideSeen ? 0 : 8), 0.0, 80.0));
        painter.fillPath(outline, QColor(20, 24, 30, shade));
        painter.setPen(QPen(line, 0));
        painter.setBrush(Qt::NoBrush);
        painter.drawPath(outline);
    }
    painter.restore();
}

} // namespace hinge
