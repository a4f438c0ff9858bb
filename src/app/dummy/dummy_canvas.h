// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/dummy/surface_pictures.h"
#include "core/dummy/dummy.h"
#include "paint/dummy_painter.h"

#include <QTimer>
#include <QVariantAnimation>
#include <QWidget>
#include <memory>

namespace hinge
{

/// From where the piece can be looked at with one key or button.
enum class DummyAspect { Above, Front, Edge, Behind };

/// The piece in the room, folded as far as is wanted: turned by dragging and by keys, folded with the wheel. What it
/// shows is a moment of its making, or, for `Read`, of its reading.
class DummyCanvas : public QWidget
{
    Q_OBJECT

public:
    enum class Shows { Making, Reading };

    DummyCanvas(Document& document, SurfacePictures& pictures, Shows shows, QWidget* parent = nullptr);
    ~DummyCanvas() override;

    [[nodiscard]] const Dummy& dummy() const { return *dummy_; }
    /// Where it stands: steps done, or for reading the stop, from 0.
    [[nodiscard]] double moment() const { return moment_; }
    [[nodiscard]] int lastMoment() const;
    /// Goes there at once.
    void setMoment(double moment);
    /// Goes there step by step, so that it is seen how.
    void glideTo(int moment);
    /// One step on (1) or back (-1).
    void step(int by);
    /// The moment it is on its way to, or stands at.
    [[nodiscard]] int target() const;
    /// On and on, slowly, to the last moment.
    void play();
    void stop();
    [[nodiscard]] bool isPlaying() const { return playing_; }

    [[nodiscard]] const DummyEye& eye() const { return eye_; }
    void lookFrom(const DummyEye& eye);
    void lookFrom(DummyAspect aspect);
    void zoomBy(double factor);
    void turnOver();

    /// What is pinned, or else pointed at.
    [[nodiscard]] std::optional<ReadingStop::Seen> spot() const { return pinned_ ? pinned_ : pointed_; }
    [[nodiscard]] bool isPinned() const { return pinned_.has_value(); }
    /// Pins the next panel or page that is in view (the one before with -1).
    void pinNext(int by);

    /// A picture of it as it stands, `onDesk` or on nothing.
    [[nodiscard]] QImage picture(QSize size, bool onDesk, double moment);
    /// The same once all that is printed on it has been read; at last after some seconds.
    void whenReady(QSize size, bool onDesk, double moment, std::function<void(const QImage&)> then, int tries = 0);
    [[nodiscard]] SurfacePictures& pictures() const { return pictures_; }
    QSize minimumSizeHint() const override { return {320, 240}; }

Q_SIGNALS:
    void momentChanged();
    void playingChanged();
    void spotChanged();
    /// The panel or page is to be looked at on the Flat.
    void openRequested(const hinge::ReadingStop::Seen& seen);

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void leaveEvent(QEvent* event) override;
    void showEvent(QShowEvent* event) override;

private:
    void refresh();
    void makeStale();
    /// Painted afresh soon: an edit is not to wait for it.
    void makeStaleSoon();
    /// It moves: it is painted quickly, and once more finely when it rests.
    void stir();
    [[nodiscard]] bool gliding() const { return glide_.state() == QAbstractAnimation::Running; }
    [[nodiscard]] Facets facetsAt(double moment) const;
    [[nodiscard]] Extent3 frameOf(int moment) const;
    [[nodiscard]] Extent3 frameAt(double moment) const;
    [[nodiscard]] DummyEye eyeAt(double moment) const;
    [[nodiscard]] std::unique_ptr<DummyPicture> pictureOf(double moment, const QRectF& target, double pixels,
                                                          bool hurry);
    [[nodiscard]] std::optional<ReadingStop::Seen> seenAt(QPointF place) const;
    void paintSpot(QPainter& painter) const;
    void point(QPointF place);
    void start(int target, int milliseconds, QEasingCurve::Type curve);
    /// Has the pages next to those in view painted, so that a leaf that is turned has both its sides at once.
    void lookAhead();

    Document& document_;
    SurfacePictures& pictures_;
    Shows shows_;
    std::unique_ptr<Dummy> dummy_;
    std::vector<Extent3> frames_; ///< about the piece after each step
    double moment_ = 0;
    bool settled_ = false; ///< it has been shown at a moment that tells something
    int target_ = 0;
    bool playing_ = false;
    DummyEye eye_;
    QVariantAnimation glide_;
    QVariantAnimation turn_;
    DummyEye turnFrom_, turnTo_;
    QTimer rest_;
    QTimer lag_; ///< after an edit
    bool moving_ = false;
    double coarse_ = 1;   ///< while it moves, pixels are so many times as large
    double fineness_ = 1; ///< pixels to a millimetre of what is printed, as it was last painted
    std::unique_ptr<DummyPicture> picture_;
    QImage painted_;
    bool stale_ = true;
    std::optional<ReadingStop::Seen> pointed_, pinned_;
    QPointF pressed_, last_;
    bool dragging_ = false;
};

} // namespace hinge
