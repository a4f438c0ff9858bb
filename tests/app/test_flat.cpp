// SPDX-License-Identifier: GPL-3.0-or-later
// Filling the panels in the real window on the offscreen platform: shapes, codes, inks, styles, texts that run on,
// pictures in their frames, guides, several items at once, files, views.
#include "app/dialogs/files_dialog.h"
#include "app/dialogs/press_dialog.h"
#include "app/document/linked_files.h"
#include "app/flat/face_canvas.h"
#include "app/flat/ink_card.h"
#include "app/look/theme.h"
#include "core/file/job_file.h"
#include "core/job/contact_card.h"
#include "core/job/stories.h"
#include "window_driver.h"

#include <QCheckBox>
#include <QClipboard>
#include <QLabel>
#include <QPlainTextEdit>
#include <QProcess>
#include <QPushButton>
#include <QSignalSpy>
#include <QStandardPaths>
#include <QTextBlock>

using namespace hinge;
using testing::len;

class TestFlat : public testing::WindowDriver
{
    Q_OBJECT

    FaceCanvas& canvas() { return *find<FaceCanvas>("faceCanvas"); }
    const Item& item() { return *job().findItem(window_->selection().item()); }
    const Rect& frame(const QString& id) { return plan().findItem(id)->frame; }
    QPoint at(double x, double y) { return canvas().toPixels(QPointF(x, y)).toPoint(); }

    /// Adds by menu, on a panel of the outside.
    QString add(const char* name, int panel = 0)
    {
        window_->selection().setSurface(Face::Outside);
        window_->selection().setPanel(panel);
        action(name)->trigger();
        QCoreApplication::processEvents();
        return window_->selection().item();
    }
    void drag(QPoint from, QPoint to, Qt::KeyboardModifiers keys = {})
    {
        QTest::mousePress(&canvas(), Qt::LeftButton, keys, from);
        for (int i = 1; i <= 6; ++i) {
            QMouseEvent move(QEvent::MouseMove, from + (to - from) * i / 6,
                             canvas().mapToGlobal(from + (to - from) * i / 6), Qt::NoButton, Qt::LeftButton, keys);
            QCoreApplication::sendEvent(&canvas(), &move);
        }
        QTest::mouseRelease(&canvas(), Qt::LeftButton, keys, to);
        QCoreApplication::processEvents();
    }
    void pick(const char* field, const QString& text)
    {
        choose(field, text);
        QCoreApplication::processEvents();
    }
    QString pictureFile(const char* name, const QSize& size, const QColor& left, const QColor& right)
    {
        QImage image(size, QImage::Format_RGB32);
        image.fill(left);
        for (int y = 0; y < size.height(); ++y)
            for (int x = size.width() / 2; x < size.width(); ++x)
                image.setPixelColor(x, y, right);
        const QString file = dir_->filePath(QString::fromLatin1(name));
        image.save(file);
        return file;
    }
    void place(const QString& file, int panel)
    {
        Q_EMIT canvas().filesDropped({file}, panel);
        waitForFiles();
    }

private Q_SLOTS:
    void initTestCase()
    {
        QStandardPaths::setTestModeEnabled(true);
        QApplication::setOrganizationName(QStringLiteral("upper-hinge-test"));
        QApplication::setApplicationName(QStringLiteral("flat"));
        applyTheme(*qApp, false);
    }
    void init()
    {
        openWindow();
        window_->showStage(Stage::Flat);
        QCoreApplication::processEvents();
    }

    void aShapeGetsItsLook()
    {
        add("addShape");
        QCOMPARE(item().kind, ItemKind::Shape);
        pick("drawer.outline", QStringLiteral("polygon"));
        type("drawer.corners", QStringLiteral("8"));
        type("drawer.strength", QStringLiteral("60"));
        type("drawer.stroke", QStringLiteral("2"));
        pick("drawer.strokeInk", QStringLiteral("Lamp"));
        type("drawer.opacity", QStringLiteral("80"));
        pick("drawer.shadow", QStringLiteral("soft"));
        type("drawer.shadowBlur", QStringLiteral("4"));
        QCOMPARE(item().outline, Outline::Polygon);
        QCOMPARE(item().corners, 8);
        QCOMPARE(item().strength, 60);
        QCOMPARE(item().stroke, (Stroke{Length::points(2), QStringLiteral("Lamp"), 100}));
        QCOMPARE(item().opacity, 80);
        QVERIFY(item().shadow);
        COMPARE_MM(item().shadow->blur, 4);
        find<QCheckBox>("drawer.keepWhole")->click();
        QVERIFY(item().keepWhole);
        // Nonsense is refused at the field and nothing is lost.
        type("drawer.opacity", QStringLiteral("lots"));
        type("drawer.corners", QStringLiteral("2"));
        QCOMPARE(item().opacity, 80);
        QCOMPARE(item().corners, 8);
        for (int i = 0; i < 12; ++i)
            action("undo")->trigger();
        QVERIFY(job().on(Face::Outside).items.empty());
    }

    void aCodeSaysWhatIsTyped()
    {
        add("addCode");
        pick("drawer.codeKind", QStringLiteral("article number or ISBN"));
        type("drawer.codeData", QStringLiteral("978-0-306-40615"));
        QCOMPARE(item().code.data, QStringLiteral("978-0-306-40615"));
        QVERIFY(find<QLabel>("drawer.codeNote")->text().contains(QStringLiteral("module")));
        // A wrong check digit is refused with the right one.
        type("drawer.codeData", QStringLiteral("9780306406150"));
        QCOMPARE(item().code.data, QStringLiteral("978-0-306-40615"));
        // Too small a code is a finding.
        type("drawer.width", QStringLiteral("15"));
        QVERIFY(testing::hasFinding(window_->document().findings(), "code.small"));
    }

    void aCodePassesOnAContact()
    {
        add("addCode", 0);
        pick("drawer.codeSays", QStringLiteral("a contact"));
        QVERIFY(testing::hasFinding(window_->document().findings(),
                                    "code.wrong")); // nothing made up: it is empty, and said to be
        type("drawer.contact.given", QStringLiteral("Ada"));
        type("drawer.contact.family", QStringLiteral("Thrift"));
        type("drawer.contact.phone", QStringLiteral("+44 1632 960 001"));
        type("drawer.contact.town", QStringLiteral("Skerrowby"));
        const auto contact = contactFrom(item().code.data);
        QVERIFY(contact);
        QCOMPARE(contact->givenName, QStringLiteral("Ada"));
        QCOMPARE(contact->familyName, QStringLiteral("Thrift"));
        QCOMPARE(contact->phone, QStringLiteral("+44 1632 960 001"));
        QCOMPARE(contact->town, QStringLiteral("Skerrowby"));
        QVERIFY(!testing::hasFinding(window_->document().findings(), "code.wrong"));
        // Back to a text the code is empty and says so.
        pick("drawer.codeSays", QStringLiteral("a link or a text"));
        QVERIFY(item().code.data.isEmpty());
        type("drawer.codeData", QStringLiteral("https://skerrowby.example"));
        QCOMPARE(item().code.data, QStringLiteral("https://skerrowby.example"));
    }

    void groundsLieUnderEverything()
    {
        add("addText", 1);
        add("tintFace");
        QCOMPARE(job().on(Face::Outside).items.front().id, window_->selection().item());
        QCOMPARE(frame(window_->selection().item()), bleedOf(plan().paper));
        // It follows when the bleed grows.
        Job wider = job();
        wider.zones.bleed = len("5");
        QVERIFY(window_->document().edit(QStringLiteral("bleed"), wider));
        QCOMPARE(frame(job().on(Face::Outside).items.front().id), bleedOf(plan().paper));
    }

    void oneChangeOfAnInkRecoloursAll()
    {
        add("addTint");
        find<QPushButton>("drawer.inks")->click();
        auto* card = find<InkCard>("inkCard");
        // The second colour of the job is renamed: items follow.
        const QString used = item().ink;
        int row = 0;
        while (job().inks[std::size_t(row)].name != used)
            ++row;
        auto* name = card->findChild<QLineEdit*>(QStringLiteral("inkCard.name%1").arg(row));
        name->setFocus();
        name->selectAll();
        QTest::keyClicks(name, QStringLiteral("North sea"));
        QTest::keyClick(name, Qt::Key_Return);
        QCOMPARE(item().ink, QStringLiteral("North sea"));
        auto* cyan = card->findChild<QLineEdit*>(QStringLiteral("inkCard.C%1").arg(row));
        cyan->setFocus();
        cyan->selectAll();
        QTest::keyClicks(cyan, QStringLiteral("101"));
        QTest::keyClick(cyan, Qt::Key_Return);
        QVERIFY(job().findInk(QStringLiteral("North sea"))->cmyk.c <= 100); // refused
        card->findChild<QCheckBox*>(QStringLiteral("inkCard.spot%1").arg(row))->click();
        QVERIFY(job().findInk(QStringLiteral("North sea"))->spot);
        // A name that is taken is refused; what is in use cannot be taken away.
        name->setFocus();
        name->selectAll();
        QTest::keyClicks(name, QStringLiteral("Black"));
        QTest::keyClick(name, Qt::Key_Return);
        QVERIFY(job().findInk(QStringLiteral("North sea")));
        QVERIFY(!card->findChild<QPushButton*>(QStringLiteral("inkCard.drop%1").arg(row))->isEnabled());
        card->findChild<QPushButton*>(QStringLiteral("inkCard.add"))->click();
        QVERIFY(job().findInk(QStringLiteral("New ink")));
        card->close();
        // Its plate can be looked at by itself.
        find<QPushButton>("view.4")->click();
        QVERIFY(find<QComboBox>("view.plate")->findText(QStringLiteral("North sea")) >= 0);
    }

    void aStyleIsKeptAndChangesAllWhoFollow()
    {
        const QString first = add("addText", 0);
        type("drawer.size", QStringLiteral("17"));
        find<QPushButton>("drawer.keepStyle")->click();
        QCOMPARE(job().textStyles.size(), std::size_t(1));
        const QString style = job().textStyles.front().name;
        const QString second = add("addText", 1);
        auto* words = find<QPlainTextEdit>("drawer.words");
        words->selectAll();
        pick("drawer.style", QStringLiteral("style: ") + style);
        QCOMPARE(job().findItem(second)->paragraphs.front().styleName, style);
        // A change here is a change there.
        type("drawer.size", QStringLiteral("19"));
        QCOMPARE(job().styleOf(job().findItem(first)->paragraphs.front()).size, Length::points(19));
        type("drawer.leading", QStringLiteral("130 %"));
        QCOMPARE(job().textStyles.front().style.leadingShare, 130);
        // Let go, it keeps its look.
        pick("drawer.style", QStringLiteral("a look of its own"));
        QCOMPARE(job().findItem(second)->paragraphs.front().style.size, Length::points(19));
        QVERIFY(job().findItem(second)->paragraphs.front().styleName.isEmpty());
    }

    void looksGoToTheWholeTextWhileItsFrameIsInHand()
    {
        const QString id = add("addText", 0);
        find<QPlainTextEdit>("drawer.words")->setPlainText(QStringLiteral("High water\nLow water\nSlack"));
        window_->selection().clearItem();
        window_->selection().setItem(Face::Outside, id);
        QCoreApplication::processEvents();
        QCOMPARE(find<QLabel>("drawer.scope")->text(), QStringLiteral("of the whole text"));
        type("drawer.size", QStringLiteral("15"));
        pick("drawer.font", QStringLiteral("Cabin Bold"));
        find<QPushButton>("ink.Lamp")->click();
        const auto looks = [&] {
            QStringList out;
            for (const Paragraph& p : item().paragraphs)
                out << QStringLiteral("%1 %2 %3")
                           .arg(formatLength(p.style.size, Unit::Point), p.style.font, p.style.ink);
            return out;
        };
        QCOMPARE(item().paragraphs.size(), std::size_t(3));
        for (const QString& look : looks())
            QCOMPARE(look, QStringLiteral("15 pt Cabin Bold Lamp"));
        // With the cursor in the second paragraph, it is that one's; Escape takes the frame in hand again.
        auto* words = find<QPlainTextEdit>("drawer.words");
        words->setFocus();
        QTextCursor cursor = words->textCursor();
        cursor.setPosition(14);
        words->setTextCursor(cursor);
        QCOMPARE(find<QLabel>("drawer.scope")->text(), QStringLiteral("of the paragraph in hand"));
        type("drawer.size", QStringLiteral("11"));
        QCOMPARE(item().paragraphs[0].style.size, Length::points(15));
        QCOMPARE(item().paragraphs[1].style.size, Length::points(11));
        QCOMPARE(item().paragraphs[2].style.size, Length::points(15));
        find<QPlainTextEdit>("drawer.words")->setFocus();
        QTest::keyClick(find<QPlainTextEdit>("drawer.words"), Qt::Key_Escape);
        QCOMPARE(find<QLabel>("drawer.scope")->text(), QStringLiteral("of the whole text"));
        type("drawer.size", QStringLiteral("9"));
        QCOMPARE(item().paragraphs[1].style.size, Length::points(9));
        QCOMPARE(item().paragraphs[2].style.size, Length::points(9));
    }

    void wordsInAParagraphTakeAnotherFont()
    {
        add("addText", 0);
        auto* words = find<QPlainTextEdit>("drawer.words");
        words->setPlainText(QStringLiteral("High water at noon"));
        QTextCursor cursor = words->textCursor();
        cursor.setPosition(5);
        cursor.setPosition(10, QTextCursor::KeepAnchor);
        words->setTextCursor(cursor);
        pick("drawer.font", QStringLiteral("Cabin Bold"));
        QCOMPARE(item().paragraphs.front().spans.size(), std::size_t(1));
        QCOMPARE(item().paragraphs.front().spans.front().start, 5);
        QCOMPARE(item().paragraphs.front().spans.front().length, 5);
        find<QPushButton>("ink.Lamp")->click();
        QCOMPARE(item().paragraphs.front().spans.front().ink, QStringLiteral("Lamp"));
    }

    void aLookOfCharactersIsKeptUnderAName()
    {
        const auto select = [this](const char* text, int from, int to) {
            auto* words = find<QPlainTextEdit>("drawer.words");
            if (text)
                words->setPlainText(QString::fromLatin1(text));
            QTextCursor cursor = words->textCursor();
            cursor.setPosition(from);
            cursor.setPosition(to, QTextCursor::KeepAnchor);
            words->setTextCursor(cursor);
        };
        const QString first = add("addText", 0);
        select("High water at noon", 5, 5);
        QVERIFY(!find<QWidget>("drawer.characters")->isVisible()); // nothing selected, nothing to style
        select(nullptr, 5, 10);
        QVERIFY(find<QWidget>("drawer.characters")->isVisible());
        pick("drawer.font", QStringLiteral("Cabin Bold"));
        find<QPushButton>("ink.Lamp")->click();
        find<QPushButton>("drawer.keepCharacterStyle")->click();
        QCOMPARE(job().characterStyles,
                 (std::vector<NamedCharacterStyle>{
                     {QStringLiteral("Cabin Bold"), QStringLiteral("Cabin Bold"), QStringLiteral("Lamp")}}));
        QCOMPARE(item().paragraphs.front().spans.front().styleName, QStringLiteral("Cabin Bold"));
        QCOMPARE(find<QPlainTextEdit>("drawer.words")->textCursor().selectedText(),
                 QStringLiteral("water")); // still in hand
        // On other words of another text; then changed there, and so on both.
        const QString second = add("addText", 1);
        select("Low water at dusk", 0, 3);
        QCOMPARE(find<QComboBox>("drawer.font")->currentText(), job().styleOf(item().paragraphs.front()).font);
        pick("drawer.characterStyle", QStringLiteral("characters: Cabin Bold"));
        QCOMPARE(find<QComboBox>("drawer.font")->currentText(), QStringLiteral("Cabin Bold")); // of what is in hand
        QCOMPARE(job().findItem(second)->paragraphs.front().spans.front().styleName, QStringLiteral("Cabin Bold"));
        pick("drawer.font", QStringLiteral("Vollkorn Bold"));
        QCOMPARE(job().lookOf(job().findItem(first)->paragraphs.front().spans.front()).font,
                 QStringLiteral("Vollkorn Bold"));
        pick("drawer.characterStyle", QStringLiteral("characters: own look"));
        QVERIFY(job().findItem(second)->paragraphs.front().spans.front().styleName.isEmpty());
        QCOMPARE(job().findItem(second)->paragraphs.front().spans.front().font, QStringLiteral("Vollkorn Bold"));
        for (int i = 0; i < 4; ++i)
            action("undo")->trigger();
        QVERIFY(job().findItem(second)->paragraphs.front().spans.empty());
    }

    void textRunsOnIntoAnotherFrame()
    {
        const QString first = add("addText", 0);
        find<QPlainTextEdit>("drawer.words")
            ->setPlainText(QString(60, u'x').replace(u'x', QStringLiteral("tide after tide ")));
        QVERIFY(testing::hasFinding(window_->document().findings(), "text.over"));
        QVERIFY(!find<QPlainTextEdit>("drawer.words")->extraSelections().isEmpty()); // marked where it is read
        const QString second = add("addText", 1);
        window_->selection().setItem(Face::Outside, first);
        QCoreApplication::processEvents();
        auto* next = find<QComboBox>("drawer.next");
        next->setCurrentIndex(1);
        Q_EMIT next->activated(1);
        QCOMPARE(job().findItem(first)->next, second);
        QVERIFY(job().findItem(second)->paragraphs.empty());
        QCOMPARE(chainOf(job(), second).size(), 2);
        // A circle is refused with a reason.
        window_->selection().setItem(Face::Outside, second);
        QCoreApplication::processEvents();
        next = find<QComboBox>("drawer.next");
        QTimer::singleShot(50, this, [] {
            if (auto* box = QApplication::activeModalWidget())
                box->close();
        });
        Q_EMIT next->activated(1);
        QVERIFY(job().findItem(second)->next.isEmpty());
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

    void standInWordsFillTheFrame()
    {
        add("addText", 0);
        type("drawer.size", QStringLiteral("9"));
        type("drawer.height", QStringLiteral("80"));
        find<QPushButton>("drawer.standIn")->click();
        QVERIFY(item().paragraphs.size() > 3);
        QVERIFY(!testing::hasFinding(window_->document().findings(), "text.over"));
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
        QCOMPARE(embed->text(), QStringLiteral("Take into the job"));
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
    }

    void baselineGridAndColumnsOfAText()
    {
        const QString a = add("addText", 0);
        type("drawer.textColumns", QStringLiteral("2"));
        pick("drawer.verticalAlign", QStringLiteral("the foot"));
        pick("drawer.textRun", QStringLiteral("down"));
        find<QCheckBox>("drawer.onGrid")->click();
        type("drawer.gridStep", QStringLiteral("14"));
        type("drawer.tabs", QStringLiteral("20, 40 right"));
        QCOMPARE(job().findItem(a)->textColumns, 2);
        QCOMPARE(job().findItem(a)->verticalAlign, VerticalAlign::Foot);
        QCOMPARE(job().findItem(a)->textRun, TextRun::Down);
        QVERIFY(job().findItem(a)->onGrid);
        QCOMPARE(job().gridStep, Length::points(14));
        QCOMPARE(job().findItem(a)->paragraphs.front().style.tabs.size(), std::size_t(2));
    }
};

HINGE_TEST(TestFlat)
#include "test_flat.moc"
