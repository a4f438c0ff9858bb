// SPDX-License-Identifier: GPL-3.0-or-later
// Design margins apart from what is safe. The leaflet is an A4 roll fold: its middle panel is 100 mm wide, from 97 mm
// on, its live matter keeps 3 mm clear of the folds and 5 mm of head and foot.
#include "content_items.h"
#include "core/edit/dragging.h"
#include "core/edit/frames.h"
#include "core/edit/margins.h"
#include "core/edit/new_items.h"
#include "core/file/job_file.h"

using namespace hinge;
using namespace testing::content;
using testing::len;

class TestLayoutMargins : public QObject
{
    Q_OBJECT

    static Rect layout(const Job& job, int panel = 1)
    {
        return testing::planned(job).panelsOf(Face::Outside)[std::size_t(panel)].layoutArea;
    }

private Q_SLOTS:
    void theLayoutEndsAtItsMargins()
    {
        Job job = testing::a4Roll();
        QCOMPARE(layout(job), mm(100, 5, 94, 200)); // as safe, until said otherwise
        job.layoutMargin = len("12");
        QCOMPARE(layout(job), mm(97 + 12, 12, 76, 186));
        job.edit(Face::Outside).layout = {{1, ItemSide::Left, len("20")}, {1, ItemSide::Bottom, len("2")}};
        // One of its own counts before that of all; nearer to the edge than is safe none can be.
        QCOMPARE(layout(job), Rect::fromEdges(len("117"), len("12"), len("185"), len("205")));
        QCOMPARE(layout(job, 0), mm(12, 12, 97 - 24, 186));
        const Plan plan = testing::planned(job);
        QCOMPARE(plan.panelsOf(Face::Outside)[1].safeArea, mm(100, 5, 94, 200));
        // Only the safe zone judges.
        job.edit(Face::Outside).items = {text("t", mm(101, 6, 60, 30), plan.paper, "near the fold")};
        QVERIFY(testing::planned(job).findings.empty());
        const auto read = readJob(writeJob(job), QStringLiteral("job"));
        QVERIFY(read);
        QCOMPARE(read->layoutMargin, len("12"));
        QCOMPARE(read->on(Face::Outside), job.on(Face::Outside));
        job.layoutMargin = len("-1");
        QVERIFY(!validate(job));
    }

    void aSpineIsTooNarrowForThem()
    {
        // Two of 12 mm on a spine of 14.
        Job cover = newPiece(PieceKind::Cover);
        cover.cover.spine = len("14");
        cover.layoutMargin = len("12");
        const Plan plan = testing::planned(cover);
        const auto& panels = plan.panelsOf(Face::Outside);
        const auto spine = std::ranges::find(panels, Role::Spine, &Panel::role);
        QVERIFY(spine != panels.end());
        QCOMPARE(spine->layoutArea.x, spine->safeArea.x);
        QCOMPARE(spine->layoutArea.right(), spine->safeArea.right());
        QCOMPARE(spine->layoutArea.y, spine->area.y + len("12"));
    }

    void columnsAndFreshMatterFillTheLayout()
    {
        Job job = testing::a4Roll();
        job.layoutMargin = len("12");
        job.edit(Face::Outside).columns = {{.panel = 1, .columns = 2, .gutter = len("6"), .rows = 1, .rowGutter = {}}};
        Plan plan = testing::planned(job);
        const Panel& panel = plan.panelsOf(Face::Outside)[1];
        COMPARE_MM(panel.columnAreas[0].x, 109);
        COMPARE_MM(panel.columnAreas[0].w, 35);
        COMPARE_MM(panel.columnAreas[1].right(), 185);
        QCOMPARE(frameOf(plan.paper, Face::Outside, newText(job, plan, Face::Outside, 1, QStringLiteral("x"))),
                 panel.layoutArea);
        // On a panel of one column its edges are margins to hold on to, and are called so.
        Item item = newText(job, plan, Face::Outside, 2, QStringLiteral("x"));
        item.id = QStringLiteral("x");
        QCOMPARE(lineName(plan.paper, Face::Outside, ItemSide::Left, item.side(ItemSide::Left)),
                 QStringLiteral("margin"));
        QCOMPARE(lineName(plan.paper, Face::Outside, ItemSide::Left, holdOnColumn(1, 0, LineEnd::Start)),
                 QStringLiteral("column"));
        const auto offered = linesOffered(plan.panelsOf(Face::Outside)[2], ItemSide::Left);
        QVERIFY(std::ranges::find(offered, holdOnColumn(2, 0, LineEnd::Start)) != offered.end());
        job.edit(Face::Outside).items = {item};
        job.layoutMargin = len("18");
        plan = testing::planned(job);
        QCOMPARE(plan.findItem(QStringLiteral("x"))->frame, plan.panelsOf(Face::Outside)[2].layoutArea);
        QCOMPARE(roomAt(plan, Face::Outside, {len("250"), len("100")}), plan.panelsOf(Face::Outside)[2].layoutArea);
    }

    void marginsBySide()
    {
        Job job = testing::a4Roll();
        const Plan plan = testing::planned(job);
        const Panel& middle = plan.panelsOf(Face::Outside)[1]; // 100 x 210, safe 3 mm from folds, 5 mm from the knife
        QCOMPARE(marginOf(middle, ItemSide::Left, MarginOf::LiveMatter), len("3"));
        QCOMPARE(marginOf(middle, ItemSide::Top, MarginOf::LiveMatter), len("5"));
        QVERIFY(setMargin(job, plan, Face::Outside, 1, ItemSide::Left, MarginOf::Layout, len("12")));
        QVERIFY(setMargin(job, plan, Face::Outside, 1, ItemSide::Right, MarginOf::Layout, len("20")));
        QVERIFY(setMargin(job, plan, Face::Outside, 2, ItemSide::Left, MarginOf::LiveMatter, len("9")));
        QVERIFY(setMargin(job, plan, Face::Outside, 1, ItemSide::Left, MarginOf::Layout, len("14"))); // once each
        QCOMPARE(job.on(Face::Outside).layout.size(), std::size_t(2));
        QCOMPARE(job.on(Face::Outside).margins.size(), std::size_t(1));
        const Plan now = testing::planned(job);
        const Panel& set = now.panelsOf(Face::Outside)[1];
        QCOMPARE(marginOf(set, ItemSide::Left, MarginOf::Layout), len("14"));
        QCOMPARE(marginOf(set, ItemSide::Left, MarginOf::LiveMatter), len("3"));
        // What would leave no room is refused with the most there is: the other side keeps its 20.
        const Length most = len("100") - len("20") - leastLayout;
        QVERIFY(setMargin(job, now, Face::Outside, 1, ItemSide::Left, MarginOf::Layout, most));
        const auto wide =
            setMargin(job, now, Face::Outside, 1, ItemSide::Left, MarginOf::Layout, most + Length::units(1));
        QVERIFY(!wide);
        QVERIFY2(wide.error().message.contains(formatLength(most, Unit::Mm)), qPrintable(wide.error().message));
        // Live matter has no such limit here: what is too narrow is a finding.
        QVERIFY(setMargin(job, now, Face::Outside, 1, ItemSide::Left, MarginOf::LiveMatter, len("99")));
        // Let go of, it follows the job again; the others stay.
        QVERIFY(setMargin(job, now, Face::Outside, 1, ItemSide::Left, MarginOf::Layout, std::nullopt));
        QCOMPARE(job.on(Face::Outside).layout.size(), std::size_t(1));
        QCOMPARE(job.on(Face::Outside).layout[0].side, ItemSide::Right);
    }

    void theyEndAtTheSamePlaceBehind()
    {
        CHECK_PROPERTY("held against the light, the layouts of a panel and of the one behind it are the same", [] {
            Job job = testing::a4Roll();
            if (*rc::gen::arbitrary<bool>()) { // turned about its head
                job.flat = {len("210"), len("297")};
                job.fold = {FoldScheme::Half, 2};
                job.fold.atHead = true;
                job.fold.coverPanel = 1;
            }
            const int panel = *rc::gen::inRange(0, job.fold.panels);
            for (const ItemSide side : allSides)
                job.edit(Face::Outside).layout.push_back({panel, side, Length::mm(*rc::gen::inRange(5, 30))});
            job.edit(Face::Inside).layout = {{0, ItemSide::Top, len("40")}, {1, ItemSide::Left, len("31")}};
            const Plan before = testing::planned(job);
            mirrorLayout(job, before, Face::Outside, panel);
            const Plan plan = testing::planned(job);
            const Panel& here = plan.panelsOf(Face::Outside)[std::size_t(panel)];
            const Panel& behind = plan.paper.behind(here);
            const Rect& seen = here.layoutArea;
            const Rect& there = behind.layoutArea;
            const Point a = plan.paper.through(Point{seen.x, seen.y});
            const Point b = plan.paper.through(Point{seen.right(), seen.bottom()});
            RC_ASSERT(there ==
                      Rect::fromEdges(std::min(a.x, b.x), std::min(a.y, b.y), std::max(a.x, b.x), std::max(a.y, b.y)));
        });
        Job job = testing::a4Roll();
        job.edit(Face::Inside).layout = {{0, ItemSide::Top, len("40")}, {2, ItemSide::Top, len("40")}};
        mirrorLayout(job, testing::planned(job), Face::Outside, 0);
        QCOMPARE(job.on(Face::Inside).layout.size(), std::size_t(1)); // that of the panel behind is gone
        QCOMPARE(job.on(Face::Inside).layout[0].panel, 0);
    }

    void theLayoutIsSafeOnEveryPiece()
    {
        CHECK_PROPERTY("whatever the margins, the layout lies in the safe area and its columns fill it", [] {
            Job job = *rc::anyPiece();
            job.layoutMargin = Length::mm(*rc::gen::inRange(0, 60));
            for (int i = *rc::gen::inRange(0, 4); i > 0; --i)
                job.edit(Face::Inside)
                    .layout.push_back({*rc::gen::inRange(0, 4),
                                       *rc::gen::element(ItemSide::Left, ItemSide::Top, ItemSide::Right),
                                       Length::mm(*rc::gen::inRange(0, 100))});
            const Plan plan = testing::planned(job);
            for (const Face face : bothFaces)
                for (const Panel& panel : plan.panelsOf(face)) {
                    if (panel.safeArea.w < leastLayout || panel.safeArea.h < leastLayout)
                        continue; // as narrow as it is
                    RC_ASSERT(panel.safeArea.contains(panel.layoutArea));
                    RC_ASSERT(panel.layoutArea.w >= leastLayout && panel.layoutArea.h >= leastLayout);
                    RC_ASSERT(panel.columnAreas.front().x == panel.layoutArea.x);
                    RC_ASSERT(panel.columnAreas.back().right() == panel.layoutArea.right());
                    RC_ASSERT(panel.rowAreas.back().bottom() == panel.layoutArea.bottom());
                }
        });
    }
};

HINGE_TEST(TestLayoutMargins)
#include "test_layout_margins.moc"
