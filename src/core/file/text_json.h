// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/json_reader.h"
#include "core/job/content.h"

namespace hinge
{

/// Words and their looks, as they are written in a job file; all lengths of type in points.
[[nodiscard]] QJsonObject paragraphToJson(const Paragraph& paragraph);
void readParagraph(JsonReader& r, Paragraph& paragraph);
[[nodiscard]] QJsonObject namedStyleToJson(const NamedStyle& style);
void readNamedStyle(JsonReader& r, NamedStyle& style);
[[nodiscard]] QJsonObject characterStyleToJson(const NamedCharacterStyle& style);
void readCharacterStyle(JsonReader& r, NamedCharacterStyle& style);

} // namespace hinge
