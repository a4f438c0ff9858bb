// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "typeset/story_layout.h"

namespace hinge
{

/// Findings that need the text to be set or a code to be made: text that does not fit, fonts and letters that are
/// missing, codes that cannot be read. Texts that did not change are not set again.
[[nodiscard]] std::vector<Finding> checkText(const Job& job, const Plan& plan, TextLayoutCache& layouts);

/// All findings there are, the ones that stop the piece first.
[[nodiscard]] std::vector<Finding> allFindings(const Job& job, const Plan& plan, const FileFactsMap& facts,
                                               TextLayoutCache& layouts);

} // namespace hinge
