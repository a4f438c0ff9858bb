// SPDX-License-Identifier: GPL-3.0-or-later
#include "colour/picture_inks.h"

#include <algorithm>
#include <array>

namespace hinge
{
namespace
{

using Pixel = std::array<int, 3>;
using Box = std::vector<Pixel>;

/// The channel in which the box is longest, and how long it is there.
std::pair<int, int> longestSide(const Box& box)
{
    std::pair<int, int> longest{0, -1};
    for (int c = 0; c < 3; ++c) {
        const auto [low, high] = std::ranges::minmax(box, {}, [c](const Pixel& p) { return p[std::size_t(c)]; });
        if (const int length = high[std::size_t(c)] - low[std::size_t(c)]; length > longest.second)
            longest = {c, length};
    }
    return longest;
}

QColor meanOf(const Box& box)
{
    std::array<qint64, 3> sum{};
    for (const Pixel& p : box)
        for (std::size_t c = 0; c < 3; ++c)
            sum[c] += p[c];
    const auto n = qint64(box.size());
    return QColor(int(sum[0] / n), int(sum[1] / n), int(sum[2] / n));
}

} // namespace

std::vector<QColor> coloursOf(const QImage& picture, int count)
{
    const QImage small =
        picture.scaled(64, 64, Qt::KeepAspectRatio, Qt::SmoothTransformation).convertToFormat(QImage::Format_ARGB32);
    Box all;
    for (int y = 0; y < small.height(); ++y)
        for (int x = 0; x < small.width(); ++x)
            if (const QRgb p = small.pixel(x, y); qAlpha(p) > 200)
                all.push_back({qRed(p), qGreen(p), qBlue(p)});
    if (all.empty())
        return {};
    std::vector<Box> boxes{std::move(all)};
    while (int(boxes.size()) < count) {
        const auto widest = std::ranges::max_element(boxes, {}, [](const Box& b) { return longestSide(b).second; });
        const auto [channel, length] = longestSide(*widest);
        if (length < 12)
            break; // what is left differs less than anybody would mix inks for
        Box low = std::move(*widest);
        const auto middle = low.begin() + std::ptrdiff_t(low.size() / 2);
        std::ranges::nth_element(low, middle, {}, [c = std::size_t(channel)](const Pixel& p) { return p[c]; });
        Box high(middle, low.end());
        low.erase(middle, low.end());
        *widest = std::move(low);
        boxes.push_back(std::move(high));
    }
    std::erase_if(boxes, [](const Box& b) { return b.empty(); });
    std::ranges::sort(boxes, std::greater{}, [](const Box& b) { return b.size(); });
    std::vector<QColor> out;
    for (const Box& box : boxes)
        out.push_back(meanOf(box));
    return out;
}

} // namespace hinge
