// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/result.h"

#include <QByteArray>
#include <QSaveFile>
#include <functional>
#include <optional>

namespace hinge
{

/// A file that is written whole or not at all: beside its target, to the disk, and then in its place. A link is
/// followed, rights stay. When it goes without `commit`, nothing has happened. All problems say in words what went
/// wrong, "No space left on device" among them.
class WholeFileWriter
{
public:
    explicit WholeFileWriter(const QString& path) : path_(path), file_(path) {}

    /// Refuses a target that cannot be written, or that is there and is no plain file: a folder, a device, a pipe.
    /// `rights` are set before anything is written; empty: those of the file that is replaced, or what the system
    /// gives.
    [[nodiscard]] Result<void> open(std::optional<QFileDevice::Permissions> rights = {});
    [[nodiscard]] Result<void> write(const char* bytes, qint64 size);
    /// Takes bytes out of another file, within the system where it can: they are not read into memory then.
    /// `descriptor` is that of the file, which is open for reading.
    [[nodiscard]] Result<void> writeFrom(int descriptor, qint64 offset, qint64 size);
    [[nodiscard]] Result<void> commit();

private:
    [[nodiscard]] Result<void> flush();
    [[nodiscard]] tl::unexpected<Problem> failed() const;
    [[nodiscard]] tl::unexpected<Problem> failed(const QString& why) const;

    QString path_;
    QSaveFile file_;
    QByteArray waiting_; ///< small pieces, until they are worth a call of the system
};

/// Writes a file as `WholeFileWriter` does. `goesOn` is asked as it goes; the file stays as it was when it says no.
[[nodiscard]] Result<void> saveWhole(const QString& path, const QByteArray& bytes,
                                     std::optional<QFileDevice::Permissions> rights = {},
                                     const std::function<bool()>& goesOn = {});

/// Refuses a path that leads to something that is there and is no plain file: a folder, a device, a pipe.
[[nodiscard]] Result<void> checkPlainFile(const QString& path);

} // namespace hinge
