// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/job/press.h"
#include "core/paper/cut_tree.h"

namespace hinge
{

/// The edge of the sheet, as its front is looked at, that lies at the back gauge. Turning the pile clockwise by a
/// quarter brings the next one there.
enum class GaugeEdge { Head = 0, Left = 90, Foot = 180, Right = 270 };

/// One stroke of the knife.
struct KnifeStep {
    /// How the pile is turned before it, in degrees clockwise: 0, 90, 180 or 270.
    int turn = 0;
    GaugeEdge edge = GaugeEdge::Head; ///< what then lies at the back gauge
    bool fresh = false;               ///< that edge has been cut before
    Length gauge;                     ///< from the back gauge to the blade
    bool tooNear = false;             ///< nearer than the back gauge comes
    /// What lies under the blade, what it is parted into that is kept, and what falls off: as it all lay on the sheet.
    std::vector<Rect> under;
    std::vector<Rect> kept;
    std::vector<Rect> waste;
    bool operator==(const KnifeStep&) const = default;
};

/// How a pile of sheets is cut.
struct KnifeProgram {
    std::vector<KnifeStep> steps;
    /// How often the back gauge is set.
    [[nodiscard]] int gaugeSettings() const;
    [[nodiscard]] int turns() const;
    /// True when every gauge is one the machine has.
    [[nodiscard]] bool canBeCut() const;
};

/// Reads the program off a tree of cuts. All lines of one direction are cut before the pile is turned to the others,
/// and all that is cut at one gauge is cut in one stroke. The edges the press lays the sheet on, head and left, are the
/// first to lie at the gauge: print is true to them. Where there is waste at such an edge, the far side is cut first,
/// then the pile is turned and measured from the fresh edge, so that the blade never has a sliver behind it.
[[nodiscard]] KnifeProgram knifeProgram(Size sheet, const CutNode& tree, const Knife& knife);

/// What lies on the table after the first `steps` strokes, as it lay on the sheet.
[[nodiscard]] std::vector<Rect> tableAfter(Size sheet, const KnifeProgram& program, std::size_t steps);

} // namespace hinge
