// SPDX-License-Identifier: GPL-3.0-or-later
// Numbers that run on and rows of data: counted, filled in, and what is wrong with them.
#include "core/edit/new_items.h"
#include "core/edit/record_edits.h"
#include "core/edit/remedies.h"
#include "core/file/job_file.h"
#include "core/file/links.h"
#include "core/plan/record_checks.h"
#include "tables.h"
#include "testing.h"

#include <QJsonDocument>

using namespace hinge;

class TestRecords : public QObject
{
    Q_OBJECT

    static Item words(const char* id, const char* text)
    {
        Item item;
        item.id = QString::fromLatin1(id);
        item.name = item.id;
        item.kind = ItemKind::Text;
        item.paragraphs = {{QString::fromUtf8(text), {}}};
        for (const ItemSide side : allSides)
            item.side(side) = holdOn(PaperLine::Safe, 0, endOf(side));
        return item;
    }
    static Item code(const char* id, const char* data)
    {
        Item item = words(id, "");
        item.kind = ItemKind::Code;
        item.paragraphs.clear();
        item.code = {Symbology::Code128, QString::fromUtf8(data)};
        item.ink = QStringLiteral("Black");
        return item;
    }
    static Item photo(const char* id, const char* path)
    {
        Item item = words(id, "");
        item.kind = ItemKind::Picture;
        item.paragraphs.clear();
        item.file.path = QString::fromUtf8(path);
        return item;
    }
    static Job card(std::initializer_list<Item> items)
    {
        Job job = newPiece(PieceKind::Leaf);
        job.edit(Face::Outside).items = items;
        return job;
    }
    /// A card with the rows of a file, and what is found of them.
    static std::vector<Finding> findings(Job job, const QByteArray& csv, const RecordSurvey& survey = {},
                                         const std::function<void(Job&)>& change = {})
    {
        const auto rows = testing::tableOf(csv, job.records.reading);
        useTable(job, {.path = QStringLiteral("t.csv"), .page = 1, .bytes = 0, .sha256 = {}}, *rows);
        if (change)
            change(job);
        FileFacts facts;
        facts.table = rows;
        return checkRecords(job, {{QStringLiteral("t.csv"), facts}}, survey);
    }
    static QStringList codes(const std::vector<Finding>& findings)
    {
        QStringList out;
        for (const Finding& f : findings)
            out << f.code;
        return out;
    }

private Q_SLOTS:
    /// Against a plain loop.
    void aSeriesCounts()
    {
        CHECK_PROPERTY([](int start, int step, int digits, int count) {
            Series s{QStringLiteral("A-"), std::abs(start) % 100000, step % 50, std::abs(digits) % 9,
                     QStringLiteral(" m")};
            RC_PRE(s.step != 0);
            qint64 number = s.start;
            for (int i = 0; i < std::abs(count) % 300 && number >= 0; ++i, number += s.step) {
                QString plain = QString::number(number);
                while (plain.size() < s.digits)
                    plain = u'0' + plain;
                RC_ASSERT(numberAt(s, i) == QStringLiteral("A-") + plain + QStringLiteral(" m"));
            }
        });
        Records records;
        records.source = RecordSource::Series;
        records.series = {QString(), 3, -1, 0, QString()};
        records.count = 4; // 3, 2, 1, 0
        QVERIFY(checkSeries(records));
        QCOMPARE(recordsText(records), QStringLiteral("3 to 0"));
        records.count = 5;
        QVERIFY(!checkSeries(records)); // below nothing
        records.series.step = 0;
        QVERIFY(!checkSeries(records));
        records.series = {QString(), 999'999'999'999'990, 1, 0, QString()};
        records.count = 10;
        QVERIFY(checkSeries(records));
        records.count = 11;
        QVERIFY(!checkSeries(records));
    }

    void theFirstNumberIsTypedAsItIsPrinted()
    {
        const auto typed = [](const char* text, Series before = {}) -> std::optional<Series> {
            Job job = newPiece(PieceKind::Leaf);
            useSeries(job);
            job.records.series = before;
            return setFirstNumber(job, QString::fromUtf8(text)) ? std::optional(job.records.series) : std::nullopt;
        };
        QCOMPARE(typed("17"), std::optional(Series{{}, 17, 1, 0, {}}));
        QCOMPARE(typed(" 0017 "), std::optional(Series{{}, 17, 1, 4, {}}));
        QCOMPARE(typed("A-0017"), std::optional(Series{QStringLiteral("A-"), 17, 1, 4, {}}));
        QCOMPARE(typed("2026/001 c"), std::optional(Series{QStringLiteral("2026/"), 1, 1, 3, QStringLiteral(" c")}));
        // Digits behind the number that were there before are no number.
        QCOMPARE(typed("9 m2", {{}, 8, 1, 0, QStringLiteral(" m2")}),
                 std::optional(Series{{}, 9, 1, 0, QStringLiteral(" m2")}));
        QVERIFY(!typed("none"));
        QVERIFY(!typed(""));
        QVERIFY(!typed("12345678901234567890"));
        QCOMPARE(typed("0"), std::optional(Series{{}, 0, 1, 0, {}}));
    }

    void piecesAndRecordsStayOneToOne()
    {
        Job job = newPiece(PieceKind::Leaf);
        job.quantity = 480;
        useSeries(job);
        QCOMPARE(numberAt(job.records.series, 0), QStringLiteral("001"));
        QCOMPARE(job.records.count, 480);
        setQuantity(job, 500);
        QCOMPARE(job.records.count, 500);
        setRecordCount(job, 250);
        QCOMPARE(job.quantity, 250);
        job.quantity = 750; // three of each, as typed elsewhere
        setRecordCount(job, 240);
        QCOMPARE(job.quantity, 750);
        setQuantity(job, 720);
        QCOMPARE(job.records.count, 240);
        const auto rows = testing::tableOf("name\nAda\nBram\n");
        useTable(job, {.path = QStringLiteral("t.csv"), .page = 1, .bytes = 0, .sha256 = {}}, *rows);
        QCOMPARE(job.quantity, 2);
        QCOMPARE(recordsText(job.records), QStringLiteral("2 rows of t.csv"));
        setQuantity(job, 4); // two of each: a file has as many rows as it has
        QCOMPARE(job.records.count, 2);
        useNoRecords(job);
        QVERIFY(recordsText(job.records).isEmpty());
        useSeries(job);
        QCOMPARE(job.records.count, 4);
    }

    void fieldsAreFilledIn()
    {
        const Record ada{0,
                         {QStringLiteral("number"), QStringLiteral("Name"), QStringLiteral("note")},
                         {QStringLiteral("0017"), QStringLiteral("Ada"), QString()}};
        QCOMPARE(filled(QStringLiteral("No. {number}, { name }!"), ada), QStringLiteral("No. 0017, Ada!"));
        QCOMPARE(filled(QStringLiteral("{seat} {} {number} {"), ada), QStringLiteral("{seat} {} 0017 {"));
        QCOMPARE(fieldsIn(QStringLiteral("a {b} {{c}} {d\ne}")),
                 (std::vector<FieldUse>{{QStringLiteral("b"), 2, 3}, {QStringLiteral("c"), 7, 3}}));
        // Looks go with the letters they were given to.
        Item item = words("t", "No. {number} for {name}.");
        item.paragraphs[0].spans = {{0, 3, QStringLiteral("Cabin Bold"), {}},
                                    {4, 8, QStringLiteral("Cabin Italic"), {}},
                                    {17, 7, QStringLiteral("Cabin SemiBold"), {}}};
        fillItem(item, ada);
        QCOMPARE(item.paragraphs[0].text, QStringLiteral("No. 0017 for Ada."));
        QCOMPARE(item.paragraphs[0].spans[1].start, 4);
        QCOMPARE(item.paragraphs[0].spans[1].length, 4);
        QCOMPARE(item.paragraphs[0].spans[2].start, 13);
        QCOMPARE(item.paragraphs[0].spans[2].length, 4); // "Ada."
        // A line that would be empty is left out, but a text does not vanish.
        Item lines = words("l", "{name}");
        lines.paragraphs.push_back({QStringLiteral(" {note} "), {}});
        lines.paragraphs.push_back({QStringLiteral("{note} town"), {}});
        fillItem(lines, ada);
        QCOMPARE(lines.paragraphs.size(), std::size_t(2));
        QCOMPARE(lines.paragraphs[1].text, QStringLiteral(" town"));
        Item alone = words("a", "{note}");
        alone.paragraphs[0].spans = {{0, 6, QStringLiteral("Cabin Bold"), {}}};
        fillItem(alone, ada);
        QCOMPARE(alone.paragraphs.size(), std::size_t(1));
        QVERIFY(alone.paragraphs[0].text.isEmpty() && alone.paragraphs[0].spans.empty());
        // A break in a value breaks the line.
        Item address = words("b", "{street}");
        fillItem(address, {0, {QStringLiteral("street")}, {QStringLiteral("North steps\r\nSkerrowby")}});
        QCOMPARE(address.paragraphs[0].text, QStringLiteral("North steps\u2028Skerrowby"));
        // In a code it stays what it is: a contact has a line for each of its parts.
        Item contact = code("k", "{card}");
        fillItem(contact, {0, {QStringLiteral("card")}, {QStringLiteral("BEGIN\r\nEND")}});
        QCOMPARE(contact.code.data, QStringLiteral("BEGIN\r\nEND"));
        Item bars = code("c", "SKW{number}");
        fillItem(bars, ada);
        QCOMPARE(bars.code.data, QStringLiteral("SKW0017"));
    }

    void picturesOfARecordStayInTheirFolder()
    {
        const auto pathFor = [](const char* value) {
            Item item = photo("p", "portraits/{photo}");
            fillItem(item, {0, {QStringLiteral("photo")}, {QString::fromUtf8(value)}});
            return item.file.path;
        };
        QCOMPARE(pathFor("ada.jpg"), QStringLiteral("portraits/ada.jpg"));
        QCOMPARE(pathFor("year/ada.jpg"), QStringLiteral("portraits/year/ada.jpg"));
        for (const char* out : {"../ada.jpg", "year/../../ada.jpg", "..", "", "a\\b.jpg"})
            QCOMPARE(pathFor(out), QStringLiteral("portraits/{photo}"));
        QCOMPARE(pathFor("/etc/passwd"), QStringLiteral("portraits//etc/passwd")); // below it all the same
        // Nor do two values that are harmless alone.
        const auto joined = [](const char* path, const char* a, const char* b) {
            Item item = photo("p", path);
            fillItem(item,
                     {0, {QStringLiteral("a"), QStringLiteral("b")}, {QString::fromUtf8(a), QString::fromUtf8(b)}});
            return item.file.path;
        };
        QCOMPARE(joined("{a}/{b}.png", "north", "ada"), QStringLiteral("north/ada.png"));
        QCOMPARE(joined("{a}{b}/mark.png", ".", "."), QStringLiteral("{a}{b}/mark.png"));
        QCOMPARE(joined("faces/{a}/{b}.png", "..", "ada"), QStringLiteral("faces/{a}/{b}.png"));
        QCOMPARE(joined("{a}etc/{b}", "/", "passwd"), QStringLiteral("{a}etc/{b}"));
        QCOMPARE(joined("/away/{a}/{b}", "x", "y"), QStringLiteral("/away/x/y"));
        QCOMPARE(joined("../{a}.png", "x", ""), QStringLiteral("../x.png"));
        QCOMPARE(joined("../{a}", "../x", ""), QStringLiteral("../{a}"));
        Job job = card({photo("p", "/elsewhere/{photo}"), photo("q", "plain.jpg")});
        QCOMPARE(linkedPaths(job), (QStringList{QStringLiteral("/elsewhere/{photo}"), QStringLiteral("plain.jpg")}));
        useSeries(job);
        QCOMPARE(linkedPaths(job), QStringList{QStringLiteral("plain.jpg")});
        // Somebody else's job must not look there without being asked.
        QCOMPARE(pathsOutside(job), QStringList{QStringLiteral("/elsewhere/{photo}")});
        // Saved elsewhere, the names follow.
        int seen = 0;
        forEachLink(job, [&](LinkedFile&) { ++seen; });
        QCOMPARE(seen, 2);
    }

    void oneCopyAndNone()
    {
        Job job = card({words("t", "No. {number}"), words("u", "Boat"), code("c", "{number}"), code("d", "SKW")});
        job.quantity = 20;
        useSeries(job);
        QVERIFY(namesFields(job));
        const Job third = filledFor(job, recordAt(job, nullptr, 2));
        QCOMPARE(third.findItem(QStringLiteral("t"))->paragraphs[0].text, QStringLiteral("No. 03"));
        QCOMPARE(third.findItem(QStringLiteral("c"))->code.data, QStringLiteral("03"));
        // What names no field is shared with the job, and the plan is the same.
        QCOMPARE(testing::planned(third).items, testing::planned(job).items);
        QVERIFY(filledFor(job, recordAt(job, nullptr, 20)) == job);
        const Job none = withoutRecord(job);
        QCOMPARE(testing::planned(none).items, testing::planned(job).items);
        QCOMPARE(none.findItem(QStringLiteral("t"))->paragraphs[0].text, QStringLiteral("No. "));
        const Item& bars = *none.findItem(QStringLiteral("c"));
        QVERIFY(bars.kind == ItemKind::Shape && bars.ink.isEmpty() && bars.stroke.width == Length());
        QCOMPARE(none.findItem(QStringLiteral("d"))->kind, ItemKind::Code);
        // A picture that names no field is the same in all copies, hash and all.
        job.edit(Face::Outside).items.push_back(photo("plain", "mark.svg"));
        job.findItem(QStringLiteral("plain"))->file.sha256 = QStringLiteral("ab");
        for (const Job& copy : {withoutRecord(job), filledFor(job, recordAt(job, nullptr, 1))})
            QVERIFY(*copy.findItem(QStringLiteral("plain")) == *job.findItem(QStringLiteral("plain")));
        useNoRecords(job);
        QVERIFY(!namesFields(job)); // braces are letters
    }

    void fieldsComeBelowEachOther()
    {
        Job job = newPiece(PieceKind::Leaf); // 148 x 105 mm, live area 95 mm deep
        std::vector<Rect> lines;
        for (int i = 0; i < 8; ++i) {
            Item item = newField(job, testing::planned(job), Face::Outside, 0, QStringLiteral("f%1").arg(i));
            item.id = QStringLiteral("f%1").arg(i);
            QCOMPARE(item.paragraphs.front().text, QStringLiteral("{f%1}").arg(i));
            job.edit(Face::Outside).items.push_back(item);
            lines.push_back(testing::planned(job).findItem(item.id)->frame);
        }
        const Rect safe = testing::planned(job).paper.face(Face::Outside).front().safeArea;
        for (std::size_t i = 0; i < 7; ++i) {
            QVERIFY(safe.contains(lines[i]));
            for (std::size_t k = 0; k < i; ++k)
                QVERIFY(!lines[i].overlaps(lines[k]));
        }
        QCOMPARE(lines[7].y, safe.y); // there is no room left
        // On a cover's spine a line runs down it, as any other.
        Job cover = newPiece(PieceKind::Cover);
        const Item spine = newField(cover, testing::planned(cover), Face::Outside, 1, QStringLiteral("year"));
        QCOMPARE(spine.textRun, TextRun::Down);
    }

    void theJobFileKeepsThem()
    {
        Job job = card({words("t", "{name}")});
        job.records.source = RecordSource::File;
        job.records.series = {QStringLiteral("A-"), 17, -2, 4, QStringLiteral(" m")};
        job.records.file = {
            .path = QStringLiteral("data/t.csv"), .page = 1, .bytes = 7, .sha256 = QStringLiteral("ab")};
        job.records.reading = {QStringLiteral("windows-1252"), '\t', false};
        job.records.count = 3;
        const auto back = readJob(writeJob(job), QStringLiteral("j"));
        QVERIFY2(back, qPrintable(back ? QString() : back.error().text()));
        QVERIFY(back->records == job.records);
        QVERIFY(linkedPaths(*back).contains(QStringLiteral("data/t.csv")));
        // Keys of later versions stay.
        QJsonObject o = QJsonDocument::fromJson(writeJob(job)).object();
        QJsonObject records = o[QStringLiteral("records")].toObject();
        records[QStringLiteral("colour")] = 7;
        o[QStringLiteral("records")] = records;
        const auto kept = readJob(QJsonDocument(o).toJson(), QStringLiteral("j"));
        QVERIFY(writeJob(*kept).contains("\"colour\": 7"));
        // A job of before there were records.
        const auto old = readJob("{\"format\":1,\"kind\":\"leaf\",\"quantity\":500,\"leaf\":{\"firstNumber\":17}}",
                                 QStringLiteral("old"));
        QVERIFY(old);
        QCOMPARE(recordsText(old->records), QStringLiteral("17 to 516"));
        QVERIFY(old->inks == newLeaflet().inks); // so that something can be written on it
        QVERIFY(!writeJob(*old).contains("firstNumber\": 17"));
        for (const char* wrong : {"{\"source\":\"both\"}", "{\"source\":\"series\",\"series\":{\"step\":0}}",
                                  "{\"csv\":{\"separator\":\"x\"}}", "{\"count\":-1}"})
            QVERIFY2(!readJob(QByteArray("{\"format\":1,\"records\":") + wrong + '}', QStringLiteral("j")), wrong);
    }

    void whatIsWrongWithRecordsIsFound()
    {
        const Job plain = card({words("t", "{name}")});
        QVERIFY(codes(findings(plain, "name\nAda\nBram\n")).isEmpty());
        QCOMPARE(codes(findings(card({words("t", "{seat}")}), "name\nAda\nBram\n")),
                 (QStringList{QStringLiteral("records.field"), QStringLiteral("records.unused")}));
        QCOMPARE(codes(findings(card({words("t", "Boat")}), "name\nAda\n")),
                 QStringList{QStringLiteral("records.unused")});
        QVERIFY(codes(findings(plain, "NAME\nAda\n")).isEmpty()); // small and capital letters are the same

        const auto quantity = [](int pieces) { return [pieces](Job& job) { job.quantity = pieces; }; };
        const QByteArray three("name\nAda\nBram\nCilla\n");
        QVERIFY(codes(findings(plain, three, {}, quantity(6))).isEmpty()); // two of each
        const auto few = findings(plain, three, {}, quantity(2));
        QCOMPARE(codes(few), QStringList{QStringLiteral("records.count")});
        Job job = plain;
        QCOMPARE(settled(job, few.front()).quantity, 3);
        QVERIFY(findings(plain, three, {}, quantity(7)).front().reason.contains(QStringLiteral("first 1 records")));
        const auto grew = findings(plain, three, {}, [](Job& j) { j.records.count = 2; });
        QCOMPARE(codes(grew), QStringList{QStringLiteral("records.changed")});
        QCOMPARE(settled(job, grew.front()).records.count, 3);

        const auto wrong = findings(plain, "name\nAda\n\"Br\"am\nCilla\n");
        QCOMPARE(codes(wrong), QStringList{QStringLiteral("records.wrongRow")});
        QVERIFY(wrong.front().severity == Severity::Stop && wrong.front().message.contains(QStringLiteral("Line 3")));
        QCOMPARE(codes(findings(plain, "name,since\nAda,1\nBram\nCilla,2\n")),
                 QStringList{QStringLiteral("records.ragged")});
        QCOMPARE(codes(findings(plain, "name,since\nAda,1\nBram,2\nAda,1\n")),
                 QStringList{QStringLiteral("records.twins")});
        QCOMPARE(codes(findings(plain, "name,x\nAda,1\n,2\nBram,3\n")), QStringList{QStringLiteral("records.empty")});
        // The same name twice is no mistake, the same number is.
        QVERIFY(codes(findings(plain, "name,x\nAda,1\nAda,2\n")).isEmpty());
        QByteArray numbers("number,name\n");
        for (int i = 1; i <= 40; ++i)
            numbers += "A-" + QByteArray::number(i == 17 ? 16 : 100 + i) + ",N" + QByteArray::number(i) + "\n";
        const Job numbered = card({words("t", "{number}")});
        numbers.replace("A-16,", "A-116,");
        const auto twice = findings(numbered, numbers);
        QCOMPARE(codes(twice), (QStringList{QStringLiteral("records.double"), QStringLiteral("records.gap")}));
        QVERIFY2(twice[0].message.contains(QStringLiteral("A-116")), qPrintable(twice[0].message));
        QVERIFY(twice[0].reason.contains(QStringLiteral("row 16 (line 17)")));
        QVERIFY2(twice[1].reason.contains(QStringLiteral("A-117")), qPrintable(twice[1].reason));
        // Nobody prints that column, nobody minds.
        QVERIFY(codes(findings(card({words("t", "{name}")}), numbers)).isEmpty());
        // Numbers that were never meant to run on.
        QVERIFY(codes(findings(numbered, "number\n3\n900\n77\n")).isEmpty());
        Job misread = plain;
        misread.records.reading.encoding = QStringLiteral("UTF-8");
        QCOMPARE(codes(findings(misread, "name\nK\xE4the\n")), QStringList{QStringLiteral("records.letters")});

        const Job pictured = card({photo("p", "{photo}"), code("c", "{photo}")});
        const auto seen = findings(pictured, "photo\na.jpg\nb.jpg\n",
                                   {{{QStringLiteral("p"), 1, 1, QStringLiteral("b.jpg")}},
                                    {{QStringLiteral("c"), 2, 0, QStringLiteral("Too long.")}}});
        QCOMPARE(codes(seen), (QStringList{QStringLiteral("records.picture"), QStringLiteral("records.code")}));
        QVERIFY(seen[0].message.contains(QStringLiteral("row 2 (line 3)")) && seen[0].severity == Severity::Stop);
        QVERIFY(codes(findings(card({}), "photo\na\n", {{{QStringLiteral("gone"), 1, 0, {}}}, {}})) ==
                QStringList{QStringLiteral("records.unused")});
    }

    void theLongestRecords()
    {
        Job job = card({words("t", "{name} {town}")});
        const auto rows = testing::tableOf("name,town,note\nAda,Skerrowby\nBartholomew,X\nCy,Y,very very long\n");
        useTable(job, {.path = QStringLiteral("t.csv"), .page = 1, .bytes = 0, .sha256 = {}}, *rows);
        const Item& item = job.on(Face::Outside).items[0];
        QCOMPARE(longestRecords(job, rows.get(), item), (std::vector<int>{0, 1}));
        QVERIFY(longestRecords(job, rows.get(), words("u", "plain")).empty());
        QVERIFY(longestRecords(job, nullptr, item).empty());
        job.quantity = 1200;
        useSeries(job);
        QCOMPARE(longestRecords(job, nullptr, words("n", "{number}")), (std::vector<int>{0, 1199}));
    }
};

HINGE_TEST(TestRecords)
#include "test_records.moc"
