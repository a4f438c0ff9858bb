// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/piece/panels.h"

#include "core/piece/binding.h"
#include "core/piece/reading.h"
#include "core/units/ranges.h"

#include <algorithm>
#include <numeric>
#include <tuple>

namespace hinge {
namespace {

Length inset(EdgeFate fate, const Job& job, Face face)
{
    switch (fate) {
    case EdgeFate::Knife:
    case EdgeFate::Shared: return job.zones.safe;
    case EdgeFate::Folded:
        // The fold of a booklet is its spine, into which its pages curve; the outside of the cover lies plain.
        return job.kind == PieceKind::Booklet && face == Face::Inside ? std::max(job.zones.foldClearance, job.pages.bindingClearance) : job.zones.foldClearance;
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

/// What the flat is made of before anything is folded.
struct Flat {
    std::vector<Length> widths;
    std::vector<Length> heights;
    std::vector<FoldStep> steps;
    int coverPanel = 0;
    /// What the line between two columns is, where it is not folded by a step.
    EdgeFate unfolded = EdgeFate::Folded;
    /// The edge of the outside face at the spine, and what is done to it there.
    std::optional<ItemSide> bound{};
    EdgeFate boundAs = EdgeFate::Bound;
    /// The spine of a cover; its neighbours bend at the hinge scores beside it. -1 for none.
    int spineColumn = -1;
};

/// True for the edge of a panel that lies at the spine of a cover.
bool isBesideSpine(const Flat& flat, int column, ItemSide outside)
{
    return flat.spineColumn >= 0 && ((column == flat.spineColumn - 1 && outside == ItemSide::Right) || (column == flat.spineColumn + 1 && outside == ItemSide::Left));
}

Length sum(const std::vector<Length>& lengths) { return std::accumulate(lengths.begin(), lengths.end(), Length()); }

/// Bleed beyond the trim of an outer edge of the flat, as the outside face is seen.
Length bleedAt(const Job& job, ItemSide side) { return job.zones.edgeBleeds[std::size_t(side)].value_or(job.zones.bleed); }

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

/// The side of the outside face that lies behind this side of a face.
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

EdgeFate fateOf(const Job& job, const Paper& paper, const Flat& flat, int column, int row, ItemSide outside)
{
    const bool vertical = isHorizontal(outside);
    const bool far = outside == ItemSide::Right || outside == ItemSide::Bottom;
    const int index = vertical ? column : row;
    const int last = (vertical ? paper.columns() : paper.rows()) - 1;
    if (far ? index < last : index > 0) {
        const int line = far ? index + 1 : index;
        const bool folded = std::ranges::any_of(paper.folds, [&](const FoldLine& f) { return f.line == line && (f.axis == Axis::Vertical) == vertical; });
        return folded ? EdgeFate::Folded : flat.unfolded;
    }
    if (flat.bound == outside)
        return flat.boundAs;
    return bleedAt(job, outside) == Length() && job.zones.edgeBleeds[std::size_t(outside)] ? EdgeFate::Shared : EdgeFate::Knife;
}

Panel makePanel(const Job& job, const Paper& paper, const Flat& flat, Face face, int column, int row)
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
        const auto own = std::ranges::find_if(margins, [&](const PanelMargin& m) { return m.panel == panel.position && m.side == s; });
        const Length hinge = isBesideSpine(flat, column, o) ? job.cover.hinge : Length(); // it is folded, too
        in[std::size_t(s)] = own != margins.end() ? own->width : hinge > Length() ? hinge + job.zones.foldClearance : flat.bound == o ? std::max(job.zones.safe, job.pages.bindingClearance) : inset(fate, job, face);
    }
    const Rect& a = panel.area;
    panel.bleedArea = Rect::fromEdges(a.x - out[0], a.y - out[1], a.right() + out[2], a.bottom() + out[3]);
    panel.safeArea = Rect::fromEdges(a.x + in[0], a.y + in[1], a.right() - in[2], a.bottom() - in[3]);
    const ColumnGrid grid = gridOf(job.on(face), panel.position);
    panel.columnAreas = columnsOf(panel.safeArea, grid);
    panel.rowAreas = rowsOf(panel.safeArea, grid);
    for (const Guide& guide : job.on(face).guides)
        if (guide.panel == panel.position)
            panel.guides.push_back({guide.number, guide.upright, (guide.upright ? a.x : a.y) + guide.at});
    return panel;
}

Length sumTo(const std::vector<Length>& lengths, int count)
{
    return std::accumulate(lengths.begin(), lengths.begin() + count, Length());
}

/// Where a line lies on the inside, once it is known how the inside is turned.
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
Result<void> close(const Job& job, const Flat& flat, Paper& paper)
{
    FoldedSheet sheet(paper.widths, paper.heights);
    const Length caliper = job.stock.caliper();
    std::vector<FoldLine> lines;
    for (const FoldStep& step : paper.steps) {
        const FoldEvent event = sheet.fold(step);
        const int number = int(&step - paper.steps.data()) + 1;
        if (event.tornLine > 0)
            return problem(QStringLiteral("fold.steps"),
                           QStringLiteral("Step %1 would tear the paper at line %2, which another fold holds. Take the folds in another order.")
                               .arg(number).arg(event.tornLine));
        if (std::ranges::none_of(event.creases, [&](const FoldEvent::Crease& k) { return k.line == step.line; }))
            return problem(QStringLiteral("fold.steps"), QStringLiteral("Step %1 folds nothing: line %2 is folded already.").arg(number).arg(step.line));
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
        return std::ranges::any_of(seen, [&](const Cell& c) { return c.outsideUp() && c.row * paper.columns() + c.column == flat.coverPanel; });
    };
    if (!inFront()) {
        sheet.turnOver();
        if (!inFront())
            return problem(QStringLiteral("fold.coverPanel"),
                           QStringLiteral("Panel %1 does not lie in front when the piece is folded. Choose another front panel or another fold.")
                               .arg(flat.coverPanel + 1));
    }
    const Rect extent = sheet.extent();
    paper.closing.size = extent.size();
    int most = 0;
    for (const Cell& a : sheet.cells())
        most = std::max(most, int(std::ranges::count_if(sheet.cells(), [&](const Cell& b) { return a.place.overlaps(b.place); })));
    paper.closing.thickness = caliper * most;
    Rect front;
    for (const Cell& c : sheet.seenFromAbove())
        if (c.outsideUp())
            front = front.isEmpty() ? c.place
                                    : Rect::fromEdges(std::min(front.x, c.place.x), std::min(front.y, c.place.y),
                                                      std::max(front.right(), c.place.right()), std::max(front.bottom(), c.place.bottom()));
    const Length step = paper.narrowing.why == Narrowed::Step ? paper.narrowing.allowance : Length();
    paper.closing.protrusion = std::max({front.x - extent.x - step, extent.right() - front.right() - step,
                                         front.y - extent.y - step, extent.bottom() - front.bottom() - step, Length()});
    paper.closed = sheet;
    paper.tumbled = insideIsTumbled(sheet);

    for (FoldLine& line : lines)
        layOnInside(paper, line);
    std::ranges::sort(lines, [](const FoldLine& a, const FoldLine& b) { return std::tuple(a.axis, a.line, a.from[0]) < std::tuple(b.axis, b.line, b.from[0]); });
    paper.folds = std::move(lines);
    return {};
}

Result<Paper> makePaper(const Job& job, Flat flat, Narrowing narrower = {})
{
    Paper paper;
    paper.widths = std::move(flat.widths);
    paper.heights = std::move(flat.heights);
    paper.flat = {sum(paper.widths), sum(paper.heights)};
    paper.steps = flat.steps;
    paper.narrowing = std::move(narrower);
    for (const ItemSide s : allSides)
        paper.bleeds[std::size_t(s)] = flat.bound == s ? bleedOver(job, flat.boundAs, s) : bleedAt(job, s);
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
    // Gate flaps enclose nothing: what they have to spare is the gap between them.
    if (paper.narrowing.why == Narrowed::GateFlaps)
        paper.closing.spare.reset();
    return paper;
}

Result<Paper> foldedPaper(const Job& job, const Fold& fold, Size size)
{
    auto grid = foldGrid(fold);
    if (!grid)
        return tl::unexpected(grid.error());
    Narrowing narrower = narrowing(fold, *grid, job.stock);
    auto widths = panelWidths(fold, *grid, narrower, size.w);
    if (!widths)
        return tl::unexpected(widths.error());
    auto heights = panelHeights(*grid, narrower, size.h);
    if (!heights)
        return tl::unexpected(heights.error());
    return makePaper(job, {*widths, *heights, grid->steps, fold.coverPanel}, std::move(narrower));
}

/// A cover that wraps about a block: flap, back, spine, front, flap. The spine is not folded onto anything, so the
/// pile knows nothing of it; front and back are told by where they stand.
Result<Paper> coverPaper(const Job& job)
{
    const Length spine = spineOf(job);
    if (auto sound = checkLength(QStringLiteral("cover.spine"), QStringLiteral("The spine"), spine, Length::micrometres(1), Length::mm(200)); !sound)
        return tl::unexpected(sound.error());
    const Length flap = job.cover.flap;
    Flat flat;
    flat.widths = {job.page.w, spine, job.page.w};
    int spineColumn = 1;
    if (flap > Length()) {
        flat.widths.insert(flat.widths.begin(), flap);
        flat.widths.push_back(flap);
        spineColumn = 2;
        flat.steps = {{Axis::Vertical, 1, LineSide::Before, FoldWay::Under}, {Axis::Vertical, 4, LineSide::After, FoldWay::Under}};
    }
    flat.heights = {job.page.h};
    flat.spineColumn = spineColumn;
    const int front = job.rightToLeft ? spineColumn - 1 : spineColumn + 1;
    flat.coverPanel = front;
    auto made = makePaper(job, flat);
    if (!made)
        return made;
    Paper& paper = *made;
    paper.spineColumn = spineColumn;
    paper.closing = {};
    paper.closing.size = job.page;
    paper.closing.thickness = spine;
    const Length spineX = sumTo(paper.widths, spineColumn);
    const auto addLine = [&](LineWork work, Length x, int line) {
        FoldLine l;
        l.work = work;
        l.line = line;
        l.at[0] = x;
        l.to[0] = paper.flat.h;
        layOnInside(paper, l);
        l.valley = {false, work == LineWork::Fold};
        paper.folds.push_back(l);
    };
    addLine(LineWork::Fold, spineX, spineColumn);
    addLine(LineWork::Fold, spineX + spine, spineColumn + 1);
    if (job.cover.hinge > Length()) {
        addLine(LineWork::Score, spineX - job.cover.hinge, 0);
        addLine(LineWork::Score, spineX + spine + job.cover.hinge, 0);
    }
    std::ranges::sort(paper.folds, {}, [](const FoldLine& l) { return l.at[0]; });
    // What a reader meets: the front, its flap, then the inside from front to back, and the back last.
    const int columns = paper.columns();
    const int direction = job.rightToLeft ? -1 : 1;
    int next = 1;
    const auto tell = [&](Face face, int column, Role role, const QString& name) {
        auto& panel = paper.panelOn(face, column, 0);
        panel.role = role;
        panel.roleName = name;
        panel.readingNumber = next++;
        panel.headDown = false;
    };
    const int back = spineColumn - direction;
    const int frontFlap = front + direction;
    const int backFlap = back - direction;
    const bool flaps = columns == 5;
    tell(Face::Outside, front, Role::FrontCover, QStringLiteral("front cover"));
    tell(Face::Outside, spineColumn, Role::Spine, QStringLiteral("spine"));
    if (flaps)
        tell(Face::Outside, frontFlap, Role::CoverFlap, QStringLiteral("front flap"));
    tell(Face::Inside, front, Role::Inside, QStringLiteral("inside front"));
    if (flaps)
        tell(Face::Inside, frontFlap, Role::Inside, QStringLiteral("inside front flap"));
    tell(Face::Inside, spineColumn, Role::Inside, QStringLiteral("inside spine"));
    if (flaps)
        tell(Face::Inside, backFlap, Role::Inside, QStringLiteral("inside back flap"));
    tell(Face::Inside, back, Role::Inside, QStringLiteral("inside back"));
    if (flaps)
        tell(Face::Outside, backFlap, Role::CoverFlap, QStringLiteral("back flap"));
    tell(Face::Outside, back, Role::BackCover, QStringLiteral("back cover"));

    // The block is glued to the spine and a little way up the cover on both sides of it.
    if (job.kind == PieceKind::Book || job.kind == PieceKind::Cover) {
        const Length side = job.cover.sideGlue;
        const Rect glue = Rect{spineX - side, Length(), spine + side * 2, paper.flat.h};
        paper.keepClear.push_back({Face::Inside, paper.through(glue), QStringLiteral("glue"),
                                   QStringLiteral("Glue does not hold on ink or varnish."), true});
    }
    return made;
}

Result<Paper> leafPaper(const Job& job)
{
    const Leaf& leaf = job.leaf;
    Flat flat;
    flat.heights = {job.flat.h};
    flat.unfolded = EdgeFate::Torn;
    flat.widths = {job.flat.w};
    if (leaf.stub > Length())
        flat.widths = {job.flat.w - leaf.stub, leaf.stub};
    auto made = makePaper(job, flat);
    if (!made)
        return made;
    Paper& paper = *made;
    int number = 1;
    for (const Face face : bothFaces) {
        for (int column = 0; column < paper.columns(); ++column) {
            auto& panel = paper.panelOn(face, column, 0);
            const bool stub = column == 1;
            panel.role = stub ? Role::Stub : face == Face::Outside ? Role::FrontCover : Role::BackCover;
            panel.roleName = face == Face::Outside ? (stub ? QStringLiteral("stub") : QStringLiteral("front"))
                                                   : (stub ? QStringLiteral("back of the stub") : QStringLiteral("back"));
            panel.readingNumber = number++;
            panel.headDown = false;
        }
    }
    if (leaf.stub > Length()) {
        FoldLine line;
        line.work = LineWork::Perforation;
        line.at[0] = paper.widths[0];
        line.to[0] = paper.flat.h;
        layOnInside(paper, line);
        paper.folds = {line};
    }
    const auto addHoles = [&](const Rect& hole) {
        const Rect clear = hole.grown(Length::mm(3));
        for (const Face face : bothFaces)
            paper.keepClear.push_back({face, face == Face::Outside ? clear : paper.through(clear), QStringLiteral("hole"),
                                       QStringLiteral("The drill takes away what stands here."), false});
    };
    paper.holes = drillHoles(leaf, job.flat);
    for (const Rect& hole : paper.holes)
        addHoles(hole);
    paper.cornerRadius = leaf.cornerRadius;
    if (leaf.postal) {
        // Common practice: the right half of the back is the post's, its upper right corner the stamp's.
        const Size s = job.flat;
        const Length half = s.w.part(2);
        paper.keepClear.push_back({Face::Inside, {half, s.h.part(3), s.w - half, s.h - s.h.part(3)}, QStringLiteral("address"),
                                   QStringLiteral("The address is written here and read by machines."), false});
        paper.keepClear.push_back({Face::Inside, {s.w - Length::mm(40), Length(), Length::mm(40), std::min(Length::mm(40), s.h.part(3))},
                                   QStringLiteral("stamp"), QStringLiteral("The stamp and its cancelling mark stand here."), false});
    }
    return made;
}

/// The first leaf of a block of cut leaves that is bound with wire, comb or rings.
Result<Paper> boundLeafPaper(const Job& job)
{
    Flat flat;
    flat.widths = {job.page.w};
    flat.heights = {job.page.h};
    flat.bound = job.rightToLeft ? ItemSide::Right : ItemSide::Left;
    auto made = makePaper(job, flat);
    if (!made)
        return made;
    Paper& paper = *made;
    auto& front = paper.panels[0].front();
    auto& behind = paper.panels[1].front();
    front.role = Role::FrontCover;
    front.roleName = QStringLiteral("front cover");
    front.readingNumber = 1;
    behind.role = Role::Inside;
    behind.roleName = QStringLiteral("inside front");
    behind.readingNumber = 2;
    paper.closing.thickness = blockThickness(job);
    return made;
}

} // namespace

QString handName(Hand hand) { return hand == Hand::Left ? QStringLiteral("left-hand page") : QStringLiteral("right-hand page"); }

Result<Paper> textPage(const Job& job, Hand hand)
{
    // What stands on the cover's panels is no business of the text.
    Job page = job;
    page.surfaces = {};
    Flat flat;
    flat.widths = {job.page.w};
    flat.heights = {job.page.h};
    flat.bound = hand == Hand::Left ? ItemSide::Right : ItemSide::Left;
    flat.boundAs = job.kind == PieceKind::Booklet ? EdgeFate::Folded : job.kind == PieceKind::Book ? EdgeFate::Milled : EdgeFate::Bound;
    auto made = makePaper(page, flat);
    if (!made)
        return made;
    for (auto& face : made->panels) {
        face.front().role = Role::Inside;
        face.front().roleName = handName(hand);
        face.front().readingNumber = hand == Hand::Left ? 1 : 2;
    }
    return made;
}

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

Length Panel::margin(ItemSide s) const
{
    switch (s) {
    case ItemSide::Left: return safeArea.x - area.x;
    case ItemSide::Top: return safeArea.y - area.y;
    case ItemSide::Right: return area.right() - safeArea.right();
    case ItemSide::Bottom: return area.bottom() - safeArea.bottom();
    }
    return {};
}

const Panel& Paper::behind(const Panel& panel) const { return panelOn(otherFace(panel.face), panel.column, panel.row); }

Point Paper::through(Point p) const { return tumbled ? Point{p.x, flat.h - p.y} : Point{flat.w - p.x, p.y}; }

Rect Paper::through(const Rect& r) const
{
    return tumbled ? Rect{r.x, flat.h - r.bottom(), r.w, r.h} : Rect{flat.w - r.right(), r.y, r.w, r.h};
}

Result<Paper> foldPaper(const Job& job)
{
    switch (job.kind) {
    case PieceKind::Leaflet:
    case PieceKind::Card: return foldedPaper(job, job.fold, job.flat);
    case PieceKind::Cover:
    case PieceKind::Book: return coverPaper(job);
    case PieceKind::Booklet: {
        // Cover and text alike are sheets folded once; what is laid out here is the outermost one.
        Fold half;
        half.scheme = FoldScheme::Half;
        half.panels = 2;
        half.coverPanel = job.rightToLeft ? 0 : 1;
        return foldedPaper(job, half, {job.page.w * 2, job.page.h});
    }
    case PieceKind::Leaf: return leafPaper(job);
    case PieceKind::WireBook: return boundLeafPaper(job);
    }
    return problem({}, QStringLiteral("This kind of piece is not known."));
}

} // namespace hinge
