// SPDX-License-Identifier: GPL-3.0-or-later
// Tables as they are set: where cells stand, which lines there are, how a table goes on in the next frame.
#include "core/edit/table_edits.h"
#include "testing.h"
#include "typeset/table_layout.h"

using namespace hinge;
using testing::len;

class TestTableLayout : public QObject
{
    Q_OBJECT

    const FontLibrary& fonts_ = FontLibrary::shipped();

    /// A row a line, cells parted by bars.
    static std::vector<Paragraph> rows(const char* text)
    {
        std::vector<Paragraph> out;
        for (const QString& line : QString::fromUtf8(text).split(u'\n')) {
            Paragraph row{QString(line).replace(u'|', u'\t'), {}};
            row.style.size = Length::points(10);
            row.style.leading = Length::points(12);
            out.push_back(row);
        }
        return out;
    }
    static Table bare()
    {
        Table table;
        table.headerRows = 0;
        table.padAcross = Length::points(2);
        table.padDown = Length::points(3);
        table.headerLine.width = table.rowLine.width = Length();
        return table;
    }
    TextLayout set(const char* text, const Table& table, const char* width = "200 pt", const char* height = "300 pt")
    {
        return layOutTable(rows(text), table, {TextFrame{{len(width), len(height)}}}, fonts_).front();
    }
    /// A row of one line: ten points of Cabin, and padding of three points twice.
    double row() { return set("x", bare()).height; }
    double line() { return row() - 6; }
    struct Placed {
        double left, right, baseline;
    };
    /// Where a word stands; a mistake of the test when it does not.
    static Placed at(const TextLayout& layout, const char* word)
    {
        const QString wanted = QString::fromUtf8(word);
        for (const GlyphRun& run : layout.runs)
            if (run.text.contains(wanted)) {
                const Glyph& first = run.glyphs.front();
                const Glyph& last = run.glyphs.back();
                return {first.x, last.x + last.advance, first.y};
            }
        qFatal("%s stands nowhere", word);
    }
    static bool shows(const TextLayout& layout, const char* word)
    {
        return std::ranges::any_of(layout.runs,
                                   [&](const GlyphRun& run) { return run.text.contains(QString::fromUtf8(word)); });
    }

private Q_SLOTS:
    void cellsStandInTheirColumns()
    {
        Table table = bare();
        QVERIFY(setColumns(table, 3, QStringLiteral("60 pt, 1 part, 40 pt"), Unit::Point));
        QVERIFY(setAligns(table, 3, QStringLiteral("left, centre, right")));
        const TextLayout layout = set("one|two|three\nfour|five|six", table);
        QCOMPARE(at(layout, "one").left, 2.0);
        QVERIFY(std::abs(at(layout, "three").right - 198) < 0.01);
        // In the middle of what lies between 60 and 160 points.
        QVERIFY(std::abs((at(layout, "two").left + at(layout, "two").right) / 2 - 110) < 0.01);
        QVERIFY(row() >= 18 && row() < 18.5); // a leading of twelve points, or what the letters ask for
        QCOMPARE(at(layout, "four").baseline - at(layout, "one").baseline, row());
        QCOMPARE(at(layout, "four").baseline, at(layout, "six").baseline);
        QCOMPARE(layout.height, 2 * row());
        QCOMPARE(layout.lines, 2);
        QVERIFY(layout.fits());
    }

    void rowsAreAsHighAsTheirHighestCell()
    {
        Table table = bare();
        QVERIFY(setColumns(table, 2, QStringLiteral("40 pt, 160 pt"), Unit::Point));
        const TextLayout layout = set("low water here|x\nnext|y", table);
        QVERIFY(at(layout, "next").baseline - at(layout, "x").baseline > 18 + 11);
        table.align = VerticalAlign::Foot;
        const TextLayout foot = set("low water here|x\nnext|y", table);
        QVERIFY(std::abs(at(foot, "next").baseline - at(foot, "x").baseline - row()) < 0.01);
        QCOMPARE(foot.height, layout.height);
        // Lines within a cell.
        QCOMPARE(set("a\u2028b\u2028c|x", table).height, 2 * 12 + row());
        QVERIFY(std::abs(set("|", bare()).height - row()) < 0.5); // nothing, but a row
    }

    void columnsAsWideAsTheirContent()
    {
        const auto widths = tableColumns(rows("a|a much longer cell than the other"), bare(), len("400 pt"), fonts_);
        QCOMPARE(widths.size(), std::size_t(2));
        QVERIFY(widths[1] > widths[0] * 10);
        QCOMPARE(widths[0] + widths[1], len("400 pt"));
        // Too narrow for both: lines are broken, words are not.
        const auto narrow =
            tableColumns(rows("harbour|a much longer cell than the other"), bare(), len("100 pt"), fonts_);
        const TextLayout one = layOutText(rows("harbour"), {len("999 pt"), len("99 pt")}, fonts_);
        const Glyph& last = one.runs.back().glyphs.back();
        QVERIFY2(narrow[0].toPoints() >= last.x + last.advance + 4,
                 qPrintable(QStringLiteral("%1 %2").arg(narrow[0].toPoints()).arg(last.x + last.advance)));
        QCOMPARE(narrow[0] + narrow[1], len("100 pt"));
    }

    void itGoesOnBelowItsHeader()
    {
        Table table = bare();
        table.headerRows = 1;
        const auto layouts =
            layOutTable(rows("Top|H\n1|a\n2|b\n3|c\n4|d\n5|e"), table,
                        {TextFrame{{len("200 pt"), len("60 pt")}}, TextFrame{{len("200 pt"), len("50 pt")}},
                         TextFrame{{len("200 pt"), len("37 pt")}}},
                        fonts_);
        QCOMPARE(layouts.size(), std::size_t(3));
        for (const TextLayout& layout : layouts)
            QVERIFY(shows(layout, "Top"));
        QVERIFY(shows(layouts[0], "a") && shows(layouts[0], "b") && !shows(layouts[0], "c"));
        QVERIFY(shows(layouts[1], "c") && !shows(layouts[1], "d"));
        QVERIFY(shows(layouts[2], "d") && !shows(layouts[2], "e"));
        QVERIFY(layouts[0].fits() && layouts[1].fits());
        QCOMPARE(layouts[2].linesOver, 1);
        QCOMPARE(layouts[2].overFrom->paragraph, 5);
        QVERIFY(layouts[2].height > 37);
        QCOMPARE(at(layouts[1], "Top").baseline, at(layouts[0], "Top").baseline);
        // A header with no room below it is left to the next frame.
        const auto none =
            layOutTable(rows("Top|H\n1|a"), table,
                        {TextFrame{{len("200 pt"), len("20 pt")}}, TextFrame{{len("200 pt"), len("90 pt")}}}, fonts_);
        QVERIFY(none[0].runs.empty() && none[0].rules.empty());
        QVERIFY(shows(none[1], "Top") && shows(none[1], "a"));
        // Where there is no more than a header, it stands once, or is over.
        const std::vector<TextFrame> frames{TextFrame{{len("200 pt"), len("90 pt")}},
                                            TextFrame{{len("200 pt"), len("90 pt")}}};
        const auto alone = layOutTable(rows("Top|H"), table, frames, fonts_);
        QVERIFY(shows(alone[0], "Top") && !shows(alone[1], "Top") && alone[1].fits());
        QCOMPARE(set("Top|H", table, "200 pt", "5 pt").linesOver, 1);
        // What fits nowhere is over.
        QCOMPARE(set("1|a", bare(), "200 pt", "5 pt").linesOver, 1);
    }

    void linesAndTints()
    {
        Table table = bare();
        table.headerRows = 1;
        table.headerInk = QStringLiteral("Deep water");
        table.headerStrength = 30;
        table.tintInk = QStringLiteral("Shallows");
        table.headerLine = {Length::points(2), QStringLiteral("Black"), 100};
        table.rowLine = {Length::points(1), QStringLiteral("Lamp"), 50};
        table.columnLine = {Length::points(1), QStringLiteral("Lamp"), 100};
        table.frameLine = {Length::points(4), QStringLiteral("Black"), 100};
        QVERIFY(setColumns(table, 2, QStringLiteral("1 part"), Unit::Point));
        const TextLayout layout = set("H|h\n1|a\n2|b\n3|c", table);
        const double high = row();
        const auto rule = [&](double x, double y, double w, double h) {
            const auto it = std::ranges::find_if(layout.rules, [&](const TextRule& r) {
                return std::abs(r.x - x) < 0.01 && std::abs(r.y - y) < 0.01 && std::abs(r.width - w) < 0.01 &&
                       std::abs(r.height - h) < 0.01;
            });
            return it == layout.rules.end() ? QString()
                                            : QStringLiteral("%1 %2").arg(it->ink, percentText(it->strength));
        };
        QCOMPARE(rule(0, 0, 200, high), QStringLiteral("Deep water 30"));
        QCOMPARE(rule(0, 2 * high, 200, high), QStringLiteral("Shallows 20")); // the second row below the header
        QCOMPARE(rule(0, 3 * high, 200, high), QString());
        QCOMPARE(rule(0, high - 1, 200, 2), QStringLiteral("Black 100")); // astride the edge of the header
        QCOMPARE(rule(0, 2 * high - 0.5, 200, 1), QStringLiteral("Lamp 50"));
        QCOMPARE(rule(0, 4 * high - 1, 200, 1), QStringLiteral("Lamp 50")); // the last within the table
        QCOMPARE(rule(99.5, 0, 1, 4 * high), QStringLiteral("Lamp 100"));
        QCOMPARE(rule(0, 0, 200, 4), QStringLiteral("Black 100"));
        QCOMPARE(rule(196, 4, 4, 4 * high - 8), QStringLiteral("Black 100"));
        QCOMPARE(layout.rules.size(), std::size_t(2 + 4 + 1 + 4));
        // What lies below comes first.
        QCOMPARE(layout.rules.front().ink, QStringLiteral("Deep water"));
    }

    void joinedCellsHaveNoLinesThroughThem()
    {
        Table table = bare();
        table.rowLine = {Length::points(1), QStringLiteral("Black"), 100};
        table.columnLine = table.rowLine;
        QVERIFY(setColumns(table, 3, QStringLiteral("1 part"), Unit::Point));
        table.spans = {{0, 0, 2, 2}};
        const TextLayout layout = set("joined|x|r1\ny|z|r2\nfoot|m|n", table, "180 pt");
        QVERIFY(!shows(layout, "x") && !shows(layout, "y") && !shows(layout, "z"));
        QVERIFY(shows(layout, "joined") && shows(layout, "r2"));
        const auto covers = [&](double x, double y) {
            return std::ranges::any_of(layout.rules, [&](const TextRule& r) {
                return r.x <= x && x <= r.x + r.width && r.y <= y && y <= r.y + r.height;
            });
        };
        QVERIFY(!covers(60, 9) && !covers(60, 27)); // the edge between the first two columns, within the joined cell
        QVERIFY(covers(60, 45));                    // and below it
        QVERIFY(!covers(30, 18) && covers(150, 18));
        QVERIFY(covers(120, 9));
        // A cell that spans rows stays in one frame with them, and makes the last of them higher.
        Table tall = bare();
        tall.spans = {{1, 0, 1, 2}};
        const auto two =
            layOutTable(rows("a|1\nb\u2028b\u2028b\u2028b\u2028b|2\nx|3"), tall,
                        {TextFrame{{len("200 pt"), len("60 pt")}}, TextFrame{{len("200 pt"), len("90 pt")}}}, fonts_);
        QVERIFY(shows(two[0], "1") && !shows(two[0], "2"));
        QVERIFY(shows(two[1], "2") && shows(two[1], "3"));
        QCOMPARE(two[1].height, 4 * 12 + row());
    }

    void nothingIsLost()
    {
        CHECK_PROPERTY("every cell stands in one frame, or is counted as over", [this] {
            const int count = *rc::gen::inRange(1, 40);
            QString text;
            for (int i = 0; i < count; ++i)
                text += (i > 0 ? QStringLiteral("\n") : QString()) + QStringLiteral("r%1|w%1").arg(i);
            Table table = bare();
            table.headerRows = *rc::gen::inRange(0, 3);
            std::vector<TextFrame> frames;
            for (int i = 0; i < *rc::gen::inRange(1, 5); ++i)
                frames.push_back({{len("200 pt"), Length::points(*rc::gen::inRange(10, 200))}});
            const auto layouts = layOutTable(rows(text.toUtf8().constData()), table, frames, fonts_);
            RC_ASSERT(layouts.size() == frames.size());
            const int headers = std::min(table.headerRows, count);
            int seen = 0;
            for (const TextLayout& layout : layouts)
                for (int i = headers; i < count; ++i)
                    seen += std::ranges::count_if(
                        layout.runs, [&](const GlyphRun& run) { return run.text == QStringLiteral("w%1").arg(i); });
            const int over = layouts.back().linesOver;
            const bool headed = headers == 0 || std::ranges::any_of(layouts, [](const TextLayout& layout) {
                                    return shows(layout, "w0");
                                });
            // A header that stands nowhere is over, too.
            RC_ASSERT(seen + over == (headed ? count - headers : count));
            RC_ASSERT(headed || seen == 0);
        });
    }
};

HINGE_TEST(TestTableLayout)
#include "test_table_layout.moc"
