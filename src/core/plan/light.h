// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/content.h"

#include <functional>

namespace hinge
{

/// The light that paper or ink sends back, by the primaries of sRGB (IEC 61966-2-1) but linear: 0 none, 1 as much as
/// white paper.
struct Light {
    double red = 1;
    double green = 1;
    double blue = 1;
    bool operator==(const Light&) const = default;
    /// Through a layer that lets only so much of each pass, as ink on tinted paper does.
    [[nodiscard]] Light through(const Light& filter) const
    {
        return {red * filter.red, green * filter.green, blue * filter.blue};
    }
    /// With a share of another colour over it, 0 to 1.
    [[nodiscard]] Light under(const Light& above, double share) const
    {
        const auto mixed = [share](double low, double high) { return low + (high - low) * share; };
        return {mixed(red, above.red), mixed(green, above.green), mixed(blue, above.blue)};
    }
    /// How bright it looks, 0 to 1: relative luminance (ITU-R BT.709).
    [[nodiscard]] double luminance() const { return 0.2126 * red + 0.7152 * green + 0.0722 * blue; }
};

/// Of a colour of the screen, 0xRRGGBB; `Stock::tint` is one.
[[nodiscard]] Light lightOfScreen(int rgb);

/// What a process colour at a strength sends back on white paper. Made from a press profile, outside core.
using LightOfInk = std::function<Light(const Cmyk&, Percent)>;

/// How far two colours are apart in brightness: 1 for the same, 21 for black and white (WCAG 2.2, "contrast ratio").
[[nodiscard]] double contrastRatio(const Light& one, const Light& other);

/// How far two colours are apart to the eye (CIE 1976, delta E*ab). Below about 2 hardly anybody sees a difference.
[[nodiscard]] double colourDifference(const Light& one, const Light& other);

/// What type must stand out by to be read: 4.5, and 3 when it is large, from 18 points, bold from 14 (WCAG 2.2,
/// success criterion 1.4.3). Written for screens; paper has no published value of its own.
[[nodiscard]] double contrastWanted(Length size, bool bold);

} // namespace hinge
