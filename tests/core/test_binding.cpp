// SPDX-License-Identifier: GPL-3.0-or-later
// Booklets and books: what the folding of model sheets gives, against what handbooks and arithmetic say.
#include "core/edit/remedies.h"
#include "core/paper/cut_tree.h"
#include "core/piece/binding.h"
#include "core/plan/plan.h"
#include "testing.h"

#include <functional>
#include <numbers>
#include <numeric>
#include <set>

using namespace hinge;
using testing::len;

class TestBinding : public QObject
{
    Q_OBJECT

    static Book book(PieceKind kind, int pages, int signature = 16)
    {
        Job job = newPiece(kind);
        job.pages.count = pages;
        job.pages.signature = signature;
        return makeBook(job);
    }

    /// "-5 -4 | 8 1": rows of a side, heads down marked by a minus.
    static QString written(const BookSheet& sheet, int side)
    {
        QStringList rows;
        for (int row = 0; row < sheet.rows; ++row) {
            QStringList pages;
            for (int column = 0; column < sheet.columns; ++column) {
                const auto& spot = sheet.at(side, column, row);
                pages << QString::number(spot.headDown ? -spot.page : spot.page);
            }
            rows << pages.join(u' ');
        }
        return rows.join(QStringLiteral(" | "));
    }

private Q_SLOTS:
    void handbookFormOfEightPages()
    {
        // 8-page sheetwise, from memory of printing handbooks.
        const Book b = book(PieceKind::Book, 8, 8);
        QCOMPARE(b.sheets.size(), std::size_t(1));
        QCOMPARE(written(b.sheets[0], 0), QStringLiteral("-5 -4 | 8 1"));
        QCOMPARE(written(b.sheets[0], 1), QStringLiteral("-3 -6 | 2 7"));
    }

    void handbookFormOfSixteenPages()
    {
        // 16-page sheetwise, from memory of printing handbooks.
        const Book b = book(PieceKind::Book, 16);
        QCOMPARE(written(b.sheets[0], 0), QStringLiteral("-5 -12 -9 -8 | 4 13 16 1"));
        QCOMPARE(written(b.sheets[0], 1), QStringLiteral("-7 -10 -11 -6 | 2 15 14 3"));
    }

    void stapledPairsAddUpToOneMoreThanThePages()
    {
        // The two pages beside each other on a sheet add up to N + 1 (arithmetic); for all N to 400.
        for (int pages = 4; pages <= 400; pages += 4) {
            const Book b = book(PieceKind::Booklet, pages);
            QCOMPARE(int(b.sheets.size()), pages / 4);
            for (const BookSheet& sheet : b.sheets)
                for (int side = 0; side < 2; ++side)
                    QCOMPARE(sheet.at(side, 0, 0).page + sheet.at(side, 1, 0).page, pages + 1);
        }
    }

    void twelvePagesInOrder()
    {
        // Arithmetic: 12|1, 2|11, 10|3, 4|9, 8|5, 6|7.
        const Book b = book(PieceKind::Booklet, 12);
        QStringList sides;
        for (const BookSheet& sheet : b.sheets)
            for (int side = 0; side < 2; ++side)
                sides << written(sheet, side);
        QCOMPARE(sides, (QStringList{QStringLiteral("12 1"), QStringLiteral("2 11"), QStringLiteral("10 3"),
                                     QStringLiteral("4 9"), QStringLiteral("8 5"), QStringLiteral("6 7")}));
    }

    void numbersMayLeaveOutTheCover()
    {
        const auto pairs = [](int pages, CountedCovers counted) {
            Job job = newPiece(PieceKind::Booklet);
            job.pages.count = pages;
            job.pages.counted = counted;
            const Book b = makeBook(job);
            QStringList out;
            for (const BookSheet& sheet : b.sheets)
                for (int side = 0; side < 2; ++side)
                    if (const QString a = folio(job, sheet.at(side, 0, 0).page, b.pages); !a.isEmpty()) {
                        QStringList pair{a, folio(job, sheet.at(side, 1, 0).page, b.pages)};
                        std::ranges::sort(pair, {}, [](const QString& s) { return s.toInt(); });
                        out << pair.join(u'-');
                    }
            return out;
        };
        // Only the two outer faces not counted: 12 pages pair 1-10, 2-9, 3-8, 4-7, 5-6 inside (arithmetic).
        QCOMPARE(pairs(12, CountedCovers::NotOuter),
                 (QStringList{QStringLiteral("1-10"), QStringLiteral("2-9"), QStringLiteral("3-8"),
                              QStringLiteral("4-7"), QStringLiteral("5-6")}));
        // A four-page cover not counted: 1-8, 2-7, 3-6, 4-5.
        QCOMPARE(pairs(12, CountedCovers::None), (QStringList{QStringLiteral("1-8"), QStringLiteral("2-7"),
                                                              QStringLiteral("3-6"), QStringLiteral("4-5")}));
        QCOMPARE(pairs(20, CountedCovers::None).first(), QStringLiteral("1-16"));
        QCOMPARE(pairs(20, CountedCovers::NotOuter).first(), QStringLiteral("1-18"));
        QCOMPARE(pairs(20, CountedCovers::All).first(), QStringLiteral("1-20"));
    }

    void everyPageStandsOnceAndReadsInOrder()
    {
        CHECK_PROPERTY("each face of each rectangle of each sheet is exactly one page", [] {
            Job job = newPiece(*rc::gen::element(PieceKind::Booklet, PieceKind::Book));
            job.pages.count = *rc::gen::inRange(2, 600);
            job.pages.signature = *rc::gen::element(4, 8, 16, 32);
            job.rightToLeft = *rc::gen::arbitrary<bool>();
            const Book b = makeBook(job);
            std::set<int> seen;
            int spots = 0;
            for (const BookSheet& sheet : b.sheets) {
                RC_ASSERT(sheet.columns * sheet.rows * 2 == sheet.pages);
                for (const auto& side : sheet.sides) {
                    for (const auto& spot : side) {
                        seen.insert(spot.page);
                        ++spots;
                    }
                }
            }
            RC_ASSERT(spots == b.pages);
            RC_ASSERT(int(seen.size()) == b.pages && *seen.begin() == 1 && *seen.rbegin() == b.pages);
            RC_ASSERT(int(b.pile.size()) == b.leaves);
            const auto heights = heightsInPile(b.pile);
            RC_ASSERT(std::ranges::is_sorted(heights) && heights.front() == Length() && heights.back() == b.block);
            // Back to back: a leaf's two pages follow each other.
            for (const BookSheet& sheet : b.sheets)
                for (int row = 0; row < sheet.rows; ++row)
                    for (int column = 0; column < sheet.columns; ++column) {
                        const int front = sheet.at(0, column, row).page;
                        const int back = sheet.at(1, sheet.columns - 1 - column, row).page;
                        RC_ASSERT(std::abs(front - back) == 1 && (std::min(front, back) % 2) == 1);
                    }
        });
    }

    void shortSignaturesStandInside()
    {
        QCOMPARE(signaturePages(72, 16), (std::vector<int>{16, 16, 16, 8, 16}));
        QCOMPARE(signaturePages(60, 16), (std::vector<int>{16, 16, 8, 4, 16}));
        QCOMPARE(signaturePages(12, 16), (std::vector<int>{8, 4}));
        CHECK_PROPERTY("signatures add up to the pages", [] {
            const int pages = *rc::gen::inRange(1, 300) * 4;
            const auto all = signaturePages(pages, *rc::gen::element(4, 8, 16, 32));
            RC_ASSERT(std::accumulate(all.begin(), all.end(), 0) == pages);
        });
    }

    void collatingMarksStepDownTheSpine()
    {
        // Common practice: one step lower on each signature, so that the gathered block shows an unbroken slope.
        const Book b = book(PieceKind::Book, 16 * 60);
        for (std::size_t i = 1; i < b.sheets.size(); ++i) {
            const Length step = b.sheets[i].mark->top - b.sheets[i - 1].mark->top;
            QVERIFY(step == b.sheets[i].mark->height || step < Length()); // the next step, or the head again
            QVERIFY(b.sheets[i].mark->top + b.sheets[i].mark->height <= newPiece(PieceKind::Book).page.h);
        }
        QVERIFY(!book(PieceKind::Booklet, 16).sheets[0].mark);
    }

    void collatingMarksStandWhereTheyShould()
    {
        // 10 mm from the head, then 4 mm lower each, 47 of them down 210 mm less 10 at both ends; then from the head
        // again (arithmetic; common practice).
        const Book b = book(PieceKind::Book, 16 * 60);
        COMPARE_MM(b.sheets[0].mark->top, 10);
        COMPARE_MM(b.sheets[1].mark->top, 14);
        COMPARE_MM(b.sheets[46].mark->top, 10 + 46 * 4);
        COMPARE_MM(b.sheets[47].mark->top, 10);
        COMPARE_MM(b.sheets[0].mark->height, 4);
    }

    void collatingMarksLieOnTheLastFold()
    {
        // The spine of a signature is its last fold, and there its first page lies beside its last. Fact of the trade.
        for (const int pages : {4, 8, 16, 32})
            for (const bool rightToLeft : {false, true}) {
                Job job = newPiece(PieceKind::Book);
                job.pages.signature = pages;
                job.pages.count = pages * 2;
                job.rightToLeft = rightToLeft;
                for (const BookSheet& sheet : makeBook(job).sheets) {
                    const auto mark = sheet.mark.value();
                    const BookSheet::Spot left = sheet.at(0, mark.fold - 1, mark.row);
                    const BookSheet::Spot right = sheet.at(0, mark.fold, mark.row);
                    const int first = (sheet.number - 1) * pages + 1;
                    const std::set<int> wanted{first, first + pages - 1};
                    QCOMPARE((std::set<int>{left.page, right.page}), wanted);
                    // Near the head of the page, whichever way up it stands.
                    QCOMPARE(mark.top < job.page.h.part(2), !left.headDown);
                }
            }
    }

    void sheetsHaveTheirTrimsLapAndMilling()
    {
        // A5 with 3 mm trims at head, foot and fore-edge; a lap of 10 mm on one half; 3 mm milled off every page of a
        // glued book (arithmetic).
        Job job = newPiece(PieceKind::Booklet);
        job.page = {len("148"), len("210")};
        job.zones.bleed = len("3");
        QCOMPARE(makeBook(job).sheetFlat, (Size{len("302"), len("216")}));
        job.pages.lap = len("10");
        QCOMPARE(makeBook(job).sheetFlat, (Size{len("312"), len("216")}));
        job = newPiece(PieceKind::Book);
        job.page = {len("148"), len("210")};
        job.zones.bleed = len("3");
        job.pages.mill = len("3");
        job.pages.count = 32;
        job.pages.signature = 16;
        QCOMPARE(makeBook(job).sheetFlat, (Size{len("616"), len("432")})); // 4 x 154 by 2 x 216
        job.pages.signature = 8;
        QCOMPARE(makeBook(job).sheetFlat, (Size{len("308"), len("432")})); // 2 x 2
        job.kind = PieceKind::WireBook;
        QCOMPARE(makeBook(job).sheetFlat, (Size{len("154"), len("216")}));
    }

    void scoresOfACoverStandBesideItsSpine()
    {
        // A5, spine 14, hinges 6 mm beside it: folds at 148 and 162, scores at 142 and 168 from the left (arithmetic).
        Job job = newPiece(PieceKind::Cover);
        job.page = {len("148"), len("210")};
        job.cover.spine = len("14");
        job.cover.hinge = len("6");
        const Plan plan = testing::planned(job);
        for (const Face face : bothFaces) {
            QList<double> at;
            for (const Length l : testing::foldPositions(plan, face))
                at << l.toMm();
            QCOMPARE(at, (QList<double>{142, 148, 162, 168}));
        }
    }

    void tabloidCutTwice()
    {
        // 11 x 17 in cut twice: strips of 11 x 5 2/3 in, each folds to 5 1/2 x 5 2/3 in; thirds of an inch are exact.
        Job job = newPiece(PieceKind::Booklet);
        job.unit = Unit::Inch;
        job.page = {len("5 1/2 in"), len("5 2/3 in")};
        job.pages.count = 12;
        job.pages.strips = 3;
        const Plan plan = testing::planned(job);
        QCOMPARE(plan.paper.flat, (Size{len("11 in"), len("5 2/3 in")}));
        QCOMPARE(plan.paper.flat.h * 3, Length::inches(17));
        const Figure* strips = plan.findFigure(QStringLiteral("pages.strips"));
        QVERIFY2(strips->value.contains(QStringLiteral("11 × 17")), qPrintable(strips->value));
        QVERIFY2(strips->working.startsWith(QStringLiteral("2 cuts; 1 sheet")), qPrintable(strips->working));
    }

    void blanksGoWhereTheyWereWanted()
    {
        QCOMPARE(blankPages(14, 16, Blanks::AtEnd), (std::vector<int>{15, 16}));
        QCOMPARE(blankPages(14, 16, Blanks::BeforeBack), (std::vector<int>{14, 15}));
        QCOMPARE(blankPages(14, 16, Blanks::InsideCovers), (std::vector<int>{2, 15}));
        QCOMPARE(blankPages(13, 16, Blanks::InsideCovers), (std::vector<int>{2, 14, 15}));
        QVERIFY(blankPages(16, 16, Blanks::AtEnd).empty());
        Job job = newPiece(PieceKind::Booklet);
        job.pages.count = 14;
        job.pages.blanks = Blanks::AtEnd;
        auto findings = testing::planned(job).findings;
        QVERIFY(testing::hasFinding(findings, "pages.madeUp"));
        const auto back = std::ranges::find(findings, QStringLiteral("pages.blankBack"), &Finding::code);
        QVERIFY(back != findings.end());
        QVERIFY(!testing::hasFinding(testing::planned(settled(job, *back)).findings, "pages.blankBack"));
    }

    void creepAgainstRoundFolds()
    {
        // Independent calculation: sheets that cannot be pressed bend in half circles about one middle. Of the half
        // width w of a sheet the bend at radius r uses pi r / 2; the fore-edge lies w - pi r / 2 from the middle.
        Job job = newPiece(PieceKind::Booklet);
        job.pages.count = 64;
        job.pages.creepMilli = 1571; // pi / 2
        const Book b = makeBook(job);
        const double c = job.stock.caliper().toMm();
        const auto n = int(b.sheets.size());
        const auto foreEdge = [&](int sheet) { // 0 is the outermost
            const double radius = (n - 1 - sheet + 0.5) * c;
            return job.page.w.toMm() - std::numbers::pi * radius / 2;
        };
        for (int i = 0; i < n; ++i)
            QVERIFY(std::abs(b.sheets[std::size_t(i)].creep.toMm() - (foreEdge(i) - foreEdge(0))) < 0.002);
        // The default is one caliper a sheet, and says where it comes from.
        job.pages.creepMilli = 1000;
        const Plan plan = testing::planned(job);
        QCOMPARE(plan.book->creep, job.stock.caliper() * (n - 1));
        QVERIFY(plan.findFigure(QStringLiteral("creep"))->source.contains(QStringLiteral("experience")));
        // A cover on its own stock lies outside all of them.
        job.pages.plusCover = true;
        QCOMPARE(makeBook(job).sheets.front().creep, job.stock.caliper());
    }

    void trimmingOpensASignature()
    {
        // Folded, a signature is closed at head and fore-edge; trimming head, foot and fore-edge cuts every fold but
        // the one at the spine, and milling cuts that one, too (common practice).
        for (const int pages : {4, 8, 16, 32}) {
            const Book glued = book(PieceKind::Book, pages, pages);
            QVERIFY(glued.opens);
            for (const PileLeaf& leaf : glued.pile) {
                QCOMPARE(leaf.place.size(), newPiece(PieceKind::Book).page);
                QVERIFY(leaf.edges[0] == EdgeFate::Milled && leaf.edges[1] == EdgeFate::Knife &&
                        leaf.edges[2] == EdgeFate::Knife && leaf.edges[3] == EdgeFate::Knife);
            }
        }
        const Book stapled = book(PieceKind::Booklet, 16);
        QVERIFY(stapled.opens);
        for (const PileLeaf& leaf : stapled.pile)
            QVERIFY(leaf.edges[0] == EdgeFate::Bound && leaf.edges[2] == EdgeFate::Knife);
        // Nothing is taken off without bleed: the head stays closed, and that is found.
        Job untrimmed = newPiece(PieceKind::Book);
        untrimmed.zones.bleed = Length();
        QVERIFY(!makeBook(untrimmed).opens);
        QVERIFY(testing::hasFinding(testing::planned(untrimmed).findings, "pages.closed"));
        untrimmed.pages.signature = 4;
        QVERIFY(makeBook(untrimmed).opens); // folded once, at the spine alone
    }

    void foldedEdgesComeInPairs()
    {
        // Before anything is trimmed every fold joins two leaves: an 8-page signature is joined at spine and head.
        const SignatureFold fold = signatureFold(8);
        FoldedSheet sheet({len("100"), len("100")}, {len("150"), len("150")});
        for (const FoldStep& step : fold.steps)
            sheet.fold(step);
        const Pile pile = pileOf(sheet, 0, len("0.1"));
        QCOMPARE(pile.size(), std::size_t(4)); // eight pages are four leaves
        for (const PileLeaf& leaf : pile) {
            QVERIFY(leaf.edges[0] == EdgeFate::Folded && leaf.edges[1] == EdgeFate::Folded);
            QVERIFY(leaf.edges[2] == EdgeFate::Knife && leaf.edges[3] == EdgeFate::Knife);
        }
        QVERIFY(!opensEverywhere(pile, PileSide::Left));
        QCOMPARE(inserted(pile, {pile[0]}, 2).size(), std::size_t(5));
    }

    void treesOfCuts()
    {
        // 11 x 17 in cut twice: three strips of 11 x 5 2/3 in, each line cut once for both neighbours.
        const CutNode tree = CutNode::cut(Axis::Horizontal, {3, {len("5 2/3 in"), CutNode::ofPiece(0)}});
        const auto pieces = cutSheet({len("11 in"), len("17 in")}, tree);
        QVERIFY(pieces);
        QCOMPARE(pieces->size(), std::size_t(3));
        QCOMPARE(cutsIn(tree), 2);
        QCOMPARE((*pieces)[1].area, (Rect{Length(), len("5 2/3 in"), len("11 in"), len("5 2/3 in")}));
        QVERIFY((*pieces)[1].edges[1] == EdgeFate::Shared && (*pieces)[1].edges[3] == EdgeFate::Shared &&
                (*pieces)[0].edges[1] == EdgeFate::Knife);
        // Rectangles of any size and turn, with waste between.
        const CutNode mixed =
            CutNode::cut(Axis::Vertical,
                         {{len("210"), CutNode::cut(Axis::Horizontal, {{len("148"), CutNode::ofPiece(1, Turn::Quarter)},
                                                                       {len("149"), CutNode::ofPiece(2)}})},
                          {len("6"), CutNode()},
                          {len("84"), CutNode::ofPiece(3, Turn::Half)}});
        const auto cut = cutSheet({len("300"), len("297")}, mixed);
        QVERIFY(cut);
        QCOMPARE(cut->size(), std::size_t(3));
        QVERIFY((*cut)[0].turn == Turn::Quarter &&
                (*cut)[2].area == (Rect{len("216"), Length(), len("84"), len("297")}));
        QVERIFY((*cut)[0].edges[3] == EdgeFate::Shared && (*cut)[0].edges[2] == EdgeFate::Knife);
        QCOMPARE(cutsIn(mixed), 3);
        // Parts that do not add up are refused, and the place is named.
        const auto refused = cutSheet({len("300"), len("300")}, mixed);
        QVERIFY(!refused && refused.error().text().contains(QStringLiteral("part 1")));
        QVERIFY(!cutSheet({len("100"), len("100")},
                          CutNode::cut(Axis::Vertical, {{len("100"), CutNode()}, {Length(), CutNode()}})));
    }

    void piecesOfATreeFillTheSheetAndNeverOverlap()
    {
        CHECK_PROPERTY("pieces and waste add up to the sheet", [] {
            // A random tree, cut by turns in either direction.
            double waste = 0;
            std::function<CutNode(Size, int)> grow = [&](Size size, int depth) -> CutNode {
                if (depth == 0 || *rc::gen::inRange(0, 4) == 0) {
                    if (*rc::gen::inRange(0, 3) == 0) {
                        waste += size.w.toMm() * size.h.toMm();
                        return {};
                    }
                    return CutNode::ofPiece(depth);
                }
                const bool vertical = *rc::gen::arbitrary<bool>();
                const auto parts = share(vertical ? size.w : size.h, *rc::gen::inRange(2, 5));
                std::vector<CutNode::Part> out;
                for (const Length part : parts)
                    out.push_back({part, grow(vertical ? Size{part, size.h} : Size{size.w, part}, depth - 1)});
                return CutNode::cut(vertical ? Axis::Vertical : Axis::Horizontal, std::move(out));
            };
            const Size sheet{Length::mm(*rc::gen::inRange(300, 1000)), Length::mm(*rc::gen::inRange(300, 1000))};
            const CutNode tree = grow(sheet, 3);
            const auto pieces = cutSheet(sheet, tree);
            RC_ASSERT(pieces);
            double used = 0;
            for (std::size_t i = 0; i < pieces->size(); ++i) {
                used += (*pieces)[i].area.w.toMm() * (*pieces)[i].area.h.toMm();
                for (std::size_t j = 0; j < i; ++j)
                    RC_ASSERT(!(*pieces)[i].area.overlaps((*pieces)[j].area));
            }
            RC_ASSERT(std::abs(used + waste - sheet.w.toMm() * sheet.h.toMm()) < 1e-3);
        });
    }

    void tooThickToStaple()
    {
        Job job = newPiece(PieceKind::Booklet);
        job.pages.count = 200;
        const auto findings = testing::planned(job).findings;
        const auto it = std::ranges::find(findings, QStringLiteral("booklet.thick"), &Finding::code);
        QVERIFY(it != findings.end());
        const Job glued = settled(job, *it);
        QVERIFY(glued.kind == PieceKind::Book);
        QVERIFY(hinge::plan(glued));
        job.pages.count = 48;
        QVERIFY(!testing::hasFinding(testing::planned(job).findings, "booklet.thick"));
    }

    void readersSeeSpreads()
    {
        const Book b = book(PieceKind::Booklet, 8);
        QCOMPARE(b.spreads, (std::vector<Spread>{{0, 1}, {2, 3}, {4, 5}, {6, 7}, {8, 0}}));
        Job job = newPiece(PieceKind::Booklet);
        job.pages.count = 8;
        job.rightToLeft = true;
        QCOMPARE(makeBook(job).spreads.at(1), (Spread{3, 2}));
        QCOMPARE(written(makeBook(job).sheets[0], 0), QStringLiteral("1 8"));
    }

    void textPagesKnowTheirEdges()
    {
        // What happens at the spine decides about bleed and margin there; the other three sides are cut (common
        // practice).
        struct Case {
            PieceKind kind;
            EdgeFate spine;
            double inner, spineBleed;
        };
        for (const Case& c :
             {Case{PieceKind::Booklet, EdgeFate::Folded, 8, 0}, Case{PieceKind::Book, EdgeFate::Milled, 12, 3},
              Case{PieceKind::WireBook, EdgeFate::Bound, 12, 3}}) {
            for (const bool rightToLeft : {false, true}) {
                Job job = newPiece(c.kind);
                job.rightToLeft = rightToLeft;
                const auto planned = plan(job);
                QVERIFY(planned && planned->textPages);
                for (const Hand hand : bothHands) {
                    const Paper& paper = (*planned->textPages)[std::size_t(hand)];
                    const Panel& page = paper.face(Face::Outside).front();
                    // The spine is where the two pages meet, whichever way the piece is read.
                    const ItemSide spine = hand == Hand::Left ? ItemSide::Right : ItemSide::Left;
                    const ItemSide fore = hand == Hand::Left ? ItemSide::Left : ItemSide::Right;
                    QCOMPARE(page.area.size(), job.page);
                    QCOMPARE(page.edge(spine), c.spine);
                    QCOMPARE(page.edge(fore), EdgeFate::Knife);
                    COMPARE_MM(page.margin(spine), c.inner);
                    COMPARE_MM(page.margin(fore), 5);
                    COMPARE_MM(page.margin(ItemSide::Top), 5);
                    const Length over = spine == ItemSide::Right ? page.bleedArea.right() - page.area.right()
                                                                 : page.area.x - page.bleedArea.x;
                    COMPARE_MM(over, c.spineBleed);
                    QCOMPARE(bleedOf(paper), page.bleedArea);
                }
            }
        }
        // A glued block is milled as far as the job says, and print runs on that far.
        Job book = newPiece(PieceKind::Book);
        book.pages.mill = len("2.5");
        const auto planned = plan(book);
        const Panel& right = (*planned->textPages)[1].face(Face::Outside).front();
        COMPARE_MM(right.area.x - right.bleedArea.x, 2.5);
        // What stands on the cover does not narrow the text.
        book.edit(Face::Outside).margins = {{0, ItemSide::Left, len("40")}};
        QCOMPARE((*plan(book)->textPages)[1].face(Face::Outside).front().safeArea, right.safeArea);
        QVERIFY(!plan(newPiece(PieceKind::Leaflet))->textPages);
    }

    void theCoverOfABookletKeepsClearOfItsStaples()
    {
        Job job = newPiece(PieceKind::Booklet);
        job.pages.bindingClearance = len("9");
        const auto planned = plan(job);
        COMPARE_MM(planned->paper.face(Face::Inside)[0].margin(ItemSide::Right), 9);
        // Its outside does not curve into a spine.
        COMPARE_MM(planned->paper.face(Face::Outside)[0].margin(ItemSide::Right), 3);
        // A leaflet's folds keep what the zones say.
        COMPARE_MM(plan(newPiece(PieceKind::Leaflet))->paper.face(Face::Outside)[0].margin(ItemSide::Right), 3);
    }

    void cutLeavesGoInTwos()
    {
        Job job = newPiece(PieceKind::WireBook);
        job.pages.count = 61;
        const Plan plan = testing::planned(job);
        QCOMPARE(plan.book->pages, 62);
        QCOMPARE(plan.book->leaves, 31);
        // The bound edge has its own clearance.
        COMPARE_MM(plan.paper.face(Face::Outside)[0].safeArea.x, 12);
        COMPARE_MM(plan.paper.flat.w - plan.paper.face(Face::Inside)[0].safeArea.right(), 12);
        QVERIFY(plan.paper.face(Face::Outside)[0].edge(ItemSide::Left) == EdgeFate::Bound);
    }

    void formsOfBothWorkStyles()
    {
        // Common practice: sheetwise takes a form a side; work-and-turn prints both sides from one.
        Job job = newPiece(PieceKind::Book);
        job.pages.count = 64;
        QCOMPARE(*testing::planned(job).findFigure(QStringLiteral("forms"))->number, 8);
        job.pages.workStyle = WorkStyle::WorkAndTurn;
        job.press.sheet = {len("1400"), len("1000")};
        QCOMPARE(*testing::planned(job).findFigure(QStringLiteral("forms"))->number, 4);
        QVERIFY(!testing::hasFinding(testing::planned(job).findings, "sheet.oneUp"));
    }

    void workAndTurnLaysSignaturesInPairs()
    {
        // A signature of four A5 pages is 2 x 154 wide and 216 high with its trims and 3 mm of milling; three of them
        // lie beside each other on a sheet of 940 x 240. Turned about its short edge, the middle one would land on
        // itself: two can be used (arithmetic).
        Job job = newPiece(PieceKind::Book);
        job.page = {len("148"), len("210")};
        job.pages.count = 64;
        job.pages.signature = 4;
        job.press.sheet = {len("940"), len("240")};
        const auto textRun = [&] { return testing::planned(job).press.back(); };
        QCOMPARE(textRun().layout().up(), 3);
        // Each signature is printed for itself, three copies a sheet.
        QCOMPARE(textRun().sheets, qint64(16 * ((500 + 2) / 3)));
        job.pages.workStyle = WorkStyle::WorkAndTurn;
        QCOMPARE(textRun().layout().up(), 2);
        QCOMPARE(textRun().sheets, qint64(16 * (500 / 2)));
    }

    void weightAndPaperOfTheRun()
    {
        // A5, 16 pages self cover on 135 g/m2: 8 leaves of 0.148 x 0.210 m (ISO 536).
        Job job = newPiece(PieceKind::Booklet);
        const Plan plan = testing::planned(job);
        QVERIFY(std::abs(*plan.findFigure(QStringLiteral("weight"))->number - 8 * 0.148 * 0.210 * 135) < 1e-9);
        QCOMPARE(plan.press.size(), std::size_t(1));
        // A sheet of 296 x 210 mm with 3 mm of bleed lies four times on SRA2 (640 x 450 mm): 500 x 4 sheets by fours.
        QCOMPARE(plan.press[0].layout().up(), 4);
        QCOMPARE(plan.press[0].sheets, qint64(500));
        job.pages.plusCover = true;
        QCOMPARE(testing::planned(job).press.size(), std::size_t(2));
    }

    void fourMillimetresAreStapledAndNoMore()
    {
        // Common practice: a stapling machine closes 3 to 5 mm; the check stands at 4.
        Job job = newPiece(PieceKind::Booklet);
        job.pages.plusCover = false;
        job.stock.measuredCaliper = Length::micrometres(100);
        job.pages.count = 80; // 40 leaves
        QVERIFY(!testing::hasFinding(testing::planned(job).findings, "booklet.thick"));
        job.pages.count = 84;
        QVERIFY(testing::hasFinding(testing::planned(job).findings, "booklet.thick"));
    }

    void aPileIsTrimmedFromWhereItBegins()
    {
        const auto leaf = [](double x) {
            PileLeaf l;
            l.place = {Length::nearestMm(x), Length(), len("100"), len("150")};
            return l;
        };
        const Pile cut = trimmed({leaf(1), leaf(0)}, PileSide::Left, len("3"));
        COMPARE_MM(cut[0].place.x, 3);
        COMPARE_MM(cut[1].place.x, 3);
        COMPARE_MM(cut[0].place.w, 98);
    }

    void partsCutTheOtherWayAreNotCutTogether()
    {
        const auto halves = [](Axis lines) {
            return CutNode::cut(lines, {{len("50"), CutNode::ofPiece(0)}, {len("50"), CutNode::ofPiece(1)}});
        };
        const CutNode alike =
            CutNode::cut(Axis::Vertical, {{len("100"), halves(Axis::Vertical)}, {len("100"), halves(Axis::Vertical)}});
        QCOMPARE(pileCutsIn(alike), 2); // the halves are piled
        const CutNode crossed = CutNode::cut(
            Axis::Vertical, {{len("100"), halves(Axis::Vertical)}, {len("100"), halves(Axis::Horizontal)}});
        QCOMPARE(pileCutsIn(crossed), 3);
    }
};

HINGE_TEST(TestBinding)
#include "test_binding.moc"
