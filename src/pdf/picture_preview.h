// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/result.h"

#include <QImage>

namespace hinge {

/// A TIFF for the screen (sRGB), no side longer than `longest` pixels; large ones are read in part only. CMYK is shown by way of
/// its own profile, or that of the press (an ICC profile of four process colours).
[[nodiscard]] Result<QImage> tiffPreview(const QString& path, int longest, const QByteArray& press);

/// A CMYK JPEG for the screen in the same way; about as large as `longest`.
[[nodiscard]] Result<QImage> cmykJpegPreview(const QString& path, int longest, const QByteArray& press);

} // namespace hinge
