// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/piece/lines.h"

#include <algorithm>

namespace hinge
{
namespace
{

Length lowEdge(const Rect& r, ItemSide side) { return isHorizontal(side) ? r.x : r.y; }
Length highEdge(const Rect& r, ItemSide side) { return isHorizontal(side) ? r.right() : r.bottom(); }
Length edgeOf(const Rect& r, ItemSide side, LineEnd at)
{
    return at == LineEnd::End ? highEdge(r, side) : lowEdge(r, side);
}

const Panel& panelOf(const Paper& paper, Face face, int index)
{
    const auto& panels = paper.face(face);
    return panels[std::size_t(std::clamp(index, 0, int(panels.size()) - 1))];
}

/// The edge of the panel that a line belongs to.
ItemSide panelEdge(ItemSide side, LineEnd at)
{
    if (isHorizontal(side))
        return at == LineEnd::End ? ItemSide::Right : ItemSide::Left;
    return at == LineEnd::End ? ItemSide::Bottom : ItemSide::Top;
}

/// The middle of a frame across the direction a side moves in: it tells the panels whose lines are meant.
Length across(const Rect& frame, ItemSide side) { return isHorizontal(side) ? frame.middle().y : frame.middle().x; }

int panelUnder(const Paper& paper, Face face, ItemSide side, Length position, Length across)
{
    return panelAt(paper, face, isHorizontal(side) ? Point{position, across} : Point{across, position});
}

} // namespace

Length linePosition(const Paper& paper, Face face, ItemSide side, const SideAnchor& anchor)
{
    const Panel& panel = panelOf(paper, face, anchor.panel);
    switch (anchor.line) {
    case PaperLine::Bleed: return edgeOf(panel.bleedArea, side, anchor.at);
    case PaperLine::Edge: return edgeOf(panel.area, side, anchor.at);
    case PaperLine::Safe: return edgeOf(panel.safeArea, side, anchor.at);
    case PaperLine::Column: {
        const auto& areas = isHorizontal(side) ? panel.columnAreas : panel.rowAreas;
        return edgeOf(areas[std::size_t(std::clamp(anchor.column, 0, int(areas.size()) - 1))], side, anchor.at);
    }
    case PaperLine::Guide: {
        for (const Panel& p : paper.face(face))
            for (const GuideLine& guide : p.guides)
                if (guide.number == anchor.guide && guide.upright == isHorizontal(side))
                    return guide.at;
        return edgeOf(panel.area, side, anchor.at); // only in a file written by hand: `removeGuide` lets go first
    }
    }
    return {};
}

Length sidePosition(const Paper& paper, Face face, ItemSide side, const SideAnchor& anchor)
{
    return linePosition(paper, face, side, anchor) + anchor.offset;
}

QString lineName(const Paper& paper, Face face, ItemSide side, const SideAnchor& anchor)
{
    const EdgeFate fate = panelOf(paper, face, anchor.panel).edge(panelEdge(side, anchor.at));
    switch (anchor.line) {
    case PaperLine::Bleed:
    case PaperLine::Edge:
        if (fate == EdgeFate::Folded)
            return QStringLiteral("fold");
        if (fate == EdgeFate::Torn)
            return QStringLiteral("perforation");
        return anchor.line == PaperLine::Bleed ? QStringLiteral("bleed") : QStringLiteral("trim");
    case PaperLine::Safe: return QStringLiteral("safe");
    case PaperLine::Column: {
        const Panel& panel = panelOf(paper, face, anchor.panel);
        if (panel.hasLayout() && (isHorizontal(side) ? panel.columnAreas : panel.rowAreas).size() == 1)
            return QStringLiteral("margin");
        return isHorizontal(side) ? QStringLiteral("column") : QStringLiteral("row");
    }
    case PaperLine::Guide: return QStringLiteral("guide");
    }
    return {};
}

bool isVoid(const Item& item, const Rect& frame)
{
    if (item.kind == ItemKind::Shape && item.outline == Outline::Line)
        return frame.w < Length() || frame.h < Length() || frame.w + frame.h == Length();
    return frame.isEmpty();
}

Length positionOf(const Rect& frame, ItemSide side) { return edgeOf(frame, side, endOf(side)); }

Rect withSideAt(const Rect& frame, ItemSide side, Length position)
{
    const auto at = [&](ItemSide s) { return s == side ? position : positionOf(frame, s); };
    return Rect::fromEdges(at(ItemSide::Left), at(ItemSide::Top), at(ItemSide::Right), at(ItemSide::Bottom));
}

Rect frameOf(const Paper& paper, Face face, const Item& item)
{
    const auto at = [&](ItemSide s) { return sidePosition(paper, face, s, item.side(s)); };
    return Rect::fromEdges(at(ItemSide::Left), at(ItemSide::Top), at(ItemSide::Right), at(ItemSide::Bottom));
}

int panelAt(const Paper& paper, Face face, Point place)
{
    const auto& panels = paper.face(face);
    int column = 0;
    while (column + 1 < paper.columns() && place.x >= panels[std::size_t(column)].area.right())
        ++column;
    int row = 0;
    while (row + 1 < paper.rows() && place.y >= panels[std::size_t(row * paper.columns())].area.bottom())
        ++row;
    return row * paper.columns() + column;
}

SideAnchor freeSide(const Paper& paper, Face face, ItemSide side, const Rect& frame)
{
    const Length position = positionOf(frame, side);
    return freeSideOn(paper, face, side, position, panelUnder(paper, face, side, position, across(frame, side)));
}

SideAnchor freeSideOn(const Paper& paper, Face face, ItemSide side, Length position, int panel)
{
    SideAnchor anchor;
    anchor.panel = panel;
    const Rect area = panelOf(paper, face, anchor.panel).area;
    anchor.at =
        abs(position - highEdge(area, side)) < abs(position - lowEdge(area, side)) ? LineEnd::End : LineEnd::Start;
    anchor.offset = position - edgeOf(area, side, anchor.at);
    return anchor;
}

std::vector<SideAnchor> linesOf(const Panel& panel, ItemSide side)
{
    std::vector<SideAnchor> lines;
    for (const PaperLine line : {PaperLine::Bleed, PaperLine::Edge, PaperLine::Safe})
        for (const LineEnd at : {LineEnd::Start, LineEnd::End})
            lines.push_back(holdOn(line, panel.position, at));
    const auto& areas = isHorizontal(side) ? panel.columnAreas : panel.rowAreas;
    for (int i = 0; i < int(areas.size()); ++i)
        for (const LineEnd at : {LineEnd::Start, LineEnd::End})
            lines.push_back(holdOnColumn(panel.position, i, at));
    for (const GuideLine& guide : panel.guides)
        if (guide.upright == isHorizontal(side))
            lines.push_back(holdOnGuide(panel.position, guide.number));
    return lines;
}

std::optional<SideAnchor> nearestLine(const Paper& paper, Face face, ItemSide side, const Rect& frame, Length reach)
{
    std::optional<SideAnchor> best;
    Length bestDistance = reach;
    const Length position = positionOf(frame, side);
    // Only lines of panels in the item's own row (column) can be meant.
    const Panel& here = panelOf(paper, face, panelUnder(paper, face, side, position, across(frame, side)));
    for (const Panel& panel : paper.face(face)) {
        if (isHorizontal(side) ? panel.row != here.row : panel.column != here.column)
            continue;
        for (const SideAnchor& line : linesOf(panel, side)) {
            const Length distance = abs(linePosition(paper, face, side, line) - position);
            if (distance > bestDistance || (best && distance == bestDistance))
                continue;
            best = line;
            bestDistance = distance;
        }
    }
    return best;
}

SideAnchor settledSide(const Paper& paper, Face face, ItemSide side, const Rect& frame, Length reach)
{
    const auto line = nearestLine(paper, face, side, frame, reach);
    return line ? *line : freeSide(paper, face, side, frame);
}

namespace
{

std::array<SideAnchor, 4> sidesOn(PaperLine line, int panel)
{
    std::array<SideAnchor, 4> sides;
    for (const ItemSide s : allSides)
        sides[std::size_t(s)] = holdOn(line, panel, endOf(s));
    return sides;
}

} // namespace

std::array<SideAnchor, 4> sidesFillingPanel(int panel) { return sidesOn(PaperLine::Bleed, panel); }
std::array<SideAnchor, 4> sidesFillingSafeArea(int panel) { return sidesOn(PaperLine::Safe, panel); }

std::array<SideAnchor, 4> sidesFillingLayout(const Panel& panel)
{
    if (!panel.hasLayout())
        return sidesFillingSafeArea(panel.position);
    std::array<SideAnchor, 4> sides;
    for (const ItemSide s : allSides) {
        const auto& areas = isHorizontal(s) ? panel.columnAreas : panel.rowAreas;
        sides[std::size_t(s)] =
            holdOnColumn(panel.position, endOf(s) == LineEnd::Start ? 0 : int(areas.size()) - 1, endOf(s));
    }
    return sides;
}

std::array<SideAnchor, 4> freeSides(const Paper& paper, Face face, const Rect& frame)
{
    std::array<SideAnchor, 4> sides;
    for (const ItemSide s : allSides)
        sides[std::size_t(s)] = freeSide(paper, face, s, frame);
    return sides;
}

} // namespace hinge
