// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/job.h"

namespace hinge
{

enum class Severity {
    Stop, ///< the piece cannot be made like this
    Warn, ///< it can, but somebody should look
};

/// A change to the job that settles a finding.
enum class Remedy {
    None,
    UseStockTuck,  ///< let go of the typed tuck allowance and panel widths
    PullToBleed,   ///< move the named side of the item out to the bleed
    TurnGrain,     ///< have the grain run along the folds
    Score,         ///< have the folds scored
    MakeUpPages,   ///< ask for as many pages as there will be anyway
    MoveBlanks,    ///< keep the back cover, put the blanks before it
    GlueInstead,   ///< bind with glue in place of staples
    ReckonSpine,   ///< let go of the typed spine
    Sheetwise,     ///< print each side from a form of its own
    MoveToSafe,    ///< pull the sides of live matter back to the safe zone
    CloseGap,      ///< move the named side onto `Finding::target`
    ThickenStroke, ///< to a quarter of a point
    RemoveItem,    ///< take it off the face
    MatchLook,     ///< set the paragraph that stands out as the others are
    WidenSafe,     ///< keep live matter clear of the drift of press, knife and folder
    WidenBleed,    ///< bleed as far as print and knife may miss
    LayGround,     ///< put a bare ground below a code
    CountRecords,  ///< make as many pieces as there are records: `Finding::count`
    ChangeInk,     ///< set what of a text is in one ink in another one: `Finding::inks`
};

/// Something the checks noticed.
struct Finding {
    /// Stable name, e.g. "fold.buckles"; not unique.
    QString code;
    Severity severity = Severity::Warn;
    /// What is the matter and where, in one line.
    QString message;
    /// Why it matters, in the trade's words.
    QString reason;
    /// Where it is: a surface, and an item on it when `itemId` is not empty.
    std::optional<SurfaceId> surface;
    QString itemId;
    ItemSide side = ItemSide::Left; ///< for `Remedy::PullToBleed` and `Remedy::CloseGap`
    Length target{};                ///< for `Remedy::CloseGap`: where the side belongs, on the face
    int count = 0;                  ///< for `Remedy::CountRecords`
    std::array<QString, 2> inks{};  ///< for `Remedy::ChangeInk`: the ink that is there, and the one to take
    Remedy remedy = Remedy::None;
    bool operator==(const Finding&) const = default;
};

} // namespace hinge
