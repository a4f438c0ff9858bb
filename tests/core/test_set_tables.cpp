// SPDX-License-Identifier: GPL-3.0-or-later
// Tables that stand on the paper: how wide their columns are, their cells, where their rows come from.
#include "content_items.h"
#include "core/edit/table_edits.h"
#include "core/file/job_file.h"
#include "core/job/paragraphs.h"

#include <QTemporaryDir>
#include <numeric>
#include <zip.h>

using namespace hinge;
using namespace testing::content;
using testing::len;

class TestSetTables : public QObject
{
    Q_OBJECT

    QTemporaryDir dir_;

    static Length sumOf(const std::vector<Length>& lengths)
    {
        return std::accumulate(lengths.begin(), lengths.end(), Length());
    }
    static std::vector<Length> mms(std::initializer_list<int> values)
    {
        std::vector<Length> out;
        for (const int value : values)
            out.push_back(Length::mm(value));
        return out;
    }
    static TableColumn share(int parts) { return {ColumnBy::Share, parts, {}, Align::Left}; }
    static TableColumn width(int mm) { return {ColumnBy::Width, 1, Length::mm(mm), Align::Left}; }
    static Item prices()
    {
        const Job job = testing::a4Roll();
        SheetRows rows;
        rows.rows = {{QStringLiteral("Ticket"), QStringLiteral("Price")},
                     {QStringLiteral("Grown-ups"), QStringLiteral("7.50")},
                     {QStringLiteral("Children"), QStringLiteral("4.00")}};
        Item item = newTable(job, testing::planned(job), Face::Outside, 1, rows);
        item.id = QStringLiteral("prices");
        return item;
    }
    /// The rows, cells parted by bars.
    static QString shown(const Item& table)
    {
        QStringList rows;
        for (const QStringList& row : cellsOf(table))
            rows << row.join(u'|');
        return rows.join(QStringLiteral(" / "));
    }
    QString file(const char* name, const QByteArray& bytes)
    {
        return testing::written(dir_.filePath(QString::fromLatin1(name)), bytes);
    }
    /// A spreadsheet with just what is read of one.
    QString ods(const char* name, const QByteArray& rows)
    {
        const QString path = dir_.filePath(QString::fromLatin1(name));
        const QByteArray xml = "<?xml version=\"1.0\"?><office:document-content xmlns:office=\"o\" xmlns:table=\"t\" "
                               "xmlns:text=\"x\"><office:body><office:spreadsheet><table:table>" +
                               rows +
                               "</table:table><table:table><table:table-row/></table:table>"
                               "</office:spreadsheet></office:body></office:document-content>";
        int code = 0;
        zip_t* archive = zip_open(QFile::encodeName(path).constData(), ZIP_CREATE | ZIP_TRUNCATE, &code);
        zip_source_t* source = zip_source_buffer(archive, xml.constData(), zip_uint64_t(xml.size()), 0);
        if (zip_file_add(archive, "content.xml", source, 0) < 0 || zip_close(archive) != 0)
            qFatal("cannot write the test's own spreadsheet");
        return path;
    }
    static QByteArray cell(const QByteArray& words, const QByteArray& attributes = {})
    {
        return "<table:table-cell " + attributes + "><text:p>" + words + "</text:p></table:table-cell>";
    }
    static QByteArray row(const QByteArray& cells) { return "<table:table-row>" + cells + "</table:table-row>"; }

private Q_SLOTS:
    void numbersFirstThenContentsThenShares()
    {
        const auto widths =
            columnWidths({width(20), {}, share(1), share(3)}, mms({5, 30, 0, 0}), mms({5, 10, 0, 0}), Length::mm(90));
        QCOMPARE(widths, mms({20, 30, 10, 30}));
        // Without shares contents take what is left, in proportion.
        QCOMPARE(columnWidths({width(20)}, mms({0, 20, 40}), mms({0, 5, 5}), Length::mm(110)), mms({20, 30, 60}));
        // Too little room: as much more than their longest words as they would like more.
        QCOMPARE(columnWidths({}, mms({50, 100}), mms({10, 20}), Length::mm(90)), mms({30, 60}));
        // Less than the longest words: everything in proportion.
        QCOMPARE(columnWidths({}, mms({50, 100}), mms({20, 40}), Length::mm(30)), mms({10, 20}));
        // Numbers alone say how wide the table is, as long as it is not too wide.
        QCOMPARE(columnWidths({width(20), width(30)}, mms({0, 0}), mms({0, 0}), Length::mm(90)), mms({20, 30}));
        QCOMPARE(columnWidths({width(60), width(120)}, mms({0, 0}), mms({0, 0}), Length::mm(90)), mms({30, 60}));
    }

    void widthsAddUpExactly()
    {
        CHECK_PROPERTY("widths of columns add up exactly, and none is less than nothing", [] {
            const auto some = [](int most) {
                return Length::units(*rc::gen::inRange<std::int64_t>(0, most * Length::perMm));
            };
            const int count = *rc::gen::inRange(1, 12);
            std::vector<TableColumn> columns;
            std::vector<Length> natural;
            std::vector<Length> least;
            bool onlyNumbers = true;
            Length numbers;
            for (int i = 0; i < count; ++i) {
                TableColumn column;
                column.by = *rc::gen::element(ColumnBy::Content, ColumnBy::Share, ColumnBy::Width);
                column.share = *rc::gen::inRange(1, 10);
                column.width = Length::units(1) + some(60);
                onlyNumbers = onlyNumbers && column.by == ColumnBy::Width;
                numbers += column.width;
                columns.push_back(column);
                natural.push_back(some(80));
                least.push_back(some(20));
            }
            const Length total = Length::mm(1) + some(300);
            const auto widths = columnWidths(columns, natural, least, total);
            RC_ASSERT(int(widths.size()) == count);
            for (const Length width : widths)
                RC_ASSERT(width >= Length());
            RC_ASSERT(sumOf(widths) == (onlyNumbers ? std::min(numbers, total) : total));
        });
        CHECK_PROPERTY("parts by weight add up exactly", [] {
            const auto weights = *rc::gen::nonEmpty(
                rc::gen::container<std::vector<qint64>>(rc::gen::inRange<qint64>(1, 2'000'000'000'000)));
            const Length whole = Length::units(*rc::gen::inRange<std::int64_t>(0, 40'000'000'000'000));
            RC_ASSERT(sumOf(shareByWeights(whole, weights)) == whole);
        });
    }

    void aFreshOneLooksAsUsual()
    {
        const Item item = prices();
        QCOMPARE(shown(item), QStringLiteral("Ticket|Price / Grown-ups|7.50 / Children|4.00"));
        QCOMPARE(item.table->columns.size(), std::size_t(2));
        QCOMPARE(item.table->columns[0].align, Align::Left);
        QCOMPARE(item.table->columns[1].align, Align::Right); // numbers
        QVERIFY(item.paragraphs[0].style.font != item.paragraphs[1].style.font);
        for (const auto& [text, numeric] : {std::pair("7.50", true),
                                            {"12 %", true},
                                            {"€ 3", true},
                                            {"–", true},
                                            {"1 000,50", true},
                                            {"10:30", true},
                                            {"3 boats", false},
                                            {"Mon", false},
                                            {"A4", false},
                                            {"", true}})
            QCOMPARE(isNumeric({{QStringLiteral("h")}, {QString::fromUtf8(text)}, {QStringLiteral("1")}}, 0), numeric);
        QVERIFY(!isNumeric({{QStringLiteral("h")}, {QString()}}, 0)); // nothing is no number
    }

    void rowsAndColumnsComeAndGo()
    {
        Item item = prices();
        insertRow(item, 1);
        setCell(item, 1, 0, QStringLiteral("Dogs"));
        setCell(item, 1, 1, QStringLiteral("free\twith\nleash"));
        QCOMPARE(shown(item),
                 QStringLiteral("Ticket|Price / Dogs|free with\u2028leash / Grown-ups|7.50 / Children|4.00"));
        QCOMPARE(item.paragraphs[1].style, item.paragraphs[2].style); // not that of the header
        insertColumn(item, 1);
        QCOMPARE(item.table->columns.size(), std::size_t(3));
        QCOMPARE(item.table->columns[2].align, Align::Right);
        QCOMPARE(cellsOf(item)[0], (QStringList{QStringLiteral("Ticket"), QString(), QStringLiteral("Price")}));
        removeColumn(item, 1);
        removeRow(item, 1);
        QCOMPARE(shown(item), shown(prices()));
        removeColumn(item, 0);
        removeColumn(item, 0);
        removeRow(item, 0);
        removeRow(item, 0);
        removeRow(item, 0);
        QCOMPARE(shown(item), QStringLiteral("4.00")); // one cell is always left
        setCell(item, 9, 9, QStringLiteral("nowhere"));
        QCOMPARE(shown(item), QStringLiteral("4.00"));
    }

    void looksOfCharactersStayWithTheirCells()
    {
        Item item = prices();
        item.paragraphs[1].spans = {{0, 5, QStringLiteral("Cabin Bold"), {}}, {10, 4, {}, QStringLiteral("Lamp")}};
        QCOMPARE(cellOf(item.paragraphs[1], 1).spans[0].start, 0);
        insertColumn(item, 0);
        QCOMPARE(item.paragraphs[1].text, QStringLiteral("\tGrown-ups\t7.50"));
        QCOMPARE(item.paragraphs[1].spans.size(), std::size_t(2));
        QCOMPARE(cellOf(item.paragraphs[1], 1).spans[0].font, QStringLiteral("Cabin Bold"));
        QCOMPARE(cellOf(item.paragraphs[1], 2).spans[0].length, 4);
        setCell(item, 1, 1, QStringLiteral("All"));
        QCOMPARE(item.paragraphs[1].spans.size(), std::size_t(1)); // other words, no look of their own
        QCOMPARE(cellOf(item.paragraphs[1], 7).text, QString());
    }

    void cellsAreJoinedAndParted()
    {
        Item item = prices();
        insertColumn(item, -1);
        joinCells(item, {0, 1, 2, 1});
        QCOMPARE(item.table->spans.size(), std::size_t(1));
        QCOMPARE(cellsOf(item)[0][1], QStringLiteral("Price"));
        joinCells(item, {1, 0, 1, 2});
        QCOMPARE(cellsOf(item)[1][0], QStringLiteral("Grown-ups Children"));
        QCOMPARE(cellsOf(item)[2][0], QString());
        insertRow(item, 2); // within the joined one
        QCOMPARE(item.table->spans[1].down, 3);
        insertRow(item, 0);
        QCOMPARE(item.table->spans[1].row, 2);
        removeRow(item, 0);
        removeRow(item, 2);
        QCOMPARE(item.table->spans[1], (TableSpan{1, 0, 1, 2}));
        removeRow(item, 2);
        QCOMPARE(item.table->spans.size(), std::size_t(1)); // of one cell there is nothing to join
        joinCells(item, {0, 0, 3, 2});                      // over the other
        QCOMPARE(item.table->spans.size(), std::size_t(1));
        partCells(item, 1, 2);
        QVERIFY(item.table->spans.empty());
    }

    void columnsAreTyped()
    {
        Table table;
        QCOMPARE(columnsText(table, 3, Unit::Mm), QStringLiteral("content, content, content"));
        QVERIFY(setColumns(table, 3, QStringLiteral("2 parts, 25, content"), Unit::Mm));
        QCOMPARE(columnsText(table, 3, Unit::Mm), QStringLiteral("2 parts, 25 mm, content"));
        QVERIFY(setColumns(table, 3, QStringLiteral("1 part"), Unit::Mm)); // the last goes for the others
        QCOMPARE(columnsText(table, 3, Unit::Mm), QStringLiteral("1 part, 1 part, 1 part"));
        QVERIFY(setAligns(table, 3, QStringLiteral("left, Right")));
        QCOMPARE(alignsText(table, 3), QStringLiteral("left, right, right"));
        QCOMPARE(columnsText(table, 3, Unit::Mm), QStringLiteral("1 part, 1 part, 1 part"));
        for (const char* wrong : {"", "wide", "0 parts", "-3 mm", "1 part, 2 parts, 3 parts, 4 parts"})
            QVERIFY2(!setColumns(table, 3, QString::fromLatin1(wrong), Unit::Mm), wrong);
        QVERIFY(!setAligns(table, 3, QStringLiteral("up")));
    }

    void theFileHoldsThem()
    {
        Job job = testing::a4Roll();
        Item item = prices();
        item.table->headerInk = QStringLiteral("Shallows");
        item.table->tintInk = QStringLiteral("Lamp");
        item.table->tintStrength = 12;
        item.table->columnLine.width = Length::points(1);
        item.table->align = VerticalAlign::Middle;
        QVERIFY(setColumns(*item.table, 2, QStringLiteral("3 parts, 25 mm"), Unit::Mm));
        joinCells(item, {1, 0, 2, 1});
        job.edit(Face::Outside).items = {item};
        const auto read = readJob(writeJob(job), QStringLiteral("job"));
        QVERIFY2(read, read ? "" : qPrintable(read.error().text()));
        QCOMPARE(*read, job);
        QVERIFY(plan(job));
        for (const auto& change : std::vector<std::function<void(Table&)>>{
                 [](Table& t) { t.headerInk = QStringLiteral("No ink"); }, [](Table& t) { t.headerRows = -1; },
                 [](Table& t) { t.rowLine.ink = QStringLiteral("No ink"); }, [](Table& t) { t.tintStrength = 200; },
                 [](Table& t) { t.padDown = len("-1"); },
                 [](Table& t) {
                     t.spans = {{0, 0, 0, 1}};
                 },
                 [](Table& t) { t.columns[0].share = 0; }, [](Table& t) { t.rowLine.width = Length::mm(99); }}) {
            Job wrong = job;
            change(*wrong.edit(Face::Outside).items[0].table);
            QVERIFY(!plan(wrong));
        }
    }

    void rowsFromFiles()
    {
        const auto csv = readSheet(file("prices.csv", "Ticket;Price\nGrown-ups;\"7,50\"\n\"Two\nlines\";1\n;\n"));
        QVERIFY2(csv, csv ? "" : qPrintable(csv.error().text()));
        QCOMPARE(csv->rows.size(), 3);
        QCOMPARE(csv->rows[1][1], QStringLiteral("7,50"));
        QCOMPARE(csv->rows[2][0], QStringLiteral("Two\u2028lines"));

        const auto sheet = readSheet(ods(
            "prices.ods",
            row(cell("Prices", "table:number-columns-spanned=\"2\"") + "<table:covered-table-cell/>") +
                row(cell("Grown-ups") + cell("7.50") + "<table:table-cell table:number-columns-repeated=\"16000\"/>") +
                "<table:table-row table:number-rows-repeated=\"2\">" + cell("Child<text:s/>ren") +
                "<table:table-cell><text:p>4</text:p><text:p>or 5</text:p></table:table-cell>"
                "</table:table-row><table:table-row table:number-rows-repeated=\"1048570\">"
                "<table:table-cell table:number-columns-repeated=\"16384\"/></table:table-row>"));
        QVERIFY2(sheet, sheet ? "" : qPrintable(sheet.error().text()));
        QCOMPARE(sheet->rows.size(), 4);
        QCOMPARE(sheet->rows[0], QStringList{QStringLiteral("Prices")});
        QCOMPARE(sheet->spans, (std::vector<TableSpan>{{0, 0, 2, 1}}));
        QCOMPARE(sheet->rows[3], (QStringList{QStringLiteral("Child ren"), QStringLiteral("4\u2028or 5")}));
    }

    void whatIsNoTableIsRefused()
    {
        QVERIFY(!readSheet(dir_.filePath(QStringLiteral("missing.ods"))));
        QVERIFY(!readSheet(file("noise.ods", "PK\x03\x04 noise")));
        QVERIFY(!readSheet(file("empty.csv", "")));
        QVERIFY(!readSheet(ods("empty.ods", {})));
        QVERIFY(!readSheet(ods("broken.ods", "<table:table-row><table:table-cell>")));
        QVERIFY(!readSheet(ods("wide.ods", row(cell("x", "table:number-columns-repeated=\"90000\"")))));
        QVERIFY(!readSheet(ods("deep.ods", "<table:table-row table:number-rows-repeated=\"900000\">" + cell("x") +
                                               "</table:table-row>")));
        QByteArray many = "a,b\n";
        for (int i = 0; i < 6000; ++i)
            many += "1,2\n";
        const auto tooMany = readSheet(file("many.csv", many));
        QVERIFY(!tooMany && tooMany.error().message.contains(QStringLiteral("5000")));
    }

    void rowsFromTheClipboard()
    {
        QCOMPARE(rowsOf(QStringLiteral("no tabs\nhere")).size(), 0);
        const auto rows = rowsOf(QStringLiteral("a\tb\r\n\"two\nlines\"\t\"say \"\"no\"\"\"\n\t\n"));
        QCOMPARE(rows.size(), 2);
        QCOMPARE(rows[1], (QStringList{QStringLiteral("two\u2028lines"), QStringLiteral("say \"no\"")}));
    }
};

HINGE_TEST(TestSetTables)
#include "test_set_tables.moc"
