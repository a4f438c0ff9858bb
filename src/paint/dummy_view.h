// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/dummy/facet.h"

#include <QPolygonF>
#include <QRectF>
#include <QTransform>

namespace hinge
{

/// From where a dummy is looked at. It turns about its own middle; the paper's head stays up.
struct DummyEye {
    double aside = 0;  ///< degrees to the left (below 0) or right of straight in front; 180 is from behind
    double below = 0;  ///< degrees towards the foot; 90 is level with the table
    double nearer = 1; ///< 1 shows all of it, 2 twice as large
    bool operator==(const DummyEye&) const = default;
};

/// How the room comes onto a picture, in perspective.
class DummyView
{
public:
    /// What lies within `all` fits into `picture` looked at straight, at a nearness of 1.
    DummyView(const DummyEye& eye, const Extent3& all, const QRectF& picture);

    [[nodiscard]] QPointF project(Point3 p) const;
    [[nodiscard]] QPolygonF project(const std::vector<Point3>& corners) const;
    /// From millimetres on a surface to the picture.
    [[nodiscard]] QTransform ofSurface(const Pose& pose) const;
    [[nodiscard]] Point3 eye() const;
    /// A direction as whoever looks sees it: x to the right, y down, z towards the eye.
    [[nodiscard]] Point3 seen(Point3 way) const;
    /// Pixels to a millimetre in the middle.
    [[nodiscard]] double scale() const { return scale_; }

private:
    Point3 middle_;
    Point3 right_, down_, towards_;
    double distance_ = 1;
    double scale_ = 1;
    QPointF centre_;
};

} // namespace hinge
