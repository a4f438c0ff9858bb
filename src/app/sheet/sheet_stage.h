// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/canvas/paper_canvas.h"
#include "app/document/document.h"
#include "paint/sheet_painter.h"

#include <QAbstractListModel>

namespace hinge
{

/// Front and back of the press sheet, side by side or one above the other.
class SheetCanvas : public PaperCanvas
{
    Q_OBJECT

public:
    SheetCanvas(Document& document, FacePainter& painter, QWidget* parent = nullptr);
    void setView(PaperView view);

protected:
    void paintEvent(QPaintEvent* event) override;
    void layOutPort() override;
    void makeStale() override { stale_ = true; }
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    /// Where the head-left corner of each side lies, in millimetres of the drawing.
    [[nodiscard]] std::array<QPointF, 2> corners() const;

    Document& document_;
    FacePainter& painter_;
    PaperView view_ = PaperView::Printed;
    QPointF dragStart_;
    FaceImageCache faces_;
    QImage picture_;
    bool stale_ = true;
};

/// The layouts that fit, best first.
class ArrangementsModel : public QAbstractListModel
{
    Q_OBJECT

public:
    explicit ArrangementsModel(Document& document, QObject* parent = nullptr);
    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    [[nodiscard]] const SheetLayout& layout(const QModelIndex& index) const;
    [[nodiscard]] bool isChosen(const QModelIndex& index) const;

private:
    Document& document_;
};

/// The press sheet: both sides with marks, the arrangements to choose from, and what the press does.
class SheetStage : public QWidget
{
    Q_OBJECT

public:
    SheetStage(Document& document, FacePainter& painter, QWidget* parent = nullptr);
    [[nodiscard]] SheetCanvas& canvas() { return *canvas_; }

private:
    QWidget* makeDrawer();
    Document& document_;
    ArrangementsModel model_;
    SheetCanvas* canvas_ = nullptr;
};

} // namespace hinge
