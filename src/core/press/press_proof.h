// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/press/press_forms.h"

namespace hinge
{

/// Proves a run by making the piece of it, in the model: every sheet is looked at as it is printed, front and back, cut
/// by its program on the simulated guillotine, folded, and put together; then it is read. Fails with what is wrong, and
/// on which sheet, when a page comes elsewhere than it is read, stands on its head, or has another one behind it; when
/// a slot is not freed; when records do not follow each other in the piles. Looks at paper alone: what stands on the
/// pages makes no difference.
[[nodiscard]] Result<void> proveRun(const PieceParts& parts, const PressRun& run);

} // namespace hinge
