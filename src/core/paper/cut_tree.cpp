// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/paper/cut_tree.h"

#include "core/units/length_text.h"

#include <algorithm>

namespace hinge
{
namespace
{

/// Cuts one node; `outer` are the fates its own edges were given from outside.
Result<void> cutNode(const CutNode& node, const Rect& area, std::array<EdgeFate, 4> outer, const QString& where,
                     std::vector<CutPiece>& out)
{
    if (node.what == CutNode::What::Waste)
        return {};
    if (node.what == CutNode::What::Piece) {
        out.push_back({node.piece, node.turn, area, outer});
        return {};
    }
    const bool vertical = node.lines == Axis::Vertical;
    const Length whole = vertical ? area.w : area.h;
    Length sum;
    for (const CutNode::Part& part : node.parts) {
        if (part.extent <= Length())
            return problem(where, QStringLiteral("A part of a cut sheet must be wider than 0."));
        sum += part.extent;
    }
    if (sum != whole)
        return problem(where, QStringLiteral("The parts add up to %1, but what is cut measures %2.")
                                  .arg(formatLength(sum, Unit::Mm), formatLength(whole, Unit::Mm)));
    // A line between two pieces is cut once for both; beside waste each piece has it for itself.
    const auto isPiece = [&](std::size_t i) { return node.parts[i].node.what == CutNode::What::Piece; };
    Length at;
    for (std::size_t i = 0; i < node.parts.size(); ++i) {
        const Length e = node.parts[i].extent;
        const Rect part = vertical ? Rect{area.x + at, area.y, e, area.h} : Rect{area.x, area.y + at, area.w, e};
        std::array<EdgeFate, 4> edges = outer;
        const std::size_t before = vertical ? 0 : 1;
        const std::size_t after = vertical ? 2 : 3;
        if (i > 0)
            edges[before] = isPiece(i) && isPiece(i - 1) ? EdgeFate::Shared : EdgeFate::Knife;
        if (i + 1 < node.parts.size())
            edges[after] = isPiece(i) && isPiece(i + 1) ? EdgeFate::Shared : EdgeFate::Knife;
        if (auto done =
                cutNode(node.parts[i].node, part, edges, QStringLiteral("%1, part %2").arg(where).arg(i + 1), out);
            !done)
            return done;
        at += e;
    }
    return {};
}

} // namespace

CutNode CutNode::ofPiece(int piece, Turn turn)
{
    CutNode node;
    node.what = What::Piece;
    node.piece = piece;
    node.turn = turn;
    return node;
}

CutNode CutNode::cut(Axis lines, std::vector<Part> parts)
{
    CutNode node;
    node.what = What::Cut;
    node.lines = lines;
    node.parts = std::move(parts);
    return node;
}

Result<std::vector<CutPiece>> cutSheet(Size sheet, const CutNode& tree)
{
    std::vector<CutPiece> pieces;
    if (auto done = cutNode(tree, {Length(), Length(), sheet.w, sheet.h},
                            {EdgeFate::Knife, EdgeFate::Knife, EdgeFate::Knife, EdgeFate::Knife},
                            QStringLiteral("the sheet"), pieces);
        !done)
        return tl::unexpected(done.error());
    return pieces;
}

int cutsIn(const CutNode& tree)
{
    if (tree.what != CutNode::What::Cut || tree.parts.empty())
        return 0;
    int cuts = int(tree.parts.size()) - 1;
    for (const CutNode::Part& part : tree.parts)
        cuts += cutsIn(part.node);
    return cuts;
}

bool CutNode::isCutLike(const CutNode& other) const
{
    if (what != other.what || (what == What::Cut && lines != other.lines))
        return false;
    return std::ranges::equal(parts, other.parts, [](const Part& a, const Part& b) {
        return a.extent == b.extent && a.node.isCutLike(b.node);
    });
}

int pileCutsIn(const CutNode& tree)
{
    if (tree.what != CutNode::What::Cut || tree.parts.empty())
        return 0;
    int cuts = int(tree.parts.size()) - 1;
    for (auto part = tree.parts.begin(); part != tree.parts.end(); ++part)
        if (std::none_of(tree.parts.begin(), part, [&](const CutNode::Part& before) {
                return before.extent == part->extent && before.node.isCutLike(part->node);
            }))
            cuts += pileCutsIn(part->node);
    return cuts;
}

namespace
{

/// Cuts what lies in `area`; `lying` are numbers of pieces. All lines of one direction that cross no piece are cut at
/// once.
std::optional<CutNode> freed(const Rect& area, const std::vector<Rect>& pieces, const std::vector<int>& lying,
                             Axis first)
{
    if (lying.empty())
        return CutNode{};
    if (lying.size() == 1 && pieces[std::size_t(lying.front())] == area)
        return CutNode::ofPiece(lying.front());
    const Axis second = first == Axis::Vertical ? Axis::Horizontal : Axis::Vertical;
    for (const Axis axis : {first, second}) {
        const bool upright = axis == Axis::Vertical;
        const auto low = [&](const Rect& r) { return upright ? r.x : r.y; };
        const auto high = [&](const Rect& r) { return upright ? r.right() : r.bottom(); };
        std::vector<int> order = lying;
        std::ranges::sort(order, {}, [&](int i) { return low(pieces[std::size_t(i)]); });
        // Pieces whose extents overlap stay together; between such groups, and beside them, is where the knife can go.
        std::vector<CutNode::Part> parts;
        Length at = low(area);
        for (std::size_t i = 0; i < order.size();) {
            const Length from = low(pieces[std::size_t(order[i])]);
            Length to = high(pieces[std::size_t(order[i])]);
            std::vector<int> group;
            for (; i < order.size() && (group.empty() || low(pieces[std::size_t(order[i])]) < to); ++i) {
                to = std::max(to, high(pieces[std::size_t(order[i])]));
                group.push_back(order[i]);
            }
            if (from > at)
                parts.push_back({from - at, {}});
            if (from == low(area) && to == high(area))
                break; // nothing to cut this way
            const Rect inside = upright ? Rect{from, area.y, to - from, area.h} : Rect{area.x, from, area.w, to - from};
            auto node = freed(inside, pieces, group, first);
            if (!node)
                return std::nullopt;
            parts.push_back({to - from, std::move(*node)});
            at = to;
        }
        if (parts.empty())
            continue;
        if (at < high(area))
            parts.push_back({high(area) - at, {}});
        return CutNode::cut(axis, std::move(parts));
    }
    return std::nullopt;
}

} // namespace

std::optional<CutNode> cutTreeOf(Size sheet, const std::vector<Rect>& pieces, Axis first)
{
    std::vector<int> all;
    for (int i = 0; i < int(pieces.size()); ++i)
        all.push_back(i);
    return freed({Length(), Length(), sheet.w, sheet.h}, pieces, all, first);
}

} // namespace hinge
