// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/result.h"

#include <qpdf/QPDF.hh>

namespace hinge {

/// A picture as an image XObject (ISO 32000-1, 8.9.5).
struct PictureObject {
    QPDFObjectHandle object;
    double ratio = 1; ///< width to height
};

/// JPEG data goes in byte for byte, CMYK stays CMYK (with the Decode array that Adobe's inverted files
/// need), RGB is tagged as sRGB (IEC 61966-2-1); PNG is deflated, its transparency becomes a soft mask.
[[nodiscard]] Result<PictureObject> makePictureObject(QPDF& pdf, const QString& path);

/// What every image says of itself: its size and colour space, 8 bits a sample. Gives the dictionary of the stream.
QPDFObjectHandle imageDictionary(QPDFObjectHandle stream, int width, int height, const QPDFObjectHandle& colourSpace);

/// An sRGB colour space, made once a document: [/ICCBased stream].
[[nodiscard]] QPDFObjectHandle srgbColourSpace(QPDF& pdf);

} // namespace hinge
