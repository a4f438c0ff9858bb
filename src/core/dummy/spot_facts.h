// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/dummy/dummy.h"

namespace hinge
{

/// What there is to know of a panel or page that somebody points at.
struct SpotFacts {
    ReadingStop::Seen here;
    /// On the other side of the same paper.
    std::optional<ReadingStop::Seen> behind;
    /// What it lies against when the piece is closed; for a page, what a reader sees beside it. Nothing for what is
    /// seen from outside.
    std::optional<ReadingStop::Seen> facing;
    /// Left, top, right, bottom, as it is read.
    std::array<EdgeFate, 4> edges{};
    /// The sheet of the text it is printed on; empty for what is printed on the flat, and for cut leaves.
    struct OnSheet {
        int sheet = 0; ///< index among the sheets of the book
        bool outer = true;
        int column = 0, row = 0; ///< of that side, from the left and from the head
        bool headDown = false;
    };
    std::optional<OnSheet> sheet;
};

[[nodiscard]] SpotFacts spotFacts(const Plan& plan, const Dummy& dummy, const ReadingStop::Seen& seen);

} // namespace hinge
