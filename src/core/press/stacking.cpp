// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/press/stacking.h"

#include <algorithm>

namespace hinge
{

qint64 sheetsPerLift(const Knife& knife, Length caliper)
{
    return caliper > Length() ? std::max<qint64>(1, knife.clamp / caliper) : std::numeric_limits<qint64>::max();
}

qint64 Stacking::sheets() const { return piles > 0 ? (records + piles - 1) / piles : 0; }

int Stacking::lifts() const { return sheets() > 0 ? int((sheets() + sheetsPerLift - 1) / sheetsPerLift) : 0; }

qint64 Stacking::sheetsIn(int lift) const { return std::min(sheetsPerLift, sheets() - lift * sheetsPerLift); }

Stacking::Range Stacking::pile(int lift, int pile) const
{
    const qint64 high = sheetsIn(lift);
    const qint64 first = lift * sheetsPerLift * piles + pile * high;
    return {first, std::min(first + high, records) - 1};
}

qint64 Stacking::recordAt(int pileNumber, qint64 sheet) const
{
    const int lift = int(sheet / sheetsPerLift);
    const Range range = pile(lift, pileNumber);
    qint64 down = sheet - lift * sheetsPerLift;
    // Face up in the delivery, the sheet printed last lies on top: it carries the first of each pile.
    if (delivery == Delivery::FaceUp)
        down = sheetsIn(lift) - 1 - down;
    const qint64 record = range.first + down;
    return record <= range.last ? record : -1;
}

} // namespace hinge
