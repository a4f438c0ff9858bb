// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/jpeg_file.h"

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

/// Errors come back to where `giveUp` was set; nothing is said on the terminal.
jpeg_error_mgr* quietErrors(JpegErrors& errors)
{
    jpeg_error_mgr* base = jpeg_std_error(&errors.base);
    base->error_exit = [](j_common_ptr c) { longjmp(reinterpret_cast<JpegErrors*>(c->err)->giveUp, 1); };
    base->output_message = [](j_common_ptr) {};
    return base;
}

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
    info.err = quietErrors(errors);
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

/// Rows go into `sink`, which makes room for them once the size is known.
bool readCmyk(const unsigned char* data, unsigned long size, unsigned longest, CmykPixels* sink)
{
    jpeg_decompress_struct info;
    JpegErrors errors;
    info.err = quietErrors(errors);
    if (setjmp(errors.giveUp) != 0) {
        jpeg_destroy_decompress(&info);
        return false;
    }
    jpeg_create_decompress(&info);
    jpeg_mem_src(&info, data, size);
    jpeg_read_header(&info, TRUE);
    if (info.num_components != 4) {
        jpeg_destroy_decompress(&info);
        return false;
    }
    info.out_color_space = JCS_CMYK;
    info.scale_num = 1;
    const unsigned side = info.image_width > info.image_height ? info.image_width : info.image_height;
    for (info.scale_denom = 8; info.scale_denom > 1 && side / info.scale_denom < longest;)
        info.scale_denom /= 2;
    jpeg_start_decompress(&info);
    sink->width = int(info.output_width);
    sink->height = int(info.output_height);
    sink->samples.resize(std::size_t(info.output_width) * info.output_height * 4);
    while (info.output_scanline < info.output_height) {
        unsigned char* row = sink->samples.data() + std::size_t(info.output_scanline) * info.output_width * 4;
        jpeg_read_scanlines(&info, &row, 1);
    }
    // Programs that leave this marker write ink upside down.
    if (info.saw_Adobe_marker)
        for (unsigned char& sample : sink->samples)
            sample = static_cast<unsigned char>(255 - sample);
    jpeg_finish_decompress(&info);
    jpeg_destroy_decompress(&info);
    return true;
}

} // namespace

std::optional<CmykPixels> readCmykJpeg(const QByteArray& data, int longest)
{
    CmykPixels pixels;
    if (!readCmyk(reinterpret_cast<const unsigned char*>(data.constData()), static_cast<unsigned long>(data.size()), unsigned(longest), &pixels))
        return std::nullopt;
    return pixels;
}

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
