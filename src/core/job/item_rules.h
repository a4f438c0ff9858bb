// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/job.h"

namespace hinge
{

/// What an item must keep to so that a job with it can be planned: inks and styles that exist, values within reason,
/// texts that do not run in circles. Part of `validate`.
[[nodiscard]] Result<void> validateItem(const Job& job, const Item& item);
/// The same for a text style; `where` names it.
[[nodiscard]] Result<void> validateStyle(const Job& job, const QString& where, const TextStyle& style);

/// The pages of the text: numbers of their own, as many as are wanted, and how what is supplied lies on them.
[[nodiscard]] Result<void> validateSequence(const Job& job);

} // namespace hinge
