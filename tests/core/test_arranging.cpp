// SPDX-License-Identifier: GPL-3.0-or-later
// Items on the panels: what they hold on to, sizes, lines, copies.
#include "content_items.h"
#include "core/edit/arrange.h"
#include "core/file/job_file.h"
#include "core/job/outline_path.h"
#include "core/job/paragraphs.h"
#include "core/job/picture_fit.h"
#include "core/job/plates.h"
#include "core/job/stories.h"
#include "core/job/tab_stops.h"
#include "core/plan/file_state.h"

#include <cmath>

using namespace hinge;
using namespace testing::content;
using testing::len;

class TestArranging : public QObject
{
    Q_OBJECT

    const Plan plan_ = testing::planned(testing::a4Roll());
    const Paper& paper() const { return plan_.paper; }

private Q_SLOTS:
    void itemsKeepWhatTheyHoldOnTo()
    {
        CHECK_PROPERTY("through any change of size, fold and zones every held side stands off its line as it did",
                       [this] {
                           Job job = testing::a4Roll();
                           for (int i = 0; i < 6; ++i)
                               job.edit(Face::Outside).items.push_back(*anyItem(paper(), i));
                           job.textStyles = {{QStringLiteral("Body"), {}}};
                           RC_PRE(plan(job).has_value());
                           job.flat.w = len("297") + Length::mm(*rc::gen::inRange(0, 100));
                           job.fold.scheme = *rc::gen::element(FoldScheme::Zigzag, FoldScheme::Roll);
                           job.zones.bleed = Length::mm(*rc::gen::inRange(1, 6));
                           job.zones.safe = Length::mm(*rc::gen::inRange(3, 9));
                           const auto after = plan(job);
                           RC_PRE(after.has_value());
                           for (const Item& i : job.on(Face::Outside).items) {
                               const SideAnchor& left = i.side(ItemSide::Left); // always holds
                               // From the panels and zones themselves, not by way of the lines that items ask for.
                               const Panel& panel = after->paper.face(Face::Outside).at(std::size_t(left.panel));
                               Length line;
                               if (left.line == PaperLine::Bleed)
                                   line = left.at == LineEnd::End ? panel.bleedArea.right() : panel.bleedArea.x;
                               else if (left.line == PaperLine::Safe)
                                   line = left.at == LineEnd::End ? panel.safeArea.right() : panel.safeArea.x;
                               else if (left.line == PaperLine::Column) // one column fills the safe zone
                                   line = left.at == LineEnd::End ? panel.safeArea.right() : panel.safeArea.x;
                               else // there are no guides: the edge of the panel stands for them
                                   line = left.at == LineEnd::End ? panel.area.right() : panel.area.x;
                               RC_ASSERT(after->findItem(i.id)->frame.x == line + left.offset);
                           }
                       });
    }

    void itemsAreBroughtInLine()
    {
        Job job = testing::a4Roll();
        auto& items = job.edit(Face::Outside).items;
        items = {item("a", ItemKind::Shape, mm(10, 20, 20, 10), paper()),
                 item("b", ItemKind::Shape, mm(40, 50, 30, 10), paper()),
                 item("c", ItemKind::Shape, mm(15, 90, 10, 30), paper())};
        const QStringList all{QStringLiteral("a"), QStringLiteral("b"), QStringLiteral("c")};
        const auto frame = [&](const char* id) {
            return testing::planned(job).findItem(QString::fromLatin1(id))->frame;
        };
        alignItems(job, testing::planned(job), all, AlignTo::EachOther, AlignEdge::Right);
        for (const char* id : {"a", "b", "c"})
            COMPARE_MM(frame(id).right(), 70);
        alignItems(job, testing::planned(job), {QStringLiteral("a")}, AlignTo::SafeArea, AlignEdge::Head);
        COMPARE_MM(frame("a").y, 5);
        QVERIFY(job.findItem(QStringLiteral("a"))->side(ItemSide::Top).holds); // on the safe line it takes hold
        COMPARE_MM(frame("a").h, 10);
        alignItems(job, testing::planned(job), {QStringLiteral("b")}, AlignTo::Panel, AlignEdge::Centre);
        COMPARE_MM(frame("b").x + frame("b").w.part(2), 97 / 2.0);
        distributeItems(job, testing::planned(job), all, Axis::Vertical);
        const Length gap = frame("b").y - frame("a").bottom();
        QCOMPARE(frame("c").y - frame("b").bottom(), gap);
        // Into the column and row that they are in: 97 mm less 5 and 3 in two columns with 4 between is 42.5 each.
        job.edit(Face::Outside).columns = {{0, 2, len("4"), 2, len("10")}};
        alignItems(job, testing::planned(job), {QStringLiteral("a")}, AlignTo::Column, AlignEdge::Left);
        COMPARE_MM(frame("a").x, 5 + 42.5 + 4);
        alignItems(job, testing::planned(job), {QStringLiteral("a")}, AlignTo::Column, AlignEdge::Foot);
        COMPARE_MM(frame("a").bottom(), 5 + (200 - 10) / 2.0); // of the upper row
        job.edit(Face::Outside).columns.clear();
        // Two are spread over the whole of the safe zone, from one end to the other.
        const QStringList two{QStringLiteral("a"), QStringLiteral("b")};
        const Rect untouched = frame("b");
        distributeItems(job, testing::planned(job), two, Axis::Horizontal);
        QCOMPARE(frame("b"), untouched); // by themselves two have but one gap
        distributeItems(job, testing::planned(job), two, Axis::Horizontal, AlignTo::SafeArea);
        const auto [first, second] =
            frame("a").x < frame("b").x ? std::pair(frame("a"), frame("b")) : std::pair(frame("b"), frame("a"));
        COMPARE_MM(first.x, 5);
        COMPARE_MM(second.right(), 94);
        // A locked item stays where it is.
        job.findItem(QStringLiteral("c"))->locked = true;
        const Rect before = frame("c");
        alignItems(job, testing::planned(job), all, AlignTo::EachOther, AlignEdge::Head);
        QCOMPARE(frame("c"), before);
    }

    void aTypedSizeMovesTheSideThatIsFree()
    {
        // Panels of 97, 100 and 100 mm. The item holds on to the right safe line of panel 2, which lies at 97 + 100 - 3
        // mm.
        Job job = testing::a4Roll();
        Item held = item("a", ItemKind::Shape, mm(120, 20, 74, 30), paper());
        held.side(ItemSide::Right) = holdOn(PaperLine::Safe, 1, LineEnd::End);
        job.edit(Face::Outside).items = {held};
        const QStringList ids{QStringLiteral("a")};
        const auto resized = [&](const Job& from, std::optional<Length> w, std::optional<Length> h) {
            Job next = from;
            const auto done = sizeItems(next, testing::planned(next), ids, w, h);
            return done ? next : Job{};
        };
        const Job wider = resized(job, len("90"), std::nullopt);
        QCOMPARE(wider.findItem(QStringLiteral("a"))->side(ItemSide::Right), held.side(ItemSide::Right));
        const Rect wide = testing::planned(wider).findItem(QStringLiteral("a"))->frame;
        COMPARE_MM(wide.right(), 194);
        COMPARE_MM(wide.w, 90);
        QVERIFY(!wider.findItem(QStringLiteral("a"))->side(ItemSide::Left).holds);
        // Beyond its panel, too, it stays an item of panel 2.
        const Job widest = resized(job, len("120"), std::nullopt);
        QCOMPARE(widest.findItem(QStringLiteral("a"))->side(ItemSide::Left).panel, 1);
        // Both hold: the right one gives way. Nothing holds: the right one moves, too.
        Job both = job;
        both.findItem(QStringLiteral("a"))->side(ItemSide::Left) = holdOn(PaperLine::Safe, 1, LineEnd::Start);
        const Job narrow = resized(both, len("50"), std::nullopt);
        COMPARE_MM(testing::planned(narrow).findItem(QStringLiteral("a"))->frame.x, 100);
        COMPARE_MM(testing::planned(narrow).findItem(QStringLiteral("a"))->frame.w, 50);
        QVERIFY(narrow.findItem(QStringLiteral("a"))->side(ItemSide::Left).holds);
        QVERIFY(!narrow.findItem(QStringLiteral("a"))->side(ItemSide::Right).holds);
        QCOMPARE(narrow.findItem(QStringLiteral("a"))->side(ItemSide::Right).panel, 1);
        // Upward from a foot that holds; back to a height at which the head meets a line, it takes hold there.
        Job foot = job;
        foot.findItem(QStringLiteral("a"))->side(ItemSide::Bottom) = holdOn(PaperLine::Safe, 1, LineEnd::End);
        const Job high = resized(foot, std::nullopt, len("200"));
        COMPARE_MM(testing::planned(high).findItem(QStringLiteral("a"))->frame.y, 5);
        QVERIFY(high.findItem(QStringLiteral("a"))->side(ItemSide::Top).holds);
        QVERIFY(!sizeItems(job, testing::planned(job), ids, Length(), std::nullopt));
    }

    void copiesStandAtTheSamePlaceOfAnotherPanel()
    {
        Job job = testing::a4Roll();
        Item held = item("held", ItemKind::Shape, mm(10, 20, 20, 10), paper());
        held.sides = sidesFillingPanel(1);
        Item free = item("free", ItemKind::Shape, mm(97 + 10, 20, 20, 10), paper());
        job.edit(Face::Outside).items = {held, free};
        const Plan plan = testing::planned(job);
        for (Item& copy : copiesFor({held, free}, 1, 2, counter()))
            job.edit(Face::Outside).items.push_back(copy);
        const Plan after = testing::planned(job);
        // The held one fills the front cover, bleed and all; the free one keeps its distance from the panel's edge.
        QCOMPARE(after.findItem(QStringLiteral("new1"))->frame, after.paper.face(Face::Outside)[2].bleedArea);
        COMPARE_MM(after.findItem(QStringLiteral("new2"))->frame.x, 197 + 10);
        QCOMPARE(int(repeatedOnPanels(plan, Face::Outside, free, counter()).size()), 2);
        // Texts that run on are copied with their links, and cut off from what is not copied.
        Item a = text("a", mm(10, 10, 40, 40), paper(), "words");
        a.next = QStringLiteral("b");
        const Item b = text("b", mm(10, 60, 40, 40), paper());
        const auto pair = copiesFor({a, b}, 0, 1, counter());
        QCOMPARE(pair[0].next, pair[1].id);
        QVERIFY(copiesFor({a}, 0, 1, counter()).front().next.isEmpty());
    }

    void aGroundOverSeveralPanelsStaysOne()
    {
        Item ground = item("ground", ItemKind::Shape, mm(0, 0, 10, 10), paper());
        for (const ItemSide side : allSides)
            ground.side(side) = holdOn(PaperLine::Bleed, side == ItemSide::Right ? 2 : 0, endOf(side));
        Item half = ground;
        half.side(ItemSide::Right).panel = 1;
        const auto frameOn = [&](const Item& on, int from, int to, Face face) {
            return frameOf(paper(), face, copiesFor({on}, from, to, counter(), 3).front());
        };
        for (const Face face : bothFaces)
            for (int to = 0; to < 3; ++to)
                QCOMPARE(frameOn(ground, 1, to, face), bleedOf(paper(), face));
        // One of two panels goes as far as there are two.
        const auto& panels = paper().face(Face::Inside);
        QCOMPARE(frameOn(half, 0, 1, Face::Inside).x, panels[1].bleedArea.x);
        QCOMPARE(frameOn(half, 0, 1, Face::Inside).right(), panels[2].bleedArea.right());
        QCOMPARE(frameOn(half, 0, 2, Face::Inside).x, panels[1].bleedArea.x);
    }

    void copiesStandInRows()
    {
        Job job = testing::a4Roll();
        // Two in a group, 20 x 30 mm together, the first 4 mm before the clearance of the fold.
        Item a = item("a", ItemKind::Shape, mm(10, 20, 20, 10), paper());
        Item b = item("b", ItemKind::Shape, mm(15, 40, 10, 10), paper());
        a.group = b.group = QStringLiteral("pair");
        job.edit(Face::Outside).items = {a, b};
        const Plan plan = testing::planned(job);
        const auto copies = copiesInRows(plan, {a, b}, 4, 2, len("4"), len("6"), counter());
        QCOMPARE(copies.size(), std::size_t(2 * 7));
        const auto frame = [&](std::size_t i) { return frameOf(paper(), Face::Outside, copies[i]); };
        QCOMPARE(frame(0), mm(10 + 24, 20, 20, 10));
        QCOMPARE(frame(1), mm(15 + 24, 40, 10, 10));
        QCOMPARE(frame(6), mm(10, 20 + 36, 20, 10));
        QCOMPARE(frame(13), mm(15 + 3 * 24, 40 + 36, 10, 10));
        QCOMPARE(copies[12].group, copies[13].group);
        QVERIFY(copies[12].group != copies[0].group && copies[0].group != a.group);
        // Where a side comes to lie on a line it takes hold: 15 + 10 + 59 + 10 = 94, the clearance of the fold at 97.
        const auto held = copiesInRows(plan, {b}, 2, 1, len("59"), {}, counter());
        QVERIFY(held.front().side(ItemSide::Right).holds);
        QVERIFY(copiesInRows(plan, {a}, 1, 1, len("4"), len("4"), counter()).empty());
    }

    void repeatedInEveryColumn()
    {
        Job job = testing::a4Roll();
        job.edit(Face::Outside).columns = {{0, 3, len("4")}};
        const Plan before = testing::planned(job);
        const auto& columns = before.paper.face(Face::Outside)[0].columnAreas;
        Item one = item("one", ItemKind::Shape, {columns[0].x, len("30"), columns[0].w, len("10")}, before.paper);
        job.edit(Face::Outside).items = {one};
        for (Item& copy : repeatedInColumns(testing::planned(job), Face::Outside, one, counter()))
            job.edit(Face::Outside).items.push_back(copy);
        const Plan after = testing::planned(job);
        QCOMPARE(after.itemsOn(Face::Outside).size(), std::size_t(3));
        for (std::size_t i = 0; i < 3; ++i) {
            QCOMPARE(after.itemsOn(Face::Outside)[i].frame.x, columns[i].x);
            COMPARE_MM(after.itemsOn(Face::Outside)[i].frame.y, 30);
        }
    }

    void rowsAndGuidesAreLinesToHoldOnTo()
    {
        Job job = testing::a4Roll();
        job.edit(Face::Outside).columns = {{0, 1, len("4"), 4, len("2")}};
        job.edit(Face::Outside).guides = {{0, 0, true, len("33")}, {1, 1, false, len("70")}, {2, 0, true, len("60")}};
        const Plan plan = testing::planned(job);
        const Panel& first = plan.paper.face(Face::Outside)[0];
        QCOMPARE(first.rowAreas.size(), std::size_t(4));
        Length filled = len("2") * 3;
        for (const Rect& row : first.rowAreas)
            filled += row.h;
        QCOMPARE(filled, first.safeArea.h); // no remainder is lost
        const auto row = nearestLine(plan.paper, Face::Outside, ItemSide::Top,
                                     {len("20"), first.rowAreas[2].y + len("0.3"), len("20"), len("20")}, len("1"));
        QVERIFY(row && row->line == PaperLine::Column && row->column == 2);
        const auto guide = nearestLine(plan.paper, Face::Outside, ItemSide::Left, mm(33.4, 95, 10, 10), len("1"));
        QVERIFY(guide && guide->line == PaperLine::Guide);
        COMPARE_MM(linePosition(plan.paper, Face::Outside, ItemSide::Left, *guide), 33);
        const auto level = nearestLine(plan.paper, Face::Outside, ItemSide::Bottom, mm(115, 59.8, 10, 10), len("1"));
        QVERIFY(level && level->line == PaperLine::Guide);
        COMPARE_MM(linePosition(plan.paper, Face::Outside, ItemSide::Bottom, *level), 70);
        // One guide goes: what held on to it stays where it was, and what holds on to another one stays on that.
        Item held = item("first", ItemKind::Shape, mm(33, 40, 10, 10), plan.paper);
        held.side(ItemSide::Left) = *guide;
        Item other = item("other", ItemKind::Shape, mm(60, 40, 10, 10), plan.paper);
        other.side(ItemSide::Left) =
            *nearestLine(plan.paper, Face::Outside, ItemSide::Left, mm(60, 40, 10, 10), Length());
        QCOMPARE(other.side(ItemSide::Left).line, PaperLine::Guide);
        job.edit(Face::Outside).items = {held, other};
        removeGuide(job, plan, Face::Outside, 0);
        const Plan without = testing::planned(job);
        COMPARE_MM(without.findItem(QStringLiteral("first"))->frame.x, 33);
        QVERIFY(!job.findItem(QStringLiteral("first"))->side(ItemSide::Left).holds);
        COMPARE_MM(without.findItem(QStringLiteral("other"))->frame.x, 60);
        // Moved to another panel it takes along what holds on to it.
        job.edit(Face::Outside).guides.back().panel = 1;
        COMPARE_MM(testing::planned(job).findItem(QStringLiteral("other"))->frame.x, 97 + 60);
        job.edit(Face::Outside).guides.push_back(job.on(Face::Outside).guides.back());
        QVERIFY(!hinge::plan(job)); // two of one number
    }
};

HINGE_TEST(TestArranging)
#include "test_arranging.moc"
