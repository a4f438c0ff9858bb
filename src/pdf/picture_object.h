// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/result.h"
#include "pdf/assembly.h"
#include "pdf/export_run.h"
#include <qpdf/QPDFMatrix.hh>

namespace hinge
{

/// A picture as an image XObject (ISO 32000-1, 8.9.5).
struct PictureObject {
    QPDFObjectHandle object;
    double ratio = 1; ///< width to height, standing upright
    /// Where the corners of the unit square go so that it stands upright: six numbers of a PDF matrix.
    QPDFMatrix upright;
};

/// JPEG data goes in byte for byte, CMYK stays CMYK (with the Decode array that Adobe's inverted files need); rows of
/// PNG and TIFF are read when the file is written. Grey and line art stay on the black plate alone; RGB means what its
/// profile says, sRGB (IEC 61966-2-1) without one. Transparency becomes a soft mask. Refuses what is damaged or cut
/// off.
[[nodiscard]] Result<PictureObject> makePictureObject(QPDF& pdf, const QString& path, ExportRun& run,
                                                      Assembly& assembly);

/// What every image says of itself: its size and colour space, 8 bits a sample. Gives the dictionary of the stream.
QPDFObjectHandle imageDictionary(QPDFObjectHandle stream, int width, int height, const QPDFObjectHandle& colourSpace);

/// An sRGB colour space, made once a document: [/ICCBased stream].
[[nodiscard]] QPDFObjectHandle srgbColourSpace(QPDF& pdf);

} // namespace hinge
