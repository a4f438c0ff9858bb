// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/dummy/facet.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>

namespace hinge
{
namespace
{

/// In millimetres: paper is some 20 times as thick.
constexpr double nearPlane = 1e-4;

struct Plane {
    Point3 on;
    Point3 normal;
    [[nodiscard]] double of(Point3 p) const { return dot(p - on, normal); }
};

Plane planeOf(const Facet& facet) { return {facet.corners.front(), facet.normal()}; }

enum class Lies { Before, Behind, Within, Across };

Lies sideOf(const Plane& plane, const Facet& facet)
{
    bool before = false;
    bool behind = false;
    for (const Point3& p : facet.corners) {
        const double d = plane.of(p);
        before = before || d > nearPlane;
        behind = behind || d < -nearPlane;
    }
    return before && behind ? Lies::Across : before ? Lies::Before : behind ? Lies::Behind : Lies::Within;
}

/// The parts of a facet before and behind a plane that cuts it.
std::array<Facet, 2> parted(const Plane& plane, const Facet& facet)
{
    std::array<Facet, 2> parts{facet, facet};
    for (Facet& part : parts) {
        part.corners.clear();
        part.goesOn.clear();
    }
    const std::size_t n = facet.corners.size();
    const auto goesOn = [&](std::size_t i) { return i < facet.goesOn.size() && facet.goesOn[i]; };
    for (std::size_t i = 0; i < n; ++i) {
        const Point3& a = facet.corners[i];
        const Point3& b = facet.corners[(i + 1) % n];
        const double da = plane.of(a);
        const double db = plane.of(b);
        const auto add = [&](int side, Point3 p, bool on) {
            parts[std::size_t(side)].corners.push_back(p);
            parts[std::size_t(side)].goesOn.push_back(on);
        };
        const bool crosses = (da > nearPlane && db < -nearPlane) || (da < -nearPlane && db > nearPlane);
        // A corner in the plane belongs to both; the side along the plane is where the two hang together.
        for (const int side : {0, 1}) {
            const double d = side == 0 ? da : -da;
            const double next = side == 0 ? db : -db;
            if (d >= -nearPlane)
                add(side, a, goesOn(i) || (std::abs(d) <= nearPlane && next < -nearPlane));
        }
        if (crosses) {
            const Point3 p = a + (b - a) * (da / (da - db));
            add(da > 0 ? 0 : 1, p, true);
            add(da > 0 ? 1 : 0, p, goesOn(i));
        }
    }
    return parts;
}

/// The facet along which dividing cuts the fewest others; looked for among a few, for speed.
std::size_t bestDivider(const Facets& facets)
{
    const std::size_t tries = std::min<std::size_t>(facets.size(), 8);
    std::size_t best = 0;
    int fewest = std::numeric_limits<int>::max();
    for (std::size_t t = 0; t < tries; ++t) {
        const std::size_t candidate = t * facets.size() / tries;
        const Plane plane = planeOf(facets[candidate]);
        int cuts = 0;
        for (const Facet& f : facets)
            cuts += sideOf(plane, f) == Lies::Across ? 1 : 0;
        if (cuts < fewest) {
            fewest = cuts;
            best = candidate;
        }
        if (fewest == 0)
            break;
    }
    return best;
}

void order(Facets facets, Point3 eye, Facets& out)
{
    if (facets.empty())
        return;
    const Plane plane = planeOf(facets[bestDivider(facets)]);
    Facets before;
    Facets within;
    Facets behind;
    for (Facet& f : facets) {
        switch (sideOf(plane, f)) {
        case Lies::Before: before.push_back(std::move(f)); break;
        case Lies::Behind: behind.push_back(std::move(f)); break;
        case Lies::Within: within.push_back(std::move(f)); break;
        case Lies::Across: {
            auto parts = parted(plane, f);
            before.push_back(std::move(parts[0]));
            behind.push_back(std::move(parts[1]));
        }
        }
    }
    const bool eyeBefore = plane.of(eye) > 0;
    order(std::move(eyeBefore ? behind : before), eye, out);
    std::ranges::move(within, std::back_inserter(out));
    order(std::move(eyeBefore ? before : behind), eye, out);
}

} // namespace

Extent3 extentOf(const Facets& facets)
{
    constexpr double far = std::numeric_limits<double>::max();
    Extent3 e{{far, far, far}, {-far, -far, -far}};
    for (const Facet& f : facets)
        for (const Point3& p : f.corners) {
            e.low = {std::min(e.low.x, p.x), std::min(e.low.y, p.y), std::min(e.low.z, p.z)};
            e.high = {std::max(e.high.x, p.x), std::max(e.high.y, p.y), std::max(e.high.z, p.z)};
        }
    return facets.empty() ? Extent3{} : e;
}

Facets inPaintersOrder(const Facets& facets, Point3 eye)
{
    // What looks away is not seen, and everything is closed: nothing of it is missing from the order of the rest.
    Facets seen;
    std::ranges::copy_if(facets, std::back_inserter(seen), [&](const Facet& f) { return planeOf(f).of(eye) > 0; });
    Facets out;
    out.reserve(seen.size());
    order(std::move(seen), eye, out);
    return out;
}

} // namespace hinge
