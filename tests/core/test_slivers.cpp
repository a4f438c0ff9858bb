// SPDX-License-Identifier: GPL-3.0-or-later
// Strips of bare paper too narrow to be meant: between straight, round and slanting outlines, with their strokes.
#include "content_items.h"
#include "core/edit/remedies.h"

using namespace hinge;
using testing::len;
using testing::content::mm;

class TestSlivers : public QObject
{
    Q_OBJECT

    static Item shape(const char* id, const Rect& frame, Outline outline = Outline::Rectangle)
    {
        Item item = testing::content::item(id, ItemKind::Shape, frame, testing::planned(testing::a4Roll()).paper);
        item.outline = outline;
        return item;
    }
    static Job with(std::vector<Item> items)
    {
        Job job = testing::a4Roll();
        job.edit(Face::Outside).items = std::move(items);
        return job;
    }
    static std::vector<Finding> sliversOf(const Job& job)
    {
        std::vector<Finding> out;
        for (const Finding& f : testing::planned(job).findings)
            if (f.code == QLatin1String("sliver"))
                out.push_back(f);
        return out;
    }

private Q_SLOTS:
    void roundOutlinesAreMeasuredWhereTheyComeNearest()
    {
        // Two circles of 20 mm whose frames overlap: their middles lie 20.3 mm apart, along a 3-4-5 triangle.
        const Item one = shape("one", mm(20, 20, 20, 20), Outline::Ellipse);
        const auto found = sliversOf(with({one, shape("two", mm(36.24, 32.18, 20, 20), Outline::Ellipse)}));
        QCOMPARE(found.size(), std::size_t(1));
        QCOMPARE(found[0].itemId, QStringLiteral("two")); // told of the upper one
        QVERIFY2(found[0].message.contains(QStringLiteral("0.3 mm beside one")), qPrintable(found[0].message));
        QCOMPARE(found[0].remedy, Remedy::None);
        // Frames that are near each other say nothing: across the corner the circles are 8 mm apart.
        QVERIFY(sliversOf(with({one, shape("two", mm(40.2, 40.2, 20, 20), Outline::Ellipse)})).empty());
        // Touching, overlapping, clearly apart, and one within the other.
        for (const Rect& frame : {mm(40, 20, 20, 20), mm(36, 30, 20, 20), mm(40.6, 20, 20, 20), mm(24, 24, 12, 12)})
            QVERIFY(sliversOf(with({one, shape("two", frame, Outline::Ellipse)})).empty());
    }

    void aRoundOutlineBesideAStraightOne()
    {
        const Item circle = shape("circle", mm(20, 20, 20, 20), Outline::Ellipse);
        QCOMPARE(sliversOf(with({circle, shape("bar", mm(40.4, 10, 10, 40))})).size(), std::size_t(1));
        QCOMPARE(sliversOf(with({shape("bar", mm(40.4, 10, 10, 40)), circle})).size(), std::size_t(1));
        // At the height of its head the circle is far from the bar.
        QVERIFY(sliversOf(with({circle, shape("bar", mm(40.4, 10, 10, 12))})).empty());
        Item rounded = shape("rounded", mm(20, 20, 20, 20));
        rounded.cornerRadius = len("5");
        QCOMPARE(sliversOf(with({rounded, shape("bar", mm(40.4, 10, 10, 40))})).size(), std::size_t(1));
        // Around its corner there is more room than the frames tell.
        QVERIFY(sliversOf(with({rounded, shape("dot", mm(40.2, 40.2, 4, 4))})).empty());
    }

    void slantingOutlinesCount()
    {
        // A triangle with its point up; a bar 0.3 mm under its foot, which lies at three quarters of its height.
        Item triangle = shape("triangle", mm(20, 20, 20, 20), Outline::Polygon);
        triangle.corners = 3;
        QCOMPARE(sliversOf(with({triangle, shape("bar", mm(20, 35.3, 20, 5))})).size(), std::size_t(1));
        QVERIFY(sliversOf(with({triangle, shape("bar", mm(20, 40.3, 20, 5))})).empty());
    }

    void strokesArePrintedToo()
    {
        // Half of a stroke of 1 mm lies outside its outline: 0.8 mm between the outlines leave 0.3 mm of paper.
        Item framed = shape("framed", mm(20, 20, 20, 20));
        framed.stroke = {len("1"), QStringLiteral("Black"), 100};
        const Job job = with({framed, shape("bar", mm(40.8, 20, 10, 20))});
        const auto found = sliversOf(job);
        QCOMPARE(found.size(), std::size_t(2)); // either side tells
        QVERIFY2(found[0].message.contains(QStringLiteral("0.3 mm")), qPrintable(found[0].message));
        const Plan after = testing::planned(settled(job, found[0]));
        QVERIFY(sliversOf(settled(job, found[0])).empty());
        COMPARE_MM(after.findItem(QStringLiteral("framed"))->frame.right(), 40.3);
        // A stroke alone, without a tint, is print; without either nothing is.
        framed.ink.clear();
        QCOMPARE(sliversOf(with({framed, shape("bar", mm(40.8, 20, 10, 20))})).size(), std::size_t(2));
        framed.stroke.width = {};
        QVERIFY(sliversOf(with({framed, shape("bar", mm(40.3, 20, 10, 20))})).empty());
    }

    void aLineBesideATint()
    {
        Item line = shape("line", mm(20, 40.6, 40, 0), Outline::Line);
        line.stroke = {len("0.4"), QStringLiteral("Black"), 100};
        QCOMPARE(sliversOf(with({shape("tint", mm(20, 20, 40, 20)), line})).size(), std::size_t(1));
        // Two lines beside each other are a double line, which is meant.
        Item twin = line;
        twin.id = QStringLiteral("twin");
        twin.sides = freeSides(testing::planned(testing::a4Roll()).paper, Face::Outside, mm(20, 41.3, 40, 0));
        QVERIFY(sliversOf(with({line, twin})).empty());
    }

    void aRoundOutlineBesideAFold()
    {
        // The fold lies at 97 mm.
        Job job = with({shape("circle", mm(76.7, 20, 20, 20), Outline::Ellipse)});
        const auto found = sliversOf(job);
        QCOMPARE(found.size(), std::size_t(1));
        QCOMPARE(found[0].remedy, Remedy::CloseGap);
        job = settled(job, found[0]);
        QVERIFY(sliversOf(job).empty());
        COMPARE_MM(testing::planned(job).findItem(QStringLiteral("circle"))->frame.right(), 97);
    }

    void circlesAgreeWithGeometry()
    {
        // Two circles leave the distance of their middles less both radii, whichever way they lie.
        CHECK_PROPERTY("the gap between circles is that of geometry", [] {
            const double turn = *rc::gen::inRange(0, 360) * 3.14159265358979 / 180;
            const double gap = *rc::gen::inRange(2, 100) / 100.0;
            const double x = 45 + std::cos(turn) * (20 + gap), y = 100 + std::sin(turn) * (20 + gap);
            const Rect other{Length::nearestMm(x - 10), Length::nearestMm(y - 10), len("20"), len("20")};
            const auto found = sliversOf(
                with({shape("one", mm(35, 90, 20, 20), Outline::Ellipse), shape("two", other, Outline::Ellipse)}));
            const bool beside = std::ranges::any_of(
                found, [](const Finding& f) { return f.message.contains(QStringLiteral("beside one")); });
            RC_ASSERT(beside == (gap < 0.5) || std::abs(gap - 0.5) < 0.02);
        });
    }
};

HINGE_TEST(TestSlivers)
#include "test_slivers.moc"
