// SPDX-License-Identifier: GPL-3.0-or-later
#include "typeset/drawn_outline.h"

#include <QPainterPathStroker>
#include <cmath>

namespace hinge
{
namespace
{

double distance(QPointF a, QPointF b) { return std::hypot(a.x() - b.x(), a.y() - b.y()); }

/// First and last of the part a point belongs to.
std::pair<std::size_t, std::size_t> partOf(const OutlineNodes& nodes, std::size_t node)
{
    std::size_t first = node;
    while (first > 0 && !nodes[first].begins)
        --first;
    std::size_t last = node;
    while (last + 1 < nodes.size() && !nodes[last + 1].begins)
        ++last;
    return {first, last};
}

bool isStraight(const OutlineNode& from, const OutlineNode& to) { return from.out == from.at && to.in == to.at; }

} // namespace

OutlineNodes nodesOf(const std::vector<OutlinePoint>& points, const Rect& frame)
{
    const auto at = [&](int x, int y) {
        return QPointF(frame.x.toMm() + frame.w.toMm() * x / outlineWhole,
                       frame.y.toMm() + frame.h.toMm() * y / outlineWhole);
    };
    OutlineNodes out;
    for (const OutlinePoint& p : points)
        out.push_back({at(p.x, p.y), at(p.inX, p.inY), at(p.outX, p.outY), p.begins});
    return out;
}

QPainterPath pathOf(const OutlineNodes& nodes, bool closed)
{
    QPainterPath out;
    const auto lead = [&](const OutlineNode& from, const OutlineNode& to) {
        if (isStraight(from, to))
            out.lineTo(to.at);
        else
            out.cubicTo(from.out, to.in, to.at);
    };
    for (std::size_t i = 0; i < nodes.size(); ++i) {
        const auto [first, last] = partOf(nodes, i);
        if (i == first)
            out.moveTo(nodes[i].at);
        else
            lead(nodes[i - 1], nodes[i]);
        if (i == last && closed) {
            lead(nodes[i], nodes[first]);
            out.closeSubpath();
        }
    }
    return out;
}

std::optional<NodeHold> holdAt(const OutlineNodes& nodes, QPointF place, double reach)
{
    std::optional<NodeHold> best;
    double least = reach;
    const auto offer = [&](std::size_t i, NodePart part, QPointF at) {
        if (const double off = distance(at, place); off < least) {
            least = off;
            best = NodeHold{i, part};
        }
    };
    for (std::size_t i = 0; i < nodes.size(); ++i)
        offer(i, NodePart::At, nodes[i].at);
    for (std::size_t i = 0; i < nodes.size() && (!best || best->part != NodePart::At); ++i) {
        offer(i, NodePart::In, nodes[i].in);
        offer(i, NodePart::Out, nodes[i].out);
    }
    return best;
}

bool isAtOutline(const OutlineNodes& nodes, QPointF place, double reach)
{
    QPainterPathStroker near;
    near.setWidth(reach * 2);
    const QPainterPath path = pathOf(nodes, true);
    return path.contains(place) || near.createStroke(path).contains(place);
}

void moveNode(OutlineNodes& nodes, NodeHold hold, QPointF to, bool makesCurve)
{
    OutlineNode& node = nodes[hold.node];
    const bool smooth = makesCurve || (node.in != node.at && node.out != node.at);
    switch (hold.part) {
    case NodePart::At: {
        const QPointF by = to - node.at;
        node.at += by;
        node.in += by;
        node.out += by;
        break;
    }
    case NodePart::In:
        node.in = to;
        if (smooth)
            node.out = node.at * 2 - to;
        break;
    case NodePart::Out:
        node.out = to;
        if (smooth)
            node.in = node.at * 2 - to;
        break;
    }
}

void turnNode(OutlineNodes& nodes, std::size_t i)
{
    OutlineNode& node = nodes[i];
    if (node.in != node.at || node.out != node.at) {
        node.in = node.out = node.at;
        return;
    }
    const auto [first, last] = partOf(nodes, i);
    const QPointF before = nodes[i == first ? last : i - 1].at;
    const QPointF after = nodes[i == last ? first : i + 1].at;
    node.in = node.at - (after - before) / 6;
    node.out = node.at + (after - before) / 6;
}

std::optional<std::size_t> addNode(OutlineNodes& nodes, QPointF place, double reach)
{
    constexpr int steps = 60; // places that are tried on each piece
    struct Best {
        std::size_t from, to;
        double t;
    };
    std::optional<Best> best;
    double least = reach;
    const auto cut = [&](std::size_t from, std::size_t to, double t) {
        const OutlineNode& a = nodes[from];
        const OutlineNode& b = nodes[to];
        const auto between = [t](QPointF p, QPointF q) { return p + (q - p) * t; };
        if (isStraight(a, b)) {
            const QPointF at = between(a.at, b.at);
            return std::pair(OutlineNode{at, at, at, false}, std::pair(a.out, b.in));
        }
        // By halving its sides (de Casteljau): both halves run where the whole did.
        const QPointF ab = between(a.at, a.out), bc = between(a.out, b.in), cd = between(b.in, b.at);
        const QPointF abc = between(ab, bc), bcd = between(bc, cd);
        return std::pair(OutlineNode{between(abc, bcd), abc, bcd, false}, std::pair(ab, cd));
    };
    for (std::size_t i = 0; i < nodes.size(); ++i) {
        const auto [first, last] = partOf(nodes, i);
        const std::size_t next = i == last ? first : i + 1;
        for (int k = 1; k < steps; ++k) {
            const double t = double(k) / steps;
            if (const double off = distance(cut(i, next, t).first.at, place); off < least) {
                least = off;
                best = Best{i, next, t};
            }
        }
    }
    if (!best)
        return std::nullopt;
    const auto [added, controls] = cut(best->from, best->to, best->t);
    nodes[best->from].out = controls.first;
    nodes[best->to].in = controls.second;
    nodes.insert(nodes.begin() + std::ptrdiff_t(best->from) + 1, added);
    return best->from + 1;
}

bool takeNode(OutlineNodes& nodes, std::size_t node)
{
    const auto [first, last] = partOf(nodes, node);
    if (last - first < 3)
        return false;
    if (nodes[node].begins)
        nodes[node + 1].begins = true;
    nodes.erase(nodes.begin() + std::ptrdiff_t(node));
    return true;
}

} // namespace hinge
