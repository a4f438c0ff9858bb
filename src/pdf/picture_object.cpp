// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/picture_object.h"

#include "core/units/owned.h"
#include "pdf/jpeg_file.h"
#include "pdf/pixel_file.h"

#include <QFile>
#include <QFileInfo>
#include <QtEndian>
#include <lcms2.h>

namespace hinge
{
namespace
{

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

/// A file as it is.
class WholeFile : public StreamSource
{
public:
    WholeFile(QString path, ExportRun& run) : path_(std::move(path)), run_(run) {}
    void write(const ByteSink& sink) const override
    {
        QFile file(path_);
        if (!file.open(QIODevice::ReadOnly))
            run_.fail({path_, QStringLiteral("The picture cannot be opened: %1.").arg(file.errorString())});
        while (!file.atEnd()) {
            run_.check();
            const QByteArray part = file.read(1 << 18);
            if (part.isEmpty())
                break;
            sink(reinterpret_cast<const uchar*>(part.constData()), std::size_t(part.size()));
        }
        if (auto same = run_.unchanged(path_); !same)
            run_.fail(same.error());
    }

private:
    QString path_;
    ExportRun& run_;
};

/// What is made of the rows of a picture.
enum class Part {
    Colours,
    Grey, ///< of RGB that is grey everywhere
    Transparency,
};

/// Rows of a picture, read as they are written, so that a large one is never whole in memory.
class PictureRows : public StreamSource
{
public:
    PictureRows(QString path, PixelInfo info, Part what, ExportRun& run)
        : path_(std::move(path)), info_(std::move(info)), what_(what), run_(run)
    {
    }
    void write(const ByteSink& sink) const override
    {
        const std::size_t bytes = what_ == Part::Transparency ? info_.alphaBytes()
                                  : what_ == Part::Grey       ? info_.rowBytes() / 3
                                                              : info_.rowBytes();
        std::vector<uchar> out(bytes);
        const auto done = readPixelRows(path_, info_, 1, [&](int y, const uchar* colour, const uchar* alpha) {
            if (y % 64 == 0)
                run_.check();
            const uchar* from = what_ == Part::Transparency ? alpha : colour;
            const std::size_t step = what_ == Part::Grey ? 3 : 1;
            if (info_.bits == 16) { // PDF wants the high byte first
                for (std::size_t i = 0; i < bytes / 2; ++i)
                    qToBigEndian(reinterpret_cast<const quint16*>(from)[i * step], out.data() + i * 2);
                from = out.data();
            } else if (step > 1) {
                for (std::size_t i = 0; i < bytes; ++i)
                    out[i] = from[i * step];
                from = out.data();
            }
            sink(from, bytes);
            return true;
        });
        // One that was exchanged meanwhile is told as that, not as damaged.
        if (auto same = run_.unchanged(path_); !same)
            run_.fail(same.error());
        if (!done)
            run_.fail(done.error());
    }

private:
    QString path_;
    PixelInfo info_;
    Part what_;
    ExportRun& run_;
};

/// RGB without a profile that has only grey in it: it stops at the first colour.
template <class T>
bool rowIsGrey(const uchar* row, int width)
{
    const auto* s = reinterpret_cast<const T*>(row);
    for (int x = 0; x < width; ++x, s += 3)
        if (s[0] != s[1] || s[0] != s[2])
            return false;
    return true;
}

bool isGreyAllOver(const QString& path, const PixelInfo& info, ExportRun& run)
{
    if (info.colour != PixelColour::Rgb || !info.profile.isEmpty())
        return false;
    bool grey = true;
    const auto done = readPixelRows(path, info, 1, [&](int y, const uchar* row, const uchar*) {
        if (y % 64 == 0)
            run.check();
        grey = info.bits == 16 ? rowIsGrey<quint16>(row, info.width) : rowIsGrey<uchar>(row, info.width);
        return grey;
    });
    return grey && done.has_value();
}

Result<PictureObject> fromJpeg(QPDF& pdf, const QString& path, ExportRun& run, Assembly& assembly)
{
    QFile file(path);
    const auto header = file.open(QIODevice::ReadOnly) ? readJpegHeader(file.read(8 << 20)) : std::nullopt;
    if (!header)
        return problem(path, QStringLiteral("The JPEG is damaged: its header cannot be read. Ask for it again."));
    if (header->components != 1 && header->components != 3 && header->components != 4)
        return problem(
            path, QStringLiteral("The JPEG has %1 colour channels; 1, 3 or 4 can be printed.").arg(header->components));
    run.checkBeside([path]() -> Result<void> {
        if (!isWholeJpeg(path))
            return problem(path,
                           QStringLiteral("The JPEG was cut off: part of its picture is missing. Ask for it again."));
        return {};
    });
    const PixelColour colour = header->components == 1   ? PixelColour::Gray
                               : header->components == 3 ? PixelColour::Rgb
                                                         : PixelColour::Cmyk;
    QPDFObjectHandle stream = assembly.streamOf(pdf, std::make_shared<WholeFile>(path, run), file.size(),
                                                QPDFObjectHandle::newName("/DCTDecode"));
    QPDFObjectHandle d = imageDictionary(stream, header->width, header->height, spaceFor(pdf, colour, header->profile));
    // Files with Adobe's marker hold the complement of the inks (Adobe Technical Note 5116, from memory).
    if (header->components == 4 && header->adobeMarker)
        d.replaceKey("/Decode", QPDFObjectHandle::parse("[1 0 1 0 1 0 1 0]"));
    const double ratio = double(header->width) / header->height;
    return PictureObject{stream, header->orientation >= 5 ? 1 / ratio : ratio, uprightMatrix(header->orientation)};
}

Result<PictureObject> fromRows(QPDF& pdf, const QString& path, ExportRun& run, Assembly& assembly)
{
    const auto info = readPixelInfo(path);
    if (!info)
        return tl::unexpected(info.error());
    const bool grey = isGreyAllOver(path, *info, run);
    const PixelColour colour = grey ? PixelColour::Gray : info->colour;
    const qint64 bytes = qint64(info->rowBytes()) * info->height / (grey ? 3 : 1);
    QPDFObjectHandle stream =
        assembly.streamOf(pdf, std::make_shared<PictureRows>(path, *info, grey ? Part::Grey : Part::Colours, run),
                          bytes, QPDFObjectHandle::newNull());
    QPDFObjectHandle d = imageDictionary(stream, info->width, info->height, spaceFor(pdf, colour, info->profile));
    d.replaceKey("/BitsPerComponent", QPDFObjectHandle::newInteger(info->bits));
    if (info->whiteIsZero)
        d.replaceKey("/Decode", QPDFObjectHandle::parse("[1 0]"));
    if (info->alpha) {
        QPDFObjectHandle mask =
            assembly.streamOf(pdf, std::make_shared<PictureRows>(path, *info, Part::Transparency, run),
                              qint64(info->alphaBytes()) * info->height, QPDFObjectHandle::newNull());
        imageDictionary(mask, info->width, info->height, QPDFObjectHandle::newName("/DeviceGray"))
            .replaceKey("/BitsPerComponent", QPDFObjectHandle::newInteger(info->bits));
        d.replaceKey("/SMask", mask);
    }
    return PictureObject{stream, double(info->uprightWidth()) / info->uprightHeight(),
                         uprightMatrix(info->orientation)};
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
    const Owned<void, cmsCloseProfile> profile(cmsCreate_sRGBProfile());
    cmsSetProfileVersion(profile.get(),
                         2.1); // PDF 1.6 knows versions up to 4.1 (ISO 32000-1, table 66); every reader knows this one
    cmsUInt32Number size = 0;
    std::string bytes;
    if (profile && cmsSaveProfileToMem(profile.get(), nullptr, &size)) {
        bytes.resize(size);
        if (!cmsSaveProfileToMem(profile.get(), bytes.data(), &size))
            bytes.clear();
    }
    if (bytes.empty())
        throw std::bad_alloc();
    QPDFObjectHandle stream = pdf.newStream(bytes);
    stream.getDict().replaceKey("/N", QPDFObjectHandle::newInteger(3));
    QPDFObjectHandle space =
        pdf.makeIndirectObject(QPDFObjectHandle::newArray({QPDFObjectHandle::newName("/ICCBased"), stream}));
    root.replaceKey(key, space);
    return space;
}

Result<PictureObject> makePictureObject(QPDF& pdf, const QString& path, ExportRun& run, Assembly& assembly)
{
    run.use(path);
    QFile file(path);
    if (!QFileInfo::exists(path))
        return problem(path, QStringLiteral("The picture is not there. Find it again or take it off the face."));
    if (!QFileInfo(path).isFile())
        return problem(path, QStringLiteral("This is no plain file that could be placed."));
    if (!file.open(QIODevice::ReadOnly))
        return problem(path, QStringLiteral("The picture cannot be opened: %1.").arg(file.errorString()));
    const QByteArray head = file.peek(8);
    if (hasPixelRows(head))
        return fromRows(pdf, path, run, assembly);
    if (head.startsWith("\xff\xd8\xff"))
        return fromJpeg(pdf, path, run, assembly);
    return problem(path,
                   QStringLiteral("This is no picture the program can read. It takes JPEG, PNG, TIFF, SVG and PDF."));
}

} // namespace hinge
