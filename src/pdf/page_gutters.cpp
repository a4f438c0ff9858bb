// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/page_gutters.h"

#include <cmath>

namespace hinge
{
namespace
{

constexpr int change = 20;            ///< grey levels from one pixel to the next that the eye takes for an edge
constexpr double stray = 0.004;       ///< share of rows that may have one all the same
constexpr double narrowest = 2;       ///< millimetres; what is narrower is a gap between words
constexpr double keptFromEnds = 0.06; ///< of the height: running heads and numbers stand there

} // namespace

std::vector<std::pair<Length, Length>> guttersOf(const QImage& image, const QRectF& trim, Length width)
{
    const QImage grey = image.convertToFormat(QImage::Format_Grayscale8);
    const QRect area = trim.toAlignedRect() & grey.rect();
    std::vector<std::pair<Length, Length>> out;
    if (area.width() < 8 || area.height() < 8)
        return out;
    const int top = area.top() + int(area.height() * keptFromEnds);
    const int bottom = area.bottom() - int(area.height() * keptFromEnds);
    std::vector<int> edges(std::size_t(area.width()), 0);
    for (int y = top; y <= bottom; ++y) {
        const uchar* row = grey.constScanLine(y) + area.left();
        for (int x = 0; x + 1 < area.width(); ++x)
            edges[std::size_t(x)] += std::abs(row[x] - row[x + 1]) > change ? 1 : 0;
    }
    const int most = std::max(1, int((bottom - top) * stray));
    const double perPixel = width.toMm() / trim.width();
    const double first = area.left() - trim.left();
    int from = -1;
    for (int x = 0; x <= area.width(); ++x) {
        const bool blank = x + 1 < area.width() && edges[std::size_t(x)] <= most;
        if (blank && from < 0)
            from = x;
        if (!blank && from >= 0) {
            // An edge between two pixels is counted for the left one: the strip begins right of it.
            if ((x + 1 - from) * perPixel >= narrowest)
                out.emplace_back(Length::nearestMm((first + from) * perPixel),
                                 Length::nearestMm((first + x + 1) * perPixel));
            from = -1;
        }
    }
    return out;
}

} // namespace hinge
