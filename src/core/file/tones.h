// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QtGlobal>
#include <algorithm>
#include <optional>
#include <vector>

namespace hinge
{

/// How light and what colour the parts of a picture or page are: a grid of coarse cells, row by row from the head-left
/// corner. Empty when nobody has looked.
struct Tones {
    int columns = 0;
    int rows = 0;
    /// 0xAARRGGBB of sRGB, not premultiplied: the mean of the cell, and how much of it is there.
    std::vector<quint32> cells{};
    bool operator==(const Tones&) const = default;
    [[nodiscard]] bool isEmpty() const { return cells.empty(); }
    /// The cell at a spot, given in shares of the width and height, 0 to 1. Not of an empty grid.
    [[nodiscard]] quint32 at(double x, double y) const
    {
        const auto step = [](double share, int count) { return std::clamp(int(share * count), 0, count - 1); };
        return cells[std::size_t(step(y, rows)) * std::size_t(columns) + std::size_t(step(x, columns))];
    }
};

} // namespace hinge
