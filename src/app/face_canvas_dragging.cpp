// SPDX-License-Identifier: GPL-3.0-or-later
// What a drag on the face does besides moving one item: several items, a picture in its frame, guides.
#include "app/face_canvas.h"

#include "app/linked_files.h"
#include "app/theme.h"
#include "core/picture_fit.h"
#include "core/stories.h"

#include <QPainter>
#include <QWheelEvent>
#include <algorithm>
#include <cmath>

namespace hinge {
namespace {

constexpr double guideReach = 4; ///< pixels around a guide that take hold of it
/// A press this near to the paper, but off it, pulls a guide.
constexpr double rulerReach = 40;

} // namespace

void FaceCanvas::dragSeveral(QPointF px)
{
    const QPointF by = (px - dragStart_) / port_.scale();
    Job job = *dragJob_;
    const auto before = hinge::plan(job);
    if (!before)
        return;
    const Length dx = Length::nearestMm(by.x());
    const Length dy = Length::nearestMm(by.y());
    for (const QString& id : selection_.items()) {
        Item* item = job.findItem(id);
        if (!item || item->locked)
            continue;
        Rect frame = before->findItem(id)->frame;
        frame.x += dx;
        frame.y += dy;
        moveTo(before->paper, selection_.face(), *item, frame);
    }
    (void)document_.edit(tr("Move %1 items").arg(selection_.items().size()), std::move(job), QStringLiteral("drag/%1").arg(dragNumber_));
}

bool FaceCanvas::beginPictureDrag(QPointF px)
{
    const Item* item = document_.job().findItem(itemAt(px));
    if (!item || item->kind != ItemKind::Picture || item->fit == PictureFit::Whole || item->locked)
        return false;
    selection_.setItem(selection_.face(), item->id);
    dragsPicture_ = true;
    dragJob_ = document_.job();
    dragStart_ = px;
    grip_ = {true, true, true, true};
    ++dragNumber_;
    return true;
}

void FaceCanvas::dragPicture(QPointF px)
{
    Job job = *dragJob_;
    Item* item = job.findItem(selection_.item());
    const PlacedItem* placed = selected();
    if (!item || !placed)
        return;
    const double ratio = document_.files().picture(item->file).ratio;
    const QPointF by = (px - dragStart_) / port_.scale();
    item->crop = movedBy(placed->frame, item->fit, item->crop, ratio, Length::nearestMm(by.x()), Length::nearestMm(by.y()));
    (void)document_.edit(tr("Move the picture in its frame"), std::move(job), QStringLiteral("crop/%1").arg(dragNumber_));
    Q_EMIT hint(tr("The paler part is cropped"));
}

void FaceCanvas::wheelEvent(QWheelEvent* event)
{
    const Item* item = document_.job().findItem(selection_.item());
    const bool onPicture = item && item->kind == ItemKind::Picture && !item->locked && (event->modifiers() & Qt::ControlModifier) && selected()
                           && port_.toPixels(toMm(selected()->frame)).contains(event->position());
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
    changed->crop.scaleMilli = std::clamp(int(std::lround(changed->crop.scaleMilli * std::pow(1.05, event->angleDelta().y() / 120.0))), 100, 20000);
    (void)document_.edit(tr("Scale the picture"), std::move(job), QStringLiteral("scale/") + changed->id);
    event->accept();
}

std::optional<std::size_t> FaceCanvas::guideAt(QPointF px) const
{
    if (view_ != PaperView::Working)
        return std::nullopt;
    const auto& guides = document_.job().face(selection_.face()).guides;
    const auto& panels = document_.plan().paper.face(selection_.face());
    for (std::size_t i = 0; i < guides.size(); ++i) {
        if (std::size_t(guides[i].panel) >= panels.size())
            continue;
        const Panel& panel = panels[std::size_t(guides[i].panel)];
        const QRectF area = port_.toPixels(toMm(panel.area));
        const double at = guides[i].upright ? area.left() + guides[i].at.toMm() * port_.scale() : area.top() + guides[i].at.toMm() * port_.scale();
        // Taken at their ends, just outside the trim, so that they do not get in the way of what stands on them.
        const QRectF end = guides[i].upright ? QRectF(at - guideReach, area.top() - 16, 2 * guideReach, 14) : QRectF(area.left() - 16, at - guideReach, 14, 2 * guideReach);
        if (end.contains(px))
            return i;
    }
    return std::nullopt;
}

bool FaceCanvas::beginGuideDrag(QPointF px)
{
    if (view_ != PaperView::Working)
        return false;
    if (const auto taken = guideAt(px)) {
        guide_ = taken;
        guideUpright_ = document_.job().face(selection_.face()).guides[*taken].upright;
        dragJob_ = document_.job();
        ++dragNumber_;
        return true;
    }
    const QRectF bleed = port_.toPixels(toMm(bleedOf(document_.plan().paper, selection_.face())));
    const bool left = px.x() < bleed.left() - 2 && px.x() > bleed.left() - rulerReach && px.y() > bleed.top() && px.y() < bleed.bottom();
    const bool below = px.y() > bleed.bottom() + 2 && px.y() < bleed.bottom() + rulerReach && px.x() > bleed.left() && px.x() < bleed.right();
    if (!left && !below)
        return false;
    dragJob_ = document_.job();
    guideUpright_ = left;
    guide_ = dragJob_->face(selection_.face()).guides.size();
    dragJob_->face(selection_.face()).guides.push_back({0, left, Length()});
    ++dragNumber_;
    Q_EMIT hint(tr("Pull a guide onto a panel; back off the paper to be rid of it"));
    return true;
}

void FaceCanvas::dragGuide(QPointF px)
{
    const Paper& paper = document_.plan().paper;
    const QPointF mm = port_.toMm(px);
    Job job = *dragJob_;
    auto& guides = job.face(selection_.face()).guides;
    if (!toMm(trimOf(paper)).contains(mm)) {
        guides.erase(guides.begin() + std::ptrdiff_t(*guide_));
    } else {
        const Point at{Length::nearestMm(mm.x()), Length::nearestMm(mm.y())};
        const int panel = panelAt(paper, selection_.face(), at);
        const Rect& area = paper.face(selection_.face())[std::size_t(panel)].area;
        // To half millimetres, as a hand would do it with a ruler.
        const double from = guideUpright_ ? (at.x - area.x).toMm() : (at.y - area.y).toMm();
        guides[*guide_] = {panel, guideUpright_, Length::micrometres(std::int64_t(std::lround(from * 2)) * 500)};
    }
    (void)document_.edit(tr("Move a guide"), std::move(job), QStringLiteral("guide/%1").arg(dragNumber_));
}

void FaceCanvas::endGuideDrag() { guide_.reset(); }

void FaceCanvas::paintGuides(QPainter& p)
{
    const Theme& t = Theme::lightTheme();
    const auto& panels = document_.plan().paper.face(selection_.face());
    p.setPen(QPen(t.ochre, 1, Qt::DashLine));
    for (const Guide& guide : document_.job().face(selection_.face()).guides) {
        if (std::size_t(guide.panel) >= panels.size())
            continue;
        const QRectF area = port_.toPixels(toMm(panels[std::size_t(guide.panel)].area));
        const double at = guide.at.toMm() * port_.scale();
        if (guide.upright) {
            p.drawLine(QPointF(area.left() + at, area.top() - 12), QPointF(area.left() + at, area.bottom()));
        } else {
            p.drawLine(QPointF(area.left() - 12, area.top() + at), QPointF(area.right(), area.top() + at));
        }
    }
}

void FaceCanvas::paintFlows(QPainter& p)
{
    // From the foot of a frame to the head of the one its text runs on into.
    const Theme& t = Theme::lightTheme();
    for (const Item& item : document_.job().face(selection_.face()).items) {
        const PlacedItem* from = document_.plan().findItem(item.id);
        const PlacedItem* to = item.next.isEmpty() ? nullptr : document_.plan().findItem(item.next);
        if (!from || !to)
            continue;
        const QPointF begin = port_.toPixels(toMm(from->frame)).bottomRight();
        const bool here = to->face == selection_.face();
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
