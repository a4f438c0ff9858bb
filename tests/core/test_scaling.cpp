// SPDX-License-Identifier: GPL-3.0-or-later
// Items made larger and smaller with what is in them; dates that stand in texts.
#include "content_items.h"
#include "core/edit/scaling.h"
#include "core/edit/table_edits.h"
#include "core/plan/date_checks.h"

using namespace hinge;
using namespace testing::content;
using testing::len;

class TestScaling : public QObject
{
    Q_OBJECT

    Job job_ = testing::a4Roll();

    const Item& find(const char* id) { return *job_.findItem(QString::fromLatin1(id)); }
    Result<void> scale(const QStringList& ids, Percent by, bool contents = true)
    {
        return scaleItems(job_, testing::planned(job_), ids, by, contents);
    }
    Rect frame(const char* id) { return testing::planned(job_).findItem(QString::fromLatin1(id))->frame; }

private Q_SLOTS:
    void init()
    {
        job_ = testing::a4Roll();
        const Plan plan = testing::planned(job_);
        Item words = text("words", mm(110, 20, 40, 30), plan.paper, "low water");
        words.paragraphs[0].style.size = Length::points(10);
        words.paragraphs[0].style.leadingShare = 130;
        words.paragraphs[0].style.tabs = {{len("20"), Align::Left}};
        Item dot = item("dot", ItemKind::Shape, mm(160, 60, 20, 10), plan.paper);
        dot.stroke = {Length::points(2), QStringLiteral("Black"), 100};
        dot.cornerRadius = len("4");
        dot.shadow.emplace();
        job_.edit(Face::Outside).items = {words, dot};
    }

    void togetherFromTheirHeadLeftCorner()
    {
        QVERIFY(scale({QStringLiteral("words"), QStringLiteral("dot")}, 150));
        const Rect words = frame("words");
        const Rect dot = frame("dot");
        const auto is = [](Length l, double mm) { return std::abs(l.toMm() - mm) < 0.001; };
        QVERIFY(is(words.x, 110) && is(words.y, 20) && is(words.w, 60) && is(words.h, 45));
        QVERIFY(is(dot.x, 110 + 75) && is(dot.y, 20 + 60) && is(dot.w, 30) && is(dot.h, 15));
        const TextStyle& style = find("words").paragraphs[0].style;
        QCOMPARE(style.size, Length::points(15));
        QCOMPARE(style.leadingShare, Percent(130)); // a share stays a share
        QVERIFY(is(style.tabs[0].at, 30));
        QCOMPARE(find("dot").stroke.width, Length::points(3));
        QVERIFY(is(find("dot").cornerRadius, 6));
        QVERIFY(is(find("dot").shadow->blur, 3));
        QVERIFY(plan(job_));
    }

    void framesAlone()
    {
        QVERIFY(scale({QStringLiteral("words"), QStringLiteral("dot")}, 50, false));
        QCOMPARE(find("words").paragraphs[0].style.size, Length::points(10));
        QCOMPARE(find("dot").stroke.width, Length::points(2));
        QVERIFY(std::abs(frame("dot").w.toMm() - 10) < 0.001);
    }

    void aTableGoesAlong()
    {
        Item& words = job_.edit(Face::Outside).items[0];
        words.table = usualTable({{QStringLiteral("a"), QStringLiteral("b")}});
        QVERIFY(setColumns(*words.table, 2, QStringLiteral("10, content"), Unit::Mm));
        words.paragraphs[0].styleName = QStringLiteral("Copy");
        TextStyle copy;
        copy.size = Length::points(8);
        job_.textStyles = {{QStringLiteral("Copy"), copy, {}}};
        QVERIFY(scale({QStringLiteral("words")}, 200));
        QVERIFY(std::abs(find("words").table->columns[0].width.toMm() - 20) < 0.001);
        QVERIFY(std::abs(find("words").table->padAcross.toMm() - 3) < 0.001);
        QCOMPARE(find("words").paragraphs[0].styleName, QString());
        QCOMPARE(find("words").paragraphs[0].style.size, Length::points(16));
        QCOMPARE(job_.textStyles[0].style.size, Length::points(8)); // others that follow it stay as they are
    }

    void whatCannotBeIsRefused()
    {
        const Job before = job_;
        QVERIFY(!scale({QStringLiteral("words")}, 0));
        QVERIFY(!scale({QStringLiteral("words")}, 2000));
        job_.edit(Face::Outside).items[1].locked = true;
        QVERIFY(!scale({QStringLiteral("dot")}, 150));
        job_ = before;
        QVERIFY(scale({QStringLiteral("nobody")}, 150));
        QCOMPARE(job_, before);
    }

    void theCornerThatStaysIsWhereItWas()
    {
        const QStringList both{QStringLiteral("words"), QStringLiteral("dot")};
        for (const LineEnd across : {LineEnd::Start, LineEnd::End})
            for (const LineEnd down : {LineEnd::Start, LineEnd::End}) {
                init();
                const Rect before = frame("words").united(frame("dot"));
                QVERIFY(
                    scaleItems(job_, testing::planned(job_), both, Percent::hundredths(3333), true, {across, down}));
                const Rect after = frame("words").united(frame("dot"));
                if (across == LineEnd::Start)
                    QCOMPARE(after.x, before.x);
                else
                    QCOMPARE(after.right(), before.right());
                if (down == LineEnd::Start)
                    QCOMPARE(after.y, before.y);
                else
                    QCOMPARE(after.bottom(), before.bottom());
                QVERIFY(std::abs(after.w.toMm() - before.w.toMm() * 0.3333) < 0.01);
            }
    }

    void aCornerIsScaledToWhereItIsPulled()
    {
        const Rect box = mm(10, 20, 40, 20);
        const auto at = [](double x, double y) { return Point{Length::nearestMm(x), Length::nearestMm(y)}; };
        QCOMPARE(scaleToReach(box, {}, at(30, 30)), Percent(50));
        QCOMPARE(scaleToReach(box, {}, at(30, 60)), Percent(200));                           // further down than across
        QCOMPARE(scaleToReach(box, {LineEnd::End, LineEnd::End}, at(-10, 0)), Percent(200)); // 60 of 40, 40 of 20
        QCOMPARE(scaleToReach(box, {LineEnd::End, LineEnd::Start}, at(0, 20)), Percent(125));
        QCOMPARE(scaleToReach({}, {}, at(0, 0)), Percent(100));
    }

    void backAndForth()
    {
        CHECK_PROPERTY("scaled up and down again everything is where it was, to a thousandth of a millimetre", [this] {
            init();
            const int by = *rc::gen::element(125, 200, 400, 500);
            const Rect before = frame("dot");
            RC_ASSERT(scale({QStringLiteral("words"), QStringLiteral("dot")}, by).has_value());
            RC_ASSERT(scale({QStringLiteral("words"), QStringLiteral("dot")}, Percent::hundredths(1'000'000 / by))
                          .has_value());
            const Rect after = frame("dot");
            RC_ASSERT(std::abs((after.x - before.x).toMm()) < 0.002);
            RC_ASSERT(std::abs((after.w - before.w).toMm()) < 0.002);
            RC_ASSERT(find("words").paragraphs[0].style.size == Length::points(10));
        });
    }

    void datesAreRead()
    {
        const auto read = [](const char* text) {
            QStringList out;
            for (const WrittenDate& d : datesIn(QString::fromUtf8(text)))
                out << d.date.toString(Qt::ISODate);
            return out.join(u' ');
        };
        QCOMPARE(read("on 14 March 2026, and on the 3rd of May 2026"), QStringLiteral("2026-03-14 2026-05-03"));
        QCOMPARE(read("March 14, 2026; Sept. 1st 2026"), QStringLiteral("2026-03-14 2026-09-01"));
        QCOMPARE(read("2026-03-14 and 14.3.2026"), QStringLiteral("2026-03-14 2026-03-14"));
        QCOMPARE(read("3/4/2026"), QStringLiteral("2026-04-03")); // the later one of both
        QCOMPARE(read("31 June 2026, 99.99.2026, March 2026, 14 March, May 5"), QString());
        QCOMPARE(read("Room 14, March of the tides"), QString());
    }

    void datesThatHavePassedAreFound()
    {
        const auto found = [&](const char* words) {
            job_.edit(Face::Outside).items[0].paragraphs[0].text = QString::fromLatin1(words);
            QStringList out;
            for (const Finding& f : checkDates(job_, QDate(2026, 6, 15)))
                out << f.message;
            return out.join(u';');
        };
        QCOMPARE(found("from 14 June 2026"), QStringLiteral("words speaks of 14 June 2026, which has passed, outside"));
        QCOMPARE(found("from 15 June 2026 to 2 July 2026"), QString());
        QVERIFY(!found("on 1 August 2023").isEmpty());
        QCOMPARE(found("built on 14 June 1876"), QString()); // history
    }
};

HINGE_TEST(TestScaling)
#include "test_scaling.moc"
