// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/piece/panels.h"

namespace hinge
{

/// What a reader sees from above at one moment, row by row, from left to right.
struct View {
    struct Seen {
        Face face;
        int column, row; ///< of the sheet, seen from the outside face
        bool headDown;   ///< against the reader, who holds the piece so that its front cover was upright
    };
    std::vector<Seen> panels;
};

/// Opens the closed piece leaf by leaf, as a reader does, and then turns it over: the views met on
/// the way, the first being the closed piece. Works for any fold because only the pile is looked at.
[[nodiscard]] std::vector<View> readerViews(const FoldedSheet& closed);

/// Gives every panel its reading number, head, role and role name. Needs the closed pile.
void assignReading(Paper& paper);

/// Which way the inside has to be turned so that a reader who opens the piece sees it upright: true when all of it
/// would else stand on its head (a piece that opens upwards).
[[nodiscard]] bool insideIsTumbled(const FoldedSheet& closed);

/// When a reader sees a panel: "seen 1st", "seen 2nd".
[[nodiscard]] QString readingWords(int number);

} // namespace hinge
