// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/job.h"

#include <QByteArray>
#include <functional>

namespace hinge
{

/// The newest version of the job format this program reads and the one it writes.
inline constexpr int jobFormatVersion = 1;
/// "hinge.json": how names of job files end.
[[nodiscard]] QString jobFileSuffix();

/// Where the bytes of embedded files are when a job is written.
enum class EmbeddedBytes {
    Inside, ///< in the JSON
    Beside, ///< kept by whoever writes it
};
/// Gives the bytes of an embedded file that are not in the JSON; null when they are not to be had.
using BytesOf = std::function<QByteArray(const EmbeddedFile&)>;

/// The job as UTF-8 JSON with sorted keys, so that it compares well line by line.
/// Described by docs/job.schema.json. Keys that were read but not known are written back.
[[nodiscard]] QByteArray writeJob(const Job& job, EmbeddedBytes bytes = EmbeddedBytes::Inside);

/// Reads what `writeJob` wrote. `name` is used in messages. Fails, naming the line or the field, on
/// broken JSON, on a newer version, on a missing or wrong field, and on a job `validate` refuses. Embedded files whose
/// bytes are neither in it nor given by `bytesOf` are left out.
[[nodiscard]] Result<Job> readJob(const QByteArray& json, const QString& name, const BytesOf& bytesOf = {});

/// Reads a job, packed (`readPackedJob`) or not.
[[nodiscard]] Result<Job> loadJob(const QString& path);

/// A name that ends in `packedJobSuffix` makes it a packed one. Writes as `saveWhole` does: a full disk, a crash or a
/// stop leave the old job.
[[nodiscard]] Result<void> saveJob(const Job& job, const QString& path, const std::function<bool()>& goesOn = {});

} // namespace hinge
