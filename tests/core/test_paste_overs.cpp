// SPDX-License-Identifier: GPL-3.0-or-later
#include "content_items.h"
#include "core/edit/masters.h"
#include "core/edit/paste_over.h"
#include "core/edit/sequence_edits.h"
#include "core/file/job_file.h"
#include "core/plan/paste_overs.h"
#include "demo_job.h"

using namespace hinge;
using namespace testing::content;
using testing::len;

class TestPasteOvers : public QObject
{
    Q_OBJECT

    static Job booklet()
    {
        Job job = newPiece(PieceKind::Booklet);
        job.pages.count = 16;
        beginSequence(job);
        return job;
    }
    static QString add(Job& job, const SurfaceId& surface)
    {
        Item item = newPasteOver(job, testing::planned(job), surface, 0);
        item.id = QStringLiteral("cover");
        item.name = QStringLiteral("Old number");
        job.edit(surface).items.push_back(item);
        return item.id;
    }

private Q_SLOTS:
    void aFreshOneLiesOverTheFootOfItsPanel()
    {
        // Where old page numbers stand: 30 by 10 mm, in the middle, or as much of it as there is room for.
        Job job = testing::a4Roll();
        Item item = newPasteOver(job, testing::planned(job), Face::Outside, 1);
        const Plan plan = testing::planned(job);
        const Rect panel = plan.panelsOf(Face::Outside)[1].area;
        const Rect frame = frameOf(plan.paper, Face::Outside, item);
        QCOMPARE(frame.size(), (Size{len("30"), len("10")}));
        QCOMPARE(frame.x - panel.x, panel.right() - frame.right());
        QCOMPARE(panel.bottom() - frame.bottom(), len("200/16"));
        Job cover = testing::demoJob("tide-almanac-cover");
        item = newPasteOver(cover, testing::planned(cover), Face::Outside, 1);
        const Plan spine = testing::planned(cover);
        QCOMPARE(frameOf(spine.paper, Face::Outside, item).size(),
                 (Size{spine.panelsOf(Face::Outside)[1].area.w, len("10")}));
    }

    void itIsOfTheColourOfPaper()
    {
        Job job = booklet();
        job.inks = {{QStringLiteral("Black"), {0, 0, 0, 100}}, {QStringLiteral("Paper"), {0, 0, 0, 5}}};
        const SurfaceId page = job.sequence[2].surface();
        add(job, page);
        const Plan plan = testing::planned(job);
        const Item& item = job.on(page).items.back();
        QVERIFY(item.pasteOver);
        QCOMPARE(job.findInk(item.ink)->cmyk, (Cmyk{0, 0, 0, 0}));
        QCOMPARE(item.ink, QStringLiteral("Paper 2")); // the name was taken by another
        // A second one takes the same ink.
        Job two = job;
        (void)newPasteOver(two, plan, page, 0);
        QCOMPARE(two.inks.size(), job.inks.size());
        QVERIFY(plan.panelsOf(page)[0].area.contains(plan.findItem(item.id)->frame));
        Job wrong = job;
        wrong.edit(page).items.back().kind = ItemKind::Code;
        QVERIFY(validate(wrong).error().message.contains(QStringLiteral("paste-over")));
        const auto again = readJob(writeJob(job), QStringLiteral("again"));
        QVERIFY2(again, again ? "" : qPrintable(again.error().text()));
        QCOMPARE(*again, job);
    }

    void onOtherPagesItIsTheItemOfAMaster()
    {
        Job job = booklet();
        const SurfaceId page = job.sequence[4].surface(); // a right-hand one
        const QString id = add(job, page);
        const Rect before = testing::planned(job).findItem(id)->frame;
        QVERIFY(!pasteOnPages(job, testing::planned(job), id, QStringLiteral("none of them")));
        QVERIFY(!pasteOnPages(job, testing::planned(job), id, QStringLiteral("3-40")));
        QVERIFY(!pasteOnPages(job, testing::planned(job), QStringLiteral("nothing"), QStringLiteral("3-5")));
        const auto done = pasteOnPages(job, testing::planned(job), id, QStringLiteral("3-8, 12"));
        QVERIFY2(done, done ? "" : qPrintable(done.error().message));
        const Plan plan = testing::planned(job);
        QVERIFY(job.on(page).items.empty());
        QCOMPARE(job.masters.size(), std::size_t(1));
        QVERIFY(job.masters[0].over);
        QStringList on;
        for (const SurfaceId& surface : surfacesPastedOver(job, plan))
            on << surfaceName(surface, job);
        QCOMPARE(on.size(), 7);
        const auto here = pasteOversOn(job, plan, page);
        QCOMPARE(here.size(), std::size_t(1));
        QCOMPARE(here[0].placed->frame, before);
        // A page that lets go of it is not pasted over.
        letGo(job, job.sequence[5].surface(), job.on(job.masters[0].surface()).items[0].id, true);
        QCOMPARE(surfacesPastedOver(job, testing::planned(job)).size(), std::size_t(6));
    }

    void onlyPasteOversOfPagesGoOnOthers()
    {
        Job job = booklet();
        const SurfaceId page = job.sequence[4].surface();
        const QString id = add(job, page);
        job.edit(page).items.back().pasteOver = false;
        QVERIFY(!pasteOnPages(job, testing::planned(job), id, QStringLiteral("all")));
        Job flat = testing::a4Roll();
        const QString cover = add(flat, Face::Outside);
        QVERIFY(!pasteOnPages(flat, testing::planned(flat), cover, QStringLiteral("all")));
        QCOMPARE(surfacesPastedOver(flat, testing::planned(flat)), std::vector<SurfaceId>{Face::Outside});
    }

    void wordsAreCoveredCutOrLeftAlone()
    {
        const Rect cover = mm(10, 10, 20, 8);
        const auto told = [&](const Rect& box) { return coveredBy(cover, {{QStringLiteral("17"), box}}); };
        QCOMPARE(told(mm(15, 12, 5, 4)).whole, QStringList{QStringLiteral("17")});
        QCOMPARE(told(mm(9.95, 12, 5, 4)).whole.size(), 1); // a twentieth of a millimetre is none
        QCOMPARE(told(mm(9.5, 12, 5, 4)).part.size(), 1);
        QVERIFY(told(mm(9.5, 12, 5, 4)).whole.isEmpty());
        QVERIFY(told(mm(40, 12, 5, 4)).isNothing());
        QVERIFY(told(mm(5, 12, 5.05, 4)).isNothing());
        CHECK_PROPERTY("a word is told of once at most, and moved with its cover it is told of alike", [&] {
            const auto some = [] { return Length::micrometres(100) * *rc::gen::inRange(0, 400); };
            const Rect box{some(), some(), some(), some()};
            const Covered one = coveredBy(cover, {{QStringLiteral("x"), box}});
            RC_ASSERT(one.whole.size() + one.part.size() <= 1);
            const Point by{some(), some()};
            const Covered moved = coveredBy(cover.moved(by), {{QStringLiteral("x"), box.moved(by)}});
            RC_ASSERT(moved.whole == one.whole && moved.part == one.part);
        });
    }
};

HINGE_TEST(TestPasteOvers)
#include "test_paste_overs.moc"
