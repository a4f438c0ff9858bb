// SPDX-License-Identifier: GPL-3.0-or-later
// Guides by number, and the steps in which a hand moves things. The leaflet is an A4 roll fold: panels of 97, 100 and
// 100 mm on the outside.
#include "content_items.h"
#include "core/edit/dragging.h"
#include "core/edit/guides.h"
#include "core/units/hand_steps.h"

using namespace hinge;
using namespace testing::content;
using testing::len;

class TestGuides : public QObject
{
    Q_OBJECT

    Job job_ = testing::a4Roll();
    const Plan plan_ = testing::planned(testing::a4Roll());

    QString set(const char* text, int panel = 1, bool upright = true)
    {
        const auto done = setGuides(job_, plan_, Face::Outside, panel, upright, QString::fromLatin1(text));
        return done ? guidesText(job_, Face::Outside, panel, upright) : done.error().message;
    }

private Q_SLOTS:
    void init() { job_ = testing::a4Roll(); }

    void theyStandWhereTheirNumbersSay()
    {
        QCOMPARE(set("45.5, 20"), QStringLiteral("20 mm, 45.5 mm"));
        QCOMPARE(set("105", 1, false), QStringLiteral("105 mm"));
        QCOMPARE(set("20, 20, 3/2 in"), QStringLiteral("20 mm, 38.1 mm"));
        QCOMPARE(guidesText(job_, Face::Outside, 2, true), QString());
        QCOMPARE(job_.on(Face::Outside).guides.size(), std::size_t(3));
        QCOMPARE(set(""), QString());
        QCOMPARE(job_.on(Face::Outside).guides.size(), std::size_t(1));
        QVERIFY(set("100.1").contains(QStringLiteral("100 mm")));
        QVERIFY(!set("here").isEmpty());
        QCOMPARE(set(" , ,"), QString());
        QCOMPARE(set("0, 100"), QStringLiteral("0 mm, 100 mm"));
    }

    void whatHoldsOnToOneFollowsIt()
    {
        set("20, 45.5");
        const int second = job_.on(Face::Outside).guides[1].number;
        Item held = item("held", ItemKind::Shape, mm(120, 50, 20, 20), plan_.paper);
        held.side(ItemSide::Left) = holdOnGuide(1, second);
        job_.edit(Face::Outside).items = {held};
        set("20, 60"); // moved
        COMPARE_MM(testing::planned(job_).findItem(QStringLiteral("held"))->frame.x, 97 + 60);
        set("20, 30, 60"); // one between them
        COMPARE_MM(testing::planned(job_).findItem(QStringLiteral("held"))->frame.x, 97 + 60);
        const auto done = setGuides(job_, testing::planned(job_), Face::Outside, 1, true, QStringLiteral("20"));
        QVERIFY(done);
        COMPARE_MM(testing::planned(job_).findItem(QStringLiteral("held"))->frame.x, 97 + 60);
        QVERIFY(!job_.findItem(QStringLiteral("held"))->side(ItemSide::Left).holds);
    }

    void allPanelsGetThem()
    {
        set("20, 98.5");
        set("105", 1, false);
        repeatGuides(job_, plan_, Face::Outside, 1);
        repeatGuides(job_, plan_, Face::Outside, 1);                                 // once is enough
        QCOMPARE(guidesText(job_, Face::Outside, 0, true), QStringLiteral("20 mm")); // it is 97 mm wide
        QCOMPARE(guidesText(job_, Face::Outside, 2, true), QStringLiteral("20 mm, 98.5 mm"));
        QCOMPARE(guidesText(job_, Face::Outside, 2, false), QStringLiteral("105 mm"));
        QCOMPARE(job_.on(Face::Outside).guides.size(), std::size_t(3 + 2 + 3));
    }

    void theyFallOnThoseBehind()
    {
        set("20", 0);
        set("105", 0, false);
        mirrorGuides(job_, plan_, Face::Outside, 0);
        // The flap at the left of the outside is at the right of the inside, 97 mm wide.
        QCOMPARE(guidesText(job_, Face::Inside, 2, true), QStringLiteral("77 mm"));
        QCOMPARE(guidesText(job_, Face::Inside, 2, false), QStringLiteral("105 mm"));
        const Plan plan = testing::planned(job_);
        const Length outside = plan.panelsOf(Face::Outside)[0].area.x + len("20");
        const Length inside = plan.panelsOf(Face::Inside)[2].area.x + len("77");
        QCOMPARE(outside, plan.paper.flat.w - inside); // held against the light
        // Of a piece folded at its head the inside is seen after turning it about that: level ones change their place.
        Job head = newPiece(PieceKind::Leaflet);
        head.flat = {len("210"), len("297")};
        head.fold.scheme = FoldScheme::Half;
        head.fold.panels = 2;
        head.fold.atHead = true;
        head.fold.coverPanel = 1;
        const Plan folded = testing::planned(head);
        QVERIFY(folded.paper.tumbled);
        QVERIFY(setGuides(head, folded, Face::Outside, 0, true, QStringLiteral("20")));
        QVERIFY(setGuides(head, folded, Face::Outside, 0, false, QStringLiteral("30")));
        mirrorGuides(head, folded, Face::Outside, 0);
        // The upper half of the outside, 148.5 mm high, lies behind the lower half of the inside.
        QCOMPARE(guidesText(head, Face::Inside, 1, true), QStringLiteral("20 mm"));
        QCOMPARE(guidesText(head, Face::Inside, 1, false), QStringLiteral("118.5 mm"));
    }

    void stepsAreWholeNumbersOfTheUnit()
    {
        for (const Unit unit : {Unit::Mm, Unit::Cm, Unit::Inch, Unit::Point, Unit::Pica}) {
            const HandSteps steps = handSteps(unit);
            QVERIFY(steps.small < steps.step && steps.step < steps.large);
            for (const Length l : {steps.step, steps.large, steps.guide})
                QCOMPARE(l.count() % steps.small.count(), 0);
        }
        // Sixteenths are what rulers of inches have: common practice.
        QCOMPARE(handSteps(Unit::Inch).step * 16, Length::inches(1));
        QCOMPARE(toStep(len("-0.26"), len("0.1")), len("-0.3"));
        QCOMPARE(toStep(len("0.24"), len("0.1")), len("0.2"));
    }

    void whatIsDraggedStopsAtThem()
    {
        Job inches = job_;
        inches.unit = Unit::Inch;
        inches.edit(Face::Outside).items = {item("a", ItemKind::Shape, mm(120, 50, 20, 20), plan_.paper)};
        inches.edit(Face::Outside).guides = {{.number = 1, .panel = 0, .upright = true, .at = {}, .extra = {}}};
        const Rect from = mm(120, 50, 20, 20);
        dragItem(inches, testing::planned(inches), QStringLiteral("a"), Grip::whole(), from, len("3.3"), len("4.4"),
                 len("0.2"));
        const Rect at = testing::planned(inches).findItem(QStringLiteral("a"))->frame;
        QCOMPARE((at.x - len("97")).count() % handSteps(Unit::Inch).small.count(), 0);
        QCOMPARE(at.y.count() % handSteps(Unit::Inch).small.count(), 0);
        QVERIFY(abs(at.x - len("123.3")) < len("0.3") && abs(at.y - len("54.4")) < len("0.3"));
        QCOMPARE(at.size(), from.size());
        dragGuide(inches, testing::planned(inches), Face::Outside, 1, {len("30.3"), len("50")});
        QCOMPARE(inches.on(Face::Outside).guides[0].at.count() % handSteps(Unit::Inch).guide.count(), 0);
    }
};

HINGE_TEST(TestGuides)
#include "test_guides.moc"
