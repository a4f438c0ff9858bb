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

    /// What a slot of a press sheet was given by hand.
    struct Slot {
        int member = 0;    ///< from 0
        int part = 0;      ///< which piece of it, from 0, as `GangPlan::pieces` has them: a flat has one
        bool left = false; ///< free: as large as that piece, but nothing is printed there
        bool operator==(const Slot&) const = default;
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
    /// The slots of every press sheet, along the rows of its front, where they were given out by hand; empty where that
    /// is worked out.
    std::vector<std::vector<Slot>> byHand{};
    QJsonObject extra{}; ///< keys of the file this version does not know; kept for saving
    bool operator==(const Gang&) const = default;
};

/// Different press sheets a gang may be split over.
inline constexpr int mostGangForms = 4;
/// Jobs of one gang.
inline constexpr int mostGangJobs = 24;
/// Slots of one of its sheets.
inline constexpr int mostGangSlots = 1000;

/// The gang without one of its jobs. Where that had slots by hand, who gets which is worked out again.
[[nodiscard]] Gang withoutMember(Gang gang, int member);

/// Refuses what cannot be: see `checkPress`.
[[nodiscard]] Result<void> checkGang(const Gang& gang);

} // namespace hinge
