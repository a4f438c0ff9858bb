// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/open_pdf.h"

#include "core/file/read_limits.h"
#include "pdf/svg_page.h"
#include "pdf/windowed_file.h"

#include <QFile>
#include <QFileInfo>
#include <algorithm>
#include <qpdf/Buffer.hh>
#include <qpdf/BufferInputSource.hh>
#include <qpdf/QPDFExc.hh>
#include <qpdf/QPDFWriter.hh>

namespace hinge
{
namespace
{

/// Bytes in memory that live as long as they are read from.
class HeldBytes : public BufferInputSource
{
public:
    HeldBytes(const std::string& name, std::shared_ptr<Buffer> bytes)
        : BufferInputSource(name, bytes.get()), bytes_(std::move(bytes))
    {
    }

private:
    std::shared_ptr<Buffer> bytes_;
};

/// What the library says of it, a line at most.
QString damagedPdf(const std::string& why)
{
    return QStringLiteral("The PDF is damaged and cannot be read (%1). Ask for it again.")
        .arg(QString::fromStdString(why).simplified().left(120));
}

bool isSvg(const QString& path)
{
    QFile file(path);
    return file.open(QIODevice::ReadOnly) && looksLikeSvg(file.peek(1024));
}

} // namespace

bool isPageFile(const QString& path)
{
    QFile file(path);
    if (!QFileInfo(path).isFile() || !file.open(QIODevice::ReadOnly))
        return false;
    const QByteArray head = file.peek(1024);
    return head.contains("%PDF-") || looksLikeSvg(head);
}

Result<OpenPdf> openPdf(const QString& path)
{
    if (!QFileInfo::exists(path))
        return problem(path, QStringLiteral("The file is not there. Find it again or place another one."));
    if (!QFileInfo(path).isFile())
        return problem(path, QStringLiteral("This is no plain file."));
    if (QFileInfo(path).size() > limits::largestPdf)
        return problem(path, QStringLiteral("The PDF is larger than %1 GB. Take the pages that are wanted out of it.")
                                 .arg(limits::largestPdf >> 30));
    try {
        OpenPdf open{std::make_shared<QPDF>(), {}};
        QPDF* pdf = open.pdf.get();
        pdf->setSuppressWarnings(true);
        if (isSvg(path)) {
            const auto page = pageFromSvg(path);
            if (!page)
                return tl::unexpected(page.error());
            // qpdf reads from the bytes as long as the file is open: it keeps them by way of its input source.
            auto bytes = std::make_shared<Buffer>(std::size_t(page->size()));
            std::copy(page->begin(), page->end(), bytes->getBuffer());
            pdf->processInputSource(std::make_shared<HeldBytes>(path.toStdString(), bytes));
        } else {
            const auto file = std::make_shared<WindowedFile>(path);
            pdf->processInputSource(file);
            open.file = file;
        }
        if (pdf->getAllPages().empty())
            return problem(path, QStringLiteral("The PDF has no pages."));
        if (pdf->getAllPages().size() > limits::mostPdfPages)
            return problem(
                path,
                QStringLiteral("The PDF has %1 pages, more than any piece takes.").arg(pdf->getAllPages().size()));
        return open;
    } catch (const QPDFExc& e) {
        if (e.getErrorCode() == qpdf_e_password)
            return problem(path, QStringLiteral("The PDF is locked by a password. Place it in the window, which asks "
                                                "for it, or get an open copy."));
        return problem(path, damagedPdf(e.getMessageDetail()));
    } catch (const std::exception& e) {
        return problem(path, damagedPdf(e.what()));
    }
}

bool isLockedPdf(const QString& path)
{
    try {
        QPDF pdf;
        pdf.setSuppressWarnings(true);
        pdf.processFile(QFile::encodeName(path).constData());
    } catch (const QPDFExc& e) {
        return e.getErrorCode() == qpdf_e_password;
    } catch (const std::exception&) {
        return false;
    }
    return false;
}

Result<QByteArray> unlockedPdf(const QString& path, const QString& password)
{
    try {
        QPDF pdf;
        pdf.setSuppressWarnings(true);
        pdf.processFile(QFile::encodeName(path).constData(), password.toUtf8().constData());
        QPDFWriter writer(pdf);
        writer.setOutputMemory();
        writer.setPreserveEncryption(false);
        writer.write();
        const std::shared_ptr<Buffer> buffer = writer.getBufferSharedPointer();
        return QByteArray(reinterpret_cast<const char*>(buffer->getBuffer()), qsizetype(buffer->getSize()));
    } catch (const QPDFExc& e) {
        if (e.getErrorCode() == qpdf_e_password)
            return problem(path, QStringLiteral("This is not its password."));
        return problem(path, damagedPdf(e.getMessageDetail()));
    } catch (const std::exception& e) {
        return problem(path, damagedPdf(e.what()));
    }
}

Result<QPDFObjectHandle> pageOf(QPDF& pdf, int number, const QString& path)
{
    const auto& pages = pdf.getAllPages();
    if (number < 1 || number > int(pages.size()))
        return problem(path, QStringLiteral("The PDF has %1 pages; page %2 is wanted.").arg(pages.size()).arg(number));
    return pages[std::size_t(number - 1)];
}

} // namespace hinge
