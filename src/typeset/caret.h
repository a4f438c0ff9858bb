// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "typeset/text_layout.h"

#include <QRectF>

namespace hinge
{

/// The layouts of a text, a frame each, as a caret moves through them.
using TextLayouts = std::vector<const TextLayout*>;

/// Where a caret stands: an upright line in one of the frames, in points from its head-left corner.
struct CaretPlace {
    std::size_t frame = 0;
    double x = 0;
    double head = 0;
    double foot = 0;
};

/// Which lines a caret may stand on at the seam between two of them.
enum class LineSeam { Before, After };

/// Nothing where the place is in lines that no frame has room for. At a place between two lines the caret stands at the
/// beginning of the second, or with `LineSeam::Before` at the end of the first.
[[nodiscard]] std::optional<CaretPlace> caretAt(const TextLayouts& layouts, TextPosition place,
                                                LineSeam seam = LineSeam::After);

/// The place nearest to a point of a frame; nothing where that frame has no lines.
struct PointedPlace {
    TextPosition place;
    LineSeam seam = LineSeam::After;
};
[[nodiscard]] std::optional<PointedPlace> placeAt(const TextLayouts& layouts, std::size_t frame, QPointF point);

/// The place above or below, as near as can be to `x`, through columns and frames; nothing at the first or last line.
[[nodiscard]] std::optional<PointedPlace> placeOnNextLine(const TextLayouts& layouts, TextPosition place, LineSeam seam,
                                                          double x, int by);

/// The first or the last place of the line a place is on.
[[nodiscard]] std::optional<PointedPlace> endOfLine(const TextLayouts& layouts, TextPosition place, LineSeam seam,
                                                    bool last);

/// What is marked between two places, as bars in the frames.
struct MarkedBar {
    std::size_t frame = 0;
    QRectF bar;
};
[[nodiscard]] std::vector<MarkedBar> barsBetween(const TextLayouts& layouts, TextPosition from, TextPosition to);

} // namespace hinge
