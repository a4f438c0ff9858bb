// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/result.h"

#include <QByteArray>

namespace hinge
{

/// True when the beginning of a file looks like SVG.
[[nodiscard]] bool looksLikeSvg(const QByteArray& head);

/// Refuses a drawing that would bring in other files, draws itself again and again, or goes beyond the limits of
/// drawings
/// (`core/file/read_limits.h`): what the library that draws it does not look for. `name` is that of its file.
[[nodiscard]] Result<void> checkSvg(const QByteArray& svg, const QString& name);

/// A drawing as a PDF page of the same size (96 units of it are an inch, as CSS says): vectors stay vectors; black and
/// grey stay on the black plate alone. Fails when it is damaged, has no size, or is refused by `checkSvg`.
[[nodiscard]] Result<QByteArray> pageFromSvg(const QString& path);

} // namespace hinge
