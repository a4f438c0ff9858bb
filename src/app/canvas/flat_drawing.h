// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"
#include "paint/face_painter.h"
#include "paint/flat_diagram.h"

#include <QWidget>

namespace hinge
{

/// The dimensioned drawing of the flat, as a workshop would draw it. A panel of it can be picked, with the mouse or
/// with the arrow keys and Enter, to set its margins.
class FlatDrawing : public QWidget
{
    Q_OBJECT

public:
    enum class Shown { BothFaces, Outside, Inside, TextPages };

    explicit FlatDrawing(Document& document, QWidget* parent = nullptr);
    void show(Shown shown);
    QSize minimumSizeHint() const override { return {260, 200}; }

protected:
    void paintEvent(QPaintEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void focusInEvent(QFocusEvent* event) override;
    void focusOutEvent(QFocusEvent* event) override;
    void leaveEvent(QEvent* event) override;

private:
    [[nodiscard]] FlatDiagram diagram() const;
    void setPicked(std::optional<FlatDiagram::PanelRef> place);
    /// Opens the margins of a panel beside it.
    void openMargins(FlatDiagram::PanelRef place);

    Document& document_;
    Shown shown_ = Shown::BothFaces;
    std::optional<FlatDiagram::PanelRef> picked_; ///< under the pointer, or reached with the keys
};

/// The piece standing half open, with what is printed on it.
class StandingPiece : public QWidget
{
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
    QTimer lag_;
    bool stale_ = true;
};

} // namespace hinge
