// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/gang/gang_plan.h"

#include <QStringList>

namespace hinge
{

/// What `hinge gang` was asked for, as it was typed; empty texts were left out.
struct Ganging {
    /// One gang file; or jobs, each with how many are wanted after an equals sign where that is not its own number:
    /// "cards.hinge.json=2000".
    QStringList files;
    QString sheet, stock, work, overrun;
    int forms = 0;
    QString title;
    bool filesOutside = false;
};

/// A gang with its jobs, planned.
struct PlannedGang {
    Gang gang;
    GangJobs jobs;
    GangPlan plan;
};

/// Opens, or makes, the gang. Of jobs the first says on which press and paper all are printed. Fails, naming the option
/// or the file, with what cannot be read.
[[nodiscard]] Result<PlannedGang> gangOf(const Ganging& wanted);

/// Who gets which slots, how many are printed, and what was found: as text for people, and as JSON for scripts.
[[nodiscard]] QString gangText(const PlannedGang& gang);
[[nodiscard]] QByteArray gangJson(const PlannedGang& gang);

} // namespace hinge
