// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/file/read_file.h"

#include "core/file/save_file.h"

#include <QFile>

namespace hinge
{

Result<QByteArray> readWhole(const QString& path, qint64 most, const QString& what)
{
    QFile file(path);
    if (!file.exists())
        return problem(path, QStringLiteral("There is no such file."));
    if (auto plain = checkPlainFile(path); !plain)
        return problem(path, QStringLiteral("This is no plain file that could be %1.").arg(what));
    if (!file.open(QIODevice::ReadOnly))
        return problem(path, QStringLiteral("The file cannot be read: %1.").arg(file.errorString()));
    if (file.size() > most)
        return problem(path, QStringLiteral("The file is too large to be %1.").arg(what));
    return file.readAll();
}

} // namespace hinge
