// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QPointF>
#include <QSizeF>
#include <algorithm>

namespace hinge
{

/// Where the second of two sheets of a size stands, in their measure, so that both are seen as large as can be in a
/// room in pixels: beside the first, or below it.
[[nodiscard]] inline QPointF secondSide(QSizeF sheet, QSizeF room)
{
    const double w = sheet.width();
    const double h = sheet.height();
    const double gap = 0.07 * std::max(w, h);
    const double beside = std::min(room.width() / (2 * w + gap), room.height() / h);
    const double above = std::min(room.width() / w, room.height() / (2 * h + gap * 1.4));
    return beside >= above ? QPointF(w + gap, 0) : QPointF(0, h + gap * 1.4);
}

} // namespace hinge
