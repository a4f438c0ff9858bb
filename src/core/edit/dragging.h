// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

namespace hinge
{

/// Which sides of an item a hand has hold of: one or two of them to size it, all four to move it.
struct Grip {
    bool left = false, top = false, right = false, bottom = false;
    [[nodiscard]] static constexpr Grip whole() { return {true, true, true, true}; }
    bool operator==(const Grip&) const = default;
    [[nodiscard]] constexpr bool any() const { return left || top || right || bottom; }
    [[nodiscard]] constexpr bool all() const { return left && top && right && bottom; }
    [[nodiscard]] constexpr bool has(ItemSide s) const
    {
        return s == ItemSide::Left ? left : s == ItemSide::Top ? top : s == ItemSide::Right ? right : bottom;
    }
};

/// The least a drag makes of an item; it stops there.
inline constexpr Length leastDragged = Length::mm(1);

/// Moves or sizes an item as a hand does, by so much from the frame it had when the drag began.
///
/// A side that comes within `reach` of a line of the paper goes onto it and takes hold; where no line is near it stands
/// in line with another item, free, or on a whole step of the job's unit. An item that is moved goes whole, pulled by
/// the side that is nearest to something. Without a reach nothing pulls, and every side that was moved is free. Nothing
/// happens to an item that is not there, or that would be made smaller than `leastDragged`.
void dragItem(Job& job, const Plan& plan, const QString& id, const Grip& grip, const Rect& from, Length dx, Length dy,
              std::optional<Length> reach);

/// Free sides of an item take hold of the line nearest to them within `reach`; when none is, all sides let go.
/// True when one took hold.
bool takeHold(Job& job, const Plan& plan, const QString& id, Length reach);

/// The lines of a panel that a user may have a side hold on to: those at its own end, columns only
/// where there are several, and every guide. At an edge that is folded or torn print ends at the edge itself, so that
/// bleed and edge are one.
[[nodiscard]] std::vector<SideAnchor> linesOffered(const Panel& panel, ItemSide side);

/// Moves a guide that is dragged to a place of its face, onto the panel there; it keeps to whole steps from the edges
/// of that, as a hand would with a ruler. Off the trim it is taken away: what held on to it stays where `before` had
/// it, free.
void dragGuide(Job& job, const Plan& before, const SurfaceId& surface, int number, Point place);

} // namespace hinge
