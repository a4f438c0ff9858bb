// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/length.h"

#include <memory>
#include <optional>
#include <vector>

namespace hinge
{

/// One of several pieces that share a sheet, with its bleed, and the ways it may lie.
struct MixedPiece {
    Size cell;
    bool upright = true;
    bool turned = true; ///< by a quarter
    bool operator==(const MixedPiece&) const = default;
};

/// Where one of them was laid.
struct MixedCell {
    int piece = 0;
    Rect cell; ///< from the head-left corner of the area
    bool turned = false;
    bool operator==(const MixedCell&) const = default;
};

/// Lays pieces of several sizes into one area so that a guillotine, which cuts from edge to edge, can free every one.
/// Remembers what it has found out: it is asked for many counts of the same pieces, one after the other.
class MixedFill
{
public:
    MixedFill(std::vector<MixedPiece> pieces, Size area);
    ~MixedFill();
    MixedFill(MixedFill&&) noexcept;

    /// True where so many of each piece go into the area together. Exact as long as the search stays within its limit;
    /// beyond it some fillings may not be found.
    [[nodiscard]] bool holds(const std::vector<int>& counts);
    /// So many of each, laid; of the ways that were found the one of fewest cuts. Empty where none was.
    [[nodiscard]] std::optional<std::vector<MixedCell>> fill(const std::vector<int>& counts);

private:
    class Search;
    std::unique_ptr<Search> search_;
};

} // namespace hinge
