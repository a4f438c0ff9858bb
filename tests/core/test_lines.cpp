// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/edit/remedies.h"
#include "testing.h"

using namespace hinge;
using testing::len;

class TestLines : public QObject
{
    Q_OBJECT

    static Item tintOn(int panel)
    {
        Item item;
        item.id = QStringLiteral("t1");
        item.name = QStringLiteral("Sea");
        item.ink = QStringLiteral("Shallows");
        item.sides = sidesFillingPanel(panel);
        return item;
    }

private Q_SLOTS:
    void bleedOnlyWhereTheKnifeGoes()
    {
        const Plan plan = testing::planned(testing::a4Roll());
        const Panel& cover = plan.paper.face(Face::Outside)[2];
        QCOMPARE(cover.edge(ItemSide::Left), EdgeFate::Folded);
        QCOMPARE(cover.edge(ItemSide::Right), EdgeFate::Knife);
        COMPARE_MM(cover.bleedArea.x, 197); // the fold itself
        COMPARE_MM(cover.bleedArea.right(), 300);
        COMPARE_MM(cover.bleedArea.y, -3);
        COMPARE_MM(cover.safeArea.x, 200);       // 3 mm clear of the fold
        COMPARE_MM(cover.safeArea.right(), 292); // 5 mm within the trim
    }

    void columnsFillTheSafeArea()
    {
        Job job = testing::a4Roll();
        job.edit(Face::Inside).columns = {{1, 3, len("4 mm")}};
        const Plan plan = testing::planned(job);
        const Panel& panel = plan.paper.face(Face::Inside)[1];
        QCOMPARE(panel.columnAreas.size(), std::size_t(3));
        QCOMPARE(panel.columnAreas[0].x, panel.safeArea.x);
        QCOMPARE(panel.columnAreas[2].right(), panel.safeArea.right());
        COMPARE_MM(panel.columnAreas[1].x - panel.columnAreas[0].right(), 4);
    }

    void heldSidesFollowThePaper()
    {
        Job job = testing::a4Roll();
        job.edit(Face::Outside).items = {tintOn(2)};
        COMPARE_MM(testing::planned(job).itemsOn(Face::Outside)[0].frame.right(), 300);
        job.zones.bleed = len("5 mm");
        COMPARE_MM(testing::planned(job).itemsOn(Face::Outside)[0].frame.right(), 302);
        job.fold.tuckAllowance = len("6 mm"); // 95, 101, 101
        COMPARE_MM(testing::planned(job).itemsOn(Face::Outside)[0].frame.x, 196);
        // With the cover on the left the right edge of panel 3 is still cut, and the left still folded.
        job.flat.w = len("420 mm");
        COMPARE_MM(testing::planned(job).itemsOn(Face::Outside)[0].frame.right(), 425);
    }

    void freeSidesKeepTheirDistanceFromTheNearerEdge()
    {
        Job job = testing::a4Roll();
        const Plan before = testing::planned(job);
        Item item = tintOn(0);
        item.sides = freeSides(before.paper, Face::Outside, {len("210 mm"), len("10 mm"), len("80 mm"), len("30 mm")});
        QVERIFY(!item.sides[0].holds);
        job.edit(Face::Outside).items = {item};
        job.flat.h = len("300 mm");
        job.flat.w = len("420 mm");
        const Plan after = testing::planned(job);
        const Rect frame = after.itemsOn(Face::Outside)[0].frame;
        const Rect panel = after.paper.face(Face::Outside)[2].area;
        COMPARE_MM(frame.x - panel.x, 13); // 210 - 197
        COMPARE_MM(panel.right() - frame.right(), 7);
        COMPARE_MM(frame.y, 10);
    }

    void everyPlaceBelongsToAPanel()
    {
        Job job = newLeaflet();
        job.fold = {FoldScheme::Cross, 4};
        job.fold.coverPanel = 3;
        const Paper paper = testing::planned(job).paper;
        for (const Face face : bothFaces) {
            const auto& panels = paper.face(face);
            for (std::size_t i = 0; i < panels.size(); ++i) {
                const Rect& r = panels[i].area;
                QCOMPARE(panelAt(paper, face, {r.x, r.y}), int(i));
                QCOMPARE(panelAt(paper, face, {r.right() - len("0.01"), r.bottom() - len("0.01")}), int(i));
            }
            // Beside the paper it is the nearest.
            QCOMPARE(panelAt(paper, face, {len("-9"), len("-9")}), 0);
            QCOMPARE(panelAt(paper, face, {len("9000"), len("-9")}), 1);
            QCOMPARE(panelAt(paper, face, {len("-9"), len("9000")}), 2);
            QCOMPARE(panelAt(paper, face, {len("9000"), len("9000")}), 3);
        }
    }

    void nearestLineIsFound()
    {
        const Plan plan = testing::planned(testing::a4Roll());
        const auto near = [&](double x) {
            const Rect frame{Length::nearestMm(x), Length::mm(90), Length::mm(10), Length::mm(20)};
            return nearestLine(plan.paper, Face::Outside, ItemSide::Left, frame, Length::mm(1));
        };
        QVERIFY(!near(150));
        QCOMPARE(near(299.4)->line, PaperLine::Bleed);
        QCOMPARE(near(297.2)->line, PaperLine::Edge);
        QCOMPARE(near(292.3)->line, PaperLine::Safe);
        QVERIFY(near(299.4)->holds);
        QCOMPARE(lineName(plan.paper, Face::Outside, ItemSide::Left, *near(197.3)), QStringLiteral("fold"));
        QCOMPARE(lineName(plan.paper, Face::Outside, ItemSide::Right, *near(299.4)), QStringLiteral("bleed"));
    }

    void freeSideDescribesAnyPlace()
    {
        CHECK_PROPERTY("a free side lies where it was put", [](const Job& job) {
            const auto paper = foldPaper(job);
            RC_ASSERT(paper);
            const Length at = Length::units(*rc::gen::inRange<std::int64_t>(-Length::perMm * 50, Length::perMm * 1000));
            const auto side = *rc::gen::element(ItemSide::Left, ItemSide::Top, ItemSide::Right, ItemSide::Bottom);
            const Face face = *rc::gen::element(Face::Outside, Face::Inside);
            RC_ASSERT(sidePosition(*paper, face, side, freeSide(*paper, face, side, withSideAt({}, side, at))) == at);
        });
    }

    void shortOfTheBleedIsFoundAndMended()
    {
        Job job = testing::a4Roll();
        Item item = tintOn(2);
        item.side(ItemSide::Right) = holdOn(PaperLine::Edge, 2, LineEnd::End);
        job.edit(Face::Outside).items = {item};
        const Plan plan = testing::planned(job);
        const auto finding = std::ranges::find(plan.findings, QStringLiteral("bleed.short"), &Finding::code);
        QVERIFY(finding != plan.findings.end());
        QCOMPARE(finding->itemId, item.id);
        QVERIFY(finding->message.contains(QStringLiteral("3 mm short of the bleed")));
        const Plan mended = testing::planned(settled(job, *finding));
        QVERIFY(!testing::hasFinding(mended.findings, "bleed.short"));
        COMPARE_MM(mended.itemsOn(Face::Outside)[0].frame.right(), 300);
    }

    void textOutsideTheSafeZoneIsFound()
    {
        Job job = testing::a4Roll();
        Item text = tintOn(1);
        text.kind = ItemKind::Text;
        text.sides = sidesFillingSafeArea(1);
        text.paragraphs = {{QStringLiteral("Low water"), {}}};
        job.edit(Face::Inside).items = {text};
        QVERIFY(testing::planned(job).findings.empty());
        job.edit(Face::Inside).items[0].sides = sidesFillingPanel(1);
        QVERIFY(testing::hasFinding(testing::planned(job).findings, "text.acrossFold"));
        job.edit(Face::Inside).items[0].side(ItemSide::Top) = holdOn(PaperLine::Edge, 1, LineEnd::Start);
        job.edit(Face::Inside).items[0].side(ItemSide::Bottom) = holdOn(PaperLine::Edge, 1, LineEnd::End);
        QVERIFY(testing::hasFinding(testing::planned(job).findings, "text.unsafe"));
    }
};

HINGE_TEST(TestLines)
#include "test_lines.moc"
