// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/record_table.h"

namespace hinge
{

/// Changes to what the copies of a piece differ in. As long as there are as many records as pieces the two stay the
/// same: a change of one is a change of the other.

/// Numbers, one to a piece; the series is the one the job had before, or counts from 1 with as many digits as its last
/// number has.
void useSeries(Job& job);
/// The rows of a file, one to a piece.
void useTable(Job& job, const LinkedFile& file, const RecordTable& table);
/// All copies are alike; series and file are kept for a change of mind.
void useNoRecords(Job& job);

/// So many pieces; numbers follow where there was one to each.
void setQuantity(Job& job, int quantity);
/// So many records; pieces follow where there was one to each.
void setRecordCount(Job& job, int count);

/// Reads the first number as it is to be printed, "A-0017 m": the last digits count, with as many zeros; what stands
/// before and behind them stays. Fails when there are no digits.
[[nodiscard]] Result<void> setFirstNumber(Job& job, const QString& text);

} // namespace hinge
