// SPDX-License-Identifier: GPL-3.0-or-later
// Colours as light: contrast, differences, the paper's own colour.
#include "core/plan/light.h"
#include "core/plan/tint_checks.h"
#include "testing.h"

using namespace hinge;
using testing::len;

class TestLight : public QObject
{
    Q_OBJECT

    /// Inks as perfect filters; the shipped press does nearly that.
    static Light filters(const Cmyk& c, Percent strength)
    {
        const auto part = [&](Percent ink) { return 1 - ink.share() * strength.share(); };
        return {part(c.c) * part(c.k), part(c.m) * part(c.k), part(c.y) * part(c.k)};
    }
    static Job tinted(int paper, const Cmyk& ink, int strength)
    {
        Job job = testing::a4Roll();
        job.stock.tint = paper;
        job.inks.push_back({QStringLiteral("Wash"), ink, false});
        Item item;
        item.id = item.name = QStringLiteral("ground");
        item.ink = QStringLiteral("Wash");
        item.strength = Percent(strength);
        item.sides = sidesFillingPanel(0);
        job.edit(Face::Outside).items.push_back(item);
        return job;
    }
    static std::vector<Finding> found(const Job& job) { return checkTints(job, testing::planned(job), filters); }

private Q_SLOTS:
    void contrastIsThatOfTheStandard_data()
    {
        QTest::addColumn<int>("one");
        QTest::addColumn<int>("other");
        QTest::addColumn<double>("ratio");
        // 21 is the most there is (WCAG 2.2, definition of contrast ratio); the others are values that guides to it
        // quote, from memory: #767676 is the lightest grey that passes on white.
        QTest::newRow("black on white") << 0x000000 << 0xFFFFFF << 21.0;
        QTest::newRow("the same") << 0x336699 << 0x336699 << 1.0;
        QTest::newRow("grey that passes") << 0x767676 << 0xFFFFFF << 4.54;
        QTest::newRow("grey that fails") << 0x777777 << 0xFFFFFF << 4.48;
        QTest::newRow("red") << 0xFF0000 << 0xFFFFFF << 4.00;
        QTest::newRow("blue") << 0x0000FF << 0xFFFFFF << 8.59;
        QTest::newRow("yellow on blue") << 0xFFFF00 << 0x0000FF << 8.00;
    }
    void contrastIsThatOfTheStandard()
    {
        QFETCH(int, one);
        QFETCH(int, other);
        QFETCH(double, ratio);
        QVERIFY(std::abs(contrastRatio(lightOfScreen(one), lightOfScreen(other)) - ratio) < 0.006);
        QVERIFY(std::abs(contrastRatio(lightOfScreen(other), lightOfScreen(one)) - ratio) < 0.006);
    }

    void largeTypeWantsLess()
    {
        // WCAG 2.2, success criterion 1.4.3 and the definition of large scale.
        QCOMPARE(contrastWanted(Length::points(9), false), 4.5);
        QCOMPARE(contrastWanted(Length::points(17), false), 4.5);
        QCOMPARE(contrastWanted(Length::points(18), false), 3.0);
        QCOMPARE(contrastWanted(Length::points(13), true), 4.5);
        QCOMPARE(contrastWanted(Length::points(14), true), 3.0);
    }

    void differencesAreThoseOfTheEye()
    {
        // L*a*b* of the primaries of sRGB under D65: red 53.2, 80.1, 67.2; blue 32.3, 79.2, -107.9 (from memory, as
        // tables of colour conversions have them).
        const Light white;
        const auto from = [](double l, double a, double b) { return std::hypot(100 - l, a, b); };
        QVERIFY(std::abs(colourDifference(lightOfScreen(0xFF0000), white) - from(53.24, 80.09, 67.20)) < 0.3);
        QVERIFY(std::abs(colourDifference(lightOfScreen(0x0000FF), white) - from(32.30, 79.19, -107.86)) < 0.3);
        QVERIFY(std::abs(colourDifference(lightOfScreen(0x000000), white) - 100) < 0.01);
        QVERIFY(colourDifference(lightOfScreen(0xFCFCFC), white) < 2);
        QVERIFY(colourDifference(lightOfScreen(0xF4F4F4), white) > 2);
    }

    void lightLaidOverLight()
    {
        const Light half = Light{1, 1, 1}.under({0, 0, 0}, 0.5);
        QCOMPARE(half, (Light{0.5, 0.5, 0.5}));
        QCOMPARE((Light{0.2, 0.4, 0.6}.under({1, 1, 1}, 0)), (Light{0.2, 0.4, 0.6}));
        QCOMPARE((Light{0.2, 0.4, 0.6}.through({0.5, 0.5, 1})), (Light{0.1, 0.2, 0.6}));
        CHECK_PROPERTY("paper never makes ink lighter", [] {
            const Light paper = lightOfScreen(*rc::gen::inRange(0, 0x1000000));
            const Light ink = lightOfScreen(*rc::gen::inRange(0, 0x1000000));
            RC_ASSERT(ink.through(paper).luminance() <= std::min(ink.luminance(), paper.luminance()) + 1e-9);
        });
    }

    void whatLooksLikeItsPaperIsTold()
    {
        const Cmyk yellow{0, 0, 100, 0};
        QVERIFY(found(tinted(whitePaper, yellow, 20)).empty());
        // The same on yellow paper: it has no blue left to take.
        const auto lost = found(tinted(0xFFFF00, yellow, 20));
        QVERIFY(testing::hasFinding(lost, "ink.lost"));
        QVERIFY2(lost[0].reason.contains(QStringLiteral("20 %")), qPrintable(lost[0].reason));
        QCOMPARE(lost[0].itemId, QStringLiteral("ground"));
        // And so little that nobody sees it.
        QVERIFY(testing::hasFinding(found(tinted(whitePaper, {0, 0, 0, 100}, 1)), "ink.lost"));
        QVERIFY(found(tinted(whitePaper, {0, 0, 0, 100}, 8)).empty());
        // Texts are looked at where they stand, and a shape's text is none of its tints.
        Job text = tinted(0xFFFF00, yellow, 20);
        text.findItem(QStringLiteral("ground"))->kind = ItemKind::Code;
        QVERIFY(found(text).empty());
        // Bare paper is meant.
        QVERIFY(found(tinted(0xFFFF00, {}, 100)).empty());
    }

    void picturesGoUnderOnDarkPaper()
    {
        Job job = tinted(0x303030, {100, 0, 0, 0}, 100);
        QVERIFY(!testing::hasFinding(found(job), "ink.darkPaper"));
        Item picture;
        picture.id = picture.name = QStringLiteral("picture");
        picture.kind = ItemKind::Picture;
        picture.file.path = QStringLiteral("gull.jpg");
        picture.sides = sidesFillingPanel(1);
        for (const Face face : {Face::Outside, Face::Inside}) {
            picture.id += u'+';
            job.edit(face).items.push_back(picture);
        }
        const auto all = found(job);
        QCOMPARE(std::ranges::count(all, QStringLiteral("ink.darkPaper"), &Finding::code), 1); // once for the paper
        job.stock.tint = 0xF6EEDC;
        QVERIFY(!testing::hasFinding(found(job), "ink.darkPaper"));
    }

    void barsAreSeenInRedLight()
    {
        Stock stock;
        const Ink black{QStringLiteral("Black"), {0, 0, 0, 100}, false};
        const Ink red{QStringLiteral("Red"), {0, 100, 100, 0}, false};
        QCOMPARE(symbolContrast(stock, black, 100), 100.0);
        QCOMPARE(symbolContrast(stock, black, 50), 50.0);
        QCOMPARE(symbolContrast(stock, red, 100), 0.0);
        stock.tint = 0xFF0000; // red paper is white to red light
        QCOMPARE(symbolContrast(stock, black, 100), 100.0);
        stock.tint = 0x0000FF;
        QCOMPARE(symbolContrast(stock, black, 100), 0.0);
    }
};

HINGE_TEST(TestLight)
#include "test_light.moc"
