// SPDX-License-Identifier: GPL-3.0-or-later
#include "any_piece.h"
#include "core/gang/gang_file.h"
#include "core/gang/gang_plan.h"
#include "core/gang/gang_split.h"
#include "core/press/guillotine.h"
#include "core/units/page_sizes.h"

#include <QProcess>
#include <QTemporaryDir>

using namespace hinge;
using testing::len;

namespace
{

using Sizes = std::vector<std::pair<int, int>>;

/// Whether a guillotine frees all these from a sheet, by trying every lot on either side of every whole number: slow,
/// plain, and written for this test alone.
bool canBeFreed(int w, int h, const Sizes& pieces)
{
    if (pieces.size() == 1) {
        const auto [a, b] = pieces.front();
        return (a <= w && b <= h) || (b <= w && a <= h);
    }
    const int lots = 1 << pieces.size();
    for (int lot = 1; lot < lots / 2; ++lot) { // the last piece is always in the second lot
        Sizes first, second;
        for (std::size_t i = 0; i < pieces.size(); ++i)
            (lot >> i & 1 ? first : second).push_back(pieces[i]);
        for (int x = 1; x < w; ++x)
            if (canBeFreed(x, h, first) && canBeFreed(w - x, h, second))
                return true;
        for (int y = 1; y < h; ++y)
            if (canBeFreed(w, y, first) && canBeFreed(w, h - y, second))
                return true;
    }
    return false;
}

Size mm(int w, int h) { return {Length::mm(w), Length::mm(h)}; }

/// Fails with what is wrong with a filling.
QString faultOf(const std::vector<MixedCell>& cells, const std::vector<MixedPiece>& pieces,
                const std::vector<int>& counts, Size area)
{
    std::vector<int> laid(counts.size(), 0);
    std::vector<Rect> rects;
    for (const MixedCell& c : cells) {
        const MixedPiece& piece = pieces[std::size_t(c.piece)];
        ++laid[std::size_t(c.piece)];
        if (c.cell.size() != (c.turned ? piece.cell.turned() : piece.cell))
            return QStringLiteral("a cell has another size");
        if (c.turned ? !piece.turned : !piece.upright)
            return QStringLiteral("a cell lies as it must not");
        if (!Rect{Length(), Length(), area.w, area.h}.contains(c.cell))
            return QStringLiteral("a cell is outside");
        rects.push_back(c.cell);
    }
    if (laid != counts)
        return QStringLiteral("not as many as were wanted");
    for (std::size_t i = 0; i < rects.size(); ++i)
        for (std::size_t j = 0; j < i; ++j)
            if (rects[i].overlaps(rects[j]))
                return QStringLiteral("two overlap");
    return cutTreeOf(area, rects) ? QString() : QStringLiteral("no guillotine frees them");
}

/// The least sheets two runs take, by trying all: pieces are alike, `places` on a sheet.
qint64 leastOfTwo(const std::vector<qint64>& wanted, int places, double overrun)
{
    const qint64 most = *std::ranges::max_element(wanted);
    std::vector<std::vector<int>> ways;
    for (int a = 0; a <= places; ++a)
        for (int b = 0; a + b <= places; ++b)
            for (int c = 0; a + b + c <= places; ++c)
                ways.push_back({a, b, c});
    qint64 least = -1;
    for (qint64 first = 1; first <= most; ++first)
        for (qint64 second = 0; second <= first && (least < 0 || first + second < least); ++second)
            for (const auto& one : ways)
                for (const auto& other : ways) {
                    bool good = true;
                    for (std::size_t i = 0; i < 3 && good; ++i) {
                        const qint64 n = one[i] * first + other[i] * second;
                        good = n >= wanted[i] && double(n) <= double(wanted[i]) * (1 + overrun);
                    }
                    if (good && (least < 0 || first + second < least))
                        least = first + second;
                }
    return least;
}

Gang gangOn(const char* sheet)
{
    Gang gang;
    gang.press.sheet = findPageSize(QLatin1String(sheet))->size.turned();
    gang.stock = stockNamed(QString());
    return gang;
}

GangJobs taken(const Gang& gang, const std::vector<Job>& jobs)
{
    GangJobs out;
    for (const Job& job : jobs) {
        const auto made = inGang(gang, {}, {QStringLiteral("a.hinge.json"), job.quantity}, job);
        if (!made)
            qFatal("%s", qPrintable(made.error().text()));
        out.push_back(*made);
    }
    return out;
}

Job leafOf(const char* title, int w, int h, int quantity)
{
    Job job = newPiece(PieceKind::Leaf);
    job.title = QLatin1String(title);
    job.flat = mm(w, h);
    job.quantity = quantity;
    job.records = {};
    job.stock = stockNamed(QString());
    return job;
}

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
    void whatCanBeFreedIsFound()
    {
        int fits = 0;
        int tooMany = 0;
        CHECK_PROPERTY("a filling is found exactly where a guillotine could free one", [&] {
            const int w = *rc::gen::inRange(3, 13);
            const int h = *rc::gen::inRange(3, 13);
            const int kinds = *rc::gen::inRange(1, 4);
            std::vector<MixedPiece> pieces;
            std::vector<int> counts;
            Sizes all;
            for (int i = 0; i < kinds; ++i) {
                const int a = *rc::gen::inRange(1, 10);
                const int b = *rc::gen::inRange(1, 10);
                const int count = kinds == 3 ? 1 : *rc::gen::inRange(1, 3);
                pieces.push_back({mm(a, b)});
                counts.push_back(count);
                all.insert(all.end(), std::size_t(count), {a, b});
            }
            const bool can = canBeFreed(w, h, all);
            ++(can ? fits : tooMany);
            MixedFill fill(pieces, mm(w, h));
            RC_ASSERT(fill.holds(counts) == can);
            const auto cells = fill.fill(counts);
            RC_ASSERT(cells.has_value() == can);
            if (cells)
                RC_ASSERT(faultOf(*cells, pieces, counts, mm(w, h)).isEmpty());
        });
        QVERIFY(fits > 0 && tooMany > 0);
    }

    void manyPiecesAreLaidInStrips()
    {
        CHECK_PROPERTY("what is laid lies well, however many there are", [] {
            std::vector<MixedPiece> pieces;
            std::vector<int> counts;
            for (int i = 0; i < 6; ++i) {
                const bool turned = *rc::gen::arbitrary<bool>();
                pieces.push_back({mm(*rc::gen::inRange(20, 120), *rc::gen::inRange(20, 120)),
                                  !turned || *rc::gen::arbitrary<bool>(), turned});
                counts.push_back(*rc::gen::inRange(3, 14));
            }
            const Size area = mm(700, 500);
            MixedFill fill(pieces, area);
            const auto cells = fill.fill(counts);
            RC_ASSERT(cells.has_value() == fill.holds(counts));
            if (cells)
                RC_ASSERT(faultOf(*cells, pieces, counts, area).isEmpty());
        });
        // What fills half of the area in small pieces is always laid.
        std::vector<MixedPiece> small;
        for (int i = 0; i < 8; ++i)
            small.push_back({mm(50 + i, 30)});
        QVERIFY(MixedFill(small, mm(700, 500)).holds(std::vector<int>(8, 12)));
    }

    void cardsOfThreeSizesShareASheet()
    {
        // 90 x 60 twice above 180 x 40, cut level: two cuts where all stand in one block.
        MixedFill fill({{mm(90, 60), true, false}, {mm(180, 40), true, false}}, mm(180, 100));
        const auto cells = fill.fill({2, 1});
        QVERIFY(cells);
        QCOMPARE(cells->size(), std::size_t(3));
        QVERIFY(!fill.holds({2, 2}));
        QVERIFY(!fill.holds({3, 1}));
    }

    void oneSheetIsPrintedNoOftenerThanNeedBe()
    {
        CHECK_PROPERTY("no shorter run holds what it would have to", [] {
            std::vector<MixedPiece> pieces;
            std::vector<qint64> wanted;
            for (int i = 0; i < 3; ++i) {
                pieces.push_back({mm(*rc::gen::inRange(75, 130), *rc::gen::inRange(75, 130))});
                wanted.push_back(*rc::gen::inRange(1, 60));
            }
            MixedFill fill(pieces, mm(320, 220));
            const auto runs = fewestSheets(fill, wanted, 1, 1, Percent(1000), {9, 9, 9});
            qint64 least = 0; // counted up from one sheet
            for (qint64 sheets = 1; sheets <= 60 && least == 0; ++sheets) {
                std::vector<int> counts;
                for (const qint64 n : wanted)
                    counts.push_back(int((n + sheets - 1) / sheets));
                if (*std::ranges::max_element(counts) <= 9 && fill.holds(counts))
                    least = sheets;
            }
            RC_ASSERT(runs.empty() == (least == 0));
            if (runs.empty())
                return;
            RC_ASSERT(runs.size() == 1u);
            const auto printed = printedBy(runs, 1, 3);
            for (std::size_t i = 0; i < 3; ++i)
                RC_ASSERT(printed[i] >= wanted[i]);
            if (mostOver(printed, wanted) <= 10)
                RC_ASSERT(runs.front().sheets == least);
        });
    }

    void moreSheetsTakeLess()
    {
        // Against trying all there is, for every mixture of these numbers: four places on a sheet, two runs.
        const std::vector<qint64> numbers{1, 2, 3, 5, 7, 8, 11, 14};
        MixedFill fill({{mm(50, 50)}, {mm(50, 50)}, {mm(50, 50)}}, mm(100, 100));
        int asGood = 0;
        int all = 0;
        for (const qint64 a : numbers)
            for (const qint64 b : numbers)
                for (const qint64 c : numbers) {
                    if (a > b || b > c)
                        continue;
                    const std::vector wanted{a, b, c};
                    const auto runs = fewestSheets(fill, wanted, 1, 2, Percent(20), {4, 4, 4});
                    const auto printed = printedBy(runs, 1, 3);
                    qint64 sheets = 0;
                    for (const SharedRun& run : runs)
                        sheets += run.sheets;
                    for (std::size_t i = 0; i < 3; ++i)
                        QVERIFY(printed[i] >= wanted[i]);
                    const qint64 least = leastOfTwo(wanted, 4, 0.2);
                    all += least > 0 ? 1 : 0;
                    if (mostOver(printed, wanted) > 0.2)
                        continue;
                    QVERIFY(least > 0 && sheets >= least);
                    asGood += sheets == least ? 1 : 0;
                }
        QVERIFY2(all > 100 && asGood == all, qPrintable(QStringLiteral("%1 of %2").arg(asGood).arg(all)));
    }

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
