// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/press_pages.h"

#include "core/job/plates.h"
#include "core/job/record_fill.h"
#include "core/piece/page_numbers.h"
#include "core/plan/sheet_words.h"
#include "pdf/layers.h"
#include "pdf/mark_operators.h"
#include "pdf/pdf_number.h"

#include <qpdf/QPDFPageDocumentHelper.hh>

namespace hinge
{
namespace
{

/// The matrix that lays a form on its place, y up. The form's origin is the lower left corner of the trim.
QPDFMatrix placeMatrix(const PlacedSurface& place, Length height)
{
    const SheetSlot slot{place.trim, place.turn};
    const bool lies = place.turn == Turn::Quarter || place.turn == Turn::ThreeQuarters;
    const double narrower = (lies ? place.trim.h : place.trim.w).toMm() / place.size.w.toMm();
    const Length some = Length::mm(1);
    const Point corner = onSheet(slot, Point{Length(), place.size.h});
    const Point across = onSheet(slot, Point{some, place.size.h});
    const Point up = onSheet(slot, Point{Length(), place.size.h - some});
    const auto share = [&](Length l) { return double(l.count()) / double(some.count()); };
    return {share(across.x - corner.x) * narrower,
            -share(across.y - corner.y) * narrower,
            share(up.x - corner.x),
            -share(up.y - corner.y),
            corner.x.toPoints(),
            (height - corner.y).toPoints()};
}

class PressPages
{
public:
    PressPages(QPDF& pdf, const Job& job, const Plan& plan, const RecordTable* table, FaceComposer& composer,
               ExportRun& run, QDate day)
        : pdf_(pdf), job_(job), plan_(plan), table_(table), composer_(composer), run_(run), parts_(plan.partsOf(job)),
          marks_(addLayer(pdf, "Marks")), registration_(pdf.makeIndirectObject(registrationSpace())), day_(day)
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
                                              : addPlace(content, form, place);
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

    /// What is printed is clipped to where it may be printed, and laid on its place.
    void begin(FaceComposer::Content& content, const PressForm& form, const PlacedSurface& place) const
    {
        const Length height = form.layout->sheet.h;
        content.operators +=
            "q " + rectangleOnPage(place.printed, height) + "W n " + concatenated(placeMatrix(place, height));
    }

    Result<void> addPlace(FaceComposer::Content& content, const PressForm& form, const PlacedSurface& place)
    {
        if (place.surface == SurfaceId::ofPage(0) || !isPrinted(place))
            return {};
        auto kept = composed_.find(place.surface);
        if (kept == composed_.end()) {
            const auto made = composer_.compose(place.surface);
            if (!made)
                return tl::unexpected(made.error());
            kept = composed_.emplace(place.surface, pdf_.makeIndirectObject(*made)).first;
        }
        begin(content, form, place);
        content.operators += nameOf(content, place.surface, kept->second) + " Do Q\n";
        return {};
    }

    [[nodiscard]] bool isPrinted(const PlacedSurface& place) const
    {
        if (job_.on(place.surface).isFilled())
            return true;
        const ReaderPage* page = plan_.readerPage(place.surface);
        return page && printedNumber(job_, *page);
    }

    /// A form that is painted several times on a page stands in its resources once.
    static QByteArray nameOf(FaceComposer::Content& content, const SurfaceId& surface, const QPDFObjectHandle& form)
    {
        const QByteArray name = surface.component == Component::Flat ? "/F" + QByteArray::number(int(surface.face))
                                                                     : "/P" + QByteArray::number(surface.page);
        content.objects.replaceKey(name.toStdString(), form);
        return name;
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
        begin(content, form, place);
        if (auto added = composer_.addCopy(content, place.surface); !added)
            return added;
        content.operators += "Q\n";
        return {};
    }

    /// Bar patches one ink each, collating steps in black, all else on every plate.
    [[nodiscard]] QByteArray marksOf(const PressForm& form, Face side) const
    {
        const MarksOnSide marks = marksOn(parts_, form, side);
        const Length height = form.layout->sheet.h;
        const Length weight = job_.press.marks.weight;
        QByteArray out = drawMarks(marks.lines, weight, height) + drawTargets(marks.targets, weight, height);
        for (const InkPatch& patch : marks.bar) {
            if (const auto* spot = composer_.spot(patch.plate)) {
                out += spot->first + " cs 1 scn ";
            } else {
                const Cmyk c = plateColour(job_, patch.plate);
                out += pdfNumbers(c.c.share(), c.m.share(), c.y.share(), c.k.share()) + "k ";
            }
            out += rectangleOnPage(patch.area, height) + "f\n";
        }
        for (const Rect& step : marks.steps)
            out += "0 0 0 1 k " + rectangleOnPage(step, height) + "f\n";
        if (marks.label)
            out += labelOf(*marks.label, sheetLabel(job_, plan_, form, side, day_), height);
        return out;
    }

    [[nodiscard]] QByteArray labelOf(const SheetLabel& label, const QString& words, Length height) const
    {
        const Rect& r = label.area;
        const bool up = label.turn == Turn::ThreeQuarters;
        // A little below the head of its box, so that ascenders and descenders lie in the middle of it.
        const QByteArray lie = up ? pdfNumbers(0, 1, -1, 0, r.x.toPoints(), (height - r.bottom()).toPoints())
                                  : pdfNumbers(1, 0, 0, 1, r.x.toPoints(), (height - r.y).toPoints());
        return "q " + rectangleOnPage(r, height) + "W n /Reg cs 1 scn " + lie + "cm " + composer_.drawLine(words) +
               "Q\n";
    }

    void addPage(const FaceComposer::Content& content, const PressForm& form, Face side)
    {
        QPDFObjectHandle resources = composer_.resourcesOf(content);
        if (!resources.getKey("/ColorSpace").isDictionary())
            resources.replaceKey("/ColorSpace", QPDFObjectHandle::newDictionary());
        resources.getKey("/ColorSpace").replaceKey("/Reg", registration_);
        QPDFObjectHandle properties = QPDFObjectHandle::newDictionary();
        properties.replaceKey("/Marks", marks_);
        resources.replaceKey("/Properties", properties);
        const QByteArray operators = content.operators + "/OC /Marks BDC\n" + marksOf(form, side) + "EMC\n";
        const Size sheet = form.layout->sheet;
        QPDFObjectHandle page = QPDFObjectHandle::newDictionary();
        page.replaceKey("/Type", QPDFObjectHandle::newName("/Page"));
        for (const char* box : {"/MediaBox", "/BleedBox", "/TrimBox"})
            page.replaceKey(box, QPDFObjectHandle::newArray(
                                     QPDFObjectHandle::Rectangle(0, 0, sheet.w.toPoints(), sheet.h.toPoints())));
        page.replaceKey("/Resources", resources);
        page.replaceKey("/Contents", pdf_.newStream(operators.toStdString()));
        QPDFPageDocumentHelper(pdf_).addPage(QPDFPageObjectHelper(pdf_.makeIndirectObject(page)), false);
    }

    QPDF& pdf_;
    const Job& job_;
    const Plan& plan_;
    const RecordTable* table_;
    FaceComposer& composer_;
    ExportRun& run_;
    const PieceParts parts_;
    QPDFObjectHandle marks_;
    QPDFObjectHandle registration_;
    std::map<SurfaceId, QPDFObjectHandle> composed_;
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
