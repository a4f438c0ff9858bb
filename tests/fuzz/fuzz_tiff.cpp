// SPDX-License-Identifier: GPL-3.0-or-later
// Pictures in rows (TIFF, and PNG by the way): what has a head has all its rows, in order, or a reason.
#include "fuzz_input.h"
#include "pdf/picture_preview.h"
#include "pdf/pixel_file.h"

using namespace hinge;

extern "C" int LLVMFuzzerTestOneInput(const unsigned char* data, std::size_t size)
{
    const QString path = fuzz::file(data, size, "tiff");
    const auto info = readPixelInfo(path);
    // Large ones are lawful and slow.
    if (!info || qint64(info->width) * info->height > 4'000'000)
        return 0;
    int next = 0;
    unsigned sum = 0;
    const auto row = [&](int y, const uchar* colour, const uchar* alpha) {
        if (y != next++ || (alpha != nullptr) != info->alpha)
            abort();
        for (std::size_t i = 0; i < info->rowBytes(); ++i)
            sum += colour[i];
        for (std::size_t i = 0; info->alpha && i < info->alphaBytes(); ++i)
            sum += alpha[i];
        return true;
    };
    if (readPixelRows(path, *info, 1, row) && next != info->height)
        abort();
    const auto preview = picturePreview(path, 32, {});
    if (preview && preview->isNull())
        abort();
    return sum == 1 ? 1 : 0; // so that every byte is looked at
}
