// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/page_preview.h"

#include "core/file/read_limits.h"
#include "pdf/open_pdf.h"
#include "pdf/page_boxes.h"

#include <QElapsedTimer>
#include <algorithm>
#include <cmath>
#include <memory>
#include <poppler-qt6.h>
#include <qpdf/Buffer.hh>
#include <qpdf/QPDFPageDocumentHelper.hh>
#include <qpdf/QPDFWriter.hh>

namespace hinge
{
namespace
{

constexpr double mostPixels = 40e6;

/// The page alone, with its bleed as the only box: Poppler would cut at the CropBox and does not know UserUnit.
QByteArray onePage(QPDF& source, QPDFObjectHandle page, const PageBoxes& boxes)
{
    QPDF single;
    single.emptyPDF();
    QPDFPageDocumentHelper(single).addPage(QPDFPageObjectHelper(page).shallowCopyPage(), true);
    QPDFObjectHandle made = single.getAllPages().front();
    made.removeKey("/CropBox");
    made.removeKey("/UserUnit");
    const QRectF& b = boxes.bleed;
    made.replaceKey("/MediaBox",
                    QPDFObjectHandle::newArray(QPDFObjectHandle::Rectangle(b.left(), b.top(), b.right(), b.bottom())));
    if (QPDFObjectHandle layers = source.getRoot().getKey("/OCProperties"); layers.isDictionary())
        single.getRoot().replaceKey(
            "/OCProperties",
            single.copyForeignObject(layers.isIndirect() ? layers : source.makeIndirectObject(layers)));
    QPDFWriter writer(single);
    writer.setOutputMemory();
    writer.write();
    const std::shared_ptr<Buffer> buffer = writer.getBufferSharedPointer();
    return QByteArray(reinterpret_cast<const char*>(buffer->getBuffer()), qsizetype(buffer->getSize()));
}

/// Gives up after a while: a page made to do harm would never end.
QImage rendered(const Poppler::Page& page, double resolution)
{
    QElapsedTimer since;
    since.start();
    const auto never = [](const QVariant&) { return false; };
    const auto enough = [](const QVariant& timer) {
        return static_cast<const QElapsedTimer*>(timer.value<void*>())->hasExpired(limits::longestRendering);
    };
    const QImage image = page.renderToImage(resolution, resolution, -1, -1, -1, -1, Poppler::Page::Rotate0, nullptr,
                                            never, enough, QVariant::fromValue<void*>(&since));
    return since.hasExpired(limits::longestRendering) ? QImage() : image;
}

/// A page as Poppler has it, by itself with its bleed.
struct ShownPage {
    PageBoxes boxes;
    QByteArray data; ///< the document reads from it
    std::unique_ptr<Poppler::Document> document;
    std::unique_ptr<Poppler::Page> page;
};
Result<ShownPage> shownPage(QPDF& source, const QString& path, int number)
{
    const auto page = pageOf(source, number, path);
    if (!page)
        return tl::unexpected(page.error());
    ShownPage shown;
    shown.boxes = readPageBoxes(QPDFPageObjectHelper(*page));
    if (!shown.boxes.isUsable())
        return problem(path, QStringLiteral("The page does not say how large it is."));
    shown.data = onePage(source, *page, shown.boxes);
    shown.document = Poppler::Document::loadFromData(shown.data);
    shown.page = shown.document ? shown.document->page(0) : nullptr;
    if (!shown.page)
        return problem(path, QStringLiteral("The page cannot be shown."));
    return shown;
}

Result<PagePreview> renderedFrom(QPDF& source, const QString& path, int number, double ppi)
{
    try {
        const auto opened = shownPage(source, path, number);
        if (!opened)
            return tl::unexpected(opened.error());
        const auto& [boxes, data, document, shown] = *opened;
        document->setRenderHint(Poppler::Document::Antialiasing);
        document->setRenderHint(Poppler::Document::TextAntialiasing);
        document->setRenderHint(Poppler::Document::ThinLineShape);
        document->setRenderHint(Poppler::Document::IgnorePaperColor); // a page is printed matter, not paper
        const QSizeF points = shown->pageSizeF();
        const double area = points.width() * points.height() / (72 * 72);
        const double resolution = std::min(ppi, std::sqrt(mostPixels / std::max(area, 0.01)));
        PagePreview preview;
        preview.image = rendered(*shown, resolution).convertToFormat(QImage::Format_ARGB32_Premultiplied);
        if (preview.image.isNull())
            return problem(path, QStringLiteral("The page cannot be shown."));
        const PageFacts facts = boxes.facts();
        preview.trimSize = facts.trim;
        // Without UserUnit the picture is smaller by that factor; its proportions are the same.
        const double perPoint = preview.image.width() / (facts.trim.w + facts.bleed[0] + facts.bleed[2]).toPoints();
        preview.trim = QRectF(facts.bleed[0].toPoints() * perPoint, facts.bleed[1].toPoints() * perPoint,
                              facts.trim.w.toPoints() * perPoint, facts.trim.h.toPoints() * perPoint);
        return preview;
    } catch (const std::exception& e) {
        return problem(path, QStringLiteral("The page cannot be shown (%1).").arg(QString::fromUtf8(e.what())));
    }
}

Result<PageWords> wordsFrom(QPDF& source, const QString& path, int number)
{
    try {
        const auto opened = shownPage(source, path, number);
        if (!opened)
            return tl::unexpected(opened.error());
        const auto& [boxes, data, document, shown] = *opened;
        const PageFacts facts = boxes.facts();
        // Without UserUnit it is smaller by that factor.
        const double unit =
            (facts.trim.w + facts.bleed[0] + facts.bleed[2]).toPoints() / std::max(0.01, shown->pageSizeF().width());
        PageWords out{facts.trim, {}};
        for (const auto& word : shown->textList()) {
            const QRectF box = word->boundingBox();
            out.words.push_back(
                {word->text(),
                 {Length::nearestPoints(box.x() * unit) - facts.bleed[0],
                  Length::nearestPoints(box.y() * unit) - facts.bleed[1], Length::nearestPoints(box.width() * unit),
                  Length::nearestPoints(box.height() * unit)}});
        }
        return out;
    } catch (const std::exception& e) {
        return problem(path, QStringLiteral("The page cannot be read (%1).").arg(QString::fromUtf8(e.what())));
    }
}

} // namespace

Result<PagePreview> renderPagePreview(const QString& path, int number, double ppi)
{
    const auto source = openPdf(path);
    return source ? renderedFrom(*source->pdf, path, number, ppi) : tl::unexpected(source.error());
}

struct PageRenderer::Open {
    QString path;
    FileStamp stamp;
    std::shared_ptr<QPDF> pdf;
};

PageRenderer::PageRenderer() = default;
PageRenderer::~PageRenderer() = default;

std::unique_ptr<PageRenderer::Open> PageRenderer::take(const QString& path)
{
    const std::scoped_lock lock(mutex_);
    const auto file = std::ranges::find(idle_, path, [](const auto& open) { return open->path; });
    if (file == idle_.end())
        return nullptr;
    std::unique_ptr<Open> out = std::move(*file);
    idle_.erase(file);
    return out;
}

void PageRenderer::giveBack(std::unique_ptr<Open> file)
{
    constexpr std::size_t mostOpen = 4;
    const std::scoped_lock lock(mutex_);
    idle_.push_back(std::move(file));
    if (idle_.size() > mostOpen)
        idle_.erase(idle_.begin());
}

Result<std::unique_ptr<PageRenderer::Open>> PageRenderer::open(const QString& path)
{
    // Each thread has a file to itself while it works on it.
    std::unique_ptr<Open> file = take(path);
    const FileStamp now = FileStamp::of(path);
    if (!file || !(file->stamp == now)) {
        auto opened = openPdf(path);
        if (!opened)
            return tl::unexpected(opened.error());
        file = std::make_unique<Open>(Open{path, now, opened->pdf});
    }
    return file;
}

Result<PagePreview> PageRenderer::render(const QString& path, int page, double ppi)
{
    auto file = open(path);
    if (!file)
        return tl::unexpected(file.error());
    auto preview = renderedFrom(*(*file)->pdf, path, page, ppi);
    giveBack(std::move(*file));
    return preview;
}

Result<PageWords> PageRenderer::words(const QString& path, int page)
{
    auto file = open(path);
    if (!file)
        return tl::unexpected(file.error());
    auto words = wordsFrom(*(*file)->pdf, path, page);
    giveBack(std::move(*file));
    return words;
}

} // namespace hinge
