// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/units/length.h"

#include <cmath>

namespace hinge
{

Length Length::nearestMm(double mm) { return Length(std::llround(mm * double(perMm))); }
Length Length::nearestPoints(double pt) { return Length(std::llround(pt * double(perPoint))); }

std::vector<Length> share(Length whole, int parts)
{
    std::vector<Length> out;
    if (parts <= 0)
        return out;
    const std::int64_t each = whole.count() / parts;
    const std::int64_t left = whole.count() % parts;
    const std::int64_t step = left < 0 ? -1 : 1;
    out.reserve(std::size_t(parts));
    for (int i = 0; i < parts; ++i)
        out.push_back(Length::units(each + (i < left * step ? step : 0)));
    return out;
}

} // namespace hinge
