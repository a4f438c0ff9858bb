// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/canvas/paper_canvas.h"
#include "app/document/document.h"
#include "app/document/selection.h"
#include "app/flat/outline_pen.h"
#include "app/flat/surface_editor.h"
#include "app/flat/text_on_paper.h"
#include "core/edit/dragging.h"
#include "core/edit/frames.h"
#include "core/edit/masters.h"
#include "core/edit/scaling.h"
#include "paint/face_painter.h"

#include <QTimer>

namespace hinge
{

/// One face at work: its panels with their zones and roles, the items on it, and the holds of the
/// selected one. Items are moved and sized by dragging; near a line of the paper a side takes hold.
class FaceCanvas : public PaperCanvas
{
    Q_OBJECT

public:
    FaceCanvas(Document& document, Selection& selection, SurfaceEditor& editor, FacePainter& painter,
               QWidget* parent = nullptr);

    void setView(PaperView view);
    /// The plate shown by `PaperView::Plate`.
    void setPlate(const QString& plate);
    /// The next click takes the colour below it as an ink.
    void pickInk();
    /// What is dragged next is a frame that waits.
    void drawFrame(FrameFor what);
    /// The next presses draw an outline.
    void drawOutline();
    [[nodiscard]] PaperView view() const { return view_; }
    [[nodiscard]] OutlinePen& pen() { return *pen_; }
    /// The caret of the text that is being typed, which shows here.
    void setTextOnPaper(TextOnPaper& text);
    /// Where a point of the face is on this widget, in pixels.
    [[nodiscard]] QPointF toPixels(QPointF mm) const { return port_.toPixels(mm); }

Q_SIGNALS:
    void turnOverRequested();
    /// To work on the item of a master, which shows on the surface in view.
    void masterRequested(const hinge::MasterItem& item);
    /// An ink of the job was picked from a shape, a code or a text.
    void inkNamed(const QString& ink);
    /// A colour was picked from the paper.
    void inkPicked(const Cmyk& cmyk);
    /// The user wants to write in the selected text.
    void editTextRequested();
    /// And where the caret is to stand, in millimetres of the surface.
    void caretRequested(QPointF mm);
    /// Words were typed while nothing was in hand.
    void typed(const QString& words);
    /// `onto`: the frame that waits there; empty for none.
    /// The frame in hand is to say what it waits for.
    void nameWanted();
    void filesDropped(const QStringList& paths, int panel, const QString& onto = {});
    /// A frame was drawn; `last` when no other follows at once.
    void frameDrawn(FrameFor what, const Rect& area, bool last);
    /// A short hint for the status of the moment; empty to take it back.
    void hint(const QString& text);

protected:
    void showEvent(QShowEvent* event) override;
    bool event(QEvent* event) override;
    void paintEvent(QPaintEvent* event) override;
    void layOutPort() override;
    QRectF inHand() const override;
    void makeStale() override { contentStale_ = true; }
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void leaveEvent(QEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void keyReleaseEvent(QKeyEvent* event) override;
    void focusInEvent(QFocusEvent* event) override;
    void focusOutEvent(QFocusEvent* event) override;
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dragMoveEvent(QDragMoveEvent* event) override;
    void dragLeaveEvent(QDragLeaveEvent* event) override;
    void dropEvent(QDropEvent* event) override;

private:
    /// Takes up what changed in the job while the paper was not shown, and now.
    void catchUp();
    [[nodiscard]] Grip gripAt(QPointF px) const;
    [[nodiscard]] QString itemAt(QPointF px) const;
    [[nodiscard]] int panelUnder(QPointF px) const;
    /// The tag with the name of a panel; a click on it takes the panel, whatever lies there.
    [[nodiscard]] QRectF roleTag(const Panel& panel) const;
    [[nodiscard]] double roomForRole(const Panel& panel) const;
    [[nodiscard]] std::optional<int> roleAt(QPointF px) const;
    [[nodiscard]] QRectF otherFaceCard() const;
    [[nodiscard]] std::optional<MasterItem> masterItemAt(QPointF px) const;
    void dragTo(QPointF px, bool free);
    /// Copies of what is being moved stay where it was lifted.
    void leaveCopies();
    [[nodiscard]] bool leavesCopies(Qt::KeyboardModifiers keys) const;
    /// Moves all that are taken together; a single one takes hold of lines as `dragTo` says.
    void dragSeveral(QPointF px);
    /// A corner of the frame around what is in hand that is pulled to scale it all.
    [[nodiscard]] std::optional<ScaleFrom> scalingCornerAt(QPointF px) const;
    [[nodiscard]] Rect frameInHand() const;
    [[nodiscard]] bool beginScaling(QPointF px, Qt::KeyboardModifiers keys);
    void scaleTo(QPointF px, bool withContents);
    /// Moves the picture in its frame.
    void dragPicture(QPointF px);
    [[nodiscard]] bool beginPictureDrag(QPointF px);
    /// A press beside the paper pulls a guide onto it; one on a guide takes it.
    [[nodiscard]] bool beginGuideDrag(QPointF px);
    void dragGuide(QPointF px);
    /// The number of the guide whose end is there.
    [[nodiscard]] std::optional<int> guideAt(QPointF px) const;
    /// Tells what ink lies there: of an item by its name, of a picture by its colour as it is, whatever the view.
    void pickAt(QPointF px);
    void leaveFrames();
    /// The frame from where the drag began, its sides where they will take hold.
    [[nodiscard]] Rect frameTo(QPointF px) const;
    void finishFrame(QPointF px, bool more);
    /// Without the mouse: in the panel in hand.
    void frameInPanel();
    /// The frame there that waits for something; empty for none.
    [[nodiscard]] QString waitingAt(QPointF px) const;
    void paintWaiting(QPainter& p);
    /// `own` when it is of the surface in view, not of a master.
    void paintWaitingFrame(QPainter& p, const Item& item, const QRectF& frame, bool own);
    /// How near a line of the paper takes hold.
    [[nodiscard]] Length reach() const;
    [[nodiscard]] InkView inkView() const;
    [[nodiscard]] bool isTrimmedView() const { return view_ == PaperView::Trimmed || view_ == PaperView::Proof; }
    void paintGuides(QPainter& p);
    void paintFlows(QPainter& p);
    /// Where paper lies over something, which cannot be told from bare paper.
    void paintPasteOvers(QPainter& p);
    void nudge(Length dx, Length dy);
    void selectNext(int step);
    /// Free sides near a line take hold of it; when there are none, all sides let go.
    void holdNear();
    void updateCursor(QPointF px);
    void paintPaper(QPainter& p);
    /// Paints what is printed, or of it what was changed, into `content_`.
    void refreshContent(const QRectF& visible);
    void paintRoles(QPainter& p);
    void paintDimensions(QPainter& p);
    /// Texts that are longer than their frames.
    void paintTooMuch(QPainter& p);
    void paintSelection(QPainter& p);
    /// True when something to be read stands there.
    [[nodiscard]] bool hidesWords(const QRectF& px) const;
    void paintOtherFace(QPainter& p);
    [[nodiscard]] const PlannedItem* selected() const;
    /// A press there is for the text that is being typed, not for its frame.
    [[nodiscard]] bool isForText(QPointF px) const;
    /// Moves the paper so that the caret can be seen.
    void showCaret();

    Document& document_;
    Selection& selection_;
    SurfaceEditor& editor_;
    FacePainter& painter_;
    TextOnPaper* text_ = nullptr;
    OutlinePen* pen_ = nullptr; ///< never null; a child
    PaperView view_ = PaperView::Working;
    QString plate_ = QStringLiteral("Black");
    bool picking_ = false;
    /// What is printed, painted once a change or zoom; the zones and marks go over it each time.
    QImage content_;
    QPointF contentOrigin_;
    bool behind_ = false; ///< the job changed while the paper was not shown
    bool contentStale_ = true;
    std::vector<Rect> staleAreas_; ///< of it that were changed since
    PrintedState printed_;
    QImage card_; ///< the other face, small
    bool cardStale_ = true;
    QTimer cardTimer_; ///< the small card may lag behind a little
    Grip grip_;
    int pointedMaster_ = 0; ///< the master whose item the pointer is at
    Grip pointed_;          ///< the sides the pointer is at, while nothing is dragged
    Rect dragFrame_;
    /// Before several items, a picture or a guide were moved: what the drag goes on from.
    struct Before {
        Job job;
        Plan plan;
    };
    std::optional<Before> before_;
    bool dragsPicture_ = false;
    std::optional<ScaleFrom> scaling_; ///< the corner that stays while the other one is pulled
    std::optional<int> guide_;         ///< the number of the one being pulled
    std::vector<Item> lifted_;         ///< what is in hand, as it was before the drag
    QPointF dragStart_;
    QString pressed_; ///< the one of several items that was pressed; it alone is meant unless it is dragged
    bool dragging_ = false;
    bool panning_ = false;
    bool spaceDown_ = false;
    int dragNumber_ = 0;
    int dropPanel_ = -1;
    QString dropFrame_; ///< the waiting frame that files are held over
    std::optional<FrameFor> frameFor_;
    std::optional<QPointF> frameStart_; ///< where the one being drawn begins, in pixels
    Rect frameNow_;
};

} // namespace hinge
