// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document.h"
#include "paint/face_painter.h"

#include <QWidget>

namespace hinge {

/// The dimensioned drawing of one face of the flat, as a workshop would draw it.
class FlatDrawing : public QWidget {
    Q_OBJECT

public:
    explicit FlatDrawing(Document& document, QWidget* parent = nullptr);
    void setFace(Face face);
    QSize minimumSizeHint() const override { return {260, 200}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    Document& document_;
    Face face_ = Face::Outside;
};

/// The piece standing half open, with what is printed on it.
class StandingPiece : public QWidget {
    Q_OBJECT

public:
    StandingPiece(Document& document, FacePainter& painter, QWidget* parent = nullptr);
    /// 0 closed, 1 flat.
    void setOpenness(double openness);
    QSize minimumSizeHint() const override { return {220, 180}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    Document& document_;
    FacePainter& painter_;
    double openness_ = 0.6;
    std::array<QImage, 2> faces_;
    PrintedState printed_;
    bool stale_ = true;
};

} // namespace hinge
