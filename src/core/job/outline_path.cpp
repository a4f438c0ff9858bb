// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/job/outline_path.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace hinge
{
namespace
{

/// How far the controls of a cubic stand from its ends to draw a quarter of a circle of radius 1: 4/3 (√2 - 1).
constexpr double quarter = 0.5522847498307936;

std::vector<PathStep> roundedRectangle(double x, double y, double w, double h, double r)
{
    if (r <= 0)
        return {{PathStep::Move, {x, y}},
                {PathStep::Line, {x + w, y}},
                {PathStep::Line, {x + w, y + h}},
                {PathStep::Line, {x, y + h}},
                {PathStep::Close, {}}};
    const double k = r * (1 - quarter);
    return {{PathStep::Move, {x + r, y}},
            {PathStep::Line, {x + w - r, y}},
            {PathStep::Curve, {x + w, y + r}, {x + w - k, y}, {x + w, y + k}},
            {PathStep::Line, {x + w, y + h - r}},
            {PathStep::Curve, {x + w - r, y + h}, {x + w, y + h - k}, {x + w - k, y + h}},
            {PathStep::Line, {x + r, y + h}},
            {PathStep::Curve, {x, y + h - r}, {x + k, y + h}, {x, y + h - k}},
            {PathStep::Line, {x, y + r}},
            {PathStep::Curve, {x + r, y}, {x, y + k}, {x + k, y}},
            {PathStep::Close, {}}};
}

std::vector<PathStep> ellipse(double x, double y, double w, double h)
{
    const double a = w / 2, b = h / 2, cx = x + a, cy = y + b, ka = a * quarter, kb = b * quarter;
    return {{PathStep::Move, {cx, y}},
            {PathStep::Curve, {x + w, cy}, {cx + ka, y}, {x + w, cy - kb}},
            {PathStep::Curve, {cx, y + h}, {x + w, cy + kb}, {cx + ka, y + h}},
            {PathStep::Curve, {x, cy}, {cx - ka, y + h}, {x, cy + kb}},
            {PathStep::Curve, {cx, y}, {x, cy - kb}, {cx - ka, y}},
            {PathStep::Close, {}}};
}

std::vector<PathStep> freePath(double x, double y, double w, double h, const std::vector<OutlinePoint>& points)
{
    const auto at = [&](int px, int py) { return QPointF(x + w * px / outlineWhole, y + h * py / outlineWhole); };
    const auto lead = [&](const OutlinePoint& from, const OutlinePoint& to) -> PathStep {
        const bool straight = from.outX == from.x && from.outY == from.y && to.inX == to.x && to.inY == to.y;
        if (straight)
            return {PathStep::Line, at(to.x, to.y)};
        return {PathStep::Curve, at(to.x, to.y), at(from.outX, from.outY), at(to.inX, to.inY)};
    };
    std::vector<PathStep> path;
    std::size_t first = 0;
    for (std::size_t i = 0; i < points.size(); ++i) {
        if (i == 0 || points[i].begins) {
            first = i;
            path.push_back({PathStep::Move, at(points[i].x, points[i].y)});
        } else {
            path.push_back(lead(points[i - 1], points[i]));
        }
        if (i + 1 == points.size() || points[i + 1].begins) {
            if (const PathStep home = lead(points[i], points[first]); home.kind == PathStep::Curve)
                path.push_back(home);
            path.push_back({PathStep::Close, {}});
        }
    }
    return path;
}

} // namespace

std::vector<PathStep> outlinePath(const Rect& frame, const Item& item)
{
    const double x = frame.x.toMm(), y = frame.y.toMm(), w = frame.w.toMm(), h = frame.h.toMm();
    switch (item.outline) {
    case Outline::Rectangle: return roundedRectangle(x, y, w, h, std::min({item.cornerRadius.toMm(), w / 2, h / 2}));
    case Outline::Ellipse: return ellipse(x, y, w, h);
    case Outline::Line: return {{PathStep::Move, {x, y}}, {PathStep::Line, {x + w, y + h}}};
    case Outline::Free: return freePath(x, y, w, h, item.points);
    case Outline::Polygon: break;
    }
    std::vector<PathStep> path;
    for (int i = 0; i < item.corners; ++i) {
        const double turn = 2 * std::numbers::pi * i / item.corners;
        path.push_back({i == 0 ? PathStep::Move : PathStep::Line,
                        {x + w / 2 + w / 2 * std::sin(turn), y + h / 2 - h / 2 * std::cos(turn)}});
    }
    path.push_back({PathStep::Close, {}});
    return path;
}

} // namespace hinge
