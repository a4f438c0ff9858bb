// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace hinge
{

/// A place in the room about a piece, or a way through it, in millimetres: x to the right and y to the foot of what is
/// looked at, z towards whoever looks.
struct Point3 {
    double x = 0, y = 0, z = 0;
    bool operator==(const Point3&) const = default;
};

[[nodiscard]] constexpr Point3 operator+(Point3 a, Point3 b) { return {a.x + b.x, a.y + b.y, a.z + b.z}; }
[[nodiscard]] constexpr Point3 operator-(Point3 a, Point3 b) { return {a.x - b.x, a.y - b.y, a.z - b.z}; }
[[nodiscard]] constexpr Point3 operator*(Point3 a, double k) { return {a.x * k, a.y * k, a.z * k}; }
[[nodiscard]] constexpr double dot(Point3 a, Point3 b) { return a.x * b.x + a.y * b.y + a.z * b.z; }
[[nodiscard]] constexpr Point3 cross(Point3 a, Point3 b)
{
    return {a.y * b.z - a.z * b.y, a.z * b.x - a.x * b.z, a.x * b.y - a.y * b.x};
}
[[nodiscard]] double lengthOf(Point3 a);
/// Of length 1; nothing has no direction and stays nothing.
[[nodiscard]] Point3 unit(Point3 a);

/// From 0 to 1 as a hand moves: slowly at first and at last.
[[nodiscard]] constexpr double eased(double t) { return t * t * (3 - 2 * t); }

/// A line that something turns about: a point of it, and its direction as a unit vector.
struct TurningLine {
    Point3 on;
    Point3 along;
};

/// A point turned about a line by an angle in radians; Rodrigues' rotation formula.
[[nodiscard]] Point3 turned(Point3 p, const TurningLine& line, double angle);

/// Where something rigid lies: the place of its own corner, and the directions of its own x, y and z.
struct Pose {
    Point3 corner;
    Point3 x{1, 0, 0};
    Point3 y{0, 1, 0};
    Point3 z{0, 0, 1};

    /// From its own measures to the room, and back.
    [[nodiscard]] Point3 out(Point3 own) const { return corner + direction(own); }
    [[nodiscard]] Point3 direction(Point3 own) const { return x * own.x + y * own.y + z * own.z; }
    [[nodiscard]] Point3 in(Point3 room) const
    {
        const Point3 d = room - corner;
        return {dot(d, x), dot(d, y), dot(d, z)};
    }
};
[[nodiscard]] Pose turned(const Pose& pose, const TurningLine& line, double angle);

} // namespace hinge
