// SPDX-License-Identifier: GPL-3.0-or-later
// The dummy in the real window: folded with the mouse and with keys, pointed at, read through, printed, filmed.
#include "app/dummy/dummy_stage.h"
#include "app/dummy/picture_dialog.h"
#include "app/dummy/print_dummy_dialog.h"
#include "app/dummy/read_through.h"
#include "window_driver.h"

#include <QFileDialog>
#include <QLabel>
#include <QListView>
#include <QProgressDialog>
#include <QSlider>
#include <QSpinBox>
#include <QWheelEvent>
#include <cmath>
#include <webp/demux.h>

using namespace hinge;

class TestDummyStage : public testing::WindowDriver
{
    Q_OBJECT

    DummyCanvas& canvas() { return *find<DummyCanvas>("dummyCanvas"); }
    QString label(const char* name) { return find<QLabel>(name)->text(); }
    void openDemo(const char* name)
    {
        QVERIFY(window_->openJob(QStringLiteral(HINGE_SOURCE_DIR "/demo/%1.hinge.json").arg(QLatin1String(name))));
        waitForFiles();
        window_->showStage(Stage::Dummy);
        window_->activateWindow();
        QTRY_VERIFY(window_->isActiveWindow());
        QTRY_VERIFY_WITH_TIMEOUT(window_->isSettled(), 20000);
        // Until it rests, and is painted finely.
        QTest::qWait(250);
    }
    void restsAt(double moment)
    {
        QTRY_VERIFY2_WITH_TIMEOUT(std::abs(canvas().moment() - moment) < 1e-6,
                                  qPrintable(QString::number(canvas().moment())), 8000);
    }
    void key(Qt::Key key, Qt::KeyboardModifiers with = {}) { QTest::keyClick(&canvas(), key, with); }
    void wheel(QWidget* at, int notches, Qt::KeyboardModifiers with = {})
    {
        const QPointF middle = QRectF(at->rect()).center();
        QWheelEvent event(middle, at->mapToGlobal(middle), {}, QPoint(0, notches * 120), Qt::NoButton, with,
                          Qt::NoScrollPhase, false);
        QCoreApplication::sendEvent(at, &event);
    }
    QImage shown() { return canvas().grab().toImage(); }
    /// Names the file in the dialog that asks where to write, once it is there.
    void writeTo(const QString& path)
    {
        auto* timer = new QTimer(this);
        connect(timer, &QTimer::timeout, this, [timer, path] {
            auto* dialog = qobject_cast<QFileDialog*>(QApplication::activeModalWidget());
            if (!dialog || !dialog->isVisible())
                return;
            auto* name = dialog->findChild<QLineEdit*>(QStringLiteral("fileNameEdit"));
            name->setText(path);
            // A list of names may take the first of them.
            for (int i = 0; i < 3 && dialog->isVisible(); ++i)
                QTest::keyClick(name, Qt::Key_Return);
            if (!dialog->isVisible())
                timer->deleteLater();
        });
        timer->start(80);
    }
    /// Works in a dialog of the window once it is there; what it does must close it.
    template <class Dialog>
    void inDialog(std::function<void(Dialog&)> what)
    {
        auto* timer = new QTimer(this);
        connect(timer, &QTimer::timeout, this, [timer, what = std::move(what)] {
            auto* dialog = qobject_cast<Dialog*>(QApplication::activeModalWidget());
            if (!dialog)
                return;
            timer->stop();
            timer->deleteLater();
            what(*dialog);
            if (dialog->isVisible())
                dialog->reject(); // a check has failed: it must not wait for ever
        });
        timer->start(20);
    }

private Q_SLOTS:
    void initTestCase() { setUpProgram("test-dummy-stage"); }
    void init()
    {
        openWindow();
        window_->resize(960, 600); // less to paint
    }
    void cleanup() { window_.reset(); }

    void stepsAreMadeWithKeys()
    {
        openDemo("invitation");
        QVERIFY(canvas().hasFocus());
        QCOMPARE(canvas().lastMoment(), 3);
        key(Qt::Key_Home);
        restsAt(0);
        QCOMPARE(label("dummy.caption"), QStringLiteral("Flat, inside up"));
        const QImage flat = shown();
        key(Qt::Key_Right);
        QTRY_VERIFY(canvas().moment() > 0.1 && canvas().moment() < 0.9); // it is seen how
        QCOMPARE(label("dummy.caption"), QStringLiteral("Fold 1 of 3: right panel over, valley"));
        restsAt(1);
        key(Qt::Key_End);
        restsAt(3);
        QCOMPARE(label("dummy.caption"), QStringLiteral("Closed"));
        QVERIFY(shown() != flat);
        key(Qt::Key_Left);
        restsAt(2);
        // From any stage.
        window_->showStage(Stage::Brief);
        action("stepOn")->trigger();
        QVERIFY(canvas().isVisible());
        restsAt(3);
        QTRY_VERIFY(!action("stepOn")->isEnabled());
        QTRY_VERIFY(action("stepBack")->isEnabled());
    }

    void stepsAreMadeWithTheMouse()
    {
        openDemo("visitor-leaflet");
        auto* steps = find<QListView>("dummy.steps");
        QCOMPARE(steps->model()->rowCount(), 3);
        QCOMPARE(steps->model()->index(1, 0).data().toString(), QStringLiteral("fold 1 of 2"));
        QVERIFY(steps->model()->index(2, 0).data(Qt::AccessibleTextRole).toString().contains(QStringLiteral("valley")));
        QTest::mouseClick(steps->viewport(), Qt::LeftButton, {},
                          steps->visualRect(steps->model()->index(0, 0)).center());
        restsAt(0);
        QTest::mouseClick(find<QAbstractButton>("dummy.on"), Qt::LeftButton);
        restsAt(1);
        QTest::mouseClick(find<QAbstractButton>("dummy.back"), Qt::LeftButton);
        restsAt(0);
        // The wheel folds bit by bit, and with Ctrl brings it nearer.
        wheel(&canvas(), -2);
        QCOMPARE(canvas().moment(), 0.25);
        const double near = canvas().eye().nearer;
        wheel(&canvas(), 1, Qt::ControlModifier);
        QVERIFY(canvas().eye().nearer > near);
        // So does the slider.
        auto* slider = find<QSlider>("dummy.moment");
        slider->setValue(slider->maximum());
        QCOMPARE(canvas().moment(), 2.0);
        QCOMPARE(label("dummy.caption"), QStringLiteral("Closed"));
    }

    void itFoldsByItself()
    {
        openDemo("solstice-card");
        key(Qt::Key_Home);
        restsAt(0);
        QTest::mouseClick(find<QAbstractButton>("dummy.play"), Qt::LeftButton);
        QVERIFY(canvas().isPlaying());
        QTRY_VERIFY(canvas().moment() > 0.05);
        action("playSteps")->trigger(); // and stops where it is
        QVERIFY(!canvas().isPlaying());
        const double stopped = canvas().moment();
        QTest::qWait(120);
        QCOMPARE(canvas().moment(), stopped);
        QVERIFY(stopped < 1);
        action("playSteps")->trigger();
        restsAt(1);
        QTRY_VERIFY(!canvas().isPlaying());
    }

    void itIsTurned()
    {
        openDemo("postcard");
        QCOMPARE(canvas().lastMoment(), 0);
        QVERIFY(!find<QSlider>("dummy.moment")->isEnabled());
        const QImage front = shown();
        const DummyEye before = canvas().eye();
        const QPoint middle = canvas().rect().center();
        QTest::mousePress(&canvas(), Qt::LeftButton, {}, middle);
        QTest::mouseMove(&canvas(), middle + QPoint(20, 0));
        QTest::mouseMove(&canvas(), middle + QPoint(60, 30));
        QTest::mouseRelease(&canvas(), Qt::LeftButton, {}, middle + QPoint(60, 30));
        QVERIFY(canvas().eye().aside != before.aside);
        QVERIFY(canvas().eye().below != before.below);
        QTest::qWait(250);
        QVERIFY(shown() != front);
        key(Qt::Key_Right, Qt::ShiftModifier);
        key(Qt::Key_Down);
        // Straight, and turned over: the same as from behind.
        QTest::mouseClick(find<QAbstractButton>("dummy.view.1"), Qt::LeftButton);
        QTRY_VERIFY(std::abs(canvas().eye().aside) < 1e-9 && std::abs(canvas().eye().below) < 1e-9);
        action("turnOver")->trigger();
        QTRY_VERIFY(std::abs(std::abs(canvas().eye().aside) - 180) < 1e-9);
        QTest::mouseMove(&canvas(), middle);
        QTRY_COMPARE(label("dummy.spot"), QStringLiteral("Back"));
    }

    void whatIsPointedAtIsTold()
    {
        openDemo("visitor-leaflet");
        canvas().setMoment(2);
        canvas().lookFrom(DummyAspect::Front);
        QTest::qWait(700);
        const QPoint middle = canvas().rect().center();
        QTest::mouseMove(&canvas(), QPoint(4, 4));
        QTest::mouseMove(&canvas(), middle);
        QTRY_COMPARE(label("dummy.spot"), QStringLiteral("Front cover"));
        const QString facts = label("dummy.spotFacts");
        // Behind the front cover of a roll fold lies the first inside panel; it is cut on three sides and folded on
        // one.
        QVERIFY2(facts.contains(QStringLiteral("behind it: inside left")), qPrintable(facts));
        QVERIFY2(facts.contains(QStringLiteral("seen when it is closed")), qPrintable(facts));
        QVERIFY2(facts.contains(QStringLiteral("folded at left")), qPrintable(facts));
        QVERIFY2(facts.contains(QStringLiteral("4 up")), qPrintable(facts));
        // Kept by a click, it stays while the mouse goes elsewhere; from there it is opened on the Flat.
        QTest::mouseClick(&canvas(), Qt::LeftButton, {}, middle);
        QVERIFY(canvas().isPinned());
        QTest::mouseMove(&canvas(), QPoint(5, 5));
        QCOMPARE(label("dummy.spot"), QStringLiteral("Front cover"));
        QTest::mouseClick(find<QAbstractButton>("dummy.openSpot"), Qt::LeftButton);
        QVERIFY(find<QWidget>("faceCanvas")->isVisible());
        QCOMPARE(window_->selection().surface(), SurfaceId(Face::Outside));
        QCOMPARE(window_->selection().panel(), 2);
        // Changed there, it has changed here.
        const QImage before = canvas().picture({300, 300}, true, 2);
        Item item = tint(2);
        put(item);
        window_->showStage(Stage::Dummy);
        QTest::qWait(250);
        QVERIFY(canvas().picture({300, 300}, true, 2) != before);
        window_->document().history().undo();
    }

    void panelsAreTakenWithKeys()
    {
        openDemo("visitor-leaflet");
        canvas().setMoment(0);
        canvas().lookFrom(DummyAspect::Front);
        QTest::qWait(700);
        canvas().setFocus();
        QSet<QString> met;
        for (int i = 0; i < 3; ++i) {
            key(Qt::Key_N);
            met.insert(label("dummy.spot"));
        }
        QCOMPARE(met, (QSet<QString>{QStringLiteral("Inside left"), QStringLiteral("Inside middle"),
                                     QStringLiteral("Inside right")}));
        key(Qt::Key_N, Qt::ShiftModifier);
        key(Qt::Key_Escape);
        QVERIFY(!canvas().isPinned());
        key(Qt::Key_N);
        key(Qt::Key_Return);
        QVERIFY(find<QWidget>("faceCanvas")->isVisible());
        QCOMPARE(window_->selection().surface(), SurfaceId(Face::Inside));
    }

    void aBookletOpensAtAnyPage()
    {
        openDemo("field-notebook");
        QCOMPARE(canvas().lastMoment(), 22);
        QCOMPARE(label("dummy.caption"), QStringLiteral("Pages 20 and 21")); // in its middle at first
        wheel(&canvas(), -1);
        restsAt(12);
        QCOMPARE(label("dummy.caption"), QStringLiteral("Pages 22 and 23"));
        canvas().lookFrom(DummyAspect::Front);
        QTest::qWait(700);
        QTest::mouseMove(&canvas(), canvas().rect().center() + QPoint(80, 40));
        QTRY_COMPARE(label("dummy.spot"), QStringLiteral("Page 23"));
        const QString facts = label("dummy.spotFacts");
        QVERIFY2(facts.contains(QStringLiteral("behind it: page 24")), qPrintable(facts));
        QVERIFY2(facts.contains(QStringLiteral("faces: page 22")), qPrintable(facts));
        // Page 23 of 40: with 18 on its sheet's other half, the ninth sheet from the outside, on its inner side.
        QVERIFY2(facts.contains(QStringLiteral("sheet 9, inner side")), qPrintable(facts));
        QTest::mouseDClick(&canvas(), Qt::LeftButton, {}, canvas().rect().center() + QPoint(80, 40));
        QVERIFY(find<QWidget>("faceCanvas")->isVisible());
        QCOMPARE(plan().readerPage(window_->selection().surface())->number, 23);
        window_->showStage(Stage::Dummy);
        canvas().setFocus();
        key(Qt::Key_Home);
        restsAt(0);
        QCOMPARE(label("dummy.caption"), QStringLiteral("Front cover"));
    }

    void itIsReadThrough()
    {
        openDemo("invitation");
        action("readThrough")->trigger();
        auto* reading = find<ReadThrough>("readThrough");
        QVERIFY(reading->isVisible());
        QCOMPARE(reading->geometry(), window_->rect());
        DummyCanvas& read = reading->canvas();
        QVERIFY(read.hasFocus());
        QStringList told{label("read.told")};
        QCOMPARE(told.front(), QStringLiteral("Front cover"));
        const auto at = [&](double moment) {
            QTRY_VERIFY_WITH_TIMEOUT(std::abs(read.moment() - moment) < 1e-6, 8000);
            told << label("read.told");
        };
        QTest::keyClick(&read, Qt::Key_Right);
        at(1);
        QTest::mouseClick(&read, Qt::LeftButton, {}, QPoint(read.width() - 40, read.height() / 2));
        at(2);
        wheel(&read, -1);
        at(3);
        QTest::mouseClick(find<QAbstractButton>("read.back"), Qt::LeftButton);
        at(2);
        QTest::keyClick(&read, Qt::Key_End);
        at(read.lastMoment());
        QCOMPARE(told.back(), QStringLiteral("Back cover"));
        QCOMPARE(told[2], told[4]);
        QVERIFY(QSet<QString>(told.begin(), told.end()).size() >= 5);
        // By itself, from the front.
        QTest::keyClick(&read, Qt::Key_Space);
        QVERIFY(read.isPlaying());
        QTRY_VERIFY(read.moment() > 0.02 && read.moment() < 1);
        // A window that is made larger is filled again.
        window_->resize(window_->size() + QSize(40, 20));
        QTRY_COMPARE(reading->geometry(), window_->rect());
        QTest::keyClick(&read, Qt::Key_Escape);
        QTRY_VERIFY(!window_->findChild<ReadThrough*>());
    }

    void aDummyIsPrintedFromTheBrief()
    {
        // Before anything is designed.
        window_->document().start(newLeaflet());
        window_->showStage(Stage::Brief);
        const QString path = dir_->filePath(QStringLiteral("dummy.pdf"));
        inDialog<PrintDummyDialog>([this, path](PrintDummyDialog& dialog) {
            auto* told = dialog.findChild<QLabel*>(QStringLiteral("printDummy.told"));
            const QString fitted = told->text();
            QVERIFY2(fitted.contains(QStringLiteral("3 pages")), qPrintable(fitted));
            auto* size = dialog.findChild<QComboBox*>(QStringLiteral("printDummy.size"));
            size->setCurrentIndex(1);
            QVERIFY2(told->text().contains(QStringLiteral("true size")), qPrintable(told->text()));
            QVERIFY(dialog.dummy().pages.size() > 2);
            dialog.findChild<QComboBox*>(QStringLiteral("printDummy.paper"))->setCurrentIndex(1); // A3 takes it whole
            QCOMPARE(dialog.dummy().pages.size(), std::size_t(2));
            dialog.findChild<QComboBox*>(QStringLiteral("printDummy.back"))->setCurrentIndex(2);
            QVERIFY(dialog.dummy().printing.back == DummyPrinting::Back::Glued);
            writeTo(path);
            QTest::mouseClick(dialog.findChild<QAbstractButton*>(QStringLiteral("printDummy.save")), Qt::LeftButton);
        });
        action("printDummy")->trigger();
        QTRY_VERIFY_WITH_TIMEOUT(QFile::exists(path), 15000);
        QTRY_VERIFY(!window_->findChild<QProgressDialog*>(QStringLiteral("printDummy.progress")));
        // Read by Poppler: instructions, outside, inside.
        const QByteArray text =
            testing::run(QStringLiteral("pdftotext"), {QStringLiteral("-layout"), path, QStringLiteral("-")});
        QVERIFY(text.contains("Glue each back behind its front"));
        QVERIFY(text.contains("Front cover"));
        QVERIFY(text.contains("Inside middle"));
        QCOMPARE(text.count('\f'), 3);
        QCOMPARE(message(), QString());
        QCOMPARE(job(), newLeaflet()); // nothing was changed
    }

    void aDummyThatCannotBeWrittenIsTold()
    {
        window_->document().start(newLeaflet());
        inDialog<PrintDummyDialog>([this](PrintDummyDialog& dialog) {
            writeTo(dir_->filePath(QStringLiteral("missing/dummy.pdf")));
            QTest::mouseClick(dialog.findChild<QAbstractButton*>(QStringLiteral("printDummy.save")), Qt::LeftButton);
        });
        action("printDummy")->trigger();
        QString told;
        QTRY_VERIFY_WITH_TIMEOUT(!(told = message()).isEmpty(), 10000);
        QVERIFY2(told.contains(QStringLiteral("dummy.pdf")), qPrintable(told));
    }

    void aPictureIsSaved()
    {
        openDemo("solstice-card");
        const QString path = dir_->filePath(QStringLiteral("card.png"));
        inDialog<PictureDialog>([this, path](PictureDialog& dialog) {
            dialog.findChild<QSpinBox*>(QStringLiteral("pictureDialog.width"))->setValue(500);
            dialog.findChild<QSpinBox*>(QStringLiteral("pictureDialog.height"))->setValue(400);
            dialog.findChild<QComboBox*>(QStringLiteral("pictureDialog.ground"))->setCurrentIndex(1);
            writeTo(path);
            dialog.accept();
        });
        action("dummyPicture")->trigger();
        QTRY_VERIFY_WITH_TIMEOUT(QFile::exists(path), 15000);
        const QImage image(path);
        QCOMPARE(image.size(), QSize(500, 400));
        QCOMPARE(image.pixelColor(2, 2).alpha(), 0);
        QCOMPARE(image.pixelColor(250, 250).alpha(), 255);
    }

    void aFilmIsSaved()
    {
        openDemo("solstice-card");
        for (const bool asPictures : {false, true}) {
            const QString path = dir_->filePath(asPictures ? QStringLiteral("row.png") : QStringLiteral("film.webp"));
            inDialog<FilmDialog>([this, path, asPictures](FilmDialog& dialog) {
                dialog.findChild<QSpinBox*>(QStringLiteral("filmDialog.width"))->setValue(160);
                dialog.findChild<QSpinBox*>(QStringLiteral("filmDialog.height"))->setValue(120);
                dialog.findChild<QDoubleSpinBox*>(QStringLiteral("filmDialog.seconds"))->setValue(0.4);
                dialog.findChild<QComboBox*>(QStringLiteral("filmDialog.format"))->setCurrentIndex(asPictures ? 1 : 0);
                writeTo(path);
                dialog.accept();
            });
            action("dummyFilm")->trigger();
            // One fold in 0.4 s at 25 pictures a second: ten steps of the way, and the beginning.
            if (asPictures) {
                QTRY_VERIFY_WITH_TIMEOUT(QFile::exists(dir_->filePath(QStringLiteral("row-0011.png"))), 20000);
                QVERIFY(!QFile::exists(dir_->filePath(QStringLiteral("row-0012.png"))));
                QVERIFY(QImage(dir_->filePath(QStringLiteral("row-0001.png"))) !=
                        QImage(dir_->filePath(QStringLiteral("row-0011.png"))));
            } else {
                QTRY_VERIFY_WITH_TIMEOUT(QFile::exists(path), 20000);
                const QByteArray bytes = testing::contentOf(path);
                WebPData data{reinterpret_cast<const uint8_t*>(bytes.constData()), std::size_t(bytes.size())};
                WebPDemuxer* film = WebPDemux(&data);
                QVERIFY(film);
                QCOMPARE(int(WebPDemuxGetI(film, WEBP_FF_FRAME_COUNT)), 11);
                QCOMPARE(int(WebPDemuxGetI(film, WEBP_FF_CANVAS_WIDTH)), 160);
                WebPDemuxDelete(film);
            }
            QTRY_VERIFY(!window_->findChild<QProgressDialog*>(QStringLiteral("film.progress")));
        }
    }

    void itChangesWithThePiece()
    {
        // What is folded follows an edit, and an undo; a piece with fewer folds leaves no moment behind.
        openDemo("invitation");
        canvas().setMoment(3);
        Job next = job();
        next.fold.scheme = FoldScheme::Half;
        next.fold.panels = 2;
        next.fold.coverPanel = 1;
        next.fold.widths.clear();
        QVERIFY(bool(window_->document().edit(QStringLiteral("half"), next)));
        QCOMPARE(canvas().lastMoment(), 1);
        QVERIFY(canvas().moment() <= 1);
        QCOMPARE(find<QListView>("dummy.steps")->model()->rowCount(), 2);
        window_->document().history().undo();
        QCOMPARE(canvas().lastMoment(), 3);
        // Edited while another stage is in view, it is right when it is seen again.
        window_->showStage(Stage::Brief);
        QVERIFY(bool(window_->document().edit(QStringLiteral("half"), next)));
        window_->showStage(Stage::Dummy);
        QCOMPARE(canvas().lastMoment(), 1);
        for (const PieceKind kind : allPieceKinds) {
            window_->document().start(newPiece(kind));
            window_->showStage(Stage::Dummy);
            QTest::qWait(30);
            QVERIFY(!canvas().picture({120, 90}, true, canvas().moment()).isNull());
            QVERIFY(!label("dummy.caption").isEmpty());
        }
    }
};

HINGE_TEST(TestDummyStage)
#include "test_dummy_stage.moc"
