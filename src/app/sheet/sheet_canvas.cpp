// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sheet/sheet_canvas.h"

#include "app/canvas/two_sides.h"
#include "app/document/linked_files.h"
#include "app/document/record_view.h"
#include "app/look/slip.h"
#include "core/plan/sheet_words.h"
#include "paint/knife_painter.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

namespace hinge
{

SheetCanvas::SheetCanvas(Document& document, SheetState& state, FacePainter& painter, QWidget* parent)
    : PaperCanvas(parent), document_(document), state_(state), painter_(painter),
      layoutsOfCopies_(document.layouts().fonts(), Patience::DoesWithout), copies_(layoutsOfCopies_, document.files())
{
    setObjectName(QStringLiteral("sheetCanvas"));
    setAccessibleName(tr("Press sheet, front and back"));
    setMouseTracking(true);
    const auto stale = [this] {
        layOutPort();
        stale_ = true;
        update();
    };
    connect(&state_, &SheetState::changed, this, stale);
    connect(&state_, &SheetState::lightChanged, this, stale);
    connect(&state_, &SheetState::strokeChanged, this, stale);
    connect(&state_, &SheetState::spotChanged, this, qOverload<>(&QWidget::update));
    connect(&document_.files(), &LinkedFiles::picturesChanged, this, [this, stale] {
        faces_.forget();
        stale();
    });
    connect(&document_, &Document::replaced, this, [this] { port_.fit(); });
}

void SheetCanvas::setView(PaperView view)
{
    view_ = view;
    stale_ = true;
    update();
}

void SheetCanvas::setLabels(bool shown)
{
    labels_ = shown;
    stale_ = true;
    update();
}

Size SheetCanvas::sheetSize() const
{
    const PressForm* form = state_.form();
    return form ? form->layout->sheet : state_.run().piece.press.sheet;
}

std::vector<std::pair<Face, QPointF>> SheetCanvas::sidesShown() const
{
    const PressForm* form = state_.form();
    if (!form || state_.mode() != SheetMode::Sides || form->sides() == 1)
        return {{Face::Outside, {0, 0}}};
    const QPointF second = secondSide(QSizeF(sheetSize().w.toMm(), sheetSize().h.toMm()),
                                      QSizeF(std::max(1, width() - 60), std::max(1, height() - 96)));
    return {{Face::Outside, {0, 0}}, {Face::Inside, second}};
}

void SheetCanvas::layOutPort()
{
    const QSizeF sheet(sheetSize().w.toMm(), sheetSize().h.toMm());
    QRectF all(QPointF(0, 0), sheet);
    if (state_.mode() == SheetMode::Knife) {
        // The pile is turned on the table: it fits either way.
        all = knifeTable(sheetSize());
    } else {
        for (const auto& [side, corner] : sidesShown())
            all |= QRectF(corner, sheet);
    }
    port_.setGeometry(all, QRectF(rect()).adjusted(26, 44, -26, -24));
}

QString SheetCanvas::sideLabel(Face side) const
{
    const PressForm& form = *state_.form();
    const QString what = sideName(document_.job(), form, side);
    const bool plain = form.layout->isOneForm() ||
                       (form.component == Component::Flat && rulesOf(document_.job().kind).form == FlatForm::CutLeaf);
    const QString name = plain ? what : side == Face::Outside ? tr("front: %1").arg(what) : tr("back: %1").arg(what);
    if (side == Face::Outside)
        return name;
    return form.layout->turnsAboutVertical ? tr("%1, turned left to right").arg(name)
                                           : tr("%1, turned head to foot").arg(name);
}

void SheetCanvas::renderSheets()
{
    const double ratio = devicePixelRatioF();
    picture_ = QImage(size() * ratio, QImage::Format_ARGB32_Premultiplied);
    picture_.setDevicePixelRatio(ratio);
    picture_.fill(Qt::transparent);
    QPainter p(&picture_);
    p.setRenderHint(QPainter::Antialiasing);
    if (!state_.form())
        paintNothing(p);
    else if (state_.mode() == SheetMode::Sides)
        paintSides(p);
    else if (state_.mode() == SheetMode::LightTable)
        paintThrough(p);
    else
        paintKnife(p);
    stale_ = false;
}

void SheetCanvas::paintNothing(QPainter& p) const
{
    const Theme& t = Theme::of(this);
    const QRectF sheet = port_.toPixels(QRectF(0, 0, sheetSize().w.toMm(), sheetSize().h.toMm()));
    paintPaperShadow(p, sheet, 5, 0.6, 9);
    p.fillRect(sheet, ZoneColours().paper);
    p.setPen(QColor(0x40, 0x48, 0x50));
    p.setFont(uiFont(type::body, QFont::DemiBold));
    p.drawText(sheet.adjusted(24, 24, -24, -24), int(Qt::AlignCenter) | int(Qt::TextWordWrap),
               tr("It does not fit on this sheet.\nChoose another on the right."));
    p.setPen(t.ink);
}

SheetLook SheetCanvas::look(PaperView view, bool labels, bool paper)
{
    SheetLook look{view, labels, state_.sheet(), paper};
    if (state_.run().stacking) {
        look.raw = &document_.job();
        look.copies = &copies_;
        look.copyOf = [this](qint64 record) {
            return filledFor(document_.job(), document_.records().record(int(record)));
        };
    }
    return look;
}

void SheetCanvas::paintSides(QPainter& p)
{
    const Theme& t = Theme::of(this);
    const PressForm& form = *state_.form();
    const QSizeF sheet(sheetSize().w.toMm(), sheetSize().h.toMm());
    for (const auto& [side, corner] : sidesShown()) {
        const QRectF at = port_.toPixels(QRectF(corner, sheet));
        paintPaperShadow(p, at, 5, 0.6, 9);
        p.setPen(t.ink);
        p.setFont(uiFont(type::body, QFont::DemiBold));
        const QString label = sideLabel(side);
        const bool fits = p.fontMetrics().horizontalAdvance(label) <= at.width();
        p.drawText(QRectF(at.left(), at.top() - 26, at.width(), 20), Qt::AlignCenter,
                   fits ? label : label.section(u',', 0, 0));
        p.save();
        p.translate(port_.toPixels(corner));
        p.scale(port_.scale(), port_.scale());
        paintSheetSide(p, painter_, faces_, document_.onSheets(), document_.plan(), form, side,
                       look(view_, labels_, true), ZoneColours(), 1 / port_.scale());
        p.restore();
        if (view_ == PaperView::Working && form.layout->area(side).y > Length()) {
            p.setFont(uiFont(type::note));
            p.setPen(QColor(0x40, 0x48, 0x50));
            // It lies where the printable area of the side begins.
            const double strip = std::max(14.0, form.layout->area(side).y.toMm() * port_.scale());
            p.drawText(QRectF(at.left(), at.top(), at.width(), strip), Qt::AlignCenter, tr("gripper"));
        }
    }
}

QString SheetCanvas::throughLabel() const
{
    const PressForm& form = *state_.form();
    const PressForm* nested = state_.nestedThrough();
    if (!nested)
        return form.sides() == 1 ? tr("front alone: nothing is on the back") : tr("front, the back shining through");
    const PieceParts parts = document_.plan().partsOf(document_.job());
    return tr("%1, %2 shining through: %3 of creep between them")
        .arg(formName(document_.job(), document_.plan(), form), formName(document_.job(), document_.plan(), *nested),
             formatLength(creepBetween(parts, form, *nested), document_.job().unit));
}

/// The back as it is seen through the paper: turned over with the sheet.
void SheetCanvas::paintThrough(QPainter& p)
{
    const Theme& t = Theme::of(this);
    const PressForm& form = *state_.form();
    const QSizeF sheet(sheetSize().w.toMm(), sheetSize().h.toMm());
    const QRectF at = port_.toPixels(QRectF(QPointF(0, 0), sheet));
    paintPaperShadow(p, at, 5, 0.6, 9);
    p.setPen(t.ink);
    p.setFont(uiFont(type::body, QFont::DemiBold));
    p.drawText(QRectF(at.left(), at.top() - 26, at.width(), 20), Qt::AlignCenter, throughLabel());
    const PressForm* nested = state_.nestedThrough();
    const auto render = [&](Face side, bool paper) {
        const PressForm& shown = side == Face::Inside && nested ? *nested : form;
        QImage image(picture_.size(), QImage::Format_ARGB32_Premultiplied);
        image.setDevicePixelRatio(picture_.devicePixelRatio());
        image.fill(Qt::transparent);
        QPainter q(&image);
        q.translate(at.topLeft());
        q.scale(port_.scale(), port_.scale());
        if (side == Face::Inside && !nested) {
            if (form.layout->turnsAboutVertical)
                q.setTransform(QTransform(-1, 0, 0, 1, sheet.width(), 0), true);
            else
                q.setTransform(QTransform(1, 0, 0, -1, 0, sheet.height()), true);
        }
        paintSheetSide(
            q, painter_, faces_, document_.onSheets(), document_.plan(), shown, nested ? Face::Outside : side,
            look(view_ == PaperView::Working ? PaperView::Printed : view_, labels_ && side == Face::Outside, paper),
            ZoneColours(), 1 / port_.scale());
        return image;
    };
    const double light = form.sides() == 1 && !nested ? 0 : state_.light() / 100.0;
    p.fillRect(at, ZoneColours().paper);
    p.setOpacity(1 - light * 0.5);
    p.drawImage(0, 0, render(Face::Outside, false));
    if (light > 0) {
        p.setCompositionMode(QPainter::CompositionMode_Multiply);
        p.setOpacity(light);
        p.drawImage(0, 0, render(Face::Inside, false));
    }
    p.setOpacity(1);
    p.setCompositionMode(QPainter::CompositionMode_SourceOver);
}

void SheetCanvas::paintKnife(QPainter& p)
{
    const Theme& t = Theme::of(this);
    p.save();
    p.translate(port_.toPixels(QPointF(0, 0)));
    p.scale(port_.scale(), port_.scale());
    const PressForm& form = *state_.form();
    QStringList names;
    for (int slot = 0; slot < int(form.layout->front.size()); ++slot)
        names << slotNumber(document_.job(), document_.plan(), form, slot);
    paintKnifeTable(p, *form.layout, names, state_.stroke(), document_.job().unit,
                    {t.ink, t.ink2, t.accentTint, uiFont(type::body)}, 1 / port_.scale());
    p.restore();
}

QRectF SheetCanvas::slotOnWidget(Face side, int slot) const
{
    const PressForm* form = state_.form();
    for (const auto& [shown, corner] : sidesShown())
        if (shown == side && form)
            return port_.toPixels(toMm(form->layout->side(side)[std::size_t(slot)].trim).translated(corner));
    return {};
}

std::vector<QRectF> SheetCanvas::markSpots() const
{
    const PressForm* form = state_.form();
    if (!form || state_.mode() == SheetMode::Knife)
        return {};
    constexpr double near = 9; // millimetres about a mark
    std::vector<QRectF> spots;
    for (const auto& [side, corner] : sidesShown()) {
        const MarksOnSide marks = marksOn(document_.plan().partsOf(document_.job()), *form, side);
        std::vector<QPointF> middles;
        for (const Rect& target : marks.targets)
            middles.push_back(toMm(target).center());
        for (const MarkLine& line : marks.lines)
            middles.emplace_back((line.from.x + line.to.x).toMm() / 2, (line.from.y + line.to.y).toMm() / 2);
        std::ranges::sort(middles, {}, [](QPointF p) { return std::pair(std::floor(p.y() / 10), p.x()); });
        for (const QPointF& middle : middles) {
            const QPointF at = middle + corner;
            if (std::ranges::none_of(spots, [&](const QRectF& spot) { return spot.contains(at); }))
                spots.emplace_back(at - QPointF(near, near), QSizeF(2 * near, 2 * near));
        }
    }
    return spots;
}

void SheetCanvas::zoomToMark(int by)
{
    const std::vector<QRectF> spots = markSpots();
    if (spots.empty())
        return;
    const int count = int(spots.size());
    mark_ = mark_ < 0 || mark_ >= count ? (by > 0 ? 0 : count - 1) : (mark_ + by + count) % count;
    zoomTo(spots[std::size_t(mark_)]);
    Q_EMIT markShown(mark_ + 1, count);
}

void SheetCanvas::paintSpot(QPainter& p) const
{
    const PressForm* form = state_.form();
    if (!state_.spot() || !form || state_.mode() == SheetMode::Knife)
        return;
    const Theme& t = Theme::of(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.setBrush(Qt::NoBrush);
    for (const auto& [side, corner] : sidesShown()) {
        const auto& slots = form->layout->side(side);
        if (state_.spot()->slot >= int(slots.size()))
            continue;
        const bool here = side == state_.spot()->side;
        // The slot, and what is behind it on the other side, less strongly.
        p.setPen(QPen(t.accent, here ? 2.5 : 2, here ? Qt::SolidLine : Qt::DashLine));
        p.drawRect(slotOnWidget(side, state_.spot()->slot));
        if (here && state_.spot()->place && form->layout->front.size() > 0) {
            QColor tint = t.accent;
            tint.setAlpha(26);
            p.fillRect(port_.toPixels(toMm(state_.spot()->place->trim).translated(corner)), tint);
        }
    }
}

void SheetCanvas::paintEvent(QPaintEvent*)
{
    if (stale_)
        renderSheets();
    QPainter p(this);
    p.drawImage(0, 0, picture_);
    paintSpot(p);
    paintFocus(p);
}

std::optional<SheetSpot> SheetCanvas::spotAt(QPointF pixels) const
{
    const PressForm* form = state_.form();
    if (!form || state_.mode() == SheetMode::Knife)
        return std::nullopt;
    const QPointF mm = port_.toMm(pixels);
    for (const auto& [side, corner] : sidesShown()) {
        const QPointF at = mm - corner;
        const auto& slots = form->layout->side(side);
        for (std::size_t i = 0; i < slots.size(); ++i) {
            if (!toMm(slots[i].trim).contains(at))
                continue;
            SheetSpot spot{side, int(i), std::nullopt};
            for (const PlacedSurface& place : placedOn(document_.plan().partsOf(document_.job()), *form, side))
                if (place.slot == int(i) && toMm(place.trim).contains(at))
                    spot.place = place;
            return spot;
        }
    }
    return std::nullopt;
}

void SheetCanvas::mousePressEvent(QMouseEvent* event)
{
    dragStart_ = event->position();
    dragged_ = false;
}

void SheetCanvas::mouseMoveEvent(QMouseEvent* event)
{
    if (event->buttons() == Qt::NoButton) {
        state_.pointAt(spotAt(event->position()));
        return;
    }
    panBy(event->position() - dragStart_);
    dragStart_ = event->position();
    dragged_ = true;
}

void SheetCanvas::mouseDoubleClickEvent(QMouseEvent* event)
{
    if (const auto spot = spotAt(event->position());
        spot && spot->place && spot->place->surface != SurfaceId::ofPage(0))
        Q_EMIT openRequested(spot->place->surface);
}

void SheetCanvas::leaveEvent(QEvent* event)
{
    PaperCanvas::leaveEvent(event);
    if (!hasFocus())
        state_.pointAt(std::nullopt);
}

void SheetCanvas::nextSlot(int by)
{
    const PressForm* form = state_.form();
    if (!form || form->layout->front.empty() || state_.mode() == SheetMode::Knife)
        return;
    // Every page and face of the front, then those of the back.
    std::vector<SheetSpot> all;
    for (const auto& [side, corner] : sidesShown())
        for (const PlacedSurface& place : placedOn(document_.plan().partsOf(document_.job()), *form, side))
            all.push_back({side, place.slot, place});
    if (all.empty())
        return;
    const auto here = state_.spot() ? std::ranges::find(all, *state_.spot()) : all.end();
    const int count = int(all.size());
    const int at = here == all.end() ? (by > 0 ? 0 : count - 1) : (int(here - all.begin()) + by + count) % count;
    state_.pointAt(all[std::size_t(at)]);
}

void SheetCanvas::keyPressEvent(QKeyEvent* event)
{
    const bool knife = state_.mode() == SheetMode::Knife;
    QPointF by;
    switch (event->key()) {
    case Qt::Key_Left:
        if (knife)
            return state_.setStroke(state_.stroke() - 1);
        by = {40, 0};
        break;
    case Qt::Key_Right:
        if (knife)
            return state_.setStroke(state_.stroke() + 1);
        by = {-40, 0};
        break;
    case Qt::Key_Up: by = {0, 40}; break;
    case Qt::Key_Down: by = {0, -40}; break;
    case Qt::Key_PageDown: return state_.setFormIndex(state_.formIndex() + 1);
    case Qt::Key_PageUp: return state_.setFormIndex(state_.formIndex() - 1);
    case Qt::Key_M: return zoomToMark(event->modifiers() & Qt::ShiftModifier ? -1 : 1);
    case Qt::Key_N: return nextSlot(event->modifiers() & Qt::ShiftModifier ? -1 : 1);
    case Qt::Key_Return:
    case Qt::Key_Enter:
        if (state_.spot() && state_.spot()->place && state_.spot()->place->surface != SurfaceId::ofPage(0))
            Q_EMIT openRequested(state_.spot()->place->surface);
        return;
    default: return QWidget::keyPressEvent(event);
    }
    panBy(by);
}

} // namespace hinge
