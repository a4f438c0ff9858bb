// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job.h"

#include <QByteArray>

namespace hinge {

/// The newest version of the job format this program reads and the one it writes.
inline constexpr int jobFormatVersion = 1;
/// "hinge.json": how names of job files end.
[[nodiscard]] QString jobFileSuffix();

/// The job as UTF-8 JSON with sorted keys, so that it compares well line by line.
/// Described by docs/job.schema.json. Keys that were read but not known are written back.
[[nodiscard]] QByteArray writeJob(const Job& job);

/// Reads what `writeJob` wrote. `name` is used in messages. Fails, naming the line or the field, on
/// broken JSON, on a newer version, on a missing or wrong field, and on a job `validate` refuses.
[[nodiscard]] Result<Job> readJob(const QByteArray& json, const QString& name);

[[nodiscard]] Result<Job> loadJob(const QString& path);

/// Writes beside the file and then swaps it in, so that a full disk or a crash leaves the old job.
[[nodiscard]] Result<void> saveJob(const Job& job, const QString& path);

} // namespace hinge
