// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QFont>
#include <QPainter>
#include <QString>

namespace hinge
{

/// How dimension lines look.
struct DimensionStyle {
    QColor line;
    QColor ink;
    QFont font;
};

/// Dimension lines like a workshop drawing's: a thin line with slanted ticks and the figure in a gap. In pixels.
void paintDimensionAcross(QPainter& painter, double x0, double x1, double y, const QString& text,
                          const DimensionStyle& style);
void paintDimensionDown(QPainter& painter, double x, double y0, double y1, const QString& text,
                        const DimensionStyle& style);

} // namespace hinge
