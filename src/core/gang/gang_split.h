// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/units/percent.h"

#include <functional>
#include <vector>

namespace hinge
{

/// How often pieces stand on one press sheet, and how many of it are printed.
struct SharedRun {
    std::vector<int> counts; ///< by piece
    qint64 sheets = 0;
    bool operator==(const SharedRun&) const = default;
};

/// Whether a sheet holds so many of each piece together.
using SheetHolds = std::function<bool(const std::vector<int>& counts)>;

/// Good ones that runs give of each piece; `times` is what one place on the form yields of a sheet: 2 where it is
/// printed on both sides.
[[nodiscard]] std::vector<qint64> printedBy(const std::vector<SharedRun>& runs, int times, std::size_t pieces);
/// How much more than wanted that is, at most, as a share.
[[nodiscard]] double mostOver(const std::vector<qint64>& printed, const std::vector<qint64>& wanted);

/// The runs, at most so many, that print all that is wanted with the fewest sheets while nothing is printed more than
/// `overrun` over; where that cannot be, with the least over. One run is exact: no fewer sheets would do. More are
/// looked for by giving those of like numbers a sheet of their own, by printing of all as much as a first sheet can
/// without going over, the rest on others, and by giving single places to other pieces; where a sheet can be filled in
/// few ways, all of them are tried two by two. Empty where not even one of each goes on so many sheets.
[[nodiscard]] std::vector<SharedRun> fewestSheets(const SheetHolds& holds, const std::vector<qint64>& wanted, int times,
                                                  int runs, Percent overrun, const std::vector<int>& mostOnSheet);

/// The fewest sheets of each form where the counts of all are given, and what is printed more than wanted stays within
/// the overrun as far as it can. What is on none of them is passed over.
[[nodiscard]] std::vector<SharedRun> runsOf(const std::vector<std::vector<int>>& counts,
                                            const std::vector<qint64>& wanted, int times, Percent overrun);

} // namespace hinge
