// SPDX-License-Identifier: GPL-3.0-or-later
// Working on the paper in the real window: files that are dropped, dragging, the keyboard, holds, zoom.
#include "app/document/linked_files.h"
#include "app/fields/fields.h"
#include "app/flat/face_canvas.h"
#include "app/look/theme.h"
#include "app/release/release_stage.h"
#include "app/sheet/sheet_stage.h"
#include "app/window/docket.h"
#include "app/window/main_window.h"
#include "app/window/stage_strip.h"
#include "core/file/job_file.h"
#include "core/file/links.h"
#include "paper_driver.h"

#include <QAbstractButton>
#include <QApplication>
#include <QDropEvent>
#include <QFileDialog>
#include <QInputDialog>
#include <QLabel>
#include <QListView>
#include <QMenu>
#include <QMessageBox>
#include <QMimeData>
#include <QPainter>
#include <QPdfWriter>
#include <QPlainTextEdit>
#include <QProcess>
#include <QPushButton>
#include <QSettings>
#include <QSignalSpy>
#include <QStandardPaths>
#include <QTemporaryDir>
#include <QTimer>

class TestPaper : public PaperDriver
{
    Q_OBJECT

private Q_SLOTS:
    void initTestCase() { setUpProgram("paper"); }
    void init() { openWindow(); }
    void cleanup() { window_.reset(); }

    void aDroppedPictureFillsThePanel()
    {
        window_->showStage(Stage::Flat);
        QImage picture(600, 900, QImage::Format_RGB32);
        picture.fill(Qt::darkCyan);
        const QString file = dir_->filePath(QStringLiteral("shore.jpg"));
        QVERIFY(picture.save(file));
        drop(file, at(250, 100));
        QTRY_COMPARE(job().on(Face::Outside).items.size(), std::size_t(1));
        waitForFiles();
        const Item& item = job().on(Face::Outside).items[0];
        QCOMPARE(item.kind, ItemKind::Picture);
        QCOMPARE(item.side(ItemSide::Right).line, PaperLine::Bleed);
        COMPARE_MM(plan().itemsOn(Face::Outside)[0].frame.right(), 300);
        COMPARE_MM(plan().itemsOn(Face::Outside)[0].frame.x, 197);
        QCOMPARE(window_->selection().item(), item.id);
        QVERIFY(testing::hasFinding(window_->document().findings(), "picture.poor")); // 600 pixels on 103 mm: 148 ppi
        QVERIFY(find<QLabel>("drawer.file")->text().contains(QStringLiteral("600 × 900")));
        // What cannot be placed says so and leaves the job alone.
        QFile junk(dir_->filePath(QStringLiteral("junk.png")));
        QVERIFY(junk.open(QIODevice::WriteOnly));
        junk.write("no picture");
        junk.close();
        const Job before = job();
        drop(junk.fileName(), at(50, 100));
        QTRY_VERIFY(!window_->findChildren<QMessageBox*>().isEmpty());
        QVERIFY(message().contains(QStringLiteral("junk.png")));
        QVERIFY(job() == before);
    }

    void aFinishedPdfBecomesTheFaces()
    {
        window_->showStage(Stage::Flat);
        const QString file = dir_->filePath(QStringLiteral("finished.pdf"));
        {
            QPdfWriter writer(file);
            writer.setPageSize(QPageSize(QSizeF(297, 210), QPageSize::Millimeter, {}, QPageSize::ExactMatch));
            QPainter p(&writer);
            p.drawRect(100, 100, 500, 500);
            writer.newPage();
            p.drawEllipse(100, 100, 500, 500);
        }
        drop(file, at(50, 50));
        QTRY_VERIFY(job().on(Face::Outside).supplied.has_value());
        QCOMPARE(job().on(Face::Inside).supplied->page, 2);
        QTRY_VERIFY(testing::hasFinding(window_->document().findings(), "supplied.bleed")); // it was made without bleed
        type("drawer.suppliedPage", QStringLiteral("3"));
        QVERIFY(find<QLabel>("fieldProblem")->text().contains(QStringLiteral("pages 1 to 2")));
        type("drawer.suppliedPage", QStringLiteral("2"));
        QCOMPARE(job().on(Face::Outside).supplied->page, 2);
        action("dropSupplied")->trigger();
        QVERIFY(!job().on(Face::Outside).supplied);
    }

    void draggingAnEdgeNearALineTakesHold()
    {
        window_->showStage(Stage::Flat);
        Item item = tint(1);
        item.sides = freeSides(plan().paper, Face::Outside, {len("110"), len("40"), len("60"), len("60")});
        put(item);
        QTest::mouseClick(&canvas(), Qt::LeftButton, {}, at(140, 70));
        QCOMPARE(window_->selection().item(), QStringLiteral("tint"));
        // The right side to just short of the fold at 197 mm.
        drag(at(170, 70), at(196.3, 70));
        const SideAnchor right = job().findItem(QStringLiteral("tint"))->side(ItemSide::Right);
        QVERIFY(right.holds);
        COMPARE_MM(plan().findItem(QStringLiteral("tint"))->frame.right(), 197);
        QCOMPARE(lineName(plan().paper, Face::Outside, ItemSide::Right, right), QStringLiteral("fold"));
        // It follows when the paper changes.
        type("brief.width", QStringLiteral("420"));
        COMPARE_MM(plan().findItem(QStringLiteral("tint"))->frame.right(), 279);
        action("undo")->trigger();
        // Away from every line it is free again, and Alt keeps it from taking hold at all.
        drag(at(197, 70), at(150, 70));
        QVERIFY(!job().findItem(QStringLiteral("tint"))->side(ItemSide::Right).holds);
        const double before = plan().findItem(QStringLiteral("tint"))->frame.right().toMm();
        drag(at(before, 70), at(196.5, 70), Qt::AltModifier);
        QVERIFY(!job().findItem(QStringLiteral("tint"))->side(ItemSide::Right).holds);
        // A drag is one step.
        action("undo")->trigger();
        QCOMPARE(plan().findItem(QStringLiteral("tint"))->frame.right().toMm(), before);
    }

    void movingSnapsAndKeepsTheSize()
    {
        window_->showStage(Stage::Flat);
        Item item = tint(1);
        item.sides = freeSides(plan().paper, Face::Outside, {len("110"), len("40"), len("60"), len("60")});
        put(item);
        QTest::mouseClick(&canvas(), Qt::LeftButton, {}, at(140, 70));
        drag(at(140, 70), at(140 - 9.5, 70));
        const Rect frame = plan().findItem(QStringLiteral("tint"))->frame;
        COMPARE_MM(frame.x, 100); // the safe line beside the fold at 97 mm
        COMPARE_MM(frame.w, 60);
        QVERIFY(job().findItem(QStringLiteral("tint"))->side(ItemSide::Left).holds);
        QVERIFY(!job().findItem(QStringLiteral("tint"))->side(ItemSide::Right).holds);
    }

    void theKeyboardReachesItems()
    {
        window_->showStage(Stage::Flat);
        put(tint(0));
        Item second = tint(2);
        second.id = QStringLiteral("second");
        put(second);
        canvas().setFocus();
        QTest::keyClick(&canvas(), Qt::Key_PageDown);
        QCOMPARE(window_->selection().item(), QStringLiteral("tint"));
        QTest::keyClick(&canvas(), Qt::Key_PageDown);
        QCOMPARE(window_->selection().item(), QStringLiteral("second"));
        QTest::keyClick(&canvas(), Qt::Key_Left, Qt::ShiftModifier);
        COMPARE_MM(plan().findItem(QStringLiteral("second"))->frame.x, 192);
        type("drawer.x", QStringLiteral("200/2"));
        COMPARE_MM(plan().findItem(QStringLiteral("second"))->frame.x, 100);
        type("drawer.width", QStringLiteral("-4"));
        QVERIFY(find<QLabel>("fieldProblem")->text().contains(QStringLiteral("above 0")));
        action("sendBack")->trigger();
        QCOMPARE(job().on(Face::Outside).items[0].id, QStringLiteral("second"));
        action("duplicate")->trigger();
        QCOMPARE(job().on(Face::Outside).items.size(), std::size_t(3));
        action("remove")->trigger();
        action("undo")->trigger();
        QCOMPARE(job().on(Face::Outside).items.size(), std::size_t(3));
        action("turnOver")->trigger();
        QCOMPARE(window_->selection().surface(), Face::Inside);
        QVERIFY(window_->selection().item().isEmpty());
    }

    void holdsChangeFromTheDrawer()
    {
        window_->showStage(Stage::Flat);
        Item item = tint(2);
        item.sides = freeSides(plan().paper, Face::Outside, {len("210"), len("40"), len("60"), len("60")});
        put(item);
        window_->selection().setItem(Face::Outside, QStringLiteral("tint"));
        QTimer::singleShot(50, this, [this] {
            auto* menu = window_->findChild<QMenu*>(QStringLiteral("holdMenu"));
            QVERIFY(menu);
            for (QAction* a : menu->actions())
                if (a->text() == QStringLiteral("bleed"))
                    a->trigger();
            menu->close();
        });
        QTest::mouseClick(find<QPushButton>("hold.right"), Qt::LeftButton);
        COMPARE_MM(plan().findItem(QStringLiteral("tint"))->frame.right(), 300);
        QCOMPARE(find<QPushButton>("hold.right")->text(), QStringLiteral("bleed"));
        QCOMPARE(find<QPushButton>("hold.left")->text(), QStringLiteral("free"));
    }

    void writingAHeading()
    {
        window_->showStage(Stage::Flat);
        window_->selection().setPanel(1);
        action("addText")->trigger();
        auto* words = find<QPlainTextEdit>("drawer.words");
        QTRY_VERIFY(words->hasFocus());
        QTest::keyClicks(words, QStringLiteral("Find us"));
        QTest::keyClick(words, Qt::Key_Return);
        QTest::keyClicks(words, QStringLiteral("Pier Road 4"));
        const Item* item = job().findItem(window_->selection().item());
        QVERIFY(item);
        QCOMPARE(item->paragraphs.size(), std::size_t(2));
        QCOMPARE(item->paragraphs[0].text, QStringLiteral("Find us"));
        QCOMPARE(item->name, QStringLiteral("Find us"));
        // The second paragraph is in hand: only it changes.
        type("drawer.size", QStringLiteral("9"));
        choose("drawer.font", QStringLiteral("Cabin Regular"));
        choose("drawer.align", QStringLiteral("centred"));
        item = job().findItem(window_->selection().item());
        QCOMPARE(item->paragraphs[1].style.size, Length::points(9));
        QCOMPARE(item->paragraphs[1].style.align, Align::Centre);
        QCOMPARE(item->paragraphs[0].style.size, Length::points(21));
        QTest::mouseClick(find<QPushButton>("ink.Deep water"), Qt::LeftButton);
        QCOMPARE(job().findItem(window_->selection().item())->paragraphs[1].style.ink, QStringLiteral("Deep water"));
        // Undo from within the words; typing is one step.
        for (int i = 0; i < 4; ++i)
            action("undo")->trigger();
        QCOMPARE(job().findItem(window_->selection().item())->paragraphs.size(), std::size_t(2));
        QTest::keyClick(words, Qt::Key_Z, Qt::ControlModifier);
        QCOMPARE(job().findItem(window_->selection().item())->paragraphs[0].text, QStringLiteral("Heading"));
        QCOMPARE(words->toPlainText(), QStringLiteral("Heading"));
    }

    void columnsOfAPanel()
    {
        window_->showStage(Stage::Flat);
        window_->selection().setSurface(Face::Inside);
        window_->selection().setPanel(1);
        type("drawer.columns", QStringLiteral("3"));
        QCOMPARE(plan().paper.face(Face::Inside)[1].columnAreas.size(), std::size_t(3));
        QCOMPARE(plan().paper.face(Face::Inside)[0].columnAreas.size(), std::size_t(1));
        type("drawer.columns", QStringLiteral("40"));
        QVERIFY(find<QLabel>("fieldProblem")->isVisible());
        QCOMPARE(plan().paper.face(Face::Inside)[1].columnAreas.size(), std::size_t(3));
    }

    void theSheetIsChosenFromTheArrangements()
    {
        window_->showStage(Stage::Sheet);
        auto* list = find<QListView>("sheet.arrangements");
        QModelIndex sra3;
        for (int i = 0; i < list->model()->rowCount(); ++i)
            if (list->model()->index(i, 0).data().toString().startsWith(QStringLiteral("SRA3,")))
                sra3 = list->model()->index(i, 0);
        QVERIFY(sra3.isValid());
        list->scrollTo(sra3);
        QTest::mouseClick(list->viewport(), Qt::LeftButton, {}, list->visualRect(sra3).center());
        QCOMPARE(job().press.sheet, (Size{len("450"), len("320")}));
        QCOMPARE(plan().sheet().up(), 2);
        choose("sheet.flip", QStringLiteral("long edge"));
        QCOMPARE(plan().sheet().back[0].turn == plan().sheet().front[0].turn,
                 plan().sheet().front[0].turn == Turn::Quarter);
        type("sheet.width", QStringLiteral("200"));
        QVERIFY(testing::hasFinding(window_->document().findings(), "sheet.tooSmall"));
    }

    void aLockedPdfAsksForItsPassword()
    {
        const QString plain = dir_->filePath(QStringLiteral("plain.pdf"));
        {
            QPdfWriter writer(plain);
            writer.setPageSize(QPageSize(QSizeF(100, 60), QPageSize::Millimeter));
            QPainter p(&writer);
            p.drawText(100, 100, QStringLiteral("tide"));
        }
        const QString locked = dir_->filePath(QStringLiteral("locked.pdf"));
        QCOMPARE(QProcess::execute(QStringLiteral("qpdf"),
                                   {QStringLiteral("--encrypt"), QStringLiteral("lamp"), QStringLiteral("keeper"),
                                    QStringLiteral("256"), QStringLiteral("--"), plain, locked}),
                 0);
        QStringList asked;
        const auto type = [&](const QString& password) {
            QTimer::singleShot(400, this, [&, password] {
                if (auto* dialog = window_->findChild<QInputDialog*>(QStringLiteral("passwordDialog"))) {
                    asked << dialog->labelText();
                    dialog->setTextValue(password);
                    dialog->accept();
                }
            });
        };
        type(QStringLiteral("wrong"));
        QTimer::singleShot(800, this, [&] { type(QStringLiteral("lamp")); });
        drop(locked, at(150, 100));
        QTRY_COMPARE_WITH_TIMEOUT(job().on(Face::Outside).items.size(), std::size_t(1), 8000);
        QCOMPARE(asked.size(), 2);
        QVERIFY(asked[1].contains(QStringLiteral("not the password")));
        const Item& item = job().on(Face::Outside).items.front();
        QVERIFY(isEmbedded(item.file.path));
        QCOMPARE(job().embedded.size(), std::size_t(1));
        QVERIFY(!job().embedded.front().bytes.contains("/Encrypt"));
        waitForFiles();
        QVERIFY(window_->document().files().facts().value(item.file.path).error.isEmpty());
        // Another file of the same sender opens with the same password, unasked.
        const QString second = dir_->filePath(QStringLiteral("second.pdf"));
        QVERIFY(QFile::copy(locked, second));
        drop(second, at(150, 100));
        QTRY_COMPARE_WITH_TIMEOUT(job().on(Face::Outside).items.size(), std::size_t(2), 8000);
        QCOMPARE(asked.size(), 2);
    }

    void paperIsZoomedAndMoved()
    {
        window_->showStage(Stage::Flat);
        const double fitted = canvas().scale();
        const QPoint middle = canvas().rect().center();
        action("zoomIn")->trigger();
        QVERIFY(canvas().scale() > fitted);
        action("zoomFit")->trigger();
        QCOMPARE(canvas().scale(), fitted);
        // About the pointer: what lies under it stays there.
        const QPoint corner = at(0, 0);
        const auto wheel = [&](QPoint where, QPoint by, Qt::KeyboardModifiers keys) {
            QWheelEvent event(where, canvas().mapToGlobal(where), {}, by, Qt::NoButton, keys, Qt::NoScrollPhase, false);
            QApplication::sendEvent(&canvas(), &event);
        };
        wheel(corner, {0, 240}, Qt::ControlModifier);
        QVERIFY(canvas().scale() > fitted);
        QVERIFY((at(0, 0) - corner).manhattanLength() <= 1);
        const QPoint still = at(0, 0);
        wheel(middle, {0, -100}, {});
        QCOMPARE(at(0, 0) - still, QPoint(0, -50));
        wheel(middle, {0, -100}, Qt::ShiftModifier);
        QCOMPARE(at(0, 0) - still, QPoint(-50, -50));
        // With the keyboard, when nothing is selected.
        canvas().setFocus();
        const QPoint before = at(0, 0);
        QTest::keyClick(&canvas(), Qt::Key_Right);
        QVERIFY(at(0, 0).x() < before.x());
        // Another stage has a zoom of its own.
        window_->showStage(Stage::Sheet);
        auto* sheet = find<SheetCanvas>("sheetCanvas");
        const double sheetScale = sheet->scale();
        const double flatScale = canvas().scale();
        action("zoomOut")->trigger();
        QVERIFY(sheet->scale() < sheetScale);
        QCOMPARE(canvas().scale(), flatScale);
    }

    void severalFilesGoToPanelsInOrder()
    {
        window_->showStage(Stage::Flat);
        Job empty = newLeaflet();
        QVERIFY(window_->document().edit(QStringLiteral("clear"), empty));
        QMimeData data;
        QList<QUrl> urls;
        for (const char* name : {"one.png", "two.png"}) {
            // The first takes far longer to read, and is the first all the same.
            QImage image(urls.isEmpty() ? QSize(1500, 1500) : QSize(20, 40), QImage::Format_RGB32);
            for (int y = 0; y < image.height(); ++y)
                for (int x = 0; x < image.width(); ++x)
                    image.setPixel(x, y, QRgb(x * 7919 + y * 104729));
            QVERIFY(image.save(dir_->filePath(QString::fromLatin1(name))));
            urls << QUrl::fromLocalFile(dir_->filePath(QString::fromLatin1(name)));
        }
        data.setUrls(urls);
        QDragEnterEvent enter(at(150, 100), Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
        QApplication::sendEvent(&canvas(), &enter);
        QVERIFY(enter.isAccepted());
        QDropEvent event(at(150, 100), Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
        QApplication::sendEvent(&canvas(), &event);
        waitForFiles();
        const auto& items = job().on(Face::Outside).items;
        QCOMPARE(items.size(), std::size_t(2));
        QCOMPARE(items[0].side(ItemSide::Left).panel, 1);
        QCOMPARE(items[1].side(ItemSide::Left).panel, 2);
    }
};

HINGE_TEST(TestPaper)
#include "test_paper.moc"
