// SPDX-License-Identifier: GPL-3.0-or-later
#include "colour/screen_colour.h"

#include "colour/press_profile.h"
#include "core/units/owned.h"

#include <algorithm>
#include <cmath>
#include <lcms2.h>

namespace hinge
{

/// Each is made when it is first asked for, which takes a while: a window that shows no proof needs none for it.
struct ScreenColour::Transforms {
    explicit Transforms(const QByteArray& icc)
        : press_(cmsOpenProfileFromMem(icc.constData(), cmsUInt32Number(icc.size()))), screen_(cmsCreate_sRGBProfile())
    {
    }
    /// Press to sRGB, relative colorimetric with the paper shown as white: the window draws its own paper. All of them
    /// are null without a profile.
    cmsHTRANSFORM toScreen()
    {
        return made(toScreen_, [&] {
            return cmsCreateTransform(press_.get(), TYPE_CMYK_DBL, screen_.get(), TYPE_RGB_8,
                                      INTENT_RELATIVE_COLORIMETRIC, relative);
        });
    }
    /// Press to sRGB, absolute: the paper has its colour.
    cmsHTRANSFORM toProof()
    {
        return made(toProof_, [&] {
            return cmsCreateTransform(press_.get(), TYPE_CMYK_DBL, screen_.get(), TYPE_RGB_8,
                                      INTENT_ABSOLUTE_COLORIMETRIC, cmsFLAGS_NOCACHE);
        });
    }
    /// sRGB to press, relative.
    cmsHTRANSFORM toPress()
    {
        return made(toPress_, [&] {
            return cmsCreateTransform(screen_.get(), TYPE_RGB_8, press_.get(), TYPE_CMYK_DBL,
                                      INTENT_RELATIVE_COLORIMETRIC, relative);
        });
    }
    /// The same for pixels.
    cmsHTRANSFORM pictureToPress()
    {
        return made(pictureToPress_, [&] {
            return cmsCreateTransform(screen_.get(), TYPE_BGRA_8, press_.get(), TYPE_CMYK_8,
                                      INTENT_RELATIVE_COLORIMETRIC, relative);
        });
    }
    /// sRGB to press to sRGB.
    cmsHTRANSFORM pictureProof()
    {
        return made(pictureProof_, [&] {
            return cmsCreateProofingTransform(screen_.get(), TYPE_BGRA_8, screen_.get(), TYPE_BGRA_8, press_.get(),
                                              INTENT_ABSOLUTE_COLORIMETRIC, INTENT_RELATIVE_COLORIMETRIC,
                                              cmsFLAGS_SOFTPROOFING | relative);
        });
    }

private:
    using Profile = Owned<void, cmsCloseProfile>;
    using Transform = Owned<void, cmsDeleteTransform>;
    static constexpr cmsUInt32Number relative = cmsFLAGS_BLACKPOINTCOMPENSATION | cmsFLAGS_NOCACHE;

    template <class Make>
    cmsHTRANSFORM made(Transform& transform, const Make& make)
    {
        if (!transform && press_)
            transform.reset(make());
        return transform.get();
    }

    Profile press_;
    Profile screen_;
    Transform toScreen_;
    Transform toProof_;
    Transform toPress_;
    Transform pictureToPress_;
    Transform pictureProof_;
};

ScreenColour::ScreenColour() : transforms_(std::make_unique<Transforms>(shippedPressProfile().icc)) {}
ScreenColour::~ScreenColour() = default;

void ScreenColour::usePress(const QByteArray& icc)
{
    transforms_ = std::make_unique<Transforms>(icc);
    known_.clear();
    pictures_.clear();
}

namespace
{

QColor through(cmsHTRANSFORM transform, const Cmyk& cmyk, Percent strength)
{
    const auto part = [strength](Percent percent) { return percent.value() * strength.share(); };
    if (!transform)
        return QColor::fromCmykF(float(part(cmyk.c) / 100), float(part(cmyk.m) / 100), float(part(cmyk.y) / 100),
                                 float(part(cmyk.k) / 100))
            .toRgb();
    const double in[4] = {part(cmyk.c), part(cmyk.m), part(cmyk.y), part(cmyk.k)};
    quint8 out[3];
    cmsDoTransform(transform, in, out, 1);
    return QColor(out[0], out[1], out[2]);
}

std::pair<quint64, quint32> keyOf(const Cmyk& cmyk, Percent strength, bool proof)
{
    const auto n = [](Percent p, int shift) { return quint64(p.hundredths()) << shift; };
    return {n(cmyk.c, 0) | n(cmyk.m, 16) | n(cmyk.y, 32) | n(cmyk.k, 48),
            quint32(strength.hundredths()) << 1 | quint32(proof)};
}

} // namespace

QColor ScreenColour::of(const Cmyk& cmyk, Percent strength) const
{
    const auto key = keyOf(cmyk, strength, false);
    if (const auto it = known_.constFind(key); it != known_.constEnd())
        return *it;
    return *known_.insert(key, through(transforms_->toScreen(), cmyk, strength));
}

QColor ScreenColour::proofOf(const Cmyk& cmyk, Percent strength) const
{
    const auto key = keyOf(cmyk, strength, true);
    if (const auto it = known_.constFind(key); it != known_.constEnd())
        return *it;
    return *known_.insert(key, through(transforms_->toProof(), cmyk, strength));
}

QColor ScreenColour::of(const Job& job, const QString& name, Percent strength, const InkView& view) const
{
    const Ink* ink = job.findInk(name);
    const Ink black{QStringLiteral("Black"), {0, 0, 0, 100}, false};
    if (!ink)
        ink = &black;
    if (view.plate.isEmpty())
        return view.proof ? proofOf(ink->cmyk, strength) : of(ink->cmyk, strength);
    const int grey = 255 - int(std::lround(amountOnPlate(*ink, strength, view.plate) * 2.55));
    return QColor(grey, grey, grey);
}

QColor ScreenColour::paper(const InkView& view) const { return view.proof ? proofOf({}, 100) : QColor(Qt::white); }

QImage ScreenColour::of(const QImage& picture, const InkView& view) const
{
    if (!view.proof && view.plate.isEmpty())
        return picture;
    const std::pair key(picture.cacheKey(), view.proof ? QStringLiteral("proof") : view.plate);
    if (const auto it = pictures_.find(key); it != pictures_.end())
        return it->second;
    if (pictures_.size() > 40)
        pictures_.clear();
    QImage out = picture.convertToFormat(QImage::Format_ARGB32);
    static const QStringList channels{QStringLiteral("Cyan"), QStringLiteral("Magenta"), QStringLiteral("Yellow"),
                                      QStringLiteral("Black")};
    const auto channel = channels.indexOf(view.plate);
    std::vector<quint8> inks(std::size_t(out.width()) * 4);
    for (int y = 0; y < out.height(); ++y) {
        auto* row = reinterpret_cast<QRgb*>(out.scanLine(y));
        if (view.proof) {
            if (transforms_->pictureProof()) {
                std::vector<QRgb> alpha(row, row + out.width());
                cmsDoTransform(transforms_->pictureProof(), alpha.data(), row, cmsUInt32Number(out.width()));
                for (int x = 0; x < out.width(); ++x)
                    row[x] = (row[x] & 0x00ffffffU) | (alpha[std::size_t(x)] & 0xff000000U);
            }
            continue;
        }
        if (transforms_->pictureToPress() && channel >= 0)
            cmsDoTransform(transforms_->pictureToPress(), row, inks.data(), cmsUInt32Number(out.width()));
        for (int x = 0; x < out.width(); ++x) {
            // A picture has nothing on the plates of spot inks; there it leaves the paper blank.
            const int grey = channel < 0 ? 255 : 255 - inks[std::size_t(x) * 4 + std::size_t(channel)];
            row[x] = qRgba(grey, grey, grey, qAlpha(row[x]));
        }
    }
    out = out.convertToFormat(picture.hasAlphaChannel() ? QImage::Format_ARGB32_Premultiplied : QImage::Format_RGB32);
    return pictures_.emplace(key, std::move(out)).first->second;
}

Cmyk ScreenColour::toPress(const QColor& colour) const
{
    if (!transforms_->toPress())
        return {};
    const quint8 in[3] = {quint8(colour.red()), quint8(colour.green()), quint8(colour.blue())};
    double out[4];
    cmsDoTransform(transforms_->toPress(), in, out, 1);
    const auto percent = [](double d) { return Percent(std::clamp(int(std::lround(d)), 0, 100)); };
    return {percent(out[0]), percent(out[1]), percent(out[2]), percent(out[3])};
}

} // namespace hinge
