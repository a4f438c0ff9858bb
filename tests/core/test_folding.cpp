// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/edit/remedies.h"
#include "core/piece/reading.h"
#include "testing.h"

#include <numbers>
#include <set>
#include <tuple>

using namespace hinge;
using testing::len;

class TestFolding : public QObject
{
    Q_OBJECT

    static Job z(int panels = 3)
    {
        Job job = newLeaflet();
        job.fold.scheme = FoldScheme::Zigzag;
        job.fold.panels = panels;
        job.fold.coverPanel = panels - 1;
        return job;
    }

    static Job roll(const char* width, int panels, const char* tuck)
    {
        Job job = testing::a4Roll(tuck);
        job.flat.w = len(width);
        job.fold.panels = panels;
        job.fold.coverPanel = panels - 1;
        return job;
    }

private Q_SLOTS:
    void rollFoldWidths()
    {
        // Arithmetic: (W+a)/3, (W+a)/3, (W-2a)/3; the cover on the right of the outside face.
        QCOMPARE(testing::widthsMm(testing::planned(testing::a4Roll("3 mm"))), (QList<double>{97, 100, 100}));
        QCOMPARE(testing::widthsMm(testing::planned(roll("420 mm", 4, "2 mm"))),
                 (QList<double>{102.5, 104.5, 106.5, 106.5}));
        QCOMPARE(testing::widthsMm(testing::planned(roll("420 mm", 5, "2 mm"))),
                 (QList<double>{80.4, 82.4, 84.4, 86.4, 86.4}));
    }

    void letterRollFoldIsExactInSixteenths()
    {
        // Letter landscape with a sixteenth of an inch: 3 5/8, 3 11/16, 3 11/16 in.
        Job job = roll("11 in", 3, "1/16 in");
        job.flat.h = len("8 1/2 in");
        job.unit = Unit::Inch;
        const Plan plan = testing::planned(job);
        QCOMPARE(plan.paper.widths[0], len("3 5/8 in"));
        QCOMPARE(plan.paper.widths[1], len("3 11/16 in"));
        QCOMPARE(plan.paper.widths[2], len("3 11/16 in"));
        QCOMPARE(plan.findFigure(QStringLiteral("panel.3.width"))->value, QStringLiteral("3 11/16 in"));
    }

    void zFoldsAtThirds()
    {
        // A4 landscape in equal thirds: folds at 99 and 198 mm (arithmetic).
        const Plan plan = testing::planned(z());
        const auto folds = testing::foldPositions(plan, Face::Outside);
        COMPARE_MM(folds[0], 99);
        COMPARE_MM(folds[1], 198);
        QCOMPARE(plan.paper.narrowing.columns, (std::vector<int>{0, 0, 0}));
    }

    void facesAreMirrored()
    {
        const Plan plan = testing::planned(testing::a4Roll());
        const auto& outside = plan.paper.face(Face::Outside);
        const auto& inside = plan.paper.face(Face::Inside);
        COMPARE_MM(outside[0].area.w, 97);
        COMPARE_MM(inside[0].area.w, 100);
        COMPARE_MM(inside[2].area.w, 97);
        COMPARE_MM(inside[2].area.x, 200);
        for (const Panel& p : outside) {
            const Panel& back = plan.paper.behind(p);
            QCOMPARE(back.column, p.column);
            QCOMPARE(back.area.x, Length::mm(297) - p.area.right());
        }
    }

    void rolesOfARollFold()
    {
        // Common practice: seen from outside the cover is right, the back in the middle, the flap left.
        const Plan plan = testing::planned(testing::a4Roll());
        QCOMPARE(
            testing::roles(plan, Face::Outside),
            (QStringList{QStringLiteral("tuck-in flap"), QStringLiteral("back cover"), QStringLiteral("front cover")}));
        QCOMPARE(testing::roles(plan, Face::Inside),
                 (QStringList{QStringLiteral("inside left"), QStringLiteral("inside middle"),
                              QStringLiteral("inside right")}));

        Job left = testing::a4Roll();
        left.fold.coverPanel = 0;
        QCOMPARE(
            testing::roles(testing::planned(left), Face::Outside),
            (QStringList{QStringLiteral("front cover"), QStringLiteral("back cover"), QStringLiteral("tuck-in flap")}));
    }

    void readerMeetsThePanelsInOrder()
    {
        // Opening a roll fold: cover; then its back beside the flap; then the rest of the inside; last the back.
        const Plan plan = testing::planned(testing::a4Roll());
        const auto order = [&](Face f) {
            QList<int> n;
            for (const Panel& p : plan.paper.face(f))
                n << p.readingNumber;
            return n;
        };
        QCOMPARE(order(Face::Outside), (QList<int>{3, 6, 1}));
        QCOMPARE(order(Face::Inside), (QList<int>{2, 4, 5}));
        const auto views = readerViews(plan.paper.closed);
        QCOMPARE(views.size(), std::size_t(5)); // closed, cover open, all open, turned over; the closed back
        QCOMPARE(views[2].panels.size(), std::size_t(3));
    }

    void coversOfAccordions()
    {
        // Computed by folding paper by hand: with an odd number of panels the covers lie on opposite
        // faces, with an even number on the same one.
        for (int panels = 2; panels <= 8; ++panels) {
            const Plan plan = testing::planned(z(panels));
            const Panel* back = nullptr;
            for (const Face f : bothFaces)
                for (const Panel& p : plan.paper.face(f))
                    if (p.role == Role::BackCover)
                        back = &p;
            QVERIFY(back);
            QCOMPARE(back->face == Face::Outside, panels % 2 == 0);
        }
    }

    void creasesAlternateInAZ()
    {
        const Plan plan = testing::planned(z(4));
        bool last = !plan.paper.folds.front().valley[0];
        for (const FoldLine& f : plan.paper.folds) {
            QCOMPARE(f.valley[0], !last);
            QCOMPARE(f.valley[0], !f.valley[1]);
            last = f.valley[0];
        }
        // In a roll fold every crease is a mountain outside.
        for (const FoldLine& f : testing::planned(testing::a4Roll()).paper.folds)
            QVERIFY(!f.valley[0]);
    }

    void closes()
    {
        const Plan good = testing::planned(testing::a4Roll());
        QCOMPARE(formatSize(good.paper.closing.size, Unit::Mm), QStringLiteral("100 × 210 mm"));
        // 3 mm of room, less the thickness of two layers of 0.11475 mm in the fold.
        COMPARE_MM(*good.paper.closing.spare, 3 - 2 * 0.11475);
        QVERIFY(!testing::hasFinding(good.findings, "fold.buckles"));
        QVERIFY(testing::hasFinding(testing::planned(testing::a4Roll("0")).findings, "fold.equalPanels"));
        QVERIFY(!testing::hasFinding(testing::planned(z()).findings, "fold.buckles"));
    }

    void flapTooWideBuckles()
    {
        Job job = testing::a4Roll();
        job.fold.widths = {len("105 mm"), std::nullopt, std::nullopt};
        const Plan plan = testing::planned(job);
        QVERIFY(*plan.paper.closing.spare < Length::mm(-9));
        QVERIFY(testing::hasFinding(plan.findings, "fold.buckles"));
        // The remedy lets go of what was typed.
        for (const Finding& f : plan.findings)
            if (f.code == QStringLiteral("fold.buckles"))
                job = settled(job, f);
        QVERIFY(!testing::hasFinding(testing::planned(job).findings, "fold.buckles"));
    }

    void ownStepsFoldLikeTheSameScheme()
    {
        Job job = testing::a4Roll();
        const auto named = testing::planned(job);
        job.fold.steps = foldGrid(job.fold)->steps;
        job.fold.scheme = FoldScheme::Own;
        const auto own = testing::planned(job);
        QCOMPARE(testing::roles(own, Face::Outside), testing::roles(named, Face::Outside));
        QCOMPARE(testing::widthsMm(own), testing::widthsMm(named));
    }

    void frontPanelMustLieOutside()
    {
        Job job = testing::a4Roll();
        job.fold.steps = foldGrid(job.fold)->steps;
        job.fold.scheme = FoldScheme::Own;
        job.fold.coverPanel = 0;
        const auto refused = plan(job);
        QVERIFY(!refused);
        QVERIFY(refused.error().message.contains(QStringLiteral("does not lie in front")));
    }

    void crossFoldTurnsHeads()
    {
        // A sheet folded once across and once along: of the four quarters of a face two stand on their heads
        // (as in every 8-page signature; common practice).
        FoldedSheet sheet({Length::mm(100), Length::mm(100)}, {Length::mm(150), Length::mm(150)});
        sheet.fold({Axis::Horizontal, 1, LineSide::Before, FoldWay::Under});
        sheet.fold({Axis::Vertical, 1, LineSide::Before, FoldWay::Under});
        QCOMPARE(sheet.extent().size(), (Size{Length::mm(100), Length::mm(150)}));
        int upsideDown = 0;
        for (const Cell& c : sheet.cells())
            upsideDown += c.headUp() ? 0 : 1;
        QCOMPARE(upsideDown, 2);
    }

    void whatClosesInTheModelClosesInPaper()
    {
        // An independent calculation: layers that cannot be pressed are carried round a half circle. Around m layers of
        // caliper c the paper bends with its middle at radius (m + 1) c / 2 and uses up pi times that; half of it is
        // missing from the flat part before the crease, while the hollow of the bend reaches m c / 2 beyond it. An edge
        // inside must stay away from the crease by the difference. (Geometry.)
        CHECK_PROPERTY("a roll fold that the model closes has the room that round folds need", [] {
            Job job = newLeaflet();
            job.fold = {FoldScheme::Roll, *rc::gen::inRange(3, 7)};
            job.fold.coverPanel = job.fold.panels - 1;
            job.flat = {Length::mm(600), Length::mm(200)};
            job.stock.grammage = *rc::gen::inRange(60, 400);
            job.stock.bulkMilli = *rc::gen::inRange(700, 2000);
            job.fold.tuckAllowance = Length::micrometres(*rc::gen::inRange(0, 6000));
            const auto plan = hinge::plan(job);
            RC_ASSERT(plan);
            const double c = job.stock.caliper().toMm();
            const auto& w = plan->paper.widths;
            // In a roll fold the k-th crease from the flap closes around k layers, the nearest of them the panel
            // before.
            bool fits = true;
            for (std::size_t k = 1; k + 1 < w.size(); ++k) {
                const double gap = (w[k] - w[k - 1]).toMm();
                const double m = double(k);
                fits = fits && gap >= std::numbers::pi * (m + 1) * c / 4 - m * c / 2;
            }
            if (*plan->paper.closing.spare >= Length())
                RC_ASSERT(fits);
        });
        // And the allowances of the shipped stocks give that room for six panels.
        for (const Stock& stock : shippedStocks()) {
            Job job = newLeaflet();
            job.stock = stock;
            job.fold = {FoldScheme::Roll, 6};
            job.fold.coverPanel = 5;
            job.flat = {Length::mm(600), Length::mm(200)};
            QVERIFY2(*testing::planned(job).paper.closing.spare > Length(), qPrintable(stock.name));
        }
    }

    void foldsThatTearAreRefused()
    {
        // Panels 3 and 4 lie under 2 and 1, but their line lies beside the one that is folded next: folding there would
        // part them, though nothing was cut.
        Job job = testing::a4Roll("0");
        job.flat.w = len("287");
        job.fold = {FoldScheme::Own, 4};
        job.fold.coverPanel = 1;
        job.fold.widths = {len("40"), len("100"), len("90"), len("57")};
        job.fold.steps = {{Axis::Vertical, 2, LineSide::After, FoldWay::Under},
                          {Axis::Vertical, 1, LineSide::Before, FoldWay::Under}};
        const auto torn = plan(job);
        QVERIFY(!torn);
        QVERIFY2(torn.error().text().startsWith(QStringLiteral("fold.steps: Step 2")), qPrintable(torn.error().text()));
        QVERIFY(torn.error().message.contains(QStringLiteral("line 3")));
        job.fold.widths.clear();
        QVERIFY(plan(job)); // with equal panels both lines lie on each other and are folded together
        job.fold.steps = {{Axis::Vertical, 1, LineSide::Before, FoldWay::Under},
                          {Axis::Vertical, 1, LineSide::Before, FoldWay::Under}};
        QVERIFY(plan(job).error().message.contains(QStringLiteral("folded already")));
    }

    void anySheetShowsEachFaceOnce()
    {
        CHECK_PROPERTY("each face of each rectangle is one panel, and reading order is a permutation", [] {
            Job job = newLeaflet();
            const int columns = *rc::gen::inRange(1, 5);
            const int rows = *rc::gen::inRange(columns == 1 ? 2 : 1, 4);
            job.flat = {Length::mm(*rc::gen::inRange(200, 900)), Length::mm(*rc::gen::inRange(200, 900))};
            job.fold = {FoldScheme::Own, columns * rows, rows};
            // Any steps that paper can take: what would tear it or fold nothing is left out.
            FoldedSheet trial(share(job.flat.w, columns), share(job.flat.h, rows));
            const int tries = *rc::gen::inRange(1, 9);
            for (int i = 0; i < tries; ++i) {
                FoldStep step;
                step.axis =
                    columns == 1 || (rows > 1 && *rc::gen::arbitrary<bool>()) ? Axis::Horizontal : Axis::Vertical;
                step.line = *rc::gen::inRange(1, step.axis == Axis::Vertical ? columns : rows);
                step.moves = *rc::gen::element(LineSide::Before, LineSide::After);
                step.way = *rc::gen::element(FoldWay::Over, FoldWay::Under);
                const FoldEvent event = trial.fold(step);
                if (event.tornLine > 0 || std::ranges::none_of(event.creases, [&](const FoldEvent::Crease& k) {
                        return k.line == step.line;
                    }))
                    trial.unfold();
                else
                    job.fold.steps.push_back(step);
            }
            RC_PRE(!job.fold.steps.empty());
            // The user chooses a front that the fold allows.
            std::optional<Paper> paper;
            for (job.fold.coverPanel = 0; job.fold.coverPanel < columns * rows && !paper; ++job.fold.coverPanel)
                if (auto folded = foldPaper(job))
                    paper = *folded;
            RC_PRE(paper.has_value());
            std::set<std::tuple<Face, int, int>> places;
            std::set<int> numbers;
            for (const auto& panels : paper->panels) {
                for (const Panel& p : panels) {
                    places.insert({p.face, p.column, p.row});
                    numbers.insert(p.readingNumber);
                    RC_ASSERT(&paper->panelOn(p.face, p.column, p.row) == &p);
                    RC_ASSERT(&paper->behind(paper->behind(p)) == &p);
                }
            }
            RC_ASSERT(places.size() == std::size_t(columns * rows * 2));
            RC_ASSERT(numbers.size() == places.size() && *numbers.begin() == 1 &&
                      *numbers.rbegin() == columns * rows * 2);
            RC_ASSERT(paper->closing.thickness > Length());
        });
    }

    void panelsAddUp()
    {
        CHECK_PROPERTY("panels of both faces add up to the flat exactly", [](const Job& job) {
            const auto paper = foldPaper(job);
            RC_ASSERT(paper);
            for (const Face face : bothFaces) {
                const auto columns = std::size_t(paper->columns());
                const auto& panels = paper->face(face);
                Length y;
                for (std::size_t i = 0; i < panels.size(); i += columns) {
                    Length x;
                    for (std::size_t c = 0; c < columns; ++c) {
                        RC_ASSERT(panels[i + c].area.x == x && panels[i + c].area.y == y);
                        x += panels[i + c].area.w;
                    }
                    RC_ASSERT(x == job.flat.w);
                    y += panels[i].area.h;
                }
                RC_ASSERT(y == job.flat.h);
            }
        });
    }

    void unfoldingRestores()
    {
        CHECK_PROPERTY("folding any way and unfolding is the identity", [] {
            const int columns = *rc::gen::inRange(2, 6);
            const int rows = *rc::gen::inRange(1, 4);
            const auto sizes = [](int n) {
                std::vector<Length> out;
                for (int i = 0; i < n; ++i)
                    out.push_back(Length::mm(*rc::gen::inRange(40, 120)));
                return out;
            };
            FoldedSheet sheet(sizes(columns), sizes(rows));
            const auto flat = sheet.cells();
            const int folds = *rc::gen::inRange(1, 6);
            for (int i = 0; i < folds; ++i) {
                FoldStep step;
                step.axis = rows > 1 && *rc::gen::arbitrary<bool>() ? Axis::Horizontal : Axis::Vertical;
                step.line = *rc::gen::inRange(1, step.axis == Axis::Vertical ? columns : rows);
                step.moves = *rc::gen::element(LineSide::Before, LineSide::After);
                step.way = *rc::gen::element(FoldWay::Over, FoldWay::Under);
                sheet.fold(step);
            }
            RC_ASSERT(sheet.cells() != flat);
            for (int i = 0; i < folds; ++i)
                sheet.unfold();
            RC_ASSERT(sheet.cells() == flat);
        });
    }

    void everyPanelHasOneRoleAndNumber()
    {
        CHECK_PROPERTY("roles and reading numbers are unique", [](const Job& job) {
            const auto paper = foldPaper(job);
            RC_ASSERT(paper);
            QSet<QString> names;
            QSet<int> numbers;
            for (const auto& panels : paper->panels) {
                for (const Panel& p : panels) {
                    RC_ASSERT(!p.roleName.isEmpty());
                    names.insert(p.roleName);
                    numbers.insert(p.readingNumber);
                }
            }
            RC_ASSERT(names.size() == job.fold.panels * 2);
            RC_ASSERT(numbers.size() == job.fold.panels * 2);
            RC_ASSERT(numbers.contains(1));
            RC_ASSERT(numbers.contains(job.fold.panels * 2));
        });
    }

    void closedSizeIsTheWidestPanel()
    {
        CHECK_PROPERTY("a piece with its allowance closes to its widest panel", [](Job job) {
            job.fold.tuckAllowance.reset();
            const auto paper = foldPaper(job);
            RC_ASSERT(paper);
            const bool doors = job.fold.scheme == FoldScheme::Gate;
            if (!doors) {
                RC_ASSERT(paper->closing.size.w == *std::ranges::max_element(paper->widths));
                RC_ASSERT(paper->closing.size.h == *std::ranges::max_element(paper->heights));
            }
            RC_ASSERT(!paper->closing.flapGap || *paper->closing.flapGap > Length());
            RC_ASSERT(!paper->closing.spare || *paper->closing.spare > Length());
        });
    }

    void aFoldClosesAroundWhatLiesInIt()
    {
        // Three columns, the last one 3 mm narrower: it is folded over first, the first one over both. What lies in the
        // second fold ends 3 mm from its crease.
        FoldedSheet sheet({Length::mm(100), Length::mm(100), Length::mm(97)}, {Length::mm(210)});
        const FoldEvent first = sheet.fold({Axis::Vertical, 2, LineSide::After, FoldWay::Over});
        QCOMPARE(first.layersInside, 0);
        const FoldEvent second = sheet.fold({Axis::Vertical, 1, LineSide::Before, FoldWay::Over});
        QCOMPARE(second.layersInside, 1);
        QCOMPARE(second.enclosed.size(), std::size_t(1));
        QCOMPARE(second.enclosed[0].column, 2);
        COMPARE_MM(second.enclosed[0].gap, 3);
    }
};

HINGE_TEST(TestFolding)
#include "test_folding.moc"
