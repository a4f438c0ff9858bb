// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/press/sheet_marks.h"

#include "core/job/plates.h"
#include "core/units/page_sizes.h"

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
/// Across a registration mark; common practice.
constexpr Length targetSize = Length::mm(6);
/// A patch of the colour bar; common practice: 5 or 6 mm, so that a densitometer's head finds it.
constexpr Length patchSize = Length::mm(5);
constexpr Length labelHeight = Length::mm(3);

/// A stretch along a line.
struct Stretch {
    Length from, to;
};

/// A line across the sheet that wants marks.
struct MarkedLine {
    bool upright = true;
    MarkKind kind = MarkKind::Crop;
    Length at;
    auto operator<=>(const MarkedLine&) const = default;
};

Stretch along(const Rect& r, bool upright) { return upright ? Stretch{r.y, r.bottom()} : Stretch{r.x, r.right()}; }
Stretch across(const Rect& r, bool upright) { return upright ? Stretch{r.x, r.right()} : Stretch{r.y, r.bottom()}; }

/// All lines, each with the stretches of the pieces that it belongs to.
std::map<MarkedLine, std::vector<Stretch>> linesOf(const std::vector<MarkedPiece>& pieces, const SheetMarks& settings)
{
    std::map<MarkedLine, std::vector<Stretch>> lines;
    for (const MarkedPiece& piece : pieces)
        for (const MarkedPiece::Line& line : piece.lines) {
            const bool wanted = line.kind == MarkKind::Fold    ? settings.fold
                                : line.kind == MarkKind::Bleed ? settings.bleed
                                                               : settings.crop;
            if (wanted)
                lines[{line.upright, line.kind, line.at}].push_back(along(piece.printed, line.upright));
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
                          const SheetMarks& settings, Length clearance, bool anywhere)
{
    const Length from = free.from == whole.from ? free.from : free.from + clearance;
    const Length to = free.to == whole.to ? free.to : free.to - clearance;
    if (to - from < (clearance < settings.clearance ? leastClearance * 2 : shortestMark))
        return {};
    const Mark first{from, std::min(from + settings.length, to)};
    const Mark last{to, std::max(to - settings.length, from)};
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
                          const std::vector<Rect>& bleeds, const SheetMarks& settings)
{
    const Stretch room = across(area, line.upright);
    if (line.at < room.from || line.at > room.to)
        return {};
    const Stretch whole = along(area, line.upright);
    const std::vector<Stretch> free = freeStretches(line, area, bleeds);
    // Beside its pieces; else anywhere along the line; else the same with less air.
    for (const Length clearance : {settings.clearance, std::min(settings.clearance, leastClearance)})
        for (const bool anywhere : {false, true}) {
            std::vector<Mark> out;
            for (const Stretch& stretch : free) {
                const auto marks = marksIn(stretch, whole, pieces, settings, clearance, anywhere);
                out.insert(out.end(), marks.begin(), marks.end());
            }
            if (!out.empty())
                return out;
        }
    return {};
}

MarkLine lineFor(const MarkedLine& line, const Mark& m)
{
    return line.upright ? MarkLine{{line.at, m.begin}, {line.at, m.end}, line.kind}
                        : MarkLine{{m.begin, line.at}, {m.end, line.at}, line.kind};
}

/// What a mark takes up, with a little air.
Rect around(const MarkLine& m)
{
    return Rect::fromEdges(std::min(m.from.x, m.to.x), std::min(m.from.y, m.to.y), std::max(m.from.x, m.to.x),
                           std::max(m.from.y, m.to.y))
        .grown(leastClearance);
}

/// The margins of a sheet about all that is printed, and what stands in them so far.
class Margins
{
public:
    Margins(const Rect& area, const std::vector<MarkedPiece>& pieces) : area_(area), hull_(hullOf(pieces)) {}

    static Rect hullOf(const std::vector<MarkedPiece>& pieces)
    {
        Rect hull = pieces.front().printed;
        for (const MarkedPiece& p : pieces)
            hull = hull.united(p.printed);
        return hull;
    }

    [[nodiscard]] const Rect& hull() const { return hull_; }
    [[nodiscard]] const Rect& area() const { return area_; }
    void take(const Rect& r) { taken_.push_back(r); }
    [[nodiscard]] bool isFree(const Rect& r) const
    {
        return area_.contains(r) && !r.overlaps(hull_.grown(leastClearance)) &&
               std::ranges::none_of(taken_, [&](const Rect& t) { return t.overlaps(r); });
    }

private:
    Rect area_;
    Rect hull_;
    std::vector<Rect> taken_;
};

/// The middles of the four margins, by the middle of the sheet: foot, head, left, right.
std::array<Point, 4> marginMiddles(const Margins& margins, Size sheet)
{
    const Rect& hull = margins.hull();
    const Length off = leastClearance + targetSize.part(2);
    return {Point{sheet.w.part(2), hull.bottom() + off},
            {sheet.w.part(2), hull.y - off},
            {hull.x - off, sheet.h.part(2)},
            {hull.right() + off, sheet.h.part(2)}};
}

/// A plain mark of a middle, away from what is printed, as far as there is room.
void addCentreMark(MarksOnSide& marks, Margins& margins, Point middle, bool upright, const SheetMarks& settings)
{
    const Rect& hull = margins.hull();
    const Rect& area = margins.area();
    const bool before = upright ? middle.y < hull.y : middle.x < hull.x;
    const Length from = upright ? (before ? hull.y : hull.bottom()) : (before ? hull.x : hull.right());
    const Length end = upright ? (before ? area.y : area.bottom()) : (before ? area.x : area.right());
    const Length length = std::min(abs(end - from) - settings.clearance, settings.length);
    if (length < shortestMark)
        return;
    const int sign = before ? -1 : 1;
    const Length near = from + settings.clearance * sign;
    const MarkLine line =
        lineFor({upright, MarkKind::Centre, upright ? middle.x : middle.y}, {near, near + length * sign});
    if (!margins.isFree(around(line)))
        return;
    marks.lines.push_back(line);
    margins.take(around(line));
}

/// Registration marks in the middle of each margin, or as near to it as other marks let them; centre marks in the very
/// middle where there is none. `mirrored` says which directions the sheet has turned round, so that those of both sides
/// fall on each other.
void addTargets(MarksOnSide& marks, Margins& margins, Size sheet, const SheetMarks& settings,
                std::pair<bool, bool> mirrored)
{
    int margin = 0;
    for (const Point& middle : marginMiddles(margins, sheet)) {
        const bool upright = margin++ < 2; // it lies above or below what is printed
        bool centred = false;
        for (int i = 0; settings.registration && i < 9; ++i) {
            const bool turned = upright ? mirrored.first : mirrored.second;
            const Length off = targetSize * ((i + 1) / 2) * (((i % 2 == 1) != turned) ? 1 : -1);
            const Point at = upright ? Point{middle.x + off, middle.y} : Point{middle.x, middle.y + off};
            const Rect target = Rect{at.x, at.y, {}, {}}.grown(targetSize.part(2));
            if (!margins.isFree(target))
                continue;
            marks.targets.push_back(target);
            margins.take(target.grown(leastClearance));
            centred = i == 0;
            break;
        }
        if (settings.centre && !centred)
            addCentreMark(marks, margins, middle, upright, settings);
    }
}

/// The strip beside what is printed in which a bar or a label stands: along the foot, the head, left or right.
std::array<Rect, 4> strips(const Margins& margins, Length width)
{
    const Rect& hull = margins.hull();
    const Rect& area = margins.area();
    const Length air = Length::mm(1);
    return {Rect{area.x, hull.bottom() + air, area.w, width},
            {area.x, hull.y - air - width, area.w, width},
            {hull.x - air - width, area.y, width, area.h},
            {hull.right() + air, area.y, width, area.h}};
}

/// The first place in a strip that is free for a stretch of this length.
std::optional<Rect> placeIn(const Rect& strip, Length length, const Margins& margins)
{
    const bool level = strip.w >= strip.h;
    const Length step = Length::mm(1);
    const Length whole = level ? strip.w : strip.h;
    for (Length at; at + length <= whole; at += step) {
        const Rect r =
            level ? Rect{strip.x + at, strip.y, length, strip.h} : Rect{strip.x, strip.y + at, strip.w, length};
        if (margins.isFree(r))
            return r;
    }
    return std::nullopt;
}

/// A patch of each ink after the other, again and again along the foot; beside what is printed where there is no room.
void addBar(MarksOnSide& marks, Margins& margins, const QStringList& inks)
{
    if (inks.isEmpty())
        return;
    for (const Rect& strip : strips(margins, patchSize)) {
        const bool level = strip.w >= strip.h;
        const Length whole = level ? strip.w : strip.h;
        int next = 0;
        for (Length at; at + patchSize <= whole; at += patchSize) {
            const Rect r = level ? Rect{strip.x + at, strip.y, patchSize, patchSize}
                                 : Rect{strip.x, strip.y + at, patchSize, patchSize};
            if (margins.isFree(r))
                marks.bar.push_back({r, inks[next++ % inks.size()]});
        }
        if (next >= inks.size())
            break;
        marks.bar.clear();
    }
    for (const InkPatch& patch : marks.bar)
        margins.take(patch.area);
}

void addLabel(MarksOnSide& marks, Margins& margins)
{
    for (const Length length : {Length::mm(150), Length::mm(110), Length::mm(80), Length::mm(50)})
        for (const Rect& strip : strips(margins, labelHeight))
            if (const auto place = placeIn(strip, length, margins)) {
                marks.label = SheetLabel{*place, strip.w >= strip.h ? Turn::None : Turn::ThreeQuarters};
                margins.take(*place);
                return;
            }
}

/// The pieces of a side of a sheet with the lines they are cut and folded at.
void addPieces(std::vector<MarkedPiece>& pieces, const SheetShare& share, Face side)
{
    const PieceParts& parts = share.parts;
    const PressForm& form = share.form;
    const std::vector<SheetSlot>& slots = form.layout->side(side);
    const std::vector<PlacedSurface> placed = placedOn(parts, form, side);
    for (std::size_t i = 0; i < slots.size(); ++i) {
        const SheetSlot& slot = slots[i];
        const int work = form.works[i];
        if (work < 0)
            continue;
        MarkedPiece piece;
        const PressUnit unit = unitOf(parts, form.component, work);
        Rect printed = slot.trim;
        for (const PlacedSurface& p : placed)
            if (p.slot == int(i))
                printed = printed.united(p.printed);
        piece.printed = printed;
        const auto add = [&](const UnitLine& line, MarkKind kind) {
            const Length some = Length::mm(1);
            const Point from = onSheet(slot, line.upright ? Point{line.at, Length()} : Point{Length(), line.at});
            const Point to = onSheet(slot, line.upright ? Point{line.at, some} : Point{some, line.at});
            const bool upright = from.x == to.x;
            piece.lines.push_back({upright, kind, upright ? from.x : from.y});
        };
        for (const UnitLine& line : linesOn(parts, form.component, work, slot.shows))
            add(line, line.fold ? MarkKind::Fold : MarkKind::Crop);
        // Several sheets that are folded are cut apart first.
        if (unit.columns * unit.rows > 1 && slots.size() > 1)
            for (const bool upright : {true, false})
                for (const Length at : {Length(), upright ? unit.size.w : unit.size.h})
                    add({upright, false, at}, MarkKind::Crop);
        for (const bool upright : {true, false})
            for (const Length at : {upright ? printed.x : printed.y, upright ? printed.right() : printed.bottom()})
                piece.lines.push_back({upright, MarkKind::Bleed, at});
        pieces.push_back(std::move(piece));
    }
}

std::vector<MarkedPiece> piecesOn(const std::vector<SheetShare>& shares, Face side)
{
    std::vector<MarkedPiece> pieces;
    for (const SheetShare& share : shares)
        addPieces(pieces, share, side);
    return pieces;
}

void addSteps(MarksOnSide& marks, const SheetShare& share)
{
    const std::vector<SheetSlot>& slots = share.form.layout->front;
    for (std::size_t i = 0; i < slots.size(); ++i)
        if (slots[i].shows == Face::Outside && share.form.works[i] >= 0)
            if (const auto step = collatingStep(share.parts, share.form.works[i]))
                marks.steps.push_back(onSheet(slots[i], *step));
}

/// The inks of a side, each once.
QStringList inksOn(const std::vector<SheetShare>& shares, Face side)
{
    QStringList inks;
    for (const SheetShare& share : shares) {
        QStringList plates = platesOf(share.parts.job);
        if (share.parts.job.faceInks[std::size_t(side)].process == 1)
            plates = plates.mid(3);
        for (const QString& plate : plates)
            if (!inks.contains(plate))
                inks << plate;
    }
    return inks;
}

} // namespace

std::vector<MarkLine> lineMarks(const std::vector<MarkedPiece>& pieces, const Rect& area, const SheetMarks& settings)
{
    std::vector<Rect> bleeds;
    for (const MarkedPiece& piece : pieces)
        bleeds.push_back(piece.printed);
    std::vector<MarkLine> marks;
    for (const auto& [line, stretches] : linesOf(pieces, settings))
        for (const Mark& m : marksOf(line, stretches, area, bleeds, settings))
            marks.push_back(lineFor(line, m));
    return marks;
}

Rect flatPage(const Paper& paper, Face face)
{
    const SheetMarks usual;
    return bleedOf(paper, face).grown(usual.clearance + usual.length + Length::mm(2));
}

std::vector<MarkLine> flatMarks(const Paper& paper, Face face)
{
    const SheetMarks usual;
    MarkedPiece piece;
    piece.printed = bleedOf(paper, face);
    for (const bool upright : {true, false})
        for (const Length at : {Length(), upright ? paper.flat.w : paper.flat.h})
            piece.lines.push_back({upright, MarkKind::Crop, at});
    for (const FoldLine& fold : paper.folds)
        piece.lines.push_back({fold.axis == Axis::Vertical, MarkKind::Fold, fold.at[std::size_t(face)]});
    return lineMarks({piece}, piece.printed.grown(usual.clearance + usual.length), usual);
}

MarksOnSide marksOn(const PieceParts& parts, const PressForm& form, Face side)
{
    return marksOn({SheetShare{parts, form}}, side);
}

MarksOnSide marksOn(const std::vector<SheetShare>& shares, Face side)
{
    MarksOnSide marks;
    const std::vector<MarkedPiece> pieces = piecesOn(shares, side);
    if (pieces.empty())
        return marks;
    const SheetMarks& settings = shares.front().parts.job.press.marks;
    const SheetLayout& layout = *shares.front().form.layout;
    marks.lines = lineMarks(pieces, layout.area(side), settings);
    for (const SheetShare& share : shares)
        if (settings.collating && side == Face::Outside && share.form.component == Component::Text)
            addSteps(marks, share);
    Margins margins(layout.area(side), pieces);
    for (const MarkLine& line : marks.lines)
        margins.take(around(line));
    const bool inner = side == Face::Inside;
    addTargets(marks, margins, layout.sheet, settings,
               {inner && layout.turnsAboutVertical, inner && !layout.turnsAboutVertical});
    if (settings.bar)
        addBar(marks, margins, inksOn(shares, side));
    if (settings.label)
        addLabel(marks, margins);
    return marks;
}

int cutsWithoutMark(const std::vector<SheetShare>& shares)
{
    SheetMarks all;
    const std::vector<MarkedPiece> pieces = piecesOn(shares, Face::Outside);
    std::set<std::pair<bool, Length>> lines;
    for (const MarkedPiece& piece : pieces)
        for (const MarkedPiece::Line& line : piece.lines)
            if (line.kind == MarkKind::Crop)
                lines.insert({line.upright, line.at});
    for (const MarkLine& mark : lineMarks(pieces, shares.front().form.layout->frontArea, all))
        if (mark.kind == MarkKind::Crop)
            lines.erase(mark.from.x == mark.to.x ? std::pair(true, mark.from.x) : std::pair(false, mark.from.y));
    // At the edge of the sheet nothing is cut.
    const Size sheet = shares.front().form.layout->sheet;
    std::erase_if(lines, [&](const auto& line) {
        return line.second == Length() || line.second == (line.first ? sheet.w : sheet.h);
    });
    return int(lines.size());
}

} // namespace hinge
