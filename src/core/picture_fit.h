// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/content.h"

namespace hinge {

/// Where a picture of this width-to-height ratio lies when it fills its frame (and is cropped) or
/// lies in it whole; centred. `ratio` must be above 0.
[[nodiscard]] Rect pictureArea(const Rect& frame, PictureFit fit, double ratio);

/// Where the head-left trim corner of a supplied page is laid so that its trim comes to lie on the
/// trim of the flat; a page of another size is centred.
[[nodiscard]] Point suppliedCorner(Size flat, Size pageTrim);

} // namespace hinge
