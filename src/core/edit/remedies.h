// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/finding.h"

namespace hinge
{

/// What the remedy's button says; empty for none.
[[nodiscard]] QString remedyText(Remedy remedy);
/// The job with the finding settled; the same job when there is no remedy.
[[nodiscard]] Job settled(Job job, const Finding& finding);

} // namespace hinge
