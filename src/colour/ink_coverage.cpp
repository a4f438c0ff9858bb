// SPDX-License-Identifier: GPL-3.0-or-later
#include "colour/ink_coverage.h"

namespace hinge
{

void InkCoverage::add(const uchar* cmyk, int pixels)
{
    for (int i = 0; i < pixels; ++i, cmyk += 4)
        ++pixels_[std::size_t((cmyk[0] + cmyk[1] + cmyk[2] + cmyk[3]) * 100 / 255)];
    total_ += pixels;
}

int InkCoverage::heaviest() const
{
    qint64 above = 0;
    for (int percent = 400; percent > 0; --percent) {
        above += pixels_[std::size_t(percent)];
        if (above * 1000 >= total_ && above > 0)
            return percent;
    }
    return 0;
}

} // namespace hinge
