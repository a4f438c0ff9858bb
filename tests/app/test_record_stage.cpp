// SPDX-License-Identifier: GPL-3.0-or-later
// Numbers and data in the real window: brought in, looked through, put on the piece, written.
#include "app/document/record_view.h"
#include "app/sequence/order_stage.h"
#include "pages_driver.h"

#include <QCompleter>
#include <QSpinBox>

class TestRecordStage : public PagesDriver
{
    Q_OBJECT

    RecordGrid& pieces() { return *find<RecordGrid>("recordGrid"); }
    RecordView& records() { return window_->document().records(); }
    QString label(const char* name) { return find<QLabel>(name)->text(); }
    void ready()
    {
        waitForFiles();
        QTRY_VERIFY_WITH_TIMEOUT(pieces().isIdle() && !records().isSurveying(), 20000);
        window_->activateWindow();
        QTRY_VERIFY(window_->isActiveWindow());
    }
    void startCard(int quantity = 100)
    {
        Job next = newPiece(PieceKind::Leaf);
        next.quantity = quantity;
        window_->document().start(next);
        QCoreApplication::processEvents();
    }
    QString csv(const char* name, const QByteArray& text)
    {
        QFile file(dir_->filePath(QString::fromLatin1(name)));
        if (!file.open(QIODevice::WriteOnly) || file.write(text) != text.size())
            qFatal("not written");
        return file.fileName();
    }
    QStringList found()
    {
        QStringList out;
        for (const Finding& f : window_->document().findings())
            out << f.code;
        return out;
    }
    QString shownWords(const QString& id) { return window_->document().shown().findItem(id)->paragraphs.front().text; }
    /// The list of fields that is open; nullptr when none is.
    static QAbstractItemView* offered()
    {
        for (QWidget* w : QApplication::topLevelWidgets())
            if (w->isVisible() && w->objectName() == QStringLiteral("fieldNames"))
                return qobject_cast<QAbstractItemView*>(w);
        return nullptr;
    }
    QImage picture(int place)
    {
        const QRect r = pieces().rectOf(place);
        return pieces().viewport()->grab(r).toImage();
    }

private Q_SLOTS:
    void initTestCase() { setUpProgram("records"); }
    void init() { openWindow(); }
    void cleanup()
    {
        window_->document().history().setClean();
        window_.reset();
    }

    void theBriefNumbersThePiece()
    {
        startCard(250);
        QVERIFY(!find<QWidget>("stage.sequence")->isVisible());
        choose("brief.records", QStringLiteral("numbered"));
        QCoreApplication::processEvents();
        QVERIFY(find<QWidget>("stage.sequence")->isVisible());
        QCOMPARE(find<QAbstractButton>("stage.sequence")->accessibleDescription(), QStringLiteral("001 to 250"));
        type("brief.firstNumber", QStringLiteral("B-0100"));
        QCOMPARE(recordsText(job().records), QStringLiteral("B-0100 to B-0349"));
        type("brief.quantity", QStringLiteral("300"));
        QCOMPARE(job().records.count, 300);
        // Nothing on the piece says the number yet.
        QVERIFY(found().contains(QStringLiteral("records.unused")));
        type("brief.firstNumber", QStringLiteral("none"));
        QCOMPARE(recordsText(job().records), QStringLiteral("B-0100 to B-0399"));
        choose("brief.records", QStringLiteral("all alike"));
        QCoreApplication::processEvents();
        QVERIFY(!find<QWidget>("stage.sequence")->isVisible());
        action("undo")->trigger();
        QVERIFY(find<QWidget>("stage.sequence")->isVisible());
    }

    void numbersByKeysAlone()
    {
        startCard(40);
        shortcut("numberCopies");
        QVERIFY(pieces().isVisible());
        ready();
        QVERIFY(pieces().hasFocus());
        QTest::mouseClick(find<QPushButton>("records.putOn"), Qt::LeftButton);
        ready();
        const QString id = window_->selection().item();
        QCOMPARE(job().findItem(id)->paragraphs.front().text, QStringLiteral("{number}"));
        QCOMPARE(shownWords(id), QStringLiteral("01"));
        QVERIFY(!found().contains(QStringLiteral("records.unused")));
        // Leafing on the Flat.
        QCOMPARE(find<QSpinBox>("flat.record")->value(), 1);
        shortcut("nextRecord");
        QCOMPARE(shownWords(id), QStringLiteral("02"));
        QTest::mouseClick(find<QAbstractButton>("flat.last"), Qt::LeftButton);
        QCOMPARE(shownWords(id), QStringLiteral("40"));
        QVERIFY(!find<QAbstractButton>("flat.next")->isEnabled());
        auto* spin = find<QSpinBox>("flat.record");
        spin->setFocus();
        spin->selectAll();
        QTest::keyClicks(spin, QStringLiteral("17"));
        QTest::keyClick(spin, Qt::Key_Return);
        QCOMPARE(shownWords(id), QStringLiteral("17"));
        QCOMPARE(job().findItem(id)->paragraphs.front().text, QStringLiteral("{number}")); // the job is as it was
        // Back among the pieces the same one is taken; arrows go on from there.
        shortcut("stageSequence");
        ready();
        QTest::keyClick(&pieces(), Qt::Key_Right);
        QCOMPARE(records().place(), 17);
        QTest::keyClick(&pieces(), Qt::Key_Home);
        QCOMPARE(records().place(), 0);
        QTest::keyClick(&pieces(), Qt::Key_Down);
        QVERIFY(records().place() > 0);
        QTest::keyClick(&pieces(), Qt::Key_End);
        QCOMPARE(records().place(), 39);
        QTest::keyClick(&pieces(), Qt::Key_Return);
        QVERIFY(find<QWidget>("faceCanvas")->isVisible());
        QCOMPARE(shownWords(id), QStringLiteral("40"));
    }

    void everyPieceIsDrawnForItsNumber()
    {
        startCard(60);
        shortcut("numberCopies");
        find<QPushButton>("records.putOn")->click();
        shortcut("stageSequence");
        ready();
        const QRect first = pieces().rectOf(0);
        QVERIFY(first.width() > 60);
        QVERIFY(picture(2) != picture(1));
        // The same numbers, drawn as others once the series begins elsewhere.
        const QImage two = picture(1);
        type("records.first", QStringLiteral("02"));
        ready();
        QCOMPARE(label("records.run"), QStringLiteral("02, 03, 04 … 61"));
        QTest::keyClick(&pieces(), Qt::Key_End); // the first is not the one that is taken
        QTest::keyClick(&pieces(), Qt::Key_Home);
        ready();
        QTest::mouseClick(pieces().viewport(), Qt::LeftButton, {}, pieces().rectOf(1).center());
        QCOMPARE(records().place(), 1);
        QVERIFY(picture(0).copy(8, 8, two.width() - 16, two.height() - 16) ==
                two.copy(8, 8, two.width() - 16, two.height() - 16));
        // Larger, smaller; the back has none.
        const int height = first.height();
        QTest::keyClick(&pieces(), Qt::Key_Plus);
        QVERIFY(pieces().rectOf(0).height() > height);
        action("zoomOut")->trigger();
        QCOMPARE(pieces().rectOf(0).height(), height);
        action("turnOver")->trigger();
        ready();
        QVERIFY(find<QAbstractButton>("records.face.1")->isChecked());
        QVERIFY(picture(2).copy(8, 8, 40, 40) == picture(3).copy(8, 8, 40, 40));
    }

    void seriesAreSetUpInTheDrawer()
    {
        startCard(100);
        shortcut("numberCopies");
        type("records.prefix", QStringLiteral("Boat "));
        type("records.step", QStringLiteral("2"));
        type("records.digits", QStringLiteral("4"));
        type("records.suffix", QStringLiteral("/n"));
        type("records.count", QStringLiteral("50"));
        QCOMPARE(recordsText(job().records), QStringLiteral("Boat 0001/n to Boat 0099/n"));
        QCOMPARE(job().quantity, 50);
        type("records.quantity", QStringLiteral("150"));
        QCOMPARE(job().records.count, 150); // one to each, as before
        type("records.step", QStringLiteral("0"));
        QCOMPARE(job().records.series.step, qint64(2));
        type("records.step", QStringLiteral("-1")); // would count below 0
        QCOMPARE(job().records.series.step, qint64(2));
        type("records.step", QStringLiteral("two"));
        QCOMPARE(job().records.series.step, qint64(2));
    }

    void dataComesInByDroppingIt()
    {
        startCard();
        drop(*window_->centralWidget(), {csv("people.csv", "name;town\nAda;Skerrowby\nKäthe;Höfn\nDov;\n")});
        ready();
        QVERIFY(pieces().isVisible());
        QCOMPARE(job().quantity, 3);
        QCOMPARE(label("records.file"), QStringLiteral("people.csv"));
        QCOMPARE(label("records.readAs"), QStringLiteral("3 rows of 2 fields, UTF-8, parted by a semicolon"));
        auto* fields = find<QListView>("records.fields");
        QCOMPARE(fields->model()->rowCount(), 2);
        QCOMPARE(fields->model()->index(1, 0).data().toString(), QStringLiteral("Skerrowby"));
        records().show(2);
        QCOMPARE(fields->model()->index(1, 0).data().toString(), QStringLiteral("nothing"));
        // A field goes onto the piece with Enter.
        fields->setFocus();
        fields->setCurrentIndex(fields->model()->index(1, 0));
        QTest::keyClick(fields, Qt::Key_Return);
        ready();
        const QString id = window_->selection().item();
        QCOMPARE(job().findItem(id)->paragraphs.front().text, QStringLiteral("{town}"));
        QVERIFY(found().contains(QStringLiteral("records.empty")));
        action("undo")->trigger();
        action("undo")->trigger();
        QVERIFY(!job().records.any());
        action("redo")->trigger();
        QCOMPARE(job().quantity, 3);
    }

    void dataComesInFromTheBrief()
    {
        startCard();
        const QString file = csv("list.csv", "name\nAda\nBram\n");
        inFileDialog({file}, [this] {
            choose("brief.records", QStringLiteral("each with a row of data"));
            QCoreApplication::processEvents();
        });
        ready();
        QCOMPARE(job().records.count, 2);
        QVERIFY(pieces().isVisible());
        // Rubbish: told, and nothing changes.
        const Job before = job();
        for (const auto& [name, text] :
             {std::pair("none.csv", QByteArray()), {"noise.csv", QByteArray("a,b\n1,\0", 7)}}) {
            drop(*window_->centralWidget(), {csv(name, text)});
            QTRY_VERIFY(window_->findChild<QMessageBox*>(QStringLiteral("message")));
            QVERIFY(window_->findChild<QMessageBox*>(QStringLiteral("message"))->text().contains(QLatin1String(name)));
            window_->findChild<QMessageBox*>(QStringLiteral("message"))->close();
            QTRY_VERIFY(!window_->findChild<QMessageBox*>(QStringLiteral("message")));
        }
        QVERIFY(job() == before);
    }

    void aFileIsReadAnotherWay()
    {
        startCard();
        drop(*window_->centralWidget(), {csv("odd.csv", "name,since;town\nK\xE4the,1998;H\xF6"
                                                        "fn\nAda,2000;Skerrowby\n")});
        ready();
        QCOMPARE(label("records.readAs"), QStringLiteral("2 rows of 2 fields, windows-1252, parted by a comma"));
        QVERIFY(!find<QWidget>("records.separator")->isVisible());
        QTest::mouseClick(find<QPushButton>("records.readOtherwise"), Qt::LeftButton);
        QVERIFY(find<QWidget>("records.separator")->isVisible());
        choose("records.separator", QStringLiteral("semicolon"));
        ready();
        QCOMPARE(records().fields(), (QStringList{QStringLiteral("name,since"), QStringLiteral("town")}));
        choose("records.encoding", QStringLiteral("UTF-8"));
        ready();
        QVERIFY(found().contains(QStringLiteral("records.letters")));
        find<QCheckBox>("records.names")->click();
        ready();
        QCOMPARE(records().fields().first(), QStringLiteral("column 1"));
        QVERIFY(found().contains(QStringLiteral("records.changed"))); // a row more than was counted
        action("undo")->trigger();
        ready();
        QVERIFY(!found().contains(QStringLiteral("records.changed")));
    }

    void fieldsAreOfferedWhileTheyAreTyped()
    {
        startCard();
        drop(*window_->centralWidget(), {csv("people.csv", "name,nation,town\nAda,Skerry,North\n")});
        ready();
        const QString id = add("addText");
        auto* text = find<QPlainTextEdit>("drawer.words");
        text->setFocus();
        text->selectAll();
        QTest::keyClicks(text, QStringLiteral("Dear "));
        QVERIFY(!offered());
        QTest::keyClicks(text, QStringLiteral("{"));
        QVERIFY(offered());
        QCOMPARE(offered()->model()->rowCount(), 3);
        QTest::keyClicks(offered(), QStringLiteral("na"));
        QCOMPARE(offered()->model()->rowCount(), 2);
        QTest::keyClick(offered(), Qt::Key_Down); // nation
        QTest::keyClick(offered(), Qt::Key_Return);
        QVERIFY(!offered());
        QTest::keyClicks(text, QStringLiteral("!"));
        QCOMPARE(job().findItem(id)->paragraphs.front().text, QStringLiteral("Dear {nation}!"));
        QCOMPARE(shownWords(id), QStringLiteral("Dear Skerry!"));
        // Escape leaves what is typed; a name that is no field is a finding.
        QTest::keyClicks(text, QStringLiteral("{to"));
        QTest::keyClick(offered(), Qt::Key_Escape);
        QVERIFY(!offered());
        QTest::keyClicks(text, QStringLiteral("x}"));
        QVERIFY(found().contains(QStringLiteral("records.field")));
        // In a code, too, which says what the record says.
        const QString codeId = add("addCode");
        auto* says = find<QLineEdit>("drawer.codeData");
        says->setFocus();
        says->selectAll();
        QTest::keyClicks(says, QStringLiteral("{"));
        QVERIFY(offered());
        QTest::keyClick(offered(), Qt::Key_Return);
        QCOMPARE(job().findItem(codeId)->code.data, QStringLiteral("{name}"));
        QCOMPARE(window_->document().shown().findItem(codeId)->code.data, QStringLiteral("Ada"));
    }

    void picturesByTheirNames()
    {
        QDir(dir_->path()).mkdir(QStringLiteral("faces"));
        (void)pictureFile("faces/ada.png", {40, 40}, Qt::red, Qt::red);
        (void)pictureFile("faces/dov.png", {40, 40}, Qt::blue, Qt::blue);
        startCard();
        const QString file = dir_->filePath(QStringLiteral("card.hinge.json"));
        QVERIFY(window_->document().save(file));
        drop(*window_->centralWidget(), {csv("people.csv", "face,name\nada,Ada\ndov,Dov\neve,Eve\n")});
        ready();
        window_->showStage(Stage::Flat);
        place(dir_->filePath(QStringLiteral("faces/ada.png")), 0);
        const QString id = window_->selection().item();
        QCOMPARE(find<QLineEdit>("drawer.pictureName")->text(), QStringLiteral("faces/ada.png"));
        type("drawer.pictureName", QStringLiteral("faces/{face}.png"));
        ready();
        QCOMPARE(window_->document().shown().findItem(id)->file.path, QStringLiteral("faces/ada.png"));
        QTRY_VERIFY(found().contains(QStringLiteral("records.picture")));
        // Each piece shows its own.
        window_->showStage(Stage::PageOrder);
        ready();
        const auto colour = [&](int place) {
            const QRect r = pieces().rectOf(place);
            return picture(place).pixelColor(r.width() / 2, r.height() / 2);
        };
        QTRY_VERIFY(colour(0).red() > 200 && colour(0).blue() < 90);
        QTRY_VERIFY(colour(1).blue() > 150 && colour(1).red() < 90);
        // The picture that was missing comes; the record that shows it is looked at.
        records().show(2);
        waitForFiles();
        (void)pictureFile("faces/eve.png", {40, 40}, Qt::green, Qt::green);
        QTRY_VERIFY_WITH_TIMEOUT(!found().contains(QStringLiteral("records.picture")), 5000);
        records().show(0);
        // A picture that each copy has of its own is no file of the job, and follows it elsewhere.
        QVERIFY(!window_->document().filesBeside().contains(QStringLiteral("faces/{face}.png")));
        QDir(dir_->path()).mkdir(QStringLiteral("sub"));
        QVERIFY(window_->document().save(dir_->filePath(QStringLiteral("sub/card.hinge.json"))));
        QCOMPARE(job().findItem(id)->file.path, QStringLiteral("../faces/{face}.png"));
        QTRY_COMPARE(window_->document().shown().findItem(id)->file.path, QStringLiteral("../faces/ada.png"));
    }

    void aHundredThousandRecordsAreLookedThrough()
    {
        startCard();
        QByteArray rows("number,name\n");
        for (int i = 1; i <= 100000; ++i)
            rows += QByteArray::number(i).rightJustified(6, '0') +
                    (i == 70000 ? ",\"Ada\" Thwaite\n" : ",Member " + QByteArray::number(i * 7) + "\n");
        drop(*window_->centralWidget(), {csv("many.csv", rows)});
        ready();
        QCOMPARE(job().quantity, 99999);
        find<QPushButton>("records.putOn")->click();
        window_->showStage(Stage::PageOrder);
        ready();
        QCOMPARE(found().count(QStringLiteral("records.wrongRow")), 1);
        QTest::keyClick(&pieces(), Qt::Key_End);
        ready();
        QCOMPARE(records().place(), 99998);
        QVERIFY(!pieces().rectOf(99998).isEmpty());
        QVERIFY(pieces().accessibleDescription().contains(QStringLiteral("100000")));
        pieces().verticalScrollBar()->setValue(pieces().verticalScrollBar()->maximum() / 2);
        ready();
        QVERIFY(pieces().rectOf(99998).isEmpty());
        type("records.find", QStringLiteral("member 350007"));
        QTRY_COMPARE(records().place(), 50000);
        type("records.find", QStringLiteral("nobody"));
        QTRY_VERIFY(find<QLabel>("records.told")->isVisible());
        QVERIFY(label("records.told").contains(QStringLiteral("nobody")));
        QCOMPARE(records().place(), 50000);
    }

    void aFileThatChangesIsReadAgain()
    {
        startCard();
        const QString file = csv("people.csv", "name\nAda\nBram\n");
        drop(*window_->centralWidget(), {file});
        ready();
        const QString id = [&] {
            find<QPushButton>("records.putOn")->click();
            return window_->selection().item();
        }();
        (void)csv("people.csv", "name\nCilla\nBram\nDov\n");
        QTRY_COMPARE_WITH_TIMEOUT(shownWords(id), QStringLiteral("Cilla"), 5000);
        QVERIFY(found().contains(QStringLiteral("records.changed")));
        QFile::remove(file);
        QTRY_VERIFY_WITH_TIMEOUT(found().contains(QStringLiteral("file.unreadable")), 5000);
        QCOMPARE(shownWords(id), QStringLiteral("{name}"));
        QCOMPARE(job().quantity, 2); // nothing is lost
    }

    void bothPagesAndRecords()
    {
        start(PieceKind::Booklet, 8);
        QVERIFY(!find<QWidget>("order.1")->isVisible());
        drop(*window_->centralWidget(), {csv("people.csv", "name\nAda\n")});
        ready();
        QVERIFY(pieces().isVisible() && find<QWidget>("order.1")->isVisible());
        QTest::mouseClick(find<QPushButton>("order.0"), Qt::LeftButton);
        QVERIFY(grid().isVisible() && !pieces().isVisible());
        QTest::mouseClick(find<QPushButton>("order.1"), Qt::LeftButton);
        QVERIFY(pieces().isVisible());
    }

    void copiesAreWritten()
    {
        startCard(30);
        shortcut("numberCopies");
        find<QPushButton>("records.putOn")->click();
        window_->showStage(Stage::Release);
        QVERIFY(find<QWidget>("release.copies")->isVisible());
        const QString file = dir_->filePath(QStringLiteral("all.pdf"));
        inFileDialog({file}, [this] { action("exportCopies")->trigger(); });
        QTRY_VERIFY_WITH_TIMEOUT(QFile::exists(file), 10000);
        const QByteArray words = testing::run(QStringLiteral("pdftotext"), {file, QStringLiteral("-")});
        QVERIFY(words.contains("07") && words.contains("30") && !words.contains('{'));
    }
};

HINGE_TEST(TestRecordStage)
#include "test_record_stage.moc"
