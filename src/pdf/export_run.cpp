// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/export_run.h"

namespace hinge
{

ExportRun::ExportRun(const ExportProgress& progress) : progress_(progress) { beside_.setMaxThreadCount(1); }

ExportRun::~ExportRun() { beside_.clear(); } // and waits for the one that is being looked through

void ExportRun::checkBeside(std::function<Result<void>()> check)
{
    beside_.start([this, check = std::move(check)] {
        const auto sound = check();
        const std::scoped_lock lock(damage_);
        if (!sound && !damaged_)
            damaged_ = sound.error();
    });
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

Result<void> ExportRun::allSound()
{
    while (!beside_.waitForDone(50))
        check();
    if (damaged_)
        return tl::unexpected(*damaged_);
    for (const auto& [path, stamp] : files_)
        if (auto same = unchanged(path); !same)
            return same;
    return {};
}

Result<Exported> guardedExport(const QString& target, const std::function<Result<Exported>()>& make)
{
    try {
        return make();
    } catch (const ExportStopped&) {
        return problem(target, QStringLiteral("The export was stopped. Nothing was written."));
    } catch (const ExportFailed& e) {
        return tl::unexpected(e.problem);
    } catch (const std::bad_alloc&) {
        return problem(
            target,
            QStringLiteral(
                "There is not enough memory to make the PDF. Close other programs, or make large pictures smaller."));
    } catch (const std::exception& e) {
        return problem(target, QStringLiteral("The PDF could not be made: %1.").arg(QString::fromUtf8(e.what())));
    }
}

} // namespace hinge
