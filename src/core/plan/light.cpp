// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/light.h"

#include <cmath>

namespace hinge
{
namespace
{

/// IEC 61966-2-1, 5.2: what a byte of the screen stands for.
double linear(int byte)
{
    const double share = byte / 255.0;
    return share <= 0.04045 ? share / 12.92 : std::pow((share + 0.055) / 1.055, 2.4);
}

struct Lab {
    double l, a, b;
};

/// CIE 15, 8.2.1, from the primaries of sRGB (IEC 61966-2-1, 5.2) by their own white.
Lab labOf(const Light& c)
{
    const auto f = [](double t) {
        constexpr double knee = 216.0 / 24389;
        return t > knee ? std::cbrt(t) : (t * 24389 / 27 + 16) / 116;
    };
    const double x = f((0.4124 * c.red + 0.3576 * c.green + 0.1805 * c.blue) / 0.9505);
    const double y = f(c.luminance());
    const double z = f((0.0193 * c.red + 0.1192 * c.green + 0.9505 * c.blue) / 1.089);
    return {116 * y - 16, 500 * (x - y), 200 * (y - z)};
}

} // namespace

Light lightOfScreen(int rgb) { return {linear(rgb >> 16 & 255), linear(rgb >> 8 & 255), linear(rgb & 255)}; }

double contrastRatio(const Light& one, const Light& other)
{
    constexpr double stray = 0.05; // light that falls on both
    const double a = one.luminance() + stray;
    const double b = other.luminance() + stray;
    return a > b ? a / b : b / a;
}

double colourDifference(const Light& one, const Light& other)
{
    const Lab a = labOf(one);
    const Lab b = labOf(other);
    return std::hypot(a.l - b.l, a.a - b.a, a.b - b.b);
}

double contrastWanted(Length size, bool bold) { return size >= Length::points(bold ? 14 : 18) ? 3 : 4.5; }

} // namespace hinge
