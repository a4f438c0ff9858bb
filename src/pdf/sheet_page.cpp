// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/sheet_page.h"

#include "core/job/plates.h"
#include "core/piece/page_numbers.h"
#include "pdf/layers.h"
#include "pdf/mark_operators.h"
#include "pdf/operators_stream.h"
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

QPDFObjectHandle wholeSheet(Size sheet)
{
    return QPDFObjectHandle::newArray(QPDFObjectHandle::Rectangle(0, 0, sheet.w.toPoints(), sheet.h.toPoints()));
}

QByteArray labelOf(const SheetLabel& label, const QByteArray& words, Length height)
{
    const Rect& r = label.area;
    const bool up = label.turn == Turn::ThreeQuarters;
    // A little below the head of its box, so that ascenders and descenders lie in the middle of it.
    const QByteArray lie = up ? pdfNumbers(0, 1, -1, 0, r.x.toPoints(), (height - r.bottom()).toPoints())
                              : pdfNumbers(1, 0, 0, 1, r.x.toPoints(), (height - r.y).toPoints());
    return "q " + rectangleOnPage(r, height) + "W n /Reg cs 1 scn " + lie + "cm " + words + "Q\n";
}

} // namespace

QByteArray layOnSheet(const PlacedSurface& place, Length sheetHeight)
{
    return "q " + rectangleOnPage(place.printed, sheetHeight) + "W n " + concatenated(placeMatrix(place, sheetHeight));
}

SheetSource::SheetSource(QPDF& pdf, const Job& job, const Plan& plan, FaceComposer& composer)
    : pdf_(pdf), job_(job), plan_(plan), composer_(composer)
{
}

bool SheetSource::isPrinted(const PlacedSurface& place) const
{
    if (plan_.prints(job_, place.surface))
        return true;
    const ReaderPage* page = plan_.readerPage(place.surface);
    return page && printedNumber(job_, *page);
}

Result<void> SheetSource::paint(FaceComposer::Content& content, const PlacedSurface& place, Length sheetHeight,
                                const QByteArray& prefix)
{
    if (place.surface == SurfaceId::ofPage(0) || !isPrinted(place))
        return {};
    // A page of a book stands on one sheet, once: what was supplied for it is painted there as it is.
    if (place.surface.component == Component::Text && composer_.isSuppliedAlone(place.surface)) {
        content.operators += layOnSheet(place, sheetHeight);
        if (auto added = composer_.addSuppliedAlone(content, place.surface); !added)
            return added;
        content.operators += "Q\n";
        return {};
    }
    auto kept = composed_.find(place.surface);
    if (kept == composed_.end()) {
        const auto made = composer_.compose(place.surface);
        if (!made)
            return tl::unexpected(made.error());
        kept = composed_.emplace(place.surface, pdf_.makeIndirectObject(*made)).first;
    }
    // A form that is painted several times on a page stands in its resources once.
    const QByteArray name =
        prefix + (place.surface.component == Component::Flat ? "F" + QByteArray::number(int(place.surface.face))
                                                             : "P" + QByteArray::number(place.surface.page));
    content.objects.replaceKey(name.toStdString(), kept->second);
    content.operators += layOnSheet(place, sheetHeight) + name + " Do Q\n";
    return {};
}

SheetPages::SheetPages(QPDF& pdf)
    : pdf_(pdf), layer_(addLayer(pdf, "Marks")), registration_(pdf.makeIndirectObject(registrationSpace()))
{
}

QByteArray SheetPages::markOperators(QPDFObjectHandle resources, const MarksOnSide& marks, const QString& label,
                                     const std::vector<SheetSource*>& sources, Length height) const
{
    if (!resources.getKey("/ColorSpace").isDictionary())
        resources.replaceKey("/ColorSpace", QPDFObjectHandle::newDictionary());
    QPDFObjectHandle spaces = resources.getKey("/ColorSpace");
    spaces.replaceKey("/Reg", registration_);
    const Length weight = sources.front()->job().press.marks.weight;
    QByteArray out = drawMarks(marks.lines, weight, height) + drawTargets(marks.targets, weight, height);
    for (const InkPatch& patch : marks.bar) {
        const auto owner = std::ranges::find_if(
            sources, [&](const SheetSource* source) { return platesOf(source->job()).contains(patch.plate); });
        const SheetSource& source = owner == sources.end() ? *sources.front() : **owner;
        if (const auto* spot = source.composer().spot(patch.plate)) {
            const QByteArray name = "/Bar" + QByteArray::number(owner - sources.begin()) + spot->first.mid(1);
            spaces.replaceKey(name.toStdString(), spot->second);
            out += name + " cs 1 scn ";
        } else {
            const Cmyk c = plateColour(source.job(), patch.plate);
            out += pdfNumbers(c.c.share(), c.m.share(), c.y.share(), c.k.share()) + "k ";
        }
        out += rectangleOnPage(patch.area, height) + "f\n";
    }
    for (const Rect& step : marks.steps)
        out += "0 0 0 1 k " + rectangleOnPage(step, height) + "f\n";
    if (marks.label)
        out += labelOf(*marks.label, sources.front()->composer().drawLine(label), height);
    return out;
}

QByteArray SheetPages::paintMarks(QPDFObjectHandle resources, const MarksOnSide& marks, const QString& label,
                                  const std::vector<SheetSource*>& sources, Size sheet)
{
    MarksOnSide drawn = marks;
    drawn.label.reset();
    const QByteArray operators = markOperators(resources, drawn, {}, sources, sheet.h);
    const auto [kept, isNew] = drawings_.try_emplace(operators + pdfNumbers(sheet.w.toPoints(), sheet.h.toPoints()));
    if (isNew)
        kept->second = asDrawing(operators, resources, sheet);
    paintDrawing(resources, kept->second);
    return drawingPainted() +
           (marks.label ? labelOf(*marks.label, sources.front()->composer().drawLine(label), sheet.h) : QByteArray());
}

QPDFObjectHandle SheetPages::asDrawing(const QByteArray& marks, QPDFObjectHandle resources, Size sheet)
{
    QPDFObjectHandle form = operatorsStream(pdf_, marks);
    QPDFObjectHandle d = form.getDict();
    d.replaceKey("/Type", QPDFObjectHandle::newName("/XObject"));
    d.replaceKey("/Subtype", QPDFObjectHandle::newName("/Form"));
    d.replaceKey("/BBox", wholeSheet(sheet));
    QPDFObjectHandle own = QPDFObjectHandle::newDictionary();
    for (const char* key : {"/Font", "/ColorSpace"})
        if (QPDFObjectHandle part = resources.getKey(key); part.isDictionary())
            own.replaceKey(key, part.shallowCopy());
    d.replaceKey("/Resources", own);
    return form;
}

void SheetPages::paintDrawing(QPDFObjectHandle resources, const QPDFObjectHandle& drawing)
{
    QPDFObjectHandle objects = resources.getKey("/XObject").shallowCopy();
    objects.replaceKey("/SheetMarks", drawing);
    resources.replaceKey("/XObject", objects);
}

QByteArray SheetPages::contentOf(const QByteArray& work, const QByteArray& marks)
{
    return work + "/OC /Marks BDC\n" + marks + "EMC\n";
}

void SheetPages::add(const QPDFObjectHandle& content, QPDFObjectHandle resources, Size sheet)
{
    if (!resources.hasKey("/Properties")) {
        QPDFObjectHandle properties = QPDFObjectHandle::newDictionary();
        properties.replaceKey("/Marks", layer_);
        resources.replaceKey("/Properties", properties);
    }
    QPDFObjectHandle page = QPDFObjectHandle::newDictionary();
    page.replaceKey("/Type", QPDFObjectHandle::newName("/Page"));
    if (!box_.isInitialized() || sheet != boxOf_) {
        box_ = wholeSheet(sheet);
        boxOf_ = sheet;
    }
    for (const char* box : {"/MediaBox", "/BleedBox", "/TrimBox"})
        page.replaceKey(box, box_);
    page.replaceKey("/Resources", resources);
    page.replaceKey("/Contents", content);
    QPDFPageDocumentHelper(pdf_).addPage(QPDFPageObjectHelper(pdf_.makeIndirectObject(page)), false);
}

} // namespace hinge
