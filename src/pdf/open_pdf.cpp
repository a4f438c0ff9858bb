// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/open_pdf.h"

#include "pdf/svg_page.h"

#include <QFile>
#include <QFileInfo>
#include <algorithm>
#include <qpdf/Buffer.hh>
#include <qpdf/BufferInputSource.hh>
#include <qpdf/QPDFExc.hh>

namespace hinge {
namespace {

/// Bytes in memory that live as long as they are read from.
class HeldBytes : public BufferInputSource {
public:
    HeldBytes(const std::string& name, std::shared_ptr<Buffer> bytes) : BufferInputSource(name, bytes.get()), bytes_(std::move(bytes)) {}

private:
    std::shared_ptr<Buffer> bytes_;
};

bool isSvg(const QString& path)
{
    QFile file(path);
    return file.open(QIODevice::ReadOnly) && looksLikeSvg(file.peek(1024));
}

} // namespace

bool isPageFile(const QString& path)
{
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly))
        return false;
    const QByteArray head = file.peek(1024);
    return head.contains("%PDF-") || looksLikeSvg(head);
}

Result<std::shared_ptr<QPDF>> openPdf(const QString& path)
{
    if (!QFileInfo::exists(path))
        return problem(path, QStringLiteral("The file is not there. Find it again or place another one."));
    try {
        auto pdf = std::make_shared<QPDF>();
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
            pdf->processFile(path.toLocal8Bit().constData());
        }
        if (pdf->getAllPages().empty())
            return problem(path, QStringLiteral("The PDF has no pages."));
        return pdf;
    } catch (const QPDFExc& e) {
        if (e.getErrorCode() == qpdf_e_password)
            return problem(path, QStringLiteral("The PDF is locked by a password. Ask for an open copy."));
        return problem(path, QStringLiteral("The PDF is damaged and cannot be read (%1). Ask for it again.")
                                 .arg(QString::fromStdString(e.getMessageDetail())));
    } catch (const std::exception& e) {
        return problem(path, QStringLiteral("The PDF cannot be read (%1).").arg(QString::fromUtf8(e.what())));
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
