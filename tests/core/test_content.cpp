// SPDX-License-Identifier: GPL-3.0-or-later
// What stands on the panels: outlines, crops, styles, texts that run on, arranging, inks, and that all of it is kept.
#include "core/edit/arrange.h"
#include "core/file/job_file.h"
#include "core/job/outline_path.h"
#include "core/job/paragraphs.h"
#include "core/job/picture_fit.h"
#include "core/job/plates.h"
#include "core/job/stories.h"
#include "core/job/tab_stops.h"
#include "core/plan/file_state.h"
#include "testing.h"

#include <cmath>

using namespace hinge;
using testing::len;

namespace
{

Rect mm(double x, double y, double w, double h)
{
    return {Length::nearestMm(x), Length::nearestMm(y), Length::nearestMm(w), Length::nearestMm(h)};
}

Item item(const char* id, ItemKind kind, const Rect& frame, const Paper& paper)
{
    Item made;
    made.id = QString::fromLatin1(id);
    made.name = made.id;
    made.kind = kind;
    made.ink = QStringLiteral("Shallows");
    made.sides = freeSides(paper, Face::Outside, frame);
    return made;
}

Item text(const char* id, const Rect& frame, const Paper& paper, const char* words = nullptr)
{
    Item made = item(id, ItemKind::Text, frame, paper);
    made.ink.clear();
    if (words)
        made.paragraphs = {{QString::fromLatin1(words), {}}};
    return made;
}

/// Fresh ids: "new1", "new2", ...
std::function<QString()> counter()
{
    auto n = std::make_shared<int>(0);
    return [n] { return QStringLiteral("new%1").arg(++*n); };
}

/// An item of any kind with everything an item may have.
rc::Gen<Item> anyItem(const Paper& paper, int number)
{
    return rc::gen::exec([&paper, number] {
        const auto some = [](int most) { return Length::micrometres(100) * *rc::gen::inRange(0, most * 10); };
        Item i = item(qPrintable(QStringLiteral("i%1").arg(number)),
                      *rc::gen::element(ItemKind::Picture, ItemKind::Text, ItemKind::Shape, ItemKind::Code),
                      {some(200), some(200), Length::mm(5) + some(80), Length::mm(5) + some(80)}, paper);
        i.locked = *rc::gen::arbitrary<bool>();
        i.keepWhole = *rc::gen::arbitrary<bool>();
        i.opacity = *rc::gen::inRange(1, 101);
        i.group = *rc::gen::element(QString(), QStringLiteral("g"));
        i.side(ItemSide::Left) =
            holdOn(*rc::gen::element(PaperLine::Bleed, PaperLine::Safe, PaperLine::Column, PaperLine::Guide),
                   *rc::gen::inRange(0, 3), *rc::gen::element(LineEnd::Start, LineEnd::End));
        i.side(ItemSide::Left).offset = some(3);
        if (i.kind == ItemKind::Picture) {
            i.ink.clear();
            i.file = {QStringLiteral("pictures/shore.jpg"), 1, 1234, QStringLiteral("ab")};
            i.fit = *rc::gen::element(PictureFit::Fill, PictureFit::Whole, PictureFit::Own);
            i.crop = {*rc::gen::inRange(0, 1001), *rc::gen::inRange(0, 1001), *rc::gen::inRange(10, 3000)};
            i.outline = *rc::gen::element(Outline::Rectangle, Outline::Ellipse);
        }
        if (i.kind == ItemKind::Shape) {
            i.outline = *rc::gen::element(Outline::Rectangle, Outline::Ellipse, Outline::Line, Outline::Polygon);
            i.corners = *rc::gen::inRange(3, 25);
            i.cornerRadius = some(10);
            i.stroke = {some(3), QStringLiteral("Lamp"), *rc::gen::inRange(1, 101)};
            i.strength = *rc::gen::inRange(1, 101);
            if (*rc::gen::arbitrary<bool>())
                i.shadow = Shadow{some(5), -some(5), some(5), QStringLiteral("Black"), *rc::gen::inRange(1, 101)};
        }
        if (i.kind == ItemKind::Code)
            i.code = {*rc::gen::element(Symbology::Qr, Symbology::Ean13, Symbology::Code128),
                      QStringLiteral("9780306406157")};
        if (i.kind == ItemKind::Text) {
            i.ink.clear();
            Paragraph own{QStringLiteral("Spring tides follow the moon"), {}};
            own.style.leadingShare = *rc::gen::element(0, 120);
            own.style.tabs = {{len("20"), Align::Right}, {len("45"), Align::Centre}};
            own.style.hyphenation = *rc::gen::element(QString(), QStringLiteral("en-GB"));
            own.style.firstIndent = some(4);
            own.style.ruleBelow = some(1);
            own.style.spaceBefore = some(4);
            own.spans = {{2, 4, QStringLiteral("Vollkorn SemiBold"), {}}, {8, 3, {}, QStringLiteral("Lamp")}};
            i.paragraphs = {own, {QStringLiteral("styled"), {}, QStringLiteral("Body")}};
            i.textColumns = *rc::gen::inRange(1, 4);
            i.textGutter = some(6);
            i.verticalAlign = *rc::gen::element(VerticalAlign::Head, VerticalAlign::Middle, VerticalAlign::Foot);
            i.textRun = *rc::gen::element(TextRun::Across, TextRun::Down, TextRun::Up);
            i.onGrid = *rc::gen::arbitrary<bool>();
        }
        return i;
    });
}

} // namespace

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

    void itemsKeepWhatTheyHoldOnTo()
    {
        CHECK_PROPERTY("through any change of size, fold and zones every held side stands off its line as it did",
                       [this] {
                           Job job = testing::a4Roll();
                           for (int i = 0; i < 6; ++i)
                               job.edit(Face::Outside).items.push_back(*anyItem(paper(), i));
                           job.textStyles = {{QStringLiteral("Body"), {}}};
                           RC_PRE(plan(job).has_value());
                           job.flat.w = len("297") + Length::mm(*rc::gen::inRange(0, 100));
                           job.fold.scheme = *rc::gen::element(FoldScheme::Zigzag, FoldScheme::Roll);
                           job.zones.bleed = Length::mm(*rc::gen::inRange(1, 6));
                           job.zones.safe = Length::mm(*rc::gen::inRange(3, 9));
                           const auto after = plan(job);
                           RC_PRE(after.has_value());
                           for (const Item& i : job.on(Face::Outside).items) {
                               const SideAnchor& left = i.side(ItemSide::Left); // always holds
                               // From the panels and zones themselves, not by way of the lines that items ask for.
                               const Panel& panel = after->paper.face(Face::Outside).at(std::size_t(left.panel));
                               Length line;
                               if (left.line == PaperLine::Bleed)
                                   line = left.at == LineEnd::End ? panel.bleedArea.right() : panel.bleedArea.x;
                               else if (left.line == PaperLine::Safe)
                                   line = left.at == LineEnd::End ? panel.safeArea.right() : panel.safeArea.x;
                               else if (left.line == PaperLine::Column) // one column fills the safe zone
                                   line = left.at == LineEnd::End ? panel.safeArea.right() : panel.safeArea.x;
                               else // there are no guides: the edge of the panel stands for them
                                   line = left.at == LineEnd::End ? panel.area.right() : panel.area.x;
                               RC_ASSERT(after->findItem(i.id)->frame.x == line + left.offset);
                           }
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

    void itemsAreBroughtInLine()
    {
        Job job = testing::a4Roll();
        auto& items = job.edit(Face::Outside).items;
        items = {item("a", ItemKind::Shape, mm(10, 20, 20, 10), paper()),
                 item("b", ItemKind::Shape, mm(40, 50, 30, 10), paper()),
                 item("c", ItemKind::Shape, mm(15, 90, 10, 30), paper())};
        const QStringList all{QStringLiteral("a"), QStringLiteral("b"), QStringLiteral("c")};
        const auto frame = [&](const char* id) {
            return testing::planned(job).findItem(QString::fromLatin1(id))->frame;
        };
        alignItems(job, testing::planned(job), all, AlignTo::EachOther, AlignEdge::Right);
        for (const char* id : {"a", "b", "c"})
            COMPARE_MM(frame(id).right(), 70);
        alignItems(job, testing::planned(job), {QStringLiteral("a")}, AlignTo::SafeArea, AlignEdge::Head);
        COMPARE_MM(frame("a").y, 5);
        QVERIFY(job.findItem(QStringLiteral("a"))->side(ItemSide::Top).holds); // on the safe line it takes hold
        COMPARE_MM(frame("a").h, 10);
        alignItems(job, testing::planned(job), {QStringLiteral("b")}, AlignTo::Panel, AlignEdge::Centre);
        COMPARE_MM(frame("b").x + frame("b").w.part(2), 97 / 2.0);
        distributeItems(job, testing::planned(job), all, Axis::Vertical);
        const Length gap = frame("b").y - frame("a").bottom();
        QCOMPARE(frame("c").y - frame("b").bottom(), gap);
        // Into the column and row that they are in: 97 mm less 5 and 3 in two columns with 4 between is 42.5 each.
        job.edit(Face::Outside).columns = {{0, 2, len("4"), 2, len("10")}};
        alignItems(job, testing::planned(job), {QStringLiteral("a")}, AlignTo::Column, AlignEdge::Left);
        COMPARE_MM(frame("a").x, 5 + 42.5 + 4);
        alignItems(job, testing::planned(job), {QStringLiteral("a")}, AlignTo::Column, AlignEdge::Foot);
        COMPARE_MM(frame("a").bottom(), 5 + (200 - 10) / 2.0); // of the upper row
        job.edit(Face::Outside).columns.clear();
        // Two are spread over the whole of the safe zone, from one end to the other.
        const QStringList two{QStringLiteral("a"), QStringLiteral("b")};
        const Rect untouched = frame("b");
        distributeItems(job, testing::planned(job), two, Axis::Horizontal);
        QCOMPARE(frame("b"), untouched); // by themselves two have but one gap
        distributeItems(job, testing::planned(job), two, Axis::Horizontal, AlignTo::SafeArea);
        const auto [first, second] =
            frame("a").x < frame("b").x ? std::pair(frame("a"), frame("b")) : std::pair(frame("b"), frame("a"));
        COMPARE_MM(first.x, 5);
        COMPARE_MM(second.right(), 94);
        // A locked item stays where it is.
        job.findItem(QStringLiteral("c"))->locked = true;
        const Rect before = frame("c");
        alignItems(job, testing::planned(job), all, AlignTo::EachOther, AlignEdge::Head);
        QCOMPARE(frame("c"), before);
    }

    void aTypedSizeMovesTheSideThatIsFree()
    {
        // Panels of 97, 100 and 100 mm. The item holds on to the right safe line of panel 2, which lies at 97 + 100 - 3
        // mm.
        Job job = testing::a4Roll();
        Item held = item("a", ItemKind::Shape, mm(120, 20, 74, 30), paper());
        held.side(ItemSide::Right) = holdOn(PaperLine::Safe, 1, LineEnd::End);
        job.edit(Face::Outside).items = {held};
        const QStringList ids{QStringLiteral("a")};
        const auto resized = [&](const Job& from, std::optional<Length> w, std::optional<Length> h) {
            Job next = from;
            const auto done = sizeItems(next, testing::planned(next), ids, w, h);
            return done ? next : Job{};
        };
        const Job wider = resized(job, len("90"), std::nullopt);
        QCOMPARE(wider.findItem(QStringLiteral("a"))->side(ItemSide::Right), held.side(ItemSide::Right));
        const Rect wide = testing::planned(wider).findItem(QStringLiteral("a"))->frame;
        COMPARE_MM(wide.right(), 194);
        COMPARE_MM(wide.w, 90);
        QVERIFY(!wider.findItem(QStringLiteral("a"))->side(ItemSide::Left).holds);
        // Beyond its panel, too, it stays an item of panel 2.
        const Job widest = resized(job, len("120"), std::nullopt);
        QCOMPARE(widest.findItem(QStringLiteral("a"))->side(ItemSide::Left).panel, 1);
        // Both hold: the right one gives way. Nothing holds: the right one moves, too.
        Job both = job;
        both.findItem(QStringLiteral("a"))->side(ItemSide::Left) = holdOn(PaperLine::Safe, 1, LineEnd::Start);
        const Job narrow = resized(both, len("50"), std::nullopt);
        COMPARE_MM(testing::planned(narrow).findItem(QStringLiteral("a"))->frame.x, 100);
        COMPARE_MM(testing::planned(narrow).findItem(QStringLiteral("a"))->frame.w, 50);
        QVERIFY(narrow.findItem(QStringLiteral("a"))->side(ItemSide::Left).holds);
        QVERIFY(!narrow.findItem(QStringLiteral("a"))->side(ItemSide::Right).holds);
        QCOMPARE(narrow.findItem(QStringLiteral("a"))->side(ItemSide::Right).panel, 1);
        // Upward from a foot that holds; back to a height at which the head meets a line, it takes hold there.
        Job foot = job;
        foot.findItem(QStringLiteral("a"))->side(ItemSide::Bottom) = holdOn(PaperLine::Safe, 1, LineEnd::End);
        const Job high = resized(foot, std::nullopt, len("200"));
        COMPARE_MM(testing::planned(high).findItem(QStringLiteral("a"))->frame.y, 5);
        QVERIFY(high.findItem(QStringLiteral("a"))->side(ItemSide::Top).holds);
        QVERIFY(!sizeItems(job, testing::planned(job), ids, Length(), std::nullopt));
    }

    void copiesStandAtTheSamePlaceOfAnotherPanel()
    {
        Job job = testing::a4Roll();
        Item held = item("held", ItemKind::Shape, mm(10, 20, 20, 10), paper());
        held.sides = sidesFillingPanel(1);
        Item free = item("free", ItemKind::Shape, mm(97 + 10, 20, 20, 10), paper());
        job.edit(Face::Outside).items = {held, free};
        const Plan plan = testing::planned(job);
        for (Item& copy : copiesFor({held, free}, 1, 2, counter()))
            job.edit(Face::Outside).items.push_back(copy);
        const Plan after = testing::planned(job);
        // The held one fills the front cover, bleed and all; the free one keeps its distance from the panel's edge.
        QCOMPARE(after.findItem(QStringLiteral("new1"))->frame, after.paper.face(Face::Outside)[2].bleedArea);
        COMPARE_MM(after.findItem(QStringLiteral("new2"))->frame.x, 197 + 10);
        QCOMPARE(int(repeatedOnPanels(plan, Face::Outside, free, counter()).size()), 2);
        // Texts that run on are copied with their links, and cut off from what is not copied.
        Item a = text("a", mm(10, 10, 40, 40), paper(), "words");
        a.next = QStringLiteral("b");
        const Item b = text("b", mm(10, 60, 40, 40), paper());
        const auto pair = copiesFor({a, b}, 0, 1, counter());
        QCOMPARE(pair[0].next, pair[1].id);
        QVERIFY(copiesFor({a}, 0, 1, counter()).front().next.isEmpty());
    }

    void repeatedInEveryColumn()
    {
        Job job = testing::a4Roll();
        job.edit(Face::Outside).columns = {{0, 3, len("4")}};
        const Plan before = testing::planned(job);
        const auto& columns = before.paper.face(Face::Outside)[0].columnAreas;
        Item one = item("one", ItemKind::Shape, {columns[0].x, len("30"), columns[0].w, len("10")}, before.paper);
        job.edit(Face::Outside).items = {one};
        for (Item& copy : repeatedInColumns(testing::planned(job), Face::Outside, one, counter()))
            job.edit(Face::Outside).items.push_back(copy);
        const Plan after = testing::planned(job);
        QCOMPARE(after.itemsOn(Face::Outside).size(), std::size_t(3));
        for (std::size_t i = 0; i < 3; ++i) {
            QCOMPARE(after.itemsOn(Face::Outside)[i].frame.x, columns[i].x);
            COMPARE_MM(after.itemsOn(Face::Outside)[i].frame.y, 30);
        }
    }

    void rowsAndGuidesAreLinesToHoldOnTo()
    {
        Job job = testing::a4Roll();
        job.edit(Face::Outside).columns = {{0, 1, len("4"), 4, len("2")}};
        job.edit(Face::Outside).guides = {{0, 0, true, len("33")}, {1, 1, false, len("70")}, {2, 0, true, len("60")}};
        const Plan plan = testing::planned(job);
        const Panel& first = plan.paper.face(Face::Outside)[0];
        QCOMPARE(first.rowAreas.size(), std::size_t(4));
        Length filled = len("2") * 3;
        for (const Rect& row : first.rowAreas)
            filled += row.h;
        QCOMPARE(filled, first.safeArea.h); // no remainder is lost
        const auto row = nearestLine(plan.paper, Face::Outside, ItemSide::Top,
                                     {len("20"), first.rowAreas[2].y + len("0.3"), len("20"), len("20")}, len("1"));
        QVERIFY(row && row->line == PaperLine::Column && row->column == 2);
        const auto guide = nearestLine(plan.paper, Face::Outside, ItemSide::Left, mm(33.4, 95, 10, 10), len("1"));
        QVERIFY(guide && guide->line == PaperLine::Guide);
        COMPARE_MM(linePosition(plan.paper, Face::Outside, ItemSide::Left, *guide), 33);
        const auto level = nearestLine(plan.paper, Face::Outside, ItemSide::Bottom, mm(115, 59.8, 10, 10), len("1"));
        QVERIFY(level && level->line == PaperLine::Guide);
        COMPARE_MM(linePosition(plan.paper, Face::Outside, ItemSide::Bottom, *level), 70);
        // One guide goes: what held on to it stays where it was, and what holds on to another one stays on that.
        Item held = item("first", ItemKind::Shape, mm(33, 40, 10, 10), plan.paper);
        held.side(ItemSide::Left) = *guide;
        Item other = item("other", ItemKind::Shape, mm(60, 40, 10, 10), plan.paper);
        other.side(ItemSide::Left) =
            *nearestLine(plan.paper, Face::Outside, ItemSide::Left, mm(60, 40, 10, 10), Length());
        QCOMPARE(other.side(ItemSide::Left).line, PaperLine::Guide);
        job.edit(Face::Outside).items = {held, other};
        removeGuide(job, plan, Face::Outside, 0);
        const Plan without = testing::planned(job);
        COMPARE_MM(without.findItem(QStringLiteral("first"))->frame.x, 33);
        QVERIFY(!job.findItem(QStringLiteral("first"))->side(ItemSide::Left).holds);
        COMPARE_MM(without.findItem(QStringLiteral("other"))->frame.x, 60);
        // Moved to another panel it takes along what holds on to it.
        job.edit(Face::Outside).guides.back().panel = 1;
        COMPARE_MM(testing::planned(job).findItem(QStringLiteral("other"))->frame.x, 97 + 60);
        job.edit(Face::Outside).guides.push_back(job.on(Face::Outside).guides.back());
        QVERIFY(!hinge::plan(job)); // two of one number
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
