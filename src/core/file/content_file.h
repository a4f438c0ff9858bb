// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/json_reader.h"
#include "core/job/surface.h"

namespace hinge
{

/// What stands on the faces of a piece, as it is written in a job file (docs/job.schema.json). Values that are as usual
/// are left out; lengths are in `unit`, those of type in points.

inline constexpr Word<Align> alignWords[] = {
    {"left", Align::Left}, {"centre", Align::Centre}, {"right", Align::Right}, {"justified", Align::Justified}};
inline constexpr Word<VerticalAlign> verticalWords[] = {
    {"head", VerticalAlign::Head}, {"middle", VerticalAlign::Middle}, {"foot", VerticalAlign::Foot}};
inline constexpr const char* sideKeys[] = {"left", "top", "right", "bottom"};

[[nodiscard]] QJsonObject faceToJson(const SurfaceContent& content, Unit unit);
void readFace(JsonReader& r, SurfaceContent& content);
[[nodiscard]] QJsonObject fileToJson(const LinkedFile& file);
void readFile(JsonReader& r, LinkedFile& file);
[[nodiscard]] QJsonObject inkToJson(const Ink& ink);
void readInk(JsonReader& r, Ink& ink);
/// With its bytes, in Base64 (RFC 4648, 4), unless they are kept elsewhere.
[[nodiscard]] QJsonObject embeddedToJson(const EmbeddedFile& file, bool withBytes);
/// Refuses bytes that are not those of the hash. `bytesOf` gives those that are kept elsewhere; without them the file
/// stays empty.
void readEmbedded(JsonReader& r, EmbeddedFile& file, const std::function<QByteArray(const EmbeddedFile&)>& bytesOf);

} // namespace hinge
