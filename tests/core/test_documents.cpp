// SPDX-License-Identifier: GPL-3.0-or-later
// Texts of word processors: what of them comes in, and how it is placed. Files are made by the converter itself, and
// its plain text is what ours is compared with.
#include "content_items.h"
#include "core/edit/frames.h"
#include "core/edit/place_document.h"
#include "core/edit/table_edits.h"
#include "core/file/job_file.h"
#include "core/job/list_marks.h"
#include "core/job/paragraphs.h"
#include "core/plan/word_counts.h"

#include <QProcess>
#include <QTemporaryDir>

using namespace hinge;
using namespace testing::content;
using testing::len;

class TestDocuments : public QObject
{
    Q_OBJECT

    QTemporaryDir dir_;

    static constexpr const char* tower =
        "# The tower\n\nIt was *built* to keep a **lamp** and has kept a ***clock***[^1]: \"since\" its\\\nfirst "
        "winter.\n\n"
        "## Opening\n\n- first\n- second **item**\n\n3. three\n4. four\n\n"
        "| Ticket | Price |\n|--------|------:|\n| Adults | 6.00 |\n| Children | 3.00 |\n\n"
        "> The causeway fills.\n\n[^1]: A clock of the sea.\n";

    QString made(const char* format, const char* text = tower)
    {
        const QString path = dir_.filePath(QStringLiteral("text.") + QLatin1String(format));
        (void)testing::run(QStringLiteral("pandoc"),
                           {QStringLiteral("-s"), QStringLiteral("-f"), QStringLiteral("markdown"),
                            QStringLiteral("-t"), QLatin1String(format), QStringLiteral("-o"), path},
                           text);
        return path;
    }
    QString file(const char* name, const QByteArray& bytes)
    {
        return testing::written(dir_.filePath(QString::fromLatin1(name)), bytes);
    }
    static DocumentText read(const QString& path)
    {
        auto document = readDocument(path);
        if (!document)
            qFatal("%s", qPrintable(document.error().text()));
        return *document;
    }
    static QString lines(const DocumentText& document)
    {
        QStringList out;
        for (const DocumentParagraph& p : document.paragraphs)
            out << p.style + QStringLiteral(": ") + (p.list == ListMark::None ? QString() : markOf(p) + u' ') + p.text;
        return out.join(u'\n');
    }
    static QString markOf(const DocumentParagraph& p)
    {
        return p.list == ListMark::Sign ? QStringLiteral("•") : QStringLiteral("%1.").arg(p.number);
    }
    static QString marked(const DocumentParagraph& p)
    {
        QString out;
        for (const DocumentMark& m : p.marks)
            out += u'[' + QString(m.bold ? QStringLiteral("b") : QString()) +
                   (m.italic ? QStringLiteral("i ") : QStringLiteral(" ")) + p.text.mid(m.start, m.length) + u']';
        return out;
    }
    /// The words alone, each once after the other.
    static QString words(const QString& text)
    {
        QString out;
        for (const QChar c : text)
            out += c.isLetterOrNumber() ? c.toLower() : QChar(u' ');
        return out.simplified();
    }

private Q_SLOTS:
    void linesUnderAndThroughComeAlong_data()
    {
        QTest::addColumn<QString>("format");
        for (const char* format : {"docx", "odt", "markdown"})
            QTest::newRow(format) << QString::fromLatin1(format);
    }
    void linesUnderAndThroughComeAlong()
    {
        QFETCH(QString, format);
        const DocumentText document =
            read(made(qPrintable(format), "Now ~~7.50~~ **~~8.00~~** and [9.50]{.underline} a head.\n"));
        QCOMPARE(document.paragraphs.size(), std::size_t(1));
        Job job = testing::a4Roll();
        const Plan plan = testing::planned(job);
        const QStringList ids = placeDocument(job, plan, Face::Outside, 1, document, proposedChoices(job, document), {},
                                              QStringLiteral("lines"), counter());
        const Paragraph& placed = job.findItem(ids.first())->paragraphs.at(0);
        const auto at = [&](const char* words) {
            return job.lookOf(charactersAt(placed, int(placed.text.indexOf(QLatin1String(words)))));
        };
        QVERIFY(at("7.50").strike && !at("7.50").underline);
        QVERIFY(at("8.00").strike && at("8.00").font.endsWith(QStringLiteral("Bold")));
        // The converter takes lines under letters for emphasis in ODT.
        const bool odt = format == QStringLiteral("odt");
        QCOMPARE(at("9.50").underline, !odt);
        QCOMPARE(at("9.50").font.isEmpty(), !odt);
        QVERIFY(!at("9.50").strike);
        QVERIFY(at("head").isPlain());
    }

    void eachFormatSaysTheSame_data()
    {
        QTest::addColumn<QString>("format");
        for (const char* format : {"docx", "odt", "rtf", "markdown"})
            QTest::newRow(format) << QString::fromLatin1(format);
    }
    void eachFormatSaysTheSame()
    {
        QFETCH(QString, format);
        const DocumentText document = read(made(qPrintable(format)));
        const bool rtf = format == QStringLiteral("rtf");
        QVERIFY(document.paragraphs.size() >= (rtf ? 8 : 9));
        QCOMPARE(document.paragraphs[0].style, QStringLiteral("Heading 1"));
        QCOMPARE(document.paragraphs[0].text, QStringLiteral("The tower"));
        const DocumentParagraph& text = document.paragraphs[1];
        QCOMPARE(text.style, QStringLiteral("Text"));
        QVERIFY2(text.text.startsWith(QStringLiteral("It was built to keep a lamp and has kept a clock")),
                 qPrintable(text.text));
        // The converter takes a letter after a quote in RTF for the quote's own stand-in.
        QVERIFY(rtf || text.text.contains(QStringLiteral("a clock¹: “since” its")));
        QVERIFY(text.text.contains(QChar(QChar::LineSeparator)));
        QVERIFY2(marked(text).startsWith(QStringLiteral("[i built][b lamp][bi clock")), qPrintable(marked(text)));
        const QString all = lines(document);
        QStringList expected{QStringLiteral("Heading 2: Opening")};
        if (rtf) // where the converter knows neither lists nor notes
            expected << QStringLiteral("Text: • first") << QStringLiteral("Text: 4. four");
        else
            expected << QStringLiteral("List: • first") << QStringLiteral("List: • second item")
                     << QStringLiteral("Continued list: 3. three") << QStringLiteral("Continued list: 4. four")
                     << QStringLiteral("Note: ¹ A clock of the sea.");
        for (const QString& line : expected)
            QVERIFY2(all.contains(line), qPrintable(all));
        if (!rtf && format != QStringLiteral("odt")) // where quotes are but indents
            QVERIFY2(all.contains(QStringLiteral("Quote: The causeway fills.")), qPrintable(all));
        QCOMPARE(document.tables.size(), std::size_t(1));
        QCOMPARE(document.tables[0].rows, (QList<QStringList>{{QStringLiteral("Ticket"), QStringLiteral("Price")},
                                                              {QStringLiteral("Adults"), QStringLiteral("6.00")},
                                                              {QStringLiteral("Children"), QStringLiteral("3.00")}}));
    }

    void listsBecomeLists()
    {
        const DocumentText document = read(file(
            "lists.md", "1. Low water\n\n    at *night*, too\n2. High water\n    - springs\n    - neaps\n3. Ebb\n\n"
                        "Between\n\na. one\nb. two\n\nAfter\n\n5. five\n6. six\n"));
        QStringList styles;
        for (const DocumentParagraph& p : document.paragraphs)
            styles << p.style;
        QCOMPARE(styles.join(u','),
                 QStringLiteral("Numbered list,Numbered list,List 2,List 2,Numbered list,Text,Lettered list,Lettered "
                                "list,Text,Continued list,Continued list"));
        const DocumentParagraph& first = document.paragraphs[0];
        QCOMPARE(first.text,
                 QStringLiteral("Low water") + QChar(QChar::LineSeparator) + QStringLiteral("at night, too"));
        QCOMPARE(marked(first), QStringLiteral("[i night]"));

        Job job = testing::a4Roll();
        const QStringList ids = placeDocument(job, testing::planned(job), Face::Outside, 1, document,
                                              proposedChoices(job, document), {}, QStringLiteral("lists"), counter());
        std::vector<Paragraph> placed = job.findItem(ids.first())->paragraphs;
        for (Paragraph& p : placed)
            p.style = job.styleOf(p);
        QCOMPARE(listMarks(placed).join(u','), QStringLiteral("1.,2.,•,•,3.,,a.,b.,,,"));
        QCOMPARE(placed[1].text, QStringLiteral("High water"));
        QCOMPARE(placed[1].style.indent, Length());
        QCOMPARE(placed[2].style.indent, placed[1].style.indent + placed[1].style.listIndent);
        // Marks that count begin with the first number: others are typed.
        QCOMPARE(placed[9].text, QStringLiteral("5. five"));
        QCOMPARE(placed[10].text, QStringLiteral("6. six"));
    }

    void listsThatGoOnKeepTheirMarks()
    {
        const DocumentText document = read(file("goon.md", "c. three\nd. four\n\nthen\n\n7. seven\n"));
        Job job = testing::a4Roll();
        const QStringList ids = placeDocument(job, testing::planned(job), Face::Outside, 1, document,
                                              proposedChoices(job, document), {}, QStringLiteral("goon"), counter());
        QStringList texts;
        for (const Paragraph& p : job.findItem(ids.first())->paragraphs)
            texts << p.text;
        QCOMPARE(texts.join(u'|'), QStringLiteral("c. three|d. four|then|7. seven"));
    }

    void listsInListsEndSomewhere()
    {
        QByteArray words;
        for (int i = 0; i < 30; ++i)
            words += QByteArray(4 * i, ' ') + "- deeper\n";
        const DocumentText document = read(file("stairs.md", words));
        QCOMPARE(document.paragraphs.size(), std::size_t(30));
        QCOMPARE(document.paragraphs.back().style, QStringLiteral("List 7"));
        Job job = testing::a4Roll();
        (void)placeDocument(job, testing::planned(job), Face::Outside, 1, document, proposedChoices(job, document), {},
                            QStringLiteral("stairs"), counter());
        QVERIFY(validate(job));
    }

    void aStyleWithoutMarksHasThemTyped()
    {
        Job job = testing::a4Roll();
        job.textStyles = {{QStringLiteral("Copy"), {}, {}}};
        const DocumentText document = read(file("list.md", "- springs and **neaps**\n"));
        const QStringList ids =
            placeDocument(job, testing::planned(job), Face::Outside, 1, document,
                          {{QStringLiteral("List"), QStringLiteral("Copy")}}, {}, QStringLiteral("list"), counter());
        const Paragraph& placed = job.findItem(ids.first())->paragraphs.at(0);
        QCOMPARE(placed.text, QStringLiteral("• springs and neaps"));
        QCOMPARE(placed.text.mid(placed.spans.at(0).start, placed.spans.at(0).length), QStringLiteral("neaps"));
    }

    void eachTableGoesToTheNextPanel()
    {
        const DocumentText document = read(file("tables.md", "Prices\n\n| a | b |\n|---|---|\n| 1 | 2 |\n\nand\n\n"
                                                             "| c | d |\n|---|---|\n| 3 | 4 |\n\n| e | f |\n|---|---|\n"
                                                             "| 5 | 6 |\n"));
        QCOMPARE(document.tables.size(), std::size_t(3));
        const auto panels = [&](int first) {
            Job job = testing::a4Roll();
            const Plan plan = testing::planned(job);
            QString out;
            for (const QString& id :
                 placeDocument(job, plan, Face::Outside, first, document, proposedChoices(job, document), {},
                               QStringLiteral("tables"), counter()))
                out += QString::number(job.findItem(id)->side(ItemSide::Left).panel);
            return out;
        };
        QCOMPARE(panels(0), QStringLiteral("0122")); // the last panel takes the rest
        QCOMPARE(panels(1), QStringLiteral("1222"));
        QCOMPARE(panels(9), QStringLiteral("2222"));
        QCOMPARE(panels(-1), QStringLiteral("0122"));
    }

    void headingsGetSmallerByTheirLevel()
    {
        const DocumentText document = read(file("levels.md", "# One\n\n## Two\n\n### Three\n\n#### Four\n"));
        Job job = testing::a4Roll();
        const Plan plan = testing::planned(job);
        (void)placeDocument(job, plan, Face::Outside, 0, document, proposedChoices(job, document), {},
                            QStringLiteral("levels"), counter());
        const auto size = [&](const char* name) { return job.findTextStyle(QString::fromLatin1(name))->style.size; };
        QVERIFY(size("Heading 1") > size("Heading 2"));
        QVERIFY(size("Heading 2") > size("Heading 3"));
        QCOMPARE(size("Heading 3"), size("Heading 4"));
    }

    void looksThatTouchAreTold()
    {
        const DocumentText document =
            read(file("marks.md", "::: note\n**high***low*~~gone~~**_both_**[under]{.underline}\n:::\n"));
        QCOMPARE(document.paragraphs.size(), std::size_t(1));
        QCOMPARE(document.paragraphs[0].style, QStringLiteral("Text")); // a group without a style says nothing
        const std::vector<DocumentMark> wanted{{0, 4, true, false, false, false},
                                               {4, 3, false, true, false, false},
                                               {7, 4, false, false, false, true},
                                               {11, 4, true, true, false, false},
                                               {15, 5, false, false, true, false}};
        QCOMPARE(document.paragraphs[0].marks, wanted);
    }

    void listsInListsEndAtTheirParagraph()
    {
        const DocumentText document =
            read(file("deep.md", "- springs\n\n    - new moon\n\n    Both come twice.\n- neaps\n"
                                 "- \n"));
        const QString wanted =
            QStringLiteral("List: • springs\nList 2: • new moon\nText: Both come twice.\nList: • neaps");
        QCOMPARE(lines(document), wanted);
    }

    void theLeafletHasTheTextsOfItsFiles_data()
    {
        QTest::addColumn<QString>("file");
        QTest::addColumn<QString>("id");
        QTest::newRow("docx") << QStringLiteral("tower.docx") << QStringLiteral("tower");
        QTest::newRow("odt") << QStringLiteral("walks.odt") << QStringLiteral("walks");
    }
    void theLeafletHasTheTextsOfItsFiles()
    {
        QFETCH(QString, file);
        QFETCH(QString, id);
        const QString demo = QStringLiteral(HINGE_SOURCE_DIR "/demo/");
        auto job = loadJob(demo + QStringLiteral("visitor-leaflet.hinge.json"));
        QVERIFY(job);
        const std::vector<Paragraph> wanted = job->findItem(id)->paragraphs;
        // Emptied, it waits; the file dropped on it says the same again, in the same styles.
        job->findItem(id)->paragraphs = {Paragraph()};
        QVERIFY(job->findItem(id)->isWaiting());
        const DocumentText document = read(demo + QStringLiteral("texts/") + file);
        QVERIFY(!wantsChoosing(*job, document));
        const QStringList ids = placeDocument(*job, testing::planned(*job), Face::Inside, 0, document,
                                              proposedChoices(*job, document), id, file, counter());
        QCOMPARE(ids, QStringList{id});
        const std::vector<Paragraph>& placed = job->findItem(id)->paragraphs;
        QCOMPARE(placed.size(), wanted.size());
        for (std::size_t i = 0; i < placed.size(); ++i) {
            QCOMPARE(placed[i].text, wanted[i].text);
            QCOMPARE(placed[i].styleName, wanted[i].styleName);
        }
    }

    void theWordsAreThoseOfTheConverter()
    {
        // Without tables and notes, which stand elsewhere with us.
        const char* text =
            "# Low water\n\nTwo **high** waters and two low ones make a day.\n\nHills --- and reefs.\n\n> Turn "
            "back.\n\n- one\n- two\n";
        for (const char* format : {"docx", "odt", "rtf"}) {
            const QString path = made(format, text);
            QString ours;
            for (const DocumentParagraph& p : read(path).paragraphs)
                ours += p.text + u'\n';
            const QString theirs = QString::fromUtf8(
                testing::run(QStringLiteral("pandoc"), {QStringLiteral("-f"), QLatin1String(format),
                                                        QStringLiteral("-t"), QStringLiteral("plain"), path}));
            QCOMPARE(words(ours), words(theirs));
        }
    }

    void whatIsNoDocumentIsRefused()
    {
        QVERIFY(!readDocument(dir_.filePath(QStringLiteral("missing.docx"))));
        QVERIFY(!readDocument(dir_.path()));
        QVERIFY(!readDocument(file("noise.docx", "PK\x03\x04 noise")));
        QVERIFY(!readDocument(file("noise.odt", "noise")));
        QVERIFY(!readDocument(file("empty.md", "")));
        QVERIFY(!readDocument(file("image.md", "![](gull.png)\n")));
        QVERIFY(!readDocument(file("words.doc", "old")));
        const QByteArray cut = testing::contentOf(made("docx"));
        QVERIFY(!readDocument(file("cut.docx", cut.left(cut.size() / 2))));
        const auto stopped = readDocument(made("docx"), [] { return false; });
        QVERIFY(!stopped);
        QVERIFY(stopped.error().message.contains(QStringLiteral("stopped")));
        for (const char* json :
             {"", "[]", "{}", "{\"blocks\":7}", "{\"blocks\":[]}", "{\"blocks\":[{\"t\":\"Para\"}]}",
              "{\"blocks\":[{\"t\":\"Table\",\"c\":[]}]}", "{\"blocks\":[null,5,{\"t\":\"Header\",\"c\":\"x\"}]}"})
            QVERIFY2(!readDocumentTree(json, QStringLiteral("tree")), json);
        // Lists in lists, without end.
        QByteArray deep = "{\"t\":\"Para\",\"c\":[{\"t\":\"Str\",\"c\":\"deep\"}]}";
        for (int i = 0; i < 200; ++i)
            deep = "{\"t\":\"BulletList\",\"c\":[[" + deep + "]]}";
        const auto cutOff =
            readDocumentTree("{\"blocks\":[{\"t\":\"Para\",\"c\":[{\"t\":\"Str\",\"c\":\"high\"}]}," + deep + "]}",
                             QStringLiteral("tree"));
        QVERIFY(!cutOff || cutOff->paragraphs.size() == 1);
    }

    void cellsThatSpanAreKept()
    {
        const auto cell = [](const char* words, int down, int across) {
            return QByteArray("[[\"\",[],[]],{\"t\":\"AlignDefault\"},") + QByteArray::number(down) + ',' +
                   QByteArray::number(across) + ",[{\"t\":\"Plain\",\"c\":[{\"t\":\"Str\",\"c\":\"" + words + "\"}]}]]";
        };
        const QByteArray rows = "[[\"\",[],[]],[" + cell("a", 2, 1) + ',' + cell("b", 1, 2) + "]],[[\"\",[],[]],[" +
                                cell("c", 1, 1) + ',' + cell("d", 1, 1) + "]]";
        const auto document = readDocumentTree(
            "{\"blocks\":[{\"t\":\"Table\",\"c\":[[\"\",[],[]],[null,[]],[],[[\"\",[],[]],[]],[[[\"\",[],[]],0,[],[" +
                rows + "]]],[[\"\",[],[]],[]]]}]}",
            QStringLiteral("tree"));
        QVERIFY(document);
        QCOMPARE(document->tables[0].rows, (QList<QStringList>{{QStringLiteral("a"), QStringLiteral("b"), QString()},
                                                               {QString(), QStringLiteral("c"), QStringLiteral("d")}}));
        QCOMPARE(document->tables[0].spans, (std::vector<TableSpan>{{0, 0, 1, 2}, {0, 1, 2, 1}}));
    }

    void itIsPlacedWithStylesOfItsOwn()
    {
        Job job = testing::a4Roll();
        const Plan plan = testing::planned(job);
        const DocumentText document = read(made("odt"));
        QVERIFY(!wantsChoosing(job, document)); // there is nothing to choose from
        const QStringList ids = placeDocument(job, plan, Face::Outside, 1, document, proposedChoices(job, document), {},
                                              QStringLiteral("tower"), counter());
        QCOMPARE(ids.size(), 2);
        const Item& text = *job.findItem(ids[0]);
        QCOMPARE(text.name, QStringLiteral("tower"));
        QCOMPARE(text.paragraphs[0].styleName, QStringLiteral("Heading 1"));
        QVERIFY(job.styleOf(text.paragraphs[0]).size > job.styleOf(text.paragraphs[1]).size);
        QCOMPARE(text.paragraphs[1].spans[0].font, QStringLiteral("Cabin Italic"));
        QCOMPARE(text.paragraphs[1].spans[1].font, QStringLiteral("Cabin Bold"));
        const Item& table = *job.findItem(ids[1]);
        QVERIFY(table.table);
        QCOMPARE(table.side(ItemSide::Left).panel, 2); // on the panel after it
        QVERIFY(hinge::plan(job));
        const auto again = readJob(writeJob(job), QStringLiteral("job"));
        QVERIFY(again && *again == job);
    }

    void stylesAreMatchedOnceAndRemembered()
    {
        Job job = testing::a4Roll();
        job.textStyles = {{QStringLiteral("Copy"), {}, {}}, {QStringLiteral("heading 1"), {}, {}}};
        const Plan plan = testing::planned(job);
        const DocumentText document = read(made("docx"));
        QVERIFY(wantsChoosing(job, document));
        auto choices = proposedChoices(job, document);
        QCOMPARE(choices[0], (StyleChoice{QStringLiteral("Heading 1"), QStringLiteral("heading 1")})); // by its name
        QCOMPARE(choices[1], (StyleChoice{QStringLiteral("Text"), QString()}));
        for (StyleChoice& choice : choices)
            choice.to = QStringLiteral("Copy");
        Item frame = newFrame(job, plan, Face::Outside, FrameFor::Words, mm(110, 10, 60, 100), {});
        frame.id = QStringLiteral("frame");
        job.edit(Face::Outside).items = {frame};
        const QStringList ids =
            placeDocument(job, plan, Face::Outside, 1, document, choices, frame.id, QStringLiteral("tower"), counter());
        QCOMPARE(ids[0], frame.id); // the frame that waited for words
        QCOMPARE(job.findItem(frame.id)->paragraphs[3].styleName, QStringLiteral("Copy"));
        QVERIFY(!wantsChoosing(job, document));
        QCOMPARE(proposedChoices(job, document)[1].to, QStringLiteral("Copy"));
        const auto again = readJob(writeJob(job), QStringLiteral("job"));
        QVERIFY(again);
        QCOMPARE(again->styleMatches, job.styleMatches);
        job.textStyles.erase(job.textStyles.begin()); // what it was matched to is gone
        QCOMPARE(proposedChoices(job, document)[1].to, QString());
        choices[1].to = QStringLiteral("No such style");
        Job other = testing::a4Roll();
        QVERIFY(placeDocument(other, plan, Face::Outside, 1, document, choices, {}, QStringLiteral("x"), counter())
                    .isEmpty());
    }

    void wordsAreCounted()
    {
        QCOMPARE(wordsIn({{QStringLiteral("Two high waters, and 2 low — ones."), {}}, {QString(), {}}}), 7);
        QCOMPARE(wordsIn({}), 0);
        Job job = testing::a4Roll();
        const Plan bare = testing::planned(job);
        job.edit(Face::Outside).items = {text("one", mm(110, 10, 60, 40), bare.paper, "three words here"),
                                         text("two", mm(110, 60, 60, 40), bare.paper, "and two"),
                                         text("other", mm(10, 60, 60, 40), bare.paper, "elsewhere")};
        QCOMPARE(wordsOn(job, testing::planned(job), Face::Outside, 1), 5);
        QCOMPARE(wordsOn(job, testing::planned(job), Face::Inside, 1), 0);
        // Some 200 words on a panel of a DL leaflet. Common practice, no source.
        const int many = comfortableWords(bare.paper.face(Face::Outside)[1]);
        QVERIFY2(many > 150 && many < 260, qPrintable(QString::number(many)));
    }
};

HINGE_TEST(TestDocuments)
#include "test_documents.moc"
