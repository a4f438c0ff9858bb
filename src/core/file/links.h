// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/job.h"

#include <QStringList>
#include <functional>

namespace hinge
{

/// The files a job uses, wherever it names them: pictures, supplied faces, records, the press profile.

/// Where an embedded file is named in the job: "embedded:" with the hash and the name.
[[nodiscard]] QString embeddedPath(const EmbeddedFile& file);
[[nodiscard]] bool isEmbedded(const QString& path);
/// How a path is shown to people: an embedded file by its name alone.
[[nodiscard]] QString shownPath(const QString& path);

/// Where a file of the job is on disk: relative paths count from the job's folder, embedded ones from where
/// `unpackEmbedded` puts them.
[[nodiscard]] QString resolvedPath(const QString& path, const QString& jobFolder);

/// The paths that lead out of the folder of the job: whole ones, and those that go up. A job that somebody sends could
/// ask for any file so.
[[nodiscard]] QStringList pathsOutside(const Job& job);
/// Embedded files that the job names but does not hold, or holds damaged: it would be saved without them.
[[nodiscard]] QStringList lostFiles(const Job& job);

/// Every link of a job: what stands on its surfaces, outside face first, the records, the press profile last.
void forEachLink(Job& job, const std::function<void(LinkedFile&)>& visit);
/// Those to a file of this path.
void forEachLink(Job& job, const QString& path, const std::function<void(LinkedFile&)>& visit);
/// The paths of the job's files as they stand in it, each once; without those that a field of the data names.
[[nodiscard]] QStringList linkedPaths(const Job& job);
/// Those: with the field between braces, each once.
[[nodiscard]] QStringList pathsNamedByField(const Job& job);

} // namespace hinge
