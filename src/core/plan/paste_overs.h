// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.h"

namespace hinge
{

/// A paste-over that shows on a surface.
struct PasteOverAt {
    const Item* item = nullptr; ///< of the surface itself, or of a master that shows there
    const PlannedItem* placed = nullptr;
    std::size_t index = 0; ///< among the items of `placed->surface`
};
/// Those of a surface and of the masters there that it has not let go of. They refer to job and plan.
[[nodiscard]] std::vector<PasteOverAt> pasteOversOn(const Job& job, const Plan& plan, const SurfaceId& surface);

/// The surfaces that paste-overs show on, as a reader meets them.
[[nodiscard]] std::vector<SurfaceId> surfacesPastedOver(const Job& job, const Plan& plan);

/// Words that stand somewhere on a surface.
struct StandingWords {
    QString text;
    Rect box;
};
/// What a paste-over does to words under it.
struct Covered {
    QStringList whole; ///< it covers them
    QStringList part;  ///< it cuts through them
    [[nodiscard]] bool isNothing() const { return whole.isEmpty() && part.isEmpty(); }
};
/// Words of which less than a tenth of a millimetre stands out count as covered: boxes of letters are no finer.
[[nodiscard]] Covered coveredBy(const Rect& cover, const std::vector<StandingWords>& words);

} // namespace hinge
