// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/result.h"

#include <QByteArray>

namespace hinge
{

/// All of a file. Fails with a reason when it is not there, no plain file, unreadable, or of more than `most` bytes;
/// `what` is what it should be, as "a job".
[[nodiscard]] Result<QByteArray> readWhole(const QString& path, qint64 most, const QString& what);

} // namespace hinge
