// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/press_pages.h"

#include "core/job/record_fill.h"
#include "core/plan/sheet_words.h"
#include "pdf/sheet_page.h"

namespace hinge
{
namespace
{

class PressPages
{
public:
    PressPages(QPDF& pdf, const Job& job, const Plan& plan, const RecordTable* table, FaceComposer& composer,
               ExportRun& run, QDate day)
        : job_(job), plan_(plan), table_(table), composer_(composer), run_(run), parts_(plan.partsOf(job)), pages_(pdf),
          source_(pdf, job, plan, composer), day_(day)
    {
    }

    Result<void> add()
    {
        const auto times = [](const PressRun& run) { return run.stacking ? run.stacking->sheets() : 1; };
        for (const PressRun& run : plan_.press)
            all_ += qint64(run.forms.size()) * times(run);
        for (const PressRun& run : plan_.press) {
            if (isCoverNotBegun(parts_, run))
                continue;
            for (const PressForm& form : run.forms)
                for (qint64 sheet = 0; sheet < times(run); ++sheet) {
                    run_.reached(20 + int(30 * done_++ / all_));
                    if (auto added = addSheet(run, form, sheet); !added)
                        return added;
                }
        }
        return {};
    }

private:
    Result<void> addSheet(const PressRun& run, const PressForm& form, qint64 sheet)
    {
        for (const Face side : bothFaces) {
            if (side == Face::Inside && (form.sides() == 1 || isSecondPass(form)))
                continue;
            FaceComposer::Content content;
            for (const PlacedSurface& place : placedOn(parts_, form, side))
                if (auto added = run.stacking ? addCopy(content, *run.stacking, form, place, sheet)
                                              : source_.paint(content, place, form.layout->sheet.h);
                    !added)
                    return added;
            addPage(content, form, side);
        }
        return {};
    }

    /// A press prints the second side from the plates of the first; any other machine wants to be given both.
    [[nodiscard]] bool isSecondPass(const PressForm& form) const
    {
        return form.layout->isOneForm() && job_.press.device == Device::ProductionPress;
    }

    /// A slot of a run whose copies differ: the record that its pile has on this sheet.
    Result<void> addCopy(FaceComposer::Content& content, const Stacking& stacking, const PressForm& form,
                         const PlacedSurface& place, qint64 sheet)
    {
        const int pile = pileOf(*form.layout, place.slot, stacking.order);
        const qint64 record = stacking.recordAt(pile, sheet);
        if (record < 0)
            return {};
        if (record != record_) {
            if (auto used = composer_.useCopy(filledFor(job_, recordAt(job_, table_, int(record)))); !used)
                return problem(used.error().where,
                               QStringLiteral("Record %1: %2").arg(record + 1).arg(used.error().message));
            record_ = record;
        }
        content.operators += layOnSheet(place, form.layout->sheet.h);
        if (auto added = composer_.addCopy(content, place.surface); !added)
            return added;
        content.operators += "Q\n";
        return {};
    }

    void addPage(const FaceComposer::Content& content, const PressForm& form, Face side)
    {
        const Size sheet = form.layout->sheet;
        QPDFObjectHandle resources = composer_.resourcesOf(content);
        const QByteArray marks = pages_.markOperators(resources, marksOn(parts_, form, side),
                                                      sheetLabel(job_, plan_, form, side, day_), {&source_}, sheet.h);
        pages_.add(content.operators, marks, resources, sheet);
    }

    const Job& job_;
    const Plan& plan_;
    const RecordTable* table_;
    FaceComposer& composer_;
    ExportRun& run_;
    const PieceParts parts_;
    SheetPages pages_;
    SheetSource source_;
    const QDate day_;
    qint64 record_ = -1; ///< the one the composer has at hand
    qint64 all_ = 0;
    qint64 done_ = 0;
};

} // namespace

void collectSheetLabels(FaceComposer& composer, const Job& job, const Plan& plan, QDate day)
{
    if (!job.press.marks.label)
        return;
    for (const PressRun& run : plan.press)
        for (const PressForm& form : run.forms)
            for (const Face side : bothFaces)
                composer.collectLine(sheetLabel(job, plan, form, side, day));
}

Result<void> addPressPages(QPDF& pdf, const Job& job, const Plan& plan, const RecordTable* table,
                           FaceComposer& composer, ExportRun& run, QDate day)
{
    return PressPages(pdf, job, plan, table, composer, run, day).add();
}

} // namespace hinge
