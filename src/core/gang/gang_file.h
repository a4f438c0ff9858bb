// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/gang/gang.h"

namespace hinge
{

/// The newest version of the format this program reads, and the one it writes.
inline constexpr int gangFormatVersion = 1;
/// "gang.json": how names of gang files end.
[[nodiscard]] QString gangFileSuffix();

/// The gang as UTF-8 JSON with sorted keys, described by docs/gang.schema.json. Keys that were read but not known are
/// written back.
[[nodiscard]] QByteArray writeGang(const Gang& gang);
/// Reads what `writeGang` wrote. `name` is used in messages. Fails, naming the line or the field, on broken JSON, on a
/// newer version, and on what `checkGang` refuses.
[[nodiscard]] Result<Gang> readGang(const QByteArray& json, const QString& name);
[[nodiscard]] Result<Gang> loadGang(const QString& path);

} // namespace hinge
