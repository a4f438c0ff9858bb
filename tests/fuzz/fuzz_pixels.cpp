// SPDX-License-Identifier: GPL-3.0-or-later
// TIFF and PNG: heads and all rows.
#include "fuzz_input.h"
#include "pdf/pixel_file.h"

using namespace hinge;

extern "C" int LLVMFuzzerTestOneInput(const unsigned char* data, std::size_t size)
{
    const QString path = fuzz::file(data, size, "pixels");
    const auto info = readPixelInfo(path);
    // Large ones are left to the tests: they only cost time here.
    if (!info || qint64(info->width) * info->height > 4'000'000)
        return 0;
    unsigned sum = 0;
    (void)readPixelRows(path, *info, 1, [&](int, const uchar* colour, const uchar* alpha) {
        for (std::size_t i = 0; i < info->rowBytes(); ++i)
            sum += colour[i];
        for (std::size_t i = 0; alpha && i < info->alphaBytes(); ++i)
            sum += alpha[i];
        return true;
    });
    return sum == 0x7FFFFFFF ? 1 : 0; // looked at, so that reading is not left out
}
