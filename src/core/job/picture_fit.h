// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/content.h"

namespace hinge
{

/// Where a picture of this width-to-height ratio lies in its frame: it fills it (and is cropped), lies in it whole, or
/// has a scale of its own. What is cropped leaves the focus as near to the middle of the frame as the picture allows.
/// `ratio` must be above 0.
[[nodiscard]] Rect pictureArea(const Rect& frame, PictureFit fit, const PictureCrop& crop, double ratio);

/// The crop after the picture was moved in its frame by so much.
[[nodiscard]] PictureCrop movedBy(const Rect& frame, PictureFit fit, PictureCrop crop, double ratio, Length dx,
                                  Length dy);

} // namespace hinge
