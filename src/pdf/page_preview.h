// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/file_facts.h"
#include "core/units/result.h"

#include <QImage>
#include <QRectF>

namespace hinge
{

/// A page of a PDF as an image that shows exactly its bleed area, upright.
struct PagePreview {
    QImage image;
    QRectF trim; ///< in pixels of the image
    Size trimSize;
};

/// Renders with Poppler at about `ppi`, but never more than 40 megapixels. Slow: call off the window's thread.
[[nodiscard]] Result<PagePreview> renderPagePreview(const QString& path, int page, double ppi);

} // namespace hinge
