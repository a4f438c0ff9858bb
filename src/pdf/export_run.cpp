// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/export_run.h"

namespace hinge
{

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

void ExportRun::fail(const Problem& problem)
{
    failure_ = problem;
    throw ExportFailed(problem);
}

void ExportRun::use(const QString& path) { files_.try_emplace(path, FileStamp::of(path)); }

Result<void> ExportRun::unchanged(const QString& path) const
{
    const auto known = files_.find(path);
    if (known != files_.end() && !(FileStamp::of(path) == known->second))
        return problem(path, QStringLiteral("The file was changed while it was being written into the PDF. Nothing was "
                                            "written; export again when it is finished."));
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
