// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan.h"

#include "core/checks.h"
#include "core/figures.h"

#include <algorithm>

namespace hinge {
namespace {

Rect within(const Rect& r, const Rect& bounds)
{
    return Rect::fromEdges(std::max(r.x, bounds.x), std::max(r.y, bounds.y), std::min(r.right(), bounds.right()),
                           std::min(r.bottom(), bounds.bottom()));
}

} // namespace

const Figure* Plan::findFigure(const QString& key) const
{
    const auto it = std::ranges::find(figures, key, &Figure::key);
    return it == figures.end() ? nullptr : &*it;
}

const PlacedItem* Plan::findItem(const QString& id) const
{
    for (const auto& placed : items)
        if (const auto it = std::ranges::find(placed, id, &PlacedItem::id); it != placed.end())
            return &*it;
    return nullptr;
}

std::vector<Length> Plan::foldPositions(Face face) const
{
    std::vector<Length> x;
    for (const FoldLine& fold : paper.folds)
        x.push_back(fold.x[std::size_t(face)]);
    std::ranges::sort(x);
    return x;
}

Result<Plan> plan(const Job& job)
{
    if (auto valid = validate(job); !valid)
        return tl::unexpected(valid.error());
    auto paper = foldPaper(job);
    if (!paper)
        return tl::unexpected(paper.error());
    Plan plan;
    plan.paper = std::move(*paper);
    for (const Face face : bothFaces) {
        for (const Item& item : job.face(face).items) {
            const Rect frame = frameOf(plan.paper, face, item);
            plan.items[std::size_t(face)].push_back({item.id, face, frame, within(frame, bleedOf(job))});
        }
    }
    plan.arrangements = arrangements(job);
    const auto own = std::ranges::find(plan.arrangements, job.press.sheet, &SheetLayout::sheet);
    plan.sheet = *own; // `arrangements` always lists the job's own sheet
    if (plan.sheet.up() > 0) {
        plan.sheetsNeeded = (job.quantity + plan.sheet.up() - 1) / plan.sheet.up();
        plan.overs = int((qint64(plan.sheetsNeeded) * job.oversPercent + 99) / 100);
    }
    plan.figures = makeFigures(job, plan);
    plan.findings = checkPiece(job, plan);
    return plan;
}

} // namespace hinge
