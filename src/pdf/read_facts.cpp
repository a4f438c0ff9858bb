// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/read_facts.h"

#include "colour/ink_coverage.h"
#include "colour/picture_tones.h"
#include "colour/press_profile.h"
#include "core/file/read_limits.h"
#include "core/file/record_table.h"
#include "pdf/jpeg_file.h"
#include "pdf/open_pdf.h"
#include "pdf/page_boxes.h"
#include "pdf/page_gutters.h"
#include "pdf/page_preview.h"
#include "pdf/page_resources.h"
#include "pdf/picture_preview.h"
#include "pdf/pixel_file.h"
#include "pdf/svg_page.h"

#include <QCryptographicHash>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QImageReader>

namespace hinge
{
namespace
{

/// Pictures of more pixels than this are only looked at in a few rows.
constexpr qint64 manyPixels = 40'000'000;

bool looksLikePdf(QFile& file)
{
    const QByteArray head = file.peek(1024);
    return head.contains("%PDF-");
}

/// Of what may be the faces of a leaflet: a page wider than a panel, one of two at most.
void readGutters(const QString& path, FileFacts& facts)
{
    constexpr Length widestPanel = Length::mm(160);
    constexpr double ppi = 100; // a quarter of a millimetre a pixel
    if (facts.isSvg || facts.pages.size() > 2)
        return;
    for (std::size_t i = 0; i < facts.pages.size(); ++i) {
        PageFacts& page = facts.pages[i];
        if (!page.isUsable || page.trim.w <= widestPanel || page.trim.w > Length::mm(1200))
            continue;
        if (const auto shown = renderPagePreview(path, int(i) + 1, ppi))
            page.gutters = guttersOf(shown->image, shown->trim, page.trim.w);
    }
}

void readPdf(const QString& path, FileFacts& facts)
{
    facts.isPdf = true;
    const auto pdf = openPdf(path);
    if (!pdf) {
        facts.error = pdf.error().message;
        facts.isLocked = isLockedPdf(path);
        return;
    }
    try {
        FontSearch fonts;
        for (const QPDFObjectHandle& page : pdf->pdf->getAllPages()) {
            PageFacts& about = facts.pages.emplace_back(readPageBoxes(QPDFPageObjectHelper(page)).facts());
            about.missingFonts = fonts.missingIn(page);
        }
        readGutters(path, facts);
    } catch (const std::exception& e) {
        facts.error =
            QStringLiteral("The PDF is damaged and cannot be read (%1).").arg(QString::fromUtf8(e.what()).left(120));
    }
}

void readRows(const QString& path, FileFacts& facts, bool inks)
{
    const auto info = readPixelInfo(path);
    if (!info) {
        facts.error = info.error().message;
        return;
    }
    facts.pixelWidth = info->uprightWidth();
    facts.pixelHeight = info->uprightHeight();
    facts.colour = info->colour;
    facts.hasProfile = info->saysColours;
    facts.profileMisfit = info->profileMisfit;
    facts.bitsPerChannel = info->bits;
    if (info->colour != PixelColour::Cmyk || !inks)
        return;
    // A look at some rows: the file may be large, and the picture is to be placed at once.
    InkCoverage ink;
    const int rows = qint64(info->width) * info->height > manyPixels ? 12 : 200;
    std::vector<uchar> shallow(info->bits == 16 ? std::size_t(info->width) * 4 : 0);
    (void)readPixelRows(path, *info, std::max(1, info->height / rows), [&](int, const uchar* samples, const uchar*) {
        for (std::size_t i = 0; i < shallow.size(); ++i)
            shallow[i] = uchar(reinterpret_cast<const quint16*>(samples)[i] >> 8);
        ink.add(shallow.empty() ? samples : shallow.data(), info->width);
        return true;
    });
    facts.heaviestInk = ink.heaviest();
}

void readJpeg(const QString& path, QFile& file, FileFacts& facts, bool inks)
{
    // Markers with profiles stand at the beginning, but may be long.
    const auto header = readJpegHeader(file.peek(8 << 20));
    if (!header) {
        facts.error = QStringLiteral("The JPEG is damaged: its header cannot be read. Ask for it again.");
        return;
    }
    if (auto limited = checkPixelLimits(path, header->width, header->height, 8); !limited) {
        facts.error = limited.error().message;
        return;
    }
    const bool lies = header->orientation >= 5;
    facts.pixelWidth = lies ? header->height : header->width;
    facts.pixelHeight = lies ? header->width : header->height;
    facts.colour = header->components == 1   ? PixelColour::Gray
                   : header->components == 4 ? PixelColour::Cmyk
                                             : PixelColour::Rgb;
    facts.hasProfile = !header->profile.isEmpty();
    facts.profileMisfit = header->profileMisfit;
    if (!inks)
        return;
    if (!isWholeJpeg(path)) {
        facts.error = QStringLiteral("The JPEG was cut off: part of its picture is missing. Ask for it again.");
        return;
    }
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

void readPicture(const QString& path, QFile& file, FileFacts& facts, bool whole)
{
    const QByteArray head = file.peek(16);
    if (hasPixelRows(head))
        return readRows(path, facts, whole);
    if (head.startsWith("\xff\xd8\xff"))
        return readJpeg(path, file, facts, whole);
    const QByteArray format = QImageReader::imageFormat(path);
    facts.error =
        format.isEmpty()
            ? QStringLiteral("This is no picture the program can read. It takes JPEG, PNG, TIFF, SVG and PDF.")
            : QStringLiteral("Pictures of the kind “%1” are not taken. Save it as JPEG, PNG, TIFF, SVG or PDF.")
                  .arg(QString::fromLatin1(format));
}

/// Of all of a file; of a large one of its size, its beginning, middle and end, which no program that saves leaves
/// alone.
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

void readTable(const QString& path, QFile& file, const CsvReading& reading, FileFacts& facts)
{
    if (file.size() > limits::largestTable) {
        facts.error = QStringLiteral("It is too large for a table of records.");
        return;
    }
    auto table = RecordTable::read(file.peek(file.size()), QFileInfo(path).fileName(), reading);
    if (table)
        facts.table = std::move(*table);
    else
        facts.error = table.error().message;
}

FileFacts factsOf(const QString& absolutePath, const CsvReading& reading)
{
    FileFacts facts;
    QFile file(absolutePath);
    if (!QFileInfo::exists(absolutePath)) {
        facts.missing = true;
        facts.error = QStringLiteral("The file is not at %1. Put it back, or place it again from where it is now.")
                          .arg(absolutePath);
        return facts;
    }
    if (!QFileInfo(absolutePath).isFile()) {
        facts.error = QStringLiteral("This is no plain file that could be placed.");
        return facts;
    }
    if (!file.open(QIODevice::ReadOnly)) {
        facts.error = QStringLiteral("The file cannot be opened: %1.").arg(file.errorString());
        return facts;
    }
    facts.bytes = file.size();
    if (facts.bytes == 0) {
        facts.error = QStringLiteral("The file is empty.");
        return facts;
    }
    facts.isSvg = looksLikeSvg(file.peek(1024));
    if (isTableName(absolutePath))
        readTable(absolutePath, file, reading, facts);
    else if (looksLikeProfile(file.peek(128)))
        readProfile(file, facts);
    else if (facts.isSvg || looksLikePdf(file))
        readPdf(absolutePath, facts);
    else
        readPicture(absolutePath, file, facts, true);
    if (facts.error.isEmpty()) {
        facts.sha256 = fingerprint(file);
    }
    return facts;
}

} // namespace

FileFacts readFileFacts(const QString& absolutePath, const CsvReading& reading)
{
    FileFacts facts;
    try {
        return factsOf(absolutePath, reading);
    } catch (const std::bad_alloc&) {
        facts.error = QStringLiteral("There is not enough memory to read this file.");
    } catch (const std::exception& e) {
        facts.error = QStringLiteral("The file cannot be read (%1).").arg(Problem::quoted(QString::fromUtf8(e.what())));
    }
    return facts;
}

void readTones(const QString& absolutePath, FileFacts& facts)
{
    constexpr std::size_t mostPages = 4; // what may have text of ours over it: faces, covers, drawings
    if (facts.isPdf && facts.pages.size() <= mostPages) {
        constexpr double ppi = 18; // small letters run together into the grey they look from afar
        for (std::size_t i = 0; i < facts.pages.size(); ++i)
            if (const auto shown = renderPagePreview(absolutePath, int(i) + 1, ppi); shown && facts.pages[i].isUsable)
                facts.pages[i].tones = tonesOf(shown->image.copy(shown->trim.toAlignedRect()));
    } else if (facts.pixelWidth > 0) {
        constexpr int fineEnough = 96;
        if (const auto small = picturePreview(absolutePath, fineEnough, shippedPressProfile().icc))
            facts.tones = tonesOf(*small);
    }
}

FileFacts readPixelFacts(const QString& absolutePath)
{
    FileFacts facts;
    QFile file(absolutePath);
    if (file.open(QIODevice::ReadOnly))
        readPicture(absolutePath, file, facts, false);
    return facts;
}

FileFactsMap readAllFacts(const Job& job, const QString& jobFolder)
{
    FileFactsMap map;
    for (const QString& path : linkedPaths(job))
        map.insert(path, readFileFacts(resolvedPath(path, jobFolder), job.records.reading));
    return map;
}

} // namespace hinge
