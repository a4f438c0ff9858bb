// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/dummy/dummy.h"

namespace hinge
{

/// How a paper dummy is printed on an office printer.
struct DummyPrinting {
    Size paper{Length::mm(210), Length::mm(297)}; ///< upright
    /// At true size, on several pages to be joined where one is too small; else as large as it fits on one page, but
    /// never larger than it is.
    bool trueSize = false;
    /// How the second side gets onto the back: the printer turns the paper about its long or its short edge, or both
    /// sides are printed on one side of the paper each and glued back to back.
    enum class Back { LongEdge, ShortEdge, Glued };
    Back back = Back::LongEdge;
    bool artwork = true;
    bool operator==(const DummyPrinting&) const = default;
};

/// Nothing is printed so near the edge of the paper: most office printers leave 4 to 6 mm (common practice).
inline constexpr Length officeMargin = Length::mm(8);
/// Above what is cut out stands what it is.
inline constexpr Length officeHead = Length::mm(9);
/// Pages that are joined overlap by so much, for the glue.
inline constexpr Length joinOverlap = Length::mm(12);

/// Something that is cut out of the printed pages and folded: a flat, a sheet of a booklet, a leaf.
struct DummyUnit {
    enum class What { Flat, Sheet, Leaf, Block };
    What what = What::Flat;
    int number = 0; ///< of sheets and leaves, from 0
    Size size;
    /// One panel or page, as its face is looked at.
    struct Cell {
        Rect area;
        QString role{}; ///< of a panel; empty for a page
        int page = 0;   ///< of a page, as a reader counts it
        bool blank = false;
        bool headDown = false;
        std::optional<SurfaceId> surface{}; ///< what is printed there; nothing for plain paper
        Rect part{};                        ///< which part of the surface
    };
    std::array<std::vector<Cell>, 2> faces; ///< as they are looked at; the second may be empty
    /// A line to fold, score or tear along; as it lies on each face.
    struct Line {
        bool upright = true;
        std::array<Length, 2> at;
        std::array<Length, 2> from;
        std::array<Length, 2> to;
        std::array<bool, 2> valley{};
        LineWork work = LineWork::Fold;
        int step = 0; ///< which fold makes it, from 1; 0 for what is not folded
    };
    std::vector<Line> lines;
    /// The second face is turned about the level middle of the first, not about the upright one.
    bool tumbled = false;
    /// The folds in order, told with the first (second) face up.
    int faceUp = 0;
    std::vector<DummyStep> steps;
};

/// One side of one sheet of office paper.
struct DummyPage {
    std::size_t unit = 0;
    int face = 0;
    Size paper; ///< as it is printed: lying when that is larger
    double scale = 1;
    Rect part;             ///< of the face that stands here
    Point corner;          ///< where the corner of the part lies on the page
    bool halfTurn = false; ///< the part is turned by half about its middle
    /// Of pages to be joined: which column and row, of how many.
    int column = 0, row = 0, columns = 1, rows = 1;
};

struct PaperDummy {
    DummyPrinting printing;
    std::vector<DummyUnit> units;
    std::vector<DummyPage> pages; ///< in the order they are printed
};

/// Lays a piece out as a paper dummy. Works from the Brief on: roles, pages and folds need nothing that is designed.
/// Fails when the paper has no room for anything.
[[nodiscard]] Result<PaperDummy> paperDummy(const Job& job, const Plan& plan, const DummyPrinting& printing);

} // namespace hinge
