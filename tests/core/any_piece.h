// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "testing.h"

namespace testing
{

/// A sheet that takes something of any kind, printed in any style.
inline rc::Gen<hinge::Job> anyPiece()
{
    using namespace hinge;
    return rc::gen::exec([] {
        const auto kind = *rc::gen::element(PieceKind::Leaflet, PieceKind::Card, PieceKind::Leaf, PieceKind::Booklet,
                                            PieceKind::Book, PieceKind::WireBook);
        Job job = newPiece(kind);
        job.page = {Length::mm(*rc::gen::inRange(70, 160)), Length::mm(*rc::gen::inRange(90, 200))};
        if (!rulesOf(kind).isFolded())
            job.flat = {Length::mm(*rc::gen::inRange(50, 200)), Length::mm(*rc::gen::inRange(50, 200))};
        job.pages.count = *rc::gen::inRange(2, 70);
        job.pages.plusCover = *rc::gen::arbitrary<bool>();
        job.pages.signature = *rc::gen::element(4, 8, 16, 32);
        job.pages.creepBy = *rc::gen::element(CreepBy::Nothing, CreepBy::Shifting, CreepBy::Narrowing);
        job.pages.workStyle = *rc::gen::element(WorkStyle::Sheetwise, WorkStyle::WorkAndTurn, WorkStyle::WorkAndTumble);
        job.press.work = *rc::gen::element(WorkStyle::Sheetwise, WorkStyle::WorkAndTurn, WorkStyle::WorkAndTumble);
        job.press.sheet = {Length::mm(*rc::gen::inRange(400, 1100)), Length::mm(*rc::gen::inRange(400, 1100))};
        job.press.flip = *rc::gen::element(FlipEdge::Long, FlipEdge::Short);
        job.press.headToHead = *rc::gen::arbitrary<bool>();
        job.rightToLeft = *rc::gen::arbitrary<bool>();
        job.zones.bleed = Length::mm(*rc::gen::inRange(1, 4));
        job.quantity = *rc::gen::inRange(1, 3000);
        SheetSetup text;
        text.sheet = job.press.sheet;
        text.fill = *rc::gen::element(SlotFill::Alike, SlotFill::Piles);
        job.press.text = text;
        return job;
    });
}

} // namespace testing
