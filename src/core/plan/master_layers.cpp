// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/master_layers.h"

#include "core/job/master_copies.h"
#include "core/job/page_set.h"
#include "core/plan/finding_parts.h"

#include <algorithm>
#include <set>

namespace hinge
{
namespace
{

/// A master with the pages it shows on.
struct Shown {
    const Master& master;
    std::vector<bool> set; ///< of `MasterOn::PageSet`, by place

    [[nodiscard]] bool onFace(Face face) const
    {
        const bool flat = ruleOf(master.on).component == Component::Flat;
        return flat && (ruleOf(master.on).both || master.surface().face == face);
    }
    [[nodiscard]] bool onPage(const ReaderPage& page) const
    {
        switch (master.on) {
        case MasterOn::AllPages: return true;
        case MasterOn::RightHand: return page.hand == Hand::Right;
        case MasterOn::LeftHand: return page.hand == Hand::Left;
        case MasterOn::PageSet: return std::size_t(page.place) < set.size() && set[std::size_t(page.place)];
        case MasterOn::Outside:
        case MasterOn::Inside:
        case MasterOn::BothFaces:
        case MasterOn::Panels: return false;
        }
        return false;
    }
};

std::vector<bool> setOf(const Master& master, int pages)
{
    std::vector<bool> out;
    if (master.on != MasterOn::PageSet)
        return out;
    out.resize(std::size_t(pages));
    // What is asked of pages that there are not, or not yet, waits for them.
    if (const auto places = parsePageSet(master.pages, limits::mostPages))
        for (const int place : *places)
            if (place < pages)
                out[std::size_t(place)] = true;
    return out;
}

/// All of a master that shows on one surface.
void addLayers(const Master& master, const SurfaceId& shown, std::vector<SurfaceId>& out)
{
    if (shown.component == Component::Text || ruleOf(master.on).both) {
        out.push_back(shown);
        return;
    }
    out.push_back(master.surface());
    std::ranges::copy(master.copies(), std::back_inserter(out)); // every panel it is copied to
}

} // namespace

std::map<SurfaceId, std::vector<SurfaceId>> masterLayers(const Job& job, const std::vector<ReaderPage>& pages)
{
    std::map<SurfaceId, std::vector<SurfaceId>> out;
    if (job.masters.empty())
        return out;
    std::vector<Shown> all;
    for (const Master& master : job.masters)
        all.push_back({master, setOf(master, int(job.sequence.size()))});
    const auto lay = [&](const SurfaceId& surface, const auto& shows, const auto& paper) {
        std::vector<SurfaceId> layers;
        for (const bool over : {false, true}) {
            for (const Shown& shown : all)
                if (shown.master.over == over && shows(shown))
                    addLayers(shown.master, paper(shown.master), layers);
            if (!over)
                layers.push_back(surface);
        }
        if (layers.size() > 1)
            out.emplace(surface, std::move(layers));
    };
    for (const Face face : bothFaces)
        lay(
            face, [&](const Shown& shown) { return shown.onFace(face); },
            [&](const Master& master) {
                const bool copied = master.on == MasterOn::BothFaces && face == Face::Inside;
                return copied ? master.copies().front() : master.surface();
            });
    for (const ReaderPage& page : pages) {
        if (page.place < 0 || page.place >= job.sequence.size())
            continue;
        lay(
            job.sequence.at(page.place).surface(), [&](const Shown& shown) { return shown.onPage(page); },
            [&](const Master& master) {
                return SurfaceId::ofMaster(master.id, Component::Text, Face::Outside, page.hand == Hand::Left ? 1 : 0);
            });
    }
    return out;
}

void checkMasterFrames(const Job& job, const Plan& plan, std::vector<Finding>& out)
{
    struct Empty {
        std::vector<int> places;
        QStringList faces;
    };
    std::map<QString, Empty> empty;
    for (const auto& [surface, layers] : plan.layers)
        for (const SurfaceId& layer : layers)
            for (const Item& item : job.on(layer).items) {
                if (layer == surface || !item.isWaiting() || isLetGo(job, surface, layer, item))
                    continue;
                Empty& on = empty[masterItemOf(item.id)];
                if (const ReaderPage* page = plan.readerPage(surface))
                    on.places.push_back(page->place);
                else
                    on.faces << surfaceName(surface, job);
            }
    for (auto& [id, on] : empty) {
        const auto at = job.surfaces.find(id);
        if (!at)
            continue;
        std::ranges::sort(on.places);
        const QString where =
            on.places.empty()
                ? on.faces.join(QStringLiteral(", "))
                : QStringLiteral("%1 %2").arg(on.places.size() == 1 ? QStringLiteral("page") : QStringLiteral("pages"),
                                              pageSetText(on.places));
        out.push_back(foundAt("frame.empty", Severity::Warn, job, at->first, job.on(at->first).items[at->second],
                              QStringLiteral("%1 is still empty on %3, %2"),
                              QStringLiteral("The master keeps it free to be filled there. Fill it, or let go of it."),
                              Remedy::None, {where}));
    }
}

void tellOfMasters(const Job& job, const Plan& plan, std::vector<Finding>& findings)
{
    std::set<int> shown;
    for (const auto& [surface, layers] : plan.layers)
        for (const SurfaceId& layer : layers)
            shown.insert(layer.master);
    const auto isTold = [](const Finding& a, const Finding& b) {
        return a.code == b.code && a.itemId == b.itemId && a.side == b.side;
    };
    std::vector<Finding> out;
    for (Finding& f : findings) {
        const Master* master = f.surface ? job.findMaster(f.surface->master) : nullptr;
        if (master && !shown.contains(master->id))
            continue;
        if (master) {
            const bool copy = isMasterCopy(f.itemId);
            f.itemId = masterItemOf(f.itemId);
            f.surface = master->surface();
            if (copy && std::ranges::any_of(out, [&](const Finding& told) { return isTold(told, f); }))
                continue;
        }
        out.push_back(std::move(f));
    }
    findings = std::move(out);
}

} // namespace hinge
