// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/file_state.h"

namespace hinge
{
namespace
{

constexpr double poorPpi = 150;
constexpr double halfPixel = 0.5; ///< sizes are rounded to whole pixels when pictures are saved

} // namespace

FileState finenessOf(double ppi)
{
    if (ppi <= 0 || ppi >= goodPpi - halfPixel)
        return FileState::Fine;
    return ppi < poorPpi - halfPixel ? FileState::Poor : FileState::Coarse;
}

bool hasChanged(const LinkedFile& link, const FileFacts& facts)
{
    return !link.sha256.isEmpty() && !facts.sha256.isEmpty() && link.sha256 != facts.sha256;
}

double coarsestPpi(const Job& job, const Plan& plan, const QString& path, const FileFacts& facts)
{
    double least = 0;
    for (const auto& [surface, content] : job.surfaces)
        for (const Item& item : content->items)
            if (item.kind == ItemKind::Picture && item.file.path == path)
                if (const double ppi = effectivePpi(item, plan.findItem(item.id)->fitted, facts);
                    ppi > 0 && (least == 0 || ppi < least))
                    least = ppi;
    return least;
}

FileState fileState(const Job& job, const Plan& plan, const QString& path, const FileFactsMap& all)
{
    const auto facts = all.constFind(path);
    if (facts == all.constEnd())
        return FileState::NotRead;
    if (facts->missing)
        return FileState::Missing;
    if (!facts->error.isEmpty())
        return FileState::Unusable;
    bool changed = false;
    Job copy = job;
    forEachLink(copy, path, [&](const LinkedFile& link) { changed = changed || hasChanged(link, *facts); });
    return changed ? FileState::Changed : finenessOf(coarsestPpi(job, plan, path, *facts));
}

} // namespace hinge
