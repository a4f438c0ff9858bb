// SPDX-License-Identifier: GPL-3.0-or-later
// Pages in the real window: brought in from files, seen, moved, marked, opened, numbered and written.
#include "app/document/exporter.h"
#include "app/flat/face_canvas.h"
#include "app/look/actions.h"
#include "app/sequence/bring_in_dialog.h"
#include "app/sequence/sequence_stage.h"
#include "core/file/job_file.h"
#include "paper_driver.h"

#include <QCheckBox>
#include <QListView>
#include <QPdfWriter>
#include <QProgressBar>
#include <QScrollBar>
#include <QSlider>

class TestSequenceStage : public PaperDriver
{
    Q_OBJECT

    PageGrid& grid() { return *find<PageGrid>("pageGrid"); }
    SequenceStage& stage() { return *find<SequenceStage>("sequenceStage"); }
    const std::vector<int>& taken() { return stage().selection().places(); }

    /// Pages of A5, each with its number.
    QString pdf(const char* name, int pages, QPageSize size = QPageSize(QPageSize::A5))
    {
        const QString file = dir_->filePath(QString::fromLatin1(name));
        QPdfWriter writer(file);
        writer.setPageSize(size);
        writer.setPageMargins({});
        QPainter p(&writer);
        QFont font(QStringLiteral("Cabin"));
        font.setPixelSize(writer.width() / 4);
        p.setFont(font);
        for (int i = 1; i <= pages; ++i) {
            p.drawText(QRect(0, 0, writer.width(), writer.height()), Qt::AlignCenter, QString::number(i));
            if (i < pages)
                writer.newPage();
        }
        return file;
    }
    void start(PieceKind kind, int pages)
    {
        Job next = newPiece(kind);
        next.pages.count = pages;
        window_->document().start(next);
        window_->showStage(Stage::PageOrder);
        settle();
    }
    void settle()
    {
        waitForFiles();
        QTRY_VERIFY_WITH_TIMEOUT(grid().isIdle(), 20000);
        window_->activateWindow(); // keys of the pages count in an active window only
        QTRY_VERIFY(window_->isActiveWindow());
    }
    /// Drops files on the pages; `work` works in the dialog that comes, and ends it.
    void bringIn(const QStringList& files, const std::function<void(BringInDialog&)>& work)
    {
        bool came = false;
        QTimer timer;
        connect(&timer, &QTimer::timeout, this, [&] {
            auto* dialog = window_->findChild<BringInDialog*>();
            if (!dialog || dialog->isReading() || !dialog->isActiveWindow() || came)
                return;
            came = true;
            work(*dialog);
            if (dialog->isVisible())
                dialog->reject(); // a test that failed inside leaves it open
        });
        timer.start(20);
        QMimeData data;
        QList<QUrl> urls;
        for (const QString& file : files)
            urls << QUrl::fromLocalFile(file);
        data.setUrls(urls);
        QDragEnterEvent enter(QPoint(20, 20), Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
        QCoreApplication::sendEvent(grid().viewport(), &enter);
        QVERIFY(enter.isAccepted());
        QDropEvent drop(QPointF(20, 20), Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
        QCoreApplication::sendEvent(grid().viewport(), &drop);
        QVERIFY(came);
        settle();
    }
    static void take(QListView& list, int row)
    {
        list.selectionModel()->setCurrentIndex(list.model()->index(row, 0), QItemSelectionModel::ClearAndSelect);
    }
    void press(BringInDialog& dialog, const char* button)
    {
        QTest::mouseClick(find<QPushButton>(button, &dialog), Qt::LeftButton);
    }
    /// Which page of its file stands at each place; 0 for none.
    std::vector<int> order()
    {
        std::vector<int> out;
        for (const SequencePage& page : job().sequence) {
            const auto& supplied = job().on(page.surface()).supplied;
            out.push_back(supplied ? supplied->page : 0);
        }
        return out;
    }
    void fill(int pages)
    {
        start(PieceKind::Booklet, pages);
        bringIn({pdf("text.pdf", pages)}, [this](BringInDialog& dialog) { press(dialog, "bringIn.take"); });
        QCOMPARE(job().pages.count, pages);
    }
    void click(int place, Qt::KeyboardModifiers keys = {})
    {
        grid().reveal(place);
        QTest::mouseClick(grid().viewport(), Qt::LeftButton, keys, grid().rectOf(place).center());
    }
    void key(int key, Qt::KeyboardModifiers modifiers = {})
    {
        grid().setFocus();
        QTest::keyClick(&grid(), Qt::Key(key), modifiers);
        QCoreApplication::processEvents();
    }
    void pull(int place, int to, bool behind)
    {
        const QPoint from = grid().rectOf(place).center();
        const QRect target = grid().rectOf(to);
        const QPoint at(behind ? target.right() - 8 : target.left() + 8, target.center().y());
        QTest::mousePress(grid().viewport(), Qt::LeftButton, {}, from);
        for (int i = 1; i <= 5; ++i) {
            const QPoint now = from + (at - from) * i / 5;
            QMouseEvent move(QEvent::MouseMove, now, grid().viewport()->mapToGlobal(now), Qt::NoButton, Qt::LeftButton,
                             {});
            QCoreApplication::sendEvent(grid().viewport(), &move);
        }
        QTest::mouseRelease(grid().viewport(), Qt::LeftButton, {}, at);
    }

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

    void filesMakeThePiece()
    {
        start(PieceKind::Booklet, 8);
        const QString second = pdf("part 10.pdf", 3);
        const QString first = pdf("part 2.pdf", 4);
        bringIn({second, first}, [&](BringInDialog& dialog) {
            QCOMPARE(find<QLabel>("bringIn.offer", &dialog)->text(),
                     QStringLiteral("7 pages, A5 without bleed: a stapled booklet of 8 with one blank"));
            // 2 before 10; the second page of the first file is left out.
            auto* list = find<QListView>("bringIn.pages", &dialog);
            QCOMPARE(list->model()->index(0, 0).data().toString(), QStringLiteral("part 2.pdf, page 1"));
            take(*list, 1);
            QTest::keyClick(list, Qt::Key_Space);
            QCOMPARE(find<QLabel>("bringIn.count", &dialog)->text(), QStringLiteral("6 of 7 pages come in"));
            // The last one comes first.
            take(*list, 6);
            for (int i = 0; i < 6; ++i)
                QTest::keyClick(list, Qt::Key_Left, Qt::ControlModifier);
            press(dialog, "bringIn.take");
        });
        QCOMPARE(order(), (std::vector<int>{3, 1, 3, 4, 1, 2}));
        QCOMPARE(job().pages.count, 6);
        QCOMPARE(plan().pages.size(), std::size_t(8));
        QCOMPARE(taken(), (std::vector<int>{0, 1, 2, 3, 4, 5}));
        QVERIFY(find<QAbstractButton>("stage.sequence")
                    ->accessibleDescription()
                    .startsWith(QStringLiteral("6 of 8 pages")));
        action("undo")->trigger();
        QCOMPARE(job().pages.count, 8);
        QVERIFY(job().sequence.isEmpty());
    }

    void moreFilesComeInWhereTheyAreDropped()
    {
        fill(8);
        bringIn({pdf("more.pdf", 2)}, [&](BringInDialog& dialog) {
            auto* setUp = find<QCheckBox>("bringIn.setUp", &dialog);
            QVERIFY(!setUp->isChecked()); // the piece is known by now
            find<QLineEdit>("bringIn.before", &dialog)->setText(QStringLiteral("3"));
            press(dialog, "bringIn.take");
        });
        QCOMPARE(order(), (std::vector<int>{1, 2, 1, 2, 3, 4, 5, 6, 7, 8}));
    }

    void aFolderWithJunkInItComesInAllTheSame()
    {
        start(PieceKind::Booklet, 8);
        QDir(dir_->path()).mkdir(QStringLiteral("folder"));
        (void)pdf("folder/good.pdf", 2);
        QFile junk(dir_->filePath(QStringLiteral("folder/broken.pdf")));
        QVERIFY(junk.open(QIODevice::WriteOnly));
        junk.write("%PDF-1.7\nnothing of the kind");
        junk.close();
        QFile words(dir_->filePath(QStringLiteral("folder/list.doc")));
        QVERIFY(words.open(QIODevice::WriteOnly));
        words.write("words");
        words.close();
        bringIn({dir_->filePath(QStringLiteral("folder"))}, [&](BringInDialog& dialog) {
            const QString told = find<QLabel>("bringIn.told", &dialog)->text();
            QVERIFY2(told.contains(QStringLiteral("broken.pdf")) && told.contains(QStringLiteral("list.doc")),
                     qPrintable(told));
            press(dialog, "bringIn.take");
        });
        QCOMPARE(order(), (std::vector<int>{1, 2}));
    }

    void nothingComesInWhenItIsCancelled()
    {
        start(PieceKind::Booklet, 8);
        bringIn({pdf("text.pdf", 4)}, [&](BringInDialog& dialog) { press(dialog, "bringIn.cancel"); });
        QVERIFY(job().sequence.isEmpty());
        QVERIFY(!window_->document().isDirty());
    }

    void picturesLieAsIsSaid()
    {
        start(PieceKind::Booklet, 8);
        const QString picture = pictureFile("sea.png", {600, 300}, Qt::blue, Qt::darkBlue);
        bringIn({picture}, [&](BringInDialog& dialog) {
            QVERIFY(find<QComboBox>("bringIn.area", &dialog)->isVisible());
            QVERIFY(!find<QCheckBox>("bringIn.setUp", &dialog)->isEnabled()); // a picture tells no size
            find<QComboBox>("bringIn.area", &dialog)->setCurrentIndex(1);
            find<QComboBox>("bringIn.lean", &dialog)->setCurrentIndex(0);
            find<QCheckBox>("bringIn.grow", &dialog)->setChecked(false);
            press(dialog, "bringIn.take");
        });
        const Item& item = job().on(job().sequence.first().surface()).items.front();
        const Rect lies = frame(item.id);
        // 600 pixels at 300 an inch are 50.8 mm; the first page is bound at its left.
        QVERIFY(std::abs(lies.w.toMm() - 50.8) < 0.01);
        QCOMPARE(lies.x, plan().panelsOf(job().sequence.first().surface()).front().safeArea.x);
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
        stage().editor().putOnCover(CoverPanel::Front);
        stage().editor().putOnCover(CoverPanel::InsideBack);
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
            for (const PageView view : {PageView::Spreads, PageView::Singles, PageView::Sides}) {
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
                RC_ASSERT(std::ranges::all_of(seen, [](int times) { return times == 1; }));
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

    void aNewerFileIsDrawnAgain()
    {
        fill(8);
        key(Qt::Key_End);
        const auto first = [&] {
            settle();
            grid().reveal(0);
            settle();
            return grid().viewport()->grab(grid().rectOf(0).adjusted(6, 6, -6, -6)).toImage();
        };
        const QImage before = first();
        QVERIFY(QFile::remove(dir_->filePath(QStringLiteral("text.pdf"))));
        {
            QPdfWriter writer(dir_->filePath(QStringLiteral("text.pdf")));
            writer.setPageSize(QPageSize(QPageSize::A5));
            QPainter p(&writer);
            for (int i = 0; i < 8; ++i) {
                p.fillRect(0, 0, writer.width(), writer.height() / 2, Qt::darkRed);
                if (i < 7)
                    writer.newPage();
            }
        }
        QTRY_VERIFY_WITH_TIMEOUT(first() != before, 10000);
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

    void aThousandPagesScroll()
    {
        start(PieceKind::Book, 8);
        bringIn({pdf("thousand.pdf", 1000)}, [this](BringInDialog& dialog) { press(dialog, "bringIn.take"); });
        QCOMPARE(job().sequence.size(), qsizetype(1000));
        key(Qt::Key_End);
        QVERIFY(grid().viewport()->rect().contains(grid().rectOf(999).center()));
        settle();
        // It is drawn, not only its paper.
        const QImage last = grid().viewport()->grab(grid().rectOf(999).adjusted(8, 8, -8, -8)).toImage();
        bool dark = false;
        for (int y = 0; y < last.height(); ++y)
            for (int x = 0; x < last.width(); ++x)
                dark = dark || last.pixelColor(x, y).lightness() < 80;
        QVERIFY(dark);
        key(Qt::Key_Home);
        key(Qt::Key_PageDown);
        QVERIFY(taken().front() > 3);
    }
};

HINGE_TEST(TestSequenceStage)
#include "test_sequence_stage.moc"
