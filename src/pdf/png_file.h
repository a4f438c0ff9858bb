// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "pdf/pixel_file.h"

namespace hinge
{

/// Tells a PNG by its first eight bytes.
[[nodiscard]] inline bool isPng(const QByteArray& head) { return head.startsWith(QByteArray("\x89PNG\r\n\x1a\n", 8)); }

/// See `readPixelInfo`. Line art and grey, also by way of a palette, stay a single channel.
[[nodiscard]] Result<PixelInfo> readPngInfo(const QString& path);
/// See `readPixelRows`.
[[nodiscard]] Result<void> readPngRows(const QString& path, const PixelInfo& info, int step, const PixelRow& row);

} // namespace hinge
