// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/edit/changes.h"
#include "core/file/job_file.h"
#include "testing.h"

using namespace hinge;
using testing::len;

class TestPlan : public QObject
{
    Q_OBJECT

    static QString refusal(const Job& job)
    {
        const auto result = plan(job);
        return result ? QStringLiteral("accepted") : result.error().text();
    }

    static Job withSupplied(const FileFacts& facts, FileFactsMap& map)
    {
        Job job = testing::a4Roll();
        job.edit(Face::Outside).supplied = LinkedFile{QStringLiteral("art.pdf"), 1, 0, {}};
        job.edit(Face::Inside).supplied = LinkedFile{QStringLiteral("art.pdf"), 2, 0, {}};
        map[QStringLiteral("art.pdf")] = facts;
        return job;
    }

    static FileFacts goodArtwork()
    {
        FileFacts facts;
        facts.isPdf = true;
        const PageFacts page{{len("297"), len("210")}, {len("3"), len("3"), len("3"), len("3")}, true};
        facts.pages = {page, page};
        return facts;
    }

private Q_SLOTS:
    void figuresShowTheirWorking()
    {
        const Plan plan = testing::planned(testing::a4Roll());
        const Figure* flap = plan.findFigure(QStringLiteral("panel.1.width"));
        QVERIFY(flap);
        QCOMPARE(flap->value, QStringLiteral("97.0 mm"));
        QCOMPARE(flap->working, QStringLiteral("(297.0 + 3.0) ÷ 3 − 3.0"));
        const Figure* tuck = plan.findFigure(QStringLiteral("tuckAllowance"));
        QVERIFY(tuck->overridden);
        QVERIFY(!testing::planned(newLeaflet()).findFigure(QStringLiteral("tuckAllowance"))->overridden);
    }

    void thicknessAndWeight()
    {
        // caliper = grammage x bulk (ISO 534): 135 x 0.85 = 114.75 um.
        Job job = testing::a4Roll();
        QCOMPARE(job.stock.caliper().toMm(), 0.11475);
        // A4 of 80 g/m2: 0.210 x 0.297 x 80 = 4.99 g (ISO 536).
        job.stock.grammage = 80;
        QCOMPARE(testing::planned(job).findFigure(QStringLiteral("weight"))->value, QStringLiteral("4.99 g"));
    }

    void allowanceComesFromTheStock()
    {
        Job job = newLeaflet();
        job.stock.grammage = 135;
        COMPARE_MM(testing::planned(job).paper.narrowing.allowance, 3);
        job.stock.grammage = 80;
        COMPARE_MM(testing::planned(job).paper.narrowing.allowance, 2);
        QCOMPARE(testing::planned(job).findFigure(QStringLiteral("tuckAllowance"))->source,
                 QStringLiteral("common practice to 90 g/m²"));
    }

    void closedPieceFitsItsEnvelope()
    {
        // 100 x 210 mm in a DL of 110 x 220 mm (ISO 269).
        QCOMPARE(testing::planned(testing::a4Roll()).findFigure(QStringLiteral("envelope"))->value,
                 QStringLiteral("DL"));
    }

    void impossibleJobsAreRefusedByField()
    {
        Job job = newLeaflet();
        job.flat.w = len("-5");
        QVERIFY2(refusal(job).startsWith(QStringLiteral("flat.width: ")), qPrintable(refusal(job)));
        job = newLeaflet();
        job.flat.h = Length::mm(90'000);
        QVERIFY(refusal(job).startsWith(QStringLiteral("flat.height: ")));
        job = newLeaflet();
        job.stock.grammage = 0;
        QVERIFY(refusal(job).startsWith(QStringLiteral("stock.grammage: ")));
        job = newLeaflet();
        job.quantity = 0;
        QVERIFY(refusal(job).startsWith(QStringLiteral("quantity: ")));
        job = newLeaflet();
        job.fold.panels = 400;
        QVERIFY(refusal(job).startsWith(QStringLiteral("fold.panels: ")));
        job = newLeaflet();
        job.fold = {FoldScheme::Zigzag, 4};
        job.fold.coverPanel = 1; // an accordion shows its ends
        QVERIFY(refusal(job).startsWith(QStringLiteral("fold.coverPanel: ")));
        job = newLeaflet();
        job.fold.scheme = FoldScheme::Own;
        job.fold.steps = {{Axis::Vertical, 3, LineSide::Before, FoldWay::Under}};
        QVERIFY(refusal(job).contains(QStringLiteral("no line 3")));
    }

    void foldsOffThePaper()
    {
        Job job = newLeaflet();
        job.fold.widths = {len("200"), len("150"), std::nullopt};
        QVERIFY2(refusal(job).contains(QStringLiteral("off the paper")), qPrintable(refusal(job)));
        job.fold.widths = {len("100"), len("100"), len("100")};
        QVERIFY2(refusal(job).contains(QStringLiteral("add up to 300 mm")), qPrintable(refusal(job)));
        job.fold.widths = {len("90"), std::nullopt, std::nullopt};
        QCOMPARE(testing::widthsMm(testing::planned(job)), (QList<double>{90, 103.5, 103.5}));
    }

    void suppliedArtworkIsMeasured()
    {
        FileFactsMap map;
        Job job = withSupplied(goodArtwork(), map);
        QVERIFY(checkFiles(job, testing::planned(job), map).empty());

        FileFacts wrong = goodArtwork();
        wrong.pages[0].trim = {len("210"), len("297")};
        job = withSupplied(wrong, map);
        auto findings = checkFiles(job, testing::planned(job), map);
        QCOMPARE(findings.size(), std::size_t(1));
        QCOMPARE(findings[0].code, QStringLiteral("supplied.size"));
        QVERIFY(findings[0].message.contains(QStringLiteral("210 × 297 mm")));
        QVERIFY(findings[0].reason.contains(QStringLiteral("turned")));
        // A page short of the flat tells which size it seems to be meant as.
        wrong.pages[0].trim = {Length::inches(11), len("8 1/2 in")};
        job = withSupplied(wrong, map);
        findings = checkFiles(job, testing::planned(job), map);
        QVERIFY2(findings[0].reason.contains(QStringLiteral("Letter landscape, 279.4 × 215.9 mm")),
                 qPrintable(findings[0].reason));

        wrong = goodArtwork();
        wrong.pages[1].bleed[2] = len("1");
        job = withSupplied(wrong, map);
        findings = checkFiles(job, testing::planned(job), map);
        QCOMPARE(findings.size(), std::size_t(1));
        QCOMPARE(findings[0].code, QStringLiteral("supplied.bleed"));
        QVERIFY(findings[0].surface == Face::Inside);

        wrong = goodArtwork();
        wrong.pages.resize(1);
        job = withSupplied(wrong, map);
        QVERIFY(testing::hasFinding(checkFiles(job, testing::planned(job), map), "file.pageMissing"));

        wrong = goodArtwork();
        wrong.pages.resize(6, wrong.pages[0]);
        job = withSupplied(wrong, map);
        QVERIFY(testing::hasFinding(checkFiles(job, testing::planned(job), map), "supplied.pages"));

        wrong = goodArtwork();
        wrong.pages[0].missingFonts = {QStringLiteral("Quayside Sans")};
        job = withSupplied(wrong, map);
        QVERIFY(testing::hasFinding(checkFiles(job, testing::planned(job), map), "file.fonts"));

        // What only another page of the file lacks is nobody's trouble here; nor is its size.
        wrong = goodArtwork();
        wrong.pages.resize(4, wrong.pages[0]);
        wrong.pages[2].missingFonts = {QStringLiteral("Quayside Sans")};
        wrong.pages[3].isUsable = false;
        job = withSupplied(wrong, map);
        const auto has = [&](const char* code) {
            return testing::hasFinding(checkFiles(job, testing::planned(job), map), code);
        };
        QVERIFY(!has("file.fonts") && !has("file.pageSize"));
        job.edit(Face::Outside).supplied->page = 3;
        QVERIFY(has("file.fonts") && !has("file.pageSize"));
        job.edit(Face::Outside).supplied->page = 4;
        QVERIFY(!has("file.fonts") && has("file.pageSize"));
    }

    void resolutionIsThatOfThePrintedSize()
    {
        // 1181 pixels over 100 mm are 300 ppi (1181 / (100 / 25.4) = 299.97).
        Item item;
        item.kind = ItemKind::Picture;
        FileFacts facts;
        facts.pixelWidth = 1181;
        facts.pixelHeight = 2362;
        const Rect frame{Length(), Length(), len("100"), len("100")};
        QVERIFY(std::abs(effectivePpi(item, frame, facts) - 299.97) < 0.01);
        item.fit = PictureFit::Whole;
        QVERIFY(std::abs(effectivePpi(item, frame, facts) - 599.95) < 0.01);
    }

    void whatTheFileKeepsGivesTheSamePlan()
    {
        // Another process reads the file and plans another job before: nothing may come from anywhere but the file.
        CHECK_PROPERTY("a job read from its file has the plan it had", [] {
            const Job job = *rc::anyPiece();
            const auto planned = plan(job);
            RC_ASSERT(planned.has_value());
            (void)plan(*rc::anyPiece());
            const auto read = readJob(writeJob(job), QStringLiteral("again"));
            RC_ASSERT(read.has_value());
            const auto again = plan(*read);
            RC_ASSERT(again.has_value());
            RC_ASSERT(samePaper(again->paper, planned->paper));
            RC_ASSERT(again->sheet().front == planned->sheet().front);
            RC_ASSERT(again->figures.size() == planned->figures.size());
            for (std::size_t i = 0; i < planned->figures.size(); ++i)
                RC_ASSERT(again->figures[i].value == planned->figures[i].value);
            RC_ASSERT(again->findings.size() == planned->findings.size());
        });
    }
};

HINGE_TEST(TestPlan)
#include "test_plan.moc"
