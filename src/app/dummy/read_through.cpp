// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/dummy/read_through.h"

#include "app/look/plain_text.h"
#include "app/look/theme.h"
#include "paint/dummy_words.h"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QPainter>
#include <QToolButton>
#include <QVBoxLayout>
#include <cmath>

namespace hinge
{

ReadThrough::ReadThrough(Document& document, SurfacePictures& pictures, QWidget* window)
    : QWidget(window), document_(document)
{
    setObjectName(QStringLiteral("readThrough"));
    setAccessibleName(tr("Read through"));
    setAttribute(Qt::WA_DeleteOnClose);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    canvas_ = new DummyCanvas(document, pictures, DummyCanvas::Shows::Reading);
    column->addWidget(canvas_, 1);
    auto* row = new QHBoxLayout;
    row->setContentsMargins(20, 6, 20, 12);
    row->setSpacing(8);
    const auto button = [&](const QString& icon, const QString& tip, const QString& name, auto what) {
        auto* b = new QToolButton;
        b->setObjectName(name);
        b->setAccessibleName(tip);
        b->setToolTip(tip);
        b->setIcon(themedIcon(icon, Theme::of(window).ink));
        b->setFocusPolicy(Qt::NoFocus); // keys are for the piece
        connect(b, &QToolButton::clicked, this, what);
        row->addWidget(b);
        return b;
    };
    button(QStringLiteral("chevron-left"), tr("Back"), QStringLiteral("read.back"), [this] { canvas_->step(-1); });
    button(QStringLiteral("chevron-right"), tr("On"), QStringLiteral("read.on"), [this] { canvas_->step(1); });
    run_ = button(QStringLiteral("play"), tr("Let it run by itself"), QStringLiteral("read.run"),
                  [this] { canvas_->isPlaying() ? canvas_->stop() : canvas_->play(); });
    row->addSpacing(8);
    place_ = plainLabel();
    place_->setObjectName(QStringLiteral("read.place"));
    place_->setProperty("role", QStringLiteral("note"));
    row->addWidget(place_);
    told_ = plainLabel();
    told_->setObjectName(QStringLiteral("read.told"));
    told_->setProperty("role", QStringLiteral("title"));
    row->addWidget(told_, 1);
    auto* keys = plainLabel(tr("arrows, wheel or click: on and back   ·   space: by itself   ·   Esc: end"));
    keys->setProperty("role", QStringLiteral("note"));
    row->addWidget(keys);
    button(QStringLiteral("x"), tr("End"), QStringLiteral("read.end"), [this] { close(); });
    column->addLayout(row);
    connect(canvas_, &DummyCanvas::momentChanged, this, &ReadThrough::refresh);
    connect(canvas_, &DummyCanvas::playingChanged, this, &ReadThrough::refresh);
    window->installEventFilter(this);
    setFocusProxy(canvas_);
}

void ReadThrough::begin()
{
    setGeometry(parentWidget()->rect());
    show();
    raise();
    canvas_->setMoment(0);
    canvas_->setFocus(Qt::OtherFocusReason);
    refresh();
}

void ReadThrough::refresh()
{
    const auto& stops = canvas_->dummy().readingStops();
    const auto at = std::size_t(std::clamp(canvas_->target(), 0, int(stops.size()) - 1));
    place_->setText(tr("%1 of %2").arg(at + 1).arg(stops.size()));
    told_->setText(asSentence(seenNames(document_.plan(), stops[at].seen)));
    run_->setIcon(
        themedIcon(canvas_->isPlaying() ? QStringLiteral("pause") : QStringLiteral("play"), Theme::of(this).ink));
}

void ReadThrough::paintEvent(QPaintEvent*) { QPainter(this).fillRect(rect(), Theme::of(this).desk); }

void ReadThrough::keyPressEvent(QKeyEvent* event)
{
    switch (event->key()) {
    case Qt::Key_Escape: close(); return;
    case Qt::Key_PageDown: return canvas_->step(1);
    case Qt::Key_PageUp: return canvas_->step(-1);
    default: break;
    }
    event->accept(); // nothing goes to what lies beneath
}

bool ReadThrough::eventFilter(QObject* watched, QEvent* event)
{
    if (watched == parentWidget() && event->type() == QEvent::Resize)
        setGeometry(parentWidget()->rect());
    return QWidget::eventFilter(watched, event);
}

} // namespace hinge
