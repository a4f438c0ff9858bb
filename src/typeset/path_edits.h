// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

#include <QPainterPath>

namespace hinge
{

/// Changes of outlines. What comes out is a free outline in a frame that just holds it; sides that hold on to a line of
/// the paper keep to that line, at another distance.

/// A free outline and the frame that just holds it; empty where the path encloses nothing.
struct FreeOutline {
    Rect frame;
    std::vector<OutlinePoint> points;
};
[[nodiscard]] FreeOutline freeOutlineOf(const QPainterPath& outline);

/// Gives an item an outline, in millimetres of its surface; parts within others are holes. Nothing happens where the
/// path encloses nothing.
void setOutline(Job& job, const Plan& plan, const QString& item, const QPainterPath& outline);

/// What becomes of shapes that lie over each other.
enum class PathJoin {
    United, ///< what is in any of them
    CutOut, ///< what is in the lowest, and in none of the others
    Common, ///< what is in all of them
};
/// The lowest shape takes the outline, the others go. Lines enclose nothing and are refused, as is what would leave
/// nothing.
[[nodiscard]] Result<void> combineShapes(Job& job, const Plan& plan, const QStringList& items, PathJoin how);

/// Turns shapes clockwise about the middle of them all, by any angle; mirrors them there.
[[nodiscard]] Result<void> turnShapes(Job& job, const Plan& plan, const QStringList& items, double degrees);
enum class MirrorWay { Across, Down };
[[nodiscard]] Result<void> mirrorShapes(Job& job, const Plan& plan, const QStringList& items, MirrorWay way);

/// Puts a picture, or a text, into a shape: it takes the shape's frame and outline, and the shape goes.
[[nodiscard]] Result<void> putInside(Job& job, const Plan& plan, const QStringList& items);

/// Outlines that are often wanted, to be drawn to any size.
enum class ReadyOutline {
    Wave,     ///< a band whose head is a wave
    Scallops, ///< a band whose foot is a row of half circles
    Corner,   ///< the triangle in a corner
    Band,     ///< a band across a corner
};
[[nodiscard]] std::vector<OutlinePoint> readyOutline(ReadyOutline which);

} // namespace hinge
