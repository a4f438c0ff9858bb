// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/content.h"

#include <QImage>
#include <QRectF>

namespace hinge
{

/// A soft shadow as an image of how much of its ink lies where.
struct ShadowMask {
    QImage image; ///< 8-bit grey, white where the shadow is full; null when there is none
    QRectF area;  ///< where it lies, in millimetres of the face
};

/// The shadow of an item in its frame. Soft enough that 150 ppi show no steps.
[[nodiscard]] ShadowMask shadowMask(const Rect& frame, const Item& item);

} // namespace hinge
