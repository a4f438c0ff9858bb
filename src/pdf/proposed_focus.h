// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/content.h"
#include "core/units/result.h"

#include <QByteArray>
#include <functional>

namespace hinge
{

/// The crop that keeps in sight what the eye goes to first in a picture: edges, skin, strong colours, as libvips weighs
/// them ("attention"), which runs apart and must be installed. `width` and `height` are those of the frame, in any
/// unit; `press` is the profile CMYK pictures without one are seen through. Stops when `goesOn` says no. Fails where
/// the picture cannot be read, or nobody is there to look at it.
[[nodiscard]] Result<PictureCrop> proposedFocus(const QString& path, double width, double height,
                                                const QByteArray& press, const std::function<bool()>& goesOn = {});

} // namespace hinge
