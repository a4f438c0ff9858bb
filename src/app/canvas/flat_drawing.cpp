// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/canvas/flat_drawing.h"

#include "app/document/linked_files.h"
#include "app/fields/fields.h"
#include "app/fields/margin_fields.h"
#include "app/look/plain_text.h"
#include "app/look/theme.h"
#include "paint/piece_painter.h"

#include <QFrame>
#include <QLabel>
#include <QMouseEvent>
#include <QPainter>
#include <QVBoxLayout>
#include <algorithm>

namespace hinge
{

FlatDrawing::FlatDrawing(Document& document, QWidget* parent) : QWidget(parent), document_(document)
{
    setObjectName(QStringLiteral("flatDrawing"));
    setAccessibleName(tr("Dimensioned drawing of the flat"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    connect(&document_, &Document::changed, this, [this] {
        // What was picked may be gone.
        const auto places = diagram().places();
        if (picked_ && std::ranges::find(places, *picked_) == places.end())
            picked_.reset();
        update();
    });
}

void FlatDrawing::show(Shown shown)
{
    shown_ = shown;
    picked_.reset();
    update();
}

FlatDiagram FlatDrawing::diagram() const
{
    const Plan& plan = document_.plan();
    const auto faces = facesOf(plan, document_.job().kind);
    std::vector<DiagramSubject> subjects;
    switch (shown_) {
    case Shown::BothFaces: subjects = faces; break;
    case Shown::Outside: subjects = {faces[0]}; break;
    case Shown::Inside: subjects = {faces[1]}; break;
    case Shown::TextPages: subjects = plan.textPages ? textPagesOf(plan) : faces; break;
    }
    return {QRectF(rect()), std::move(subjects), document_.job().unit};
}

void FlatDrawing::paintEvent(QPaintEvent*)
{
    const Theme& t = Theme::of(this);
    QPainter p(this);
    const DiagramStyle style{{t.ink2, t.ink, uiFont(type::label, QFont::DemiBold)},
                             t.accent,
                             uiFont(type::body, QFont::DemiBold),
                             uiFont(type::note)};
    const FlatDiagram drawing = diagram();
    drawing.paint(p, style);
    if (picked_ && shown_ != Shown::TextPages) {
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(t.accent, hasFocus() ? 2 : 1));
        p.drawRoundedRect(drawing.panelArea(*picked_).adjusted(2.5, 2.5, -2.5, -2.5), 3, 3);
    }
}

void FlatDrawing::setPicked(std::optional<FlatDiagram::PanelRef> place)
{
    if (place == picked_)
        return;
    picked_ = place;
    const bool opens = place && shown_ != Shown::TextPages;
    setCursor(opens ? Qt::PointingHandCursor : Qt::ArrowCursor);
    setToolTip(opens ? tr("The %1: click for its margins").arg(diagram().panel(*place).roleName) : QString());
    update();
}

void FlatDrawing::mouseMoveEvent(QMouseEvent* event) { setPicked(diagram().panelAt(event->position())); }

void FlatDrawing::leaveEvent(QEvent*)
{
    if (!hasFocus())
        setPicked({});
}

void FlatDrawing::mousePressEvent(QMouseEvent* event)
{
    const auto place = diagram().panelAt(event->position());
    setPicked(place);
    if (place && event->button() == Qt::LeftButton)
        openMargins(*place);
}

void FlatDrawing::keyPressEvent(QKeyEvent* event)
{
    const auto places = diagram().places();
    const auto at = picked_ ? std::ranges::find(places, *picked_) - places.begin() : 0;
    const auto last = std::ptrdiff_t(places.size()) - 1;
    switch (event->key()) {
    case Qt::Key_Left: setPicked(places[std::size_t(std::max<std::ptrdiff_t>(0, at - 1))]); return;
    case Qt::Key_Right: setPicked(places[std::size_t(std::min(last, at + 1))]); return;
    case Qt::Key_Return:
    case Qt::Key_Enter:
    case Qt::Key_Space:
        if (picked_)
            openMargins(*picked_);
        return;
    default: QWidget::keyPressEvent(event);
    }
}

void FlatDrawing::focusInEvent(QFocusEvent* event)
{
    if (event->reason() == Qt::TabFocusReason || event->reason() == Qt::BacktabFocusReason)
        setPicked(diagram().places().front());
    update();
}

void FlatDrawing::focusOutEvent(QFocusEvent* event)
{
    if (event->reason() != Qt::PopupFocusReason)
        setPicked({});
    update();
}

void FlatDrawing::openMargins(FlatDiagram::PanelRef place)
{
    if (shown_ == Shown::TextPages)
        return;
    const FlatDiagram drawing = diagram();
    const Panel& panel = drawing.panel(place);
    auto* card = new QFrame(this);
    card->setWindowFlags(Qt::Popup | Qt::FramelessWindowHint);
    card->setAttribute(Qt::WA_DeleteOnClose);
    card->setProperty("role", QStringLiteral("card"));
    card->setObjectName(QStringLiteral("brief.margins"));
    card->setAccessibleName(tr("Margins of the %1").arg(panel.roleName));
    auto* column = new QVBoxLayout(card);
    column->setContentsMargins(16, 14, 16, 16);
    column->setSpacing(8);
    auto* title = plainLabel(tr("Margins of the %1").arg(panel.roleName));
    title->setProperty("role", QStringLiteral("title"));
    column->addWidget(title);
    auto* fields = new MarginFields(document_, panel.face, panel.position, QStringLiteral("brief"));
    fields->setFixedWidth(290);
    column->addWidget(fields);
    auto* note = plainLabel(tr("Live matter keeps this far from each edge. Empty a field to follow the zones again."));
    note->setProperty("role", QStringLiteral("note"));
    note->setWordWrap(true);
    note->setFixedWidth(290);
    column->addWidget(note);
    column->setSizeConstraint(QLayout::SetFixedSize);
    card->adjustSize();
    const QPointF at = drawing.panelArea(place).center();
    QPoint corner = mapToGlobal(at.toPoint()) - QPoint(card->width() / 2, card->height() / 2);
    // Within the window, so that nothing of it is cut off.
    const QRect whole(window()->mapToGlobal(QPoint(0, 0)), window()->size());
    corner.setX(
        std::clamp(corner.x(), whole.left() + 8, std::max(whole.left() + 8, whole.right() - card->width() - 8)));
    corner.setY(
        std::clamp(corner.y(), whole.top() + 8, std::max(whole.top() + 8, whole.bottom() - card->height() - 8)));
    card->move(corner);
    card->show();
    if (auto* first = fields->findChild<JobField*>())
        first->setFocus(Qt::PopupFocusReason);
}

StandingPiece::StandingPiece(Document& document, FacePainter& painter, QWidget* parent)
    : QWidget(parent), document_(document), painter_(painter)
{
    setObjectName(QStringLiteral("standingPiece"));
    setAccessibleName(tr("The piece, half open"));
    // It may lag behind a little: whoever types looks at the sentence.
    lag_.setSingleShot(true);
    lag_.setInterval(120);
    connect(&lag_, &QTimer::timeout, this, qOverload<>(&QWidget::update));
    connect(&document_, &Document::changed, this, [this] {
        if (!lag_.isActive())
            lag_.start();
    });
    connect(&document_.files(), &LinkedFiles::picturesChanged, this, [this] {
        stale_ = true;
        update();
    });
}

void StandingPiece::setOpenness(double openness)
{
    openness_ = openness;
    update();
}

void StandingPiece::paintEvent(QPaintEvent*)
{
    const Job& job = document_.shown();
    if (printed_.update(job, document_.plan(), painter_.layouts()).any())
        stale_ = true;
    if (stale_) {
        const Size flat = document_.plan().paper.flat;
        const double scale = std::min(4.0, 720 * devicePixelRatioF() / document_.plan().paper.flat.w.toMm());
        for (const Face face : bothFaces) {
            QImage image(int(flat.w.toMm() * scale), int(flat.h.toMm() * scale), QImage::Format_RGB32);
            image.fill(ZoneColours().paper);
            QPainter p(&image);
            p.setRenderHint(QPainter::Antialiasing);
            p.scale(scale, scale);
            painter_.paintContent(p, job, document_.plan(), face, true);
            tintPaper(p, toMm(trimOf(document_.plan().paper)), job.stock);
            p.end();
            faces_[std::size_t(face)] = image;
        }
        stale_ = false;
    }
    QPainter p(this);
    paintStandingPiece(p, QRectF(rect()).adjusted(8, 4, -8, -4), job, document_.plan(), openness_, faces_,
                       QColor(0x20, 0x26, 0x2D, 160));
}

} // namespace hinge
