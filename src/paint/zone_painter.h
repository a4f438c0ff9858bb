// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

#include <QPainter>
#include <QPainterPath>

namespace hinge
{

/// Colours of the paper's zones; the paper itself stays paper in every theme.
struct ZoneColours {
    QColor paper{0xFF, 0xFE, 0xFA};
    QColor ink{0x20, 0x26, 0x2D};
    QColor bleed{0xF1, 0xDF, 0xB8};
    QColor bleedHatch{0xB9, 0x85, 0x2A};
    QColor dots{0x7A, 0x82, 0x8C};
    QColor column{0x1D, 0x6A, 0x66};
    QColor keepClear{0xA8, 0x45, 0x2F};
};

/// Zones as surfaces: the bleed a fine hatch outside the trim, the unsafe strips veiled with dots, a
/// fold shaded like a crease, the trim one ink-coloured line. Painter in millimetres; `pixel` is the
/// size of one screen pixel in millimetres, so that textures keep their grain at any zoom.
void paintBleed(QPainter& painter, const Paper& paper, Face face, const ZoneColours& colours);
void paintUnsafe(QPainter& painter, const Paper& paper, Face face, const ZoneColours& colours);
/// The edges of a press sheet that take no print.
void paintUnprintable(QPainter& painter, const QRectF& sheet, const QRectF& printable, const ZoneColours& colours);
/// Folds as creases, scores as pressed lines, perforations as rows of short cuts.
void paintCreases(QPainter& painter, const Paper& paper, Face face, double pixel);
/// The trim, with its rounded corners and drilled holes.
void paintTrim(QPainter& painter, const Paper& paper, Face face, const ZoneColours& colours, double pixel);
void paintColumns(QPainter& painter, const Paper& paper, Face face, const ZoneColours& colours, double pixel);
/// Areas where something must not stand, outlined and named.
void paintKeepClear(QPainter& painter, const Paper& paper, Face face, const ZoneColours& colours, double pixel);

/// The small mark at the ends of a fold: a filled triangle for a valley, an open one for a mountain.
void paintFoldEnds(QPainter& painter, const Paper& paper, Face face, const QColor& colour, double pixel);

} // namespace hinge
