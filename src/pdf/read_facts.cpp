// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/read_facts.h"

#include "pdf/open_pdf.h"
#include "pdf/page_boxes.h"

#include <QCryptographicHash>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QImageReader>
#include <memory>
#include <poppler-qt6.h>

namespace hinge {
namespace {

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
    facts.missingFonts = fontsNotInFile(path);
}

void readPicture(const QString& path, FileFacts& facts)
{
    QImageReader reader(path);
    reader.setDecideFormatFromContent(true);
    const QSize size = reader.size();
    const QByteArray format = reader.format();
    if (!reader.canRead() || size.isEmpty()) {
        facts.error = QStringLiteral("This is no picture the program can read. It takes JPEG, PNG and PDF.");
        return;
    }
    if (format != "jpeg" && format != "png") {
        facts.error = QStringLiteral("Pictures of the kind “%1” are not taken yet. Save it as JPEG, PNG or PDF.").arg(QString::fromLatin1(format));
        return;
    }
    facts.pixelWidth = size.width();
    facts.pixelHeight = size.height();
}

} // namespace

FileFacts readFileFacts(const QString& absolutePath)
{
    FileFacts facts;
    QFile file(absolutePath);
    if (!QFileInfo::exists(absolutePath)) {
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
    if (looksLikePdf(file))
        readPdf(absolutePath, facts);
    else
        readPicture(absolutePath, facts);
    if (facts.error.isEmpty()) {
        QCryptographicHash hash(QCryptographicHash::Sha256);
        hash.addData(&file);
        facts.sha256 = QString::fromLatin1(hash.result().toHex());
    }
    return facts;
}

QString resolvedPath(const QString& path, const QString& jobFolder)
{
    return QDir::isAbsolutePath(path) ? path : QDir(jobFolder).filePath(path);
}

QStringList linkedPaths(const Job& job)
{
    QStringList paths;
    const auto add = [&paths](const QString& path) {
        if (!paths.contains(path))
            paths << path;
    };
    for (const FaceContent& content : job.faces) {
        if (content.supplied)
            add(content.supplied->path);
        for (const Item& item : content.items)
            if (item.kind == ItemKind::Picture)
                add(item.file.path);
    }
    return paths;
}

FileFactsMap readAllFacts(const Job& job, const QString& jobFolder)
{
    FileFactsMap map;
    for (const QString& path : linkedPaths(job))
        map.insert(path, readFileFacts(resolvedPath(path, jobFolder)));
    return map;
}

} // namespace hinge
