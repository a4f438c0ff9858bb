// SPDX-License-Identifier: GPL-3.0-or-later
// Good paragraphs: hyphens where the patterns say, lines chosen over the whole paragraph, columns, frames in a row,
// tabs, grids; and codes for machines.
#include "testing.h"
#include "typeset/code_symbol.h"
#include "typeset/content_checks.h"
#include "typeset/hyphenation.h"
#include "typeset/line_breaking.h"
#include "typeset/story_layout.h"

#include <QFile>
#include <QStandardPaths>
#include <cmath>
#include <map>
#include <set>

using namespace hinge;
using testing::len;

namespace
{

const QString tide =
    QStringLiteral("The observatory stands where the northern current meets the sand, and its keepers have written "
                   "down every tide since the "
                   "lamp was first lit: extraordinary surges, unremarkable evenings, and the seventeen uninterrupted "
                   "weeks of meteorological "
                   "measurements that established the harbour's understanding of the equinoctial storms.");

Paragraph paragraph(const QString& text, Align align = Align::Left, const QString& language = {})
{
    Paragraph p{text, {}};
    p.style.align = align;
    p.style.hyphenation = language;
    return p;
}

double rightEdge(const GlyphRun& run) { return run.glyphs.back().x + run.glyphs.back().advance; }

/// Right edges of the lines, without a space that hangs over.
std::map<double, double> lineEnds(const TextLayout& layout)
{
    std::map<double, double> ends;
    for (const GlyphRun& run : layout.runs)
        ends[run.glyphs.front().y] = std::max(ends[run.glyphs.front().y], rightEdge(run));
    return ends;
}

/// Liang's method (Word Hy-phen-a-tion by Com-put-er, 1983), written for this test from the pattern file alone.
std::vector<int> liang(const QString& word, const std::map<QString, QByteArray>& patterns, int left, int right)
{
    const QString dotted = u'.' + word + u'.';
    std::vector<int> values(std::size_t(dotted.size()) + 1);
    for (int i = 0; i < dotted.size(); ++i)
        for (int n = 1; i + n <= dotted.size(); ++n)
            if (const auto it = patterns.find(dotted.mid(i, n)); it != patterns.end())
                for (int k = 0; k < it->second.size(); ++k)
                    values[std::size_t(i + k)] = std::max(values[std::size_t(i + k)], int(it->second[k]));
    std::vector<int> out;
    for (int at = left; at <= word.size() - right; ++at)
        if (values[std::size_t(at + 1)] % 2 == 1)
            out.push_back(at);
    return out;
}

} // namespace

class TestParagraphs : public QObject
{
    Q_OBJECT

    const FontLibrary& fonts_ = FontLibrary::shipped();

private Q_SLOTS:
    void hyphensWhereThePatternsSay()
    {
        const Hyphenation* english = Hyphenation::forLanguage(QStringLiteral("en-US"));
        QVERIFY(english);
        QFile file(
            QStandardPaths::locate(QStandardPaths::GenericDataLocation, QStringLiteral("hyphen/hyph_en_US.dic")));
        QVERIFY(file.open(QIODevice::ReadOnly));
        std::map<QString, QByteArray> patterns;
        for (const QByteArray& line : file.readAll().split('\n')) {
            const QString pattern = QString::fromUtf8(line).trimmed();
            if (pattern.isEmpty() || pattern.startsWith(u'%') || pattern[0].isUpper() || pattern.contains(u'/'))
                continue;
            QString letters;
            QByteArray values(1, 0);
            for (const QChar c : pattern) {
                if (c.isDigit()) {
                    values.back() = char(c.digitValue());
                } else {
                    letters += c;
                    values.append('\0');
                }
            }
            patterns[letters] = values;
        }
        QVERIFY(patterns.size() > 4000);
        for (const char* word : {"hyphenation", "observatory", "meteorological", "extraordinary", "current",
                                 "understanding", "measurement", "tide"}) {
            const QString w = QString::fromLatin1(word);
            QCOMPARE(english->breaks(w), liang(w, patterns, 2, 3));
        }
        // From Liang's thesis: "hy-phen-ation" is the start of its title word.
        QVERIFY(!english->breaks(QStringLiteral("hyphenation")).empty() &&
                english->breaks(QStringLiteral("hyphenation")).front() == 2);
        QVERIFY(english->breaks(QStringLiteral("at")).empty());
        QVERIFY(english->breaks(QString(300, u'a')).empty());
        QVERIFY(!Hyphenation::forLanguage(QStringLiteral("xx-XX")));
        QVERIFY(!Hyphenation::forLanguage(QString()));
        QVERIFY(Hyphenation::languages().contains(QStringLiteral("en-GB")));
        // Letters beyond ASCII count as one.
        const Hyphenation* german = Hyphenation::forLanguage(QStringLiteral("de-DE"));
        QVERIFY(german);
        const auto breaks = german->breaks(QStringLiteral("Möwenschwärme"));
        QVERIFY(!breaks.empty());
        for (const int at : breaks)
            QVERIFY(at >= 2 && at <= 11);
    }

    void noChoiceOfLinesIsBetter()
    {
        // Against every possible choice, by brute force: the ragged badness written here from its definition.
        CHECK_PROPERTY("the chosen lines have the least sum of squared badness", [] {
            const int words = *rc::gen::inRange(2, 11);
            std::vector<double> widths;
            for (int i = 0; i < words; ++i)
                widths.push_back(*rc::gen::inRange(10, 60));
            const double space = 5;
            const double width = *rc::gen::inRange(70, 140);
            ParagraphMeasures p;
            p.width = p.firstWidth = width;
            p.space = space;
            for (int i = 1; i <= words; ++i)
                p.chances.push_back({i, false, false});
            const auto natural = [&](int from, int to) {
                double sum = -space;
                for (int i = from; i < to; ++i)
                    sum += widths[std::size_t(i)] + space;
                return sum;
            };
            p.measure = [&](int from, const BreakChance& to) {
                return LineMeasure{natural(from, to.at), to.at - from - 1};
            };
            const auto cost = [&](int from, int to) {
                const double free = width - natural(from, to);
                const bool last = to == words;
                const double bad = last ? 0 : std::min(1e5, 100 * std::pow(free / (width / 5), 3));
                return (1 + bad) * (1 + bad) + (last && from > 0 && natural(from, to) < width / 8 ? 3000 : 0);
            };
            std::vector<double> best(std::size_t(words) + 1, 1e30);
            best[0] = 0;
            for (int to = 1; to <= words; ++to)
                for (int from = 0; from < to; ++from)
                    if (natural(from, to) <= width)
                        best[std::size_t(to)] =
                            std::min(best[std::size_t(to)], best[std::size_t(from)] + cost(from, to));
            double chosen = 0;
            int from = 0;
            for (const BreakChance& end : chooseLineEnds(p)) {
                RC_ASSERT(natural(from, end.at) <= width);
                chosen += cost(from, end.at);
                from = end.at;
            }
            RC_ASSERT(from == words);
            RC_ASSERT(std::abs(chosen - best[std::size_t(words)]) <= 1e-6 * std::max(1.0, chosen));
        });
    }

    void justifiedLinesFillTheMeasure()
    {
        const Size frame{len("52"), len("200")};
        const TextLayout layout =
            layOutText({paragraph(tide, Align::Justified, QStringLiteral("en-GB"))}, frame, fonts_);
        QVERIFY(layout.fits());
        const auto ends = lineEnds(layout);
        QVERIFY(ends.size() > 6);
        std::size_t full = 0;
        for (const auto& [y, end] : ends)
            full += std::abs(end - frame.w.toPoints()) < 0.01 ? 1 : 0;
        QCOMPARE(full, ends.size() - 1); // all but the last
        // A parted word ends in a hyphen that is not part of what was typed.
        QString all;
        bool parted = false;
        for (const GlyphRun& run : layout.runs) {
            parted = parted || run.text == QString(QChar(0x00AD));
            all += run.text;
        }
        QVERIFY(parted);
        QCOMPARE(all.remove(QChar(0x00AD)).remove(u' '), QString(tide).remove(u' '));
    }

    void indentSpacesAndRules()
    {
        Paragraph p =
            paragraph(QStringLiteral("First line of a paragraph that is long enough for two lines or more of text"));
        p.style.firstIndent = len("6");
        p.style.spaceBefore = Length::points(10);
        p.style.spaceAfter = Length::points(4);
        p.style.ruleBelow = Length::points(1);
        p.style.leadingShare = 150;
        const TextLayout layout = layOutText({p, p}, {len("60"), len("100")}, fonts_);
        const auto first = layout.runs.front().glyphs.front();
        QVERIFY(std::abs(first.x - len("6").toPoints()) < 0.5); // less the letter's own room at its left
        std::vector<double> baselines;
        for (const auto& [y, end] : lineEnds(layout))
            baselines.push_back(y);
        QCOMPARE(layout.rules.size(), std::size_t(2));
        QVERIFY(std::abs(baselines[1] - baselines[0] - 13.5) < 1e-6); // 150 % of 9 points
        const std::size_t half = baselines.size() / 2;
        QVERIFY(std::abs(baselines[half] - baselines[half - 1] - (13.5 + 10 + 4 + 1)) < 1e-6);
        QVERIFY(layout.rules.front().y > baselines[half - 1] && layout.rules.front().y < baselines[half]);
    }

    void tabsLeadToTheirStops()
    {
        Paragraph p = paragraph(QStringLiteral("Monday\t9\tclosed"));
        p.style.tabs = {{Length::points(80), Align::Right}, {Length::points(120), Align::Left}};
        const TextLayout layout = layOutText({p}, {len("80"), len("20")}, fonts_);
        QCOMPARE(layout.lines, 1);
        QVERIFY(std::abs(rightEdge(layout.runs[1]) - 80) < 0.01); // the figure ends at the right stop
        QVERIFY(std::abs(layout.runs[2].glyphs.front().x - 120) < 0.01);
        QVERIFY(std::abs(layout.runs[0].glyphs.front().x) < 0.01);
    }

    void charactersOfAnotherFontAndInk()
    {
        Paragraph p = paragraph(QStringLiteral("High water at noon"));
        p.spans = {{5, 5, QStringLiteral("Vollkorn SemiBold"), QStringLiteral("Lamp")}};
        const TextLayout layout = layOutText({p}, {len("80"), len("20")}, fonts_);
        QCOMPARE(layout.runs.size(), std::size_t(3));
        QCOMPARE(layout.runs[1].font->name(), QStringLiteral("Vollkorn SemiBold"));
        QCOMPARE(layout.runs[1].ink, QStringLiteral("Lamp"));
        QCOMPARE(layout.runs[1].text, QStringLiteral("water"));
        for (std::size_t i = 1; i < 3; ++i)
            QVERIFY(std::abs(layout.runs[i].glyphs.front().x - rightEdge(layout.runs[i - 1])) < 1e-6); // without a gap
        p.spans.front().font = QStringLiteral("Nowhere Bold");
        QCOMPARE(layOutText({p}, {len("80"), len("20")}, fonts_).missingFonts,
                 QStringList{QStringLiteral("Nowhere Bold")});
    }

    void columnsAndFramesHoldAllOfTheTextOnce()
    {
        CHECK_PROPERTY("text in columns and frames of any width is the text, in order, without a loss", [this] {
            std::vector<TextFrame> frames;
            for (int i = 0; i < *rc::gen::inRange(1, 5); ++i) {
                TextFrame f{{Length::mm(*rc::gen::inRange(30, 120)), Length::mm(*rc::gen::inRange(10, 80))}};
                f.columns = *rc::gen::inRange(1, 3);
                f.align = *rc::gen::element(VerticalAlign::Head, VerticalAlign::Middle, VerticalAlign::Foot);
                frames.push_back(f);
            }
            frames.push_back({{len("100"), len("900")}});
            std::vector<Paragraph> paragraphs;
            for (int i = 0; i < *rc::gen::inRange(1, 4); ++i)
                paragraphs.push_back(paragraph(tide, *rc::gen::element(Align::Left, Align::Justified, Align::Right),
                                               *rc::gen::element(QString(), QStringLiteral("en-GB"))));
            QString words;
            for (const Paragraph& p : paragraphs)
                words += p.text;
            QString set;
            const auto layouts = layOutStory(paragraphs, frames, fonts_);
            RC_ASSERT(layouts.size() == frames.size());
            for (std::size_t i = 0; i < layouts.size(); ++i) {
                RC_ASSERT(layouts[i].fits());
                for (const GlyphRun& run : layouts[i].runs) {
                    set += run.text;
                    // Within its frame.
                    RC_ASSERT(run.glyphs.front().y <= frames[i].size.h.toPoints() + 0.1);
                    RC_ASSERT(rightEdge(run) <= frames[i].size.w.toPoints() + 3); // a space may hang over
                }
            }
            RC_ASSERT(set.remove(QChar(0x00AD)).remove(u' ') == words.remove(u' '));
        });
    }

    void whatDoesNotFitIsSaid()
    {
        const auto layouts =
            layOutStory({paragraph(tide)}, {{{len("50"), len("10")}}, {{len("50"), len("10")}}}, fonts_);
        QVERIFY(layouts[0].fits());
        QVERIFY(!layouts[1].fits());
        QVERIFY(layouts[1].overFrom && layouts[1].overFrom->paragraph == 0);
        // The mark stands behind what was set.
        qsizetype set = 0;
        for (const TextLayout& layout : layouts)
            for (const GlyphRun& run : layout.runs)
                set += run.text.size();
        QVERIFY(layouts[1].overFrom->character >= set);
        QVERIFY(layOutStory({paragraph(tide)}, {}, fonts_).empty());
    }

    void standsAtHeadMiddleAndFoot()
    {
        TextFrame frame{{len("100"), len("60")}};
        const auto baseline = [&](VerticalAlign align) {
            frame.align = align;
            return layOutStory({paragraph(QStringLiteral("One line"))}, {frame}, fonts_)
                .front()
                .runs.front()
                .glyphs.front()
                .y;
        };
        const double head = baseline(VerticalAlign::Head);
        const double foot = baseline(VerticalAlign::Foot);
        QVERIFY(std::abs(baseline(VerticalAlign::Middle) - (head + foot) / 2) < 1e-6);
        const FontFace& font = fonts_.findOrFirst(QStringLiteral("Cabin Regular"));
        QVERIFY(std::abs(foot - font.descender() * 9.0 / font.unitsPerEm() - len("60").toPoints()) < 1e-6);
    }

    void baselinesStandOnTheGrid()
    {
        TextFrame frame{{len("60"), len("200")}};
        frame.grid = {Length::points(5), Length::points(16)};
        const auto onGrid = layOutStory({paragraph(tide)}, {frame}, fonts_);
        for (const GlyphRun& run : onGrid.front().runs) {
            const double steps = (run.glyphs.front().y - 5) / 16;
            QVERIFY(std::abs(steps - std::round(steps)) < 1e-6);
        }
        // Two frames at different heights share the lines of the face.
        Job job = testing::a4Roll();
        job.gridStep = Length::points(14);
        const Plan before = testing::planned(job);
        for (const char* id : {"a", "b"}) {
            Item item;
            item.id = QString::fromLatin1(id);
            item.kind = ItemKind::Text;
            item.onGrid = true;
            item.paragraphs = {paragraph(tide)};
            const bool first = *id == 'a';
            item.sides = freeSides(before.paper, Face::Outside,
                                   {len(first ? "10" : "110"), len(first ? "20" : "33.3"), len("60"), len("100")});
            job.edit(Face::Outside).items.push_back(item);
        }
        const Plan plan = testing::planned(job);
        for (const auto& [id, layout] : layOutAllText(job, plan, fonts_)) {
            const double onFace = plan.findItem(id)->frame.y.toPoints() + layout.runs.front().glyphs.front().y;
            const double steps = (onFace - job.gridStart.toPoints()) / 14;
            QVERIFY(std::abs(steps - std::round(steps)) < 1e-6);
        }
    }

    void textThatRunsDownIsSetToTheHeightOfItsFrame()
    {
        Job job = testing::a4Roll();
        Item item;
        item.id = QStringLiteral("spine");
        item.kind = ItemKind::Text;
        item.textRun = TextRun::Down;
        item.paragraphs = {paragraph(tide)};
        item.sides =
            freeSides(testing::planned(job).paper, Face::Outside, {len("10"), len("20"), len("30"), len("150")});
        job.edit(Face::Outside).items = {item};
        const Plan plan = testing::planned(job);
        QCOMPARE(textFrame(job, item, *plan.findItem(item.id)).size, (Size{len("150"), len("30")}));
    }

    void articleNumbersKnowTheirCheckDigit()
    {
        // The example of ISO 2108 as it is widely printed (from memory): 978-0-306-40615-7.
        const auto isbn = encode({Symbology::Ean13, QStringLiteral("978-0-306-40615")});
        QVERIFY(isbn);
        QCOMPARE(isbn->digits, QStringLiteral("9780306406157"));
        QCOMPARE(isbn->size.width(), 95.0); // ISO/IEC 15420: 95 modules
        const auto wrong = encode({Symbology::Ean13, QStringLiteral("9780306406150")});
        QVERIFY(!wrong && wrong.error().message.contains(u'7'));
        QVERIFY(!encode({Symbology::Ean13, QStringLiteral("978")}));
        QVERIFY(!encode({Symbology::Ean13, QStringLiteral("978030640615x")}));
        QVERIFY(!encode({Symbology::Qr, QStringLiteral("  ")}));
        QVERIFY(!encode({Symbology::Qr, QString(9000, u'x')}));
        QVERIFY(encode({Symbology::Code128, QStringLiteral("SKW-0042")}));
        // A QR code of version v has 17 + 4 v modules a side (ISO/IEC 18004).
        const auto qr = encode({Symbology::Qr, QStringLiteral("https://skerrowby.example/tides")});
        QVERIFY(qr && std::fmod(qr->size.width() - 17, 4) == 0 && qr->size.width() == qr->size.height());
    }

    void noLineOfAParagraphStandsAlone()
    {
        CHECK_PROPERTY(
            "a paragraph that goes over to the next frame leaves, and takes with it, two lines at least", [this] {
                // Paragraphs of any length; each is told by its ink.
                std::vector<Paragraph> story;
                const int paragraphs = *rc::gen::inRange(1, 7);
                for (int i = 0; i < paragraphs; ++i) {
                    story.push_back(paragraph(tide.left(*rc::gen::inRange(10, int(tide.size())))));
                    story.back().style.ink = QString::number(i);
                    story.back().style.spaceBefore = Length::points(*rc::gen::inRange(0, 8));
                }
                std::vector<TextFrame> frames;
                for (int i = 0; i < 8; ++i)
                    frames.push_back({{len("70"), Length::points(13) * *rc::gen::inRange(4, 10)}});
                const auto layouts = layOutStory(story, frames, fonts_);
                RC_PRE(layouts.back().fits());
                std::vector<std::map<std::size_t, std::set<double>>> lines(story.size()); // by paragraph and frame
                for (std::size_t f = 0; f < layouts.size(); ++f)
                    for (const GlyphRun& run : layouts[f].runs)
                        lines[std::size_t(run.ink.toInt())][f].insert(run.glyphs.front().y);
                std::size_t last = 0;
                for (const auto& parts : lines) {
                    RC_ASSERT(parts.begin()->first >= last); // in order
                    last = parts.rbegin()->first;
                    if (parts.size() < 2)
                        continue;
                    RC_ASSERT(parts.begin()->second.size() >= 2U);
                    RC_ASSERT(parts.rbegin()->second.size() >= 2U);
                }
            });
        // What is alone by itself stays: one line, or a frame for a single one.
        const auto single = layOutStory({paragraph(QStringLiteral("Low")), paragraph(QStringLiteral("High"))},
                                        {{{len("70"), Length::points(20)}}, {{len("70"), Length::points(20)}}}, fonts_);
        QCOMPARE(single[0].lines, 1);
        QCOMPARE(single[1].lines, 1);
        // In the last frame nothing moves: what does not fit is told.
        const auto over = layOutText({paragraph(tide)}, {len("70"), Length::points(20)}, fonts_);
        QVERIFY(!over.fits());
        QCOMPARE(over.lines - over.linesOver, 1);
    }

    void codesThatCannotBeReadAreFound()
    {
        Job job = testing::a4Roll();
        const Paper paper = testing::planned(job).paper;
        const auto item = [&](const char* id, ItemKind kind, const char* ink, const char* x, const char* w) {
            Item made;
            made.id = QString::fromLatin1(id);
            made.kind = kind;
            made.ink = QString::fromLatin1(ink);
            made.sides = freeSides(paper, Face::Outside, {len(x), len("30"), len(w), len("30")});
            return made;
        };
        Item code = item("code", ItemKind::Code, "Black", "20", "30");
        code.code = {Symbology::Qr, QStringLiteral("low water")};
        TextLayoutCache layouts(fonts_);
        const auto has = [&](std::vector<Item> items, const char* what) {
            job.edit(Face::Outside).items = std::move(items);
            return testing::hasFinding(checkText(job, testing::planned(job), layouts), what);
        };
        for (const char* what : {"code.wrong", "code.small", "code.quiet", "code.pale"})
            QVERIFY2(!has({code}, what), what);
        Item wrong = code;
        wrong.code = {Symbology::Ean13, QStringLiteral("12")};
        QVERIFY(has({wrong}, "code.wrong"));
        Item small = item("code", ItemKind::Code, "Black", "20", "6");
        small.code = code.code;
        QVERIFY(has({small}, "code.small"));
        Item pale = code;
        pale.ink = QStringLiteral("Lamp"); // yellow is white to a reader
        QVERIFY(has({pale}, "code.pale"));
        const Item ground = item("ground", ItemKind::Shape, "Deep water", "10", "60");
        const Item card = item("card", ItemKind::Shape, "Bare stock", "18", "34");
        const Item beside = item("beside", ItemKind::Shape, "Deep water", "48", "10");
        QVERIFY(has({ground, code}, "code.quiet"));
        QVERIFY(!has({ground, card, code}, "code.quiet")); // on a white card of its own
        QVERIFY(has({code, beside}, "code.quiet"));
        QVERIFY(has({ground, card, code, beside}, "code.quiet"));
    }

    void codesKeepTheirQuietZones()
    {
        for (const Symbology kind : {Symbology::Qr, Symbology::Ean13, Symbology::Code128}) {
            const auto code = layOutCode({kind, QStringLiteral("9780306406157")}, QStringLiteral("Black"),
                                         {len("40"), len("25")}, fonts_);
            QVERIFY(code);
            QVERIFY(code->symbol.width() <= len("40").toPoints() + 1e-6 &&
                    code->symbol.height() <= len("25").toPoints() + 1e-6);
            const double quiet = (kind == Symbology::Qr ? 4 : kind == Symbology::Ean13 ? 7 : 10) * code->module;
            for (const QRectF& bar : code->bars) {
                QVERIFY(bar.right() <= code->symbol.right() - quiet + 1e-6);
                QVERIFY(bar.left() >= code->symbol.left() + quiet - 1e-6);
            }
        }
    }

    void codesStartAtASizeThatIsReadWell()
    {
        for (const Symbology kind : {Symbology::Qr, Symbology::Ean13, Symbology::Code128})
            for (const char* says : {"9780306406157", "9780306406157 9780306406157 9780306406157 9780306406157"}) {
                const Code code{kind, QString::fromLatin1(says)};
                if (kind == Symbology::Ean13 && code.data.size() > 13)
                    continue;
                const auto laid = layOutCode(code, QStringLiteral("Black"), soundSize(code), fonts_);
                QVERIFY(laid);
                QVERIFY(laid->module * mmPerPoint >= leastModule(kind).toMm() - 1e-6);
            }
        // GS1 General Specifications, 5.2: 37.29 × 25.93 mm, a module of 0.33 mm.
        const Code number{Symbology::Ean13, QStringLiteral("9780306406157")};
        COMPARE_MM(soundSize(number).w, 37.29);
        COMPARE_MM(soundSize(number).h, 25.93);
        QVERIFY(std::abs(layOutCode(number, QStringLiteral("Black"), soundSize(number), fonts_)->module * mmPerPoint -
                         0.33) < 1e-3);
        QVERIFY(soundSize({Symbology::Qr, {}}) == (Size{len("25"), len("25")})); // nothing is said yet
    }
};

HINGE_TEST(TestParagraphs)
#include "test_paragraphs.moc"
