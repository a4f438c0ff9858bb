// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/edit/supplied_faces.h"

#include "core/edit/new_items.h"
#include "core/plan/page_checks.h"

#include <algorithm>

namespace hinge
{
namespace
{

/// Panels that fold inside are narrower than the others, by four millimetres and a little at most.
constexpr Length panelTolerance = Length::mm(5);

bool areClose(Size a, Size b, Length by) { return abs(a.w - b.w) <= by && abs(a.h - b.h) <= by; }

/// The panels of both faces in the order they are read.
std::vector<Panel> inReadingOrder(const Plan& plan)
{
    std::vector<Panel> all;
    for (const Face face : bothFaces)
        std::ranges::copy(plan.paper.face(face), std::back_inserter(all));
    std::ranges::sort(all, {}, &Panel::readingNumber);
    return all;
}

bool arePagesOfPanels(const Plan& plan, const FileFacts& facts)
{
    const std::vector<Panel> panels = inReadingOrder(plan);
    if (panels.size() < 4 || facts.pages.size() != panels.size())
        return false;
    for (std::size_t i = 0; i < panels.size(); ++i)
        if (!areClose(facts.pages[i].trim, panels[i].area.size(), panelTolerance))
            return false;
    return true;
}

void takePanelPages(Job& job, const Plan& plan, const LinkedFile& file)
{
    for (const Face face : bothFaces)
        std::erase_if(job.edit(face).items, [](const Item& item) { return item.fit == PictureFit::Panel; });
    int page = 0;
    for (const Panel& panel : inReadingOrder(plan)) {
        LinkedFile link = file;
        link.page = ++page;
        Item item = newPicture(panel.position, std::nullopt, link);
        item.id = freshItemId();
        item.name = QStringLiteral("Page %1").arg(page);
        item.fit = PictureFit::Panel;
        auto& items = job.edit(panel.face).items;
        // In reading order two panels of a face may come in any order: all lie below what was made here.
        const auto above = std::ranges::find_if(items, [](const Item& i) { return i.fit != PictureFit::Panel; });
        items.insert(above, std::move(item));
    }
}

} // namespace

FacesFrom facesFrom(const Plan& plan, const FileFacts& facts)
{
    const Size flat = plan.paper.flat;
    if (facts.pages.empty())
        return FacesFrom::None;
    const Size first = facts.pages.front().trim;
    if (areClose(first, flat, pageTolerance))
        return facts.pages.size() == 2 ? FacesFrom::TwoPages : FacesFrom::OneFace;
    if (facts.pages.size() == 1 && areClose(first, {flat.w, flat.h * 2}, pageTolerance))
        return FacesFrom::Stacked;
    if (facts.pages.size() == 1 && areClose(first, {flat.w * 2, flat.h}, pageTolerance))
        return FacesFrom::SideBySide;
    return arePagesOfPanels(plan, facts) ? FacesFrom::PanelPages : FacesFrom::None;
}

void takeFaces(Job& job, const Plan& plan, const LinkedFile& file, FacesFrom how, const SurfaceId& surface)
{
    const auto supply = [&](const SurfaceId& at, int page, const std::optional<Rect>& part) {
        SurfaceContent& content = job.edit(at);
        content.supplied = file;
        content.supplied->page = page;
        content.placement = {};
        content.placement.part = part;
    };
    const Size flat = plan.paper.flat;
    switch (how) {
    case FacesFrom::None:
    case FacesFrom::OneFace: supply(surface, file.page, std::nullopt); break;
    case FacesFrom::TwoPages:
        if (surface == SurfaceId(Face::Outside))
            supply(Face::Outside, 1, std::nullopt);
        supply(Face::Inside, 2, std::nullopt);
        break;
    case FacesFrom::Stacked:
        supply(Face::Outside, 1, Rect{{}, {}, flat.w, flat.h});
        supply(Face::Inside, 1, Rect{{}, flat.h, flat.w, flat.h});
        break;
    case FacesFrom::SideBySide:
        supply(Face::Outside, 1, Rect{{}, {}, flat.w, flat.h});
        supply(Face::Inside, 1, Rect{flat.w, {}, flat.w, flat.h});
        break;
    case FacesFrom::PanelPages: takePanelPages(job, plan, file); break;
    }
}

} // namespace hinge
