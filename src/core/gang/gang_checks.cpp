// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/gang/gang_checks.h"

#include "core/gang/gang_words.h"
#include "core/job/plates.h"
#include "core/plan/finding_parts.h"

#include <algorithm>
#include <map>
#include <set>

namespace hinge
{
namespace
{

class GangChecks
{
public:
    GangChecks(const Gang& gang, const GangJobs& jobs, const GangPlan& plan) : gang_(gang), jobs_(jobs), plan_(plan) {}

    std::vector<Finding> run()
    {
        if (jobs_.empty())
            stop("gang.empty", QStringLiteral("There is no job in the gang yet"),
                 QStringLiteral("Add the jobs that are to be printed together."));
        for (const auto& job : jobs_)
            checkJob(*job);
        checkStocks();
        checkFits();
        checkByHand();
        checkInks();
        checkSplit();
        if (plan_.fault)
            stop("gang.proof",
                 QStringLiteral("Folded and cut in the model, %1 does not come out right").arg(plan_.fault->where),
                 plan_.fault->message);
        return std::move(out_);
    }

private:
    void stop(const char* code, const QString& message, const QString& reason)
    {
        out_.push_back(found(code, Severity::Stop, message, reason));
    }
    void warn(const char* code, const QString& message, const QString& reason)
    {
        out_.push_back(found(code, Severity::Warn, message, reason));
    }

    void checkJob(const GangJob& job)
    {
        const auto stops = std::ranges::count_if(job.findings, [](const Finding& f) {
            return f.severity == Severity::Stop && !f.code.startsWith(QStringLiteral("sheet."));
        });
        if (stops > 0)
            stop("gang.job",
                 stops == 1 ? QStringLiteral("%1 has something that stops it").arg(job.name)
                            : QStringLiteral("%1 has %2 things that stop it").arg(job.name).arg(stops),
                 QStringLiteral("Open the job and settle what its findings say."));
        if (job.job.records.any() && job.job.records.count > 0 && !hasPages(job.job.kind))
            stop("gang.numbered", QStringLiteral("%1 is numbered, or differs from copy to copy").arg(job.name),
                 QStringLiteral("Such pieces are cut and stacked in order, which takes sheets of their own. "
                                "Print it by itself."));
    }

    /// What was set up for another paper; each job is told once.
    void checkStocks()
    {
        std::set<int> told;
        for (const GangPiece& piece : plan_.pieces) {
            const GangJob& job = *jobs_[std::size_t(piece.job)];
            const Stock& own = stockOf(job.job, piece.component);
            if ((own.grammage == gang_.stock.grammage && own.coated == gang_.stock.coated) ||
                !told.insert(piece.job).second)
                continue;
            warn("gang.stock",
                 QStringLiteral("%1 was set up for %2; the gang is printed on %3")
                     .arg(job.name, paperWords(own), paperWords(gang_.stock)),
                 QStringLiteral("All pieces of a sheet have one paper. Spines, creep and folds were worked out for the "
                                "other."));
        }
    }

    static QString paperWords(const Stock& stock)
    {
        const QString weight = QStringLiteral("%1 g/m²").arg(stock.grammage);
        return stock.coated ? weight + QStringLiteral(" coated") : weight + QStringLiteral(" uncoated");
    }

    /// Pieces that do not go on the sheet at all.
    void checkFits()
    {
        const QString sheet = formatSize(gang_.press.sheet, gang_.unit);
        QStringList told;
        for (std::size_t i = 0; i < plan_.pieces.size(); ++i) {
            const GangPiece& piece = plan_.pieces[i];
            const QString& name = jobs_[std::size_t(piece.job)]->name;
            const bool laid = plan_.split() && plan_.split()->printed[i] > 0;
            if (laid || told.contains(name))
                continue;
            told << name;
            if (plan_.split() && plan_.split()->byHand && isLaidByItself(int(i))) {
                stop("gang.noSlot", QStringLiteral("%1 has no slot").arg(gangPieceName(plan_, jobs_, int(i))),
                     QStringLiteral("The slots were given out by hand. Give it one, or have them worked out again."));
                continue;
            }
            stop("gang.tooSmall", QStringLiteral("%1 does not fit on the press sheet of %2").arg(name, sheet),
                 QStringLiteral("It is %1 as the knife frees it. Choose a larger sheet, or take it out.")
                     .arg(formatSize(piece.piece.size, gang_.unit)));
        }
    }

    /// Whether the program finds a place for the piece where it gives out the slots.
    [[nodiscard]] bool isLaidByItself(int piece) const
    {
        return std::ranges::any_of(plan_.splits, [piece](const GangSplit& split) {
            return !split.byHand && split.printed[std::size_t(piece)] > 0;
        });
    }

    void checkByHand()
    {
        if (!plan_.notByHand.isEmpty())
            warn("gang.byHand", QStringLiteral("The slots are not as they were given out by hand"),
                 plan_.notByHand + QStringLiteral(" They were worked out; give out again what should be otherwise."));
    }

    /// One name for two inks would come onto one plate.
    void checkInks()
    {
        std::map<QString, std::pair<QString, Cmyk>> known;
        for (const auto& job : jobs_)
            for (const QString& plate : platesOf(job->job).mid(4)) {
                const Cmyk colour = plateColour(job->job, plate);
                const auto [at, fresh] = known.try_emplace(plate, job->name, colour);
                if (!fresh && at->second.second != colour)
                    warn("gang.ink",
                         QStringLiteral("%1 is one colour in %2 and another in %3")
                             .arg(plate, at->second.first, job->name),
                         QStringLiteral("Inks of one name are printed from one plate. Give one of them another name, "
                                        "or make them alike."));
            }
        if (known.size() > 2) // common practice, no source: presses have four to six units
            warn("gang.plates", QStringLiteral("The sheet takes %1 spot inks").arg(known.size()),
                 QStringLiteral("Each is one more unit of the press, or one more pass, for all the pieces."));
    }

    void checkSplit()
    {
        const GangSplit* split = plan_.split();
        if (!split)
            return;
        if (!split->keepsOverrun)
            warn("gang.overrun",
                 QStringLiteral("Up to %1 % more is printed than is wanted")
                     .arg(QString::number(split->mostOver * 100, 'f', 0)),
                 QStringLiteral("The numbers do not go together on so few sheets. Split the gang over more sheets, or "
                                "print what goes over by itself."));
        int unmarked = 0;
        for (int form = 0; form < int(split->forms.size()); ++form) {
            std::vector<SheetShare> shares;
            for (GangShare& share : sharesOf(plan_, jobs_, form))
                shares.push_back(std::move(share.share));
            unmarked += cutsWithoutMark(shares);
        }
        if (unmarked > 0)
            warn("gang.marks", QStringLiteral("%1 cuts have no mark beside them").arg(unmarked),
                 QStringLiteral("There is no room for one. The knife's program tells where they are."));
    }

    const Gang& gang_;
    const GangJobs& jobs_;
    const GangPlan& plan_;
    std::vector<Finding> out_;
};

} // namespace

std::vector<Finding> checkGangPlan(const Gang& gang, const GangJobs& jobs, const GangPlan& plan)
{
    return GangChecks(gang, jobs, plan).run();
}

} // namespace hinge
