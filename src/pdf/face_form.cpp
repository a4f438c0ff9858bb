// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/face_form.h"

#include "core/job/master_copies.h"
#include "core/job/outline_path.h"
#include "core/job/picture_fit.h"
#include "core/job/plates.h"
#include "core/job/record_fill.h"
#include "core/job/stories.h"
#include "core/piece/page_numbers.h"
#include "pdf/open_pdf.h"
#include "pdf/operators_stream.h"
#include "pdf/pdf_name.h"
#include "pdf/pdf_number.h"
#include "pdf/read_facts.h"
#include "typeset/shadow_mask.h"
#include "typeset/story_layout.h"

#include <cmath>

namespace hinge
{
FaceComposer::FaceComposer(QPDF& pdf, const Job& job, const Plan& plan, QString jobFolder, ExportRun& run,
                           Assembly& assembly)
    : pdf_(pdf), raw_(job), job_(job), plan_(plan), jobFolder_(std::move(jobFolder)), run_(run), assembly_(assembly),
      pages_(pdf, assembly, run)
{
}

Result<void> FaceComposer::prepare()
{
    makeSpotSpaces();
    layouts_ = layOutAllText(job_, plan_, FontLibrary::installed());
    for (const auto& [id, layout] : layouts_)
        fonts_.collect(layout);
    for (const SequencePage& page : job_.sequence)
        if (const ReaderPage* reader = plan_.readerPage(page.surface()))
            if (const auto number = printedNumber(job_, *reader)) {
                TextLayout layout = layOutText({number->words}, number->frame.size(), FontLibrary::installed());
                fonts_.collect(layout);
                numbers_.emplace(page.id, std::pair(number->frame, std::move(layout)));
            }
    for (const auto& [surface, content] : job_.surfaces) {
        for (const Item& item : content->items) {
            if (item.kind != ItemKind::Code)
                continue;
            if (auto made = addCodeLayout(item); !made)
                return made;
            fonts_.collect(codes_.at(item.id).digits);
        }
    }
    for (const auto& [words, layout] : lines_)
        fonts_.collect(layout);
    return fonts_.embed(pdf_);
}

Result<void> FaceComposer::addCodeLayout(const Item& item)
{
    auto code = layOutCode(item.code, item.ink, plan_.findItem(item.id)->frame.size(), FontLibrary::installed());
    if (!code)
        return problem(item.name, code.error().message);
    codes_.insert_or_assign(item.id, std::move(*code));
    return {};
}

void FaceComposer::collectCopy(const Job& copy)
{
    for (const auto& [surface, content] : raw_.surfaces)
        for (const Item& item : content->items) {
            if (!namesFields(item))
                continue;
            const Item& own = *copy.findItem(item.id);
            if (own.kind == ItemKind::Text) {
                const StoryInput story = storyThrough(copy, plan_, own);
                for (const TextLayout& layout : layOut(story, FontLibrary::installed()))
                    fonts_.collect(layout);
            } else if (own.kind == ItemKind::Code) {
                if (const auto code =
                        layOutCode(own.code, own.ink, plan_.findItem(own.id)->frame.size(), FontLibrary::installed()))
                    fonts_.collect(code->digits);
            }
        }
}

Result<void> FaceComposer::useCopy(const Job& copy)
{
    job_ = copy;
    for (const auto& [surface, content] : raw_.surfaces)
        for (const Item& item : content->items) {
            if (!namesFields(item))
                continue;
            const Item& own = *job_.findItem(item.id);
            if (own.kind == ItemKind::Text) {
                const StoryInput story = storyThrough(job_, plan_, own);
                auto layouts = layOut(story, FontLibrary::installed());
                for (std::size_t i = 0; i < layouts.size(); ++i)
                    layouts_.insert_or_assign(story.items[qsizetype(i)], std::move(layouts[i]));
            } else if (own.kind == ItemKind::Code) {
                if (auto made = addCodeLayout(own); !made)
                    return made;
            }
        }
    return {};
}

Result<void> FaceComposer::addItems(Content& content, const SurfaceId& layer, std::size_t from, std::size_t to)
{
    const SurfaceContent& on = job_.on(layer);
    for (std::size_t i = from; i < to; ++i)
        if (const PlannedItem& placed = *plan_.findItem(on.items[i].id);
            placed.shown && !isLetGo(job_, surface_, layer, on.items[i]))
            if (auto done = addItem(content, layer, on.items[i], placed); !done)
                return done;
    return {};
}

Result<void> FaceComposer::addShared(Content& content, const SurfaceId& layer, std::size_t from, std::size_t to)
{
    const auto key = std::pair(layer, from);
    auto kept = shared_.find(key);
    if (kept == shared_.end()) {
        Content inner;
        if (auto done = addItems(inner, layer, from, to); !done)
            return done;
        kept = shared_.emplace(key, pdf_.makeIndirectObject(formOf(inner, layer))).first;
    }
    content.operators += "q " + useObject(content, kept->second) + " Do Q\n";
    return {};
}

void FaceComposer::collectLine(const QString& words)
{
    lines_.emplace(words, layOutSmallPrint(words, FontLibrary::installed()));
}

QByteArray FaceComposer::drawLine(const QString& words) const
{
    QByteArray out;
    for (const GlyphRun& run : lines_.at(words).runs)
        out += fonts_.drawRun(run, 0, 0);
    return out;
}

const std::pair<QByteArray, QPDFObjectHandle>* FaceComposer::spot(const QString& ink) const
{
    const auto known = spots_.find(ink);
    return known == spots_.end() ? nullptr : &known->second;
}

Result<QPDFObjectHandle> FaceComposer::composeCopy(const SurfaceId& surface)
{
    Content content;
    if (auto added = addCopy(content, surface); !added)
        return tl::unexpected(added.error());
    return formOf(content, surface);
}

Result<void> FaceComposer::addCopy(Content& content, const SurfaceId& surface)
{
    surface_ = surface;
    if (job_.on(surface).supplied)
        if (auto done = addSupplied(content, surface, job_.on(surface)); !done)
            return done;
    for (const SurfaceId& layer : plan_.layersOf(surface))
        if (auto done = addCopyOf(content, layer); !done)
            return done;
    addNumber(content, surface);
    return {};
}

Result<void> FaceComposer::addCopyOf(Content& content, const SurfaceId& layer)
{
    const auto& raw = raw_.on(layer).items;
    std::size_t from = 0;
    for (std::size_t i = 0; i <= raw.size(); ++i) {
        if (i < raw.size() && !differsByCopy(raw_, raw[i]))
            continue;
        if (i > from)
            if (auto done = addPart(content, layer, from, i); !done)
                return done;
        if (i < raw.size())
            if (auto done = addItems(content, layer, i, i + 1); !done)
                return done;
        from = i + 1;
    }
    return {};
}

/// What many surfaces have in common is painted once, as a form; what one of them shows otherwise stands there itself.
Result<void> FaceComposer::addPart(Content& content, const SurfaceId& layer, std::size_t from, std::size_t to)
{
    const auto& items = job_.on(layer).items;
    const bool asItIs =
        layer == surface_ || std::none_of(items.begin() + qsizetype(from), items.begin() + qsizetype(to),
                                          [&](const Item& i) { return isLetGo(job_, surface_, layer, i); });
    return asItIs ? addShared(content, layer, from, to) : addItems(content, layer, from, to);
}

/// A spot ink is a separation with its process colour as a stand-in (ISO 32000-1, 8.6.6.4).
void FaceComposer::makeSpotSpaces()
{
    for (const Ink& ink : job_.inks) {
        if (!ink.spot)
            continue;
        QPDFObjectHandle tint = QPDFObjectHandle::parse("<< /FunctionType 2 /Domain [0 1] /C0 [0 0 0 0] /N 1 >>");
        QPDFObjectHandle full = QPDFObjectHandle::newArray();
        for (const Percent part : {ink.cmyk.c, ink.cmyk.m, ink.cmyk.y, ink.cmyk.k})
            full.appendItem(QPDFObjectHandle::newReal(part.share(), 4));
        tint.replaceKey("/C1", full);
        QPDFObjectHandle space = pdf_.makeIndirectObject(
            QPDFObjectHandle::newArray({QPDFObjectHandle::newName("/Separation"), pdfName(ink.name.toStdString()),
                                        QPDFObjectHandle::newName("/DeviceCMYK"), tint}));
        pages_.setSpot('/' + ink.name.toStdString(), space);
        spots_.emplace(ink.name, std::pair("/S" + QByteArray::number(qulonglong(spots_.size() + 1)), space));
    }
}

QByteArray FaceComposer::colour(const QString& name, double strength, bool stroke) const
{
    if (const auto spot = spots_.find(name); spot != spots_.end())
        return spot->second.first + (stroke ? " CS " : " cs ") + pdfNumbers(strength) + (stroke ? "SCN\n" : "scn\n");
    const Cmyk& c = job_.findInk(name)->cmyk;
    return pdfNumbers(c.c.share() * strength, c.m.share() * strength, c.y.share() * strength, c.k.share() * strength) +
           (stroke ? "K\n" : "k\n");
}

QByteArray FaceComposer::path(const Item& item, const PlannedItem& placed) const
{
    const double height = paper().flat.h.toPoints();
    const auto at = [height](QPointF mm) { return pdfNumbers(mm.x() / mmPerPoint, height - mm.y() / mmPerPoint); };
    QByteArray out;
    for (const PathStep& step : outlinePath(placed.frame, item)) {
        switch (step.kind) {
        case PathStep::Move: out += at(step.to) + "m "; break;
        case PathStep::Line: out += at(step.to) + "l "; break;
        case PathStep::Curve: out += at(step.control1) + at(step.control2) + at(step.to) + "c "; break;
        case PathStep::Close: out += "h "; break;
        }
    }
    return out;
}

QByteArray FaceComposer::rectangle(const Rect& r) const
{
    return pdfNumbers(r.x.toPoints(), (paper().flat.h - r.bottom()).toPoints(), r.w.toPoints(), r.h.toPoints()) + "re ";
}

/// On a panel that is read the other way up an item is turned by half about its middle.
QByteArray FaceComposer::turnFor(const PlannedItem& placed) const
{
    if (!placed.headDown)
        return {};
    const Rect& r = placed.frame;
    const double x = r.x.toPoints() + r.right().toPoints();
    const double y = paper().flat.h.toPoints() * 2 - r.y.toPoints() - r.bottom().toPoints();
    return pdfNumbers(-1, 0, 0, -1, x, y) + "cm\n";
}

QByteArray FaceComposer::useObject(Content& content, const QPDFObjectHandle& object)
{
    const QByteArray name = "/X" + QByteArray::number(content.nextObject++);
    content.objects.replaceKey(name.toStdString(), object);
    return name;
}

Result<PageForm> FaceComposer::pageFor(const LinkedFile& file)
{
    auto placed = pages_.place(resolvedPath(file.path, jobFolder_), file.page);
    if (!placed)
        return placed;
    transparent_ = transparent_ || placed->transparent;
    for (const QString& obstacle : placed->obstacles)
        if (const QString said = QStringLiteral("%1 %2").arg(shownPath(file.path), obstacle);
            !obstacles_.contains(said))
            obstacles_ << said;
    return placed;
}

Result<void> FaceComposer::addSupplied(Content& content, const SurfaceId& surface, const SurfaceContent& on)
{
    const auto page = pageFor(*on.supplied);
    if (!page)
        return tl::unexpected(page.error());
    const Size trim = page->boxes.facts().trim;
    const PageLie lie = lieOf(paper().flat, trim, on.placement);
    // With y upward on both: y is measured from the foot of the page's trim, and from the foot of the surface.
    const double perMm = 1 / mmPerPoint;
    const double foot = trim.h.toPoints();
    QPDFMatrix place(lie.a, -lie.b, -lie.c, lie.d, lie.c * foot + lie.e * perMm,
                     paper().flat.h.toPoints() - lie.d * foot - lie.f * perMm);
    place.concat(page->boxes.toUprightTrim());
    const QByteArray window = on.placement.part ? rectangle(lie.window) + "W n\n" : QByteArray();
    content.operators += "q " + rectangle(bleedOf(paper(), surface.face)) + "W n\n" + window + concatenated(place) +
                         useObject(content, page->form) + " Do Q\n";
    return {};
}

Result<void> FaceComposer::addPicture(Content& content, const Item& item, const PlannedItem& placed)
{
    const QString file = resolvedPath(item.file.path, jobFolder_);
    content.operators += "q " + path(item, placed) + (item.outline == Outline::Free ? "W* n\n" : "W n\n");
    if (isPageFile(file)) {
        const auto page = pageFor(item.file);
        if (!page)
            return tl::unexpected(page.error());
        const QSizeF size = page->boxes.uprightTrim();
        const Rect area = pictureArea(placed.fitted, item.fit, item.crop, size.width() / size.height());
        const double scale = area.w.toPoints() / size.width();
        const double x = area.x.toPoints();
        const double y = (paper().flat.h - area.bottom()).toPoints();
        // The trim of the page is the picture; its bleed would show beyond a frame that it lies in whole.
        if (item.fit != PictureFit::Panel)
            content.operators += rectangle(area) + "W n\n";
        content.operators += concatenated({scale, 0, 0, scale, x, y}) + concatenated(page->boxes.toUprightTrim()) +
                             useObject(content, page->form) + " Do\n";
    } else {
        auto picture = pictures_.find(file);
        if (picture == pictures_.end()) {
            auto made = makePictureObject(pdf_, file, run_, assembly_);
            if (!made)
                return tl::unexpected(made.error());
            picture = pictures_.emplace(file, *made).first;
            transparent_ = transparent_ || made->object.getDict().hasKey("/SMask");
        }
        const Rect area = pictureArea(placed.fitted, item.fit, item.crop, picture->second.ratio);
        content.operators += pdfNumbers(area.w.toPoints(), 0, 0, area.h.toPoints(), area.x.toPoints(),
                                        (paper().flat.h - area.bottom()).toPoints()) +
                             "cm ";
        if (picture->second.upright != QPDFMatrix())
            content.operators += concatenated(picture->second.upright);
        content.operators += useObject(content, picture->second.object) + " Do\n";
    }
    content.operators += "Q\n";
    return {};
}

void FaceComposer::addText(Content& content, const Item& item, const PlannedItem& placed) const
{
    const double left = placed.frame.x.toPoints();
    const double right = placed.frame.right().toPoints();
    const double head = (paper().flat.h - placed.frame.y).toPoints();
    const double foot = (paper().flat.h - placed.frame.bottom()).toPoints();
    content.operators += "q ";
    switch (item.textRun) {
    case TextRun::Across: content.operators += pdfNumbers(1, 0, 0, 1, left, head) + "cm\n"; break;
    case TextRun::Down: content.operators += pdfNumbers(0, -1, 1, 0, right, head) + "cm\n"; break;
    case TextRun::Up: content.operators += pdfNumbers(0, 1, -1, 0, left, foot) + "cm\n"; break;
    }
    addLayout(content, layouts_.at(item.id));
}

void FaceComposer::addNumber(Content& content, const SurfaceId& surface) const
{
    const auto number = numbers_.find(surface.component == Component::Text ? surface.page : 0);
    if (number == numbers_.end())
        return;
    const auto& [frame, layout] = number->second;
    content.operators +=
        "q " + pdfNumbers(1, 0, 0, 1, frame.x.toPoints(), (paper().flat.h - frame.y).toPoints()) + "cm\n";
    addLayout(content, layout);
}

void FaceComposer::addLayout(Content& content, const TextLayout& layout) const
{
    for (const TextRule& rule : layout.rules)
        content.operators += overprint(content, overprints(job_, rule.ink, rule.strength)) +
                             colour(rule.ink, rule.strength.share()) +
                             pdfNumbers(rule.x, -rule.y - rule.height, rule.width, rule.height) + "re f\n";
    for (const GlyphRun& run : layout.runs)
        content.operators +=
            overprint(content, overprints(job_, run.ink, 100)) + colour(run.ink, 1) + fonts_.drawRun(run, 0, 0);
    content.operators += "Q\n";
    content.overprinting = false;
}

void FaceComposer::addCode(Content& content, const Item& item, const PlannedItem& placed) const
{
    const CodeLayout& code = codes_.at(item.id);
    const double left = placed.frame.x.toPoints();
    const double head = (paper().flat.h - placed.frame.y).toPoints();
    content.operators += colour(item.ink, item.strength.share());
    for (const QRectF& bar : code.bars)
        content.operators += pdfNumbers(left + bar.x(), head - bar.bottom(), bar.width(), bar.height()) + "re\n";
    content.operators += "f\n";
    for (const GlyphRun& run : code.digits.runs)
        content.operators += colour(run.ink, item.strength.share()) + fonts_.drawRun(run, left, head);
}

/// Full black over what lies under it: parts of 0 leave other plates as they are (ISO 32000-1, 8.6.7). Only said where
/// it differs from what was said before within the same item.
QByteArray FaceComposer::overprint(Content& content, bool wanted)
{
    const QByteArray name = wanted ? "/OverBlack" : "/NotOver";
    if (content.overprinting == wanted)
        return {};
    content.overprinting = wanted;
    if (const std::string key = name.toStdString(); !content.states.hasKey(key))
        content.states.replaceKey(key, QPDFObjectHandle::parse(wanted ? "<< /OP true /op true /OPM 1 >>"
                                                                      : "<< /OP false /op false /OPM 0 >>"));
    return name + " gs\n";
}

void FaceComposer::addStroke(Content& content, const Item& item, const PlannedItem& placed) const
{
    if (item.stroke.width == Length())
        return;
    const bool over =
        item.stroke.width <= thickestOverprinted && overprints(job_, item.stroke.ink, item.stroke.strength);
    content.operators += "q " + overprint(content, over) + pdfNumbers(item.stroke.width.toPoints()) + "w " +
                         colour(item.stroke.ink, item.stroke.strength.share(), true) + path(item, placed) + "S Q\n";
    content.overprinting = false;
}

void FaceComposer::addShape(Content& content, const Item& item, const PlannedItem& placed)
{
    if (!item.ink.isEmpty() && item.outline != Outline::Line) {
        const bool plain = item.outline == Outline::Rectangle && item.cornerRadius == Length();
        content.operators += colour(item.ink, item.strength.share()) +
                             (plain ? rectangle(placed.printed) : path(item, placed)) +
                             (item.outline == Outline::Free ? "f*\n" : "f\n"); // parts within others are holes
    }
    addStroke(content, item, placed);
}

/// The shadow's ink through a soft mask: an image of one pixel (ISO 32000-1, 11.6.5.3).
void FaceComposer::addShadow(Content& content, const Item& item, const PlannedItem& placed)
{
    const ShadowMask mask = shadowMask(placed.frame, item);
    if (mask.image.isNull())
        return;
    std::string levels;
    for (int y = 0; y < mask.image.height(); ++y)
        for (int x = 0; x < mask.image.width(); ++x)
            levels += char(mask.image.constScanLine(y)[x] * item.shadow->strength.share());
    QPDFObjectHandle soft = pdf_.newStream(levels);
    imageDictionary(soft, mask.image.width(), mask.image.height(), QPDFObjectHandle::newName("/DeviceGray"));
    std::string pixel;
    QPDFObjectHandle space = QPDFObjectHandle::newName("/DeviceCMYK");
    if (const auto spot = spots_.find(item.shadow->ink); spot != spots_.end()) {
        space = spot->second.second;
        pixel = char(255);
    } else {
        const Cmyk& c = job_.findInk(item.shadow->ink)->cmyk;
        for (const Percent part : {c.c, c.m, c.y, c.k})
            pixel += char(std::lround(part.share() * 255));
    }
    QPDFObjectHandle image = pdf_.newStream(pixel);
    imageDictionary(image, 1, 1, space).replaceKey("/SMask", soft);
    transparent_ = true;
    constexpr double perMm = 1 / mmPerPoint;
    content.operators += "q " +
                         pdfNumbers(mask.area.width() * perMm, 0, 0, mask.area.height() * perMm, mask.area.x() * perMm,
                                    paper().flat.h.toPoints() - mask.area.bottom() * perMm) +
                         "cm " + useObject(content, image) + " Do Q\n";
}

Result<void> FaceComposer::addWhole(Content& content, const Item& item, const PlannedItem& placed)
{
    switch (item.kind) {
    case ItemKind::Picture:
        if (auto done = addPicture(content, item, placed); !done)
            return done;
        addStroke(content, item, placed);
        return {};
    case ItemKind::Shape: addShape(content, item, placed); return {};
    case ItemKind::Text: addText(content, item, placed); return {};
    case ItemKind::Code: addCode(content, item, placed); return {};
    }
    return {};
}

Result<void> FaceComposer::addItem(Content& content, const SurfaceId& surface, const Item& item,
                                   const PlannedItem& placed)
{
    if (item.isWaiting())
        return {};
    const QByteArray turn = turnFor(placed);
    if (!turn.isEmpty())
        content.operators += "q " + turn;
    if (item.shadow && (item.kind == ItemKind::Picture || item.kind == ItemKind::Shape))
        addShadow(content, item, placed);
    if (item.opacity == 100) {
        if (auto done = addWhole(content, item, placed); !done)
            return done;
    } else {
        transparent_ = true;
        // As a group, so that a stroke does not show the tint beneath it (ISO 32000-1, 11.6.6).
        Content inner;
        if (auto done = addWhole(inner, item, placed); !done)
            return done;
        QPDFObjectHandle group = formOf(inner, surface);
        group.getDict().replaceKey("/Group", QPDFObjectHandle::parse("<< /S /Transparency /I true /CS /DeviceCMYK >>"));
        const QByteArray name = "/O" + QByteArray::number(item.opacity.hundredths());
        QPDFObjectHandle state = QPDFObjectHandle::newDictionary();
        for (const char* key : {"/ca", "/CA"})
            state.replaceKey(key, QPDFObjectHandle::newReal(item.opacity.share(), 4));
        content.states.replaceKey(name.toStdString(), state);
        content.operators += "q " + name + " gs " + useObject(content, group) + " Do Q\n";
    }
    if (!turn.isEmpty())
        content.operators += "Q\n";
    return {};
}

QPDFObjectHandle FaceComposer::formOf(const Content& content, const SurfaceId& surface)
{
    QPDFObjectHandle form = operatorsStream(pdf_, content.operators);
    QPDFObjectHandle d = form.getDict();
    d.replaceKey("/Type", QPDFObjectHandle::newName("/XObject"));
    d.replaceKey("/Subtype", QPDFObjectHandle::newName("/Form"));
    const Rect bleed = bleedOf(paper(), surface.face);
    const double height = paper().flat.h.toPoints();
    d.replaceKey("/BBox", QPDFObjectHandle::newArray(
                              QPDFObjectHandle::Rectangle(bleed.x.toPoints(), height - bleed.bottom().toPoints(),
                                                          bleed.right().toPoints(), height - bleed.y.toPoints())));
    d.replaceKey("/Resources", resourcesOf(content));
    return form;
}

QPDFObjectHandle FaceComposer::resourcesOf(const Content& content) const
{
    QPDFObjectHandle resources = QPDFObjectHandle::newDictionary();
    resources.replaceKey("/XObject", content.objects);
    resources.replaceKey("/Font", fonts_.resources());
    QPDFObjectHandle states = content.states; // qpdf reads through handles that may change
    if (!states.getKeys().empty())
        resources.replaceKey("/ExtGState", states);
    if (!spots_.empty()) {
        QPDFObjectHandle spaces = QPDFObjectHandle::newDictionary();
        for (const auto& [ink, space] : spots_)
            spaces.replaceKey(space.first.toStdString(), space.second);
        resources.replaceKey("/ColorSpace", spaces);
    }
    return resources;
}

bool FaceComposer::isSuppliedAlone(const SurfaceId& surface) const
{
    const SurfaceContent& on = job_.on(surface);
    return on.supplied && on.items.empty() && !numbers_.contains(surface.page) && plan_.layersOf(surface).size() == 1;
}

Result<void> FaceComposer::addSuppliedAlone(Content& content, const SurfaceId& surface)
{
    surface_ = surface;
    return addSupplied(content, surface, job_.on(surface));
}

Result<QPDFObjectHandle> FaceComposer::compose(const SurfaceId& surface)
{
    surface_ = surface;
    Content content;
    if (job_.on(surface).supplied) // lies below everything
        if (auto done = addSupplied(content, surface, job_.on(surface)); !done)
            return tl::unexpected(done.error());
    for (const SurfaceId& layer : plan_.layersOf(surface)) {
        const std::size_t all = job_.on(layer).items.size();
        const auto done = layer == surface ? addItems(content, layer, 0, all) : addPart(content, layer, 0, all);
        if (!done)
            return tl::unexpected(done.error());
    }
    addNumber(content, surface);
    return formOf(content, surface);
}

} // namespace hinge
