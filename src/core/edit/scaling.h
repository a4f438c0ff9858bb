// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

namespace hinge
{

/// Between 1 and 1000 %.
[[nodiscard]] constexpr bool canScaleBy(Percent scale) { return scale >= Percent(1) && scale <= Percent(1000); }

/// A size as it is scaled: each length to the nearest thousandth of a point.
[[nodiscard]] Size scaledSize(Size size, Percent scale);

/// Scales the type of a text, with its leading, indents, spaces, tab stops, rules and gutter, and the padding, lines
/// and columns of a table. Paragraphs that follow a style of the job get a look of their own; leading that is a share
/// of the size stays one.
void scaleText(const Job& job, Item& text, Percent scale);

/// The corner of the frame around items that stays where it is while they are scaled.
struct ScaleFrom {
    LineEnd across = LineEnd::Start;
    LineEnd down = LineEnd::Start;
};

/// By how much a frame is scaled when the corner across from the one that stays is pulled to a place, in tenths of a
/// percent: as far as it was pulled in the direction in which that is further.
[[nodiscard]] Percent scaleToReach(const Rect& frame, ScaleFrom from, Point place);

/// Makes items of one surface larger or smaller together, from a corner of the frame around them. With what
/// is in them: type, strokes, corners and shadows. Sides that come to lie on a line of the paper take hold of it.
/// Refused when one of them is locked, or would have no size left.
[[nodiscard]] Result<void> scaleItems(Job& job, const Plan& plan, const QStringList& ids, Percent scale,
                                      bool withContents, ScaleFrom from = {});

} // namespace hinge
