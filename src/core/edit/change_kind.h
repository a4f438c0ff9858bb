// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/piece/panels.h"

namespace hinge
{

/// Makes the closed piece of a leaflet or card this large: the flat follows, with its folds and allowances. Other kinds
/// take it as the size of their page or leaf. Fails when the paper cannot be folded at all.
[[nodiscard]] Result<void> setClosedSize(Job& job, Size closed);

/// The size of the closed piece.
[[nodiscard]] Size closedSize(const Job& job);

/// Another kind of piece of the same closed size; content stays on its panels.
void becomeKind(Job& job, PieceKind kind);

/// Another fold of the same flat, with its usual front.
void becomeFold(Job& job, FoldScheme scheme, int panels, bool atHead = false);

/// The same fold as a list of the user's own steps.
void becomeOwnFold(Job& job);

/// A size to start from: the paper one has, the envelope a piece must fit, or its closed size.
struct StartSize {
    enum class From { AsItIs, Sheet, Envelope, Closed };
    From from = From::AsItIs;
    Size size;   ///< of the sheet, of the envelope itself, or closed
    Length slip; ///< envelopes only
};
/// Fits a piece to it. Sheets and closed sizes are taken the way round they were given, except that a sheet that is to
/// be folded to a side lies on its long edge; what goes into an envelope keeps the orientation it has.
[[nodiscard]] Result<void> applyStartSize(Job& job, const StartSize& start);

} // namespace hinge
