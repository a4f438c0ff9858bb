// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/press_pages.h"

#include "core/job/record_fill.h"
#include "core/plan/sheet_words.h"
#include "pdf/numbered_side.h"
#include "pdf/operators_stream.h"
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
        : pdf_(pdf), job_(job), plan_(plan), table_(table), composer_(composer), run_(run), parts_(plan.partsOf(job)),
          pages_(pdf), source_(pdf, job, plan, composer), day_(day)
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
            for (const PressForm& form : run.forms) {
                if (auto added = run.stacking ? addStacked(run, form) : addSheet(form); !added)
                    return added;
            }
        }
        return {};
    }

private:
    void reached() { run_.reached(20 + int(30 * done_++ / all_)); }

    Result<void> addSheet(const PressForm& form)
    {
        reached();
        for (const Face side : form.layout->sidesGiven(job_.press.device)) {
            FaceComposer::Content content;
            for (const PlacedSurface& place : placedOn(parts_, form, side))
                if (auto added = source_.paint(content, place, form.layout->sheet.h); !added)
                    return added;
            addPage(content, form, side);
        }
        return {};
    }

    /// One side of a sheet that is printed for other records each time.
    struct StackedSide {
        Face side;
        std::vector<PlacedSurface> placed;
        std::vector<int> piles;        ///< by place
        std::vector<QByteArray> lie{}; ///< by place, as `layOnSheet` gives it
        std::shared_ptr<NumberedSide> numbered{};
        QPDFObjectHandle resources{}; ///< of the sheets before, as long as they refer to the same
        QPDFObjectHandle marks{};     ///< the drawing of the marks
    };

    Result<void> addStacked(const PressRun& run, const PressForm& form)
    {
        std::vector<StackedSide> sides;
        for (const Face side : form.layout->sidesGiven(job_.press.device)) {
            StackedSide made{side, placedOn(parts_, form, side), {}};
            for (const PlacedSurface& place : made.placed) {
                made.piles.push_back(pileOf(*form.layout, place.slot, run.stacking->order));
                made.lie.push_back(layOnSheet(place, form.layout->sheet.h));
            }
            made.marks = marksDrawing(form, side);
            if (auto done = prepareNumbered(run, made); !done)
                return done;
            sides.push_back(std::move(made));
        }
        for (qint64 sheet = 0; sheet < run.stacking->sheets(); ++sheet) {
            reached();
            for (StackedSide& side : sides) {
                if (side.numbered) {
                    pages_.add(side.numbered->contentOf(pdf_, sheet, side.numbered), side.resources,
                               form.layout->sheet);
                    continue;
                }
                if (auto added = addComposed(run, form, side, sheet); !added)
                    return added;
            }
        }
        return {};
    }

    /// A sheet whose copies are composed one by one.
    Result<void> addComposed(const PressRun& run, const PressForm& form, StackedSide& side, qint64 sheet)
    {
        FaceComposer::Content content;
        for (std::size_t i = 0; i < side.placed.size(); ++i)
            if (auto added =
                    addCopy(content, run.stacking->recordAt(side.piles[i], sheet), side.lie[i], side.placed[i].surface);
                !added)
                return added;
        if (!refersWithin(content, side.resources)) {
            QPDFObjectHandle resources = composer_.resourcesOf(content);
            SheetPages::paintDrawing(resources, side.marks);
            side.resources = pdf_.makeIndirectObject(resources);
        }
        const QByteArray all = SheetPages::contentOf(content.operators, SheetPages::drawingPainted());
        pages_.add(operatorsStream(pdf_, all), side.resources, form.layout->sheet);
        return {};
    }

    /// Whether resources that are there already have all that a content refers to, under the same names.
    static bool refersWithin(const FaceComposer::Content& content, QPDFObjectHandle resources)
    {
        if (!resources.isInitialized())
            return false;
        const auto has = [&resources](QPDFObjectHandle wanted, const char* kind, auto isSame) {
            QPDFObjectHandle there = resources.getKey(kind);
            for (const auto& [key, value] : wanted.getDictAsMap())
                if (!there.isDictionary() || !there.hasKey(key) || !isSame(QPDFObjectHandle(value), there.getKey(key)))
                    return false;
            return true;
        };
        return has(content.objects, "/XObject",
                   [](QPDFObjectHandle a, QPDFObjectHandle b) { return a.getObjGen() == b.getObjGen(); }) &&
               has(content.states, "/ExtGState",
                   [](QPDFObjectHandle a, QPDFObjectHandle b) { return a.unparse() == b.unparse(); });
    }

    /// The marks of a side of sheets that are many and have the same.
    QPDFObjectHandle marksDrawing(const PressForm& form, Face side)
    {
        QPDFObjectHandle resources = composer_.resourcesOf({});
        const Size sheet = form.layout->sheet;
        const QByteArray marks = pages_.markOperators(resources, marksOn(parts_, form, side),
                                                      sheetLabel(job_, plan_, form, side, day_), {&source_}, sheet.h);
        return pages_.asDrawing(marks, resources, sheet);
    }

    /// Where copies differ in the digits of a long series, their operators are put together from those of a few.
    Result<void> prepareNumbered(const PressRun& run, StackedSide& side)
    {
        if (job_.records.source != RecordSource::Series || side.placed.empty() ||
            run.stacking->records < NumberedSide::worthWhile)
            return {};
        std::vector<NumberedSide::Place> places;
        for (std::size_t i = 0; i < side.placed.size(); ++i) {
            if (side.placed[i].surface != side.placed.front().surface)
                return {};
            places.push_back({side.lie[i], side.piles[i]});
        }
        auto made = NumberedSide::make(composer_, job_, side.placed.front().surface, *run.stacking, std::move(places));
        record_ = -1; // the composer has another one at hand now
        if (!made)
            return tl::unexpected(made.error());
        if (!*made)
            return {};
        QPDFObjectHandle resources = composer_.resourcesOf((*made)->common());
        SheetPages::paintDrawing(resources, side.marks);
        (*made)->setMarks(SheetPages::drawingPainted());
        side.resources = pdf_.makeIndirectObject(resources);
        side.numbered = std::move(*made);
        return {};
    }

    /// A slot of a run whose copies differ: the record that its pile has on this sheet; -1 where that has ended.
    Result<void> addCopy(FaceComposer::Content& content, qint64 record, const QByteArray& lie, const SurfaceId& surface)
    {
        if (record < 0)
            return {};
        if (record != record_) {
            if (auto used = composer_.useCopy(filledFor(job_, recordAt(job_, table_, int(record)))); !used)
                return problem(used.error().where,
                               QStringLiteral("Record %1: %2").arg(record + 1).arg(used.error().message));
            record_ = record;
        }
        content.operators += lie;
        if (auto added = composer_.addCopy(content, surface); !added)
            return added;
        content.operators += "Q\n";
        return {};
    }

    void addPage(const FaceComposer::Content& content, const PressForm& form, Face side)
    {
        const Size sheet = form.layout->sheet;
        QPDFObjectHandle resources = composer_.resourcesOf(content);
        const QByteArray marks = pages_.paintMarks(resources, marksOn(parts_, form, side),
                                                   sheetLabel(job_, plan_, form, side, day_), {&source_}, sheet);
        pages_.add(operatorsStream(pdf_, SheetPages::contentOf(content.operators, marks)), resources, sheet);
    }

    QPDF& pdf_;
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
