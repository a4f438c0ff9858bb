// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/paper/cut_tree.h"
#include "core/paper/guillotine_fill.h"
#include "core/press/guillotine.h"
#include "core/press/sheet_marks.h"
#include "core/units/page_sizes.h"
#include "testing.h"

#include <map>

using namespace hinge;
using testing::len;

namespace
{

/// The guillotine optimum by looking at every cut at every whole number: slow, plain, and written for this test alone.
int optimum(int w, int h, int areaW, int areaH, std::map<std::pair<int, int>, int>& known)
{
    const auto key = std::pair(areaW, areaH);
    if (const auto it = known.find(key); it != known.end())
        return it->second;
    int best = (w <= areaW && h <= areaH) || (h <= areaW && w <= areaH) ? 1 : 0;
    for (int x = 1; x <= areaW / 2; ++x)
        best = std::max(best, optimum(w, h, x, areaH, known) + optimum(w, h, areaW - x, areaH, known));
    for (int y = 1; y <= areaH / 2; ++y)
        best = std::max(best, optimum(w, h, areaW, y, known) + optimum(w, h, areaW, areaH - y, known));
    return known[key] = best;
}

/// A piece on a sheet it was not made for.
SheetLayout laidOn(const Job& job, Size sheet) { return layOutSheet(testing::planned(job).press.front().piece, sheet); }

/// Sheet, gripper and margin of a press that has nothing else of its own.
void feed(Job& job, Size sheet, Length gripper, Length margin, FlipEdge flip = FlipEdge::Short)
{
    job.press.sheet = sheet;
    job.press.gripper = gripper;
    job.press.margin = margin;
    job.press.flip = flip;
}

/// Marks of flats that lie anywhere, each with all of its bleed.
std::vector<MarkLine> marksAbout(const std::vector<SheetSlot>& places, const Rect& area, const Paper& paper, Face face)
{
    std::vector<MarkedPiece> pieces;
    for (const SheetSlot& place : places) {
        MarkedPiece piece;
        piece.printed = onSheet(place, bleedOf(paper, face));
        for (const Length x : {place.trim.x, place.trim.right()})
            piece.lines.push_back({true, MarkKind::Crop, x});
        for (const Length y : {place.trim.y, place.trim.bottom()})
            piece.lines.push_back({false, MarkKind::Crop, y});
        for (const FoldLine& fold : paper.folds) {
            const Length at = fold.at[std::size_t(face)];
            const bool upright = fold.axis == Axis::Vertical;
            const Rect line = onSheet(place, upright ? Rect{at, Length(), Length(), paper.flat.h}
                                                     : Rect{Length(), at, paper.flat.w, Length()});
            piece.lines.push_back({line.w == Length(), MarkKind::Fold, line.w == Length() ? line.x : line.y});
        }
        pieces.push_back(std::move(piece));
    }
    return lineMarks(pieces, area, SheetMarks());
}

/// The trim lines of pieces that no mark stands on.
std::set<std::pair<bool, Length>> linesWithoutMark(const std::vector<SheetSlot>& places,
                                                   const std::vector<MarkLine>& marks)
{
    const auto marked = [&](bool upright, Length at) {
        return std::ranges::any_of(marks, [&](const MarkLine& m) {
            return m.kind == MarkKind::Crop &&
                   (upright ? m.from.x == at && m.to.x == at : m.from.y == at && m.to.y == at);
        });
    };
    std::set<std::pair<bool, Length>> bare;
    for (const SheetSlot& p : places) {
        for (const Length x : {p.trim.x, p.trim.right()})
            if (!marked(true, x))
                bare.insert({true, x});
        for (const Length y : {p.trim.y, p.trim.bottom()})
            if (!marked(false, y))
                bare.insert({false, y});
    }
    return bare;
}

std::vector<Rect> trimsOf(const std::vector<SheetSlot>& places)
{
    std::vector<Rect> trims;
    for (const SheetSlot& p : places)
        trims.push_back(p.trim);
    return trims;
}

/// A leaf of any size on any sheet, fed and turned in any way.
rc::Gen<Job> anySheet()
{
    return rc::gen::exec([] {
        Job job = newPiece(PieceKind::Leaf);
        job.flat = {Length::mm(*rc::gen::inRange(40, 220)), Length::mm(*rc::gen::inRange(40, 220))};
        job.zones.bleed = Length::mm(*rc::gen::inRange(0, 5));
        job.press.sheet = {Length::mm(*rc::gen::inRange(280, 720)), Length::mm(*rc::gen::inRange(280, 720))};
        job.press.gripper = Length::mm(*rc::gen::inRange(3, 14));
        job.press.margin = Length::mm(*rc::gen::inRange(0, 6));
        job.press.flip = *rc::gen::element(FlipEdge::Long, FlipEdge::Short);
        return job;
    });
}

} // namespace

class TestSheetLayout : public QObject
{
    Q_OBJECT

    static int fill(const char* w, const char* h, const char* areaW, const char* areaH)
    {
        return int(bestGuillotineFill({len(w), len(h)}, {len(areaW), len(areaH)}).size());
    }

    static bool isBestFill(int w, int h, int areaW, int areaH, std::map<std::pair<int, int>, int>& known)
    {
        const Rect area{Length(), Length(), Length::mm(areaW), Length::mm(areaH)};
        const auto places = bestGuillotineFill({Length::mm(w), Length::mm(h)}, {area.w, area.h});
        std::vector<Rect> cells;
        bool good = int(places.size()) == optimum(w, h, areaW, areaH, known);
        for (const FillCell& p : places) {
            good = good && area.contains(p.cell) && p.cell.w == Length::mm(p.turned ? h : w);
            for (const Rect& other : cells)
                good = good && !other.overlaps(p.cell);
            cells.push_back(p.cell);
        }
        return good && cutTreeOf({area.w, area.h}, cells).has_value();
    }

private Q_SLOTS:
    void cardsOnLetter()
    {
        // 3.5 x 2 in cards on Letter without gaps: 2 x 5 by hand, 12 when they are turned (computed by hand).
        QCOMPARE(fill("3 1/2 in", "2 in", "8 1/2 in", "11 in"), 12);
    }

    void everyTrimLineIsCutOnce()
    {
        Job job = newLeaflet();
        job.flat = {len("3.5 in"), len("2 in")};
        job.zones.bleed = Length();
        feed(job, {len("8.5 in"), len("11 in")}, {}, {}, FlipEdge::Long);
        // Twelve turned cards lie 4 x 3 and share their lines: 5 + 4 (arithmetic).
        QCOMPARE(laidOn(job, job.press.sheet).cuts(), 9);
    }

    void guillotineOptimum()
    {
        // 3 x 2 on 5 x 5: four only as a pinwheel, which a guillotine cannot cut; three it can (computed by hand).
        QCOMPARE(fill("3", "2", "5", "5"), 3);
        QCOMPARE(fill("3", "2", "2", "2"), 0);
        QCOMPARE(fill("3", "2", "2", "3"), 1);
    }

    void theMostOfAllGuillotinePatterns()
    {
        // As many as the slow search over every cut finds, apart from each other, and within the area: some 4,000
        // cases.
        for (int w = 2; w < 9; ++w)
            for (int h = w; h < 9; ++h) {
                std::map<std::pair<int, int>, int> known;
                for (int areaW = 2; areaW < 30; ++areaW)
                    for (int areaH = 2 + areaW % 3; areaH < 30; areaH += 5)
                        QVERIFY(isBestFill(w, h, areaW, areaH, known));
            }
        // The area has room for 19.6 pieces: 19 can be no more (arithmetic), and a slow search over every cut finds
        // them.
        QCOMPARE(fill("5", "3", "21", "14"), 19);
    }

    void everySheetIsFreedByItsCuts()
    {
        CHECK_PROPERTY("the tree of cuts frees exactly the trims, of either side", [] {
            const Job job = *anySheet();
            const SheetLayout layout = laidOn(job, job.press.sheet);
            RC_PRE(layout.up() > 0);
            for (const auto* side : {&layout.front, &layout.back}) {
                const std::vector<Rect> trims = trimsOf(*side);
                const auto tree = cutTreeOf(layout.sheet, trims);
                RC_ASSERT(tree.has_value());
                const auto cut = cutSheet(layout.sheet, *tree);
                RC_ASSERT(cut.has_value());
                RC_ASSERT(cut->size() == trims.size());
                for (const CutPiece& piece : *cut)
                    RC_ASSERT(piece.area == trims[std::size_t(piece.piece)]);
                RC_ASSERT(pileCutsIn(*tree) <= cutsIn(*tree));
            }
            // Strips that are not alike share strokes at the same gauge, too.
            RC_ASSERT(layout.cuts() <= pileCutsIn(*cutTreeOf(layout.sheet, trimsOf(layout.front))));
            const auto freed = cutByProgram(layout.sheet, layout.program);
            RC_ASSERT(freed.has_value());
            RC_ASSERT(std::ranges::is_permutation(*freed, trimsOf(layout.front)));
        });
        // Four about a hole, like the sails of a windmill.
        const auto mm = [](int x, int y, int w, int h) {
            return Rect{Length::mm(x), Length::mm(y), Length::mm(w), Length::mm(h)};
        };
        QVERIFY(!cutTreeOf({Length::mm(5), Length::mm(5)},
                           {mm(0, 0, 3, 2), mm(3, 0, 2, 3), mm(2, 3, 3, 2), mm(0, 2, 2, 3)}));
    }

    void touchingBlocksShareTheirCut()
    {
        // Two of 60 x 40 one above the other and one turned beside them fill 100 x 80 but for 40 x 20. By hand: one cut
        // beside the two, one between them, one below the turned one.
        const auto mm = [](int x, int y, int w, int h) {
            return Rect{Length::mm(x), Length::mm(y), Length::mm(w), Length::mm(h)};
        };
        const auto tree =
            cutTreeOf({Length::mm(100), Length::mm(80)}, {mm(0, 0, 60, 40), mm(0, 40, 60, 40), mm(60, 0, 40, 60)});
        QVERIFY(tree);
        QCOMPARE(pileCutsIn(*tree), 3);
        // With 2 mm between them and all about, every piece has its own four edges: 4 upright lines; of the column of
        // two 4 level ones, of the other 2.
        const auto apart =
            cutTreeOf({Length::mm(110), Length::mm(90)}, {mm(2, 2, 60, 40), mm(2, 44, 60, 40), mm(64, 2, 40, 60)});
        QCOMPARE(pileCutsIn(*apart), 4 + 4 + 2);
        // Columns that are alike are piled: 3 x 2 apart are 6 upright lines and 4 level ones.
        std::vector<Rect> grid;
        for (int c = 0; c < 3; ++c)
            for (int r = 0; r < 2; ++r)
                grid.push_back(mm(2 + c * 32, 2 + r * 22, 30, 20));
        QCOMPARE(pileCutsIn(*cutTreeOf({Length::mm(100), Length::mm(50)}, grid)), 6 + 4);
    }

    void theGripperIsFreeInBothPasses()
    {
        CHECK_PROPERTY("neither side prints under the gripper that holds it", [] {
            const Job job = *anySheet();
            const SheetLayout layout = laidOn(job, job.press.sheet);
            RC_PRE(layout.up() > 0);
            // The gripper takes the edge that leads, which lies at the head of the side being printed.
            for (const auto* side : {&layout.front, &layout.back})
                for (const SheetSlot& p : *side)
                    RC_ASSERT(p.trim.y - job.zones.bleed >= job.press.gripper);
        });
        // Turned head to foot the leading edge changes, and what is below the lowest piece must be as free as what is
        // above the highest.
        Job job = newPiece(PieceKind::Leaf);
        job.flat = {len("100"), len("97")};
        job.zones.bleed = Length();
        feed(job, {len("110"), len("105")}, len("8"), {});
        QCOMPARE(laidOn(job, job.press.sheet).up(), 1);
        job.press.flip = FlipEdge::Long;
        QCOMPARE(laidOn(job, job.press.sheet).up(), 0);
    }

    void everyTrimLineHasAMarkWhereThereIsRoom()
    {
        int withRoom = 0;
        CHECK_PROPERTY("a trim line without a mark is told, and marks never touch a bleed or leave the printable area",
                       [&withRoom] {
                           const Job job = *anySheet();
                           const Plan plan = testing::planned(job);
                           RC_PRE(plan.sheet().up() > 0);
                           const PressForm& form = plan.press.front().forms.front();
                           const auto marks = marksOn(plan.partsOf(job), form, Face::Outside).lines;
                           for (const MarkLine& m : marks) {
                               const Rect line =
                                   Rect::fromEdges(std::min(m.from.x, m.to.x), std::min(m.from.y, m.to.y),
                                                   std::max(m.from.x, m.to.x), std::max(m.from.y, m.to.y));
                               RC_ASSERT(plan.sheet().frontArea.contains(line));
                               RC_ASSERT(line.w + line.h >= len("1 mm"));
                               for (const SheetSlot& p : plan.sheet().front)
                                   RC_ASSERT(!p.trim.grown(job.zones.bleed).overlaps(line.grown(len("0.1 mm"))));
                           }
                           // Asked here in another way: line by line, against all marks.
                           auto bare = linesWithoutMark(plan.sheet().front, marks);
                           std::erase_if(bare, [&](const auto& line) { // at the edge of the sheet nothing is cut
                               const Size sheet = plan.sheet().sheet;
                               return line.second == Length() || line.second == (line.first ? sheet.w : sheet.h);
                           });
                           RC_ASSERT(cutsWithoutMark({{plan.partsOf(job), form}}) == int(bare.size()));
                           RC_ASSERT(testing::hasFinding(plan.findings, "sheet.marks") == !bare.empty());
                           // Where the sheet is so much larger that marks fit on all sides, every line has one.
                           Rect all = plan.sheet().front.front().trim;
                           for (const SheetSlot& p : plan.sheet().front)
                               all = Rect::fromEdges(std::min(all.x, p.trim.x), std::min(all.y, p.trim.y),
                                                     std::max(all.right(), p.trim.right()),
                                                     std::max(all.bottom(), p.trim.bottom()));
                           if (plan.sheet().frontArea.contains(all.grown(job.zones.bleed + len("3 mm")))) {
                               RC_ASSERT(bare.empty());
                               ++withRoom;
                           }
                       });
        QVERIFY(withRoom > 5);
    }

    void aMarkMovesAlongItsLineWhereANeighbourStands()
    {
        // An upright piece and a turned one beside it that is lower: the head line of the turned one runs into the
        // upright one at its left, and the right edge of the sheet is near. Its mark stands where there is room, at the
        // right; where there is none, it is told.
        const auto mm = [](int x, int y, int w, int h) {
            return Rect{Length::mm(x), Length::mm(y), Length::mm(w), Length::mm(h)};
        };
        Job job = newPiece(PieceKind::Leaf);
        job.flat = {len("40"), len("60")};
        job.zones.bleed = len("3");
        const Paper paper = testing::planned(job).paper;
        const std::vector<SheetSlot> places{{mm(20, 20, 40, 60), Turn::None}, {mm(66, 30, 60, 40), Turn::Quarter}};
        const auto at = [&](const std::vector<MarkLine>& marks, Length y) {
            std::vector<MarkLine> out;
            std::ranges::copy_if(marks, std::back_inserter(out),
                                 [y](const MarkLine& m) { return m.from.y == y && m.to.y == y; });
            return out;
        };
        auto marks = marksAbout(places, mm(0, 0, 150, 100), paper, Face::Outside);
        QCOMPARE(at(marks, len("30")).size(), std::size_t(1));
        COMPARE_MM(at(marks, len("30"))[0].from.x, 126 + 3 + 1);
        COMPARE_MM(at(marks, len("30"))[0].to.x, 126 + 3 + 1 + 5);
        // 3 mm less room on the right: the mark is shorter. With only 1 mm left there it moves to the left edge, beyond
        // the neighbour.
        marks = marksAbout(places, mm(0, 0, 132, 100), paper, Face::Outside);
        COMPARE_MM(at(marks, len("30"))[0].to.x - at(marks, len("30"))[0].from.x, 2);
        marks = marksAbout(places, mm(0, 0, 130, 100), paper, Face::Outside);
        QCOMPARE(at(marks, len("30")).size(), std::size_t(1));
        COMPARE_MM(at(marks, len("30"))[0].from.x, 20 - 3 - 1);
        QCOMPARE(linesWithoutMark(places, marks).size(), std::size_t(0));
        // No room at either end.
        marks = marksAbout(places, mm(17, 0, 112, 100), paper, Face::Outside);
        QVERIFY(at(marks, len("30")).empty());
        QCOMPARE(linesWithoutMark(places, marks).size(), std::size_t(2)); // those at 30 and 70
    }

    void leafletsOnSra2()
    {
        // Four A4 with 3 mm bleed: 2 x 303 = 606 of 640, 2 x 216 = 432 of 450 less 10 gripper and 3 margin.
        const Plan plan = testing::planned(testing::a4Roll());
        QCOMPARE(plan.sheet().up(), 4);
        QCOMPARE(plan.press.front().sheets, qint64(250));
        QCOMPARE(plan.press.front().overs, qint64(13));
        for (const SheetSlot& p : plan.sheet().front)
            QVERIFY(plan.sheet().frontArea.contains(p.trim.grown(len("3 mm"))));
    }

    void piecesNeverOverlapAndStayOnThePaper()
    {
        CHECK_PROPERTY("bleeds lie within the printable area and apart from each other, on both sides",
                       [](const Job& job) {
                           for (const FlipEdge flip : {FlipEdge::Long, FlipEdge::Short}) {
                               Job turned = job;
                               turned.press.flip = flip;
                               // A sheet that takes at least one, so that there is something to hold.
                               const Paper paper = testing::planned(turned).paper;
                               const Size sheet{std::max(job.press.sheet.w, paper.flat.w * 2 + len("60 mm")),
                                                std::max(job.press.sheet.h, paper.flat.h + len("60 mm"))};
                               const SheetLayout layout = laidOn(turned, sheet);
                               RC_ASSERT(layout.up() >= 1);
                               RC_ASSERT(layout.back.size() == layout.front.size());
                               for (const auto* side : {&layout.front, &layout.back}) {
                                   const Rect area = side == &layout.front ? layout.frontArea : layout.backArea;
                                   for (std::size_t i = 0; i < side->size(); ++i) {
                                       const Rect bleed = (*side)[i].trim.grown(job.zones.bleed);
                                       RC_ASSERT(area.contains(bleed));
                                       for (std::size_t j = 0; j < i; ++j)
                                           RC_ASSERT(!bleed.overlaps((*side)[j].trim.grown(job.zones.bleed)));
                                   }
                               }
                           }
                       });
    }

    void backsLieBehindFronts()
    {
        CHECK_PROPERTY(
            "turning the sheet about its flip edge lays each back on its front, folds on folds", [](Job job) {
                job.press.flip = *rc::gen::element(FlipEdge::Long, FlipEdge::Short);
                const auto plan = hinge::plan(job);
                RC_ASSERT(plan);
                const SheetLayout& s = plan->sheet();
                const bool aboutVertical = (s.sheet.w >= s.sheet.h) == (job.press.flip == FlipEdge::Short);
                const auto front =
                    marksAbout(s.front, {Length(), Length(), s.sheet.w, s.sheet.h}, plan->paper, Face::Outside);
                const auto back =
                    marksAbout(s.back, {Length(), Length(), s.sheet.w, s.sheet.h}, plan->paper, Face::Inside);
                RC_ASSERT(front.size() == back.size());
                const auto through = [&](Point p) {
                    return aboutVertical ? Point{s.sheet.w - p.x, p.y} : Point{p.x, s.sheet.h - p.y};
                };
                for (const MarkLine& mark : front) {
                    const MarkLine seenThrough{through(mark.from), through(mark.to), mark.kind};
                    RC_ASSERT(std::ranges::find(back, seenThrough) != back.end());
                }
            });
    }

    void headsPointTheRightWay()
    {
        Job job = testing::a4Roll();
        job.press.flip = FlipEdge::Short; // landscape sheet: left to right, heads stay
        QCOMPARE(testing::planned(job).sheet().back[0].turn, Turn::None);
        job.press.flip = FlipEdge::Long; // head to foot
        QCOMPARE(testing::planned(job).sheet().back[0].turn, Turn::Half);
    }

    void marksStandOutsideTheBleed()
    {
        const auto marks = flatMarks(testing::planned(testing::a4Roll()).paper, Face::Outside);
        int folds = 0;
        int crops = 0;
        const Rect bleed = Rect{Length(), Length(), len("297"), len("210")}.grown(len("3"));
        for (const MarkLine& m : marks) {
            (m.kind == MarkKind::Fold ? folds : crops)++;
            const Rect box = Rect::fromEdges(std::min(m.from.x, m.to.x), std::min(m.from.y, m.to.y),
                                             std::max(m.from.x, m.to.x), std::max(m.from.y, m.to.y))
                                 .grown(len("0.5"));
            QVERIFY(!box.overlaps(bleed));
        }
        QCOMPARE(crops, 8);
        QCOMPARE(folds, 4);
    }

    void everyCutIsMarkedSomewhere()
    {
        const Plan plan = testing::planned(testing::a4Roll());
        const Job job = testing::a4Roll();
        const auto marks = marksOn(plan.partsOf(job), plan.press.front().forms.front(), Face::Outside).lines;
        for (const SheetSlot& p : plan.sheet().front) {
            for (const Length x : {p.trim.x, p.trim.right()})
                QVERIFY(std::ranges::any_of(marks, [&](const MarkLine& m) { return m.from.x == x && m.to.x == x; }));
            for (const Length y : {p.trim.y, p.trim.bottom()})
                QVERIFY(std::ranges::any_of(marks, [&](const MarkLine& m) { return m.from.y == y && m.to.y == y; }));
        }
    }

    void rowsColumnsAndGapsCanBeTyped()
    {
        // Arithmetic: cards of 85 x 55 mm on SRA3, 444 x 307 mm of it printable.
        Job job = testing::cards(3, 2, len("10"));
        const auto front = testing::planned(job).sheet().front;
        QCOMPARE(front.size(), std::size_t(6));
        const Plan typed = testing::planned(job);
        const Figure& up = *typed.findFigure(QStringLiteral("up"));
        QVERIFY2(up.working.startsWith(QStringLiteral("85 × 55 mm with gaps of 10 mm")), qPrintable(up.working));
        QVERIFY(up.source.contains(QStringLiteral("typed")));
        COMPARE_MM(front[1].trim.x - front[0].trim.right(), 10);
        COMPARE_MM(front[3].trim.y - front[0].trim.bottom(), 10);
        QVERIFY(front[0].turn == Turn::None);
        // With no gap one cut parts two cards: three strips of two are cut 4 times along, and the three piled strips
        // 3 times across.
        job.press.gap = Length();
        const Plan touching = testing::planned(job);
        COMPARE_MM(touching.sheet().front[1].trim.x - touching.sheet().front[0].trim.right(), 0);
        job.press.gap.reset();
        QVERIFY(touching.sheet().cuts() < testing::planned(job).sheet().cuts());
        // Side by side 5 fit upright and 8 turned, 9 never.
        job.press.rows = 0;
        job.press.columns = 8;
        QVERIFY(testing::planned(job).sheet().up() == 0 ||
                testing::planned(job).sheet().front[0].turn == Turn::Quarter);
        job.press.columns = 9;
        QVERIFY(testing::hasFinding(testing::planned(job).findings, "sheet.tooSmall"));
    }

    void bleedsEndHalfWayBetweenNeighbours()
    {
        Job job = testing::cards(2, 2, len("2"));
        const Plan plan = testing::planned(job);
        const auto& front = plan.sheet().front;
        const auto printedOf = [](const Job& of, const Plan& on) {
            std::vector<Rect> printed;
            for (const PlacedSurface& p : placedOn(on.partsOf(of), on.press.front().forms.front(), Face::Outside))
                printed.push_back(p.printed);
            return printed;
        };
        const auto printed = printedOf(job, plan);
        COMPARE_MM(printed[0].right() - front[0].trim.right(), 1);
        COMPARE_MM(printed[0].bottom() - front[0].trim.bottom(), 1);
        COMPARE_MM(front[0].trim.x - printed[0].x, 3);
        COMPARE_MM(front[0].trim.y - printed[0].y, 3);
        COMPARE_MM(front[3].trim.x - printed[3].x, 1);
        for (const Rect& area : printed)
            QVERIFY(plan.sheet().frontArea.contains(area));
        // As far as it likes where there is room.
        job.press.gap = len("6");
        const Plan apart = testing::planned(job);
        QVERIFY(printedOf(job, apart)[0] == apart.sheet().front[0].trim.grown(len("3")));
    }

    void arrangementsGoByWhatTheRunTakes()
    {
        Job job = newPiece(PieceKind::Leaf);
        job.flat = {len("85"), len("55")};
        job.quantity = 250;
        job.overs = 0;
        const auto all = testing::planned(job).arrangements();
        const auto area = [](const SheetLayout& l) { return double(l.sheets) * l.sheet.w.toMm() * l.sheet.h.toMm(); };
        const double least =
            area(*std::ranges::min_element(all, {}, [&](const auto& l) { return l.up() > 0 ? area(l) : 1e12; }));
        QVERIFY(area(all.front()) <= least * 1.1);
        for (qsizetype i = 1; i < all.size(); ++i) {
            const SheetLayout& before = all[i - 1];
            if (all[i].up() == 0)
                continue;
            if (area(all[i]) <= least * 1.1)
                QVERIFY(before.sheet.w.toMm() * before.sheet.h.toMm() <= all[i].sheet.w.toMm() * all[i].sheet.h.toMm());
            else if (area(before) > least * 1.1)
                QVERIFY(area(before) <= area(all[i]));
        }
        for (const SheetLayout& l : all)
            if (l.up() > 0)
                QVERIFY((l.sheets - 1) * l.up() < 250 && l.sheets * l.up() >= 250);
        QVERIFY(all.front().sheet.w < len("500"));
        // The chosen sheet is always among them, and those of offices and of North America are, too.
        const auto has = [&](Size s) {
            return std::ranges::any_of(all, [&](const SheetLayout& l) { return l.sheet == s; });
        };
        QVERIFY(has(job.press.sheet));
        for (const char* name : {"A4", "A3", "Letter", "Legal", "Tabloid", "19 × 25 in", "25 × 38 in"})
            QVERIFY2(has(findPageSize(QString::fromUtf8(name))->size.turned()), name);
    }

    void aBookletTakesAllItsSheets()
    {
        // 16 pages of one stock are four sheets of four pages: 100 copies take 400 flats (arithmetic).
        Job job = newPiece(PieceKind::Booklet);
        job.pages.count = 16;
        job.pages.plusCover = false;
        job.quantity = 100;
        job.overs = 0;
        const Plan plan = testing::planned(job);
        QVERIFY(plan.sheet().up() > 0);
        // Each of the four is printed for itself.
        QCOMPARE(plan.press.front().sheets, qint64(4 * ((100 + plan.sheet().up() - 1) / plan.sheet().up())));
    }
};

HINGE_TEST(TestSheetLayout)
#include "test_sheet_layout.moc"
