// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/length.h"

#include <QString>
#include <optional>

namespace hinge
{

/// A number the piece has, with the way it came about.
struct Figure {
    /// Stable name for scripts, e.g. "closed.width"; unique in a plan.
    QString key;
    /// "Piece", "Paper" or "Run".
    QString group;
    QString label;
    /// Value and unit as shown, e.g. "97.0 mm".
    QString value;
    /// The terms it came from, e.g. "(297 + 3) ÷ 3 − 3"; empty when the user decided it directly.
    QString working;
    /// The rule and where it is published, e.g. "definition of bulk, ISO 534".
    QString source;
    /// The value as a length where it is one, for scripts.
    std::optional<Length> length;
    /// The value as a number in the unit of `value` where it is a plain number.
    std::optional<double> number;
    /// True when the user typed it in place of the rule's result.
    bool overridden = false;
    /// The field of the job that overrides it, e.g. "fold.tuckAllowance"; empty when none does.
    QString overrideField;
};

} // namespace hinge
