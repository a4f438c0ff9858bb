// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/paste_overs.h"

#include "core/job/master_copies.h"

namespace hinge
{

std::vector<PasteOverAt> pasteOversOn(const Job& job, const Plan& plan, const SurfaceId& surface)
{
    std::vector<PasteOverAt> out;
    for (const SurfaceId& layer : plan.layersOf(surface)) {
        const auto& items = job.on(layer).items;
        const auto& places = plan.itemsOn(layer);
        for (std::size_t i = 0; i < items.size(); ++i)
            if (items[i].pasteOver && places[i].shown && !isLetGo(job, surface, layer, items[i]))
                out.push_back({&items[i], &places[i], i});
    }
    return out;
}

std::vector<SurfaceId> surfacesPastedOver(const Job& job, const Plan& plan)
{
    std::vector<SurfaceId> all(bothFaces.begin(), bothFaces.end());
    for (const ReaderPage& page : plan.pages)
        if (!page.isBlank())
            all.push_back(job.sequence[std::size_t(page.place)].surface());
    std::erase_if(all, [&](const SurfaceId& surface) { return pasteOversOn(job, plan, surface).empty(); });
    return all;
}

Covered coveredBy(const Rect& cover, const std::vector<StandingWords>& words)
{
    const Rect grown = cover.grown(Length::micrometres(100));
    Covered out;
    for (const StandingWords& w : words)
        if (grown.contains(w.box))
            out.whole << w.text;
        else if (cover.overlaps(w.box.grown(-Length::micrometres(100))))
            out.part << w.text;
    return out;
}

} // namespace hinge
