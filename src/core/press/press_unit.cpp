// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/press/press_unit.h"

#include "core/job/master_copies.h"
#include <algorithm>

namespace hinge
{
namespace
{

bool isFoldedSheet(const PieceParts& parts, Component component)
{
    return component == Component::Text && !parts.book->sheets.empty();
}

const BookSheet& sheetOf(const PieceParts& parts, int work) { return parts.book->sheets[std::size_t(work)]; }

/// What lies about the pages of a folded sheet: cut off at head, foot and fore-edge, milled off at the spine.
struct Trims {
    Length spine, outer, lap;
};

Trims trimsOf(const PieceParts& parts)
{
    const bool glued = rulesOf(parts.job.kind).binding == Binding::Glued;
    return {glued ? parts.job.pages.mill : Length(), parts.job.zones.bleed, glued ? Length() : parts.job.pages.lap};
}

/// The half of a sheet with the lip by which a machine opens it: the later one, where the back of the piece is.
bool lapIsLeft(const PieceParts& parts, Face side) { return (side == Face::Outside) != parts.job.rightToLeft; }

/// The rectangle of a page on a folded sheet, with all that is taken off it; the lip of a nested sheet lies beyond.
Rect cellOf(const PieceParts& parts, Face side, int column, int row)
{
    const Trims trims = trimsOf(parts);
    const Length w = parts.job.page.w + trims.outer + trims.spine;
    const Length h = parts.job.page.h + trims.outer * 2;
    return {w * column + (lapIsLeft(parts, side) ? trims.lap : Length()), h * row, w, h};
}

const Paper& paperOf(const PieceParts& parts, Hand hand) { return (*parts.textPages)[std::size_t(hand)]; }

/// How far a page prints beyond its trim, turned as it lies.
Rect withBleed(const Rect& trim, const Paper& paper, bool headDown)
{
    const auto& b = paper.bleeds;
    return headDown ? Rect::fromEdges(trim.x - b[2], trim.y - b[3], trim.right() + b[0], trim.bottom() + b[1])
                    : Rect::fromEdges(trim.x - b[0], trim.y - b[1], trim.right() + b[2], trim.bottom() + b[3]);
}

SurfaceId surfaceOf(const PieceParts& parts, const ReaderPage& page)
{
    const bool known = page.place >= 0 && page.place < parts.job.sequence.size();
    return known ? parts.job.sequence.at(page.place).surface() : SurfaceId::ofPage(0);
}

/// The spine lies on the left of a right-hand page, unless that stands on its head.
bool spineIsLeft(const ReaderPage& page, bool headDown) { return (page.hand == Hand::Right) != headDown; }

/// A page of a folded sheet, its trim moved toward the spine by what creep asks for.
UnitPlace placeOf(const PieceParts& parts, int work, Face side, int column, int row, const BookSheet::Spot& spot)
{
    const ReaderPage& page = (*parts.pages)[std::size_t(spot.page - 1)];
    const Trims trims = trimsOf(parts);
    const Rect cell = cellOf(parts, side, column, row);
    const bool left = spineIsLeft(page, spot.headDown);
    const Length creep = shingling(parts, work);
    Length width = parts.job.page.w;
    Length x = left ? cell.x + trims.spine : cell.right() - trims.spine - width;
    if (parts.job.pages.creepBy == CreepBy::Narrowing) {
        width -= creep;
        x += left ? Length() : creep;
    } else {
        x += left ? -creep : creep;
    }
    UnitPlace place;
    place.surface = surfaceOf(parts, page);
    place.page = spot.page;
    place.trim = {x, cell.y + trims.outer, width, parts.job.page.h};
    place.headDown = spot.headDown;
    place.size = parts.job.page;
    place.printed = withBleed(place.trim, paperOf(parts, page.hand), spot.headDown).within(cell);
    return place;
}

void addFace(std::vector<UnitPlace>& out, const PieceParts& parts, Face side, const Rect& trim, const Rect& printed)
{
    out.push_back({side, 0, trim, printed, false, parts.paper.flat});
}

} // namespace

int worksOf(const PieceParts& parts, Component component)
{
    if (component == Component::Flat)
        return 1;
    return parts.book->sheets.empty() ? parts.book->leaves : int(parts.book->sheets.size());
}

PressUnit unitOf(const PieceParts& parts, Component component, int work)
{
    PressUnit unit;
    unit.component = component;
    if (component == Component::Flat) {
        unit.size = parts.paper.flat;
        unit.bleeds = parts.paper.bleeds;
        unit.tumbled = parts.paper.tumbled;
    } else if (isFoldedSheet(parts, component)) {
        const BookSheet& sheet = sheetOf(parts, work);
        const Rect cell = cellOf(parts, Face::Outside, 0, 0);
        unit.columns = sheet.columns;
        unit.rows = sheet.rows;
        unit.size = {cell.w * sheet.columns + trimsOf(parts).lap, cell.h * sheet.rows};
    } else {
        const Length bleed = parts.job.zones.bleed;
        unit.size = parts.job.page;
        unit.bleeds = {bleed, bleed, bleed, bleed};
    }
    return unit;
}

PressUnit largestUnit(const PieceParts& parts, Component component)
{
    PressUnit largest = unitOf(parts, component, 0);
    if (isFoldedSheet(parts, component))
        for (int work = 1; work < worksOf(parts, component); ++work)
            if (PressUnit unit = unitOf(parts, component, work);
                unit.columns * unit.rows > largest.columns * largest.rows)
                largest = unit;
    return largest;
}

Length shingling(const PieceParts& parts, int work)
{
    if (!isFoldedSheet(parts, Component::Text) || parts.job.pages.creepBy == CreepBy::Nothing)
        return {};
    return sheetOf(parts, work).creep;
}

std::vector<UnitPlace> placesOn(const PieceParts& parts, Component component, int work, Face side)
{
    std::vector<UnitPlace> out;
    if (component == Component::Flat) {
        addFace(out, parts, side, trimOf(parts.paper), bleedOf(parts.paper, side));
        return out;
    }
    if (!isFoldedSheet(parts, component)) {
        const int number = work * 2 + (side == Face::Outside ? 1 : 2);
        const ReaderPage& page = (*parts.pages)[std::size_t(number - 1)];
        const Paper& paper = paperOf(parts, page.hand);
        out.push_back({surfaceOf(parts, page), number, trimOf(paper), bleedOf(paper), false, paper.flat});
        return out;
    }
    const BookSheet& sheet = sheetOf(parts, work);
    // Of a booklet without a cover of its own the outermost sheet is the flat: what stands there lies under its pages.
    if (work == 0 && !hasOwnCover(parts.job) && facePrints(parts.job, side)) {
        const Rect first = cellOf(parts, side, 0, 0);
        const Length bleed = parts.job.zones.bleed;
        const Rect trim{first.x + bleed, first.y + bleed, parts.paper.flat.w, parts.paper.flat.h};
        addFace(out, parts, side, trim, trim.grown(bleed));
    }
    for (int row = 0; row < sheet.rows; ++row)
        for (int column = 0; column < sheet.columns; ++column)
            out.push_back(placeOf(parts, work, side, column, row, sheet.at(int(side), column, row)));
    return out;
}

std::vector<UnitLine> linesOn(const PieceParts& parts, Component component, int work, Face side)
{
    std::vector<UnitLine> lines;
    const PressUnit unit = unitOf(parts, component, work);
    if (!isFoldedSheet(parts, component)) {
        for (const bool upright : {true, false})
            for (const Length at : {Length(), upright ? unit.size.w : unit.size.h})
                lines.push_back({upright, false, at});
        if (component == Component::Flat)
            for (const FoldLine& fold : parts.paper.folds)
                lines.push_back({fold.axis == Axis::Vertical, true, fold.at[std::size_t(side)]});
        return lines;
    }
    const auto add = [&lines](const UnitLine& line) {
        if (std::ranges::find(lines, line) == lines.end())
            lines.push_back(line);
    };
    const BookSheet& sheet = sheetOf(parts, work);
    const Trims trims = trimsOf(parts);
    for (int column = 0; column < sheet.columns; ++column) {
        const Rect cell = cellOf(parts, side, column, 0);
        if (column > 0)
            add({true, true, cell.x});
        // Every row of a column has its spine on the same side.
        const BookSheet::Spot& spot = sheet.at(int(side), column, 0);
        const ReaderPage& page = (*parts.pages)[std::size_t(spot.page - 1)];
        const Length w = parts.job.page.w - sheet.creep;
        add({true, false,
             spineIsLeft(page, spot.headDown) ? cell.x + trims.spine + w : cell.right() - trims.spine - w});
    }
    for (int row = 0; row < sheet.rows; ++row) {
        const Rect cell = cellOf(parts, side, 0, row);
        if (row > 0)
            add({false, true, cell.y});
        for (const Length at : {cell.y + trims.outer, cell.bottom() - trims.outer})
            add({false, false, at});
    }
    return lines;
}

std::optional<Rect> collatingStep(const PieceParts& parts, int work)
{
    if (!isFoldedSheet(parts, Component::Text) || !sheetOf(parts, work).mark)
        return std::nullopt;
    const BookSheet::CollatingMark& mark = *sheetOf(parts, work).mark;
    const Rect cell = cellOf(parts, Face::Outside, std::min(mark.fold, sheetOf(parts, work).columns - 1), mark.row);
    const Length fold = mark.fold < sheetOf(parts, work).columns ? cell.x : cell.right();
    // Across the fold, so that half of it shows on either side of the back of the signature.
    const Length width = Length::mm(2);
    return Rect{fold - width.part(2), cell.y + trimsOf(parts).outer + mark.top, width, mark.height};
}

} // namespace hinge
