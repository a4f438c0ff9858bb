// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/canvas/paper_canvas.h"
#include "app/sheet/sheet_state.h"
#include "paint/sheet_painter.h"

namespace hinge
{

/// The press sheet in hand: front and back beside each other or one above the other, one through the other on a
/// light-table, or as it lies under the knife.
class SheetCanvas : public PaperCanvas
{
    Q_OBJECT

public:
    SheetCanvas(Document& document, SheetState& state, FacePainter& painter, QWidget* parent = nullptr);
    void setView(PaperView view);
    /// Whether every slot says what it carries.
    void setLabels(bool shown);
    [[nodiscard]] bool hasLabels() const { return labels_; }
    /// Where a slot of a side lies on this widget.
    [[nodiscard]] QRectF slotOnWidget(Face side, int slot) const;
    /// Brings the next mark near, or the one before.
    void zoomToMark(int by);

Q_SIGNALS:
    /// The user wants to work on it.
    void openRequested(const SurfaceId& surface);
    /// A mark was brought near, from 1.
    void markShown(int number, int count);

protected:
    void paintEvent(QPaintEvent* event) override;
    void layOutPort() override;
    void makeStale() override { stale_ = true; }
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    /// The sides that are shown as sheets of their own, and where the head-left corner of each lies, in millimetres of
    /// the drawing.
    [[nodiscard]] std::vector<std::pair<Face, QPointF>> sidesShown() const;
    [[nodiscard]] Size sheetSize() const;
    [[nodiscard]] QString sideLabel(Face side) const;
    [[nodiscard]] QString throughLabel() const;
    [[nodiscard]] std::optional<SheetSpot> spotAt(QPointF pixels) const;
    void renderSheets();
    void paintSides(QPainter& painter);
    void paintThrough(QPainter& painter);
    void paintKnife(QPainter& painter);
    void paintSpot(QPainter& painter) const;
    void paintNothing(QPainter& painter) const;
    void nextSlot(int by);
    /// Where marks stand on the sides shown, in millimetres of the drawing, one for those that stand together.
    [[nodiscard]] std::vector<QRectF> markSpots() const;

    Document& document_;
    SheetState& state_;
    FacePainter& painter_;
    PaperView view_ = PaperView::Printed;
    bool labels_ = false;
    int mark_ = -1; ///< the one that was brought near
    QPointF dragStart_;
    bool dragged_ = false;
    [[nodiscard]] SheetLook look(PaperView view, bool labels, bool paper);

    TextLayoutCache layoutsOfCopies_; ///< each slot shows a copy of its own
    FacePainter copies_;
    FaceImageCache faces_;
    QImage picture_;
    bool stale_ = true;
};

} // namespace hinge
