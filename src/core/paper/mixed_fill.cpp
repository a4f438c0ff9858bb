// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/paper/mixed_fill.h"

#include <algorithm>
#include <map>
#include <numeric>

namespace hinge
{
/// Looks at all ways of putting blocks together, from single pieces up: whatever a guillotine can free is two blocks
/// beside or above each other, and of blocks of the same pieces only those matter that no other is within.
class MixedFill::Search
{
public:
    Search(std::vector<MixedPiece> pieces, Size area) : pieces_(std::move(pieces)), area_(area) {}

    bool holds(const std::vector<int>& counts)
    {
        if (!hasRoomFor(counts))
            return false;
        if (const auto known = known_.find(counts); known != known_.end())
            return !known->second.empty();
        // What goes in row by row need not be searched for.
        if (inStrips(counts))
            return true;
        const std::vector<Block>* found = searched(counts);
        return found && !found->empty();
    }

    std::optional<std::vector<MixedCell>> fill(const std::vector<int>& counts)
    {
        if (!hasRoomFor(counts))
            return std::nullopt;
        const std::vector<Block>* found = searched(counts);
        if (!found || found->empty())
            return inStrips(counts);
        const auto best = std::ranges::min_element(*found, {}, &Block::cuts);
        std::vector<MixedCell> cells;
        lay(*best, {}, cells);
        return cells;
    }

private:
    using Counts = std::vector<int>;

    /// A block of pieces: the smallest rectangle about one way of laying them, and how that is parted by its first cut.
    struct Block {
        Size size;
        int cuts = 0;
        int piece = -1; ///< where it is a piece by itself
        bool turned = false;
        /// Else the two blocks it is made of, by their counts and their place among the blocks of these.
        Counts first, second;
        int firstAt = 0, secondAt = 0;
        bool beside = true; ///< else one below the other
    };

    static int pieces(const Counts& counts) { return std::accumulate(counts.begin(), counts.end(), 0); }

    /// So many pairs of blocks are put together for one question, and for all: some hundredths of a second, and half of
    /// one.
    static constexpr std::int64_t mostPairs = 150'000;
    static constexpr std::int64_t mostPairsOfAll = 1'500'000;

    [[nodiscard]] bool hasRoomFor(const Counts& counts) const
    {
        double need = 0;
        for (std::size_t i = 0; i < counts.size(); ++i)
            need += counts[i] * pieces_[i].cell.w.toMm() * pieces_[i].cell.h.toMm();
        return need <= area_.w.toMm() * area_.h.toMm() + 1e-6;
    }

    /// All blocks of these pieces that matter; nullptr where there are too many ways to look at.
    const std::vector<Block>* searched(const Counts& counts)
    {
        left_ = std::min(mostPairs, mostPairsOfAll - pairs_);
        const std::int64_t before = left_;
        const std::vector<Block>* found = blocks(counts);
        pairs_ += before - left_;
        return found;
    }

    const std::vector<Block>* blocks(const Counts& counts)
    {
        if (const auto known = known_.find(counts); known != known_.end())
            return &known->second;
        std::vector<Block> found;
        if (pieces(counts) == 1)
            single(counts, found);
        else if (hasRoomFor(counts) && !part(counts, found))
            return nullptr;
        return &known_.emplace(counts, std::move(found)).first->second;
    }

    void single(const Counts& counts, std::vector<Block>& found) const
    {
        const int piece = int(std::ranges::find(counts, 1) - counts.begin());
        const MixedPiece& p = pieces_[std::size_t(piece)];
        for (const bool turned : {false, true}) {
            if (turned ? !p.turned : !p.upright)
                continue;
            const Size size = turned ? p.cell.turned() : p.cell;
            if (isWanted(size, 0, found))
                add({size, 0, piece, turned, {}, {}, 0, 0, true}, found);
        }
    }

    /// All ways of parting the pieces into two lots, each once; false where that is too much.
    bool part(const Counts& counts, std::vector<Block>& found)
    {
        Counts first(counts.size(), 0);
        const int all = pieces(counts);
        while (next(first, counts)) {
            if (pieces(first) * 2 > all)
                continue;
            Counts second = counts;
            for (std::size_t i = 0; i < counts.size(); ++i)
                second[i] -= first[i];
            if (pieces(first) * 2 == all && first > second)
                continue;
            const std::vector<Block>* some = blocks(first);
            const std::vector<Block>* others = some ? blocks(second) : nullptr;
            if (!others)
                return false;
            left_ -= 1 + std::int64_t(some->size() * others->size());
            if (left_ < 0)
                return false;
            for (int i = 0; i < int(some->size()); ++i)
                for (int j = 0; j < int(others->size()); ++j)
                    join({(*some)[std::size_t(i)], first, i}, {(*others)[std::size_t(j)], second, j}, found);
        }
        return true;
    }

    /// A block among those of its pieces.
    struct Lot {
        const Block& block;
        const Counts& counts;
        int at;
    };

    void join(const Lot& first, const Lot& second, std::vector<Block>& found) const
    {
        const Block& a = first.block;
        const Block& b = second.block;
        // Two alike are piled up after they have been cut apart.
        const int cuts = 1 + (&a == &b ? a.cuts : a.cuts + b.cuts);
        for (const bool beside : {true, false}) {
            const Size size = beside ? Size{a.size.w + b.size.w, std::max(a.size.h, b.size.h)}
                                     : Size{std::max(a.size.w, b.size.w), a.size.h + b.size.h};
            const bool level = beside ? a.size.h == b.size.h : a.size.w == b.size.w;
            const int strokes = cuts + (level ? 0 : 1); // the shorter one is cut once more
            if (isWanted(size, strokes, found))
                add({size, strokes, -1, false, first.counts, second.counts, first.at, second.at, beside}, found);
        }
    }

    /// A block whose pieces lie in no smaller one that is known.
    [[nodiscard]] bool isWanted(Size size, int cuts, const std::vector<Block>& found) const
    {
        return size.w <= area_.w && size.h <= area_.h && std::ranges::none_of(found, [&](const Block& b) {
                   return b.size.w <= size.w && b.size.h <= size.h && (b.size != size || b.cuts <= cuts);
               });
    }

    static void add(Block block, std::vector<Block>& found)
    {
        std::erase_if(found, [&](const Block& b) { return block.size.w <= b.size.w && block.size.h <= b.size.h; });
        found.push_back(std::move(block));
    }

    /// Counts up through all lots below `most`; false when there are no more.
    static bool next(Counts& counts, const Counts& most)
    {
        for (std::size_t i = 0; i < counts.size(); ++i) {
            if (counts[i] < most[i]) {
                ++counts[i];
                return true;
            }
            counts[i] = 0;
        }
        return false;
    }

    void lay(const Block& block, Point at, std::vector<MixedCell>& cells) const
    {
        if (block.piece >= 0) {
            cells.push_back({block.piece, {at.x, at.y, block.size.w, block.size.h}, block.turned});
            return;
        }
        const Block& first = known_.at(block.first)[std::size_t(block.firstAt)];
        lay(first, at, cells);
        const Point second = block.beside ? Point{at.x + first.size.w, at.y} : Point{at.x, at.y + first.size.h};
        lay(known_.at(block.second)[std::size_t(block.secondAt)], second, cells);
    }

    /// Where there are too many to look at all ways: one piece after the other, in rows or columns of its own, into
    /// what is left; by several orders, ways of choosing and of parting what is left. The first that goes in is taken.
    [[nodiscard]] std::optional<std::vector<MixedCell>> inStrips(const Counts& counts) const;
    [[nodiscard]] std::optional<std::vector<MixedCell>> strips(Counts counts, const std::vector<int>& order, bool rows,
                                                               bool longest) const;

    std::vector<MixedPiece> pieces_;
    Size area_;
    std::map<Counts, std::vector<Block>> known_;
    std::int64_t left_ = 0;  ///< pairs that may still be put together for this question
    std::int64_t pairs_ = 0; ///< and were, for all
};

std::optional<std::vector<MixedCell>> MixedFill::Search::inStrips(const Counts& counts) const
{
    std::vector<int> order(pieces_.size());
    std::iota(order.begin(), order.end(), 0);
    const auto by = [&](auto measure) {
        std::ranges::stable_sort(order, std::greater<>(), [&](int i) { return measure(pieces_[std::size_t(i)].cell); });
    };
    for (int way = 0; way < 4; ++way) {
        if (way == 0)
            by([](Size s) { return s.w.toMm() * s.h.toMm(); });
        else if (way == 1)
            by([](Size s) { return std::max(s.w, s.h).toMm(); });
        else if (way == 2)
            by([](Size s) { return s.w.toMm(); });
        else
            by([](Size s) { return s.h.toMm(); });
        for (const bool rows : {true, false})
            for (const bool longest : {true, false})
                if (auto cells = strips(counts, order, rows, longest))
                    return cells;
    }
    return std::nullopt;
}

std::optional<std::vector<MixedCell>> MixedFill::Search::strips(Counts counts, const std::vector<int>& order, bool rows,
                                                                bool longest) const
{
    std::vector<Rect> free{{Length(), Length(), area_.w, area_.h}};
    std::vector<MixedCell> cells;
    for (const int piece : order) {
        const MixedPiece& p = pieces_[std::size_t(piece)];
        int& left = counts[std::size_t(piece)];
        while (left > 0) {
            // The strip that leaves the least beside it.
            struct Strip {
                std::size_t in = 0;
                Size cell;
                bool turned = false, along = true;
                int count = 0;
                double waste = 0;
            };
            std::optional<Strip> best;
            for (std::size_t i = 0; i < free.size(); ++i)
                for (const bool turned : {false, true}) {
                    if (turned ? !p.turned : !p.upright)
                        continue;
                    const Size cell = turned ? p.cell.turned() : p.cell;
                    if (cell.w > free[i].w || cell.h > free[i].h)
                        continue;
                    for (const bool along : {rows, !rows}) {
                        const int fits = int(along ? free[i].w / cell.w : free[i].h / cell.h);
                        Strip strip{i, cell, turned, along, std::min(fits, left), 0};
                        const Length rest = along ? free[i].w - cell.w * strip.count : free[i].h - cell.h * strip.count;
                        strip.waste = rest.toMm() * (along ? cell.h : cell.w).toMm() / strip.count;
                        if (!best || strip.waste < best->waste)
                            best = strip;
                    }
                }
            if (!best)
                return std::nullopt;
            const Rect in = free[best->in];
            free.erase(free.begin() + std::ptrdiff_t(best->in));
            const Size used = best->along ? Size{best->cell.w * best->count, best->cell.h}
                                          : Size{best->cell.w, best->cell.h * best->count};
            for (int i = 0; i < best->count; ++i)
                cells.push_back({piece,
                                 {in.x + (best->along ? best->cell.w * i : Length()),
                                  in.y + (best->along ? Length() : best->cell.h * i), best->cell.w, best->cell.h},
                                 best->turned});
            // What is left is parted so that one of the two parts is as large as can be, or the other way.
            const bool wide = ((in.w - used.w) < (in.h - used.h)) == longest;
            const Rect beside{in.x + used.w, in.y, in.w - used.w, wide ? used.h : in.h};
            const Rect below{in.x, in.y + used.h, wide ? in.w : used.w, in.h - used.h};
            for (const Rect& r : {beside, below})
                if (!r.isEmpty())
                    free.push_back(r);
            left -= best->count;
        }
    }
    return cells;
}

MixedFill::MixedFill(std::vector<MixedPiece> pieces, Size area)
    : search_(std::make_unique<Search>(std::move(pieces), area))
{
}
MixedFill::~MixedFill() = default;
MixedFill::MixedFill(MixedFill&&) noexcept = default;

bool MixedFill::holds(const std::vector<int>& counts) { return search_->holds(counts); }

std::optional<std::vector<MixedCell>> MixedFill::fill(const std::vector<int>& counts) { return search_->fill(counts); }

} // namespace hinge
