// SPDX-License-Identifier: GPL-3.0-or-later
// The kinds of pieces: gates, cards, covers, leaves, and what they are called and measured.
#include "core/piece/reading.h"
#include "core/units/envelopes.h"
#include "testing.h"

using namespace hinge;
using testing::len;

class TestPieces : public QObject
{
    Q_OBJECT

    static Job folded(FoldScheme scheme, int panels, Size flat, PieceKind kind = PieceKind::Leaflet)
    {
        Job job = newPiece(kind);
        job.flat = flat;
        job.fold = {scheme, panels};
        job.fold.coverPanel = usualFront(job.fold, false);
        return job;
    }

private Q_SLOTS:
    void gateFlapsStopShortOfTheMiddle()
    {
        // Common practice: each flap 1 to 1.5 mm short of the middle.
        Job job = folded(FoldScheme::Gate, 3, {len("297"), len("210")});
        job.stock.grammage = 150;
        const Plan plan = testing::planned(job);
        COMPARE_MM(plan.paper.widths[0] + plan.paper.widths[1] + plan.paper.widths[2], 297);
        QCOMPARE(plan.paper.widths[0], plan.paper.widths[2]);
        COMPARE_MM(plan.paper.widths[1] - plan.paper.widths[0] - plan.paper.widths[2], 3);
        COMPARE_MM(*plan.paper.closing.flapGap, 3);
        QCOMPARE(testing::roles(plan, Face::Outside),
                 (QStringList{QStringLiteral("front cover right"), QStringLiteral("back cover"),
                              QStringLiteral("front cover left")}));
        // Opened like doors: the left one is read first, then the right one, the inside from left to right, the back
        // last.
        QList<int> outside;
        QList<int> inside;
        for (const Panel& p : plan.paper.face(Face::Outside))
            outside << p.readingNumber;
        for (const Panel& p : plan.paper.face(Face::Inside))
            inside << p.readingNumber;
        QCOMPARE(outside, (QList<int>{2, 6, 1}));
        std::ranges::sort(inside);
        QCOMPARE(inside, (QList<int>{3, 4, 5}));
        QVERIFY(!testing::hasFinding(plan.findings, "fold.protrudes"));
        job.fold.tuckAllowance = Length();
        QVERIFY(testing::hasFinding(testing::planned(job).findings, "fold.flapsTouch"));
        job.fold.widths = {len("80"), std::nullopt, len("80")};
        const Plan overlapping = testing::planned(job);
        COMPARE_MM(*overlapping.paper.closing.flapGap, 297 - 320);
        QVERIFY(testing::hasFinding(overlapping.findings, "fold.overlaps"));
    }

    void doubleGate()
    {
        // Common practice: 8 pp from panels of 3.875 x 9.125 in; the flat is 15.5 in less twice the allowance.
        Job job = folded(FoldScheme::DoubleGate, 4, {len("15.5 in") - len("2 mm") * 2, len("9.125 in")});
        job.fold.tuckAllowance = len("2 mm");
        const Plan plan = testing::planned(job);
        QCOMPARE(plan.paper.widths[1], len("3.875 in"));
        QCOMPARE(plan.paper.widths[2], len("3.875 in"));
        QCOMPARE(plan.paper.widths[0], len("3.875 in") - len("2 mm"));
        QCOMPARE(plan.paper.closing.size, (Size{len("3.875 in"), len("9.125 in")}));
        QCOMPARE(plan.paper.face(Face::Outside)[2].role, Role::FrontCover);
        QCOMPARE(plan.paper.face(Face::Outside)[1].role, Role::BackCover);
    }

    void longerRollFoldsNarrowStepByStep()
    {
        // w, w, w - a, w - 2a (common practice): 420 mm with a = 2 gives 106.5, 106.5, 104.5, 102.5; five panels of it
        // 86.4, 86.4, 84.4, 82.4, 80.4 (arithmetic).
        Job job = folded(FoldScheme::Roll, 4, {len("420"), len("210")});
        job.fold.tuckAllowance = len("2");
        QCOMPARE(testing::widthsMm(testing::planned(job)), (QList<double>{102.5, 104.5, 106.5, 106.5}));
        job.fold.panels = 5;
        job.fold.coverPanel = 4;
        QCOMPARE(testing::widthsMm(testing::planned(job)), (QList<double>{80.4, 82.4, 84.4, 86.4, 86.4}));
    }

    void theFrontIsWhereTheUserSays()
    {
        // A roll fold has two panels outside; either may be the front.
        Job job = testing::a4Roll();
        job.fold.coverPanel = 1;
        QCOMPARE(
            testing::roles(testing::planned(job), Face::Outside),
            (QStringList{QStringLiteral("tuck-in flap"), QStringLiteral("front cover"), QStringLiteral("back cover")}));
    }

    void shortFoldLeavesAStep()
    {
        Job job = folded(FoldScheme::Short, 2, {len("297"), len("210")});
        job.fold.step = len("15");
        const Plan plan = testing::planned(job);
        QCOMPARE(testing::widthsMm(plan), (QList<double>{156, 141}));
        QCOMPARE(plan.paper.closing.size.w, len("156"));
        QVERIFY(!testing::hasFinding(plan.findings, "fold.protrudes"));
    }

    void crossFoldsHaveTwoDirections()
    {
        Job job = folded(FoldScheme::Cross, 4, {len("420"), len("297")});
        const Plan plan = testing::planned(job);
        QCOMPARE(plan.paper.closing.size, (Size{len("210"), len("148.5")}));
        // The second fold creases two layers: one half of its line becomes a valley, the other a mountain.
        QCOMPARE(plan.paper.folds.size(), std::size_t(3));
        QVERIFY(plan.paper.folds[0].line == plan.paper.folds[1].line &&
                plan.paper.folds[0].valley != plan.paper.folds[1].valley);
        // The two panels above the fold at the head stand on their heads, and the whole inside is read upright.
        const auto& outside = plan.paper.face(Face::Outside);
        QVERIFY(outside[0].headDown && outside[1].headDown && !outside[2].headDown && !outside[3].headDown);
        QCOMPARE(outside[3].role, Role::FrontCover);
        QCOMPARE(outside[2].role, Role::BackCover);
        QVERIFY(!plan.paper.tumbled);
        job.fold.panels = 8;
        job.fold.coverPanel = 7;
        QCOMPARE(testing::planned(job).paper.closing.size, (Size{len("105"), len("148.5")}));
    }

    void halfThenRollTucksItsEndIn()
    {
        Job job = folded(FoldScheme::HalfRoll, 6, {len("420"), len("297")});
        job.fold.tuckAllowance = len("3");
        const Plan plan = testing::planned(job);
        QCOMPARE(testing::widthsMm(plan), (QList<double>{138, 141, 141}));
        QCOMPARE(plan.paper.heights, (std::vector<Length>{len("148.5"), len("148.5")}));
    }

    void foldedCardOpensToItsSide()
    {
        // Folded card 5 1/8 x 7 in: flat 10 1/4 x 7; outside left = back, right = front (common practice).
        Job job = folded(FoldScheme::Half, 2, {len("10 1/4 in"), len("7 in")}, PieceKind::Card);
        job.unit = Unit::Inch;
        const Plan plan = testing::planned(job);
        QCOMPARE(plan.paper.closing.size, (Size{len("5 1/8 in"), len("7 in")}));
        QCOMPARE(testing::roles(plan, Face::Outside),
                 (QStringList{QStringLiteral("back cover"), QStringLiteral("front cover")}));
        QCOMPARE(testing::roles(plan, Face::Inside),
                 (QStringList{QStringLiteral("inside left"), QStringLiteral("inside right")}));
        QVERIFY(!plan.paper.tumbled);
        QCOMPARE(plan.findFigure(QStringLiteral("envelope"))->value, QStringLiteral("A7 (North American)"));
    }

    void cardFoldedAtItsHeadTumbles()
    {
        // Computed by folding: the outside heads meet at the fold, and the inside backs the outside head to foot.
        Job job = folded(FoldScheme::Half, 2, {len("148"), len("210")}, PieceKind::Card);
        job.fold.atHead = true;
        job.fold.coverPanel = usualFront(job.fold, false);
        const Plan plan = testing::planned(job);
        QCOMPARE(plan.paper.closing.size, (Size{len("148"), len("105")}));
        const auto& outside = plan.paper.face(Face::Outside);
        QCOMPARE(outside[0].role, Role::BackCover);
        QVERIFY(outside[0].headDown);
        QCOMPARE(outside[1].role, Role::FrontCover);
        QVERIFY(!outside[1].headDown);
        QVERIFY(plan.paper.tumbled);
        for (const Panel& p : plan.paper.face(Face::Inside))
            QVERIFY(!p.headDown);
        // Behind the front, which lies at the foot of the outside, is the head of the inside.
        QCOMPARE(plan.paper.behind(outside[1]).position, 0);
        QCOMPARE(plan.paper.face(Face::Inside)[0].readingNumber, 2);
        // On a sheet turned left to right its back stands on its head.
        Job press = job;
        press.press.flip = FlipEdge::Short;
        QCOMPARE(testing::planned(press).sheet().back[0].turn, Turn::Half);
    }

    void envelopesAndTheReverse()
    {
        // ISO 269 from memory: C6 takes an A6 card, C5 an A5 one, DL a third of A4.
        QCOMPARE(envelopeFor({len("148"), len("105")}, {}, Unit::Mm)->name, QStringLiteral("C6"));
        QCOMPARE(envelopeFor({len("148"), len("210")}, {}, Unit::Mm)->name, QStringLiteral("C5"));
        QCOMPARE(envelopeFor({len("99"), len("210")}, {}, Unit::Mm)->name, QStringLiteral("DL"));
        // Common practice: a 4 1/4 x 5 1/2 in card goes into an A2 envelope, 5 x 7 in into A7, a folded letter into
        // No. 10.
        QCOMPARE(envelopeFor({len("4 1/4 in"), len("5 1/2 in")}, {}, Unit::Inch)->name,
                 QStringLiteral("A2 (North American)"));
        QCOMPARE(envelopeFor({len("5 in"), len("7 in")}, {}, Unit::Inch)->name, QStringLiteral("A7 (North American)"));
        QCOMPARE(envelopeFor({len("8 1/2 in"), len("3 11/16 in")}, {}, Unit::Inch)->name, QStringLiteral("No. 10"));
        QVERIFY(!envelopeFor({len("500"), len("700")}, {}, Unit::Mm));
        for (const Envelope& e : envelopes()) {
            const auto back = envelopeFor(largestIn(e), {}, e.northAmerican ? Unit::Inch : Unit::Mm);
            QVERIFY2(back && back->size.w.toMm() * back->size.h.toMm() <= e.size.w.toMm() * e.size.h.toMm(),
                     qPrintable(e.name));
        }
        QVERIFY(findEnvelope(QStringLiteral("dl")) && !findEnvelope(QStringLiteral("Q9")));
    }

    void coverWithItsSpine()
    {
        // Cover flat = trim + spine + trim: A5 with a spine of 14 mm is 310 x 210 mm (arithmetic).
        Job job = newPiece(PieceKind::Cover);
        job.cover.spine = len("14");
        const Plan plan = testing::planned(job);
        QCOMPARE(plan.paper.flat, (Size{len("310"), len("210")}));
        QCOMPARE(testing::roles(plan, Face::Outside),
                 (QStringList{QStringLiteral("back cover"), QStringLiteral("spine"), QStringLiteral("front cover")}));
        QCOMPARE(testing::roles(plan, Face::Inside),
                 (QStringList{QStringLiteral("inside front"), QStringLiteral("inside spine"),
                              QStringLiteral("inside back")}));
        // Scores beside the spine on both sides, and glue up the inside.
        QCOMPARE(std::ranges::count(plan.paper.folds, LineWork::Score, &FoldLine::work), 2);
        QCOMPARE(plan.paper.keepClear.size(), std::size_t(1));
        QCOMPARE(plan.paper.keepClear[0].area.w, len("24"));
        // Front and back bend at the score: live matter keeps as clear of it as of a fold (6 + 3 mm), and of the spine
        // without one.
        const auto margins = [](const Job& j) {
            const Plan made = testing::planned(j);
            const auto& panels = made.paper.face(Face::Outside);
            return std::pair(panels[0].margin(ItemSide::Right), panels[2].margin(ItemSide::Left));
        };
        QCOMPARE(margins(job), std::pair(len("9"), len("9")));
        Job plain = job;
        plain.cover.hinge = {};
        QCOMPARE(margins(plain), std::pair(len("3"), len("3")));
        job.rightToLeft = true;
        QCOMPARE(testing::roles(testing::planned(job), Face::Outside).first(), QStringLiteral("front cover"));
    }

    void spineFollowsPagesAndStock()
    {
        // block = leaves x caliper; spine = block + 2 x cover caliper + glue (common practice).
        Job job = newPiece(PieceKind::Cover);
        job.pages.count = 200;
        job.pages.textStock.measuredCaliper = len("0.1");
        job.stock.measuredCaliper = len("0.3");
        job.cover.glue = len("0.4");
        COMPARE_MM(testing::planned(job).paper.widths[1], 10 + 0.6 + 0.4);
        // By pages per inch: 400 ppi is a leaf of 25.4 / 200 mm.
        job.pages.textStock.measuredCaliper = Length::inches(2).part(400);
        QVERIFY(std::abs(job.pages.textStock.pagesPerInch() - 400) < 1e-6);
        COMPARE_MM(testing::planned(job).paper.widths[1], 200 / 400.0 * 25.4 + 1);
        job.cover.spine = len("5.2");
        QVERIFY(testing::hasFinding(testing::planned(job).findings, "spine.stale"));
    }

    void coverFlapsFoldIn()
    {
        Job job = newPiece(PieceKind::Cover);
        job.cover.spine = len("14");
        job.cover.flap = len("80");
        const Plan plan = testing::planned(job);
        QCOMPARE(plan.paper.flat.w, len("470"));
        QCOMPARE(testing::roles(plan, Face::Outside),
                 (QStringList{QStringLiteral("back flap"), QStringLiteral("back cover"), QStringLiteral("spine"),
                              QStringLiteral("front cover"), QStringLiteral("front flap")}));
        QSet<int> numbers;
        for (const auto& panels : plan.paper.panels)
            for (const Panel& p : panels)
                numbers.insert(p.readingNumber);
        QCOMPARE(numbers.size(), 10);
    }

    void postcardKeepsThePostsSpace()
    {
        Job job = newPiece(PieceKind::Leaf);
        job.leaf.postal = true;
        const Plan plan = testing::planned(job);
        QCOMPARE(plan.paper.keepClear.size(), std::size_t(2));
        for (const KeepClear& area : plan.paper.keepClear) {
            QVERIFY(area.face == Face::Inside);
            QVERIFY(trimOf(plan.paper).contains(area.area));
        }
        QCOMPARE(plan.findFigure(QStringLiteral("flat"))->working, QStringLiteral("A6 (ISO) landscape"));
    }

    void stubsHolesAndCorners()
    {
        Job job = newPiece(PieceKind::Leaf);
        job.flat = {len("140"), len("60")};
        job.leaf.stub = len("40");
        const Plan plan = testing::planned(job);
        QCOMPARE(testing::roles(plan, Face::Outside), (QStringList{QStringLiteral("front"), QStringLiteral("stub")}));
        QVERIFY(plan.paper.face(Face::Outside)[0].edge(ItemSide::Right) == EdgeFate::Torn);
        QCOMPARE(plan.paper.face(Face::Outside)[0].bleedArea.right(), len("100")); // nothing bleeds over a perforation
        QCOMPARE(plan.paper.folds[0].at[0], len("100"));
        QCOMPARE(plan.paper.folds[0].at[1], len("40"));
        // ISO 838 (from memory): two holes of 6 mm, 80 mm apart, 12 mm from the edge.
        job = newPiece(PieceKind::Leaf);
        job.flat = {len("210"), len("297")};
        job.leaf.holes = 2;
        const auto holes = testing::planned(job).paper.holes;
        COMPARE_MM(holes[1].y - holes[0].y, 80);
        COMPARE_MM(holes[0].x, 9);
        COMPARE_MM(holes[0].y + len("3"), 108.5);
        job.leaf.holes = 5;
        QVERIFY(!hinge::plan(job));
        job.leaf.holes = 0;
        job.leaf.cornerRadius = len("200");
        QVERIFY(!hinge::plan(job));
    }

    void edgesSharedWithANeighbourHaveNoBleed()
    {
        Job job = newPiece(PieceKind::Leaf);
        job.zones.edgeBleeds[std::size_t(ItemSide::Right)] = Length();
        const Plan plan = testing::planned(job);
        QVERIFY(plan.paper.face(Face::Outside)[0].edge(ItemSide::Right) == EdgeFate::Shared);
        QCOMPARE(bleedOf(plan.paper, Face::Outside).right(), job.flat.w);
        // Seen from behind it is the left edge.
        QCOMPARE(bleedOf(plan.paper, Face::Inside).x, Length());
        QVERIFY(plan.paper.face(Face::Inside)[0].edge(ItemSide::Left) == EdgeFate::Shared);
    }

    void marginsMayDifferByPanelAndEdge()
    {
        Job job = testing::a4Roll();
        job.edit(Face::Inside).margins = {{1, ItemSide::Left, len("8")}};
        const Plan plan = testing::planned(job);
        const auto& inside = plan.paper.face(Face::Inside);
        COMPARE_MM(inside[1].safeArea.x - inside[1].area.x, 8);
        COMPARE_MM(inside[1].area.right() - inside[1].safeArea.right(), 3);
        COMPARE_MM(inside[0].safeArea.x - inside[0].area.x, 5);
    }

    void itemsOnTurnedPanelsAreTurned()
    {
        Job job = folded(FoldScheme::Cross, 4, {len("420"), len("297")});
        Item item;
        item.id = QStringLiteral("a");
        item.ink = QStringLiteral("Black");
        item.sides = sidesFillingPanel(0);
        job.edit(Face::Outside).items = {item};
        const Plan plan = testing::planned(job);
        QVERIFY(plan.findItem(QStringLiteral("a"))->headDown);
        QCOMPARE(plan.findItem(QStringLiteral("a"))->frame, plan.paper.face(Face::Outside)[0].bleedArea);
    }

    void kindsAreWhatTheTradeSaysOfThem()
    {
        // Common practice: a folded sheet has four pages, a leaf two; staples go through a fold, a glued block is
        // milled.
        for (const PieceKind kind : allPieceKinds) {
            const KindRules& rules = rulesOf(kind);
            QCOMPARE(rules.kind, kind);
            const bool sheets = rules.binding == Binding::Stapled || rules.binding == Binding::Glued;
            QCOMPARE(rules.pagesStep, sheets ? 4 : 2);
            QCOMPARE(rules.spine == EdgeFate::Folded, rules.binding == Binding::Stapled);
            QCOMPARE(rules.spine == EdgeFate::Milled, rules.binding == Binding::Glued);
            QCOMPARE(testing::planned(newPiece(kind)).book.has_value(), rules.hasPages());
            QCOMPARE(rules.foldsOnce, kind == PieceKind::Card); // board is folded once (common practice)
            QCOMPARE(rules.isCoverAlone(), kind == PieceKind::Cover);
            // The flat folds where its form says so, and nowhere else.
            const bool creased = !testing::planned(newPiece(kind)).paper.folds.empty();
            QCOMPARE(creased, rules.bends());
        }
        QCOMPARE(faceName(Face::Inside, PieceKind::Leaf), QStringLiteral("back"));
        QCOMPARE(kindName(PieceKind::Booklet), QStringLiteral("stapled booklet"));
    }

    void everyPieceIsWhole()
    {
        CHECK_PROPERTY("roles and reading numbers are unique, panels fill the flat, backs lie behind fronts", [] {
            const Job job = *rc::anyPiece();
            const auto planned = hinge::plan(job);
            RC_ASSERT(planned);
            const Paper& paper = planned->paper;
            QSet<QString> names;
            QSet<int> numbers;
            double area = 0;
            for (const auto& panels : paper.panels) {
                for (const Panel& p : panels) {
                    RC_ASSERT(!p.roleName.isEmpty());
                    names.insert(p.roleName);
                    numbers.insert(p.readingNumber);
                    area += p.area.w.toMm() * p.area.h.toMm();
                    RC_ASSERT(paper.behind(p).area == paper.through(p.area));
                    RC_ASSERT(paper.through(paper.through(p.area)) == p.area);
                    // Print reaches the bleed where it is cut, and never goes over a fold.
                    for (const ItemSide s : allSides)
                        if (p.edge(s) == EdgeFate::Folded || p.edge(s) == EdgeFate::Torn ||
                            p.edge(s) == EdgeFate::Shared) {
                            const Length out[] = {p.area.x - p.bleedArea.x, p.area.y - p.bleedArea.y,
                                                  p.bleedArea.right() - p.area.right(),
                                                  p.bleedArea.bottom() - p.area.bottom()};
                            RC_ASSERT(out[std::size_t(s)] == Length());
                        }
                }
            }
            const auto count = paper.face(Face::Outside).size() * 2;
            RC_ASSERT(std::size_t(names.size()) == count);
            RC_ASSERT(std::size_t(numbers.size()) == count);
            RC_ASSERT(std::abs(area - 2 * paper.flat.w.toMm() * paper.flat.h.toMm()) < 1e-3);
            RC_ASSERT(paper.closing.thickness > Length());
            for (const FoldLine& line : paper.folds) {
                const Length across = line.axis == Axis::Vertical ? paper.flat.w : paper.flat.h;
                RC_ASSERT(line.at[0] + line.at[1] == across || line.at[0] == line.at[1]);
                RC_ASSERT(line.from[0] < line.to[0] && line.to[0] - line.from[0] == line.to[1] - line.from[1]);
            }
        });
    }

    void oneNameTwoSizes()
    {
        // Common practice: an A7 card is 5 x 7 in in North America; ISO A7 is 74 x 105 mm.
        Job job = newPiece(PieceKind::Leaf);
        job.unit = Unit::Inch;
        job.flat = {len("105"), len("74")};
        const auto findings = testing::planned(job).findings;
        const auto it = std::ranges::find(findings, QStringLiteral("size.twoNames"), &Finding::code);
        QVERIFY(it != findings.end());
        QVERIFY2(it->message.contains(QStringLiteral("A7 (North American card)")), qPrintable(it->message));
        job.unit = Unit::Mm;
        QVERIFY(!testing::hasFinding(testing::planned(job).findings, "size.twoNames"));
    }

    void inksAreWrittenAsPrintersDo()
    {
        const auto inks = parseInks(QStringLiteral("4/1"));
        QVERIFY(inks);
        QCOMPARE((*inks)[0], (FaceInks{4, 0}));
        QCOMPARE((*inks)[1], (FaceInks{1, 0}));
        QCOMPARE((*parseInks(QStringLiteral("5/4")))[0], (FaceInks{4, 1}));
        QCOMPARE((*parseInks(QStringLiteral("4 + 1 spot / 2 spots")))[1], (FaceInks{0, 2}));
        QCOMPARE(inksText(*parseInks(QStringLiteral("4+1/0"))), QStringLiteral("4 + 1 spot / 0"));
        for (const char* wrong : {"", "4", "4/4/4", "many/few", "400/4", "-1/4"})
            QVERIFY2(!parseInks(QString::fromLatin1(wrong)), wrong);
    }

    void poundsAreTurnedIntoGrams()
    {
        // Factors of common practice: text 1.480, cover 2.704, bond 3.760, index 1.808, tag 1.627.
        QCOMPARE(*parseGrammage(QStringLiteral("100 lb text")), 148);
        QCOMPARE(*parseGrammage(QStringLiteral("80# cover")), 216);
        QCOMPARE(*parseGrammage(QStringLiteral("20 lb bond")), 75);
        QCOMPARE(*parseGrammage(QStringLiteral("110 lb index")), 199);
        QCOMPARE(*parseGrammage(QStringLiteral("135 g")), 135);
        for (const char* wrong : {"80 lb", "heavy", "", "12 lb silk"})
            QVERIFY2(!parseGrammage(QString::fromLatin1(wrong)), wrong);
        for (const Stock& stock : shippedStocks())
            if (const auto typed = parseGrammage(stock.name.section(u' ', 1).section(u',', 0, 0));
                stock.name.contains(QStringLiteral(" lb ")))
                QVERIFY2(typed && *typed == stock.grammage, qPrintable(stock.name));
    }

    void aHingeScoreIsAFigureWhereThereIsOne()
    {
        Job job = newPiece(PieceKind::Cover);
        job.cover.hinge = testing::len("7");
        const Figure* hinge = nullptr;
        const Plan with = testing::planned(job);
        hinge = with.findFigure(QStringLiteral("hinge"));
        QVERIFY(hinge);
        job.cover.hinge = Length();
        QVERIFY(!testing::planned(job).findFigure(QStringLiteral("hinge")));
    }

    void gatesOfHeavierPaperWantMoreRoom()
    {
        // Common practice: 1 mm a flap up to 120 g/m2, 1.5 mm above.
        Stock stock;
        stock.grammage = 120;
        COMPARE_MM(stock.gateAllowance(), 1);
        stock.grammage = 121;
        COMPARE_MM(stock.gateAllowance(), 1.5);
    }
};

HINGE_TEST(TestPieces)
#include "test_pieces.moc"
