// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/picture_preview.h"

#include "pdf/jpeg_file.h"
#include "pdf/tiff_file.h"

#include <QFile>
#include <algorithm>
#include <lcms2.h>
#include <memory>

namespace hinge {
namespace {

struct CloseProfile {
    void operator()(void* profile) const { cmsCloseProfile(profile); }
};
using Profile = std::unique_ptr<void, CloseProfile>;
struct DeleteTransform {
    void operator()(void* transform) const { cmsDeleteTransform(transform); }
};
using Transform = std::unique_ptr<void, DeleteTransform>;

Profile profileFrom(const QByteArray& icc) { return Profile(cmsOpenProfileFromMem(icc.constData(), cmsUInt32Number(icc.size()))); }

Profile profileOf(const TiffInfo& info, const QByteArray& press)
{
    if (!info.profile.isEmpty() && info.asItIs)
        if (Profile own = profileFrom(info.profile))
            return own;
    if (info.colour == PixelColour::Cmyk)
        return profileFrom(press);
    if (info.colour == PixelColour::Gray) {
        const std::unique_ptr<cmsToneCurve, decltype(&cmsFreeToneCurve)> gamma(cmsBuildGamma(nullptr, 2.2), cmsFreeToneCurve);
        return Profile(cmsCreateGrayProfile(cmsD50_xyY(), gamma.get()));
    }
    return Profile(cmsCreate_sRGBProfile());
}

} // namespace

Result<QImage> tiffPreview(const QString& path, int longest, const QByteArray& press)
{
    const auto info = readTiffInfo(path);
    if (!info)
        return tl::unexpected(info.error());
    const int step = std::max(1, (std::max(info->width, info->height) + longest - 1) / longest);
    const int w = (info->width + step - 1) / step;
    const int h = (info->height + step - 1) / step;
    QImage image(w, h, QImage::Format_RGB32);
    if (image.isNull())
        return problem(path, QStringLiteral("There is not enough memory to show this picture."));
    const Profile from = profileOf(*info, press);
    const Profile screen(cmsCreate_sRGBProfile());
    const bool deep = info->bits == 16;
    const cmsUInt32Number format = info->colour == PixelColour::Cmyk ? (deep ? TYPE_CMYK_16 : TYPE_CMYK_8)
                                 : info->colour == PixelColour::Gray ? (deep ? TYPE_GRAY_16 : TYPE_GRAY_8)
                                                                     : (deep ? TYPE_RGB_16 : TYPE_RGB_8);
    const Transform transform(cmsCreateTransform(from.get(), format | (info->whiteIsZero ? FLAVOR_SH(1) : 0), screen.get(), TYPE_BGRA_8, INTENT_RELATIVE_COLORIMETRIC,
                                                 cmsFLAGS_BLACKPOINTCOMPENSATION));
    if (!transform)
        return problem(path, QStringLiteral("The profile of this picture does not fit its colours. Save it again with the right one."));
    const std::size_t pixel = std::size_t(info->channels) * std::size_t(info->bits / 8);
    std::vector<uchar> picked(std::size_t(w) * pixel);
    const auto done = readTiffRows(path, *info, step, [&](int y, const uchar* row) {
        const uchar* samples = row;
        if (step > 1) {
            for (int x = 0; x < w; ++x)
                std::copy_n(row + std::size_t(x) * std::size_t(step) * pixel, pixel, picked.data() + std::size_t(x) * pixel);
            samples = picked.data();
        }
        auto* out = reinterpret_cast<QRgb*>(image.scanLine(y / step));
        cmsDoTransform(transform.get(), samples, out, cmsUInt32Number(w));
        for (int x = 0; x < w; ++x)
            out[x] |= 0xff000000U;
        return true;
    });
    if (!done)
        return tl::unexpected(done.error());
    return image;
}

Result<QImage> cmykJpegPreview(const QString& path, int longest, const QByteArray& press)
{
    QFile file(path);
    const QByteArray bytes = file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
    const auto header = readJpegHeader(bytes);
    const auto pixels = readCmykJpeg(bytes, longest);
    if (!header || !pixels)
        return problem(path, QStringLiteral("The JPEG is damaged. Ask for it again."));
    QImage image(pixels->width, pixels->height, QImage::Format_RGB32);
    if (image.isNull())
        return problem(path, QStringLiteral("There is not enough memory to show this picture."));
    Profile from = header->profile.isEmpty() ? nullptr : profileFrom(header->profile);
    if (!from)
        from = profileFrom(press);
    const Profile screen(cmsCreate_sRGBProfile());
    const Transform transform(cmsCreateTransform(from.get(), TYPE_CMYK_8, screen.get(), TYPE_BGRA_8, INTENT_RELATIVE_COLORIMETRIC, cmsFLAGS_BLACKPOINTCOMPENSATION));
    if (!transform)
        return problem(path, QStringLiteral("The profile of this picture does not fit its colours. Save it again with the right one."));
    for (int y = 0; y < pixels->height; ++y) {
        auto* out = reinterpret_cast<QRgb*>(image.scanLine(y));
        cmsDoTransform(transform.get(), pixels->samples.data() + std::size_t(y) * std::size_t(pixels->width) * 4, out, cmsUInt32Number(pixels->width));
        for (int x = 0; x < pixels->width; ++x)
            out[x] |= 0xff000000U;
    }
    return image;
}

} // namespace hinge
