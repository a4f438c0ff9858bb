// SPDX-License-Identifier: GPL-3.0-or-later
// Words typed where they stand on the paper, and the looks of paragraphs and characters.
#include "app/flat/characters_dialog.h"
#include "app/flat/words_edit.h"
#include "core/edit/new_items.h"
#include "core/job/stories.h"
#include "paper_driver.h"
#include "typeset/text_place.h"

#include <QListView>

class TestFlatTyping : public PaperDriver
{
    Q_OBJECT

    WordsEdit& words() { return *find<WordsEdit>("drawer.words"); }
    QString text(int paragraph = 0) { return item().paragraphs.at(std::size_t(paragraph)).text; }

    /// A text on the front, with words.
    void addWords(const QString& said, TextRun run = TextRun::Across)
    {
        Job start = testing::a4Roll();
        const Plan bare = testing::planned(start);
        Item text;
        text.id = QStringLiteral("text");
        text.kind = ItemKind::Text;
        text.name = QStringLiteral("Tides");
        text.textRun = run;
        for (const QString& line : said.split(u'\n'))
            text.paragraphs.push_back({line, {}, {}});
        for (Paragraph& p : text.paragraphs)
            p.style.size = Length::points(14);
        text.sides = freeSides(bare.paper, Face::Outside, {len("110"), len("40"), len("60"), len("60")});
        start.edit(Face::Outside).items = {text};
        window_->document().start(start);
        window_->selection().setSurface(Face::Outside);
        action("stageFlat")->trigger();
        QCoreApplication::processEvents();
    }
    /// Where a place of the text is on the canvas, a little inside its line.
    QPoint pixel(TextPosition place)
    {
        const Item& item = *job().findItem(QStringLiteral("text"));
        const auto layouts = layOut(storyThrough(job(), plan(), item), FontLibrary::shipped());
        TextLayouts all;
        for (const TextLayout& layout : layouts)
            all.push_back(&layout);
        const CaretPlace caret = *caretAt(all, place);
        const Item& in = *job().findItem(chainOf(job(), item)[qsizetype(caret.frame)]);
        const QPointF mm =
            textToPaper(in, *plan().findItem(in.id)).map(QPointF(caret.x, (caret.head + caret.foot) / 2));
        return canvas().toPixels(mm).toPoint();
    }
    void press(TextPosition place, Qt::KeyboardModifiers keys = {})
    {
        QTest::mouseClick(&canvas(), Qt::LeftButton, keys, pixel(place));
        QTest::qWait(QApplication::doubleClickInterval() + 20); // the next press is a new one
    }
    void doubleClick(TextPosition place)
    {
        const QPoint at = pixel(place);
        QApplication::setActiveWindow(window_.get()); // without a window manager nobody else does
        QTest::mouseClick(&canvas(), Qt::LeftButton, {}, at);
        QTest::mouseDClick(&canvas(), Qt::LeftButton, {}, at);
        QCoreApplication::processEvents();
        QApplication::setActiveWindow(window_.get());
    }

private Q_SLOTS:
    void initTestCase() { setUpProgram("typing"); }
    void init() { openWindow(); }
    void cleanup() { window_.reset(); }

    void aDoubleClickPutsTheCaretWhereItIs_data()
    {
        QTest::addColumn<int>("run");
        QTest::newRow("across") << int(TextRun::Across);
        QTest::newRow("down") << int(TextRun::Down);
        QTest::newRow("up") << int(TextRun::Up);
    }
    void aDoubleClickPutsTheCaretWhereItIs()
    {
        QFETCH(int, run);
        addWords(QStringLiteral("High water at noon, low water at six, and again at midnight\nRead the flag"),
                 TextRun(run));
        doubleClick({1, 9});
        QVERIFY(words().hasFocus());
        QCOMPARE(words().caret(), (TextPosition{1, 9}));
        QVERIFY(!words().textCursor().hasSelection());
        QTest::keyClicks(&words(), QStringLiteral("red "));
        QCOMPARE(text(1), QStringLiteral("Read the red flag"));
        // A press elsewhere moves the caret, with Shift it marks.
        press({0, 5});
        QVERIFY(words().hasFocus());
        QCOMPARE(words().caret(), (TextPosition{0, 5}));
        press({0, 10}, Qt::ShiftModifier);
        QCOMPARE(words().textCursor().selectedText(), QStringLiteral("water"));
        QTest::keyClicks(&words(), QStringLiteral("tide"));
        QVERIFY(text().startsWith(QStringLiteral("High tide at noon")));
        // The frame stayed where it was, and one step takes the words back.
        COMPARE_MM(frame(QStringLiteral("text")).x, 110);
        action("undo")->trigger();
        QVERIFY(text().startsWith(QStringLiteral("High water")));
        QTest::keyClick(&words(), Qt::Key_Escape);
        QVERIFY(canvas().hasFocus());
    }

    void markedWordsAreDraggedOnThePaper()
    {
        addWords(QStringLiteral("one two three four"));
        doubleClick({0, 1});
        QTest::mouseDClick(&canvas(), Qt::LeftButton, {}, pixel({0, 5}));
        QCOMPARE(words().textCursor().selectedText(), QStringLiteral("two"));
        QTest::qWait(QApplication::doubleClickInterval() + 20);
        drag(pixel({0, 6}), pixel({0, 14}));
        QCOMPARE(text(), QStringLiteral("one  three twofour"));
        QCOMPARE(words().textCursor().selectedText(), QStringLiteral("two"));
        drag(pixel({0, 12}), pixel({0, 4}), Qt::ControlModifier); // leaves them
        QCOMPARE(text(), QStringLiteral("one two three twofour"));
        // Dragged over letters that are not marked, they are.
        drag(pixel({0, 8}), pixel({0, 13}));
        QCOMPARE(words().textCursor().selectedText(), QStringLiteral("three"));
        COMPARE_MM(frame(QStringLiteral("text")).x, 110);
    }

    void keysMoveByTheLinesOfThePaper()
    {
        addWords(QStringLiteral("High water at noon, low water at six, and again at midnight when nobody looks"));
        doubleClick({0, 3});
        const auto layout = layOut(storyThrough(job(), plan(), item()), FontLibrary::shipped()).front();
        QVERIFY(layout.lines >= 2);
        QTest::keyClick(&words(), Qt::Key_End);
        QCOMPARE(words().caret().character, layout.lineBoxes[0].lettersEnd);
        QTest::keyClick(&words(), Qt::Key_Home);
        QCOMPARE(words().caret().character, 0);
        QTest::keyClick(&words(), Qt::Key_Down, Qt::ShiftModifier);
        QCOMPARE(words().caret().character, layout.lineBoxes[1].start);
        QCOMPARE(words().textCursor().selectionStart(), 0);
        QTest::keyClick(&words(), Qt::Key_Up);
        QCOMPARE(words().caret().character, 0);
    }

    void linkedFramesAreOneText()
    {
        addWords(QString(QStringLiteral("low water at the steps ")).repeated(30));
        Job linked = job();
        Item next = *linked.findItem(QStringLiteral("text"));
        next.id = QStringLiteral("next");
        next.paragraphs.clear();
        next.sides = freeSides(plan().paper, Face::Outside, {len("210"), len("40"), len("60"), len("100")});
        linked.edit(Face::Outside).items.push_back(next);
        linked.findItem(QStringLiteral("text"))->next = next.id;
        QVERIFY(window_->document().edit(QStringLiteral("Link"), std::move(linked)));
        const QRectF second = toMm(frame(QStringLiteral("next")));
        const QPoint at = canvas().toPixels(second.topLeft() + QPointF(20, 8)).toPoint();
        QApplication::setActiveWindow(window_.get());
        QTest::mouseClick(&canvas(), Qt::LeftButton, {}, at);
        QTest::mouseDClick(&canvas(), Qt::LeftButton, {}, at);
        QVERIFY(words().hasFocus());
        QCOMPARE(window_->selection().item(), QStringLiteral("text")); // where its words are
        const auto layouts = layOut(storyThrough(job(), plan(), item()), FontLibrary::shipped());
        QVERIFY(words().caret().character > layouts[0].lineBoxes.back().end);
        const int before = words().caret().character;
        QTest::keyClicks(&words(), QStringLiteral("X"));
        QCOMPARE(text()[before], QChar(u'X'));
    }

    void whatAnInputMethodHasNotSettledIsNotInTheJob()
    {
        addWords(QStringLiteral("tide"));
        doubleClick({0, 4});
        QInputMethodEvent unsettled(QStringLiteral("ni"), {});
        QCoreApplication::sendEvent(&words(), &unsettled);
        QCOMPARE(text(), QStringLiteral("tide"));
        QCOMPARE(words().unsettled(), QStringLiteral("ni"));
        QInputMethodEvent settled;
        settled.setCommitString(QStringLiteral("你"));
        QCoreApplication::sendEvent(&words(), &settled);
        QCOMPARE(text(), QStringLiteral("tide你"));
        // Its windows open at the caret on the paper.
        const QRect caret = words().inputMethodQuery(Qt::ImCursorRectangle).toRect();
        QVERIFY(canvas().rect().contains(canvas().mapFromGlobal(words().mapToGlobal(caret.center()))));
    }

    void looksOfParagraphsAreInTheDrawer()
    {
        addWords(QStringLiteral("one two\nthree"));
        doubleClick({0, 2});
        find<QPushButton>("drawer.paragraph")->click();
        choose("drawer.list", QStringLiteral("1. 2. 3."));
        type("drawer.listIndent", QStringLiteral("18 pt"));
        type("drawer.dropLines", QStringLiteral("2"));
        type("drawer.ruleAbove", QStringLiteral("1 pt"));
        choose("drawer.ruleAboveInk", job().inks.back().name);
        choose("drawer.boxInk", job().inks.back().name);
        type("drawer.boxStrength", QStringLiteral("35"));
        type("drawer.boxPadding", QStringLiteral("2 mm"));
        const TextStyle& style = item().paragraphs[0].style;
        QCOMPARE(style.list, ListMark::Numbers);
        QCOMPARE(style.listIndent, Length::points(18));
        QCOMPARE(style.dropLines, 2);
        QCOMPARE(style.ruleAbove, Length::points(1));
        QCOMPARE(style.ruleAboveInk, job().inks.back().name);
        QCOMPARE(style.boxStrength, Percent(35));
        QCOMPARE(style.boxPadding, len("2 mm"));
        QCOMPARE(item().paragraphs[1].style.list, ListMark::None);
        type("drawer.listSign", QStringLiteral("*"));
        QCOMPARE(item().paragraphs[0].style.list, ListMark::Sign);
        // What cannot be is refused at its field.
        type("drawer.dropLines", QStringLiteral("40"));
        QCOMPARE(item().paragraphs[0].style.dropLines, 2);
        type("drawer.boxStrength", QStringLiteral("many"));
        QCOMPARE(item().paragraphs[0].style.boxStrength, Percent(35));
    }

    void charactersAreUnderlinedStruckAndPutIn()
    {
        addWords(QStringLiteral("old price 7.50"));
        doubleClick({0, 10});
        for (int i = 0; i < 4; ++i)
            QTest::keyClick(&words(), Qt::Key_Right, Qt::ShiftModifier);
        action("strikeThrough")->trigger();
        QCOMPARE(item().paragraphs[0].spans.size(), std::size_t(1));
        QVERIFY(item().paragraphs[0].spans[0].strike && !item().paragraphs[0].spans[0].underline);
        QCOMPARE(item().paragraphs[0].spans[0].start, 10);
        action("underline")->trigger();
        QVERIFY(item().paragraphs[0].spans[0].strike && item().paragraphs[0].spans[0].underline);
        action("strikeThrough")->trigger();
        action("underline")->trigger();
        QVERIFY(item().paragraphs[0].spans.empty());

        QTest::keyClick(&words(), Qt::Key_End);
        action("putCharacter")->trigger();
        auto* dialog = window_->findChild<CharactersDialog*>();
        QVERIFY(dialog);
        auto* search = find<QLineEdit>("characters.search", dialog);
        QTest::keyClicks(search, QStringLiteral("euro"));
        QCOMPARE(find<QListView>("characters.list", dialog)->model()->rowCount(), 1);
        QVERIFY(find<QLabel>("characters.about", dialog)->text().contains(QStringLiteral("U+20AC")));
        find<QPushButton>("characters.put", dialog)->click();
        QCOMPARE(text(), QStringLiteral("old price 7.50€"));
        QTest::keyClicks(search, QStringLiteral(" of the sea"));
        QVERIFY(find<QLabel>("characters.about", dialog)->text().contains(QStringLiteral("no character")));
        find<QPushButton>("characters.put", dialog)->click();
        QCOMPARE(text(), QStringLiteral("old price 7.50€"));
        dialog->close();
    }

    void textIsKeptOffByTheDrawer()
    {
        addWords(QString(QStringLiteral("low water at the steps ")).repeated(8));
        window_->selection().setPanel(1);
        action("addShape")->trigger();
        QCoreApplication::processEvents();
        const QString shape = window_->selection().item();
        choose("drawer.textAround", QStringLiteral("keeps off its outline"));
        type("drawer.aroundGap", QStringLiteral("4 mm"));
        QCOMPARE(job().findItem(shape)->textAround, TextAround::Outline);
        QCOMPARE(job().findItem(shape)->aroundGap, len("4 mm"));
        QVERIFY(plan().keptOff.at(Face::Outside).contains(shape));
    }
};

HINGE_TEST(TestFlatTyping)
#include "test_flat_typing.moc"
