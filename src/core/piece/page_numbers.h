// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/piece/binding.h"

namespace hinge
{

/// A number in Roman numerals, from 1 to 3999; others come in Arabic ones. Subtractive, as they are written today: 4 is
/// iv, 1990 is mcmxc.
[[nodiscard]] QString romanNumber(int number, bool capitals);

/// The number printed on a page, and the line it stands on, on the page's paper.
struct PrintedNumber {
    Paragraph words;
    Rect frame;
};

/// Empty for a page without a number, one that hides it, and where the job prints none.
[[nodiscard]] std::optional<PrintedNumber> printedNumber(const Job& job, const ReaderPage& page);

/// True when the same numbers stand on the same pages of both.
[[nodiscard]] bool numbersAlike(const Job& a, const Job& b);

} // namespace hinge
