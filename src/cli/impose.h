// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/job.h"

#include <QStringList>

namespace hinge
{

/// What `hinge impose` was asked for, as it was typed; empty texts were left out.
struct Imposing {
    QStringList files;
    QString piece; ///< stapled, glued, wire, leaflet, card or tickets
    QString finished, sheet;
    QString bleed, stock, caliper, gap, gripper, margin, mill;
    QString work;       ///< sheetwise, work-and-turn, work-and-tumble or one side
    QString creep;      ///< calipers a sheet; "none"
    QString numberFrom; ///< of tickets: what stands before the number, and where it begins: "0001", "A-17"
    QString marks;      ///< "none" for no marks
    int quantity = 0;
    int columns = 0, rows = 0;
    int signature = 0;
    bool inPiles = false; ///< different sheets or leaves on one press sheet, cut and stacked in order
    bool rightToLeft = false;
};

/// Makes the job: its pages are those of the files in their order, or, of what has two sides, the first is its front
/// and the second its back. Relative links start in the working folder. Fails, naming the option, when one cannot be
/// read, or a file cannot be used.
[[nodiscard]] Result<Job> jobToImpose(const Imposing& wanted);

} // namespace hinge
