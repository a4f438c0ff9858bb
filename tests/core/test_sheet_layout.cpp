// SPDX-License-Identifier: GPL-3.0-or-later
#include "testing.h"

using namespace hinge;
using testing::len;

class TestSheetLayout : public QObject {
    Q_OBJECT

    static int fill(const char* w, const char* h, const char* areaW, const char* areaH)
    {
        return int(bestGuillotineFill({len(w), len(h)}, {len(areaW), len(areaH)}).size());
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
        job.press = {{len("8.5 in"), len("11 in")}, Length(), Length(), FlipEdge::Long, {}};
        // Twelve turned cards lie 4 x 3 and share their lines: 5 + 4 (arithmetic).
        QCOMPARE(layOutSheet(job, testing::planned(job).paper, job.press.sheet).cuts, 9);
    }

    void guillotineOptimum()
    {
        // 3 x 2 on 5 x 5: four only as a pinwheel, which a guillotine cannot cut; three it can (computed by hand).
        QCOMPARE(fill("3", "2", "5", "5"), 3);
        QCOMPARE(fill("3", "2", "2", "2"), 0);
        QCOMPARE(fill("3", "2", "2", "3"), 1);
    }

    void leafletsOnSra2()
    {
        // Four A4 with 3 mm bleed: 2 x 303 = 606 of 640, 2 x 216 = 432 of 450 less 10 gripper and 3 margin.
        const Plan plan = testing::planned(testing::a4Roll());
        QCOMPARE(plan.sheet.up(), 4);
        QCOMPARE(plan.runs.front().sheets, 250);
        QCOMPARE(plan.runs.front().overs, 13);
        for (const SheetPlace& p : plan.sheet.front)
            QVERIFY(plan.sheet.frontArea.contains(p.trim.grown(len("3 mm"))));
    }

    void piecesNeverOverlapAndStayOnThePaper()
    {
        CHECK_PROPERTY("bleeds lie within the printable area and apart from each other, on both sides", [](const Job& job) {
            for (const FlipEdge flip : {FlipEdge::Long, FlipEdge::Short}) {
                Job turned = job;
                turned.press.flip = flip;
                const SheetLayout layout = layOutSheet(turned, testing::planned(turned).paper, job.press.sheet);
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
        CHECK_PROPERTY("turning the sheet about its flip edge lays each back on its front, folds on folds", [](Job job) {
            job.press.flip = *rc::gen::element(FlipEdge::Long, FlipEdge::Short);
            const auto plan = hinge::plan(job);
            RC_ASSERT(plan);
            const SheetLayout& s = plan->sheet;
            const bool aboutVertical = (s.sheet.w >= s.sheet.h) == (job.press.flip == FlipEdge::Short);
            const auto front = sheetMarks(s.front, {Length(), Length(), s.sheet.w, s.sheet.h}, plan->paper, Face::Outside);
            const auto back = sheetMarks(s.back, {Length(), Length(), s.sheet.w, s.sheet.h}, plan->paper, Face::Inside);
            RC_ASSERT(front.size() == back.size());
            const auto through = [&](Point p) {
                return aboutVertical ? Point{s.sheet.w - p.x, p.y} : Point{p.x, s.sheet.h - p.y};
            };
            for (const MarkLine& mark : front) {
                const MarkLine seenThrough{through(mark.from), through(mark.to), mark.fold};
                RC_ASSERT(std::ranges::find(back, seenThrough) != back.end());
            }
        });
    }

    void headsPointTheRightWay()
    {
        Job job = testing::a4Roll();
        job.press.flip = FlipEdge::Short; // landscape sheet: left to right, heads stay
        QCOMPARE(testing::planned(job).sheet.back[0].turn, Turn::None);
        job.press.flip = FlipEdge::Long; // head to foot
        QCOMPARE(testing::planned(job).sheet.back[0].turn, Turn::Half);
    }

    void marksStandOutsideTheBleed()
    {
        const auto marks = flatMarks(testing::planned(testing::a4Roll()).paper, Face::Outside);
        int folds = 0;
        int crops = 0;
        const Rect bleed = Rect{Length(), Length(), len("297"), len("210")}.grown(len("3"));
        for (const MarkLine& m : marks) {
            (m.fold ? folds : crops)++;
            const Rect box = Rect::fromEdges(std::min(m.from.x, m.to.x), std::min(m.from.y, m.to.y),
                                             std::max(m.from.x, m.to.x), std::max(m.from.y, m.to.y)).grown(len("0.5"));
            QVERIFY(!box.overlaps(bleed));
        }
        QCOMPARE(crops, 8);
        QCOMPARE(folds, 4);
    }

    void everyCutIsMarkedSomewhere()
    {
        const Plan plan = testing::planned(testing::a4Roll());
        const auto marks = sheetMarks(plan.sheet.front, plan.sheet.frontArea, plan.paper, Face::Outside);
        for (const SheetPlace& p : plan.sheet.front) {
            for (const Length x : {p.trim.x, p.trim.right()})
                QVERIFY(std::ranges::any_of(marks, [&](const MarkLine& m) { return m.from.x == x && m.to.x == x; }));
            for (const Length y : {p.trim.y, p.trim.bottom()})
                QVERIFY(std::ranges::any_of(marks, [&](const MarkLine& m) { return m.from.y == y && m.to.y == y; }));
        }
    }
};

QTEST_APPLESS_MAIN(TestSheetLayout)
#include "test_sheet_layout.moc"
