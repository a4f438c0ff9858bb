// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/piece/flat_paper.h"

#include "core/piece/reading.h"

#include <algorithm>
#include <numeric>
#include <tuple>

namespace hinge
{
ItemSide outsideSide(const Paper& paper, Face face, ItemSide side)
{
    if (face == Face::Outside || isHorizontal(side) == paper.tumbled)
        return side;
    switch (side) {
    case ItemSide::Left: return ItemSide::Right;
    case ItemSide::Right: return ItemSide::Left;
    case ItemSide::Top: return ItemSide::Bottom;
    case ItemSide::Bottom: return ItemSide::Top;
    }
    return side;
}

Length sumTo(const std::vector<Length>& lengths, int count)
{
    return std::accumulate(lengths.begin(), lengths.begin() + count, Length());
}

void layOnInside(const Paper& paper, FoldLine& line)
{
    const bool vertical = line.axis == Axis::Vertical;
    const Length across = vertical ? paper.flat.w : paper.flat.h;
    const Length along = vertical ? paper.flat.h : paper.flat.w;
    const bool acrossTurned = vertical != paper.tumbled;
    line.at[1] = acrossTurned ? across - line.at[0] : line.at[0];
    line.from[1] = acrossTurned ? line.from[0] : along - line.to[0];
    line.to[1] = acrossTurned ? line.to[0] : along - line.from[0];
}

namespace
{

Length inset(EdgeFate fate, const Job& job, Face face)
{
    switch (fate) {
    case EdgeFate::Knife:
    case EdgeFate::Shared: return job.zones.safe;
    case EdgeFate::Folded:
        // The fold of a booklet is its spine, into which its pages curve; the outside of the cover lies plain.
        return rulesOf(job.kind).form == FlatForm::OuterSheet && face == Face::Inside
                   ? std::max(job.zones.foldClearance, job.pages.bindingClearance)
                   : job.zones.foldClearance;
    case EdgeFate::Torn: return job.zones.foldClearance;
    case EdgeFate::Bound:
    case EdgeFate::Milled: return std::max(job.zones.safe, job.pages.bindingClearance);
    }
    return {};
}

ColumnGrid gridOf(const SurfaceContent& content, int position)
{
    const auto it = std::ranges::find(content.columns, position, &ColumnGrid::panel);
    return it == content.columns.end() ? ColumnGrid{} : *it;
}

std::vector<Rect> rowsOf(const Rect& safe, const ColumnGrid& grid)
{
    std::vector<Rect> rows;
    Length y = safe.y;
    for (const Length h : share(safe.h - grid.rowGutter * (grid.rows - 1), grid.rows)) {
        rows.push_back({safe.x, y, safe.w, h});
        y += h + grid.rowGutter;
    }
    return rows;
}

std::vector<Rect> columnsOf(const Rect& safe, const ColumnGrid& grid)
{
    const Length free = safe.w - grid.gutter * (grid.columns - 1);
    std::vector<Rect> columns;
    Length x = safe.x;
    for (const Length w : share(free, grid.columns)) {
        columns.push_back({x, safe.y, w, safe.h});
        x += w + grid.gutter;
    }
    return columns;
}

/// True for the edge of a panel that lies at the spine of a cover.
bool isBesideSpine(const FlatShape& flat, int column, ItemSide outside)
{
    return flat.spineColumn >= 0 && ((column == flat.spineColumn - 1 && outside == ItemSide::Right) ||
                                     (column == flat.spineColumn + 1 && outside == ItemSide::Left));
}

Length sum(const std::vector<Length>& lengths) { return std::accumulate(lengths.begin(), lengths.end(), Length()); }

/// Bleed beyond the trim of an outer edge of the flat, as the outside face is seen.
Length bleedAt(const Job& job, ItemSide side)
{
    return job.zones.edgeBleeds[std::size_t(side)].value_or(job.zones.bleed);
}

/// How far print reaches over an edge of the outside face that ends like this.
Length bleedOver(const Job& job, EdgeFate fate, ItemSide side)
{
    switch (fate) {
    case EdgeFate::Knife:
    case EdgeFate::Bound: return bleedAt(job, side);
    case EdgeFate::Milled: return job.pages.mill; // print runs into what the mill takes off
    default: return {};
    }
}

EdgeFate fateOf(const Job& job, const Paper& paper, const FlatShape& flat, int column, int row, ItemSide outside)
{
    const bool vertical = isHorizontal(outside);
    const bool far = outside == ItemSide::Right || outside == ItemSide::Bottom;
    const int index = vertical ? column : row;
    const int last = (vertical ? paper.columns() : paper.rows()) - 1;
    if (far ? index < last : index > 0) {
        const int line = far ? index + 1 : index;
        const bool folded = std::ranges::any_of(
            paper.folds, [&](const FoldLine& f) { return f.line == line && (f.axis == Axis::Vertical) == vertical; });
        return folded ? EdgeFate::Folded : flat.unfolded;
    }
    if (flat.bound == outside)
        return flat.boundAs;
    return bleedAt(job, outside) == Length() && job.zones.edgeBleeds[std::size_t(outside)] ? EdgeFate::Shared
                                                                                           : EdgeFate::Knife;
}

/// Within design margins, which never come nearer to an edge than is safe. Those that leave too little of a panel do
/// not count there: the margin of all panels on a spine, or its own after the panel was made narrower.
Rect layoutOf(const Job& job, const std::vector<PanelMargin>& margins, const Panel& panel)
{
    std::array<Length, 4> in;
    for (const ItemSide s : allSides) {
        const auto own = std::ranges::find_if(
            margins, [&](const PanelMargin& m) { return m.panel == panel.position && m.side == s; });
        in[std::size_t(s)] =
            std::max(panel.margin(s), own != margins.end() ? own->width : job.layoutMargin) - panel.margin(s);
    }
    const Rect& safe = panel.safeArea;
    if (safe.w - in[0] - in[2] < leastLayout)
        in[0] = in[2] = Length();
    if (safe.h - in[1] - in[3] < leastLayout)
        in[1] = in[3] = Length();
    return safe.without(in);
}

Panel makePanel(const Job& job, const Paper& paper, const FlatShape& flat, Face face, int column, int row)
{
    Panel panel;
    panel.face = face;
    panel.column = column;
    panel.row = row;
    const bool inside = face == Face::Inside;
    const int onFaceColumn = inside && !paper.tumbled ? paper.columns() - 1 - column : column;
    const int onFaceRow = inside && paper.tumbled ? paper.rows() - 1 - row : row;
    panel.position = onFaceRow * paper.columns() + onFaceColumn;
    Length x;
    for (int i = 0; i < column; ++i)
        x += paper.widths[std::size_t(i)];
    Length y;
    for (int i = 0; i < row; ++i)
        y += paper.heights[std::size_t(i)];
    const Rect outside{x, y, paper.widths[std::size_t(column)], paper.heights[std::size_t(row)]};
    panel.area = inside ? paper.through(outside) : outside;

    std::array<Length, 4> out;
    std::array<Length, 4> in;
    for (const ItemSide s : allSides) {
        const ItemSide o = outsideSide(paper, face, s);
        const EdgeFate fate = fateOf(job, paper, flat, column, row, o);
        panel.edges[std::size_t(s)] = fate;
        out[std::size_t(s)] = bleedOver(job, fate, o);
        const auto& margins = job.on(face).margins;
        const auto own = std::ranges::find_if(
            margins, [&](const PanelMargin& m) { return m.panel == panel.position && m.side == s; });
        const Length hinge = isBesideSpine(flat, column, o) ? job.cover.hinge : Length(); // it is folded, too
        in[std::size_t(s)] = own != margins.end() ? own->width
                             : hinge > Length()   ? hinge + job.zones.foldClearance
                             : flat.bound == o    ? std::max(job.zones.safe, job.pages.bindingClearance)
                                                  : inset(fate, job, face);
    }
    const Rect& a = panel.area;
    panel.bleedArea = Rect::fromEdges(a.x - out[0], a.y - out[1], a.right() + out[2], a.bottom() + out[3]);
    panel.safeArea = Rect::fromEdges(a.x + in[0], a.y + in[1], a.right() - in[2], a.bottom() - in[3]);
    panel.layoutArea = layoutOf(job, job.on(face).layout, panel);
    const ColumnGrid grid = gridOf(job.on(face), panel.position);
    panel.columnAreas = columnsOf(panel.layoutArea, grid);
    panel.rowAreas = rowsOf(panel.layoutArea, grid);
    for (const Guide& guide : job.on(face).guides)
        if (guide.panel == panel.position)
            panel.guides.push_back({guide.number, guide.upright, (guide.upright ? a.x : a.y) + guide.at});
    return panel;
}

/// Adds a piece of a crease, or lengthens the piece before it.
void addCrease(const Paper& paper, std::vector<FoldLine>& lines, Axis axis, const FoldEvent::Crease& crease)
{
    const bool vertical = axis == Axis::Vertical;
    const auto& along = vertical ? paper.heights : paper.widths;
    const Length from = sumTo(along, crease.cross);
    const Length to = from + along[std::size_t(crease.cross)];
    for (FoldLine& line : lines) {
        if (line.axis != axis || line.line != crease.line)
            continue;
        if (line.from[0] <= from && to <= line.to[0])
            return; // creased before: it keeps its first direction
        if (line.to[0] == from && line.valley[0] == crease.outsideValley) {
            line.to[0] = to;
            return;
        }
    }
    FoldLine line;
    line.axis = axis;
    line.line = crease.line;
    line.at[0] = sumTo(vertical ? paper.widths : paper.heights, crease.line);
    line.from[0] = from;
    line.to[0] = to;
    line.valley = {crease.outsideValley, !crease.outsideValley};
    lines.push_back(line);
}

/// Folds the flat, measures what happens at each fold, and turns the pile so that the front is up.
Result<void> close(const Job& job, const FlatShape& flat, Paper& paper)
{
    FoldedSheet sheet(paper.widths, paper.heights);
    const Length caliper = job.stock.caliper();
    std::vector<FoldLine> lines;
    for (const FoldStep& step : paper.steps) {
        const FoldEvent event = sheet.fold(step);
        const int number = int(&step - paper.steps.data()) + 1;
        if (event.tornLine > 0)
            return problem(QStringLiteral("fold.steps"),
                           QStringLiteral("Step %1 would tear the paper at line %2, which another fold holds. Take the "
                                          "folds in another order.")
                               .arg(number)
                               .arg(event.tornLine));
        if (std::ranges::none_of(event.creases, [&](const FoldEvent::Crease& k) { return k.line == step.line; }))
            return problem(
                QStringLiteral("fold.steps"),
                QStringLiteral("Step %1 folds nothing: line %2 is folded already.").arg(number).arg(step.line));
        for (const FoldEvent::Crease& crease : event.creases)
            addCrease(paper, lines, step.axis, crease);
        for (const FoldEvent::Enclosed& e : event.enclosed) {
            // Every enclosed layer and the crease itself take up one thickness of paper.
            const Length spare = e.gap - caliper * (event.layersInside + 1);
            if (!paper.closing.spare || spare < *paper.closing.spare) {
                paper.closing.spare = spare;
                paper.closing.tightestColumn = e.column;
            }
        }
    }
    for (const FoldedSheet::Meeting& m : sheet.meetings())
        if (!paper.closing.flapGap || m.gap < *paper.closing.flapGap)
            paper.closing.flapGap = m.gap;

    // The customer sees the chosen panel first: turn the pile so that its outside face is up.
    const auto inFront = [&] {
        const auto seen = sheet.seenFromAbove();
        return std::ranges::any_of(seen, [&](const Cell& c) {
            return c.outsideUp() && c.row * paper.columns() + c.column == flat.coverPanel;
        });
    };
    if (!inFront()) {
        sheet.turnOver();
        if (!inFront())
            return problem(QStringLiteral("fold.coverPanel"),
                           QStringLiteral("Panel %1 does not lie in front when the piece is folded. Choose another "
                                          "front panel or another fold.")
                               .arg(flat.coverPanel + 1));
    }
    const Rect extent = sheet.extent();
    paper.closing.size = extent.size();
    int most = 0;
    for (const Cell& a : sheet.cells())
        most = std::max(
            most, int(std::ranges::count_if(sheet.cells(), [&](const Cell& b) { return a.place.overlaps(b.place); })));
    paper.closing.thickness = caliper * most;
    Rect front;
    for (const Cell& c : sheet.seenFromAbove())
        if (c.outsideUp())
            front = front.isEmpty() ? c.place
                                    : Rect::fromEdges(std::min(front.x, c.place.x), std::min(front.y, c.place.y),
                                                      std::max(front.right(), c.place.right()),
                                                      std::max(front.bottom(), c.place.bottom()));
    const Length step = paper.narrowing.why == Narrowed::Step ? paper.narrowing.allowance : Length();
    paper.closing.protrusion = std::max({front.x - extent.x - step, extent.right() - front.right() - step,
                                         front.y - extent.y - step, extent.bottom() - front.bottom() - step, Length()});
    paper.closed = sheet;
    paper.tumbled = insideIsTumbled(sheet);

    for (FoldLine& line : lines)
        layOnInside(paper, line);
    std::ranges::sort(lines, [](const FoldLine& a, const FoldLine& b) {
        return std::tuple(a.axis, a.line, a.from[0]) < std::tuple(b.axis, b.line, b.from[0]);
    });
    paper.folds = std::move(lines);
    return {};
}

} // namespace

namespace
{

/// What an office printer leaves white about a piece that is printed to size.
void keepPrinterEdgeClear(const Job& job, Paper& paper)
{
    const Length edge = job.press.margin;
    if (edge <= Length())
        return;
    const Length w = paper.flat.w;
    const Length h = paper.flat.h;
    for (const Face face : bothFaces)
        for (const Rect& strip : {Rect{{}, {}, w, edge}, Rect{{}, h - edge, w, edge},
                                  Rect{{}, edge, edge, h - edge * 2}, Rect{w - edge, edge, edge, h - edge * 2}})
            paper.keepClear.push_back({face, strip, QStringLiteral("printer's edge"),
                                       QStringLiteral("The printer leaves its edge white: what stands here is lost.")});
}

} // namespace

Result<Paper> makePaper(const Job& job, FlatShape flat, Narrowing narrower)
{
    Paper paper;
    paper.widths = std::move(flat.widths);
    paper.heights = std::move(flat.heights);
    paper.flat = {sum(paper.widths), sum(paper.heights)};
    paper.steps = flat.steps;
    paper.narrowing = std::move(narrower);
    const bool toSize = printsToSize(job, paper.flat);
    for (const ItemSide s : allSides)
        paper.bleeds[std::size_t(s)] = toSize            ? Length()
                                       : flat.bound == s ? bleedOver(job, flat.boundAs, s)
                                                         : bleedAt(job, s);
    if (auto closed = close(job, flat, paper); !closed)
        return tl::unexpected(closed.error());
    for (const Face face : bothFaces) {
        auto& panels = paper.panels[std::size_t(face)];
        for (int row = 0; row < paper.rows(); ++row)
            for (int column = 0; column < paper.columns(); ++column)
                panels.push_back(makePanel(job, paper, flat, face, column, row));
        std::ranges::sort(panels, {}, &Panel::position);
    }
    assignReading(paper);
    if (toSize)
        keepPrinterEdgeClear(job, paper);
    // Gate flaps enclose nothing: what they have to spare is the gap between them.
    if (paper.narrowing.why == Narrowed::GateFlaps)
        paper.closing.spare.reset();
    return paper;
}

} // namespace hinge
