// SPDX-License-Identifier: GPL-3.0-or-later
// Tables, and what stands beside the lines of paragraphs: on the screen as in the PDF.
#include "core/edit/new_items.h"
#include "core/edit/table_edits.h"
#include "paint/likeness.h"
#include "paint/screen_and_print.h"
#include "typeset/path_edits.h"

using testing::len;

class TestLikeness : public ScreenAndPrint
{
    Q_OBJECT

private Q_SLOTS:
    void tablesStandOnTheScreenAsInPrint()
    {
        Job job = testing::a4Roll();
        const Plan bare = testing::planned(job);
        SheetRows rows;
        for (int i = 0; i < 14; ++i)
            rows.rows << QStringList{QStringLiteral("Quay %1").arg(i), QStringLiteral("low water at the steps"),
                                     QStringLiteral("%1.50").arg(i)};
        rows.spans = {{1, 0, 2, 1}};
        Item table = newTable(job, bare, Face::Outside, 0, rows);
        table.id = QStringLiteral("table");
        table.sides = freeSides(bare.paper, Face::Outside, {len("10"), len("20"), len("80"), len("50")});
        table.table->headerInk = table.table->tintInk = QStringLiteral("Black");
        table.table->headerStrength = 80; // dark enough to be told from paper
        table.table->tintStrength = 90;
        table.table->frameLine.width = Length::points(2);
        table.next = QStringLiteral("on");
        Item on;
        on.id = QStringLiteral("on");
        on.kind = ItemKind::Text;
        on.textRun = TextRun::Down;
        on.sides = freeSides(bare.paper, Face::Outside, {len("110"), len("20"), len("60"), len("80")});
        job.edit(Face::Outside).items = {table, on};
        const Plan plan = testing::planned(job);
        const QImage screen = painted(job, plan, Face::Outside, none_);
        const QImage print = printed(job);
        const int margin = int(testing::flatMargin(job).toMm() * perMm) + 2;
        for (const PlannedItem& placed : plan.itemsOn(Face::Outside)) {
            const Rect& f = placed.frame;
            const QRect area(
                QPoint(int(f.x.toMm() * perMm) + margin - 16, int(f.y.toMm() * perMm) + margin - 16),
                QPoint(int(f.right().toMm() * perMm) + margin + 15, int(f.bottom().toMm() * perMm) + margin + 15));
            const auto [ink, apart] = testing::likeness(screen, print, area);
            QVERIFY2(ink > 5000, qPrintable(placed.id));
            QVERIFY2(apart * 300 < ink, qPrintable(QStringLiteral("%1: %2 of %3").arg(placed.id).arg(apart).arg(ink)));
        }
    }

    void whatStandsBesideLinesDoesSoInPrint()
    {
        Job job = testing::a4Roll();
        const Plan bare = testing::planned(job);
        Paragraph p{QString(QStringLiteral("High water stands at the fourth step. ")).repeated(6), {}, {}};
        p.style.size = Length::points(11);
        p.style.dropLines = 3;
        Paragraph boxed = p;
        boxed.style.dropLines = 0;
        boxed.style.boxInk = QStringLiteral("Black");
        boxed.style.boxStrength = 90;
        boxed.style.ink = QStringLiteral("Paper white");
        boxed.style.ruleAbove = boxed.style.ruleBelow = Length::points(3);
        boxed.style.ruleAboveInk = QStringLiteral("Black");
        Paragraph listed = p;
        listed.style.dropLines = 0;
        listed.style.list = ListMark::Numbers;
        listed.spans = {{0, 10, {}, {}, {}, true, false}, {11, 6, {}, {}, {}, false, true}};
        job.inks.push_back({QStringLiteral("Paper white"), {0, 0, 0, 0}});
        Item text;
        text.id = QStringLiteral("text");
        text.kind = ItemKind::Text;
        text.paragraphs = {p, boxed, listed, listed};
        text.sides = freeSides(bare.paper, Face::Outside, {len("10"), len("20"), len("85"), len("150")});
        Item dot;
        dot.id = QStringLiteral("dot");
        // A ring: the part within it is a hole.
        dot.outline = Outline::Free;
        dot.points = readyOutline(ReadyOutline::Wave);
        for (OutlinePoint hole : readyOutline(ReadyOutline::Corner)) {
            hole.begins = hole.x == 0 && hole.y == 0;
            for (int OutlinePoint::*part : {&OutlinePoint::x, &OutlinePoint::y, &OutlinePoint::inX, &OutlinePoint::inY,
                                            &OutlinePoint::outX, &OutlinePoint::outY})
                hole.*part = 30'000 + hole.*part * 2 / 5;
            dot.points.push_back(hole);
        }
        dot.ink = QStringLiteral("Black");
        dot.textAround = TextAround::Outline;
        dot.sides = freeSides(bare.paper, Face::Outside, {len("60"), len("30"), len("60"), len("40")});
        Item down = text;
        down.id = QStringLiteral("down");
        down.textRun = TextRun::Down;
        down.sides = freeSides(bare.paper, Face::Outside, {len("110"), len("20"), len("80"), len("150")});
        job.edit(Face::Outside).items = {dot, text, down};
        const Plan plan = testing::planned(job);
        const QImage screen = painted(job, plan, Face::Outside, none_);
        const QImage print = printed(job);
        const int margin = int(testing::flatMargin(job).toMm() * perMm) + 2;
        for (const QString& id : {text.id, down.id, dot.id}) {
            const Rect& f = plan.findItem(id)->frame;
            const QRect area(
                QPoint(int(f.x.toMm() * perMm) + margin - 16, int(f.y.toMm() * perMm) + margin - 16),
                QPoint(int(f.right().toMm() * perMm) + margin + 15, int(f.bottom().toMm() * perMm) + margin + 15));
            const auto [ink, apart] = testing::likeness(screen, print, area);
            QVERIFY2(ink > 20000, qPrintable(id));
            QVERIFY2(apart * 300 < ink, qPrintable(QStringLiteral("%1: %2 of %3").arg(id).arg(apart).arg(ink)));
        }
    }
};

HINGE_TEST(TestLikeness)
#include "test_likeness.moc"
