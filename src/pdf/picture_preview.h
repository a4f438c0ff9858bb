// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/result.h"

#include <QImage>

namespace hinge
{

/// A picture of pixels for the screen (sRGB), upright, no side much longer than `longest` pixels; large ones are read
/// in part only. Colours go by way of the picture's own profile; CMYK without one by that of the press (an ICC profile
/// of four process colours).
[[nodiscard]] Result<QImage> picturePreview(const QString& path, int longest, const QByteArray& press);

} // namespace hinge
