// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QStringList>

namespace hinge
{

/// Paragraphs, long and short, that stand in for copy that is not written yet; they say so themselves.
[[nodiscard]] QStringList standInCopy();
/// True for one of them.
[[nodiscard]] bool isStandIn(const QString& paragraph);

} // namespace hinge
