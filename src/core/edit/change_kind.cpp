// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/edit/change_kind.h"

#include <algorithm>
#include <functional>
#include <numeric>

namespace hinge
{
namespace
{

/// The whole that gives its widest part this length; the reverse of sharing it out.
Length wholeFor(Length widest, const std::vector<int>& shares, const std::vector<int>& tucks, Length allowance)
{
    const int most = *std::ranges::max_element(shares);
    int tuck = -1;
    for (std::size_t i = 0; i < shares.size(); ++i)
        if (shares[i] == most && (tuck < 0 || tucks[i] < tuck))
            tuck = tucks[i];
    const int sum = std::accumulate(shares.begin(), shares.end(), 0);
    const int allowances = std::accumulate(tucks.begin(), tucks.end(), 0);
    return ((widest + allowance * tuck) * sum).part(most) - allowance * allowances;
}

bool isFolded(PieceKind kind) { return rulesOf(kind).isFolded(); }

} // namespace

Result<void> setClosedSize(Job& job, Size closed)
{
    if (rulesOf(job.kind).form == FlatForm::CutLeaf) {
        job.flat = closed;
        return {};
    }
    if (!isFolded(job.kind)) {
        job.page = closed;
        return {};
    }
    const auto grid = foldGrid(job.fold);
    const auto paper = foldPaper(job);
    if (!grid)
        return tl::unexpected(grid.error());
    if (!paper)
        return tl::unexpected(paper.error());
    const Narrowing& narrower = paper->narrowing;
    job.fold.widths.clear();
    job.flat = {wholeFor(closed.w, grid->columnShares, narrower.columns, narrower.allowance),
                wholeFor(closed.h, grid->rowShares, narrower.rows, narrower.allowance)};
    return {};
}

Size closedSize(const Job& job)
{
    if (rulesOf(job.kind).form == FlatForm::CutLeaf)
        return job.flat;
    if (!isFolded(job.kind))
        return job.page;
    const auto paper = foldPaper(job);
    return paper ? paper->closing.size : job.flat;
}

void becomeKind(Job& job, PieceKind kind)
{
    const Size closed = closedSize(job);
    const Job usual = newPiece(kind);
    const Job was = newPiece(job.kind);
    const bool titled = job.title != was.title;
    const bool wasFolded = isFolded(job.kind);
    const bool hadPages = hasPages(job.kind);
    const Stock text = textStockOf(job);
    job.kind = kind;
    if (!titled)
        job.title = usual.title;
    if (isFolded(kind) && (!wasFolded || (rulesOf(kind).foldsOnce && job.fold.scheme != FoldScheme::Half)))
        job.fold = usual.fold;
    if (rulesOf(kind).hasPages() && rulesOf(kind).cover == CoverOfItsOwn::Always)
        job.pages.plusCover = true;
    // Pages stay on their stock, whether or not the cover has one of its own now.
    if (hadPages && hasPages(kind))
        (hasOwnCover(job) ? job.pages.textStock : job.stock) = text;
    // A staple asks for less than a wire or glue does; what was typed stays.
    if (job.pages.bindingClearance == was.pages.bindingClearance)
        job.pages.bindingClearance = usual.pages.bindingClearance;
    (void)setClosedSize(job, closed); // a usual fold always folds
}

void becomeFold(Job& job, FoldScheme scheme, int panels, bool atHead)
{
    Fold fold;
    fold.scheme = scheme;
    fold.panels = panels;
    fold.atHead = atHead;
    fold.tuckAllowance = job.fold.tuckAllowance;
    fold.step = job.fold.step;
    fold.scored = job.fold.scored;
    fold.extra = job.fold.extra;
    // A front on the left stays on the left.
    const bool left =
        job.fold.coverPanel != usualFront(job.fold, false) && job.fold.coverPanel == usualFront(job.fold, true);
    fold.coverPanel = usualFront(fold, left || job.rightToLeft);
    job.fold = fold;
}

void becomeOwnFold(Job& job)
{
    const auto grid = foldGrid(job.fold);
    if (!grid || job.fold.scheme == FoldScheme::Own)
        return;
    // Unequal shares are kept as typed widths, but for one that takes up the rest.
    const auto paper = foldPaper(job);
    job.fold.scheme = FoldScheme::Own;
    job.fold.panels = grid->columns() * grid->rows();
    job.fold.rows = grid->rows();
    job.fold.steps = grid->steps;
    const bool equal =
        std::ranges::adjacent_find(grid->columnShares, std::not_equal_to<>()) == grid->columnShares.end();
    if (paper && !equal) {
        job.fold.widths.assign(paper->widths.begin(), paper->widths.end());
        job.fold.widths[std::size_t(grid->columns() / 2)].reset();
    }
}

Result<void> applyStartSize(Job& job, const StartSize& start)
{
    const auto sameWay = [](Size size, Size as) { return (size.w >= size.h) == (as.w >= as.h) ? size : size.turned(); };
    switch (start.from) {
    case StartSize::From::AsItIs: return {};
    case StartSize::From::Sheet:
        if (isFolded(job.kind)) {
            job.fold.widths.clear();
            job.flat = sameWay(start.size, job.flat);
        } else if (rulesOf(job.kind).form == FlatForm::CutLeaf) {
            job.flat = start.size;
        } else {
            // A page is half of a sheet that is folded once.
            const Size across = start.size.w >= start.size.h ? start.size : start.size.turned();
            job.page = {across.w.part(2), across.h};
        }
        return {};
    case StartSize::From::Envelope: {
        const Size closed = closedSize(job);
        const Size room{start.size.w - start.slip, start.size.h - start.slip};
        return setClosedSize(job, sameWay(room, closed));
    }
    case StartSize::From::Closed: return setClosedSize(job, start.size);
    }
    return {};
}

} // namespace hinge
