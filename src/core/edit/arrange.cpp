// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/edit/arrange.h"

#include <algorithm>

namespace hinge
{
namespace
{

Rect aligned(Rect frame, const Rect& to, AlignEdge edge)
{
    switch (edge) {
    case AlignEdge::Left: frame.x = to.x; break;
    case AlignEdge::Centre: frame.x = to.x + (to.w - frame.w).part(2); break;
    case AlignEdge::Right: frame.x = to.right() - frame.w; break;
    case AlignEdge::Head: frame.y = to.y; break;
    case AlignEdge::Middle: frame.y = to.y + (to.h - frame.h).part(2); break;
    case AlignEdge::Foot: frame.y = to.bottom() - frame.h; break;
    }
    return frame;
}

/// The area with the middle of an item in it, or the nearest to it along one axis.
template <class Middle>
Rect nearestOf(const std::vector<Rect>& areas, const Rect& frame, const Middle& middle)
{
    return *std::ranges::min_element(areas, {}, [&](const Rect& r) { return abs(middle(r) - middle(frame)); });
}

/// What an item is brought in line with; for `AlignTo::EachOther` that is the caller's to say.
Rect targetOf(const Plan& plan, const PlannedItem& placed, AlignTo to)
{
    const Panel& panel = plan.panelsOf(
        placed.surface)[std::size_t(panelAt(plan.paperOf(placed.surface), placed.surface.face, placed.frame.middle()))];
    if (to == AlignTo::Panel)
        return panel.area;
    if (to == AlignTo::SafeArea)
        return panel.safeArea;
    const Rect column = nearestOf(panel.columnAreas, placed.frame, [](const Rect& r) { return r.middle().x; });
    const Rect row = nearestOf(panel.rowAreas, placed.frame, [](const Rect& r) { return r.middle().y; });
    return {column.x, row.y, column.w, row.h};
}

/// Changes every item that is not locked; refused when all are.
template <class Change>
Result<void> changeUnlocked(Job& job, const Plan& plan, const QStringList& ids, const Change& change)
{
    bool any = false;
    for (const QString& id : ids) {
        Item* item = job.findItem(id);
        const PlannedItem* placed = plan.findItem(id);
        if (!item || !placed || item->locked)
            continue;
        any = true;
        if (auto ok = change(*item, *placed); !ok)
            return ok;
    }
    if (!any)
        return problem({}, ids.size() == 1 ? QStringLiteral("It is locked; unlock it first.")
                                           : QStringLiteral("All of them are locked; unlock them first."));
    return {};
}

} // namespace

void moveTo(const Paper& paper, Face face, Item& item, const Rect& frame)
{
    const Rect before = frameOf(paper, face, item);
    for (const ItemSide s : allSides)
        if (positionOf(frame, s) != positionOf(before, s))
            item.side(s) = settledSide(paper, face, s, frame);
}

void alignItems(Job& job, const Plan& plan, const QStringList& ids, AlignTo to, AlignEdge edge)
{
    const Rect all = frameAround(plan, ids);
    for (const QString& id : ids) {
        Item* item = job.findItem(id);
        const PlannedItem* placed = plan.findItem(id);
        if (!item || !placed || item->locked)
            continue;
        const Rect target = to == AlignTo::EachOther ? all : targetOf(plan, *placed, to);
        moveTo(plan.paperOf(placed->surface), placed->surface.face, *item, aligned(placed->frame, target, edge));
    }
}

Rect frameAround(const Plan& plan, const QStringList& ids)
{
    Rect all;
    for (const QString& id : ids) {
        const Rect& f = plan.findItem(id)->frame;
        all = all.isEmpty() ? f
                            : Rect::fromEdges(std::min(all.x, f.x), std::min(all.y, f.y),
                                              std::max(all.right(), f.right()), std::max(all.bottom(), f.bottom()));
    }
    return all;
}

Result<void> moveItems(Job& job, const Plan& plan, const QStringList& ids, Length dx, Length dy)
{
    return changeUnlocked(job, plan, ids, [&](Item& item, const PlannedItem& placed) -> Result<void> {
        Rect frame = placed.frame;
        frame.x += dx;
        frame.y += dy;
        moveTo(plan.paperOf(placed.surface), placed.surface.face, item, frame);
        return {};
    });
}

namespace
{

/// Makes an item as wide (or high) as `extent` by moving one of the two sides.
void sizeAlong(const Paper& paper, Face face, Item& item, Axis along, Length extent)
{
    const bool across = along == Axis::Horizontal;
    const ItemSide low = across ? ItemSide::Left : ItemSide::Top;
    const ItemSide high = across ? ItemSide::Right : ItemSide::Bottom;
    const Rect before = frameOf(paper, face, item);
    const bool lowMoves = item.side(high).holds && !item.side(low).holds;
    const ItemSide moves = lowMoves ? low : high;
    const ItemSide stays = lowMoves ? high : low;
    const Length kept = sidePosition(paper, face, stays, item.side(stays));
    const Length at = lowMoves ? kept - extent : kept + extent;
    if (at == sidePosition(paper, face, moves, item.side(moves)))
        return;
    const int panel = item.side(stays).holds ? item.side(stays).panel : panelAt(paper, face, before.middle());
    const auto line = nearestLine(paper, face, moves, withSideAt(before, moves, at), Length());
    item.side(moves) = line && line->panel == panel ? *line : freeSideOn(paper, face, moves, at, panel);
}

} // namespace

Result<void> sizeItems(Job& job, const Plan& plan, const QStringList& ids, std::optional<Length> width,
                       std::optional<Length> height)
{
    return changeUnlocked(job, plan, ids, [&](Item& item, const PlannedItem& placed) -> Result<void> {
        Rect wanted = placed.frame;
        wanted.w = width.value_or(wanted.w);
        wanted.h = height.value_or(wanted.h);
        if (wanted.w < Length() || wanted.h < Length() || isVoid(item, wanted))
            return problem({}, QStringLiteral("An item needs a size above 0."));
        if (width)
            sizeAlong(plan.paperOf(placed.surface), placed.surface.face, item, Axis::Horizontal, *width);
        if (height)
            sizeAlong(plan.paperOf(placed.surface), placed.surface.face, item, Axis::Vertical, *height);
        return {};
    });
}

void distributeItems(Job& job, const Plan& plan, const QStringList& ids, Axis along, AlignTo within)
{
    if (ids.size() < (within == AlignTo::EachOther ? 3 : 2))
        return;
    const bool across = along == Axis::Horizontal;
    std::vector<const PlannedItem*> placed;
    for (const QString& id : ids)
        placed.push_back(plan.findItem(id));
    const auto start = [across](const PlannedItem* p) { return across ? p->frame.x : p->frame.y; };
    const auto size = [across](const PlannedItem* p) { return across ? p->frame.w : p->frame.h; };
    std::ranges::sort(placed, {}, start);
    Length used;
    for (const PlannedItem* p : placed)
        used += size(p);
    Rect span = Rect::fromEdges(placed.front()->frame.x, placed.front()->frame.y, placed.back()->frame.right(),
                                placed.back()->frame.bottom());
    if (within != AlignTo::EachOther)
        span = targetOf(plan, *placed.front(), within);
    const Length whole = across ? span.w : span.h;
    const std::vector<Length> gaps = share(whole - used, int(placed.size()) - 1);
    Length at = across ? span.x : span.y;
    for (std::size_t i = 0; i < placed.size(); ++i) {
        Rect frame = placed[i]->frame;
        (across ? frame.x : frame.y) = at;
        Item* item = job.findItem(placed[i]->id);
        if (!item->locked)
            moveTo(plan.paperOf(placed[i]->surface), placed[i]->surface.face, *item, frame);
        at += size(placed[i]) + (i < gaps.size() ? gaps[i] : Length());
    }
}

std::optional<Length> nearestItemEdge(const Plan& plan, const SurfaceId& surface, const QStringList& without,
                                      ItemSide side, Length position, Length reach)
{
    std::optional<Length> best;
    for (const PlannedItem& other : plan.itemsOn(surface)) {
        if (!other.shown || without.contains(other.id))
            continue;
        const Rect& f = other.frame;
        for (const Length at :
             isHorizontal(side) ? std::array{f.x, f.middle().x, f.right()} : std::array{f.y, f.middle().y, f.bottom()})
            if (abs(at - position) <= reach && (!best || abs(at - position) < abs(*best - position)))
                best = at;
    }
    return best;
}

void removeGuide(Job& job, const Plan& plan, const SurfaceId& surface, int number)
{
    const Paper& paper = plan.paperOf(surface);
    SurfaceContent& content = job.edit(surface);
    for (Item& item : content.items) {
        const Rect frame = frameOf(paper, surface.face, item);
        for (const ItemSide s : allSides)
            if (item.side(s).line == PaperLine::Guide && item.side(s).guide == number)
                item.side(s) = freeSide(paper, surface.face, s, frame);
    }
    std::erase_if(content.guides, [number](const Guide& guide) { return guide.number == number; });
}

namespace
{

/// A copy of a house block is a use of its own; of a part of one it is no block any more.
void keepBlockWhole(Item& copy, const std::vector<Item>& copied, QHash<QString, QString>& uses, const QString& fresh)
{
    if (!copy.block)
        return;
    const auto parts = std::ranges::count_if(
        copied, [&](const Item& item) { return item.block && item.block->use == copy.block->use; });
    if (parts != copy.block->parts) {
        copy.block.reset();
        return;
    }
    QString& use = uses[copy.block->use];
    use = use.isEmpty() ? fresh : use;
    copy.block->use = use;
}

} // namespace

std::vector<Item> copiesFor(const std::vector<Item>& items, int fromPanel, int toPanel,
                            const std::function<QString()>& freshId, int panels)
{
    std::vector<Item> out = items;
    QHash<QString, QString> ids;
    QHash<QString, QString> groups;
    QHash<QString, QString> uses;
    for (Item& item : out) {
        item.standsFor.clear(); // what it is a copy of stands in the place of a master's
        const QString fresh = freshId();
        ids.insert(item.id, fresh);
        item.id = fresh;
        keepBlockWhole(item, items, uses, fresh);
        if (!item.group.isEmpty()) { // copies are taken together, apart from what they are copies of
            QString& group = groups[item.group];
            group = group.isEmpty() ? fresh : group;
            item.group = group;
        }
        const auto [first, last] = std::ranges::minmax(item.sides, {}, &SideAnchor::panel);
        int by = toPanel - fromPanel;
        if (first.panel != last.panel)
            by = std::max(std::min(by, panels - 1 - last.panel), -first.panel);
        for (SideAnchor& side : item.sides)
            side.panel = std::max(0, side.panel + by);
    }
    for (Item& item : out)
        item.next = ids.value(item.next); // empty when the next frame was not copied
    return out;
}

Size sizeInRows(Size one, int columns, int rows, Length across, Length down)
{
    return {one.w * columns + across * (columns - 1), one.h * rows + down * (rows - 1)};
}

std::vector<Item> copiesInRows(const Plan& plan, const std::vector<Item>& items, int columns, int rows, Length across,
                               Length down, const std::function<QString()>& freshId)
{
    std::vector<Item> out;
    if (items.empty())
        return out;
    QStringList ids;
    for (const Item& item : items)
        ids << item.id;
    const Rect around = frameAround(plan, ids);
    const SurfaceId surface = plan.findItem(items.front().id)->surface;
    for (int row = 0; row < rows; ++row)
        for (int column = 0; column < columns; ++column) {
            if (row == 0 && column == 0)
                continue;
            std::vector<Item> copies = copiesFor(items, 0, 0, freshId);
            for (std::size_t i = 0; i < copies.size(); ++i) {
                Rect frame = plan.findItem(items[i].id)->frame;
                frame.x += (around.w + across) * column;
                frame.y += (around.h + down) * row;
                moveTo(plan.paperOf(surface), surface.face, copies[i], frame);
            }
            std::ranges::move(copies, std::back_inserter(out));
        }
    return out;
}

std::vector<Item> repeatedOnPanels(const Plan& plan, const SurfaceId& surface, const Item& item,
                                   const std::function<QString()>& freshId)
{
    const int at = panelAt(plan.paperOf(surface), surface.face, plan.findItem(item.id)->frame.middle());
    std::vector<Item> out;
    for (const Panel& panel : plan.panelsOf(surface))
        if (panel.position != at)
            out.push_back(copiesFor({item}, at, panel.position, freshId).front());
    return out;
}

std::vector<Item> repeatedInColumns(const Plan& plan, const SurfaceId& surface, const Item& item,
                                    const std::function<QString()>& freshId)
{
    const Rect frame = plan.findItem(item.id)->frame;
    const int at = panelAt(plan.paperOf(surface), surface.face, frame.middle());
    const auto& columns = plan.panelsOf(surface)[std::size_t(at)].columnAreas;
    const auto here = std::ranges::find_if(
        columns, [&](const Rect& c) { return c.x <= frame.middle().x && frame.middle().x <= c.right(); });
    std::vector<Item> out;
    if (here == columns.end())
        return out;
    for (const Rect& column : columns) {
        if (column == *here)
            continue;
        Item copy = copiesFor({item}, at, at, freshId).front();
        Rect moved = frame;
        moved.x += column.x - here->x;
        moveTo(plan.paperOf(surface), surface.face, copy, moved);
        out.push_back(std::move(copy));
    }
    return out;
}

} // namespace hinge
