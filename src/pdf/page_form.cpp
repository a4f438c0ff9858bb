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
    void add(qint64 bytes) { bytes_ += bytes; }
    [[nodiscard]] qint64 left() const { return limits::largestPageContent - bytes_; }
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

bool hasAnnotations(QPDFObjectHandle page)
{
    QPDFObjectHandle annotations = page.getKey("/Annots");
    return annotations.isArray() && annotations.getArrayNItems() > 0;
}

/// Deflated and nothing else.
bool isDeflated(QPDFObjectHandle content)
{
    QPDFObjectHandle filter = content.getDict().getKey("/Filter");
    return filter.isName() && filter.getName() == "/FlateDecode" && !content.getDict().hasKey("/DecodeParms");
}
constexpr qint64 smallContent = 4 << 20;

/// Makes what was taken sound for our document.
class Settler : public TraitSearch
{
public:
    /// `srgb` and the spots may be of any document; the objects that are visited are of `source`.
    Settler(QPDF& source, Assembly& assembly, QPDFObjectHandle srgb, std::map<std::string, QPDFObjectHandle>& spots)
        : source_(source), assembly_(assembly), srgb_(assembly.within(source, srgb)), spots_(spots)
    {
    }
    QString trouble;

    void resources(QPDFObjectHandle resources) override
    {
        QPDFObjectHandle spaces = resources.getKey("/ColorSpace");
        if (!spaces.isDictionary()) {
            spaces = QPDFObjectHandle::newDictionary();
            resources.replaceKey("/ColorSpace", spaces);
        }
        if (!spaces.hasKey("/DefaultRGB"))
            spaces.replaceKey("/DefaultRGB", srgb_);
    }
    void object(QPDFObjectHandle stream) override
    {
        TraitSearch::object(stream);
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
            in.replaceKey(key, srgb_);
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
            return assembly_.within(source_, known->second);
        space.setArrayItem(1, pdfName(name.substr(1)));
        return spots_.emplace(name, space.isIndirect() ? space : source_.makeIndirectObject(space)).first->second;
    }

    QPDF& source_;
    Assembly& assembly_;
    QPDFObjectHandle srgb_;
    std::map<std::string, QPDFObjectHandle>& spots_;
};

} // namespace

Result<QPDF*> PageForms::open(const QString& path)
{
    if (const auto known = sources_.find(path); known != sources_.end())
        return known->second.pdf.get();
    run_.use(path);
    auto opened = openPdf(path);
    if (!opened)
        return tl::unexpected(opened.error());
    const OpenPdf& source = sources_.emplace(path, std::move(*opened)).first->second;
    QPDF& pdf = *source.pdf;
    if (source.file)
        assembly_.setFile(pdf, source.file);
    if (std::ranges::any_of(pdf.getAllPages(), hasAnnotations)) {
        QPDFAcroFormDocumentHelper(pdf).generateAppearancesIfNeeded();
        QPDFPageDocumentHelper(pdf).flattenAnnotations(an_print, an_invisible | an_hidden);
    }
    carryLayers(pdf, target_, assembly_, shownPath(QFileInfo(path).fileName()));
    return &pdf;
}

Result<bool> PageForms::isSound(const std::vector<QPDFObjectHandle>& contents)
{
    Measure measure(run_);
    bool sound = true;
    for (QPDFObjectHandle content : contents) {
        // Most are small and deflated: the library takes longer to get ready for one than to unpack it.
        if (const auto lies = isDeflated(content) ? assembly_.bytesOf(content) : std::nullopt;
            lies && lies->length < smallContent) {
            const auto size = inflater_.sizeOf(lies->file->at(lies->offset, lies->length), measure.left());
            if (size) {
                measure.add(*size);
                continue;
            }
        }
        sound = content.pipeStreamData(&measure, 0, qpdf_dl_generalized, true, false) && sound;
    }
    if (measure.isTooMuch())
        return problem(
            {}, QStringLiteral("What it draws unpacks to more than %1 MB.").arg(limits::largestPageContent >> 20));
    return sound;
}

Result<PageForm> PageForms::formOf(QPDF& source, QPDFObjectHandle page)
{
    QPDFPageObjectHelper helper(page);
    PageForm placed;
    placed.boxes = readPageBoxes(helper);
    if (!placed.boxes.isUsable())
        return problem({}, QStringLiteral("It does not say how large it is. Ask for the file again."));
    const std::vector<QPDFObjectHandle> contents = page.getPageContents();
    const auto sound = isSound(contents);
    if (!sound)
        return tl::unexpected(sound.error());
    // What lies in its file as one stream is never unpacked and packed again: damaged, it looks as it looks there.
    const bool asItIs = contents.size() == 1 && isPlain(contents.front());
    if (!*sound && !asItIs)
        return problem({}, QStringLiteral("What it draws is damaged. Ask for the file again."));
    QPDFObjectHandle form =
        asItIs ? assembly_.streamLike(target_, contents.front()) : helper.getFormXObjectForPage(false);
    QPDF& owner = asItIs ? target_ : source;
    QPDFObjectHandle d = form.getDict();
    QPDFObjectHandle resources = asItIs ? helper.getAttribute("/Resources", false) : d.getKey("/Resources");
    if (!resources.isDictionary())
        resources = QPDFObjectHandle::newDictionary();
    Settler settler(source, assembly_, srgbColourSpace(target_), spots_);
    if (auto settled = settler.visit(resources); !settled)
        return tl::unexpected(settled.error());
    if (!settler.trouble.isEmpty())
        return problem({}, settler.trouble);
    placed.transparent = settler.transparent;
    placed.obstacles = settler.obstacles;
    if (!*sound)
        placed.obstacles << QStringLiteral("has a damaged page, of which a part may be missing");
    d.replaceKey("/Type", QPDFObjectHandle::newName("/XObject"));
    d.replaceKey("/Subtype", QPDFObjectHandle::newName("/Form"));
    d.replaceKey("/Resources", assembly_.within(owner, resources));
    const QRectF& b = placed.boxes.bleed;
    d.replaceKey("/BBox",
                 QPDFObjectHandle::newArray(QPDFObjectHandle::Rectangle(b.left(), b.top(), b.right(), b.bottom())));
    d.removeKey("/Group");
    if (placed.transparent) {
        // A page is painted by itself before it is laid on what is under it (ISO 32000-1, 11.4.7): so is what was one.
        QPDFObjectHandle theirs = helper.getAttribute("/Group", false);
        QPDFObjectHandle group =
            theirs.isDictionary() ? theirs.shallowCopy() : QPDFObjectHandle::parse("<< /S /Transparency >>");
        group.replaceKey("/I", QPDFObjectHandle::newBool(true));
        if (QPDFObjectHandle space = group.getKey("/CS"); space.isName() && space.getName() == "/DeviceRGB")
            group.replaceKey("/CS", assembly_.within(owner, srgbColourSpace(target_)));
        d.replaceKey("/Group", group);
    }
    placed.form = assembly_.within(target_, form);
    return placed;
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
        auto placed = formOf(**source, *page);
        if (!placed)
            return problem(
                path,
                QStringLiteral("Page %1 cannot be placed. %2").arg(QString::number(number), placed.error().message));
        pages_.emplace(key, *placed);
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
