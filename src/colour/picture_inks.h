// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QColor>
#include <QImage>
#include <vector>

namespace hinge
{

/// A few colours that stand for a picture, the most used first: its pixels are parted at the median of their longest
/// side until there are `count` boxes (median cut, Heckbert 1982). Fewer when it has fewer colours; transparent pixels
/// do not count.
[[nodiscard]] std::vector<QColor> coloursOf(const QImage& picture, int count);

} // namespace hinge
