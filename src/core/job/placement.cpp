// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/job/placement.h"

#include <cmath>

namespace hinge
{

PageLie lieOf(Size surface, Size pageTrim, const Placement& placement)
{
    const Rect whole{{}, {}, pageTrim.w, pageTrim.h};
    const Rect part = placement.part.value_or(whole);
    const double scale = placement.scale.share();
    const int quarters = int(placement.turn) / 90;
    const bool lies = quarters % 2 == 1;
    // Scaled, it is rounded once; unscaled it stays exact.
    const auto scaled = [&](Length l) {
        return placement.scale == Percent(100) ? l : Length::nearestMm(l.toMm() * scale);
    };
    const Size size{scaled(lies ? part.h : part.w), scaled(lies ? part.w : part.h)};
    PageLie lie;
    lie.trim = {(surface.w - size.w).part(2) + placement.shift.x, (surface.h - size.h).part(2) + placement.shift.y,
                size.w, size.h};

    // A quarter clockwise takes the page's right to down, and its down to left.
    static constexpr int right[4][2] = {{1, 0}, {0, 1}, {-1, 0}, {0, -1}};
    lie.a = scale * right[quarters][0];
    lie.b = scale * right[quarters][1];
    lie.c = -lie.b;
    lie.d = lie.a;
    // The middle of the part comes to the middle of its place.
    const Point from = part.middle();
    const Point to = lie.trim.middle();
    lie.e = to.x.toMm() - lie.a * from.x.toMm() - lie.c * from.y.toMm();
    lie.f = to.y.toMm() - lie.b * from.x.toMm() - lie.d * from.y.toMm();

    // Open where the part reaches the trim of the page; sides go round with the turn.
    constexpr Length open = Length::mm(1000);
    const bool outer[4] = {part.x <= whole.x, part.y <= whole.y, part.right() >= whole.right(),
                           part.bottom() >= whole.bottom()}; // left, head, right, foot
    const auto beyond = [&](int side) { return outer[(side - quarters + 4) % 4] ? open : Length(); };
    lie.window = Rect::fromEdges(lie.trim.x - beyond(0), lie.trim.y - beyond(1), lie.trim.right() + beyond(2),
                                 lie.trim.bottom() + beyond(3));
    return lie;
}

} // namespace hinge
