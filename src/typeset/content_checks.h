// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan.h"
#include "typeset/font_library.h"

namespace hinge {

/// Findings that need the text to be set: text that does not fit, fonts and letters that are missing.
[[nodiscard]] std::vector<Finding> checkText(const Job& job, const Plan& plan, const FontLibrary& fonts);

/// All findings there are, the ones that stop the piece first.
[[nodiscard]] std::vector<Finding> allFindings(const Job& job, const Plan& plan, const FileFactsMap& facts, const FontLibrary& fonts);

} // namespace hinge
