// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/units/percent.h"
#include "testing.h"

using namespace hinge;

class TestLength : public QObject
{
    Q_OBJECT

private Q_SLOTS:
    void unitsAreWhole()
    {
        // International inch of 1959: 25.4 mm exactly. PDF unit: 1/72 in (ISO 32000-1, 8.3.2.3).
        QCOMPARE(Length::inches(10), Length::mm(254));
        QCOMPARE(Length::points(72), Length::inches(1));
        QCOMPARE(testing::len("6 pica"), Length::inches(1));
        QCOMPARE(Length::inches(1).part(3) * 3, Length::inches(1));
        QCOMPARE(Length::inches(1).part(64) * 64, Length::inches(1));
        QCOMPARE(Length::mm(1), Length::micrometres(1000));
    }

    void reads_data()
    {
        QTest::addColumn<QString>("text");
        QTest::addColumn<int>("unit");
        QTest::addColumn<qint64>("units");
        const auto row = [](const char* text, Unit unit, Length expected) {
            QTest::addRow("%s", text) << QString::fromUtf8(text) << int(unit) << qint64(expected.count());
        };
        const Length inch = Length::inches(1);
        row("210", Unit::Mm, Length::mm(210));
        row("21", Unit::Cm, Length::mm(210));
        row("85.6 mm", Unit::Inch, Length::micrometres(85600));
        row("85,6", Unit::Mm, Length::micrometres(85600));
        row("8 1/2 in", Unit::Mm, inch.part(2) * 17);
        row("3 5/8\"", Unit::Mm, inch.part(8) * 29);
        row("1/16 in", Unit::Mm, inch.part(16));
        row("5 2/3 in", Unit::Mm, inch.part(3) * 17);
        row("3 11/16", Unit::Inch, inch.part(16) * 59);
        row("297/3", Unit::Mm, Length::mm(99));
        row("85+2*3", Unit::Mm, Length::mm(91));
        row("297 mm / 3", Unit::Mm, Length::mm(99));
        row("(210 - 2*3)/2", Unit::Mm, Length::mm(102));
        row("(210 - 2*3 mm)/2", Unit::Inch, Length::mm(102));
        row("8 1/2 in - 3 mm", Unit::Mm, inch.part(2) * 17 - Length::mm(3));
        row("10 + 3 mm", Unit::Inch, Length::mm(13));
        row("72 pt", Unit::Mm, inch);
        row("2*4 1/4 in", Unit::Mm, inch.part(2) * 17);
        row("-3", Unit::Mm, Length::mm(-3));
        row("100/7", Unit::Mm, Length::units(128571429)); // 128 571 428.57: half away from zero
    }
    void reads()
    {
        QFETCH(QString, text);
        QFETCH(int, unit);
        QFETCH(qint64, units);
        const auto length = parseLength(text, Unit(unit));
        QVERIFY2(length, qPrintable(length ? QString() : length.error().message));
        QCOMPARE(qint64(length->count()), units);
    }

    void refuses_data()
    {
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("reason");
        QTest::newRow("empty") << QString() << QStringLiteral("Type a length");
        QTest::newRow("word") << QStringLiteral("wide") << QStringLiteral("Expected a number");
        QTest::newRow("zero") << QStringLiteral("1/0") << QStringLiteral("divides by zero");
        QTest::newRow("zero in brackets") << QStringLiteral("5/(3-3)") << QStringLiteral("divides by zero");
        QTest::newRow("open") << QStringLiteral("85+") << QStringLiteral("stops too early");
        QTest::newRow("bracket") << QStringLiteral("(85") << QStringLiteral("bracket");
        QTest::newRow("area") << QStringLiteral("3 mm * 4 mm") << QStringLiteral("area");
        QTest::newRow("ratio") << QStringLiteral("3 mm / (4 mm)") << QStringLiteral("number, not a length");
        QTest::newRow("unit") << QStringLiteral("3 furlongs") << QStringLiteral("Cannot read");
        QTest::newRow("nan") << QStringLiteral("nan") << QStringLiteral("Expected a number");
        QTest::newRow("far") << QStringLiteral("999999999") << QStringLiteral("100 m");
        QTest::newRow("huge") << QString(400, u'9') << QStringLiteral("too large");
        QTest::newRow("deep") << QString(5000, u'(') << QStringLiteral("brackets");
    }
    void refuses()
    {
        QFETCH(QString, text);
        QFETCH(QString, reason);
        const auto length = parseLength(text, Unit::Mm);
        QVERIFY(!length);
        QVERIFY2(length.error().message.contains(reason), qPrintable(length.error().message));
    }

    void shows()
    {
        QCOMPARE(formatLength(Length::mm(97), Unit::Mm), QStringLiteral("97 mm"));
        QCOMPARE(formatNumber(Length::mm(97), Unit::Mm), QStringLiteral("97.0"));
        QCOMPARE(formatLength(Length::micrometres(85600), Unit::Mm), QStringLiteral("85.6 mm"));
        QCOMPARE(formatLength(Length::inches(59).part(16), Unit::Inch), QStringLiteral("3 11/16 in"));
        QCOMPARE(formatLength(Length::inches(17).part(3), Unit::Inch), QStringLiteral("5 2/3 in"));
        QCOMPARE(formatLength(Length::mm(100), Unit::Inch), QStringLiteral("3.937 in"));
        QCOMPARE(formatSize({Length::mm(100), Length::mm(210)}, Unit::Mm), QStringLiteral("100 × 210 mm"));
        QCOMPARE(exactText(Length::mm(100).part(3), Unit::Mm), QStringLiteral("100/3 mm"));
        QCOMPARE(exactText(Length::units(1), Unit::Mm), QStringLiteral("1/9000000 mm"));
    }

    void writtenLengthsReadBack()
    {
        CHECK_PROPERTY("exactText reads back as the same length", [](bool fine) {
            const auto n = fine ? *rc::gen::inRange<std::int64_t>(-Length::perMm * 3000, Length::perMm * 3000)
                                : *rc::gen::inRange<std::int64_t>(-3000, 3000) * (Length::perInch / 48);
            const Unit unit = *rc::gen::element(Unit::Mm, Unit::Cm, Unit::Inch, Unit::Point, Unit::Pica);
            const auto back = parseLength(exactText(Length::units(n), unit), Unit::Point);
            RC_ASSERT(back);
            RC_ASSERT(back->count() == n);
        });
    }

    void percentagesTakeDecimals()
    {
        const std::pair<const char*, int> good[] = {{"12", 1200},    {"12.5 %", 1250}, {"12,5", 1250}, {"0.05", 5},
                                                    {"100%", 10000}, {"-3.25", -325},  {"-0.5", -50},  {" 7 ", 700}};
        for (const auto& [text, hundredths] : good) {
            const auto read = parsePercent(QString::fromUtf8(text));
            QVERIFY2(read && read->hundredths() == hundredths, text);
        }
        for (const char* bad : {"", "%", "1.234", "1.", "a", "12 13", "99999", "1e2", "5 mm"})
            QVERIFY2(!parsePercent(QString::fromUtf8(bad)), bad);
        QCOMPARE(percentText(Percent::hundredths(1250)), QStringLiteral("12.5"));
        QCOMPARE(percentText(30), QStringLiteral("30"));
        QCOMPARE(percentText(Percent::hundredths(7)), QStringLiteral("0.07"));
        CHECK_PROPERTY("a percentage reads back", [] {
            const Percent any = Percent::hundredths(*rc::gen::inRange(-100'000, 1'000'000));
            RC_ASSERT(*parsePercent(percentText(any)) == any);
            RC_ASSERT(Percent::nearest(any.value()) == any);
        });
    }

    void thicknessIsToldFinely()
    {
        QCOMPARE(formatThickness(Length::micrometres(115), Unit::Mm), QStringLiteral("0.115 mm"));
        QCOMPARE(formatThickness(Length::inches(45).part(10'000), Unit::Inch), QStringLiteral("0.0045 in"));
    }

    void sharesAddUp()
    {
        CHECK_PROPERTY("parts add up to the whole and differ by one unit at most", [](std::int32_t whole) {
            const int parts = *rc::gen::inRange(1, 50);
            const auto all = share(Length::units(whole), parts);
            Length sum;
            for (const Length l : all)
                sum += l;
            RC_ASSERT(sum == Length::units(whole));
            RC_ASSERT(abs(all.front() - all.back()) <= Length::units(1));
            RC_ASSERT(abs(all.front()) >= abs(all.back()));
        });
    }
};

HINGE_TEST(TestLength)
#include "test_length.moc"
