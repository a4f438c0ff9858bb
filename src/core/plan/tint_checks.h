// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/light.h"
#include "core/plan/plan.h"

namespace hinge
{

/// What the colour of the paper does to print: tints and lines that hardly show on it, pictures on paper so dark that
/// they go under. Texts are looked at where they stand (../typeset/contrast_checks.h).
[[nodiscard]] std::vector<Finding> checkTints(const Job& job, const Plan& plan, const LightOfInk& light);

/// How far the bars of a code stand out from its paper in the red light of readers, in percent: what of it the ink
/// takes away. ISO/IEC 15416 calls this the symbol contrast.
[[nodiscard]] double symbolContrast(const Stock& stock, const Ink& ink, Percent strength);

} // namespace hinge
