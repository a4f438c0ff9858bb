// SPDX-License-Identifier: GPL-3.0-or-later
// How pieces of several sizes fill a sheet, and how often each is printed.
#include "core/gang/gang_split.h"
#include "core/paper/cut_tree.h"
#include "core/paper/mixed_fill.h"
#include "gangs.h"

using namespace hinge;
using testing::mm;

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

SheetHolds holdsIn(MixedFill& fill)
{
    return [&fill](const std::vector<int>& counts) { return fill.holds(counts); };
}

} // namespace

class TestGangSplit : public QObject
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
            const auto runs = fewestSheets(holdsIn(fill), wanted, 1, 1, Percent(1000), {9, 9, 9});
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
                    const auto runs = fewestSheets(holdsIn(fill), wanted, 1, 2, Percent(20), {4, 4, 4});
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

    void noPlaceGivenToAnotherSavesASheet()
    {
        // Twelve places are filled in more ways than are tried two by two; but what is found cannot be bettered by
        // giving over one place.
        MixedFill fill({{mm(50, 50)}, {mm(50, 50)}, {mm(50, 50)}, {mm(50, 50)}}, mm(200, 150));
        const std::vector<std::vector<qint64>> cases{{1070, 801, 390, 857}, {1101, 727, 348, 391},
                                                     {1106, 400, 472, 47},  {1273, 223, 265, 78},
                                                     {1328, 310, 483, 488}, {1351, 19, 587, 870}};
        for (const std::vector<qint64>& wanted : cases) {
            const auto runs = fewestSheets(holdsIn(fill), wanted, 1, 2, Percent(20), {12, 12, 12, 12});
            QVERIFY(runs.size() > 1);
            const auto sheetsOf = [](const std::vector<SharedRun>& of) {
                qint64 sheets = 0;
                for (const SharedRun& run : of)
                    sheets += run.sheets;
                return sheets;
            };
            for (std::size_t run = 0; run < runs.size(); ++run)
                for (std::size_t from = 0; from < 4; ++from)
                    for (std::size_t to = 0; to < 4; ++to) {
                        std::vector<std::vector<int>> counts;
                        for (const SharedRun& of : runs)
                            counts.push_back(of.counts);
                        if (from == to || counts[run][from] == 0)
                            continue;
                        --counts[run][from];
                        ++counts[run][to];
                        const auto other = runsOf(counts, wanted, 1, Percent(20));
                        const auto printed = printedBy(other, 1, 4);
                        bool all = mostOver(printed, wanted) <= 0.2;
                        for (std::size_t i = 0; i < 4; ++i)
                            all = all && printed[i] >= wanted[i];
                        QVERIFY(!all || !fill.holds(counts[run]) || sheetsOf(other) >= sheetsOf(runs));
                    }
        }
    }

    void formsByHandArePrintedAsOftenAsTheyMust()
    {
        // One form: 900 of the one piece in three places, 100 of the other in one (arithmetic).
        const auto one = runsOf({{3, 1}}, {900, 100}, 1, Percent(10));
        QCOMPARE(one.size(), std::size_t(1));
        QCOMPARE(one.front().sheets, qint64(300));
        // Each place is printed twice where both sides come from one form.
        QCOMPARE(runsOf({{3, 1}}, {900, 100}, 2, Percent(10)).front().sheets, qint64(150));
        // What is on no form cannot be waited for.
        QCOMPARE(runsOf({{3, 0}}, {900, 100}, 1, Percent(10)).front().sheets, qint64(300));
        CHECK_PROPERTY("no fewer sheets of two forms would do", [] {
            std::vector<std::vector<int>> counts(2);
            std::vector<qint64> wanted;
            for (int i = 0; i < 3; ++i) {
                counts[0].push_back(*rc::gen::inRange(0, 4));
                counts[1].push_back(*rc::gen::inRange(counts[0].back() == 0 ? 1 : 0, 4));
                wanted.push_back(*rc::gen::inRange(1, 40));
            }
            const auto runs = runsOf(counts, wanted, 1, Percent(1000));
            RC_ASSERT(runs.size() == 2u && runs[0].counts == counts[0] && runs[1].counts == counts[1]);
            const auto printed = printedBy(runs, 1, 3);
            for (std::size_t i = 0; i < 3; ++i)
                RC_ASSERT(printed[i] >= wanted[i]);
            RC_PRE(mostOver(printed, wanted) <= 10);
            qint64 least = 80; // counted up
            for (qint64 a = 0; a <= 40; ++a)
                for (qint64 b = 0; b <= 40; ++b) {
                    bool good = true;
                    for (std::size_t i = 0; i < 3; ++i) {
                        const qint64 n = counts[0][i] * a + counts[1][i] * b;
                        good = good && n >= wanted[i] && n <= 11 * wanted[i];
                    }
                    least = good ? std::min(least, a + b) : least;
                }
            RC_ASSERT(runs[0].sheets + runs[1].sheets == least);
        });
    }
};

HINGE_TEST(TestGangSplit)
#include "test_gang_split.moc"
