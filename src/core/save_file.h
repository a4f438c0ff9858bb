// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/result.h"

#include <QByteArray>
#include <QFileDevice>

#include <functional>
#include <optional>

namespace hinge
{

/// Writes a file whole or not at all: beside the target, to the disk, and then in its place. A link is followed, rights
/// stay; a target that cannot be written or is no plain file is refused. The problem says what went wrong, in words
/// that follow a colon. `rights` are set before anything is written; empty: those of the file that is replaced, or what
/// the system gives. `goesOn` is asked as it goes; the file stays as it was when it says no.
[[nodiscard]] Result<void> saveWhole(const QString& path, const QByteArray& bytes,
                                     std::optional<QFileDevice::Permissions> rights = {},
                                     const std::function<bool()>& goesOn = {});

/// Refuses a path that leads to something that is there and is no plain file: a folder, a device, a pipe.
[[nodiscard]] Result<void> checkPlainFile(const QString& path);

/// What went wrong with a file that is written: "no space left on the disk", or what the system says.
[[nodiscard]] QString writeTrouble(const QFileDevice& file);

} // namespace hinge
