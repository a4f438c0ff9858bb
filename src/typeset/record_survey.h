// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/record_table.h"
#include "core/plan/record_survey.h"

namespace hinge
{

/// The pictures and codes that name fields: those that there is something to tell of.
[[nodiscard]] std::vector<Item> surveyedItems(const Job& job);

/// Goes through all records: whether every picture that a field names is there, and every code can be made. Takes
/// seconds for a hundred thousand, so it is for a worker thread; `goesOn` is asked between records, and what was found
/// so far is given back when it says no. Items in `without` are left alone.
[[nodiscard]] RecordSurvey surveyRecords(const Job& job, const RecordTable* table, const QString& jobFolder,
                                         const QSet<QString>& without = {}, const std::function<bool()>& goesOn = {});

} // namespace hinge
