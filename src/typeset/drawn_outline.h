// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/content.h"

#include <QPainterPath>
#include <optional>

namespace hinge
{

/// A point of an outline while it is drawn or changed, in millimetres of the surface; the controls of the curves to it
/// and from it lie on it where they are straight.
struct OutlineNode {
    QPointF at;
    QPointF in;
    QPointF out;
    bool begins = false; ///< the first of a part
    bool operator==(const OutlineNode&) const = default;
};
using OutlineNodes = std::vector<OutlineNode>;

/// What of an outline is taken in hand.
enum class NodePart { At, In, Out };
struct NodeHold {
    std::size_t node = 0;
    NodePart part = NodePart::At;
};

/// The points of a free outline in its frame.
[[nodiscard]] OutlineNodes nodesOf(const std::vector<OutlinePoint>& points, const Rect& frame);
/// `closed`: each part leads back to its first point.
[[nodiscard]] QPainterPath pathOf(const OutlineNodes& nodes, bool closed);

/// What lies nearest to a place, no further than `reach`; a point goes before the controls.
[[nodiscard]] std::optional<NodeHold> holdAt(const OutlineNodes& nodes, QPointF place, double reach);
/// True in the outline, and no further than `reach` beside it.
[[nodiscard]] bool isAtOutline(const OutlineNodes& nodes, QPointF place, double reach);

/// Puts a point, with its controls, or one control somewhere. The other control of a curve goes with it, so that it
/// stays smooth; `makesCurve`: also at a corner.
void moveNode(OutlineNodes& nodes, NodeHold hold, QPointF to, bool makesCurve);
/// Makes a corner of a curve, or a curve of a corner that leads along the line between its neighbours.
void turnNode(OutlineNodes& nodes, std::size_t node);
/// Adds a point where the outline passes a place, without changing it; the number of the point, or nothing where it
/// passes further off than `reach`.
[[nodiscard]] std::optional<std::size_t> addNode(OutlineNodes& nodes, QPointF place, double reach);
/// Takes a point away; false where too little would be left of its part to enclose anything.
[[nodiscard]] bool takeNode(OutlineNodes& nodes, std::size_t node);

} // namespace hinge
