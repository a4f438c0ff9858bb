// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/length_text.h"

namespace hinge
{

/// The steps in which a hand moves things on the paper: whole numbers of what the job is measured in.
struct HandSteps {
    Length step;  ///< an arrow key
    Length large; ///< with Shift
    Length small; ///< with Ctrl; what is dragged freely goes by it, too
    Length guide; ///< guides keep to it, as with a ruler
};

[[nodiscard]] constexpr HandSteps handSteps(Unit unit)
{
    const Length inch = Length::inches(1);
    switch (unit) {
    case Unit::Mm:
    case Unit::Cm: break;
    case Unit::Inch: return {inch.part(16), inch.part(4), inch.part(64), inch.part(32)};
    case Unit::Point: return {Length::points(3), Length::points(12), Length::points(1).part(2), Length::points(1)};
    case Unit::Pica: return {Length::points(3), Length::points(12), Length::points(1).part(2), Length::points(3)};
    }
    return {Length::mm(1), Length::mm(5), Length::micrometres(100), Length::micrometres(500)};
}

/// The multiple of a step that is nearest to a length.
[[nodiscard]] constexpr Length toStep(Length length, Length step)
{
    const qint64 half = length.count() < 0 ? -step.count() / 2 : step.count() / 2;
    return Length::units((length.count() + half) / step.count() * step.count());
}

} // namespace hinge
