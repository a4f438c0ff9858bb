// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/sheet_marks.h"

#include <algorithm>
#include <map>
#include <set>

namespace hinge
{
namespace
{

/// Half of what a mark, and its drift, may take up across.
constexpr Length markBreadth = Length::micrometres(100);
/// Where there is no room for a mark at its usual distance it may come this near to a bleed.
constexpr Length leastClearance = Length::micrometres(500);

/// A line of the flat as it lies on a turned piece: its place and direction on the sheet.
std::pair<Length, bool> lineOnSheet(const SheetSlot& place, Length at, bool upright)
{
    const Length some = Length::mm(1);
    const Point from = onSheet(place, upright ? Point{at, Length()} : Point{Length(), at});
    const Point to = onSheet(place, upright ? Point{at, some} : Point{some, at});
    return from.x == to.x ? std::pair(from.x, true) : std::pair(from.y, false);
}

/// A stretch along a line.
struct Stretch {
    Length from, to;
};

/// A line across the sheet that wants marks.
struct MarkedLine {
    bool upright = true;
    bool fold = false;
    Length at;
    auto operator<=>(const MarkedLine&) const = default;
};

Stretch along(const Rect& r, bool upright) { return upright ? Stretch{r.y, r.bottom()} : Stretch{r.x, r.right()}; }
Stretch across(const Rect& r, bool upright) { return upright ? Stretch{r.x, r.right()} : Stretch{r.y, r.bottom()}; }

/// All lines, each with the stretches of the bleeds of the pieces that it belongs to.
std::map<MarkedLine, std::vector<Stretch>> linesOf(const std::vector<SheetSlot>& places,
                                                   const std::vector<Rect>& bleeds, const Paper& paper, Face face)
{
    std::map<MarkedLine, std::vector<Stretch>> lines;
    for (std::size_t i = 0; i < places.size(); ++i) {
        const Rect& trim = places[i].trim;
        const auto add = [&](bool upright, bool fold, Length at) {
            lines[{upright, fold, at}].push_back(along(bleeds[i], upright));
        };
        for (const Length x : {trim.x, trim.right()})
            add(true, false, x);
        for (const Length y : {trim.y, trim.bottom()})
            add(false, false, y);
        for (const FoldLine& fold : paper.folds) {
            const auto [at, upright] = lineOnSheet(places[i], fold.at[std::size_t(face)], fold.axis == Axis::Vertical);
            add(upright, true, at);
        }
    }
    return lines;
}

/// Where a line is free of bleeds, within the printable area: from one end to the other.
std::vector<Stretch> freeStretches(const MarkedLine& line, const Rect& area, const std::vector<Rect>& bleeds)
{
    std::vector<Stretch> taken;
    for (const Rect& bleed : bleeds) {
        const Stretch width = across(bleed, line.upright);
        if (width.from < line.at + markBreadth && line.at - markBreadth < width.to)
            taken.push_back(along(bleed, line.upright));
    }
    std::ranges::sort(taken, {}, &Stretch::from);
    const Stretch whole = along(area, line.upright);
    std::vector<Stretch> free;
    Length at = whole.from;
    for (const Stretch& t : taken) {
        if (t.from > at)
            free.push_back({at, std::min(t.from, whole.to)});
        at = std::max(at, t.to);
    }
    if (at < whole.to)
        free.push_back({at, whole.to});
    return free;
}

/// A mark along its line: it begins near its piece, so that dashes of both sides fall on each other.
struct Mark {
    Length begin, end;
};

/// The marks of one line in one free stretch: beside each piece of the line that ends there, or anywhere in it.
std::vector<Mark> marksIn(const Stretch& free, const Stretch& whole, const std::vector<Stretch>& pieces,
                          Length clearance, bool anywhere)
{
    const Length from = free.from == whole.from ? free.from : free.from + clearance;
    const Length to = free.to == whole.to ? free.to : free.to - clearance;
    if (to - from < (clearance < markClearance ? leastClearance * 2 : shortestMark))
        return {};
    const Mark first{from, std::min(from + markLength, to)};
    const Mark last{to, std::max(to - markLength, from)};
    const bool startsAtPiece = std::ranges::any_of(pieces, [&](const Stretch& p) { return p.to == free.from; });
    const bool endsAtPiece = std::ranges::any_of(pieces, [&](const Stretch& p) { return p.from == free.to; });
    if (startsAtPiece && endsAtPiece && first.end > last.end)
        return {{from, to}}; // one mark serves both
    std::vector<Mark> out;
    if (startsAtPiece || (anywhere && std::ranges::any_of(pieces, [&](const Stretch& p) { return p.to <= free.from; })))
        out.push_back(first);
    if (endsAtPiece || (anywhere && out.empty()))
        out.push_back(last);
    return out;
}

std::vector<Mark> marksOf(const MarkedLine& line, const std::vector<Stretch>& pieces, const Rect& area,
                          const std::vector<Rect>& bleeds)
{
    const Stretch room = across(area, line.upright);
    if (line.at < room.from || line.at > room.to)
        return {};
    const Stretch whole = along(area, line.upright);
    const std::vector<Stretch> free = freeStretches(line, area, bleeds);
    // Beside its pieces; else anywhere along the line; else the same with less air.
    for (const Length clearance : {markClearance, leastClearance})
        for (const bool anywhere : {false, true}) {
            std::vector<Mark> out;
            for (const Stretch& stretch : free) {
                const auto marks = marksIn(stretch, whole, pieces, clearance, anywhere);
                out.insert(out.end(), marks.begin(), marks.end());
            }
            if (!out.empty())
                return out;
        }
    return {};
}

} // namespace

Rect bleedOnSheet(const SheetSlot& place, const Paper& paper, Face face)
{
    const Rect trim = trimOf(paper);
    const Rect bleed = bleedOf(paper, face);
    const auto out = turnedBleeds(
        {trim.x - bleed.x, trim.y - bleed.y, bleed.right() - trim.right(), bleed.bottom() - trim.bottom()}, place.turn);
    return Rect::fromEdges(place.trim.x - out[0], place.trim.y - out[1], place.trim.right() + out[2],
                           place.trim.bottom() + out[3]);
}

std::vector<Rect> printedOnSheet(const std::vector<SheetSlot>& places, const Paper& paper, Face face)
{
    std::vector<Rect> whole;
    for (const SheetSlot& p : places)
        whole.push_back(bleedOnSheet(p, paper, face));
    std::vector<Rect> out = whole;
    for (std::size_t i = 0; i < places.size(); ++i)
        for (std::size_t j = 0; j < places.size(); ++j) {
            if (i == j || !whole[i].overlaps(whole[j]))
                continue;
            const Rect& mine = places[i].trim;
            const Rect& theirs = places[j].trim;
            Length left = out[i].x, top = out[i].y, right = out[i].right(), bottom = out[i].bottom();
            const bool beside = mine.y < theirs.bottom() && theirs.y < mine.bottom();
            const bool above = mine.x < theirs.right() && theirs.x < mine.right();
            if (beside && theirs.x >= mine.right())
                right = std::min(right, mine.right() + (theirs.x - mine.right()).part(2));
            if (beside && theirs.right() <= mine.x)
                left = std::max(left, mine.x - (mine.x - theirs.right()).part(2));
            if (above && theirs.y >= mine.bottom())
                bottom = std::min(bottom, mine.bottom() + (theirs.y - mine.bottom()).part(2));
            if (above && theirs.bottom() <= mine.y)
                top = std::max(top, mine.y - (mine.y - theirs.bottom()).part(2));
            out[i] = Rect::fromEdges(left, top, right, bottom);
        }
    return out;
}

Rect flatPage(const Paper& paper, Face face)
{
    return bleedOf(paper, face).grown(markClearance + markLength + Length::mm(2));
}

std::vector<MarkLine> flatMarks(const Paper& paper, Face face)
{
    const SheetSlot place{trimOf(paper), Turn::None};
    const Rect everywhere = bleedOf(paper, face).grown(markClearance + markLength);
    return sheetMarks({place}, everywhere, paper, face);
}

std::vector<MarkLine> sheetMarks(const std::vector<SheetSlot>& places, const Rect& area, const Paper& paper, Face face)
{
    const std::vector<Rect> bleeds = printedOnSheet(places, paper, face);
    std::vector<MarkLine> marks;
    for (const auto& [line, pieces] : linesOf(places, bleeds, paper, face))
        for (const Mark& m : marksOf(line, pieces, area, bleeds))
            marks.push_back(line.upright ? MarkLine{{line.at, m.begin}, {line.at, m.end}, line.fold}
                                         : MarkLine{{m.begin, line.at}, {m.end, line.at}, line.fold});
    return marks;
}

int trimLinesWithoutMark(const std::vector<SheetSlot>& places, const std::vector<MarkLine>& marks)
{
    std::set<std::pair<bool, Length>> lines;
    for (const SheetSlot& p : places)
        lines.insert({{true, p.trim.x}, {true, p.trim.right()}, {false, p.trim.y}, {false, p.trim.bottom()}});
    for (const MarkLine& mark : marks)
        if (!mark.fold)
            lines.erase(mark.from.x == mark.to.x ? std::pair(true, mark.from.x) : std::pair(false, mark.from.y));
    return int(lines.size());
}

} // namespace hinge
