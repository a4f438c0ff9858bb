// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/folded_sheet.h"
#include "core/result.h"

#include <QJsonObject>
#include <optional>
#include <vector>

namespace hinge {

/// The schemes with a name of their own. A scheme is nothing but a list of steps, see `foldSteps`.
enum class FoldScheme {
    Roll, ///< every fold goes the same way, one around the other
    Zigzag, ///< folds go by turns over and under (a Z with three panels, an accordion with more)
    Own, ///< the steps stand in the job
};

/// How the flat is folded, as the user decided it.
struct Fold {
    FoldScheme scheme = FoldScheme::Roll;
    /// Panels of one face, 2 to 12.
    int panels = 3;
    /// The panel of the outside face that lies in front when closed, counted from the left, from 0.
    int coverPanel = 2;
    /// Typed by the user in place of the stock's own; 0 asks for equal panels.
    std::optional<Length> tuckAllowance;
    /// Widths typed by the user, one a panel from the left of the outside face; unset ones share the rest.
    std::vector<std::optional<Length>> widths;
    /// The steps of an own fold; empty for a named scheme.
    std::vector<FoldStep> steps;
    QJsonObject extra{};

    bool operator==(const Fold&) const = default;
};

/// The steps of a fold. With the cover on the right every step is written for that side; with the
/// cover on the left it is the mirror image.
[[nodiscard]] std::vector<FoldStep> foldSteps(const Fold& fold);

/// How many tuck allowances narrower than the widest panel each panel must be so that no panel
/// touches a fold that closes around it. Found by folding equal panels and narrowing whatever is in
/// the way until the piece closes: a roll fold of four gives 2, 1, 0, 0, a Z fold 0, 0, 0.
[[nodiscard]] std::vector<int> tuckCounts(int panels, const std::vector<FoldStep>& steps);

/// The widths of the panels from the left of the outside face; they add up to `flat` exactly.
/// Typed widths stand; the others share the rest less their allowances.
/// Fails when the typed widths leave no paper for the others, or do not add up.
[[nodiscard]] Result<std::vector<Length>> panelWidths(const Fold& fold, Length flat, Length allowance);

} // namespace hinge
