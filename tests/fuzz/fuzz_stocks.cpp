// SPDX-License-Identifier: GPL-3.0-or-later
// Lists of stocks as CSV.
#include "core/file/stock_library.h"
#include "fuzz_input.h"

extern "C" int LLVMFuzzerTestOneInput(const unsigned char* data, std::size_t size)
{
    (void)hinge::readStocksCsv(fuzz::bytes(data, size), QStringLiteral("fuzz"));
    return 0;
}
