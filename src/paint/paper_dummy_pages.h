// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/dummy/paper_dummy.h"
#include "paint/dummy_painter.h"
#include "paint/face_painter.h"

#include <QFont>
#include <functional>

namespace hinge
{

/// What is done with the printed pages, one sentence each: print, join, glue, cut, fold, put together.
[[nodiscard]] QStringList paperDummyInstructions(const Job& job, const Plan& plan, const PaperDummy& dummy);

/// What pages of a paper dummy are painted with.
struct PaperDummyTools {
    FacePainter& painter; ///< what is designed
    QFont font;           ///< everything else
};

/// The first page: the instructions, and a drawing of every fold. The painter's unit is a tenth of a millimetre.
void paintDummyInstructions(QPainter& painter, Size paper, const Job& job, const Plan& plan, const PaperDummy& dummy,
                            const PaperDummyTools& tools);
/// One side of one printed sheet, by its number among `PaperDummy::pages`. The same unit.
void paintDummyPage(QPainter& painter, const Job& job, const Plan& plan, const PaperDummy& dummy, std::size_t page,
                    const PaperDummyTools& tools);

/// Writes instructions and pages as one PDF. `goesOn` is told how many of how many pages are done, and can stop it; the
/// file then stays as it was.
[[nodiscard]] Result<void> writePaperDummy(const Job& job, const Plan& plan, const PaperDummy& dummy,
                                           const PaperDummyTools& tools, const QString& path,
                                           const std::function<bool(int, int)>& goesOn = {});

} // namespace hinge
