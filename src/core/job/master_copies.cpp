// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/job/master_copies.h"

#include "core/job/page_set.h"

#include <algorithm>

namespace hinge
{
namespace
{

/// Between the id of a master's item and the number of the paper it is copied to: the unit separator (ISO/IEC 6429),
/// which no id has that is given out or typed.
constexpr QChar copyMark{0x1F};

SideAnchor mirrored(SideAnchor anchor)
{
    anchor.at = anchor.at == LineEnd::Start ? LineEnd::End : LineEnd::Start;
    anchor.offset = -anchor.offset;
    return anchor;
}

} // namespace

void mirrorItem(const Job& job, Item& item)
{
    const SideAnchor left = item.side(ItemSide::Left);
    item.side(ItemSide::Left) = mirrored(item.side(ItemSide::Right));
    item.side(ItemSide::Right) = mirrored(left);
    for (Paragraph& paragraph : item.paragraphs) {
        const Align align = job.styleOf(paragraph).align;
        if (align != Align::Left && align != Align::Right)
            continue;
        paragraph.style = job.styleOf(paragraph);
        paragraph.styleName.clear();
        paragraph.style.align = align == Align::Left ? Align::Right : Align::Left;
    }
}

namespace
{

/// What stands on the master's own surface, for another one of its.
SurfaceContent copyFor(const Job& job, const Master& master, const SurfaceId& surface)
{
    SurfaceContent out = job.on(master.surface());
    out.supplied.reset();
    const bool panels = master.on == MasterOn::Panels;
    std::vector<Item> items;
    for (Item& item : out.items) {
        if (panels) {
            // What does not stand on the panel it is made on alone shows only there.
            if (std::ranges::any_of(item.sides, [&](const SideAnchor& s) { return s.panel != master.panels.front(); }))
                continue;
            for (SideAnchor& side : item.sides)
                side.panel = master.panels[std::size_t(surface.copy)];
        }
        if (surface.component == Component::Text && master.mirrored)
            mirrorItem(job, item);
        item.id = masterCopyId(item.id, surface.copy);
        item.next = masterCopyId(item.next, surface.copy);
        item.group = masterCopyId(item.group, surface.copy);
        item.block.reset();
        items.push_back(std::move(item));
    }
    if (panels) // a text that ran on into a frame that is not copied ends here
        for (Item& item : items)
            if (std::ranges::find(items, item.next, &Item::id) == items.end())
                item.next.clear();
    out.items = std::move(items);
    return out;
}

/// Has items that stand for one of a master's go where that one went.
void followMoved(Job& job, const Job& before)
{
    for (const Master& master : job.masters) {
        std::vector<SurfaceId> papers = master.copies();
        papers.push_back(master.surface());
        if (std::ranges::all_of(papers,
                                [&](const SurfaceId& paper) { return job.surfaces.sameOn(paper, before.surfaces); }))
            continue;
        std::vector<std::pair<SurfaceId, std::size_t>> standing;
        for (const auto& [surface, content] : job.surfaces)
            for (std::size_t i = 0; i < content->items.size(); ++i)
                if (!content->items[i].standsFor.isEmpty())
                    standing.emplace_back(surface, i);
        for (const auto& [surface, place] : standing) {
            const Item item = job.on(surface).items[place];
            for (const SurfaceId& paper : papers) {
                const QString id =
                    paper == master.surface() ? item.standsFor : masterCopyId(item.standsFor, paper.copy);
                const Item* was = before.findItem(id);
                const Item* is = job.findItem(id);
                if (was && is && was->sides != is->sides && item.sides == was->sides)
                    job.edit(surface).items[place].sides = is->sides;
            }
        }
    }
}

} // namespace

SurfaceId Master::surface() const
{
    const bool inside = on == MasterOn::Inside || (on == MasterOn::Panels && face == Face::Inside);
    return SurfaceId::ofMaster(id, ruleOf(on).component, inside ? Face::Inside : Face::Outside,
                               on == MasterOn::LeftHand ? 1 : 0);
}

std::vector<SurfaceId> Master::copies() const
{
    const Component component = ruleOf(on).component;
    if (ruleOf(on).both)
        return {SurfaceId::ofMaster(id, component, component == Component::Text ? Face::Outside : Face::Inside, 1)};
    std::vector<SurfaceId> out;
    for (std::size_t i = 1; on == MasterOn::Panels && i < panels.size(); ++i)
        out.push_back(SurfaceId::ofMaster(id, component, face, int(i)));
    return out;
}

void settleMasters(Job& job, const Job* before)
{
    std::vector<SurfaceId> wanted;
    for (const Master& master : job.masters) {
        wanted.push_back(master.surface());
        for (const SurfaceId& copy : master.copies()) {
            wanted.push_back(copy);
            SurfaceContent content = copyFor(job, master, copy);
            if (job.on(copy) != content)
                job.edit(copy) = std::move(content);
        }
    }
    std::vector<SurfaceId> gone;
    for (const auto& [surface, content] : job.surfaces)
        if (surface.master != 0 && std::ranges::find(wanted, surface) == wanted.end())
            gone.push_back(surface);
    for (const SurfaceId& surface : gone)
        job.surfaces.erase(surface);
    if (before && !job.masters.empty())
        followMoved(job, *before);
}

QString masterCopyId(const QString& id, int copy)
{
    return id.isEmpty() ? id : QString(id + copyMark + QString::number(copy));
}

QString masterItemOf(const QString& id) { return id.section(copyMark, 0, 0); }

bool isMasterCopy(const QString& id) { return id.contains(copyMark); }

bool isLetGo(const Job& job, const SurfaceId& surface, const SurfaceId& layer, const Item& item)
{
    if (layer == surface)
        return false;
    const SurfaceContent& on = job.on(surface);
    const QString id = masterItemOf(item.id);
    return on.letGo.contains(id) || std::ranges::find(on.items, id, &Item::standsFor) != on.items.end();
}

bool facePrints(const Job& job, Face face)
{
    const auto prints = [&](const Master& master) {
        const SurfaceId own = master.surface();
        return ruleOf(master.on).component == Component::Flat &&
               (own.face == face || master.on == MasterOn::BothFaces) && job.on(own).isFilled();
    };
    return job.on(face).isFilled() || std::ranges::any_of(job.masters, prints);
}

Result<void> checkMasters(const Job& job)
{
    const QString where = QStringLiteral("masters");
    std::vector<int> ids;
    for (const Master& master : job.masters) {
        if (master.id < 1 || std::ranges::find(ids, master.id) != ids.end())
            return problem(where, QStringLiteral("A master has no number of its own, or one that another has, too."));
        ids.push_back(master.id);
        if (master.name.simplified().isEmpty())
            return problem(where, QStringLiteral("A master needs a name."));
        if (master.on == MasterOn::Panels && (master.panels.empty() || std::ranges::any_of(master.panels, [](int p) {
                                                  return p < 0 || p >= limits::mostPanels;
                                              })))
            return problem(where, QStringLiteral("The master “%1” shows on no panel. Choose one.").arg(master.name));
        if (master.on == MasterOn::PageSet)
            if (auto set = parsePageSet(master.pages, limits::mostPages); !set)
                return problem(where, set.error().message);
        if (job.on(master.surface()).supplied)
            return problem(where, QStringLiteral("A master has no page of its own."));
    }
    return {};
}

} // namespace hinge
