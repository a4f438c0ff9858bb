// SPDX-License-Identifier: GPL-3.0-or-later
// Drawings: what is accepted becomes one page that opens.
#include "fuzz_input.h"
#include "pdf/svg_page.h"

#include <QGuiApplication>
#include <qpdf/QPDF.hh>

using namespace hinge;

extern "C" int LLVMFuzzerInitialize(int* argc, char*** argv)
{
    qputenv("QT_QPA_PLATFORM", "offscreen");
    static QGuiApplication application(*argc, *argv);
    return 0;
}

extern "C" int LLVMFuzzerTestOneInput(const unsigned char* data, std::size_t size)
{
    const auto page = pageFromSvg(fuzz::file(data, size, "svg"));
    if (!page)
        return 0;
    QPDF pdf;
    pdf.processMemoryFile("page", page->constData(), std::size_t(page->size()));
    if (pdf.getAllPages().size() != 1)
        abort();
    return 0;
}
