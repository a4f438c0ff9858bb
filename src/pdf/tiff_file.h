// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file_facts.h"
#include "core/result.h"

#include <QByteArray>
#include <functional>

namespace hinge {

/// What the first image of a TIFF file (TIFF 6.0) is.
struct TiffInfo {
    int width = 0;
    int height = 0;
    int channels = 3; ///< without transparency, as the rows have them
    int bits = 8; ///< of a sample: 8 or 16
    PixelColour colour = PixelColour::Rgb;
    bool whiteIsZero = false; ///< grey samples count from white
    QByteArray profile; ///< ICC; empty when there is none
    /// Samples as the file has them; else (palettes, YCbCr, planes, odd depths) libtiff makes RGB of them.
    bool asItIs = true;
    int extraSamples = 0; ///< in the file after the channels, dropped when read
};

/// Tells a TIFF by its first four bytes.
[[nodiscard]] inline bool isTiff(const QByteArray& head) { return head.startsWith(QByteArray("II*\0", 4)) || head.startsWith(QByteArray("MM\0*", 4)); }

[[nodiscard]] Result<TiffInfo> readTiffInfo(const QString& path);

/// Hands over every `step`-th row: `channels` samples a pixel, 16-bit ones in the byte order of this machine. Only what is
/// needed is read and never more than a strip is kept. `row` returns false to stop.
[[nodiscard]] Result<void> readTiffRows(const QString& path, const TiffInfo& info, int step, const std::function<bool(int y, const uchar* samples)>& row);

} // namespace hinge
