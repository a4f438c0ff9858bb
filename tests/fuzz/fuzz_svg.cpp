// SPDX-License-Identifier: GPL-3.0-or-later
// Drawings: what is let through is drawn.
#include "fuzz_input.h"
#include "pdf/svg_page.h"

#include <QGuiApplication>

extern "C" int LLVMFuzzerTestOneInput(const unsigned char* data, std::size_t size)
{
    static int argc = 1;
    static char name[] = "fuzz";
    static char* argv[] = {name, nullptr};
    static const bool ready = qputenv("QT_QPA_PLATFORM", "offscreen");
    static QGuiApplication application(argc, argv);
    if (ready && hinge::checkSvg(fuzz::bytes(data, size), QStringLiteral("fuzz")))
        (void)hinge::pageFromSvg(fuzz::file(data, size, "svg"));
    return 0;
}
