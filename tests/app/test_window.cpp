// SPDX-License-Identifier: GPL-3.0-or-later
// Drives the real window by object names, with mouse and keyboard, on the offscreen platform.
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
#include "window_driver.h"

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

using namespace hinge;
using testing::len;

class TestWindow : public testing::WindowDriver
{
    Q_OBJECT

    FaceCanvas& canvas() { return *find<FaceCanvas>("faceCanvas"); }
    QPoint at(double xMm, double yMm) { return canvas().toPixels(QPointF(xMm, yMm)).toPoint(); }
    void drag(QPoint from, QPoint to, Qt::KeyboardModifiers modifiers = {})
    {
        QTest::mousePress(&canvas(), Qt::LeftButton, modifiers, from);
        for (int i = 1; i <= 6; ++i) {
            const QPoint p = from + (to - from) * i / 6;
            QMouseEvent move(QEvent::MouseMove, p, canvas().mapToGlobal(p), Qt::NoButton, Qt::LeftButton, modifiers);
            QApplication::sendEvent(&canvas(), &move);
        }
        QTest::mouseRelease(&canvas(), Qt::LeftButton, modifiers, to);
    }
    void drop(const QString& path, QPoint where)
    {
        QMimeData data;
        data.setUrls({QUrl::fromLocalFile(path)});
        QDragEnterEvent enter(where, Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
        QApplication::sendEvent(&canvas(), &enter);
        QVERIFY(enter.isAccepted());
        QDropEvent event(where, Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
        QApplication::sendEvent(&canvas(), &event);
    }

private Q_SLOTS:
    void initTestCase()
    {
        QStandardPaths::setTestModeEnabled(true);
        QApplication::setOrganizationName(QStringLiteral("upper-hinge-test"));
        QSettings().clear();
        applyTheme(*qApp, false);
    }

    void init() { openWindow(); }
    void cleanup() { window_.reset(); }

    void showsTheDemo()
    {
        QVERIFY(window_->openJob(QStringLiteral(HINGE_SOURCE_DIR "/demo/visitor-leaflet.hinge.json")));
        waitForFiles();
        QVERIFY(window_->windowTitle().contains(QStringLiteral("visitor-leaflet.hinge.json")));
        QVERIFY(!window_->isWindowModified());
        for (const Stage stage : allStages) {
            QTest::mouseClick(find<QAbstractButton>(qPrintable(QStringLiteral("stage.") + stageKey(stage))),
                              Qt::LeftButton);
            QCOMPARE(find<StageStrip>("stageStrip")->current(), stage);
            for (const Stage other : allStages)
                QCOMPARE(find<QWidget>(qPrintable(stageKey(other) + QStringLiteral("Stage")))->isVisible(),
                         other == stage);
        }
        QVERIFY(window_->findChild<QLabel*>(QStringLiteral("findings.none")));
    }

    void briefEditsRedrawAtOnce()
    {
        type("brief.width", QStringLiteral("420"), false);
        COMPARE_MM(job().flat.w, 420); // while typing, before Enter
        QCOMPARE(testing::widthsMm(plan()), (QList<double>{138, 141, 141}));
        type("brief.width", QStringLiteral("11 in"));
        QCOMPARE(job().flat.w, len("11 in"));
        QVERIFY(window_->isWindowModified());
        choose("brief.unit", QStringLiteral("inches"));
        QCOMPARE(find<QLineEdit>("brief.width")->text(), QStringLiteral("11 in"));
        choose("brief.stock", QStringLiteral("Sandpiper Offset 80"));
        COMPARE_MM(plan().paper.narrowing.allowance, 2); // the allowance follows the stock
        type("brief.front", QStringLiteral("1"));
        QCOMPARE(plan().paper.face(Face::Outside)[0].role, Role::FrontCover);
        QTest::mouseClick(find<QAbstractButton>("piece.zigzag4"), Qt::LeftButton);
        QCOMPARE(job().fold.panels, 4);
        QCOMPARE(plan().paper.face(Face::Outside)[0].role, Role::FrontCover);
        type("brief.panels", QStringLiteral("5"));
        QCOMPARE(plan().paper.widths.size(), std::size_t(5));
    }

    void typingIsOneStepAndUndoTakesItBack()
    {
        const Job before = job();
        type("brief.width", QStringLiteral("4"), false);
        QTest::keyClicks(find<QLineEdit>("brief.width"), QStringLiteral("20"));
        COMPARE_MM(job().flat.w, 420);
        // Undo from within the field.
        QTest::keyClick(find<QLineEdit>("brief.width"), Qt::Key_Z, Qt::ControlModifier);
        QVERIFY(job() == before);
        QCOMPARE(find<QLineEdit>("brief.width")->text(), QStringLiteral("297 mm"));
        action("redo")->trigger();
        COMPARE_MM(job().flat.w, 420);
        action("undo")->trigger();
        QVERIFY(!window_->isWindowModified());
    }

    void aWrongValueLeftStandingUndoesNothingElse()
    {
        type("brief.width", QStringLiteral("420x"));
        QVERIFY(find<QLineEdit>("brief.width")->property("wrong").toBool());
        COMPARE_MM(job().flat.w, 297); // not the 420 on the way
        choose("brief.stock", QStringLiteral("Gull Silk 170"));
        find<QLineEdit>("brief.height")->setFocus();
        QCOMPARE(job().stock.grammage, 170);
        COMPARE_MM(job().flat.w, 297);
        QCOMPARE(find<QLineEdit>("brief.width")->text(), QStringLiteral("297 mm"));
    }

    void wrongValuesAreExplainedAtTheField_data()
    {
        QTest::addColumn<QString>("field");
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("reason");
        QTest::newRow("zero") << QStringLiteral("brief.width") << QStringLiteral("1/0")
                              << QStringLiteral("divides by zero");
        QTest::newRow("negative") << QStringLiteral("brief.height") << QStringLiteral("-5")
                                  << QStringLiteral("must lie between");
        QTest::newRow("absurd") << QStringLiteral("brief.height") << QStringLiteral("99999")
                                << QStringLiteral("must lie between");
        QTest::newRow("word") << QStringLiteral("brief.bleed") << QStringLiteral("much")
                              << QStringLiteral("Expected a number");
        QTest::newRow("panels") << QStringLiteral("brief.panels") << QStringLiteral("1") << QStringLiteral("2 to 12");
        QTest::newRow("narrow") << QStringLiteral("brief.grammage") << QStringLiteral("5") << QStringLiteral("g/m²");
        QTest::newRow("copies") << QStringLiteral("brief.quantity") << QStringLiteral("none")
                                << QStringLiteral("whole number");
    }
    void wrongValuesAreExplainedAtTheField()
    {
        QFETCH(QString, field);
        QFETCH(QString, text);
        QFETCH(QString, reason);
        auto* edit = find<QLineEdit>(qPrintable(field));
        const QString good = edit->text();
        type(qPrintable(field), text);
        auto* bubble = find<QLabel>("fieldProblem");
        QVERIFY(bubble->isVisible());
        QVERIFY2(bubble->text().contains(reason), qPrintable(bubble->text()));
        QVERIFY(edit->property("wrong").toBool());
        QTest::keyClick(edit, Qt::Key_Escape);
        QCOMPARE(edit->text(), good);
        QVERIFY(!bubble->isVisible());
        QVERIFY(!edit->property("wrong").toBool());
    }

    void figuresOpenAndCanBeOverridden()
    {
        auto* list = find<QListView>("docket.figures");
        const auto row = [&](const char* key) {
            for (int i = 0; i < list->model()->rowCount(); ++i)
                if (list->model()->index(i, 0).data(FiguresModel::Key).toString() == QLatin1String(key))
                    return list->model()->index(i, 0);
            return QModelIndex();
        };
        const QModelIndex tuck = row("tuckAllowance");
        QVERIFY(!tuck.data(FiguresModel::Open).toBool());
        list->scrollTo(tuck);
        QTest::mouseClick(list->viewport(), Qt::LeftButton, {}, list->visualRect(tuck).topLeft() + QPoint(40, 10));
        QVERIFY(row("tuckAllowance").data(FiguresModel::Open).toBool());
        // By keyboard: F2 opens the field in the figure.
        list->setFocus();
        list->setCurrentIndex(row("tuckAllowance"));
        QTest::keyClick(list, Qt::Key_F2);
        auto* edit = find<QLineEdit>("docket.override");
        edit->selectAll();
        QTest::keyClicks(edit, QStringLiteral("1.5 mm"));
        QTest::keyClick(edit, Qt::Key_Return);
        QTRY_VERIFY(job().fold.tuckAllowance.has_value()); // the list takes the text over a moment later
        COMPARE_MM(*job().fold.tuckAllowance, 1.5);
        QVERIFY(row("tuckAllowance").data(FiguresModel::Overridden).toBool());
        QVERIFY(list->model()->setData(row("tuckAllowance"), QString(), Qt::EditRole));
        QVERIFY(!job().fold.tuckAllowance);
        // A width that leaves no paper for the rest is refused.
        QVERIFY(!list->model()->setData(row("panel.1.width"), QStringLiteral("400"), Qt::EditRole));
        QVERIFY(job().fold.widths.empty());
    }

    void closingWithAnOpenFieldIsHarmless()
    {
        auto* list = find<QListView>("docket.figures");
        list->setFocus();
        for (int i = 0; i < list->model()->rowCount(); ++i)
            if (list->model()->index(i, 0).data(FiguresModel::Key).toString() == QStringLiteral("tuckAllowance"))
                list->setCurrentIndex(list->model()->index(i, 0));
        QTest::keyClick(list, Qt::Key_F2);
        QTest::keyClicks(find<QLineEdit>("docket.override"), QStringLiteral("1"));
        window_.reset();
        QVERIFY(!window_);
    }

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
        QCOMPARE(plan().sheet.up(), 2);
        choose("sheet.flip", QStringLiteral("long edge"));
        QCOMPARE(plan().sheet.back[0].turn == plan().sheet.front[0].turn, plan().sheet.front[0].turn == Turn::Quarter);
        type("sheet.width", QStringLiteral("200"));
        QVERIFY(testing::hasFinding(window_->document().findings(), "sheet.tooSmall"));
    }

    void findingsAreSettledWhereTheyAreShown()
    {
        Item item = tint(2);
        item.side(ItemSide::Right) = holdOn(PaperLine::Edge, 2, LineEnd::End);
        put(item);
        auto* button = find<QPushButton>("finding.0");
        QCOMPARE(button->text(), QStringLiteral("Pull out to the bleed"));
        QTest::mouseClick(button, Qt::LeftButton);
        COMPARE_MM(plan().findItem(QStringLiteral("tint"))->frame.right(), 300);
        QVERIFY(window_->document().findings().empty());
        action("undo")->trigger();
        window_->showStage(Stage::Release);
        auto* list = find<QListView>("release.findings");
        QCOMPARE(list->model()->rowCount(), 1);
        list->setFocus();
        list->setCurrentIndex(list->model()->index(0, 0));
        QTest::keyClick(list, Qt::Key_Return);
        QVERIFY(window_->document().findings().empty());
        QCOMPARE(find<QListView>("release.checks")->model()->rowCount(), 9);
    }

    void whatStopsThePieceIsNamedBeforeItIsWritten()
    {
        type("brief.width", QStringLiteral("900"));
        const auto& findings = window_->document().findings();
        QVERIFY(!findings.empty() && findings.front().severity == Severity::Stop);
        const QString told = findings.front().message;
        QString asked;
        bool wroteOn = false;
        const auto answer = [&](const char* button) {
            QTimer::singleShot(50, this, [&, button] {
                auto* box = window_->findChild<QMessageBox*>(QStringLiteral("stopsDialog"));
                if (!box)
                    return;
                asked = box->text();
                // A name for the file is asked for only when it is to be written all the same.
                QTimer::singleShot(50, this, [&] {
                    if (auto* dialog = window_->findChild<QFileDialog*>()) {
                        wroteOn = true;
                        dialog->reject();
                    }
                });
                for (QAbstractButton* b : box->buttons())
                    if (b->text().remove(u'&').startsWith(QString::fromLatin1(button)))
                        return b->click();
            });
            action("exportSheets")->trigger();
            QTest::qWait(120);
        };
        answer("Cancel");
        QVERIFY2(asked.contains(told), qPrintable(asked));
        QVERIFY(!wroteOn);
        answer("Show it");
        QVERIFY(!wroteOn);
        answer("Write the press sheet all the same");
        QVERIFY(wroteOn);
    }

    void whatTheFilesLeaveOutIsSaid()
    {
        QString proposed;
        const auto propose = [&](const char* what) {
            QTimer::singleShot(100, this, [&] {
                if (auto* dialog = window_->findChild<QFileDialog*>()) {
                    proposed = QFileInfo(dialog->selectedFiles().value(0)).fileName();
                    dialog->reject();
                }
            });
            action(what)->trigger();
            return proposed;
        };
        const auto state = [this] { return find<QAbstractButton>("stage.release")->accessibleDescription(); };
        window_->showStage(Stage::Release);
        QCOMPARE(state(), QStringLiteral("nothing on it yet"));
        QVERIFY(find<QLabel>("release.extent")->text().isEmpty());
        put(tint(1));
        QCOMPARE(state(), QStringLiteral("ready"));
        Job booklet = newPiece(PieceKind::Booklet);
        booklet.title = QStringLiteral("Notes");
        booklet.edit(Face::Outside).items = {tint(1)};
        window_->document().start(booklet);
        QVERIFY2(state().startsWith(QStringLiteral("outer sheet only")), qPrintable(state()));
        QVERIFY(find<QLabel>("release.extent")->text().contains(QStringLiteral("outer sheet only")));
        QCOMPARE(propose("exportFlat"), QStringLiteral("notes-outer-sheet-only-flat.pdf"));
        booklet.pages.plusCover = true;
        window_->document().start(booklet);
        QCOMPARE(propose("exportSheets"), QStringLiteral("notes-cover-only-sheet.pdf"));
        Job ticket = newPiece(PieceKind::Leaf);
        ticket.title = QStringLiteral("Ticket");
        ticket.leaf.firstNumber = 1;
        window_->document().start(ticket);
        QCOMPARE(propose("exportSheets"), QStringLiteral("ticket-without-numbers-sheet.pdf"));
        ticket.title = QStringLiteral("Quay / day: 2 Ebbe");
        window_->document().start(ticket);
        QCOMPARE(propose("save"), QStringLiteral("quay-day-2-ebbe"));
        QVERIFY(!state().contains(QStringLiteral("ready")));
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
    }

    void markupInNamesIsShown()
    {
        Item item = tint(1);
        item.name = QStringLiteral("<b>Sea</b> & <img src='x'>");
        item.side(ItemSide::Right) = holdOn(PaperLine::Edge, 2, LineEnd::End);
        put(item);
        window_->selection().clearItem();
        for (const QLabel* label : window_->findChildren<QLabel*>())
            QVERIFY2(label->textFormat() == Qt::PlainText, qPrintable(label->text()));
        for (const QWidget* widget : window_->findChildren<QWidget*>())
            QVERIFY2(!widget->toolTip().contains(QStringLiteral("<b>Sea")), qPrintable(widget->toolTip()));
    }

    void exportsInTheBackground()
    {
        window_->openJob(QStringLiteral(HINGE_SOURCE_DIR "/demo/visitor-leaflet.hinge.json"));
        window_->showStage(Stage::Release);
        const QString file = dir_->filePath(QStringLiteral("out.pdf"));
        QVERIFY(window_->exportTo(ExportKind::Sheets, file));
        QVERIFY(!window_->exportTo(ExportKind::Sheets, file)); // one at a time
        QTRY_VERIFY_WITH_TIMEOUT(find<QLabel>("release.state")->text().startsWith(QStringLiteral("Written")), 20000);
        QVERIFY(QFileInfo(file).size() > 100000);
        QVERIFY(window_->exportTo(ExportKind::Flat, QStringLiteral("/sys/out.pdf")));
        QTRY_VERIFY_WITH_TIMEOUT(find<QLabel>("release.state")->text().contains(QStringLiteral("/sys/out.pdf")), 20000);
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

    void darkThemeAndReadableContrast()
    {
        // WCAG 2.1, 1.4.3: 4.5 to 1 for text; relative luminance as defined there.
        const auto luminance = [](const QColor& c) {
            const auto part = [](double v) { return v <= 0.03928 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4); };
            return 0.2126 * part(c.redF()) + 0.7152 * part(c.greenF()) + 0.0722 * part(c.blueF());
        };
        const auto contrast = [&](const QColor& a, const QColor& b) {
            const double x = luminance(a) + 0.05;
            const double y = luminance(b) + 0.05;
            return std::max(x, y) / std::min(x, y);
        };
        for (const Theme* t : {&Theme::lightTheme(), &Theme::darkTheme()}) {
            for (const QColor& ground : {t->slip, t->work, t->accentTint})
                for (const QColor& text : {t->ink, t->ink2})
                    QVERIFY2(contrast(text, ground) >= 4.5, qPrintable(text.name() + u' ' + ground.name()));
            for (const QColor& text : {t->ink, t->accent, t->brick, t->ochre})
                QVERIFY2(contrast(text, t->slip) >= 4.5, qPrintable(text.name()));
            QVERIFY(contrast(t->onAccent, t->accent) >= 4.5);
        }
        action("darkTheme")->setChecked(true);
        QVERIFY(Theme::of(window_.get()).dark);
        action("darkTheme")->setChecked(false);
        QVERIFY(!Theme::of(window_.get()).dark);
    }

    void everythingHasANameAndATip()
    {
        for (const QAction* a : window_->actions()) {
            QVERIFY2(!a->text().isEmpty() && !a->statusTip().isEmpty() && !a->objectName().isEmpty(),
                     qPrintable(a->text()));
        }
        QSet<QString> shortcuts;
        for (const QAction* a : window_->actions()) {
            if (a->shortcut().isEmpty())
                continue;
            QVERIFY2(!shortcuts.contains(a->shortcut().toString()), qPrintable(a->shortcut().toString()));
            shortcuts.insert(a->shortcut().toString());
        }
        for (const Stage stage : allStages) {
            window_->showStage(stage);
            for (QWidget* w : window_->findChildren<QWidget*>()) {
                const bool control = qobject_cast<QAbstractButton*>(w) || qobject_cast<QLineEdit*>(w) ||
                                     qobject_cast<QComboBox*>(w) || qobject_cast<QListView*>(w);
                if (!control || !w->isVisible() || w->focusPolicy() == Qt::NoFocus ||
                    w->objectName().startsWith(QStringLiteral("qt_")))
                    continue;
                const auto* button = qobject_cast<QAbstractButton*>(w);
                QVERIFY2(!w->objectName().isEmpty(), w->metaObject()->className());
                QVERIFY2(!w->accessibleName().isEmpty() || (button && !button->text().isEmpty()),
                         qPrintable(w->objectName()));
            }
        }
    }

    void allThatWasCheckedIsInView()
    {
        window_->showStage(Stage::Release);
        auto* checks = find<QListView>("release.checks");
        for (const PieceKind kind : {PieceKind::Leaflet, PieceKind::Cover, PieceKind::Booklet, PieceKind::Leaf}) {
            window_->document().start(newPiece(kind));
            QCoreApplication::processEvents();
            const int rows = checks->model()->rowCount();
            QVERIFY(rows > 3);
            const QRect last = checks->visualRect(checks->model()->index(rows - 1, 0));
            QVERIFY2(last.bottom() < checks->viewport()->height(), qPrintable(kindName(kind)));
        }
        // Changed while it is out of view, it says so when it is back.
        window_->showStage(Stage::Brief);
        Job job = newPiece(PieceKind::Booklet);
        job.pages.count = 200; // too thick to staple
        window_->document().start(job);
        window_->showStage(Stage::Release);
        QCoreApplication::processEvents();
        QVERIFY(find<QListView>("release.findings")->model()->rowCount() > 0);
        QVERIFY(find<QLabel>("release.verdict")->text().contains(QStringLiteral("stop")));
    }
};

HINGE_TEST(TestWindow)
#include "test_window.moc"
