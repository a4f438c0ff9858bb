// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"
#include "app/window/stage.h"

#include <QAbstractButton>
#include <QVariantAnimation>

namespace hinge
{

/// The row of stages, drawn as a folded strip of paper: the stage at work lies open and flat, the
/// others stand at an angle. Opening one unfolds it.
class StageStrip : public QWidget
{
    Q_OBJECT

public:
    explicit StageStrip(Document& document, QWidget* parent = nullptr);

    [[nodiscard]] Stage current() const { return current_; }
    void setCurrent(Stage stage);
    /// Puts the keyboard on the stage in view.
    void takeFocus();
    QSize sizeHint() const override { return {800, 68}; }

Q_SIGNALS:
    void chosen(hinge::Stage stage);

protected:
    void resizeEvent(QResizeEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    void place();
    void refresh();
    [[nodiscard]] bool isShown(Stage stage) const { return hasStage(document_.job(), stage); }

    Document& document_;
    Stage current_ = Stage::Brief;
    Stage previous_ = Stage::Brief;
    std::array<QAbstractButton*, allStages.size()> leaves_{};
    QVariantAnimation unfolding_;
};

} // namespace hinge
