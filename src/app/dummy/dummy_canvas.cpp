// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/dummy/dummy_canvas.h"

#include "app/look/theme.h"
#include "paint/dummy_words.h"

#include <QElapsedTimer>
#include <QKeyEvent>
#include <QPainter>
#include <QPainterPath>
#include <QWheelEvent>
#include <algorithm>
#include <cmath>

namespace hinge
{
namespace
{

constexpr int stepTime = 900;  ///< milliseconds for a fold or a leaf
constexpr int playTime = 2200; ///< the same for the automatic run, with the time to look at it
constexpr int restTime = 140;
constexpr int lagTime = 60;
constexpr double paintTime = 13;  ///< what painting may take of the 16.7 ms of a frame
constexpr double dragTurns = 0.4; ///< degrees a pixel
constexpr double keyTurns = 9;
constexpr double atRest = 1e-3;

/// A little from the foot and from the left, so that it is seen to lie on a table.
constexpr DummyEye fromAbove{-5, 34, 1};
constexpr DummyEye fromFront{0, 0, 1};
constexpr DummyEye fromEdge{-28, 68, 1};
constexpr DummyEye fromBehind{180, 0, 1};

double mixed(double a, double b, double t) { return a + (b - a) * t; }
Point3 mixed(Point3 a, Point3 b, double t) { return a + (b - a) * t; }
} // namespace

DummyCanvas::DummyCanvas(Document& document, SurfacePictures& pictures, Shows shows, QWidget* parent)
    : QWidget(parent), document_(document), pictures_(pictures), shows_(shows)
{
    setObjectName(shows == Shows::Making ? QStringLiteral("dummyCanvas") : QStringLiteral("readCanvas"));
    setAccessibleName(tr("The piece, folded"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    eye_ = shows == Shows::Making ? fromAbove : fromFront;
    rest_.setSingleShot(true);
    rest_.setInterval(restTime);
    connect(&rest_, &QTimer::timeout, this, [this] {
        moving_ = false;
        makeStale();
        QTimer::singleShot(0, this, &DummyCanvas::lookAhead);
    });
    connect(&glide_, &QVariantAnimation::valueChanged, this, [this](const QVariant& value) {
        moment_ = value.toDouble();
        stir();
        Q_EMIT momentChanged();
    });
    connect(&glide_, &QVariantAnimation::finished, this, [this] {
        moment_ = target_;
        Q_EMIT momentChanged();
        if (playing_ && target_ < lastMoment())
            return start(target_ + 1, playTime, QEasingCurve::InOutSine);
        if (playing_)
            stop();
    });
    turn_.setDuration(420);
    turn_.setStartValue(0.0);
    turn_.setEndValue(1.0);
    turn_.setEasingCurve(QEasingCurve::InOutCubic);
    connect(&turn_, &QVariantAnimation::valueChanged, this, [this](const QVariant& value) {
        const double t = value.toDouble();
        eye_ = {mixed(turnFrom_.aside, turnTo_.aside, t), mixed(turnFrom_.below, turnTo_.below, t),
                mixed(turnFrom_.nearer, turnTo_.nearer, t)};
        stir();
    });
    connect(&document_, &Document::changed, this, &DummyCanvas::refresh);
    connect(&document_, &Document::replaced, this, [this] { settled_ = false; });
    lag_.setSingleShot(true);
    lag_.setInterval(lagTime);
    connect(&lag_, &QTimer::timeout, this, &DummyCanvas::makeStale);
    connect(&pictures_, &SurfacePictures::changed, this, &DummyCanvas::makeStaleSoon);
    refresh();
}

DummyCanvas::~DummyCanvas() = default;

int DummyCanvas::lastMoment() const
{
    return shows_ == Shows::Making ? int(dummy_->steps().size()) : int(dummy_->readingStops().size()) - 1;
}

void DummyCanvas::refresh()
{
    if (!isVisible() && dummy_) {
        stale_ = true;
        picture_.reset();
        frames_.clear(); // worked out when it is next shown
        return;
    }
    dummy_ = std::make_unique<Dummy>(document_.job(), document_.plan());
    frames_.clear();
    for (int i = 0; i <= lastMoment(); ++i)
        frames_.push_back(dummy_->isBound() && i > 2 && i + 2 < lastMoment() ? frames_[2] : frameOf(i));
    if (!settled_) {
        glide_.stop();
        playing_ = false;
        pinned_.reset();
        pointed_.reset();
        // At first half-way through: a fold shows itself best while it is made, a book in its middle.
        if (shows_ == Shows::Making)
            moment_ = dummy_->isBound() ? lastMoment() / 2
                      : dummy_->steps().empty() || dummy_->steps().front().work == DummyWork::TearOff
                          ? 0
                          : std::max(0.0, lastMoment() - 0.62);
        settled_ = isVisible();
    }
    moment_ = std::clamp(moment_, 0.0, double(lastMoment()));
    makeStaleSoon();
    Q_EMIT momentChanged();
    Q_EMIT spotChanged();
}

void DummyCanvas::showEvent(QShowEvent* event)
{
    QWidget::showEvent(event);
    if (frames_.empty() || !settled_)
        refresh();
}

void DummyCanvas::makeStale()
{
    stale_ = true;
    picture_.reset();
    update();
}

void DummyCanvas::makeStaleSoon()
{
    if (!lag_.isActive())
        lag_.start();
}

void DummyCanvas::stir()
{
    moving_ = true;
    rest_.start();
    makeStale();
}

void DummyCanvas::lookAhead()
{
    if (moving_ || !isVisible() || !dummy_->isBound())
        return;
    const int here = target();
    for (const int near : {here + 1, here - 1}) {
        if (near < 0 || near > lastMoment())
            continue;
        for (const ReadingStop::Seen& seen : dummy_->readingStops()[std::size_t(near)].seen)
            if (seen.surface && !pictures_.has(*seen.surface)) {
                (void)pictures_.imageOf(*seen.surface, fineness_, false);
                // One at a time: nothing waits for it.
                QTimer::singleShot(0, this, &DummyCanvas::lookAhead);
                return;
            }
    }
}

void DummyCanvas::setMoment(double moment)
{
    glide_.stop();
    moment_ = std::clamp(moment, 0.0, double(lastMoment()));
    settled_ = true;
    stir();
    Q_EMIT momentChanged();
}

void DummyCanvas::start(int target, int milliseconds, QEasingCurve::Type curve)
{
    glide_.stop();
    target_ = std::clamp(target, 0, lastMoment());
    settled_ = true;
    const double way = std::abs(target_ - moment_);
    if (way < atRest)
        return;
    glide_.setStartValue(moment_);
    glide_.setEndValue(double(target_));
    // Several steps in a row go quicker each, but the way is still seen.
    glide_.setDuration(int(milliseconds * (way <= 1 ? std::max(0.35, way) : std::min(3.0, std::sqrt(way)))));
    glide_.setEasingCurve(curve);
    glide_.start();
    Q_EMIT momentChanged();
}

void DummyCanvas::glideTo(int moment)
{
    stop();
    start(moment, stepTime, QEasingCurve::InOutCubic);
}

int DummyCanvas::target() const { return gliding() ? target_ : int(std::ceil(moment_ - atRest)); }

void DummyCanvas::step(int by)
{
    // A step that is half done is finished, or taken back, first.
    const int from = gliding() ? target_ : by > 0 ? int(std::floor(moment_ + atRest)) : target();
    glideTo(from + by);
}

void DummyCanvas::play()
{
    playing_ = true;
    Q_EMIT playingChanged();
    if (moment_ > lastMoment() - atRest)
        moment_ = 0;
    start(int(std::floor(moment_ + atRest)) + 1, playTime, QEasingCurve::InOutSine);
}

void DummyCanvas::stop()
{
    if (!playing_)
        return;
    playing_ = false;
    glide_.stop();
    Q_EMIT playingChanged();
}

void DummyCanvas::lookFrom(const DummyEye& eye)
{
    turnFrom_ = eye_;
    turnTo_ = eye;
    // The short way round.
    turnFrom_.aside = std::remainder(turnFrom_.aside - eye.aside, 360.0) + eye.aside;
    turn_.stop();
    turn_.start();
}

void DummyCanvas::lookFrom(DummyAspect aspect)
{
    const std::array eyes{fromAbove, fromFront, fromEdge, fromBehind};
    DummyEye eye = eyes[std::size_t(aspect)];
    eye.nearer = eye_.nearer;
    lookFrom(eye);
}

void DummyCanvas::turnOver()
{
    DummyEye eye = turn_.state() == QAbstractAnimation::Running ? turnTo_ : eye_;
    eye.aside = std::remainder(eye.aside + 180, 360.0);
    lookFrom(eye);
}

void DummyCanvas::zoomBy(double factor)
{
    eye_.nearer = std::clamp(eye_.nearer * factor, 0.3, 8.0);
    stir();
}

Facets DummyCanvas::facetsAt(double moment) const
{
    if (shows_ == Shows::Making)
        return dummy_->facetsAt(moment);
    const auto& stops = dummy_->readingStops();
    const auto at = std::size_t(std::clamp(int(std::floor(moment)), 0, int(stops.size()) - 1));
    const auto next = std::min(at + 1, stops.size() - 1);
    return dummy_->facetsRead(mixed(stops[at].opened, stops[next].opened, moment - std::floor(moment)));
}

DummyEye DummyCanvas::eyeAt(double moment) const
{
    if (shows_ == Shows::Making)
        return eye_;
    // A reader turns the piece over where it is looked at from behind.
    const auto& stops = dummy_->readingStops();
    const auto at = std::size_t(std::clamp(int(std::floor(moment)), 0, int(stops.size()) - 1));
    const auto next = std::min(at + 1, stops.size() - 1);
    DummyEye eye = eye_;
    eye.aside += 180 * mixed(stops[at].fromBehind, stops[next].fromBehind, eased(moment - std::floor(moment)));
    return eye;
}

Extent3 DummyCanvas::frameOf(int moment) const
{
    Extent3 frame = extentOf(facetsAt(moment));
    // Room for what rises on the way there and from there.
    double rise = 0;
    for (const double between : {moment - 0.5, moment + 0.5})
        if (between > 0 && between < lastMoment())
            rise = std::max(rise, extentOf(facetsAt(between)).high.z - frame.low.z);
    frame.low.y -= rise * 0.42;
    frame.high.y += rise * 0.12;
    return frame;
}

Extent3 DummyCanvas::frameAt(double moment) const
{
    const auto at = std::size_t(std::clamp(int(std::floor(moment)), 0, int(frames_.size()) - 1));
    const auto next = std::min(at + 1, frames_.size() - 1);
    const double t = eased(moment - std::floor(moment));
    return {mixed(frames_[at].low, frames_[next].low, t), mixed(frames_[at].high, frames_[next].high, t)};
}

std::unique_ptr<DummyPicture> DummyCanvas::pictureOf(double moment, const QRectF& target, double pixels, bool hurry)
{
    const DummyView view(eyeAt(moment), frameAt(moment), target);
    fineness_ = view.scale() * pixels;
    DummyColours colours = pictures_.colours();
    colours.lineWidth = 0.8 / pixels * std::max(1.0, pixels);
    const auto images = [&](const SurfaceId& surface) {
        return pictures_.imageOf(surface, view.scale() * pixels, hurry);
    };
    return std::make_unique<DummyPicture>(facetsAt(moment), view, images, colours);
}

QImage DummyCanvas::picture(QSize size, bool onDesk, double moment)
{
    QImage image(size, QImage::Format_ARGB32_Premultiplied);
    image.fill(onDesk ? Theme::of(this).desk : QColor(Qt::transparent));
    const double pad = std::min(size.width(), size.height()) * 0.11;
    const auto shown = pictureOf(moment, QRectF(QPointF(0, 0), QSizeF(size)).adjusted(pad, pad, -pad, -pad), 1, false);
    QPainter p(&image);
    shown->paintShadow(p, onDesk ? 0.34 : 0.22);
    shown->paint(p);
    return image;
}

void DummyCanvas::whenReady(QSize size, bool onDesk, double moment, std::function<void(const QImage&)> then, int tries)
{
    constexpr int wait = 30; ///< milliseconds
    constexpr int mostTries = 300;
    const QImage image = picture(size, onDesk, moment);
    if (pictures_.isIdle() || tries >= mostTries)
        return then(image);
    QTimer::singleShot(wait, this,
                       [=, this, then = std::move(then)] { whenReady(size, onDesk, moment, then, tries + 1); });
}

void DummyCanvas::paintEvent(QPaintEvent*)
{
    const Theme& theme = Theme::of(this);
    QPainter p(this);
    if (stale_ && !frames_.empty()) {
        QElapsedTimer timer;
        timer.start();
        const double ratio = moving_ ? 1 / coarse_ : devicePixelRatioF();
        const double pad = shows_ == Shows::Making ? 46 : 30;
        const QRectF target = QRectF(rect()).adjusted(pad, pad, -pad, -pad);
        if (!picture_)
            picture_ = pictureOf(moment_, target, ratio, moving_);
        const QSize pixels((QSizeF(size()) * ratio).toSize());
        if (painted_.size() != pixels)
            painted_ = QImage(pixels, QImage::Format_RGB32);
        painted_.fill(theme.desk);
        QPainter fine(&painted_);
        fine.scale(ratio, ratio);
        picture_->paintShadow(fine, theme.dark ? 0.6 : 0.34);
        picture_->paint(fine);
        fine.end();
        const double took = double(timer.nsecsElapsed()) / 1e6;
        // As fine as there is time for.
        if (moving_)
            coarse_ = took > paintTime         ? std::min(2.5, coarse_ * 1.2)
                      : took < paintTime * 0.5 ? std::max(1.0, coarse_ / 1.15)
                                               : coarse_;
        stale_ = false;
    }
    p.setRenderHint(QPainter::SmoothPixmapTransform);
    if (!painted_.isNull())
        p.drawImage(rect(), painted_);
    paintSpot(p);
    if (hasFocus() && shows_ == Shows::Making) {
        p.setPen(QPen(theme.accent, 1, Qt::DotLine));
        p.setBrush(Qt::NoBrush);
        p.drawRect(QRectF(rect()).adjusted(1.5, 1.5, -1.5, -1.5));
    }
}

void DummyCanvas::paintSpot(QPainter& painter) const
{
    const auto shown = spot();
    if (!shown || !picture_ || moving_ || shows_ == Shows::Reading)
        return;
    const Theme& theme = Theme::of(this);
    painter.setRenderHint(QPainter::Antialiasing);
    QPainterPath outline;
    for (const QPolygonF& part : picture_->outlinesOf(*shown)) {
        QPainterPath one;
        one.addPolygon(part);
        one.closeSubpath();
        outline = outline.united(one);
    }
    painter.setPen(QPen(theme.accent, pinned_ ? 2.5 : 1.5));
    QColor veil = theme.accent;
    veil.setAlpha(pinned_ ? 34 : 18);
    painter.setBrush(veil);
    painter.drawPath(outline);
}

void DummyCanvas::resizeEvent(QResizeEvent* event)
{
    QWidget::resizeEvent(event);
    makeStale();
}

std::optional<ReadingStop::Seen> DummyCanvas::seenAt(QPointF place) const
{
    if (!picture_)
        return std::nullopt;
    const auto hit = picture_->hitAt(place);
    return hit ? seenOf(hit->facet) : std::nullopt;
}

void DummyCanvas::point(QPointF place)
{
    const auto now = seenAt(place);
    if (now == pointed_)
        return;
    pointed_ = now;
    update();
    Q_EMIT spotChanged();
}

void DummyCanvas::mousePressEvent(QMouseEvent* event)
{
    pressed_ = last_ = event->position();
    dragging_ = false;
}

void DummyCanvas::mouseMoveEvent(QMouseEvent* event)
{
    if (!(event->buttons() & Qt::LeftButton))
        return point(event->position());
    if (!dragging_ && (event->position() - pressed_).manhattanLength() < 5)
        return;
    if (!dragging_)
        setCursor(Qt::ClosedHandCursor);
    dragging_ = true;
    const QPointF by = event->position() - last_;
    last_ = event->position();
    turn_.stop();
    eye_.aside = std::remainder(eye_.aside - by.x() * dragTurns, 360.0);
    eye_.below = std::clamp(eye_.below + by.y() * dragTurns, -90.0, 90.0);
    stir();
}

void DummyCanvas::mouseReleaseEvent(QMouseEvent* event)
{
    unsetCursor();
    if (dragging_ || event->button() != Qt::LeftButton)
        return;
    if (shows_ == Shows::Reading) {
        // The right half goes on, the left half back, as pages are turned.
        step(event->position().x() > width() / 2.0 ? 1 : -1);
        return;
    }
    pinned_ = seenAt(event->position());
    update();
    Q_EMIT spotChanged();
}

void DummyCanvas::mouseDoubleClickEvent(QMouseEvent* event)
{
    if (const auto seen = seenAt(event->position()); seen && shows_ == Shows::Making)
        Q_EMIT openRequested(*seen);
}

void DummyCanvas::wheelEvent(QWheelEvent* event)
{
    const double notches = event->angleDelta().y() / 120.0;
    if (event->modifiers() & Qt::ControlModifier) {
        zoomBy(std::pow(1.15, notches));
    } else if (shows_ == Shows::Reading || dummy_->isBound()) {
        if (std::abs(notches) >= 0.99 || !gliding())
            step(notches > 0 ? -1 : 1);
    } else {
        stop();
        setMoment(moment_ - notches * 0.125);
    }
    event->accept();
}

void DummyCanvas::pinNext(int by)
{
    if (!picture_)
        return;
    const auto seen = picture_->seen();
    if (seen.empty())
        return;
    const auto now = pinned_ ? std::ranges::find(seen, *pinned_) : seen.end();
    const auto count = std::ptrdiff_t(seen.size());
    const std::ptrdiff_t at = now == seen.end() ? (by > 0 ? 0 : count - 1) : (now - seen.begin() + by + count) % count;
    pinned_ = seen[std::size_t(at)];
    update();
    Q_EMIT spotChanged();
}

void DummyCanvas::keyPressEvent(QKeyEvent* event)
{
    const auto turn = [&](double aside, double below) {
        turn_.stop();
        eye_.aside = std::remainder(eye_.aside + aside, 360.0);
        eye_.below = std::clamp(eye_.below + below, -90.0, 90.0);
        stir();
    };
    const bool shift = event->modifiers() & Qt::ShiftModifier;
    switch (event->key()) {
    case Qt::Key_Left: return shift ? turn(-keyTurns, 0) : step(-1);
    case Qt::Key_Right: return shift ? turn(keyTurns, 0) : step(1);
    case Qt::Key_Up: return turn(0, -keyTurns);
    case Qt::Key_Down: return turn(0, keyTurns);
    case Qt::Key_Home: return glideTo(0);
    case Qt::Key_End: return glideTo(lastMoment());
    case Qt::Key_Space: return isPlaying() ? stop() : play();
    case Qt::Key_Plus: return zoomBy(1.15);
    case Qt::Key_Minus: return zoomBy(1 / 1.15);
    case Qt::Key_N: return pinNext(shift ? -1 : 1);
    case Qt::Key_Return:
    case Qt::Key_Enter:
        if (const auto seen = spot(); seen && shows_ == Shows::Making)
            return Q_EMIT openRequested(*seen);
        break;
    case Qt::Key_Escape:
        if (pinned_) {
            pinned_.reset();
            update();
            return Q_EMIT spotChanged();
        }
        break;
    default: break;
    }
    QWidget::keyPressEvent(event);
}

void DummyCanvas::leaveEvent(QEvent* event)
{
    QWidget::leaveEvent(event);
    if (pointed_) {
        pointed_.reset();
        update();
        Q_EMIT spotChanged();
    }
}

} // namespace hinge
