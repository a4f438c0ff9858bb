// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

#include <functional>
#include <limits>

namespace hinge
{

/// What items are brought in line with.
enum class AlignTo {
    EachOther, ///< the frame around all of them
    Panel,
    SafeArea,
    Column, ///< the column of the panel that the item is in, and the row where there are rows
};
enum class AlignEdge { Left, Centre, Right, Head, Middle, Foot };

/// Moves an item to a frame of the same face. A side that comes to lie on a line of the paper takes hold of it, the
/// others are free.
void moveTo(const Paper& paper, Face face, Item& item, const Rect& frame);

/// Brings items in line; locked ones stay. Those of one face at a time.
void alignItems(Job& job, const Plan& plan, const QStringList& ids, AlignTo to, AlignEdge edge);

/// The frame around items of one face; empty when there are none.
[[nodiscard]] Rect frameAround(const Plan& plan, const QStringList& ids);
/// Moves items by the same; locked ones stay. Refused when all are locked.
[[nodiscard]] Result<void> moveItems(Job& job, const Plan& plan, const QStringList& ids, Length dx, Length dy);
/// Gives items the same width or height, or both; locked ones stay. A side that holds stays and the free one opposite
/// moves; where both hold or neither does, the right or the foot side moves. The side that moves keeps to the panel its
/// item stands on. Refused when all are locked, or when one would have no size left; a line may be flat one way.
[[nodiscard]] Result<void> sizeItems(Job& job, const Plan& plan, const QStringList& ids, std::optional<Length> width,
                                     std::optional<Length> height);

/// Gives equal space between items, from the first to the last of three or more; or of two or more from one end of the
/// panel, safe area or column that the first lies in to the other. Locked ones stay.
void distributeItems(Job& job, const Plan& plan, const QStringList& ids, Axis along,
                     AlignTo within = AlignTo::EachOther);

/// The edge or middle of another item nearest to where a side is wanted, within `reach`: where the side would stand in
/// line with it. Items in `without` do not count.
[[nodiscard]] std::optional<Length> nearestItemEdge(const Plan& plan, const SurfaceId& surface,
                                                    const QStringList& without, ItemSide side, Length position,
                                                    Length reach);

/// Takes a guide away; what held on to it stays where it is, free.
void removeGuide(Job& job, const Plan& plan, const SurfaceId& surface, int number);

/// Copies of items for another panel, of this face or the other one: every side keeps its line, of the panel they come
/// to. `freshId` gives their ids. Texts that run through several frames come as they are cut. What reaches over several
/// panels does so on those it comes to, of which there are `panels`; where it would go beyond the last it comes
/// earlier.
[[nodiscard]] std::vector<Item> copiesFor(const std::vector<Item>& items, int fromPanel, int toPanel,
                                          const std::function<QString()>& freshId,
                                          int panels = std::numeric_limits<int>::max());
/// Copies of items in rows and columns, `across` and `down` from one to the next, those in hand being the first: the
/// gap between their frames. Sides that come to lie on a line of the paper take hold of it.
[[nodiscard]] std::vector<Item> copiesInRows(const Plan& plan, const std::vector<Item>& items, int columns, int rows,
                                             Length across, Length down, const std::function<QString()>& freshId);

/// What they take up together with the first: `one` is the frame around those in hand.
[[nodiscard]] Size sizeInRows(Size one, int columns, int rows, Length across, Length down);

/// A copy of an item for every other panel of its face.
[[nodiscard]] std::vector<Item> repeatedOnPanels(const Plan& plan, const SurfaceId& surface, const Item& item,
                                                 const std::function<QString()>& freshId);
/// A copy for every other column of its panel; nothing when it does not stand in one.
[[nodiscard]] std::vector<Item> repeatedInColumns(const Plan& plan, const SurfaceId& surface, const Item& item,
                                                  const std::function<QString()>& freshId);

} // namespace hinge
