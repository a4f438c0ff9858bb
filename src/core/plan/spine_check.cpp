// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/spine_check.h"

#include "core/plan/file_state.h"
#include "core/plan/page_checks.h"

namespace hinge
{
namespace
{

/// A cover is drawn to the tenth of a millimetre, and calipers differ by more than this.
constexpr Length asGood = Length::micrometres(150);

} // namespace

std::optional<Length> spineMeant(const Job& job, const Plan& plan, Size coverTrim)
{
    const Size flat = plan.paper.flat;
    if (rulesOf(job.kind).form != FlatForm::WrappedCover || abs(coverTrim.h - flat.h) > sizeTolerance)
        return std::nullopt;
    const Length spine = coverTrim.w - (flat.w - spineOf(job));
    // Much less or more is no cover of this piece.
    if (spine <= Length() || spine > job.page.w)
        return std::nullopt;
    return spine;
}

QString whatExplains(const Job& job, Length spine)
{
    QStringList parts;
    for (const Stock& stock : shippedStocks()) {
        Job tried = job;
        tried.pages.textStock = stock;
        if (!(stock == textStockOf(job)) && abs(reckonedSpine(tried) - spine) <= asGood && parts.size() < 2)
            parts << QStringLiteral("on %1").arg(stock.name);
    }
    const Length leaf = textStockOf(job).caliper();
    const auto leaves = leaf > Length() ? std::lround((spine - reckonedSpine(job)).toMm() / leaf.toMm()) : 0;
    const int pages = job.pages.count + int(leaves) * 2;
    if (leaves != 0 && pages > 0) {
        Job tried = job;
        tried.sequence.clear();
        tried.pages.count = pages;
        if (abs(reckonedSpine(tried) - spine) <= asGood)
            parts << QStringLiteral("with %1 pages").arg(pages);
    }
    return parts.isEmpty()
               ? QString()
               : QStringLiteral("The block would come to that %1.").arg(parts.join(QStringLiteral(", or ")));
}

} // namespace hinge
