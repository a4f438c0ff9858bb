// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/job/paragraphs.h"
#include "testing.h"
#include "typeset/content_checks.h"
#include "typeset/text_layout.h"

#include <QProcess>

using namespace hinge;
using testing::len;

class TestTextLayout : public QObject
{
    Q_OBJECT

    static Paragraph para(const QString& text, const char* font = "Vollkorn Regular", Align align = Align::Left)
    {
        TextStyle style;
        style.font = QString::fromLatin1(font);
        style.size = Length::points(12);
        style.leading = Length::points(16);
        style.align = align;
        return {text, style};
    }

    static TextLayout set(const std::vector<Paragraph>& paragraphs, const char* w = "80 mm", const char* h = "100 mm")
    {
        return layOutText(paragraphs, {len(w), len(h)}, FontLibrary::shipped());
    }

    /// All text of a layout in the order of its runs, without the spaces that hang at line ends.
    static QString textOf(const TextLayout& layout)
    {
        QStringList lines;
        double y = -1;
        for (const GlyphRun& run : layout.runs) {
            if (!run.glyphs.empty() && run.glyphs.front().y == y)
                lines.last() += run.text;
            else
                lines << run.text;
            y = run.glyphs.empty() ? y : run.glyphs.front().y;
        }
        return lines.join(u' ');
    }

    static double rightEnd(const GlyphRun& run) { return run.glyphs.back().x + run.glyphs.back().advance; }

private Q_SLOTS:
    void allShippedFontsLoad()
    {
        QCOMPARE(FontLibrary::shipped().names().size(), 8);
        for (const QString& name : FontLibrary::shipped().names()) {
            const FontFace* face = FontLibrary::shipped().find(name);
            QVERIFY(face->mayEmbed());
            QVERIFY(face->ascender() > 0 && face->descender() < 0);
        }
        QVERIFY(FontLibrary::shipped().find(QStringLiteral("Cabin Regular"))->isCff());
        QVERIFY(!FontLibrary::shipped().find(QStringLiteral("Vollkorn Regular"))->isCff());
        QVERIFY(!FontFace::fromData(QStringLiteral("Junk"), QByteArray("not a font at all")));
    }

    void advancesAreThoseOfTheFont()
    {
        // Against the font's own hmtx table, read by hand: format as in OpenType 1.9, 'hhea' and 'hmtx'.
        const FontFace* face = FontLibrary::shipped().find(QStringLiteral("Cabin Regular"));
        const QByteArray& d = face->data();
        const auto u16 = [&](qsizetype at) { return quint16(quint8(d[at]) << 8 | quint8(d[at + 1])); };
        const auto u32 = [&](qsizetype at) { return quint32(u16(at)) << 16 | u16(at + 2); };
        qsizetype hmtx = 0;
        for (int i = 0; i < u16(4); ++i)
            if (d.mid(12 + i * 16, 4) == "hmtx")
                hmtx = u32(12 + i * 16 + 8);
        QVERIFY(hmtx > 0);
        const TextLayout layout = set({para(QStringLiteral("H"), "Cabin Regular")});
        const Glyph& g = layout.runs[0].glyphs[0];
        QCOMPARE(g.advance, double(u16(hmtx + g.id * 4)) * 12 / face->unitsPerEm());
    }

    void ligaturesKeepTheirText()
    {
        const TextLayout layout = set({para(QStringLiteral("ﬂ fi waffle"))});
        bool ligature = false;
        for (const Glyph& g : layout.runs[0].glyphs)
            ligature = ligature || g.textLength > 1;
        QVERIFY(ligature);
        int covered = 0;
        for (const Glyph& g : layout.runs[0].glyphs)
            covered += g.textLength;
        QCOMPARE(covered, int(layout.runs[0].text.size()));
    }

    void linesBreakWhereTheyMayAndNoneIsTooWide()
    {
        const QString words =
            QStringLiteral("Two high waters and two low ones make a day of twenty-four hours and fifty minutes, "
                           "which is why the best time for a walk moves on.");
        const TextLayout layout = set({para(words)}, "60 mm");
        QVERIFY(layout.lines > 2);
        QVERIFY(layout.fits());
        for (const GlyphRun& run : layout.runs)
            QVERIFY(rightEnd(run) <= len("60 mm").toPoints() + 1e-6);
        QCOMPARE(textOf(layout).remove(u' '), QString(words).remove(u' '));
    }

    void longWordsAreCutRatherThanLost()
    {
        const TextLayout layout = set({para(QString(200, u'm'))}, "40 mm", "400 mm");
        int letters = 0;
        for (const GlyphRun& run : layout.runs) {
            letters += int(run.glyphs.size());
            QVERIFY(rightEnd(run) <= len("40 mm").toPoints() + 1e-6);
        }
        QCOMPARE(letters, 200);
    }

    void baselinesFollowTheLeading()
    {
        const TextLayout layout = set({para(QStringLiteral("one\u2028two")), para(QStringLiteral("three"))});
        QCOMPARE(layout.lines, 3);
        const double first = layout.runs[0].glyphs[0].y;
        const FontFace* face = layout.runs[0].font;
        QCOMPARE(first, face->ascender() * 12.0 / face->unitsPerEm());
        QCOMPARE(layout.runs[1].glyphs[0].y, first + 16);
        QCOMPARE(layout.runs[2].glyphs[0].y, first + 32);
    }

    void alignment()
    {
        const double width = len("80 mm").toPoints();
        QCOMPARE(set({para(QStringLiteral("tide"))}).runs[0].glyphs[0].x, 0.0);
        const TextLayout right = set({para(QStringLiteral("tide"), "Cabin Regular", Align::Right)});
        QVERIFY(std::abs(rightEnd(right.runs[0]) - width) < 1e-6);
        const TextLayout centre = set({para(QStringLiteral("tide"), "Cabin Regular", Align::Centre)});
        QVERIFY(std::abs(centre.runs[0].glyphs[0].x + rightEnd(centre.runs[0]) - width) < 1e-6);
        const TextLayout full =
            set({para(QStringLiteral("When the wind stands north for a day the gauge reads up to ninety more"),
                      "Cabin Regular", Align::Justified)},
                "50 mm");
        QVERIFY(full.lines > 1);
        QVERIFY(std::abs(rightEnd(full.runs[0]) - len("50 mm").toPoints()) < 1e-6);
        QVERIFY(rightEnd(full.runs.back()) < len("50 mm").toPoints() - 1);
    }

    void rightToLeftRunsTurn()
    {
        // Unicode Standard Annex 9: digits inside Hebrew still run left to right. The shipped fonts have no
        // Hebrew letters, which is reported; their order does not depend on that.
        const TextLayout layout = set({para(QStringLiteral("אבג 12"))});
        QVERIFY(layout.missingGlyphs);
        QVERIFY(layout.runs.size() >= 2);
        QVERIFY(layout.runs.back().rightToLeft);
        QVERIFY(!layout.runs.front().rightToLeft);
        QCOMPARE(layout.runs.front().text.trimmed(), QStringLiteral("12"));
    }

    void whatDoesNotFitIsCounted()
    {
        TextLayoutCache layouts(FontLibrary::shipped());
        const TextLayout layout = set({para(QStringLiteral("one\u2028two\u2028three"))}, "80 mm", "10 mm");
        QCOMPARE(layout.lines, 3);
        QCOMPARE(layout.linesOver, 2);
        Job job = testing::a4Roll();
        Item item;
        item.id = QStringLiteral("t");
        item.kind = ItemKind::Text;
        item.sides = sidesFillingSafeArea(0);
        item.side(ItemSide::Bottom) = {.line = PaperLine::Safe, .offset = len("10 mm")};
        item.paragraphs = {para(QStringLiteral("one\u2028two\u2028three"))};
        job.edit(Face::Outside).items = {item};
        QVERIFY(testing::hasFinding(checkText(job, testing::planned(job), layouts), "text.over"));
        job.edit(Face::Outside).items[0].paragraphs = {para(QStringLiteral("один ☃"), "No Such Font")};
        const auto found = checkText(job, testing::planned(job), layouts);
        QVERIFY(testing::hasFinding(found, "text.font"));
        QVERIFY(testing::hasFinding(found, "text.glyph"));
    }

    void everyCharacterIsSetOnce()
    {
        CHECK_PROPERTY("glyphs cover the visible text of each run exactly, left to right", [] {
            static const QString alphabet = QStringLiteral("aeiou ffi tW.-áßœ “”1 2\u2028");
            QString text;
            const int length = *rc::gen::inRange(0, 120);
            for (int i = 0; i < length; ++i)
                text += alphabet[*rc::gen::inRange(0, int(alphabet.size()))];
            const auto align = *rc::gen::element(Align::Left, Align::Centre, Align::Right, Align::Justified);
            const TextLayout layout = layOutText({para(text, "Vollkorn Regular", align)}, {len("30 mm"), len("900 mm")},
                                                 FontLibrary::shipped());
            QString seen;
            for (const GlyphRun& run : layout.runs) {
                int at = 0;
                double x = -1e9;
                for (const Glyph& g : run.glyphs) {
                    RC_ASSERT(g.x >= x - 1e-9);
                    x = g.x;
                    if (g.textStart + g.textLength > at)
                        at = g.textStart + g.textLength;
                }
                RC_ASSERT(at == int(run.text.size()));
                seen += run.text;
            }
            const auto bare = [](QString s) { return s.remove(u' ').remove(u'\u2028'); };
            RC_ASSERT(bare(seen) == bare(text));
        });
    }

    void stylesSurviveEditing()
    {
        Paragraph heading = para(QStringLiteral("Tides"));
        heading.style.size = Length::points(20);
        const std::vector<Paragraph> before{heading, para(QStringLiteral("one")), para(QStringLiteral("two"))};
        const auto after = withTexts(before, {QStringLiteral("Three tides"), QStringLiteral("one"),
                                              QStringLiteral("and"), QStringLiteral("two")});
        QCOMPARE(after.size(), std::size_t(4));
        QCOMPARE(after[0].style, heading.style);
        QCOMPARE(after[2].style, before[1].style);
        QCOMPARE(withTexts(before, {QStringLiteral("Tides")}).front().style, heading.style);
        QVERIFY(withTexts({}, {QStringLiteral("new")}).front().style == TextStyle{});
    }
};

HINGE_TEST(TestTextLayout)
#include "test_text_layout.moc"
