// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/canvas/view_port.h"

#include <QWidget>

namespace hinge
{

/// A widget that shows paper: zoomed with Ctrl and the wheel about the pointer, moved with the wheel alone.
class PaperCanvas : public QWidget
{
    Q_OBJECT

public:
    explicit PaperCanvas(QWidget* parent = nullptr);
    void zoomIn() { zoomByKey(1.25); }
    void zoomOut() { zoomByKey(0.8); }
    void zoomToFit();
    /// A part of the drawing, in millimetres, as large as it can be.
    void zoomTo(const QRectF& part);
    /// Pixels on this widget for a millimetre of the paper.
    [[nodiscard]] double scale() const { return port_.scale(); }
    QSize minimumSizeHint() const override { return {360, 280}; }

Q_SIGNALS:
    /// The paper is shown larger or smaller.
    void zoomed();

protected:
    /// What is at work, in pixels on this widget: zooming by keys goes about its middle. Empty when nothing is.
    [[nodiscard]] virtual QRectF inHand() const { return {}; }
    /// Tells `port_` what to fit, and where.
    virtual void layOutPort() = 0;
    /// The paper has moved under the window, or must be painted afresh for another reason.
    virtual void makeStale() = 0;
    void zoomBy(double factor, QPointF about);
    void zoomByKey(double factor);
    void panBy(QPointF pixels);
    void resizeEvent(QResizeEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    /// The dotted frame that shows where the keyboard is.
    void paintFocus(QPainter& painter) const;

    ViewPort port_;
};

} // namespace hinge
