// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/units/length_text.h"
#include "core/units/page_sizes.h"
#include "testing.h"

#include <QPageSize>
#include <QProcess>

using namespace hinge;

class TestPageSizes : public QObject
{
    Q_OBJECT

    static Size sizeOf(const char* name)
    {
        const auto s = findPageSize(QString::fromUtf8(name));
        return s ? s->size : Size{};
    }

private Q_SLOTS:
    void standards_data()
    {
        QTest::addColumn<QString>("name");
        QTest::addColumn<QSizeF>("mm");
        const auto row = [](const char* name, double w, double h) {
            QTest::newRow(name) << QString::fromUtf8(name) << QSizeF(w, h);
        };
        // ISO 216, from memory of the standard.
        row("A0", 841, 1189);
        row("A1", 594, 841);
        row("A2 (ISO)", 420, 594);
        row("A3", 297, 420);
        row("A4", 210, 297);
        row("A5", 148, 210);
        row("A6 (ISO)", 105, 148);
        row("A7 (ISO)", 74, 105);
        row("A8", 52, 74);
        row("B0", 1000, 1414);
        row("B4", 250, 353);
        row("B5", 176, 250);
        // ISO 217, from memory.
        row("RA3", 305, 430);
        row("RA2", 430, 610);
        row("RA1", 610, 860);
        row("SRA3", 320, 450);
        row("SRA2", 450, 640);
        row("SRA1", 640, 900);
        // ISO 269, from memory.
        row("C4", 229, 324);
        row("C5", 162, 229);
        row("C6", 114, 162);
        row("DL", 110, 220);
        // ASME Y14.1, from memory: 8.5 x 11, 11 x 17, 17 x 22, 22 x 34 in.
        row("Letter", 215.9, 279.4);
        row("Tabloid", 279.4, 431.8);
        row("ANSI C", 431.8, 558.8);
        row("ANSI D", 558.8, 863.6);
        // Common practice.
        row("12 × 18 in", 304.8, 457.2);
        row("13 × 19 in", 330.2, 482.6);
        row("A2 (North American card)", 107.95, 139.7);
        row("A7 (North American card)", 127, 177.8);
    }
    void standards()
    {
        QFETCH(QString, name);
        QFETCH(QSizeF, mm);
        const auto size = findPageSize(name);
        QVERIFY(size);
        QCOMPARE(size->size.w.toMm(), mm.width());
        QCOMPARE(size->size.h.toMm(), mm.height());
    }

    void namesThatExistTwiceAreToldApart()
    {
        QVERIFY(!findPageSize(QStringLiteral("A7")));
        QVERIFY(!findPageSize(QStringLiteral("A2")));
        QSet<QString> titles;
        for (const PageSize& s : pageSizes()) {
            QVERIFY2(!titles.contains(s.title()), qPrintable(s.title()));
            titles.insert(s.title());
        }
        QCOMPARE(nameOfSize({Length::mm(297), Length::mm(210)}), QStringLiteral("A4 landscape"));
        QCOMPARE(nameOfSize({Length::mm(74), Length::mm(105)}), QStringLiteral("A7 (ISO)"));
        QCOMPARE(nameOfSize({Length::mm(123), Length::mm(45)}), QString());
    }

    void agreesWithQt()
    {
        // Qt's own table of page sizes, an implementation of the same standards.
        const std::pair<const char*, QPageSize::PageSizeId> pairs[] = {
            {"A0", QPageSize::A0},       {"A3", QPageSize::A3},           {"A4", QPageSize::A4},
            {"A5", QPageSize::A5},       {"B4", QPageSize::B4},           {"B5", QPageSize::B5},
            {"C5", QPageSize::C5E},      {"DL", QPageSize::DLE},          {"Letter", QPageSize::Letter},
            {"Legal", QPageSize::Legal}, {"Tabloid", QPageSize::Tabloid}, {"ANSI C", QPageSize::AnsiC},
            {"ANSI D", QPageSize::AnsiD}};
        for (const auto& [name, id] : pairs) {
            const QSizeF qt = QPageSize::size(id, QPageSize::Millimeter);
            const Size ours = sizeOf(name);
            QVERIFY2(std::abs(ours.w.toMm() - qt.width()) < 0.06 && std::abs(ours.h.toMm() - qt.height()) < 0.06, name);
        }
    }

    void agreesWithLibpaper()
    {
        // libpaper's list, through its command; sizes come in whole PDF points, hence the tolerance.
        for (const char* name : {"A3", "A4", "A5", "B4", "B5", "C5", "Letter", "Legal", "Tabloid"}) {
            QProcess paperconf;
            paperconf.start(QStringLiteral("paperconf"),
                            {QStringLiteral("-s"), QStringLiteral("-p"), QString::fromLatin1(name).toLower()});
            QVERIFY2(paperconf.waitForFinished() && paperconf.exitCode() == 0, name);
            const QStringList numbers = QString::fromLatin1(paperconf.readAllStandardOutput()).split(u' ');
            QCOMPARE(numbers.size(), 2);
            const Size ours = sizeOf(name);
            QVERIFY2(std::abs(ours.w.toPoints() - numbers[0].toDouble()) <= 1, name);
            QVERIFY2(std::abs(ours.h.toPoints() - numbers[1].toDouble()) <= 1, name);
        }
    }

    void sizesAreReadAsPeopleTypeThem()
    {
        const auto read = [](const char* text) { return readSize(QString::fromUtf8(text), Unit::Mm); };
        QVERIFY(*read("A5") == (Size{Length::mm(148), Length::mm(210)}));
        QVERIFY(*read(" a5  landscape ") == (Size{Length::mm(210), Length::mm(148)}));
        QVERIFY(*read("DL") == (Size{Length::mm(110), Length::mm(220)}));
        QVERIFY(*read("5 x 7 in") == (Size{Length::inches(5), Length::inches(7)}));
        QVERIFY(*read("148 x 210") == *read("A5"));
        const auto two = read("A7");
        QVERIFY(!two && two.error().message.contains(QStringLiteral("A7 (ISO)")));
        for (const char* rubbish : {"", "A99", "large", "5 x", "x 7"})
            QVERIFY2(!read(rubbish), rubbish);
    }

    void aPageThatIsNotJustSoTellsWhatItWasMeantAs()
    {
        const auto meant = [](Length w, Length h) {
            const auto size = likelySize({w, h});
            return size ? describedSize(*size, Unit::Mm) : QString();
        };
        QCOMPARE(meant(Length::micrometres(148100), Length::mm(210)), QStringLiteral("A5, 148 × 210 mm"));
        QCOMPARE(meant(Length::inches(6), Length::inches(4)), QStringLiteral("6 × 4 in"));
        // Whole inches that have no name of their own.
        QCOMPARE(likelySize({Length::inches(7), Length::inches(9)}),
                 std::optional(Size{Length::inches(7), Length::inches(9)}));
        QVERIFY(!likelySize({Length::mm(123), Length::mm(45)}));
    }

    void namesLoseTheirSizes()
    {
        const auto left = [](const char* text) { return withoutSizes(QString::fromUtf8(text)); };
        QCOMPARE(left("A4 roll fold, 6 pp"), QStringLiteral("Roll fold, 6 pp"));
        QCOMPARE(left("A3 cross fold to A5"), QStringLiteral("Cross fold"));
        QCOMPARE(left("Card 85 × 55 mm"), QStringLiteral("Card"));
        QCOMPARE(left("5 × 7 in card, folded"), QStringLiteral("Card, folded"));
        QCOMPARE(left("Double gate, 8 pp"), QStringLiteral("Double gate, 8 pp"));
        QCOMPARE(left("A4"), QStringLiteral("A4"));
    }
};

HINGE_TEST(TestPageSizes)
#include "test_page_sizes.moc"
