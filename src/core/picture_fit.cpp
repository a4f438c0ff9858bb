// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/picture_fit.h"

namespace hinge {

Rect pictureArea(const Rect& frame, PictureFit fit, double ratio)
{
    const bool frameIsWider = frame.w.toMm() > frame.h.toMm() * ratio;
    const bool keepWidth = frameIsWider == (fit == PictureFit::Fill);
    const Length w = keepWidth ? frame.w : Length::nearestMm(frame.h.toMm() * ratio);
    const Length h = keepWidth ? Length::nearestMm(frame.w.toMm() / ratio) : frame.h;
    return {frame.x + (frame.w - w).part(2), frame.y + (frame.h - h).part(2), w, h};
}

Point suppliedCorner(Size flat, Size pageTrim)
{
    return {(flat.w - pageTrim.w).part(2), (flat.h - pageTrim.h).part(2)};
}

} // namespace hinge
