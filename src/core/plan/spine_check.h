// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

namespace hinge
{

/// The spine a finished cover was made for: what its trim is wider than front, back and flaps. Empty where the piece
/// has no wrapped cover, or the cover is of another height.
[[nodiscard]] std::optional<Length> spineMeant(const Job& job, const Plan& plan, Size coverTrim);

/// What of the block would come to that spine: another stock, or so many pages. In words; empty when nothing near
/// would.
[[nodiscard]] QString whatExplains(const Job& job, Length spine);

} // namespace hinge
