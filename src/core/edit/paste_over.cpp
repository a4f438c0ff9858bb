// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/edit/paste_over.h"

#include "core/edit/free_name.h"
#include "core/edit/masters.h"
#include "core/edit/new_items.h"
#include "core/job/page_set.h"

namespace hinge
{
namespace
{

/// The ink that prints nothing.
QString paperInk(Job& job)
{
    if (const QString bare = bareInk(job); !bare.isEmpty())
        return bare;
    QString name = QStringLiteral("Paper");
    const auto isTaken = [&](const QString& tried) { return job.findInk(tried) != nullptr; };
    if (isTaken(name))
        name = freeName(name, isTaken);
    job.inks.push_back({name, {}, false});
    return name;
}

} // namespace

Item newPasteOver(Job& job, const Plan& plan, const SurfaceId& surface, int panel)
{
    const Rect& area = plan.panelsOf(surface)[std::size_t(panel)].area;
    const Size size{std::min(Length::mm(30), area.w), std::min(Length::mm(10), area.h)};
    Item item;
    item.kind = ItemKind::Shape;
    item.pasteOver = true;
    item.ink = paperInk(job);
    item.sides = freeSides(
        plan.paperOf(surface), surface.face,
        {area.x + (area.w - size.w).part(2), area.bottom() - size.h - (area.h - size.h).part(16), size.w, size.h});
    return item;
}

Result<void> pasteOnPages(Job& job, const Plan& plan, const QString& id, const QString& pages)
{
    const PlannedItem* placed = plan.findItem(id);
    const Item* item = job.findItem(id);
    if (!placed || !item || !item->pasteOver || placed->surface.component != Component::Text ||
        placed->surface.master != 0)
        return problem({}, QStringLiteral("Only a paste-over of a page can lie on other pages, too."));
    if (const auto set = parsePageSet(pages, int(plan.pages.size())); !set)
        return tl::unexpected(set.error());
    Master master = newMaster(job, placed->surface);
    master.name = QStringLiteral("%1, pages %2").arg(item->name, pages.trimmed());
    master.on = MasterOn::PageSet;
    master.pages = pages;
    master.over = true;
    addMasterOf(job, plan, master, placed->surface, {id});
    return {};
}

} // namespace hinge
