// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/picture_object.h"

#include <QFile>
#include <QFileInfo>
#include <QImage>
#include <QImageReader>
#include <csetjmp>
#include <cstdio>
#include <jpeglib.h>
#include <lcms2.h>

namespace hinge {
namespace {

struct JpegHeader {
    int width = 0;
    int height = 0;
    int components = 0;
    bool adobeMarker = false;
};

struct JpegErrors {
    jpeg_error_mgr base;
    jmp_buf giveUp;
};

/// Reads the header only. Plain C inside: nothing with a destructor may live where longjmp passes.
bool readJpegHeader(const unsigned char* data, unsigned long size, JpegHeader* out)
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
    jpeg_mem_src(&info, data, size);
    jpeg_read_header(&info, TRUE);
    out->width = int(info.image_width);
    out->height = int(info.image_height);
    out->components = info.num_components;
    out->adobeMarker = info.saw_Adobe_marker != FALSE;
    jpeg_destroy_decompress(&info);
    return true;
}

QPDFObjectHandle imageDictionary(QPDFObjectHandle stream, int width, int height, const QPDFObjectHandle& colourSpace)
{
    QPDFObjectHandle d = stream.getDict();
    d.replaceKey("/Type", QPDFObjectHandle::newName("/XObject"));
    d.replaceKey("/Subtype", QPDFObjectHandle::newName("/Image"));
    d.replaceKey("/Width", QPDFObjectHandle::newInteger(width));
    d.replaceKey("/Height", QPDFObjectHandle::newInteger(height));
    d.replaceKey("/BitsPerComponent", QPDFObjectHandle::newInteger(8));
    d.replaceKey("/ColorSpace", colourSpace);
    return d;
}

Result<PictureObject> fromJpeg(QPDF& pdf, const QString& path, const QByteArray& data)
{
    JpegHeader header;
    if (!readJpegHeader(reinterpret_cast<const unsigned char*>(data.constData()), static_cast<unsigned long>(data.size()), &header)
        || header.width <= 0 || header.height <= 0)
        return problem(path, QStringLiteral("The JPEG is damaged: its header cannot be read."));
    QPDFObjectHandle colourSpace;
    switch (header.components) {
    case 1: colourSpace = QPDFObjectHandle::newName("/DeviceGray"); break;
    case 3: colourSpace = srgbColourSpace(pdf); break;
    case 4: colourSpace = QPDFObjectHandle::newName("/DeviceCMYK"); break;
    default: return problem(path, QStringLiteral("The JPEG has %1 colour channels; 1, 3 or 4 can be printed.").arg(header.components));
    }
    QPDFObjectHandle stream = pdf.newStream();
    stream.replaceStreamData(data.toStdString(), QPDFObjectHandle::newName("/DCTDecode"), QPDFObjectHandle::newNull());
    QPDFObjectHandle d = imageDictionary(stream, header.width, header.height, colourSpace);
    // Files with Adobe's marker hold the complement of the inks (Adobe Technical Note 5116, from memory).
    if (header.components == 4 && header.adobeMarker)
        d.replaceKey("/Decode", QPDFObjectHandle::parse("[1 0 1 0 1 0 1 0]"));
    return PictureObject{stream, double(header.width) / header.height};
}

std::string rows(const QImage& image, int bytesPerPixel)
{
    std::string all;
    all.reserve(std::size_t(image.width()) * std::size_t(image.height()) * std::size_t(bytesPerPixel));
    for (int y = 0; y < image.height(); ++y)
        all.append(reinterpret_cast<const char*>(image.constScanLine(y)), std::size_t(image.width()) * std::size_t(bytesPerPixel));
    return all;
}

Result<PictureObject> fromPixels(QPDF& pdf, const QString& path)
{
    QImageReader reader(path);
    reader.setDecideFormatFromContent(true);
    QImageReader::setAllocationLimit(0); // print pictures are large; Qt's limit of 128 MB is meant for other uses
    const QImage image = reader.read();
    if (image.isNull())
        return problem(path, QStringLiteral("The picture cannot be read: %1.").arg(reader.errorString()));
    QPDFObjectHandle stream;
    if (image.isGrayscale() && !image.hasAlphaChannel()) {
        stream = pdf.newStream(rows(image.convertToFormat(QImage::Format_Grayscale8), 1));
        imageDictionary(stream, image.width(), image.height(), QPDFObjectHandle::newName("/DeviceGray"));
    } else {
        stream = pdf.newStream(rows(image.convertToFormat(QImage::Format_RGB888), 3));
        QPDFObjectHandle d = imageDictionary(stream, image.width(), image.height(), srgbColourSpace(pdf));
        if (image.hasAlphaChannel()) {
            QPDFObjectHandle mask = pdf.newStream(rows(image.convertToFormat(QImage::Format_Alpha8), 1));
            imageDictionary(mask, image.width(), image.height(), QPDFObjectHandle::newName("/DeviceGray"));
            d.replaceKey("/SMask", mask);
        }
    }
    return PictureObject{stream, double(image.width()) / image.height()};
}

} // namespace

QPDFObjectHandle srgbColourSpace(QPDF& pdf)
{
    // Kept in the document itself, so that every picture of it shares one profile.
    QPDFObjectHandle root = pdf.getRoot();
    static const std::string key = "/HingeSRGB";
    if (root.hasKey(key))
        return root.getKey(key);
    cmsHPROFILE profile = cmsCreate_sRGBProfile();
    cmsUInt32Number size = 0;
    cmsSaveProfileToMem(profile, nullptr, &size);
    std::string bytes(size, '\0');
    cmsSaveProfileToMem(profile, bytes.data(), &size);
    cmsCloseProfile(profile);
    QPDFObjectHandle stream = pdf.newStream(bytes);
    stream.getDict().replaceKey("/N", QPDFObjectHandle::newInteger(3));
    QPDFObjectHandle space = pdf.makeIndirectObject(
        QPDFObjectHandle::newArray({QPDFObjectHandle::newName("/ICCBased"), stream}));
    root.replaceKey(key, space);
    return space;
}

Result<PictureObject> makePictureObject(QPDF& pdf, const QString& path)
{
    QFile file(path);
    if (!QFileInfo::exists(path))
        return problem(path, QStringLiteral("The picture is not there. Find it again or take it off the face."));
    if (!file.open(QIODevice::ReadOnly))
        return problem(path, QStringLiteral("The picture cannot be opened: %1.").arg(file.errorString()));
    const QByteArray data = file.readAll();
    if (data.startsWith("\xff\xd8\xff"))
        return fromJpeg(pdf, path, data);
    return fromPixels(pdf, path);
}

} // namespace hinge
