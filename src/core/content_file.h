// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/content.h"
#include "core/json_reader.h"

namespace hinge {

/// What stands on the faces of a piece, as it is written in a job file (docs/job.schema.json). Values that are as usual are
/// left out; lengths are in `unit`, those of type in points.

inline constexpr const char* sideKeys[] = {"left", "top", "right", "bottom"};

[[nodiscard]] QJsonObject faceToJson(const FaceContent& content, Unit unit);
void readFace(JsonReader& r, FaceContent& content);
[[nodiscard]] QJsonObject inkToJson(const Ink& ink);
void readInk(JsonReader& r, Ink& ink);
[[nodiscard]] QJsonObject namedStyleToJson(const NamedStyle& style);
void readNamedStyle(JsonReader& r, NamedStyle& style);

} // namespace hinge
