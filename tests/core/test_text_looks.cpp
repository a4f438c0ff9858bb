// SPDX-License-Identifier: GPL-3.0-or-later
#include "content_items.h"
#include "core/edit/masters.h"
#include "core/edit/sequence_edits.h"
#include "core/plan/text_looks.h"

using namespace hinge;
using namespace testing::content;
using testing::len;

class TestTextLooks : public QObject
{
    Q_OBJECT

    static Paragraph para(const char* text, double points, const char* font = "Cabin Regular")
    {
        Paragraph p{QString::fromLatin1(text), {}, {}};
        p.style.font = QString::fromLatin1(font);
        p.style.size = Length::nearestPoints(points);
        p.style.leading = Length::nearestPoints(points + 4);
        return p;
    }
    static Job leaflet()
    {
        Job job = testing::a4Roll();
        const Paper paper = testing::planned(job).paper;
        Item front = text("front", mm(10, 10, 60, 60), paper);
        front.paragraphs = {para("The tower", 18, "Vollkorn SemiBold"),
                            para("it was built to keep a lamp and has kept a clock instead", 10),
                            para("forty one steps lead past the well", 10)};
        Item back = text("back", mm(110, 10, 60, 60), paper);
        back.paragraphs = {para("Your visit", 19, "Vollkorn SemiBold"), para("from two hours before low water", 10.5),
                           para("printed at the quay", 7)};
        job.edit(Face::Outside).items = {front};
        job.edit(Face::Inside).items = {back};
        return job;
    }

private Q_SLOTS:
    void looksAreCountedByWhatTheyAreFor()
    {
        const auto roles = looksUsed(leaflet());
        QCOMPARE(roles.size(), std::size_t(3));
        const auto& headings = roles[0];
        QCOMPARE(headings.role, TextRole::Heading);
        QCOMPARE(headings.looks.size(), std::size_t(2));
        const auto& body = roles[1];
        QCOMPARE(body.role, TextRole::Body);
        QCOMPARE(body.looks[0].look.size, Length::points(10));
        QCOMPARE(body.looks[0].paragraphs, 2);
        QCOMPARE(body.looks[0].words, 13 + 7);
        QVERIFY(!body.looks[0].nearly);
        QVERIFY(body.looks[1].nearly == body.looks[0].look); // 10.5 points: meant to be ten
        QCOMPARE(body.looks[1].item, QStringLiteral("back"));
        QCOMPARE(roles[2].role, TextRole::Small);
        QCOMPARE(familiesUsed(leaflet()), (QStringList{QStringLiteral("Vollkorn"), QStringLiteral("Cabin")}));
    }

    void whatIsMeantToDifferIsNoMistake()
    {
        Job job = leaflet();
        job.inks.push_back({QStringLiteral("Night"), {10, 0, 0, 95}});
        job.inks.push_back({QStringLiteral("Rust"), {0, 80, 90, 10}});
        auto& p = job.edit(Face::Inside).items[0].paragraphs[1];
        const auto nearly = [&](const char* font, double points, const char* ink) {
            p.style = para("", points, font).style;
            p.style.leading = Length::points(14);
            p.style.ink = QString::fromLatin1(ink);
            const auto looks = looksUsed(job)[1].looks;
            const auto used = std::ranges::find(looks, lookOf(p.style), &UsedLook::look);
            return used != looks.end() && used->nearly.has_value();
        };
        QVERIFY(!nearly("Cabin Regular", 10, "Black")); // the usual one
        QVERIFY(nearly("Cabin Regular", 10, "Night"));  // nearly black
        QVERIFY(nearly("Cabin Regular", 9.5, "Black"));
        QVERIFY(nearly("Cabin Regular", 9, "Black")); // a tenth is as far as it goes
        QVERIFY(!nearly("Cabin Bold", 10, "Black"));  // bold is meant
        QVERIFY(!nearly("Cabin Regular", 10, "Rust"));
        QVERIFY(!nearly("Cabin Regular", 8.9, "Black"));
        // Each of the four counts, spot inks are nothing but themselves, and of an unknown one nothing is known.
        const Cmyk black{0, 0, 0, 100};
        for (Percent Cmyk::*part : {&Cmyk::c, &Cmyk::m, &Cmyk::y, &Cmyk::k}) {
            Cmyk off = black;
            off.*part = part == &Cmyk::k ? Percent(90) : Percent(10);
            job.inks.back() = {QStringLiteral("Off"), off};
            QVERIFY(nearly("Cabin Regular", 10, "Off"));
            off.*part = part == &Cmyk::k ? Percent(89) : Percent(11);
            job.inks.back() = {QStringLiteral("Off"), off};
            QVERIFY(!nearly("Cabin Regular", 10, "Off"));
        }
        job.inks.back() = {QStringLiteral("Off"), black, true};
        QVERIFY(!nearly("Cabin Regular", 10, "Off"));
        QVERIFY(!nearly("Cabin Regular", 10, "Nobody's"));
    }

    void oneStepMakesThemTheSame()
    {
        Job job = leaflet();
        const auto body = looksUsed(job)[1];
        const Job before = job;
        giveLook(job, TextRole::Body, body.looks[1].look, body.looks[0].look);
        QCOMPARE(looksUsed(job)[1].looks.size(), std::size_t(1));
        QCOMPARE(job.on(Face::Inside).items[0].paragraphs[1].style.size, Length::points(10));
        // Nothing else has changed.
        QCOMPARE(job.on(Face::Outside).items, before.on(Face::Outside).items);
        QCOMPARE(job.on(Face::Inside).items[0].paragraphs[0], before.on(Face::Inside).items[0].paragraphs[0]);
        QVERIFY(validate(job));
    }

    void stylesOfTheJobChangeForAllWhoFollow()
    {
        Job job = leaflet();
        job.textStyles = {{QStringLiteral("Body"), para("", 10.5).style}};
        job.textStyles[0].style.hyphenation = QStringLiteral("en-GB");
        job.textStyles.push_back({QStringLiteral("Caption"), para("", 9).style}); // as many as it is, body too
        auto& visit = job.edit(Face::Inside).items[0].paragraphs[1];
        visit.styleName = QStringLiteral("Body");
        visit.style = {};
        const auto body = looksUsed(job)[1];
        QVERIFY(body.looks[1].nearly);
        giveLook(job, TextRole::Body, body.looks[1].look, body.looks[0].look);
        QCOMPARE(job.textStyles[0].style.size, Length::points(10));
        QCOMPARE(job.textStyles[1].style.size, Length::points(9));
        QCOMPARE(job.textStyles[0].style.hyphenation, QStringLiteral("en-GB")); // what else it says stays
        QCOMPARE(looksUsed(job)[1].looks.size(), std::size_t(1));
    }

    void whatDoesNotPrintDoesNotCount()
    {
        Job job = testing::a4Roll();
        QVERIFY(looksUsed(job).empty());
        QVERIFY(familiesUsed(job).isEmpty());
        Item waiting = text("w", mm(10, 10, 60, 60), testing::planned(job).paper);
        waiting.paragraphs = {para("  ", 30)};
        job.edit(Face::Outside).items = {waiting};
        QVERIFY(looksUsed(job).empty());
        // What a master has is counted once, however many papers it shows on.
        Job booklet = newPiece(PieceKind::Booklet);
        booklet.pages.count = 8;
        beginSequence(booklet);
        addMaster(booklet, newMaster(booklet, booklet.sequence[0].surface()));
        Item head = text("h", mm(10, 10, 40, 10), testing::planned(booklet).paper);
        head.paragraphs = {para("Water at Skerrowby", 8)};
        booklet.edit(booklet.masters[0].surface()).items = {head};
        settleMasters(booklet);
        QCOMPARE(looksUsed(booklet)[0].looks[0].paragraphs, 1);
    }

    void fontsOfOneFamilyAreOne()
    {
        Job job = leaflet();
        auto& p = job.edit(Face::Outside).items[0].paragraphs[1];
        p.spans = {{0, 2, QStringLiteral("Cabin Bold"), {}}, {5, 3, QStringLiteral("Vollkorn Italic"), {}}};
        QCOMPARE(familiesUsed(job).size(), 2);
        p.spans.push_back({12, 3, QStringLiteral("Old Standard Black Italic"), {}});
        QCOMPARE(familiesUsed(job).last(), QStringLiteral("Old Standard"));
    }
};

HINGE_TEST(TestTextLooks)
#include "test_text_looks.moc"
