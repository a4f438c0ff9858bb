// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/press/sheet_layout.h"

#include <QWidget>

namespace hinge
{

/// How the pile is turned for its second side: the printed side, the edge it is turned over, and how it is fed again.
class TurnPicture : public QWidget
{
    Q_OBJECT

public:
    explicit TurnPicture(QWidget* parent = nullptr);
    void follow(const SheetLayout& layout);
    QSize sizeHint() const override { return {200, 74}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    Size sheet_;
    bool aboutVertical_ = true;
    bool bothSides_ = true;
};

} // namespace hinge
