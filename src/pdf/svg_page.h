// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/result.h"

#include <QByteArray>

namespace hinge {

/// True when the beginning of a file looks like SVG.
[[nodiscard]] bool looksLikeSvg(const QByteArray& head);

/// A drawing as a PDF page of the same size (96 units of it are an inch, as CSS says): vectors stay vectors. Fails when it is
/// damaged or has no size.
[[nodiscard]] Result<QByteArray> pageFromSvg(const QString& path);

} // namespace hinge
