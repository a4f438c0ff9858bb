// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/read_facts.h"

#include "pdf/ink_coverage.h"
#include "pdf/jpeg_file.h"
#include "pdf/open_pdf.h"
#include "pdf/page_boxes.h"
#include "pdf/press_profile.h"
#include "pdf/svg_page.h"
#include "pdf/tiff_file.h"

#include <QCryptographicHash>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QImageReader>
#include <memory>
#include <poppler-qt6.h>

namespace hinge {
namespace {

/// Pictures of more pixels than this are only looked at in a few rows.
constexpr qint64 manyPixels = 40'000'000;

bool looksLikePdf(QFile& file)
{
    const QByteArray head = file.peek(1024);
    return head.contains("%PDF-");
}

QStringList fontsNotInFile(const QString& path)
{
    QStringList missing;
    // What Poppler makes of damaged files is told by our own findings, not on the terminal.
    Poppler::setDebugErrorFunction([](const QString&, const QVariant&) {}, {});
    const std::unique_ptr<Poppler::Document> document = Poppler::Document::load(path);
    if (!document)
        return missing;
    for (const Poppler::FontInfo& font : document->fonts())
        if (!font.isEmbedded() && !missing.contains(font.name()))
            missing << font.name();
    return missing;
}

void readPdf(const QString& path, FileFacts& facts)
{
    facts.isPdf = true;
    const auto pdf = openPdf(path);
    if (!pdf) {
        facts.error = pdf.error().message;
        return;
    }
    try {
        for (const QPDFObjectHandle& page : (*pdf)->getAllPages())
            facts.pages.push_back(readPageBoxes(QPDFPageObjectHelper(page)).facts());
    } catch (const std::exception& e) {
        facts.error = QStringLiteral("The PDF is damaged and cannot be read (%1).").arg(QString::fromUtf8(e.what()));
        return;
    }
    if (!facts.isSvg)
        facts.missingFonts = fontsNotInFile(path);
}

/// A PNG says what its colours mean in one of these chunks (PNG, third edition, 11.3.2), before the pixels.
bool pngHasProfile(const QString& path)
{
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly))
        return false;
    const QByteArray head = file.read(1 << 20);
    const QByteArray before = head.left(head.indexOf("IDAT"));
    return before.contains("iCCP") || before.contains("sRGB") || before.contains("cICP");
}

void readTiff(const QString& path, FileFacts& facts)
{
    const auto info = readTiffInfo(path);
    if (!info) {
        facts.error = info.error().message;
        return;
    }
    facts.pixelWidth = info->width;
    facts.pixelHeight = info->height;
    facts.colour = info->colour;
    facts.hasProfile = !info->profile.isEmpty();
    facts.bitsPerChannel = info->bits;
    if (info->colour != PixelColour::Cmyk || info->channels != 4)
        return;
    // A look at some rows: the file may be large, and the picture is to be placed at once.
    InkCoverage ink;
    const int rows = qint64(info->width) * info->height > manyPixels ? 12 : 200;
    std::vector<uchar> shallow(info->bits == 16 ? std::size_t(info->width) * 4 : 0);
    (void)readTiffRows(path, *info, std::max(1, info->height / rows), [&](int, const uchar* samples) {
        for (std::size_t i = 0; i < shallow.size(); ++i)
            shallow[i] = uchar(reinterpret_cast<const quint16*>(samples)[i] >> 8);
        ink.add(shallow.empty() ? samples : shallow.data(), info->width);
        return true;
    });
    facts.heaviestInk = ink.heaviest();
}

void readJpeg(QFile& file, FileFacts& facts)
{
    // Markers with profiles stand at the beginning, but may be long.
    const auto header = readJpegHeader(file.peek(8 << 20));
    if (!header) {
        facts.error = QStringLiteral("The JPEG is damaged: its header cannot be read. Ask for it again.");
        return;
    }
    facts.pixelWidth = header->width;
    facts.pixelHeight = header->height;
    facts.colour = header->components == 1 ? PixelColour::Gray : header->components == 4 ? PixelColour::Cmyk : PixelColour::Rgb;
    facts.hasProfile = !header->profile.isEmpty();
    if (facts.colour != PixelColour::Cmyk)
        return;
    if (const auto pixels = readCmykJpeg(file.peek(file.size()), 400)) {
        InkCoverage ink;
        ink.add(pixels->samples.data(), pixels->width * pixels->height);
        facts.heaviestInk = ink.heaviest();
    }
}

/// ISO 15076-1, 7.2.8: the signature of a profile.
bool looksLikeProfile(const QByteArray& head) { return head.size() >= 128 && head.mid(36, 4) == "acsp"; }

void readProfile(QFile& file, FileFacts& facts)
{
    const auto profile = readPressProfile(file.peek(file.size()));
    if (!profile) {
        facts.error = profile.error().message;
        return;
    }
    facts.profileName = profile->name;
    facts.profileInkLimit = profile->inkLimit;
}

void readPicture(const QString& path, QFile& file, FileFacts& facts)
{
    const QByteArray head = file.peek(16);
    if (isTiff(head))
        return readTiff(path, facts);
    if (head.startsWith("\xff\xd8\xff"))
        return readJpeg(file, facts);
    QImageReader reader(path);
    reader.setDecideFormatFromContent(true);
    const QSize size = reader.size();
    const QByteArray format = reader.format();
    if (!reader.canRead() || size.isEmpty()) {
        facts.error = QStringLiteral("This is no picture the program can read. It takes JPEG, PNG, TIFF, SVG and PDF.");
        return;
    }
    if (format != "png") {
        facts.error = QStringLiteral("Pictures of the kind “%1” are not taken. Save it as JPEG, PNG, TIFF, SVG or PDF.").arg(QString::fromLatin1(format));
        return;
    }
    facts.pixelWidth = size.width();
    facts.pixelHeight = size.height();
    const QImage::Format pixels = reader.imageFormat();
    facts.colour = pixels == QImage::Format_Grayscale8 || pixels == QImage::Format_Grayscale16 || pixels == QImage::Format_Mono ? PixelColour::Gray : PixelColour::Rgb;
    facts.hasProfile = pngHasProfile(path);
}

/// Of all of a file; of a large one of its size, its beginning, middle and end, which no program that saves leaves alone.
QString fingerprint(QFile& file)
{
    constexpr qint64 large = 32 << 20;
    constexpr qint64 part = 1 << 20;
    QCryptographicHash hash(QCryptographicHash::Sha256);
    if (file.size() <= large) {
        hash.addData(&file);
    } else {
        hash.addData(QByteArray::number(file.size()));
        for (const qint64 at : {qint64(0), file.size() / 2, file.size() - part}) {
            file.seek(at);
            hash.addData(file.read(part));
        }
    }
    return QString::fromLatin1(hash.result().toHex());
}

} // namespace

FileFacts readFileFacts(const QString& absolutePath)
{
    FileFacts facts;
    QFile file(absolutePath);
    if (!QFileInfo::exists(absolutePath)) {
        facts.missing = true;
        facts.error = QStringLiteral("The file is not at %1. Put it back, or place it again from where it is now.").arg(absolutePath);
        return facts;
    }
    if (QFileInfo(absolutePath).isDir() || !file.open(QIODevice::ReadOnly)) {
        facts.error = QStringLiteral("The file cannot be opened: %1.").arg(file.errorString());
        return facts;
    }
    facts.bytes = file.size();
    if (facts.bytes == 0) {
        facts.error = QStringLiteral("The file is empty.");
        return facts;
    }
    facts.isSvg = looksLikeSvg(file.peek(1024));
    if (looksLikeProfile(file.peek(128)))
        readProfile(file, facts);
    else if (facts.isSvg || looksLikePdf(file))
        readPdf(absolutePath, facts);
    else
        readPicture(absolutePath, file, facts);
    if (facts.error.isEmpty()) {
        facts.sha256 = fingerprint(file);
    }
    return facts;
}

FileFactsMap readAllFacts(const Job& job, const QString& jobFolder)
{
    FileFactsMap map;
    for (const QString& path : linkedPaths(job))
        map.insert(path, readFileFacts(resolvedPath(path, jobFolder)));
    return map;
}

} // namespace hinge
