// SPDX-License-Identifier: GPL-3.0-or-later
#include "typeset/free_stretch.h"

#include <algorithm>
#include <optional>

namespace hinge
{
namespace
{

/// From where to where an outline reaches within a band.
std::optional<std::pair<double, double>> reachWithin(const QPolygonF& outline, double head, double foot)
{
    std::optional<std::pair<double, double>> reach;
    const auto take = [&](double x) {
        reach = reach ? std::pair(std::min(reach->first, x), std::max(reach->second, x)) : std::pair(x, x);
    };
    for (qsizetype i = 0; i < outline.size(); ++i) {
        QPointF a = outline[i];
        QPointF b = outline[(i + 1) % outline.size()];
        if (a.y() > b.y())
            std::swap(a, b);
        if (b.y() <= head || a.y() >= foot)
            continue;
        const auto at = [&](double y) {
            return b.y() > a.y() ? a.x() + (b.x() - a.x()) * (y - a.y()) / (b.y() - a.y()) : a.x();
        };
        take(at(std::max(a.y(), head)));
        take(at(std::min(b.y(), foot)));
    }
    return reach;
}

using Spans = std::vector<std::pair<double, double>>;

/// Where a level line is inside an outline (odd crossings).
Spans insideAt(const QPolygonF& outline, double y)
{
    std::vector<double> crossings;
    for (qsizetype i = 0; i < outline.size(); ++i) {
        const QPointF a = outline[i];
        const QPointF b = outline[(i + 1) % outline.size()];
        if ((a.y() <= y) != (b.y() <= y))
            crossings.push_back(a.x() + (b.x() - a.x()) * (y - a.y()) / (b.y() - a.y()));
    }
    std::ranges::sort(crossings);
    Spans out;
    for (std::size_t i = 0; i + 1 < crossings.size(); i += 2)
        out.emplace_back(crossings[i], crossings[i + 1]);
    return out;
}

Spans common(const Spans& a, const Spans& b)
{
    Spans out;
    for (const auto& [left, right] : a)
        for (const auto& [from, to] : b)
            if (std::min(right, to) > std::max(left, from))
                out.emplace_back(std::max(left, from), std::min(right, to));
    return out;
}

} // namespace

Stretch widestWithin(const Stretch& line, double head, double foot, const QPolygonF& outline)
{
    // Between two corners sides are straight: what is inside at both ends of such a band, and at every corner in it, is
    // so all of the way.
    constexpr double hairline = 1e-6;
    std::vector<double> levels{head, foot};
    for (const QPointF& corner : outline)
        if (corner.y() > head && corner.y() < foot)
            for (const double y : {corner.y() - hairline, corner.y() + hairline})
                levels.push_back(y);
    Spans inside{{line.left, line.right()}};
    for (const double y : levels)
        inside = common(inside, insideAt(outline, y));
    Stretch best{line.left, 0};
    for (const auto& [left, right] : inside)
        if (right - left > best.width)
            best = {left, right - left};
    return best;
}

Stretch widestStretch(const Stretch& line, double head, double foot, const std::vector<QPolygonF>& obstacles)
{
    std::vector<std::pair<double, double>> taken;
    for (const QPolygonF& outline : obstacles)
        if (const auto reach = reachWithin(outline, head, foot))
            taken.push_back(*reach);
    std::ranges::sort(taken);
    Stretch best{line.left, 0};
    double from = line.left;
    const auto offer = [&](double to) {
        if (to - from > best.width)
            best = {from, to - from};
    };
    for (const auto& [left, right] : taken) {
        offer(std::min(left, line.right()));
        from = std::max(from, right);
    }
    offer(line.right());
    return best;
}

} // namespace hinge
