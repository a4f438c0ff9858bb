// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/pixel_file.h"

#include "core/file/read_limits.h"
#include "core/units/owned.h"
#include "pdf/png_file.h"
#include "pdf/tiff_file.h"

#include <QFile>
#include <lcms2.h>

namespace hinge
{
namespace
{

QByteArray headOf(const QString& path)
{
    QFile file(path);
    return file.open(QIODevice::ReadOnly) ? file.read(8) : QByteArray();
}

} // namespace

bool hasPixelRows(const QByteArray& head) { return isPng(head) || isTiff(head); }

Result<PixelInfo> readPixelInfo(const QString& path)
{
    return isPng(headOf(path)) ? readPngInfo(path) : readTiffInfo(path);
}

Result<void> readPixelRows(const QString& path, const PixelInfo& info, int step, const PixelRow& row)
{
    return isPng(headOf(path)) ? readPngRows(path, info, step, row) : readTiffRows(path, info, step, row);
}

QPDFMatrix uprightMatrix(int orientation)
{
    switch (orientation) {
    case 2: return {-1, 0, 0, 1, 1, 0};
    case 3: return {-1, 0, 0, -1, 1, 1};
    case 4: return {1, 0, 0, -1, 0, 1};
    case 5: return {0, -1, -1, 0, 1, 1};
    case 6: return {0, -1, 1, 0, 0, 1};
    case 7: return {0, 1, 1, 0, 0, 0};
    case 8: return {0, 1, -1, 0, 1, 0};
    default: return {1, 0, 0, 1, 0, 0};
    }
}

Result<void> checkPixelLimits(const QString& path, qint64 width, qint64 height, int bits)
{
    if (width < 1 || height < 1)
        return problem(path, QStringLiteral("The picture has no size. Ask for it again."));
    const qint64 most = bits == 1 ? limits::mostPixels * 8 : limits::mostPixels;
    if (width > limits::longestSide || height > limits::longestSide || width * height > most)
        return problem(
            path, QStringLiteral("The picture says it has %1 × %2 pixels, more than any print needs. Save it smaller.")
                      .arg(width)
                      .arg(height));
    return {};
}

bool profileFits(const QByteArray& icc, int channels)
{
    if (icc.size() < 128 || icc.size() > limits::largestProfile)
        return false;
    const Owned<void, cmsCloseProfile> profile(cmsOpenProfileFromMem(icc.constData(), cmsUInt32Number(icc.size())));
    if (!profile)
        return false;
    const cmsColorSpaceSignature space = cmsGetColorSpace(profile.get());
    return int(cmsChannelsOf(space)) == channels && space != cmsSigLabData && space != cmsSigXYZData;
}

void takeProfile(PixelInfo& info, const QByteArray& icc)
{
    if (icc.isEmpty())
        return;
    info.profileMisfit = !profileFits(icc, info.channels);
    if (!info.profileMisfit)
        info.profile = icc;
    info.saysColours = info.saysColours || !info.profileMisfit;
}

} // namespace hinge
