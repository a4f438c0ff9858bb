// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/press/knife_program.h"

namespace hinge
{

/// A simulated guillotine. It knows nothing of the tree a program was read off: it turns the pile, pushes what lies
/// under the blade against the back gauge, and cuts at that distance. Gives what lies on the table in the end, as it
/// lay on the sheet. Fails, with the number of the stroke, when something is not there, is not cut at all, or is not
/// parted into what the program says.
[[nodiscard]] Result<std::vector<Rect>> cutByProgram(Size sheet, const KnifeProgram& program);

} // namespace hinge
