// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/job.h"

#include <QHash>
#include <QSet>
#include <functional>

#include <QHash>
#include <QStringList>

namespace hinge
{

/// Larger files stay beside the job: it is one text, and saving it again and again must stay quick.
inline constexpr qint64 largestEmbedded = 64LL << 20;

/// A name without folders that a file can have.
[[nodiscard]] bool isFileName(const QString& name);

/// Takes a file into the job; every link to `path` leads to it from then on. Refused when it cannot be read or is too
/// large.
[[nodiscard]] Result<void> embedFile(Job& job, const QString& path, const QString& jobFolder);

/// Takes in all a job links to, and lets go of what nothing uses any more: then it needs no other file.
[[nodiscard]] Result<void> embedAll(Job& job, const QString& jobFolder);

/// Reads the files a job links to, by their paths, for it to take in: all but those in `without`, those that are
/// missing, too large, or of a kind that nobody places. `goesOn` is asked before each; false when it said no.
[[nodiscard]] bool takeFiles(const Job& job, const QString& jobFolder, const QSet<QString>& without,
                             QHash<QString, EmbeddedFile>& taken, const std::function<bool()>& goesOn);

/// Writes an embedded file to `target` and links to it there, as `link`. The bytes stay in the job until nothing uses
/// them.
[[nodiscard]] Result<void> releaseFile(Job& job, const QString& path, const QString& target, const QString& link);

/// Where embedded files are unpacked, so that every reader finds them as files: a folder of the user's data, by hash.
[[nodiscard]] QString embeddedFolder();
/// Puts the embedded files of the job where `resolvedPath` looks for them; what is there already is left alone.
[[nodiscard]] Result<void> unpackEmbedded(const Job& job);
/// Puts bytes where those of embedded files lie, and gives the link to them: `completeEmbedded` then takes them into a
/// job.
[[nodiscard]] Result<QString> unpackBytes(const QString& name, const QByteArray& bytes);
/// Takes in what the job links to but does not hold, from another job that was open here: after items were pasted.
void completeEmbedded(Job& job);
/// Takes away what no job asked for in so many days; it is unpacked again when one does. What is in `keep` (by SHA-256,
/// in hex) stays: copies of unsaved work have no bytes of their own.
void tidyEmbedded(int days, const QSet<QString>& keep);

} // namespace hinge
