// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"
#include "core/plan/record_survey.h"

namespace hinge
{

/// Findings about the records of a job: fields that are not in the data, or that nothing names; rows that cannot be
/// read, that say nothing, or the same as others; numbers twice or left out; more or fewer records than pieces.
[[nodiscard]] std::vector<Finding> checkRecords(const Job& job, const FileFactsMap& facts, const RecordSurvey& survey);

/// The records that are most likely not to fit a text: those with the most letters in a field it names, each once, in
/// order. Empty when it names none.
[[nodiscard]] std::vector<int> longestRecords(const Job& job, const RecordTable* table, const Item& item);

} // namespace hinge
