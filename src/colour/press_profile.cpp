// SPDX-License-Identifier: GPL-3.0-or-later
#include "colour/press_profile.h"

#include "core/file/links.h"
#include "core/file/read_limits.h"
#include "core/units/owned.h"

#include <QFile>
#include <QFileInfo>
#include <QResource>
#include <cmath>
#include <lcms2.h>
#include <memory>
#include <vector>

namespace hinge
{
namespace
{

QString description(cmsHPROFILE profile)
{
    const cmsUInt32Number bytes = cmsGetProfileInfo(profile, cmsInfoDescription, "en", "US", nullptr, 0);
    std::vector<wchar_t> text(bytes / sizeof(wchar_t) + 1, L'\0');
    cmsGetProfileInfo(profile, cmsInfoDescription, "en", "US", text.data(), bytes);
    return QString::fromWCharArray(text.data()).trimmed();
}

} // namespace

Result<PressProfile> readPressProfile(const QByteArray& icc)
{
    // Complaints of lcms about damaged profiles are told by our own message.
    const Owned<void, cmsCloseProfile> profile(cmsOpenProfileFromMem(icc.constData(), cmsUInt32Number(icc.size())));
    if (!profile)
        return problem({}, QStringLiteral("This is no ICC profile, or it is damaged."));
    if (cmsGetDeviceClass(profile.get()) != cmsSigOutputClass || cmsGetColorSpace(profile.get()) != cmsSigCmykData)
        return problem({}, QStringLiteral("This is no profile of a press in four process colours. Ask the printer for "
                                          "the one of the press and paper."));
    PressProfile out{icc, description(profile.get())};
    if (out.name.isEmpty())
        out.name = QStringLiteral("press profile without a name");
    out.inkLimit = int(std::lround(cmsDetectTAC(profile.get()) / 5)) * 5;
    return out;
}

const PressProfile& shippedPressProfile()
{
    static const PressProfile shipped = [] {
        QFile file(QStringLiteral(":/hinge/icc/ISOcoated_v2_300_bas.icc"));
        auto profile = file.open(QIODevice::ReadOnly) ? readPressProfile(file.readAll()) : Result<PressProfile>{};
        if (!profile)
            return PressProfile{};
        // The program carries it packed: four bytes of its length, then what zlib made of it.
        const QResource packed(file.fileName());
        if (packed.compressionAlgorithm() == QResource::ZlibCompression && packed.size() > 4)
            profile->deflated =
                QByteArray(reinterpret_cast<const char*>(packed.data()) + 4, qsizetype(packed.size()) - 4);
        return *profile;
    }();
    return shipped;
}

Result<PressProfile> pressProfileOf(const Job& job, const QString& jobFolder)
{
    const QString& path = job.press.profile.path;
    if (path.isEmpty())
        return shippedPressProfile();
    QFile file(resolvedPath(path, jobFolder));
    if (!QFileInfo(file.fileName()).isFile() || file.size() > limits::largestProfile)
        return problem(
            shownPath(path),
            QStringLiteral("The press profile is not there, or is none. Put it back, or choose another one."));
    if (!file.open(QIODevice::ReadOnly))
        return problem(shownPath(path),
                       QStringLiteral("The press profile is not there. Put it back, or choose another one."));
    auto profile = readPressProfile(file.readAll());
    return profile ? profile : problem(shownPath(path), profile.error().message);
}

} // namespace hinge
