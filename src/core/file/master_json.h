// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/json_reader.h"
#include "core/job/job.h"

namespace hinge
{

/// The masters of a job with what stands on them, lengths in its unit; copies for other papers are not written.
[[nodiscard]] QJsonArray mastersToJson(const Job& job);
/// Takes one out of `r`, into a job.
void readMaster(JsonReader& r, Job& job);

} // namespace hinge
