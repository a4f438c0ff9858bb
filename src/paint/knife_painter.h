// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/knife_words.h"

#include <QFont>
#include <QPainter>

namespace hinge
{

/// How the table looks: light or dark.
struct KnifeLook {
    QColor ink{0x20, 0x26, 0x2D};
    QColor ink2{0x59, 0x62, 0x6C};
    QColor done{0xDC, 0xEB, 0xE8}; ///< what has been freed
    QFont font;
};

/// The table of the guillotine about a sheet, whichever way that is turned; the middle of the sheet is at the origin.
[[nodiscard]] QRectF knifeTable(Size sheet);

/// The pile as it lies before a stroke, its edge at the back gauge; after the last one all that was cut. Painter in
/// millimetres; `pixel` is the size of one screen pixel in millimetres.
void paintKnifeTable(QPainter& painter, const SheetLayout& layout, const QStringList& slotNames, int stroke, Unit unit,
                     const KnifeLook& look, double pixel);

/// Writes how sheets are cut: as a table (CSV) where the path ends so, else as PDF with a drawing of every stroke, on
/// A4 or, where people count in inches, on Letter.
[[nodiscard]] Result<void> writeKnifeProgram(const QString& title, const std::vector<CuttingOrder>& orders, Unit unit,
                                             const QFont& font, const QString& path);

} // namespace hinge
