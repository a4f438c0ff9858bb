// SPDX-License-Identifier: GPL-3.0-or-later
// Six pieces as a newcomer makes them, from nothing to the PDF, counting what has to be done: with the mouse, and with
// keys alone. A step is a click, a double click, a drop, one combination of keys, one run of typing, or going to a
// field with Tab.
#include "app/brief/start_gallery.h"
#include "app/flat/face_canvas.h"
#include "core/job/stories.h"
#include "window_driver.h"

#include <QClipboard>
#include <QFileDialog>
#include <QListView>
#include <QMenuBar>
#include <QMessageBox>
#include <QPlainTextEdit>
#include <QProcess>
#include <QPushButton>
#include <QScrollArea>

using namespace hinge;
using testing::len;

class TestSteps : public testing::WindowDriver
{
    Q_OBJECT

    bool byMouse_ = false;
    int steps_ = 0;

    FaceCanvas& canvas() { return *find<FaceCanvas>("faceCanvas"); }
    QWidget* focus() { return window_->focusWidget() ? window_->focusWidget() : window_.get(); }
    void settle()
    {
        QApplication::setActiveWindow(window_.get());
        QCoreApplication::processEvents();
    }
    void click(QWidget* w, QPoint at = {})
    {
        ++steps_;
        for (QWidget* up = w->parentWidget(); up; up = up->parentWidget())
            if (auto* area = qobject_cast<QScrollArea*>(up))
                area->ensureWidgetVisible(w);
        QVERIFY2(w->isVisible() && w->isEnabled(), qPrintable(w->objectName()));
        QTest::mouseClick(w, Qt::LeftButton, {}, at.isNull() ? w->rect().center() : at);
        settle();
    }
    void press(const char* name)
    {
        ++steps_;
        QTest::keySequence(focus(), action(name)->shortcut());
        settle();
    }
    void key(Qt::Key key)
    {
        ++steps_;
        QTest::keyClick(focus(), key);
        settle();
    }
    /// Words go to where the keyboard is.
    void type(const QString& words)
    {
        ++steps_;
        QWidget* at = focus();
        for (const QChar c : words) {
            // The first letter on the paper brings the keyboard into a text.
            at = focus();
            QTest::keyClick(at, c.toLatin1());
        }
        settle();
    }
    void paste(const QString& words)
    {
        ++steps_;
        QGuiApplication::clipboard()->setText(words);
        QTest::keyClick(focus(), Qt::Key_V, Qt::ControlModifier);
        settle();
    }
    void fill(const char* field, const QString& text)
    {
        auto* edit = find<QLineEdit>(field);
        if (byMouse_) {
            click(edit);
        } else {
            ++steps_;
            for (int i = 0; i < 300 && focus() != edit; ++i)
                QTest::keyClick(focus(), Qt::Key_Tab);
            QCOMPARE(focus(), edit);
        }
        type(text);
        // Enter belongs to the typing.
        QTest::keyClick(edit, Qt::Key_Return);
        settle();
    }

    void fromMenu(const char* name)
    {
        if (byMouse_) {
            steps_ += 2; // the menu, and the entry in it
            action(name)->trigger();
            settle();
        } else {
            press(name);
        }
    }
    void start(const QString& preset)
    {
        QTimer::singleShot(60, this, [this, preset] {
            auto* gallery = qobject_cast<StartGallery*>(QApplication::activeModalWidget());
            if (!gallery)
                qFatal("the gallery did not open");
            QApplication::setActiveWindow(gallery);
            auto* list = find<QListView>("start.pieces", gallery);
            if (byMouse_) {
                for (int i = 0; i < list->model()->rowCount(); ++i) {
                    const QModelIndex at = list->model()->index(i, 0);
                    if (at.data().toString() != preset)
                        continue;
                    list->scrollTo(at);
                    ++steps_;
                    QTest::mouseClick(list->viewport(), Qt::LeftButton, {}, list->visualRect(at).center());
                    QTest::mouseDClick(list->viewport(), Qt::LeftButton, {}, list->visualRect(at).center());
                    return;
                }
                qFatal("there is no %s", qPrintable(preset));
            }
            ++steps_;
            for (const QChar c : preset)
                QTest::keyClick(list, c == QChar(0xD7) ? 'x' : c.toLatin1());
            if (list->currentIndex().data().toString() != preset)
                qFatal("typing took %s", qPrintable(list->currentIndex().data().toString()));
            ++steps_;
            QTest::keyClick(list, Qt::Key_Return);
        });
        fromMenu("newJob");
    }
    void goToFlat()
    {
        if (byMouse_)
            click(find<QWidget>("stage.flat"));
        else
            press("stageFlat");
        QVERIFY(window_->selection().item().isEmpty());
    }
    void turnOver()
    {
        if (byMouse_)
            click(&canvas(), {canvas().width() - 32, canvas().height() - 24}); // the card of the other face
        else
            press("turnOver");
    }
    /// Takes a panel by its name above the paper; with keys from the one in hand, which is `away` panels further.
    void takePanel(int panel, int away)
    {
        if (byMouse_) {
            const Rect& area = plan().panelsOf(window_->selection().surface())[std::size_t(panel)].area;
            const double head = bleedOf(plan().paper, window_->selection().surface().face).y.toMm();
            const QPointF at = canvas().toPixels(QPointF((area.x + area.w.part(2)).toMm(), head));
            click(&canvas(), {int(at.x()), int(at.y()) - 30});
        } else {
            if (window_->focusWidget() != &canvas())
                key(Qt::Key_Escape); // out of the words
            for (int i = 0; i < std::abs(away); ++i)
                key(away > 0 ? Qt::Key_End : Qt::Key_Home);
        }
        QCOMPARE(window_->selection().panel(), panel);
    }
    /// The PDF: by the button of the Release, or by its keys. The name that is offered is taken.
    QString write(bool sheets = false)
    {
        const QString file = dir_->filePath(QStringLiteral("out.pdf"));
        QTimer::singleShot(80, this, [this, file] {
            auto* dialog = qobject_cast<QFileDialog*>(QApplication::activeModalWidget());
            if (!dialog)
                qFatal("no dialog asked where to write");
            ++steps_; // Enter, or its button; the test only says where
            auto* name = dialog->findChild<QLineEdit*>(QStringLiteral("fileNameEdit"));
            name->setText(file);
            for (int i = 0; i < 3 && dialog->isVisible(); ++i)
                QTest::keyClick(name, Qt::Key_Return);
        });
        if (byMouse_) {
            click(find<QWidget>("stage.release"));
            click(find<QPushButton>(sheets ? "release.sheets" : "release.flat"));
        } else {
            press(sheets ? "exportSheets" : "exportFlat");
        }
        if (!QTest::qWaitFor([&] { return QFileInfo(file).size() > 0; }, 20000))
            qFatal("nothing was written: %s", qPrintable(message()));
        QProcess reader;
        reader.start(QStringLiteral("pdftotext"), {file, QStringLiteral("-")});
        reader.waitForFinished();
        return QString::fromUtf8(reader.readAllStandardOutput());
    }
    void nothingStops()
    {
        for (const Finding& f : window_->document().findings())
            QVERIFY2(f.severity != Severity::Stop, qPrintable(f.message));
    }
    const Item& newest(Face face) { return job().on(face).items.back(); }
    const Rect& frame(const Item& item) { return plan().findItem(item.id)->frame; }
    const Panel& panel(Face face, Role role)
    {
        for (const Panel& p : plan().paper.face(face))
            if (p.role == role)
                return p;
        qFatal("no such panel");
    }
    void atMost(int goal)
    {
        qInfo("%s, %s: %d steps", QTest::currentTestFunction(), byMouse_ ? "mouse" : "keys", steps_);
        QVERIFY2(steps_ <= goal, qPrintable(QStringLiteral("%1 steps").arg(steps_)));
        nothingStops();
    }
    void bothWays()
    {
        QTest::addColumn<bool>("byMouse");
        QTest::newRow("mouse") << true;
        QTest::newRow("keys") << false;
    }

private Q_SLOTS:
    void initTestCase()
    {
        setUpProgram("steps");
        QCoreApplication::setAttribute(Qt::AA_DontUseNativeDialogs);
    }
    void init()
    {
        QFETCH(bool, byMouse);
        byMouse_ = byMouse;
        steps_ = 0;
        openWindow();
        window_->resize(1280, 800);
        settle();
    }
    void cleanup()
    {
        window_->document().start(newLeaflet());
        window_.reset();
    }

    void coverWithASpine_data() { bothWays(); }
    void coverWithASpine()
    {
        start(QStringLiteral("A5 cover with spine"));
        fill("brief.pages", QStringLiteral("240"));
        QCOMPARE(job().pages.count, 240);
        goToFlat();
        type(QStringLiteral("Tide almanac")); // the front cover is in hand
        QVERIFY(panel(Face::Outside, Role::FrontCover).safeArea.contains(frame(newest(Face::Outside))));
        takePanel(panel(Face::Outside, Role::Spine).position, -1);
        type(QStringLiteral("Tide almanac"));
        QCOMPARE(newest(Face::Outside).textRun, TextRun::Down);
        takePanel(panel(Face::Outside, Role::BackCover).position, -1);
        if (byMouse_)
            click(find<QPushButton>("drawer.addCode"));
        else
            press("addCode");
        type(QStringLiteral("9780306406157")); // its number is in hand
        QCOMPARE(newest(Face::Outside).code.symbology, Symbology::Ean13);
        QVERIFY(panel(Face::Outside, Role::BackCover).safeArea.contains(frame(newest(Face::Outside))));
        const QString text = write();
        QCOMPARE(text.count(QStringLiteral("Tide almanac")), 2);
        atMost(20);
    }

    void doubleGate_data() { bothWays(); }
    void doubleGate()
    {
        start(QStringLiteral("Double gate, 8 pp"));
        goToFlat();
        type(QStringLiteral("Summer opening"));
        QVERIFY(panel(Face::Outside, Role::FrontCover).safeArea.contains(frame(newest(Face::Outside))));
        turnOver();
        type(QStringLiteral("Come and see"));
        QVERIFY(!plan().findItem(newest(Face::Inside).id)->headDown);
        fromMenu("tintFace");
        QVERIFY(write().contains(QStringLiteral("Come and see")));
        atMost(15);
    }

    void sheetOfCards_data() { bothWays(); }
    void sheetOfCards()
    {
        start(QStringLiteral("Card 85 × 55 mm"));
        fill("brief.quantity", QStringLiteral("250"));
        QCOMPARE(job().quantity, 250);
        goToFlat();
        type(QStringLiteral("Ola Finn"));
        QVERIFY(write(true).count(QStringLiteral("Ola Finn")) > 1);
        QVERIFY(plan().sheet().up() > 1);
        atMost(10);
    }

    void bulletin_data() { bothWays(); }
    void bulletin()
    {
        start(QStringLiteral("Half-letter booklet, 16 pp"));
        fill("brief.pages", QStringLiteral("8"));
        goToFlat();
        type(QStringLiteral("Harbour bulletin"));
        QVERIFY(panel(Face::Outside, Role::FrontCover).safeArea.contains(frame(newest(Face::Outside))));
        takePanel(0, -1);
        type(QStringLiteral("Next boat at ten"));
        QVERIFY(write().contains(QStringLiteral("Next boat at ten")));
        QCOMPARE(plan().book->pages, 8);
        atMost(15);
    }

    void threeColumnsInside_data() { bothWays(); }
    void threeColumnsInside()
    {
        start(QStringLiteral("A4 half fold, 4 pp"));
        goToFlat();
        turnOver();
        takePanel(0, 0);
        fill("drawer.columns", QStringLiteral("3"));
        if (byMouse_)
            click(find<QPushButton>("drawer.addText"));
        else
            press("addText");
        QStringList words;
        for (int i = 0; i < 1100; ++i)
            words << QStringLiteral("word");
        paste(words.join(u' '));
        const QString id = window_->selection().item();
        QCOMPARE(job().findItem(id)->textColumns, 3);
        QVERIFY(testing::hasFinding(window_->document().findings(), "text.over"));
        // On into a new frame, on the panel that is seen next.
        auto* next = find<QComboBox>("drawer.next");
        const int index = next->findText(QStringLiteral("into a new frame on the next panel"));
        QVERIFY(index >= 0);
        steps_ += 2; // the list, and the entry in it
        Q_EMIT next->activated(index);
        settle();
        QVERIFY(!job().findItem(id)->next.isEmpty());
        QVERIFY(!testing::hasFinding(window_->document().findings(), "text.over"));
        (void)write();
        atMost(18);
    }

    void cardFoldedAtItsHead_data() { bothWays(); }
    void cardFoldedAtItsHead()
    {
        start(QStringLiteral("A6 card, folded at its head"));
        goToFlat();
        type(QStringLiteral("Solstice"));
        const PlannedItem& front = *plan().findItem(newest(Face::Outside).id);
        QVERIFY(panel(Face::Outside, Role::FrontCover).safeArea.contains(front.frame));
        turnOver();
        type(QStringLiteral("Come at dusk"));
        // Upright for who opens it upwards.
        QVERIFY(!plan().findItem(newest(Face::Inside).id)->headDown);
        const QString text = write();
        QVERIFY(text.contains(QStringLiteral("Solstice")) && text.contains(QStringLiteral("Come at dusk")));
        atMost(10);
    }
};

HINGE_TEST(TestSteps)
#include "test_steps.moc"
