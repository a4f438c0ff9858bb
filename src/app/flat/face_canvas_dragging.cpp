// SPDX-License-Identifier: GPL-3.0-or-later
// What a drag on the face does besides moving one item: several items, a picture in its frame, guides.
#include "app/flat/face_canvas.h"

#include "app/document/linked_files.h"
#include "app/look/theme.h"
#include "core/edit/arrange.h"
#include "core/edit/new_items.h"
#include "core/job/picture_fit.h"
#include "core/job/stories.h"

#include <QPainter>
#include <QWheelEvent>
#include <algorithm>
#include <cmath>

namespace hinge
{
namespace
{

constexpr double guideReach = 4; ///< pixels around a guide that take hold of it
/// A press this near to the paper, but off it, pulls a guide.
constexpr double rulerReach = 40;

} // namespace

void FaceCanvas::dragSeveral(QPointF px)
{
    const QPointF by = (px - dragStart_) / port_.scale();
    Job job = before_->job;
    (void)moveItems(job, before_->plan, selection_.items(), Length::nearestMm(by.x()), Length::nearestMm(by.y()));
    (void)document_.edit(tr("Move %1 items").arg(selection_.items().size()), std::move(job),
                         QStringLiteral("drag/%1").arg(dragNumber_));
}

Rect FaceCanvas::frameInHand() const
{
    QStringList here = selection_.items();
    here.removeIf([this](const QString& id) {
        const PlannedItem* placed = document_.plan().findItem(id);
        return !placed || placed->surface != selection_.surface();
    });
    return here.isEmpty() ? Rect{} : frameAround(document_.plan(), here);
}

std::optional<ScaleFrom> FaceCanvas::scalingCornerAt(QPointF px) const
{
    const Rect frame = frameInHand();
    if (frame.isEmpty())
        return std::nullopt;
    constexpr double near = 8;
    const QRectF r = port_.toPixels(toMm(frame));
    for (const auto& [corner, across, down] : {std::tuple(r.topLeft(), LineEnd::End, LineEnd::End),
                                               {r.topRight(), LineEnd::Start, LineEnd::End},
                                               {r.bottomLeft(), LineEnd::End, LineEnd::Start},
                                               {r.bottomRight(), LineEnd::Start, LineEnd::Start}})
        if ((px - corner).manhattanLength() < near)
            return ScaleFrom{across, down}; // the corner across from it stays
    return std::nullopt;
}

bool FaceCanvas::beginScaling(QPointF px, Qt::KeyboardModifiers keys)
{
    // One item alone is sized by its corners; it is scaled with Ctrl. Several are scaled.
    const bool meant = selection_.items().size() > 1 || keys.testFlag(Qt::ControlModifier);
    const auto corner = meant && view_ == PaperView::Working ? scalingCornerAt(px) : std::nullopt;
    if (!corner)
        return false;
    scaling_ = corner;
    before_ = {document_.job(), document_.plan()};
    dragFrame_ = frameInHand();
    dragStart_ = px;
    ++dragNumber_;
    return true;
}

void FaceCanvas::scaleTo(QPointF px, bool withContents)
{
    const QPointF mm = port_.toMm(px);
    const Percent scale = scaleToReach(dragFrame_, *scaling_, {Length::nearestMm(mm.x()), Length::nearestMm(mm.y())});
    Job job = before_->job;
    if (!canScaleBy(scale) || !scaleItems(job, before_->plan, selection_.items(), scale, withContents, *scaling_))
        return;
    (void)document_.edit(tr("Scale to %1 %").arg(percentText(scale)), std::move(job),
                         QStringLiteral("drag/%1").arg(dragNumber_));
    Q_EMIT hint(tr("%1 %; Alt: without type and lines").arg(percentText(scale)));
}

bool FaceCanvas::leavesCopies(Qt::KeyboardModifiers keys) const
{
    return (keys & Qt::ControlModifier) && grip_.all() && !dragsPicture_ && !lifted_.empty();
}

void FaceCanvas::leaveCopies()
{
    Job job = document_.job();
    std::erase_if(lifted_, [](const Item& item) { return item.locked; }); // stays where it was itself
    if (lifted_.empty())
        return;
    std::vector<Item> copies = copiesFor(lifted_, 0, 0, freshItemId);
    auto& items = job.edit(selection_.surface()).items;
    // Below what was lifted: that lies over it now.
    const auto below = std::ranges::find(items, lifted_.front().id, &Item::id);
    items.insert(below, std::make_move_iterator(copies.begin()), std::make_move_iterator(copies.end()));
    (void)document_.edit(tr("Move a copy"), std::move(job), QStringLiteral("drag/%1").arg(dragNumber_));
}

bool FaceCanvas::beginPictureDrag(QPointF px)
{
    const Item* item = document_.job().findItem(itemAt(px));
    if (!item || !item->hasPicture() || item->fit == PictureFit::Whole || item->fit == PictureFit::Panel ||
        item->locked)
        return false;
    selection_.setItem(selection_.surface(), item->id);
    dragsPicture_ = true;
    before_ = {document_.job(), document_.plan()};
    dragStart_ = px;
    grip_ = Grip::whole();
    ++dragNumber_;
    return true;
}

void FaceCanvas::dragPicture(QPointF px)
{
    Job job = before_->job;
    Item* item = job.findItem(selection_.item());
    const PlannedItem* placed = selected();
    if (!item || !placed)
        return;
    const double ratio = document_.files().picture(item->file).ratio;
    const QPointF by = (px - dragStart_) / port_.scale();
    item->crop =
        movedBy(placed->frame, item->fit, item->crop, ratio, Length::nearestMm(by.x()), Length::nearestMm(by.y()));
    (void)document_.edit(tr("Move the picture in its frame"), std::move(job),
                         QStringLiteral("crop/%1").arg(dragNumber_));
    Q_EMIT hint(tr("The paler part is cropped"));
}

void FaceCanvas::wheelEvent(QWheelEvent* event)
{
    const Item* item = document_.job().findItem(selection_.item());
    const bool onPicture = item && item->hasPicture() && !item->locked && (event->modifiers() & Qt::ControlModifier) &&
                           selected() && port_.toPixels(toMm(selected()->frame)).contains(event->position());
    if (!onPicture) {
        PaperCanvas::wheelEvent(event);
        return;
    }
    Job job = document_.job();
    Item* changed = job.findItem(selection_.item());
    // From the scale at which it fills the frame, larger or smaller step by step.
    if (changed->fit != PictureFit::Own)
        changed->crop.scaleMilli = 1000;
    changed->fit = PictureFit::Own;
    changed->crop.scaleMilli = std::clamp(
        int(std::lround(changed->crop.scaleMilli * std::pow(1.05, event->angleDelta().y() / 120.0))), 100, 20000);
    (void)document_.edit(tr("Scale the picture"), std::move(job), QStringLiteral("scale/") + changed->id);
    event->accept();
}

std::optional<int> FaceCanvas::guideAt(QPointF px) const
{
    if (view_ != PaperView::Working)
        return std::nullopt;
    for (const Panel& panel : document_.plan().panelsOf(selection_.surface())) {
        const QRectF area = port_.toPixels(toMm(panel.area));
        for (const GuideLine& guide : panel.guides) {
            const double at = guide.upright ? port_.toPixels(QPointF(guide.at.toMm(), 0)).x()
                                            : port_.toPixels(QPointF(0, guide.at.toMm())).y();
            // Taken at their ends, just outside the panel, so that they do not get in the way of what stands on them.
            const QRectF end = guide.upright ? QRectF(at - guideReach, area.top() - 16, 2 * guideReach, 14)
                                             : QRectF(area.left() - 16, at - guideReach, 14, 2 * guideReach);
            if (end.contains(px))
                return guide.number;
        }
    }
    return std::nullopt;
}

bool FaceCanvas::beginGuideDrag(QPointF px)
{
    if (view_ != PaperView::Working || gripAt(px).any())
        return false;
    const QRectF bleed =
        port_.toPixels(toMm(bleedOf(document_.plan().paperOf(selection_.surface()), selection_.surface().face)));
    const bool left = px.x() < bleed.left() - 2 && px.x() > bleed.left() - rulerReach && px.y() > bleed.top() &&
                      px.y() < bleed.bottom();
    const bool below = px.y() > bleed.bottom() + 2 && px.y() < bleed.bottom() + rulerReach && px.x() > bleed.left() &&
                       px.x() < bleed.right();
    const auto taken = guideAt(px);
    if (!taken && !left && !below)
        return false;
    before_ = {document_.job(), document_.plan()};
    auto& guides = before_->job.edit(selection_.surface()).guides;
    if (taken) {
        guide_ = *taken;
    } else {
        guide_ = freshGuideNumber(before_->job.on(selection_.surface()));
        guides.push_back({*guide_, 0, left, Length()});
        Q_EMIT hint(tr("Pull a guide onto a panel; drop it off the paper to remove it"));
    }
    ++dragNumber_;
    return true;
}

void FaceCanvas::dragGuide(QPointF px)
{
    const QPointF mm = port_.toMm(px);
    Job job = before_->job;
    hinge::dragGuide(job, before_->plan, selection_.surface(), *guide_,
                     {Length::nearestMm(mm.x()), Length::nearestMm(mm.y())});
    (void)document_.edit(tr("Move a guide"), std::move(job), QStringLiteral("guide/%1").arg(dragNumber_));
}

void FaceCanvas::paintGuides(QPainter& p)
{
    p.setPen(QPen(Theme::lightTheme().ochre, 1, Qt::DashLine));
    for (const Panel& panel : document_.plan().panelsOf(selection_.surface())) {
        const QRectF area = port_.toPixels(toMm(panel.area));
        for (const GuideLine& guide : panel.guides) {
            const QPointF at = port_.toPixels(QPointF(guide.at.toMm(), guide.at.toMm()));
            if (guide.upright)
                p.drawLine(QPointF(at.x(), area.top() - 12), QPointF(at.x(), area.bottom()));
            else
                p.drawLine(QPointF(area.left() - 12, at.y()), QPointF(area.right(), at.y()));
        }
    }
}

void FaceCanvas::paintFlows(QPainter& p)
{
    // From the foot of a frame to the head of the one its text runs on into.
    const Theme& t = Theme::lightTheme();
    for (const Item& item : document_.job().on(selection_.surface()).items) {
        if (item.next.isEmpty())
            continue;
        const PlannedItem* from = document_.plan().findItem(item.id);
        const PlannedItem* to = document_.plan().findItem(item.next);
        if (!from || !to)
            continue;
        const QPointF begin = port_.toPixels(toMm(from->frame)).bottomRight();
        const bool here = to->surface == selection_.surface();
        const QPointF end = here ? port_.toPixels(toMm(to->frame)).topLeft() : begin + QPointF(14, 10);
        p.setPen(QPen(t.accent, 1.4, Qt::DotLine));
        p.setBrush(t.accent);
        p.drawLine(begin, end);
        p.setPen(Qt::NoPen);
        p.drawEllipse(begin, 3, 3);
        p.drawEllipse(end, 3, 3);
        if (!here) {
            p.setPen(t.accent);
            p.setFont(uiFont(type::note));
            p.drawText(end + QPointF(6, 4), tr("other face"));
        }
    }
}

} // namespace hinge
