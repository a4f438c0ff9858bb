// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/paper/folded_sheet.h"

#include <algorithm>

namespace hinge
{
namespace
{

Length low(const Cell& c, Axis axis) { return axis == Axis::Vertical ? c.place.x : c.place.y; }
Length high(const Cell& c, Axis axis) { return axis == Axis::Vertical ? c.place.right() : c.place.bottom(); }
/// Twice the middle, so that it stays whole.
Length doubleMiddle(const Cell& c, Axis axis) { return low(c, axis) + high(c, axis); }
int index(const Cell& c, Axis axis) { return axis == Axis::Vertical ? c.column : c.row; }
/// It lies on the side of the line that the step moves.
bool isMoved(const Cell& c, const FoldEvent& event)
{
    const bool isBefore = doubleMiddle(c, event.step.axis) < event.position * 2;
    return isBefore == (event.step.moves == LineSide::Before);
}
bool mirrored(const Cell& c, Axis axis) { return axis == Axis::Vertical ? c.mirroredX : c.mirroredY; }

/// True when `upper` lies over the point at these quarters of `lower`.
bool coversQuarter(const Cell& upper, const Cell& lower, int quarterX, int quarterY)
{
    // Four times the place, so that quarters stay whole.
    const Length x4 = lower.place.x * 4 + lower.place.w * quarterX;
    const Length y4 = lower.place.y * 4 + lower.place.h * quarterY;
    return upper.layer > lower.layer && upper.place.x * 4 < x4 && x4 < upper.place.right() * 4 &&
           upper.place.y * 4 < y4 && y4 < upper.place.bottom() * 4;
}

/// A rectangle is hidden when its four quarters are covered, by one other or by several: gate flaps hide what lies
/// behind them, though there is a gap between the two.
bool isHidden(const Cell& cell, const std::vector<Cell>& pile)
{
    for (const int x : {1, 3})
        for (const int y : {1, 3})
            if (std::ranges::none_of(pile, [&](const Cell& other) { return coversQuarter(other, cell, x, y); }))
                return false;
    return true;
}

} // namespace

FoldedSheet::FoldedSheet(const std::vector<Length>& widths, const std::vector<Length>& heights)
    : columns_(int(widths.size())), rows_(int(heights.size()))
{
    Length y;
    for (int row = 0; row < rows_; ++row) {
        Length x;
        for (int column = 0; column < columns_; ++column) {
            const Length w = widths[std::size_t(column)];
            cells_.push_back({column, row, {x, y, w, heights[std::size_t(row)]}, false, false, 0});
            x += w;
        }
        y += heights[std::size_t(row)];
    }
}

const Cell& FoldedSheet::cell(int column, int row) const { return cells_[std::size_t(row * columns_ + column)]; }
Cell& FoldedSheet::at(int column, int row) { return cells_[std::size_t(row * columns_ + column)]; }

Length FoldedSheet::linePosition(Axis axis, int line) const
{
    // The line is the near edge of the rectangle behind it, wherever that one lies and however it is turned.
    const Cell& behind = axis == Axis::Vertical ? cell(line, 0) : cell(0, line);
    return mirrored(behind, axis) ? high(behind, axis) : low(behind, axis);
}

bool FoldedSheet::isFoldedAt(Axis axis, int line) const
{
    const Cell& a = axis == Axis::Vertical ? cell(line - 1, 0) : cell(0, line - 1);
    const Cell& b = axis == Axis::Vertical ? cell(line, 0) : cell(0, line);
    return mirrored(a, axis) != mirrored(b, axis);
}

void FoldedSheet::reflect(Cell& cell, Axis axis, Length position) const
{
    if (axis == Axis::Vertical) {
        cell.place.x = position * 2 - cell.place.right();
        cell.mirroredX = !cell.mirroredX;
    } else {
        cell.place.y = position * 2 - cell.place.bottom();
        cell.mirroredY = !cell.mirroredY;
    }
}

/// The rectangle beside the line that creases: before it (side 0) or behind it (side 1).
const Cell& FoldedSheet::beside(const FoldStep& step, int side, int cross) const
{
    const int i = step.line - 1 + side;
    return step.axis == Axis::Vertical ? cell(i, cross) : cell(cross, i);
}

int FoldedSheet::crossings(Axis axis) const { return axis == Axis::Vertical ? rows_ : columns_; }

void FoldedSheet::findCreases(FoldEvent& event) const
{
    const Axis axis = event.step.axis;
    const auto moves = [&](const Cell& c) { return isMoved(c, event); };
    const int lines = (axis == Axis::Vertical ? columns_ : rows_) - 1;
    for (int line = 1; line <= lines; ++line) {
        for (int cross = 0; cross < crossings(axis); ++cross) {
            const Cell& a = axis == Axis::Vertical ? cell(line - 1, cross) : cell(cross, line - 1);
            const Cell& b = axis == Axis::Vertical ? cell(line, cross) : cell(cross, line);
            const Length at = mirrored(b, axis) ? high(b, axis) : low(b, axis);
            if (moves(a) != moves(b) && at != event.position)
                event.tornLine = line;
            if (mirrored(a, axis) == mirrored(b, axis) && at == event.position && moves(a) != moves(b))
                event.creases.push_back({line, cross, a.outsideUp() == (event.step.way == FoldWay::Over)});
        }
    }
}

bool FoldedSheet::liesInFold(const Cell& cell, const FoldEvent& event) const
{
    const Axis axis = event.step.axis;
    for (int cross = 0; cross < crossings(axis); ++cross) {
        bool inside = false;
        for (int side = 0; side < 2; ++side) {
            const Cell& crease = beside(event.step, side, cross);
            const bool sameStrip =
                axis == Axis::Vertical ? crease.place.y == cell.place.y : crease.place.x == cell.place.x;
            if (sameStrip && isMoved(crease, event) == isMoved(cell, event))
                inside = event.step.way == FoldWay::Over ? cell.layer > crease.layer : cell.layer < crease.layer;
        }
        if (inside)
            return true;
    }
    return false;
}

/// Seen along the crease c, while the piece is folded:
///
///       ╭──────────────   the side that moves
///     c │ room ─────      what lies between the two
///       ╰──────────────   the side that stays
///
/// Of what lies between, only ends that point at the crease need room: there the paper leaves the panel it came to by.
void FoldedSheet::findEnclosed(FoldEvent& event) const
{
    const Axis axis = event.step.axis;
    const auto creasesHere = [&](const Cell& cell) {
        const int at = index(cell, axis);
        const int cross = axis == Axis::Vertical ? cell.row : cell.column;
        return std::ranges::any_of(event.creases, [&](const FoldEvent::Crease& k) {
            return k.cross == cross && (k.line == at || k.line == at + 1);
        });
    };
    for (const Cell& cell : cells_) {
        if (!liesInFold(cell, event))
            continue;
        ++event.layersInside;
        // What creases here, too, lies in the fold but needs no room beside it.
        if (creasesHere(cell))
            continue;
        const bool isBefore = doubleMiddle(cell, axis) < event.position * 2;
        // Followed from the crease, the paper enters a panel at one edge and leaves it at the other.
        const bool nearEdgeIsLast = isBefore != mirrored(cell, axis);
        const bool leavesAtLast = index(cell, axis) >= event.step.line;
        if (nearEdgeIsLast != leavesAtLast)
            continue;
        event.enclosed.push_back(
            {cell.column, cell.row, isBefore ? event.position - high(cell, axis) : low(cell, axis) - event.position});
    }
}

void FoldedSheet::turnOver(const FoldEvent& event)
{
    const auto [undermost, uppermost] = std::ranges::minmax(cells_, {}, &Cell::layer);
    const int lowest = undermost.layer;
    const int highest = uppermost.layer;
    for (Cell& cell : cells_) {
        if (!isMoved(cell, event))
            continue;
        // What goes over arrives above everything, in reverse order; what goes under, below everything.
        reflect(cell, event.step.axis, event.position);
        cell.layer =
            event.step.way == FoldWay::Over ? highest + 1 + (highest - cell.layer) : lowest - 1 - (cell.layer - lowest);
    }
}

FoldEvent FoldedSheet::fold(const FoldStep& step)
{
    before_.push_back(cells_);
    FoldEvent event{step, linePosition(step.axis, step.line), false, {}, {}, 0, 0};
    event.outsideValley = beside(step, 0, 0).outsideUp() == (step.way == FoldWay::Over);
    findCreases(event);
    findEnclosed(event);
    Made made{step, {}};
    for (const Cell& cell : cells_)
        made.moved.push_back(isMoved(cell, event));
    made_.push_back(std::move(made));
    turnOver(event);
    return event;
}

void FoldedSheet::unfold()
{
    if (before_.empty())
        return;
    cells_ = std::move(before_.back());
    before_.pop_back();
    made_.pop_back();
}

void FoldedSheet::turnOver()
{
    const Rect all = extent();
    for (Cell& cell : cells_) {
        cell.place.x = all.x + all.right() - cell.place.right();
        cell.mirroredX = !cell.mirroredX;
        cell.layer = -cell.layer;
    }
    before_.clear();
}

const Cell& FoldedSheet::top() const { return *std::ranges::max_element(cells_, {}, &Cell::layer); }

const Cell& FoldedSheet::bottom() const { return *std::ranges::min_element(cells_, {}, &Cell::layer); }

Rect FoldedSheet::extent() const
{
    Rect all = cells_.front().place;
    for (const Cell& c : cells_)
        all = Rect::fromEdges(std::min(all.x, c.place.x), std::min(all.y, c.place.y),
                              std::max(all.right(), c.place.right()), std::max(all.bottom(), c.place.bottom()));
    return all;
}

std::vector<FoldedSheet::Meeting> FoldedSheet::meetings() const
{
    std::vector<Meeting> found;
    for (const Axis axis : {Axis::Vertical, Axis::Horizontal}) {
        const int last = (axis == Axis::Vertical ? columns_ : rows_) - 1;
        if (last < 1)
            continue;
        // The sheet has two outer edges in each direction; folded, they face each other when each ends its own part
        // of the pile and the parts were moved to the same side.
        const Cell& a = cell(0, 0);
        const Cell& b = axis == Axis::Vertical ? cell(columns_ - 1, 0) : cell(0, rows_ - 1);
        const bool aEnds = mirrored(a, axis); // its outer edge points right (down)
        const bool bEnds = mirrored(b, axis); // its outer edge points left (up)
        if (!aEnds || !bEnds || a.outsideUp() != b.outsideUp())
            continue;
        const bool wide = doubleMiddle(a, axis) < doubleMiddle(b, axis);
        if (wide)
            found.push_back({axis, 0, last, low(b, axis) - high(a, axis)});
    }
    return found;
}

std::vector<Cell> FoldedSheet::seenFromAbove() const
{
    std::vector<Cell> seen;
    for (const Cell& cell : cells_)
        if (!isHidden(cell, cells_))
            seen.push_back(cell);
    std::ranges::sort(seen, [](const Cell& a, const Cell& b) {
        return std::pair(a.place.y, a.place.x) < std::pair(b.place.y, b.place.x);
    });
    return seen;
}

void FoldedSheet::swingOpen(Axis axis, int line, const std::vector<bool>& part)
{
    const Length position = linePosition(axis, line);
    const int highest = top().layer;
    for (std::size_t i = 0; i < cells_.size(); ++i) {
        if (!part[i])
            continue;
        reflect(cells_[i], axis, position);
        cells_[i].layer = highest + 1 + (highest - cells_[i].layer);
    }
}

std::optional<FoldedSheet::Opening> FoldedSheet::openTopLeaf()
{
    struct Candidate {
        Axis axis;
        int line;
        bool movesFirst; ///< the rectangles before the line move, else those behind it
        std::size_t count;
    };
    std::optional<Candidate> best;
    for (const Axis axis : {Axis::Vertical, Axis::Horizontal}) {
        const int lines = axis == Axis::Vertical ? columns_ : rows_;
        for (int line = 1; line < lines; ++line) {
            if (!isFoldedAt(axis, line))
                continue;
            for (const bool first : {true, false}) {
                const auto inPart = [&](const Cell& c) { return (index(c, axis) < line) == first; };
                const bool liesOnTop = std::ranges::all_of(cells_, [&](const Cell& m) {
                    return !inPart(m) || std::ranges::all_of(cells_, [&](const Cell& rest) {
                        return inPart(rest) || !m.place.overlaps(rest.place) || m.layer > rest.layer;
                    });
                });
                const auto count = std::size_t(std::ranges::count_if(cells_, inPart));
                if (liesOnTop && (!best || count < best->count))
                    best = Candidate{axis, line, first, count};
            }
        }
    }
    std::vector<bool> part;
    if (best) {
        for (const Cell& c : cells_)
            part.push_back((index(c, best->axis) < best->line) == best->movesFirst);
        swingOpen(best->axis, best->line, part);
        return Opening{best->axis, best->line};
    }
    const auto last =
        std::find_if(made_.rbegin(), made_.rend(), [&](const Made& m) { return isFoldedAt(m.step.axis, m.step.line); });
    if (last == made_.rend())
        return std::nullopt;
    part = last->moved;
    const auto topmost = std::size_t(std::ranges::max_element(cells_, {}, &Cell::layer) - cells_.begin());
    if (!part[topmost])
        part.flip();
    swingOpen(last->step.axis, last->step.line, part);
    return Opening{last->step.axis, last->step.line};
}

} // namespace hinge
