// SPDX-License-Identifier: GPL-3.0-or-later
// Placed pages: what is said to have a page either gives it, in a document that opens again, or says why not.
#include "fuzz_input.h"
#include "pdf/document_writer.h"
#include "pdf/page_form.h"
#include "pdf/read_facts.h"

#include <qpdf/QPDFPageDocumentHelper.hh>

using namespace hinge;

namespace
{

/// A document with nothing but that page, painted by a form of its own.
void write(QPDF& target, const Assembly& assembly, ExportRun& run, const PageForm& placed, const QString& path)
{
    QPDFObjectHandle page = target.makeIndirectObject(
        QPDFObjectHandle::parse("<< /Type /Page /MediaBox [0 0 100 100] /Resources << /XObject << >> >> >>"));
    page.getKey("/Resources").getKey("/XObject").replaceKey("/P", placed.form);
    page.replaceKey("/Contents", QPDFObjectHandle::newStream(&target, "/P Do"));
    QPDFPageDocumentHelper(target).addPage(page, false);
    WholeFileWriter file(path);
    if (!file.open())
        return;
    DocumentWriter(target, assembly, file, run).write();
    if (!file.commit())
        return;
    QPDF again;
    again.setSuppressWarnings(true);
    again.processFile(QFile::encodeName(path).constData());
    if (again.getAllPages().size() != 1)
        abort();
}

} // namespace

extern "C" int LLVMFuzzerTestOneInput(const unsigned char* data, std::size_t size)
{
    const QString path = fuzz::file(data, size, "pdf");
    const FileFacts facts = readFileFacts(path);
    if (!facts.error.isEmpty())
        return 0;
    QPDF target;
    target.emptyPDF();
    target.setSuppressWarnings(true);
    const ExportProgress goesOn;
    ExportRun run(goesOn);
    Assembly assembly;
    PageForms pages(target, assembly, run);
    try {
        if (const auto placed = pages.place(path, 1))
            write(target, assembly, run, *placed, path + QStringLiteral(".out"));
    } catch (const ExportFailed&) {
    } catch (const std::exception&) { // what the writer meets in streams of the file; export catches it in one place
    }
    return 0;
}
