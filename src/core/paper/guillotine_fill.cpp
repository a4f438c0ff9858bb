// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/paper/guillotine_fill.h"

#include <algorithm>
#include <cmath>
#include <optional>
#include <unordered_map>

namespace hinge
{
namespace
{

int fits(Length piece, Length room) { return piece > Length() && room >= piece ? int(room / piece) : 0; }

void addGrid(std::vector<FillCell>& out, Point at, Size cell, int columns, int rows, bool turned)
{
    for (int row = 0; row < rows; ++row)
        for (int column = 0; column < columns; ++column)
            out.push_back({{at.x + cell.w * column, at.y + cell.h * row, cell.w, cell.h}, turned});
}

/// An upright block of some columns (rows), and a turned block in what is left beside (below) it.
std::vector<FillCell> twoBlocks(Size cell, Size area, bool firstTurned)
{
    const Size first = firstTurned ? cell.turned() : cell;
    const Size second = first.turned();
    struct Shape {
        int across, down, acrossBeside, downBeside;
        bool beside;
        [[nodiscard]] int count() const { return across * down + acrossBeside * downBeside; }
    };
    Shape best{0, 0, 0, 0, true};
    const auto offer = [&best](const Shape& shape) {
        if (shape.count() > best.count())
            best = shape;
    };
    for (int columns = fits(first.w, area.w); columns >= 0; --columns)
        offer(
            {columns, fits(first.h, area.h), fits(second.w, area.w - first.w * columns), fits(second.h, area.h), true});
    for (int rows = fits(first.h, area.h); rows >= 0; --rows)
        offer({fits(first.w, area.w), rows, fits(second.w, area.w), fits(second.h, area.h - first.h * rows), false});
    std::vector<FillCell> places;
    addGrid(places, {}, first, best.across, best.down, firstTurned);
    addGrid(places, best.beside ? Point{first.w * best.across, Length()} : Point{Length(), first.h * best.down}, second,
            best.acrossBeside, best.downBeside, !firstTurned);
    return places;
}

/// Searches all guillotine patterns. Cuts need only be looked for where some pieces, upright or turned, end one after
/// the other: all else is such a pattern with its pieces pushed together (Herz, 1972, from memory).
class Search
{
public:
    Search(Size cell, Size area) : cell_(cell), area_(area)
    {
        const Length longest = std::max(area.w, area.h);
        for (Length across; across <= longest; across += cell.w)
            for (Length at = across; at <= longest; at += cell.h) {
                ends_.push_back(at);
                if (ends_.size() > mostEnds)
                    return;
            }
        std::ranges::sort(ends_);
        ends_.erase(std::ranges::unique(ends_).begin(), ends_.end());
        sides_.reserve(ends_.size());
        const double sideOfCell = std::sqrt(cell.w.toMm() * cell.h.toMm());
        for (const Length end : ends_)
            sides_.push_back(end.toMm() / sideOfCell);
    }

    /// Empty when there are too many patterns to look at all of them.
    std::optional<std::vector<FillCell>> run()
    {
        if (ends_.size() > mostEnds)
            return std::nullopt;
        (void)most(endBefore(area_.w), endBefore(area_.h));
        if (steps_ > mostSteps)
            return std::nullopt;
        std::vector<FillCell> out;
        place({}, endBefore(area_.w), endBefore(area_.h), out);
        return out;
    }

private:
    static constexpr std::size_t mostEnds = 1200;
    static constexpr int mostSteps = 60'000;

    /// The best that can be done with a rectangle, and the first cut of it.
    struct Best {
        int count = 0;
        int cutAt = 0;       ///< an end; 0 where nothing is cut: a block of one way
        bool upright = true; ///< the way of the cut, or of the pieces of the block
    };

    [[nodiscard]] int endBefore(Length at) const
    {
        return int(std::ranges::upper_bound(ends_, at) - ends_.begin()) - 1;
    }
    /// No more pieces than the area holds.
    [[nodiscard]] int bound(int w, int h) const { return int(sides_[std::size_t(w)] * sides_[std::size_t(h)] + 1e-9); }

    int most(int w, int h)
    {
        if (w == 0 || h == 0)
            return 0;
        const auto key = std::uint64_t(w) << 32 | std::uint32_t(h);
        if (const auto known = known_.find(key); known != known_.end())
            return known->second.count;
        const Length wide = ends_[std::size_t(w)];
        const Length high = ends_[std::size_t(h)];
        const int straight = fits(cell_.w, wide) * fits(cell_.h, high);
        const int turned = fits(cell_.h, wide) * fits(cell_.w, high);
        Best best{std::max(straight, turned), 0, straight >= turned};
        const int possible = bound(w, h);
        for (const bool upright : {true, false}) {
            const int whole = upright ? w : h;
            const int across = upright ? h : w;
            const std::int64_t extent = ends_[std::size_t(whole)].count();
            // What is left grows smaller as the cut goes on: its end is followed down, not looked for each time.
            int rest = whole;
            for (int at = 1; best.count < possible; ++at) {
                const std::int64_t first = ends_[std::size_t(at)].count();
                if (first * 2 > extent)
                    break;
                if (++steps_ > mostSteps)
                    return best.count;
                while (ends_[std::size_t(rest)].count() > extent - first)
                    --rest;
                if (bound(at, across) + bound(rest, across) <= best.count)
                    continue;
                const int count = upright ? most(at, h) + most(rest, h) : most(w, at) + most(w, rest);
                if (count > best.count)
                    best = {count, at, upright};
            }
        }
        known_.emplace(key, best);
        return best.count;
    }

    void place(Point corner, int w, int h, std::vector<FillCell>& out) const
    {
        if (w == 0 || h == 0)
            return;
        const Best& best = known_.at(std::uint64_t(w) << 32 | std::uint32_t(h));
        if (best.cutAt == 0) {
            const Size piece = best.upright ? cell_ : cell_.turned();
            addGrid(out, corner, piece, fits(piece.w, ends_[std::size_t(w)]), fits(piece.h, ends_[std::size_t(h)]),
                    !best.upright);
            return;
        }
        const Length cut = ends_[std::size_t(best.cutAt)];
        if (best.upright) {
            place(corner, best.cutAt, h, out);
            place({corner.x + cut, corner.y}, endBefore(ends_[std::size_t(w)] - cut), h, out);
        } else {
            place(corner, w, best.cutAt, out);
            place({corner.x, corner.y + cut}, w, endBefore(ends_[std::size_t(h)] - cut), out);
        }
    }

    Size cell_;
    Size area_;
    std::vector<Length> ends_;  ///< all sums of widths and heights of pieces, in order; the first is 0
    std::vector<double> sides_; ///< the same in sides of a square as large as a piece
    std::unordered_map<std::uint64_t, Best> known_;
    int steps_ = 0;
};

} // namespace

std::vector<FillCell> bestGuillotineFill(Size cell, Size area)
{
    if (cell.w <= Length() || cell.h <= Length() || area.w <= Length() || area.h <= Length())
        return {};
    std::vector<FillCell> plain = twoBlocks(cell, area, false);
    if (auto turned = twoBlocks(cell, area, true); turned.size() > plain.size())
        plain = std::move(turned);
    const auto possible = std::size_t(area.w.toMm() * area.h.toMm() / (cell.w.toMm() * cell.h.toMm()) + 1e-9);
    if (plain.size() >= possible)
        return plain;
    const auto searched = Search(cell, area).run();
    return searched && searched->size() > plain.size() ? *searched : plain;
}

} // namespace hinge
