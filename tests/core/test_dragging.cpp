// SPDX-License-Identifier: GPL-3.0-or-later
// What a hand does to items on a face, and how fresh ones lie there. The leaflet is an A4 roll fold: panels of 97, 100
// and 100 mm, 210 mm high, 3 mm bleed, 5 mm safe, 3 mm clear of folds.
#include "content_items.h"
#include "core/edit/arrange.h"
#include "core/edit/dragging.h"
#include "core/edit/new_items.h"
#include "core/job/stories.h"
#include "core/piece/lines.h"
#include "core/plan/item_checks.h"

using namespace hinge;
using testing::len;

class TestDragging : public QObject
{
    Q_OBJECT

    static Rect mm(double x, double y, double w, double h)
    {
        return {Length::nearestMm(x), Length::nearestMm(y), Length::nearestMm(w), Length::nearestMm(h)};
    }
    static Job with(const std::vector<std::pair<QString, Rect>>& frames)
    {
        Job job = testing::a4Roll();
        const Paper paper = testing::planned(job).paper;
        for (const auto& [id, frame] : frames) {
            Item item;
            item.id = id;
            item.name = id;
            item.ink = QStringLiteral("Black");
            item.sides = freeSides(paper, Face::Outside, frame);
            job.edit(Face::Outside).items.push_back(item);
        }
        return job;
    }
    static Job dragged(Job job, const Grip& grip, double dx, double dy, std::optional<Length> reach = len("1"))
    {
        const Plan plan = testing::planned(job);
        const QString id = QStringLiteral("a");
        dragItem(job, plan, id, grip, plan.findItem(id)->frame, Length::nearestMm(dx), Length::nearestMm(dy), reach);
        return job;
    }
    static Rect frameIn(const Job& job, const char* id = "a")
    {
        return testing::planned(job).findItem(QLatin1String(id))->frame;
    }
    static const SideAnchor& side(const Job& job, ItemSide s, const char* id = "a")
    {
        return job.findItem(QLatin1String(id))->side(s);
    }

private Q_SLOTS:
    void movedPastALineItIsPulledOntoItWhole()
    {
        // Left side to 102.3; the clearance of the fold ends at 100.
        const Job job = dragged(with({{QStringLiteral("a"), mm(110, 50, 20, 30)}}), Grip::whole(), -9.3, 7);
        const Rect frame = frameIn(job);
        COMPARE_MM(frame.x, 100);
        COMPARE_MM(frame.w, 20);
        COMPARE_MM(frame.y, 57);
        QCOMPARE(side(job, ItemSide::Left).line, PaperLine::Safe);
        QVERIFY(side(job, ItemSide::Left).holds);
        QVERIFY(!side(job, ItemSide::Right).holds);
        QVERIFY(!side(job, ItemSide::Top).holds);
    }

    void theNearerOfTwoSidesPulls()
    {
        // 0.8 from the clearance at the left (100), 0.3 from that at the right (194).
        const Job job = dragged(with({{QStringLiteral("a"), mm(110, 50, 93.5, 30)}}), Grip::whole(), -9.2, 0);
        COMPARE_MM(frameIn(job).right(), 194);
        COMPARE_MM(frameIn(job).x, 100.5);
        QVERIFY(side(job, ItemSide::Right).holds);
        QVERIFY(!side(job, ItemSide::Left).holds);
    }

    void withoutReachNothingPulls()
    {
        const Job start = with({{QStringLiteral("a"), mm(110, 50, 20, 30)}, {QStringLiteral("b"), mm(150, 50, 9, 9)}});
        const Job job = dragged(start, Grip::whole(), -10, 0, std::nullopt); // exactly onto the line
        COMPARE_MM(frameIn(job).x, 100);
        for (const ItemSide s : allSides)
            QVERIFY(!side(job, s).holds);
    }

    void aSizedSideTakesHoldAndTheOthersStay()
    {
        Job job =
            dragged(with({{QStringLiteral("a"), mm(110, 50, 20, 30)}}), Grip{false, false, true, false}, 63.4, 99);
        COMPARE_MM(frameIn(job).right(), 194);
        COMPARE_MM(frameIn(job).x, 110);
        COMPARE_MM(frameIn(job).h, 30);
        QVERIFY(side(job, ItemSide::Right).holds);
        // Nor is it made smaller than a millimetre.
        const Job less = dragged(job, Grip{true, false, false, false}, 83.5, 0);
        COMPARE_MM(frameIn(less).x, 110);
        COMPARE_MM(frameIn(dragged(job, Grip{true, false, false, false}, 82.5, 0)).x, 192.5);
    }

    void whereNoLineIsNearItStandsInLineWithANeighbour()
    {
        const Job start =
            with({{QStringLiteral("a"), mm(110, 50, 20, 30)}, {QStringLiteral("b"), mm(150, 120, 10, 10)}});
        const Job sized = dragged(start, Grip{false, false, true, false}, 19.6, 0); // to 149.6
        COMPARE_MM(frameIn(sized).right(), 150);
        QVERIFY(!side(sized, ItemSide::Right).holds);
        const Job moved = dragged(start, Grip::whole(), 44.8, 0); // its left to 154.8, the middle of b
        COMPARE_MM(frameIn(moved).x, 155);
        COMPARE_MM(frameIn(moved).w, 20);
        // A line of the paper comes first, though the neighbour is nearer: b's left at 193.6, the clearance at 194.
        Job both = with({{QStringLiteral("a"), mm(110, 50, 20, 30)}, {QStringLiteral("b"), mm(193.6, 120, 10, 10)}});
        COMPARE_MM(frameIn(dragged(both, Grip{false, false, true, false}, 63.5, 0)).right(), 194);
        COMPARE_MM(frameIn(dragged(both, Grip::whole(), 63.5, 0)).right(), 194);
    }

    void nudgedOffALineItIsFreeAndBackOnItHolds()
    {
        Job job = with({{QStringLiteral("a"), mm(110, 50, 20, 30)}});
        job.findItem(QStringLiteral("a"))->side(ItemSide::Left) = holdOn(PaperLine::Safe, 1, LineEnd::Start);
        QVERIFY(moveItems(job, testing::planned(job), {QStringLiteral("a")}, len("1"), {}));
        COMPARE_MM(frameIn(job).x, 101);
        COMPARE_MM(frameIn(job).right(), 131);
        QVERIFY(!side(job, ItemSide::Left).holds);
        QVERIFY(moveItems(job, testing::planned(job), {QStringLiteral("a")}, len("-1"), {}));
        QVERIFY(side(job, ItemSide::Left).holds);
        QCOMPARE(side(job, ItemSide::Left).line, PaperLine::Safe);
    }

    void aKeyTakesHoldOrLetsGo()
    {
        Job job = with({{QStringLiteral("a"), mm(104, 50, 20, 30)}});
        QVERIFY(!takeHold(job, testing::planned(job), QStringLiteral("a"), len("3")));
        QVERIFY(takeHold(job, testing::planned(job), QStringLiteral("a"), len("4")));
        COMPARE_MM(frameIn(job).x, 100);
        COMPARE_MM(frameIn(job).right(), 124);
        QVERIFY(side(job, ItemSide::Left).holds);
        QVERIFY(!takeHold(job, testing::planned(job), QStringLiteral("a"), len("4")));
        QVERIFY(!side(job, ItemSide::Left).holds);
        COMPARE_MM(frameIn(job).x, 100); // where it was
        QVERIFY(!takeHold(job, testing::planned(job), QStringLiteral("nobody"), len("4")));
    }

    void aGuideKeepsToHalfMillimetresOfItsPanel()
    {
        Job job = with({{QStringLiteral("a"), mm(117, 50, 20, 30)}});
        job.edit(Face::Outside).guides = {{3, 1, true, len("20")}};
        job.findItem(QStringLiteral("a"))->side(ItemSide::Left) = holdOnGuide(1, 3);
        const Plan before = testing::planned(job);
        COMPARE_MM(frameIn(job).x, 117);
        Job there = job;
        dragGuide(there, before, Face::Outside, 3, {len("208.3"), len("70")});
        QCOMPARE(there.on(Face::Outside).guides.front().panel, 2);
        COMPARE_MM(there.on(Face::Outside).guides.front().at, 11.5); // 208.3 - 197 is 11.3
        Job gone = job;
        dragGuide(gone, before, Face::Outside, 3, {len("-1"), len("70")});
        QVERIFY(gone.on(Face::Outside).guides.empty());
        COMPARE_MM(frameIn(gone).x, 117);
        QVERIFY(!side(gone, ItemSide::Left).holds);
    }

    void freshItemsLieOnTheirPanel()
    {
        const Job job = testing::a4Roll();
        const Plan plan = testing::planned(job);
        const auto frame = [&](const Item& item) { return frameOf(plan.paper, Face::Outside, item); };
        const auto compare = [&](const Item& item, double x, double y, double right, double bottom) {
            const Rect r = frame(item);
            COMPARE_MM(r.x, x);
            COMPARE_MM(r.y, y);
            COMPARE_MM(r.right(), right);
            COMPARE_MM(r.bottom(), bottom);
        };
        compare(newPicture(2, {}, {}), 197, -3, 300, 213);
        compare(newTint(job, 1), 97, -3, 197, 213);
        compare(newGround(job, plan, Face::Outside), -3, -3, 300, 213);
        compare(newHeading(job, plan, Face::Outside, 2, QStringLiteral("Skerrowby")), 200, 5, 292, 35);
        compare(newShape(job, plan, Face::Outside, 2), 223, 82, 269, 128);
        const Item code = newCode(job, plan, Face::Outside, 2);
        compare(code, 267, 180, 292, 205);
        QVERIFY(code.keepWhole);
        QCOMPARE(code.ink, QStringLiteral("Black"));
        const Item words = newText(job, plan, Face::Outside, 0, QStringLiteral("One\r\nTwo\n\n"));
        QCOMPARE(words.paragraphs.size(), std::size_t(2));
        QCOMPARE(words.paragraphs[1].text, QStringLiteral("Two"));
        QVERIFY(newTint(job, 1).ink != QStringLiteral("Black")); // a tint is a colour where the job has one
    }

    void aPictureGoesIntoAColumn()
    {
        Job job = testing::a4Roll();
        job.edit(Face::Outside).columns = {{2, 2, len("4 mm")}};
        const Plan plan = testing::planned(job);
        const Rect r = frameOf(plan.paper, Face::Outside, newPicture(2, 1, {}));
        COMPARE_MM(r.x, 248); // 92 mm less the gutter, by two: 44 each
        COMPARE_MM(r.right(), 292);
        COMPARE_MM(r.y, 5);
    }

    void copiesLieBesideWhatTheyAreOf()
    {
        const Job job = with({{QStringLiteral("a"), mm(110, 50, 20, 30)}});
        const Plan plan = testing::planned(job);
        const auto copies =
            copiesBeside(plan, job.on(Face::Outside).items, Length::mm(5), [] { return QStringLiteral("new"); });
        QCOMPARE(copies.size(), std::size_t(1));
        QCOMPARE(copies[0].id, QStringLiteral("new"));
        COMPARE_MM(frameOf(plan.paper, Face::Outside, copies[0]).x, 115);
        COMPARE_MM(frameOf(plan.paper, Face::Outside, copies[0]).bottom(), 85);
    }

    void aTextThatRunsOnTakesUpTheWordsThere()
    {
        Job job = with({{QStringLiteral("a"), mm(10, 50, 20, 30)}, {QStringLiteral("b"), mm(50, 50, 20, 30)}});
        for (Item& item : job.edit(Face::Outside).items) {
            item.kind = ItemKind::Text;
            item.paragraphs = {{item.id, {}}};
        }
        runOn(job, QStringLiteral("a"), QStringLiteral("b"));
        QCOMPARE(job.findItem(QStringLiteral("a"))->next, QStringLiteral("b"));
        QCOMPARE(job.findItem(QStringLiteral("a"))->paragraphs.size(), std::size_t(2));
        QCOMPARE(job.findItem(QStringLiteral("a"))->paragraphs[1].text, QStringLiteral("b"));
        QVERIFY(job.findItem(QStringLiteral("b"))->paragraphs.empty());
        runOn(job, QStringLiteral("a"), {});
        QVERIFY(job.findItem(QStringLiteral("a"))->next.isEmpty());
        runOn(job, QStringLiteral("a"), QStringLiteral("nobody"));
        QVERIFY(job.findItem(QStringLiteral("a"))->next.isEmpty());
    }

    void whatASideMayHoldOnToIsOffered()
    {
        Job job = testing::a4Roll();
        job.edit(Face::Outside).guides = {{0, 2, true, len("20")}, {1, 2, false, len("50")}};
        const auto offered = [&](ItemSide side) {
            const Plan plan = testing::planned(job);
            std::vector<double> at;
            for (const SideAnchor& line : linesOffered(plan.paper.face(Face::Outside)[2], side))
                at.push_back(linePosition(plan.paper, Face::Outside, side, line).toMm());
            return at;
        };
        // The cover: folded at 197 mm on its left, cut at 297 on its right.
        QCOMPARE(offered(ItemSide::Left), (std::vector<double>{197, 200, 217}));
        QCOMPARE(offered(ItemSide::Right), (std::vector<double>{300, 297, 292, 217}));
        QCOMPARE(offered(ItemSide::Top), (std::vector<double>{-3, 0, 5, 50}));
        job.edit(Face::Outside).columns = {{2, 2, len("4 mm")}};
        QCOMPARE(offered(ItemSide::Left),
                 (std::vector<double>{197, 200, 200, 248, 217})); // the first column begins where it is safe
    }

    void textsAreBegunAsThePanelWantsThem()
    {
        // A spine: down it, over its length, a millimetre from its edges, in its middle. Common practice.
        Job cover = newPiece(PieceKind::Cover);
        cover.cover.spine = len("12");
        Plan plan = testing::planned(cover);
        const auto& panels = plan.paper.face(Face::Outside);
        const int spine = std::ranges::find(panels, Role::Spine, &Panel::role)->position;
        const Rect area = panels[std::size_t(spine)].area;
        const Item line = newHeading(cover, plan, Face::Outside, spine, QStringLiteral("Tide Almanac"));
        const Rect frame = frameOf(plan.paper, Face::Outside, line);
        QVERIFY(line.textRun == TextRun::Down && line.verticalAlign == VerticalAlign::Middle);
        QVERIFY(line.paragraphs.front().style.align == Align::Centre);
        COMPARE_MM(frame.x - area.x, 1);
        COMPARE_MM(area.right() - frame.right(), 1);
        QVERIFY(frame.h > area.h.part(10) * 8);
        QVERIFY(line.paragraphs.front().style.size < frame.w);
        // Columns of the panel become columns of its text.
        Job job = testing::a4Roll();
        job.edit(Face::Outside).columns = {{.panel = 2, .columns = 3, .gutter = len("4")}};
        plan = testing::planned(job);
        const Item text = newHeading(job, plan, Face::Outside, 2, QStringLiteral("Opening times"));
        QCOMPARE(text.textColumns, 3);
        COMPARE_MM(text.textGutter, 4);
        QCOMPARE(newText(job, plan, Face::Outside, 2, QStringLiteral("One")).textColumns, 3);
        QCOMPARE(newText(job, plan, Face::Outside, 1, QStringLiteral("One")).textColumns, 1);
    }

    void whatStandsOnDarkIsBare()
    {
        Job job = testing::a4Roll();
        Item ground = newTint(job, 2);
        ground.id = QStringLiteral("ground");
        ground.ink = QStringLiteral("Black");
        ground.strength = 100;
        job.edit(Face::Outside).items = {ground};
        const QString bare = bareInk(job);
        QVERIFY(!bare.isEmpty() && job.findInk(bare)->cmyk.total() == 0);
        const auto inkOfHeading = [&] {
            return newHeading(job, testing::planned(job), Face::Outside, 2, QStringLiteral("Night"))
                .paragraphs.front()
                .style.ink;
        };
        QCOMPARE(inkOfHeading(), bare);
        job.edit(Face::Outside).items[0].strength = 20;
        QCOMPARE(inkOfHeading(), QStringLiteral("Black"));
        // A light tint over a dark one is light.
        job.edit(Face::Outside).items[0].strength = 100;
        Item light = ground;
        light.id = QStringLiteral("light");
        light.ink = bare;
        job.edit(Face::Outside).items.push_back(light);
        QCOMPARE(inkOfHeading(), QStringLiteral("Black"));
    }

    void aCodeOnDarkGetsAGroundOfItsOwn()
    {
        Job job = testing::a4Roll();
        Item dark = newTint(job, 2);
        dark.id = QStringLiteral("dark");
        dark.strength = 100;
        Item code = newCode(job, testing::planned(job), Face::Outside, 2);
        code.id = QStringLiteral("code");
        job.edit(Face::Outside).items = {code};
        QVERIFY(!groundForCode(job, testing::planned(job), code.id)); // blank paper
        job.edit(Face::Outside).items = {dark, code};
        const Plan plan = testing::planned(job);
        QVERIFY(disturbsCode(job, plan, Face::Outside, code));
        auto ground = groundForCode(job, plan, code.id);
        QVERIFY(ground && job.findInk(ground->ink)->cmyk.total() == 0);
        QVERIFY(frameOf(plan.paper, Face::Outside, *ground) ==
                frameOf(plan.paper, Face::Outside, code).grown(len("1")));
        // With it below, the code is found.
        ground->id = QStringLiteral("ground");
        job.edit(Face::Outside).items = {dark, *ground, code};
        QVERIFY(!disturbsCode(job, testing::planned(job), Face::Outside, code));
        // Laid by its remedy it stands right below the code, in one group with it.
        job.edit(Face::Outside).items = {dark, code};
        QVERIFY(layGroundUnderCode(job, code.id));
        const auto& items = job.on(Face::Outside).items;
        QVERIFY(items.size() == 3 && items[2].id == code.id);
        QVERIFY(!items[1].group.isEmpty() && items[1].group == items[2].group);
        QVERIFY(!disturbsCode(job, testing::planned(job), Face::Outside, items[2]));
        QVERIFY(!layGroundUnderCode(job, code.id));
        // What lies over the code is not helped by a ground below it.
        job.edit(Face::Outside).items = {code, dark};
        QVERIFY(disturbsCode(job, testing::planned(job), Face::Outside, job.on(Face::Outside).items[0]));
        QVERIFY(!groundForCode(job, testing::planned(job), code.id));
    }

    void anotherSizeKeepsTheSidesThatHold()
    {
        Job job = testing::a4Roll();
        Item code = newCode(job, testing::planned(job), Face::Outside, 1);
        code.id = QStringLiteral("code");
        job.edit(Face::Outside).items = {code};
        const Plan before = testing::planned(job);
        const Rect was = before.findItem(code.id)->frame;
        resizeItem(job, before, code.id, {len("37.29"), len("25.93")});
        const Plan after = testing::planned(job);
        const Rect& now = after.findItem(code.id)->frame;
        QVERIFY(now.size() == (Size{len("37.29"), len("25.93")}));
        QVERIFY(now.right() == was.right() && now.bottom() == was.bottom());
        QVERIFY(job.findItem(code.id)->side(ItemSide::Right).holds);
        // From a corner at the left it grows to the right, and never out of the safe area.
        job.findItem(code.id)->sides =
            freeSides(after.paper, Face::Outside, {len("170"), len("20"), len("20"), len("20")});
        resizeItem(job, testing::planned(job), code.id, {len("40"), len("30")});
        const Plan moved = testing::planned(job);
        COMPARE_MM(moved.findItem(code.id)->frame.right(), moved.paper.face(Face::Outside)[1].safeArea.right().toMm());
        COMPARE_MM(moved.findItem(code.id)->frame.y, 20);
    }

    void guttersBeginInTheUnitOfTheJob()
    {
        // A pica is a sixth of an inch; common practice.
        COMPARE_MM(newGrid(2, Unit::Mm).gutter, 4);
        QVERIFY(newGrid(2, Unit::Inch).gutter == len("1/6 in") && newGrid(2, Unit::Inch).rowGutter == len("1/6 in"));
        QVERIFY(usualGutter(Unit::Point) == len("12 pt"));
        Job job = testing::a4Roll();
        job.unit = Unit::Inch;
        QVERIFY(newText(job, testing::planned(job), Face::Outside, 0, QStringLiteral("One")).textGutter ==
                len("1 pica"));
    }

    void textsRunOnToThePanelSeenNext()
    {
        // Of a roll fold the front cover is seen first, then the inside left: common practice.
        Job job = testing::a4Roll();
        Plan plan = testing::planned(job);
        Item text = newText(job, plan, Face::Outside, 2, QStringLiteral("Tide after tide"));
        text.id = QStringLiteral("text");
        job.edit(Face::Outside).items = {text};
        plan = testing::planned(job);
        const auto frame = newFrameAfter(job, plan, text.id);
        QVERIFY(frame && frame->surface == SurfaceId(Face::Inside) && frame->item.paragraphs.empty());
        QVERIFY(frameOf(plan.paper, Face::Inside, frame->item) == plan.paper.face(Face::Inside)[0].safeArea);
        // After the last panel there is none.
        const auto& outside = plan.paper.face(Face::Outside);
        const auto last = std::ranges::find(outside, 6, &Panel::readingNumber);
        QVERIFY(last != outside.end());
        job.edit(Face::Outside).items[0].sides = sidesFillingSafeArea(last->position);
        QVERIFY(!newFrameAfter(job, testing::planned(job), text.id));
        QVERIFY(!newFrameAfter(job, plan, QStringLiteral("nothing")));
    }
};

HINGE_TEST(TestDragging)
#include "test_dragging.moc"
