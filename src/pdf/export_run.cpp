// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/export_run.h"

#include <QFile>
#include <QFileInfo>
#include <sys/stat.h>

namespace hinge {

FileStamp FileStamp::of(const QString& path)
{
    struct stat about {};
    if (::stat(QFile::encodeName(path).constData(), &about) != 0)
        return {};
    return {qint64(about.st_size), qint64(about.st_mtim.tv_sec) * 1'000'000'000 + about.st_mtim.tv_nsec, quint64(about.st_ino)};
}

void ExportRun::reached(int percent)
{
    percent_ = percent;
    asked_ = std::chrono::steady_clock::now();
    if (progress_ && !progress_(percent_))
        throw ExportStopped{};
}

void ExportRun::check()
{
    if (std::chrono::steady_clock::now() - asked_ > std::chrono::milliseconds(50))
        reached(percent_);
}

void ExportRun::use(const QString& path) { files_.try_emplace(path, FileStamp::of(path)); }

Result<void> ExportRun::unchanged(const QString& path) const
{
    const auto known = files_.find(path);
    if (known != files_.end() && !(FileStamp::of(path) == known->second))
        return problem(path, QStringLiteral("The file was changed while it was being written into the PDF. Nothing was written; export again when it is finished."));
    return {};
}

Result<void> ExportRun::allUnchanged() const
{
    for (const auto& [path, stamp] : files_)
        if (auto same = unchanged(path); !same)
            return same;
    return {};
}

} // namespace hinge
