// SPDX-License-Identifier: GPL-3.0-or-later
// Files and inks of a job, and how the paper is looked at, in the real window.
#include "app/dialogs/files_dialog.h"
#include "app/dialogs/press_dialog.h"
#include "app/document/linked_files.h"
#include "app/flat/face_canvas.h"
#include "app/flat/ink_card.h"
#include "app/look/theme.h"
#include "core/edit/remedies.h"
#include "core/file/job_file.h"
#include "core/job/contact_card.h"
#include "core/job/stories.h"
#include "paper_driver.h"

#include <QCheckBox>
#include <QClipboard>
#include <QLabel>
#include <QPlainTextEdit>
#include <QProcess>
#include <QPushButton>
#include <QSignalSpy>
#include <QStandardPaths>
#include <QTextBlock>

class TestFlatFiles : public PaperDriver
{
    Q_OBJECT

private Q_SLOTS:
    void initTestCase() { setUpProgram("flat-files"); }
    void init()
    {
        openWindow();
        window_->showStage(Stage::Flat);
        QCoreApplication::processEvents();
    }

    void aColourIsPickedFromThePaper()
    {
        place(pictureFile("red.png", {200, 400}, QColor(200, 40, 40), QColor(200, 40, 40)), 1);
        window_->resize(1280, 800);
        const auto seen = [this] { return canvas().grab().toImage().pixelColor(at(140, 100)); };
        QTRY_VERIFY_WITH_TIMEOUT(seen().red() > 180 && seen().green() < 80, 8000);
        const auto inks = job().inks.size();
        action("pickInk")->trigger();
        QTest::mouseClick(&canvas(), Qt::LeftButton, {}, at(140, 100));
        QCOMPARE(job().inks.size(), inks + 1);
        const Cmyk picked = job().inks.back().cmyk;
        QVERIFY2(picked.m > 60 && picked.c < 40, qPrintable(job().inks.back().name));
        // The same again is the same ink.
        action("pickInk")->trigger();
        QTest::mouseClick(&canvas(), Qt::LeftButton, {}, at(140, 100));
        QCOMPARE(job().inks.size(), inks + 1);
        action("pickInk")->trigger();
        QTest::keyClick(&canvas(), Qt::Key_Escape);
        QTest::mouseClick(&canvas(), Qt::LeftButton, {}, at(140, 100));
        QCOMPARE(job().inks.size(), inks + 1);
    }

    void whatMattersInAPictureComesIntoItsFrame()
    {
        // A red buoy at the right of a grey sea, in a panel that shows the middle of it.
        const QString file = pictureFile("sea.png", {1800, 900}, QColor(120, 130, 135), QColor(120, 130, 135));
        QImage image(file);
        QPainter painter(&image);
        painter.setBrush(QColor(220, 40, 30));
        painter.drawEllipse(QPoint(1530, 540), 50, 50);
        painter.end();
        QVERIFY(image.save(file));
        place(file, 1);
        QVERIFY(!job().on(Face::Outside).items.empty());
        const QString id = job().on(Face::Outside).items.back().id;
        window_->selection().setItem(Face::Outside, id);
        QCoreApplication::processEvents();
        QCOMPARE(find<QLineEdit>("drawer.focusX")->text(), QStringLiteral("50"));
        QTest::mouseClick(find<QPushButton>("drawer.proposeFocus"), Qt::LeftButton);
        QTRY_VERIFY_WITH_TIMEOUT(job().findItem(id)->crop.focusX != 500, 20000);
        QVERIFY2(std::abs(job().findItem(id)->crop.focusX - 850) < 40,
                 qPrintable(QString::number(job().findItem(id)->crop.focusX)));
        QVERIFY(std::abs(job().findItem(id)->crop.focusY - 600) < 60);
        window_->document().history().undo(); // one step
        QCOMPARE(job().findItem(id)->crop, PictureCrop());
        // By number, and rubbish.
        type("drawer.focusX", QStringLiteral("12.5 %"));
        QCOMPARE(job().findItem(id)->crop.focusX, 125);
        for (const char* rubbish : {"101", "-3", "left"}) {
            type("drawer.focusX", QString::fromLatin1(rubbish));
            QCOMPARE(job().findItem(id)->crop.focusX, 125);
        }
        // Of anything but a picture of pixels it says why not.
        add("addText", 2);
        action("proposeFocus")->trigger();
        QVERIFY(message().contains(QStringLiteral("picture")));
    }

    void textThatCannotBeReadIsSetInAnInkThatReads()
    {
        const QString text = add("addText", 1);
        Job pale = job();
        pale.inks.push_back({QStringLiteral("Haze"), {0, 0, 0, 15}, false});
        pale.findItem(text)->paragraphs[0].style.ink = QStringLiteral("Haze");
        QVERIFY(window_->document().edit(QStringLiteral("pale"), pale));
        const auto faint = [this] {
            const auto& all = window_->document().findings();
            return std::ranges::find(all, QStringLiteral("text.faint"), &Finding::code);
        };
        QVERIFY(faint() != window_->document().findings().end());
        QCOMPARE(faint()->itemId, text);
        QCOMPARE(remedyText(faint()->remedy), QStringLiteral("Set it in an ink that reads"));
        QVERIFY(window_->document().edit(remedyText(faint()->remedy), settled(job(), *faint())));
        QVERIFY(faint() == window_->document().findings().end());
        // On a picture, as soon as that is seen; on another one that stands in its file, again.
        const QString file = pictureFile("night.png", {400, 800}, QColor(20, 24, 40), QColor(20, 24, 40));
        place(file, 2);
        const QString above = add("addText", 2);
        Job black = job();
        black.findItem(above)->paragraphs[0].style.ink = QStringLiteral("Black");
        QVERIFY(window_->document().edit(QStringLiteral("black"), black));
        QTRY_VERIFY_WITH_TIMEOUT(faint() != window_->document().findings().end(), 8000);
        QCOMPARE(faint()->itemId, above);
        pictureFile("night.png", {400, 800}, QColor(240, 240, 230), QColor(240, 240, 230));
        QTRY_VERIFY_WITH_TIMEOUT(faint() == window_->document().findings().end(), 8000);
    }

    void theInkOfAnItemIsPickedByItsName()
    {
        // Whatever the view: in a proof or a single ink its colour is another, its ink is not.
        const QString shape = add("addShape", 1);
        Job lamp = job();
        lamp.findItem(shape)->ink = QStringLiteral("Lamp");
        lamp.findItem(shape)->strength = 40;
        QVERIFY(window_->document().edit(QStringLiteral("ink"), lamp));
        const QString other = add("addShape", 2);
        // A text over it, whose frame lies there without a letter, does not count.
        add("addText", 1);
        const auto inks = job().inks;
        for (const char* view : {"view.3", "view.4", "view.0"}) {
            Job deep = job();
            deep.findItem(other)->ink = QStringLiteral("Deep water");
            QVERIFY(window_->document().edit(QStringLiteral("ink"), deep));
            find<QAbstractButton>(view)->click();
            window_->selection().setItem(Face::Outside, other);
            action("pickInk")->trigger();
            const Rect& r = frame(shape);
            QTest::mouseClick(&canvas(), Qt::LeftButton, {},
                              at(r.x.toMm() + r.w.toMm() / 2, r.y.toMm() + r.h.toMm() / 2));
            QCOMPARE(job().findItem(other)->ink, QStringLiteral("Lamp"));
        }
        QCOMPARE(job().inks, inks); // none was made
    }

    void inksAreTakenFromAPicture()
    {
        place(pictureFile("two.png", {200, 400}, QColor(200, 40, 40), QColor(30, 60, 160)), 1);
        QTRY_VERIFY_WITH_TIMEOUT(!window_->document().files().picture(item().file).image.isNull(), 8000);
        const auto before = job().inks.size();
        find<QPushButton>("drawer.takeInks")->click();
        QCOMPARE(job().inks.size(), before + 2); // it has two colours and no more
        find<QPushButton>("drawer.takeInks")->click();
        QCOMPARE(job().inks.size(), before + 2); // they are there already
        QVERIFY(job().inks[before].cmyk.m > 50 || job().inks[before + 1].cmyk.m > 50);
    }

    void filesAreLookedAfter()
    {
        const QString file = pictureFile("a.png", {60, 120}, Qt::red, Qt::red);
        place(file, 0);
        place(file, 1);
        FilesModel model(window_->document(), window_.get());
        QCOMPARE(model.rowCount(), 1);
        const auto state = [&] { return model.index(0, FilesModel::State).data(Qt::DisplayRole).toString(); };
        QCOMPARE(state(), QStringLiteral("too coarse"));
        QVERIFY(model.index(0, FilesModel::Colour).data(Qt::DisplayRole).toString().startsWith(QStringLiteral("RGB")));
        // Changed on disk while the window is open: it is noticed without being asked.
        QSignalSpy read(&window_->document().files(), &LinkedFiles::factsChanged);
        pictureFile("a.png", {70, 120}, Qt::blue, Qt::blue);
        QTRY_COMPARE_WITH_TIMEOUT(state(), QStringLiteral("changed"), 5000);
        QVERIFY(testing::hasFinding(window_->document().findings(), "file.changed"));
        // Read again it is taken as it is.
        FilesDialog dialog(window_->document(), window_->selection());
        dialog.findChild<QPushButton*>(QStringLiteral("files.refresh"))->click();
        waitForFiles();
        QTRY_COMPARE_WITH_TIMEOUT(state(), QStringLiteral("too coarse"), 5000);
        // Another file in its place, on both panels at once, as one step.
        const QString other = pictureFile("b.png", {900, 2400}, Qt::green, Qt::green);
        dialog.replaceWith(other);
        waitForFiles();
        for (const Item& i : job().on(Face::Outside).items)
            QVERIFY(i.file.path.endsWith(QStringLiteral("b.png")));
        action("undo")->trigger();
        for (const Item& i : job().on(Face::Outside).items)
            QVERIFY(i.file.path.endsWith(QStringLiteral("a.png")));
        {
            // Closed while a file is being read: what comes then finds nobody, and nothing happens.
            FilesDialog brief(window_->document(), window_->selection());
            brief.replaceWith(other);
        }
        waitForFiles();
        QVERIFY(job().on(Face::Outside).items.front().file.path.endsWith(QStringLiteral("a.png")));
        QFile::remove(file);
        QTRY_COMPARE_WITH_TIMEOUT(state(), QStringLiteral("missing"), 5000);
    }

    void filesTravelInTheJob()
    {
        const QString file = pictureFile("shore.png", {400, 800}, QColor(200, 40, 40), QColor(30, 60, 160));
        place(file, 0);
        FilesDialog dialog(window_->document(), window_->selection());
        auto* embed = dialog.findChild<QPushButton*>(QStringLiteral("files.embed"));
        QCOMPARE(embed->text(), QStringLiteral("Put into the job"));
        embed->click();
        waitForFiles();
        QVERIFY(isEmbedded(item().file.path));
        QVERIFY(embed->text().startsWith(QStringLiteral("Put beside")));
        // Nothing can happen to it: gone from the disk, saved, opened again, it is shown and fine.
        QVERIFY(QFile::remove(file));
        const QString saved = dir_->filePath(QStringLiteral("embedded.hinge.json"));
        QVERIFY(window_->document().save(saved));
        const Job before = job();
        window_->document().start(newLeaflet());
        QVERIFY(window_->document().load(saved));
        QCOMPARE(job(), before);
        waitForFiles();
        const QString path = job().on(Face::Outside).items.front().file.path;
        QTRY_COMPARE_WITH_TIMEOUT(window_->document().files().facts().value(path).pixelWidth, 400, 5000);
        QVERIFY(!testing::hasFinding(window_->document().findings(), "file.unreadable"));
        QTRY_VERIFY_WITH_TIMEOUT(
            !window_->document().files().picture(job().on(Face::Outside).items.front().file).image.isNull(), 8000);
    }

    void aPackedJobHoldsItsFiles()
    {
        const QString file = pictureFile("shore.png", {400, 800}, QColor(200, 40, 40), QColor(30, 60, 160));
        place(file, 0);
        type("drawer.opacity", QStringLiteral("80"));
        const QString packed = dir_->filePath(QStringLiteral("packed.hinge.zip"));
        const auto saved = window_->document().save(packed);
        QVERIFY2(saved, saved ? "" : qPrintable(saved.error().text()));
        QVERIFY(window_->document().filesBeside().isEmpty());
        QVERIFY(!window_->document().isDirty());
        QVERIFY(isEmbedded(item().file.path));
        // Back in the history the file is inside, too; it is gone from the disk.
        QVERIFY(QFile::remove(file));
        action("undo")->trigger();
        QCOMPARE(item().opacity, 100);
        QVERIFY(isEmbedded(item().file.path));
        action("redo")->trigger();
        const Job before = job();
        window_->document().start(newLeaflet());
        QVERIFY(window_->openJob(packed));
        QCOMPARE(job(), before);
        waitForFiles();
        QTRY_VERIFY_WITH_TIMEOUT(
            !window_->document().files().picture(job().on(Face::Outside).items.front().file).image.isNull(), 8000);
    }

    void thePressOfTheJob()
    {
        const QStringList listed = [] {
            QProcess dpkg;
            dpkg.start(QStringLiteral("dpkg"), {QStringLiteral("-L"), QStringLiteral("libgs-common")});
            dpkg.waitForFinished();
            return QString::fromUtf8(dpkg.readAllStandardOutput()).split(u'\n');
        }();
        const auto profile = std::ranges::find_if(
            listed, [](const QString& f) { return f.endsWith(QStringLiteral("/default_cmyk.icc")); });
        QVERIFY(profile != listed.end());
        const QString shape = add("addTint", 1);
        find<QAbstractButton>("view.2")->click(); // as trimmed
        const auto seen = [this, shape] {
            return canvas().grab().toImage().pixelColor(at(frame(shape).x.toMm() + 20, frame(shape).y.toMm() + 20));
        };
        const QColor before = seen();
        PressDialog dialog(window_->document());
        auto* limit = dialog.findChild<QLineEdit*>(QStringLiteral("press.inkLimit"));
        for (const char* typed : {"250", "lots", "20"}) {
            limit->setFocus();
            limit->selectAll();
            QTest::keyClicks(limit, QString::fromLatin1(typed));
            QTest::keyClick(limit, Qt::Key_Return);
            QCOMPARE(job().press.inkLimit, 250); // nonsense changes nothing
        }
        const auto* name = dialog.findChild<QLabel*>(QStringLiteral("press.name"));
        const QString shipped = name->text();
        dialog.take(*profile);
        QVERIFY(isEmbedded(job().press.profile.path));
        QVERIFY(name->text() != shipped);
        QVERIFY(seen() != before);                                                // shown through it at once
        QVERIFY(find<QLabel>("release.standard")->text().contains(name->text())); // and said where files are written
        waitForFiles();
        QCOMPARE(job().press.inkLimit,
                 window_->document().files().facts().value(job().press.profile.path).profileInkLimit);
        // Rubbish is refused with a reason, and nothing changes.
        QFile junk(dir_->filePath(QStringLiteral("junk.icc")));
        QVERIFY(junk.open(QIODevice::WriteOnly));
        junk.write(QByteArray(500, 'x'));
        junk.close();
        const Job taken = job();
        dialog.take(junk.fileName());
        dialog.take(dir_->filePath(QStringLiteral("gone.icc")));
        QCOMPARE(job(), taken);
        QVERIFY(dialog.findChild<QLabel*>(QStringLiteral("press.about"))->text().contains(QStringLiteral("not taken")));
        dialog.findChild<QPushButton*>(QStringLiteral("press.shipped"))->click();
        QVERIFY(job().press.profile.path.isEmpty());
        QCOMPARE(job().press.inkLimit, 300);
        QCOMPARE(seen(), before);
    }

    void textFilesInAnyEncoding()
    {
        const auto write = [this](const char* name, const QByteArray& data) {
            QFile f(dir_->filePath(QString::fromLatin1(name)));
            if (!f.open(QIODevice::WriteOnly))
                qFatal("cannot write");
            f.write(data);
            return f.fileName();
        };
        place(write("utf8.txt", "Möwen über dem Riff\r\nzweite Zeile\n"), 0);
        QCOMPARE(item().paragraphs.front().text, QStringLiteral("Möwen über dem Riff"));
        QCOMPARE(item().paragraphs.size(), std::size_t(2));
        place(write("western.txt", "M\xf6wen"), 0);
        QCOMPARE(item().paragraphs.front().text, QStringLiteral("Möwen"));
        place(write("utf16.txt", QByteArray("\xff\xfeM\0\xf6\0w\0", 8)), 0);
        QCOMPARE(item().paragraphs.front().text, QStringLiteral("Möw"));
        const auto before = job();
        QTimer::singleShot(50, this, [] {
            if (auto* box = QApplication::activeModalWidget())
                box->close();
        });
        place(write("binary.txt", QByteArray("\x80\x00\x01\xff\xfe", 5)), 0);
        QCOMPARE(job(), before);
    }

    void viewsShowWhatTheySay()
    {
        add("addTint", 0);
        const QString id = window_->selection().item();
        Job black = job();
        black.findItem(id)->ink = QStringLiteral("Deep water"); // 90 65 40 30
        black.findItem(id)->strength = 100;
        QVERIFY(window_->document().edit(QStringLiteral("ink"), black));
        window_->selection().clearItem();
        const auto seen = [&](double x, double y) {
            QCoreApplication::processEvents();
            return canvas().grab().toImage().pixelColor(at(x, y));
        };
        // One ink: 65 % magenta is that much grey; yellow is paler.
        find<QPushButton>("view.4")->click();
        pick("view.plate", QStringLiteral("Magenta"));
        find<QComboBox>("view.plate")->setCurrentText(QStringLiteral("Magenta"));
        QVERIFY2(std::abs(seen(40, 100).red() - std::lround(255 * 0.35)) <= 2, qPrintable(seen(40, 100).name()));
        find<QComboBox>("view.plate")->setCurrentText(QStringLiteral("Yellow"));
        QVERIFY(std::abs(seen(40, 100).red() - std::lround(255 * 0.6)) <= 2);
        QCOMPARE(seen(150, 100).red(), 255);
        // A proof shows the colour of the paper, where nothing is printed.
        find<QPushButton>("view.3")->click();
        const QColor paper = seen(150, 100);
        QVERIFY(paper != QColor(Qt::white) && paper.lightness() > 215);
        action("nextView")->trigger();
        action("nextView")->trigger();
        QVERIFY(find<QPushButton>("view.0")->isChecked());
        QVERIFY(!find<QComboBox>("view.plate")->isVisible());
        // Handles belong to working; the other views show nothing but print.
        const auto paperWith = [&](const char* view, const QString& inHand) {
            find<QPushButton>(view)->click();
            window_->selection().setItem(Face::Outside, inHand);
            QCoreApplication::processEvents();
            return canvas().grab().toImage().copy(QRect(at(5, 5), at(90, 205)).adjusted(-4, -4, 4, 4));
        };
        QVERIFY(paperWith("view.0", id) != paperWith("view.0", {}));
        QCOMPARE(paperWith("view.1", id), paperWith("view.1", {}));
    }
};

HINGE_TEST(TestFlatFiles)
#include "test_flat_files.moc"
