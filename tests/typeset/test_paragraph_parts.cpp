// SPDX-License-Identifier: GPL-3.0-or-later
// What stands beside the lines of a paragraph, and what its lines give way to.
#include "core/edit/masters.h"
#include "core/edit/new_items.h"
#include "core/job/list_marks.h"
#include "testing.h"
#include "typeset/character_names.h"
#include "typeset/free_stretch.h"
#include "typeset/story_layout.h"
#include "typeset/text_place.h"

#include <QPainterPath>

using namespace hinge;
using testing::len;

class TestParagraphParts : public QObject
{
    Q_OBJECT

    static Paragraph para(const QString& text)
    {
        Paragraph p{text, {}, {}};
        p.style.font = QStringLiteral("Vollkorn Regular");
        p.style.size = Length::points(10);
        p.style.leading = Length::points(14);
        return p;
    }
    static QString words(int count)
    {
        QStringList out;
        for (int i = 0; i < count; ++i)
            out << QStringLiteral("harbour");
        return out.join(u' ');
    }
    static TextLayout set(const std::vector<Paragraph>& paragraphs, const char* w = "80 mm", const char* h = "100 mm")
    {
        return layOutText(paragraphs, {len(w), len(h)}, FontLibrary::shipped());
    }
    static const FontFace& font() { return *FontLibrary::shipped().find(QStringLiteral("Vollkorn Regular")); }

private Q_SLOTS:
    void listsCountTheirParagraphs()
    {
        std::vector<Paragraph> all(6, para(QStringLiteral("x")));
        all[0].style.list = all[1].style.list = ListMark::Numbers;
        all[2].style.list = ListMark::Sign;
        all[2].style.listSign = QStringLiteral("–");
        all[4].style.list = all[5].style.list = ListMark::Numbers;
        QCOMPARE(listMarks(all), (QStringList{QStringLiteral("1."),
                                              QStringLiteral("2."),
                                              QStringLiteral("–"),
                                              {},
                                              QStringLiteral("1."),
                                              QStringLiteral("2.")}));
        std::vector<Paragraph> many(30, para(QStringLiteral("x")));
        for (Paragraph& p : many)
            p.style.list = ListMark::Letters;
        const QStringList marks = listMarks(many);
        QCOMPARE(marks[0], QStringLiteral("a."));
        QCOMPARE(marks[25], QStringLiteral("z."));
        QCOMPARE(marks[26], QStringLiteral("aa."));
        QCOMPARE(marks[29], QStringLiteral("ad."));
    }

    void listsInListsCountForThemselves()
    {
        // 1. a. b. (more of it) 2. a. - and a paragraph that ends them all.
        std::vector<Paragraph> all(8, para(QStringLiteral("x")));
        const auto lay = [&](std::size_t i, ListMark mark, int deep) {
            all[i].style.list = mark;
            all[i].style.indent = Length::points(12 * deep);
        };
        lay(0, ListMark::Numbers, 0);
        lay(1, ListMark::Letters, 1);
        lay(2, ListMark::Letters, 1);
        lay(3, ListMark::None, 1);
        lay(4, ListMark::Numbers, 0);
        lay(5, ListMark::Letters, 1);
        lay(6, ListMark::None, 0);
        lay(7, ListMark::Numbers, 0);
        QCOMPARE(listMarks(all).join(u','), QStringLiteral("1.,a.,b.,,2.,a.,,1."));
    }

    void anIndentMovesAllLines()
    {
        Paragraph p = para(words(40));
        p.style.indent = Length::points(30);
        p.style.firstIndent = -Length::points(10);
        const TextLayout layout = set({p});
        QVERIFY(layout.lineBoxes.size() > 3);
        for (std::size_t i = 0; i < layout.lineBoxes.size(); ++i)
            QVERIFY(std::abs(layout.lineBoxes[i].begin - (i == 0 ? 20 : 30)) < 0.001);
        for (const GlyphRun& run : layout.runs)
            QVERIFY(run.glyphs.back().x + run.glyphs.back().advance < len("80 mm").toPoints() + 0.01);
        // A list is moved in with its marks.
        p.style.firstIndent = {};
        p.style.list = ListMark::Sign;
        p.style.listIndent = Length::points(12);
        const TextLayout list = set({p});
        const auto mark = std::ranges::find(list.runs, -1, &GlyphRun::paragraph);
        QVERIFY(mark != list.runs.end());
        QVERIFY(std::abs(mark->glyphs.front().x - 30) < 0.001);
        QVERIFY(std::abs(list.lineBoxes[0].begin - 42) < 0.001);
        // From right to left it is the other side that it is moved in from.
        Paragraph right = para(QStringLiteral("שלום שלום שלום"));
        right.style.font = QStringLiteral("Ezra SIL Regular");
        right.style.indent = Length::points(30);
        right.style.align = Align::Right;
        const TextLayout turned = layOutText({right}, {len("80 mm"), len("30 mm")}, FontLibrary::installed());
        const double edge = len("80 mm").toPoints();
        double last = 0;
        for (const GlyphRun& run : turned.runs)
            last = std::max(last, run.glyphs.back().x + run.glyphs.back().advance);
        QVERIFY2(std::abs(last - (edge - 30)) < 1, qPrintable(QString::number(edge - last)));
    }

    void marksStandInTheRoomOfTheList()
    {
        std::vector<Paragraph> list(11, para(words(20)));
        for (Paragraph& p : list) {
            p.style.list = ListMark::Numbers;
            p.style.listIndent = Length::points(24);
        }
        const TextLayout layout = set(list, "80 mm", "300 mm");
        QStringList marks;
        std::vector<double> points;
        for (const GlyphRun& run : layout.runs) {
            if (run.paragraph < 0) {
                marks << run.text;
                points.push_back(run.glyphs.back().x + run.glyphs.back().advance);
                QVERIFY(run.glyphs.front().x >= 0 && points.back() <= 24);
            } else {
                QVERIFY(run.glyphs.front().x >= 24 - 0.01);
            }
        }
        QCOMPARE(marks.size(), 11);
        QCOMPARE(marks.last(), QStringLiteral("11."));
        for (const double at : points) // points of numbers stand below each other
            QVERIFY(std::abs(at - points.front()) < 0.001);
        for (const LineBox& line : layout.lineBoxes)
            QCOMPARE(line.width, len("80 mm").toPoints() - 24);
    }

    void theFirstLetterReachesFromTheCapitalsToItsLine()
    {
        for (const int lines : {2, 3, 5}) {
            Paragraph p = para(QStringLiteral("Harbour ") + words(80));
            p.style.dropLines = lines;
            const TextLayout layout = set({p});
            const GlyphRun& letter = layout.runs.front();
            QCOMPARE(letter.text, QStringLiteral("H"));
            // Its foot on the last line it stands beside, its head level with the capitals of the first.
            const double scale = 1.0 / font().unitsPerEm();
            QVERIFY(std::abs(letter.glyphs.front().y - layout.lineBoxes[std::size_t(lines) - 1].baseline) < 0.001);
            QVERIFY(std::abs((letter.glyphs.front().y - font().capHeight() * scale * letter.size) -
                             (layout.lineBoxes[0].baseline - font().capHeight() * scale * 10)) < 0.01);
            const double right = letter.glyphs.front().x + letter.glyphs.front().advance;
            for (int i = 0; i < int(layout.lineBoxes.size()); ++i) {
                const LineBox& line = layout.lineBoxes[std::size_t(i)];
                QVERIFY(i < lines ? line.begin > right : line.begin < 1);
            }
            // Every letter is set once.
            QString text;
            for (const GlyphRun& run : layout.runs)
                text += run.text;
            QCOMPARE(text.remove(u' '), QString(p.text).remove(u' '));
            QCOMPARE(layout.lineBoxes.front().start, 0);
        }
    }

    void aFirstLetterIsNoHigherThanItsParagraph()
    {
        Paragraph p = para(QStringLiteral("Harbour ") + words(14));
        p.style.dropLines = 9;
        const TextLayout layout = set({p});
        QVERIFY(layout.lines >= 2 && layout.lines < 9);
        QVERIFY(std::abs(layout.runs.front().glyphs.front().y - layout.lineBoxes.back().baseline) < 0.001);
        Paragraph one = para(QStringLiteral("H"));
        one.style.dropLines = 3;
        QCOMPARE(set({one}).runs.front().size, 10.0); // nothing beside it: a letter like others
        Paragraph quoted = para(QStringLiteral("“Harbour ") + words(40));
        quoted.style.dropLines = 2;
        QCOMPARE(set({quoted}).runs.front().text, QStringLiteral("“H"));
    }

    void theFirstLetterStaysWithItsLines()
    {
        Paragraph before = para(words(8));
        Paragraph p = para(QStringLiteral("Harbour ") + words(40));
        p.style.dropLines = 3;
        // Two frames, the first with room for two lines of it: all of it goes on in the second.
        const TextFrame small{{len("60 mm"), Length::points(60)}};
        const auto layouts =
            layOutStory({before, p}, {small, TextFrame{{len("60 mm"), len("100 mm")}}}, FontLibrary::shipped());
        QVERIFY(std::ranges::all_of(layouts[0].lineBoxes, [](const LineBox& l) { return l.paragraph == 0; }));
        QCOMPARE(layouts[1].runs.front().text, QStringLiteral("H"));
    }

    void linesAboveAndUnderHaveInksOfTheirOwn()
    {
        Paragraph p = para(words(30));
        p.style.ruleAbove = Length::points(2);
        p.style.ruleAboveInk = QStringLiteral("Red");
        p.style.ruleBelow = Length::points(1);
        const TextLayout layout = set({p});
        QCOMPARE(layout.rules.size(), std::size_t(2));
        const TextRule& above = layout.rules[0];
        const TextRule& below = layout.rules[1];
        QCOMPARE(above.ink, QStringLiteral("Red"));
        QCOMPARE(below.ink, QStringLiteral("Black"));
        QVERIFY(above.y >= -0.001);
        QVERIFY(std::abs(above.y + above.height - layout.lineBoxes.front().head) < 0.001);
        QVERIFY(std::abs(below.y - layout.lineBoxes.back().foot) < 0.001);
        QCOMPARE(above.width, len("80 mm").toPoints());
    }

    void aTintLiesBehindAllOfAParagraphWithItsPadding()
    {
        Paragraph p = para(words(30));
        p.style.boxInk = QStringLiteral("Sand");
        p.style.boxPadding = Length::points(6);
        p.style.ruleBelow = Length::points(1);
        const TextLayout layout = set({para(words(3)), p, para(words(3))});
        const TextRule& box = layout.rules.front(); // below everything else
        QCOMPARE(box.ink, QStringLiteral("Sand"));
        QCOMPARE(box.strength, Percent(20));
        std::vector<LineBox> inside;
        for (const LineBox& line : layout.lineBoxes)
            if (line.paragraph == 1)
                inside.push_back(line);
        QVERIFY(std::abs(box.y - (inside.front().head - 6)) < 0.001);
        QVERIFY(std::abs(box.y + box.height - (inside.back().foot + 6)) < 0.001);
        QCOMPARE(inside.front().left, 6.0);
        // What stands before and after keeps clear of it.
        QVERIFY(layout.lineBoxes.front().foot <= box.y + 0.001);
        QVERIFY(layout.lineBoxes.back().head >= box.y + box.height - 0.001);
        // Through two columns there is a tint in each.
        TextFrame frame{{len("80 mm"), Length::points(60)}};
        frame.columns = 2;
        Paragraph both = p;
        both.text = words(24);
        both.style.ruleBelow = {};
        const TextLayout split = layOutStory({both}, {frame}, FontLibrary::shipped()).front();
        QCOMPARE(split.rules.size(), std::size_t(2));
        QVERIFY(split.rules[0].x != split.rules[1].x);
        for (const TextRule& part : split.rules)
            QVERIFY(part.y >= -0.001 && part.y + part.height <= 60.01);
    }

    void charactersAreUnderlinedAndStruck()
    {
        Paragraph p = para(QStringLiteral("old 7.50 new 9.50"));
        p.spans = {{4, 4, {}, QStringLiteral("Red"), {}, false, true}, {13, 4, {}, {}, {}, true, false}};
        const TextLayout layout = set({p});
        QCOMPARE(layout.rules.size(), std::size_t(2));
        const double baseline = layout.lineBoxes.front().baseline;
        QCOMPARE(layout.rules[0].ink, QStringLiteral("Red"));
        QVERIFY(layout.rules[0].y < baseline - 1); // through
        QVERIFY(layout.rules[1].y > baseline);     // under
        // As wide as the characters they belong to.
        const auto run = std::ranges::find(layout.runs, QStringLiteral("7.50"), &GlyphRun::text);
        QVERIFY(run != layout.runs.end());
        QVERIFY(std::abs(layout.rules[0].x - run->glyphs.front().x) < 0.001);
        QVERIFY(std::abs(layout.rules[0].width -
                         (run->glyphs.back().x + run->glyphs.back().advance - run->glyphs.front().x)) < 0.001);
        QVERIFY(layout.rules[0].height > 0.2 && layout.rules[0].height < 1);
    }

    void theWidestFreeStretchIsTaken()
    {
        const Stretch line{0, 100};
        const QPolygonF box(QRectF(30, 10, 20, 20));
        QCOMPARE(widestStretch(line, 0, 10, {box}).width, 100.0); // touching is free
        QCOMPARE(widestStretch(line, 5, 15, {box}).left, 50.0);
        QCOMPARE(widestStretch(line, 5, 15, {box}).width, 50.0);
        QCOMPARE(widestStretch(line, 12, 18, {QPolygonF(QRectF(60, 0, 30, 40))}).width, 60.0);
        QCOMPARE(widestStretch(line, 12, 18, {QPolygonF(QRectF(-5, 0, 200, 40))}).width, 0.0);
        // A slope: within the band it reaches from 40 to 50.
        const QPolygonF corner({{0, 0}, {100, 0}, {0, 100}});
        QCOMPARE(widestStretch(line, 50, 60, {corner}).left, 50.0);
    }

    void noLineRunsIntoWhatTextKeepsOff()
    {
        CHECK_PROPERTY("lines keep off obstacles", [] {
            TextFrame frame{{len("90 mm"), len("120 mm")}};
            frame.columns = *rc::gen::inRange(1, 3);
            QList<QRectF> rects;
            for (int i = 0, n = *rc::gen::inRange(1, 4); i < n; ++i) {
                QRectF r(*rc::gen::inRange(-20, 220), *rc::gen::inRange(-20, 300), *rc::gen::inRange(10, 150),
                         *rc::gen::inRange(10, 120));
                rects << r;
                QPainterPath path;
                if (*rc::gen::arbitrary<bool>())
                    path.addEllipse(r);
                else
                    path.addRect(r);
                frame.obstacles.push_back(path.toFillPolygon());
            }
            Paragraph p = para(words(*rc::gen::inRange(10, 250)));
            p.style.align = *rc::gen::element(Align::Left, Align::Justified, Align::Right);
            p.style.dropLines = *rc::gen::element(0, 3);
            const TextLayout layout = layOutStory({p, p}, {frame}, FontLibrary::shipped()).front();
            for (const LineBox& line : layout.lineBoxes)
                for (const QPolygonF& obstacle : frame.obstacles) {
                    const QRectF strip(line.left, line.head + 0.01, line.width, line.foot - line.head - 0.02);
                    QPainterPath band;
                    band.addRect(strip);
                    QPainterPath taken;
                    taken.addPolygon(obstacle);
                    const QRectF common = band.intersected(taken).boundingRect();
                    RC_ASSERT(common.width() < 0.1 || common.height() < 0.1);
                }
            // Lines follow each other downward.
            for (std::size_t i = 1; i < layout.lineBoxes.size(); ++i) {
                const LineBox& line = layout.lineBoxes[i];
                RC_ASSERT((frame.columns > 1 || line.baseline > layout.lineBoxes[i - 1].baseline));
            }
            // Nothing is lost: what is set and what is over make up the words.
            int letters = 0;
            for (const GlyphRun& run : layout.runs)
                letters += int(QString(run.text).remove(u' ').size());
            const int all = int(QString(p.text).remove(u' ').size()) * 2;
            RC_ASSERT((layout.linesOver > 0 ? letters < all : letters == all));
        });
    }

    void whatLeavesNoRoomIsSkipped()
    {
        // Two bars right across: one at the head, one further down.
        TextFrame frame{{len("60 mm"), len("100 mm")}};
        const QRectF head(-5, -5, 300, 65);
        const QRectF middle(-5, 100, 300, 50);
        frame.obstacles = {QPolygonF(head), QPolygonF(middle)};
        const TextLayout layout = layOutStory({para(words(60))}, {frame}, FontLibrary::shipped()).front();
        QVERIFY(layout.lineBoxes.size() > 4);
        QVERIFY(layout.lineBoxes.front().head >= head.bottom() - 0.001);
        QVERIFY(layout.lineBoxes.front().head < head.bottom() + 14.001); // no further than a line
        QVERIFY(std::ranges::none_of(layout.lineBoxes, [&](const LineBox& line) {
            return line.foot > middle.top() + 0.001 && line.head < middle.bottom() - 0.001;
        }));
        QVERIFY(layout.lineBoxes.back().head > middle.bottom());
    }

    void aTurnedTextKeepsOffTheSamePaper()
    {
        for (const TextRun run : {TextRun::Across, TextRun::Down, TextRun::Up}) {
            Job job = testing::a4Roll();
            Item text;
            text.id = QStringLiteral("t");
            text.kind = ItemKind::Text;
            text.textRun = run;
            text.paragraphs = {para(words(60))};
            Item shape;
            shape.id = QStringLiteral("s");
            shape.ink = QStringLiteral("Black");
            shape.textAround = TextAround::Frame;
            shape.aroundGap = len("2 mm");
            const auto lay = [](Item& item, const char* left, const char* top, const char* right, const char* bottom) {
                for (const auto& [side, at] : {std::pair(ItemSide::Left, left), std::pair(ItemSide::Top, top),
                                               std::pair(ItemSide::Right, right), std::pair(ItemSide::Bottom, bottom)})
                    item.side(side) = {.line = PaperLine::Edge, .at = LineEnd::Start, .offset = len(at)};
            };
            lay(text, "10 mm", "20 mm", "60 mm", "120 mm");
            lay(shape, "30 mm", "50 mm", "45 mm", "70 mm");
            job.edit(Face::Outside).items = {shape, text};
            const Plan plan = testing::planned(job);
            const auto outlines = obstaclesOf(job, plan, text, *plan.findItem(text.id));
            QCOMPARE(outlines.size(), std::size_t(1));
            const QRectF back = textToPaper(text, *plan.findItem(text.id)).map(outlines[0]).boundingRect();
            const Rect& on = plan.findItem(shape.id)->frame;
            QVERIFY(std::abs(back.left() - (on.x.toMm() - 2)) < 0.001);
            QVERIFY(std::abs(back.top() - (on.y.toMm() - 2)) < 0.001);
            QVERIFY(std::abs(back.width() - 19) < 0.001 && std::abs(back.height() - 24) < 0.001);
            // Its lines keep off on the paper.
            const TextLayout layout = layOut(storyThrough(job, plan, text), FontLibrary::shipped()).front();
            for (const LineBox& line : layout.lineBoxes) {
                const QRectF strip = textToPaper(text, *plan.findItem(text.id))
                                         .mapRect(QRectF(line.left, line.head, line.width, line.foot - line.head));
                QVERIFY(!strip.adjusted(0.01, 0.01, -0.01, -0.01).intersects(back));
            }
            // Beside the frame it counts as far as text keeps off it: there is 1 mm between, and 2 mm are kept.
            Job beside = job;
            beside.edit(Face::Outside).items[0].side(ItemSide::Left).offset = len("61 mm");
            beside.edit(Face::Outside).items[0].side(ItemSide::Right).offset = len("70 mm");
            Plan besidePlan = testing::planned(beside);
            QCOMPARE(obstaclesOf(beside, besidePlan, text, *besidePlan.findItem(text.id)).size(), std::size_t(1));
            beside.edit(Face::Outside).items[0].side(ItemSide::Left).offset = len("63 mm");
            besidePlan = testing::planned(beside);
            QVERIFY(obstaclesOf(beside, besidePlan, text, *besidePlan.findItem(text.id)).empty());
            // A frame has its room before its picture comes.
            job.edit(Face::Outside).items[0].kind = ItemKind::Picture;
            QVERIFY(job.on(Face::Outside).items[0].isWaiting());
            QCOMPARE(obstaclesOf(job, testing::planned(job), text, *plan.findItem(text.id)).size(), std::size_t(1));
        }
    }

    void whatAMasterHasIsKeptOffUntilItIsLetGo()
    {
        Job job = testing::a4Roll();
        Item text;
        text.id = QStringLiteral("t");
        text.kind = ItemKind::Text;
        text.paragraphs = {para(words(10))};
        text.sides = sidesFillingPanel(0);
        job.edit(Face::Outside).items = {text};
        addMaster(job, newMaster(job, Face::Outside));
        Item shape;
        shape.id = QStringLiteral("s");
        shape.ink = QStringLiteral("Black");
        shape.textAround = TextAround::Frame;
        shape.sides = sidesFillingPanel(0);
        job.edit(job.masters[0].surface()).items = {shape};
        settleMasters(job);
        const auto count = [&] {
            const Plan plan = testing::planned(job);
            return obstaclesOf(job, plan, text, *plan.findItem(text.id)).size();
        };
        QCOMPARE(count(), std::size_t(1));
        letGo(job, Face::Outside, shape.id, true);
        QCOMPARE(count(), std::size_t(0));
    }

    void charactersAreFoundByName()
    {
        const auto all = charactersOf(font());
        QVERIFY(all.size() > 300);
        const auto euro = charactersNamed(all, QStringLiteral("euro"));
        QCOMPARE(euro.size(), std::size_t(1));
        // Name and block as in the Unicode Standard, Code Charts, "Currency Symbols".
        QCOMPARE(euro[0].code, U'€');
        QCOMPARE(euro[0].name, QStringLiteral("euro sign"));
        QCOMPARE(euro[0].block, QStringLiteral("Currency Symbols"));
        QCOMPARE(charactersNamed(all, QStringLiteral("U+00BD")).at(0).code, U'½');
        QCOMPARE(charactersNamed(all, QStringLiteral("—")).at(0).name, QStringLiteral("em dash"));
        QVERIFY(charactersNamed(all, QStringLiteral("acute a small")).size() >= 1);
        QVERIFY(charactersNamed(all, QStringLiteral("nothing of the kind")).empty());
        QCOMPARE(charactersNamed(all, {}).size(), all.size());
        for (const NamedCharacter& c : all)
            QVERIFY(!QChar::isSpace(c.code) && !c.block.isEmpty());
    }
};

HINGE_TEST(TestParagraphParts)
#include "test_paragraph_parts.moc"
