// SPDX-License-Identifier: GPL-3.0-or-later
// Moving what stands on the panels, in the real window: several items at once, lines, guides, copies, pictures in their
// frames.
#include "app/dialogs/files_dialog.h"
#include "app/dialogs/press_dialog.h"
#include "app/document/linked_files.h"
#include "app/flat/face_canvas.h"
#include "app/flat/ink_card.h"
#include "app/look/theme.h"
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

class TestFlatMoving : public PaperDriver
{
    Q_OBJECT

private Q_SLOTS:
    void initTestCase() { setUpProgram("flat-moving"); }
    void init()
    {
        openWindow();
        window_->showStage(Stage::Flat);
        QCoreApplication::processEvents();
    }

    void severalItemsAtOnce()
    {
        const QString a = add("addShape", 0);
        const QString b = add("addShape", 1);
        const QString c = add("addShape", 2);
        action("selectAll")->trigger();
        QCOMPARE(window_->selection().items().size(), 3);
        action("alignHead")->trigger();
        QCOMPARE(frame(a).y, frame(b).y);
        action("group")->trigger();
        QVERIFY(!job().findItem(a)->group.isEmpty());
        // A click on one takes all of them; dragged, they go together.
        window_->selection().clearItem();
        const Rect before = frame(b);
        const QPoint middle = at(before.x.toMm() + before.w.toMm() / 2, before.y.toMm() + before.h.toMm() / 2);
        QTest::mouseClick(&canvas(), Qt::LeftButton, {}, middle);
        QCOMPARE(window_->selection().items().size(), 3);
        // Beside everything, with Shift: a miss.
        QTest::mouseClick(&canvas(), Qt::LeftButton, Qt::ShiftModifier, at(20, 200));
        QCOMPARE(window_->selection().items().size(), 3);
        const Rect firstBefore = frame(a);
        drag(middle, middle + QPoint(0, 40));
        QVERIFY(frame(b).y > before.y);
        QVERIFY(abs(frame(b).y - before.y - (frame(a).y - firstBefore.y)) < len("0.01"));
        // Nudged by keys, too, finely.
        canvas().setFocus();
        const Length y = frame(c).y;
        QTest::keyClick(&canvas(), Qt::Key_Down, Qt::ControlModifier);
        QVERIFY(abs(frame(c).y - y - len("0.1")) < len("0.001"));
        action("ungroup")->trigger();
        QVERIFY(job().findItem(a)->group.isEmpty());
        // Shift and a click lets go of one.
        const Rect now = frame(b);
        QTest::mouseClick(&canvas(), Qt::LeftButton, Qt::ShiftModifier,
                          at(now.x.toMm() + now.w.toMm() / 2, now.y.toMm() + now.h.toMm() / 2));
        QCOMPARE(window_->selection().items().size(), 2);
        action("remove")->trigger();
        QCOMPARE(job().on(Face::Outside).items.size(), std::size_t(1));
    }

    void theKeyboardFollowsTheWork()
    {
        // From the strip of stages to the paper, into the words of a text, and back with Escape.
        QApplication::setActiveWindow(window_.get());
        window_->showStage(Stage::Brief);
        find<QWidget>("stage.brief")->setFocus();
        QTest::keySequence(window_.get(), action("stageFlat")->shortcut());
        QCOMPARE(window_->focusWidget(), static_cast<QWidget*>(&canvas()));
        add("addText", 0);
        auto* words = find<QPlainTextEdit>("drawer.words");
        QCOMPARE(window_->focusWidget(), static_cast<QWidget*>(words));
        QTest::keyClicks(words, QStringLiteral("Low water"));
        QTest::keyClick(words, Qt::Key_Escape);
        QCOMPARE(window_->focusWidget(), static_cast<QWidget*>(&canvas()));
        QCOMPARE(item().paragraphs.front().text, QStringLiteral("Low water"));
        QTest::keyClick(&canvas(), Qt::Key_Return);
        QCOMPARE(window_->focusWidget(), static_cast<QWidget*>(words));
        // A click on a stage leaves no other stage with the keyboard.
        window_->showStage(Stage::Brief);
        find<QWidget>("stage.brief")->setFocus();
        QTest::mouseClick(find<QWidget>("stage.flat"), Qt::LeftButton);
        QCOMPARE(window_->focusWidget(), static_cast<QWidget*>(&canvas()));
    }

    void inLineWithWhatIsChosen()
    {
        const QString a = add("addShape", 1);
        type("drawer.width", QStringLiteral("20"));
        const auto panel = [this]() -> const Panel& { return plan().paper.face(Face::Outside)[1]; };
        QVERIFY(find<QComboBox>("drawer.alignTo")->findText(QStringLiteral("in line with each other")) <
                0); // it is alone
        action("alignLeft")->trigger();
        QCOMPARE(frame(a).x, panel().safeArea.x);
        pick("drawer.alignTo", QStringLiteral("in line with the panel"));
        action("alignRight")->trigger();
        QCOMPARE(frame(a).right(), panel().area.right());
        const QString b = add("addShape", 1);
        window_->selection().setItems(Face::Outside, {a, b});
        QCoreApplication::processEvents();
        QCOMPARE(find<QComboBox>("drawer.alignTo")->currentText(),
                 QStringLiteral("in line with the panel")); // as it was left
        pick("drawer.alignTo", QStringLiteral("in line with each other"));
        const Length left = std::min(frame(a).x, frame(b).x);
        action("alignLeft")->trigger();
        QCOMPARE(frame(a).x, left);
        QCOMPARE(frame(b).x, left);
    }

    void numbersForSeveralAtOnce()
    {
        const QString a = add("addShape", 0);
        const QString b = add("addShape", 1);
        type("drawer.width", QStringLiteral("20"));
        window_->selection().setItems(Face::Outside, {a, b});
        QCoreApplication::processEvents();
        QVERIFY(find<QLineEdit>("drawer.width")->text().isEmpty()); // they differ
        const Length apart = frame(b).x - frame(a).x;
        type("drawer.x", QStringLiteral("12.34"));
        COMPARE_MM(frame(a).x, 12.34);
        QCOMPARE(frame(b).x - frame(a).x, apart);
        type("drawer.y", QStringLiteral("7"));
        COMPARE_MM(std::min(frame(a).y, frame(b).y), 7);
        type("drawer.width", QStringLiteral("31.5"));
        type("drawer.height", QStringLiteral("1 in"));
        for (const QString& id : {a, b}) {
            COMPARE_MM(frame(id).w, 31.5);
            COMPARE_MM(frame(id).h, 25.4);
        }
        QCOMPARE(find<QLineEdit>("drawer.width")->text(), formatLength(len("31.5"), job().unit));
        type("drawer.height", QStringLiteral("0"));
        type("drawer.height", QStringLiteral("tall"));
        COMPARE_MM(frame(a).h, 25.4);
        // What lands on a line of the paper takes hold of it, as when it is dragged there.
        type("drawer.x", formatLength(plan().paper.face(Face::Outside)[0].safeArea.x, job().unit));
        QVERIFY(job().findItem(a)->side(ItemSide::Left).holds);
        // A locked one stays where it is.
        Job locked = job();
        locked.findItem(b)->locked = true;
        QVERIFY(window_->document().edit(QStringLiteral("lock"), locked));
        const Rect before = frame(b);
        type("drawer.y", QStringLiteral("30"));
        QCOMPARE(frame(b), before);
    }

    void aClickOnOneOfSeveralTakesItAlone()
    {
        const QString a = add("addShape", 0);
        const QString b = add("addShape", 1);
        action("selectAll")->trigger();
        QCOMPARE(window_->selection().items().size(), 2);
        const auto middle = [this](const QString& id) {
            return at(frame(id).x.toMm() + frame(id).w.toMm() / 2, frame(id).y.toMm() + frame(id).h.toMm() / 2);
        };
        // Dragged, both go and both stay in hand.
        const Length y = frame(a).y;
        drag(middle(b), middle(b) + QPoint(0, 30));
        QVERIFY(frame(a).y > y);
        QCOMPARE(window_->selection().items().size(), 2);
        QTest::mouseClick(&canvas(), Qt::LeftButton, {}, middle(b));
        QCOMPARE(window_->selection().items(), QStringList{b});
    }

    void severalFilesGoToColumnsInOrder()
    {
        Job columns = job();
        columns.edit(Face::Outside).columns = {{1, 2, len("4")}};
        QVERIFY(window_->document().edit(QStringLiteral("columns"), columns));
        QStringList files;
        for (const char* name : {"one.png", "two.png", "three.png"})
            files << pictureFile(name, {60, 120}, Qt::red, Qt::blue);
        Q_EMIT canvas().filesDropped(files, 1);
        waitForFiles();
        QCOMPARE(job().on(Face::Outside).items.size(), std::size_t(3));
        const Panel& middle = plan().paper.face(Face::Outside)[1];
        for (const Item& i : job().on(Face::Outside).items) {
            if (i.name == QStringLiteral("one"))
                QCOMPARE(frame(i.id).x, middle.columnAreas[0].x);
            if (i.name == QStringLiteral("two"))
                QCOMPARE(frame(i.id).right(), middle.columnAreas[1].right());
            if (i.name == QStringLiteral("three")) // a panel without columns is filled whole
                QCOMPARE(frame(i.id), plan().paper.face(Face::Outside)[2].bleedArea);
        }
    }

    void sidesComeInLineWithOtherItems()
    {
        const QString a = add("addShape", 0);
        type("drawer.x", QStringLiteral("30"));
        type("drawer.y", QStringLiteral("30"));
        const QString b = add("addShape", 0);
        type("drawer.x", QStringLiteral("33"));
        type("drawer.y", QStringLiteral("120"));
        const double perMm = (at(100, 0).x() - at(0, 0).x()) / 100.0;
        const QPoint middle = at(frame(b).x.toMm() + frame(b).w.toMm() / 2, frame(b).y.toMm() + frame(b).h.toMm() / 2);
        drag(middle, middle - QPoint(int(std::lround(2.2 * perMm)), 0));
        QCOMPARE(frame(b).x, frame(a).x);
        QVERIFY(!job().findItem(b)->side(ItemSide::Left).holds); // it stands beside it, it does not hang on it
        // With Alt it is left where it was put.
        drag(middle, middle + QPoint(int(std::lround(3 * perMm)), 0), Qt::AltModifier);
        QVERIFY(frame(b).x != frame(a).x);
    }

    void whatWasTakenBackIsNoLongerInHand()
    {
        add("addShape", 0);
        add("addShape", 1);
        action("selectAll")->trigger();
        QCOMPARE(window_->selection().items().size(), 2);
        action("undo")->trigger();
        QCOMPARE(window_->selection().items().size(), 1);
        action("undo")->trigger();
        QVERIFY(window_->selection().items().isEmpty());
        action("redo")->trigger();
        QCOMPARE(job().on(Face::Outside).items.size(), std::size_t(1));
    }

    void whatChangesIsPaintedAsIfAllWere()
    {
        // Only what was changed is painted anew; the picture must be the one of painting everything.
        add("addTint");
        add("addShape");
        const QString shape = window_->selection().item();
        add("addText");
        add("addCode");
        const auto shot = [this] {
            QCoreApplication::processEvents();
            return canvas().grab().toImage();
        };
        const auto all = [&] {
            canvas().setView(canvas().view()); // everything anew
            return shot();
        };
        window_->selection().clearItem();
        QCOMPARE(shot(), all());
        const std::pair<const char*, std::function<void(Item&)>> changes[] = {
            {"moved", [](Item& i) { i.side(ItemSide::Left).offset += len("7"); }},
            {"larger", [](Item& i) { i.side(ItemSide::Bottom).offset += len("11"); }},
            {"round", [](Item& i) { i.outline = Outline::Ellipse; }},
            {"stroke",
             [](Item& i) {
                 i.stroke = {len("3"), QStringLiteral("Black"), 100};
             }},
            {"shadow", [](Item& i) { i.shadow = Shadow{.dx = len("4"), .dy = len("4")}; }},
            {"no shadow", [](Item& i) { i.shadow.reset(); }},
            {"seen through", [](Item& i) { i.opacity = 40; }},
            {"smaller", [](Item& i) { i.side(ItemSide::Right).offset -= len("9"); }}};
        for (const auto& [what, change] : changes) {
            Job next = job();
            change(*next.findItem(shape));
            const QImage before = shot();
            QVERIFY2(window_->document().edit(QString::fromLatin1(what), std::move(next)), what);
            const QImage partly = shot();
            QVERIFY2(partly != before, what);
            QVERIFY2(partly == all(), what);
        }
        // Words, too, wherever their letters hang.
        Job next = job();
        for (Item& i : next.edit(Face::Outside).items)
            if (i.kind == ItemKind::Text)
                i.paragraphs.front().text = QStringLiteral("fjord, quay, Skerrowby");
        QVERIFY(window_->document().edit(QStringLiteral("words"), std::move(next)));
        QCOMPARE(shot(), all());
        window_->document().history().undo();
        QCOMPARE(shot(), all());
    }

    void lockedItemsStay()
    {
        const QString a = add("addShape", 0);
        action("lock")->trigger();
        QVERIFY(item().locked);
        const Rect before = frame(a);
        const QPoint middle = at(before.x.toMm() + before.w.toMm() / 2, before.y.toMm() + before.h.toMm() / 2);
        drag(middle, middle + QPoint(60, 30));
        QCOMPARE(frame(a), before);
        QTest::keyClick(&canvas(), Qt::Key_Right);
        QCOMPARE(frame(a), before);
        action("remove")->trigger();
        QVERIFY(job().findItem(a));
        window_->selection().setItem(Face::Outside, a);
        action("lock")->trigger();
        QTest::keyClick(&canvas(), Qt::Key_Right);
        QVERIFY(frame(a).x > before.x);
    }

    void copiedToAnotherPanelAndFace()
    {
        const QString a = add("addTint", 0);
        action("copy")->trigger();
        window_->selection().setPanel(2);
        action("paste")->trigger();
        QCOMPARE(frame(window_->selection().item()), plan().paper.face(Face::Outside)[2].bleedArea);
        window_->selection().setSurface(Face::Inside);
        window_->selection().setPanel(1);
        action("paste")->trigger();
        QCOMPARE(job().on(Face::Inside).items.size(), std::size_t(1));
        QCOMPARE(frame(window_->selection().item()), plan().paper.face(Face::Inside)[1].bleedArea);
        // Plain words become a text, rubbish nothing.
        QGuiApplication::clipboard()->setText(QStringLiteral("Two lines\nof words"));
        action("paste")->trigger();
        QCOMPARE(item().paragraphs.size(), std::size_t(2));
        window_->selection().setItem(Face::Outside, a);
        action("repeatOnPanels")->trigger();
        QCOMPARE(job().on(Face::Outside).items.size(), std::size_t(4));
    }

    void guidesArePulledFromBesideThePaper()
    {
        const double left = -plan().paper.bleeds[0].toMm();
        // From the left edge: an upright guide, let go 40 mm into the first panel.
        drag(at(left, 100) - QPoint(12, 0), at(40, 100));
        const auto& guides = job().on(Face::Outside).guides;
        QCOMPARE(guides.size(), std::size_t(1));
        QVERIFY(guides.front().upright && std::abs(guides.front().at.toMm() - 40) <= 0.5);
        // A shape dragged near takes hold of it.
        const QString a = add("addShape", 0);
        type("drawer.x", QStringLiteral("44"));
        const Rect f = frame(a);
        const QPoint middle = at(f.x.toMm() + f.w.toMm() / 2, f.y.toMm() + f.h.toMm() / 2);
        drag(middle, middle - QPoint(int(std::lround((44 - 40.2) * (at(100, 0).x() - at(0, 0).x()) / 100.0)), 0));
        QCOMPARE(job().findItem(a)->side(ItemSide::Left).line, PaperLine::Guide);
        // Pulled back off the paper it is gone, and the item stays.
        const Length held = frame(a).x;
        const QPoint end = at(guides.front().at.toMm(), 0) - QPoint(0, 9);
        drag(end, end + QPoint(0, -200));
        QVERIFY(job().on(Face::Outside).guides.empty());
        QVERIFY(abs(frame(a).x - held) < len("0.001")); // where it was
        QVERIFY(!job().findItem(a)->side(ItemSide::Left).holds);
    }

    void holdByKey()
    {
        const QString a = add("addShape", 0);
        type("drawer.x", QStringLiteral("7"));
        canvas().setFocus();
        QVERIFY(!job().findItem(a)->side(ItemSide::Left).holds);
        QTest::keyClick(&canvas(), Qt::Key_H);
        QVERIFY(job().findItem(a)->side(ItemSide::Left).holds);
        COMPARE_MM(frame(a).x, 5); // the safe zone
        QTest::keyClick(&canvas(), Qt::Key_H);
        QVERIFY(!job().findItem(a)->side(ItemSide::Left).holds);
        COMPARE_MM(frame(a).x, 5);
    }

    void picturesMoveInTheirFrames()
    {
        place(pictureFile("halves.png", {400, 100}, Qt::red, Qt::blue), 1);
        const QString a = window_->selection().item();
        // How it can be moved depends on its proportions.
        QTRY_VERIFY_WITH_TIMEOUT(!window_->document().files().picture(item().file).image.isNull(), 8000);
        QCOMPARE(job().findItem(a)->kind, ItemKind::Picture);
        const Rect before = frame(a);
        const QPoint middle = at(before.x.toMm() + 40, before.y.toMm() + 80);
        drag(middle, middle + QPoint(80, 0), Qt::ControlModifier);
        QCOMPARE(frame(a), before); // the frame stays
        QVERIFY(job().findItem(a)->crop.focusX < 500);
        // The wheel scales it, from the scale at which it fills the frame.
        QWheelEvent wheel(QPointF(middle), canvas().mapToGlobal(QPointF(middle)), {}, QPoint(0, 240), Qt::NoButton,
                          Qt::ControlModifier, Qt::NoScrollPhase, false);
        QCoreApplication::sendEvent(&canvas(), &wheel);
        QCOMPARE(job().findItem(a)->fit, PictureFit::Own);
        QVERIFY(job().findItem(a)->crop.scaleMilli > 1000);
        type("drawer.scale", QStringLiteral("150"));
        QCOMPARE(job().findItem(a)->crop.scaleMilli, 1500);
        pick("drawer.outline", QStringLiteral("ellipse"));
        QCOMPARE(job().findItem(a)->outline, Outline::Ellipse);
        action("undo")->trigger();
        action("undo")->trigger();
        action("undo")->trigger();
        action("undo")->trigger();
        QCOMPARE(job().findItem(a)->crop, PictureCrop{});
    }
};

HINGE_TEST(TestFlatMoving)
#include "test_flat_moving.moc"
