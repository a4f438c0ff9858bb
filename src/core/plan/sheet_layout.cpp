// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/sheet_layout.h"

#include "core/paper/guillotine_fill.h"
#include "core/plan/sheet_marks.h"
#include "core/units/page_sizes.h"

#include <algorithm>
#include <limits>
#include <tuple>

namespace hinge
{
namespace
{

/// After turning the sheet, what was on the left is on the right (or what was at the head at the foot).
SheetSlot turnedPlace(const SheetSlot& place, Size sheet, bool aboutVertical)
{
    SheetSlot back = place;
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

Rect printable(const Press& press, Size sheet)
{
    return Rect::fromEdges(press.margin, press.gripper, sheet.w - press.margin, sheet.h - press.margin);
}

/// Where pieces may lie: printable on the front, and on the back, too. Turned head to foot, the gripper takes the other
/// edge for the second side, so that this must be free as well.
Rect fillable(const Press& press, Size sheet)
{
    const Rect front = printable(press, sheet);
    if (turnsAboutVertical(sheet, press.flip))
        return front;
    return Rect::fromEdges(front.x, front.y, front.right(), std::min(front.bottom(), sheet.h - press.gripper));
}

/// Rows of pieces that all lie the same way; upright if that fits, else turned. Zero columns or rows are as many as
/// fit.
std::vector<FillCell> gridFill(Size cell, Size area, int columns, int rows)
{
    for (const bool turned : {false, true}) {
        const Size c = turned ? cell.turned() : cell;
        const int mostColumns = int(area.w / c.w);
        const int mostRows = int(area.h / c.h);
        const int across = columns > 0 ? columns : mostColumns;
        const int down = rows > 0 ? rows : mostRows;
        if (across < 1 || down < 1 || across > mostColumns || down > mostRows)
            continue;
        std::vector<FillCell> cells;
        for (int row = 0; row < down; ++row)
            for (int column = 0; column < across; ++column)
                cells.push_back({{c.w * column, c.h * row, c.w, c.h}, turned});
        return cells;
    }
    return {};
}

/// What each piece takes up on the sheet beyond its trim, upright: left, top, right, bottom.
std::array<Length, 4> roomAround(const PieceOnPress& piece)
{
    if (!piece.press.gap)
        return piece.bleeds;
    const Length half = piece.press.gap->part(2);
    return {half, half, half, half};
}

Turn turnedBy(Turn turn, Turn more) { return Turn((int(turn) + int(more)) % 360); }

} // namespace

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

int countOnSheet(const Press& press, Size cell)
{
    return int(bestGuillotineFill(cell, fillable(press, press.sheet).size()).size());
}

PieceOnPress pieceOnPress(const Job& job, const Paper& paper, qint64 pieces)
{
    return {job.press, paper.flat, paper.bleeds, paper.tumbled, job.overs, pieces};
}

SheetLayout layOutSheet(const PieceOnPress& piece, Size sheet)
{
    const Press& press = piece.press;
    SheetLayout layout;
    layout.sheet = sheet;
    layout.frontArea = printable(press, sheet);
    const bool aboutVertical = turnsAboutVertical(sheet, press.flip);
    layout.backArea = layout.frontArea; // the gripper holds the head of either side
    layout.fillArea = fillable(press, sheet);

    const auto around = roomAround(piece);
    const Size cell{piece.flat.w + around[0] + around[2], piece.flat.h + around[1] + around[3]};
    // With a gap of their own pieces bleed beyond their cells at the ends of a row.
    const Length beyond = press.gap ? *std::ranges::max_element(piece.bleeds) - press.gap->part(2) : Length();
    const Rect area = layout.fillArea.grown(-beyond);
    const bool typed = sheet == press.sheet && (press.columns > 0 || press.rows > 0);
    const std::vector<FillCell> cells =
        typed ? gridFill(cell, area.size(), press.columns, press.rows) : bestGuillotineFill(cell, area.size());
    if (cells.empty())
        return layout;

    Length right;
    Length bottom;
    for (const FillCell& c : cells) {
        right = std::max(right, c.cell.right());
        bottom = std::max(bottom, c.cell.bottom());
    }
    // The block stands in the middle of what can be filled, unless marks would not fit at both ends: then one end gets
    // them, along the sheet the foot, away from the gripper.
    const auto farRoom = [](Length free) { return free >= (markClearance + shortestMark) * 2 ? free.part(2) : free; };
    const Point origin{area.right() - farRoom(area.w - right) - right,
                       area.bottom() - farRoom(area.h - bottom) - bottom};

    for (const FillCell& c : cells) {
        const Turn turn = c.turned ? Turn::Quarter : Turn::None;
        const auto out = turnedBleeds(around, turn);
        const Rect trim = Rect::fromEdges(c.cell.x + origin.x + out[0], c.cell.y + origin.y + out[1],
                                          c.cell.right() + origin.x - out[2], c.cell.bottom() + origin.y - out[3]);
        layout.front.push_back({trim, turn});
        layout.back.push_back(turnedPlace(layout.front.back(), sheet, aboutVertical));
        // The inside of a piece that opens upwards backs its outside head to foot.
        if (piece.tumbled)
            layout.back.back().turn = turnedBy(layout.back.back().turn, Turn::Half);
    }
    layout.usedPercent =
        100.0 * layout.up() * piece.flat.w.toMm() * piece.flat.h.toMm() / (sheet.w.toMm() * sheet.h.toMm());
    std::vector<Rect> trims;
    for (const SheetSlot& place : layout.front)
        trims.push_back(place.trim);
    if (const auto tree = cutTreeOf(sheet, trims))
        layout.cuts = pileCutsIn(*tree);
    return layout;
}

qint64 sheetsFor(qint64 pieces, int up) { return up > 0 ? (pieces + up - 1) / up : 0; }
qint64 oversFor(qint64 sheets, Percent share) { return (sheets * share.hundredths() + 9'999) / 10'000; }

/// Sheets that shops and offices have, fed long edge first.
const std::vector<Size>& usualSheets()
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

std::vector<SheetLayout> arrangements(const PieceOnPress& piece)
{
    std::vector<Size> sheets{piece.press.sheet};
    for (const Size& usual : usualSheets())
        if (usual != piece.press.sheet)
            sheets.push_back(usual);
    std::vector<SheetLayout> all;
    for (const Size& sheet : sheets) {
        SheetLayout layout = layOutSheet(piece, sheet);
        layout.sheets = sheetsFor(piece.pieces, layout.up());
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
        return std::tuple(l.up() == 0, !frugal, frugal ? l.sheet.w.toMm() * l.sheet.h.toMm() : taken, l.cuts);
    });
    return all;
}

} // namespace hinge
