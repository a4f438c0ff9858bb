// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/flat/face_canvas.h"

#include "app/document/linked_files.h"
#include "app/look/theme.h"
#include "core/job/plates.h"
#include "core/job/stories.h"
#include "core/units/hand_steps.h"

#include <QDragEnterEvent>
#include <QMimeData>
#include <QMouseEvent>
#include <QPainter>
#include <QUrl>
#include <cmath>

namespace hinge
{
namespace
{

constexpr double gripReach = 7; ///< pixels around an edge that take hold of it
constexpr double lineReach = 7; ///< pixels within which a side takes hold of a line of the paper

bool acceptable(const QMimeData* data)
{
    return data->hasUrls() && std::ranges::any_of(data->urls(), &QUrl::isLocalFile);
}

} // namespace

FaceCanvas::FaceCanvas(Document& document, Selection& selection, SurfaceEditor& editor, FacePainter& painter,
                       QWidget* parent)
    : PaperCanvas(parent), document_(document), selection_(selection), editor_(editor), painter_(painter)
{
    setObjectName(QStringLiteral("faceCanvas"));
    setAccessibleName(tr("The face at work"));
    setMouseTracking(true);
    setAcceptDrops(true);
    setFocusPolicy(Qt::TabFocus); // a press takes the keyboard itself, unless it is for words that are being typed
    pen_ = new OutlinePen(document_, selection_, this);
    connect(pen_, &OutlinePen::changed, this, qOverload<>(&QWidget::update));
    connect(pen_, &OutlinePen::hint, this, &FaceCanvas::hint);
    connect(pen_, &OutlinePen::drawn, &editor_, &SurfaceEditor::addOutline);
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
    connect(&document_, &Document::changed, this, [this] {
        behind_ = true; // what nobody sees is worked out when it is shown
        if (isVisible())
            catchUp();
    });
    connect(&document_.files(), &LinkedFiles::picturesChanged, this, stale);
    connect(&selection_, &Selection::changed, this, [this, stale, face = selection_.surface()]() mutable {
        if (face != selection_.surface()) {
            layOutPort(); // it may be of another size
            stale();
        }
        face = selection_.surface();
        update();
    });
    connect(&document_, &Document::replaced, this, [this] { port_.fit(); });
}

void FaceCanvas::drawOutline()
{
    setFocus(Qt::OtherFocusReason);
    pen_->draw();
}

void FaceCanvas::setView(PaperView view)
{
    view_ = view;
    contentStale_ = true;
    update();
}

void FaceCanvas::setPlate(const QString& plate)
{
    plate_ = plate;
    contentStale_ = true;
    update();
}

InkView FaceCanvas::inkView() const
{
    InkView view;
    view.proof = view_ == PaperView::Proof;
    view.covered = view_ == PaperView::Covered;
    if (view_ == PaperView::Plate)
        view.plate = plate_;
    return view;
}

void FaceCanvas::catchUp()
{
    if (!std::exchange(behind_, false))
        return;
    layOutPort();
    // Zones and marks are painted anew each time; what is printed only when it changed.
    if (const Repaint repaint = printed_.update(document_.shown(), document_.plan(), painter_.layouts());
        repaint.any()) {
        contentStale_ = contentStale_ || repaint.everything;
        if (const auto areas = repaint.areas.find(selection_.surface()); areas != repaint.areas.end())
            staleAreas_.insert(staleAreas_.end(), areas->second.begin(), areas->second.end());
        cardTimer_.start();
    }
    update();
}

void FaceCanvas::showEvent(QShowEvent* event)
{
    catchUp();
    PaperCanvas::showEvent(event);
}

void FaceCanvas::pickInk()
{
    picking_ = true;
    setFocus(Qt::OtherFocusReason);
    setCursor(Qt::CrossCursor);
    Q_EMIT hint(tr("Click on a colour to take it as an ink; Esc to leave it"));
}

void FaceCanvas::layOutPort()
{
    port_.setGeometry(toMm(bleedOf(document_.plan().paperOf(selection_.surface()), selection_.surface().face)),
                      QRectF(rect()).adjusted(56, 54, -24, -124));
}

QRectF FaceCanvas::inHand() const
{
    const PlannedItem* placed = selected();
    return placed ? port_.toPixels(toMm(placed->frame)) : QRectF();
}

const PlannedItem* FaceCanvas::selected() const
{
    if (selection_.item().isEmpty())
        return nullptr;
    const PlannedItem* placed = document_.plan().findItem(selection_.item());
    return placed && placed->surface == selection_.surface() ? placed : nullptr;
}

// --- hit testing ---------------------------------------------------------------------------------

QString FaceCanvas::itemAt(QPointF px) const
{
    const QPointF mm = port_.toMm(px);
    const auto& items = document_.plan().itemsOn(selection_.surface());
    for (auto it = items.rbegin(); it != items.rend(); ++it)
        if (toMm(it->frame).contains(mm))
            return it->id;
    return {};
}

Grip FaceCanvas::gripAt(QPointF px) const
{
    const PlannedItem* placed = selected();
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
        grip = Grip::whole();
    return grip;
}

int FaceCanvas::panelUnder(QPointF px) const
{
    const QPointF mm = port_.toMm(px);
    return panelAt(document_.plan().paperOf(selection_.surface()), selection_.surface().face,
                   {Length::nearestMm(mm.x()), Length::nearestMm(mm.y())});
}

void FaceCanvas::updateCursor(QPointF px)
{
    if (picking_ || frameFor_ || pen_->isDrawing()) {
        setCursor(Qt::CrossCursor);
        return;
    }
    if (isForText(px)) {
        setCursor(Qt::IBeamCursor);
        return;
    }
    if (const auto number = guideAt(px)) {
        setCursor(std::ranges::find(document_.job().on(selection_.surface()).guides, *number, &Guide::number)->upright
                      ? Qt::SplitHCursor
                      : Qt::SplitVCursor);
        return;
    }
    if (panning_ || spaceDown_) {
        setCursor(panning_ ? Qt::ClosedHandCursor : Qt::OpenHandCursor);
        return;
    }
    if (otherFaceCard().contains(px) || roleAt(px)) {
        setCursor(Qt::PointingHandCursor);
        return;
    }
    const Grip g = gripAt(px);
    // The side that is pointed at tells what it holds on to.
    if (const Grip side = g.all() ? Grip() : g; side != std::exchange(pointed_, side))
        update();
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
    const auto of = g.any() || g.all() ? std::nullopt : masterItemAt(px);
    const Master* master = of ? document_.job().findMaster(of->master) : nullptr;
    if (const int number = master ? master->id : 0; number != std::exchange(pointedMaster_, number))
        Q_EMIT hint(!master     ? QString()
                    : of->waits ? tr("Double click to fill it here")
                                : tr("Double click: master “%1”").arg(master->name));
}

std::optional<MasterItem> FaceCanvas::masterItemAt(QPointF px) const
{
    const QPointF mm = port_.toMm(px);
    return hinge::masterItemAt(document_.job(), document_.plan(), selection_.surface(),
                               {Length::nearestMm(mm.x()), Length::nearestMm(mm.y())});
}

void FaceCanvas::pickAt(QPointF px)
{
    // One pixel, in the light of the working view.
    QImage spot(1, 1, QImage::Format_ARGB32_Premultiplied);
    spot.fill(Qt::transparent);
    QPainter p(&spot);
    const QPointF mm = port_.toMm(px);
    p.scale(port_.scale(), port_.scale());
    p.translate(-mm);
    painter_.paintContent(p, document_.shown(), document_.plan(), selection_.surface(), false);
    p.end();
    const QColor seen = spot.pixelColor(0, 0);
    if (seen.alpha() == 0)
        return;
    // What an ink of an item there makes is that ink; all else (pictures, blends) is a colour.
    const auto& items = document_.job().on(selection_.surface()).items;
    for (auto item = items.rbegin(); item != items.rend(); ++item) {
        const PlannedItem* placed = document_.plan().findItem(item->id);
        if (!placed || !toMm(placed->frame).contains(mm))
            continue;
        for (const auto& [ink, strength] : inksOf(document_.job(), *item))
            if (painter_.colour().of(document_.job(), ink, strength, {}) == seen) {
                Q_EMIT inkNamed(ink);
                return;
            }
    }
    Q_EMIT inkPicked(painter_.colour().toPress(seen));
}

// --- mouse ---------------------------------------------------------------------------------------

void FaceCanvas::setTextOnPaper(TextOnPaper& text)
{
    text_ = &text;
    connect(text_, &TextOnPaper::changed, this, qOverload<>(&QWidget::update));
    connect(text_, &TextOnPaper::caretMoved, this, &FaceCanvas::showCaret);
    text_->setToScreen([this](const QLineF& line) {
        const QRectF px(port_.toPixels(line.p1()), port_.toPixels(line.p2()));
        return QRect(mapToGlobal(px.topLeft().toPoint()), px.size().toSize()).normalized().adjusted(0, 0, 1, 1);
    });
}

bool FaceCanvas::isForText(QPointF px) const
{
    // The first and last letters stand at the edges of their frame, whose sides are taken from outside meanwhile.
    return text_ && text_->isOn() && text_->frameAt(port_.toMm(px)).has_value();
}

void FaceCanvas::showCaret()
{
    const auto line = text_->caretLine();
    if (!line)
        return;
    const QRectF room = QRectF(rect()).adjusted(6, 6, -6, -6);
    const QRectF caret(port_.toPixels(line->p1()), port_.toPixels(line->p2()));
    QPointF by;
    const QRectF at = caret.normalized();
    by.setX(at.left() < room.left() ? room.left() - at.left() : std::min(0.0, room.right() - at.right()));
    by.setY(at.top() < room.top() ? room.top() - at.top() : std::min(0.0, room.bottom() - at.bottom()));
    if (!by.isNull())
        panBy(by);
}

void FaceCanvas::mousePressEvent(QMouseEvent* event)
{
    if (event->button() == Qt::LeftButton && !spaceDown_ && isForText(event->position()) &&
        text_->press(port_.toMm(event->position()), event->modifiers().testFlag(Qt::ShiftModifier)))
        return; // the keyboard stays with the words
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
    if (picking_) {
        picking_ = false;
        Q_EMIT hint({});
        pickAt(px);
        updateCursor(px);
        return;
    }
    if (const auto panel = roleAt(px)) {
        selection_.setPanel(*panel);
        return;
    }
    if (pen_->press(port_.toMm(px), gripReach / port_.scale()))
        return;
    pen_->leave();
    if (frameFor_) {
        frameStart_ = px;
        frameNow_ = {};
        return;
    }
    if (beginScaling(px, event->modifiers()))
        return;
    if (beginGuideDrag(px))
        return;
    if ((event->modifiers() & Qt::ControlModifier) && beginPictureDrag(px))
        return;
    const QString under = itemAt(px);
    if ((event->modifiers() & Qt::ShiftModifier) && !under.isEmpty()) {
        selection_.toggle(under);
        grip_ = {};
        return;
    }
    // A click with Shift that misses leaves what was taken in hand.
    if ((event->modifiers() & Qt::ShiftModifier) && !selection_.item().isEmpty() && !gripAt(px).any()) {
        grip_ = {};
        return;
    }
    lifted_.clear();
    if (selection_.items().size() > 1 && selection_.items().contains(under)) {
        // Taken together, moved together.
        lifted_ = editor_.selectedItems();
        pressed_ = under;
        grip_ = Grip::whole();
        before_ = {document_.job(), document_.plan()};
        dragStart_ = px;
        ++dragNumber_;
        return;
    }
    grip_ = gripAt(px);
    if (!grip_.any() || grip_.all()) {
        // Inside the selected item a press keeps it; elsewhere it takes what lies on top there.
        const QString& hit = under;
        if (grip_.all() && hit != selection_.item() && !hit.isEmpty() && !(event->modifiers() & Qt::AltModifier))
            selection_.setItems(selection_.surface(), editor_.withGroup(hit));
        else if (!grip_.all()) {
            if (hit.isEmpty())
                selection_.setPanel(panelUnder(px));
            else
                selection_.setItems(selection_.surface(), editor_.withGroup(hit));
        }
        grip_ = hit.isEmpty() && !grip_.all() ? Grip{} : gripAt(px);
    }
    if (const Item* item = document_.job().findItem(selection_.item()); item && item->locked) {
        grip_ = {};
        Q_EMIT hint(tr("It is locked; Ctrl+Shift+L unlocks it"));
    }
    if (grip_.any() && selected()) {
        dragFrame_ = selected()->frame;
        if (selection_.items().size() > 1)
            before_ = {document_.job(), document_.plan()};
        else
            before_.reset();
        lifted_ = editor_.selectedItems();
        dragStart_ = px;
        ++dragNumber_;
    }
}

void FaceCanvas::mouseMoveEvent(QMouseEvent* event)
{
    const QPointF px = event->position();
    if (panning_) {
        panBy(px - dragStart_);
        dragStart_ = px;
        return;
    }
    if (frameStart_) {
        frameNow_ = frameTo(px);
        update();
        return;
    }
    if (text_ && (event->buttons() & Qt::LeftButton) && text_->drag(port_.toMm(px)))
        return;
    if (pen_->isOn()) {
        if (event->buttons() & Qt::LeftButton)
            pen_->drag(port_.toMm(px));
        else
            pen_->hover(port_.toMm(px));
        updateCursor(px);
        return;
    }
    if ((event->buttons() & Qt::LeftButton) && scaling_) {
        scaleTo(px, !event->modifiers().testFlag(Qt::AltModifier));
        return;
    }
    if ((event->buttons() & Qt::LeftButton) && grip_.any() && selected()) {
        if (!dragging_ && (px - dragStart_).manhattanLength() < 4)
            return;
        dragging_ = true;
        if (grip_.all())
            setCursor(leavesCopies(event->modifiers()) ? Qt::DragCopyCursor : Qt::SizeAllCursor);
        if (dragsPicture_)
            dragPicture(px);
        else if (before_)
            dragSeveral(px);
        else
            dragTo(px, (event->modifiers() & Qt::AltModifier) != 0);
        return;
    }
    if ((event->buttons() & Qt::LeftButton) && guide_) {
        dragGuide(px);
        return;
    }
    updateCursor(px);
}

Length FaceCanvas::reach() const { return Length::nearestMm(lineReach / port_.scale()); }

void FaceCanvas::dragTo(QPointF px, bool free)
{
    const QPointF by = (px - dragStart_) / port_.scale();
    const Item* item = document_.job().findItem(selection_.item());
    if (!item)
        return;
    Job job = document_.job();
    dragItem(job, document_.plan(), item->id, grip_, dragFrame_, Length::nearestMm(by.x()), Length::nearestMm(by.y()),
             free ? std::nullopt : std::optional(reach()));
    (void)document_.edit(grip_.all() ? tr("Move %1").arg(item->name) : tr("Size %1").arg(item->name), std::move(job),
                         QStringLiteral("drag/%1").arg(dragNumber_));
    Q_EMIT hint(grip_.all() ? tr("Alt: freely; Ctrl: leaves a copy")
                            : tr("Alt: freely; Ctrl at a corner: scales all of it"));
}

void FaceCanvas::mouseReleaseEvent(QMouseEvent* event)
{
    if (pen_->isOn())
        return pen_->release();
    if (text_ && text_->release(port_.toMm(event->position()), event->modifiers().testFlag(Qt::ControlModifier)))
        return;
    if (frameStart_) {
        finishFrame(event->position(), (event->modifiers() & Qt::ShiftModifier) != 0);
        return;
    }
    if (dragging_ && leavesCopies(event->modifiers()))
        leaveCopies();
    guide_.reset();
    scaling_.reset();
    panning_ = false;
    const QString alone = dragging_ ? QString() : pressed_;
    pressed_.clear();
    dragging_ = false;
    dragsPicture_ = false;
    before_.reset();
    grip_ = {};
    Q_EMIT hint({});
    updateCursor(event->position());
    if (!alone.isEmpty())
        selection_.setItems(selection_.surface(), editor_.withGroup(alone));
}

void FaceCanvas::mouseDoubleClickEvent(QMouseEvent* event)
{
    const QPointF mm = port_.toMm(event->position());
    if (isForText(event->position()) && text_->pressTwice(mm))
        return;
    if (pen_->isOn())
        return pen_->pressTwice(mm, gripReach / port_.scale());
    const Item* item = document_.job().findItem(itemAt(event->position()));
    if (item && item->kind == ItemKind::Shape && item->id == selection_.item()) {
        pen_->edit(item->id);
        return;
    }
    if (item && item->kind == ItemKind::Text) {
        // Words stand in the first frame of their text.
        const PlannedItem* head = document_.plan().findItem(chainOf(document_.job(), *item).first());
        const bool here = head->surface == selection_.surface();
        selection_.setItem(head->surface, head->id);
        if (item->table || !here)
            Q_EMIT editTextRequested();
        else
            Q_EMIT caretRequested(mm);
    } else if (const auto of = item ? std::nullopt : masterItemAt(event->position())) {
        Q_EMIT masterRequested(*of);
    }
}

void FaceCanvas::leaveEvent(QEvent*)
{
    pointed_ = {};
    unsetCursor();
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
    dropFrame_ = waitingAt(event->position());
    dropPanel_ = dropFrame_.isEmpty() ? panelUnder(event->position()) : -1;
    update();
    event->acceptProposedAction();
}

void FaceCanvas::dragLeaveEvent(QDragLeaveEvent*)
{
    dropPanel_ = -1;
    dropFrame_.clear();
    update();
}

void FaceCanvas::dropEvent(QDropEvent* event)
{
    QStringList paths;
    for (const QUrl& url : event->mimeData()->urls())
        if (url.isLocalFile())
            paths << url.toLocalFile();
    const int panel = panelUnder(event->position());
    dropPanel_ = -1;
    dropFrame_.clear();
    update();
    event->acceptProposedAction();
    if (!paths.isEmpty())
        Q_EMIT filesDropped(paths, panel, waitingAt(event->position()));
}

} // namespace hinge
