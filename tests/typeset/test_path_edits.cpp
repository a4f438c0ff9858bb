// SPDX-License-Identifier: GPL-3.0-or-later
// Outlines that are joined, cut, turned, mirrored and drawn; against areas that are worked out by other means.
#include "core/file/job_file.h"
#include "testing.h"
#include "typeset/drawn_outline.h"
#include "typeset/free_stretch.h"
#include "typeset/painter_path.h"
#include "typeset/path_edits.h"
#include "typeset/story_layout.h"
#include "typeset/text_place.h"

#include <numbers>

using namespace hinge;
using testing::len;

class TestPathEdits : public QObject
{
    Q_OBJECT

    static Item shape(const char* id, double x, double y, double w, double h, Outline outline = Outline::Rectangle)
    {
        Item item;
        item.id = item.name = QString::fromLatin1(id);
        item.ink = QStringLiteral("Black");
        item.outline = outline;
        const double at[] = {x, y, x + w, y + h};
        for (const ItemSide side : allSides)
            item.side(side) = {
                .line = PaperLine::Edge, .at = LineEnd::Start, .offset = Length::nearestMm(at[int(side)])};
        return item;
    }
    static Job with(std::vector<Item> items)
    {
        Job job = testing::a4Roll();
        job.edit(Face::Outside).items = std::move(items);
        return job;
    }
    static QPainterPath outlineOf(const Job& job, const char* id)
    {
        const QString name = QString::fromLatin1(id);
        return painterPath(testing::planned(job).findItem(name)->frame, *job.findItem(name));
    }
    /// By counting points of a fine grid: what is inside by odd crossings. Square millimetres.
    static double area(const QPainterPath& path, double step = 0.1)
    {
        const QRectF box = path.boundingRect();
        int inside = 0;
        for (double y = box.top() + step / 2; y < box.bottom(); y += step)
            for (double x = box.left() + step / 2; x < box.right(); x += step)
                inside += path.contains(QPointF(x, y)) ? 1 : 0;
        return inside * step * step;
    }
    static void combine(Job& job, PathJoin how)
    {
        const auto done = combineShapes(job, testing::planned(job), {QStringLiteral("a"), QStringLiteral("b")}, how);
        if (!done)
            qFatal("%s", qPrintable(done.error().message));
    }

private Q_SLOTS:
    void areasAddUp()
    {
        // Two squares of 20 mm that share one of 10 mm: 400 + 400 - 100, 400 - 100, 100.
        const Job job = with({shape("a", 10, 10, 20, 20), shape("b", 20, 20, 20, 20)});
        for (const auto& [how, wanted] :
             {std::pair(PathJoin::United, 700.0), {PathJoin::CutOut, 300.0}, {PathJoin::Common, 100.0}}) {
            Job changed = job;
            combine(changed, how);
            QCOMPARE(changed.on(Face::Outside).items.size(), std::size_t(1));
            QCOMPARE(changed.on(Face::Outside).items[0].id, QStringLiteral("a"));
            QVERIFY2(std::abs(area(outlineOf(changed, "a")) - wanted) < 2, qPrintable(QString::number(wanted)));
            const auto again = readJob(writeJob(changed), QStringLiteral("again"));
            QVERIFY2(again, again ? "" : qPrintable(again.error().text()));
            QCOMPARE(*again, changed);
        }
        // A disc cut out of a square leaves a hole: its area by π r².
        Job hole = with({shape("a", 10, 10, 40, 40), shape("b", 20, 20, 20, 20, Outline::Ellipse)});
        combine(hole, PathJoin::CutOut);
        QVERIFY(std::abs(area(outlineOf(hole, "a")) - (1600 - std::numbers::pi * 100)) < 4);
        QVERIFY(!outlineOf(hole, "a").contains(QPointF(30, 30)));
    }

    void unionAndIntersectionMakeUpBoth()
    {
        CHECK_PROPERTY("|A or B| + |A and B| = |A| + |B|, and A without B is the rest of A", [] {
            const auto side = [](int least, int most) { return double(*rc::gen::inRange(least, most)); };
            const auto any = [&](const char* id) {
                Item item = shape(id, side(5, 40), side(5, 40), side(10, 50), side(10, 50),
                                  *rc::gen::element(Outline::Rectangle, Outline::Ellipse, Outline::Polygon));
                item.corners = *rc::gen::inRange(3, 9);
                return item;
            };
            const Job job = with({any("a"), any("b")});
            const double a = area(outlineOf(job, "a"), 0.2);
            const double b = area(outlineOf(job, "b"), 0.2);
            const Plan plan = testing::planned(job);
            const QStringList ids{QStringLiteral("a"), QStringLiteral("b")};
            double united = 0, common = 0, cut = 0;
            for (const auto& [how, out] :
                 {std::pair(PathJoin::United, &united), {PathJoin::Common, &common}, {PathJoin::CutOut, &cut}}) {
                Job changed = job;
                if (combineShapes(changed, plan, ids, how))
                    *out = area(outlineOf(changed, "a"), 0.2);
                else
                    RC_ASSERT(changed == job); // refused: nothing would be left
            }
            const double grain = 0.2 * 200; // of the grid that counts
            RC_ASSERT(std::abs(united + common - a - b) < grain);
            RC_ASSERT(std::abs(cut + common - a) < grain);
        });
    }

    void turnedAndMirroredTheyComeBack()
    {
        Job job = with({shape("a", 30, 40, 40, 20)});
        const double before = area(outlineOf(job, "a"));
        const auto turn = [&](double degrees) {
            const auto done = turnShapes(job, testing::planned(job), {QStringLiteral("a")}, degrees);
            QVERIFY(done);
        };
        turn(90);
        const Rect upright = testing::planned(job).findItem(QStringLiteral("a"))->frame;
        COMPARE_MM(upright.x, 40);
        COMPARE_MM(upright.y, 30);
        COMPARE_MM(upright.w, 20);
        COMPARE_MM(upright.h, 40);
        turn(-90);
        turn(37);
        QVERIFY(std::abs(area(outlineOf(job, "a")) - before) < 3);
        // As wide as a turned rectangle is: w cos + h sin.
        const double rad = 37 * std::numbers::pi / 180;
        const Rect turned = testing::planned(job).findItem(QStringLiteral("a"))->frame;
        QVERIFY(std::abs(turned.w.toMm() - (40 * std::cos(rad) + 20 * std::sin(rad))) < 0.01);
        turn(-37);
        QVERIFY(std::abs(outlineOf(job, "a").boundingRect().width() - 40) < 0.02);

        Job corner = with({shape("a", 30, 40, 40, 20)});
        Item& item = corner.edit(Face::Outside).items[0];
        item.outline = Outline::Free;
        item.points = readyOutline(ReadyOutline::Corner);
        QVERIFY(outlineOf(corner, "a").contains(QPointF(32, 42)));
        QVERIFY(mirrorShapes(corner, testing::planned(corner), {QStringLiteral("a")}, MirrorWay::Across));
        QVERIFY(!outlineOf(corner, "a").contains(QPointF(32, 42)) && outlineOf(corner, "a").contains(QPointF(68, 42)));
        QVERIFY(mirrorShapes(corner, testing::planned(corner), {QStringLiteral("a")}, MirrorWay::Down));
        QVERIFY(outlineOf(corner, "a").contains(QPointF(68, 58)));
        COMPARE_MM(testing::planned(corner).findItem(QStringLiteral("a"))->frame.x, 30);
    }

    void holdsStayWithTheirLines()
    {
        Job job = with({shape("a", 30, 40, 40, 20), shape("b", 60, 40, 40, 20)});
        Item& item = job.edit(Face::Outside).items[0];
        item.side(ItemSide::Left) = holdOn(PaperLine::Bleed, 0, LineEnd::Start);
        combine(job, PathJoin::United);
        const Item& joined = job.on(Face::Outside).items[0];
        QCOMPARE(joined.side(ItemSide::Left).line, PaperLine::Bleed);
        QVERIFY(joined.side(ItemSide::Left).holds);
        QCOMPARE(joined.side(ItemSide::Left).offset, Length());
        COMPARE_MM(testing::planned(job).findItem(QStringLiteral("a"))->frame.right(), 100);
    }

    void readyOutlinesLieInTheirFrames()
    {
        for (const ReadyOutline which :
             {ReadyOutline::Wave, ReadyOutline::Scallops, ReadyOutline::Corner, ReadyOutline::Band}) {
            Job job = with({shape("a", 10, 10, 60, 20)});
            Item& item = job.edit(Face::Outside).items[0];
            item.outline = Outline::Free;
            item.points = readyOutline(which);
            QVERIFY(validate(job));
            const QPainterPath path = outlineOf(job, "a");
            QVERIFY(QRectF(9.99, 9.99, 60.02, 20.02).contains(path.boundingRect()));
            QVERIFY(std::abs(path.boundingRect().width() - 60) < 0.01);
            QVERIFY(std::abs(path.boundingRect().height() - 20) < 0.01);
        }
        // A corner is half of its frame, a band three eighths.
        Job job = with({shape("a", 10, 10, 60, 20)});
        job.edit(Face::Outside).items[0].outline = Outline::Free;
        job.edit(Face::Outside).items[0].points = readyOutline(ReadyOutline::Corner);
        QVERIFY(std::abs(area(outlineOf(job, "a")) - 600) < 8);
        job.edit(Face::Outside).items[0].points = readyOutline(ReadyOutline::Band);
        QVERIFY(std::abs(area(outlineOf(job, "a")) - 1200 * 3 / 8.0) < 8);
        // Six half ellipses, 5 mm by 4 mm: π/2 a b each, on a rectangle 16 mm high.
        job.edit(Face::Outside).items[0].points = readyOutline(ReadyOutline::Scallops);
        QVERIFY(std::abs(area(outlineOf(job, "a")) - (60 * 16 + 6 * std::numbers::pi / 2 * 5 * 4)) < 8);
    }

    void aTextStandsInAnOutline()
    {
        // In a triangle lines grow shorter; none leaves it.
        Item text = shape("t", 20, 20, 60, 80);
        text.kind = ItemKind::Text;
        text.ink.clear();
        text.paragraphs = {{QString(QStringLiteral("low water at the steps ")).repeated(8), {}, {}}};
        Item triangle = shape("s", 20, 20, 60, 80);
        triangle.outline = Outline::Free;
        triangle.points = readyOutline(ReadyOutline::Corner);
        Job job = with({text, triangle});
        const auto done = putInside(job, testing::planned(job), {QStringLiteral("t"), QStringLiteral("s")});
        QVERIFY2(done, done ? "" : qPrintable(done.error().message));
        QCOMPARE(job.on(Face::Outside).items.size(), std::size_t(1));
        const Plan plan = testing::planned(job);
        const Item& in = job.on(Face::Outside).items[0];
        const TextLayout layout = layOut(storyThrough(job, plan, in), FontLibrary::shipped()).front();
        QVERIFY(layout.lines > 4);
        const QPainterPath inside = outlineOf(job, "t");
        const QTransform toPaper = textToPaper(in, *plan.findItem(in.id));
        double before = 1e9;
        for (const LineBox& line : layout.lineBoxes) {
            QVERIFY(line.width < before);
            before = line.width;
            const QRectF strip = toPaper.mapRect(QRectF(line.left, line.head, line.width, line.foot - line.head));
            QVERIFY(inside.contains(strip.adjusted(0.02, 0.02, -0.02, -0.02)));
        }
        // Where it is written, it is read again.
        QCOMPARE(*readJob(writeJob(job), QStringLiteral("again")), job);
    }

    void whatLiesWithinAnOutlineIsFree()
    {
        const Stretch line{0, 100};
        const QPolygonF diamond({{50, 0}, {100, 50}, {50, 100}, {0, 50}});
        QVERIFY(std::abs(widestWithin(line, 50, 60, diamond).width - 80) < 0.001);
        QVERIFY(std::abs(widestWithin(line, 40, 60, diamond).width - 80) < 0.001);
        QCOMPARE(widestWithin(line, 110, 120, diamond).width, 0.0);
        // A notch from above parts a line; the wider part is taken.
        const QPolygonF notched({{0, 0}, {60, 0}, {60, 50}, {70, 50}, {70, 0}, {100, 0}, {100, 100}, {0, 100}});
        QCOMPARE(widestWithin(line, 10, 20, notched).width, 60.0);
        QCOMPARE(widestWithin(line, 45, 55, notched).width, 60.0);
        QCOMPARE(widestWithin(line, 55, 65, notched).width, 100.0);
    }

    void anAddedPointChangesNothingOfTheOutline()
    {
        CHECK_PROPERTY("a point added anywhere on an outline leaves what it encloses", [] {
            const Rect frame{len("10 mm"), len("10 mm"), len("60 mm"), len("40 mm")};
            OutlineNodes nodes = nodesOf(
                readyOutline(*rc::gen::element(ReadyOutline::Wave, ReadyOutline::Scallops, ReadyOutline::Band)), frame);
            const QPainterPath before = pathOf(nodes, true);
            const std::size_t count = nodes.size();
            const QPointF on = before.pointAtPercent(*rc::gen::inRange(1, 100) / 100.0);
            const auto added = addNode(nodes, on, 2);
            RC_ASSERT(added && nodes.size() == count + 1);
            RC_ASSERT(std::hypot(nodes[*added].at.x() - on.x(), nodes[*added].at.y() - on.y()) < 2);
            const QPainterPath after = pathOf(nodes, true);
            RC_ASSERT(std::abs(area(after, 0.4) - area(before, 0.4)) < 3);
        });
    }

    void pointsAreHeldMovedTurnedAndTaken()
    {
        OutlineNodes nodes{{{0, 0}, {0, 0}, {0, 0}, false},
                           {{40, 0}, {40, 0}, {40, 0}, false},
                           {{40, 40}, {40, 40}, {40, 40}, false},
                           {{0, 40}, {0, 40}, {0, 40}, false}};
        QVERIFY(!holdAt(nodes, {20, 20}, 3));
        QCOMPARE(holdAt(nodes, {41, 1}, 3)->node, std::size_t(1));
        QVERIFY(isAtOutline(nodes, {42, 20}, 3) && !isAtOutline(nodes, {45, 20}, 3) && isAtOutline(nodes, {20, 20}, 3));
        turnNode(nodes, 1); // along the line from the first to the third
        QCOMPARE(nodes[1].out - nodes[1].at, QPointF(40, 40) / 6);
        QCOMPARE(nodes[1].at - nodes[1].in, QPointF(40, 40) / 6);
        moveNode(nodes, {1, NodePart::Out}, {50, 0}, false);
        QCOMPARE(nodes[1].in, QPointF(30, 0)); // it stays smooth
        moveNode(nodes, {2, NodePart::Out}, {50, 50}, false);
        QCOMPARE(nodes[2].in, nodes[2].at); // a corner stays one
        moveNode(nodes, {1, NodePart::At}, {45, 5}, false);
        QCOMPARE(nodes[1].out, QPointF(55, 5));
        turnNode(nodes, 1);
        QCOMPARE(nodes[1].in, nodes[1].at);
        QVERIFY(!addNode(nodes, {20, 20}, 3));
        QVERIFY(takeNode(nodes, 0) && nodes.size() == 3);
        QVERIFY(!takeNode(nodes, 0));
    }

    void whatCannotBeIsRefused()
    {
        Job job =
            with({shape("a", 10, 10, 20, 20), shape("b", 60, 60, 20, 20), shape("l", 10, 10, 5, 5, Outline::Line)});
        const Job before = job;
        const Plan plan = testing::planned(job);
        const auto refused = [&](const QStringList& ids, PathJoin how) {
            const auto done = combineShapes(job, plan, ids, how);
            return done ? QString() : done.error().message;
        };
        QVERIFY(refused({QStringLiteral("a"), QStringLiteral("b")}, PathJoin::Common).contains(QStringLiteral("left")));
        QVERIFY(
            refused({QStringLiteral("a"), QStringLiteral("l")}, PathJoin::United).contains(QStringLiteral("inside")));
        QVERIFY(refused({QStringLiteral("a")}, PathJoin::United).contains(QStringLiteral("two")));
        QVERIFY(refused({}, PathJoin::United).contains(QStringLiteral("in hand")));
        QVERIFY(!putInside(job, plan, {QStringLiteral("a"), QStringLiteral("b")}));
        QVERIFY(!turnShapes(job, plan, {QStringLiteral("l")}, 10));
        QCOMPARE(job, before);
        job.edit(Face::Outside).items[0].locked = true;
        QVERIFY(
            refused({QStringLiteral("a"), QStringLiteral("b")}, PathJoin::United).contains(QStringLiteral("locked")));
        Item& free = job.edit(Face::Outside).items[1];
        free.outline = Outline::Free;
        QVERIFY(validate(job).error().message.contains(QStringLiteral("points")));
        free.points = readyOutline(ReadyOutline::Wave);
        QVERIFY(validate(job));
        free.points[0].inX = 20 * outlineWhole;
        QVERIFY(validate(job).error().message.contains(QStringLiteral("far off")));
    }
};

HINGE_TEST(TestPathEdits)
#include "test_path_edits.moc"
