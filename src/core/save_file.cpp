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

Result<void> saveWhole(const QString& path, const QByteArray& bytes, std::optional<QFileDevice::Permissions> rights)
{
    if (auto plain = checkPlainFile(path); !plain)
        return plain;
    QSaveFile file(path);
    if (!file.open(QIODevice::WriteOnly) || (rights && !file.setPermissions(*rights)))
        return problem(
            path, QStringLiteral("It could not be saved here: %1. Save it in another folder.").arg(writeTrouble(file)));
    if (file.write(bytes) != bytes.size()) {
        const QString why = writeTrouble(file);
        file.cancelWriting();
        return problem(path, QStringLiteral("It could not be saved: %1. The file on disk is unchanged.").arg(why));
    }
    if (!file.commit())
        return problem(
            path, QStringLiteral("It could not be saved: %1. The file on disk is unchanged.").arg(writeTrouble(file)));
    return {};
}

} // namespace hinge
