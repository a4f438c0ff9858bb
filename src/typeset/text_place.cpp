// SPDX-License-Identifier: GPL-3.0-or-later
#include "typeset/text_place.h"

#include "core/job/master_copies.h"
#include "typeset/painter_path.h"

#include <QPainterPathStroker>

namespace hinge
{
namespace
{

/// What lies within a distance of an outline, in millimetres of the paper.
QPainterPath grown(const Item& item, const PlannedItem& placed)
{
    const double gap = (item.aroundGap + item.stroke.width.part(2)).toMm();
    QPainterPath path;
    if (item.textAround == TextAround::Frame || item.kind == ItemKind::Code) {
        path.addRect(toMm(placed.frame).adjusted(-gap, -gap, gap, gap));
        return path;
    }
    path = painterPath(placed.frame, item);
    QPainterPathStroker stroker;
    stroker.setWidth(std::max(0.01, gap * 2));
    stroker.setJoinStyle(Qt::RoundJoin);
    stroker.setCurveThreshold(0.02);
    return headDownTurn(placed).map(path.united(stroker.createStroke(path)));
}

} // namespace

QTransform headDownTurn(const PlannedItem& placed)
{
    QTransform turn;
    if (placed.headDown) {
        const QPointF middle = toMm(placed.frame).center();
        turn.translate(middle.x(), middle.y());
        turn.rotate(180);
        turn.translate(-middle.x(), -middle.y());
    }
    return turn;
}

QTransform textTurn(TextRun run, const Rect& frame)
{
    const QRectF at = toMm(frame);
    QTransform turn;
    switch (run) {
    case TextRun::Across: turn.translate(at.left(), at.top()); break;
    case TextRun::Down:
        turn.translate(at.right(), at.top());
        turn.rotate(90);
        break;
    case TextRun::Up:
        turn.translate(at.left(), at.bottom());
        turn.rotate(-90);
        break;
    }
    return turn;
}

QTransform textToPaper(const Item& item, const PlannedItem& placed)
{
    constexpr double mm = 25.4 / 72;
    return QTransform::fromScale(mm, mm) * textTurn(item.textRun, placed.frame) * headDownTurn(placed);
}

QPolygonF outlineWithin(const Item& item, const PlannedItem& placed)
{
    if (item.kind != ItemKind::Text || item.outline != Outline::Free)
        return {};
    // On a panel that is read the other way up the outline is turned with its words.
    const QTransform toText = textToPaper(item, placed).inverted();
    return toText.map(headDownTurn(placed).map(painterPath(placed.frame, item))).toFillPolygon();
}

std::vector<TextObstacle> obstaclesOf(const Job& job, const Plan& plan, const Item& item, const PlannedItem& placed)
{
    std::vector<TextObstacle> out;
    if (plan.keptOff.empty())
        return out;
    const QTransform toText = textToPaper(item, placed).inverted();
    for (const SurfaceId& surface : plan.layersOf(placed.surface)) {
        const auto kept = plan.keptOff.find(surface);
        if (kept == plan.keptOff.end())
            continue;
        for (const QString& id : kept->second) {
            const Item* other = job.findItem(id);
            const PlannedItem* at = plan.findItem(id);
            if (!other || !at || isLetGo(job, placed.surface, surface, *other) ||
                !placed.frame.overlaps(at->frame.grown(other->aroundGap + other->stroke.width.part(2))))
                continue;
            for (const QPolygonF& outline : grown(*other, *at).toFillPolygons(toText))
                out.push_back(outline);
        }
    }
    return out;
}

} // namespace hinge
