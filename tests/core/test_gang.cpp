// SPDX-License-Identifier: GPL-3.0-or-later
#include "any_piece.h"
#include "core/gang/gang_file.h"
#include "core/gang/gang_plan.h"
#include "core/gang/gang_slots.h"
#include "core/gang/gang_words.h"
#include "core/press/guillotine.h"
#include "gangs.h"

#include <QProcess>
#include <QTemporaryDir>

using namespace hinge;
using testing::gangOn;
using testing::leafOf;
using testing::len;
using testing::mm;
using testing::taken;

namespace
{

/// How many good ones the forms give of each piece, counted on the sheets themselves.
std::vector<qint64> countedOn(const GangPlan& plan)
{
    std::vector<qint64> out(plan.pieces.size(), 0);
    for (const GangForm& form : plan.split()->forms)
        for (const SheetSlot& slot : form.layout->front)
            out[std::size_t(slot.piece)] += form.sheets;
    return out;
}

} // namespace

class TestGang : public QObject
{
    Q_OBJECT

private Q_SLOTS:
    void aGangOfThreeIsPlanned()
    {
        Gang gang = gangOn("SRA2");
        const GangJobs jobs =
            taken(gang, {leafOf("Card", 85, 55, 2000), leafOf("Slip", 148, 105, 500), leafOf("Bill", 210, 297, 500)});
        const GangPlan plan = planGang(gang, jobs);
        QVERIFY(plan.split());
        QVERIFY2(plan.findings.empty(), qPrintable(plan.findings.empty() ? QString() : plan.findings.front().message));
        QCOMPARE(plan.pieces.size(), std::size_t(3));
        // Sheet for sheet: 500 of the sheet give each 500 bills, 500 slips and 4 x 500 cards.
        QCOMPARE(plan.split()->forms.size(), std::size_t(1));
        QCOMPARE(plan.split()->printed, countedOn(plan));
        for (int job = 0; job < 3; ++job)
            QCOMPARE(plan.printedOfJob(job), plan.split()->printed[std::size_t(job)]);
        // A job of which a piece does not fit gives no complete copy.
        Job book = newPiece(PieceKind::Booklet);
        book.pages.plusCover = true;
        book.records = {};
        GangPlan part = planGang(gang, taken(gang, {book}));
        QVERIFY(part.pieces.size() > 1 && part.printedOfJob(0) > 0);
        GangPlan lacking = part;
        lacking.splits[std::size_t(lacking.chosen)].printed[0] = 0;
        QCOMPARE(lacking.printedOfJob(0), qint64(0));
        for (std::size_t i = 0; i < 3; ++i)
            QVERIFY(plan.split()->printed[i] >= plan.pieces[i].wanted);
        QVERIFY(plan.split()->sheets <= 500);
        QCOMPARE(plan.split()->overs, oversFor(plan.split()->sheets, gang.overs));
        QCOMPARE(plan.split()->plates, 2);
    }

    void moreSheetsAreOfferedWhereTheySave()
    {
        Gang gang = gangOn("SRA3");
        gang.overrun = Percent(20);
        const auto splitsOf = [&](std::array<int, 3> wanted) {
            return planGang(gang, taken(gang, {leafOf("A", 85, 55, wanted[0]), leafOf("B", 85, 55, wanted[1]),
                                               leafOf("C", 85, 55, wanted[2])}))
                .splits;
        };
        int paper = 0, over = 0;
        for (const std::array<int, 3>& wanted : {std::array{900, 100, 70},
                                                 {1000, 990, 10},
                                                 {210, 640, 95},
                                                 {40000, 900, 120},
                                                 {3000, 2000, 7},
                                                 {100, 10, 1}}) {
            const auto splits = splitsOf(wanted);
            for (std::size_t i = 1; i < splits.size(); ++i) {
                const GangSplit& fewer = splits[i - 1];
                const GangSplit& more = splits[i];
                QVERIFY(more.forms.size() > fewer.forms.size());
                QVERIFY(!fewer.keepsOverrun || more.keepsOverrun);
                if (fewer.keepsOverrun != more.keepsOverrun) {
                    ++over;
                    continue;
                }
                const double before = double(fewer.sheets + fewer.overs);
                const double after = double(more.sheets + more.overs);
                const bool less = after <= before * 0.95 || before - after >= 250;
                paper += less ? 1 : 0;
                QVERIFY2(less || (!more.keepsOverrun && more.mostOver < fewer.mostOver),
                         qPrintable(QStringLiteral("%1 after %2").arg(after).arg(before)));
            }
        }
        // As many as are asked for; where so many are not offered, the most that are.
        const GangJobs jobs =
            taken(gang, {leafOf("A", 85, 55, 900), leafOf("B", 85, 55, 100), leafOf("C", 85, 55, 70)});
        for (const int forms : {1, mostGangForms}) {
            gang.forms = forms;
            const GangPlan plan = planGang(gang, jobs);
            QVERIFY(plan.splits.size() > 1 && int(plan.splits.back().forms.size()) < mostGangForms);
            QCOMPARE(plan.chosen, forms == 1 ? 0 : int(plan.splits.size()) - 1);
        }
        QVERIFY2(paper > 0 && over > 0, qPrintable(QStringLiteral("%1, %2").arg(paper).arg(over)));
    }

    void allKindsShareSheets()
    {
        CHECK_PROPERTY("what a gang prints is all that is wanted, read and cut right", [] {
            Gang gang = gangOn("SRA1");
            gang.press.sheet = mm(1020, 720);
            gang.press.work = *rc::gen::element(WorkStyle::Sheetwise, WorkStyle::WorkAndTurn, WorkStyle::WorkAndTumble,
                                                WorkStyle::OneSide);
            gang.press.flip = *rc::gen::element(FlipEdge::Long, FlipEdge::Short);
            gang.press.marks.bar = true;
            std::vector<Job> made;
            for (int i = *rc::gen::inRange(2, 4); i > 0; --i) {
                Job job = *testing::anyPiece();
                job.pages.count = *rc::gen::inRange(2, 5);
                job.records = {};
                made.push_back(std::move(job));
            }
            const GangJobs jobs = taken(gang, made);
            const GangPlan plan = planGang(gang, jobs);
            if (!plan.split())
                return;
            const auto printed = countedOn(plan);
            RC_ASSERT(printed == plan.split()->printed);
            for (std::size_t i = 0; i < plan.pieces.size(); ++i)
                if (printed[i] > 0)
                    RC_ASSERT(printed[i] >= plan.pieces[i].wanted);
            RC_ASSERT(!testing::hasFinding(plan.findings, "gang.proof"));
            for (int form = 0; form < int(plan.split()->forms.size()); ++form) {
                const SheetLayout& layout = *plan.split()->forms[std::size_t(form)].layout;
                RC_ASSERT(cutByProgram(layout.sheet, layout.program).has_value());
                std::vector<int> taken(layout.front.size(), 0);
                for (const GangShare& share : sharesOf(plan, jobs, form))
                    for (std::size_t slot = 0; slot < taken.size(); ++slot)
                        taken[slot] += share.share.form.works[slot] >= 0 ? 1 : 0;
                RC_ASSERT(std::ranges::all_of(taken, [](int n) { return n == 1; }));
                const Face side = *rc::gen::element(Face::Outside, Face::Inside);
                if (side == Face::Inside && gang.press.work == WorkStyle::OneSide)
                    continue;
                const MarksOnSide marks = gangMarks(plan, jobs, form, side);
                for (const GangShare& share : sharesOf(plan, jobs, form))
                    for (const PlacedSurface& place : placedOn(share.share.parts, share.share.form, side)) {
                        RC_ASSERT(layout.area(side).contains(place.trim));
                        for (const InkPatch& patch : marks.bar)
                            RC_ASSERT(!patch.area.overlaps(place.printed));
                    }
            }
        });
    }

    void whatDoesNotGoTogetherIsTold()
    {
        Gang gang = gangOn("SRA3");
        Job numbered = leafOf("Tickets", 140, 60, 100);
        numbered.records.source = RecordSource::Series;
        numbered.records.count = 100;
        Job heavy = leafOf("Heavy", 85, 55, 100);
        heavy.stock.grammage = 350;
        const GangJobs jobs =
            taken(gang, {numbered, heavy, leafOf("Sheet", 900, 600, 100), leafOf("Fine", 85, 55, 100)});
        const GangPlan plan = planGang(gang, jobs);
        QVERIFY(testing::hasFinding(plan.findings, "gang.numbered"));
        QVERIFY(testing::hasFinding(plan.findings, "gang.stock"));
        // The cover of a booklet is of the gang's paper, its text is not.
        Job booklet = newPiece(PieceKind::Booklet);
        booklet.title = QStringLiteral("Booklet");
        booklet.stock = stockNamed(QString());
        booklet.pages.plusCover = true;
        booklet.pages.textStock = stockNamed(QString());
        const auto inTwoPapers = [&] {
            return testing::hasFinding(planGang(gang, taken(gang, {booklet})).findings, "gang.stock");
        };
        QVERIFY(!inTwoPapers());
        booklet.pages.textStock.grammage = 90;
        QVERIFY(inTwoPapers());
        QVERIFY(testing::hasFinding(plan.findings, "gang.tooSmall"));
        QVERIFY(plan.stops());
        // The others are laid all the same.
        QVERIFY(plan.split() && plan.split()->printed[3] >= 100);
        QVERIFY(plan.split()->printed[2] == 0);

        const GangPlan empty = planGang(gang, {});
        QVERIFY(testing::hasFinding(empty.findings, "gang.empty") && empty.stops());

        GangJobs stopped = taken(gang, {leafOf("Fine", 85, 55, 100)});
        auto changed = std::make_shared<GangJob>(*stopped.front());
        Finding finding;
        finding.severity = Severity::Stop;
        finding.code = QStringLiteral("sheet.tooSmall"); // of its own sheet: no matter here
        changed->findings = {finding};
        QVERIFY(planGang(gang, {changed}).findings.empty());
        finding.code = QStringLiteral("file.missing");
        changed->findings.push_back(finding);
        QVERIFY(testing::hasFinding(planGang(gang, {changed}).findings, "gang.job"));
    }

    void inksOfOneNameAreOneInk()
    {
        Gang gang = gangOn("SRA3");
        const auto withInk = [](const char* title, Percent magenta) {
            Job job = leafOf(title, 85, 55, 100);
            Ink ink;
            ink.name = QStringLiteral("Beacon red");
            ink.spot = true;
            ink.cmyk = {0, magenta, 80, 0};
            job.inks.push_back(ink);
            Item item;
            item.id = QStringLiteral("a");
            item.kind = ItemKind::Shape;
            item.ink = ink.name;
            job.edit(Face::Outside).items.push_back(item);
            return job;
        };
        QVERIFY(!testing::hasFinding(planGang(gang, taken(gang, {withInk("A", 90), withInk("B", 90)})).findings,
                                     "gang.ink"));
        QVERIFY(testing::hasFinding(planGang(gang, taken(gang, {withInk("A", 90), withInk("B", 70)})).findings,
                                    "gang.ink"));
    }

    void theOverrunIsKeptByMoreSheets()
    {
        // 4 up: 2000 of one and 150 of another. On one sheet at least 667 are printed of the second.
        Gang gang = gangOn("SRA3");
        gang.press.sheet = mm(320, 240);
        gang.overrun = Percent(10);
        const std::vector<Job> made{leafOf("Much", 140, 100, 2000), leafOf("Little", 140, 100, 150)};
        const GangPlan plan = planGang(gang, taken(gang, made));
        QVERIFY(plan.splits.size() >= 2);
        QVERIFY(!plan.splits.front().keepsOverrun);
        QCOMPARE(plan.splits.front().sheets, 667);
        QVERIFY(plan.split()->keepsOverrun && plan.split()->forms.size() == 2);
        // 538 sheets are the least that 2150 pieces take, 4 up.
        QVERIFY(plan.split()->sheets >= 538 && plan.split()->sheets <= 550);
        gang.forms = 1;
        const GangPlan one = planGang(gang, taken(gang, made));
        QCOMPARE(one.chosen, 0);
        QVERIFY(testing::hasFinding(one.findings, "gang.overrun"));
    }

    void theFileIsReadBack()
    {
        Gang gang = gangOn("SRA3");
        gang.title = QStringLiteral("Week 40");
        gang.unit = Unit::Inch;
        gang.press.work = WorkStyle::WorkAndTurn;
        gang.overrun = Percent::hundredths(1250);
        gang.forms = 2;
        gang.members = {{QStringLiteral("a.hinge.json"), 250}, {QStringLiteral("b/c.hinge.json"), 0}};
        gang.extra[QStringLiteral("later")] = 7;
        const auto read = readGang(writeGang(gang), QStringLiteral("g"));
        QVERIFY2(read, qPrintable(read ? QString() : read.error().text()));
        QCOMPARE(*read, gang);
    }

    void theFileFollowsItsSchema()
    {
        // Checked by an independent validator: python3-jsonschema, JSON Schema draft 2020-12.
        QTemporaryDir dir;
        Gang gang = gangOn("SRA3");
        gang.title = QStringLiteral("Week 40");
        gang.forms = 2;
        gang.members = {{QStringLiteral("a.hinge.json"), 250}};
        gang.byHand = {{{0, 0, false}, {0, 1, true}}};
        const auto fault = [&](const QByteArray& json) {
            QFile file(dir.filePath(QStringLiteral("g.gang.json")));
            if (!file.open(QIODevice::WriteOnly) || file.write(json) != json.size())
                return QStringLiteral("not written");
            file.close();
            QProcess p;
            p.start(QStringLiteral("/usr/bin/python3"),
                    {QStringLiteral("-c"),
                     QStringLiteral("import json,sys,jsonschema,pathlib\n"
                                    "schema = json.load(open(sys.argv[1]))\n"
                                    "at = jsonschema.RefResolver(pathlib.Path(sys.argv[1]).as_uri(), schema)\n"
                                    "check = jsonschema.Draft202012Validator(schema, resolver=at)\n"
                                    "check.validate(json.load(open(sys.argv[2])))"),
                     QStringLiteral(HINGE_SOURCE_DIR "/docs/gang.schema.json"), file.fileName()});
            p.waitForFinished();
            return p.exitCode() == 0 ? QString() : QString::fromUtf8(p.readAllStandardError());
        };
        QCOMPARE(fault(writeGang(gang)), QString());
        QVERIFY(!fault(R"({"gang": 1, "jobs": [{"quantity": 3}]})").isEmpty());
        QVERIFY(!fault(R"({"gang": 1, "press": {"sheet": 4}})").isEmpty());
        QFile demo(QStringLiteral(HINGE_SOURCE_DIR "/demo/autumn-prints.gang.json"));
        QVERIFY(demo.open(QIODevice::ReadOnly));
        QCOMPARE(fault(demo.readAll()), QString());
    }

    void slotsAreGivenOutByHand_data()
    {
        QTest::addColumn<WorkStyle>("work");
        QTest::newRow("sheetwise") << WorkStyle::Sheetwise;
        QTest::newRow("work and turn") << WorkStyle::WorkAndTurn;
        QTest::newRow("work and tumble") << WorkStyle::WorkAndTumble;
        QTest::newRow("one side") << WorkStyle::OneSide;
    }
    void slotsAreGivenOutByHand()
    {
        QFETCH(WorkStyle, work);
        Gang gang = gangOn("SRA3");
        gang.press.work = work;
        gang.members = {{QStringLiteral("a"), 0}, {QStringLiteral("b"), 0}, {QStringLiteral("c"), 0}};
        const GangJobs jobs =
            taken(gang, {leafOf("Ann", 85, 55, 300), leafOf("Bram", 85, 55, 300), leafOf("Poster", 148, 105, 100)});
        const GangPlan before = planGang(gang, jobs);
        QVERIFY(before.split() && !before.split()->byHand);
        const auto& front = before.split()->forms.front().layout->front;
        const auto ofAnn = std::ranges::find(front, 0, &SheetSlot::piece);
        QVERIFY(ofAnn != front.end());
        const int slot = int(ofAnn - front.begin());
        // Cards of one size may change places; the poster is larger.
        QCOMPARE(takersOf(before, 0, slot), std::vector<int>{1});

        const Gang given = withSlotGiven(gang, before, 0, slot, 1);
        QVERIFY(checkGang(given));
        const GangPlan after = planGang(given, jobs);
        QVERIFY2(after.notByHand.isEmpty(), qPrintable(after.notByHand));
        QVERIFY(after.split()->byHand && !after.fault);
        const SheetLayout& was = *before.split()->forms.front().layout;
        const SheetLayout& now = *after.split()->forms.front().layout;
        QCOMPARE(now.front.size(), was.front.size());
        for (int i = 0; i < int(now.front.size()); ++i) {
            const bool meant = i == slot || i == was.partner[std::size_t(slot)];
            QCOMPARE(now.front[std::size_t(i)].trim, was.front[std::size_t(i)].trim);
            QCOMPARE(now.front[std::size_t(i)].piece, meant ? 1 : was.front[std::size_t(i)].piece);
            if (!now.back.empty())
                QCOMPARE(now.back[std::size_t(i)].piece, now.front[std::size_t(i)].piece);
        }
        // All that is wanted is printed all the same, counted on the sheets.
        QCOMPARE(after.split()->printed, countedOn(after));
        for (std::size_t i = 0; i < 3; ++i)
            QVERIFY(after.split()->printed[i] >= after.pieces[i].wanted);
        // Read from its file it is the same.
        const auto read = readGang(writeGang(given), QStringLiteral("g.gang.json"));
        QVERIFY(read);
        QCOMPARE(read->byHand, given.byHand);

        // Left free: nothing is printed there, and nobody has it.
        const GangPlan left = planGang(withSlotGiven(given, after, 0, slot, std::nullopt), jobs);
        QVERIFY2(left.split()->byHand && !left.fault, qPrintable(left.notByHand));
        const auto& free = left.split()->forms.front().layout->front[std::size_t(slot)];
        QVERIFY(free.left);
        QCOMPARE(takersOf(left, 0, slot), (std::vector<int>{0, 1}));
        QCOMPARE(left.split()->forms.front().slotsOf(1),
                 after.split()->forms.front().slotsOf(1) - (now.isOneForm() ? 2 : 1));
        for (const GangShare& share : sharesOf(left, jobs, 0))
            QCOMPARE(share.share.form.works[std::size_t(slot)], -1);
        QCOMPARE(gangSlotName(left, jobs, free), QStringLiteral("left free"));
        // And taken again.
        const GangPlan again = planGang(withSlotGiven(given, left, 0, slot, 0), jobs);
        QCOMPARE(again.split()->forms.front().slotsOf(0), before.split()->forms.front().slotsOf(0));
    }

    void whatWasGivenOutMayNotFitAnyMore()
    {
        Gang gang = gangOn("SRA3");
        gang.members = {{QStringLiteral("a"), 0}, {QStringLiteral("b"), 0}};
        const std::vector<Job> made{leafOf("Ann", 85, 55, 500), leafOf("Bram", 85, 55, 100)};
        GangJobs jobs = taken(gang, made);
        gang = withSlotGiven(gang, planGang(gang, jobs), 0, 0, 1);
        QVERIFY(planGang(gang, jobs).split()->byHand);
        // On another sheet they are worked out, and that is told.
        Gang smaller = gang;
        smaller.press.sheet = mm(250, 176);
        const GangPlan worked = planGang(smaller, taken(smaller, made));
        QVERIFY(worked.split() && !worked.split()->byHand);
        QVERIFY(testing::hasFinding(worked.findings, "gang.byHand"));
        // A job all of whose slots were given away has none.
        for (Gang::Slot& slot : gang.byHand[0])
            slot.member = 0;
        const GangPlan lacking = planGang(gang, jobs);
        QCOMPARE(lacking.split()->printed[1], qint64(0));
        QVERIFY(testing::hasFinding(lacking.findings, "gang.noSlot") && lacking.stops());
        // Another size no longer stands in the slots; a part that there is not neither.
        const GangPlan grown = planGang(gang, taken(gang, {leafOf("Ann", 210, 148, 500), made[1]}));
        QVERIFY(grown.split() && !grown.split()->byHand && !grown.notByHand.isEmpty());
        gang.byHand[0][0].part = 3;
        QVERIFY(!planGang(gang, jobs).notByHand.isEmpty());
        // Without one that had slots all is worked out again; of the others the numbers move up.
        QVERIFY(withoutMember(gang, 0).byHand.empty());
        Gang three = gang;
        three.members.push_back({QStringLiteral("c"), 0});
        for (auto& slot : three.byHand[0])
            slot = {2, 0};
        QCOMPARE(withoutMember(three, 1).byHand[0][0].member, 1);
        QVERIFY(checkGang(withoutMember(three, 1)));
    }

    void rubbishIsRefused_data()
    {
        QTest::addColumn<QByteArray>("json");
        QTest::addColumn<QString>("says");
        const auto row = [](const char* name, const char* json, const char* says) {
            QTest::newRow(name) << QByteArray(json) << QString::fromUtf8(says);
        };
        row("no json", "{\n{", "line 2");
        row("a job", R"({"format": 1})", "not a gang");
        row("newer", R"({"gang": 99})", "newer version");
        row("zero", R"({"gang": 0})", "count from 1");
        row("no file", R"({"gang": 1, "jobs": [{"quantity": 5}]})", "names no job");
        row("quantity", R"({"gang": 1, "jobs": [{"file": "a", "quantity": -5}]})", "quantity");
        row("forms", R"({"gang": 1, "forms": 9})", "1 to 4");
        row("overrun", R"({"gang": 1, "overrun": -1})", "overrun");
        row("paper", R"({"gang": 1, "stock": {"grammage": 0}})", "grammage");
        row("a slot of nobody", R"({"gang": 1, "jobs": [{"file": "a"}], "byHand": [{"slots": [{"job": 2}]}]})",
            "job 2 of 1");
        row("a part of none", R"({"gang": 1, "jobs": [{"file": "a"}], "byHand": [{"slots": [{"job": 1, "part": 0}]}]})",
            "count from 1");
        row("no slots", R"({"gang": 1, "jobs": [{"file": "a"}], "byHand": [{}]})", "1 to 1000 slots");
        row("sheet", R"({"gang": 1, "press": {"sheet": {"width": "0 mm", "height": "3 mm"}}})", "sheet");
    }
    void rubbishIsRefused()
    {
        QFETCH(QByteArray, json);
        QFETCH(QString, says);
        const auto read = readGang(json, QStringLiteral("g.gang.json"));
        QVERIFY(!read);
        QVERIFY2(read.error().text().contains(says), qPrintable(read.error().text()));
    }
};

HINGE_TEST(TestGang)
#include "test_gang.moc"
