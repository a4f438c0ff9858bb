// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/export_gang.h"

#include "colour/press_profile.h"
#include "core/edit/record_edits.h"
#include "core/file/embedded_files.h"
#include "core/gang/gang_words.h"
#include "pdf/operators_stream.h"
#include "pdf/press_file.h"
#include "pdf/sheet_page.h"

#include <memory>

namespace hinge
{
namespace
{

/// A job of the gang, and all that composes it.
struct Composing {
    Job job; ///< without what differs from copy to copy
    Plan ownPlan;
    FaceComposer composer;
    SheetSource source;

    Composing(QPDF& pdf, const GangJob& from, ExportRun& run, Assembly& assembly)
        : job(namesFields(from.job) ? withoutRecord(from.job) : from.job),
          ownPlan(plan(job, &from.plan).value_or(from.plan)), composer(pdf, job, ownPlan, from.folder, run, assembly),
          source(pdf, job, ownPlan, composer)
    {
    }
};

class GangPages
{
public:
    GangPages(QPDF& pdf, const Gang& gang, const GangPlan& plan, const GangJobs& jobs, ExportRun& run,
              Assembly& assembly)
        : pdf_(pdf), gang_(gang), plan_(plan), jobs_(jobs), run_(run)
    {
        for (const auto& job : jobs)
            composing_.push_back(std::make_unique<Composing>(pdf, *job, run, assembly));
        for (const auto& composing : composing_)
            sources_.push_back(&composing->source);
    }

    Result<void> prepare()
    {
        if (gang_.press.marks.label)
            for (int form = 0; form < forms(); ++form)
                for (const Face side : bothFaces)
                    composing_.front()->composer.collectLine(label(form, side));
        for (const auto& composing : composing_)
            if (auto ready = composing->composer.prepare(); !ready)
                return ready;
        return {};
    }

    Result<void> add(SheetPages& pages)
    {
        for (int form = 0; form < forms(); ++form)
            for (const Face side : plan_.split()->forms[std::size_t(form)].layout->sidesGiven(gang_.press.device)) {
                run_.reached(20 + 60 * form / forms());
                if (auto added = addSide(pages, form, side); !added)
                    return added;
            }
        return {};
    }

    [[nodiscard]] QStringList obstacles() const
    {
        QStringList all;
        for (const auto& composing : composing_)
            all << composing->composer.obstacles();
        all.removeDuplicates();
        return all;
    }
    [[nodiscard]] bool isTransparent() const
    {
        return std::ranges::any_of(composing_, [](const auto& c) { return c->composer.isTransparent(); });
    }

private:
    [[nodiscard]] int forms() const { return int(plan_.split()->forms.size()); }
    [[nodiscard]] QString label(int form, Face side) const
    {
        return gangSheetLabel(gang_, plan_, jobs_, form, side, day_);
    }
    Result<void> addSide(SheetPages& pages, int form, Face side)
    {
        const Size sheet = plan_.split()->forms[std::size_t(form)].layout->sheet;
        FaceComposer::Content content;
        for (const GangShare& share : sharesOf(plan_, jobs_, form))
            for (const PlacedSurface& place : placedOn(share.share.parts, share.share.form, side))
                if (auto painted = sources_[std::size_t(share.job)]->paint(content, place, sheet.h,
                                                                           "/J" + QByteArray::number(share.job + 1));
                    !painted)
                    return problem(jobs_[std::size_t(share.job)]->name, painted.error().text());
        QPDFObjectHandle resources = composing_.front()->composer.resourcesOf(content);
        const QByteArray marks =
            pages.paintMarks(resources, gangMarks(plan_, jobs_, form, side), label(form, side), sources_, sheet);
        pages.add(operatorsStream(pdf_, SheetPages::contentOf(content.operators, marks)), resources, sheet);
        return {};
    }

    QPDF& pdf_;
    const Gang& gang_;
    const GangPlan& plan_;
    const GangJobs& jobs_;
    ExportRun& run_;
    std::vector<std::unique_ptr<Composing>> composing_;
    std::vector<SheetSource*> sources_;
    const QDate day_ = QDate::currentDate();
};

} // namespace

Result<Exported> exportGang(const Gang& gang, const GangPlan& plan, const GangJobs& jobs, const QString& target,
                            const ExportProgress& progress)
{
    if (plan.fault)
        return tl::unexpected(*plan.fault);
    if (!plan.split())
        return problem(target, QStringLiteral("None of these jobs goes on the press sheet; choose a larger one."));
    for (const auto& job : jobs)
        if (auto unpacked = unpackEmbedded(job->job); !unpacked)
            return tl::unexpected(unpacked.error());
    const auto press = pressProfileOf(jobs.front()->job, jobs.front()->folder);
    if (!press)
        return tl::unexpected(press.error());
    ExportRun run(progress);
    return guardedExport(target, [&]() -> Result<Exported> {
        Assembly assembly;
        QPDF pdf;
        pdf.emptyPDF();
        run.reached(0);
        GangPages gangPages(pdf, gang, plan, jobs, run, assembly);
        if (auto ready = gangPages.prepare(); !ready)
            return tl::unexpected(ready.error());
        SheetPages pages(pdf);
        if (auto added = gangPages.add(pages); !added)
            return tl::unexpected(added.error());
        if (gangPages.isTransparent())
            blendInCmyk(pdf);
        printAtFullSize(pdf);
        const QStringList obstacles = gangPages.obstacles();
        dressForPress(pdf, gang.title, *press, obstacles.isEmpty());
        if (auto written = writePressFile(pdf, target, run, assembly); !written)
            return tl::unexpected(written.error());
        return Exported{obstacles};
    });
}

} // namespace hinge
