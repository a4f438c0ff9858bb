// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/edit/dragging.h"

#include "core/edit/arrange.h"
#include "core/piece/lines.h"
#include "core/units/hand_steps.h"

#include <algorithm>

namespace hinge
{
namespace
{

/// The paper an item lies on while it is dragged, and what its sides are drawn to.
struct Surroundings {
    const Plan& plan;
    const SurfaceId& surface;
    const Paper& paper;
    QString id;
    Length reach;
    Length step; ///< what nothing pulls goes by it

    [[nodiscard]] std::optional<SideAnchor> line(ItemSide s, const Rect& frame) const
    {
        return nearestLine(paper, surface.face, s, frame, reach);
    }
    [[nodiscard]] std::optional<Length> neighbour(ItemSide s, const Rect& frame) const
    {
        return nearestItemEdge(plan, surface, {id}, s, positionOf(frame, s), reach);
    }
};

/// How far a moved item is pulled along one axis: by the side nearest to a line of the paper; where there is no line,
/// by the one nearest to another item; else to a whole step from the edge of its panel.
Length pull(const Surroundings& around, const Rect& frame, Axis along)
{
    std::optional<Length> toLine;
    std::optional<Length> toNeighbour;
    const auto consider = [](std::optional<Length>& best, Length d) {
        if (!best || abs(d) < abs(*best))
            best = d;
    };
    for (const ItemSide s : allSides) {
        if (isHorizontal(s) != (along == Axis::Horizontal))
            continue;
        const Length at = positionOf(frame, s);
        if (const auto line = around.line(s, frame))
            consider(toLine, linePosition(around.paper, around.surface.face, s, *line) - at);
        if (const auto edge = around.neighbour(s, frame))
            consider(toNeighbour, *edge - at);
    }
    if (toLine || toNeighbour)
        return toLine ? *toLine : *toNeighbour;
    const Length offset =
        freeSide(around.paper, around.surface.face, along == Axis::Horizontal ? ItemSide::Left : ItemSide::Top, frame)
            .offset;
    return toStep(offset, around.step) - offset;
}

void moveWhole(const Surroundings& around, Item& item, Rect frame)
{
    frame.x += pull(around, frame, Axis::Horizontal);
    frame.y += pull(around, frame, Axis::Vertical);
    for (const ItemSide s : allSides)
        item.side(s) = settledSide(around.paper, around.surface.face, s, frame);
}

void moveSides(const Surroundings& around, Item& item, const Grip& grip, const Rect& frame)
{
    for (const ItemSide s : allSides) {
        if (!grip.has(s))
            continue;
        if (const auto line = around.line(s, frame)) {
            item.side(s) = *line;
            continue;
        }
        const auto neighbour = around.neighbour(s, frame);
        item.side(s) = freeSide(around.paper, around.surface.face, s,
                                withSideAt(frame, s, neighbour.value_or(positionOf(frame, s))));
        if (!neighbour)
            item.side(s).offset = toStep(item.side(s).offset, around.step);
    }
}

} // namespace

void dragItem(Job& job, const Plan& plan, const QString& id, const Grip& grip, const Rect& from, Length dx, Length dy,
              std::optional<Length> reach)
{
    Item* item = job.findItem(id);
    const PlannedItem* planned = plan.findItem(id);
    const Rect frame =
        Rect::fromEdges(from.x + (grip.left ? dx : Length()), from.y + (grip.top ? dy : Length()),
                        from.right() + (grip.right ? dx : Length()), from.bottom() + (grip.bottom ? dy : Length()));
    if (!item || !planned || (!grip.all() && (frame.w < leastDragged || frame.h < leastDragged)))
        return;
    const Paper& paper = plan.paperOf(planned->surface);
    if (!reach) {
        for (const ItemSide s : allSides)
            if (grip.has(s))
                item->side(s) = freeSide(paper, planned->surface.face, s, frame);
        return;
    }
    const Surroundings around{plan, planned->surface, paper, id, *reach, handSteps(job.unit).small};
    if (grip.all())
        moveWhole(around, *item, frame);
    else
        moveSides(around, *item, grip, frame);
}

bool takeHold(Job& job, const Plan& plan, const QString& id, Length reach)
{
    Item* item = job.findItem(id);
    const PlannedItem* planned = plan.findItem(id);
    if (!item || !planned)
        return false;
    const Paper& paper = plan.paperOf(planned->surface);
    const Face face = planned->surface.face;
    bool took = false;
    for (const ItemSide s : allSides) {
        if (item->side(s).holds)
            continue;
        if (const auto line = nearestLine(paper, face, s, planned->frame, reach)) {
            item->side(s) = *line;
            took = true;
        }
    }
    if (!took)
        item->sides = freeSides(paper, face, planned->frame);
    return took;
}

std::vector<SideAnchor> linesOffered(const Panel& panel, ItemSide side)
{
    const bool manyColumns = (isHorizontal(side) ? panel.columnAreas : panel.rowAreas).size() > 1 || panel.hasLayout();
    const bool isParted = panel.edge(side) == EdgeFate::Folded || panel.edge(side) == EdgeFate::Torn;
    std::vector<SideAnchor> lines = linesOf(panel, side);
    std::erase_if(lines, [&](const SideAnchor& line) {
        switch (line.line) {
        case PaperLine::Guide: return false;
        case PaperLine::Edge: return isParted || line.at != endOf(side);
        case PaperLine::Column: return !manyColumns || line.at != endOf(side);
        case PaperLine::Bleed:
        case PaperLine::Safe: break;
        }
        return line.at != endOf(side);
    });
    return lines;
}

void dragGuide(Job& job, const Plan& before, const SurfaceId& surface, int number, Point place)
{
    const Paper& paper = before.paperOf(surface);
    if (!trimOf(paper).contains(Rect{place.x, place.y, {}, {}})) {
        removeGuide(job, before, surface, number);
        return;
    }
    auto& guides = job.edit(surface).guides;
    const auto guide = std::ranges::find(guides, number, &Guide::number);
    if (guide == guides.end())
        return;
    guide->panel = panelAt(paper, surface.face, place);
    const Rect area = paper.face(surface.face)[std::size_t(guide->panel)].area;
    guide->at = toStep(guide->upright ? place.x - area.x : place.y - area.y, handSteps(job.unit).guide);
}

} // namespace hinge
