// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/flat/outline_pen.h"

#include "app/look/theme.h"
#include "typeset/painter_path.h"
#include "typeset/path_edits.h"

#include <QKeyEvent>
#include <QPainter>
#include <QPainterPathStroker>
#include <cmath>

namespace hinge
{
namespace
{

double distance(QPointF a, QPointF b) { return std::hypot(a.x() - b.x(), a.y() - b.y()); }

} // namespace

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
    const auto at = [f = frame](int x, int y) {
        return QPointF(f.x.toMm() + f.w.toMm() * x / outlineWhole, f.y.toMm() + f.h.toMm() * y / outlineWhole);
    };
    points_.clear();
    for (const OutlinePoint& p : points)
        points_.push_back({at(p.x, p.y), at(p.inX, p.inY), at(p.outX, p.outY), p.begins});
    if (last_ && *last_ >= points_.size())
        last_.reset();
    Q_EMIT changed();
}

std::optional<OutlinePen::Held> OutlinePen::heldAt(QPointF mm, double reach) const
{
    std::optional<Held> best;
    double least = reach;
    const auto offer = [&](std::size_t i, Part part, QPointF at) {
        if (const double off = distance(at, mm); off < least) {
            least = off;
            best = Held{i, part};
        }
    };
    for (std::size_t i = 0; i < points_.size(); ++i)
        offer(i, Part::At, points_[i].at);
    if (best)
        return best; // a point goes before a handle that lies on it
    for (std::size_t i = 0; i < points_.size(); ++i) {
        offer(i, Part::In, points_[i].in);
        offer(i, Part::Out, points_[i].out);
    }
    return best;
}

std::pair<std::size_t, std::size_t> OutlinePen::partOf(std::size_t point) const
{
    std::size_t first = point;
    while (first > 0 && !points_[first].begins)
        --first;
    std::size_t last = point;
    while (last + 1 < points_.size() && !points_[last + 1].begins)
        ++last;
    return {first, last};
}

QPainterPath OutlinePen::path(bool closed) const
{
    QPainterPath out;
    const auto lead = [&](const PenPoint& from, const PenPoint& to) {
        if (from.out == from.at && to.in == to.at)
            out.lineTo(to.at);
        else
            out.cubicTo(from.out, to.in, to.at);
    };
    for (std::size_t i = 0; i < points_.size(); ++i) {
        const auto [first, last] = partOf(i);
        if (i == first)
            out.moveTo(points_[i].at);
        else
            lead(points_[i - 1], points_[i]);
        if (i == last && closed) {
            lead(points_[i], points_[first]);
            out.closeSubpath();
        }
    }
    return out;
}

void OutlinePen::apply(const QString& what, bool joins)
{
    Job job = document_.job();
    setOutline(job, document_.plan(), item_, path(true));
    applying_ = true;
    (void)document_.edit(what, std::move(job), joins ? QStringLiteral("points/%1").arg(stroke_) : QString());
    applying_ = false;
}

void OutlinePen::finish()
{
    const QPainterPath outline = path(true);
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
    held_ = heldAt(mm, reach);
    if (drawing_) {
        if (held_ && held_->part == Part::At && held_->point == 0 && points_.size() > 1) {
            finish();
            return true;
        }
        points_.push_back({mm, mm, mm, false});
        held_ = Held{points_.size() - 1, Part::Out};
        Q_EMIT changed();
        return true;
    }
    if (held_)
        last_ = held_->point;
    Q_EMIT changed();
    // Only a press well beside the shape leaves it.
    QPainterPathStroker near;
    near.setWidth(reach * 2);
    const QPainterPath outline = path(true);
    return held_ || outline.contains(mm) || near.createStroke(outline).contains(mm);
}

void OutlinePen::drag(QPointF mm)
{
    if (!held_)
        return;
    PenPoint& p = points_[held_->point];
    const bool smooth = distance(p.in, p.at) > 1e-9 && distance(p.out, p.at) > 1e-9;
    switch (held_->part) {
    case Part::At: {
        const QPointF by = mm - p.at;
        p.at += by;
        p.in += by;
        p.out += by;
        break;
    }
    case Part::In:
        p.in = mm;
        if (smooth)
            p.out = p.at * 2 - mm;
        break;
    case Part::Out:
        p.out = mm;
        if (drawing_ || smooth)
            p.in = p.at * 2 - mm;
        break;
    }
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

void OutlinePen::split(QPointF mm, double reach)
{
    for (std::size_t i = 0; i < points_.size(); ++i) {
        const auto [first, last] = partOf(i);
        PenPoint& from = points_[i];
        PenPoint& to = points_[i == last ? first : i + 1];
        QPainterPath piece(from.at);
        piece.cubicTo(from.out, to.in, to.at);
        constexpr int tries = 60;
        for (int k = 1; k < tries; ++k) {
            const double t = double(k) / tries;
            // By halving its sides (de Casteljau); where the controls lie on their points it is a straight line.
            const bool straight = from.out == from.at && to.in == to.at;
            const auto between = [t](QPointF a, QPointF b) { return a + (b - a) * t; };
            const QPointF ab = between(from.at, from.out), bc = between(from.out, to.in), cd = between(to.in, to.at);
            const QPointF abc = between(ab, bc), bcd = between(bc, cd);
            const QPointF at = straight ? between(from.at, to.at) : between(abc, bcd);
            if (distance(at, mm) > reach)
                continue;
            const PenPoint added{at, straight ? at : abc, straight ? at : bcd, false};
            if (!straight) {
                from.out = ab;
                to.in = cd;
            }
            points_.insert(points_.begin() + std::ptrdiff_t(i) + 1, added);
            last_ = i + 1;
            return apply(tr("Add a point"), false);
        }
    }
}

void OutlinePen::pressTwice(QPointF mm, double reach)
{
    if (drawing_)
        return finish();
    const auto held = heldAt(mm, reach);
    if (!held || held->part != Part::At) {
        split(mm, reach);
        return take();
    }
    PenPoint& p = points_[held->point];
    const auto [first, last] = partOf(held->point);
    if (p.in != p.at || p.out != p.at) {
        p.in = p.out = p.at;
    } else {
        // A third of the way along the line between its neighbours.
        const QPointF before = points_[held->point == first ? last : held->point - 1].at;
        const QPointF after = points_[held->point == last ? first : held->point + 1].at;
        p.in = p.at - (after - before) / 6;
        p.out = p.at + (after - before) / 6;
    }
    apply(tr("Round a point"), false);
    take();
}

void OutlinePen::remove(std::size_t point)
{
    const auto [first, last] = partOf(point);
    if (last - first < 3)
        return; // what is left must enclose something
    if (points_[point].begins)
        points_[point + 1].begins = true;
    points_.erase(points_.begin() + std::ptrdiff_t(point));
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
    QPainterPath outline = path(!drawing_);
    if (drawing_ && !points_.empty())
        outline.cubicTo(points_.back().out, pointer_, pointer_);
    painter.drawPath(toPixels.map(outline));
    for (std::size_t i = 0; i < points_.size(); ++i) {
        const PenPoint& p = points_[i];
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
