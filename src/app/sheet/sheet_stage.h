// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/look/actions.h"
#include "app/sheet/sheet_canvas.h"

class QLabel;
class QListView;
class QPushButton;
class QSlider;
class QSpinBox;
class QStackedWidget;

namespace hinge
{

/// The press sheets: all forms in a strip, the one in hand large, what is pointed at told below it; arrangements,
/// marks, press and cost in the drawer; and the knife, stroke by stroke.
class SheetStage : public QWidget
{
    Q_OBJECT

public:
    SheetStage(Document& document, Actions& actions, FacePainter& painter, QWidget* parent = nullptr);
    [[nodiscard]] SheetCanvas& canvas() { return *canvas_; }
    [[nodiscard]] SheetState& state() { return state_; }
    /// Goes through the strokes by itself; again to stop.
    void playKnife();

Q_SIGNALS:
    /// The user wants to work on what a slot carries, or to see it among the pages.
    void openRequested(const SurfaceId& surface);
    void showInSequenceRequested(const SurfaceId& surface);

private:
    QLayout* makeHead();
    QWidget* makeFoot();
    QWidget* makeKnifeDrawer();
    void refresh();
    void refreshSpot();
    void refreshStroke();

    Document& document_;
    Actions& actions_;
    SheetState state_;
    SheetCanvas* canvas_ = nullptr;
    QStackedWidget* drawers_ = nullptr;
    QLabel* told_ = nullptr;
    QPushButton* open_ = nullptr;
    QPushButton* inSequence_ = nullptr;
    QPushButton* nested_ = nullptr;
    QSlider* light_ = nullptr;
    QWidget* copies_ = nullptr; ///< which of the sheets of numbered copies
    QSpinBox* copy_ = nullptr;
    QListView* strokes_ = nullptr;
    QLabel* knifeAbout_ = nullptr;
    QLabel* knifeNotes_ = nullptr;
    std::vector<QPushButton*> views_;
    QTimer player_;
};

} // namespace hinge
