// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file_facts.h"

#include <QRectF>
#include <qpdf/QPDFPageObjectHelper.hh>

namespace hinge {

/// The boxes of a page as they stand in the file (ISO 32000-1, 14.11.2), in default user space with y
/// up: inherited, put in order when written backwards, and kept within the MediaBox.
struct PageBoxes {
    QRectF media; ///< x, y of the lower left corner
    QRectF trim; ///< TrimBox, else CropBox, else MediaBox
    QRectF bleed; ///< BleedBox within the MediaBox; at least the trim
    bool hasTrimBox = false;
    int rotate = 0; ///< clockwise, 0, 90, 180 or 270
    double userUnit = 1;

    /// Size of the trim as the page is seen, in points.
    [[nodiscard]] QSizeF uprightTrim() const;
    /// From page space to a space whose origin is the lower left corner of the upright trim, in points:
    /// the six numbers of a PDF matrix. Rotation and UserUnit are baked in.
    [[nodiscard]] std::array<double, 6> toUprightTrim() const;
    [[nodiscard]] PageFacts facts() const;
};

[[nodiscard]] PageBoxes readPageBoxes(QPDFPageObjectHelper page);

} // namespace hinge
