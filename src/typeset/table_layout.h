// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "typeset/text_layout.h"

namespace hinge
{

/// Sets rows as a table into frames one after the other; gives a layout for each, whose lines and tints are rules. The
/// first frame says how wide the columns are; where a row does not fit any more the table goes on in the next frame,
/// below its header. `linesOver` of the last counts the rows there is no room for.
[[nodiscard]] std::vector<TextLayout> layOutTable(const std::vector<Paragraph>& rows, const Table& table,
                                                  const std::vector<TextFrame>& frames, const FontLibrary& fonts,
                                                  Patience patience = Patience::Waits);

/// The widths of the columns of a table that is so wide; they add up exactly.
[[nodiscard]] std::vector<Length> tableColumns(const std::vector<Paragraph>& rows, const Table& table, Length width,
                                               const FontLibrary& fonts);

} // namespace hinge
