// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/piece/panels.h"

namespace hinge
{

/// An item with its sides worked out.
struct PlannedItem {
    QString id;
    SurfaceId surface;
    /// In coordinates of the surface: from the head-left corner of its trim. May be empty when its sides have crossed;
    /// then a finding says so.
    Rect frame;
    /// What a picture is fitted to: its frame, or its panel (`PictureFit::Panel`).
    Rect fitted;
    /// What of it is printed: the frame within the bleed of the face.
    Rect printed;
    /// It is printed at all: it has a size (a line may have none across itself), and lies within the bleed.
    bool shown = true;
    /// It stands on a panel that is read the other way up, and is turned by half in its frame.
    bool headDown = false;
    bool operator==(const PlannedItem&) const = default;
};

/// Where a line of the paper lies, along the direction the side moves in.
/// A line of a panel or column that no longer exists falls back to the last one there is.
[[nodiscard]] Length linePosition(const Paper& paper, Face face, ItemSide side, const SideAnchor& anchor);

/// Where a side lies: its line plus its offset.
[[nodiscard]] Length sidePosition(const Paper& paper, Face face, ItemSide side, const SideAnchor& anchor);

/// What the line is to the user: "bleed", "trim", "fold", "safe", "column".
[[nodiscard]] QString lineName(const Paper& paper, Face face, ItemSide side, const SideAnchor& anchor);

/// True when nothing is left of a frame: its sides have crossed. A line may be as flat as it likes.
[[nodiscard]] bool isVoid(const Item& item, const Rect& frame);

/// The frame of an item, from its four sides.
[[nodiscard]] Rect frameOf(const Paper& paper, Face face, const Item& item);

/// Where a side of a frame lies, along the direction it moves in.
[[nodiscard]] Length positionOf(const Rect& frame, ItemSide side);

/// The frame with one side moved; the others stay.
[[nodiscard]] Rect withSideAt(const Rect& frame, ItemSide side, Length position);

/// A side of a frame that is free: kept by its distance from the nearer edge of the panel it lies in (or nearest to).
[[nodiscard]] SideAnchor freeSide(const Paper& paper, Face face, ItemSide side, const Rect& frame);

/// A free side kept by its distance from the nearer edge of a panel that is known, wherever it lies.
[[nodiscard]] SideAnchor freeSideOn(const Paper& paper, Face face, ItemSide side, Length position, int panel);

/// The lines of a panel that a side may hold on to; of those at one place the most useful to the user comes first
/// (bleed and edge before safe before column).
[[nodiscard]] std::vector<SideAnchor> linesOf(const Panel& panel, ItemSide side);

/// The line within `reach` that is nearest to a side of a frame, ready to hold on to; of those at one place the first
/// as `linesOf` has them. Only lines of panels beside the middle of the frame count. Empty when none is near.
[[nodiscard]] std::optional<SideAnchor> nearestLine(const Paper& paper, Face face, ItemSide side, const Rect& frame,
                                                    Length reach);

/// A side of a frame as a hand leaves it: it takes hold of a line within `reach`, and is free where none is near.
/// With a reach of 0 it takes hold where it lies on a line.
[[nodiscard]] SideAnchor settledSide(const Paper& paper, Face face, ItemSide side, const Rect& frame,
                                     Length reach = {});

/// Sides for an item that fills the panel out to the bleed, all holding.
[[nodiscard]] std::array<SideAnchor, 4> sidesFillingPanel(int panel);
/// Sides for an item that fills the safe area of the panel, all holding.
[[nodiscard]] std::array<SideAnchor, 4> sidesFillingSafeArea(int panel);
/// Sides for an item that fills the layout of the panel, from its first column and row to its last, all holding: the
/// safe area where it has no design margins.
[[nodiscard]] std::array<SideAnchor, 4> sidesFillingLayout(const Panel& panel);
/// Free sides for a frame.
[[nodiscard]] std::array<SideAnchor, 4> freeSides(const Paper& paper, Face face, const Rect& frame);

/// The panel at a place on the face, or the nearest one.
[[nodiscard]] int panelAt(const Paper& paper, Face face, Point place);

} // namespace hinge
