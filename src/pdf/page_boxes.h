// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/file_facts.h"

#include <QRectF>
#include <qpdf/QPDFMatrix.hh>
#include <qpdf/QPDFPageObjectHelper.hh>

namespace hinge
{

/// The boxes of a page as they stand in the file (ISO 32000-1, 14.11.2), in default user space with y
/// up: inherited, put in order when written backwards, and kept within the MediaBox.
struct PageBoxes {
    QRectF media; ///< x, y of the lower left corner; empty when the page has none that can be used
    QRectF crop;  ///< CropBox, else MediaBox
    QRectF trim;  ///< TrimBox, else CropBox, else MediaBox
    /// BleedBox within the MediaBox, at least the trim. Without one, of a page with a TrimBox all that its CropBox
    /// shows.
    QRectF bleed;
    bool hasTrimBox = false;
    int rotate = 0; ///< clockwise, 0, 90, 180 or 270
    double userUnit = 1;

    /// False when nobody can tell how large the page is: no MediaBox, or one without a size, or beyond what a PDF may
    /// have.
    [[nodiscard]] bool isUsable() const { return !trim.isEmpty(); }
    /// Size of the trim as the page is seen, in points.
    [[nodiscard]] QSizeF uprightTrim() const;
    /// From page space to a space whose origin is the lower left corner of the upright trim, in points:
    /// the six numbers of a PDF matrix. Rotation and UserUnit are baked in.
    [[nodiscard]] QPDFMatrix toUprightTrim() const;
    [[nodiscard]] PageFacts facts() const;
};

[[nodiscard]] PageBoxes readPageBoxes(QPDFPageObjectHelper page);

} // namespace hinge
