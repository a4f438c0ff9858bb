// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/picture_preview.h"

#include "core/units/owned.h"
#include "pdf/jpeg_file.h"
#include "pdf/pixel_file.h"

#include <QColorSpace>
#include <QFile>
#include <QFileInfo>
#include <QImageReader>
#include <QTransform>
#include <algorithm>
#include <lcms2.h>
#include <memory>

namespace hinge
{
namespace
{

using Profile = Owned<void, cmsCloseProfile>;
using Transform = Owned<void, cmsDeleteTransform>;

tl::unexpected<Problem> noMemory(const QString& path)
{
    return problem(path, QStringLiteral("There is not enough memory to show this picture."));
}

Profile profileFrom(const QByteArray& icc)
{
    return Profile(cmsOpenProfileFromMem(icc.constData(), cmsUInt32Number(icc.size())));
}

Profile profileOf(PixelColour colour, const QByteArray& own, const QByteArray& press)
{
    if (!own.isEmpty())
        if (Profile profile = profileFrom(own))
            return profile;
    if (colour == PixelColour::Cmyk)
        return profileFrom(press);
    if (colour == PixelColour::Gray) {
        const Owned<cmsToneCurve, cmsFreeToneCurve> gamma(cmsBuildGamma(nullptr, 2.2));
        return Profile(cmsCreateGrayProfile(cmsD50_xyY(), gamma.get()));
    }
    return Profile(cmsCreate_sRGBProfile());
}

Transform toScreen(const Profile& from, cmsUInt32Number format)
{
    const Profile screen(cmsCreate_sRGBProfile());
    return Transform(cmsCreateTransform(from.get(), format, screen.get(), TYPE_BGRA_8, INTENT_RELATIVE_COLORIMETRIC,
                                        cmsFLAGS_BLACKPOINTCOMPENSATION));
}

/// Turned and mirrored to stand upright.
QImage upright(const QImage& image, int orientation)
{
    if (orientation == 1)
        return image;
    const auto m = uprightMatrix(orientation);
    return image.transformed(QTransform(m.a, -m.b, -m.c, m.d, 0, 0)); // images count downward
}

cmsUInt32Number formatOf(const PixelInfo& info)
{
    const bool deep = info.bits == 16;
    const cmsUInt32Number format = info.colour == PixelColour::Cmyk   ? (deep ? TYPE_CMYK_16 : TYPE_CMYK_8)
                                   : info.colour == PixelColour::Gray ? (deep ? TYPE_GRAY_16 : TYPE_GRAY_8)
                                                                      : (deep ? TYPE_RGB_16 : TYPE_RGB_8);
    return format | (info.whiteIsZero && info.bits != 1 ? FLAVOR_SH(1) : 0);
}

Result<QImage> fromRows(const QString& path, int longest, const QByteArray& press)
{
    const auto info = readPixelInfo(path);
    if (!info)
        return tl::unexpected(info.error());
    const int step = std::max(1, (std::max(info->width, info->height) + longest - 1) / longest);
    const int w = (info->width + step - 1) / step;
    const int h = (info->height + step - 1) / step;
    QImage image(w, h, info->alpha ? QImage::Format_ARGB32 : QImage::Format_RGB32);
    if (image.isNull())
        return noMemory(path);
    const Transform transform = toScreen(profileOf(info->colour, info->profile, press), formatOf(*info));
    if (!transform)
        return problem(
            path,
            QStringLiteral("The profile of this picture does not fit its colours. Save it again with the right one."));
    const std::size_t pixel = std::size_t(info->channels) * std::size_t(std::max(1, info->bits / 8));
    std::vector<uchar> picked(std::size_t(w) * pixel);
    const auto done = readPixelRows(path, *info, step, [&](int y, const uchar* colour, const uchar* alpha) {
        if (info->bits == 1)
            for (int x = 0; x < w; ++x)
                picked[std::size_t(x)] =
                    ((colour[x * step / 8] >> (7 - x * step % 8) & 1) != 0) != info->whiteIsZero ? 255 : 0;
        else
            for (int x = 0; x < w; ++x)
                std::copy_n(colour + std::size_t(x) * std::size_t(step) * pixel, pixel,
                            picked.data() + std::size_t(x) * pixel);
        auto* out = reinterpret_cast<QRgb*>(image.scanLine(y / step));
        cmsDoTransform(transform.get(), picked.data(), out, cmsUInt32Number(w));
        for (int x = 0; x < w; ++x) {
            const std::size_t at = std::size_t(x) * std::size_t(step);
            const uint clear = !alpha             ? 255
                               : info->bits == 16 ? reinterpret_cast<const quint16*>(alpha)[at] >> 8
                                                  : alpha[at];
            out[x] = (out[x] & 0x00ffffffU) | clear << 24;
        }
        return true;
    });
    if (!done)
        return tl::unexpected(done.error());
    return upright(image, info->orientation);
}

Result<QImage> fromCmykJpeg(const QString& path, int longest, const QByteArray& press)
{
    QFile file(path);
    const QByteArray bytes = file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
    const auto header = readJpegHeader(bytes);
    const auto pixels = readCmykJpeg(bytes, longest);
    if (!header || !pixels)
        return problem(path, QStringLiteral("The JPEG is damaged. Ask for it again."));
    QImage image(pixels->width, pixels->height, QImage::Format_RGB32);
    if (image.isNull())
        return noMemory(path);
    const Transform transform = toScreen(profileOf(PixelColour::Cmyk, header->profile, press), TYPE_CMYK_8);
    if (!transform)
        return problem(
            path,
            QStringLiteral("The profile of this picture does not fit its colours. Save it again with the right one."));
    for (int y = 0; y < pixels->height; ++y) {
        auto* out = reinterpret_cast<QRgb*>(image.scanLine(y));
        cmsDoTransform(transform.get(), pixels->samples.data() + std::size_t(y) * std::size_t(pixels->width) * 4, out,
                       cmsUInt32Number(pixels->width));
        for (int x = 0; x < pixels->width; ++x)
            out[x] |= 0xff000000U;
    }
    return upright(image, header->orientation);
}

Result<QImage> fromJpeg(const QString& path, int longest)
{
    QImageReader reader(path, "jpeg");
    reader.setAutoTransform(true);
    const QSize size = reader.size();
    if (std::max(size.width(), size.height()) > longest)
        reader.setScaledSize(size.scaled(longest, longest, Qt::KeepAspectRatio));
    QImage image = reader.read();
    if (image.isNull())
        return problem(path, QStringLiteral("The JPEG is damaged. Ask for it again."));
    if (image.colorSpace().isValid() && !image.isGrayscale())
        image.convertToColorSpace(QColorSpace::SRgb);
    return image.convertToFormat(QImage::Format_RGB32);
}

} // namespace

Result<QImage> picturePreview(const QString& path, int longest, const QByteArray& press)
try {
    if (!QFileInfo(path).isFile())
        return problem(path, QStringLiteral("This is no plain file."));
    QFile file(path);
    const QByteArray head = file.open(QIODevice::ReadOnly) ? file.peek(8) : QByteArray();
    if (hasPixelRows(head))
        return fromRows(path, longest, press);
    const auto header = readJpegHeader(file.read(8 << 20));
    if (!header)
        return problem(path, QStringLiteral("The picture cannot be shown."));
    if (auto limited = checkPixelLimits(path, header->width, header->height, 8); !limited)
        return tl::unexpected(limited.error());
    return header->components == 4 ? fromCmykJpeg(path, longest, press) : fromJpeg(path, longest);
} catch (const std::bad_alloc&) {
    return noMemory(path);
}

} // namespace hinge
