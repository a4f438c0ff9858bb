// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/record_table.h"
#include "pdf/face_form.h"

#include <QDate>

namespace hinge
{

/// Before the composer is prepared: tells it the small print of all press sheets, with the day they are written.
void collectSheetLabels(FaceComposer& composer, const Job& job, const Plan& plan, QDate day);

/// Adds every side of every press sheet, in the order they are printed, sheets of numbered copies each for itself. What
/// stands on a page or face is composed once, however often it is painted. Marks lie in a layer of their own. The
/// composer must be prepared, for copies that differ with all of them.
[[nodiscard]] Result<void> addPressPages(QPDF& pdf, const Job& job, const Plan& plan, const RecordTable* table,
                                         FaceComposer& composer, ExportRun& run, QDate day);

} // namespace hinge
