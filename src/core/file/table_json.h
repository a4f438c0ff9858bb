// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/json_reader.h"
#include "core/job/table.h"

namespace hinge
{

/// How a text is set as a table, as it is written in a job file; the weights of its lines in points.
[[nodiscard]] QJsonObject tableToJson(const Table& table, Unit unit);
void readTable(JsonReader& r, Table& table);

} // namespace hinge
