// SPDX-License-Identifier: GPL-3.0-or-later
// Pages in the real window: brought in from files, a piece made of them, and files that change.
#include "pages_driver.h"

#include "core/edit/bring_in.h"
#include "pdf/read_facts.h"

class TestBringingIn : public PagesDriver
{
    Q_OBJECT

private Q_SLOTS:
    void initTestCase() { setUpProgram("bringing-in"); }
    void init() { openWindow(); }
    void cleanup()
    {
        window_->document().history().setClean();
        window_.reset();
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
            // A page that cannot be read is named; what never was one is junk that nobody asked about.
            QVERIFY2(told.contains(QStringLiteral("broken.pdf")) && !told.contains(QStringLiteral("list.doc")),
                     qPrintable(told));
            press(dialog, "bringIn.take");
        });
        QCOMPARE(order(), (std::vector<int>{1, 2}));
    }

    void whatIsDroppedOnTheBriefMakesThePiece()
    {
        start(PieceKind::Booklet, 8);
        window_->showStage(Stage::Brief);
        bringIn(
            {pdf("text.pdf", 11)},
            [&](BringInDialog& dialog) {
                QVERIFY(find<QCheckBox>("bringIn.setUp", &dialog)->isChecked());
                press(dialog, "bringIn.take");
            },
            window_.get());
        QCOMPARE(job().pages.count, 11);
        QVERIFY(stage().isVisible());
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
        (void)pdf("text.pdf", 8, 1);
        QTRY_VERIFY_WITH_TIMEOUT(first() != before, 10000);
        // All pages were seen; this one alone has changed.
        const auto told = [&] { return find<QLabel>("sequence.told")->text(); };
        QTRY_COMPARE_WITH_TIMEOUT(told(), QStringLiteral("text.pdf was changed: page 1 looks different."), 10000);
        // One with pages more, of another size.
        (void)pdf("text.pdf", 10, 0, QPageSize(QPageSize::A6));
        QTRY_VERIFY_WITH_TIMEOUT(told().startsWith(QStringLiteral("text.pdf was changed: 10 pages, 2 more than before; "
                                                                  "pages 1, 2, 3, 4, 5, 6, 7, 8 have another size")),
                                 10000);
    }

    void theNotebookIsMadeFromFiles_data()
    {
        QTest::addColumn<bool>("mouse");
        QTest::newRow("mouse") << true;
        QTest::newRow("keys") << false;
    }

    /// From nothing: a text, a folder of pictures, and a cover that was drawn elsewhere.
    void theNotebookIsMadeFromFiles()
    {
        QFETCH(bool, mouse);
        const QDir demo(QStringLiteral(HINGE_SOURCE_DIR) + QStringLiteral("/demo"));
        const auto notebook = loadJob(demo.filePath(QStringLiteral("field-notebook.hinge.json")));
        QVERIFY(notebook);
        const QString cover = dir_->filePath(QStringLiteral("cover.pdf"));
        QVERIFY(exportPdf(*notebook, ExportKind::Flat, demo.path(), cover));
        const QString text = demo.filePath(QStringLiteral("pictures/notebook-text.pdf"));
        const QString plates = demo.filePath(QStringLiteral("pictures/plates"));

        Job fresh = newPiece(PieceKind::Booklet);
        fresh.pages.plusCover = true;
        window_->document().start(fresh);
        if (mouse)
            QTest::mouseClick(find<QWidget>("stage.sequence"), Qt::LeftButton);
        else
            shortcut("stageSequence");
        settle();
        const auto take = [&](BringInDialog& dialog) {
            if (mouse)
                press(dialog, "bringIn.take");
            else
                QTest::keyClick(&dialog, Qt::Key_Return);
        };
        const auto bring = [&](const QStringList& files, const auto& work) {
            if (mouse)
                return bringIn(files, work);
            // A folder has a dialog of its own.
            const char* asks = QFileInfo(files.first()).isDir() ? "bringInFolder" : "bringIn";
            inBringIn([&] { inFileDialog(files, [&] { shortcut(asks); }); }, work);
        };
        bring({text}, [&](BringInDialog& dialog) {
            QCOMPARE(find<QLabel>("bringIn.offer", &dialog)->text(),
                     QStringLiteral("24 pages, A5 with 3 mm bleed: a stapled booklet of 24"));
            take(dialog);
        });
        QCOMPARE(job().pages.count, 24);
        QCOMPARE(nameOfSize(job().page), QStringLiteral("A5"));
        bring({plates}, [&](BringInDialog& dialog) {
            if (mouse) { // dropped among pages; they belong behind the last
                auto* before = find<QLineEdit>("bringIn.before", &dialog);
                QTest::mouseClick(before, Qt::LeftButton);
                QTest::keyClick(before, Qt::Key_A, Qt::ControlModifier);
                QTest::keyClick(before, Qt::Key_Delete);
            }
            take(dialog);
        });
        QCOMPARE(job().pages.count, 30);
        QCOMPARE(plan().pages.size(), std::size_t(32)); // made up to whole sheets
        // In the order people count them: 2 before 10.
        QStringList names;
        for (int place = 24; place < 30; ++place)
            names << job().on(job().sequence.at(place).surface()).items.front().name;
        QCOMPARE(names.mid(0, 3),
                 (QStringList{QStringLiteral("water 1"), QStringLiteral("water 2"), QStringLiteral("water 10")}));
        // The cover.
        if (mouse)
            QTest::mouseClick(find<QWidget>("stage.flat"), Qt::LeftButton);
        else
            shortcut("stageFlat");
        if (mouse)
            drop(canvas(), {cover});
        else
            inFileDialog({cover}, [this] { shortcut("takeSupplied"); });
        waitForFiles();
        QVERIFY(job().on(Face::Outside).supplied && job().on(Face::Inside).supplied);
        QCOMPARE(job().on(Face::Inside).supplied->page, 2);
        for (const Finding& f : window_->document().findings())
            QVERIFY2(f.severity != Severity::Stop, qPrintable(f.message));
        // All of it is read back.
        const QString pages = dir_->filePath(QStringLiteral("pages.pdf"));
        QVERIFY(window_->exportTo(ExportKind::Pages, pages));
        QTRY_VERIFY_WITH_TIMEOUT(QFile::exists(pages), 30000);
        const QList<QByteArray> read =
            testing::run(QStringLiteral("pdftotext"), {QStringLiteral("-raw"), pages, QStringLiteral("-")}).split('\f');
        QCOMPARE(read.size(), qsizetype(33)); // one form feed a page
        QVERIFY(read[0].contains("Water at Skerrowby"));
        QVERIFY(read[23].contains("Week 22"));
    }

    void aFileThatVanishesTakesNothingWithIt()
    {
        start(PieceKind::Booklet, 8);
        const QString gone = pdf("gone.pdf", 40);
        const QString stays = pdf("stays.pdf", 4);
        bringIn({gone, stays}, [&](BringInDialog& dialog) { press(dialog, "bringIn.take"); });
        // While its small pictures are still to be made.
        Job again = newPiece(PieceKind::Booklet);
        (void)hinge::bringIn(again, pagesOf({{gone, readFileFacts(gone)}, {stays, readFileFacts(stays)}}));
        window_->document().start(again);
        window_->showStage(Stage::PageOrder);
        QVERIFY(QFile::remove(gone));
        settle();
        QCOMPARE(job().sequence.size(), qsizetype(44));
        QTRY_VERIFY_WITH_TIMEOUT(testing::hasFinding(window_->document().findings(), "file.unreadable"), 5000);
        // The good ones are drawn.
        key(Qt::Key_End);
        settle();
        const QImage last = grid().viewport()->grab(grid().rectOf(43).adjusted(8, 8, -8, -8)).toImage();
        bool dark = false;
        for (int y = 0; y < last.height(); ++y)
            for (int x = 0; x < last.width(); ++x)
                dark = dark || last.pixelColor(x, y).lightness() < 80;
        QVERIFY(dark);
        // It comes back: its pages are what they were.
        (void)pdf("gone.pdf", 40);
        QTRY_VERIFY_WITH_TIMEOUT(!testing::hasFinding(window_->document().findings(), "file.unreadable"), 5000);
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

HINGE_TEST(TestBringingIn)
#include "test_bringing_in.moc"
