// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/press/press_unit.h"
#include "core/press/sheet_layout.h"
#include "core/press/stacking.h"

#include <QList>
#include <memory>

namespace hinge
{

/// One press sheet, front and back, as it is printed again and again: which sheet, signature, leaf or flat each slot of
/// its layout carries.
struct PressForm {
    Component component = Component::Flat;
    int number = 1; ///< of its component
    std::shared_ptr<const SheetLayout> layout;
    /// By slot: a sheet, signature or leaf of the pages, from 0; 0 for a flat; -1 for a slot that stays empty.
    std::vector<int> works;
    /// Good sheets, and the overs on top.
    qint64 sheets = 0;
    qint64 overs = 0;

    /// The different ones it carries, in order.
    [[nodiscard]] std::vector<int> differentWorks() const;
    /// Sides that are printed, and printing forms (sets of plates) they take.
    [[nodiscard]] int sides() const { return printedSides(layout->work); }
    [[nodiscard]] int plates() const { return printingForms(layout->work); }
};

/// One component on the press.
struct PressRun {
    Component component = Component::Flat;
    PieceOnPress piece; ///< the largest unit: what the layouts follow from
    /// Of the largest unit on all sheets, best first; see `hinge::arrangements`.
    QList<SheetLayout> arrangements;
    /// Empty where the component does not fit on its sheet.
    QList<PressForm> forms;
    /// Where copies differ: how they are spread over the piles.
    std::optional<Stacking> stacking{};
    qint64 sheets = 0; ///< of all forms
    qint64 overs = 0;
    /// What was found about them; empty until somebody has looked.
    struct Check {
        int unmarkedCuts = 0;           ///< see `cutsWithoutMark`
        std::optional<Problem> fault{}; ///< why the sheets would not give the piece; see `proveRun`
    };
    std::optional<Check> check{};

    /// The layout that was chosen; its `front` is empty where nothing fits.
    [[nodiscard]] const SheetLayout& layout() const;
};

/// Everything a piece needs of the press, in the order it is printed: the cover, or the flat, first. `before` may hold
/// runs of an earlier plan, which are taken over where nothing they follow from has changed.
[[nodiscard]] std::vector<PressRun> pressRuns(const PieceParts& parts, const std::vector<PressRun>* before = nullptr);

/// True of a cover that nobody has begun: its pages are printed without it, and no file is written of its sheets.
[[nodiscard]] bool isCoverNotBegun(const PieceParts& parts, const PressRun& run);

/// A page or face as it lies on a side of a press sheet.
struct PlacedSurface {
    SurfaceId surface;
    int page = 0; ///< as in `UnitPlace`
    int slot = 0;
    /// Its trim on the sheet, and how it is turned there.
    Rect trim;
    Turn turn = Turn::None;
    Rect printed; ///< what of it is printed: up to half way to a neighbour whose bleed it would meet
    Size size;    ///< of the page or face, upright; the trim is narrower where creep made it so
    bool operator==(const PlacedSurface&) const = default;
};
[[nodiscard]] std::vector<PlacedSurface> placedOn(const PieceParts& parts, const PressForm& form, Face side);

/// What one piece has of a press sheet; several have one where jobs share it. All their forms have one layout.
struct SheetShare {
    PieceParts parts;
    PressForm form;
};

/// The number of the pile a slot carries, from 0, as the piles are stacked; -1 for one that stays free.
[[nodiscard]] int pileOf(const SheetLayout& layout, int slot, PileOrder order);

} // namespace hinge
