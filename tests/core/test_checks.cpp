// SPDX-License-Identifier: GPL-3.0-or-later
// Every finding: a job that has it, and that its remedy settles it.
#include "core/edit/remedies.h"
#include "core/plan/finding_groups.h"
#include "testing.h"

using namespace hinge;
using testing::len;

class TestChecks : public QObject
{
    Q_OBJECT

    static Item text(const Rect& frame, const Plan& plan)
    {
        Item item;
        item.id = QStringLiteral("words");
        item.name = item.id;
        item.kind = ItemKind::Text;
        item.sides = freeSides(plan.paper, Face::Outside, frame);
        item.paragraphs = {{QStringLiteral("Open daily"), {}}};
        return item;
    }

    static Item tint(const Rect& frame, const Plan& plan)
    {
        Item item;
        item.id = QStringLiteral("sea");
        item.name = item.id;
        item.ink = QStringLiteral("Shallows");
        item.sides = freeSides(plan.paper, Face::Outside, frame);
        return item;
    }

    static Rect mm(double x, double y, double w, double h)
    {
        return {Length::nearestMm(x), Length::nearestMm(y), Length::nearestMm(w), Length::nearestMm(h)};
    }

    static Job with(const Item& item)
    {
        Job job = testing::a4Roll();
        job.edit(Face::Outside).items.push_back(item);
        return job;
    }

    using Make = Job (*)();

private Q_SLOTS:
    void aSoundLeafletHasNone()
    {
        const auto& findings = testing::planned(testing::a4Roll()).findings;
        QVERIFY2(findings.empty(), findings.empty() ? "" : qPrintable(findings.front().message));
    }

    void found_data()
    {
        QTest::addColumn<Make>("make");
        QTest::addColumn<bool>("stops");
        QTest::addColumn<bool>("mends");
        const auto row = [](const char* code, Make make, bool stops, bool mends) {
            QTest::newRow(code) << make << stops << mends;
        };
        row(
            "fold.equalPanels", [] { return testing::a4Roll("0 mm"); }, true, true);
        row(
            "fold.buckles", [] { return testing::a4Roll("0.1 mm"); }, true, true);
        row(
            "fold.protrudes",
            [] {
                Job job = testing::a4Roll();
                job.fold.widths = {len("93"), len("103"), std::nullopt};
                return job;
            },
            false, false);
        row(
            "grain.across",
            [] {
                Job job = testing::a4Roll();
                job.stock.grain = Grain::AlongWidth;
                return job;
            },
            false, true);
        row(
            "stock.score",
            [] {
                Job job = testing::a4Roll();
                job.stock.grammage = 300;
                return job;
            },
            false, true);
        row(
            "bleed.none",
            [] {
                Job job = newPiece(PieceKind::Booklet);
                job.zones.bleed = Length();
                return job;
            },
            false, false);
        row(
            "bleed.small",
            [] {
                Job job = testing::a4Roll();
                job.press.device = Device::OfficePrinter;
                return job;
            },
            false, true);
        row(
            "sheet.tooSmall",
            [] {
                Job job = testing::a4Roll();
                job.press.sheet = {len("297"), len("210")};
                return job;
            },
            true, false);
        row(
            "bleed.short", [] { return with(tint(mm(0, 20, 40, 40), testing::planned(testing::a4Roll()))); }, false,
            true);
        row(
            "item.off", [] { return with(tint(mm(400, 20, 40, 40), testing::planned(testing::a4Roll()))); }, false,
            false);
        row(
            "item.crossed",
            [] {
                Item item = tint(mm(20, 20, 40, 40), testing::planned(testing::a4Roll()));
                std::swap(item.side(ItemSide::Left), item.side(ItemSide::Right));
                return with(item);
            },
            true, false);
        row(
            "text.unsafe", [] { return with(text(mm(2, 20, 40, 40), testing::planned(testing::a4Roll()))); }, false,
            true);
        row(
            "fold.narrow",
            [] {
                Job job = testing::a4Roll();
                job.flat.w = len("110");
                return job;
            },
            false, false);
        row(
            "fold.overlaps",
            [] {
                Job job = testing::a4Roll();
                job.fold = {FoldScheme::Gate, 3};
                job.fold.widths = {len("80"), std::nullopt, len("80")};
                return job;
            },
            true, true);
        row(
            "fold.flapsTouch",
            [] {
                Job job = testing::a4Roll("0");
                job.fold.scheme = FoldScheme::Gate;
                return job;
            },
            false, true);
        row(
            "safe.small",
            [] {
                Job job = testing::a4Roll();
                job.zones.safe = len("1");
                return job;
            },
            false, true);
        row(
            "spine.thin",
            [] {
                Job job = newPiece(PieceKind::Cover);
                job.pages.count = 40;
                return job;
            },
            false, false);
        row(
            "spine.stale",
            [] {
                Job job = newPiece(PieceKind::Book);
                job.cover.spine = len("20");
                return job;
            },
            false, true);
        row(
            "cover.coatedGlue",
            [] {
                Job job = newPiece(PieceKind::Book);
                job.coatings[1] = Coating::Varnish;
                return job;
            },
            false, false);
        row(
            "pages.madeUp",
            [] {
                Job job = newPiece(PieceKind::Booklet);
                job.pages.count = 15;
                return job;
            },
            false, true);
        row(
            "pages.blankBack",
            [] {
                Job job = newPiece(PieceKind::Booklet);
                job.pages.count = 15;
                job.pages.blanks = Blanks::AtEnd;
                return job;
            },
            false, true);
        row(
            "pages.closed",
            [] {
                Job job = newPiece(PieceKind::Book);
                job.zones.bleed = Length();
                return job;
            },
            true, false);
        row(
            "booklet.thick",
            [] {
                Job job = newPiece(PieceKind::Booklet);
                job.pages.count = 160;
                return job;
            },
            false, true);
        row(
            "sheet.textTooSmall",
            [] {
                Job job = newPiece(PieceKind::Book);
                job.pages.signature = 32;
                return job;
            },
            true, false);
        row(
            "sheet.oneUp",
            [] {
                Job job = newPiece(PieceKind::Book);
                job.pages.workStyle = WorkStyle::WorkAndTurn;
                return job;
            },
            true, true);
        row(
            "size.twoNames",
            [] {
                Job job = newPiece(PieceKind::Leaf);
                job.unit = Unit::Inch;
                return job;
            },
            false, false);
        row(
            "area.covered",
            [] {
                Job job = newPiece(PieceKind::Leaf);
                job.leaf.postal = true;
                Item words = text({}, testing::planned(job));
                words.sides = sidesFillingSafeArea(0);
                job.edit(Face::Inside).items = {words};
                return job;
            },
            false, false);
        row(
            "sliver",
            [] {
                // A third of a millimetre beside the fold at 97 mm.
                return with(tint(mm(20, 20, 76.7, 40), testing::planned(testing::a4Roll())));
            },
            false, true);
        row(
            "stroke.hairline",
            [] {
                Item item = tint(mm(20, 20, 40, 40), testing::planned(testing::a4Roll()));
                item.stroke.width = Length::points(1).part(10);
                return with(item);
            },
            false, true);
        row(
            "frame.empty",
            [] {
                Item item = text(mm(20, 20, 40, 40), testing::planned(testing::a4Roll()));
                item.paragraphs.front().text = QStringLiteral("  ");
                return with(item);
            },
            false, true);
        row(
            "contact.none",
            [] {
                Item item = text(mm(20, 20, 40, 40), testing::planned(testing::a4Roll()));
                item.paragraphs.front().text = QStringLiteral("the tide comes in and goes out ").repeated(9);
                return with(item);
            },
            false, false);
        row(
            "item.doubled",
            [] {
                Job job = with(tint(mm(20, 20, 40, 40), testing::planned(testing::a4Roll())));
                job.edit(Face::Outside).items.push_back(job.on(Face::Outside).items.front());
                job.edit(Face::Outside).items.back().id = QStringLiteral("twin");
                return job;
            },
            false, true);
        row(
            "whole.cut",
            [] {
                Item item = tint(mm(80, 20, 40, 40), testing::planned(testing::a4Roll()));
                item.keepWhole = true;
                return with(item);
            },
            false, false);
        row(
            "whole.unsafe",
            [] {
                Item item = tint(mm(1, 20, 40, 40), testing::planned(testing::a4Roll()));
                item.keepWhole = true;
                return with(item);
            },
            false, true);
        row(
            "text.small",
            [] {
                Item item = text(mm(20, 20, 40, 40), testing::planned(testing::a4Roll()));
                item.paragraphs.front().style.ink = QStringLiteral("Bare stock");
                item.paragraphs.front().style.size = Length::points(6);
                return with(item);
            },
            false, false);
        row(
            "text.odd",
            [] {
                Item item = text(mm(20, 20, 40, 40), testing::planned(testing::a4Roll()));
                item.paragraphs.assign(4, item.paragraphs.front());
                item.paragraphs[2].style.font = QStringLiteral("Vollkorn Regular");
                return with(item);
            },
            false, true);
        row(
            "ink.heavy",
            [] {
                Job job = with(tint(mm(20, 20, 40, 40), testing::planned(testing::a4Roll())));
                for (Ink& ink : job.inks)
                    if (ink.name == QStringLiteral("Shallows"))
                        ink.cmyk = {90, 80, 80, 60};
                return job;
            },
            false, false);
        row(
            "spine.tight",
            [] {
                Job job = newPiece(PieceKind::Cover);
                Item words = text(mm(20, 20, 40, 40), testing::planned(testing::a4Roll()));
                words.sides = sidesFillingPanel(1);
                words.side(ItemSide::Top) = words.side(ItemSide::Bottom) = holdOn(PaperLine::Safe, 1, LineEnd::Start);
                words.side(ItemSide::Bottom).at = LineEnd::End;
                job.edit(Face::Outside).items = {words};
                return job;
            },
            false, false);
        row(
            "text.acrossFold", [] { return with(text(mm(80, 20, 40, 40), testing::planned(testing::a4Roll()))); },
            false, false);
    }

    void found()
    {
        QFETCH(Make, make);
        QFETCH(bool, stops);
        QFETCH(bool, mends);
        const char* code = QTest::currentDataTag();
        const Job job = make();
        const auto findings = testing::planned(job).findings;
        const auto it = std::ranges::find(findings, QLatin1String(code), &Finding::code);
        QVERIFY(it != findings.end());
        QCOMPARE(it->severity == Severity::Stop, stops);
        QVERIFY(!it->message.isEmpty() && !it->reason.isEmpty());
        QCOMPARE(it->remedy != Remedy::None, mends);
        QCOMPARE(remedyText(it->remedy).isEmpty(), !mends);
        const Job after = settled(job, *it);
        if (mends)
            QVERIFY(!testing::hasFinding(testing::planned(after).findings, code));
        else
            QVERIFY(after == job);
    }

    void namesWithPercentSignsStayThemselves()
    {
        Item half = text(mm(85, 20, 40, 40), testing::planned(testing::a4Roll()));
        half.name = QStringLiteral("%1 of %2, %3 %4 off");
        half.kind = ItemKind::Shape;
        half.ink = QStringLiteral("Lamp");
        half.side(ItemSide::Top) = holdOn(PaperLine::Edge, 1, LineEnd::Start);
        const auto findings = testing::planned(with(half)).findings;
        const auto it = std::ranges::find(findings, QStringLiteral("bleed.short"), &Finding::code);
        QVERIFY(it != findings.end());
        QCOMPARE(it->message, QStringLiteral("%1 of %2, %3 %4 off ends 3 mm short of the bleed, outside"));
        for (const Finding& f : findings)
            QVERIFY2(f.itemId.isEmpty() || f.message.contains(half.name), qPrintable(f.message));
        // One that says nothing but the name and the face.
        half.stroke = {Length::points(1).part(10), QStringLiteral("Black"), 100};
        const auto thin = testing::planned(with(half)).findings;
        const auto hairline = std::ranges::find(thin, QStringLiteral("stroke.hairline"), &Finding::code);
        QVERIFY(hairline != thin.end());
        QCOMPARE(hairline->message, QStringLiteral("%1 of %2, %3 %4 off has a hairline, outside"));
    }

    void aTypedSpineMayDifferByHalfAMillimetre()
    {
        // Common practice: a cover wanders by about that much on its block.
        Job job = newPiece(PieceKind::Book);
        const Length reckoned = testing::planned(job).paper.widths[1];
        for (const char* off : {"-0.5", "0", "0.5"}) {
            job.cover.spine = reckoned + len(off);
            QVERIFY2(!testing::hasFinding(testing::planned(job).findings, "spine.stale"), off);
        }
        for (const char* off : {"-0.51", "0.51"}) {
            job.cover.spine = reckoned + len(off);
            QVERIFY2(testing::hasFinding(testing::planned(job).findings, "spine.stale"), off);
        }
    }

    void smallTypeCountsItsInks()
    {
        // Common practice: 5 pt in one ink, 7 pt in several, which must fit each other, and in paper colour.
        const auto tooSmall = [](Cmyk cmyk, int points, bool spot = false) {
            Item words = text(mm(110, 20, 40, 40), testing::planned(testing::a4Roll()));
            Job job = with(words);
            job.inks.push_back({QStringLiteral("Tried"), cmyk, spot});
            Item& item = job.edit(Face::Outside).items.front();
            for (Paragraph& p : item.paragraphs) {
                p.style.ink = QStringLiteral("Tried");
                p.style.size = Length::points(points);
            }
            return testing::hasFinding(testing::planned(job).findings, "text.small");
        };
        for (const Cmyk one : {Cmyk{100, 0, 0, 0}, Cmyk{0, 100, 0, 0}, Cmyk{0, 0, 100, 0}, Cmyk{0, 0, 0, 100}}) {
            QVERIFY(tooSmall(one, 4) && !tooSmall(one, 5) && !tooSmall(one, 6));
        }
        for (const Cmyk two :
             {Cmyk{100, 1, 0, 0}, Cmyk{0, 1, 0, 50}, Cmyk{0, 0, 100, 100}, Cmyk{50, 0, 50, 0}, Cmyk{0, 0, 0, 0}})
            QVERIFY(tooSmall(two, 6) && !tooSmall(two, 7));
        QVERIFY(!tooSmall({100, 50, 0, 0}, 6, true)); // mixed before printing: one plate
    }

    void gateFlapsMeetWithTheirRoom()
    {
        // A4 gate on 135 g/m2: each flap 1.5 mm short of the middle: 297 = m + 2 (m / 2 - 1.5), so 73.5, 150, 73.5, and
        // 3 mm between them (common practice; arithmetic).
        Job job = newLeaflet();
        job.fold.scheme = FoldScheme::Gate;
        job.fold.panels = 3;
        job.fold.coverPanel = usualFront(job.fold, false);
        const Plan plan = testing::planned(job);
        QCOMPARE(testing::widthsMm(plan), (QList<double>{73.5, 150, 73.5}));
        QVERIFY(plan.paper.closing.flapGap);
        COMPARE_MM(*plan.paper.closing.flapGap, 3);
        QVERIFY(!testing::hasFinding(plan.findings, "fold.flapsTouch"));
    }

    void atTheSafeLineTextIsSafe()
    {
        const Plan plan = testing::planned(testing::a4Roll());
        Item item = text(mm(0, 0, 1, 1), plan);
        item.sides = sidesFillingSafeArea(1);
        QVERIFY(testing::planned(with(item)).findings.empty());
        item.side(ItemSide::Left).offset = len("-0.01");
        QVERIFY(testing::hasFinding(testing::planned(with(item)).findings, "text.unsafe"));
    }

    void anItemBesideAnotherNeverLeavesASliver()
    {
        Job job = with(tint(mm(20, 20, 40, 40), testing::planned(testing::a4Roll())));
        Item second = tint(mm(60.2, 20, 20, 40), testing::planned(testing::a4Roll()));
        second.id = QStringLiteral("second");
        job.edit(Face::Outside).items.push_back(second);
        const auto findings = testing::planned(job).findings;
        const auto it = std::ranges::find(findings, QLatin1String("sliver"), &Finding::code);
        QVERIFY(it != findings.end());
        const Plan after = testing::planned(settled(job, *it));
        QVERIFY(!testing::hasFinding(after.findings, "sliver"));
        QCOMPARE(after.itemsOn(Face::Outside)[0].frame.right(), after.itemsOn(Face::Outside)[1].frame.x);
        // Touching, overlapping and clearly apart is all right.
        for (const char* x : {"60", "58", "60.6"}) {
            job.edit(Face::Outside).items[1].sides = freeSides(testing::planned(testing::a4Roll()).paper, Face::Outside,
                                                               {len(x), len("20"), len("20"), len("40")});
            QVERIFY2(!testing::hasFinding(testing::planned(job).findings, "sliver"), x);
        }
    }

    void looksThatDifferOnPurposeAreNotOdd()
    {
        Item item = text(mm(20, 20, 40, 60), testing::planned(testing::a4Roll()));
        item.paragraphs.assign(4, item.paragraphs.front());
        // A heading twice the size is meant; so is one that follows a style.
        item.paragraphs[0].style.size = Length::points(18);
        item.paragraphs[0].style.font = QStringLiteral("Vollkorn Bold");
        QVERIFY(!testing::hasFinding(testing::planned(with(item)).findings, "text.odd"));
        item.paragraphs[0].style.size = Length::points(10);
        item.paragraphs[0].style.font = QStringLiteral("Cabin Regular");
        QVERIFY(testing::hasFinding(testing::planned(with(item)).findings, "text.odd"));
        Job job = with(item);
        job.textStyles = {{QStringLiteral("Lead"), item.paragraphs[0].style}};
        job.edit(Face::Outside).items[0].paragraphs[0].styleName = QStringLiteral("Lead");
        QVERIFY(!testing::hasFinding(testing::planned(job).findings, "text.odd"));
    }

    void aLineStraightAcrossIsNoEmptyItem()
    {
        Item line = tint(mm(20, 20, 40, 0), testing::planned(testing::a4Roll()));
        line.outline = Outline::Line;
        line.stroke = {len("1"), QStringLiteral("Black"), 100};
        const Plan plan = testing::planned(with(line));
        QVERIFY(plan.itemsOn(Face::Outside)[0].shown && plan.findings.empty());
        // But one without a stroke prints nothing.
        line.stroke.width = Length();
        line.ink.clear();
        QVERIFY(testing::hasFinding(testing::planned(with(line)).findings, "item.empty"));
    }

    void aTintThatEndsWellInsideIsNotShort()
    {
        const Plan plan = testing::planned(testing::a4Roll());
        QVERIFY(testing::planned(with(tint(mm(20, 20, 40, 40), plan))).findings.empty());
    }

    void matterIsMovedIntoThePanelItStandsOn()
    {
        // Its middle stands on the second panel, where live matter begins 3 mm from the fold at 97 mm.
        const Plan plan = testing::planned(testing::a4Roll());
        const Job job = with(text(mm(98, 40, 32, 30), plan));
        const auto findings = testing::planned(job).findings;
        const auto it = std::ranges::find(findings, QLatin1String("text.unsafe"), &Finding::code);
        QVERIFY(it != findings.end());
        const Plan after = testing::planned(settled(job, *it));
        COMPARE_MM(after.itemsOn(Face::Outside)[0].frame.x, 100);
        COMPARE_MM(after.itemsOn(Face::Outside)[0].frame.right(), 130);
    }

    void theNearestNeighbourIsTheOneTheGapIsClosedTo()
    {
        const Plan plan = testing::planned(testing::a4Roll());
        for (const bool atLeft : {true, false}) {
            Job job = with(tint(mm(40, 20, 20, 40), plan));
            Item close = tint(atLeft ? mm(19.8, 20, 20, 19) : mm(60.2, 20, 20, 19), plan);
            close.id = QStringLiteral("close");
            Item further = tint(atLeft ? mm(19.6, 41, 20, 19) : mm(60.4, 41, 20, 19), plan);
            further.id = QStringLiteral("further");
            job.edit(Face::Outside).items.push_back(close);
            job.edit(Face::Outside).items.push_back(further);
            const auto findings = testing::planned(job).findings;
            const auto it = std::ranges::find_if(findings, [&](const Finding& f) {
                return f.code == QLatin1String("sliver") && f.itemId == job.on(Face::Outside).items[0].id;
            });
            QVERIFY(it != findings.end());
            COMPARE_MM(it->target, atLeft ? 39.8 : 60.2);
        }
        // Half a millimetre is still a flaw.
        Job job = with(tint(mm(20, 20, 40, 40), plan));
        Item beside = tint(mm(60.5, 20, 20, 40), plan);
        beside.id = QStringLiteral("beside");
        job.edit(Face::Outside).items.push_back(beside);
        const auto both = testing::planned(job).findings;
        QCOMPARE(std::ranges::count(both, QStringLiteral("sliver"), &Finding::code), 2); // either side tells
    }

    void alikeFindingsAreToldOnce()
    {
        Finding small;
        small.code = QStringLiteral("text.small");
        small.message = QStringLiteral("One is small");
        small.itemId = QStringLiteral("1");
        Finding second = small;
        second.itemId = QStringLiteral("2");
        second.message = QStringLiteral("Two is small");
        Finding other = small;
        other.code = QStringLiteral("text.unsafe");
        Finding piece = small;
        piece.itemId.clear();
        const auto groups = grouped({small, other, second, piece, piece});
        QCOMPARE(groups.size(), std::size_t(4)); // what is said of the piece stands alone
        QCOMPARE(groups[0].message(), QStringLiteral("One is small, and 1 more like it"));
        QCOMPARE(groups[0].findings.size(), std::size_t(2));
        QCOMPARE(groups[1].message(), QStringLiteral("One is small"));
    }
};

HINGE_TEST(TestChecks)
#include "test_checks.moc"
