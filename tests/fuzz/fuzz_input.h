// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QByteArray>
#include <QFile>
#include <QString>
#include <unistd.h>

namespace fuzz
{

inline QByteArray bytes(const unsigned char* data, std::size_t size)
{
    return QByteArray(reinterpret_cast<const char*>(data), qsizetype(size));
}

/// The input as a file: readers take paths. One file a process, in memory where the system has such a place.
inline QString file(const unsigned char* data, std::size_t size, const char* suffix)
{
    static const QString folder =
        QFile::exists(QStringLiteral("/dev/shm")) ? QStringLiteral("/dev/shm") : QStringLiteral("/tmp");
    const QString path = QStringLiteral("%1/fuzz-%2.%3").arg(folder).arg(getpid()).arg(QLatin1String(suffix));
    QFile out(path);
    if (!out.open(QIODevice::WriteOnly) || out.write(bytes(data, size)) != qint64(size))
        abort();
    return path;
}

} // namespace fuzz
