// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QPointF>
#include <QRectF>
#include <QTransform>

namespace hinge
{

/// Zoom and pan of a drawing in millimetres on a widget in pixels. Fits the drawing until the user
/// zooms, and again when asked.
class ViewPort
{
public:
    /// `content` in millimetres, `room` in pixels: what to fit, and where.
    void setGeometry(const QRectF& content, const QRectF& room)
    {
        content_ = content;
        room_ = room;
        if (fitting_)
            fit();
    }
    void fit()
    {
        fitting_ = true;
        if (content_.isEmpty() || room_.isEmpty())
            return;
        scale_ = std::min(room_.width() / content_.width(), room_.height() / content_.height());
        origin_ = room_.center() - content_.center() * scale_;
    }
    /// A part of the drawing, as large as the room takes it.
    void show(const QRectF& part)
    {
        scale_ = std::clamp(std::min(room_.width() / part.width(), room_.height() / part.height()), 0.05, 200.0);
        origin_ = room_.center() - part.center() * scale_;
        fitting_ = false;
    }
    /// Keeps the point under `about` where it is.
    void zoom(double factor, QPointF about)
    {
        const double next = std::clamp(scale_ * factor, 0.05, 200.0);
        origin_ = about - (about - origin_) * (next / scale_);
        scale_ = next;
        fitting_ = false;
    }
    void pan(QPointF by)
    {
        origin_ += by;
        fitting_ = false;
    }
    [[nodiscard]] double scale() const { return scale_; }
    [[nodiscard]] bool isFitting() const { return fitting_; }
    [[nodiscard]] QPointF toPixels(QPointF mm) const { return origin_ + mm * scale_; }
    [[nodiscard]] QRectF toPixels(const QRectF& mm) const { return {toPixels(mm.topLeft()), mm.size() * scale_}; }
    [[nodiscard]] QPointF toMm(QPointF px) const { return (px - origin_) / scale_; }
    [[nodiscard]] QPointF centre() const { return room_.center(); }

private:
    QRectF content_;
    QRectF room_;
    QPointF origin_;
    double scale_ = 1;
    bool fitting_ = true;
};

} // namespace hinge
