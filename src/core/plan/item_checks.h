// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

namespace hinge
{

/// Findings about what stands on the faces, as far as the job alone tells them: bleeds, slivers, live matter, folds,
/// strokes, inks, small type, fonts that stand out, empty and doubled items. See `checkFiles` for pictures and
/// ../typeset/content_checks.h for how text fits and codes read.
void checkItems(const Job& job, const Plan& plan, std::vector<Finding>& out);

/// Covers wander by a millimetre; a line of text on the spine wants that much on both sides. Common practice.
inline constexpr Length spineRoom = Length::mm(1);
/// Type in one ink below this is hard to read and to print. Common practice.
inline constexpr Length smallestType = Length::points(5);

/// What a code lies on, or is covered by, that keeps readers from finding it; nullptr when its frame, which holds its
/// quiet zone, is blank.
[[nodiscard]] const Item* disturbsCode(const Job& job, const Plan& plan, const SurfaceId& surface, const Item& code);

/// Thinner lines break up on the plate. Common practice: a quarter of a point.
inline constexpr Length thinnestStroke = Length::units(Length::points(1).count() / 4);

/// A paragraph whose look stands alone, and the look that its likes have.
struct OddLook {
    QString itemId;
    SurfaceId surface;
    std::size_t paragraph = 0;
    QString font; ///< of the others
    Length size;
};
/// Paragraphs, on both faces, that differ a little in size, or in font at the same size, from at least three others or
/// from a style of the job. Those that follow a style are as they were meant.
[[nodiscard]] std::vector<OddLook> oddLooks(const Job& job);

} // namespace hinge
