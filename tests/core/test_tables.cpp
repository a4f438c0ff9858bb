// SPDX-License-Identifier: GPL-3.0-or-later
// Tables of records in CSV files: every encoding, separator and quote they come with, and rubbish.
#include "core/file/csv_rows.h"
#include "core/file/record_table.h"
#include "tables.h"
#include "testing.h"

#include <QJsonArray>
#include <QJsonDocument>
#include <QStringEncoder>
#include <QTemporaryDir>

using namespace hinge;

class TestTables : public QObject
{
    Q_OBJECT

    static QString refused(const QByteArray& csv, const CsvReading& reading = {})
    {
        const auto read = RecordTable::read(csv, QStringLiteral("t.csv"), reading);
        return read ? QStringLiteral("read") : read.error().message;
    }
    static QStringList row(const QByteArray& csv, int place) { return testing::tableOf(csv)->record(place).values; }

private Q_SLOTS:
    /// The examples of RFC 4180, section 2, by their numbers there.
    void csvAsTheStandardHasIt()
    {
        const QStringList abc{QStringLiteral("aaa"), QStringLiteral("bbb"), QStringLiteral("ccc")};
        const QStringList xyz{QStringLiteral("zzz"), QStringLiteral("yyy"), QStringLiteral("xxx")};
        const CsvReading bare{{}, 0, false};
        for (const char* text : {"aaa,bbb,ccc\r\nzzz,yyy,xxx\r\n",            // 1
                                 "aaa,bbb,ccc\r\nzzz,yyy,xxx",                // 2
                                 "\"aaa\",\"bbb\",\"ccc\"\r\nzzz,yyy,xxx"}) { // 5
            const auto read = testing::tableOf(text, bare);
            QCOMPARE(read->count(), 2);
            QCOMPARE(read->record(0).values, abc);
            QCOMPARE(read->record(1).values, xyz);
        }
        const auto named =
            testing::tableOf("field_name,field_name2,field_name3\r\naaa,bbb,ccc\r\nzzz,yyy,xxx\r\n"); // 3
        QCOMPARE(named->fields(), (QStringList{QStringLiteral("field_name"), QStringLiteral("field_name2"),
                                               QStringLiteral("field_name3")}));
        QCOMPARE(named->record(1).values, xyz);
        QCOMPARE(testing::tableOf("a,b\r\n x , y \r\n")->record(0).values, // 4: spaces belong to a field
                 (QStringList{QStringLiteral(" x "), QStringLiteral(" y ")}));
        const auto broken = testing::tableOf("\"aaa\",\"b\r\nbb\",\"ccc\"\r\nzzz,yyy,xxx", bare); // 6
        QCOMPARE(broken->record(0).values[1], QStringLiteral("b\r\nbb"));
        QCOMPARE(broken->record(1).values, xyz);
        QCOMPARE(broken->lineOf(1), 3);
        QCOMPARE(testing::tableOf("\"aaa\",\"b\"\"bb\",\"ccc\"", bare)->record(0).values[1],
                 QStringLiteral("b\"bb")); // 7
    }

    void csvAsItComes()
    {
        // A mark of the encoding is no letter of the first name.
        const auto marked = testing::tableOf("\xEF\xBB\xBFname;town\nKäthe;Höfn\n");
        QCOMPARE(marked->fields().first(), QStringLiteral("name"));
        QCOMPARE(marked->reading().separator, ';');
        QCOMPARE(marked->reading().encoding, QStringLiteral("UTF-8"));
        QCOMPARE(marked->record(0).values, (QStringList{QStringLiteral("Käthe"), QStringLiteral("Höfn")}));
        QCOMPARE(testing::tableOf("a\tb\n1,5\t2,5\n")->reading().separator, '\t');
        QCOMPARE(testing::tableOf("a|b\n1|2\n")->reading().separator, '|');
        QCOMPARE(testing::tableOf("only\none\ntwo\n")->count(), 2);
        // Commas within values do not make them the separator.
        QCOMPARE(testing::tableOf("name;since\n\"Ames, jr.\";1998\n\"Holm, sr., of here\";2001\n")->reading().separator,
                 ';');
        for (const auto& [encoding, named] : {std::pair("UTF-16LE", "UTF-16LE"), {"UTF-16BE", "UTF-16BE"}}) {
            QStringEncoder encode(encoding, QStringEncoder::Flag::WriteBom);
            const auto wide = testing::tableOf(encode(QStringLiteral("name,town\nKäthe,Höfn\n")));
            QCOMPARE(wide->reading().encoding, QString::fromLatin1(named));
            QCOMPARE(wide->record(0).values.last(), QStringLiteral("Höfn"));
        }
        // What spreadsheets of western Europe save without being asked.
        QStringEncoder western("windows-1252");
        const QByteArray old = western(QStringLiteral("name,price\nKäthe,5 €\nSøgaard,“6”\n"));
        QCOMPARE(testing::tableOf(old)->reading().encoding, QStringLiteral("windows-1252"));
        QCOMPARE(testing::tableOf(old)->record(0).values,
                 (QStringList{QStringLiteral("Käthe"), QStringLiteral("5 €")}));
        QCOMPARE(testing::tableOf(old)->unknownLetters(), 0);
        // Read as something else the letters are wrong, and that is counted.
        QVERIFY(testing::tableOf(old, {QStringLiteral("UTF-8"), 0, true})->unknownLetters() > 0);
        QCOMPARE(testing::tableOf("a,b\n1,2\n", {{}, ';', true})->fields(), QStringList{QStringLiteral("a,b")});
        // Names that cannot stand between braces, that are missing, or that are there twice.
        QCOMPARE(testing::tableOf("a {x},,name,Name\n1,2,3,4\n")->fields(),
                 (QStringList{QStringLiteral("a (x)"), QStringLiteral("column 2"), QStringLiteral("name"),
                              QStringLiteral("Name 2")}));
        QCOMPARE(testing::tableOf("1,2\n3,4\n", {{}, 0, false})->fields().last(), QStringLiteral("column 2"));
        // Old line ends, blank lines, spaces about quotes.
        QCOMPARE(testing::tableOf("a,b\r1,2\r\r3,4\r")->count(), 2);
        QCOMPARE(row("a,b\n 1, \"x, y\" \n", 0).last(), QStringLiteral("x, y"));
        QCOMPARE(row("a,b,c\n1,2\n", 0), (QStringList{QStringLiteral("1"), QStringLiteral("2"), QString()}));
        QVERIFY(testing::tableOf("a,b\n1,2\n")->record(1).fields.isEmpty());
        QVERIFY(testing::tableOf("a,b\n1,2\n")->record(-1).fields.isEmpty());
    }

    void rubbishIsRefusedInWords()
    {
        QVERIFY(refused("").contains(QStringLiteral("no rows")));
        QVERIFY(refused("name,since\n").contains(QStringLiteral("no rows")));
        QVERIFY(refused(QByteArray("a,b\n1,\0\x01\n", 9)).contains(QStringLiteral("no text")));
        QVERIFY(refused("a\n1\n", {QStringLiteral("klingon"), 0, true}).contains(QStringLiteral("klingon")));
        QByteArray wrong("a,b\n");
        for (int i = 0; i < 1200; ++i)
            wrong += "x\"y,1\n";
        QVERIFY(refused(wrong).contains(QStringLiteral("More than 1000 rows are wrong, the first in line 2")));
        QVERIFY(refused("a\n\"open").contains(QStringLiteral("line 2")));
        QCOMPARE(RecordTable::read("a\n1\n", QStringLiteral("t.csv"), {}, [] { return false; }).error().message,
                 QStringLiteral("Reading was stopped."));
    }

    void aWrongQuoteInRow70000HurtsThatRowAlone()
    {
        QByteArray csv("number,name\n");
        for (int i = 1; i <= 100000; ++i)
            csv += QByteArray::number(i) +
                   (i == 70000 ? ",\"Ada\" Thwaite\"\n" : ",\"Ada, " + QByteArray::number(i) + "\"\n");
        const auto read = testing::tableOf(csv);
        QCOMPARE(read->count(), 99999);
        QCOMPARE(read->leftOut(), 1);
        QCOMPARE(read->problems().front().line, 70001); // below the line of names
        QCOMPARE(read->record(69998).values.first(), QStringLiteral("69999"));
        QCOMPARE(read->record(69999).values.first(), QStringLiteral("70001"));
        QCOMPARE(read->record(99998).values.last(), QStringLiteral("Ada, 100000"));
        QCOMPARE(read->lineOf(69999), 70002);
        // One that is never closed takes the rest of the file for its value: only its own line is lost, too.
        csv.replace(",\"Ada\" Thwaite\"\n", ",\"Ada\n");
        const auto open = testing::tableOf(csv);
        QCOMPARE(open->leftOut(), 1);
        QCOMPARE(open->count(), 99999);
        QCOMPARE(open->problems().front().line, 70001);
    }

    /// Against Python's reader, which is nobody's of this program.
    void readAsAnotherReaderDoes()
    {
        const QByteArray script =
            "import csv, json, random, sys\n"
            "random.seed(int(sys.argv[1]))\n"
            "letters = ['a', 'B', 'ä', '€', ',', ';', '\\t', '\"', ' ', '\\n', '\\r\\n', '1', '|', 'x' * 40, '']\n"
            "rows = [[''.join(random.choice(letters) for _ in range(random.randrange(6))) + 'z' for _ in range(5)]"
            " for _ in range(200)]\n"
            "rows.insert(0, ['one', 'two', 'three', 'four', 'five'])\n"
            "sep = sys.argv[2]\n"
            "with open(sys.argv[3], 'w', newline='', encoding='utf-8') as f:\n"
            "    csv.writer(f, delimiter=sep, lineterminator=random.choice(['\\n', '\\r\\n']),"
            " quoting=random.choice([csv.QUOTE_ALL, csv.QUOTE_MINIMAL])).writerows(rows)\n"
            "with open(sys.argv[3], newline='', encoding='utf-8') as f:\n"
            "    print(json.dumps(list(csv.reader(f, delimiter=sep))))\n";
        const QTemporaryDir dir;
        const QString file = dir.filePath(QStringLiteral("t.csv"));
        for (int seed = 0; seed < 12; ++seed) {
            const QString separator = QString::fromLatin1(";,\t|").mid(seed % 4, 1);
            const auto theirs = QJsonDocument::fromJson(testing::run(QStringLiteral("python3"),
                                                                     {QStringLiteral("-c"), QString::fromUtf8(script),
                                                                      QString::number(seed), separator, file}))
                                    .array();
            QCOMPARE(theirs.size(), 201);
            QFile csv(file);
            QVERIFY(csv.open(QIODevice::ReadOnly));
            const auto ours = testing::tableOf(csv.readAll(), {QStringLiteral("UTF-8"), separator[0].toLatin1(), true});
            QCOMPARE(ours->count(), 200);
            QCOMPARE(ours->leftOut(), 0);
            for (int i = 0; i < 200; ++i)
                QCOMPARE(QJsonArray::fromStringList(ours->record(i).values), theirs[i + 1].toArray());
        }
    }

    void whatIsKnownOfColumns()
    {
        const auto read =
            testing::tableOf("no,name,seat\nA-007,Ada,1\nA-003,,2\nA-004,Bram the elder,2\nA-003,Cilla,x\n");
        const auto& columns = read->columns();
        QCOMPARE(columns[0].doubled, std::optional(std::pair(1, 3)));
        QCOMPARE(columns[0].doubles, 1);
        QVERIFY(columns[0].numbers);
        QCOMPARE(columns[0].numbers->leastText, QStringLiteral("A-003"));
        QCOMPARE(columns[0].numbers->greatestText, QStringLiteral("A-007"));
        QCOMPARE(columns[0].numbers->missing, 2);
        QCOMPARE(columns[0].numbers->firstMissing, QStringLiteral("A-005"));
        QCOMPARE(columns[1].longest, 2);
        QCOMPARE(columns[1].empty, 1);
        QCOMPARE(columns[1].firstEmpty, 1);
        QVERIFY(!columns[1].numbers && !columns[2].numbers);
        QVERIFY(!read->twins());
        QCOMPARE(testing::tableOf("a,b\n1,2\n3,4\n1,2\n")->twins(), std::optional(std::pair(0, 2)));
        // Counted by tens none is missing.
        QCOMPARE(testing::tableOf("n\n10\n20\n30\n50\n")->columns()[0].numbers->missing, 1);
        QCOMPARE(testing::tableOf("n\n100000\n100001\n100003\n")->columns()[0].numbers->firstMissing,
                 QStringLiteral("100002"));
        QVERIFY(
            !testing::tableOf("n\n1234567890123456\n1234567890123457\n")->columns()[0].numbers); // nobody counts so far
        // Long in letters, not in bytes.
        QCOMPARE(testing::tableOf("n\nääää\nabcde\n")->columns()[0].longest, 1);
    }

    void anyTextIsReadWithoutHarm()
    {
        CHECK_PROPERTY([](const std::string& noise) {
            const QByteArray bytes = QByteArray::fromStdString(noise);
            const auto read = RecordTable::read(bytes, QStringLiteral("t.csv"));
            if (!read)
                return;
            for (int i = 0; i < (*read)->count(); ++i)
                RC_ASSERT((*read)->record(i).values.size() == (*read)->fields().size());
        });
        // Every row read on its own is the row that was met on the way.
        CHECK_PROPERTY([](const std::vector<std::string>& parts) {
            QByteArray csv("a,b\n");
            for (const std::string& part : parts)
                csv += QByteArray::fromStdString(part).replace('\0', "") + (part.size() % 3 == 0 ? "\n" : ",\"");
            std::vector<CsvRow> rows;
            readCsvRows(
                csv, ',',
                [&](const CsvPlace&, const CsvRow& found) {
                    rows.push_back(found);
                    return true;
                },
                [](const CsvPlace&, const QString&) { return true; });
            const auto read = RecordTable::read(csv, QStringLiteral("t.csv"), {QStringLiteral("UTF-8"), ',', true});
            RC_PRE(read.has_value());
            RC_ASSERT((*read)->count() == int(rows.size()) - 1);
            for (int i = 0; i < (*read)->count(); ++i)
                RC_ASSERT((*read)->record(i).values.first().toUtf8() ==
                          QString::fromUtf8(rows[std::size_t(i) + 1][0]).toUtf8());
        });
    }
};

HINGE_TEST(TestTables)
#include "test_tables.moc"
