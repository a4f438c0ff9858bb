// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/json_reader.h"
#include "core/job/records.h"

namespace hinge
{

/// How records stand in the job file.
[[nodiscard]] QJsonObject recordsToJson(const Records& records);
void readRecords(JsonReader& reader, Records& records);

} // namespace hinge
