// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/open_pdf.h"

#include <QFileInfo>
#include <qpdf/QPDFExc.hh>

namespace hinge {

Result<std::shared_ptr<QPDF>> openPdf(const QString& path)
{
    if (!QFileInfo::exists(path))
        return problem(path, QStringLiteral("The file is not there. Find it again or place another one."));
    try {
        auto pdf = std::make_shared<QPDF>();
        pdf->setSuppressWarnings(true);
        pdf->processFile(path.toLocal8Bit().constData());
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
