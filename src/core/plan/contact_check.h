// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/job.h"
#include "core/plan/finding.h"

namespace hinge
{

/// True of words that tell how somebody is reached: a mail or web address, a telephone number, or a street with the
/// number of a house, alone in a line or with a comma after it.
[[nodiscard]] bool tellsContact(const QString& words);

/// A leaflet that says a good deal, and nowhere how its sender is reached. What is supplied finished, and codes, may
/// say it: then nothing is found.
void checkContact(const Job& job, std::vector<Finding>& out);

} // namespace hinge
