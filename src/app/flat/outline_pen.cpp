// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/flat/outline_pen.h"

#include "app/look/theme.h"
#include "typeset/painter_path.h"
#include "typeset/path_edits.h"

#include <QKeyEvent>
#include <QPainter>

namespace hinge
{
OutlinePen::OutlinePen(Document& document, Selection& selection, QObject* parent)
    : QObject(parent), document_(document), selection_(selection)
{
    connect(&selection_, &Selection::changed, this, [this] {
        if (!item_.isEmpty() && selection_.item() != item_)
            leave();
    });
    connect(&document_, &Document::changed, this, [this] {
        if (!item_.isEmpty() && !applying_)
            take();
    });
}

void OutlinePen::draw()
{
    leave();
    drawing_ = true;
    Q_EMIT hint(tr("Click: corner; drag: curve; Enter closes it"));
    Q_EMIT changed();
}

void OutlinePen::edit(const QString& item)
{
    leave();
    item_ = item;
    take();
    if (isOn())
        Q_EMIT hint(tr("Double click: adds or rounds a point; Del"));
}

void OutlinePen::leave()
{
    if (!isOn())
        return;
    drawing_ = false;
    item_.clear();
    points_.clear();
    held_.reset();
    last_.reset();
    Q_EMIT hint({});
    Q_EMIT changed();
}

void OutlinePen::take()
{
    const Item* item = document_.job().findItem(item_);
    const PlannedItem* placed = document_.plan().findItem(item_);
    if (!item || !placed || item->kind != ItemKind::Shape || item->outline == Outline::Line || item->locked ||
        placed->frame.isEmpty())
        return leave();
    const auto& [frame, points] = freeOutlineOf(painterPath(placed->frame, *item));
    points_ = nodesOf(points, frame);
    if (last_ && *last_ >= points_.size())
        last_.reset();
    Q_EMIT changed();
}

void OutlinePen::apply(const QString& what, bool joins)
{
    Job job = document_.job();
    setOutline(job, document_.plan(), item_, pathOf(points_, true));
    applying_ = true;
    (void)document_.edit(what, std::move(job), joins ? QStringLiteral("points/%1").arg(stroke_) : QString());
    applying_ = false;
}

void OutlinePen::finish()
{
    const QPainterPath outline = pathOf(points_, true);
    const bool encloses = points_.size() > 1 && !freeOutlineOf(outline).points.empty();
    leave();
    if (encloses)
        Q_EMIT drawn(outline);
}

bool OutlinePen::press(QPointF mm, double reach)
{
    if (!isOn())
        return false;
    ++stroke_;
    held_ = holdAt(points_, mm, reach);
    if (drawing_) {
        if (held_ && held_->part == NodePart::At && held_->node == 0 && points_.size() > 1) {
            finish();
            return true;
        }
        points_.push_back({mm, mm, mm, false});
        held_ = NodeHold{points_.size() - 1, NodePart::Out};
        Q_EMIT changed();
        return true;
    }
    if (held_)
        last_ = held_->node;
    Q_EMIT changed();
    // Only a press well beside the shape leaves it.
    return held_ || isAtOutline(points_, mm, reach);
}

void OutlinePen::drag(QPointF mm)
{
    if (!held_)
        return;
    moveNode(points_, *held_, mm, drawing_);
    if (!drawing_)
        apply(tr("Move a point"), true);
    Q_EMIT changed();
}

void OutlinePen::release()
{
    held_.reset();
    if (!item_.isEmpty())
        take();
}

void OutlinePen::hover(QPointF mm)
{
    pointer_ = mm;
    if (drawing_ && !points_.empty())
        Q_EMIT changed();
}

void OutlinePen::pressTwice(QPointF mm, double reach)
{
    if (drawing_)
        return finish();
    if (const auto held = holdAt(points_, mm, reach); held && held->part == NodePart::At) {
        turnNode(points_, held->node);
        apply(tr("Round a point"), false);
    } else if ((last_ = addNode(points_, mm, reach))) {
        apply(tr("Add a point"), false);
    }
    take();
}

void OutlinePen::remove(std::size_t point)
{
    if (!takeNode(points_, point))
        return; // what is left must enclose something
    last_.reset();
    apply(tr("Take a point away"), false);
    take();
}

bool OutlinePen::takeKey(const QKeyEvent& event)
{
    if (!isOn())
        return false;
    switch (event.key()) {
    case Qt::Key_Escape: leave(); return true;
    case Qt::Key_Return:
    case Qt::Key_Enter: drawing_ ? finish() : leave(); return true;
    case Qt::Key_Backspace:
    case Qt::Key_Delete:
        if (drawing_ && !points_.empty())
            points_.pop_back();
        else if (!drawing_ && last_)
            remove(*last_);
        Q_EMIT changed();
        return true;
    default: return drawing_;
    }
}

void OutlinePen::paint(QPainter& painter, const QTransform& toPixels) const
{
    if (!isOn())
        return;
    const Theme& t = Theme::lightTheme(); // lies on paper, which is light in every theme
    painter.save();
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(t.accent, 1.4));
    QPainterPath outline = pathOf(points_, !drawing_);
    if (drawing_ && !points_.empty())
        outline.cubicTo(points_.back().out, pointer_, pointer_);
    painter.drawPath(toPixels.map(outline));
    for (std::size_t i = 0; i < points_.size(); ++i) {
        const OutlineNode& p = points_[i];
        const QPointF at = toPixels.map(p.at);
        painter.setPen(QPen(t.accent, 1));
        for (const QPointF control : {p.in, p.out})
            if (control != p.at) {
                const QPointF end = toPixels.map(control);
                painter.drawLine(at, end);
                painter.setBrush(Qt::white);
                painter.drawEllipse(end, 3, 3);
            }
        painter.setBrush(last_ == i || (drawing_ && i == 0) ? t.accent : QColor(Qt::white));
        painter.drawPolygon(
            QPolygonF({at + QPointF(0, -5), at + QPointF(5, 0), at + QPointF(0, 5), at + QPointF(-5, 0)}));
        painter.setBrush(Qt::NoBrush);
    }
    painter.restore();
}

} // namespace hinge
