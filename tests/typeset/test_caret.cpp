// SPDX-License-Identifier: GPL-3.0-or-later
// Where a caret stands in a text that is set, and which place a pointer means.
#include "testing.h"
#include "typeset/caret.h"

using namespace hinge;
using testing::len;

class TestCaret : public QObject
{
    Q_OBJECT

    static Paragraph para(const QString& text)
    {
        Paragraph p{text, {}, {}};
        p.style.size = Length::points(10);
        p.style.leading = Length::points(14);
        return p;
    }
    static TextLayouts pointersTo(const std::vector<TextLayout>& layouts)
    {
        TextLayouts out;
        for (const TextLayout& layout : layouts)
            out.push_back(&layout);
        return out;
    }
    static std::vector<TextLayout> setInto(const std::vector<Paragraph>& paragraphs, int frames,
                                           const char* w = "40 mm", const char* h = "40 mm")
    {
        return layOutStory(paragraphs, std::vector<TextFrame>(std::size_t(frames), TextFrame{{len(w), len(h)}}),
                           FontLibrary::shipped());
    }

private Q_SLOTS:
    void itStandsBeforeEachLetter()
    {
        const auto layouts = setInto({para(QStringLiteral("Harbour"))}, 1);
        const TextLayouts all = pointersTo(layouts);
        const GlyphRun& run = layouts[0].runs.front();
        for (int i = 0; i < 7; ++i)
            QCOMPARE(caretAt(all, {0, i})->x, run.glyphs[std::size_t(i)].x);
        QCOMPARE(caretAt(all, {0, 7})->x, run.glyphs.back().x + run.glyphs.back().advance);
        QVERIFY(!caretAt(all, {0, 8}) && !caretAt(all, {1, 0}));
        const CaretPlace place = *caretAt(all, {0, 0});
        QVERIFY(place.head < run.glyphs[0].y && place.foot > run.glyphs[0].y);
    }

    void aPlaceThatIsPointedAtIsWhereTheCaretStands()
    {
        CHECK_PROPERTY("pointing at a caret finds its place", [] {
            std::vector<Paragraph> text;
            for (int i = 0, n = *rc::gen::inRange(1, 5); i < n; ++i) {
                QString words;
                for (int j = 0, m = *rc::gen::inRange(0, 40); j < m; ++j)
                    words += *rc::gen::element(QStringLiteral("tide "), QStringLiteral("waffle "),
                                               QStringLiteral("שלום "), QStringLiteral("é "));
                text.push_back(para(words.trimmed()));
                text.back().style.align = *rc::gen::element(Align::Left, Align::Justified, Align::Right);
                text.back().style.list = *rc::gen::element(ListMark::None, ListMark::Numbers);
            }
            const auto layouts = setInto(text, *rc::gen::inRange(1, 4));
            const TextLayouts all = pointersTo(layouts);
            for (int p = 0; p < int(text.size()); ++p)
                for (int c = 0; c <= text[std::size_t(p)].text.size(); ++c) {
                    const auto caret = caretAt(all, {p, c});
                    if (!caret)
                        continue; // it is where no frame has room
                    const auto found = placeAt(all, caret->frame, {caret->x, (caret->head + caret->foot) / 2});
                    RC_ASSERT(found.has_value());
                    // Where directions meet two places share a spot: the caret is drawn at the same one.
                    const auto again = caretAt(all, found->place, found->seam);
                    RC_ASSERT(again.has_value());
                    RC_ASSERT(std::abs(again->x - caret->x) < 0.01 && again->head == caret->head);
                }
        });
    }

    void upAndDownKeepTheirPlaceAcross()
    {
        QString words;
        for (int i = 0; i < 120; ++i)
            words += QStringLiteral("harbour ");
        const auto layouts = setInto({para(words)}, 3, "40 mm", "30 mm");
        const TextLayouts all = pointersTo(layouts);
        // From the first line to the last and back, through the frames, at one distance from their left.
        PointedPlace at{{0, 3}, LineSeam::After};
        const double x = caretAt(all, at.place)->x;
        int steps = 0;
        std::size_t frame = 0;
        while (const auto next = placeOnNextLine(all, at.place, at.seam, x, 1)) {
            at = *next;
            const CaretPlace caret = *caretAt(all, at.place, at.seam);
            QVERIFY(std::abs(caret.x - x) < 6);
            QVERIFY(caret.frame >= frame);
            frame = caret.frame;
            ++steps;
        }
        QCOMPARE(frame, std::size_t(2));
        std::size_t lines = 0;
        for (const TextLayout& layout : layouts)
            lines += layout.lineBoxes.size();
        QCOMPARE(std::size_t(steps) + 1, lines);
        while (const auto before = placeOnNextLine(all, at.place, at.seam, x, -1)) {
            at = *before;
            --steps;
        }
        QCOMPARE(steps, 0);
        QCOMPARE(at.place, (TextPosition{0, 3}));
    }

    void theEndOfALineIsOnThatLine()
    {
        const auto layouts = setInto({para(QStringLiteral("one two three four five six seven eight nine ten"))}, 1);
        const TextLayouts all = pointersTo(layouts);
        const LineBox& first = layouts[0].lineBoxes[0];
        const auto end = endOfLine(all, {0, 2}, LineSeam::After, true);
        QCOMPARE(end->place, (TextPosition{0, first.end - 1})); // before the space
        QCOMPARE(caretAt(all, end->place, end->seam)->head, first.head);
        QCOMPARE(caretAt(all, {0, first.end})->head, layouts[0].lineBoxes[1].head);
        QCOMPARE(endOfLine(all, end->place, end->seam, false)->place, (TextPosition{0, 0}));
        // Pointed at far to the right of it, too.
        const auto pointed = placeAt(all, 0, {1000, first.baseline});
        QCOMPARE(pointed->place, end->place);

        // A word that is parted without a space: the same place is the end of one line and the beginning of the next.
        const auto parted = setInto({para(QString(60, u'm'))}, 1);
        const TextLayouts both = pointersTo(parted);
        const LineBox& line = parted[0].lineBoxes[0];
        const auto seam = endOfLine(both, {0, 2}, LineSeam::After, true);
        QCOMPARE(seam->place, (TextPosition{0, line.end}));
        QCOMPARE(seam->seam, LineSeam::Before);
        QCOMPARE(caretAt(both, seam->place, LineSeam::Before)->head, line.head);
        QCOMPARE(caretAt(both, seam->place, LineSeam::After)->head, parted[0].lineBoxes[1].head);
    }

    void whatIsMarkedIsCovered()
    {
        const auto layouts =
            setInto({para(QStringLiteral("one two three four five six")), para({}), para(QStringLiteral("seven"))}, 1);
        const TextLayouts all = pointersTo(layouts);
        const auto bars = barsBetween(all, {2, 3}, {0, 4}); // the order does not matter
        QCOMPARE(bars.size(), layouts[0].lineBoxes.size());
        QCOMPARE(bars.front().bar.left(), caretAt(all, {0, 4})->x);
        QCOMPARE(bars.back().bar.right(), caretAt(all, {2, 3})->x);
        QVERIFY(barsBetween(all, {0, 4}, {0, 4}).empty());
        // Within a word of one line: as wide as its letters.
        const auto part = barsBetween(all, {2, 1}, {2, 3});
        QCOMPARE(part.size(), std::size_t(1));
        QVERIFY(std::abs(part[0].bar.width() - (caretAt(all, {2, 3})->x - caretAt(all, {2, 1})->x)) < 0.001);
    }

    void columnsAreToldApart()
    {
        TextFrame frame{{len("80 mm"), len("20 mm")}};
        frame.columns = 2;
        QString words;
        for (int i = 0; i < 30; ++i)
            words += QStringLiteral("tide ");
        const auto layouts = layOutStory({para(words.trimmed())}, {frame}, FontLibrary::shipped());
        const TextLayouts all = pointersTo(layouts);
        const auto left = placeAt(all, 0, {20, 10});
        const auto right = placeAt(all, 0, {len("60 mm").toPoints(), 10});
        QVERIFY(left->place.character < right->place.character);
        QVERIFY(caretAt(all, right->place)->x > len("42 mm").toPoints() - 0.01);
    }
};

HINGE_TEST(TestCaret)
#include "test_caret.moc"
