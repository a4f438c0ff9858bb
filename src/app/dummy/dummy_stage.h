// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/dummy/dummy_canvas.h"
#include "app/dummy/steps_model.h"
#include "app/look/actions.h"

class QLabel;
class QListView;
class QSlider;
class QToolButton;
class QVBoxLayout;

namespace hinge
{

/// The stage Dummy: the piece folded before it is folded. In the middle the piece in the room, below it the slider over
/// its steps, at the right the steps in words and what is pointed at.
class DummyStage : public QWidget
{
    Q_OBJECT

public:
    DummyStage(Document& document, Actions& actions, QWidget* parent = nullptr);

    [[nodiscard]] DummyCanvas& canvas() { return *canvas_; }
    [[nodiscard]] SurfacePictures& pictures() { return pictures_; }
    [[nodiscard]] bool isIdle() const { return pictures_.isIdle(); }

Q_SIGNALS:
    void openRequested(const hinge::ReadingStop::Seen& seen);

protected:
    void showEvent(QShowEvent* event) override;

private:
    [[nodiscard]] QLayout* makeHead();
    [[nodiscard]] QLayout* makeFoot();
    [[nodiscard]] QWidget* makeDrawer();
    void addSpot(QVBoxLayout* column);
    void refreshPiece();
    void refreshMoment();
    void refreshSpot();

    Document& document_;
    Actions& actions_;
    SurfacePictures pictures_;
    DummyCanvas* canvas_ = nullptr;
    StepsModel* model_ = nullptr;
    QLabel* title_ = nullptr;
    QLabel* about_ = nullptr;
    QLabel* hint_ = nullptr;
    QLabel* caption_ = nullptr;
    QListView* steps_ = nullptr;
    QSlider* slider_ = nullptr;
    std::vector<QToolButton*> buttons_;
    QToolButton* playing_ = nullptr;
    QLabel* spotTitle_ = nullptr;
    QLabel* spotFacts_ = nullptr;
    QToolButton* openSpot_ = nullptr;
};

} // namespace hinge
