// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/dummy/dummy_canvas.h"

class QLabel;
class QToolButton;

namespace hinge
{

/// The piece as a customer reads it, over the whole window: arrow keys, wheel and clicks go on and back, the space bar
/// lets it run by itself, Escape ends it.
class ReadThrough : public QWidget
{
    Q_OBJECT

public:
    ReadThrough(Document& document, SurfacePictures& pictures, QWidget* window);
    void begin();
    [[nodiscard]] DummyCanvas& canvas() { return *canvas_; }

protected:
    void paintEvent(QPaintEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void refresh();

    Document& document_;
    DummyCanvas* canvas_ = nullptr;
    QLabel* told_ = nullptr;
    QLabel* place_ = nullptr;
    QToolButton* run_ = nullptr;
};

} // namespace hinge
