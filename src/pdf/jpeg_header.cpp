// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/jpeg_header.h"

#include <csetjmp>
#include <cstdio>
#include <cstdlib>
#include <jpeglib.h>

namespace hinge {
namespace {

struct JpegErrors {
    jpeg_error_mgr base;
    jmp_buf giveUp;
};

/// Plain C: nothing with a destructor may live where longjmp passes.
struct Found {
    int width, height, components, adobe;
    unsigned char* profile; ///< to be freed
    unsigned profileLength;
};

bool read(const unsigned char* data, unsigned long size, Found* out)
{
    jpeg_decompress_struct info;
    JpegErrors errors;
    info.err = jpeg_std_error(&errors.base);
    errors.base.error_exit = [](j_common_ptr c) { longjmp(reinterpret_cast<JpegErrors*>(c->err)->giveUp, 1); };
    errors.base.output_message = [](j_common_ptr) {};
    if (setjmp(errors.giveUp) != 0) {
        jpeg_destroy_decompress(&info);
        return false;
    }
    jpeg_create_decompress(&info);
    jpeg_save_markers(&info, JPEG_APP0 + 2, 0xFFFF);
    jpeg_mem_src(&info, data, size);
    jpeg_read_header(&info, TRUE);
    out->width = int(info.image_width);
    out->height = int(info.image_height);
    out->components = info.num_components;
    out->adobe = info.saw_Adobe_marker;
    JOCTET* profile = nullptr;
    unsigned length = 0;
    if (jpeg_read_icc_profile(&info, &profile, &length)) {
        out->profile = profile;
        out->profileLength = length;
    }
    jpeg_destroy_decompress(&info);
    return true;
}

} // namespace

std::optional<JpegHeader> readJpegHeader(const QByteArray& data)
{
    Found found{};
    if (!read(reinterpret_cast<const unsigned char*>(data.constData()), static_cast<unsigned long>(data.size()), &found) || found.width <= 0 || found.height <= 0)
        return std::nullopt;
    JpegHeader header{found.width, found.height, found.components, found.adobe != 0, {}};
    if (found.profile)
        header.profile = QByteArray(reinterpret_cast<const char*>(found.profile), qsizetype(found.profileLength));
    std::free(found.profile);
    return header;
}

} // namespace hinge
