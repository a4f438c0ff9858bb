// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QByteArray>
#include <QString>
#include <optional>
#include <vector>

namespace hinge
{

/// What the header of a JPEG says.
struct JpegHeader {
    int width = 0;
    int height = 0;
    int components = 0; ///< 1 grey, 3 RGB, 4 CMYK
    bool adobeMarker = false;
    QByteArray profile;         ///< ICC; empty when there is none, or none of its components
    bool profileMisfit = false; ///< it came with a profile of other colours, or a damaged one
    int orientation = 1;        ///< how it is turned and mirrored to stand upright: 1 to 8 (Exif 2.3, tag 0x0112)
};

/// Empty when the header is damaged. Only the beginning of the file is looked at, as far as the first scan.
[[nodiscard]] std::optional<JpegHeader> readJpegHeader(const QByteArray& data);

/// True when all of its pixels are there: one that was cut off is filled up with grey by whoever reads it. Reads the
/// whole file.
[[nodiscard]] bool isWholeJpeg(const QString& path);

/// The pixels of a CMYK JPEG, four bytes each, 255 for full ink.
struct CmykPixels {
    int width = 0;
    int height = 0;
    std::vector<unsigned char> samples;
};

/// Reads a JPEG of four components at an eighth, a quarter, a half or all of its size: the smallest whose longer side
/// is at least `longest`. Empty when it is damaged or has other components.
[[nodiscard]] std::optional<CmykPixels> readCmykJpeg(const QByteArray& data, int longest);

} // namespace hinge
