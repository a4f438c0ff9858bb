// SPDX-License-Identifier: GPL-3.0-or-later
// The knife's program: read off the tree of cuts, made on a simulated guillotine, told in words and figures.
#include "core/plan/knife_words.h"
#include "core/plan/sheet_words.h"
#include "core/press/guillotine.h"
#include "testing.h"

using namespace hinge;
using testing::len;

class TestKnife : public QObject
{
    Q_OBJECT

private Q_SLOTS:
    void theKnifeMeasuresFromTheLay()
    {
        // Cards of 85 x 55 mm, 3 x 2 with 10 mm between them on 450 x 320: by hand, with the lay edges first. The first
        // stroke takes off what lies beyond the last card, with the left edge at the gauge.
        const Job job = testing::cards(3, 2, len("10"));
        const Plan plan = testing::planned(job);
        const SheetLayout& layout = plan.sheet();
        const KnifeProgram& program = layout.program;
        const KnifeStep& first = program.steps.front();
        QVERIFY(first.edge == GaugeEdge::Left || first.edge == GaugeEdge::Head);
        QVERIFY(!first.fresh);
        const Rect last = layout.front.back().trim;
        QCOMPARE(first.gauge, first.edge == GaugeEdge::Left ? last.right() : last.bottom());
        // Then the pile is turned half round, and measured from the edge just cut.
        QCOMPARE(program.steps[1].turn, 180);
        QVERIFY(program.steps[1].fresh);
        // 6 upright lines, 4 level ones; strips alike are cut together.
        QCOMPARE(int(program.steps.size()), 10);
        QCOMPARE(program.turns(), 3);
        QCOMPARE(program.gaugeSettings(), 10);
        QVERIFY(program.canBeCut());
        QCOMPARE(tableAfter(layout.sheet, program, program.steps.size()).size(), std::size_t(6));
        QCOMPARE(tableAfter(layout.sheet, program, 0).size(), std::size_t(1));
        // Gauges within one setting of the pile never grow: the pile is pushed back less and less.
        for (std::size_t i = 1; i < program.steps.size(); ++i)
            if (program.steps[i].turn == 0)
                QVERIFY(program.steps[i].gauge < program.steps[i - 1].gauge);
        // A program with a wrong gauge is found out.
        KnifeProgram wrong = program;
        wrong.steps[2].gauge += len("1 mm");
        const auto cut = cutByProgram(layout.sheet, wrong);
        QVERIFY(!cut && cut.error().where == QStringLiteral("stroke 3"));
        wrong = program;
        wrong.steps[0].gauge = layout.sheet.w * 2;
        QVERIFY(!cutByProgram(layout.sheet, wrong));
        // What is smaller than the gauge comes near to is told.
        Job small = job;
        small.press.knife.leastGauge = len("100 mm");
        QVERIFY(!knifeProgram(layout.sheet, layout.tree, small.press.knife).canBeCut());
    }

    void cuttingOrdersAndTheirTable()
    {
        Job job = newPiece(PieceKind::Leaf);
        job.flat = {len("60"), len("40")};
        job.zones.bleed = {};
        job.records.source = RecordSource::Series;
        job.records.count = job.quantity = 5000;
        job.press.sheet = {len("280"), len("120")};
        job.press.columns = 4;
        job.press.rows = 2;
        job.stock.measuredCaliper = len("0.4 mm");
        const Plan plan = testing::planned(job);
        const auto orders = cuttingOrders(job, plan);
        QCOMPARE(orders.size(), std::size_t(1));
        // 625 good sheets and 5 % overs; a pile of 80 mm takes 200 of them (arithmetic).
        QCOMPARE(orders[0].sheets, qint64(625 + 32));
        QCOMPARE(orders[0].sheetsPerLift, qint64(200));
        QCOMPARE(orders[0].lifts, 4);
        QVERIFY(orders[0].notes.front().contains(QStringLiteral("lift by lift")));
        const QStringList lines = QString::fromUtf8(knifeTableText(orders)).split(QStringLiteral("\r\n"));
        QCOMPARE(int(lines.size()), int(orders[0].layout->program.steps.size()) + 2);
        for (const QString& line : lines)
            QVERIFY(line.isEmpty() || line.count(u'"') == 4 || line.startsWith(QStringLiteral("what,")));
        QVERIFY(lines[1].contains(QStringLiteral("left edge")) || lines[1].contains(QStringLiteral("head edge")));
    }

    void whatARunCosts()
    {
        // 450 x 320 mm of 100 g/m2 weigh 14.4 g (ISO 536); 100 good sheets and 5 overs 1.512 kg.
        Job job = testing::cards(3, 2, len("10"));
        job.stock.grammage = 100;
        job.quantity = 600;
        job.press.prices = {200, 3, 1000};
        const Plan plan = testing::planned(job);
        const PressRun& run = plan.press.front();
        QCOMPARE(run.sheets, qint64(100));
        QVERIFY(std::abs(kilogramsOf(job.stock, run.layout()) - 1.512) < 1e-9);
        const RunCost cost = *costOf(job, run, run.layout());
        QCOMPARE(cost.paper, qint64(302)); // 1.512 x 2.00, rounded
        QCOMPARE(cost.sides, qint64(105 * 2 * 3));
        QCOMPARE(cost.plates, qint64(8 * 1000));
        QCOMPARE(cost.all(), qint64(302 + 630 + 8000));
        job.press.work = WorkStyle::WorkAndTurn;
        job.press.columns = job.press.rows = 0;
        const Plan turned = testing::planned(job);
        QCOMPARE(costOf(job, turned.press.front(), turned.sheet())->plates, qint64(4 * 1000));
        job.press.prices = {};
        QVERIFY(!costOf(job, run, run.layout()));
        QCOMPARE(*parseMoney(QStringLiteral("12,5")), qint64(1250));
        QCOMPARE(moneyText(1205), QStringLiteral("12.05"));
        QVERIFY(!parseMoney(QStringLiteral("12.345")) && !parseMoney(QStringLiteral("-3")) && !parseMoney({}));
    }
};

HINGE_TEST(TestKnife)
#include "test_knife.moc"
