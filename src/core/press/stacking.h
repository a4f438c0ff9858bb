// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/press.h"

namespace hinge
{

/// How a run of numbered pieces is spread over piles, so that cut and stacked they are in order: pile 1 carries the
/// first so many, pile 2 goes on from there. Where the run is higher than the knife takes it is cut lift by lift, and
/// each lift is a run of its own. The last pile of a lift may be short; all its other sheets still carry all the piles
/// before.
struct Stacking {
    qint64 records = 0;
    int piles = 0;            ///< slots of a sheet
    qint64 sheetsPerLift = 0; ///< at most so many; the last lift may have fewer
    PileOrder order = PileOrder::AlongRows;
    Delivery delivery = Delivery::FaceDown;
    bool operator==(const Stacking&) const = default;

    [[nodiscard]] qint64 sheets() const;
    [[nodiscard]] int lifts() const;
    /// Sheets of a lift, from 0.
    [[nodiscard]] qint64 sheetsIn(int lift) const;
    /// The first and the last record of a pile of a lift, both from 0; a last one before the first for an empty pile.
    struct Range {
        qint64 first = 0, last = -1;
        [[nodiscard]] qint64 count() const { return last - first + 1; }
        bool operator==(const Range&) const = default;
    };
    [[nodiscard]] Range pile(int lift, int pile) const;
    /// The record that a pile has on a sheet, counted from 0 as they are printed; -1 where the pile has ended.
    [[nodiscard]] qint64 recordAt(int pile, qint64 sheet) const;
};

/// How many sheets of a caliper the knife takes at once; at least one.
[[nodiscard]] qint64 sheetsPerLift(const Knife& knife, Length caliper);

} // namespace hinge
