// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/edit/guides.h"

#include "core/edit/arrange.h"

#include <algorithm>

namespace hinge
{
namespace
{

bool isOf(const Guide& guide, int panel, bool upright) { return guide.panel == panel && guide.upright == upright; }

std::vector<Length> placesOf(const SurfaceContent& content, int panel, bool upright)
{
    std::vector<Length> out;
    for (const Guide& guide : content.guides)
        if (isOf(guide, panel, upright))
            out.push_back(guide.at);
    std::ranges::sort(out);
    return out;
}

void addGuide(SurfaceContent& content, int panel, bool upright, Length at)
{
    const std::vector<Length> there = placesOf(content, panel, upright);
    if (std::ranges::find(there, at) == there.end())
        content.guides.push_back({freshGuideNumber(content), panel, upright, at});
}

Result<std::vector<Length>> placesFrom(const QString& text, const Panel& panel, bool upright, Unit unit)
{
    const Length most = upright ? panel.area.w : panel.area.h;
    std::vector<Length> out;
    for (const QString& part : text.split(u',', Qt::SkipEmptyParts)) {
        if (part.trimmed().isEmpty())
            continue;
        const auto at = parseLength(part, unit);
        if (!at)
            return tl::unexpected(at.error());
        if (*at < Length() || *at > most)
            return problem({}, QStringLiteral("A guide at %1 would lie beyond the panel, which ends at %2.")
                                   .arg(formatLength(*at, unit), formatLength(most, unit)));
        out.push_back(*at);
    }
    std::ranges::sort(out);
    out.erase(std::ranges::unique(out).begin(), out.end());
    return out;
}

} // namespace

QString guidesText(const Job& job, const SurfaceId& surface, int panel, bool upright)
{
    QStringList out;
    for (const Length at : placesOf(job.on(surface), panel, upright))
        out << formatLength(at, job.unit);
    return out.join(QStringLiteral(", "));
}

Result<void> setGuides(Job& job, const Plan& plan, const SurfaceId& surface, int panel, bool upright,
                       const QString& text)
{
    auto wanted = placesFrom(text, plan.panelsOf(surface)[std::size_t(panel)], upright, job.unit);
    if (!wanted)
        return tl::unexpected(wanted.error());
    // Those that stand where one is wanted stay; the others go to what is left, from the first to the last.
    std::vector<std::pair<Length, int>> moving;
    for (const Guide& guide : job.on(surface).guides)
        if (isOf(guide, panel, upright) && std::erase(*wanted, guide.at) == 0)
            moving.emplace_back(guide.at, guide.number);
    std::ranges::sort(moving);
    for (std::size_t i = 0; i < moving.size(); ++i) {
        if (i >= wanted->size()) {
            removeGuide(job, plan, surface, moving[i].second);
            continue;
        }
        auto& guides = job.edit(surface).guides;
        std::ranges::find(guides, moving[i].second, &Guide::number)->at = (*wanted)[i];
    }
    for (std::size_t i = moving.size(); i < wanted->size(); ++i)
        addGuide(job.edit(surface), panel, upright, (*wanted)[i]);
    return {};
}

void repeatGuides(Job& job, const Plan& plan, const SurfaceId& surface, int panel)
{
    for (const bool upright : {true, false})
        for (const Length at : placesOf(job.on(surface), panel, upright))
            for (const Panel& other : plan.panelsOf(surface))
                if (other.position != panel && at <= (upright ? other.area.w : other.area.h))
                    addGuide(job.edit(surface), other.position, upright, at);
}

void mirrorGuides(Job& job, const Plan& plan, Face face, int panel)
{
    const Panel& here = plan.panelsOf(face)[std::size_t(panel)];
    const Panel& behind = plan.paper.behind(here);
    for (const bool upright : {true, false})
        for (const Length at : placesOf(job.on(face), panel, upright)) {
            // Where the paper is turned about its head it is the level ones that change their place.
            const Point seen = plan.paper.through(Point{here.area.x + at, here.area.y + at});
            addGuide(job.edit(otherFace(face)), behind.position, upright,
                     upright ? seen.x - behind.area.x : seen.y - behind.area.y);
        }
}

} // namespace hinge
