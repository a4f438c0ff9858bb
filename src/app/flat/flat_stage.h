// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/flat/drawer.h"
#include "app/flat/face_canvas.h"

class QBoxLayout;
class QComboBox;
class QLabel;
class QPushButton;

namespace hinge
{

/// Filling the panels: the face at work in the middle, the drawer at the right.
class FlatStage : public QWidget
{
    Q_OBJECT

public:
    FlatStage(Document& document, Selection& selection, SurfaceEditor& editor, FacePainter& painter, Actions& actions,
              QWidget* parent = nullptr);
    [[nodiscard]] FaceCanvas& canvas() { return *canvas_; }
    [[nodiscard]] Drawer& drawer() { return *drawer_; }
    void nextView();
    void pickInk();
    void drawFrame(FrameFor what);
    /// A word about what is going on; empty for none.
    void tell(const QString& words);
    /// A file is being read, by its name, with a button that stops it; empty when it is.
    void tellReading(const QString& file);

protected:
    void resizeEvent(QResizeEvent* event) override;

private:
    void setView(PaperView view);
    void arrangeHead();
    Document& document_;
    Selection& selection_;
    FaceCanvas* canvas_ = nullptr;
    Drawer* drawer_ = nullptr;
    QBoxLayout* head_ = nullptr; ///< pills, and what is said of the face
    QLabel* hint_ = nullptr;
    QPushButton* stop_ = nullptr; ///< while a file is read
    QComboBox* plates_ = nullptr;
    std::vector<QPushButton*> views_;
};

} // namespace hinge
