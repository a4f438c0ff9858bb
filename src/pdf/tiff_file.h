// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "pdf/pixel_file.h"

namespace hinge
{

/// Tells a TIFF (TIFF 6.0) by its first four bytes.
[[nodiscard]] inline bool isTiff(const QByteArray& head)
{
    return head.startsWith(QByteArray("II*\0", 4)) || head.startsWith(QByteArray("MM\0*", 4));
}

/// See `readPixelInfo`; of the first image of the file. Samples stay what they are: CMYK, RGB, grey and line art, pixel
/// by pixel or plane by plane, 8 or 16 bits; coloured palettes, YCbCr and the like become RGB.
[[nodiscard]] Result<PixelInfo> readTiffInfo(const QString& path);
/// See `readPixelRows`.
[[nodiscard]] Result<void> readTiffRows(const QString& path, const PixelInfo& info, int step, const PixelRow& row);

} // namespace hinge
