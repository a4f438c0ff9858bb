// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>

namespace testing
{

/// True when something dark is at a place of a picture, or a pixel beside it.
inline bool darkNear(const QImage& image, int x, int y)
{
    for (int dy = -1; dy <= 1; ++dy)
        for (int dx = -1; dx <= 1; ++dx)
            if (image.valid(x + dx, y + dy) && image.pixelColor(x + dx, y + dy).lightness() < 170)
                return true;
    return false;
}

/// How alike the dark parts of two pictures are.
struct Likeness {
    int ink = 0;   ///< dark pixels of the first
    int apart = 0; ///< dark in one, and nothing dark within a pixel in the other
};

/// Looks at an area of both. A pixel is what renderers may differ by at an edge.
inline Likeness likeness(const QImage& a, const QImage& b, const QRect& area)
{
    Likeness out;
    for (int y = area.top(); y <= area.bottom(); ++y)
        for (int x = area.left(); x <= area.right(); ++x) {
            const bool inA = a.valid(x, y) && a.pixelColor(x, y).lightness() < 90;
            const bool inB = b.valid(x, y) && b.pixelColor(x, y).lightness() < 90;
            out.ink += inA ? 1 : 0;
            out.apart += (inA && !darkNear(b, x, y)) || (inB && !darkNear(a, x, y)) ? 1 : 0;
        }
    return out;
}

} // namespace testing
