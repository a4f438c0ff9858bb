// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/press/sheet_layout.h"

#include "core/paper/guillotine_fill.h"
#include "core/press/sheet_marks.h"
#include "core/units/page_sizes.h"

#include <algorithm>
#include <functional>
#include <limits>
#include <set>
#include <tuple>

namespace hinge
{
namespace
{

/// After turning the sheet, what was on the left is on the right (or what was at the head at the foot).
SheetSlot turnedPlace(const SheetSlot& place, Size sheet, bool aboutVertical)
{
    SheetSlot back = place;
    back.shows = otherFace(place.shows);
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

bool turnsAboutVertical(Size sheet, const Press& press)
{
    if (press.work == WorkStyle::WorkAndTurn)
        return true;
    if (press.work == WorkStyle::WorkAndTumble)
        return false;
    // Turning about the long edge of a landscape sheet moves head to foot; about its short edge, left to right.
    const bool landscape = sheet.w >= sheet.h;
    return landscape == (press.flip == FlipEdge::Short);
}

/// What is printed up to the knife on an office printer has its edges where the paper has them.
bool reachesEdges(const PieceOnPress& piece)
{
    return piece.press.device == Device::OfficePrinter &&
           std::ranges::all_of(piece.bleeds, [](Length bleed) { return bleed == Length(); });
}

Rect printable(const Press& press, Size sheet)
{
    return Rect::fromEdges(press.margin, press.gripper, sheet.w - press.margin, sheet.h - press.margin);
}

/// Where pieces may lie: printable on the front, and on the back, too. Turned head to foot, the gripper takes the other
/// edge for the second side, so that this must be free as well.
Rect fillable(const Press& press, Size sheet)
{
    const Rect front = printable(press, sheet);
    if (press.work == WorkStyle::OneSide || turnsAboutVertical(sheet, press))
        return front;
    return Rect::fromEdges(front.x, front.y, front.right(), std::min(front.bottom(), sheet.h - press.gripper));
}

/// Rows of pieces that all lie the same way. Zero columns or rows are as many as fit.
std::vector<FillCell> gridFill(Size cell, Size area, int columns, int rows, bool turned)
{
    const Size c = turned ? cell.turned() : cell;
    const int mostColumns = int(area.w / c.w);
    const int mostRows = int(area.h / c.h);
    const int across = columns > 0 ? columns : mostColumns;
    const int down = rows > 0 ? rows : mostRows;
    if (across < 1 || down < 1 || across > mostColumns || down > mostRows)
        return {};
    std::vector<FillCell> cells;
    for (int row = 0; row < down; ++row)
        for (int column = 0; column < across; ++column)
            cells.push_back({{c.w * column, c.h * row, c.w, c.h}, turned});
    return cells;
}

std::vector<FillCell> filled(const PieceOnPress& piece, Size cell, Size area, bool typed)
{
    const auto [upright, turned] = turnsAllowed(piece);
    if (!typed && upright && turned)
        return bestGuillotineFill(cell, area);
    std::vector<FillCell> best;
    for (const bool quarter : {false, true}) {
        if (quarter ? !turned : !upright)
            continue;
        auto cells = gridFill(cell, area, typed ? piece.press.columns : 0, typed ? piece.press.rows : 0, quarter);
        // Where rows are typed the first way that holds them is taken, else the one that holds more.
        if (typed ? best.empty() : cells.size() > best.size())
            best = std::move(cells);
    }
    return best;
}

/// What each piece takes up on the sheet beyond its trim, upright: left, top, right, bottom.
std::array<Length, 4> roomAround(const PieceOnPress& piece)
{
    if (!piece.press.gap)
        return piece.bleeds;
    const Length half = piece.press.gap->part(2);
    return {half, half, half, half};
}

/// The block of cells and where it stands.
struct Block {
    std::vector<FillCell> cells;
    Point origin;
};

/// Of an area, what is filled of a sheet that is printed from one form: the half up to the line it is turned about.
Rect filledHalf(const Rect& area, Size sheet, WorkStyle work)
{
    if (work == WorkStyle::WorkAndTurn)
        return Rect::fromEdges(std::max(area.x, sheet.w - area.right()), area.y, sheet.w.part(2), area.bottom());
    if (work == WorkStyle::WorkAndTumble)
        return Rect::fromEdges(area.x, std::max(area.y, sheet.h - area.bottom()), area.right(), sheet.h.part(2));
    return area;
}

/// Where a block stands: in the middle of its area, unless marks would not fit at both ends: then one end gets them,
/// along the sheet the foot, away from the gripper. What is printed from one form on both sides lies against the line
/// the sheet is turned about, where its copy goes on.
Point originIn(const Rect& area, Size block, const Press& press)
{
    const Length room = (press.marks.clearance + shortestMark) * 2;
    const auto farRoom = [&](Length free, WorkStyle against) {
        return press.work == against ? Length() : free >= room ? free.part(2) : free;
    };
    return {area.right() - farRoom(area.w - block.w, WorkStyle::WorkAndTurn) - block.w,
            area.bottom() - farRoom(area.h - block.h, WorkStyle::WorkAndTumble) - block.h};
}

Block blockIn(const PieceOnPress& piece, const Rect& fill, Size sheet, bool typed)
{
    const Press& press = piece.press;
    const auto around = roomAround(piece);
    const Size cell{piece.size.w + around[0] + around[2], piece.size.h + around[1] + around[3]};
    // With a gap of their own pieces bleed beyond their cells at the ends of a row.
    const Length beyond = press.gap ? *std::ranges::max_element(piece.bleeds) - press.gap->part(2) : Length();
    const Rect area = filledHalf(fill.grown(-beyond), sheet, press.work);
    const bool turn = press.work == WorkStyle::WorkAndTurn;
    const bool tumble = press.work == WorkStyle::WorkAndTumble;
    PieceOnPress half = piece;
    if (turn)
        half.press.columns = piece.press.columns / 2;
    if (tumble)
        half.press.rows = piece.press.rows / 2;
    Block block{filled(half, cell, area.size(), typed), {}};
    Length right;
    Length bottom;
    for (const FillCell& c : block.cells) {
        right = std::max(right, c.cell.right());
        bottom = std::max(bottom, c.cell.bottom());
    }
    block.origin = originIn(area, {right, bottom}, press);
    if (press.offset && !turn && !tumble && !block.cells.empty()) {
        block.origin = {press.offset->x - around[0], press.offset->y - around[1]};
        if (!area.contains({block.origin.x, block.origin.y, right, bottom}))
            block.cells.clear();
    }
    return block;
}

/// Rows as they lie from head to foot: pieces that begin at one height.
void turnEveryOtherRow(std::vector<SheetSlot>& slots)
{
    std::set<Length> heads;
    for (const SheetSlot& slot : slots)
        heads.insert(slot.trim.y);
    for (SheetSlot& slot : slots)
        if (std::distance(heads.begin(), heads.find(slot.trim.y)) % 2 == 1)
            slot.turn = turnedBy(slot.turn, Turn::Half);
}

/// The knife's way that takes fewer strokes, of the two it can begin with.
void addCuts(SheetLayout& layout, const Knife& knife)
{
    std::vector<Rect> trims;
    for (const SheetSlot& slot : layout.front)
        trims.push_back(slot.trim);
    bool found = false;
    for (const Axis first : {Axis::Vertical, Axis::Horizontal}) {
        const auto tree = cutTreeOf(layout.sheet, trims, first);
        if (!tree)
            continue;
        KnifeProgram program = knifeProgram(layout.sheet, *tree, knife);
        if (found && program.steps.size() >= layout.program.steps.size())
            continue;
        found = true;
        layout.tree = *tree;
        layout.program = std::move(program);
    }
}

/// A sheet with nothing on it yet.
SheetLayout bareSheet(const Press& press, Size sheet)
{
    SheetLayout layout;
    layout.sheet = sheet;
    layout.work = press.work;
    layout.frontArea = printable(press, sheet);
    layout.backArea = layout.frontArea; // the gripper holds the head of either side
    layout.turnsAboutVertical = turnsAboutVertical(sheet, press);
    layout.fillArea = fillable(press, sheet);
    return layout;
}

/// Puts pieces into the slots of the front, and lets the back follow from the turn. `tumbled` tells of a piece whether
/// it opens upwards.
void addSlots(SheetLayout& layout, const std::vector<SheetSlot>& laid, const Press& press,
              const std::function<bool(int piece)>& tumbled)
{
    layout.front = laid;
    if (press.headToHead)
        turnEveryOtherRow(layout.front);
    const auto behind = [&](const SheetSlot& slot) {
        SheetSlot back = turnedPlace(slot, layout.sheet, layout.turnsAboutVertical);
        // The inside of a piece that opens upwards backs its outside head to foot.
        if (tumbled(slot.piece))
            back.turn = turnedBy(back.turn, Turn::Half);
        return back;
    };
    if (layout.isOneForm())
        for (std::size_t i = 0, count = layout.front.size(); i < count; ++i)
            layout.front.push_back(behind(layout.front[i]));
    std::ranges::stable_sort(layout.front, {}, [](const SheetSlot& s) { return std::tuple(s.trim.y, s.trim.x); });
    for (std::size_t i = 0; i < layout.front.size(); ++i)
        layout.front[i].left = std::ranges::find(press.left, int(i) + 1) != press.left.end();
    for (std::size_t i = 0; i < layout.front.size(); ++i) {
        const SheetSlot back = behind(layout.front[i]);
        const auto partner = std::ranges::find(layout.front, back.trim, &SheetSlot::trim);
        layout.partner.push_back(layout.isOneForm() ? int(partner - layout.front.begin()) : int(i));
        if (press.work != WorkStyle::OneSide)
            layout.back.push_back(back);
    }
    // What changes places with a slot that is left free cannot be printed either.
    for (std::size_t i = 0; i < layout.front.size(); ++i)
        layout.front[i].left = layout.front[i].left || layout.front[std::size_t(layout.partner[i])].left;
    double used = 0;
    for (std::size_t i = 0; i < layout.front.size(); ++i) {
        const SheetSlot& slot = layout.front[i];
        if (i < layout.back.size())
            layout.back[i].left = slot.left;
        if (!slot.left)
            used += slot.trim.w.toMm() * slot.trim.h.toMm();
    }
    layout.usedPercent = 100.0 * used / (layout.sheet.w.toMm() * layout.sheet.h.toMm());
    addCuts(layout, press.knife);
}

} // namespace

std::pair<bool, bool> turnsAllowed(const PieceOnPress& piece)
{
    bool upright = piece.press.turn != SlotTurn::Quarter;
    bool turned = piece.press.turn != SlotTurn::Upright;
    if (piece.press.grain) {
        upright = upright && piece.grain == *piece.press.grain;
        turned = turned && piece.grain != *piece.press.grain;
    }
    return {upright, turned};
}

std::vector<Face> SheetLayout::sidesGiven(Device device) const
{
    if (printedSides(work) == 1 || (isOneForm() && device == Device::ProductionPress))
        return {Face::Outside};
    return {Face::Outside, Face::Inside};
}

int SheetLayout::up() const { return int(std::ranges::count(front, false, &SheetSlot::left)); }

std::array<Length, 4> turnedBleeds(std::array<Length, 4> b, Turn turn)
{
    // A quarter turn brings the left edge to the head, the head to the right.
    for (int quarters = int(turn) / 90; quarters > 0; --quarters)
        b = {b[3], b[0], b[1], b[2]};
    return b;
}

Point onSheet(const SheetSlot& place, Point p)
{
    const Rect& t = place.trim;
    switch (place.turn) {
    case Turn::None: return {t.x + p.x, t.y + p.y};
    case Turn::Quarter: return {t.right() - p.y, t.y + p.x};
    case Turn::Half: return {t.right() - p.x, t.bottom() - p.y};
    case Turn::ThreeQuarters: return {t.x + p.y, t.bottom() - p.x};
    }
    return {};
}

Rect onSheet(const SheetSlot& slot, const Rect& r)
{
    const Point a = onSheet(slot, Point{r.x, r.y});
    const Point b = onSheet(slot, Point{r.right(), r.bottom()});
    return Rect::fromEdges(std::min(a.x, b.x), std::min(a.y, b.y), std::max(a.x, b.x), std::max(a.y, b.y));
}

SheetLayout layOutSheet(const PieceOnPress& piece, Size sheet)
{
    const Press& press = piece.press;
    SheetLayout layout = bareSheet(press, sheet);
    if (reachesEdges(piece))
        layout.fillArea = {Length(), Length(), sheet.w, sheet.h};
    const bool typed = sheet == press.sheet && (press.columns > 0 || press.rows > 0);
    const Block block = blockIn(piece, layout.fillArea, sheet, typed);
    if (block.cells.empty())
        return layout;
    const auto around = roomAround(piece);
    std::vector<SheetSlot> laid;
    for (const FillCell& c : block.cells) {
        const Turn turn = c.turned ? Turn::Quarter : Turn::None;
        laid.push_back({c.cell.moved(block.origin).without(turnedBleeds(around, turn)), turn});
    }
    addSlots(layout, laid, press, [&](int) { return piece.tumbled; });
    return layout;
}

Rect areaOfGang(const Press& press, Size sheet) { return filledHalf(fillable(press, sheet), sheet, press.work); }

SheetLayout layOutGang(const Press& press, Size sheet, const std::vector<PieceOnPress>& pieces,
                       const std::vector<MixedCell>& cells)
{
    SheetLayout layout = bareSheet(press, sheet);
    Size block;
    for (const MixedCell& c : cells)
        block = {std::max(block.w, c.cell.right()), std::max(block.h, c.cell.bottom())};
    const Point origin = originIn(areaOfGang(press, sheet), block, press);
    std::vector<SheetSlot> laid;
    for (const MixedCell& c : cells) {
        const Turn turn = c.turned ? Turn::Quarter : Turn::None;
        const auto bleeds = turnedBleeds(pieces[std::size_t(c.piece)].bleeds, turn);
        laid.push_back({c.cell.moved(origin).without(bleeds), turn});
        laid.back().piece = c.piece;
    }
    Press plain = press; // slots of a gang are not turned by their row
    plain.headToHead = false;
    addSlots(layout, laid, plain, [&](int piece) { return pieces[std::size_t(piece)].tumbled; });
    return layout;
}

qint64 sheetsFor(qint64 pieces, int up) { return up > 0 ? (pieces + up - 1) / up : 0; }
qint64 oversFor(qint64 sheets, Percent share) { return (sheets * share.hundredths() + 9'999) / 10'000; }

bool isInPiles(const PieceOnPress& piece)
{
    return piece.press.fill == SlotFill::Piles && piece.works > 1 && piece.smaller.empty();
}

qint64 formsOfRun(const PieceOnPress& piece, const SheetLayout& layout)
{
    return isInPiles(piece) ? sheetsFor(piece.works, layout.places()) : piece.works;
}

SheetLayout layOutSmaller(const PieceOnPress& piece, Size unit, Size sheet)
{
    PieceOnPress small = piece;
    small.size = unit;
    small.press.columns = 0;
    small.press.rows = 0;
    small.press.offset.reset();
    small.press.left.clear();
    return layOutSheet(small, sheet);
}

qint64 sheetsOfRun(const PieceOnPress& piece, const SheetLayout& layout)
{
    if (layout.up() == 0)
        return 0;
    if (isInPiles(piece))
        return formsOfRun(piece, layout) * sheetsFor(piece.pieces, layout.up() / layout.places());
    qint64 sheets = 0;
    int largest = piece.works;
    for (const auto& [unit, works] : piece.smaller) {
        sheets += works * sheetsFor(piece.pieces, layOutSmaller(piece, unit, layout.sheet).up());
        largest -= works;
    }
    return sheets + largest * sheetsFor(piece.pieces, layout.up());
}

const std::vector<Size>& usualPressSheets()
{
    static const std::vector<Size> sheets = [] {
        std::vector<Size> found;
        for (const QString& name :
             {QStringLiteral("A4"), QStringLiteral("A3"), QStringLiteral("SRA3"), QStringLiteral("SRA2"),
              QStringLiteral("SRA1"), QStringLiteral("Letter"), QStringLiteral("Legal"), QStringLiteral("Tabloid"),
              QStringLiteral("12 × 18 in"), QStringLiteral("13 × 19 in"), QStringLiteral("19 × 25 in"),
              QStringLiteral("20 × 26 in"), QStringLiteral("23 × 35 in"), QStringLiteral("25 × 38 in"),
              QStringLiteral("28 × 40 in")})
            if (const auto size = findPageSize(name))
                found.push_back(size->size.turned());
        return found;
    }();
    return sheets;
}

QList<SheetLayout> arrangements(const PieceOnPress& piece)
{
    std::vector<Size> sheets{piece.press.sheet};
    for (const Size& usual : usualPressSheets())
        if (usual != piece.press.sheet)
            sheets.push_back(usual);
    QList<SheetLayout> all;
    for (const Size& sheet : sheets) {
        SheetLayout layout = layOutSheet(piece, sheet);
        layout.sheets = sheetsOfRun(piece, layout);
        layout.overs = oversFor(layout.sheets, piece.overs);
        if (layout.up() > 0 || sheet == piece.press.sheet)
            all.push_back(std::move(layout));
    }
    double least = std::numeric_limits<double>::max();
    for (const SheetLayout& l : all)
        if (l.up() > 0)
            least = std::min(least, l.paperOfRun());
    std::ranges::stable_sort(all, {}, [least](const SheetLayout& l) {
        const double taken = l.paperOfRun();
        const bool frugal = taken <= least * 1.1;
        return std::tuple(l.up() == 0, !frugal, frugal ? l.sheet.w.toMm() * l.sheet.h.toMm() : taken, l.cuts());
    });
    return all;
}

} // namespace hinge
