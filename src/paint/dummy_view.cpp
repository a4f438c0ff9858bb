// SPDX-License-Identifier: GPL-3.0-or-later
#include "paint/dummy_view.h"

#include <QtMath>
#include <algorithm>
#include <cmath>

namespace hinge
{
namespace
{

/// The eye is so many times as far away as the piece is large: near enough to tell near from far, far enough to keep
/// right angles right.
constexpr double farAway = 3.4;

} // namespace

DummyView::DummyView(const DummyEye& eye, const Extent3& all, const QRectF& picture)
    : middle_(all.middle()), centre_(picture.center())
{
    const double a = qDegreesToRadians(eye.aside);
    const double b = qDegreesToRadians(eye.below);
    // First about the upright, then about the level.
    right_ = {std::cos(a), 0, -std::sin(a)};
    down_ = {-std::sin(a) * std::sin(b), std::cos(b), -std::cos(a) * std::sin(b)};
    towards_ = {std::sin(a) * std::cos(b), std::sin(b), std::cos(a) * std::cos(b)};
    const Point3 size = all.high - all.low;
    distance_ = std::max(1.0, lengthOf(size)) * farAway;
    // As large as it fits when it is looked at straight: it does not grow and shrink while it is turned.
    const double front = distance_ / (distance_ - size.z / 2);
    const double wide = std::max(1e-6, size.x / 2 * front);
    const double high = std::max(1e-6, size.y / 2 * front);
    scale_ = eye.nearer * std::min(picture.width() / 2 / wide, picture.height() / 2 / high);
}

Point3 DummyView::seen(Point3 way) const { return {dot(way, right_), dot(way, down_), dot(way, towards_)}; }

Point3 DummyView::eye() const { return middle_ + towards_ * distance_; }

QPointF DummyView::project(Point3 p) const
{
    const Point3 v = seen(p - middle_);
    const double near = scale_ * distance_ / std::max(distance_ * 0.02, distance_ - v.z);
    return centre_ + QPointF(v.x, v.y) * near;
}

QPolygonF DummyView::project(const std::vector<Point3>& corners) const
{
    QPolygonF out;
    out.reserve(qsizetype(corners.size()));
    for (const Point3& p : corners)
        out << project(p);
    return out;
}

QTransform DummyView::ofSurface(const Pose& pose) const
{
    const Point3 c = seen(pose.corner - middle_);
    const Point3 x = seen(pose.x);
    const Point3 y = seen(pose.y);
    const double k = scale_ * distance_;
    const auto row = [&](Point3 v, double w) {
        return std::array{k * v.x + centre_.x() * w, k * v.y + centre_.y() * w, w};
    };
    const auto [m11, m12, m13] = row(x, -x.z);
    const auto [m21, m22, m23] = row(y, -y.z);
    const auto [m31, m32, m33] = row(c, distance_ - c.z);
    return {m11, m12, m13, m21, m22, m23, m31, m32, m33};
}

} // namespace hinge
