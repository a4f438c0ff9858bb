// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/dummy/space.h"

#include <cmath>

namespace hinge
{

double lengthOf(Point3 a) { return std::sqrt(dot(a, a)); }

Point3 unit(Point3 a)
{
    const double length = lengthOf(a);
    return length > 0 ? a * (1 / length) : a;
}

namespace
{

Point3 turnedWay(Point3 way, Point3 along, double angle)
{
    return way * std::cos(angle) + cross(along, way) * std::sin(angle) +
           along * (dot(along, way) * (1 - std::cos(angle)));
}

} // namespace

Point3 turned(Point3 p, const TurningLine& line, double angle)
{
    return line.on + turnedWay(p - line.on, line.along, angle);
}

Pose turned(const Pose& pose, const TurningLine& line, double angle)
{
    return {turned(pose.corner, line, angle), turnedWay(pose.x, line.along, angle),
            turnedWay(pose.y, line.along, angle), turnedWay(pose.z, line.along, angle)};
}

} // namespace hinge
