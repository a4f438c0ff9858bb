// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/tint_checks.h"

#include "core/job/master_copies.h"
#include "core/job/plates.h"
#include "core/plan/finding_parts.h"

#include <algorithm>

namespace hinge
{
namespace
{

/// What differs less from its paper is not seen (see `colourDifference`).
constexpr double leastDifference = 2;
/// Paper that sends back less than this is dark: inks let it through. Our own limit; craft papers lie above it, black
/// and deep blue ones below.
constexpr double darkPaper = 0.35;

void checkLostInks(const Job& job, const SurfaceId& surface, const LightOfInk& light, std::vector<Finding>& out)
{
    const Stock& stock = stockOf(job, surface);
    const Light paper = lightOfScreen(stock.tint);
    for (const Item& item : job.on(surface).items) {
        if (item.kind != ItemKind::Shape || isMasterCopy(item.id))
            continue;
        for (const auto& [name, strength] : inksOf(job, item)) {
            const Ink* ink = job.findInk(name);
            // What is bare is meant to show the paper.
            if (!ink || ink->cmyk.total() == 0)
                continue;
            if (colourDifference(light(ink->cmyk, strength).through(paper), paper) >= leastDifference)
                continue;
            out.push_back(foundAt(
                "ink.lost", Severity::Warn, job, surface, item, QStringLiteral("%1 hardly shows on this paper, %2"),
                QStringLiteral("%1 % of %2 looks like the paper itself (%3). Take more of the ink, or "
                               "another one.")
                    .arg(percentText(strength), name, tintName(stock.tint))));
            break;
        }
    }
}

} // namespace

std::vector<Finding> checkTints(const Job& job, const Plan& plan, const LightOfInk& light)
{
    std::vector<Finding> out;
    std::vector<Component> told;
    for (const auto& [surface, content] : job.surfaces) {
        checkLostInks(job, surface, light, out);
        const Stock& stock = stockOf(job, surface);
        if (lightOfScreen(stock.tint).luminance() >= darkPaper || std::ranges::count(told, surface.component) > 0)
            continue;
        const QList<LinkedFile> files = plan.filesOn(job, surface);
        if (files.isEmpty())
            continue;
        told.push_back(surface.component);
        Finding f = found(
            "ink.darkPaper", Severity::Warn,
            QStringLiteral("Pictures go under on paper as dark as %1, %2").arg(stock.name, surfaceName(surface, job)),
            QStringLiteral("Inks let the paper (%1) through: nothing can be lighter than it is. Print "
                           "white below them, or take lighter paper.")
                .arg(tintName(stock.tint)));
        f.surface = surface;
        out.push_back(f);
    }
    return out;
}

double symbolContrast(const Stock& stock, const Ink& ink, Percent strength)
{
    // Red light meets cyan and black; magenta and yellow are white to it.
    const double taken = std::min(100.0, (ink.cmyk.k + ink.cmyk.c).value()) * strength.share();
    return taken * lightOfScreen(stock.tint).red;
}

} // namespace hinge
