// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

namespace hinge
{

/// How many words a text has: runs of letters and digits, parted by spaces.
[[nodiscard]] int wordsIn(const std::vector<Paragraph>& paragraphs);
/// How many stand in texts whose frame begins on a panel; a text that runs on counts where it begins.
[[nodiscard]] int wordsOn(const Job& job, const Plan& plan, const SurfaceId& surface, int panel);
/// As many as a panel takes without looking full: half of what its safe area would hold in nine points over thirteen,
/// with six letters and a space to a word. Common practice.
[[nodiscard]] int comfortableWords(const Panel& panel);

} // namespace hinge
