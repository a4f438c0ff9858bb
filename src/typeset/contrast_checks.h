// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/light.h"
#include "typeset/story_layout.h"

namespace hinge
{

/// Texts that do not stand out from what is behind them, the paper and its colour included: one finding for each, with
/// the ink that would read there where black or bare paper does. Texts of masters are looked at where they show, on 40
/// surfaces at most. Where a picture has not been looked at nothing is said.
[[nodiscard]] std::vector<Finding> checkContrast(const Job& job, const Plan& plan, const FileFactsMap& facts,
                                                 const LightOfInk& light, TextLayoutCache& layouts);

} // namespace hinge
