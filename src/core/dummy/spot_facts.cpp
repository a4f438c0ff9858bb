// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/dummy/spot_facts.h"

#include <algorithm>

namespace hinge
{
namespace
{

ReadingStop::Seen panelSeen(const Panel& panel) { return {SurfaceId(panel.face), panel.position, 0}; }

/// What touches a face of a panel in the closed pile.
std::optional<ReadingStop::Seen> touching(const Paper& paper, const Panel& panel)
{
    const FoldedSheet& pile = paper.closed;
    if (pile.cells().empty() || paper.spineColumn > 0)
        return std::nullopt;
    const Cell& own = pile.cell(panel.column, panel.row);
    const bool looksUp = own.outsideUp() == (panel.face == Face::Outside);
    const Cell* next = nullptr;
    for (const Cell& other : pile.cells()) {
        const bool beyond = looksUp ? other.layer > own.layer : other.layer < own.layer;
        if (!beyond || !other.place.overlaps(own.place))
            continue;
        if (!next || (looksUp ? other.layer < next->layer : other.layer > next->layer))
            next = &other;
    }
    if (!next)
        return std::nullopt;
    // The other one shows the face that looks back.
    const Face face = next->outsideUp() == looksUp ? Face::Inside : Face::Outside;
    return panelSeen(paper.panelOn(face, next->column, next->row));
}

/// What is seen beside a page, or a half of a cover.
std::optional<ReadingStop::Seen> besides(const Dummy& dummy, const ReadingStop::Seen& seen)
{
    for (const ReadingStop& stop : dummy.readingStops())
        if (stop.seen.size() == 2)
            for (const std::size_t i : {std::size_t(0), std::size_t(1)})
                if (stop.seen[i] == seen)
                    return stop.seen[1 - i];
    return std::nullopt;
}

/// The other side of the same leaf: the one that is read a stop before, or after.
std::optional<ReadingStop::Seen> behindPage(const Dummy& dummy, const ReadingStop::Seen& seen)
{
    const auto& stops = dummy.readingStops();
    for (std::size_t i = 0; i + 1 < stops.size(); ++i) {
        // The leaf that is turned here has its front last in this stop, and its back first in the next.
        if (stops[i].seen.back() == seen)
            return stops[i + 1].seen.front();
        if (stops[i + 1].seen.front() == seen)
            return stops[i].seen.back();
    }
    return std::nullopt;
}

} // namespace

SpotFacts spotFacts(const Plan& plan, const Dummy& dummy, const ReadingStop::Seen& seen)
{
    SpotFacts facts{seen, {}, {}, {}, {}};
    if (dummy.isBound()) {
        facts.behind = behindPage(dummy, seen);
        facts.facing = besides(dummy, seen);
    }
    const bool isPage = seen.page > 0;
    if (!isPage && seen.surface) {
        const auto& panels = plan.paper.face(seen.surface->face);
        const Panel& panel = panels[std::size_t(std::clamp(seen.panel, 0, int(panels.size()) - 1))];
        facts.edges = panel.edges;
        if (!dummy.isBound()) {
            facts.behind = panelSeen(plan.paper.behind(panel));
            facts.facing = touching(plan.paper, panel);
        }
        return facts;
    }
    if (!plan.book || !plan.textPages || !isPage)
        return facts;
    const auto index = std::size_t(seen.page - 1);
    const Hand hand = index < plan.pages.size() ? plan.pages[index].hand : Hand::Right;
    facts.edges = (*plan.textPages)[std::size_t(hand)].face(Face::Outside).front().edges;
    for (std::size_t s = 0; s < plan.book->sheets.size(); ++s) {
        const BookSheet& sheet = plan.book->sheets[s];
        for (const int side : {0, 1})
            for (int row = 0; row < sheet.rows; ++row)
                for (int column = 0; column < sheet.columns; ++column)
                    if (const BookSheet::Spot& spot = sheet.at(side, column, row); spot.page == seen.page)
                        facts.sheet = {int(s), side == 0, column, row, spot.headDown};
    }
    return facts;
}

} // namespace hinge
