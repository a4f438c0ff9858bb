// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/press.h"
#include "core/units/percent.h"

#include <QString>
#include <vector>

namespace hinge
{

/// Several jobs that are printed together on press sheets they share. Everything somebody decided about that; the jobs
/// stay files of their own.
struct Gang {
    /// One of the jobs.
    struct Member {
        QString path;        ///< of its file, from the folder of the gang, or whole
        qint64 quantity = 0; ///< how many are wanted; 0 for as many as its job says
        bool operator==(const Member&) const = default;
    };

    QString title;
    Unit unit = Unit::Mm;
    /// The press all are printed on. Of its setup the sheet, the grain and the work style count; how the sheet is
    /// filled is worked out.
    Press press;
    Stock stock;
    /// Sheets to spoil, as in a job.
    Percent overs = 5;
    /// How much more of a job may be printed than is wanted, on top of what is spoilt.
    Percent overrun = 10;
    /// How many different press sheets; 0 for the fewest that keep within the overrun.
    int forms = 0;
    std::vector<Member> members;
    QJsonObject extra{}; ///< keys of the file this version does not know; kept for saving
    bool operator==(const Gang&) const = default;
};

/// Different press sheets a gang may be split over.
inline constexpr int mostGangForms = 4;
/// Jobs of one gang.
inline constexpr int mostGangJobs = 24;

/// Refuses what cannot be: see `checkPress`.
[[nodiscard]] Result<void> checkGang(const Gang& gang);

} // namespace hinge
