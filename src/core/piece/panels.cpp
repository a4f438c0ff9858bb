// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/piece/panels.h"

#include "core/piece/flat_paper.h"

#include <algorithm>

namespace hinge
{

Rect trimOf(const Paper& paper) { return {Length(), Length(), paper.flat.w, paper.flat.h}; }

Rect bleedOf(const Paper& paper, Face face)
{
    const auto bleed = [&](ItemSide s) { return paper.bleeds[std::size_t(outsideSide(paper, face, s))]; };
    return Rect::fromEdges(-bleed(ItemSide::Left), -bleed(ItemSide::Top), paper.flat.w + bleed(ItemSide::Right),
                           paper.flat.h + bleed(ItemSide::Bottom));
}

std::size_t Paper::panelIndex(Face f, int column, int row) const
{
    const int across = f == Face::Inside && !tumbled ? columns() - 1 - column : column;
    const int down = f == Face::Inside && tumbled ? rows() - 1 - row : row;
    return std::size_t(down * columns() + across);
}

Length Panel::margin(ItemSide s) const { return marginTo(safeArea, s); }

Length Panel::marginTo(const Rect& inner, ItemSide s) const
{
    switch (s) {
    case ItemSide::Left: return inner.x - area.x;
    case ItemSide::Top: return inner.y - area.y;
    case ItemSide::Right: return area.right() - inner.right();
    case ItemSide::Bottom: return area.bottom() - inner.bottom();
    }
    return {};
}

int Paper::front() const
{
    const auto& outside = face(Face::Outside);
    const auto it = std::ranges::find(outside, Role::FrontCover, &Panel::role);
    return it == outside.end() ? 0 : it->position;
}

const Panel& Paper::behind(const Panel& panel) const { return panelOn(otherFace(panel.face), panel.column, panel.row); }

Point Paper::through(Point p) const { return tumbled ? Point{p.x, flat.h - p.y} : Point{flat.w - p.x, p.y}; }

Rect Paper::through(const Rect& r) const
{
    return tumbled ? Rect{r.x, flat.h - r.bottom(), r.w, r.h} : Rect{flat.w - r.right(), r.y, r.w, r.h};
}

} // namespace hinge
