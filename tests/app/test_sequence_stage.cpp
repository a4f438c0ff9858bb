// SPDX-License-Identifier: GPL-3.0-or-later
// Pages in the real window: seen, moved, marked, opened, numbered and written.
#include "pages_driver.h"

class TestSequenceStage : public PagesDriver
{
    Q_OBJECT

private Q_SLOTS:
    void initTestCase() { setUpProgram("sequence-stage"); }
    void init() { openWindow(); }
    void cleanup()
    {
        window_->document().history().setClean();
        window_.reset();
    }

    void onlyPiecesWithPagesHaveTheStage()
    {
        auto* leaf = find<QAbstractButton>("stage.sequence");
        QVERIFY(leaf->isHidden());
        QVERIFY(!action("bringIn")->isEnabled());
        QTest::keyClick(window_.get(), Qt::Key_2, Qt::ControlModifier);
        QVERIFY(find<QWidget>("flatStage")->isVisible());
        start(PieceKind::Booklet, 16);
        QVERIFY(leaf->isVisible());
        // Keys follow the strip.
        QTest::keyClick(window_.get(), Qt::Key_3, Qt::ControlModifier);
        QVERIFY(find<QWidget>("flatStage")->isVisible());
        QTest::keyClick(window_.get(), Qt::Key_2, Qt::ControlModifier);
        QVERIFY(stage().isVisible());
        QVERIFY(grid().hasFocus());
        // A piece that loses its pages is looked at from its Brief.
        Job card = newPiece(PieceKind::Card);
        QVERIFY(window_->document().edit(QStringLiteral("card"), card));
        QVERIFY(leaf->isHidden());
        QVERIFY(find<QWidget>("briefStage")->isVisible());
    }

    void pagesAreTakenAndPulled()
    {
        fill(8);
        click(2);
        QCOMPARE(taken(), (std::vector<int>{2}));
        click(4, Qt::ShiftModifier);
        QCOMPARE(taken(), (std::vector<int>{2, 3, 4}));
        click(6, Qt::ControlModifier);
        QCOMPARE(taken(), (std::vector<int>{2, 3, 4, 6}));
        click(6, Qt::ControlModifier);
        // A click on one of several takes it alone, once it is clear that nothing is pulled.
        pull(3, 0, false);
        QCOMPARE(order(), (std::vector<int>{3, 4, 5, 1, 2, 6, 7, 8}));
        QCOMPARE(taken(), (std::vector<int>{0, 1, 2}));
        click(1);
        QCOMPARE(taken(), (std::vector<int>{1}));
        pull(1, 7, true);
        QCOMPARE(order(), (std::vector<int>{3, 5, 1, 2, 6, 7, 8, 4}));
        action("undo")->trigger();
        action("undo")->trigger();
        QCOMPARE(order(), (std::vector<int>{1, 2, 3, 4, 5, 6, 7, 8}));
    }

    void allIsDoneWithKeys()
    {
        fill(8);
        key(Qt::Key_Home);
        key(Qt::Key_Right);
        QCOMPARE(taken(), (std::vector<int>{1}));
        key(Qt::Key_Right, Qt::ControlModifier);
        QCOMPARE(order(), (std::vector<int>{1, 3, 2, 4, 5, 6, 7, 8}));
        QCOMPARE(taken(), (std::vector<int>{2}));
        key(Qt::Key_Left, Qt::ControlModifier);
        key(Qt::Key_Right, Qt::ShiftModifier);
        key(Qt::Key_S); // these two change places
        QCOMPARE(order(), (std::vector<int>{1, 3, 2, 4, 5, 6, 7, 8}));
        key(Qt::Key_S);
        key(Qt::Key_End, Qt::ShiftModifier);
        key(Qt::Key_R);
        QCOMPARE(order(), (std::vector<int>{1, 8, 7, 6, 5, 4, 3, 2}));
        key(Qt::Key_Home);
        key(Qt::Key_Insert);
        QCOMPARE(order(), (std::vector<int>{0, 1, 8, 7, 6, 5, 4, 3, 2}));
        key(Qt::Key_Delete);
        QCOMPARE(order(), (std::vector<int>{1, 8, 7, 6, 5, 4, 3, 2}));
        key(Qt::Key_D, Qt::ControlModifier);
        QCOMPARE(order(), (std::vector<int>{1, 1, 8, 7, 6, 5, 4, 3, 2}));
        key(Qt::Key_A, Qt::ControlModifier);
        QCOMPARE(taken().size(), std::size_t(9));
        key(Qt::Key_Delete); // never all
        QCOMPARE(job().pages.count, 9);
        QVERIFY(find<QLabel>("sequence.told")->text().contains(QStringLiteral("One page is always left")));
        key(Qt::Key_Home);
        key(Qt::Key_T);
        QCOMPARE(job().on(job().sequence.first().surface()).placement.turn, Turn::Quarter);
    }

    void theOrderOfNowLiesBesideWhatWasReceived()
    {
        fill(8);
        key(Qt::Key_Home);
        key(Qt::Key_Right, Qt::ControlModifier);
        QCOMPARE(order(), (std::vector<int>{2, 1, 3, 4, 5, 6, 7, 8}));
        QTest::mouseClick(find<QPushButton>("sequence.beside"), Qt::LeftButton);
        auto& received = *find<PageGrid>("receivedGrid");
        QVERIFY(received.isVisible() && grid().isVisible());
        QTRY_VERIFY_WITH_TIMEOUT(received.isIdle(), 20000);
        // The first page of the file comes first there, though it is the second by now.
        QVERIFY(received.rectOf(1).left() < received.rectOf(0).left() ||
                received.rectOf(1).top() < received.rectOf(0).top());
        // What is taken in one is taken in the other, and what is done is done to both.
        QTest::mouseClick(received.viewport(), Qt::LeftButton, {}, received.rectOf(1).center());
        QCOMPARE(taken(), (std::vector<int>{1}));
        QTest::keyClick(&received, Qt::Key_Delete);
        QCOMPARE(order(), (std::vector<int>{2, 3, 4, 5, 6, 7, 8}));
        action("undo")->trigger();
        // Twice the same view is of no use.
        QTest::mouseClick(find<QPushButton>("sequence.view.3"), Qt::LeftButton);
        QVERIFY(!received.isVisible());
        QTest::mouseClick(find<QPushButton>("sequence.beside"), Qt::LeftButton);
        QVERIFY(received.isVisible() && grid().view() == PageView::Spreads);
    }

    void pagesAreCopiedElsewhere()
    {
        fill(8);
        type("pages.set", QStringLiteral("2-3"));
        type("pages.copyTo", QStringLiteral("1"));
        QCOMPARE(order(), (std::vector<int>{2, 3, 1, 2, 3, 4, 5, 6, 7, 8}));
        QCOMPARE(taken(), (std::vector<int>{0, 1}));
        type("pages.copyTo", QStringLiteral("12")); // there is no such place
        QCOMPARE(job().pages.count, 10);
        action("undo")->trigger();
        QCOMPARE(order(), (std::vector<int>{1, 2, 3, 4, 5, 6, 7, 8}));
    }

    void statesAreFollowed()
    {
        fill(8);
        key(Qt::Key_Home);
        key(Qt::Key_P);
        QCOMPARE(job().sequence.at(0).state, PageState::Passed);
        key(Qt::Key_Right);
        key(Qt::Key_Q);
        auto* question = find<QLineEdit>("pages.note");
        QVERIFY(question->hasFocus());
        QTest::keyClicks(question, QStringLiteral("Whose boat?"));
        QCOMPARE(job().sequence.at(1).question, QStringLiteral("Whose boat?"));
        // Typing it is one step.
        action("undo")->trigger();
        QCOMPARE(job().sequence.at(1).state, PageState::InWork);
        action("redo")->trigger();
        QVERIFY(find<QAbstractButton>("stage.sequence")
                    ->accessibleDescription()
                    .contains(QStringLiteral("1 question, 1 passed")));
        // Of single pages the filter shows only those.
        QTest::mouseClick(find<QPushButton>("sequence.view.1"), Qt::LeftButton);
        auto* filter = find<QComboBox>("sequence.filter");
        QCOMPARE(filter->itemText(3), QStringLiteral("question (1)"));
        filter->setCurrentIndex(3);
        QVERIFY(grid().rectOf(0).isEmpty());
        QVERIFY(!grid().rectOf(1).isEmpty());
        filter->setCurrentIndex(0);
        QVERIFY(!grid().rectOf(0).isEmpty());
        QTest::mouseClick(find<QPushButton>("pages.nothing"), Qt::LeftButton);
        QCOMPARE(job().sequence.at(1).state, PageState::Nothing);
        QVERIFY(job().sequence.at(1).question.isEmpty());
    }

    void aTypedSetIsChangedAtOnce()
    {
        fill(8);
        type("pages.set", QStringLiteral("odd, 4"));
        QCOMPARE(taken(), (std::vector<int>{0, 2, 3, 4, 6}));
        type("pages.fromSpine", QStringLiteral("2.5"));
        const auto shift = [&](int place) { return job().on(job().sequence.at(place).surface()).placement.shift.x; };
        COMPARE_MM(shift(0), 2.5);
        COMPARE_MM(shift(3), -2.5); // a left-hand page: its fore-edge is at the left
        COMPARE_MM(shift(1), 0);
        type("pages.scale", QStringLiteral("97.5"));
        QCOMPARE(job().on(job().sequence.at(6).surface()).placement.scale, Percent::hundredths(9750));
        type("pages.down", QStringLiteral("-1"));
        COMPARE_MM(job().on(job().sequence.at(2).surface()).placement.shift.y, -1);
        type("pages.moveTo", QStringLiteral("1"));
        QCOMPARE(order(), (std::vector<int>{1, 3, 4, 5, 7, 2, 6, 8}));
        // What is no set is told at the field, and nothing changes.
        const Job before = job();
        type("pages.set", QStringLiteral("3-99"));
        QVERIFY(find<QLineEdit>("pages.set")->property("wrong").toBool());
        QVERIFY(job() == before);
        // Pages that differ say so.
        type("pages.set", QStringLiteral("all"));
        QCOMPARE(find<QLineEdit>("pages.scale")->placeholderText(), QStringLiteral("various"));
    }

    void aPageIsWorkedOnOnTheFlat()
    {
        fill(8);
        click(4);
        key(Qt::Key_Return);
        QVERIFY(find<QWidget>("flatStage")->isVisible());
        QCOMPARE(window_->selection().surface(), job().sequence.at(4).surface());
        QCOMPARE(find<QLabel>("flat.face")->text(), QStringLiteral("page 5"));
        action("addText")->trigger();
        QCoreApplication::processEvents();
        const QString id = window_->selection().item();
        QCOMPARE(job().on(job().sequence.at(4).surface()).items.size(), std::size_t(1));
        // It stands in the page's own safe area, clear of the staples.
        const Panel& panel = plan().panelsOf(job().sequence.at(4).surface()).front();
        QVERIFY(panel.safeArea.contains(frame(id)));
        action("nextPage")->trigger();
        QCOMPARE(find<QLabel>("flat.face")->text(), QStringLiteral("page 6"));
        action("turnOver")->trigger(); // behind a left-hand page lies the one before
        QCOMPARE(find<QLabel>("flat.face")->text(), QStringLiteral("page 5"));
        action("turnOver")->trigger();
        QCOMPARE(find<QLabel>("flat.face")->text(), QStringLiteral("page 6"));
        // A page that goes is no longer looked at.
        window_->showStage(Stage::PageOrder);
        click(5);
        key(Qt::Key_Delete);
        QCOMPARE(window_->selection().surface(), SurfaceId(Face::Outside));
    }

    void pagesThatWentWhileOutOfViewDoNoHarm()
    {
        fill(8);
        click(0);
        window_->showStage(Stage::Flat);
        Job next = job();
        removePages(next, {2, 3, 4, 5, 6, 7});
        QVERIFY(window_->document().edit(QStringLiteral("fewer"), next));
        window_->selection().setSurface(job().sequence.at(0).surface());
        action("nextPage")->trigger();
        QCOMPARE(taken(), (std::vector<int>{1}));
        action("nextPage")->trigger(); // there is none
        QCOMPARE(taken(), (std::vector<int>{1}));
        action("undo")->trigger();
        window_->showStage(Stage::PageOrder);
        settle();
        QVERIFY(grid().viewport()->rect().contains(grid().rectOf(1)));
        // A page far down that was leafed to is in view when the pages are.
        window_->showStage(Stage::Flat);
        find<QSlider>("sequence.size")->setValue(400);
        window_->selection().setSurface(job().sequence.at(6).surface());
        action("nextPage")->trigger();
        window_->showStage(Stage::PageOrder);
        settle();
        QVERIFY(grid().viewport()->rect().intersects(grid().rectOf(7)));
    }

    void pagesAreLeafedThroughWhereverTheyAre()
    {
        fill(8);
        click(7);
        action("pageBefore")->trigger();
        QCOMPARE(taken(), (std::vector<int>{6}));
        key(Qt::Key_Return);
        action("nextPage")->trigger();
        QCOMPARE(find<QLabel>("flat.face")->text(), QStringLiteral("page 8"));
        // What is open on the Flat does not hold the Sequence back.
        window_->showStage(Stage::PageOrder);
        click(2);
        action("nextPage")->trigger();
        QCOMPARE(taken(), (std::vector<int>{3}));
    }

    void behindAPageMayLieABlank()
    {
        fill(6); // made up to 8, with blanks before the back
        const auto& pages = plan().pages;
        const auto blank = std::ranges::find_if(pages, &ReaderPage::isBlank);
        QVERIFY(blank != pages.end());
        const int last = std::prev(blank)->place;
        const bool behindIsBlank = blank->number % 2 == 0;
        window_->showStage(Stage::Flat);
        window_->selection().setSurface(job().sequence.at(last).surface());
        action("turnOver")->trigger();
        QCOMPARE(window_->selection().surface() == job().sequence.at(last).surface(), behindIsBlank);
    }

    void anEmptyPageCanBeBegun()
    {
        start(PieceKind::Booklet, 8);
        QVERIFY(job().sequence.isEmpty());
        QTest::mouseDClick(grid().viewport(), Qt::LeftButton, {}, grid().rectOf(2).center());
        QVERIFY(find<QWidget>("flatStage")->isVisible());
        QCOMPARE(job().sequence.size(), qsizetype(8));
        QCOMPARE(find<QLabel>("flat.face")->text(), QStringLiteral("page 3"));
    }

    void whatChangesIsDrawnAgain()
    {
        fill(8);
        const auto shot = [&](int place) {
            settle();
            return grid().viewport()->grab(grid().rectOf(place).adjusted(6, 6, -6, -6)).toImage();
        };
        click(7);
        const QImage before = shot(1);
        QVERIFY(before == shot(1));
        Job next = job();
        Item sea = tint(0);
        next.edit(next.sequence.at(1).surface()).items.push_back(sea);
        QVERIFY(window_->document().edit(QStringLiteral("tint"), next));
        QVERIFY(before != shot(1));
        action("undo")->trigger();
        QVERIFY(before == shot(1));
        // Sides of sheets show pages as they lie: the last beside the first.
        QTest::mouseClick(find<QPushButton>("sequence.view.2"), Qt::LeftButton);
        grid().reveal(0);
        QVERIFY(grid().rectOf(7).right() <= grid().rectOf(0).left() + 2);
        QCOMPARE(grid().rectOf(7).top(), grid().rectOf(0).top());
    }

    void pageNumbersArePrinted()
    {
        fill(8);
        choose("pages.numberPlace", QStringLiteral("foot, at the fore-edge"));
        choose("pages.numberScript", QStringLiteral("i, ii, iii"));
        type("pages.firstNumber", QStringLiteral("9"));
        type("pages.set", QStringLiteral("2"));
        QTest::mouseClick(find<QCheckBox>("pages.hidesNumber"), Qt::LeftButton);
        const QString file = dir_->filePath(QStringLiteral("pages.pdf"));
        QVERIFY(window_->exportTo(ExportKind::Pages, file));
        QTRY_VERIFY_WITH_TIMEOUT(QFile::exists(file), 20000);
        const QList<QByteArray> pages =
            testing::run(QStringLiteral("pdftotext"), {QStringLiteral("-layout"), file, QStringLiteral("-")})
                .split('\f');
        QVERIFY(pages.size() >= 8);
        QVERIFY2(pages[0].contains("ix"), pages[0].constData());
        QVERIFY2(!pages[1].contains("x"), pages[1].constData());
        QVERIFY2(pages[7].contains("xvi"), pages[7].constData());
    }

    void aPageGoesOnTheCover()
    {
        Job book = newPiece(PieceKind::Book);
        book.pages.count = 8;
        window_->document().start(book);
        window_->showStage(Stage::PageOrder);
        bringIn({pdf("text.pdf", 8)}, [this](BringInDialog& dialog) {
            find<QCheckBox>("bringIn.setUp", &dialog)->setChecked(false);
            press(dialog, "bringIn.take");
        });
        click(0);
        const auto put = [&](int panel) { find<QPushButton>("pages.cover")->menu()->actions().at(panel)->trigger(); };
        put(0); // front
        put(2); // inside back
        const auto& outside = job().on(Face::Outside).items;
        QCOMPARE(outside.size(), std::size_t(1));
        const Panel& front = plan().paper.face(Face::Outside)[std::size_t(plan().paper.front())];
        QVERIFY(frame(outside.front().id).contains(front.area));
        const auto& inside = job().on(Face::Inside).items;
        QCOMPARE(inside.size(), std::size_t(1));
        // Behind the back cover, which stands at the left of the outside.
        QVERIFY(frame(inside.front().id).middle().x > plan().paper.flat.w.part(2));
    }

    void everyViewShowsEveryPageOnce()
    {
        CHECK_PROPERTY("each page lies in one cell, none over another, and within the width", [] {
            Job job = newPiece(*rc::gen::element(PieceKind::Booklet, PieceKind::Book));
            job.pages.count = *rc::gen::inRange(2, 60);
            job.rightToLeft = *rc::gen::arbitrary<bool>();
            const auto planned = hinge::plan(job);
            RC_PRE(planned.has_value());
            const double width = *rc::gen::inRange(500, 1400);
            for (const PageView view : {PageView::Spreads, PageView::Singles, PageView::Sides, PageView::Received}) {
                const PageLayout laid =
                    layOutPages(job, *planned, view, width, 120, [](const ReaderPage&) { return true; });
                std::vector<int> seen(planned->pages.size());
                for (std::size_t i = 0; i < laid.cells.size(); ++i) {
                    const PageCell& cell = laid.cells[i];
                    if (cell.reader >= 0)
                        ++seen[std::size_t(cell.reader)];
                    RC_ASSERT(cell.paper.bottom() <= laid.height);
                    for (std::size_t j = 0; j < i; ++j)
                        RC_ASSERT(!cell.paper.adjusted(0.1, 0.1, -0.1, -0.1).intersects(laid.cells[j].paper));
                }
                for (std::size_t i = 0; i < seen.size(); ++i)
                    // What is there only to fill was never received.
                    RC_ASSERT(seen[i] == (view == PageView::Received && planned->pages[i].isBlank() ? 0 : 1));
            }
            // Two pages of a spread touch, in the order of the binding.
            const PageLayout spreads =
                layOutPages(job, *planned, PageView::Spreads, width, 120, [](const ReaderPage&) { return true; });
            std::map<int, QRectF> paper;
            for (const PageCell& cell : spreads.cells)
                if (cell.reader >= 0)
                    paper[cell.reader + 1] = cell.paper;
            for (const Spread& spread : planned->book->spreads)
                if (spread.left && spread.right)
                    RC_ASSERT(std::abs(paper[spread.left].right() - paper[spread.right].left()) < 0.01);
        });
    }

    void whatCameInIsShownAsItCame()
    {
        fill(8);
        click(6);
        pull(6, 0, false);
        QCOMPARE(order(), (std::vector<int>{7, 1, 2, 3, 4, 5, 6, 8}));
        QTest::mouseClick(find<QPushButton>("sequence.view.3"), Qt::LeftButton);
        // The seventh page of the file stands first now, and is shown between the sixth and the eighth.
        QCOMPARE(grid().rectOf(0).top(), grid().rectOf(6).top());
        QVERIFY(grid().rectOf(6).right() < grid().rectOf(0).left());
        QVERIFY(grid().rectOf(0).right() < grid().rectOf(7).left() || grid().rectOf(7).top() > grid().rectOf(0).top());
    }

    void sizesAreShown()
    {
        fill(8);
        const int small = grid().rectOf(0).height();
        find<QSlider>("sequence.size")->setValue(300);
        QCOMPARE(grid().rectOf(0).height(), 300);
        QVERIFY(small < 300);
        key(Qt::Key_Minus);
        QCOMPARE(grid().rectOf(0).height(), 270);
        action("zoomIn")->trigger();
        QCOMPARE(grid().rectOf(0).height(), 300);
    }
};

HINGE_TEST(TestSequenceStage)
#include "test_sequence_stage.moc"
