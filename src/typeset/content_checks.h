// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/light.h"
#include "core/plan/record_survey.h"
#include "typeset/story_layout.h"

namespace hinge
{

/// Findings that need the text to be set or a code to be made: text that does not fit, fonts and letters that are
/// missing, codes that cannot be read. Texts that did not change are not set again.
[[nodiscard]] std::vector<Finding> checkText(const Job& job, const Plan& plan, TextLayoutCache& layouts);

/// Texts that do not fit when they are filled in for the records with the most letters.
[[nodiscard]] std::vector<Finding> checkLongestRecords(const Job& job, const Plan& plan, const FileFactsMap& facts,
                                                       TextLayoutCache& layouts);

/// All findings there are, the ones that stop the piece first. `shown` is the job filled in for the record that is
/// looked at, `light` how inks look on the job's press, `survey` what going through all of them told; where all copies
/// are alike the job itself, and nothing.
[[nodiscard]] std::vector<Finding> allFindings(const Job& job, const Job& shown, const Plan& plan,
                                               const FileFactsMap& facts, const LightOfInk& light,
                                               TextLayoutCache& layouts, const RecordSurvey& survey = {});

} // namespace hinge
