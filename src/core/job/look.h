// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/length.h"
#include "core/units/percent.h"

#include <QString>

namespace hinge
{

enum class Align { Left, Centre, Right, Justified };
enum class VerticalAlign { Head, Middle, Foot };

/// A drawn line, or the outline of something.
struct Stroke {
    Length width; ///< 0 for none; centred on the outline
    QString ink = QStringLiteral("Black");
    Percent strength = 100;
    bool operator==(const Stroke&) const = default;
};

} // namespace hinge
