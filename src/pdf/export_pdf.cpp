// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/export_pdf.h"

#include "colour/press_profile.h"
#include "core/file/embedded_files.h"
#include "core/file/record_table.h"
#include "core/piece/page_numbers.h"
#include "core/plan/sheet_marks.h"
#include "pdf/face_form.h"
#include "pdf/pdf_number.h"
#include "pdf/press_file.h"
#include "pdf/read_facts.h"

#include <qpdf/QPDFPageDocumentHelper.hh>

namespace hinge
{
namespace
{

/// Registration colour: prints on every plate (ISO 32000-1, 8.6.6.4, Separation All).
QPDFObjectHandle registrationSpace()
{
    return QPDFObjectHandle::parse(
        "[ /Separation /All /DeviceCMYK << /FunctionType 2 /Domain [0 1] /C0 [0 0 0 0] /C1 [1 1 1 1] /N 1 >> ]");
}

/// Marks as operators; `height` turns y down into y up.
QByteArray drawMarks(const std::vector<MarkLine>& marks, Length height)
{
    QByteArray out = "q /Reg CS 1 SCN " + pdfNumber(markWidth.toPoints()) + " w\n";
    for (const bool fold : {false, true}) {
        out += fold ? "[" + pdfNumbers(foldMarkDash.toPoints(), foldMarkGap.toPoints()) + "] 0 d\n"
                    : QByteArray("[] 0 d\n");
        for (const MarkLine& m : marks)
            if (m.fold == fold)
                out += pdfNumbers(m.from.x.toPoints(), (height - m.from.y).toPoints()) + "m " +
                       pdfNumbers(m.to.x.toPoints(), (height - m.to.y).toPoints()) + "l S\n";
    }
    return out + "Q\n";
}

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
    page.replaceKey("/Contents", pdf.newStream(content.toStdString()));
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
                               drawMarks(flatMarks(paper, face), paper.flat.h) + "Q\n";
    addPage(pdf, content, form, page.w.toPoints(), height, onPage(bleed), onPage(trimOf(paper)));
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
        if (!known || (!job.on(surface).isFilled() && !printedNumber(job, page))) {
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

/// What is printed of a job whose copies differ: the flat as the first copy has it, sheets without what differs.
Job printedJob(const Job& job, const RecordTable* table, ExportKind kind)
{
    if (!namesFields(job) || kind == ExportKind::Copies)
        return job;
    return kind == ExportKind::Sheets ? withoutRecord(job) : filledFor(job, recordAt(job, table, 0));
}

/// The matrix that lays a form on its place, y up. The form's origin is the lower left corner of the trim.
QPDFMatrix placeMatrix(const SheetSlot& place, Size sheet)
{
    const bool lies = place.turn == Turn::Quarter || place.turn == Turn::ThreeQuarters;
    const Length height = lies ? place.trim.w : place.trim.h;
    const Length some = Length::mm(1);
    const Point corner = onSheet(place, {Length(), height});
    const Point across = onSheet(place, {some, height});
    const Point up = onSheet(place, {Length(), height - some});
    const auto share = [&](Length l) { return double(l.count()) / double(some.count()); };
    return {share(across.x - corner.x), -share(across.y - corner.y), share(up.x - corner.x),
            -share(up.y - corner.y),    corner.x.toPoints(),         (sheet.h - corner.y).toPoints()};
}

void addSheetPage(QPDF& pdf, const Plan& plan, Face face, const QPDFObjectHandle& form)
{
    const SheetLayout& layout = plan.sheet;
    const bool front = face == Face::Outside;
    const auto& places = front ? layout.front : layout.back;
    QByteArray content;
    const std::vector<Rect> printed = printedOnSheet(places, plan.paper, face);
    for (std::size_t i = 0; i < places.size(); ++i) {
        content += "q ";
        if (printed[i] != bleedOnSheet(places[i], plan.paper, face))
            content += pdfNumbers(printed[i].x.toPoints(), (layout.sheet.h - printed[i].bottom()).toPoints(),
                                  printed[i].w.toPoints(), printed[i].h.toPoints()) +
                       "re W n ";
        content += concatenated(placeMatrix(places[i], layout.sheet)) + "/Face Do Q\n";
    }
    content +=
        drawMarks(sheetMarks(places, front ? layout.frontArea : layout.backArea, plan.paper, face), layout.sheet.h);
    const double w = layout.sheet.w.toPoints();
    const double h = layout.sheet.h.toPoints();
    addPage(pdf, content, form, w, h, box(0, 0, w, h), box(0, 0, w, h));
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
    const Job job = printedJob(asDecided, table->get(), kind);
    const auto planned = plan(job);
    if (!planned)
        return tl::unexpected(planned.error());
    if (kind == ExportKind::Sheets && planned->sheet.up() == 0)
        return problem(QStringLiteral("press.sheet"),
                       QStringLiteral("The flat does not fit on the press sheet; choose a larger one."));
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
    try {
        LargeStreams large;
        QPDF pdf;
        pdf.emptyPDF();
        FaceComposer composer(pdf, job, *planned, jobFolder, run, large);
        run.reached(0);
        if (kind == ExportKind::Copies) {
            const int count = recordCount(job, table->get());
            for (int place = 0; place < count; ++place) {
                run.reached(int(10LL * place / count));
                composer.collectCopy(filledFor(job, recordAt(job, table->get(), place)));
            }
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
        int done = 10;
        for (const Face face : bothFaces) {
            if (kind == ExportKind::Pages || kind == ExportKind::Copies)
                break;
            run.reached(done);
            const auto form = composer.compose(face);
            if (!form)
                return tl::unexpected(form.error());
            if (kind == ExportKind::Flat)
                addFlatPage(pdf, *planned, face, *form);
            else
                addSheetPage(pdf, *planned, face, *form);
            done += 20;
        }
        if (composer.isTransparent())
            for (QPDFObjectHandle page : pdf.getAllPages())
                page.replaceKey("/Group", QPDFObjectHandle::parse("<< /S /Transparency /I true /CS /DeviceCMYK >>"));
        dressForPress(pdf, job.title, *press, composer.obstacles().isEmpty());
        if (auto written = writePressFile(pdf, target, run, large); !written)
            return tl::unexpected(written.error());
        return Exported{composer.obstacles()};
    } catch (const ExportStopped&) {
        return problem(target, QStringLiteral("The export was stopped. Nothing was written."));
    } catch (const ExportFailed& e) {
        return tl::unexpected(e.problem);
    } catch (const std::bad_alloc&) {
        return problem(
            target,
            QStringLiteral(
                "There is not enough memory to make the PDF. Close other programs, or make large pictures smaller."));
    } catch (const std::exception& e) {
        return problem(target, QStringLiteral("The PDF could not be made: %1.").arg(QString::fromUtf8(e.what())));
    }
}

} // namespace hinge
