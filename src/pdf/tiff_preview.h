// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/result.h"

#include <QImage>

namespace hinge {

/// A TIFF for the screen (sRGB), no side longer than `longest` pixels; large ones are read in part only. CMYK is shown by way of
/// its own profile, or the shipped press profile.
[[nodiscard]] Result<QImage> tiffPreview(const QString& path, int longest);

} // namespace hinge
