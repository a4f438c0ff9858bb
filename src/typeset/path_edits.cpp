// SPDX-License-Identifier: GPL-3.0-or-later
#include "typeset/path_edits.h"

#include "core/job/stories.h"
#include "typeset/painter_path.h"

#include <QTransform>
#include <algorithm>
#include <cmath>

namespace hinge
{
namespace
{

/// The points of a path in a frame that just holds it.
std::vector<OutlinePoint> pointsOf(const QPainterPath& path, const QRectF& frame)
{
    const auto x = [&](double mm) { return int(std::lround((mm - frame.x()) / frame.width() * outlineWhole)); };
    const auto y = [&](double mm) { return int(std::lround((mm - frame.y()) / frame.height() * outlineWhole)); };
    std::vector<OutlinePoint> out;
    std::size_t first = 0;
    // A part that ends where it began is closed: its last point is its first.
    const auto endPart = [&] {
        if (out.size() < first + 2)
            return;
        const OutlinePoint last = out.back();
        OutlinePoint& begin = out[first];
        if (std::abs(last.x - begin.x) > 1 || std::abs(last.y - begin.y) > 1)
            return;
        begin.inX = last.inX - last.x + begin.x;
        begin.inY = last.inY - last.y + begin.y;
        out.pop_back();
    };
    for (int i = 0; i < path.elementCount(); ++i) {
        const QPainterPath::Element& e = path.elementAt(i);
        OutlinePoint point;
        if (e.isCurveTo()) {
            const QPainterPath::Element& second = path.elementAt(i + 1);
            const QPainterPath::Element& end = path.elementAt(i + 2);
            out.back().outX = x(e.x);
            out.back().outY = y(e.y);
            point = {x(end.x), y(end.y), x(second.x), y(second.y), x(end.x), y(end.y), false};
            i += 2;
        } else {
            point = {x(e.x), y(e.y), x(e.x), y(e.y), x(e.x), y(e.y), false};
        }
        if (e.isMoveTo()) {
            endPart();
            first = out.size();
            point.begins = !out.empty();
        }
        out.push_back(point);
    }
    endPart();
    return out;
}

/// The outlines of shapes in painting order; a reason where one of them is none.
struct Shapes {
    QStringList ids;
    std::vector<QPainterPath> paths;
    [[nodiscard]] QPointF middle() const
    {
        QRectF all;
        for (const QPainterPath& path : paths)
            all = all.united(path.boundingRect());
        return all.center();
    }
};
Result<Shapes> shapesOf(const Job& job, const Plan& plan, const QStringList& items)
{
    Shapes out;
    for (const auto& [surface, content] : job.surfaces)
        for (const Item& item : content->items) {
            if (!items.contains(item.id))
                continue;
            const PlannedItem* placed = plan.findItem(item.id);
            if (item.kind != ItemKind::Shape || item.outline == Outline::Line || !placed || placed->frame.isEmpty())
                return problem({}, QStringLiteral("%1 is no shape with an inside.").arg(item.name));
            if (item.locked)
                return problem({}, QStringLiteral("%1 is locked.").arg(item.name));
            out.ids << item.id;
            out.paths.push_back(painterPath(placed->frame, item));
        }
    if (out.ids.isEmpty())
        return problem({}, QStringLiteral("Take shapes in hand first."));
    return out;
}

Result<void> mapped(Job& job, const Plan& plan, const QStringList& items,
                    const std::function<QTransform(QPointF middle)>& how)
{
    const auto shapes = shapesOf(job, plan, items);
    if (!shapes)
        return tl::unexpected(shapes.error());
    const QPointF middle = shapes->middle();
    const QTransform map = QTransform::fromTranslate(-middle.x(), -middle.y()) * how(middle) *
                           QTransform::fromTranslate(middle.x(), middle.y());
    for (std::size_t i = 0; i < shapes->paths.size(); ++i)
        setOutline(job, plan, shapes->ids[qsizetype(i)], map.map(shapes->paths[i]));
    return {};
}

OutlinePoint corner(int x, int y) { return {x, y, x, y, x, y, false}; }

} // namespace

FreeOutline freeOutlineOf(const QPainterPath& outline)
{
    const Rect frame = nearestRect(outline.boundingRect());
    if (frame.isEmpty())
        return {};
    return {frame, pointsOf(outline, toMm(frame))};
}

void setOutline(Job& job, const Plan& plan, const QString& id, const QPainterPath& outline)
{
    Item* item = job.findItem(id);
    const PlannedItem* placed = plan.findItem(id);
    const auto& [frame, points] = freeOutlineOf(outline);
    if (!item || !placed || points.empty())
        return;
    item->outline = Outline::Free;
    item->points = points;
    item->side(ItemSide::Left).offset += frame.x - placed->frame.x;
    item->side(ItemSide::Top).offset += frame.y - placed->frame.y;
    item->side(ItemSide::Right).offset += frame.right() - placed->frame.right();
    item->side(ItemSide::Bottom).offset += frame.bottom() - placed->frame.bottom();
}

Result<void> combineShapes(Job& job, const Plan& plan, const QStringList& items, PathJoin how)
{
    const auto shapes = shapesOf(job, plan, items);
    if (!shapes)
        return tl::unexpected(shapes.error());
    if (shapes->paths.size() < 2)
        return problem({}, QStringLiteral("Take two shapes or more in hand."));
    QPainterPath out = shapes->paths.front();
    for (std::size_t i = 1; i < shapes->paths.size(); ++i)
        switch (how) {
        case PathJoin::United: out = out.united(shapes->paths[i]); break;
        case PathJoin::CutOut: out = out.subtracted(shapes->paths[i]); break;
        case PathJoin::Common: out = out.intersected(shapes->paths[i]); break;
        }
    if (out.isEmpty() || nearestRect(out.boundingRect()).isEmpty())
        return problem({}, QStringLiteral("Nothing would be left."));
    if (out.elementCount() > int(limits::mostOutlinePoints))
        return problem({}, QStringLiteral("The outline would have too many points."));
    setOutline(job, plan, shapes->ids.front(), out);
    for (const QString& id : shapes->ids.mid(1))
        removeItem(job, id);
    return {};
}

Result<void> turnShapes(Job& job, const Plan& plan, const QStringList& items, double degrees)
{
    return mapped(job, plan, items, [&](QPointF) {
        QTransform turn;
        turn.rotate(degrees);
        return turn;
    });
}

Result<void> mirrorShapes(Job& job, const Plan& plan, const QStringList& items, MirrorWay way)
{
    return mapped(job, plan, items, [&](QPointF) {
        return way == MirrorWay::Across ? QTransform::fromScale(-1, 1) : QTransform::fromScale(1, -1);
    });
}

Result<void> putInside(Job& job, const Plan& plan, const QStringList& items)
{
    const Item* shape = nullptr;
    Item* content = nullptr;
    for (const QString& id : items) {
        Item* item = job.findItem(id);
        if (item && item->kind == ItemKind::Shape && item->outline != Outline::Line)
            shape = item;
        else if (item && (item->kind == ItemKind::Picture || item->kind == ItemKind::Text) && !item->table)
            content = item;
    }
    if (!shape || !content || items.size() != 2)
        return problem({}, QStringLiteral("Take one shape and one picture or text in hand."));
    const PlannedItem* placed = plan.findItem(shape->id);
    const PlannedItem* from = plan.findItem(content->id);
    if (!placed || !from || placed->surface != from->surface || placed->frame.isEmpty())
        return problem({}, QStringLiteral("Both must lie on the same face or page."));
    content->sides = shape->sides;
    content->outline = Outline::Free;
    content->points = pointsOf(painterPath(placed->frame, *shape), toMm(placed->frame));
    const QString gone = shape->id;
    removeItem(job, gone);
    return {};
}

std::vector<OutlinePoint> readyOutline(ReadyOutline which)
{
    constexpr int w = outlineWhole;
    switch (which) {
    case ReadyOutline::Corner: return {corner(0, 0), corner(w, 0), corner(0, w)};
    case ReadyOutline::Band: return {corner(w / 2, 0), corner(w, 0), corner(0, w), corner(0, w / 2)};
    case ReadyOutline::Wave: {
        // Two waves across the head, a fifth of the height deep.
        std::vector<OutlinePoint> points;
        constexpr int waves = 4; // half ones
        const int step = w / waves;
        for (int i = 0; i <= waves; ++i) {
            const int y = i % 2 == 0 ? w / 5 : 0;
            const int lead = step * 36 / 100; // of a sine, about
            points.push_back(
                {step * i, y, i == 0 ? 0 : step * i - lead, y, i == waves ? w : step * i + lead, y, false});
        }
        points.push_back(corner(w, w));
        points.push_back(corner(0, w));
        return points;
    }
    case ReadyOutline::Scallops: {
        std::vector<OutlinePoint> points{corner(0, 0), corner(w, 0)};
        constexpr int arcs = 6;
        const int step = w / arcs;
        const int deep = w / 5;
        // From the right to the left, each a half ellipse: two quarters, whose controls stand 0.5523 of the radius off.
        const int across = int(step / 2 * 0.5523);
        const int down = int(deep * 0.5523);
        points.push_back({w, w - deep, w, w - deep, w, w - deep + down, false});
        for (int i = 0; i < arcs; ++i) {
            const int right = i == 0 ? w : w - step * i;
            const int left = i + 1 == arcs ? 0 : w - step * (i + 1);
            const int middle = (left + right) / 2;
            points.push_back({middle, w, middle + across, w, middle - across, w, false});
            const bool last = i + 1 == arcs;
            points.push_back({left, w - deep, left, w - deep + down, left, last ? w - deep : w - deep + down, false});
        }
        return points;
    }
    }
    return {};
}

} // namespace hinge
