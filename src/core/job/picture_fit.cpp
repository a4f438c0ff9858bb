// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/job/picture_fit.h"

#include <algorithm>
#include <cmath>

namespace hinge
{

namespace
{

/// Where a picture begins along one direction when its focus is wanted in the middle of the frame.
Length begin(Length frameStart, Length frameLength, Length pictureLength, int focusMilli)
{
    const Length wanted = frameStart + frameLength.part(2) - Length::units(pictureLength.count() / 1000 * focusMilli);
    // A larger picture leaves no gap, a smaller one stays within the frame.
    const Length far = frameStart + frameLength - pictureLength;
    return std::clamp(wanted, std::min(frameStart, far), std::max(frameStart, far));
}

} // namespace

Rect pictureArea(const Rect& frame, PictureFit fit, const PictureCrop& crop, double ratio)
{
    const bool frameIsWider = frame.w.toMm() > frame.h.toMm() * ratio;
    const bool keepWidth = frameIsWider == (fit != PictureFit::Whole);
    double w = keepWidth ? frame.w.toMm() : frame.h.toMm() * ratio;
    if (fit == PictureFit::Own)
        w *= crop.scaleMilli / 1000.0;
    const bool asFrame = fit != PictureFit::Own || crop.scaleMilli == 1000;
    const Length width = asFrame && keepWidth ? frame.w : Length::nearestMm(w);
    const Length height = asFrame && !keepWidth ? frame.h : Length::nearestMm(w / ratio);
    if (fit == PictureFit::Whole)
        return {frame.x + (frame.w - width).part(2), frame.y + (frame.h - height).part(2), width, height};
    return {begin(frame.x, frame.w, width, crop.focusX), begin(frame.y, frame.h, height, crop.focusY), width, height};
}

PictureCrop movedBy(const Rect& frame, PictureFit fit, PictureCrop crop, double ratio, Length dx, Length dy)
{
    const Rect area = pictureArea(frame, fit, crop, ratio);
    const auto focus = [](Length frameStart, Length frameLength, Length start, Length length) {
        return std::clamp(int(std::lround((frameStart + frameLength.part(2) - start).toMm() / length.toMm() * 1000)), 0,
                          1000);
    };
    crop.focusX = focus(frame.x, frame.w, area.x + dx, area.w);
    crop.focusY = focus(frame.y, frame.h, area.y + dy, area.h);
    return crop;
}

} // namespace hinge
