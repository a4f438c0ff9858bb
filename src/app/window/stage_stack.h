// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QStackedLayout>
#include <QWidget>

namespace hinge
{

/// The stages, of which one is in view. A stage takes the room it is given: unlike a QStackedWidget this one does not
/// ask all of them how high they would be at each width, which would set every text of every stage at every edit.
class StageStack : public QWidget
{
public:
    StageStack() { setLayout(layout_); }
    void add(QWidget* stage) { layout_->addWidget(stage); }
    [[nodiscard]] QWidget* widget(int index) const { return layout_->widget(index); }
    [[nodiscard]] int current() const { return layout_->currentIndex(); }
    void show(int index) { layout_->setCurrentIndex(index); }

private:
    class Layout : public QStackedLayout
    {
    public:
        [[nodiscard]] bool hasHeightForWidth() const override { return false; }
    };
    Layout* layout_ = new Layout; ///< the widget takes it over
};

} // namespace hinge
