// SPDX-License-Identifier: GPL-3.0-or-later
// Masters in the real window: made of what is in hand, let go of, filled, worked on where they are made.
#include "app/flat/master_list.h"
#include "core/edit/sequence_edits.h"
#include "paper_driver.h"

#include <QListView>

class TestFlatMasters : public PaperDriver
{
    Q_OBJECT

    SurfaceId page(int number) { return job().sequence.at(number - 1).surface(); }
    void look(int number)
    {
        window_->selection().setSurface(page(number));
        QCoreApplication::processEvents();
    }
    /// Has a master of all pages with one line at their head.
    QString makeHead()
    {
        look(3);
        find<QPushButton>("drawer.makeMaster")->click();
        action("addText")->trigger();
        QTest::keyClicks(QApplication::focusWidget(), QStringLiteral("Water at Skerrowby"));
        window_->selection().clearItem();
        QCoreApplication::processEvents();
        return job().on(window_->selection().surface()).items.at(0).id;
    }
    QListView& list() { return *find<QListView>("drawer.masterItems"); }

private Q_SLOTS:
    void initTestCase() { setUpProgram("flat-masters"); }
    void init()
    {
        openWindow();
        window_->resize(1280, 800);
        Job job = newPiece(PieceKind::Booklet);
        job.pages.count = 8;
        job.pages.plusCover = true;
        beginSequence(job);
        window_->document().start(std::move(job));
        window_->showStage(Stage::Flat);
        QCoreApplication::processEvents();
    }

    void itIsMadeAndShowsEverywhere()
    {
        const QString head = makeHead();
        QCOMPARE(window_->selection().surface(), job().masters.at(0).surface());
        QCOMPARE(find<QLabel>("drawer.masterCount")->text(), QStringLiteral("It shows on 8 pages."));
        QCOMPARE(find<QLabel>("flat.face")->text(), QStringLiteral("master “every page”"));
        QTest::keyClick(&canvas(), Qt::Key_Escape);
        QCOMPARE(window_->selection().surface(), page(3)); // where the user came from
        for (int number = 1; number <= 8; ++number)
            QCOMPARE(masterItemsOn(job(), plan(), page(number)).size(), std::size_t(1));
        look(2);
        QCOMPARE(list().model()->rowCount(), 1);
        QVERIFY(!window_->document().history().isClean());
        while (window_->document().history().canUndo())
            window_->document().history().undo();
        QVERIFY(job().masters.empty());
        QVERIFY(!job().findItem(head));
    }

    void whatIsInHandIsTakenOver()
    {
        look(3);
        action("addText")->trigger();
        const QString id = window_->selection().item();
        const Rect was = frame(id);
        action("makeMaster")->trigger();
        QCOMPARE(window_->selection().items(), QStringList{id}); // and stays in hand
        QCOMPARE(window_->selection().surface().master, 1);
        QCOMPARE(frame(id), was);
        action("makeMaster")->trigger(); // a master of a master there is not
        QCOMPARE(job().masters.size(), std::size_t(1));
    }

    void aPageLetsGo()
    {
        const QString head = makeHead();
        look(5);
        const QModelIndex row = list().model()->index(0, 0);
        QCOMPARE(row.data().toString(), QStringLiteral("Water at Skerrowby"));
        QCOMPARE(row.data(Qt::CheckStateRole).toInt(), int(Qt::Checked));
        list().setFocus();
        list().setCurrentIndex(row);
        QTest::keyClick(&list(), Qt::Key_Space);
        QCOMPARE(job().on(page(5)).letGo, QStringList{head});
        QCOMPARE(list().model()->index(0, 0).data(Qt::CheckStateRole).toInt(), int(Qt::Unchecked));
        QVERIFY(!masterItemAt(job(), plan(), page(5), frame(head).middle()));
        QTest::keyClick(&list(), Qt::Key_Space);
        QVERIFY(job().on(page(5)).letGo.isEmpty());
    }

    void aDoubleClickLeadsToIt()
    {
        const QString head = makeHead();
        look(5);
        const Point middle = frame(head).middle();
        QTest::mouseMove(&canvas(), at(middle.x.toMm(), middle.y.toMm()));
        QTest::mouseDClick(&canvas(), Qt::LeftButton, {}, at(middle.x.toMm(), middle.y.toMm()));
        QCOMPARE(window_->selection().surface(), job().masters.at(0).surface());
        QCOMPARE(window_->selection().item(), head);
        find<QPushButton>("drawer.back")->click();
        find<QPushButton>("drawer.leaveMaster")->click();
        QCOMPARE(window_->selection().surface(), page(5));
        find<QPushButton>("drawer.openMaster")->click();
        QCOMPARE(window_->selection().item(), head);
    }

    void framesAreFilledOnTheirPages()
    {
        look(3);
        action("makeMaster")->trigger();
        Job with = job();
        Item frame;
        frame.id = QStringLiteral("portrait");
        frame.name = QStringLiteral("portrait");
        frame.kind = ItemKind::Picture;
        frame.sides = sidesFillingSafeArea(0);
        with.edit(with.masters[0].surface()).items = {frame};
        QVERIFY(window_->document().edit(QStringLiteral("frame"), std::move(with)));
        look(4);
        const QString file = pictureFile("shore.png", {60, 40}, Qt::blue, Qt::yellow);
        drop(file, at(70, 100));
        waitForFiles();
        const auto& items = job().on(page(4)).items;
        QCOMPARE(items.size(), std::size_t(1));
        QCOMPARE(items[0].standsFor, frame.id);
        QVERIFY(items[0].hasPicture());
        QVERIFY(job().findItem(frame.id)->isWaiting()); // elsewhere it waits on
        look(6);
        list().setCurrentIndex(list().model()->index(0, 0));
        find<QPushButton>("drawer.fillHere")->click();
        QCOMPARE(job().on(page(6)).items.size(), std::size_t(1));
        window_->selection().clearItem();
        list().setCurrentIndex(list().model()->index(0, 0));
        QCOMPARE(find<QPushButton>("drawer.fillHere")->text(), QStringLiteral("Go to filling"));
        find<QPushButton>("drawer.fillHere")->click();
        QCOMPARE(window_->selection().item(), job().on(page(6)).items[0].id);
    }

    void whereItShowsIsTyped()
    {
        makeHead();
        pick("drawer.masterOn", QStringLiteral("chosen pages"));
        type("drawer.masterPages", QStringLiteral("2-3, 7"));
        QCOMPARE(find<QLabel>("drawer.masterCount")->text(), QStringLiteral("It shows on 3 pages."));
        type("drawer.masterPages", QStringLiteral("some"));
        QCOMPARE(job().masters[0].pages, QStringLiteral("2-3, 7"));
        pick("drawer.masterOver", QStringLiteral("over what stands there"));
        QVERIFY(job().masters[0].over);
        find<QAbstractButton>("drawer.masterMirrored")->click();
        QVERIFY(!job().masters[0].mirrored);
        type("drawer.masterName", QStringLiteral("Head line"));
        QCOMPARE(job().masters[0].name, QStringLiteral("Head line"));
        find<QPushButton>("drawer.removeMaster")->click();
        QCoreApplication::processEvents();
        QVERIFY(job().masters.empty());
        QCOMPARE(window_->selection().surface(), page(3));
    }

    void panelsOfAFlat()
    {
        window_->document().start(testing::a4Roll());
        window_->selection().setSurface(Face::Outside);
        const QString tint = add("addShape", 1);
        action("makeMaster")->trigger();
        window_->selection().clearItem();
        pick("drawer.masterOn", QStringLiteral("chosen panels"));
        QCOMPARE(job().masters[0].panels, std::vector<int>{1});
        type("drawer.masterPanels", QStringLiteral("2, 1, 3"));
        QCOMPARE(job().masters[0].panels, (std::vector<int>{1, 0, 2}));
        QVERIFY(job().findItem(masterCopyId(tint, 2)));
        type("drawer.masterPanels", QStringLiteral("2, 9"));
        QCOMPARE(job().masters[0].panels, (std::vector<int>{1, 0, 2}));
    }
};

HINGE_TEST(TestFlatMasters)
#include "test_flat_masters.moc"
