// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/outline_path.h"

#include <QPainterPath>

namespace hinge
{

/// For a painter whose unit is the millimetre.
[[nodiscard]] inline QRectF toMm(const Rect& r) { return {r.x.toMm(), r.y.toMm(), r.w.toMm(), r.h.toMm()}; }
/// And back again.
[[nodiscard]] inline Rect nearestRect(const QRectF& mm)
{
    return Rect::fromEdges(Length::nearestMm(mm.left()), Length::nearestMm(mm.top()), Length::nearestMm(mm.right()),
                           Length::nearestMm(mm.bottom()));
}

/// The outline of an item in its frame for a painter whose unit is the millimetre.
[[nodiscard]] inline QPainterPath painterPath(const Rect& frame, const Item& item)
{
    QPainterPath path;
    for (const PathStep& step : outlinePath(frame, item)) {
        switch (step.kind) {
        case PathStep::Move: path.moveTo(step.to); break;
        case PathStep::Line: path.lineTo(step.to); break;
        case PathStep::Curve: path.cubicTo(step.control1, step.control2, step.to); break;
        case PathStep::Close: path.closeSubpath(); break;
        }
    }
    return path;
}

} // namespace hinge
