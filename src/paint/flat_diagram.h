// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "paint/dimension_lines.h"
#include "paint/face_painter.h"
#include "paint/zone_painter.h"

namespace hinge {

/// How the drawing of a flat looks around the paper.
struct DiagramStyle {
    DimensionStyle dimensions;
    QColor accent; ///< marks at the ends of folds
    QFont role;
    QFont note;
};

/// The dimensioned drawing of one face of the flat, as a workshop would draw it: zones, folds, roles and measures, fitted
/// into `target` (pixels of the painter).
void paintFlatDiagram(QPainter& painter, const QRectF& target, const Job& job, const Plan& plan, Face face, const DiagramStyle& style);

} // namespace hinge
