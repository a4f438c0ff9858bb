// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/piece/panels.h"

namespace hinge
{

/// An item with its sides worked out.
struct PlacedItem {
    QString id;
    SurfaceId surface;
    /// In coordinates of the surface: from the head-left corner of its trim. May be empty when its sides have crossed;
    /// then a finding says so.
    Rect frame;
    /// What of it is printed: the frame within the bleed of the face.
    Rect printed;
    /// It is printed at all: it has a size (a line may have none across itself), and lies within the bleed.
    bool shown = true;
    /// It stands on a panel that is read the other way up, and is turned by half in its frame.
    bool headDown = false;
    bool operator==(const PlacedItem&) const = default;
};

/// Where a line of the paper lies, along the direction the side moves in.
/// A line of a panel or column that no longer exists falls back to the last one there is.
[[nodiscard]] Length linePosition(const Paper& paper, Face face, ItemSide side, const Placed& placed);

/// Where a side lies: its line plus its offset.
[[nodiscard]] Length sidePosition(const Paper& paper, Face face, ItemSide side, const Placed& placed);

/// What the line is to the user: "bleed", "trim", "fold", "safe", "column".
[[nodiscard]] QString lineName(const Paper& paper, Face face, ItemSide side, const Placed& placed);

/// True when nothing is left of a frame: its sides have crossed. A line may be as flat as it likes.
[[nodiscard]] bool isVoid(const Item& item, const Rect& frame);

/// The frame of an item, from its four sides.
[[nodiscard]] Rect frameOf(const Paper& paper, Face face, const Item& item);

/// A side at `position` that is free: kept by its distance from the nearer edge of the panel it
/// lies in (or nearest to). `across` is the middle of the item in the other direction.
[[nodiscard]] Placed freeSide(const Paper& paper, Face face, ItemSide side, Length position, Length across);

/// A free side kept by its distance from the nearer edge of a panel that is known, wherever it lies.
[[nodiscard]] Placed freeSideOn(const Paper& paper, Face face, ItemSide side, Length position, int panel);

/// The line nearest to `position` within `reach`, ready to hold on to; among lines at the same
/// place the most useful to the user wins (bleed and edge before safe before column). Empty when
/// none is near. `across` is the middle of the item in the other direction, which tells the panels
/// whose lines are meant.
[[nodiscard]] std::optional<Placed> nearestLine(const Paper& paper, Face face, ItemSide side, Length position,
                                                Length across, Length reach);

/// Sides for an item that fills the panel out to the bleed, all holding.
[[nodiscard]] std::array<Placed, 4> sidesFillingPanel(int panel);
/// Sides for an item that fills the safe area of the panel, all holding.
[[nodiscard]] std::array<Placed, 4> sidesFillingSafeArea(int panel);
/// Free sides for a frame.
[[nodiscard]] std::array<Placed, 4> freeSides(const Paper& paper, Face face, const Rect& frame);

/// The panel at a place on the face, or the nearest one.
[[nodiscard]] int panelAt(const Paper& paper, Face face, Point place);

} // namespace hinge
