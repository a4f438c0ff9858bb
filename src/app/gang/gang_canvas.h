// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/canvas/paper_canvas.h"
#include "app/gang/gang_document.h"

namespace hinge
{

/// A press sheet of the gang: front and back beside each other or one above the other, or as it lies under the knife.
class GangCanvas : public PaperCanvas
{
    Q_OBJECT

public:
    explicit GangCanvas(GangDocument& document, QWidget* parent = nullptr);

    [[nodiscard]] int formIndex() const { return form_; }
    void setFormIndex(int index);
    void setView(PaperView view);
    void setLabels(bool shown);
    /// Shows the strokes of the knife in place of the sides.
    void setKnife(bool shown);
    [[nodiscard]] bool hasKnife() const { return knife_; }
    [[nodiscard]] int stroke() const { return stroke_; }
    void setStroke(int stroke);
    /// The slot that keys and menus are about, along the rows of the front; -1 for none.
    [[nodiscard]] int slotInHand() const { return slot_; }
    void setSlotInHand(int slot);
    /// The job whose slots stand out, from 0; -1 for none.
    void setJobInHand(int job);
    /// Where a slot of a side lies on this widget.
    [[nodiscard]] QRectF slotOnWidget(Face side, int slot) const;

Q_SIGNALS:
    void formChanged();
    void strokeChanged();
    /// The pointer is over a slot of this job; -1 for none.
    void jobPointedAt(int job);
    void jobClicked(int job);
    void slotChanged();
    /// A menu about the slot in hand is wanted here.
    void slotMenuWanted(QPoint onScreen);

protected:
    void paintEvent(QPaintEvent* event) override;
    void layOutPort() override;
    void makeStale() override { stale_ = true; }
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;

private:
    /// nullptr where nothing is laid.
    [[nodiscard]] const GangForm* form() const;
    [[nodiscard]] Size sheetSize() const;
    [[nodiscard]] std::vector<std::pair<Face, QPointF>> sidesShown() const;
    /// -1 for none.
    [[nodiscard]] int slotAt(QPointF pixels) const;
    [[nodiscard]] int jobAt(QPointF pixels) const;
    void repaintAll();
    void renderSheets();
    void paintSides(QPainter& painter);
    void paintKnife(QPainter& painter);
    void paintNothing(QPainter& painter) const;

    GangDocument& document_;
    int form_ = 0;
    PaperView view_ = PaperView::Printed;
    bool labels_ = true;
    bool knife_ = false;
    int stroke_ = 0;
    int inHand_ = -1;
    int slot_ = -1;
    QPointF dragStart_;
    QImage picture_;
    bool stale_ = true;
};

} // namespace hinge
