// SPDX-License-Identifier: GPL-3.0-or-later
// The press sheets in the real window: forms in a strip, both sides, the light-table, what a slot carries, the knife.
#include "app/document/setup_store.h"
#include "app/sheet/compare_dialog.h"
#include "app/sheet/sheet_stage.h"
#include "window_driver.h"

#include <QCheckBox>
#include <QDir>
#include <QFileDialog>
#include <QInputDialog>
#include <QLabel>
#include <QListView>
#include <QPushButton>
#include <QSlider>
#include <QSpinBox>

using namespace hinge;

class TestSheetStage : public testing::WindowDriver
{
    Q_OBJECT

    SheetCanvas& canvas() { return *find<SheetCanvas>("sheetCanvas"); }
    SheetState& state() { return find<SheetStage>("sheetStage")->state(); }
    QString label(const char* name) { return find<QLabel>(name)->text(); }
    void click(const char* button) { find<QAbstractButton>(button)->click(); }
    bool isAt(const char* stage) { return find<QAbstractButton>(stage)->isChecked(); }
    void key(Qt::Key key, Qt::KeyboardModifiers with = {}) { QTest::keyClick(&canvas(), key, with); }
    void openDemo(const char* name)
    {
        QVERIFY(window_->openJob(QStringLiteral(HINGE_SOURCE_DIR "/demo/%1.hinge.json").arg(QLatin1String(name))));
        waitForFiles();
        window_->showStage(Stage::Sheet);
        QCoreApplication::processEvents();
    }
    void moveTo(QPoint at)
    {
        QMouseEvent move(QEvent::MouseMove, at, canvas().mapToGlobal(at), Qt::NoButton, Qt::NoButton, {});
        QCoreApplication::sendEvent(&canvas(), &move);
    }
    QImage shown() { return canvas().grab().toImage(); }

private Q_SLOTS:
    void initTestCase() { setUpProgram("test-sheet-stage"); }
    void init()
    {
        openWindow();
        window_->resize(1100, 700);
    }
    void cleanup() { window_.reset(); }

    void allFormsStandInAStrip()
    {
        openDemo("field-notebook");
        auto* strip = find<QListView>("sheet.forms");
        QVERIFY(strip->isVisible());
        QCOMPARE(strip->model()->rowCount(), 11); // the cover and ten sheets
        QCOMPARE(strip->model()->index(0, 0).data().toString(), QStringLiteral("Cover"));
        QCOMPARE(strip->model()->index(3, 0).data().toString(), QStringLiteral("Sheet 3"));
        QTest::mouseClick(strip->viewport(), Qt::LeftButton, {},
                          strip->visualRect(strip->model()->index(2, 0)).center());
        QCOMPARE(state().formIndex(), 2);
        QVERIFY2(label("sheet.about").startsWith(QStringLiteral("text")), qPrintable(label("sheet.about")));
        canvas().setFocus();
        key(Qt::Key_PageDown);
        QCOMPARE(state().formIndex(), 3);
        for (int i = 0; i < 20; ++i)
            key(Qt::Key_PageDown);
        QCOMPARE(state().formIndex(), 10);
        key(Qt::Key_PageUp);
        QCOMPARE(state().formIndex(), 9);
        // Fewer pages, fewer sheets: what is in hand stays in range.
        Job booklet = newPiece(PieceKind::Booklet);
        booklet.pages.count = 40;
        window_->document().start(booklet);
        state().setFormIndex(9);
        booklet.pages.count = 12;
        QVERIFY(window_->document().edit(QStringLiteral("Fewer"), booklet));
        QCOMPARE(strip->model()->rowCount(), 3);
        QCOMPARE(state().formIndex(), 2);
        // One form alone needs no strip.
        openDemo("visitor-leaflet");
        QVERIFY(!strip->isVisible());
    }

    void aSlotTellsWhatItCarries()
    {
        openDemo("field-notebook");
        state().setFormIndex(1);
        moveTo(canvas().slotOnWidget(Face::Outside, 0).center().toPoint() + QPoint(20, 0));
        QVERIFY(state().spot());
        QCOMPARE(state().spot()->place->page, 1);
        QVERIFY2(label("sheet.spot").contains(QStringLiteral("behind it page 2")), qPrintable(label("sheet.spot")));
        moveTo(canvas().slotOnWidget(Face::Outside, 0).center().toPoint() - QPoint(20, 0));
        QCOMPARE(state().spot()->place->page, 40);
        // By keys: the next, and the one before.
        canvas().setFocus();
        key(Qt::Key_N);
        const SheetSpot next = *state().spot();
        key(Qt::Key_N);
        QVERIFY(!(*state().spot() == next));
        key(Qt::Key_N, Qt::ShiftModifier);
        QVERIFY(*state().spot() == next);
        // To the page among the others, and onto the Flat.
        const int page = next.place->page;
        click("sheet.inSequence");
        QVERIFY(isAt("stage.sequence"));
        window_->showStage(Stage::Sheet);
        state().pointAt(next);
        canvas().setFocus();
        key(Qt::Key_Return);
        QVERIFY(isAt("stage.flat"));
        QCOMPARE(window_->selection().surface(), next.place->surface);
        QVERIFY(page > 0);
    }

    void theBackShinesThrough()
    {
        openDemo("visitor-leaflet");
        click("sheet.mode.1");
        QCOMPARE(state().mode(), SheetMode::LightTable);
        auto* light = find<QSlider>("sheet.light");
        QVERIFY(light->isVisible());
        light->setValue(0);
        const QImage dark = shown();
        light->setValue(80);
        QVERIFY(shown() != dark);
        click("sheet.mode.0");
        QVERIFY(!light->isVisible());
        // What slots carry can be written on them.
        const QImage bare = shown();
        click("sheet.labels");
        QVERIFY(canvas().hasLabels());
        QVERIFY(shown() != bare);
    }

    void theSetupIsThatOfTheFormInHand()
    {
        openDemo("field-notebook");
        state().setFormIndex(1);
        type("sheet.columns", QStringLiteral("1"));
        QVERIFY(job().press.text);
        QCOMPARE(job().press.text->columns, 1);
        QCOMPARE(job().press.columns, 0);
        state().setFormIndex(0);
        QVERIFY(find<QLineEdit>("sheet.columns")->text().isEmpty());
        type("sheet.rows", QStringLiteral("1"));
        QCOMPARE(job().press.rows, 1);
        QCOMPARE(job().press.text->rows, 0);
        choose("sheet.work", QStringLiteral("work-and-turn"));
        QCOMPARE(job().press.work, WorkStyle::WorkAndTurn);
        QCOMPARE(job().pages.workStyle, WorkStyle::Sheetwise);
        QVERIFY(label("sheet.turning").contains(QStringLiteral("left to right")));
        state().setFormIndex(1);
        choose("sheet.work", QStringLiteral("work-and-tumble"));
        QCOMPARE(job().pages.workStyle, WorkStyle::WorkAndTumble);
        // It no longer fits, and is still in hand, so that it can be set right.
        QVERIFY(!state().form());
        QCOMPARE(state().component(), Component::Text);
        QCOMPARE(find<QListView>("sheet.forms")->model()->index(1, 0).data().toString(), QStringLiteral("Text"));
        choose("sheet.fill", QStringLiteral("piles in order"));
        QCOMPARE(job().press.text->fill, SlotFill::Piles);
        choose("sheet.creepBy", QStringLiteral("narrow pages"));
        QCOMPARE(job().pages.creepBy, CreepBy::Narrowing);
        type("sheet.creep", QStringLiteral("1.57"));
        QCOMPARE(job().pages.creepMilli, 1570);
        type("sheet.creep", QStringLiteral("lots"));
        QCOMPARE(job().pages.creepMilli, 1570);
        type("sheet.left", QStringLiteral("1, 2"));
        QCOMPARE(job().press.text->left, (std::vector<int>{1, 2}));
        type("sheet.left", QStringLiteral("one"));
        QCOMPARE(job().press.text->left, (std::vector<int>{1, 2}));
        // All of it can be taken back.
        const int steps = window_->document().history().count();
        for (int i = 0; i < steps; ++i)
            action("undo")->trigger();
        QVERIFY(!job().press.text);
        QCOMPARE(job().pages.creepMilli, 1000);
    }

    void marksPilesAndPrices()
    {
        openDemo("boat-tickets");
        click("sheet.page.1");
        auto* bar = find<QCheckBox>("sheet.mark.bar");
        const bool was = bar->isChecked();
        bar->click();
        QCOMPARE(job().press.marks.bar, !was);
        action("undo")->trigger();
        QCOMPARE(bar->isChecked(), was);
        type("sheet.mark.length", QStringLiteral("4"));
        COMPARE_MM(job().press.marks.length, 4);
        click("sheet.page.2");
        choose("sheet.piles", QStringLiteral("down the columns"));
        QCOMPARE(job().press.piles, PileOrder::DownColumns);
        choose("sheet.delivery", QStringLiteral("face up"));
        QCOMPARE(job().press.delivery, Delivery::FaceUp);
        QVERIFY2(label("sheet.pileNote").contains(QStringLiteral("84")), qPrintable(label("sheet.pileNote")));
        type("sheet.price.paper", QStringLiteral("2.10"));
        QCOMPARE(job().press.prices.paperPerKg, std::optional<qint64>(210));
        QVERIFY(label("sheet.costs").contains(QStringLiteral("together")));
        type("sheet.price.paper", QStringLiteral("dear"));
        QCOMPARE(job().press.prices.paperPerKg, std::optional<qint64>(210));
        // Which of the sheets is looked at.
        auto* copy = find<QSpinBox>("sheet.copy");
        QVERIFY(copy->isVisible());
        QCOMPARE(copy->maximum(), 84);
        copy->setValue(10);
        QCOMPARE(state().sheet(), qint64(9));
    }

    void theKnifeGoesStrokeByStroke()
    {
        openDemo("postcard");
        click("sheet.mode.2");
        auto* strokes = find<QListView>("knife.strokes");
        QVERIFY(strokes->isVisible());
        const int count = int(state().knife().steps.size());
        QCOMPARE(strokes->model()->rowCount(), count + 1);
        QVERIFY(label("knife.about").startsWith(QString::number(count)));
        const QImage first = shown();
        canvas().setFocus();
        key(Qt::Key_Right);
        QCOMPARE(state().stroke(), 1);
        QVERIFY(shown() != first);
        action("stepOn")->trigger();
        QCOMPARE(state().stroke(), 2);
        QVERIFY(isAt("stage.sheet")); // not the dummy's steps
        action("stepBack")->trigger();
        key(Qt::Key_Left);
        QCOMPARE(state().stroke(), 0);
        QTest::mouseClick(strokes->viewport(), Qt::LeftButton, {},
                          strokes->visualRect(strokes->model()->index(1, 0)).center());
        QCOMPARE(state().stroke(), 1);
        state().setStroke(count - 1);
        action("playSteps")->trigger();
        QTRY_COMPARE_WITH_TIMEOUT(state().stroke(), count, 4000);
        action("playSteps")->trigger(); // again from the beginning, and stopped
        QCOMPARE(state().stroke(), 0);
        action("playSteps")->trigger();
    }

    void theProgramIsWritten()
    {
        openDemo("visitor-leaflet");
        for (const char* ending : {"csv", "pdf"}) {
            const QString target = dir_->filePath(QStringLiteral("cut.%1").arg(QLatin1String(ending)));
            auto* timer = new QTimer(this);
            connect(timer, &QTimer::timeout, this, [timer, target] {
                auto* dialog = qobject_cast<QFileDialog*>(QApplication::activeModalWidget());
                if (!dialog || !dialog->isVisible())
                    return;
                auto* name = dialog->findChild<QLineEdit*>(QStringLiteral("fileNameEdit"));
                name->setText(target);
                for (int i = 0; i < 3 && dialog->isVisible(); ++i)
                    QTest::keyClick(name, Qt::Key_Return);
                if (!dialog->isVisible())
                    timer->deleteLater();
            });
            timer->start(80);
            action("exportKnife")->trigger();
            QVERIFY2(QFileInfo(target).size() > 100, qPrintable(target));
        }
        const QByteArray table = testing::contentOf(dir_->filePath(QStringLiteral("cut.csv")));
        QVERIFY(table.contains("left edge, the lay") || table.contains("head edge, the gripper"));
        QCOMPARE(table.count('\n'), qsizetype(plan().sheet().cuts()) + 1);
        const QString text = QString::fromUtf8(testing::run(
            QStringLiteral("pdftotext"), {dir_->filePath(QStringLiteral("cut.pdf")), QStringLiteral("-")}));
        QVERIFY(text.contains(QStringLiteral("All is cut")));
        QVERIFY(text.contains(QStringLiteral("Gauge")) && text.contains(QStringLiteral("edge")));
    }

    void twoArrangementsAreCompared()
    {
        openDemo("visitor-leaflet");
        const Size before = job().press.sheet;
        QStringList differences;
        Size other;
        const auto answer = [&](const char* button) {
            QTimer::singleShot(50, this, [&, button] {
                auto* dialog = window_->findChild<CompareDialog*>(QStringLiteral("compareDialog"));
                QVERIFY(dialog);
                auto* which = find<QComboBox>("compare.which", dialog);
                which->setCurrentIndex(which->findText(QStringLiteral("SRA1")));
                differences = find<QLabel>("compare.column.3", dialog)->text().split(u'\n');
                other = dialog->other();
                find<QPushButton>(button, dialog)->click();
            });
            click("sheet.compare");
        };
        answer("compare.keep");
        QCOMPARE(job().press.sheet, before);
        QCOMPARE(differences.first(), QStringLiteral("+4")); // 8 up on SRA1, 4 on SRA2 (arithmetic)
        answer("compare.take");
        QCOMPARE(job().press.sheet, other);
        QCOMPARE(plan().sheet().up(), 8);
        action("undo")->trigger();
        QCOMPARE(job().press.sheet, before);
    }

    void anotherPaperIsCompared()
    {
        openDemo("visitor-leaflet");
        const Size before = job().press.sheet;
        QString paper;
        QTimer::singleShot(50, this, [&] {
            auto* dialog = window_->findChild<CompareDialog*>(QStringLiteral("compareDialog"));
            QVERIFY(dialog);
            auto* which = find<QComboBox>("compare.which", dialog);
            which->setCurrentIndex(which->findText(QStringLiteral("SRA2"))); // the sheet it is on already
            QVERIFY(!find<QPushButton>("compare.take", dialog)->isEnabled());
            auto* papers = find<QComboBox>("compare.paper", dialog);
            QVERIFY(papers->count() > 5);
            // The lightest first, and lighter than what the leaflet is on.
            papers->setCurrentIndex(1);
            const QStringList differences = find<QLabel>("compare.column.3", dialog)->text().split(u'\n');
            QVERIFY2(differences[2].startsWith(QStringLiteral("−")) && differences[2].endsWith(QStringLiteral("kg")),
                     qPrintable(differences.join(u',')));
            paper = dialog->otherStock()->name;
            find<QPushButton>("compare.take", dialog)->click();
        });
        click("sheet.compare");
        QVERIFY(!paper.isEmpty());
        QCOMPARE(job().stock.name, paper);
        QCOMPARE(job().press.sheet, before);
        action("undo")->trigger();
        QVERIFY(job().stock.name != paper);
    }

    void aWayOfPrintingIsKeptUnderAName()
    {
        openDemo("visitor-leaflet");
        QDir(SetupStore::folder()).removeRecursively();
        choose("sheet.work", QStringLiteral("work-and-turn"));
        type("sheet.mark.length", QStringLiteral("4"));
        QTimer::singleShot(50, this, [this] {
            auto* ask = window_->findChild<QInputDialog*>();
            QVERIFY(ask);
            ask->setTextValue(QStringLiteral("Big press, turned"));
            ask->accept();
        });
        click("sheet.keep");
        openDemo("postcard");
        const int inkLimit = job().press.inkLimit;
        choose("sheet.kept", QStringLiteral("Big press, turned"));
        QCOMPARE(job().press.work, WorkStyle::WorkAndTurn);
        COMPARE_MM(job().press.marks.length, 4);
        QCOMPARE(job().press.inkLimit, inkLimit);
        QCOMPARE(find<QComboBox>("sheet.kept")->currentIndex(), 0);
        action("undo")->trigger();
        QCOMPARE(job().press.work, WorkStyle::Sheetwise);
        // One that was spoilt is refused, and nothing changes.
        SetupStore store;
        for (const QFileInfo& file : QDir(SetupStore::folder()).entryInfoList(QDir::Files)) {
            QFile spoilt(file.filePath());
            QVERIFY(spoilt.open(QIODevice::WriteOnly));
            spoilt.write("{\"name\": \"Big press, turned\", \"press\": {\"gripper\": \"much\"}}");
        }
        Job job = this->job();
        QVERIFY(!store.take(QStringLiteral("Big press, turned"), job));
        QVERIFY(job == this->job());
        store.remove(QStringLiteral("Big press, turned"));
        QVERIFY(store.names().isEmpty());
        QVERIFY(!store.keep(QStringLiteral("  "), job));
    }

    void whatDoesNotFitIsSaid()
    {
        openDemo("visitor-leaflet");
        type("sheet.width", QStringLiteral("200"));
        QVERIFY(!state().form());
        QVERIFY(label("sheet.about").contains(QStringLiteral("does not fit")));
        (void)shown();
        for (const char* mode : {"sheet.mode.1", "sheet.mode.2", "sheet.mode.0"}) {
            click(mode);
            (void)shown(); // nothing to show, and nothing breaks
            key(Qt::Key_N);
        }
        action("undo")->trigger();
        QVERIFY(state().form());
    }

    void marksAreBroughtNear()
    {
        openDemo("visitor-leaflet");
        const double whole = canvas().scale();
        action("nextMark")->trigger();
        QVERIFY(canvas().scale() > whole * 5);
        QVERIFY2(label("sheet.spot").startsWith(QStringLiteral("Mark 1 of ")), qPrintable(label("sheet.spot")));
        // Something dark lies in the middle of what is shown: the mark itself.
        const auto hasMark = [this] {
            const QImage seen = shown();
            const QPoint c(seen.width() / 2, seen.height() / 2);
            for (int x = -120; x <= 120; ++x)
                for (int y = -120; y <= 120; y += 2)
                    if (qGray(seen.pixel(c + QPoint(x, y))) < 60)
                        return true;
            return false;
        };
        QVERIFY(hasMark());
        canvas().setFocus();
        key(Qt::Key_M);
        QVERIFY(label("sheet.spot").startsWith(QStringLiteral("Mark 2 of ")));
        QVERIFY(hasMark());
        key(Qt::Key_M, Qt::ShiftModifier);
        QVERIFY(label("sheet.spot").startsWith(QStringLiteral("Mark 1 of ")));
        action("markBefore")->trigger(); // round about
        QVERIFY(!label("sheet.spot").startsWith(QStringLiteral("Mark 1 of ")));
        action("zoomFit")->trigger();
        QCOMPARE(canvas().scale(), whole);
        // From any stage.
        window_->showStage(Stage::Brief);
        action("nextMark")->trigger();
        QVERIFY(canvas().isVisible());
    }

    void theInnermostSheetShinesThrough()
    {
        openDemo("field-notebook");
        click("sheet.mode.1");
        QVERIFY(!find<QAbstractButton>("sheet.nested")->isVisible()); // the cover is not nested in itself
        state().setFormIndex(1);
        QVERIFY(find<QAbstractButton>("sheet.nested")->isVisible());
        const QImage back = shown();
        click("sheet.nested");
        QVERIFY(state().nestedThrough());
        QCOMPARE(state().nestedThrough()->number, 10);
        QVERIFY(shown() != back);
        state().setFormIndex(10); // the innermost itself: against the outermost
        QCOMPARE(state().nestedThrough()->number, 1);
        click("sheet.nested");
        QVERIFY(!state().nestedThrough());
        // Nothing of the kind with a leaflet.
        openDemo("visitor-leaflet");
        click("sheet.mode.1");
        QVERIFY(!find<QAbstractButton>("sheet.nested")->isVisible());
    }
};

HINGE_TEST(TestSheetStage)
#include "test_sheet_stage.moc"
