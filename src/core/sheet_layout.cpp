// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sheet_layout.h"

#include "core/page_sizes.h"

#include <algorithm>
#include <set>
#include <tuple>

namespace hinge {
namespace {

int fits(Length piece, Length room) { return piece > Length() && room >= piece ? int(room / piece) : 0; }

void addGrid(std::vector<CellPlace>& out, Point at, Size cell, int columns, int rows, bool turned)
{
    for (int row = 0; row < rows; ++row)
        for (int column = 0; column < columns; ++column)
            out.push_back({{at.x + cell.w * column, at.y + cell.h * row, cell.w, cell.h}, turned});
}

/// An upright block of some columns (rows), and a turned block in what is left beside (below) it.
std::vector<CellPlace> twoBlocks(Size cell, Size area, bool firstTurned)
{
    const Size first = firstTurned ? cell.turned() : cell;
    const Size second = first.turned();
    std::vector<CellPlace> best;
    const auto offer = [&best](std::vector<CellPlace> places) {
        if (places.size() > best.size())
            best = std::move(places);
    };
    for (int columns = fits(first.w, area.w); columns >= 0; --columns) {
        std::vector<CellPlace> places;
        addGrid(places, {}, first, columns, fits(first.h, area.h), firstTurned);
        const Length x = first.w * columns;
        addGrid(places, {x, Length()}, second, fits(second.w, area.w - x), fits(second.h, area.h), !firstTurned);
        offer(std::move(places));
    }
    for (int rows = fits(first.h, area.h); rows >= 0; --rows) {
        std::vector<CellPlace> places;
        addGrid(places, {}, first, fits(first.w, area.w), rows, firstTurned);
        const Length y = first.h * rows;
        addGrid(places, {Length(), y}, second, fits(second.w, area.w), fits(second.h, area.h - y), !firstTurned);
        offer(std::move(places));
    }
    return best;
}

/// After turning the sheet, what was on the left is on the right (or what was at the head at the foot).
SheetPlace turnedPlace(const SheetPlace& place, Size sheet, bool aboutVertical)
{
    SheetPlace back = place;
    // The head of a piece points the same way on both of its faces; only the turning moves it.
    if (aboutVertical) {
        back.trim.x = sheet.w - place.trim.right();
        if (place.turn == Turn::Quarter || place.turn == Turn::ThreeQuarters)
            back.turn = place.turn == Turn::Quarter ? Turn::ThreeQuarters : Turn::Quarter;
    } else {
        back.trim.y = sheet.h - place.trim.bottom();
        if (place.turn == Turn::None || place.turn == Turn::Half)
            back.turn = place.turn == Turn::None ? Turn::Half : Turn::None;
    }
    return back;
}

bool turnsAboutVertical(Size sheet, FlipEdge flip)
{
    // Turning about the long edge of a landscape sheet moves head to foot; about its short edge, left to right.
    const bool landscape = sheet.w >= sheet.h;
    return landscape == (flip == FlipEdge::Short);
}

/// Trim lines, each cut once. An upright block and a turned one lie apart: their lines are cut for each block alone.
int countCuts(const std::vector<SheetPlace>& places)
{
    std::set<std::tuple<Turn, bool, Length>> lines;
    for (const SheetPlace& p : places) {
        for (const Length x : {p.trim.x, p.trim.right()})
            lines.insert({p.turn, true, x});
        for (const Length y : {p.trim.y, p.trim.bottom()})
            lines.insert({p.turn, false, y});
    }
    return int(lines.size());
}

Rect printable(const Press& press, Size sheet)
{
    return Rect::fromEdges(press.margin, press.gripper, sheet.w - press.margin, sheet.h - press.margin);
}

/// A mark that starts at `near` and may run to `far`, kept inside the printable area.
void addMark(std::vector<MarkLine>& out, MarkLine mark, const Rect& area, const std::vector<Rect>& bleeds)
{
    const auto clampTo = [](Length v, Length low, Length high) { return std::clamp(v, low, high); };
    const bool vertical = mark.from.x == mark.to.x;
    if (vertical) {
        if (mark.from.x < area.x || mark.from.x > area.right())
            return;
        mark.from.y = clampTo(mark.from.y, area.y, area.bottom());
        mark.to.y = clampTo(mark.to.y, area.y, area.bottom());
    } else {
        if (mark.from.y < area.y || mark.from.y > area.bottom())
            return;
        mark.from.x = clampTo(mark.from.x, area.x, area.right());
        mark.to.x = clampTo(mark.to.x, area.x, area.right());
    }
    if (abs(mark.to.x - mark.from.x) + abs(mark.to.y - mark.from.y) < shortestMark)
        return;
    const Rect box = Rect::fromEdges(std::min(mark.from.x, mark.to.x), std::min(mark.from.y, mark.to.y),
                                     std::max(mark.from.x, mark.to.x), std::max(mark.from.y, mark.to.y))
                         .grown(Length::micrometres(100));
    if (std::ranges::any_of(bleeds, [&](const Rect& b) { return b.overlaps(box); }))
        return;
    if (std::ranges::find(out, mark) == out.end())
        out.push_back(mark);
}

/// The two marks of a line at `at` across a piece: beyond the head and the foot, or left and right.
void addPair(std::vector<MarkLine>& out, const Rect& bleed, Length at, bool verticalLine, bool fold, const Rect& area,
             const std::vector<Rect>& bleeds)
{
    const Length start = markClearance;
    const Length end = start + markLength;
    if (verticalLine) {
        addMark(out, {{at, bleed.y - start}, {at, bleed.y - end}, fold}, area, bleeds);
        addMark(out, {{at, bleed.bottom() + start}, {at, bleed.bottom() + end}, fold}, area, bleeds);
    } else {
        addMark(out, {{bleed.x - start, at}, {bleed.x - end, at}, fold}, area, bleeds);
        addMark(out, {{bleed.right() + start, at}, {bleed.right() + end, at}, fold}, area, bleeds);
    }
}

/// A line of the flat as it lies on a turned piece: its place and direction on the sheet.
std::pair<Length, bool> lineOnSheet(const SheetPlace& place, Length at, bool vertical)
{
    const Rect& t = place.trim;
    switch (place.turn) {
    case Turn::None: return vertical ? std::pair(t.x + at, true) : std::pair(t.y + at, false);
    case Turn::Quarter: return vertical ? std::pair(t.y + at, false) : std::pair(t.right() - at, true);
    case Turn::Half: return vertical ? std::pair(t.right() - at, true) : std::pair(t.bottom() - at, false);
    case Turn::ThreeQuarters: return vertical ? std::pair(t.bottom() - at, false) : std::pair(t.x + at, true);
    }
    return {};
}

Turn turnedBy(Turn turn, Turn more) { return Turn((int(turn) + int(more)) % 360); }

/// Bleeds of an upright piece (left, top, right, bottom) as they lie when it is turned clockwise.
std::array<Length, 4> turnedBleeds(std::array<Length, 4> b, Turn turn)
{
    // A quarter turn brings the left edge to the head, the head to the right.
    for (int quarters = int(turn) / 90; quarters > 0; --quarters)
        b = {b[3], b[0], b[1], b[2]};
    return b;
}

} // namespace

std::vector<CellPlace> bestGuillotineFill(Size cell, Size area)
{
    std::vector<CellPlace> upright = twoBlocks(cell, area, false);
    std::vector<CellPlace> turned = twoBlocks(cell, area, true);
    return turned.size() > upright.size() ? turned : upright;
}

int countOnSheet(const Press& press, Size cell) { return int(bestGuillotineFill(cell, printable(press, press.sheet).size()).size()); }

SheetLayout layOutSheet(const Job& job, const Paper& paper, Size sheet)
{
    SheetLayout layout;
    layout.sheet = sheet;
    layout.frontArea = printable(job.press, sheet);
    const bool aboutVertical = turnsAboutVertical(sheet, job.press.flip);
    layout.backArea = layout.frontArea;
    if (!aboutVertical)
        layout.backArea.y = sheet.h - layout.frontArea.bottom();

    const Size cell = bleedOf(paper).size();
    const std::vector<CellPlace> cells = bestGuillotineFill(cell, layout.frontArea.size());
    if (cells.empty())
        return layout;

    Length right;
    Length bottom;
    for (const CellPlace& c : cells) {
        right = std::max(right, c.cell.right());
        bottom = std::max(bottom, c.cell.bottom());
    }
    // Across, the block stands in the middle of the sheet. Along, it stands in the middle of the
    // printable area unless marks would not fit at both ends: then the foot, away from the gripper, gets them.
    const Length markRoom = markClearance + markLength;
    const Length freeAlong = layout.frontArea.h - bottom;
    const Length footRoom = freeAlong >= markRoom * 2 ? freeAlong.part(2) : std::min(freeAlong, markRoom);
    const Point origin{(sheet.w - right).part(2), layout.frontArea.bottom() - footRoom - bottom};

    std::int64_t area = 0;
    for (const CellPlace& c : cells) {
        const Turn turn = c.turned ? Turn::Quarter : Turn::None;
        const auto out = turnedBleeds(paper.bleeds, turn);
        const Rect trim = Rect::fromEdges(c.cell.x + origin.x + out[0], c.cell.y + origin.y + out[1],
                                          c.cell.right() + origin.x - out[2], c.cell.bottom() + origin.y - out[3]);
        layout.front.push_back({trim, turn});
        layout.back.push_back(turnedPlace(layout.front.back(), sheet, aboutVertical));
        // The inside of a piece that opens upwards backs its outside head to foot.
        if (paper.tumbled)
            layout.back.back().turn = turnedBy(layout.back.back().turn, Turn::Half);
        area += 1;
    }
    layout.usedPercent = 100.0 * double(area) * paper.flat.w.toMm() * paper.flat.h.toMm() / (sheet.w.toMm() * sheet.h.toMm());
    layout.cuts = countCuts(layout.front);
    return layout;
}

std::vector<SheetLayout> arrangements(const Job& job, const Paper& paper)
{
    std::vector<Size> sheets;
    const auto addSheet = [&sheets](Size s) {
        if (std::ranges::find(sheets, s) == sheets.end())
            sheets.push_back(s);
    };
    addSheet(job.press.sheet);
    for (const QString& name : {QStringLiteral("A3"), QStringLiteral("SRA3"), QStringLiteral("SRA2"), QStringLiteral("SRA1"),
                                QStringLiteral("12 × 18 in"), QStringLiteral("13 × 19 in")})
        if (const auto size = findPageSize(name))
            addSheet(size->size.turned()); // fed long edge first
    std::vector<SheetLayout> all;
    for (const Size& sheet : sheets) {
        SheetLayout layout = layOutSheet(job, paper, sheet);
        if (layout.up() > 0 || sheet == job.press.sheet)
            all.push_back(std::move(layout));
    }
    std::ranges::stable_sort(all, std::ranges::greater{}, &SheetLayout::usedPercent);
    return all;
}

Rect bleedOnSheet(const SheetPlace& place, const Paper& paper, Face face)
{
    const Rect trim = trimOf(paper);
    const Rect bleed = bleedOf(paper, face);
    const auto out = turnedBleeds({trim.x - bleed.x, trim.y - bleed.y, bleed.right() - trim.right(), bleed.bottom() - trim.bottom()}, place.turn);
    return Rect::fromEdges(place.trim.x - out[0], place.trim.y - out[1], place.trim.right() + out[2], place.trim.bottom() + out[3]);
}

Rect flatPage(const Paper& paper, Face face) { return bleedOf(paper, face).grown(markClearance + markLength + Length::mm(2)); }

std::vector<MarkLine> flatMarks(const Paper& paper, Face face)
{
    const SheetPlace place{trimOf(paper), Turn::None};
    const Rect everywhere = bleedOf(paper, face).grown(markClearance + markLength);
    return sheetMarks({place}, everywhere, paper, face);
}

std::vector<MarkLine> sheetMarks(const std::vector<SheetPlace>& places, const Rect& area, const Paper& paper, Face face)
{
    std::vector<Rect> bleeds;
    for (const SheetPlace& p : places)
        bleeds.push_back(bleedOnSheet(p, paper, face));
    std::vector<MarkLine> marks;
    for (std::size_t i = 0; i < places.size(); ++i) {
        const SheetPlace& p = places[i];
        for (const Length x : {p.trim.x, p.trim.right()})
            addPair(marks, bleeds[i], x, true, false, area, bleeds);
        for (const Length y : {p.trim.y, p.trim.bottom()})
            addPair(marks, bleeds[i], y, false, false, area, bleeds);
        for (const FoldLine& line : paper.folds) {
            const auto [at, vertical] = lineOnSheet(p, line.at[std::size_t(face)], line.axis == Axis::Vertical);
            addPair(marks, bleeds[i], at, vertical, true, area, bleeds);
        }
    }
    return marks;
}

} // namespace hinge
