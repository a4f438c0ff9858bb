// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/panels.h"

namespace hinge {

/// What a reader sees from above at one moment, from left to right.
struct View {
    struct Seen {
        Face face;
        int position; ///< of the panel on its face
    };
    std::vector<Seen> panels;
};

/// Opens the closed piece leaf by leaf, as a reader does, and then turns it over: the views met on
/// the way, the first being the closed piece. Works for any fold because only the pile is looked at.
[[nodiscard]] std::vector<View> readerViews(const Paper& paper);

/// Gives every panel its reading number, role and role name. Needs the closed pile.
void assignReading(Paper& paper);

} // namespace hinge
