// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/face_canvas.h"

#include "app/dimension_lines.h"
#include "app/linked_files.h"
#include "app/theme.h"

#include <QDragEnterEvent>
#include <QMimeData>
#include <QMouseEvent>
#include <QPainter>
#include <QUrl>
#include <cmath>

namespace hinge {
namespace {

constexpr double gripReach = 7; ///< pixels around an edge that take hold of it
constexpr double lineReach = 7; ///< pixels within which a side takes hold of a line of the paper
constexpr std::array<ItemSide, 4> allSides{ItemSide::Left, ItemSide::Top, ItemSide::Right, ItemSide::Bottom};

QPointF handleOf(const QRectF& r, ItemSide s)
{
    switch (s) {
    case ItemSide::Left: return {r.left(), r.center().y()};
    case ItemSide::Top: return {r.center().x(), r.top()};
    case ItemSide::Right: return {r.right(), r.center().y()};
    case ItemSide::Bottom: return {r.center().x(), r.bottom()};
    }
    return {};
}

Length edgeOf(const Rect& r, ItemSide s)
{
    switch (s) {
    case ItemSide::Left: return r.x;
    case ItemSide::Top: return r.y;
    case ItemSide::Right: return r.right();
    case ItemSide::Bottom: return r.bottom();
    }
    return {};
}

bool acceptable(const QMimeData* data) { return data->hasUrls() && std::ranges::any_of(data->urls(), &QUrl::isLocalFile); }

} // namespace

FaceCanvas::FaceCanvas(Document& document, Selection& selection, FacePainter& painter, QWidget* parent)
    : QWidget(parent), document_(document), selection_(selection), painter_(painter)
{
    setObjectName(QStringLiteral("faceCanvas"));
    setAccessibleName(tr("The face at work"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setAcceptDrops(true);
    const auto stale = [this] {
        contentStale_ = true;
        cardStale_ = true;
        update();
    };
    cardTimer_.setSingleShot(true);
    cardTimer_.setInterval(200);
    connect(&cardTimer_, &QTimer::timeout, this, [this] {
        cardStale_ = true;
        update(otherFaceCard().toAlignedRect());
    });
    connect(&document_, &Document::changed, this, [this, stale] {
        updateGeometryOfPort();
        // Zones and marks are painted anew each time; what is printed only when it changed.
        if (printed_.update(document_.job(), document_.plan())) {
            contentStale_ = true;
            cardTimer_.start();
        }
        update();
    });
    connect(&document_.files(), &LinkedFiles::picturesChanged, this, stale);
    connect(&selection_, &Selection::changed, this, [this, stale, face = selection_.face()]() mutable {
        if (face != selection_.face())
            stale();
        face = selection_.face();
        update();
    });
    connect(&document_, &Document::replaced, this, [this] { port_.fit(); });
}

void FaceCanvas::setView(PaperView view)
{
    view_ = view;
    contentStale_ = true;
    update();
}

void FaceCanvas::zoomIn()
{
    port_.zoom(1.25, port_.centre());
    contentStale_ = true;
    update();
}

void FaceCanvas::zoomOut()
{
    port_.zoom(0.8, port_.centre());
    contentStale_ = true;
    update();
}

void FaceCanvas::zoomToFit()
{
    port_.fit();
    contentStale_ = true;
    update();
}

void FaceCanvas::updateGeometryOfPort()
{
    port_.setGeometry(toMm(bleedOf(document_.job())), QRectF(rect()).adjusted(56, 54, -24, -104));
}

void FaceCanvas::resizeEvent(QResizeEvent*)
{
    updateGeometryOfPort();
    contentStale_ = true;
}

const PlacedItem* FaceCanvas::selected() const
{
    if (selection_.item().isEmpty())
        return nullptr;
    const PlacedItem* placed = document_.plan().findItem(selection_.item());
    return placed && placed->face == selection_.face() ? placed : nullptr;
}

// --- painting ------------------------------------------------------------------------------------

void FaceCanvas::paintEvent(QPaintEvent*)
{
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    paintPaper(p);
    paintRoles(p);
    if (view_ == PaperView::Working)
        paintDimensions(p);
    paintSelection(p);
    paintOtherFace(p);
    if (hasFocus() && !selected()) {
        p.setPen(QPen(Theme::of(this).accent, 1, Qt::DotLine));
        p.setBrush(Qt::NoBrush);
        p.drawRect(QRectF(rect()).adjusted(2.5, 2.5, -2.5, -2.5));
    }
}

void FaceCanvas::paintPaper(QPainter& p)
{
    const Job& job = document_.job();
    const Plan& plan = document_.plan();
    const Face face = selection_.face();
    const bool toTrim = view_ == PaperView::Trimmed;
    const QRectF area = port_.toPixels(toMm(toTrim ? trimOf(job) : bleedOf(job)));
    const QRectF trim = port_.toPixels(toMm(trimOf(job)));

    for (int i = 5; i > 0; --i)
        p.fillRect((toTrim ? trim : area).adjusted(-i * 0.6, 0, i * 0.6, i), QColor(0, 0, 0, 8));
    p.save();
    p.translate(port_.toPixels(QPointF(0, 0)));
    p.scale(port_.scale(), port_.scale());
    const double pixel = 1 / port_.scale();
    const ZoneColours zones;
    p.fillRect(toMm(trimOf(job)), zones.paper);
    if (view_ == PaperView::Printed)
        p.fillRect(toMm(bleedOf(job)), zones.paper);
    if (view_ == PaperView::Working)
        paintBleed(p, job, zones);
    p.restore();

    // What is printed is painted once and kept; only what is visible of it.
    const QRectF visible = area.intersected(QRectF(rect()));
    if (contentStale_ && !visible.isEmpty()) {
        const double ratio = devicePixelRatioF();
        contentOrigin_ = QPointF(std::floor(visible.x()), std::floor(visible.y()));
        const QSize size(int(std::ceil(visible.right() - contentOrigin_.x())) + 1, int(std::ceil(visible.bottom() - contentOrigin_.y())) + 1);
        content_ = QImage(size * ratio, QImage::Format_ARGB32_Premultiplied);
        content_.setDevicePixelRatio(ratio);
        content_.fill(Qt::transparent);
        QPainter c(&content_);
        c.setRenderHint(QPainter::Antialiasing);
        c.translate(port_.toPixels(QPointF(0, 0)) - contentOrigin_);
        c.scale(port_.scale(), port_.scale());
        painter_.paintContent(c, job, plan, face, toTrim);
        contentStale_ = false;
    }
    if (!visible.isEmpty())
        p.drawImage(contentOrigin_, content_);

    p.save();
    p.translate(port_.toPixels(QPointF(0, 0)));
    p.scale(port_.scale(), port_.scale());
    if (view_ == PaperView::Working) {
        // Over printed matter the hatch of the bleed must stay visible.
        p.setOpacity(0.55);
        paintBleed(p, job, zones);
        p.setOpacity(1);
        paintUnsafe(p, plan, face, zones);
        paintColumns(p, plan, face, zones, pixel);
    }
    if (view_ != PaperView::Printed)
        paintCreases(p, job, plan, face, pixel);
    if (view_ == PaperView::Working) {
        paintTrim(p, job, zones, pixel);
        paintFoldEnds(p, job, plan, face, Theme::of(this).accent, pixel);
    }
    if (dropPanel_ >= 0) {
        const Panel& panel = plan.paper.face(face)[std::size_t(dropPanel_)];
        QColor tint = Theme::lightTheme().accent;
        tint.setAlpha(60);
        p.fillRect(toMm(panel.bleedArea), tint);
        p.setPen(QPen(Theme::lightTheme().accent, 2 * pixel));
        p.drawRect(toMm(panel.bleedArea));
    }
    p.restore();
}

void FaceCanvas::paintRoles(QPainter& p)
{
    const Theme& t = Theme::of(this);
    const double head = port_.toPixels(toMm(bleedOf(document_.job()))).top();
    const QFont font = uiFont(type::label, QFont::DemiBold);
    const QFontMetricsF metrics(font);
    p.setFont(font);
    for (const Panel& panel : document_.plan().paper.face(selection_.face())) {
        const QRectF area = port_.toPixels(toMm(panel.area));
        const QString text = metrics.elidedText(panel.roleName, Qt::ElideRight, std::max(30.0, area.width() - 30));
        const double w = metrics.horizontalAdvance(text) + 26;
        // The roles stay in sight when the head of the paper is scrolled away.
        const double y = std::max(8.0, head - 40);
        const QRectF tag(area.center().x() - w / 2, y, w, 21);
        const bool current = panel.position == selection_.panel() && selection_.item().isEmpty();
        p.setPen(QPen(current ? t.accent : t.line, 1));
        p.setBrush(current ? t.accentTint : t.work);
        p.drawRoundedRect(tag, 10.5, 10.5);
        p.setPen(t.ink);
        p.drawText(tag, Qt::AlignCenter, text);
    }
}

void FaceCanvas::paintDimensions(QPainter& p)
{
    const Theme& t = Theme::of(this);
    const Job& job = document_.job();
    const QRectF bleed = port_.toPixels(toMm(bleedOf(job)));
    const QRectF trim = port_.toPixels(toMm(trimOf(job)));
    for (const Panel& panel : document_.plan().paper.face(selection_.face())) {
        const QRectF area = port_.toPixels(toMm(panel.area));
        paintDimensionAcross(p, area.left(), area.right(), bleed.bottom() + 24, formatNumber(panel.area.w, job.unit), t.ink2, t.ink);
    }
    paintDimensionAcross(p, trim.left(), trim.right(), bleed.bottom() + 44, formatLength(job.flat.w, job.unit), t.ink2, t.ink);
    paintDimensionDown(p, bleed.left() - 22, trim.top(), trim.bottom(), formatNumber(job.flat.h, job.unit), t.ink2, t.ink);
}

void FaceCanvas::paintSelection(QPainter& p)
{
    const PlacedItem* placed = selected();
    if (!placed)
        return;
    const Theme& t = Theme::lightTheme(); // lies on paper, which is light in every theme
    const Item* item = document_.job().findItem(selection_.item());
    const QRectF frame = port_.toPixels(toMm(placed->frame)).normalized();
    const QRectF sheet = port_.toPixels(toMm(bleedOf(document_.job())));
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(QColor(255, 255, 255, 180), 4));
    p.drawRect(frame);
    p.setPen(QPen(t.accent, hasFocus() ? 2 : 1.4));
    p.drawRect(frame);
    const QFont font = uiFont(type::note, QFont::DemiBold);
    const QFontMetricsF metrics(font);
    p.setFont(font);
    for (const ItemSide s : allSides) {
        const Placed& side = item->side(s);
        const QPointF at = handleOf(frame, s);
        if (side.holds) {
            QString name = lineName(document_.plan().paper, placed->face, s, side);
            if (side.offset != Length())
                name += (side.offset > Length() ? QStringLiteral(" +") : QStringLiteral(" −")) + formatLength(abs(side.offset), document_.job().unit);
            const double w = metrics.horizontalAdvance(name) + 16;
            // Outside the item, so that it hides nothing of it.
            QRectF tag(at.x() - w / 2, at.y() - 9, w, 18);
            switch (s) {
            case ItemSide::Left: tag.moveRight(at.x() - 3); break;
            case ItemSide::Right: tag.moveLeft(at.x() + 3); break;
            // Beyond head and foot stand the roles and the dimensions.
            case ItemSide::Top: at.y() - 21 < sheet.top() ? tag.moveTop(at.y() + 4) : tag.moveBottom(at.y() - 3); break;
            case ItemSide::Bottom: at.y() + 21 > sheet.bottom() ? tag.moveBottom(at.y() - 4) : tag.moveTop(at.y() + 3); break;
            }
            tag.moveLeft(std::clamp(tag.left(), 4.0, std::max(4.0, width() - w - 4)));
            p.setPen(Qt::NoPen);
            p.setBrush(t.accent);
            p.drawRoundedRect(tag, 3, 3);
            p.setPen(Qt::white);
            p.drawText(tag, Qt::AlignCenter, name);
        } else {
            p.setPen(QPen(t.accent, 1.4));
            p.setBrush(Qt::white);
            p.drawEllipse(at, 4, 4);
        }
    }
    p.setPen(QPen(t.accent, 1.4));
    p.setBrush(Qt::white);
    for (const QPointF corner : {frame.topLeft(), frame.topRight(), frame.bottomLeft(), frame.bottomRight()})
        p.drawRect(QRectF(corner - QPointF(3, 3), QSizeF(6, 6)));
}

QRectF FaceCanvas::otherFaceCard() const
{
    const Job& job = document_.job();
    const double ratio = job.flat.w.toMm() / job.flat.h.toMm();
    const double w = std::min(84.0, 42 * ratio);
    return {width() - w - 24, height() - w / ratio - 10, w, w / ratio};
}

void FaceCanvas::paintOtherFace(QPainter& p)
{
    const Theme& t = Theme::of(this);
    const QRectF card = otherFaceCard();
    const Job& job = document_.job();
    for (int i = 4; i > 0; --i)
        p.fillRect(card.adjusted(-i * 0.6, 0, i * 0.6, i), QColor(0, 0, 0, 14));
    if (cardStale_) {
        // At a whole multiple of the scale, so that it stays clean.
        card_ = QImage((card.size() * devicePixelRatioF() * 2).toSize(), QImage::Format_RGB32);
        card_.fill(QColor(0xFF, 0xFE, 0xFA));
        QPainter c(&card_);
        c.setRenderHint(QPainter::Antialiasing);
        c.scale(card_.width() / job.flat.w.toMm(), card_.width() / job.flat.w.toMm());
        painter_.paintContent(c, job, document_.plan(), otherFace(selection_.face()), true);
        cardStale_ = false;
    }
    p.setRenderHint(QPainter::SmoothPixmapTransform);
    p.drawImage(card, card_);
    p.setPen(QPen(t.line, 1));
    p.setBrush(Qt::NoBrush);
    p.drawRect(card);
    p.setFont(uiFont(type::label, QFont::DemiBold));
    p.setPen(t.accent);
    p.drawText(QRectF(card.left() - 132, card.center().y() - 10, 122, 20), Qt::AlignRight | Qt::AlignVCenter, tr("turn over"));
}

// --- hit testing ---------------------------------------------------------------------------------

QString FaceCanvas::itemAt(QPointF px) const
{
    const QPointF mm = port_.toMm(px);
    const auto& items = document_.plan().itemsOn(selection_.face());
    for (auto it = items.rbegin(); it != items.rend(); ++it)
        if (toMm(it->frame).contains(mm))
            return it->id;
    return {};
}

FaceCanvas::Grip FaceCanvas::gripAt(QPointF px) const
{
    const PlacedItem* placed = selected();
    if (!placed)
        return {};
    const QRectF frame = port_.toPixels(toMm(placed->frame)).normalized();
    if (!frame.adjusted(-gripReach, -gripReach, gripReach, gripReach).contains(px))
        return {};
    Grip grip;
    // The middle of a small item must stay free to move it.
    const double reachX = std::min(gripReach, frame.width() / 4 + 2);
    const double reachY = std::min(gripReach, frame.height() / 4 + 2);
    grip.left = std::abs(px.x() - frame.left()) <= reachX;
    grip.right = !grip.left && std::abs(px.x() - frame.right()) <= reachX;
    grip.top = std::abs(px.y() - frame.top()) <= reachY;
    grip.bottom = !grip.top && std::abs(px.y() - frame.bottom()) <= reachY;
    if (!grip.any())
        grip = {true, true, true, true};
    return grip;
}

void FaceCanvas::updateCursor(QPointF px)
{
    if (panning_ || spaceDown_) {
        setCursor(panning_ ? Qt::ClosedHandCursor : Qt::OpenHandCursor);
        return;
    }
    if (otherFaceCard().contains(px)) {
        setCursor(Qt::PointingHandCursor);
        return;
    }
    const Grip g = gripAt(px);
    if (g.all())
        setCursor(Qt::SizeAllCursor);
    else if ((g.left && g.top) || (g.right && g.bottom))
        setCursor(Qt::SizeFDiagCursor);
    else if ((g.right && g.top) || (g.left && g.bottom))
        setCursor(Qt::SizeBDiagCursor);
    else if (g.left || g.right)
        setCursor(Qt::SizeHorCursor);
    else if (g.top || g.bottom)
        setCursor(Qt::SizeVerCursor);
    else
        setCursor(Qt::ArrowCursor);
}

// --- mouse ---------------------------------------------------------------------------------------

void FaceCanvas::mousePressEvent(QMouseEvent* event)
{
    setFocus(Qt::MouseFocusReason);
    const QPointF px = event->position();
    if (event->button() == Qt::MiddleButton || (event->button() == Qt::LeftButton && spaceDown_)) {
        panning_ = true;
        dragStart_ = px;
        updateCursor(px);
        return;
    }
    if (event->button() != Qt::LeftButton)
        return;
    if (otherFaceCard().contains(px)) {
        Q_EMIT turnOverRequested();
        return;
    }
    grip_ = gripAt(px);
    if (!grip_.any() || grip_.all()) {
        // Inside the selected item a press keeps it; elsewhere it takes what lies on top there.
        const QString hit = itemAt(px);
        if (grip_.all() && hit != selection_.item() && !hit.isEmpty() && !(event->modifiers() & Qt::AltModifier))
            selection_.setItem(selection_.face(), hit);
        else if (!grip_.all()) {
            if (hit.isEmpty())
                selection_.setPanel(panelAt(document_.plan().paper, selection_.face(), Length::nearestMm(port_.toMm(px).x())));
            else
                selection_.setItem(selection_.face(), hit);
        }
        grip_ = hit.isEmpty() && !grip_.all() ? Grip{} : gripAt(px);
    }
    if (grip_.any() && selected()) {
        dragFrame_ = selected()->frame;
        dragStart_ = px;
        ++dragNumber_;
    }
}

void FaceCanvas::mouseMoveEvent(QMouseEvent* event)
{
    const QPointF px = event->position();
    if (panning_) {
        port_.pan(px - dragStart_);
        dragStart_ = px;
        contentStale_ = true;
        update();
        return;
    }
    if ((event->buttons() & Qt::LeftButton) && grip_.any() && selected()) {
        if (!dragging_ && (px - dragStart_).manhattanLength() < 4)
            return;
        dragging_ = true;
        dragTo(px, (event->modifiers() & Qt::AltModifier) != 0);
        return;
    }
    updateCursor(px);
}

void FaceCanvas::dragTo(QPointF px, bool free)
{
    const Paper& paper = document_.plan().paper;
    const Face face = selection_.face();
    const QPointF by = (px - dragStart_) / port_.scale();
    const Length dx = Length::nearestMm(by.x());
    const Length dy = Length::nearestMm(by.y());
    const Length reach = free ? Length::units(-1) : Length::nearestMm(lineReach / port_.scale());
    Rect frame = Rect::fromEdges(dragFrame_.x + (grip_.left ? dx : Length()), dragFrame_.y + (grip_.top ? dy : Length()),
                                 dragFrame_.right() + (grip_.right ? dx : Length()), dragFrame_.bottom() + (grip_.bottom ? dy : Length()));
    const Length least = Length::mm(1);
    if (!grip_.all() && (frame.w < least || frame.h < least))
        return;

    const auto acrossOf = [&](ItemSide s) { return isHorizontal(s) ? frame.y + frame.h.part(2) : frame.x + frame.w.part(2); };
    const auto near = [&](ItemSide s) { return nearestLine(paper, face, s, edgeOf(frame, s), acrossOf(s), reach); };
    if (grip_.all()) {
        // The side nearest to a line pulls the whole item onto it.
        for (const bool horizontal : {true, false}) {
            std::optional<Length> shift;
            for (const ItemSide s : allSides) {
                if (isHorizontal(s) != horizontal)
                    continue;
                if (const auto line = near(s)) {
                    const Length d = linePosition(paper, face, s, *line) - edgeOf(frame, s);
                    if (!shift || abs(d) < abs(*shift))
                        shift = d;
                }
            }
            if (shift)
                (horizontal ? frame.x : frame.y) += *shift;
        }
    }
    Job job = document_.job();
    Item* item = job.findItem(selection_.item());
    if (!item)
        return;
    const Length exact = grip_.all() ? (free ? reach : Length()) : reach;
    for (const ItemSide s : allSides) {
        if (!grip_.has(s))
            continue;
        const auto line = nearestLine(paper, face, s, edgeOf(frame, s), acrossOf(s), exact);
        item->side(s) = line ? *line : freeSide(paper, face, s, edgeOf(frame, s));
    }
    (void)document_.edit(grip_.all() ? tr("Move %1").arg(item->name) : tr("Size %1").arg(item->name), std::move(job),
                         QStringLiteral("drag/%1").arg(dragNumber_));
    Q_EMIT hint(tr("Hold Alt to place it freely, past the lines of the paper"));
}

void FaceCanvas::mouseReleaseEvent(QMouseEvent* event)
{
    panning_ = false;
    dragging_ = false;
    grip_ = {};
    Q_EMIT hint({});
    updateCursor(event->position());
}

void FaceCanvas::mouseDoubleClickEvent(QMouseEvent* event)
{
    const Item* item = document_.job().findItem(itemAt(event->position()));
    if (item && item->kind == ItemKind::Text) {
        selection_.setItem(selection_.face(), item->id);
        Q_EMIT editTextRequested();
    }
}

void FaceCanvas::leaveEvent(QEvent*) { unsetCursor(); }

void FaceCanvas::wheelEvent(QWheelEvent* event)
{
    if (event->modifiers() & Qt::ControlModifier) {
        port_.zoom(std::pow(1.0015, event->angleDelta().y()), event->position());
    } else {
        QPointF by = event->pixelDelta().isNull() ? QPointF(event->angleDelta()) / 2 : QPointF(event->pixelDelta());
        if (event->modifiers() & Qt::ShiftModifier)
            by = by.transposed();
        port_.pan(by);
    }
    contentStale_ = true;
    update();
    event->accept();
}

// --- keyboard ------------------------------------------------------------------------------------

void FaceCanvas::nudge(Length dx, Length dy)
{
    const PlacedItem* placed = selected();
    if (!placed) {
        port_.pan({-dx.toMm() * 20, -dy.toMm() * 20});
        contentStale_ = true;
        update();
        return;
    }
    Job job = document_.job();
    Item* item = job.findItem(selection_.item());
    Rect frame = placed->frame;
    frame.x += dx;
    frame.y += dy;
    for (const ItemSide s : allSides)
        if ((isHorizontal(s) && dx != Length()) || (!isHorizontal(s) && dy != Length()))
            item->side(s) = freeSide(document_.plan().paper, selection_.face(), s, edgeOf(frame, s));
    (void)document_.edit(tr("Nudge %1").arg(item->name), std::move(job), QStringLiteral("nudge/") + item->id);
}

void FaceCanvas::selectNext(int step)
{
    const auto& items = document_.plan().itemsOn(selection_.face());
    if (items.empty())
        return;
    const auto it = std::ranges::find(items, selection_.item(), &PlacedItem::id);
    const int count = int(items.size());
    const int now = it == items.end() ? (step > 0 ? -1 : count) : int(it - items.begin());
    selection_.setItem(selection_.face(), items[std::size_t((now + step + count) % count)].id);
}

void FaceCanvas::keyPressEvent(QKeyEvent* event)
{
    const Length step = event->modifiers() & Qt::ShiftModifier ? Length::mm(5) : event->modifiers() & Qt::ControlModifier ? Length::micrometres(100) : Length::mm(1);
    switch (event->key()) {
    case Qt::Key_Left: nudge(-step, {}); break;
    case Qt::Key_Right: nudge(step, {}); break;
    case Qt::Key_Up: nudge({}, -step); break;
    case Qt::Key_Down: nudge({}, step); break;
    case Qt::Key_PageDown: selectNext(1); break;
    case Qt::Key_PageUp: selectNext(-1); break;
    case Qt::Key_Home: selection_.setPanel(std::max(0, selection_.panel() - 1)); break;
    case Qt::Key_End: selection_.setPanel(std::min(document_.job().fold.panels - 1, selection_.panel() + 1)); break;
    case Qt::Key_Escape: selection_.clearItem(); break;
    case Qt::Key_Return:
    case Qt::Key_Enter:
        if (const Item* item = document_.job().findItem(selection_.item()); item && item->kind == ItemKind::Text)
            Q_EMIT editTextRequested();
        break;
    case Qt::Key_Space:
        if (!event->isAutoRepeat()) {
            spaceDown_ = true;
            setCursor(Qt::OpenHandCursor);
        }
        break;
    default: QWidget::keyPressEvent(event);
    }
}

void FaceCanvas::keyReleaseEvent(QKeyEvent* event)
{
    if (event->key() == Qt::Key_Space && !event->isAutoRepeat()) {
        spaceDown_ = false;
        unsetCursor();
    }
    QWidget::keyReleaseEvent(event);
}

void FaceCanvas::focusInEvent(QFocusEvent*)
{
    Q_EMIT hint(tr("Page Up and Page Down go from item to item, arrows nudge by 1 mm (with Shift 5, with Ctrl 0.1), Enter edits text"));
    update();
}

void FaceCanvas::focusOutEvent(QFocusEvent*)
{
    spaceDown_ = false;
    Q_EMIT hint({});
    update();
}


// --- dropping files ------------------------------------------------------------------------------

void FaceCanvas::dragEnterEvent(QDragEnterEvent* event)
{
    if (acceptable(event->mimeData()))
        event->acceptProposedAction();
}

void FaceCanvas::dragMoveEvent(QDragMoveEvent* event)
{
    dropPanel_ = panelAt(document_.plan().paper, selection_.face(), Length::nearestMm(port_.toMm(QPointF(event->position())).x()));
    update();
    event->acceptProposedAction();
}

void FaceCanvas::dragLeaveEvent(QDragLeaveEvent*)
{
    dropPanel_ = -1;
    update();
}

void FaceCanvas::dropEvent(QDropEvent* event)
{
    QStringList paths;
    for (const QUrl& url : event->mimeData()->urls())
        if (url.isLocalFile())
            paths << url.toLocalFile();
    const int panel = panelAt(document_.plan().paper, selection_.face(), Length::nearestMm(port_.toMm(event->position()).x()));
    dropPanel_ = -1;
    update();
    event->acceptProposedAction();
    if (!paths.isEmpty())
        Q_EMIT filesDropped(paths, panel);
}

} // namespace hinge
