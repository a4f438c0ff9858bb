// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/dummy/space.h"
#include "core/piece/panels.h"

namespace hinge
{

/// A part of the paper turns about a line: it is folded, bent at a spine, or opened by a reader.
struct PaperTurn {
    FoldStep step;
    /// By rectangle, row by row from the left of the outside face: it goes along.
    std::vector<bool> moves;
    /// A rectangle that stays, beside the crease; the line lies in its own measures.
    int holder = 0;
    TurningLine line;
    /// All of the turn, in radians.
    double angle = 0;
};

/// Where the paper goes round: two rectangles, and the line between them that it bends about. Its thickness is inside
/// the bend, so that what lies in a fold has room.
struct PaperBend {
    int first = 0, second = 0; ///< rectangles: left or upper one, right or lower one
    Axis axis = Axis::Vertical;
    TurningLine line; ///< in the measures of the first
    double sense = 1; ///< which way the second turns against the first
    bool outsideValley = false;
};

/// The flat as it is folded step by step, and as a reader opens it: paper with a thickness, its panels rigid.
///
/// A panel is a slab: its own x runs from its left edge on the outside face, its own y from the head, its own z from
/// the inside face (0) to the outside face (the caliper). Each fold turns what moves about a line half-way between
/// what comes to lie on each other, so that layers lie on one another and never in one another; the paper at the
/// crease goes round that line in an arc. Unfolded, the outside looks towards whoever looks.
class Folding
{
public:
    /// Folds the flat as its steps say; a cover is bent at its spine last. Thickness in millimetres.
    Folding(const Paper& paper, double thickness);

    /// The folds, in the order they are made.
    [[nodiscard]] const std::vector<PaperTurn>& turns() const { return turns_; }
    /// What a reader does with the closed piece, in order: one leaf after the other swings open.
    [[nodiscard]] const std::vector<PaperTurn>& openings() const { return openings_; }
    [[nodiscard]] const std::vector<PaperBend>& bends() const { return bends_; }
    [[nodiscard]] double thickness() const { return thickness_; }

    /// Where the panels lie, row by row from the left of the outside face. `made` says of each turn how far it is made,
    /// `opened` of each opening, from 0 to 1; what is left out is 0. An opening only makes sense once all is folded.
    [[nodiscard]] std::vector<Pose> posesAt(const std::vector<double>& made,
                                            const std::vector<double>& opened = {}) const;
    /// How far the second panel of a bend is turned against the first, in radians, from 0 to half a turn.
    [[nodiscard]] static double angleOf(const PaperBend& bend, const std::vector<Pose>& poses);

    /// How far each turn is made while the piece is opened by `openness`, from 0 (closed) to 1 (flat): the last one
    /// made is the first to open; the two bends of a spine open together, and so do gate flaps, as a pair of doors
    /// does.
    [[nodiscard]] std::vector<double> madeAt(double openness) const;

private:
    void fold(const Paper& paper);
    void bendSpine(const Paper& paper);
    void open(const Paper& paper);
    void addBends(const PaperTurn& turn, const std::vector<FoldEvent::Crease>& creases, const std::vector<Pose>& poses,
                  const TurningLine& room);
    [[nodiscard]] std::size_t indexOf(Axis axis, int line, int cross) const;
    [[nodiscard]] bool opensWith(std::size_t i) const;

    int columns_ = 1;
    std::vector<Size> sizes_; ///< of the panels
    std::vector<Pose> flat_;
    double thickness_ = 0;
    std::size_t folds_ = 0; ///< turns that are folds; what follows bends a spine
    std::vector<PaperTurn> turns_;
    std::vector<PaperTurn> openings_;
    std::vector<PaperBend> bends_;
};

} // namespace hinge
