// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/paper/cut_tree.h"
#include "core/paper/mixed_fill.h"
#include "core/piece/panels.h"
#include "core/press/knife_program.h"

#include <QList>
#include <array>

namespace hinge
{

/// What the knife frees, on one side of a press sheet.
struct SheetSlot {
    /// In sheet coordinates (origin at the head-left corner of that side): the trim of a flat, or all of the sheet
    /// that is folded.
    Rect trim;
    Turn turn = Turn::None;
    /// Which of its sides shows here: the outer one on the front, unless both sides are printed from one form.
    Face shows = Face::Outside;
    /// It is left free.
    bool left = false;
    int piece = 0; ///< which one lies in it, where several share the sheet
    bool operator==(const SheetSlot&) const = default;
};

/// Where a place of what lies in a slot, from its own head-left corner, comes to lie on the sheet. All that is laid on
/// sheets goes by this.
[[nodiscard]] Point onSheet(const SheetSlot& slot, Point inSlot);
/// The same of a rectangle.
[[nodiscard]] Rect onSheet(const SheetSlot& slot, const Rect& inSlot);

/// Bleeds of an upright piece (left, top, right, bottom) as they lie when it is turned clockwise.
[[nodiscard]] std::array<Length, 4> turnedBleeds(std::array<Length, 4> bleeds, Turn turn);
/// One turn after another.
[[nodiscard]] inline Turn turnedBy(Turn turn, Turn more) { return Turn((int(turn) + int(more)) % 360); }

/// One way of filling one press sheet.
struct SheetLayout {
    Size sheet;
    /// Along the rows of the front.
    std::vector<SheetSlot> front;
    /// The same slots seen after the sheet has been turned, in the same order; empty when it is not.
    std::vector<SheetSlot> back;
    /// The slot whose printing comes onto the back of each: itself, or the one it changes places with when the sheet is
    /// turned and printed from the same form.
    std::vector<int> partner;
    /// The sheet is turned left to right, else head to foot.
    bool turnsAboutVertical = true;
    WorkStyle work = WorkStyle::Sheetwise;
    /// Printable area of either side; the gripper lies at the head of the side that is printed.
    Rect frontArea;
    Rect backArea;
    /// Where pieces may lie on the front, so that both sides are printable.
    Rect fillArea;
    /// How the knife frees the slots; their places in `front` are the pieces of the tree. The program is read off it.
    CutNode tree;
    KnifeProgram program;
    /// Area of the pieces against the area of the sheet, in percent.
    double usedPercent = 0;
    /// Good sheets for the whole run, and the overs on top; 0 in a layout by itself.
    qint64 sheets = 0;
    qint64 overs = 0;

    /// How often the knife comes down to free every piece; parts that are cut at one setting are cut together.
    [[nodiscard]] int cuts() const { return int(program.steps.size()); }
    /// Pieces that one sheet gives.
    [[nodiscard]] int up() const;
    /// Different things that one sheet can carry: half as many where each comes twice.
    [[nodiscard]] int places() const { return isOneForm() ? up() / 2 : up(); }
    /// Both sides are printed from the same form.
    [[nodiscard]] bool isOneForm() const { return hinge::isOneForm(work); }
    /// The sides that a device is given to print: a press prints the second side from the plates of the first, any
    /// other machine wants to be given both.
    [[nodiscard]] std::vector<Face> sidesGiven(Device device) const;
    [[nodiscard]] const std::vector<SheetSlot>& side(Face face) const { return face == Face::Outside ? front : back; }
    [[nodiscard]] const Rect& area(Face face) const { return face == Face::Outside ? frontArea : backArea; }
    /// The paper of the whole run, in square metres.
    [[nodiscard]] double paperOfRun() const { return double(sheets + overs) * sheet.w.toMm() * sheet.h.toMm() / 1e6; }
};

/// All that the press sheets of a component depend on, so that an edit which leaves it as it is need not fill, prove
/// and mark sheets again.
struct PieceOnPress {
    Press press;                    ///< with the setup of the component
    Size size;                      ///< as the knife frees it
    std::array<Length, 4> bleeds{}; ///< printed beyond that: left, top, right, bottom
    bool tumbled = false;           ///< see `Paper::tumbled`
    Grain grain = Grain::AlongHeight;
    Length caliper{};
    Percent overs;
    /// Of the run: how many of each work (sheet, signature, leaf), and how many works; 0 where only one sheet matters.
    qint64 pieces = 0;
    int works = 1;
    /// Signatures of a book that have fewer pages than the largest: their size, and how many of the works they are.
    std::vector<std::pair<Size, int>> smaller{};
    /// What else says which page lies where on a unit.
    PieceKind kind = PieceKind::Leaflet;
    bool rightToLeft = false;
    CreepBy creepBy = CreepBy::Nothing;
    std::array<Length, 3> trims{}; ///< at the spine, at the other edges, and the lip of nested sheets
    bool operator==(const PieceOnPress&) const = default;
};

/// Lays the piece out on `sheet`, both sides. Empty `front` when it does not fit at all.
[[nodiscard]] SheetLayout layOutSheet(const PieceOnPress& piece, Size sheet);

/// The same for a smaller unit of the run, which fills the sheet as it fits: what is typed is said of the largest.
[[nodiscard]] SheetLayout layOutSmaller(const PieceOnPress& piece, Size unit, Size sheet);

/// Whether the piece may lie upright, and turned by a quarter.
[[nodiscard]] std::pair<bool, bool> turnsAllowed(const PieceOnPress& piece);

/// Where pieces that share a sheet may be laid: of a sheet that is printed from one form, the half its copy leaves.
[[nodiscard]] Rect areaOfGang(const Press& press, Size sheet);
/// The layout of pieces that share a sheet, as they were laid into that area with their bleeds. The block stands where
/// that of a single piece would. Slots the press leaves free are left so.
[[nodiscard]] SheetLayout layOutGang(const Press& press, Size sheet, const std::vector<PieceOnPress>& pieces,
                                     const std::vector<MixedCell>& cells);

/// Good sheets for a number of pieces, `up` on each.
[[nodiscard]] qint64 sheetsFor(qint64 pieces, int up);
/// Different press sheets that a run takes, all with forms of their own.
[[nodiscard]] qint64 formsOfRun(const PieceOnPress& piece, const SheetLayout& layout);
/// True where each slot carries a run of works, so that they are in order once cut and stacked. Works of several sizes
/// cannot share a sheet.
[[nodiscard]] bool isInPiles(const PieceOnPress& piece);
/// Good sheets of a whole run on a layout; 0 where some of it does not fit.
[[nodiscard]] qint64 sheetsOfRun(const PieceOnPress& piece, const SheetLayout& layout);
/// Sheets to spoil on top. Common practice: a share of the good ones, rounded up.
[[nodiscard]] qint64 oversFor(qint64 sheets, Percent share);

/// Sheets that shops and offices have, fed long edge first.
[[nodiscard]] const std::vector<Size>& usualPressSheets();

/// The layouts on the usual press sheets and on the job's own, best first: by the paper the run takes. Of those that
/// take hardly more than the least (a tenth) the smallest sheet comes first: 250 cards do not want the largest.
[[nodiscard]] QList<SheetLayout> arrangements(const PieceOnPress& piece);

} // namespace hinge
