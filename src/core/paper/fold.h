// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/paper/folded_sheet.h"
#include "core/paper/stock.h"
#include "core/units/length_text.h"
#include "core/units/result.h"

#include <QJsonObject>
#include <optional>
#include <vector>

namespace hinge
{

/// The schemes with a name of their own. A scheme is nothing but a list of steps, see `foldGrid`.
enum class FoldScheme {
    Half,       ///< one fold in the middle
    Roll,       ///< every fold goes the same way, one around the other
    Zigzag,     ///< folds go by turns over and under (a Z with three panels, an accordion with more)
    Gate,       ///< two flaps that meet in the middle
    DoubleGate, ///< a gate that is folded once more in the middle
    Short,      ///< one fold beside the middle: the front stops short and leaves a step
    Cross,      ///< each fold at a right angle to the one before
    HalfRoll,   ///< folded in half across, then rolled
    Own,        ///< the steps stand in the job
};

/// How the flat is folded, as the user decided it.
struct Fold {
    FoldScheme scheme = FoldScheme::Roll;
    /// Panels of one face, 2 to 12.
    int panels = 3;
    /// Rows of panels, for own folds; a named scheme knows its own.
    int rows = 1;
    /// Folded at the head in place of the side; for `Half` and `Short`.
    bool atHead = false;
    /// The panel of the outside face that lies in front when closed, row by row from the left, from 0.
    int coverPanel = 2;
    /// Typed by the user in place of the stock's own; 0 asks for equal panels.
    std::optional<Length> tuckAllowance{};
    /// How far the front stops short of the back; for `Short`.
    Length step = Length::mm(10);
    /// The folds are scored first, as heavy stock wants it.
    bool scored = false;
    /// Widths typed by the user, one a column from the left of the outside face; unset ones share the rest.
    std::vector<std::optional<Length>> widths{};
    /// The steps of an own fold; empty for a named scheme.
    std::vector<FoldStep> steps{};
    QJsonObject extra{};

    bool operator==(const Fold&) const = default;
};

/// A fold as the paper sees it: how many columns and rows, their shares of the flat, and what happens in order.
struct FoldGrid {
    std::vector<int> columnShares{1};
    std::vector<int> rowShares{1};
    std::vector<FoldStep> steps;

    [[nodiscard]] int columns() const { return int(columnShares.size()); }
    [[nodiscard]] int rows() const { return int(rowShares.size()); }
};

/// How many panels a scheme has, where it is not the user's choice; 0 where it is.
[[nodiscard]] int fixedPanels(FoldScheme scheme);

/// The panel that usually lies in front: the last one, or the first of its row for a piece that opens from the right.
[[nodiscard]] int usualFront(const Fold& fold, bool rightToLeft);

/// The steps that bring the wanted panel to the front with the outside face out. A named scheme is tried
/// as it is and mirrored; an own fold is taken as typed. Fails when the panel ends up inside, and then names
/// the panels that can lie in front.
[[nodiscard]] Result<FoldGrid> foldGrid(const Fold& fold);

/// One more step that the fold can take and that leaves its front in front; empty when every line is folded.
[[nodiscard]] std::optional<FoldStep> anotherStep(const Fold& fold);

/// Why some panels are narrower than their share of the flat.
enum class Narrowed {
    Nothing,   ///< none is
    TuckIn,    ///< a fold closes around them
    GateFlaps, ///< they meet in the middle and must not press on each other
    Step,      ///< the front of a short fold stops short, as was asked for
};

/// How much narrower than its share each column (row) is: so many allowances.
struct Narrowing {
    Narrowed why = Narrowed::Nothing;
    std::vector<int> columns;
    std::vector<int> rows;
    Length allowance;
};

/// Found by folding panels of nominal width and narrowing whatever is in the way until the piece closes: a roll fold of
/// four gives 2, 1, 0, 0, a Z fold 0, 0, 0, a gate 1, 0, 1. The allowance is the typed one or the stock's.
[[nodiscard]] Narrowing narrowing(const Fold& fold, const FoldGrid& grid, const Stock& stock);

/// The widths of the columns from the left of the outside face; they add up to `flat` exactly.
/// Typed widths stand; the others share the rest less their allowances.
/// Fails when the typed widths leave no paper for the others, or do not add up, and says so in `unit`.
[[nodiscard]] Result<std::vector<Length>> panelWidths(const Fold& fold, const FoldGrid& grid, const Narrowing& narrower,
                                                      Length flat, Unit unit);

/// The heights of the rows from the head; they add up to `flat` exactly. Fails when one has no height left.
[[nodiscard]] Result<std::vector<Length>> panelHeights(const FoldGrid& grid, const Narrowing& narrower, Length flat,
                                                       Unit unit);

/// "two right-angle folds", "roll fold", "half fold at the head": what the trade calls it.
[[nodiscard]] QString foldName(const Fold& fold);

} // namespace hinge
