// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/piece/lines.h"

#include <algorithm>

namespace hinge
{
namespace
{

Length lowEdge(const Rect& r, ItemSide side) { return isHorizontal(side) ? r.x : r.y; }
Length highEdge(const Rect& r, ItemSide side) { return isHorizontal(side) ? r.right() : r.bottom(); }
Length edgeOf(const Rect& r, ItemSide side, bool farEdge) { return farEdge ? highEdge(r, side) : lowEdge(r, side); }

const Panel& panelOf(const Paper& paper, Face face, int index)
{
    const auto& panels = paper.face(face);
    return panels[std::size_t(std::clamp(index, 0, int(panels.size()) - 1))];
}

/// The edge of the panel that a line belongs to.
ItemSide panelEdge(ItemSide side, bool farEdge)
{
    if (isHorizontal(side))
        return farEdge ? ItemSide::Right : ItemSide::Left;
    return farEdge ? ItemSide::Bottom : ItemSide::Top;
}

} // namespace

Length linePosition(const Paper& paper, Face face, ItemSide side, const Placed& placed)
{
    const Panel& panel = panelOf(paper, face, placed.panel);
    switch (placed.line) {
    case PaperLine::Bleed: return edgeOf(panel.bleedArea, side, placed.farEdge);
    case PaperLine::Edge: return edgeOf(panel.area, side, placed.farEdge);
    case PaperLine::Safe: return edgeOf(panel.safeArea, side, placed.farEdge);
    case PaperLine::Column: {
        const auto& areas = isHorizontal(side) ? panel.columnAreas : panel.rowAreas;
        return edgeOf(areas[std::size_t(std::clamp(placed.column, 0, int(areas.size()) - 1))], side, placed.farEdge);
    }
    case PaperLine::Guide: {
        for (const Panel& p : paper.face(face))
            for (const GuideLine& guide : p.guides)
                if (guide.number == placed.column && guide.upright == isHorizontal(side))
                    return guide.at;
        return edgeOf(panel.area, side, placed.farEdge); // only in a file written by hand: `removeGuide` lets go first
    }
    }
    return {};
}

Length sidePosition(const Paper& paper, Face face, ItemSide side, const Placed& placed)
{
    return linePosition(paper, face, side, placed) + placed.offset;
}

QString lineName(const Paper& paper, Face face, ItemSide side, const Placed& placed)
{
    const EdgeFate fate = panelOf(paper, face, placed.panel).edge(panelEdge(side, placed.farEdge));
    switch (placed.line) {
    case PaperLine::Bleed:
    case PaperLine::Edge:
        if (fate == EdgeFate::Folded)
            return QStringLiteral("fold");
        if (fate == EdgeFate::Torn)
            return QStringLiteral("perforation");
        return placed.line == PaperLine::Bleed ? QStringLiteral("bleed") : QStringLiteral("trim");
    case PaperLine::Safe: return QStringLiteral("safe");
    case PaperLine::Column: return isHorizontal(side) ? QStringLiteral("column") : QStringLiteral("row");
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

Placed freeSide(const Paper& paper, Face face, ItemSide side, Length position, Length across)
{
    return freeSideOn(paper, face, side, position,
                      panelAt(paper, face, isHorizontal(side) ? Point{position, across} : Point{across, position}));
}

Placed freeSideOn(const Paper& paper, Face face, ItemSide side, Length position, int panel)
{
    Placed placed;
    placed.panel = panel;
    const Rect area = panelOf(paper, face, placed.panel).area;
    placed.farEdge = abs(position - highEdge(area, side)) < abs(position - lowEdge(area, side));
    placed.offset = position - edgeOf(area, side, placed.farEdge);
    return placed;
}

std::optional<Placed> nearestLine(const Paper& paper, Face face, ItemSide side, Length position, Length across,
                                  Length reach)
{
    std::optional<Placed> best;
    Length bestDistance = reach;
    const auto consider = [&](Placed candidate) {
        const Length distance = abs(linePosition(paper, face, side, candidate) - position);
        if (distance > bestDistance || (best && distance == bestDistance))
            return;
        best = candidate;
        bestDistance = distance;
    };
    // Only lines of panels in the item's own row (column) can be meant.
    const Panel& here = paper.face(face)[std::size_t(
        panelAt(paper, face, isHorizontal(side) ? Point{position, across} : Point{across, position}))];
    for (const Panel& panel : paper.face(face)) {
        if (isHorizontal(side) ? panel.row != here.row : panel.column != here.column)
            continue;
        for (const PaperLine line : {PaperLine::Bleed, PaperLine::Edge, PaperLine::Safe}) {
            for (const bool farEdge : {false, true})
                consider({line, panel.position, farEdge, 0, Length(), true});
        }
        const auto& areas = isHorizontal(side) ? panel.columnAreas : panel.rowAreas;
        for (int i = 0; i < int(areas.size()); ++i)
            for (const bool farEdge : {false, true})
                consider({PaperLine::Column, panel.position, farEdge, i, Length(), true});
        for (const GuideLine& guide : panel.guides)
            if (guide.upright == isHorizontal(side))
                consider({PaperLine::Guide, panel.position, false, guide.number, Length(), true});
    }
    return best;
}

namespace
{

std::array<Placed, 4> sidesOn(PaperLine line, int panel)
{
    const auto at = [&](bool farEdge) { return Placed{line, panel, farEdge, 0, Length(), true}; };
    return {at(false), at(false), at(true), at(true)};
}

} // namespace

std::array<Placed, 4> sidesFillingPanel(int panel) { return sidesOn(PaperLine::Bleed, panel); }
std::array<Placed, 4> sidesFillingSafeArea(int panel) { return sidesOn(PaperLine::Safe, panel); }

std::array<Placed, 4> freeSides(const Paper& paper, Face face, const Rect& frame)
{
    const Length middleX = frame.x + frame.w.part(2);
    const Length middleY = frame.y + frame.h.part(2);
    return {freeSide(paper, face, ItemSide::Left, frame.x, middleY),
            freeSide(paper, face, ItemSide::Top, frame.y, middleX),
            freeSide(paper, face, ItemSide::Right, frame.right(), middleY),
            freeSide(paper, face, ItemSide::Bottom, frame.bottom(), middleX)};
}

} // namespace hinge
