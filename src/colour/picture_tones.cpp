// SPDX-License-Identifier: GPL-3.0-or-later
#include "colour/picture_tones.h"

namespace hinge
{

Tones tonesOf(const QImage& image, int longest)
{
    if (image.isNull())
        return {};
    const QImage small = (std::max(image.width(), image.height()) > longest
                              ? image.scaled(longest, longest, Qt::KeepAspectRatio, Qt::SmoothTransformation)
                              : image)
                             .convertToFormat(QImage::Format_ARGB32);
    Tones out{small.width(), small.height(), {}};
    out.cells.reserve(std::size_t(small.width()) * std::size_t(small.height()));
    for (int y = 0; y < small.height(); ++y)
        for (int x = 0; x < small.width(); ++x)
            out.cells.push_back(small.pixel(x, y));
    return out;
}

} // namespace hinge
