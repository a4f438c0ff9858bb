// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/edit/margins.h"

#include <algorithm>

namespace hinge
{
namespace
{

Result<void> checkRoom(const Panel& panel, ItemSide side, Length width, Unit unit)
{
    const ItemSide opposite = ItemSide((int(side) + 2) % 4);
    const Length across = isHorizontal(side) ? panel.area.w : panel.area.h;
    const Length there = marginOf(panel, opposite, MarginOf::Layout);
    const Length most = across - there - leastLayout;
    if (width <= most)
        return {};
    return problem({}, QStringLiteral("The panel is %1 across: with %2 on the other side this margin may be up to %3.")
                           .arg(formatLength(across, unit), formatLength(there, unit),
                                formatLength(std::max(most, Length()), unit)));
}

} // namespace

Length marginOf(const Panel& panel, ItemSide side, MarginOf what)
{
    return panel.marginTo(what == MarginOf::Layout ? panel.layoutArea : panel.safeArea, side);
}

Result<void> setMargin(Job& job, const Plan& plan, const SurfaceId& surface, int panel, ItemSide side, MarginOf what,
                       std::optional<Length> width)
{
    if (width && what == MarginOf::Layout)
        if (auto fits = checkRoom(plan.panelsOf(surface)[std::size_t(panel)], side, *width, job.unit); !fits)
            return fits;
    auto& margins = what == MarginOf::Layout ? job.edit(surface).layout : job.edit(surface).margins;
    std::erase_if(margins, [&](const PanelMargin& m) { return m.panel == panel && m.side == side; });
    if (width)
        margins.push_back({panel, side, *width});
    return {};
}

void mirrorLayout(Job& job, const Plan& plan, Face face, int panel)
{
    const Panel& here = plan.panelsOf(face)[std::size_t(panel)];
    const int behind = plan.paper.behind(here).position;
    // Seen through the paper either left and right, or head and foot, change places.
    const auto turned = [&](ItemSide side) {
        return isHorizontal(side) != plan.paper.tumbled ? ItemSide((int(side) + 2) % 4) : side;
    };
    std::vector<PanelMargin> mirrored;
    for (const PanelMargin& m : job.on(face).layout)
        if (m.panel == panel)
            mirrored.push_back({behind, turned(m.side), m.width});
    auto& there = job.edit(otherFace(face)).layout;
    std::erase_if(there, [&](const PanelMargin& m) { return m.panel == behind; });
    there.insert(there.end(), mirrored.begin(), mirrored.end());
}

} // namespace hinge
