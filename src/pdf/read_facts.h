// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job.h"
#include "core/file_facts.h"

namespace hinge {

/// Reads what there is to know about a linked file: pages and boxes of a PDF (also whether its fonts
/// are all in it), or the pixels of a picture. Never throws; what is wrong stands in `error`.
[[nodiscard]] FileFacts readFileFacts(const QString& absolutePath);

/// The path of a linked file: relative ones count from the job's folder.
[[nodiscard]] QString resolvedPath(const QString& path, const QString& jobFolder);

/// Facts of every file the job links to.
[[nodiscard]] FileFactsMap readAllFacts(const Job& job, const QString& jobFolder);

/// The paths of the job's linked files as they stand in it, each once.
[[nodiscard]] QStringList linkedPaths(const Job& job);
} // namespace hinge
