// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/jpeg_file.h"

#include "pdf/pixel_file.h"

#include <QBuffer>
#include <QFile>
#include <QImageReader>
#include <csetjmp>
#include <cstdio>
#include <cstdlib>
#include <jpeglib.h>
// After the library's own header, which it needs.
#include <jerror.h>

namespace hinge
{
namespace
{

struct JpegErrors {
    jpeg_error_mgr base;
    jmp_buf giveUp;
    bool cutOff;
};

/// Errors come back to where `giveUp` was set; nothing is said on the terminal.
jpeg_error_mgr* quietErrors(JpegErrors& errors)
{
    jpeg_error_mgr* base = jpeg_std_error(&errors.base);
    base->error_exit = [](j_common_ptr c) { longjmp(reinterpret_cast<JpegErrors*>(c->err)->giveUp, 1); };
    base->output_message = [](j_common_ptr) {};
    errors.cutOff = false;
    base->emit_message = [](j_common_ptr c, int level) {
        if (level < 0 && (c->err->msg_code == JWRN_JPEG_EOF || c->err->msg_code == JWRN_HIT_MARKER))
            reinterpret_cast<JpegErrors*>(c->err)->cutOff = true;
    };
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

bool readToTheEnd(std::FILE* file, unsigned char** row)
{
    jpeg_decompress_struct info;
    JpegErrors errors;
    info.err = quietErrors(errors);
    if (setjmp(errors.giveUp) != 0) {
        jpeg_destroy_decompress(&info);
        return false;
    }
    jpeg_create_decompress(&info);
    jpeg_stdio_src(&info, file);
    jpeg_read_header(&info, TRUE);
    info.scale_num = 1; // the smallest there is: only the reading counts
    info.scale_denom = 8;
    info.dct_method = JDCT_IFAST;
    jpeg_start_decompress(&info);
    *row =
        static_cast<unsigned char*>(std::malloc(std::size_t(info.output_width) * std::size_t(info.output_components)));
    while (*row && info.output_scanline < info.output_height && !errors.cutOff)
        jpeg_read_scanlines(&info, row, 1);
    const bool whole = *row && !errors.cutOff;
    jpeg_abort_decompress(&info);
    jpeg_destroy_decompress(&info);
    return whole;
}

/// As the photographer held the camera.
int orientationOf(const QByteArray& data)
{
    QBuffer buffer;
    buffer.setData(data);
    if (!buffer.open(QIODevice::ReadOnly))
        return 1;
    switch (int(QImageReader(&buffer, "jpeg").transformation())) {
    case QImageIOHandler::TransformationMirror: return 2;
    case QImageIOHandler::TransformationRotate180: return 3;
    case QImageIOHandler::TransformationFlip: return 4;
    case QImageIOHandler::TransformationFlipAndRotate90: return 5;
    case QImageIOHandler::TransformationRotate90: return 6;
    case QImageIOHandler::TransformationMirrorAndRotate90: return 7;
    case QImageIOHandler::TransformationRotate270: return 8;
    default: return 1;
    }
}

} // namespace

bool isWholeJpeg(const QString& path)
{
    std::FILE* file = std::fopen(QFile::encodeName(path).constData(), "rb");
    if (!file)
        return false;
    unsigned char* row = nullptr;
    const bool whole = readToTheEnd(file, &row);
    std::free(row);
    std::fclose(file);
    return whole;
}

std::optional<CmykPixels> readCmykJpeg(const QByteArray& data, int longest)
{
    CmykPixels pixels;
    if (!readCmyk(reinterpret_cast<const unsigned char*>(data.constData()), static_cast<unsigned long>(data.size()),
                  unsigned(longest), &pixels))
        return std::nullopt;
    return pixels;
}

std::optional<JpegHeader> readJpegHeader(const QByteArray& data)
{
    Found found{};
    if (!read(reinterpret_cast<const unsigned char*>(data.constData()), static_cast<unsigned long>(data.size()),
              &found) ||
        found.width <= 0 || found.height <= 0)
        return std::nullopt;
    JpegHeader header{found.width, found.height, found.components, found.adobe != 0, {}};
    if (found.profile) {
        const QByteArray icc(reinterpret_cast<const char*>(found.profile), qsizetype(found.profileLength));
        header.profileMisfit = !profileFits(icc, header.components);
        if (!header.profileMisfit)
            header.profile = icc;
    }
    std::free(found.profile);
    header.orientation = orientationOf(data);
    return header;
}

} // namespace hinge
