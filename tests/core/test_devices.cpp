// SPDX-License-Identifier: GPL-3.0-or-later
// What prints, cuts and folds a job, and what its drift asks of bleed, safe zone and score.
#include "content_items.h"
#include "core/edit/remedies.h"
#include "core/file/stock_library.h"

using namespace hinge;
using testing::len;
using testing::content::mm;

class TestDevices : public QObject
{
    Q_OBJECT

    static const Finding* find(const std::vector<Finding>& findings, const char* code)
    {
        const auto it = std::ranges::find(findings, QLatin1String(code), &Finding::code);
        return it == findings.end() ? nullptr : &*it;
    }
    static Job printedOn(Device device)
    {
        Job job = testing::a4Roll();
        job.press.device = device;
        return job;
    }

private Q_SLOTS:
    void paperHasAColourOfItsOwn()
    {
        QCOMPARE(parseTint(QStringLiteral("white")).value_or(-1), whitePaper);
        QCOMPARE(parseTint(QStringLiteral(" Kraft ")).value_or(-1), 0xCBA980);
        QCOMPARE(parseTint(QStringLiteral("#0A0b0c")).value_or(-1), 0x0A0B0C);
        for (const char* wrong : {"", "snow", "#fff", "#12345g", "ffffff", "#-12345"})
            QVERIFY2(!parseTint(QString::fromLatin1(wrong)), wrong);
        QCOMPARE(tintName(0xF6E9C6), QStringLiteral("cream"));
        QCOMPARE(tintName(0x00000F), QStringLiteral("#00000f"));
        Stock stock = shippedStocks().front();
        QCOMPARE(stock.tint, whitePaper);
        for (const int tint : {whitePaper, 0xCBA980, 0x010203}) {
            stock.tint = tint;
            const auto json = readStocksJson(writeStocksJson({stock}), QStringLiteral("s"));
            const auto csv = readStocksCsv(writeStocksCsv({stock}), QStringLiteral("s"));
            QVERIFY(json && csv);
            QCOMPARE(json->front().tint, tint);
            QCOMPARE(csv->front().tint, tint);
        }
        QVERIFY(!readStocksCsv("name,grammage,tint\nA,90,snow\n", QStringLiteral("s")));
        QVERIFY(
            !readStocksJson("{\"stocks\":[{\"name\":\"A\",\"grammage\":90,\"tint\":\"#12\"}]}", QStringLiteral("s")));
    }
    void driftGrowsFromPressToOfficePrinter()
    {
        // Common practice, no source: 1.5 mm for press and knife together, 2 to 3 mm in small shops, 4 to 5 mm at home.
        COMPARE_MM(driftOf(Device::ProductionPress).knife, 1.5);
        QVERIFY(driftOf(Device::ShopMachine).knife >= len("2") && driftOf(Device::ShopMachine).knife <= len("3"));
        QVERIFY(driftOf(Device::OfficePrinter).knife >= len("4") && driftOf(Device::OfficePrinter).knife <= len("5"));
        for (const Device device : {Device::ProductionPress, Device::ShopMachine, Device::OfficePrinter})
            QVERIFY(driftOf(device).keepClear > driftOf(device).knife);
    }

    void aSafeZoneIsJudgedByTheDevice()
    {
        Job job = printedOn(Device::ProductionPress);
        job.zones.safe = len("2.5");
        QVERIFY(!testing::hasFinding(testing::planned(job).findings, "safe.small"));
        job.press.device = Device::ShopMachine;
        const Plan shop = testing::planned(job);
        const Finding* small = find(shop.findings, "safe.small");
        QVERIFY(small);
        QVERIFY2(small->reason.contains(QStringLiteral("3 mm")), qPrintable(small->reason));
        COMPARE_MM(settled(job, *small).zones.safe, 5);
        job.press.device = Device::OfficePrinter;
        const Plan office = testing::planned(job);
        COMPARE_MM(settled(job, *find(office.findings, "safe.small")).zones.safe, 8);
    }

    void foldsAreJudgedByTheDevice()
    {
        Job job = printedOn(Device::ProductionPress);
        job.zones.foldClearance = len("1.2");
        job.zones.safe = len("9");
        QVERIFY(!testing::hasFinding(testing::planned(job).findings, "safe.small"));
        job.press.device = Device::ShopMachine;
        const Plan plan = testing::planned(job);
        QVERIFY(find(plan.findings, "safe.small"));
        COMPARE_MM(settled(job, *find(plan.findings, "safe.small")).zones.foldClearance, 3);
    }

    void aBleedIsJudgedByTheDevice()
    {
        QVERIFY(!testing::hasFinding(testing::planned(printedOn(Device::ShopMachine)).findings, "bleed.small"));
        const Job job = printedOn(Device::OfficePrinter); // 3 mm of bleed, 5 mm of drift
        const Plan plan = testing::planned(job);
        const Finding* small = find(plan.findings, "bleed.small");
        QVERIFY(small);
        COMPARE_MM(settled(job, *small).zones.bleed, 5);
    }

    void withoutBleedOnlyPrintNearTheEdgeIsFound()
    {
        Job job = newPiece(PieceKind::Leaf);
        job.flat = {len("85"), len("55")};
        job.zones.bleed = {};
        QVERIFY(!testing::hasFinding(testing::planned(job).findings, "bleed.none"));
        const auto tinted = [&](const Rect& frame) {
            Job made = job;
            Item item = testing::content::item("tint", ItemKind::Shape, frame, testing::planned(job).paper);
            made.edit(Face::Outside).items = {item};
            return testing::planned(made).findings;
        };
        QVERIFY(!testing::hasFinding(tinted(mm(2, 2, 81, 51)), "bleed.none"));
        const auto near = tinted(mm(0.5, 10, 20, 20));
        QVERIFY(find(near, "bleed.none") && find(near, "bleed.none")->itemId == QLatin1String("tint"));
        QVERIFY(testing::hasFinding(tinted(mm(0, 0, 85, 55)), "bleed.none"));
        // The further the device drifts, the sooner.
        job.press.device = Device::OfficePrinter;
        QVERIFY(testing::hasFinding(tinted(mm(4, 4, 77, 47)), "bleed.none"));
    }

    void photoPaperWantsAScoreWhateverItWeighs()
    {
        Job job = testing::a4Roll();
        job.stock = stockNamed(QStringLiteral("Tern Photo Satin 165"));
        QVERIFY(job.stock.photo && job.stock.grammage <= heaviestUnscored);
        const Plan plan = testing::planned(job);
        const Finding* score = find(plan.findings, "stock.score");
        QVERIFY(score);
        QVERIFY2(score->message.contains(QStringLiteral("photo paper")), qPrintable(score->message));
        QVERIFY(!testing::hasFinding(testing::planned(settled(job, *score)).findings, "stock.score"));
        job.stock.photo = false;
        QVERIFY(!testing::hasFinding(testing::planned(job).findings, "stock.score"));
    }

    void anEarlierPlanChangesNothingButTheTime()
    {
        CHECK_PROPERTY("a plan made with another at hand is the plan", [] {
            Job before = testing::cards(0, 0, *rc::gen::element(Length(), Length::mm(2)));
            Job after = before;
            switch (*rc::gen::inRange(0, 8)) {
            case 0: after.press.sheet = {len("640"), len("450")}; break;
            case 1: after.press.gap = len("5"); break;
            case 2: after.zones.bleed = len("4"); break;
            case 3: after.flat.w = len("90"); break;
            case 4: after.quantity = 77; break;
            case 5: after.overs = 12; break;
            case 6: after.press.flip = FlipEdge::Long; break;
            default: after.title = QStringLiteral("another name"); break;
            }
            const Plan first = testing::planned(before);
            const auto helped = plan(after, &first);
            const auto alone = plan(after);
            RC_ASSERT(helped->arrangements().size() == alone->arrangements().size());
            for (qsizetype i = 0; i < alone->arrangements().size(); ++i) {
                const SheetLayout &a = helped->arrangements()[i], &b = alone->arrangements()[i];
                RC_ASSERT(a.sheet == b.sheet && a.front == b.front && a.back == b.back && a.sheets == b.sheets &&
                          a.overs == b.overs && a.cuts() == b.cuts());
            }
            RC_ASSERT(helped->sheet().front == alone->sheet().front);
        });
    }
};

HINGE_TEST(TestDevices)
#include "test_devices.moc"
