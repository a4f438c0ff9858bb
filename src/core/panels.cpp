// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/panels.h"

#include "core/reading.h"

#include <algorithm>

namespace hinge {
namespace {

Length inset(EdgeFate fate, const Zones& zones)
{
    switch (fate) {
    case EdgeFate::Knife: return zones.safe;
    case EdgeFate::Folded: return zones.foldClearance;
    case EdgeFate::Shared: return zones.safe;
    }
    return {};
}

Length outset(EdgeFate fate, const Zones& zones) { return fate == EdgeFate::Knife ? zones.bleed : Length(); }

std::vector<Rect> columnsOf(const Rect& safe, const FaceContent& content, int position)
{
    const auto it = std::ranges::find(content.columns, position, &ColumnGrid::panel);
    const ColumnGrid grid = it == content.columns.end() ? ColumnGrid{} : *it;
    const Length free = safe.w - grid.gutter * (grid.columns - 1);
    std::vector<Rect> columns;
    Length x = safe.x;
    for (const Length w : share(free, grid.columns)) {
        columns.push_back({x, safe.y, w, safe.h});
        x += w + grid.gutter;
    }
    return columns;
}

Panel makePanel(const Job& job, Face face, int position, int count, const Rect& area)
{
    Panel panel;
    panel.face = face;
    panel.position = position;
    panel.column = face == Face::Outside ? position : count - 1 - position;
    panel.area = area;
    // Along the strip an edge is either an end of the paper, which is cut, or a fold.
    if (position > 0)
        panel.edges[std::size_t(ItemSide::Left)] = EdgeFate::Folded;
    if (position < count - 1)
        panel.edges[std::size_t(ItemSide::Right)] = EdgeFate::Folded;
    const auto edge = [&](ItemSide s, auto amount) { return amount(panel.edge(s), job.zones); };
    const auto frame = [&](auto amount, int sign) {
        return Rect::fromEdges(area.x + edge(ItemSide::Left, amount) * sign, area.y + edge(ItemSide::Top, amount) * sign,
                               area.right() - edge(ItemSide::Right, amount) * sign,
                               area.bottom() - edge(ItemSide::Bottom, amount) * sign);
    };
    panel.bleedArea = frame(outset, -1);
    panel.safeArea = frame(inset, 1);
    panel.columnAreas = columnsOf(panel.safeArea, job.face(face), position);
    return panel;
}

} // namespace

Rect trimOf(const Job& job) { return {Length(), Length(), job.flat.w, job.flat.h}; }
Rect bleedOf(const Job& job) { return trimOf(job).grown(job.zones.bleed); }

const Panel& Paper::behind(const Panel& panel) const
{
    const auto& other = face(otherFace(panel.face));
    return other[other.size() - 1 - std::size_t(panel.position)];
}

Result<Paper> foldPaper(const Job& job)
{
    Paper paper;
    paper.tuckAllowance = job.fold.tuckAllowance.value_or(job.stock.tuckAllowance());
    paper.steps = foldSteps(job.fold);
    paper.tuckCounts = tuckCounts(job.fold.panels, paper.steps);
    auto widths = panelWidths(job.fold, job.flat.w, paper.tuckAllowance);
    if (!widths)
        return tl::unexpected(widths.error());
    paper.widths = std::move(*widths);

    const int count = job.fold.panels;
    for (const Face face : bothFaces) {
        Length x;
        for (int position = 0; position < count; ++position) {
            const int column = face == Face::Outside ? position : count - 1 - position;
            const Length w = paper.widths[std::size_t(column)];
            paper.panels[std::size_t(face)].push_back(makePanel(job, face, position, count, {x, Length(), w, job.flat.h}));
            x += w;
        }
    }

    FoldedSheet sheet(paper.widths, {job.flat.h});
    const Length caliper = job.stock.caliper();
    for (const FoldStep& step : paper.steps) {
        const FoldEvent event = sheet.fold(step);
        FoldLine line{step.line, {}, {event.outsideValley, !event.outsideValley}};
        for (int i = 0; i < step.line; ++i)
            line.x[0] += paper.widths[std::size_t(i)];
        line.x[1] = job.flat.w - line.x[0];
        paper.folds.push_back(line);
        for (const FoldEvent::Enclosed& e : event.enclosed) {
            // Every enclosed layer and the crease itself take up one thickness of paper.
            const Length spare = e.gap - caliper * (event.layersInside + 1);
            if (!paper.closing.spare || spare < *paper.closing.spare) {
                paper.closing.spare = spare;
                paper.closing.tightestColumn = e.column;
            }
        }
    }
    std::ranges::sort(paper.folds, {}, &FoldLine::line);

    // The customer sees the chosen panel first: turn the pile so that its outside face is up.
    const int cover = job.fold.coverPanel;
    if (!(sheet.top().column == cover && sheet.top().outsideUp())) {
        if (!(sheet.bottom().column == cover && !sheet.bottom().outsideUp()))
            return problem(QStringLiteral("fold.coverPanel"),
                           QStringLiteral("Panel %1 does not lie in front when the piece is folded; panel %2 and panel %3 do. "
                                          "Choose another front panel or another fold.")
                               .arg(cover + 1).arg(sheet.top().column + 1).arg(sheet.bottom().column + 1));
        sheet.turnOver();
    }
    const Rect extent = sheet.extent();
    const Rect coverArea = sheet.top().place;
    paper.closing.size = extent.size();
    paper.closing.protrusion = std::max({coverArea.x - extent.x, extent.right() - coverArea.right(), Length()});
    paper.closed = sheet;
    assignReading(paper);
    return paper;
}

} // namespace hinge
