// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"
#include "typeset/text_layout.h"

#include <QTransform>

namespace hinge
{

/// From the millimetres of a text, from the head-left corner of its upright frame, to those of the paper its frame lies
/// on: text may run down or up. On a panel that is read the other way up all of an item is turned besides.
[[nodiscard]] QTransform textTurn(TextRun run, const Rect& frame);

/// On a panel that is read the other way up an item is turned by half about its middle; else nothing. In millimetres of
/// the paper.
[[nodiscard]] QTransform headDownTurn(const PlannedItem& placed);

/// From the points a text is set in to the millimetres of the paper, with every turn.
[[nodiscard]] QTransform textToPaper(const Item& item, const PlannedItem& placed);

/// The outline that a text stands in, in its points; empty for all of its frame.
[[nodiscard]] QPolygonF outlineWithin(const Item& item, const PlannedItem& placed);

/// What a text keeps off in its frame: the items of its surface, and of the masters there, that say so.
[[nodiscard]] std::vector<TextObstacle> obstaclesOf(const Job& job, const Plan& plan, const Item& item,
                                                    const PlannedItem& placed);

} // namespace hinge
