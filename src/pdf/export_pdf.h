// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

#include <functional>

namespace hinge
{

enum class ExportKind {
    Flat,   ///< one page a face, with marks around it
    Sheets, ///< every press sheet, front and back, in the order they are printed
    Copies, ///< every copy for its record, outside and inside, each with its bleed; only where copies differ
    Pages,  ///< the pages of the text as they are read, blanks and all, each with its bleed; kinds with pages only
};

/// What an export came to.
struct Exported {
    /// What keeps the file from calling itself PDF/X-4, each as a clause that names the placed file; empty when it
    /// does.
    QStringList obstacles;
};

/// Told how far an export has come, in percent; returns false to stop it.
using ExportProgress = std::function<bool(int percent)>;

/// Writes a PDF that a printer accepts: PDF/X-4 (ISO 15930-7) unless a placed file holds what that forbids; process
/// colours as they are, fonts as subsets, the press profile as output intent. The job must plan. `jobFolder` is where
/// relative links start. The file appears whole or not at all. Fails, naming the file, when a linked file cannot be
/// read, the target cannot be written, or `progress` asked to stop.
[[nodiscard]] Result<Exported> exportPdf(const Job& job, ExportKind kind, const QString& jobFolder,
                                         const QString& target, const ExportProgress& progress = {});

} // namespace hinge
