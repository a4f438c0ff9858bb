// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/edit/masters.h"

#include "core/edit/free_name.h"
#include "core/edit/sequence_edits.h"

#include <algorithm>

namespace hinge
{

std::vector<MasterItem> masterItemsOn(const Job& job, const Plan& plan, const SurfaceId& surface)
{
    std::vector<MasterItem> out;
    const SurfaceContent& on = job.on(surface);
    const auto filledBy = [&](const QString& id) {
        const auto own = std::ranges::find(on.items, id, &Item::standsFor);
        return own == on.items.end() ? QString() : own->id;
    };
    const std::vector<SurfaceId> layers = plan.layersOf(surface);
    for (auto layer = layers.rbegin(); layer != layers.rend(); ++layer) {
        if (*layer == surface)
            continue;
        const auto& items = job.on(*layer).items;
        for (auto item = items.rbegin(); item != items.rend(); ++item) {
            const QString id = masterItemOf(item->id);
            out.push_back({layer->master, id, item->id, item->name, item->isWaiting(),
                           isLetGo(job, surface, *layer, *item), filledBy(id)});
        }
    }
    return out;
}

std::optional<MasterItem> masterItemAt(const Job& job, const Plan& plan, const SurfaceId& surface, Point place)
{
    for (const MasterItem& shown : masterItemsOn(job, plan, surface)) {
        const PlannedItem* placed = plan.findItem(shown.shownId);
        if (!shown.letGo && placed && placed->frame.contains(Rect{place.x, place.y, {}, {}}))
            return shown;
    }
    return std::nullopt;
}

Master newMaster(const Job& job, const SurfaceId& surface)
{
    Master master;
    for (const Master& other : job.masters)
        master.id = std::max(master.id, other.id);
    ++master.id;
    const bool page = surface.component == Component::Text;
    master.on = page ? MasterOn::AllPages : surface.face == Face::Outside ? MasterOn::Outside : MasterOn::Inside;
    const QString name = page ? QStringLiteral("every page") : QStringLiteral("every panel");
    const auto taken = [&](const QString& tried) {
        return std::ranges::find(job.masters, tried, &Master::name) != job.masters.end();
    };
    master.name = taken(name) ? freeName(name, taken) : name;
    return master;
}

void addMaster(Job& job, const Master& master)
{
    if (ruleOf(master.on).component == Component::Text)
        beginSequence(job);
    job.masters.push_back(master);
    settleMasters(job);
}

void addMasterOf(Job& job, const Plan& plan, Master master, const SurfaceId& surface, const QStringList& ids)
{
    auto& items = job.edit(surface).items;
    std::vector<Item> taken;
    std::erase_if(items, [&](const Item& item) {
        const bool goes = ids.contains(item.id);
        if (goes)
            taken.push_back(item);
        return goes;
    });
    const bool leftHand = plan.handOf(surface) == Hand::Left;
    for (Item& item : taken) {
        item.standsFor.clear();
        // It is made on the right-hand page, and is to lie on this one as it lay.
        if (surface.component == Component::Text && leftHand && master.mirrored && ruleOf(master.on).both)
            mirrorItem(job, item);
        for (const SideAnchor& side : item.sides)
            if (master.on == MasterOn::Panels && master.panels.empty())
                master.panels = {side.panel};
    }
    addMaster(job, master);
    job.edit(master.surface()).items = std::move(taken);
    settleMasters(job);
}

void changeMaster(Job& job, const Master& next)
{
    const auto master = std::ranges::find(job.masters, next.id, &Master::id);
    if (master == job.masters.end())
        return;
    if (ruleOf(next.on).component == Component::Text)
        beginSequence(job);
    const SurfaceId from = master->surface();
    *master = next;
    if (from != next.surface())
        job.surfaces.share(from, next.surface()); // the old one is taken away with the copies
    settleMasters(job);
}

void removeMaster(Job& job, int id)
{
    QStringList gone;
    for (const auto& [surface, content] : job.surfaces)
        if (surface.master == id)
            for (const Item& item : content->items)
                gone << masterItemOf(item.id);
    std::erase_if(job.masters, [&](const Master& master) { return master.id == id; });
    settleMasters(job);
    job.surfaces.editEach([&](SurfaceContent& content) {
        for (Item& item : content.items)
            if (gone.contains(item.standsFor))
                item.standsFor.clear();
        content.letGo.removeIf([&](const QString& item) { return gone.contains(item); });
    });
}

Master withRule(Master master, MasterOn on, int panel)
{
    master.on = on;
    if (on == MasterOn::PageSet && master.pages.isEmpty())
        master.pages = QStringLiteral("all");
    if (on == MasterOn::Panels && master.panels.empty())
        master.panels = {std::max(0, panel)};
    return master;
}

int surfacesOf(const Plan& plan, const Master& master)
{
    return int(std::ranges::count_if(plan.layers, [&](const auto& entry) {
        return std::ranges::find(entry.second, master.id, &SurfaceId::master) != entry.second.end();
    }));
}

QString frameOn(Job& job, const Plan& plan, const SurfaceId& surface, const QString& frame,
                const std::function<QString()>& freshId)
{
    const PlannedItem* placed = plan.findItem(frame);
    const bool ofMaster = placed && placed->surface.master != 0 && placed->surface != surface;
    return ofMaster ? fillHere(job, plan, surface, masterItemOf(frame), freshId) : frame;
}

void letGo(Job& job, const SurfaceId& surface, const QString& masterItem, bool go)
{
    QStringList& gone = job.edit(surface).letGo;
    gone.removeAll(masterItem);
    if (go)
        gone << masterItem;
}

QString fillHere(Job& job, const Plan& plan, const SurfaceId& surface, const QString& masterItem,
                 const std::function<QString()>& freshId)
{
    for (const MasterItem& shown : masterItemsOn(job, plan, surface)) {
        if (shown.id != masterItem)
            continue;
        Item item = *job.findItem(shown.shownId);
        item.id = freshId();
        item.standsFor = masterItem;
        item.next.clear();
        item.group.clear();
        item.block.reset();
        item.locked = false;
        const QString id = item.id;
        job.edit(surface).items.push_back(std::move(item));
        return id;
    }
    return {};
}

} // namespace hinge
