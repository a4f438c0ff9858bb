// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/piece/panels.h"

namespace hinge
{

/// What the flat is made of before anything is folded.
struct FlatShape {
    std::vector<Length> widths;
    std::vector<Length> heights;
    std::vector<FoldStep> steps;
    int coverPanel = 0;
    /// What the line between two columns is, where it is not folded by a step.
    EdgeFate unfolded = EdgeFate::Folded;
    /// The edge of the outside face at the spine, and what is done to it there.
    std::optional<ItemSide> bound{};
    EdgeFate boundAs = EdgeFate::Bound;
    /// The spine of a cover; its neighbours bend at the hinge scores beside it. -1 for none.
    int spineColumn = -1;
};

/// Folds a flat, and works out its panels: edges, bleeds, safe zones, columns, creases, and whether it closes. Names
/// and reading order are for the caller to give.
[[nodiscard]] Result<Paper> makePaper(const Job& job, FlatShape flat, Narrowing narrower = {});

/// The side of the outside face that lies behind this side of a face.
[[nodiscard]] ItemSide outsideSide(const Paper& paper, Face face, ItemSide side);

/// The first `count` lengths together.
[[nodiscard]] Length sumTo(const std::vector<Length>& lengths, int count);

/// Where a line lies on the inside, once it is known how the inside is turned.
void layOnInside(const Paper& paper, FoldLine& line);

} // namespace hinge
