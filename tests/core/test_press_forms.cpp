// SPDX-License-Identifier: GPL-3.0-or-later
// Press forms of every kind of piece: what lies where, both sides, piles, creep, marks, the proof.
#include "any_piece.h"
#include "core/edit/remedies.h"
#include "core/file/job_file.h"
#include "core/plan/sheet_words.h"
#include "core/press/press_proof.h"
#include "core/units/page_sizes.h"
#include "testing.h"

using namespace hinge;
using testing::len;

namespace
{

/// Numbered tickets of 2 x 5 1/2 in, so many on a sheet of their own size and number.
Job tickets(int count, int columns, int rows)
{
    Job job = newPiece(PieceKind::Leaf);
    job.flat = {len("60"), len("40")};
    job.zones.bleed = {};
    job.records.source = RecordSource::Series;
    job.records.count = count;
    job.quantity = count;
    job.press.sheet = {len("60") * columns + len("40"), len("40") * rows + len("40")};
    job.press.columns = columns;
    job.press.rows = rows;
    return job;
}

const PressForm& formOf(const Plan& plan, Component component, int number = 1)
{
    return plan.runOf(component)->forms[std::size_t(number - 1)];
}

/// What is printed at a place of a side, by page; 0 for nothing.
int pageAt(const std::vector<PlacedSurface>& placed, Point at)
{
    for (const PlacedSurface& p : placed)
        if (at.x > p.trim.x && at.x < p.trim.right() && at.y > p.trim.y && at.y < p.trim.bottom())
            return p.page;
    return 0;
}

} // namespace

class TestPressForms : public QObject
{
    Q_OBJECT

private Q_SLOTS:
    void everyPlanIsProved()
    {
        int proved = 0;
        CHECK_PROPERTY("the sheets of any piece give that piece", [&proved] {
            const Job job = *testing::anyPiece();
            const auto plan = hinge::plan(job);
            RC_PRE(plan.has_value());
            RC_LOG() << (plan->pressFault() ? plan->pressFault()->text().toStdString() : std::string())
                     << writeJob(job).toStdString();
            RC_ASSERT(!plan->pressFault());
            for (const PressRun& run : plan->press)
                proved += int(run.forms.size());
        });
        QVERIFY(proved > 0);
    }

    void theProofFindsWhatIsWrong()
    {
        Job job = newPiece(PieceKind::Booklet);
        job.pages.count = 24;
        job.pages.plusCover = false;
        const Plan plan = testing::planned(job);
        const PieceParts parts = plan.partsOf(job);
        const PressRun good = *plan.runOf(Component::Text);
        QVERIFY(proveRun(parts, good));
        // More sheets in each other than could ever be folded: 1,000 of 0.1 mm and more stick out by 10 cm.
        Job thick = job;
        thick.pages.count = 4'000;
        thick.press.sheet = {len("1000"), len("700")};
        const auto pushed = hinge::plan(thick);
        QVERIFY(pushed && pushed->pressFault() &&
                pushed->pressFault()->message.contains(QStringLiteral("half a page")));
        thick.pages.creepBy = CreepBy::Nothing;
        QVERIFY(!testing::planned(thick).pressFault());
        // Two sheets changed for each other.
        PressRun swapped = good;
        std::swap(swapped.forms[1].works, swapped.forms[2].works);
        QVERIFY(proveRun(parts, swapped));               // either order of printing gives the booklet
        swapped.forms[1].works = swapped.forms[2].works; // one is missing
        const auto missing = proveRun(parts, swapped);
        QVERIFY(!missing && missing.error().message.contains(QStringLiteral("no press sheet")));
        // The back turned by half: its pages lie behind others, on their heads.
        PressRun turned = good;
        auto layout = std::make_shared<SheetLayout>(*good.forms[0].layout);
        for (SheetSlot& slot : layout->back)
            slot.turn = turnedBy(slot.turn, Turn::Half);
        turned.forms[0].layout = layout;
        QVERIFY(!proveRun(parts, turned));
        // A back beside its front.
        PressRun beside = good;
        layout = std::make_shared<SheetLayout>(*good.forms[0].layout);
        for (SheetSlot& slot : layout->back)
            slot.trim.x += slot.trim.w;
        beside.forms[0].layout = layout;
        QVERIFY(!proveRun(parts, beside));
        // The knife forgets a line.
        PressRun uncut = good;
        layout = std::make_shared<SheetLayout>(*good.forms[0].layout);
        layout->program = {};
        uncut.forms[0].layout = layout;
        const auto whole = proveRun(parts, uncut);
        QVERIFY(!whole && whole.error().message.contains(QStringLiteral("knife")));
        // Records that leave a gap.
        Job numbered = tickets(100, 4, 2);
        const Plan p = testing::planned(numbered);
        PressRun gap = p.press.front();
        QVERIFY(proveRun(p.partsOf(numbered), gap));
        gap.stacking->records = 96;
        const auto fewer = proveRun(p.partsOf(numbered), gap);
        QVERIFY(!fewer && fewer.error().message.contains(QStringLiteral("96 of 100")));
        gap = p.press.front();
        gap.stacking->piles = 7;
        QVERIFY(!proveRun(p.partsOf(numbered), gap));
        // Flats: front and back of one paper.
        Job leaflet = testing::a4Roll();
        const Plan flat = testing::planned(leaflet);
        PressRun upside = flat.press.front();
        layout = std::make_shared<SheetLayout>(*upside.forms[0].layout);
        layout->back[0].turn = turnedBy(layout->back[0].turn, Turn::Half);
        upside.forms[0].layout = layout;
        const auto head = proveRun(flat.partsOf(leaflet), upside);
        QVERIFY(!head && head.error().message.contains(QStringLiteral("head")));
    }

    void pagesBesideEachOtherAddUp()
    {
        // Saddle-stitched: the two pages beside each other on a sheet side add up to one more than the pages
        // (arithmetic); 12 pages: 12 and 1, 2 and 11, 10 and 3, 4 and 9, 8 and 5, 6 and 7.
        Job job = newPiece(PieceKind::Booklet);
        job.page = {len("148"), len("210")};
        job.pages.count = 12;
        job.pages.plusCover = false;
        job.press.sheet = {len("330"), len("240")};
        const Plan plan = testing::planned(job);
        QStringList pairs;
        for (const PressForm& form : plan.runOf(Component::Text)->forms)
            for (const Face side : bothFaces) {
                const auto placed = placedOn(plan.partsOf(job), form, side);
                QCOMPARE(placed.size(), std::size_t(2));
                pairs << QStringLiteral("%1 %2").arg(placed[0].page).arg(placed[1].page);
                QVERIFY(placed[0].trim.x < placed[1].trim.x);
            }
        QCOMPARE(pairs.join(u','), QStringLiteral("12 1,2 11,10 3,4 9,8 5,6 7"));
    }

    void signaturesLieAsHandbooksSay()
    {
        // From memory of printing handbooks. 8 pages: outer 5 4 (heads down) over 8 1, inner 3 6 (heads down) over 2 7.
        Job job = newPiece(PieceKind::Book);
        job.page = {len("100"), len("150")};
        job.pages.count = 8;
        job.pages.signature = 8;
        job.press.sheet = {len("300"), len("400")};
        job.press.flip = FlipEdge::Long; // left to right
        const Plan plan = testing::planned(job);
        const PressForm& form = formOf(plan, Component::Text);
        QCOMPARE(form.layout->up(), 1);
        const auto rows = [&](Face side) {
            auto placed = placedOn(plan.partsOf(job), form, side);
            std::ranges::sort(placed, {}, [](const PlacedSurface& p) { return std::pair(p.trim.y, p.trim.x); });
            QStringList words;
            for (const PlacedSurface& p : placed)
                words << QString::number(p.page) + (p.turn == Turn::Half ? QStringLiteral("d") : QString());
            return words.join(u' ');
        };
        QCOMPARE(rows(Face::Outside), QStringLiteral("5d 4d 8 1"));
        QCOMPARE(rows(Face::Inside), QStringLiteral("3d 6d 2 7"));
    }

    void aSheetTurnedGivesWholeCopies()
    {
        CHECK_PROPERTY(
            "printed twice from one form every slot has both its sides, and no more sheets are counted than "
            "are needed",
            [] {
                Job job = testing::a4Roll();
                job.flat = {Length::mm(*rc::gen::inRange(150, 300)), Length::mm(*rc::gen::inRange(80, 210))};
                job.press.sheet = {Length::mm(*rc::gen::inRange(350, 1000)), Length::mm(*rc::gen::inRange(300, 700))};
                job.press.work = *rc::gen::element(WorkStyle::WorkAndTurn, WorkStyle::WorkAndTumble);
                job.press.columns = *rc::gen::inRange(0, 4);
                job.quantity = *rc::gen::inRange(1, 999);
                const auto plan = hinge::plan(job);
                RC_PRE(plan && !plan->press.front().forms.empty());
                const PressForm& form = plan->press.front().forms.front();
                const SheetLayout& layout = *form.layout;
                const auto once = placedOn(plan->partsOf(job), form, Face::Outside);
                const auto again = placedOn(plan->partsOf(job), form, Face::Inside);
                // The same plates: the second side shows what the first does, where it does.
                RC_ASSERT(once.size() == again.size());
                for (const PlacedSurface& p : once)
                    RC_ASSERT(std::ranges::any_of(again, [&](const PlacedSurface& q) {
                        return q.surface == p.surface && q.trim == p.trim && q.turn == p.turn;
                    }));
                // Behind every outside lies an inside.
                for (const PlacedSurface& p : once) {
                    const Rect behind = job.press.work == WorkStyle::WorkAndTurn
                                            ? Rect{layout.sheet.w - p.trim.right(), p.trim.y, p.trim.w, p.trim.h}
                                            : Rect{p.trim.x, layout.sheet.h - p.trim.bottom(), p.trim.w, p.trim.h};
                    const auto it = std::ranges::find(again, behind, &PlacedSurface::trim);
                    RC_ASSERT(it != again.end());
                    RC_ASSERT(it->surface.face != p.surface.face);
                }
                RC_ASSERT(form.plates() == 1);
                RC_ASSERT(layout.up() % 2 == 0);
                RC_ASSERT(form.sheets * layout.up() >= job.quantity);
                RC_ASSERT((form.sheets - 1) * layout.up() < job.quantity);
            });
    }

    void numbersInPiles()
    {
        // Arithmetic: 100 numbers 8 up are 13 sheets; place 1 carries 1 to 13, place 2 begins at 14, the last pile is
        // short. 500 numbers 14 up are 36 sheets, place 2 begins at 37, the last pile holds 32.
        const Stacking hundred = *testing::planned(tickets(100, 4, 2)).press.front().stacking;
        QCOMPARE(hundred.piles, 8);
        QCOMPARE(hundred.sheets(), qint64(13));
        QVERIFY((hundred.pile(0, 0) == Stacking::Range{0, 12}));
        QCOMPARE(hundred.pile(0, 1).first, qint64(13));
        QCOMPARE(hundred.pile(0, 7).count(), qint64(100 - 7 * 13));
        const Stacking fivehundred = *testing::planned(tickets(500, 7, 2)).press.front().stacking;
        QCOMPARE(fivehundred.sheets(), qint64(36));
        QCOMPARE(fivehundred.pile(0, 1).first, qint64(36));
        QCOMPARE(fivehundred.pile(0, 13).count(), qint64(32));
        QCOMPARE(fivehundred.recordAt(13, 31), qint64(499));
        QCOMPARE(fivehundred.recordAt(13, 32), qint64(-1));
        // Down the columns the second pile lies below the first.
        Job down = tickets(100, 4, 2);
        const auto layout = *testing::planned(down).press.front().forms.front().layout;
        QCOMPARE(pileOf(layout, 1, PileOrder::AlongRows), 1);
        QCOMPARE(pileOf(layout, 4, PileOrder::DownColumns), 1);
        QCOMPARE(pileOf(layout, 1, PileOrder::DownColumns), 2);
    }

    void pilesStackedAreInOrder()
    {
        CHECK_PROPERTY("cut, and stacked lift by lift, every number comes once and after the one before", [] {
            Stacking s;
            s.records = *rc::gen::inRange(1, 5000);
            s.piles = *rc::gen::inRange(1, 30);
            s.sheetsPerLift = *rc::gen::inRange(1, 200);
            s.delivery = *rc::gen::element(Delivery::FaceDown, Delivery::FaceUp);
            // As they are printed; face up the pile that is cut lies the other way round.
            std::vector<qint64> stack;
            for (int lift = 0; lift < s.lifts(); ++lift)
                for (int pile = 0; pile < s.piles; ++pile) {
                    std::vector<qint64> cut;
                    for (qint64 sheet = 0; sheet < s.sheetsIn(lift); ++sheet)
                        cut.push_back(s.recordAt(pile, lift * s.sheetsPerLift + sheet));
                    if (s.delivery == Delivery::FaceUp)
                        std::ranges::reverse(cut);
                    for (const qint64 record : cut)
                        if (record >= 0)
                            stack.push_back(record);
                }
            RC_ASSERT(qint64(stack.size()) == s.records);
            for (std::size_t i = 0; i < stack.size(); ++i)
                RC_ASSERT(stack[i] == qint64(i));
        });
        // A pile of 80 mm takes 213 sheets of 0.375 mm (arithmetic).
        QCOMPARE(sheetsPerLift(Knife(), len("0.375 mm")), qint64(213));
        QCOMPARE(sheetsPerLift({.clamp = len("0.1 mm")}, len("0.375 mm")), qint64(1));
    }

    void leavesInPilesMakeABook()
    {
        // 12 leaves 4 up: three sheets, each pile three leaves one after the other (arithmetic).
        Job job = newPiece(PieceKind::WireBook);
        job.page = {len("100"), len("140")};
        job.pages.count = 24;
        job.pages.plusCover = false;
        job.press.sheet = {len("250"), len("330")};
        editSetup(job, Component::Text).fill = SlotFill::Piles;
        const Plan plan = testing::planned(job);
        const PressRun& run = *plan.runOf(Component::Text);
        QCOMPARE(run.layout().up(), 4);
        QCOMPARE(run.forms.size(), std::size_t(3));
        QVERIFY((run.forms[0].works == std::vector<int>{0, 3, 6, 9}));
        QVERIFY((run.forms[2].works == std::vector<int>{2, 5, 8, 11}));
        QCOMPARE(run.sheets, qint64(3) * job.quantity);
        QVERIFY(!plan.pressFault());
        // A slot that is left free moves the piles on.
        editSetup(job, Component::Text).left = {2};
        const Plan free = testing::planned(job);
        QVERIFY((free.runOf(Component::Text)->forms[0].works == std::vector<int>{0, -1, 4, 8}));
        QVERIFY(!free.pressFault());
    }

    void creepMovesPagesTowardTheSpine()
    {
        // Sheets of 0.1 mm, 1.0 calipers each: the fourth is pushed out by 0.3 mm (arithmetic). Its fore-edge is
        // trimmed so much nearer to the spine, and its pages are shifted, or narrowed, by as much.
        Job job = newPiece(PieceKind::Booklet);
        job.page = {len("148"), len("210")};
        job.pages.count = 16;
        job.pages.plusCover = false;
        job.stock.measuredCaliper = len("0.1 mm");
        job.press.sheet = {len("330"), len("240")};
        const auto rightPage = [&](int sheet) {
            const Plan plan = testing::planned(job);
            const auto placed = placedOn(plan.partsOf(job), formOf(plan, Component::Text, sheet), Face::Outside);
            return placed[1];
        };
        const Rect outer = rightPage(1).trim;
        const PlacedSurface inner = rightPage(4);
        COMPARE_MM(outer.x - inner.trim.x, 0.3);
        COMPARE_MM(inner.trim.w, 148);
        QCOMPARE(inner.printed.x, outer.x); // not over the fold
        job.pages.creepBy = CreepBy::Narrowing;
        COMPARE_MM(outer.x - rightPage(4).trim.x, 0);
        COMPARE_MM(rightPage(4).trim.w, 147.7);
        job.pages.creepBy = CreepBy::Nothing;
        QVERIFY(rightPage(4).trim == outer);
        // With a cover of its own, of 0.2 mm, all of them are pushed by that first.
        job.pages.creepBy = CreepBy::Shifting;
        setOwnCover(job, true);
        job.stock.measuredCaliper = len("0.2 mm");
        COMPARE_MM(outer.x - rightPage(1).trim.x, 0.2);
    }

    void cardsByHandAndAtBest()
    {
        // 3.5 x 2 in on Letter, no gaps: 2 x 5 by hand with side margins of 0.75 and 0.5 in at head and foot; turned
        // 4 x 3 with margins of 0.25 in (computed).
        Job job = newPiece(PieceKind::Leaf);
        job.flat = {len("3.5 in"), len("2 in")};
        job.zones.bleed = {};
        job.press.sheet = {len("8.5 in"), len("11 in")};
        job.press.gripper = {};
        job.press.margin = {};
        const Plan best = testing::planned(job);
        QCOMPARE(best.sheet().up(), 12);
        COMPARE_MM(best.sheet().front.front().trim.x, 25.4 * 0.25);
        COMPARE_MM(best.sheet().front.front().trim.y, 25.4 * 0.25);
        job.press.columns = 2;
        job.press.rows = 5;
        const Plan hand = testing::planned(job);
        QCOMPARE(hand.sheet().up(), 10);
        COMPARE_MM(hand.sheet().front.front().trim.x, 25.4 * 0.75);
        COMPARE_MM(hand.sheet().front.front().trim.y, 25.4 * 0.5);
        // Where it begins can be said, as long as it stays on the sheet.
        job.press.offset = Point{len("0.25 in"), len("0.25 in")};
        const Plan moved = testing::planned(job);
        COMPARE_MM(moved.sheet().front.front().trim.x, 25.4 * 0.25);
        job.press.offset = Point{len("2 in"), len("0.25 in")};
        const Plan beyond = testing::planned(job);
        QCOMPARE(beyond.sheet().up(), 0);
        QVERIFY(testing::hasFinding(beyond.findings, "sheet.tooSmall"));
        // The grain of the sheet says which way they lie.
        job.press.offset.reset();
        job.press.columns = job.press.rows = 0;
        job.press.grain = Grain::AlongHeight;
        job.stock.grain = Grain::AlongHeight;
        QCOMPARE(testing::planned(job).sheet().up(), 10);
        job.press.grain = Grain::AlongWidth;
        QCOMPARE(testing::planned(job).sheet().up(), 12);
    }

    void whatDoesNotFitSaysWhichSheetsWouldDo()
    {
        Job job = testing::a4Roll();
        job.press.sheet = {len("297"), len("210")};
        const Plan plan = testing::planned(job);
        const auto it = std::ranges::find(plan.findings, QStringLiteral("sheet.tooSmall"), &Finding::code);
        QVERIFY(it != plan.findings.end());
        QVERIFY2(it->reason.contains(QStringLiteral("A3")), qPrintable(it->reason));
        QVERIFY(plan.press.front().forms.empty());
    }

    void anOfficePrinterPrintsToSize()
    {
        for (const char* name : {"A4", "Letter", "Tabloid", "A3", "Legal"}) {
            Job job = testing::a4Roll();
            job.flat = findPageSize(QString::fromLatin1(name))->size.turned();
            job.press.sheet = job.flat;
            job.press.device = Device::OfficePrinter;
            job.press.margin = len("4 mm");
            const Plan plan = testing::planned(job);
            QCOMPARE(plan.sheet().up(), 1);
            QCOMPARE(plan.sheet().cuts(), 0);
            for (const Length bleed : plan.paper.bleeds)
                COMPARE_MM(bleed, 0);
            for (const char* code : {"sheet.tooSmall", "sheet.marks", "bleed.small", "bleed.none"})
                QVERIFY2(!testing::hasFinding(plan.findings, code), code);
            // Its white edge is a zone on both faces.
            QCOMPARE(plan.paper.keepClear.size(), std::size_t(8));
            COMPARE_MM(plan.paper.keepClear.front().area.h, 4);
            const auto marks = marksOn(plan.partsOf(job), plan.press.front().forms.front(), Face::Outside);
            QVERIFY(marks.lines.empty() && marks.targets.empty() && !marks.label);
        }
        // On a larger sheet it is trimmed as anywhere.
        Job job = testing::a4Roll();
        job.press.device = Device::OfficePrinter;
        job.press.sheet = {len("420"), len("297")};
        COMPARE_MM(testing::planned(job).paper.bleeds[0], 3);
    }

    void stripsOfATabloidSheet()
    {
        // 11 x 17 in cut twice: three strips of 11 x 5 2/3 in, each folds to 5 1/2 x 5 2/3 in (exact thirds).
        Job job = newPiece(PieceKind::Booklet);
        job.unit = Unit::Inch;
        job.page = {len("5.5 in"), len("5 2/3 in")};
        job.pages.count = 12;
        job.pages.plusCover = false;
        job.pages.strips = 3;
        job.zones.bleed = {};
        job.press.device = Device::OfficePrinter;
        job.press.sheet = {len("11 in"), len("17 in")};
        const Plan plan = testing::planned(job);
        QCOMPARE(plan.sheet().up(), 3);
        QCOMPARE(plan.sheet().cuts(), 2);
        QVERIFY(!plan.pressFault());
        COMPARE_MM(plan.sheet().front[1].trim.y, 25.4 * 17 / 3);
    }

    void aRunIsCountedTheSameEverywhere()
    {
        CHECK_PROPERTY("the layout in the list, the forms and the proof agree on sheets and forms", [] {
            const Job job = *testing::anyPiece();
            const auto plan = hinge::plan(job);
            RC_PRE(plan.has_value());
            for (const PressRun& run : plan->press) {
                RC_PRE(!run.forms.empty());
                RC_ASSERT(run.layout().sheets == run.sheets);
                RC_ASSERT(formsOfRun(run.piece, run.layout()) == run.forms.size());
                // Every copy of every work comes off some sheet, and none is printed for nothing.
                std::map<int, qint64> given;
                for (const PressForm& form : run.forms)
                    for (const int work : form.works)
                        if (work >= 0)
                            given[work] += form.sheets;
                RC_ASSERT(int(given.size()) == run.piece.works);
                for (const auto& [work, copies] : given)
                    RC_ASSERT(copies >= run.piece.pieces);
            }
        });
        // 20 pages in signatures of 16 are one of 16 and one of 4 (arithmetic): the small one comes more often off a
        // sheet.
        Job job = newPiece(PieceKind::Book);
        job.page = {len("100"), len("150")};
        job.pages.count = 20;
        job.quantity = 100;
        job.press.text = SheetSetup{.sheet = {len("480"), len("360")}};
        const Plan plan = testing::planned(job);
        const PressRun& text = *plan.runOf(Component::Text);
        QCOMPARE(text.forms.size(), 2);
        qint64 sheets = 0;
        for (const PressForm& form : text.forms)
            sheets += (100 + form.layout->up() - 1) / form.layout->up();
        QVERIFY(text.forms[0].layout->up() != text.forms[1].layout->up());
        QCOMPARE(text.sheets, sheets);
        QVERIFY2(sheetsWorking(job, text).contains(QStringLiteral(" + ")), qPrintable(sheetsWorking(job, text)));
    }

    void whatDoesNotFitTwiceIsPrintedSheetwise()
    {
        for (const Component component : {Component::Flat, Component::Text}) {
            Job job = newPiece(component == Component::Flat ? PieceKind::Leaflet : PieceKind::Book);
            job.flat = {len("297"), len("210")};
            job.page = {len("100"), len("150")};
            job.pages.signature = 4;
            job.press.sheet = {len("450"), len("320")};
            job.press.text = SheetSetup{.sheet = {len("240"), len("200")}};
            setWorkStyle(job, component, WorkStyle::WorkAndTurn);
            if (component == Component::Flat)
                job.press.sheet = {len("330"), len("240")};
            const auto findings = testing::planned(job).findings;
            const auto it = std::ranges::find(findings, QStringLiteral("sheet.oneUp"), &Finding::code);
            QVERIFY(it != findings.end());
            const Job mended = settled(job, *it);
            QCOMPARE(setupOf(mended, component).work, WorkStyle::Sheetwise);
            QVERIFY(!testing::hasFinding(testing::planned(mended).findings, "sheet.oneUp"));
        }
    }

    void pagesBehindAndBesideEachOther()
    {
        // A leaf has an odd page and the even one behind it; a reader sees 2 beside 3, the first and the last alone.
        Job job = newPiece(PieceKind::Booklet);
        job.pages.count = 8;
        job.pages.plusCover = false;
        const Plan plan = testing::planned(job);
        QCOMPARE(pageBehind(plan, 1), 2);
        QCOMPARE(pageBehind(plan, 4), 3);
        QCOMPARE(pageBehind(plan, 9), 0);
        QCOMPARE(pageBeside(plan, 2), 3);
        QCOMPARE(pageBeside(plan, 3), 2);
        QCOMPARE(pageBeside(plan, 1), 0);
        QCOMPARE(pageBeside(plan, 8), 0);
        const auto placed = placedOn(plan.partsOf(job), plan.press[0].forms[0], Face::Outside);
        const QString told = spotText(job, plan, plan.press[0].forms[0], Face::Outside, placed[1], 0);
        QVERIFY2(told.contains(QStringLiteral("page 1 · head up · behind it page 2")), qPrintable(told));
    }

    void everySettingIsKept()
    {
        Job job = newPiece(PieceKind::Booklet);
        Press& p = job.press;
        p.gap = len("2 mm");
        p.turn = SlotTurn::Quarter;
        p.grain = Grain::AlongWidth;
        p.headToHead = true;
        p.offset = Point{len("7 mm"), len("9 mm")};
        p.left = {2, 5};
        p.work = WorkStyle::WorkAndTumble;
        p.text = SheetSetup{.sheet = {len("500"), len("350")}, .columns = 2, .fill = SlotFill::Piles};
        p.device = Device::OfficePrinter;
        p.piles = PileOrder::DownColumns;
        p.delivery = Delivery::FaceUp;
        p.marks = {false, false, true, false, false, true, false, false, len("2"), len("6"), len("0.1")};
        p.knife = {len("60"), len("20")};
        p.prices = {123, 4, 5600};
        job.pages.creepBy = CreepBy::Narrowing;
        job.pages.workStyle = WorkStyle::OneSide;
        const auto again = readJob(writeJob(job), QStringLiteral("kept"));
        QVERIFY(again);
        QVERIFY(again->press == job.press);
        QVERIFY(again->pages == job.pages);
        // What cannot be is refused, and named.
        const auto refused = [](Job wrong, const char* field) {
            const auto valid = validate(wrong);
            return !valid && valid.error().where.startsWith(QLatin1String(field));
        };
        Job wrong = job;
        wrong.press.left = {0};
        QVERIFY(refused(wrong, "press.left"));
        wrong = job;
        wrong.press.text->sheet.w = len("3 mm");
        QVERIFY(refused(wrong, "press.text.sheet.width"));
        wrong = job;
        wrong.press.knife.clamp = len("0 mm");
        QVERIFY(refused(wrong, "press.knife.clamp"));
        wrong = job;
        wrong.press.prices.perSide = -1;
        QVERIFY(refused(wrong, "press.prices"));
    }

    void formsAreNamed()
    {
        Job job = newPiece(PieceKind::Booklet);
        job.title = QStringLiteral("Tide tables");
        job.pages.count = 8;
        job.pages.plusCover = true;
        const Plan plan = testing::planned(job);
        QCOMPARE(formName(job, plan, plan.press[0].forms[0]), QStringLiteral("cover"));
        QCOMPARE(formName(job, plan, plan.press[1].forms[1]), QStringLiteral("sheet 2"));
        QCOMPARE(sideName(job, plan.press[1].forms[1], Face::Inside), QStringLiteral("inner side"));
        QCOMPARE(sheetLabel(job, plan, plan.press[1].forms[0], Face::Outside, QDate(2026, 3, 9)),
                 QStringLiteral("Tide tables · sheet 1 · outer side · 4 inks · 2026-03-09"));
        for (const auto& [style, word] : {std::pair(WorkStyle::Sheetwise, "own form"),
                                          {WorkStyle::WorkAndTurn, "left to right"},
                                          {WorkStyle::WorkAndTumble, "head to foot"},
                                          {WorkStyle::OneSide, "one side"}}) {
            job.pages.workStyle = style;
            const Plan styled = testing::planned(job);
            QVERIFY(turningText(job, styled.press[1]).contains(QLatin1String(word)));
        }
        job.press.device = Device::OfficePrinter;
        job.pages.workStyle = WorkStyle::Sheetwise;
        const Plan office = testing::planned(job);
        QVERIFY(turningText(job, office.press[1]).contains(QStringLiteral("short edge")));
        Job leaflet = testing::a4Roll();
        const Plan flat = testing::planned(leaflet);
        QCOMPARE(sideName(leaflet, flat.press[0].forms[0], Face::Inside), QStringLiteral("inside"));
        QCOMPARE(pageAt(placedOn(flat.partsOf(leaflet), flat.press[0].forms[0], Face::Outside), {len("50"), len("50")}),
                 0);
    }
};

HINGE_TEST(TestPressForms)
#include "test_press_forms.moc"
