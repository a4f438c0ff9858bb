// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/file_stamp.h"
#include "core/units/result.h"
#include "pdf/export_pdf.h"

#include <chrono>
#include <map>
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
    explicit ExportRun(const ExportProgress& progress) : progress_(progress) {}

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
    /// Fails with the name of a file that is no longer as it was.
    [[nodiscard]] Result<void> unchanged(const QString& path) const;
    [[nodiscard]] Result<void> allUnchanged() const;

private:
    const ExportProgress& progress_;
    int percent_ = 0;
    std::chrono::steady_clock::time_point asked_{}; ///< when `progress` was last asked
    std::optional<Problem> failure_;
    std::map<QString, FileStamp> files_;
};

} // namespace hinge
