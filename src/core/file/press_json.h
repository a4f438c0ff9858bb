// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/json_reader.h"
#include "core/job/job.h"

namespace hinge
{

/// The part of a job file about press sheets, lengths in `unit`; all but the profile, whose file is the job's to link.
[[nodiscard]] QJsonObject pressToJson(const Press& press, Unit unit);
/// Takes the same out of `r`, and leaves what it does not know.
void readPress(JsonReader& r, Press& press);

/// The unit people count in, in words of the file.
[[nodiscard]] QString unitWord(Unit unit);
void readUnit(JsonReader& r, const char* key, Unit& out);

/// How the second side of a sheet is printed, in words of the file.
[[nodiscard]] QString workStyleWord(WorkStyle style);
void readWorkStyle(JsonReader& r, const char* key, WorkStyle& out);

} // namespace hinge
