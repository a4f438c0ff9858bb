// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/content.h"

#include <QPointF>

namespace hinge
{

/// One step along an outline, in millimetres of the face.
struct PathStep {
    enum Kind { Move, Line, Curve, Close } kind = Move;
    QPointF to;         ///< not for `Close`
    QPointF control1{}; ///< cubic Bézier; only for `Curve`
    QPointF control2{};
};

/// The outline of a shape or picture in its frame; every drawing of it follows these steps. A line is open.
[[nodiscard]] std::vector<PathStep> outlinePath(const Rect& frame, const Item& item);

} // namespace hinge
