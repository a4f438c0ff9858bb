// SPDX-License-Identifier: GPL-3.0-or-later
// Frames that are drawn first and filled later, in the real window.
#include "app/fields/fields.h"
#include "core/edit/scaling.h"
#include "paper_driver.h"

#include <QDialogButtonBox>
#include <QLabel>
#include <QSpinBox>

class TestFlatFrames : public PaperDriver
{
    Q_OBJECT

    const std::vector<Item>& items() { return job().on(Face::Outside).items; }
    QString named(const char* name)
    {
        for (const Item& item : items())
            if (item.name == QLatin1String(name))
                return item.id;
        qFatal("nothing is called %s", name);
    }
    void dropAll(const QStringList& paths, QPoint where)
    {
        QMimeData data;
        QList<QUrl> urls;
        for (const QString& path : paths)
            urls << QUrl::fromLocalFile(path);
        data.setUrls(urls);
        QDragEnterEvent enter(where, Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
        QApplication::sendEvent(&canvas(), &enter);
        QDropEvent event(where, Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
        QApplication::sendEvent(&canvas(), &event);
        waitForFiles();
    }
    QString textFile(const char* name, const QByteArray& words)
    {
        return testing::written(dir_->filePath(QString::fromLatin1(name)), words);
    }

private Q_SLOTS:
    void initTestCase() { setUpProgram("flat-frames"); }
    void init()
    {
        openWindow();
        window_->resize(1280, 800);
        window_->showStage(Stage::Flat);
        window_->selection().setSurface(Face::Outside);
        QCoreApplication::processEvents();
    }

    void aFrameIsDrawnAndNamed()
    {
        find<QPushButton>("drawer.pictureFrame")->click();
        QCOMPARE(canvas().cursor().shape(), Qt::CrossCursor);
        // From near the safe zone of the middle panel, whose sides take hold.
        drag(at(100.3, 5.3), at(170, 80));
        QCOMPARE(items().size(), std::size_t(1));
        QVERIFY(item().isWaiting() && item().kind == ItemKind::Picture);
        QCOMPARE(item().side(ItemSide::Left), holdOn(PaperLine::Safe, 1, LineEnd::Start));
        QCOMPARE(item().side(ItemSide::Top), holdOn(PaperLine::Safe, 1, LineEnd::Start));
        QVERIFY(abs(frame(item().id).right() - len("170")) < Length::mm(1));
        // Its word is asked for at once; it is one step of the history.
        QCOMPARE(window_->focusWidget(), find<QLineEdit>("drawer.name"));
        QTest::keyClicks(window_->focusWidget(), QStringLiteral("Portrait"));
        QTest::keyClick(window_->focusWidget(), Qt::Key_Return);
        QCOMPARE(item().name, QStringLiteral("Portrait"));
        QVERIFY(testing::hasFinding(window_->document().findings(), "frame.empty"));
        action("undo")->trigger();
        action("undo")->trigger();
        QVERIFY(items().empty());
        // The next drag is an ordinary one again.
        drag(at(120, 20), at(150, 60));
        QVERIFY(items().empty());
    }

    void aClickOrEnterFillsTheColumn()
    {
        action("wordsFrame")->trigger();
        QTest::mouseClick(&canvas(), Qt::LeftButton, {}, at(140, 100));
        QCOMPARE(frame(item().id), plan().panelsOf(Face::Outside)[1].safeArea);
        QVERIFY(item().kind == ItemKind::Text);
        for (const ItemSide side : allSides)
            QVERIFY(item().side(side).holds);
        window_->selection().setPanel(2);
        action("pictureFrame")->trigger();
        QTest::keyClick(&canvas(), Qt::Key_Return);
        QCOMPARE(frame(item().id), plan().panelsOf(Face::Outside)[2].safeArea);
        // Escape leaves it.
        action("pictureFrame")->trigger();
        QTest::keyClick(&canvas(), Qt::Key_Escape);
        QTest::mouseClick(&canvas(), Qt::LeftButton, {}, at(40, 100));
        QCOMPARE(items().size(), std::size_t(2));
        // Shift draws one after the other.
        action("pictureFrame")->trigger();
        drag(at(10, 20), at(40, 60), Qt::ShiftModifier);
        drag(at(10, 80), at(40, 120), Qt::ShiftModifier);
        drag(at(10, 140), at(40, 180));
        QCOMPARE(items().size(), std::size_t(5));
        QTest::mouseClick(&canvas(), Qt::LeftButton, {}, at(60, 190));
        QCOMPARE(items().size(), std::size_t(5));
    }

    void aPanelOffersWhatUsuallyStandsThere()
    {
        window_->selection().setPanel(plan().paper.front());
        find<QPushButton>("drawer.usualFrames")->click();
        QVERIFY(items().size() >= 3);
        QVERIFY(!named("Title").isEmpty());
        const auto before = items().size();
        action("usualFrames")->trigger(); // they are there already
        QCOMPARE(items().size(), before);
        // Written into, a frame waits no more.
        window_->selection().setItem(Face::Outside, named("Title"));
        QTest::keyClick(&canvas(), Qt::Key_Return);
        QCOMPARE(window_->focusWidget(), find<QPlainTextEdit>("drawer.words"));
        QTest::keyClicks(window_->focusWidget(), QStringLiteral("Reef walks"));
        QVERIFY(!job().findItem(named("Title"))->isWaiting());
        QCOMPARE(job().findItem(named("Title"))->paragraphs.front().style.align, Align::Centre);
    }

    void filesFillFramesInOrder()
    {
        const QString a = pictureFile("a.png", {60, 40}, Qt::red, Qt::red);
        const QString b = pictureFile("b.png", {60, 40}, Qt::green, Qt::green);
        const QString c = pictureFile("c.png", {60, 40}, Qt::blue, Qt::blue);
        const QString words = textFile("w.txt", "Low water\nat noon\n");
        for (const auto& [name, from, to] :
             {std::tuple("second", at(210, 100), at(270, 140)), std::tuple("first", at(210, 20), at(270, 60))}) {
            action("pictureFrame")->trigger();
            drag(from, to);
            type("drawer.name", QString::fromLatin1(name));
        }
        action("wordsFrame")->trigger();
        drag(at(210, 150), at(270, 190));
        type("drawer.name", QStringLiteral("opening times"));
        // Four files on a bare spot of the panel: two frames for pictures, one for words, and one picture is over.
        dropAll({a, words, b, c}, at(290, 205));
        QVERIFY(job().findItem(named("first"))->file.path.endsWith(QStringLiteral("a.png")));
        QVERIFY(job().findItem(named("second"))->file.path.endsWith(QStringLiteral("b.png")));
        QCOMPARE(job().findItem(named("opening times"))->paragraphs.size(), std::size_t(2));
        QCOMPARE(items().size(), std::size_t(4));
        QVERIFY(items().back().file.path.endsWith(QStringLiteral("c.png")));
        QVERIFY(!testing::hasFinding(window_->document().findings(), "frame.empty"));
        // Each was a step of its own: undone, it waits again.
        for (int i = 0; i < 4; ++i)
            action("undo")->trigger();
        QVERIFY(job().findItem(named("first"))->isWaiting());
        QVERIFY(job().findItem(named("opening times"))->isWaiting());
    }

    void theFrameThatIsMeantIsFilled()
    {
        const QString a = pictureFile("a.png", {60, 40}, Qt::red, Qt::red);
        for (const auto& [name, from, to] :
             {std::tuple("upper", at(210, 20), at(270, 60)), std::tuple("lower", at(210, 100), at(270, 140))}) {
            action("pictureFrame")->trigger();
            drag(from, to);
            type("drawer.name", QString::fromLatin1(name));
        }
        dropAll({a}, at(240, 120));
        QVERIFY(job().findItem(named("upper"))->isWaiting());
        QVERIFY(!job().findItem(named("lower"))->isWaiting());
        // Words on the clipboard go into the frame in hand.
        action("wordsFrame")->trigger();
        drag(at(110, 20), at(170, 60));
        type("drawer.name", QStringLiteral("lines"));
        QGuiApplication::clipboard()->setText(QStringLiteral("Pier Road 4\nSkerrowby"));
        action("paste")->trigger();
        QCOMPARE(job().findItem(named("lines"))->paragraphs.front().text, QStringLiteral("Pier Road 4"));
        QCOMPARE(items().size(), std::size_t(3));
        // But into none that waits for a picture.
        window_->selection().setItem(Face::Outside, named("upper"));
        action("paste")->trigger();
        QVERIFY(job().findItem(named("upper"))->isWaiting() && job().findItem(named("upper"))->paragraphs.empty());
        QCOMPARE(items().size(), std::size_t(4));
        // What cannot be read leaves it waiting.
        dropAll({textFile("broken.png", "no picture")}, at(240, 40));
        QVERIFY(job().findItem(named("upper"))->isWaiting());
    }

    void aCopyIsLeftBehind()
    {
        const QString shape = add("addShape", 1);
        const Rect from = frame(shape);
        const auto middle = [this](const Rect& r) { return at(r.middle().x.toMm(), r.middle().y.toMm()); };
        // Ctrl is pressed on the way: at once it would be for the picture in its frame.
        QTest::mousePress(&canvas(), Qt::LeftButton, {}, middle(from));
        for (int i = 1; i <= 6; ++i) {
            const QPoint to = middle(from) + QPoint(i * 5, i * 9);
            QMouseEvent move(QEvent::MouseMove, to, canvas().mapToGlobal(to), Qt::NoButton, Qt::LeftButton,
                             Qt::ControlModifier);
            QCoreApplication::sendEvent(&canvas(), &move);
        }
        QCOMPARE(canvas().cursor().shape(), Qt::DragCopyCursor);
        const QPoint end = middle(from) + QPoint(30, 54);
        QMouseEvent without(QEvent::MouseMove, end, canvas().mapToGlobal(end), Qt::NoButton, Qt::LeftButton,
                            Qt::NoModifier);
        QCoreApplication::sendEvent(&canvas(), &without);
        QCOMPARE(canvas().cursor().shape(), Qt::SizeAllCursor);
        QTest::mouseRelease(&canvas(), Qt::LeftButton, Qt::ControlModifier, middle(from) + QPoint(30, 54));
        QCOMPARE(items().size(), std::size_t(2));
        QCOMPARE(window_->selection().item(), shape);
        QCOMPARE(frame(items().front().id), from); // the copy, below
        QVERIFY(frame(shape).y > from.y + len("10"));
        action("undo")->trigger(); // both in one step
        QCOMPARE(items().size(), std::size_t(1));
        QCOMPARE(frame(shape), from);
    }

    void itIsScaledWithWhatIsInIt()
    {
        const QString text = add("addText", 1);
        const Rect from = frame(text);
        const Length size = job().styleOf(item().paragraphs[0]).size;
        const auto scale = [this](const char* percent, bool contents) {
            QTimer::singleShot(100, this, [this, percent, contents] {
                auto* dialog = window_->findChild<QDialog*>(QStringLiteral("scaleDialog"));
                auto* ok = dialog->findChild<QDialogButtonBox*>()->button(QDialogButtonBox::Ok);
                find<QLineEdit>("scale.percent", dialog)->setText(QStringLiteral("much"));
                QVERIFY(!ok->isEnabled());
                find<QLineEdit>("scale.percent", dialog)->setText(QString::fromLatin1(percent));
                find<QAbstractButton>("scale.contents", dialog)->setChecked(contents);
                ok->click();
            });
            action("scale")->trigger();
        };
        scale("50", true);
        QVERIFY(std::abs(frame(text).w.toMm() - from.w.toMm() / 2) < 0.001);
        QCOMPARE(job().styleOf(item().paragraphs[0]).size * 2, size);
        scale("200", false);
        QVERIFY(std::abs(frame(text).w.toMm() - from.w.toMm()) < 0.001);
        QCOMPARE(job().styleOf(item().paragraphs[0]).size * 2, size);
        // As large as its frame allows: a little more would not fit.
        find<QPushButton>("drawer.fitText")->click();
        QVERIFY(job().styleOf(item().paragraphs[0]).size > size);
        const auto fits = [this](const Job& j) {
            return layOut(storyThrough(j, plan(), *j.findItem(window_->selection().item())), FontLibrary::installed())
                .back();
        };
        const double high = frame(text).h.toPoints();
        QVERIFY(fits(job()).fits() && fits(job()).height <= high + 0.01);
        Job larger = job();
        scaleText(job(), *larger.findItem(text), 102);
        QVERIFY(!fits(larger).fits() || fits(larger).height > high);
    }

    void aFrameIsAsLargeAsAPrint()
    {
        find<QPushButton>("drawer.pictureFrame")->click();
        drag(at(110, 20), at(170, 150));
        pick("drawer.photoSize", QStringLiteral("4 × 6 in"));
        QCOMPARE(frame(items()[0].id).size(), (Size{Length::inches(4), Length::inches(6)}));
        QCOMPARE(find<QComboBox>("drawer.photoSize")->currentText(), QStringLiteral("4 × 6 in"));
    }

    void copiesStandInRows()
    {
        const QString shape = add("addShape", 1);
        type("drawer.width", QStringLiteral("20"));
        type("drawer.height", QStringLiteral("10"));
        const Rect from = frame(shape);
        QTimer::singleShot(100, this, [this] {
            auto* dialog = window_->findChild<QDialog*>(QStringLiteral("rowsDialog"));
            auto* ok = dialog->findChild<QDialogButtonBox*>()->button(QDialogButtonBox::Ok);
            find<QSpinBox>("rows.columns", dialog)->setValue(3);
            find<QSpinBox>("rows.rows", dialog)->setValue(2);
            find<QLineEdit>("rows.across", dialog)->setText(QStringLiteral("much"));
            QVERIFY(!ok->isEnabled());
            find<QLineEdit>("rows.across", dialog)->setText(QStringLiteral("2"));
            QVERIFY(find<QLabel>("rows.about", dialog)->text().contains(QStringLiteral("64 × 24 mm")));
            ok->click();
        });
        action("copyInRows")->trigger();
        QCOMPARE(items().size(), std::size_t(6));
        QCOMPARE(frame(items().back().id), from.moved({len("44"), len("14")}));
        action("undo")->trigger();
        QCOMPARE(items().size(), std::size_t(1));
    }

    void guidesAreTyped()
    {
        window_->selection().setPanel(1);
        type("drawer.guidesLeft", QStringLiteral("20, 45.5"));
        type("drawer.guidesHead", QStringLiteral("105"));
        QCOMPARE(job().on(Face::Outside).guides.size(), std::size_t(3));
        find<QPushButton>("drawer.repeatGuides")->click();
        QCOMPARE(job().on(Face::Outside).guides.size(), std::size_t(9));
        find<QPushButton>("drawer.mirrorGuides")->click();
        QCOMPARE(job().on(Face::Inside).guides.size(), std::size_t(3));
        // What cannot be is refused at the field.
        type("drawer.guidesLeft", QStringLiteral("120"));
        QCOMPARE(job().on(Face::Outside).guides.size(), std::size_t(9));
        QVERIFY(find<JobField>("drawer.guidesLeft")->property("wrong").toBool());
    }

    void theLayoutHasMarginsOfItsOwn()
    {
        window_->selection().setPanel(1);
        const auto layout = [this] { return plan().panelsOf(Face::Outside)[1].layoutArea; };
        const Rect safe = plan().panelsOf(Face::Outside)[1].safeArea;
        type("drawer.layoutMargin", QStringLiteral("12"));
        COMPARE_MM(layout().x, 97 + 12);
        type("drawer.layout.marginLeft", QStringLiteral("20"));
        COMPARE_MM(layout().x, 97 + 20);
        QCOMPARE(plan().panelsOf(Face::Outside)[1].safeArea, safe);
        // Too wide for the panel: refused at the field, with what there is room for.
        type("drawer.layout.marginRight", QStringLiteral("90"));
        COMPARE_MM(layout().right(), 197 - 12);
        QVERIFY(find<JobField>("drawer.layout.marginRight")->property("wrong").toBool());
        for (const char* emptied : {"drawer.layout.marginRight", "drawer.layout.marginLeft"}) {
            auto* edit = find<JobField>(emptied);
            edit->setFocus();
            edit->selectAll();
            QTest::keyClick(edit, Qt::Key_Delete);
            QTest::keyClick(edit, Qt::Key_Return);
        }
        COMPARE_MM(layout().x, 97 + 12);
        // A text that begins on the panel fills it.
        action("addText")->trigger();
        QCOMPARE(frame(item().id).x, layout().x);
    }

    void theyShowOnlyWhereOneWorks()
    {
        const QImage bare = canvas().grab().toImage();
        find<QAbstractButton>("view.1")->click();
        const QImage barePrint = canvas().grab().toImage();
        action("pictureFrame")->trigger(); // goes back to where frames are seen
        drag(at(110, 20), at(170, 60));
        window_->selection().clearItem();
        canvas().setFocus();
        QCoreApplication::processEvents();
        const QPoint inside = at(112, 22);
        QVERIFY(canvas().grab().toImage().pixelColor(inside) != bare.pixelColor(inside));
        find<QAbstractButton>("view.1")->click();
        QCOMPARE(canvas().grab().toImage().pixelColor(inside), barePrint.pixelColor(inside));
    }
};

HINGE_TEST(TestFlatFrames)
#include "test_flat_frames.moc"
