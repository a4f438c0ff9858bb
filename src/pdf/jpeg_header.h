// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QByteArray>
#include <optional>

namespace hinge {

/// What the header of a JPEG says.
struct JpegHeader {
    int width = 0;
    int height = 0;
    int components = 0; ///< 1 grey, 3 RGB, 4 CMYK
    bool adobeMarker = false;
    QByteArray profile; ///< ICC; empty when there is none
};

/// Empty when the header is damaged. Only the beginning of the file is looked at, as far as the first scan.
[[nodiscard]] std::optional<JpegHeader> readJpegHeader(const QByteArray& data);

} // namespace hinge
