// SPDX-License-Identifier: GPL-3.0-or-later
#include "paint/screen_colour.h"

#include <QFile>
#include <algorithm>
#include <lcms2.h>

namespace hinge {

ScreenColour::ScreenColour()
{
    QFile file(QStringLiteral(":/hinge/icc/ISOcoated_v2_300_bas.icc"));
    if (!file.open(QIODevice::ReadOnly))
        return;
    const QByteArray bytes = file.readAll();
    cmsHPROFILE press = cmsOpenProfileFromMem(bytes.constData(), cmsUInt32Number(bytes.size()));
    cmsHPROFILE screen = cmsCreate_sRGBProfile();
    // Relative colorimetric with the paper shown as white: the window draws its own paper.
    transform_ = cmsCreateTransform(press, TYPE_CMYK_DBL, screen, TYPE_RGB_8, INTENT_RELATIVE_COLORIMETRIC,
                                    cmsFLAGS_BLACKPOINTCOMPENSATION | cmsFLAGS_NOCACHE);
    cmsCloseProfile(press);
    cmsCloseProfile(screen);
}

ScreenColour::~ScreenColour()
{
    if (transform_)
        cmsDeleteTransform(transform_);
}

QColor ScreenColour::of(const Cmyk& cmyk, int strength) const
{
    const quint64 key = quint64(cmyk.c) | quint64(cmyk.m) << 8 | quint64(cmyk.y) << 16 | quint64(cmyk.k) << 24 | quint64(strength) << 32;
    if (const auto it = known_.constFind(key); it != known_.constEnd())
        return *it;
    const auto part = [strength](int percent) { return percent * strength / 100.0; };
    QColor colour;
    if (transform_) {
        const double in[4] = {part(cmyk.c), part(cmyk.m), part(cmyk.y), part(cmyk.k)};
        quint8 out[3];
        cmsDoTransform(transform_, in, out, 1);
        colour = QColor(out[0], out[1], out[2]);
    } else {
        colour = QColor::fromCmykF(float(part(cmyk.c) / 100), float(part(cmyk.m) / 100), float(part(cmyk.y) / 100), float(part(cmyk.k) / 100)).toRgb();
    }
    known_.insert(key, colour);
    return colour;
}

} // namespace hinge
