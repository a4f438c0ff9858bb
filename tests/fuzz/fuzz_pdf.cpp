// SPDX-License-Identifier: GPL-3.0-or-later
// Placed pages: what is said to have a page either gives it, in a document that opens again, or says why not.
#include "fuzz_input.h"
#include "pdf/page_form.h"
#include "pdf/read_facts.h"

#include <qpdf/QPDFPageDocumentHelper.hh>
#include <qpdf/QPDFWriter.hh>

using namespace hinge;

namespace
{

/// A document with nothing but that page, painted by a form of its own.
void write(QPDF& target, const PageForm& placed)
{
    QPDFObjectHandle page = target.makeIndirectObject(
        QPDFObjectHandle::parse("<< /Type /Page /MediaBox [0 0 100 100] /Resources << /XObject << >> >> >>"));
    page.getKey("/Resources").getKey("/XObject").replaceKey("/P", placed.form);
    page.replaceKey("/Contents", QPDFObjectHandle::newStream(&target, "/P Do"));
    QPDFPageDocumentHelper(target).addPage(page, false);
    QPDFWriter writer(target);
    writer.setOutputMemory();
    writer.write();
    const std::shared_ptr<Buffer> file = writer.getBufferSharedPointer();
    QPDF again;
    again.setSuppressWarnings(true);
    again.processMemoryFile("again", reinterpret_cast<const char*>(file->getBuffer()), file->getSize());
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
    PageForms pages(target, run);
    try {
        if (const auto placed = pages.place(path, 1))
            write(target, *placed);
    } catch (const ExportFailed&) {
    } catch (const std::exception&) { // what the writer meets in streams of the file; export catches it in one place
    }
    return 0;
}
