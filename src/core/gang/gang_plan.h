// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/gang/gang.h"
#include "core/plan/plan.h"
#include "core/press/sheet_marks.h"

#include <memory>

namespace hinge
{

/// A job as it is printed in a gang: on the press of the gang, and planned for it.
struct GangJob {
    QString name;   ///< its title, or that of its file
    QString folder; ///< where its links start
    Job job;        ///< as many as are wanted
    Plan plan;
    /// All that was found about the job; what its own sheets have is passed over.
    std::vector<Finding> findings;
};
/// The job of a member. `folder` is that of the gang. Fails with what makes the job impossible on this press.
[[nodiscard]] Result<std::shared_ptr<GangJob>> inGang(const Gang& gang, const QString& folder,
                                                      const Gang::Member& member, Job job);

/// What of a job lies on the sheets: its flat, or one of the sheets, signatures or leaves of its pages.
struct GangPiece {
    int job = 0; ///< which one, from 0
    Component component = Component::Flat;
    int part = 0; ///< which piece of its job, from 0
    int work = 0; ///< as in `PressForm::works`
    PieceOnPress piece;
    qint64 wanted = 0;
};

/// One press sheet of a gang: `SheetSlot::piece` says which piece lies in a slot.
struct GangForm {
    std::shared_ptr<const SheetLayout> layout;
    /// Good sheets, and the overs on top.
    qint64 sheets = 0;
    qint64 overs = 0;
    /// How many slots a piece is printed in.
    [[nodiscard]] int slotsOf(int piece) const;
};

/// One way of splitting a gang over press sheets.
struct GangSplit {
    std::vector<GangForm> forms;
    std::vector<qint64> printed; ///< good ones, by piece
    qint64 sheets = 0;           ///< of all forms
    qint64 overs = 0;
    int plates = 0;            ///< sets of plates, of all forms
    double mostOver = 0;       ///< how much more of a piece is printed than wanted, at most, as a share
    bool keepsOverrun = false; ///< that is within what was allowed
    bool byHand = false;       ///< as somebody gave the slots out
};

/// All that follows from a gang.
struct GangPlan {
    std::vector<GangPiece> pieces;
    /// By the number of press sheets, each better than those before it: a twentieth less paper or 250 sheets, or less
    /// over where too much is. The last is the one by hand, where there is one.
    std::vector<GangSplit> splits;
    int chosen = -1; ///< of the splits; -1 where nothing can be laid
    /// Why the slots are not as they were given out by hand; empty where they are, or nobody did.
    QString notByHand{};
    std::vector<Finding> findings;

    /// nullptr where nothing can be laid.
    [[nodiscard]] const GangSplit* split() const;
    [[nodiscard]] bool stops() const;
    /// Slots that a job has on a sheet of the split, and complete copies of it that all sheets give: no more than of
    /// the piece it has fewest of.
    [[nodiscard]] int slotsOfJob(const GangForm& form, int job) const;
    [[nodiscard]] qint64 printedOfJob(int job) const;
    /// Why the sheets would not give the pieces, found by making them in the model.
    std::optional<Problem> fault{};
};

using GangJobs = std::vector<std::shared_ptr<const GangJob>>;

/// Works out which piece gets which slots of which sheets, so that the fewest sheets are printed. Pure. What jobs want
/// that cannot be is told in the findings; what cannot be laid is left out.
[[nodiscard]] GangPlan planGang(const Gang& gang, const GangJobs& jobs);

/// What a job has of a press sheet of the gang.
struct GangShare {
    int job = 0;
    SheetShare share;
};
/// What each job has of a press sheet, from 0, in the order of the jobs. Refers to the jobs.
[[nodiscard]] std::vector<GangShare> sharesOf(const GangPlan& plan, const GangJobs& jobs, int form);
/// The marks on a side of such a sheet.
[[nodiscard]] MarksOnSide gangMarks(const GangPlan& plan, const GangJobs& jobs, int form, Face side);

} // namespace hinge
