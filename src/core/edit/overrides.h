// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/job.h"

namespace hinge
{

/// Sets a length that the user typed in place of a reckoned figure, or lets it go again (empty). `field` is the
/// figure's `overrideField`; `columns` those of the flat. A field that always has a value goes back to its usual one.
void setOverride(Job& job, const QString& field, std::optional<Length> value, int columns);

} // namespace hinge
