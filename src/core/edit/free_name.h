// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

namespace hinge
{

/// A name that is not taken yet, beside one that is: "Deep water 2".
template <class Taken>
[[nodiscard]] QString freeName(const QString& name, const Taken& isTaken)
{
    for (int n = 2;; ++n)
        if (const QString tried = QStringLiteral("%1 %2").arg(name).arg(n); !isTaken(tried))
            return tried;
}

} // namespace hinge
