// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/gutter_check.h"

#include "core/file/links.h"
#include "core/plan/finding_parts.h"

#include <algorithm>
#include <cmath>

namespace hinge
{
namespace
{

constexpr Length reach = Length::mm(12);        ///< a gutter farther off is another one's
constexpr Length widestGutter = Length::mm(45); ///< what is wider is no gap between columns
constexpr Length narrowestGutter = Length::mm(3);
constexpr Length noMistake = Length::mm(1);

/// It is measured on pixels, and no finer than this.
Length inTenths(Length l) { return Length::nearestMm(std::round(abs(l).toMm() * 10) / 10); }

} // namespace

std::vector<FoldInGutter> foldsInGutters(const Plan& plan, Face face, const PageFacts& page, Length partLeft)
{
    std::vector<Length> folds;
    for (const FoldLine& fold : plan.paper.folds)
        if (fold.axis == Axis::Vertical && fold.work == LineWork::Fold)
            folds.push_back(fold.at[std::size_t(face)]);
    std::ranges::sort(folds);
    std::vector<FoldInGutter> out;
    for (const Length fold : folds) {
        std::optional<Length> nearest;
        for (const auto& [from, to] : page.gutters) {
            if (to - from < narrowestGutter || to - from > widestGutter)
                continue;
            const Length off = (from + to).part(2) - partLeft - fold;
            if (abs(off) <= reach && (!nearest || abs(off) < abs(*nearest)))
                nearest = off;
        }
        if (nearest)
            out.push_back({fold, *nearest});
    }
    return out;
}

void checkGutters(const Job& job, const Plan& plan, Face face, const PageFacts& page, std::vector<Finding>& out)
{
    const auto& part = job.on(face).placement.part;
    const auto folds = foldsInGutters(plan, face, page, part ? part->x : Length());
    if (std::ranges::all_of(folds, [](const FoldInGutter& f) { return abs(f.off) <= noMistake; }))
        return;
    QStringList each;
    for (const FoldInGutter& f : folds)
        each << (abs(f.off) <= noMistake
                     ? QStringLiteral("at %1: in the middle").arg(shown(job, f.fold))
                     : QStringLiteral("at %1: the gap is %2 too far %3")
                           .arg(shown(job, f.fold), shown(job, inTenths(f.off)),
                                f.off > Length() ? QStringLiteral("right") : QStringLiteral("left")));
    Finding f = found("supplied.gutters", Severity::Warn,
                      QStringLiteral("Columns of %1 are not centred on the folds, %2")
                          .arg(shownPath(job.on(face).supplied->path), surfaceName(face, job)),
                      QStringLiteral("Folds %1. Panels that fold inside are narrower than the others.")
                          .arg(each.join(QStringLiteral("; "))));
    f.surface = face;
    out.push_back(std::move(f));
}

} // namespace hinge
