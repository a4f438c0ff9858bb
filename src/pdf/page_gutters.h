// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/length.h"

#include <QImage>
#include <QRectF>
#include <utility>
#include <vector>

namespace hinge
{

/// The gaps between the columns of a page, by its image: strips from head to foot in which nothing changes from left to
/// right. A tint or a picture that fades downward does not close them; a heading across several columns does. Of 2 mm
/// at least. `trim` in pixels, `width` that of the trim.
[[nodiscard]] std::vector<std::pair<Length, Length>> guttersOf(const QImage& image, const QRectF& trim, Length width);

} // namespace hinge
