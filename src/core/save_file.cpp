// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/save_file.h"

#include <QFileInfo>
#include <QSaveFile>
#include <QStorageInfo>

namespace hinge
{
namespace
{

/// A disk with less room than this is full for whoever writes a file.
constexpr qint64 hardlyAnyRoom = 256 << 10;
/// What is written before it is asked again whether to go on.
constexpr qsizetype part = 4 << 20;

} // namespace

Result<void> checkPlainFile(const QString& path)
{
    const QFileInfo target(path);
    if (target.exists() && !target.isFile())
        return problem(path, QStringLiteral("This is no plain file. Choose another name."));
    return {};
}

QString writeTrouble(const QFileDevice& file)
{
    // What the file says of it is often no more than "unknown error".
    const QStorageInfo disk(QFileInfo(file.fileName()).absolutePath());
    if (disk.isValid() && !disk.isReadOnly() && disk.bytesAvailable() >= 0 && disk.bytesAvailable() < hardlyAnyRoom)
        return QStringLiteral("no space left on the disk");
    return file.errorString();
}

Result<void> saveWhole(const QString& path, const QByteArray& bytes, std::optional<QFileDevice::Permissions> rights,
                       const std::function<bool()>& goesOn)
{
    if (auto plain = checkPlainFile(path); !plain)
        return plain;
    QSaveFile file(path);
    if (!file.open(QIODevice::WriteOnly) || (rights && !file.setPermissions(*rights)))
        return problem(
            path, QStringLiteral("It could not be saved here: %1. Save it in another folder.").arg(writeTrouble(file)));
    const auto givenUp = [&](const QString& message) {
        file.cancelWriting();
        return problem(path, message + QStringLiteral(" The file on disk is unchanged."));
    };
    for (qsizetype at = 0; at < bytes.size(); at += part) {
        if (goesOn && !goesOn())
            return givenUp(QStringLiteral("Saving was stopped."));
        const qsizetype now = std::min(part, bytes.size() - at);
        if (file.write(bytes.constData() + at, now) != now)
            return givenUp(QStringLiteral("It could not be saved: %1.").arg(writeTrouble(file)));
    }
    if (!file.commit())
        return problem(
            path, QStringLiteral("It could not be saved: %1. The file on disk is unchanged.").arg(writeTrouble(file)));
    return {};
}

} // namespace hinge
