// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/dummy/bound_leaves.h"
#include "core/dummy/folding.h"

#include <memory>

namespace hinge
{

/// What is done to the piece from one moment of the dummy to the next.
enum class DummyWork {
    Fold,      ///< part of the paper goes over or under
    BendSpine, ///< the cover goes up round its block
    TearOff,   ///< the stub comes off at the perforation
    TurnLeaf,  ///< a reader turns a leaf
};
/// A side of the piece as it is looked at.
enum class SeenSide { Left, Right, Head, Foot };

/// One step, as it is seen in the dummy.
struct DummyStep {
    DummyWork work = DummyWork::Fold;
    /// Which part moves; the rest lies still.
    SeenSide moves = SeenSide::Left;
    /// Towards whoever looks, so that the crease is a valley there; else away behind the rest, a mountain.
    bool over = true;
    int panels = 1; ///< how many of the flat go along
    int leaf = 0;   ///< that is turned, from 0
    QString role{}; ///< of the one panel that goes along, as it looks up before; empty for several
    bool operator==(const DummyStep&) const = default;
};

/// What a customer sees on the way from the front to the back.
struct ReadingStop {
    double opened = 0; ///< openings done, or leaves turned
    bool fromBehind = false;
    /// What is seen, in the order it is read: panels of the flat, or pages and covers.
    struct Seen {
        std::optional<SurfaceId> surface{}; ///< nothing for a blank page
        int panel = 0;
        int page = 0; ///< 0 for what is no page of the text
        bool operator==(const Seen&) const = default;
    };
    std::vector<Seen> seen;
};

/// The piece folded before it is folded: how it stands at any moment of its making, and as a reader opens it.
///
/// What is folded starts flat with its inside up (a leaf that is not folded with its front up) and is closed after the
/// last step, front up; the panel behind the back cover lies still. What has pages lies closed at first, and after the
/// last step with its back up. Millimetres; x to the right, y to the foot, z towards whoever looks.
class Dummy
{
public:
    Dummy(const Job& job, const Plan& plan);

    [[nodiscard]] const std::vector<DummyStep>& steps() const { return steps_; }
    /// After so many steps; a fraction is a step on its way.
    [[nodiscard]] Facets facetsAt(double done) const;
    /// As a reader opens it; `opened` as in `ReadingStop`.
    [[nodiscard]] Facets facetsRead(double opened) const;
    /// Half open, as in a small drawing: `openness` from 0 (closed) to 1 (flat). What has pages is opened in the
    /// middle.
    [[nodiscard]] Facets facetsOpened(double openness) const;
    [[nodiscard]] const std::vector<ReadingStop>& readingStops() const { return stops_; }
    /// It has leaves that are turned; else panels that are folded, or nothing that moves.
    [[nodiscard]] bool isBound() const { return bound_ != nullptr; }
    /// The face that looks up before anything is folded.
    [[nodiscard]] Face faceUp() const { return insideUp_ ? Face::Inside : Face::Outside; }

private:
    void lookAtFront();
    void makeFoldedSteps();
    void makeBoundSteps();
    void makeStops();
    [[nodiscard]] std::vector<Pose> looked(std::vector<Pose> poses) const;
    [[nodiscard]] Facets facetsOf(const std::vector<Pose>& poses) const;

    Paper paper_;
    std::unique_ptr<Folding> folding_;
    std::unique_ptr<BoundLeaves> bound_;
    std::size_t still_ = 0;   ///< the rectangle that lies still
    bool insideUp_ = true;    ///< while it is flat
    bool halfTurned_ = false; ///< so that the front stands upright once it is closed
    bool tears_ = false;
    double blockDepth_ = 0; ///< of what a cover wraps; 0 for none
    double flapThickness_ = 0;
    std::vector<DummyStep> steps_;
    std::vector<ReadingStop> stops_;
};

/// How far a piece stands open in a small drawing: far enough to show its folds, closed enough to show that it has
/// some.
[[nodiscard]] double tellingOpenness(const Job& job);

} // namespace hinge
