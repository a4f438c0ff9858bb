// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/document/kept_files.h"

#include "core/file/save_file.h"

#include <QDir>
#include <QStandardPaths>

namespace hinge
{

KeptFiles::KeptFiles(const QString& name)
    : folder_(QStandardPaths::writableLocation(QStandardPaths::AppDataLocation) + u'/' + name)
{
}

QStringList KeptFiles::all() const
{
    QStringList paths;
    for (const QString& name : QDir(folder_).entryList({QStringLiteral("*.json")}, QDir::Files, QDir::Name))
        paths << folder_ + u'/' + name;
    return paths;
}

Result<void> KeptFiles::keep(const QString& fileName, const QByteArray& bytes) const
{
    if (!QDir().mkpath(folder_))
        return problem(folder_, QStringLiteral("The folder could not be made."));
    return saveWhole(folder_ + u'/' + fileName, bytes);
}

} // namespace hinge
