// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/export_pdf.h"

#include "colour/press_profile.h"
#include "core/edit/record_edits.h"
#include "core/file/embedded_files.h"
#include "core/file/record_table.h"
#include "core/piece/page_numbers.h"
#include "core/press/sheet_marks.h"
#include "pdf/face_form.h"
#include "pdf/mark_operators.h"
#include "pdf/numbered_copies.h"
#include "pdf/numbered_side.h"
#include "pdf/operators_stream.h"
#include "pdf/pdf_number.h"
#include "pdf/press_file.h"
#include "pdf/press_pages.h"
#include "pdf/read_facts.h"

#include <qpdf/QPDFPageDocumentHelper.hh>

namespace hinge
{
namespace
{

QPDFObjectHandle box(double x, double y, double w, double h)
{
    return QPDFObjectHandle::newArray(QPDFObjectHandle::Rectangle(x, y, x + w, y + h));
}

/// A page with one or more face forms and marks; without a form it is blank.
void addPage(QPDF& pdf, const QByteArray& content, const std::optional<QPDFObjectHandle>& form, double width,
             double height, const QPDFObjectHandle& bleedBox, const QPDFObjectHandle& trimBox)
{
    QPDFObjectHandle page = QPDFObjectHandle::newDictionary();
    page.replaceKey("/Type", QPDFObjectHandle::newName("/Page"));
    page.replaceKey("/MediaBox", box(0, 0, width, height));
    page.replaceKey("/BleedBox", bleedBox);
    page.replaceKey("/TrimBox", trimBox);
    QPDFObjectHandle resources = QPDFObjectHandle::newDictionary();
    QPDFObjectHandle objects = QPDFObjectHandle::newDictionary();
    if (form)
        objects.replaceKey("/Face", *form);
    resources.replaceKey("/XObject", objects);
    QPDFObjectHandle spaces = QPDFObjectHandle::newDictionary();
    spaces.replaceKey("/Reg", registrationSpace());
    resources.replaceKey("/ColorSpace", spaces);
    page.replaceKey("/Resources", resources);
    page.replaceKey("/Contents", operatorsStream(pdf, content));
    QPDFPageDocumentHelper(pdf).addPage(QPDFPageObjectHelper(pdf.makeIndirectObject(page)), false);
}

void addFlatPage(QPDF& pdf, const Plan& plan, Face face, const QPDFObjectHandle& form)
{
    const Paper& paper = plan.paper;
    const Rect page = flatPage(paper, face);
    const Rect bleed = bleedOf(paper, face);
    const double height = page.h.toPoints();
    const auto onPage = [&](const Rect& r) {
        return box((r.x - page.x).toPoints(), height - (r.bottom() - page.y).toPoints(), r.w.toPoints(),
                   r.h.toPoints());
    };
    const double left = (-page.x).toPoints();
    const double foot = (page.bottom() - paper.flat.h).toPoints();
    const QByteArray content = "q 1 0 0 1 " + pdfNumbers(left, foot) + "cm\n/Face Do\n" +
                               drawMarks(flatMarks(paper, face), SheetMarks().weight, paper.flat.h) + "Q\n";
    addPage(pdf, content, form, page.w.toPoints(), height, onPage(bleed), onPage(trimOf(paper)));
}

Result<void> addFlatPages(QPDF& pdf, const Plan& plan, FaceComposer& composer, ExportRun& run)
{
    int done = 10;
    for (const Face face : bothFaces) {
        run.reached(done);
        const auto form = composer.compose(face);
        if (!form)
            return tl::unexpected(form.error());
        addFlatPage(pdf, plan, face, *form);
        done += 20;
    }
    return {};
}

/// A page as large as its bleed; without a form it is blank.
void addBledPage(QPDF& pdf, const Paper& paper, Face face, const std::optional<QPDFObjectHandle>& form)
{
    const Rect bleed = bleedOf(paper, face);
    const double height = bleed.h.toPoints();
    const double left = (-bleed.x).toPoints();
    const double foot = (bleed.bottom() - paper.flat.h).toPoints();
    const QByteArray content = form ? "q 1 0 0 1 " + pdfNumbers(left, foot) + "cm\n/Face Do\nQ\n" : QByteArray();
    addPage(pdf, content, form, bleed.w.toPoints(), height, box(0, 0, bleed.w.toPoints(), height),
            box(left, foot, paper.flat.w.toPoints(), paper.flat.h.toPoints()));
}

/// All pages in reading order, each composed once.
Result<void> addTextPages(QPDF& pdf, const Job& job, const Plan& plan, FaceComposer& composer, ExportRun& run)
{
    int done = 0;
    for (const ReaderPage& page : plan.pages) {
        run.reached(10 + 40 * done++ / int(plan.pages.size()));
        const bool known = page.place >= 0 && page.place < job.sequence.size();
        const SurfaceId surface = known ? job.sequence.at(page.place).surface() : SurfaceId::ofPage(0);
        if (!known || (!plan.prints(job, surface) && !printedNumber(job, page))) {
            addBledPage(pdf, (*plan.textPages)[std::size_t(page.hand)], Face::Outside, std::nullopt);
            continue;
        }
        const auto form = composer.compose(surface);
        if (!form)
            return tl::unexpected(form.error());
        addBledPage(pdf, plan.paperOf(surface), Face::Outside, *form);
    }
    return {};
}

/// Every copy, front and back, each shared part composed once.
Result<void> addCopies(QPDF& pdf, const Job& job, const Plan& plan, const RecordTable* table, FaceComposer& composer,
                       ExportRun& run)
{
    const int count = recordCount(job, table);
    for (int place = 0; place < count; ++place) {
        run.reached(20 + int(30LL * place / count));
        if (auto used = composer.useCopy(filledFor(job, recordAt(job, table, place))); !used)
            return problem(used.error().where,
                           QStringLiteral("Record %1: %2").arg(place + 1).arg(used.error().message));
        for (const Face face : bothFaces) {
            const auto form = composer.composeCopy(face);
            if (!form)
                return tl::unexpected(form.error());
            addBledPage(pdf, plan.paper, face, *form);
        }
    }
    return {};
}

/// The records of a job that takes them from a file.
Result<std::shared_ptr<const RecordTable>> tableFor(const Job& job, const QString& jobFolder)
{
    if (job.records.source != RecordSource::File)
        return std::shared_ptr<const RecordTable>();
    FileFacts facts = readFileFacts(resolvedPath(job.records.file.path, jobFolder), job.records.reading);
    if (!facts.table)
        return problem(shownPath(job.records.file.path), facts.error);
    return std::move(facts.table);
}

/// Every copy is printed for its own record: by itself, or in the piles of press sheets.
bool printsRecords(const Job& job, ExportKind kind)
{
    return kind == ExportKind::Copies ||
           (kind == ExportKind::Sheets && job.records.any() && job.records.count > 0 && !hasPages(job.kind));
}

/// What is printed of a job whose copies differ: the flat as the first copy has it, sheets of pages without what
/// differs.
Job printedJob(const Job& job, const RecordTable* table, ExportKind kind)
{
    if (!namesFields(job) || printsRecords(job, kind))
        return job;
    return kind == ExportKind::Sheets ? withoutRecord(job) : filledFor(job, recordAt(job, table, 0));
}

/// Tells the composer the letters that copies need.
void collectCopies(const Job& job, const RecordTable* table, FaceComposer& composer, ExportRun& run)
{
    const int count = recordCount(job, table);
    // Of a long series not every number need be set to know its letters.
    if (job.records.source == RecordSource::Series && count >= NumberedSide::worthWhile) {
        const std::vector<QByteArray> shown = digitsToShow(job.records.series, count);
        for (const QByteArray& digits : shown)
            composer.collectCopy(filledFor(job, recordOf(job.records.series, digits)));
        if (!shown.empty())
            return;
    }
    for (int place = 0; place < count; ++place) {
        run.reached(int(10LL * place / count));
        composer.collectCopy(filledFor(job, recordAt(job, table, place)));
    }
}

/// Why sheets cannot be written; nothing when they can.
std::optional<Problem> sheetsProblem(const Job& job, const Plan& plan)
{
    for (const PressRun& run : plan.press)
        if (run.forms.empty() && !isCoverNotBegun(plan.partsOf(job), run))
            return Problem{QStringLiteral("press.sheet"),
                           run.component == Component::Text
                               ? QStringLiteral("The text does not fit on its press sheet; choose a larger one.")
                               : QStringLiteral("The flat does not fit on the press sheet; choose a larger one.")};
    if (const Problem* fault = plan.pressFault())
        return *fault;
    return std::nullopt;
}

} // namespace

Result<Exported> exportPdf(const Job& asDecided, ExportKind kind, const QString& jobFolder, const QString& target,
                           const ExportProgress& progress)
{
    if (auto unpacked = unpackEmbedded(asDecided); !unpacked)
        return tl::unexpected(unpacked.error());
    const auto table = tableFor(asDecided, jobFolder);
    if (!table)
        return tl::unexpected(table.error());
    Job counted = asDecided;
    if (*table) // the file may have other rows by now than when it was counted
        setRecordCount(counted, recordCount(asDecided, table->get()));
    const Job job = printedJob(counted, table->get(), kind);
    const auto planned = plan(job);
    if (!planned)
        return tl::unexpected(planned.error());
    if (kind == ExportKind::Sheets)
        if (auto wrong = sheetsProblem(job, *planned))
            return tl::unexpected(*wrong);
    if (kind == ExportKind::Pages && !planned->book)
        return problem(QStringLiteral("kind"),
                       QStringLiteral("A %1 has no pages of its own; write its flat.").arg(kindName(job.kind)));
    if (kind == ExportKind::Copies && recordCount(job, table->get()) == 0)
        return problem(QStringLiteral("records"),
                       QStringLiteral("All copies are alike: number them, or bring in data; or write the flat."));
    const auto press = pressProfileOf(job, jobFolder);
    if (!press)
        return tl::unexpected(press.error());
    ExportRun run(progress);
    const QDate today = QDate::currentDate(); // the same on every sheet, however long it takes
    return guardedExport(target, [&]() -> Result<Exported> {
        Assembly assembly;
        QPDF pdf;
        pdf.emptyPDF();
        FaceComposer composer(pdf, job, *planned, jobFolder, run, assembly);
        run.reached(0);
        const bool records = printsRecords(job, kind) && recordCount(job, table->get()) > 0;
        if (kind == ExportKind::Sheets)
            collectSheetLabels(composer, job, *planned, today);
        if (records) {
            collectCopies(job, table->get(), composer, run);
            // What is laid out for all must be sound for one.
            if (auto used = composer.useCopy(filledFor(job, recordAt(job, table->get(), 0))); !used)
                return tl::unexpected(used.error());
        }
        if (auto ready = composer.prepare(); !ready)
            return tl::unexpected(ready.error());
        if (kind == ExportKind::Pages)
            if (auto added = addTextPages(pdf, job, *planned, composer, run); !added)
                return tl::unexpected(added.error());
        if (kind == ExportKind::Copies)
            if (auto added = addCopies(pdf, job, *planned, table->get(), composer, run); !added)
                return tl::unexpected(added.error());
        if (kind == ExportKind::Sheets)
            if (auto added = addPressPages(pdf, job, *planned, table->get(), composer, run, today); !added)
                return tl::unexpected(added.error());
        if (kind == ExportKind::Flat)
            if (auto added = addFlatPages(pdf, *planned, composer, run); !added)
                return tl::unexpected(added.error());
        if (composer.isTransparent())
            blendInCmyk(pdf);
        if (kind == ExportKind::Sheets)
            printAtFullSize(pdf);
        dressForPress(pdf, job.title, *press, composer.obstacles().isEmpty());
        if (auto written = writePressFile(pdf, target, run, assembly); !written)
            return tl::unexpected(written.error());
        return Exported{composer.obstacles()};
    });
}

} // namespace hinge
