// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/face_form.h"

#include "core/picture_fit.h"
#include "pdf/pdf_number.h"
#include "pdf/read_facts.h"

#include <QFile>

namespace hinge {
namespace {

QByteArray fillColour(const Cmyk& c, double strength)
{
    return pdfNumbers(c.c * strength / 100, c.m * strength / 100, c.y * strength / 100, c.k * strength / 100) + "k\n";
}

bool isPdf(const QString& path)
{
    QFile file(path);
    return file.open(QIODevice::ReadOnly) && file.peek(1024).contains("%PDF-");
}

} // namespace

FaceComposer::FaceComposer(QPDF& pdf, const Job& job, const Plan& plan, QString jobFolder)
    : pdf_(pdf), job_(job), plan_(plan), jobFolder_(std::move(jobFolder))
{
}

Result<void> FaceComposer::prepare()
{
    for (const FaceContent& content : job_.faces) {
        for (const Item& item : content.items) {
            if (item.kind != ItemKind::Text)
                continue;
            TextLayout layout = layOutText(item.paragraphs, plan_.findItem(item.id)->frame.size(), FontLibrary::shipped());
            fonts_.collect(layout);
            layouts_.emplace(item.id, std::move(layout));
        }
    }
    return fonts_.embed(pdf_);
}

QByteArray FaceComposer::rectangle(const Rect& r) const
{
    return pdfNumbers(r.x.toPoints(), (plan_.paper.flat.h - r.bottom()).toPoints(), r.w.toPoints(), r.h.toPoints()) + "re ";
}

/// On a panel that is read the other way up an item is turned by half about its middle.
QByteArray FaceComposer::turnFor(const PlacedItem& placed) const
{
    if (!placed.headDown)
        return {};
    const Rect& r = placed.frame;
    const double x = r.x.toPoints() + r.right().toPoints();
    const double y = plan_.paper.flat.h.toPoints() * 2 - r.y.toPoints() - r.bottom().toPoints();
    return pdfNumbers(-1, 0, 0, -1, x, y) + "cm\n";
}

QByteArray FaceComposer::useObject(Content& content, const QPDFObjectHandle& object)
{
    const QByteArray name = "/X" + QByteArray::number(content.nextObject++);
    content.objects.replaceKey(name.toStdString(), object);
    return name;
}

Result<PlacedPage> FaceComposer::pageFor(const LinkedFile& file)
{
    const std::pair key(file.path, file.page);
    if (const auto known = pages_.find(key); known != pages_.end())
        return known->second;
    auto placed = placePage(pdf_, resolvedPath(file.path, jobFolder_), file.page);
    if (!placed)
        return placed;
    sources_.push_back(placed->source);
    pages_.emplace(key, *placed);
    return placed;
}

Result<void> FaceComposer::addSupplied(Content& content, Face face, const LinkedFile& file)
{
    const auto page = pageFor(file);
    if (!page)
        return tl::unexpected(page.error());
    const Size trim = page->boxes.facts().trim;
    const Point corner = suppliedCorner(plan_.paper.flat, trim);
    const auto m = page->boxes.toUprightTrim();
    const double x = corner.x.toPoints();
    const double y = (plan_.paper.flat.h - corner.y - trim.h).toPoints();
    content.operators += "q " + rectangle(bleedOf(plan_.paper, face)) + "W n\n"
                         + pdfNumbers(m[0], m[1], m[2], m[3], m[4] + x, m[5] + y) + "cm " + useObject(content, page->form) + " Do Q\n";
    return {};
}

Result<void> FaceComposer::addPicture(Content& content, const Item& item, const PlacedItem& placed)
{
    const QString path = resolvedPath(item.file.path, jobFolder_);
    content.operators += "q " + rectangle(placed.printed) + "W n\n" + turnFor(placed);
    if (isPdf(path)) {
        const auto page = pageFor(item.file);
        if (!page)
            return tl::unexpected(page.error());
        const QSizeF size = page->boxes.uprightTrim();
        const Rect area = pictureArea(placed.frame, item.fit, size.width() / size.height());
        const double scale = area.w.toPoints() / size.width();
        const auto m = page->boxes.toUprightTrim();
        const double x = area.x.toPoints();
        const double y = (plan_.paper.flat.h - area.bottom()).toPoints();
        // The trim of the page is the picture; its bleed would show beyond a frame that it lies in whole.
        content.operators += rectangle(area) + "W n\n"
                             + pdfNumbers(scale, 0, 0, scale, x, y) + "cm "
                             + pdfNumbers(m[0], m[1], m[2], m[3], m[4], m[5]) + "cm " + useObject(content, page->form) + " Do\n";
    } else {
        auto picture = pictures_.find(path);
        if (picture == pictures_.end()) {
            auto made = makePictureObject(pdf_, path);
            if (!made)
                return tl::unexpected(made.error());
            picture = pictures_.emplace(path, *made).first;
        }
        const Rect area = pictureArea(placed.frame, item.fit, picture->second.ratio);
        content.operators += pdfNumbers(area.w.toPoints(), 0, 0, area.h.toPoints(), area.x.toPoints(),
                                        (plan_.paper.flat.h - area.bottom()).toPoints())
                             + "cm " + useObject(content, picture->second.object) + " Do\n";
    }
    content.operators += "Q\n";
    return {};
}

void FaceComposer::addText(Content& content, const Item& item, const PlacedItem& placed) const
{
    const double x = placed.frame.x.toPoints();
    const double y = (plan_.paper.flat.h - placed.frame.y).toPoints();
    const QByteArray turn = turnFor(placed);
    if (!turn.isEmpty())
        content.operators += "q " + turn;
    for (const GlyphRun& run : layouts_.at(item.id).runs)
        content.operators += fillColour(job_.findInk(run.ink)->cmyk, 1) + fonts_.drawRun(run, x, y);
    if (!turn.isEmpty())
        content.operators += "Q\n";
}

void FaceComposer::addTint(Content& content, const Item& item, const PlacedItem& placed) const
{
    content.operators += fillColour(job_.findInk(item.ink)->cmyk, item.strength / 100.0) + rectangle(placed.printed) + "f\n";
}

Result<QPDFObjectHandle> FaceComposer::compose(Face face)
{
    Content content;
    const FaceContent& on = job_.face(face);
    if (on.supplied)
        if (auto done = addSupplied(content, face, *on.supplied); !done)
            return tl::unexpected(done.error());
    for (const Item& item : on.items) {
        const PlacedItem& placed = *plan_.findItem(item.id);
        if (placed.frame.isEmpty() || placed.printed.isEmpty())
            continue;
        switch (item.kind) {
        case ItemKind::Picture:
            if (auto done = addPicture(content, item, placed); !done)
                return tl::unexpected(done.error());
            break;
        case ItemKind::Text: addText(content, item, placed); break;
        case ItemKind::Tint: addTint(content, item, placed); break;
        }
    }
    QPDFObjectHandle form = pdf_.newStream(content.operators.toStdString());
    QPDFObjectHandle d = form.getDict();
    d.replaceKey("/Type", QPDFObjectHandle::newName("/XObject"));
    d.replaceKey("/Subtype", QPDFObjectHandle::newName("/Form"));
    const Rect bleed = bleedOf(plan_.paper, face);
    const double height = plan_.paper.flat.h.toPoints();
    d.replaceKey("/BBox", QPDFObjectHandle::newArray(QPDFObjectHandle::Rectangle(
                              bleed.x.toPoints(), height - bleed.bottom().toPoints(), bleed.right().toPoints(), height - bleed.y.toPoints())));
    QPDFObjectHandle resources = QPDFObjectHandle::newDictionary();
    resources.replaceKey("/XObject", content.objects);
    resources.replaceKey("/Font", fonts_.resources());
    d.replaceKey("/Resources", resources);
    return form;
}

} // namespace hinge
