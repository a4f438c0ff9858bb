// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/file_stamp.h"
#include "core/units/result.h"
#include "pdf/export_pdf.h"

#include <QThreadPool>
#include <chrono>
#include <functional>
#include <map>
#include <mutex>
#include <optional>
#include <stdexcept>

namespace hinge
{

/// Thrown where an export ends before it is done; caught at the border of the module.
struct ExportStopped {
};
struct ExportFailed : std::runtime_error {
    explicit ExportFailed(const Problem& p) : std::runtime_error(p.text().toStdString()), problem(p) {}
    Problem problem;
};

/// One export: whether it goes on, and which files it reads. A file that changes between planning and writing would put
/// pixels of one picture into the frame of another: the export fails then.
class ExportRun
{
public:
    explicit ExportRun(const ExportProgress& progress);
    ~ExportRun();
    ExportRun(const ExportRun&) = delete;
    ExportRun& operator=(const ExportRun&) = delete;

    /// Says how far it has come; throws `ExportStopped` when it is to stop.
    void reached(int percent);
    /// Throws `ExportStopped` when it is to stop. Cheap: for use in loops.
    void check();
    /// Ends the export for a reason. It is remembered: libraries that the exception passes through may turn it into
    /// another.
    [[noreturn]] void fail(const Problem& problem);
    [[nodiscard]] const std::optional<Problem>& failure() const { return failure_; }
    /// Remembers a file as it is now, the first time it is named.
    void use(const QString& path);
    /// Has a file looked through beside the writing, one at a time, on a thread of its own.
    void checkBeside(std::function<Result<void>()> check);
    /// Fails with the name of a file that is no longer as it was.
    [[nodiscard]] Result<void> unchanged(const QString& path) const;
    /// Waits for what is looked through beside the writing; fails with the first that was found damaged or is no longer
    /// as it was.
    [[nodiscard]] Result<void> allSound();

private:
    const ExportProgress& progress_;
    int percent_ = 0;
    std::chrono::steady_clock::time_point asked_{}; ///< when `progress` was last asked
    std::optional<Problem> failure_;
    std::map<QString, FileStamp> files_;
    std::mutex damage_;
    std::optional<Problem> damaged_; ///< the first that was found; behind `damage_`
    QThreadPool beside_;             ///< one thread; the last member, so that it ends first
};

/// Makes a file, and turns whatever ends that early into a problem.
[[nodiscard]] Result<Exported> guardedExport(const QString& target, const std::function<Result<Exported>()>& make);

} // namespace hinge
