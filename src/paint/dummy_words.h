// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/dummy/spot_facts.h"

namespace hinge
{

/// With a capital at its beginning.
[[nodiscard]] QString asSentence(QString words);
/// "fold 2 of 3": which step it is, from 0.
[[nodiscard]] QString stepTitle(const Dummy& dummy, int step);
/// "left panel over, valley": what is done, as a binder would say it. Seen from the side that lies up.
[[nodiscard]] QString stepWords(const Dummy& dummy, const Plan& plan, int step);
/// How the piece lies after so many steps: "flat, inside up", "closed", "pages 4 and 5".
[[nodiscard]] QString momentWords(const Job& job, const Dummy& dummy, const Plan& plan, int done);
/// "front cover", "page 4", "blank page".
[[nodiscard]] QString seenName(const Plan& plan, const ReadingStop::Seen& seen);
/// "pages 4 and 5", "front cover".
[[nodiscard]] QString seenNames(const Plan& plan, const std::vector<ReadingStop::Seen>& seen);
/// "cut at the head, folded at the left".
[[nodiscard]] QString edgeWords(const std::array<EdgeFate, 4>& edges);
/// "sheet 2, outer side, right, head down".
[[nodiscard]] QString sheetWords(const Job& job, const Plan& plan, const SpotFacts& facts);

} // namespace hinge
