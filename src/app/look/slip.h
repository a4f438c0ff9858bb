// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/look/theme.h"

#include <QPainter>
#include <QWidget>

namespace hinge
{

/// Paints a slip of paper: slightly rounded, with a soft shadow. Leave 4 px around for the shadow.
void paintSlip(QPainter& painter, const QRect& rect, const Theme& theme);
/// The soft edge of paper that lies on the desk: so many layers, each a pixel deeper and `spread` wider than the one
/// before. The paper itself is painted over it.
void paintPaperShadow(QPainter& painter, const QRectF& paper, int layers, double spread, int alpha);

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
