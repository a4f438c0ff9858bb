// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <vector>

namespace hinge
{

/// The character identifiers of a CID-keyed CFF font, by glyph (Adobe Technical Note 5176, sections 13 and 19): what
/// selects a glyph of such a font in a PDF (ISO 32000-1, 9.7.4.2). Empty when the font is not CID-keyed, and its glyphs
/// are selected by their numbers; also when it is damaged.
[[nodiscard]] std::optional<std::vector<int>> cidsOfCff(const std::string& cff, int glyphs);

} // namespace hinge
