// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/owned.h"

#include <QByteArray>
#include <zip.h>

namespace hinge
{

/// An open ZIP file, of which nothing is kept that was not written.
using ZipArchive = Owned<zip_t, zip_discard>;

/// A file in it. Null when there is no such entry, it is damaged, of more than `most` bytes, or unfolds further than
/// it may (`read_limits.h`).
[[nodiscard]] QByteArray readZipEntry(zip_t* archive, const QByteArray& name, qint64 most);

} // namespace hinge
