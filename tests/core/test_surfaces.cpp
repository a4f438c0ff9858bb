// SPDX-License-Identifier: GPL-3.0-or-later
// What stands on a surface is shared by the jobs it is the same in, and changes in one of them alone.
#include "core/edit/sequence_edits.h"
#include "core/job/stories.h"
#include "core/plan/plan.h"
#include "testing.h"

using namespace hinge;
using testing::len;

class TestSurfaces : public QObject
{
    Q_OBJECT

    static Item tint(const char* id, int panel = 1)
    {
        Item item;
        item.id = QString::fromLatin1(id);
        item.ink = QStringLiteral("Black");
        item.sides = sidesFillingPanel(panel);
        return item;
    }

private Q_SLOTS:
    void idsAreInOrder()
    {
        const SurfaceId outside = Face::Outside;
        const SurfaceId inside = Face::Inside;
        const SurfaceId seventh = SurfaceId::ofPage(7);
        QVERIFY(outside < inside && inside < seventh && SurfaceId::ofPage(2) < seventh);
        QVERIFY(!(seventh < outside) && !(outside < outside));
        QVERIFY(outside != inside && seventh != outside && seventh == SurfaceId::ofPage(7));
        QCOMPARE(surfaceName(inside, PieceKind::Leaf), QStringLiteral("back"));
        QCOMPARE(surfaceName(seventh, PieceKind::Booklet), QStringLiteral("page"));
    }

    void copiesShareUntilOneIsChanged()
    {
        Job first = testing::a4Roll();
        first.edit(Face::Outside).items = {tint("a")};
        first.edit(SurfaceId::ofPage(3)).items = {tint("b")};
        Job second = first;
        QVERIFY(&second.on(Face::Outside) == &first.on(Face::Outside)); // the same, not one like it
        second.edit(Face::Outside).items.push_back(tint("c"));
        QVERIFY(&second.on(Face::Outside) != &first.on(Face::Outside));
        QCOMPARE(first.on(Face::Outside).items.size(), std::size_t(1));
        QVERIFY(&second.on(SurfaceId::ofPage(3)) == &first.on(SurfaceId::ofPage(3)));
        // Through an item, too.
        Job third = second;
        third.findItem(QStringLiteral("c"))->name = QStringLiteral("Sea");
        QVERIFY(second.findItem(QStringLiteral("c"))->name.isEmpty());
        QVERIFY(&third.on(SurfaceId::ofPage(3)) == &first.on(SurfaceId::ofPage(3)));
        QVERIFY(third != second);
        third.findItem(QStringLiteral("c"))->name.clear();
        QVERIFY(third == second);
    }

    void whatAVisitLeavesStaysShared()
    {
        Job before = testing::a4Roll();
        before.edit(Face::Outside).items = {tint("a")};
        before.edit(Face::Inside).items = {tint("b")};
        Job after = before;
        removeItem(after, QStringLiteral("a"));
        QVERIFY(after.on(Face::Outside).items.empty());
        QVERIFY(&after.on(Face::Inside) == &before.on(Face::Inside));
    }

    void nothingStandsOnASurfaceNobodyTouched()
    {
        const Job job = testing::a4Roll();
        QVERIFY(job.on(SurfaceId::ofPage(9)).items.empty());
        int surfaces = 0;
        for (const auto& [surface, content] : job.surfaces)
            surfaces += content->items.empty() && surface.component == Component::Flat ? 1 : 0;
        QCOMPARE(surfaces, 2);
        QVERIFY(testing::planned(job).itemsOn(SurfaceId::ofPage(9)).empty());
    }

    void itemsOfAPageLieOnItsPaper()
    {
        Job job = newPiece(PieceKind::Booklet); // A5, stapled
        const SurfaceId page = SurfaceId::ofPage(1);
        job.edit(page).items = {tint("sea", 0)};
        const Plan plan = testing::planned(job);
        const PlannedItem* placed = plan.findItem(QStringLiteral("sea"));
        QVERIFY(placed && placed->surface == page);
        QCOMPARE(&plan.itemsOn(page).front(), placed);
        // A page of 148 x 210 mm bleeds at head, foot and fore-edge, and ends at the fold.
        QCOMPARE(placed->frame.size(), (Size{len("151"), len("216")}));
        QCOMPARE(plan.panelsOf(page).front().area.size(), job.page);
    }

    void itemsAreFoundWhereTheyStand()
    {
        // More of them than are looked through one by one.
        Job job = testing::a4Roll();
        for (int i = 0; i < 60; ++i) {
            Item item;
            item.id = QStringLiteral("n%1").arg(i);
            item.sides = sidesFillingPanel(0);
            job.edit(i % 2 ? Face::Inside : Face::Outside).items.push_back(item);
        }
        for (int i = 0; i < 60; ++i) {
            const QString id = QStringLiteral("n%1").arg(i);
            QVERIFY(std::as_const(job).findItem(id));
            QCOMPARE(std::as_const(job).findItem(id)->id, id);
        }
        QVERIFY(!std::as_const(job).findItem(QStringLiteral("nobody")));
        // Whoever holds on to a content may still change it: what was found before is not believed.
        SurfaceContent& content = job.edit(Face::Outside);
        QVERIFY(std::as_const(job).findItem(QStringLiteral("n58")));
        content.items.erase(content.items.begin());
        content.items.front().id = QStringLiteral("first");
        QVERIFY(!std::as_const(job).findItem(QStringLiteral("n0")));
        QCOMPARE(std::as_const(job).findItem(QStringLiteral("n58"))->id, QStringLiteral("n58"));
        QCOMPARE(std::as_const(job).findItem(QStringLiteral("first"))->id, QStringLiteral("first"));
        // A copy is its own.
        Job copy = job;
        copy.edit(Face::Outside).items.clear();
        QVERIFY(!std::as_const(copy).findItem(QStringLiteral("n58")));
        QVERIFY(std::as_const(job).findItem(QStringLiteral("n58")));
    }

    void aPageHasLinesOfItsOwn()
    {
        Job job = newPiece(PieceKind::Booklet);
        job.pages.count = 8;
        job.pages.plusCover = true;
        beginSequence(job);
        const Plan bare = testing::planned(job);
        const SurfaceId third = job.sequence[2].surface();
        const SurfaceId fourth = job.sequence[3].surface();
        const SurfaceId fifth = job.sequence[4].surface();
        for (const SurfaceId& page : {third, fourth}) {
            job.edit(page).columns = {{0, 3, Length::mm(4)}};
            job.edit(page).margins = {{0, ItemSide::Top, Length::mm(20)}};
            job.edit(page).guides = {{0, 0, true, Length::mm(30), {}}};
        }
        job.edit(fifth).columns = job.on(third).columns;
        job.edit(fifth).margins = job.on(third).margins;
        job.edit(fifth).guides = job.on(third).guides;
        const Plan plan = testing::planned(job);
        const Panel& panel = plan.panelsOf(third).front();
        QCOMPARE(panel.columnAreas.size(), std::size_t(3));
        COMPARE_MM(panel.safeArea.y, 20);
        QCOMPARE(panel.guides.size(), std::size_t(1));
        // Bound at the left of a right-hand page, and at the right of a left-hand one.
        QVERIFY(panel.safeArea.x > plan.panelsOf(fourth).front().safeArea.x);
        QCOMPARE(&plan.paperOf(third), &plan.paperOf(fifth)); // the same lines, the same paper
        QCOMPARE(plan.panelsOf(job.sequence[0].surface()).front().columnAreas.size(), std::size_t(1));
        // What holds on to a column of a page stands in it, on the page and nowhere else.
        Item item;
        item.id = QStringLiteral("item");
        item.ink = QStringLiteral("Black");
        item.sides = {holdOnColumn(0, 1, LineEnd::Start), holdOn(PaperLine::Safe, 0, LineEnd::Start),
                      holdOnColumn(0, 1, LineEnd::End), holdOn(PaperLine::Safe, 0, LineEnd::End)};
        job.edit(third).items = {item};
        const Rect frame = testing::planned(job).findItem(item.id)->frame;
        QCOMPARE(frame.x, panel.columnAreas[1].x);
        QCOMPARE(frame.w, panel.columnAreas[1].w);
        COMPARE_MM(frame.y, 20);
    }
};

HINGE_TEST(TestSurfaces)
#include "test_surfaces.moc"
