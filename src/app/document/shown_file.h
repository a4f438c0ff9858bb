// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "paint/face_painter.h"
#include "pdf/page_preview.h"

namespace hinge
{

/// How finely a file is read for the screen.
struct Fineness {
    double ppi = 200;   ///< pages
    int longest = 2600; ///< pictures: pixels along their longest side
};

/// Reads a picture, or a page of a PDF, for the screen. CMYK without a profile of its own is shown by that of the press
/// (an ICC profile). `failed` where it cannot be. Slow: call off the window's thread.
[[nodiscard]] ShownPicture readForScreen(PageRenderer& pages, const QString& path, int page, Fineness fineness,
                                         const QByteArray& press);

} // namespace hinge
