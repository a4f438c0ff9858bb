// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/file/file_stamp.h"

#include <QFile>
#include <sys/stat.h>

namespace hinge
{

FileStamp FileStamp::of(const QString& path)
{
    struct stat about {
    };
    if (::stat(QFile::encodeName(path).constData(), &about) != 0)
        return {};
    return {qint64(about.st_size), qint64(about.st_mtim.tv_sec) * 1'000'000'000 + about.st_mtim.tv_nsec,
            quint64(about.st_ino)};
}

} // namespace hinge
