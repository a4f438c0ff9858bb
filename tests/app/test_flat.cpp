// SPDX-License-Identifier: GPL-3.0-or-later
// Filling the panels in the real window: shapes, codes, inks, styles, texts that run on.
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

class TestFlat : public PaperDriver
{
    Q_OBJECT

private Q_SLOTS:
    void initTestCase() { setUpProgram("flat"); }
    void init()
    {
        openWindow();
        window_->showStage(Stage::Flat);
        QCoreApplication::processEvents();
    }

    void escapeInTheDrawerPutsTheItemAway()
    {
        const QString id = add("addShape");
        auto* name = find<QLineEdit>("drawer.name");
        name->setFocus();
        QTest::keyClick(name, Qt::Key_Escape);
        QVERIFY(window_->selection().item().isEmpty());
        QVERIFY(job().findItem(id)); // put away, not taken off
        QCOMPARE(window_->focusWidget(), static_cast<QWidget*>(&canvas()));
    }

    void textThatIsTooMuchIsMarkedOnThePaper()
    {
        const QString id = add("addText");
        const QColor mark = Theme::lightTheme().brick;
        const auto marked = [&] {
            window_->selection().clearItem();
            QCoreApplication::processEvents();
            const QImage shown = canvas().grab().toImage();
            const double ratio = shown.devicePixelRatio();
            const Rect& at = frame(id);
            // Below the foot of the frame, at its right, where the tag stands.
            const QPointF foot = canvas().toPixels(QPointF(at.right().toMm(), at.bottom().toMm()));
            return shown.pixelColor(int((foot.x() - 8) * ratio), int((foot.y() + 6) * ratio)) == mark;
        };
        QVERIFY(!marked());
        Job next = job();
        next.findItem(id)->paragraphs.front().text = QStringLiteral("water over the causeway ").repeated(30);
        QVERIFY(window_->document().edit(QStringLiteral("write"), next));
        QVERIFY(marked());
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

    void aCodeOnATintComesWithItsGround()
    {
        add("addTint", 1);
        const QString code = add("addCode", 1);
        const auto& items = job().on(Face::Outside).items;
        QCOMPARE(items.size(), std::size_t(3));
        QCOMPARE(items[2].id, code); // in hand, on top of its ground
        QVERIFY(!items[1].group.isEmpty() && items[1].group == items[2].group);
        QVERIFY(frame(items[1].id).contains(frame(code)));
        QVERIFY(!testing::hasFinding(window_->document().findings(), "code.quiet"));
        // One step, and none on blank paper.
        action("undo")->trigger();
        QCOMPARE(job().on(Face::Outside).items.size(), std::size_t(1));
        add("addCode", 2);
        QCOMPARE(job().on(Face::Outside).items.size(), std::size_t(2));
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
        // A colour of the screen is converted by the profile; as it is shown it changes nothing.
        auto* screen = card->findChild<QLineEdit*>(QStringLiteral("inkCard.screen%1").arg(row));
        const auto typed = [&](const char* text) {
            screen->setFocus();
            screen->selectAll();
            QTest::keyClicks(screen, QString::fromLatin1(text));
            QTest::keyClick(screen, Qt::Key_Return);
            return job().inks[std::size_t(row)].cmyk;
        };
        const Cmyk before = job().inks[std::size_t(row)].cmyk;
        QCOMPARE(typed(qPrintable(screen->text())), before);
        const Cmyk red = typed("#c00000");
        QVERIFY2(red.m > 80 && red.y > 80 && red.c < 30, qPrintable(screen->text()));
        QCOMPARE(typed("192 0 0"), red);
        QCOMPARE(typed("a red"), red); // refused at the field
        QCOMPARE(typed("#ffffff").total(), Percent(0));
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
        pick("drawer.style", QStringLiteral("no style"));
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
        pick("drawer.characterStyle", QStringLiteral("characters: no style"));
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
        // A new frame on the panel seen next belongs to the text from the start.
        next = find<QComboBox>("drawer.next");
        const int fresh = next->findText(QStringLiteral("into a new frame on the next panel"));
        QVERIFY(fresh > 0);
        // The back cover is the last panel a reader sees: the one before it is asked.
        window_->selection().setItem(Face::Outside, first);
        QCoreApplication::processEvents();
        next = find<QComboBox>("drawer.next");
        next->setCurrentIndex(0);
        Q_EMIT next->activated(0);
        next = find<QComboBox>("drawer.next");
        Q_EMIT next->activated(next->findText(QStringLiteral("into a new frame on the next panel")));
        const QString third = job().findItem(first)->next;
        QVERIFY(!third.isEmpty() && third != second);
        QCOMPARE(window_->selection().item(), third);
        QVERIFY(chainOf(job(), first).size() == 2);
    }

    void standInWordsFillTheFrame()
    {
        add("addText", 0);
        type("drawer.size", QStringLiteral("9"));
        type("drawer.height", QStringLiteral("80"));
        find<QPushButton>("drawer.standIn")->click();
        QVERIFY(item().paragraphs.size() > 3);
        QVERIFY(!testing::hasFinding(window_->document().findings(), "text.over"));
        // They must not reach print.
        QVERIFY(testing::hasFinding(window_->document().findings(), "text.standIn"));
        find<QPlainTextEdit>("drawer.words")->setPlainText(QStringLiteral("High water at noon"));
        QVERIFY(!testing::hasFinding(window_->document().findings(), "text.standIn"));
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
