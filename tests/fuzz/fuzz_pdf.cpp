// SPDX-License-Identifier: GPL-3.0-or-later
// Pages of other PDFs: facts, and placed.
#include "fuzz_input.h"
#include "pdf/placed_page.h"
#include "pdf/read_facts.h"

using namespace hinge;

extern "C" int LLVMFuzzerTestOneInput(const unsigned char* data, std::size_t size)
{
    const QString path = fuzz::file(data, size, "pdf");
    if (!fuzz::bytes(data, std::min<std::size_t>(size, 1024)).contains("%PDF-"))
        return 0;
    (void)readFileFacts(path);
    const ExportProgress goOn;
    ExportRun run(goOn);
    QPDF target;
    target.emptyPDF();
    try {
        PlacedPages pages(target, run);
        (void)pages.place(path, 1);
    } catch (const std::bad_alloc&) {
    }
    return 0;
}
