// SPDX-License-Identifier: GPL-3.0-or-later
// What stands on the panels: outlines, crops, styles, texts that run on, inks, and that all of it is kept.
#include "content_items.h"
#include "core/edit/arrange.h"
#include "core/file/job_file.h"
#include "core/job/outline_path.h"
#include "core/job/paragraphs.h"
#include "core/job/picture_fit.h"
#include "core/job/plates.h"
#include "core/job/stories.h"
#include "core/job/tab_stops.h"
#include "core/plan/file_state.h"

#include <cmath>

using namespace hinge;
using namespace testing::content;
using testing::len;

class TestContent : public QObject
{
    Q_OBJECT

    using Spoil = void (*)(Job&);
    const Plan plan_ = testing::planned(testing::a4Roll());
    const Paper& paper() const { return plan_.paper; }

private Q_SLOTS:
    void everythingIsKeptInTheFile()
    {
        CHECK_PROPERTY("a job with any content is the same after it was written and read", [this] {
            Job job = testing::a4Roll();
            job.unit = *rc::gen::element(Unit::Mm, Unit::Inch, Unit::Point);
            job.textStyles = {{QStringLiteral("Body"), {}}};
            job.textStyles.front().style.size = Length::points(8);
            job.inks.push_back({QStringLiteral("Signal"), {0, 60, 100, 0}, true});
            job.gridStep = Length::points(*rc::gen::inRange(0, 20));
            for (int i = 0; i < 4; ++i)
                job.edit(Face::Outside).items.push_back(*anyItem(paper(), i));
            job.edit(Face::Inside).columns = {{1, 2, len("5"), *rc::gen::inRange(1, 25), len("3")}};
            job.edit(Face::Inside).guides = {{4, 2, *rc::gen::arbitrary<bool>(), len("31.5")}};
            RC_PRE(plan(job).has_value());
            const auto read = readJob(writeJob(job), QStringLiteral("kept"));
            RC_ASSERT(read.has_value());
            RC_ASSERT(*read == job);
        });
    }

    void outlinesFillTheirFrames()
    {
        const Rect frame = mm(10, 20, 40, 30);
        Item shape = item("s", ItemKind::Shape, frame, paper());
        const auto bounds = [&] {
            double l = 1e9, t = 1e9, r = -1e9, b = -1e9;
            for (const PathStep& step : outlinePath(frame, shape))
                if (step.kind != PathStep::Close) {
                    l = std::min(l, step.to.x());
                    r = std::max(r, step.to.x());
                    t = std::min(t, step.to.y());
                    b = std::max(b, step.to.y());
                }
            return QRectF(QPointF(l, t), QPointF(r, b));
        };
        for (const Outline outline : {Outline::Rectangle, Outline::Ellipse, Outline::Line}) {
            shape.outline = outline;
            const QRectF box = bounds();
            QVERIFY(std::abs(box.left() - 10) < 1e-9 && std::abs(box.right() - 50) < 1e-9 &&
                    std::abs(box.top() - 20) < 1e-9 && std::abs(box.bottom() - 50) < 1e-9);
        }
        // Corners are rounded by half the shorter side at most.
        shape.outline = Outline::Rectangle;
        shape.cornerRadius = len("100");
        QCOMPARE(outlinePath(frame, shape).front().to, QPointF(25, 20));
        // A square as a polygon of four corners stands on one of them.
        shape.outline = Outline::Polygon;
        shape.corners = 4;
        const auto square = outlinePath(frame, shape);
        QCOMPARE(square.size(), std::size_t(5));
        QVERIFY(std::hypot(square[0].to.x() - 30, square[0].to.y() - 20) < 1e-9);
        QVERIFY(std::hypot(square[1].to.x() - 50, square[1].to.y() - 35) < 1e-9);
    }

    void ellipsesAreRound()
    {
        // Every point of the curve lies on the ellipse to within three ten-thousandths of its radius (geometry of the
        // usual cubic for a quarter of a circle).
        Item shape = item("s", ItemKind::Shape, mm(0, 0, 20, 20), paper());
        shape.outline = Outline::Ellipse;
        QPointF from;
        for (const PathStep& step : outlinePath(mm(0, 0, 20, 20), shape)) {
            if (step.kind == PathStep::Curve)
                for (double t = 0; t <= 1; t += 0.05) {
                    const double u = 1 - t;
                    const QPointF at = from * u * u * u + step.control1 * 3 * u * u * t +
                                       step.control2 * 3 * u * t * t + step.to * t * t * t;
                    QVERIFY(std::abs(std::hypot(at.x() - 10, at.y() - 10) - 10) < 0.003);
                }
            from = step.to;
        }
    }

    void picturesAreCroppedAboutTheirFocus()
    {
        CHECK_PROPERTY(
            "a filling picture covers its frame, keeps its ratio, and shows its focus as near to the middle as can be",
            [] {
                const Rect frame =
                    mm(*rc::gen::inRange(-50, 50), 10, *rc::gen::inRange(5, 200), *rc::gen::inRange(5, 200));
                const double ratio = *rc::gen::inRange(20, 500) / 100.0;
                const PictureCrop crop{*rc::gen::inRange(0, 1001), *rc::gen::inRange(0, 1001), 1000};
                const Rect area = pictureArea(frame, PictureFit::Fill, crop, ratio);
                RC_ASSERT(area.x <= frame.x && area.y <= frame.y && area.right() >= frame.right() &&
                          area.bottom() >= frame.bottom());
                RC_ASSERT(std::abs(area.w.toMm() / area.h.toMm() - ratio) < 0.001);
                RC_ASSERT(area.w == frame.w || area.h == frame.h);
                const double focus = area.x.toMm() + area.w.toMm() * crop.focusX / 1000;
                const double off = std::abs(focus - (frame.x + frame.w.part(2)).toMm());
                // Either it stands in the middle, or the picture ends at the frame.
                RC_ASSERT(off < 0.001 || area.x == frame.x || area.right() == frame.right());
            });
        const Rect whole = pictureArea(mm(0, 0, 40, 20), PictureFit::Whole, {0, 0, 1000}, 1);
        QCOMPARE(whole, mm(10, 0, 20, 20));
        // At half the filling scale a square picture lies in a square frame with room on all sides.
        QCOMPARE(pictureArea(mm(0, 0, 40, 40), PictureFit::Own, {500, 500, 500}, 1), mm(10, 10, 20, 20));
        // Moved by hand it stays where it was put.
        const Rect frame = mm(0, 0, 40, 20);
        const PictureCrop moved = movedBy(frame, PictureFit::Fill, {}, 1, Length(), len("5"));
        COMPARE_MM(pictureArea(frame, PictureFit::Fill, moved, 1).y, -5);
    }

    void charactersKeepTheirLookWhileWordsChange()
    {
        const QString none = QString(QLatin1String("")); // as against null: let go of it
        Paragraph p{QStringLiteral("High water at noon"), {}};
        Job job = testing::a4Roll();
        changeCharacters(job, p, 5, 5, {.font = QStringLiteral("Vollkorn SemiBold")});
        QCOMPARE(p.spans, (std::vector<CharacterStyle>{{5, 5, QStringLiteral("Vollkorn SemiBold"), {}}}));
        // Words before it move it, words in it stretch it, words after it leave it.
        QCOMPARE(withTexts({p}, {QStringLiteral("The high water at noon")}).front().spans.front().start, 5 + 4 - 1 + 1);
        QCOMPARE(withTexts({p}, {QStringLiteral("High waters at noon")}).front().spans.front().start, 5);
        QCOMPARE(withTexts({p}, {QStringLiteral("High wavater at noon")}).front().spans.front().length, 7);
        QCOMPARE(withTexts({p}, {QStringLiteral("High water at night")}).front().spans, p.spans);
        QVERIFY(withTexts({p}, {QStringLiteral("High at noon")}).front().spans.empty());
        // Over the half of it, and let go again.
        changeCharacters(job, p, 8, 6, {.ink = QStringLiteral("Lamp")});
        QCOMPARE(p.spans.size(), std::size_t(3));
        changeCharacters(job, p, 0, 100, {.font = none, .ink = none});
        QVERIFY(p.spans.empty());
    }

    void characterStylesChangeAllThatFollow()
    {
        Job job = testing::a4Roll();
        job.characterStyles = {{QStringLiteral("Loud"), QStringLiteral("Vollkorn Bold"), QStringLiteral("Lamp")}};
        Paragraph one{QStringLiteral("High water at noon"), {}};
        Paragraph two{QStringLiteral("Low water at dusk"), {}};
        changeCharacters(job, one, 0, 4, {.styleName = QStringLiteral("Loud")});
        changeCharacters(job, two, 0, 3, {.styleName = QStringLiteral("Loud")});
        QCOMPARE(one.spans, (std::vector<CharacterStyle>{{0, 4, {}, {}, QStringLiteral("Loud")}}));
        QCOMPARE(job.lookOf(one.spans.front()).font, QStringLiteral("Vollkorn Bold"));
        // A change of the look of one is a change of the style, and so of the other.
        changeCharacters(job, one, 1, 2, {.font = QStringLiteral("Cabin Bold")});
        QCOMPARE(job.characterStyles.front().font, QStringLiteral("Cabin Bold"));
        QCOMPARE(job.lookOf(two.spans.front()).font, QStringLiteral("Cabin Bold"));
        // Let go of, the letters stay as they looked and no longer follow.
        changeCharacters(job, two, 0, 3, {.styleName = QString(QLatin1String(""))});
        QCOMPARE(two.spans,
                 (std::vector<CharacterStyle>{{0, 3, QStringLiteral("Cabin Bold"), QStringLiteral("Lamp"), {}}}));
        changeCharacters(job, two, 0, 3, {.font = QStringLiteral("Cabin Italic")});
        QCOMPARE(job.characterStyles.front().font, QStringLiteral("Cabin Bold"));
        // Words keep the style while they are edited; the job keeps it when it is saved.
        one = withTexts({one}, {QStringLiteral("So high water at noon")}).front();
        Item words = text("t", mm(20, 20, 60, 40), testing::planned(job).paper);
        words.paragraphs = {one};
        job.edit(Face::Outside).items = {words};
        const auto again = readJob(writeJob(job), QStringLiteral("again"));
        QVERIFY2(again, again ? "" : qPrintable(again.error().text()));
        QCOMPARE(*again, job);
        // What names nothing, or the same twice, is refused.
        Job wrong = job;
        wrong.characterStyles.clear();
        QVERIFY(validate(wrong).error().message.contains(QStringLiteral("Loud")));
        wrong = job;
        wrong.characterStyles.push_back(job.characterStyles.front());
        QVERIFY(validate(wrong).error().message.contains(QStringLiteral("Two character styles")));
        wrong = job;
        wrong.characterStyles.front().ink = QStringLiteral("Nowhere");
        QVERIFY(validate(wrong).error().message.contains(QStringLiteral("Nowhere")));
        // An ink in a character style is in use, and is renamed there, too.
        QVERIFY(usesInk(job, QStringLiteral("Lamp")));
        // Lines under and through are part of it.
        changeCharacters(job, one, 4, 1, {.underline = true, .strike = true});
        QVERIFY(job.characterStyles.front().underline && job.characterStyles.front().strike);
        QVERIFY(job.lookOf(one.spans.front()).underline);
        changeCharacters(job, one, 4, 1, {.underline = false});
        QVERIFY(!job.characterStyles.front().underline && job.characterStyles.front().strike);
        QCOMPARE(withInkRenamed(job, QStringLiteral("Lamp"), QStringLiteral("Light")).characterStyles.front().ink,
                 QStringLiteral("Light"));
    }

    void spansNeverOverlap()
    {
        CHECK_PROPERTY(
            "styling any characters any number of times leaves spans in order that cover what was styled last", [] {
                Job job = testing::a4Roll();
                Paragraph p{QStringLiteral("abcdefghijklmnopqrstuvwxyz"), {}};
                std::vector<QString> want(26);
                for (int i = 0; i < 8; ++i) {
                    const int start = *rc::gen::inRange(0, 26);
                    const int length = *rc::gen::inRange(1, 10);
                    const QString ink =
                        *rc::gen::element(QStringLiteral("Lamp"), QStringLiteral("Black"), QString(QLatin1String("")));
                    changeCharacters(job, p, start, length, {.ink = ink});
                    for (int c = start; c < std::min(26, start + length); ++c)
                        want[std::size_t(c)] = ink;
                }
                std::vector<QString> have(26);
                int end = 0;
                for (const CharacterStyle& span : p.spans) {
                    RC_ASSERT(span.start >= end);
                    end = span.start + span.length;
                    RC_ASSERT(end <= 26);
                    for (int c = span.start; c < end; ++c)
                        have[std::size_t(c)] = span.ink;
                }
                RC_ASSERT(have == want);
            });
    }

    void tabStopsAreReadAndWritten()
    {
        const auto stops = parseTabStops(QStringLiteral("60 centre, 20, 45 mm right"), Unit::Mm);
        QVERIFY(stops);
        QCOMPARE(*stops, (std::vector<TabStop>{
                             {len("20"), Align::Left}, {len("45"), Align::Right}, {len("60"), Align::Centre}}));
        QCOMPARE(*parseTabStops(tabStopsText(*stops, Unit::Mm), Unit::Mm), *stops);
        QVERIFY(parseTabStops(QString(), Unit::Mm)->empty());
        QVERIFY(!parseTabStops(QStringLiteral("somewhere"), Unit::Mm));
        QVERIFY(!parseTabStops(QStringLiteral("1/0"), Unit::Mm));
    }

    void textsRunOnAndNeverInCircles()
    {
        Job job = testing::a4Roll();
        auto& items = job.edit(Face::Outside).items;
        for (const char* id : {"a", "b", "c"})
            items.push_back(text(id, mm(10, 10, 40, 40), paper(), *id == 'a' ? "words" : nullptr));
        items[0].next = QStringLiteral("b");
        items[1].next = QStringLiteral("c");
        QVERIFY(plan(job));
        QCOMPARE(chainOf(job, QStringLiteral("c")),
                 (QStringList{QStringLiteral("a"), QStringLiteral("b"), QStringLiteral("c")}));
        QVERIFY(wouldLoop(job, QStringLiteral("c"), QStringLiteral("a")));
        QVERIFY(!wouldLoop(job, QStringLiteral("c"), QStringLiteral("z")));
        // Refused with a reason, and looked at without end all the same.
        Job looping = job;
        looping.findItem(QStringLiteral("c"))->next = QStringLiteral("b");
        QVERIFY(!plan(looping));
        QCOMPARE(chainOf(looping, QStringLiteral("b")).size(), 3);
        Job nowhere = job;
        nowhere.findItem(QStringLiteral("c"))->next = QStringLiteral("gone");
        QVERIFY(!plan(nowhere));
        Job wordy = job;
        wordy.findItem(QStringLiteral("b"))->paragraphs = {{QStringLiteral("own words"), {}}};
        QVERIFY(!plan(wordy));
        // Without the frame in the middle the text goes on; without the first one its words do.
        removeItem(job, QStringLiteral("b"));
        QCOMPARE(job.findItem(QStringLiteral("a"))->next, QStringLiteral("c"));
        removeItem(job, QStringLiteral("a"));
        QCOMPARE(job.findItem(QStringLiteral("c"))->paragraphs.front().text, QStringLiteral("words"));
        QVERIFY(plan(job));
    }

    void aStyleChangesEveryParagraphThatFollowsIt()
    {
        Job job = testing::a4Roll();
        job.textStyles = {{QStringLiteral("Body"), {}}};
        Item t = text("t", mm(10, 10, 40, 40), paper(), "words");
        t.paragraphs.front().styleName = QStringLiteral("Body");
        job.edit(Face::Outside).items = {t};
        job.textStyles.front().style.size = Length::points(14);
        QCOMPARE(lookedUp(job, t).front().style.size, Length::points(14));
        t.paragraphs.front().styleName = QStringLiteral("Lost");
        job.edit(Face::Outside).items = {t};
        QVERIFY(!plan(job));
        job.textStyles.push_back(job.textStyles.front());
        job.edit(Face::Outside).items.clear();
        QVERIFY(!plan(job)); // one name, two styles
    }

    void whatStandsBesideAParagraphHasItsLimits()
    {
        Job job = testing::a4Roll();
        Item words = text("t", mm(30, 10, 50, 50), paper(), "words");
        const auto refused = [&](const std::function<void(TextStyle&)>& how) {
            Item wrong = words;
            how(wrong.paragraphs.front().style);
            job.edit(Face::Outside).items = {wrong};
            const auto done = validate(job);
            return done ? QString() : done.error().message;
        };
        QCOMPARE(refused([](TextStyle&) {}), QString());
        QVERIFY(refused([](TextStyle& s) { s.dropLines = 10; }).contains(QStringLiteral("first letter")));
        QVERIFY(
            refused([](TextStyle& s) { s.boxInk = QStringLiteral("Nowhere"); }).contains(QStringLiteral("Nowhere")));
        QVERIFY(refused([](TextStyle& s) { s.boxStrength = 0; }).contains(QStringLiteral("tint")));
        QVERIFY(refused([](TextStyle& s) { s.boxPadding = len("101 mm"); }).contains(QStringLiteral("padding")));
        QVERIFY(refused([](TextStyle& s) { s.ruleAbove = len("21 mm"); }).contains(QStringLiteral("line above")));
        QVERIFY(refused([](TextStyle& s) { s.listIndent = -len("1 mm"); }).contains(QStringLiteral("list")));
        QVERIFY(refused([](TextStyle& s) {
                    s.list = ListMark::Sign;
                    s.listSign = QStringLiteral("  ");
                }).contains(QStringLiteral("sign")));
        // The inks of tints and lines are on the sheet, those that are not drawn are not.
        words.paragraphs.front().style.boxInk = QStringLiteral("Lamp");
        words.paragraphs.front().style.boxStrength = 40;
        words.paragraphs.front().style.ruleAboveInk = QStringLiteral("Shallows");
        const auto inks = inksOf(job, words);
        QVERIFY(std::ranges::find(inks, std::pair(QStringLiteral("Lamp"), Percent(40))) != inks.end());
        QVERIFY(std::ranges::find(inks, std::pair(QStringLiteral("Shallows"), Percent(100))) == inks.end());
    }

    void inksAreRenamedEverywhere()
    {
        Job job = testing::a4Roll();
        job.textStyles = {{QStringLiteral("Body"), {}}};
        Item shape = item("s", ItemKind::Shape, mm(10, 10, 10, 10), paper());
        shape.stroke = {len("1"), QStringLiteral("Black"), 100};
        shape.shadow = Shadow{};
        Item words = text("t", mm(30, 10, 10, 10), paper(), "words");
        words.paragraphs.front().spans = {{0, 2, {}, QStringLiteral("Black")}};
        TextStyle& style = words.paragraphs.front().style;
        style.boxInk = style.ruleAboveInk = style.ruleBelowInk = QStringLiteral("Black");
        job.textStyles.front().style.boxInk = QStringLiteral("Black");
        job.edit(Face::Outside).items = {shape, words};
        QVERIFY(usesInk(job, QStringLiteral("Black")));
        const Job renamed = withInkRenamed(job, QStringLiteral("Black"), QStringLiteral("Night"));
        QVERIFY(!usesInk(renamed, QStringLiteral("Black")));
        QVERIFY(plan(renamed));
        QCOMPARE(withInkRenamed(renamed, QStringLiteral("Night"), QStringLiteral("Black")), job);
    }

    void aColourTakenTwiceIsOneInk()
    {
        Job job = testing::a4Roll();
        const auto before = job.inks.size();
        QCOMPARE(inkOf(job, {90, 65, 40, 30}), QStringLiteral("Deep water")); // it is there
        const QString fresh = inkOf(job, {1, 2, 3, 4});
        QCOMPARE(inkOf(job, {1, 2, 3, 4}), fresh);
        QCOMPARE(job.inks.size(), before + 1);
        // A spot ink of that name and look is another ink.
        job.inks.back().spot = true;
        QVERIFY(inkOf(job, {1, 2, 3, 4}) != fresh);
        QVERIFY(plan(job));
    }

    void platesTakeTheirParts()
    {
        const Ink water{QStringLiteral("Deep water"), {90, 65, 40, 30}, false};
        QCOMPARE(amountOnPlate(water, 50, QStringLiteral("Cyan")), 45.0);
        QCOMPARE(amountOnPlate(water, 100, QStringLiteral("Black")), 30.0);
        const Ink spot{QStringLiteral("Signal"), {0, 60, 100, 0}, true};
        QCOMPARE(amountOnPlate(spot, 40, QStringLiteral("Signal")), 40.0);
        QCOMPARE(amountOnPlate(spot, 40, QStringLiteral("Yellow")), 0.0);
        Job job = testing::a4Roll();
        job.inks.push_back(spot);
        QCOMPARE(platesOf(job).size(), 4); // not used, no plate
        Item shape = item("s", ItemKind::Shape, mm(10, 10, 10, 10), paper());
        shape.ink = spot.name;
        job.edit(Face::Outside).items = {shape};
        QCOMPARE(platesOf(job).last(), spot.name);
    }

    void filesAreToldByWhatIsWrongWithThem()
    {
        // 300 and 150 ppi: common practice.
        QVERIFY(finenessOf(0) == FileState::Fine && finenessOf(300) == FileState::Fine &&
                finenessOf(299) == FileState::Coarse);
        QVERIFY(finenessOf(150) == FileState::Coarse && finenessOf(149) == FileState::Poor);
        Job job = testing::a4Roll();
        Item large = item("large", ItemKind::Picture, mm(10, 10, 50.8, 50.8), paper());
        large.ink.clear();
        large.file = {QStringLiteral("a.png"), 1, 0, QStringLiteral("ab")};
        Item small = large;
        small.id = QStringLiteral("small");
        small.sides = freeSides(paper(), Face::Outside, mm(10, 100, 25.4, 25.4));
        job.edit(Face::Outside).items = {small, large};
        const Plan plan = testing::planned(job);
        FileFactsMap facts;
        const auto state = [&] { return fileState(job, plan, QStringLiteral("a.png"), facts); };
        QCOMPARE(state(), FileState::NotRead);
        FileFacts& known = facts[QStringLiteral("a.png")];
        known.sha256 = QStringLiteral("ab");
        known.pixelWidth = known.pixelHeight = 400; // over two inches 200 ppi, over one 400
        QCOMPARE(coarsestPpi(job, plan, QStringLiteral("a.png"), known), 200.0);
        QCOMPARE(state(), FileState::Coarse);
        known.sha256 = QStringLiteral("cd");
        QCOMPARE(state(), FileState::Changed);
        known.error = QStringLiteral("damaged");
        QCOMPARE(state(), FileState::Unusable);
        known.missing = true;
        QCOMPARE(state(), FileState::Missing);
    }

    void badContentIsRefusedWithAReason_data()
    {
        QTest::addColumn<Spoil>("spoil");
        const auto row = [](const char* name, Spoil spoil) { QTest::newRow(name) << spoil; };
        row("opacity", [](Job& j) { j.edit(Face::Outside).items[0].opacity = 0; });
        row("strength", [](Job& j) { j.edit(Face::Outside).items[0].strength = Percent::hundredths(10001); });
        row("corners", [](Job& j) { j.edit(Face::Outside).items[0].corners = 2; });
        row("stroke ink", [](Job& j) {
            j.edit(Face::Outside).items[0].stroke = {len("1"), QStringLiteral("Nowhere"), 100};
        });
        row("stroke width", [](Job& j) { j.edit(Face::Outside).items[0].stroke.width = len("-1"); });
        row("focus", [](Job& j) { j.edit(Face::Outside).items[0].crop.focusX = 1001; });
        row("scale", [](Job& j) { j.edit(Face::Outside).items[0].crop.scaleMilli = 0; });
        row("columns", [](Job& j) { j.edit(Face::Outside).items[1].textColumns = 0; });
        row("leading", [](Job& j) { j.edit(Face::Outside).items[1].paragraphs[0].style.leadingShare = 9; });
        row("tabs", [](Job& j) {
            j.edit(Face::Outside).items[1].paragraphs[0].style.tabs = {{len("20"), Align::Left},
                                                                       {len("10"), Align::Left}};
        });
        row("span", [](Job& j) { j.edit(Face::Outside).items[1].paragraphs[0].spans = {{3, 40, {}, {}}}; });
        row("overlapping spans", [](Job& j) {
            j.edit(Face::Outside).items[1].paragraphs[0].spans = {{0, 3, {}, {}}, {2, 2, {}, {}}};
        });
        row("rows", [](Job& j) { j.edit(Face::Outside).columns = {{0, 1, len("4"), 0, len("4")}}; });
        row("two inks of one name", [](Job& j) { j.inks.push_back(j.inks.front()); });
        row("an ink without a name", [](Job& j) { j.inks.push_back({QStringLiteral(" "), {}, false}); });
        row("a style without a name", [](Job& j) { j.textStyles.push_back({}); });
        row("grid", [](Job& j) { j.gridStep = len("-1"); });
    }
    void badContentIsRefusedWithAReason()
    {
        QFETCH(Spoil, spoil);
        Job job = testing::a4Roll();
        job.edit(Face::Outside).items = {item("s", ItemKind::Shape, mm(10, 10, 10, 10), paper()),
                                         text("t", mm(30, 10, 30, 30), paper(), "words")};
        QVERIFY(plan(job));
        spoil(job);
        const auto refused = plan(job);
        QVERIFY(!refused);
        QVERIFY(refused.error().message.endsWith(u'.'));
    }

    void onlyWhatIsPaintedHasAnInk()
    {
        const Job job = testing::a4Roll();
        Item shape = item("s", ItemKind::Shape, mm(10, 10, 20, 20), testing::planned(job).paper);
        shape.ink = QStringLiteral("Black");
        QCOMPARE(inksOf(job, shape).size(), std::size_t(1));
        shape.ink.clear();
        QVERIFY(inksOf(job, shape).empty());
        Item picture = shape;
        picture.kind = ItemKind::Picture;
        picture.ink = QStringLiteral("Black"); // a value of another kind of item, which counts for nothing
        QVERIFY(inksOf(job, picture).empty());
    }
};

HINGE_TEST(TestContent)
#include "test_content.moc"
