// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/page_form.h"

#include "core/file/links.h"
#include "core/file/read_limits.h"
#include "pdf/layers.h"
#include "pdf/open_pdf.h"
#include "pdf/page_resources.h"
#include "pdf/pdf_name.h"
#include "pdf/picture_object.h"

#include <QFileInfo>
#include <algorithm>
#include <qpdf/Pipeline.hh>
#include <qpdf/QPDFAcroFormDocumentHelper.hh>
#include <qpdf/QPDFPageDocumentHelper.hh>

namespace hinge
{
namespace
{

/// Counts what a stream unpacks to, and gives up when it is too much.
class Measure : public Pipeline
{
public:
    explicit Measure(ExportRun& run) : Pipeline("measure", nullptr), run_(run) {}
    void write(unsigned char const*, std::size_t size) override
    {
        bytes_ += qint64(size);
        run_.check();
        if (isTooMuch())
            throw std::runtime_error("too much"); // the library takes this for the end of the stream
    }
    void finish() override {}
    [[nodiscard]] bool isTooMuch() const { return bytes_ > limits::largestPageContent; }

private:
    ExportRun& run_;
    qint64 bytes_ = 0;
};

/// A stream of its own, all of whose data lies in its file.
bool isPlain(QPDFObjectHandle content)
{
    return content.isStream() && content.isIndirect() && !content.getDict().hasKey("/F");
}

/// Makes what was copied sound for our document.
class Settler : public ResourceVisitor
{
public:
    Settler(QPDF& target, std::map<std::string, QPDFObjectHandle>& spots) : target_(target), spots_(spots) {}
    QString trouble;

    void resources(QPDFObjectHandle resources) override
    {
        QPDFObjectHandle spaces = resources.getKey("/ColorSpace");
        if (!spaces.isDictionary()) {
            spaces = QPDFObjectHandle::newDictionary();
            resources.replaceKey("/ColorSpace", spaces);
        }
        if (!spaces.hasKey("/DefaultRGB"))
            spaces.replaceKey("/DefaultRGB", srgbColourSpace(target_));
    }
    void object(QPDFObjectHandle stream) override
    {
        QPDFObjectHandle d = stream.getDict();
        if (d.hasKey("/F"))
            trouble = QStringLiteral("It takes part of what it draws from another file, which is not with it.");
        for (const char* key : {"/Ref", "/OPI"}) // of pages and pictures in other files
            if (d.hasKey(key))
                d.removeKey(key);
    }
    void space(QPDFObjectHandle in, const std::string& key) override
    {
        QPDFObjectHandle space = in.getKey(key);
        if (key == "/CS" && space.isName() && space.getName() == "/DeviceRGB")
            in.replaceKey(key, srgbColourSpace(target_));
        // [/Separation name alternate tint], alone or as what a palette or pattern is made of.
        if (!space.isArray() || space.getArrayNItems() < 2)
            return;
        if (QPDFObjectHandle base = space.getArrayItem(1); isSeparation(base) && space.getArrayItem(0).isName())
            space.setArrayItem(1, spotFor(base));
        else if (isSeparation(space))
            in.replaceKey(key, spotFor(space));
    }

private:
    static bool isSeparation(QPDFObjectHandle space)
    {
        return space.isArray() && space.getArrayNItems() == 4 && space.getArrayItem(0).isName() &&
               space.getArrayItem(0).getName() == "/Separation" && space.getArrayItem(1).isName();
    }
    QPDFObjectHandle spotFor(QPDFObjectHandle space)
    {
        std::string name = space.getArrayItem(1).getName();
        std::ranges::replace(name, '\0', '#'); // how the library keeps a number sign that begins no escape
        if (name == "/All" || name == "/None")
            return space;
        if (const auto known = spots_.find(name); known != spots_.end())
            return known->second;
        space.setArrayItem(1, pdfName(name.substr(1)));
        return spots_.emplace(name, space.isIndirect() ? space : target_.makeIndirectObject(space)).first->second;
    }

    QPDF& target_;
    std::map<std::string, QPDFObjectHandle>& spots_;
};

} // namespace

Result<std::shared_ptr<QPDF>> PageForms::open(const QString& path)
{
    if (const auto known = sources_.find(path); known != sources_.end())
        return known->second;
    run_.use(path);
    auto source = openPdf(path);
    if (!source)
        return source;
    QPDF& pdf = **source;
    QPDFAcroFormDocumentHelper(pdf).generateAppearancesIfNeeded();
    QPDFPageDocumentHelper(pdf).flattenAnnotations(an_print, an_invisible | an_hidden);
    sources_.emplace(path, *source);
    carryLayers(pdf, target_, shownPath(QFileInfo(path).fileName()));
    return source;
}

QPDFObjectHandle PageForms::asItIs(QPDF& source, QPDFPageObjectHelper& page, const QPDFObjectHandle& content)
{
    // Copying takes what it refers to along, and what was copied before only once.
    const auto copied = [&](QPDFObjectHandle part) {
        return target_.copyForeignObject(part.isIndirect() ? part : source.makeIndirectObject(part));
    };
    QPDFObjectHandle form = copied(content);
    if (!taken_.insert(form.getObjGen()).second)
        form = form.copyStream(); // another page draws the same, with resources of its own
    QPDFObjectHandle d = form.getDict();
    for (const std::string& key : d.getKeys())
        if (key != "/Filter" && key != "/DecodeParms" && key != "/Length")
            d.removeKey(key);
    d.replaceKey("/Type", QPDFObjectHandle::newName("/XObject"));
    d.replaceKey("/Subtype", QPDFObjectHandle::newName("/Form"));
    for (const char* key : {"/Resources", "/Group"})
        if (QPDFObjectHandle part = page.getAttribute(key, false); part.isDictionary())
            d.replaceKey(key, copied(part));
    return form;
}

Result<void> PageForms::settle(QPDFObjectHandle form)
{
    Settler settler(target_, spots_);
    if (auto done = settler.visit(form.getDict().getKey("/Resources")); !done)
        return done;
    return settler.trouble.isEmpty() ? Result<void>{} : problem({}, settler.trouble);
}

Result<PageForm> PageForms::place(const QString& path, int number)
{
    const std::pair key(path, number);
    if (const auto known = pages_.find(key); known != pages_.end())
        return known->second;
    try {
        auto source = open(path);
        if (!source)
            return tl::unexpected(source.error());
        auto page = pageOf(**source, number, path);
        if (!page)
            return tl::unexpected(page.error());
        QPDFPageObjectHelper helper(*page);
        PageForm placed;
        placed.boxes = readPageBoxes(helper);
        if (!placed.boxes.isUsable())
            return problem(path,
                           QStringLiteral("Page %1 does not say how large it is. Ask for the file again.").arg(number));
        Measure measure(run_);
        bool sound = true;
        std::vector<QPDFObjectHandle> contents = page->getPageContents();
        for (QPDFObjectHandle& content : contents)
            sound = content.pipeStreamData(&measure, 0, qpdf_dl_generalized, true, false) && sound;
        if (measure.isTooMuch())
            return problem(path, QStringLiteral("Page %1 cannot be placed. What it draws unpacks to more than %2 MB.")
                                     .arg(number)
                                     .arg(limits::largestPageContent >> 20));
        QPDFObjectHandle resources = helper.getAttribute("/Resources", false);
        placed.transparent = hasTransparency(resources);
        placed.obstacles = obstaclesToX4(resources);
        placed.form = sound && contents.size() == 1 && isPlain(contents.front())
                          ? asItIs(**source, helper, contents.front())
                          : target_.copyForeignObject(helper.getFormXObjectForPage(false));
        QPDFObjectHandle d = placed.form.getDict();
        const QRectF& b = placed.boxes.bleed;
        d.replaceKey("/BBox",
                     QPDFObjectHandle::newArray(QPDFObjectHandle::Rectangle(b.left(), b.top(), b.right(), b.bottom())));
        if (placed.transparent) {
            // A page is painted by itself before it is laid on what is under it (ISO 32000-1, 11.4.7): so is what was
            // one.
            if (!d.getKey("/Group").isDictionary())
                d.replaceKey("/Group", QPDFObjectHandle::parse("<< /S /Transparency >>"));
            QPDFObjectHandle group = d.getKey("/Group");
            if (group.isIndirect()) {
                group = group.shallowCopy();
                d.replaceKey("/Group", group);
            }
            group.replaceKey("/I", QPDFObjectHandle::newBool(true));
            if (QPDFObjectHandle space = group.getKey("/CS"); space.isName() && space.getName() == "/DeviceRGB")
                group.replaceKey("/CS", srgbColourSpace(target_));
        } else {
            d.removeKey("/Group");
        }
        if (!d.getKey("/Resources").isDictionary())
            d.replaceKey("/Resources", QPDFObjectHandle::newDictionary());
        if (auto settled = settle(placed.form); !settled)
            return problem(
                path,
                QStringLiteral("Page %1 cannot be placed. %2").arg(QString::number(number), settled.error().message));
        pages_.emplace(key, placed);
        return placed;
    } catch (const ExportFailed& e) {
        return problem(path,
                       QStringLiteral("Page %1 cannot be placed. %2").arg(QString::number(number), e.problem.message));
    } catch (const ExportStopped&) {
        throw;
    } catch (const std::bad_alloc&) {
        throw;
    } catch (const std::exception& e) {
        return problem(path, QStringLiteral("Page %1 is damaged and cannot be placed (%2).")
                                 .arg(QString::number(number), QString::fromUtf8(e.what()).left(120)));
    }
}

} // namespace hinge
