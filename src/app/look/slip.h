// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/look/theme.h"

#include <QPainter>
#include <QWidget>

namespace hinge
{

/// Paints a slip of paper: slightly rounded, with a soft shadow. Leave 4 px around for the shadow.
void paintSlip(QPainter& painter, const QRect& rect, const Theme& theme);

/// A widget that looks like one.
class Slip : public QWidget
{
public:
    using QWidget::QWidget;

protected:
    void paintEvent(QPaintEvent*) override
    {
        QPainter p(this);
        paintSlip(p, rect(), Theme::of(this));
    }
};

} // namespace hinge
