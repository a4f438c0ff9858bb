// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/surface.h"
#include "core/paper/folded_sheet.h"

#include <QtGlobal>
#include <algorithm>
#include <functional>
#include <map>
#include <optional>
#include <set>
#include <tuple>
#include <vector>

namespace testing
{

using hinge::Axis;
using hinge::Face;
using hinge::FoldStep;
using hinge::FoldWay;
using hinge::LineSide;

/// A little folding model of its own: paper cut into unit columns and rows, stacked up in piles on a grid. Folding a
/// line turns whole piles over onto others. It knows neither thickness nor millimetres, and shares no code with the
/// program.
class UnitPaper
{
public:
    struct Bit {
        int x, y; ///< where it was on the flat, from the left and the head of the outside
        bool outsideUp;
        bool headUp;
    };
    using Piles = std::map<std::pair<int, int>, std::vector<Bit>>; ///< by place, from the table up

    UnitPaper(std::vector<int> columns, std::vector<int> rows) : columns_(std::move(columns)), rows_(std::move(rows))
    {
        for (int y = 0; y < sum(rows_); ++y)
            for (int x = 0; x < sum(columns_); ++x)
                piles_[{x, y}].push_back({x, y, true, true});
    }

    void fold(const FoldStep& step)
    {
        const bool upright = step.axis == Axis::Vertical;
        const int line = placeOfLine(step.axis, step.line);
        folds_.push_back({step, {}});
        Piles next;
        std::vector<std::pair<std::pair<int, int>, std::vector<Bit>>> moved;
        for (auto& [place, bits] : piles_) {
            const int at = upright ? place.first : place.second;
            if ((at < line) == (step.moves == LineSide::Before)) {
                moved.push_back({place, bits});
                for (const Bit& bit : bits)
                    folds_.back().second.insert({bit.x, bit.y});
            } else
                next[place] = bits;
        }
        for (auto& [place, bits] : moved) {
            std::pair<int, int> to = place;
            (upright ? to.first : to.second) = 2 * line - 1 - (upright ? place.first : place.second);
            std::vector<Bit> turned(bits.rbegin(), bits.rend());
            for (Bit& bit : turned) {
                bit.outsideUp = !bit.outsideUp;
                if (!upright)
                    bit.headUp = !bit.headUp;
            }
            auto& pile = next[to];
            if (step.way == FoldWay::Over)
                pile.insert(pile.end(), turned.begin(), turned.end());
            else
                pile.insert(pile.begin(), turned.begin(), turned.end());
        }
        piles_ = std::move(next);
    }

    void turnOver()
    {
        Piles next;
        for (auto& [place, bits] : piles_) {
            std::vector<Bit> turned(bits.rbegin(), bits.rend());
            for (Bit& bit : turned)
                bit.outsideUp = !bit.outsideUp;
            next[{-place.first, place.second}] = turned;
        }
        piles_ = std::move(next);
    }

    /// By place, each from the table up.
    [[nodiscard]] const Piles& piles() const { return piles_; }
    /// The panels on top, row by row from the left: face, column, row.
    using Seen = std::tuple<Face, int, int>;
    [[nodiscard]] std::vector<Seen> seen() const
    {
        std::map<std::pair<int, int>, Bit> byRow; // by row, then from the left
        for (const auto& [place, bits] : piles_)
            byRow.insert({{place.second, place.first}, bits.back()});
        std::vector<Seen> out;
        for (const auto& [place, bit] : byRow) {
            const Seen s{bit.outsideUp ? Face::Outside : Face::Inside, panelOf(columns_, bit.x), panelOf(rows_, bit.y)};
            if (std::ranges::find(out, s) == out.end())
                out.push_back(s);
        }
        return out;
    }

    /// Opens what lies on top: of all parts that hang at one crease and lie over everything else, the smallest.
    bool openTop()
    {
        struct Best {
            Axis axis;
            int line;
            bool first;
            std::size_t size;
        };
        std::optional<Best> best;
        for (const Axis axis : {Axis::Vertical, Axis::Horizontal}) {
            const auto& shares = axis == Axis::Vertical ? columns_ : rows_;
            int at = 0;
            for (std::size_t line = 1; line < shares.size(); ++line) {
                at += shares[line - 1];
                if (!isCreased(axis, at))
                    continue;
                for (const bool first : {true, false}) {
                    std::size_t size = 0;
                    bool onTop = true;
                    for (const auto& [place, bits] : piles_) {
                        bool above = true; // from the top down: first what moves, then what stays
                        for (auto bit = bits.rbegin(); bit != bits.rend(); ++bit) {
                            const bool in = ((axis == Axis::Vertical ? bit->x : bit->y) < at) == first;
                            size += in ? 1 : 0;
                            onTop = onTop && (!in || above);
                            above = above && in;
                        }
                    }
                    if (onTop && (!best || size < best->size))
                        best = Best{axis, at, first, size};
                }
            }
        }
        if (best) {
            unfold(best->axis, best->line, [&](const Bit& bit) {
                return ((best->axis == Axis::Vertical ? bit.x : bit.y) < best->line) == best->first;
            });
            return true;
        }
        // Nothing lies free by itself: the fold made last is taken back.
        for (auto fold = folds_.rbegin(); fold != folds_.rend(); ++fold) {
            const Axis axis = fold->first.axis;
            const auto& shares = axis == Axis::Vertical ? columns_ : rows_;
            int at = 0;
            for (int i = 0; i < fold->first.line; ++i)
                at += shares[std::size_t(i)];
            if (!isCreased(axis, at))
                continue;
            const Bit top = piles_.begin()->second.back();
            const auto& moved = fold->second;
            const bool topMoved = moved.contains({top.x, top.y});
            unfold(axis, at, [&](const Bit& bit) { return moved.contains({bit.x, bit.y}) == topMoved; });
            return true;
        }
        return false;
    }

private:
    static int sum(const std::vector<int>& v)
    {
        int all = 0;
        for (const int i : v)
            all += i;
        return all;
    }
    static int panelOf(const std::vector<int>& shares, int unit)
    {
        int panel = 0;
        while (unit >= shares[std::size_t(panel)])
            unit -= shares[std::size_t(panel++)];
        return panel;
    }
    /// Where a bit lies now, and its place in that pile.
    [[nodiscard]] std::pair<std::pair<int, int>, Bit> find(int x, int y) const
    {
        for (const auto& [place, bits] : piles_)
            for (const Bit& bit : bits)
                if (bit.x == x && bit.y == y)
                    return {place, bit};
        qFatal("lost a bit of paper");
    }
    [[nodiscard]] bool isCreased(Axis axis, int at) const
    {
        const bool upright = axis == Axis::Vertical;
        const auto a = find(upright ? at - 1 : 0, upright ? 0 : at - 1);
        const auto b = find(upright ? at : 0, upright ? 0 : at);
        return a.first == b.first;
    }
    /// The line between two panels, as it lies now, in units from the left (head) of where the flat began.
    [[nodiscard]] int placeOfLine(Axis axis, int line) const
    {
        const bool upright = axis == Axis::Vertical;
        const auto& shares = upright ? columns_ : rows_;
        int at = 0;
        for (int i = 0; i < line; ++i)
            at += shares[std::size_t(i)];
        const auto [place, bit] = find(upright ? at : 0, upright ? 0 : at);
        const int here = upright ? place.first : place.second;
        const bool mirrored = upright ? bit.outsideUp != bit.headUp : !bit.headUp;
        return mirrored ? here + 1 : here;
    }
    void unfold(Axis axis, int at, const std::function<bool(const Bit&)>& goes)
    {
        const bool upright = axis == Axis::Vertical;
        const auto [crease, bit] = find(upright ? at : 0, upright ? 0 : at);
        const bool mirrored = upright ? bit.outsideUp != bit.headUp : !bit.headUp;
        const int line = (upright ? crease.first : crease.second) + (mirrored ? 1 : 0);
        Piles next;
        std::vector<std::pair<std::pair<int, int>, std::vector<Bit>>> moved;
        for (const auto& [place, bits] : piles_) {
            std::vector<Bit> up;
            for (const Bit& b : bits) {
                if (goes(b))
                    up.insert(up.begin(), {b.x, b.y, !b.outsideUp, upright ? b.headUp : !b.headUp});
                else
                    next[place].push_back(b);
            }
            std::pair<int, int> to = place;
            (upright ? to.first : to.second) = 2 * line - 1 - (upright ? place.first : place.second);
            moved.push_back({to, up});
        }
        for (auto& [place, bits] : moved)
            if (!bits.empty())
                next[place].insert(next[place].end(), bits.begin(), bits.end());
        piles_ = std::move(next);
    }

    std::vector<int> columns_, rows_;
    Piles piles_;
    std::vector<std::pair<FoldStep, std::set<std::pair<int, int>>>> folds_; ///< and what moved
};

} // namespace testing
