// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/job.h"

#include <functional>

namespace hinge
{

/// A packed job: a ZIP file that holds the job as "job.hinge.json" and its files below "files/". Any unpacker opens it.

/// "hinge.zip": how names of packed jobs end.
[[nodiscard]] QString packedJobSuffix();
[[nodiscard]] bool isPackedName(const QString& path);
/// Tells a ZIP file by its first four bytes.
[[nodiscard]] bool looksPacked(const QByteArray& head);

/// Reads a packed job. A file that it should hold but does not, or that is damaged, is left out and found missing
/// later.
[[nodiscard]] Result<Job> readPackedJob(const QString& path);

/// Writes a packed job with the files it embeds, as `saveWhole` writes.
[[nodiscard]] Result<void> writePackedJob(const Job& job, const QString& path,
                                          const std::function<bool()>& goesOn = {});

} // namespace hinge
