// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/file_facts.h"
#include "core/units/result.h"

#include <QByteArray>
#include <functional>
#include <qpdf/QPDFMatrix.hh>

namespace hinge
{

/// What a picture of pixels is, as it stands in its file.
struct PixelInfo {
    int width = 0; ///< as stored: before it is turned by `orientation`
    int height = 0;
    PixelColour colour = PixelColour::Rgb;
    int channels = 3;         ///< samples a pixel, without transparency
    int bits = 8;             ///< of a sample: 8 or 16; 1 for line art of a single channel
    bool alpha = false;       ///< transparency comes beside the colours, as many bits a sample
    bool whiteIsZero = false; ///< grey samples count from white
    /// How it is turned and mirrored to stand upright: 1 to 8 (Exif 2.3, tag 0x0112).
    int orientation = 1;
    QByteArray profile;         ///< ICC; empty when there is none, or none that fits its colours
    bool profileMisfit = false; ///< it came with a profile of other colours, or a damaged one
    bool saysColours = false;   ///< a profile, or a mark of the format, says what its numbers mean

    /// Upright: width and height change places where it lies on its side.
    [[nodiscard]] bool liesOnItsSide() const { return orientation >= 5; }
    [[nodiscard]] int uprightWidth() const { return liesOnItsSide() ? height : width; }
    [[nodiscard]] int uprightHeight() const { return liesOnItsSide() ? width : height; }
    /// Bytes of a row of colours, and of one of transparency.
    [[nodiscard]] std::size_t rowBytes() const
    {
        return bits == 1 ? (std::size_t(width) + 7) / 8
                         : std::size_t(width) * std::size_t(channels) * std::size_t(bits / 8);
    }
    [[nodiscard]] std::size_t alphaBytes() const { return std::size_t(width) * std::size_t(bits / 8); }
    bool operator==(const PixelInfo&) const = default;
};

/// Takes a row: its colours, 16-bit samples in the byte order of this machine, bits packed with the high one first; and
/// its transparency, nullptr when there is none. Returns false to stop.
using PixelRow = std::function<bool(int y, const uchar* colour, const uchar* alpha)>;

/// Reads what a PNG or TIFF is. Refuses what is damaged, cut off, beyond the limits (`core/file/read_limits.h`), or of
/// a kind that cannot be printed; the problem says which.
[[nodiscard]] Result<PixelInfo> readPixelInfo(const QString& path);
/// Hands over every `step`-th row of the file that `info` was read from, from the head as stored. Never keeps more than
/// a block of it. Refuses a file that is no longer what `info` says.
[[nodiscard]] Result<void> readPixelRows(const QString& path, const PixelInfo& info, int step, const PixelRow& row);

/// Tells a picture that has rows by its first bytes.
[[nodiscard]] bool hasPixelRows(const QByteArray& head);

/// Where the corners of a unit square go when a stored picture is stood upright: the six numbers of a PDF matrix, y up.
[[nodiscard]] QPDFMatrix uprightMatrix(int orientation);

/// What is wrong with a size, if it is beyond the limits.
[[nodiscard]] Result<void> checkPixelLimits(const QString& path, qint64 width, qint64 height, int bits);

/// Keeps the profile of a picture when it is one of its colours.
void takeProfile(PixelInfo& info, const QByteArray& icc);
/// True when an ICC profile is whole and one of so many channels (ISO 15076-1, 7.2).
[[nodiscard]] bool profileFits(const QByteArray& icc, int channels);

} // namespace hinge
