// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/picture_object.h"

#include "pdf/jpeg_file.h"
#include "pdf/tiff_file.h"

#include <QFile>
#include <QFileInfo>
#include <QImage>
#include <QImageReader>
#include <QColorSpace>
#include <QtEndian>
#include <lcms2.h>
#include <qpdf/Pipeline.hh>

namespace hinge {
namespace {

/// An ICC profile of the picture's own, as a colour space (ISO 32000-1, 8.6.5.5).
QPDFObjectHandle iccSpace(QPDF& pdf, const QByteArray& profile, int channels)
{
    QPDFObjectHandle stream = pdf.newStream(profile.toStdString());
    stream.getDict().replaceKey("/N", QPDFObjectHandle::newInteger(channels));
    return QPDFObjectHandle::newArray({QPDFObjectHandle::newName("/ICCBased"), stream});
}

/// CMYK and grey keep their numbers for the plates, whatever profile came with them; RGB means what its profile says.
QPDFObjectHandle spaceFor(QPDF& pdf, PixelColour colour, const QByteArray& profile)
{
    switch (colour) {
    case PixelColour::Cmyk: return QPDFObjectHandle::newName("/DeviceCMYK");
    case PixelColour::Gray: return QPDFObjectHandle::newName("/DeviceGray");
    default: return profile.isEmpty() ? srgbColourSpace(pdf) : iccSpace(pdf, profile, 3);
    }
}

Result<PictureObject> fromJpeg(QPDF& pdf, const QString& path, const QByteArray& data)
{
    const auto header = readJpegHeader(data);
    if (!header)
        return problem(path, QStringLiteral("The JPEG is damaged: its header cannot be read."));
    if (header->components != 1 && header->components != 3 && header->components != 4)
        return problem(path, QStringLiteral("The JPEG has %1 colour channels; 1, 3 or 4 can be printed.").arg(header->components));
    const PixelColour colour = header->components == 1 ? PixelColour::Gray : header->components == 3 ? PixelColour::Rgb : PixelColour::Cmyk;
    QPDFObjectHandle stream = pdf.newStream();
    stream.replaceStreamData(data.toStdString(), QPDFObjectHandle::newName("/DCTDecode"), QPDFObjectHandle::newNull());
    QPDFObjectHandle d = imageDictionary(stream, header->width, header->height, spaceFor(pdf, colour, header->profile));
    // Files with Adobe's marker hold the complement of the inks (Adobe Technical Note 5116, from memory).
    if (header->components == 4 && header->adobeMarker)
        d.replaceKey("/Decode", QPDFObjectHandle::parse("[1 0 1 0 1 0 1 0]"));
    return PictureObject{stream, double(header->width) / header->height};
}

/// Reads the rows of a TIFF when the PDF is written, so that a large picture is never whole in memory.
class TiffRows : public QPDFObjectHandle::StreamDataProvider {
public:
    TiffRows(QString path, TiffInfo info) : path_(std::move(path)), info_(std::move(info)) {}
    void provideStreamData(int, int, Pipeline* pipeline) override
    {
        const std::size_t samples = std::size_t(info_.width) * std::size_t(info_.channels);
        std::vector<uchar> bytes(samples * std::size_t(info_.bits / 8));
        const auto done = readTiffRows(path_, info_, 1, [&](int, const uchar* row) {
            // PDF wants the high byte first.
            if (info_.bits == 16)
                for (std::size_t i = 0; i < samples; ++i)
                    qToBigEndian(reinterpret_cast<const quint16*>(row)[i], bytes.data() + i * 2);
            else
                std::copy_n(row, bytes.size(), bytes.data());
            pipeline->write(bytes.data(), bytes.size());
            return true;
        });
        if (!done)
            throw std::runtime_error(done.error().message.toStdString());
        pipeline->finish();
    }

private:
    QString path_;
    TiffInfo info_;
};

Result<PictureObject> fromTiff(QPDF& pdf, const QString& path)
{
    const auto info = readTiffInfo(path);
    if (!info)
        return tl::unexpected(info.error());
    QPDFObjectHandle stream = pdf.newStream();
    stream.replaceStreamData(std::make_shared<TiffRows>(path, *info), QPDFObjectHandle::newNull(), QPDFObjectHandle::newNull());
    QPDFObjectHandle d = imageDictionary(stream, info->width, info->height, spaceFor(pdf, info->colour, info->asItIs ? info->profile : QByteArray()));
    d.replaceKey("/BitsPerComponent", QPDFObjectHandle::newInteger(info->bits));
    if (info->whiteIsZero)
        d.replaceKey("/Decode", QPDFObjectHandle::parse("[1 0]"));
    return PictureObject{stream, double(info->width) / info->height};
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
        QPDFObjectHandle d = imageDictionary(stream, image.width(), image.height(), spaceFor(pdf, PixelColour::Rgb, image.colorSpace().iccProfile()));
        if (image.hasAlphaChannel()) {
            QPDFObjectHandle mask = pdf.newStream(rows(image.convertToFormat(QImage::Format_Alpha8), 1));
            imageDictionary(mask, image.width(), image.height(), QPDFObjectHandle::newName("/DeviceGray"));
            d.replaceKey("/SMask", mask);
        }
    }
    return PictureObject{stream, double(image.width()) / image.height()};
}

} // namespace

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
    // A TIFF is read row by row when the file is written.
    if (isTiff(file.peek(4)))
        return fromTiff(pdf, path);
    const QByteArray data = file.readAll();
    if (data.startsWith("\xff\xd8\xff"))
        return fromJpeg(pdf, path, data);
    return fromPixels(pdf, path);
}

} // namespace hinge
