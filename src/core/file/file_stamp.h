// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

namespace hinge
{

/// What tells a file from what it becomes when somebody writes it anew.
struct FileStamp {
    qint64 bytes = -1;  ///< -1 when there is no such file
    qint64 changed = 0; ///< nanoseconds
    quint64 inode = 0;
    bool operator==(const FileStamp&) const = default;
    [[nodiscard]] static FileStamp of(const QString& path);
};

} // namespace hinge
