// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/gang/gang_canvas.h"

#include "app/canvas/two_sides.h"
#include "app/look/slip.h"
#include "core/gang/gang_words.h"
#include "paint/knife_painter.h"

#include <QContextMenuEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

namespace hinge
{

GangCanvas::GangCanvas(GangDocument& document, QWidget* parent) : PaperCanvas(parent), document_(document)
{
    setObjectName(QStringLiteral("gangCanvas"));
    setAccessibleName(tr("Press sheet of the gang, front and back"));
    setMouseTracking(true);
    setFocusPolicy(Qt::StrongFocus);
    connect(&document_, &GangDocument::changed, this, [this] {
        const int forms = document_.plan().split() ? int(document_.plan().split()->forms.size()) : 0;
        form_ = std::clamp(form_, 0, std::max(0, forms - 1));
        setStroke(stroke_);
        setSlotInHand(slot_);
        repaintAll();
        Q_EMIT formChanged();
    });
    connect(&document_, &GangDocument::replaced, this, [this] { port_.fit(); });
}

const GangForm* GangCanvas::form() const
{
    const GangSplit* split = document_.plan().split();
    return split && form_ < int(split->forms.size()) ? &split->forms[std::size_t(form_)] : nullptr;
}

Size GangCanvas::sheetSize() const { return form() ? form()->layout->sheet : document_.gang().press.sheet; }

void GangCanvas::repaintAll()
{
    layOutPort();
    stale_ = true;
    update();
}

void GangCanvas::setFormIndex(int index)
{
    const int forms = document_.plan().split() ? int(document_.plan().split()->forms.size()) : 0;
    const int kept = std::clamp(index, 0, std::max(0, forms - 1));
    if (kept == form_)
        return;
    form_ = kept;
    stroke_ = 0;
    setSlotInHand(-1);
    repaintAll();
    Q_EMIT formChanged();
    Q_EMIT strokeChanged();
}

void GangCanvas::setView(PaperView view)
{
    view_ = view;
    repaintAll();
}

void GangCanvas::setLabels(bool shown)
{
    labels_ = shown;
    repaintAll();
}

void GangCanvas::setKnife(bool shown)
{
    knife_ = shown;
    setSlotInHand(-1);
    port_.fit();
    repaintAll();
}

void GangCanvas::setStroke(int stroke)
{
    const int kept = std::clamp(stroke, 0, form() ? int(form()->layout->program.steps.size()) : 0);
    if (kept == stroke_)
        return;
    stroke_ = kept;
    repaintAll();
    Q_EMIT strokeChanged();
}

void GangCanvas::setSlotInHand(int slot)
{
    const int kept = form() && !knife_ ? std::clamp(slot, -1, int(form()->layout->front.size()) - 1) : -1;
    if (kept == slot_)
        return;
    slot_ = kept;
    update();
    Q_EMIT slotChanged();
}

void GangCanvas::setJobInHand(int job)
{
    inHand_ = job;
    update();
}

std::vector<std::pair<Face, QPointF>> GangCanvas::sidesShown() const
{
    if (!form() || form()->layout->back.empty())
        return {{Face::Outside, {0, 0}}};
    return {{Face::Outside, {0, 0}},
            {Face::Inside, secondSide(QSizeF(sheetSize().w.toMm(), sheetSize().h.toMm()),
                                      QSizeF(std::max(1, width() - 60), std::max(1, height() - 96)))}};
}

void GangCanvas::layOutPort()
{
    const QSizeF sheet(sheetSize().w.toMm(), sheetSize().h.toMm());
    QRectF all(QPointF(0, 0), sheet);
    if (knife_ && form())
        all = knifeTable(sheetSize());
    else
        for (const auto& [side, corner] : sidesShown())
            all |= QRectF(corner, sheet);
    port_.setGeometry(all, QRectF(rect()).adjusted(26, 44, -26, -24));
}

void GangCanvas::renderSheets()
{
    const double ratio = devicePixelRatioF();
    picture_ = QImage(size() * ratio, QImage::Format_ARGB32_Premultiplied);
    picture_.setDevicePixelRatio(ratio);
    picture_.fill(Qt::transparent);
    QPainter p(&picture_);
    p.setRenderHint(QPainter::Antialiasing);
    if (!form())
        paintNothing(p);
    else if (knife_)
        paintKnife(p);
    else
        paintSides(p);
    stale_ = false;
}

void GangCanvas::paintNothing(QPainter& p) const
{
    const QRectF sheet = port_.toPixels(QRectF(0, 0, sheetSize().w.toMm(), sheetSize().h.toMm()));
    paintPaperShadow(p, sheet, 5, 0.6, 9);
    p.fillRect(sheet, ZoneColours().paper);
    p.setPen(QColor(0x40, 0x48, 0x50));
    p.setFont(uiFont(type::body, QFont::DemiBold));
    p.drawText(sheet.adjusted(24, 24, -24, -24), int(Qt::AlignCenter) | int(Qt::TextWordWrap),
               document_.gang().members.empty()
                   ? tr("Add the jobs that share a press sheet,\nor drop their files here.")
               : document_.isSettled() ? tr("They do not go on this sheet.\nChoose a larger one on the right.")
                                       : tr("Laying them out…"));
}

void GangCanvas::paintSides(QPainter& p)
{
    const Theme& t = Theme::of(this);
    const QSizeF sheet(sheetSize().w.toMm(), sheetSize().h.toMm());
    const auto by = document_.painters();
    if (by.size() != document_.jobs().size())
        return; // jobs came or went; a new plan is on its way
    for (const auto& [side, corner] : sidesShown()) {
        const QRectF at = port_.toPixels(QRectF(corner, sheet));
        paintPaperShadow(p, at, 5, 0.6, 9);
        p.setPen(t.ink);
        p.setFont(uiFont(type::body, QFont::DemiBold));
        QString label = gangSideName(document_.planned(), side);
        if (side == Face::Inside)
            label = form()->layout->turnsAboutVertical ? tr("%1, turned left to right").arg(label)
                                                       : tr("%1, turned head to foot").arg(label);
        p.drawText(QRectF(at.left(), at.top() - 26, at.width(), 20), Qt::AlignCenter, label);
        p.save();
        p.translate(port_.toPixels(corner));
        p.scale(port_.scale(), port_.scale());
        SheetLook look;
        look.view = view_;
        look.labels = labels_;
        paintGangSide(p, by, document_.planned(), document_.plan(), document_.jobs(), form_, side, look, ZoneColours(),
                      1 / port_.scale());
        p.restore();
    }
}

void GangCanvas::paintKnife(QPainter& p)
{
    const Theme& t = Theme::of(this);
    const auto orders = gangCuttingOrders(document_.planned(), document_.plan(), document_.jobs());
    p.translate(port_.toPixels(QPointF(0, 0)));
    p.scale(port_.scale(), port_.scale());
    paintKnifeTable(p, *form()->layout, orders[std::size_t(form_)].slotNames, stroke_, document_.gang().unit,
                    {t.ink, t.ink2, t.accentTint, uiFont(type::body)}, 1 / port_.scale());
}

QRectF GangCanvas::slotOnWidget(Face side, int slot) const
{
    for (const auto& [shown, corner] : sidesShown())
        if (shown == side && form())
            return port_.toPixels(toMm(form()->layout->side(side)[std::size_t(slot)].trim).translated(corner));
    return {};
}

void GangCanvas::paintEvent(QPaintEvent*)
{
    if (stale_)
        renderSheets();
    QPainter p(this);
    p.drawImage(0, 0, picture_);
    const Theme& t = Theme::of(this);
    p.setRenderHint(QPainter::Antialiasing);
    if (form() && !knife_ && inHand_ >= 0) {
        p.setPen(QPen(t.accent, 1.5));
        QColor tint = t.accent;
        tint.setAlpha(26);
        p.setBrush(tint);
        for (const auto& [side, corner] : sidesShown()) {
            int number = 0;
            for (const SheetSlot& slot : form()->layout->side(side)) {
                if (!slot.left && document_.plan().pieces[std::size_t(slot.piece)].job == inHand_)
                    p.drawRect(slotOnWidget(side, number));
                ++number;
            }
        }
    }
    if (form() && !knife_ && slot_ >= 0) {
        p.setPen(QPen(t.accent, 3));
        p.setBrush(Qt::NoBrush);
        for (const auto& [side, corner] : sidesShown())
            p.drawRect(slotOnWidget(side, slot_).adjusted(1.5, 1.5, -1.5, -1.5));
    }
    paintFocus(p);
}

int GangCanvas::slotAt(QPointF pixels) const
{
    if (!form() || knife_)
        return -1;
    for (const auto& [side, corner] : sidesShown())
        for (int slot = 0; slot < int(form()->layout->front.size()); ++slot)
            if (slotOnWidget(side, slot).contains(pixels))
                return slot;
    return -1;
}

int GangCanvas::jobAt(QPointF pixels) const
{
    const int slot = slotAt(pixels);
    if (slot < 0 || form()->layout->front[std::size_t(slot)].left)
        return -1;
    return document_.plan().pieces[std::size_t(form()->layout->front[std::size_t(slot)].piece)].job;
}

void GangCanvas::contextMenuEvent(QContextMenuEvent* event)
{
    if (event->reason() == QContextMenuEvent::Mouse)
        setSlotInHand(slotAt(event->pos()));
    if (slot_ >= 0)
        Q_EMIT slotMenuWanted(event->reason() == QContextMenuEvent::Mouse
                                  ? event->globalPos()
                                  : mapToGlobal(slotOnWidget(Face::Outside, slot_).center().toPoint()));
}

void GangCanvas::mousePressEvent(QMouseEvent* event)
{
    dragStart_ = event->position();
    setSlotInHand(slotAt(event->position()));
    if (const int job = jobAt(event->position()); job >= 0)
        Q_EMIT jobClicked(job);
}

void GangCanvas::mouseMoveEvent(QMouseEvent* event)
{
    if (event->buttons() == Qt::NoButton) {
        Q_EMIT jobPointedAt(jobAt(event->position()));
        return;
    }
    panBy(event->position() - dragStart_);
    dragStart_ = event->position();
}

void GangCanvas::leaveEvent(QEvent* event)
{
    PaperCanvas::leaveEvent(event);
    Q_EMIT jobPointedAt(-1);
}

void GangCanvas::keyPressEvent(QKeyEvent* event)
{
    switch (event->key()) {
    case Qt::Key_N:
        if (form() && !knife_) {
            const int count = int(form()->layout->front.size());
            const bool back = event->modifiers().testFlag(Qt::ShiftModifier);
            setSlotInHand(back ? (slot_ <= 0 ? count - 1 : slot_ - 1) : (slot_ + 1) % count);
        }
        return;
    case Qt::Key_Return:
    case Qt::Key_Enter:
        if (slot_ >= 0)
            Q_EMIT slotMenuWanted(mapToGlobal(slotOnWidget(Face::Outside, slot_).center().toPoint()));
        return;
    case Qt::Key_PageDown: return setFormIndex(form_ + 1);
    case Qt::Key_PageUp: return setFormIndex(form_ - 1);
    case Qt::Key_Left: return knife_ ? setStroke(stroke_ - 1) : panBy({40, 0});
    case Qt::Key_Right: return knife_ ? setStroke(stroke_ + 1) : panBy({-40, 0});
    case Qt::Key_Up: return panBy({0, 40});
    case Qt::Key_Down: return panBy({0, -40});
    default: return QWidget::keyPressEvent(event);
    }
}

} // namespace hinge
