// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/gang/gang_plan.h"

#include "core/file/links.h"
#include "core/gang/gang_checks.h"
#include "core/gang/gang_slots.h"
#include "core/gang/gang_split.h"
#include "core/piece/binding.h"
#include "core/press/press_proof.h"

#include <QFileInfo>
#include <algorithm>
#include <map>

namespace hinge
{
namespace
{

/// The components of a job that are printed by themselves, with all they are made of.
std::vector<GangPiece> piecesOf(const GangJob& member, int job)
{
    std::vector<GangPiece> pieces;
    const PieceParts parts = member.plan.partsOf(member.job);
    for (const PressRun& run : member.plan.press) {
        if (isCoverNotBegun(parts, run))
            continue;
        for (int work = 0; work < run.piece.works; ++work) {
            const PressUnit unit = unitOf(parts, run.component, work);
            GangPiece piece{job, run.component, int(pieces.size()), work, run.piece, run.piece.pieces};
            piece.piece.size = unit.size;
            piece.piece.bleeds = unit.bleeds;
            pieces.push_back(std::move(piece));
        }
    }
    return pieces;
}

/// Works out the splits of what can be laid.
class Splits
{
public:
    Splits(const Gang& gang, const std::vector<GangPiece>& pieces) : gang_(gang), sheets_(gang, pieces)
    {
        for (std::size_t i = 0; i < pieces.size(); ++i)
            wanted_.push_back(sheets_.most()[i] > 0 ? pieces[i].wanted : 0);
    }

    std::vector<GangSplit> all()
    {
        std::vector<GangSplit> splits;
        for (int runs = 1; runs <= mostGangForms; ++runs) {
            const auto found = fewestSheets([this](const std::vector<int>& counts) { return sheets_.holds(counts); },
                                            wanted_, sheets_.times(), runs, gang_.overrun, sheets_.most());
            if (found.empty())
                continue;
            std::vector<std::shared_ptr<const SheetLayout>> layouts;
            for (const SharedRun& run : found)
                layouts.push_back(sheets_.laid(run.counts));
            GangSplit split = splitOf(found, layouts);
            // A sheet more is worth plates only where it saves enough.
            if (splits.empty() || isWorth(split, splits.back()))
                splits.push_back(std::move(split));
        }
        return splits;
    }

    /// As somebody gave the slots out.
    Result<GangSplit> byHand()
    {
        std::vector<std::shared_ptr<const SheetLayout>> layouts;
        std::vector<std::vector<int>> counts;
        for (const std::vector<Gang::Slot>& slots : gang_.byHand) {
            auto layout = sheets_.laidByHand(slots);
            if (!layout)
                return tl::unexpected(layout.error());
            counts.push_back(sheets_.countsOn(**layout));
            layouts.push_back(std::move(*layout));
        }
        GangSplit split = splitOf(runsOf(counts, wanted_, sheets_.times(), gang_.overrun), layouts);
        split.byHand = true;
        return split;
    }

private:
    static bool isWorth(const GangSplit& more, const GangSplit& fewer)
    {
        if (more.forms.size() <= fewer.forms.size())
            return false;
        if (more.keepsOverrun != fewer.keepsOverrun)
            return more.keepsOverrun;
        // Common practice: plates for a few sheets of paper are not made.
        const qint64 saved = fewer.sheets + fewer.overs - more.sheets - more.overs;
        const bool paper = saved >= 250 || saved * 20 >= fewer.sheets + fewer.overs;
        return paper || (!more.keepsOverrun && more.mostOver < fewer.mostOver - 0.005);
    }

    GangSplit splitOf(const std::vector<SharedRun>& runs,
                      const std::vector<std::shared_ptr<const SheetLayout>>& layouts) const
    {
        GangSplit split;
        for (std::size_t i = 0; i < runs.size(); ++i) {
            if (!layouts[i])
                continue; // it was held when it was asked, and is filled the same way
            const GangForm form{layouts[i], runs[i].sheets, oversFor(runs[i].sheets, gang_.overs)};
            split.sheets += form.sheets;
            split.overs += form.overs;
            split.plates += printingForms(gang_.press.work);
            split.forms.push_back(form);
        }
        split.printed = printedBy(runs, sheets_.times(), wanted_.size());
        split.mostOver = mostOver(split.printed, wanted_);
        split.keepsOverrun = split.mostOver <= gang_.overrun.share();
        return split;
    }

    const Gang& gang_;
    GangSheets sheets_;
    std::vector<qint64> wanted_;
};

int chosenOf(const Gang& gang, const std::vector<GangSplit>& splits)
{
    if (splits.empty())
        return -1;
    for (int i = 0; i < int(splits.size()); ++i)
        if (gang.forms > 0 ? int(splits[std::size_t(i)].forms.size()) == gang.forms
                           : splits[std::size_t(i)].keepsOverrun)
            return i;
    return int(splits.size()) - 1; // each is better than those before it
}

} // namespace

Result<std::shared_ptr<GangJob>> inGang(const Gang& gang, const QString& folder, const Gang::Member& member, Job job)
{
    auto made = std::make_shared<GangJob>();
    job.press = gang.press;
    job.press.text.reset();
    SheetSetup plain;
    plain.sheet = gang.press.sheet;
    plain.grain = gang.press.grain;
    plain.work = gang.press.work;
    static_cast<SheetSetup&>(job.press) = plain;
    job.pages.workStyle = gang.press.work;
    if (!gang.press.profile.path.isEmpty())
        job.press.profile.path = resolvedPath(gang.press.profile.path, folder);
    if (member.quantity > 0)
        job.quantity = int(member.quantity);
    auto planned = plan(job);
    if (!planned)
        return problem(member.path, planned.error().text());
    made->name = job.title.isEmpty() ? QFileInfo(member.path).fileName().section(u'.', 0, 0) : job.title;
    made->folder = QFileInfo(resolvedPath(member.path, folder)).absolutePath();
    made->job = std::move(job);
    made->plan = std::move(*planned);
    made->findings = made->plan.findings;
    return made;
}

int GangForm::slotsOf(int piece) const
{
    return int(std::ranges::count_if(layout->front,
                                     [piece](const SheetSlot& slot) { return slot.piece == piece && !slot.left; }));
}

const GangSplit* GangPlan::split() const { return chosen < 0 ? nullptr : &splits[std::size_t(chosen)]; }

bool GangPlan::stops() const
{
    return !split() || std::ranges::any_of(findings, [](const Finding& f) { return f.severity == Severity::Stop; });
}

int GangPlan::slotsOfJob(const GangForm& form, int job) const
{
    return int(std::ranges::count_if(form.layout->front, [&](const SheetSlot& slot) {
        return !slot.left && pieces[std::size_t(slot.piece)].job == job;
    }));
}

qint64 GangPlan::printedOfJob(int job) const
{
    std::optional<qint64> fewest;
    for (std::size_t piece = 0; split() && piece < pieces.size(); ++piece)
        if (pieces[piece].job == job)
            fewest = std::min(fewest.value_or(split()->printed[piece]), split()->printed[piece]);
    return fewest.value_or(0);
}

namespace
{

/// Proves every component by itself, by all the sheets it is on; the problem names its job.
std::optional<Problem> faultOf(const GangPlan& plan, const GangJobs& jobs)
{
    std::map<std::pair<int, Component>, PressRun> runs;
    for (int form = 0; plan.split() && form < int(plan.split()->forms.size()); ++form)
        for (GangShare& share : sharesOf(plan, jobs, form)) {
            const auto key = std::pair(share.job, share.share.form.component);
            auto [at, fresh] = runs.try_emplace(key);
            if (fresh) {
                at->second.component = key.second;
                at->second.piece = jobs[std::size_t(share.job)]->plan.runOf(key.second)->piece;
            }
            at->second.forms.push_back(std::move(share.share.form));
        }
    for (const auto& [key, run] : runs) {
        const GangJob& job = *jobs[std::size_t(key.first)];
        if (auto proved = proveRun(job.plan.partsOf(job.job), run); !proved)
            return Problem{job.name, proved.error().text()};
    }
    return std::nullopt;
}

} // namespace

GangPlan planGang(const Gang& gang, const GangJobs& jobs)
{
    GangPlan plan;
    for (int job = 0; job < int(jobs.size()); ++job)
        for (GangPiece& piece : piecesOf(*jobs[std::size_t(job)], job))
            plan.pieces.push_back(std::move(piece));
    if (!plan.pieces.empty()) {
        Splits splits(gang, plan.pieces);
        plan.splits = splits.all();
        plan.chosen = chosenOf(gang, plan.splits);
        if (!gang.byHand.empty()) {
            if (auto given = splits.byHand()) {
                plan.chosen = int(plan.splits.size());
                plan.splits.push_back(std::move(*given));
            } else {
                plan.notByHand = given.error().message;
            }
        }
    }
    plan.fault = faultOf(plan, jobs);
    plan.findings = checkGangPlan(gang, jobs, plan);
    return plan;
}

std::vector<GangShare> sharesOf(const GangPlan& plan, const GangJobs& jobs, int form)
{
    const GangForm& on = plan.split()->forms[std::size_t(form)];
    std::vector<GangShare> shares;
    for (int job = 0; job < int(jobs.size()); ++job)
        for (const Component component : {Component::Flat, Component::Text}) {
            PressForm own;
            own.component = component;
            own.number = form + 1;
            own.layout = on.layout;
            own.sheets = on.sheets;
            own.overs = on.overs;
            bool any = false;
            for (const SheetSlot& slot : on.layout->front) {
                const GangPiece& piece = plan.pieces[std::size_t(slot.piece)];
                const bool mine = piece.job == job && piece.component == component && !slot.left;
                own.works.push_back(mine ? piece.work : -1);
                any = any || mine;
            }
            const GangJob& of = *jobs[std::size_t(job)];
            if (any)
                shares.push_back({job, {of.plan.partsOf(of.job), std::move(own)}});
        }
    return shares;
}

MarksOnSide gangMarks(const GangPlan& plan, const GangJobs& jobs, int form, Face side)
{
    std::vector<SheetShare> shares;
    for (GangShare& share : sharesOf(plan, jobs, form))
        shares.push_back(std::move(share.share));
    return marksOn(shares, side);
}

} // namespace hinge
