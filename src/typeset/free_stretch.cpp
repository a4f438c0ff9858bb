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

} // namespace

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
