// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/dummy/paper_dummy.h"

#include "core/paper/signature.h"
#include "core/piece/flat_paper.h"
#include "core/units/ranges.h"

#include <algorithm>
#include <cmath>

namespace hinge
{
namespace
{

/// A flange of the stand-in for a block, by which it is glued into the cover.
const Length flange = Length::mm(30);

/// Which fold creases which piece of a line: by axis, line and the row (column) it runs through.
struct CreaseMade {
    Axis axis;
    FoldEvent::Crease crease;
    int step;
};
std::vector<CreaseMade> creasesOf(const std::vector<Length>& widths, const std::vector<Length>& heights,
                                  const std::vector<FoldStep>& steps)
{
    std::vector<CreaseMade> made;
    FoldedSheet sheet(widths, heights);
    int number = 0;
    for (const FoldStep& step : steps) {
        ++number;
        for (const FoldEvent::Crease& crease : sheet.fold(step).creases)
            made.push_back({step.axis, crease, number});
    }
    return made;
}

/// Where a place on the first face lies on the second.
Length through(Length at, Length whole, bool mirrored) { return mirrored ? whole - at : at; }

void addFolds(DummyUnit& unit, const std::vector<Length>& widths, const std::vector<Length>& heights,
              const std::vector<FoldStep>& steps)
{
    for (const CreaseMade& made : creasesOf(widths, heights, steps)) {
        DummyUnit::Line line;
        line.upright = made.axis == Axis::Vertical;
        line.step = made.step;
        const auto& along = line.upright ? heights : widths;
        const Length at = sumTo(line.upright ? widths : heights, made.crease.line);
        const Length from = sumTo(along, made.crease.cross);
        const Length to = from + along[std::size_t(made.crease.cross)];
        const bool mirroredX = !unit.tumbled, mirroredY = unit.tumbled;
        const Length w = unit.size.w, h = unit.size.h;
        line.at = {at, line.upright ? through(at, w, mirroredX) : through(at, h, mirroredY)};
        const Length whole = line.upright ? h : w;
        const bool mirrored = line.upright ? mirroredY : mirroredX;
        line.from = {from, mirrored ? whole - to : from};
        line.to = {to, mirrored ? whole - from : to};
        line.valley = {made.crease.outsideValley, !made.crease.outsideValley};
        unit.lines.push_back(line);
    }
}

DummyUnit flatUnit(const Job& job, const Plan& plan)
{
    const Paper& paper = plan.paper;
    DummyUnit unit;
    unit.size = paper.flat;
    unit.tumbled = paper.tumbled;
    for (const Face face : bothFaces)
        for (const Panel& panel : paper.face(face))
            unit.faces[std::size_t(face)].push_back(
                {panel.area, panel.roleName, 0, false, panel.headDown, SurfaceId(face), panel.area});
    addFolds(unit, paper.widths, paper.heights, paper.steps);
    int next = int(paper.steps.size()) + 1;
    for (const FoldLine& fold : paper.folds) {
        const bool isSpine = paper.spineColumn > 0 && fold.work == LineWork::Fold &&
                             (fold.line == paper.spineColumn || fold.line == paper.spineColumn + 1);
        if (fold.work == LineWork::Fold && !isSpine)
            continue; // made by a step
        unit.lines.push_back(
            {fold.axis == Axis::Vertical, fold.at, fold.from, fold.to, fold.valley, fold.work, isSpine ? next++ : 0});
    }
    // Pages bound into the cover are turned, not folded: the cover alone is folded as it would be without them.
    Plan alone = plan;
    alone.book.reset();
    const Dummy dummy(job, alone);
    unit.steps = dummy.steps();
    unit.faceUp = int(dummy.faceUp());
    return unit;
}

/// A stand-in for the block: a strip of card as wide as the spine, with flanges to glue it in by.
DummyUnit blockUnit(const Plan& plan)
{
    const Paper& paper = plan.paper;
    const Length spine = paper.widths[std::size_t(paper.spineColumn)];
    DummyUnit unit;
    unit.what = DummyUnit::What::Block;
    unit.size = {flange * 2 + spine, paper.flat.h};
    const std::vector<Length> widths{flange, spine, flange};
    const std::array<QString, 3> names{QStringLiteral("inside back"), QStringLiteral("spine"),
                                       QStringLiteral("inside front")};
    Length x;
    for (std::size_t i = 0; i < widths.size(); ++i) {
        unit.faces[0].push_back({Rect{x, Length(), widths[i], unit.size.h}, names[i]});
        x += widths[i];
        if (i < 2)
            unit.lines.push_back({true,
                                  {x, unit.size.w - x},
                                  {},
                                  {unit.size.h, unit.size.h},
                                  {true, false},
                                  LineWork::Fold,
                                  int(i) + 1});
    }
    return unit;
}

/// What a page of the text shows, for a cell of a sheet or leaf.
DummyUnit::Cell pageCell(const Job& job, const Plan& plan, int page, const Rect& area, bool headDown)
{
    DummyUnit::Cell cell;
    cell.area = area;
    cell.page = page;
    cell.headDown = headDown;
    cell.part = {Length(), Length(), job.page.w, job.page.h};
    const auto index = std::size_t(page - 1);
    if (page < 1 || index >= plan.pages.size() || plan.pages[index].isBlank()) {
        cell.blank = true;
        return cell;
    }
    if (plan.pages[index].place < job.sequence.size())
        cell.surface = job.sequence.at(plan.pages[index].place).surface();
    return cell;
}

DummyUnit sheetUnit(const Job& job, const Plan& plan, std::size_t index)
{
    const BookSheet& sheet = plan.book->sheets[index];
    DummyUnit unit;
    unit.what = DummyUnit::What::Sheet;
    unit.number = int(index);
    unit.size = {job.page.w * sheet.columns, job.page.h * sheet.rows};
    for (const int side : {0, 1})
        for (int row = 0; row < sheet.rows; ++row)
            for (int column = 0; column < sheet.columns; ++column) {
                const BookSheet::Spot& spot = sheet.at(side, column, row);
                const Rect area{job.page.w * column, job.page.h * row, job.page.w, job.page.h};
                unit.faces[std::size_t(side)].push_back(pageCell(job, plan, spot.page, area, spot.headDown));
            }
    const std::vector<Length> widths(std::size_t(sheet.columns), job.page.w);
    const std::vector<Length> heights(std::size_t(sheet.rows), job.page.h);
    // Folded as it is in the shop, its outer side outside.
    const SignatureFold fold = signatureFold(sheet.pages);
    if (fold.columns == sheet.columns && fold.rows == sheet.rows)
        addFolds(unit, widths, heights, fold.steps);
    return unit;
}

DummyUnit leafUnit(const Job& job, const Plan& plan, int leaf)
{
    DummyUnit unit;
    unit.what = DummyUnit::What::Leaf;
    unit.number = leaf;
    unit.size = job.page;
    const Rect area{Length(), Length(), job.page.w, job.page.h};
    for (const int side : {0, 1})
        unit.faces[std::size_t(side)].push_back(pageCell(job, plan, leaf * 2 + side + 1, area, false));
    return unit;
}

std::vector<DummyUnit> unitsOf(const Job& job, const Plan& plan)
{
    std::vector<DummyUnit> units;
    if (!plan.book || hasOwnCover(job))
        units.push_back(flatUnit(job, plan));
    if (plan.paper.spineColumn > 0 && !plan.book)
        units.push_back(blockUnit(plan));
    if (!plan.book)
        return units;
    for (std::size_t i = 0; i < plan.book->sheets.size(); ++i)
        units.push_back(sheetUnit(job, plan, i));
    if (plan.book->sheets.empty())
        for (int leaf = 0; leaf < plan.book->leaves; ++leaf)
            units.push_back(leafUnit(job, plan, leaf));
    return units;
}

/// Where print may stand on a page; the same from its head and from its foot, so that the back finds as much room.
Rect roomOn(Size paper)
{
    return {officeMargin, officeMargin + officeHead, paper.w - officeMargin * 2,
            paper.h - (officeMargin + officeHead) * 2};
}

Size lying(Size s) { return {s.h, s.w}; }

/// Cuts a length into so many parts of at most `room` that overlap.
int partsOf(Length whole, Length room)
{
    int parts = 1;
    while (whole > room * parts - joinOverlap * (parts - 1))
        ++parts;
    return parts;
}

/// The page a unit goes on, without its part.
struct Fit {
    Size paper;
    double scale = 1;
    int columns = 1, rows = 1;
};
Fit fitFor(const DummyUnit& unit, const DummyPrinting& printing)
{
    Fit best;
    double bestScore = -1;
    for (const Size paper : {printing.paper, lying(printing.paper)}) {
        const Rect room = roomOn(paper);
        if (printing.trueSize) {
            const Fit fit{paper, 1, partsOf(unit.size.w, room.w), partsOf(unit.size.h, room.h)};
            const double score = 1.0 / (fit.columns * fit.rows);
            if (score > bestScore) {
                bestScore = score;
                best = fit;
            }
            continue;
        }
        const double scale = std::min({1.0, room.w.toMm() / unit.size.w.toMm(), room.h.toMm() / unit.size.h.toMm()});
        // In whole hundredths, so that it can be told.
        const Fit fit{paper, std::max(0.01, std::floor(scale * 100 + 1e-9) / 100), 1, 1};
        if (fit.scale > bestScore) {
            bestScore = fit.scale;
            best = fit;
        }
    }
    return best;
}

/// The part of the first face that stands on a page.
Rect partOf(const DummyUnit& unit, const Fit& fit, int column, int row)
{
    if (fit.columns == 1 && fit.rows == 1)
        return {Length(), Length(), unit.size.w, unit.size.h};
    const Rect room = roomOn(fit.paper);
    const Length x = fit.columns == 1 ? Length() : (room.w - joinOverlap) * column;
    const Length y = fit.rows == 1 ? Length() : (room.h - joinOverlap) * row;
    return {x, y, std::min(room.w, unit.size.w - x), std::min(room.h, unit.size.h - y)};
}

Length scaled(Length l, double by) { return by == 1 ? l : Length::nearestMm(l.toMm() * by); }

void addPages(PaperDummy& out, std::size_t index, double scale)
{
    const DummyUnit& unit = out.units[index];
    const DummyPrinting& printing = out.printing;
    Fit fit = fitFor(unit, printing);
    fit.scale = std::min(fit.scale, scale);
    const bool isLying = fit.paper.w > fit.paper.h;
    // Turned about its long edge, an upright page is turned about the upright; a lying one about the level.
    const bool aboutUpright =
        printing.back == DummyPrinting::Back::Glued || (printing.back == DummyPrinting::Back::LongEdge) != isLying;
    for (int row = 0; row < fit.rows; ++row)
        for (int column = 0; column < fit.columns; ++column) {
            const Rect part = partOf(unit, fit, column, row);
            const Rect room = roomOn(fit.paper);
            const Length w = scaled(part.w, fit.scale), h = scaled(part.h, fit.scale);
            DummyPage front{index, 0, fit.paper, fit.scale, part, {}, false, column, row, fit.columns, fit.rows};
            front.corner = {room.x + (room.w - w).part(2), room.y + (room.h - h).part(2)};
            out.pages.push_back(front);
            if (unit.faces[1].empty())
                continue;
            // The back: the same paper, seen from behind, and so where it lies on the page seen from behind.
            DummyPage back = front;
            back.face = 1;
            back.part = unit.tumbled ? Rect{part.x, unit.size.h - part.bottom(), part.w, part.h}
                                     : Rect{unit.size.w - part.right(), part.y, part.w, part.h};
            back.halfTurn = unit.tumbled == aboutUpright;
            if (aboutUpright)
                back.corner.x = fit.paper.w - front.corner.x - w;
            else
                back.corner.y = fit.paper.h - front.corner.y - h;
            out.pages.push_back(back);
        }
}

} // namespace

Result<PaperDummy> paperDummy(const Job& job, const Plan& plan, const DummyPrinting& printing)
{
    const Rect room = roomOn(printing.paper);
    if (room.w <= joinOverlap * 2 || room.h <= joinOverlap * 2)
        return problem(QStringLiteral("dummy.paper"),
                       QStringLiteral("This paper is too small to print on. Choose A4, A3 or Letter."));
    PaperDummy out{printing, unitsOf(job, plan), {}};
    // All of it to one scale: the cover is to fit its pages.
    double scale = 1;
    for (const DummyUnit& unit : out.units)
        scale = std::min(scale, fitFor(unit, printing).scale);
    for (std::size_t i = 0; i < out.units.size(); ++i)
        addPages(out, i, scale);
    return out;
}

} // namespace hinge
