// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job.h"

#include <QHash>
#include <QStringList>

namespace hinge {

/// Larger files stay beside the job: it is one text, and saving it again and again must stay quick.
inline constexpr qint64 largestEmbedded = 64LL << 20;

/// A name without folders that a file can have.
[[nodiscard]] bool isFileName(const QString& name);

/// Takes a file into the job; every link to `path` leads to it from then on. Refused when it cannot be read or is too large.
[[nodiscard]] Result<void> embedFile(Job& job, const QString& path, const QString& jobFolder);

/// Takes in all files of a job, each read once however many jobs share `known` (by path). Gives the paths of those that stay
/// beside it: missing ones and those that are too large.
[[nodiscard]] QStringList embedAll(Job& job, const QString& jobFolder, QHash<QString, EmbeddedFile>& known);

/// Writes an embedded file to `target` and links to it there, as `link`. The bytes stay in the job until nothing uses them.
[[nodiscard]] Result<void> releaseFile(Job& job, const QString& path, const QString& target, const QString& link);

/// Where embedded files are unpacked, so that every reader finds them as files: a folder of the user's data, by hash.
[[nodiscard]] QString embeddedFolder();
/// Puts the embedded files of the job where `resolvedPath` looks for them; what is there already is left alone.
[[nodiscard]] Result<void> unpackEmbedded(const Job& job);
/// Takes in what the job links to but does not hold, from another job that was open here: after items were pasted.
void completeEmbedded(Job& job);
/// Takes away what was unpacked longer ago than this; it is unpacked again when a job needs it.
void tidyEmbedded(int days);

} // namespace hinge
