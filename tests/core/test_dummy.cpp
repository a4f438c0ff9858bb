// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/dummy/dummy.h"
#include "core/dummy/folded_facets.h"
#include "core/dummy/spot_facts.h"
#include "core/piece/reading.h"
#include "demo_job.h"
#include "testing.h"
#include "unit_paper.h"

#include <algorithm>
#include <cmath>
#include <complex>
#include <numbers>
#include <random>
#include <set>

using namespace hinge;

namespace
{

constexpr double quarter = std::numbers::pi / 2;

/// It closes: paper that would buckle goes through itself, and is a finding.
bool closesCleanly(const Paper& paper)
{
    const Closing& c = paper.closing;
    return (!c.spare || *c.spare >= Length()) && (!c.flapGap || *c.flapGap >= Length());
}

std::array<Point3, 4> middleOf(const Paper& paper, const Folding& folding, const Pose& pose, std::size_t cell,
                               double inset)
{
    const double w = paper.widths[cell % std::size_t(paper.columns())].toMm();
    const double h = paper.heights[cell / std::size_t(paper.columns())].toMm();
    const double z = folding.thickness() / 2;
    const double i = std::min({inset, w / 4, h / 4});
    return {pose.out({i, i, z}), pose.out({w - i, i, z}), pose.out({w - i, h - i, z}), pose.out({i, h - i, z})};
}

/// True when a straight line from a to b goes through a flat four-sided panel. Written for this test alone: the line is
/// brought to where it meets the plane, and that point is told by its shares of two sides.
bool pierces(Point3 a, Point3 b, const std::array<Point3, 4>& panel)
{
    const Point3 x = panel[1] - panel[0];
    const Point3 y = panel[3] - panel[0];
    const Point3 n = cross(x, y);
    const double da = dot(a - panel[0], n), db = dot(b - panel[0], n);
    if (da * db >= 0)
        return false;
    const Point3 p = a + (b - a) * (da / (da - db)) - panel[0];
    const double u = dot(p, x) / dot(x, x), v = dot(p, y) / dot(y, y);
    return u > 0 && u < 1 && v > 0 && v < 1;
}

bool passThrough(const std::array<Point3, 4>& a, const std::array<Point3, 4>& b)
{
    for (std::size_t i = 0; i < 4; ++i)
        if (pierces(a[i], a[(i + 1) % 4], b) || pierces(b[i], b[(i + 1) % 4], a))
            return true;
    return false;
}

/// Panels that are seen from above (or from behind), found among the bits the screen draws: nothing lies over a bit
/// where it is looked at. In rows, from the left.
std::vector<std::tuple<Face, int, int>> seenOnScreen(const Facets& facets, const Paper& paper, bool fromBehind)
{
    const double up = fromBehind ? -1 : 1;
    struct Found {
        double y, x;
        std::tuple<Face, int, int> panel;
    };
    std::vector<Found> found;
    for (const Facet& f : facets) {
        if (f.look != FacetLook::Printed || f.normal().z * up < 0.5)
            continue;
        const Panel& panel = paper.face(f.surface.face)[std::size_t(f.panel)];
        if (lengthOf(f.corners[1] - f.corners[0]) < panel.area.w.toMm() / 2 ||
            lengthOf(f.corners[3] - f.corners[0]) < panel.area.h.toMm() / 2)
            continue; // paper that goes round a fold
        bool free = false;
        for (const double u : {0.25, 0.75})
            for (const double v : {0.25, 0.75}) {
                const Point3 p = f.corners[0] + (f.corners[1] - f.corners[0]) * u + (f.corners[3] - f.corners[0]) * v;
                free = free || std::ranges::none_of(facets, [&](const Facet& other) {
                           if (other.corners.size() != 4)
                               return false;
                           const Point3 above{p.x, p.y, p.z + up * 1000};
                           const Point3 below{p.x, p.y, p.z + up * 1e-4};
                           return &other != &f &&
                                  pierces(below, above,
                                          {other.corners[0], other.corners[1], other.corners[2], other.corners[3]});
                       });
            }
        if (free)
            found.push_back({std::round(f.corners[0].y + f.corners[2].y),
                             up * (f.corners[0].x + f.corners[2].x),
                             {f.surface.face, panel.column, panel.row}});
    }
    std::ranges::sort(found,
                      [](const Found& a, const Found& b) { return std::abs(a.y - b.y) > 12 ? a.y < b.y : a.x < b.x; });
    std::vector<std::tuple<Face, int, int>> out;
    for (const Found& f : found)
        out.push_back(f.panel);
    return out;
}

/// No book is thicker than it is half wide: its leaves could not bend over.
bool isOfThisWorld(const Job& job, const Plan& plan) { return !plan.book || plan.book->block * 2 < job.page.w; }

double areaOf(const Facet& f)
{
    Point3 twice;
    for (std::size_t i = 1; i + 1 < f.corners.size(); ++i)
        twice = twice + cross(f.corners[i] - f.corners[0], f.corners[i + 1] - f.corners[0]);
    return lengthOf(twice) / 2;
}

/// What all closed bits of paper hold together, in cubic millimetres (Gauss's theorem).
double volumeOf(const Facets& facets)
{
    double six = 0;
    for (const Facet& f : facets)
        for (std::size_t i = 1; i + 1 < f.corners.size(); ++i)
            six += dot(f.corners[0], cross(f.corners[i], f.corners[i + 1]));
    return six / 6;
}

} // namespace

class TestDummy : public QObject
{
    Q_OBJECT

    static void checkFacets(const Facets& facets)
    {
        for (const Facet& f : facets) {
            RC_ASSERT(f.corners.size() >= 3);
            RC_ASSERT(std::abs(lengthOf(f.pose.x) - 1) < 1e-6);
            RC_ASSERT(std::abs(lengthOf(f.pose.y) - 1) < 1e-6);
            RC_ASSERT(std::abs(dot(f.pose.x, f.pose.y)) < 1e-6);
            if (areaOf(f) < 0.5)
                continue; // half a square millimetre is not seen, whatever its shape
            for (std::size_t i = 0; i < f.corners.size(); ++i) {
                const Point3& a = f.corners[i];
                const Point3& b = f.corners[(i + 1) % f.corners.size()];
                const Point3& c = f.corners[(i + 2) % f.corners.size()];
                RC_ASSERT(std::abs(dot(f.normal(), b - a)) < 1e-3);
                RC_ASSERT(dot(f.normal(), cross(b - a, c - b)) > -1e-3);
            }
        }
    }

private Q_SLOTS:
    void bitsAreFlatAndLookOutward()
    {
        CHECK_PROPERTY("bits of any piece at any moment are flat, convex and look where they say", [] {
            const Job job = *rc::anyPiece();
            const auto planned = plan(job);
            RC_PRE(bool(planned) && isOfThisWorld(job, *planned));
            const Dummy dummy(job, *planned);
            const double done = *rc::gen::inRange(0, 101) / 100.0 * double(dummy.steps().size());
            checkFacets(dummy.facetsAt(done));
        });
    }

    void paperKeepsItsVolume()
    {
        // Folded or flat, a sheet holds its area times its caliper; what goes round at the folds comes on top, half a
        // turn of it at most.
        CHECK_PROPERTY("paper neither grows nor shrinks", [](const Job& job) {
            const auto planned = plan(job);
            RC_PRE(bool(planned));
            const Dummy dummy(job, *planned);
            const Size flat = planned->paper.flat;
            const double sheet = flat.w.toMm() * flat.h.toMm() * job.stock.caliper().toMm();
            RC_ASSERT(std::abs(volumeOf(dummy.facetsAt(0)) - sheet) < sheet * 1e-6);
            const double done = *rc::gen::inRange(0, 101) / 100.0 * double(dummy.steps().size());
            const double now = volumeOf(dummy.facetsAt(done));
            RC_ASSERT(now > sheet * (1 - 1e-6));
            RC_ASSERT(now < sheet * 1.08);
        });
    }

    void panelsNeverGoThroughEachOther()
    {
        CHECK_PROPERTY("at 20 moments of every fold and of every opening", [](const Job& job) {
            const auto paper = foldPaper(job);
            RC_PRE(bool(paper) && closesCleanly(*paper));
            const Folding folding(*paper, job.stock.caliper().toMm());
            const auto check = [&](const std::vector<double>& made, const std::vector<double>& opened) {
                const std::vector<Pose> poses = folding.posesAt(made, opened);
                std::vector<std::array<Point3, 4>> panels;
                for (std::size_t i = 0; i < poses.size(); ++i)
                    panels.push_back(middleOf(*paper, folding, poses[i], i, 1.0));
                for (std::size_t i = 0; i < panels.size(); ++i)
                    for (std::size_t k = i + 1; k < panels.size(); ++k)
                        RC_ASSERT(!passThrough(panels[i], panels[k]));
            };
            std::vector<double> made(folding.turns().size(), 0.0);
            for (double& step : made)
                for (int i = 1; i <= 20; ++i) {
                    step = i / 20.0;
                    check(made, {});
                }
            std::vector<double> opened(folding.openings().size(), 0.0);
            for (double& leaf : opened)
                for (int i = 1; i <= 20; ++i) {
                    leaf = i / 20.0;
                    check(made, opened);
                }
        });
    }

    void layersLieOnEachOther()
    {
        // Closed, no two layers are in one another, and the pile is as thick as its layers where they touch: the roll
        // fold of the demo is three sheets thick.
        const Job job = testing::demoJob("visitor-leaflet");
        const Plan plan = testing::planned(job);
        const Dummy dummy(job, plan);
        const Extent3 closed = extentOf(dummy.facetsAt(2));
        const double caliper = job.stock.caliper().toMm();
        QVERIFY2(std::abs(closed.high.z - closed.low.z - 3 * caliper) < 1e-6,
                 qPrintable(QString::number(closed.high.z - closed.low.z)));
        QCOMPARE(std::round(plan.paper.closing.thickness.toMm() * 1000), std::round(3 * caliper * 1000));
    }

    void noLayerIsInAnother()
    {
        CHECK_PROPERTY("closed, panels that lie over each other have room for both", [](const Job& job) {
            const auto paper = foldPaper(job);
            RC_PRE(bool(paper) && closesCleanly(*paper));
            const Folding folding(*paper, job.stock.caliper().toMm());
            const auto poses = folding.posesAt(std::vector<double>(folding.turns().size(), 1.0));
            struct Slab {
                double left, right, top, bottom, low, high;
            };
            std::vector<Slab> slabs;
            for (std::size_t i = 0; i < poses.size(); ++i) {
                const auto c = middleOf(*paper, folding, poses[i], i, 0);
                const auto [l, r] = std::minmax({c[0].x, c[2].x});
                const auto [t, b] = std::minmax({c[0].y, c[2].y});
                slabs.push_back({l, r, t, b, c[0].z - folding.thickness() / 2, c[0].z + folding.thickness() / 2});
            }
            // Rolled or folded to and fro, all panels lie in one pile without a gap.
            if (job.fold.scheme == FoldScheme::Roll || job.fold.scheme == FoldScheme::Zigzag) {
                const double low = std::ranges::min_element(slabs, {}, &Slab::low)->low;
                const double high = std::ranges::max_element(slabs, {}, &Slab::high)->high;
                RC_ASSERT(std::abs(high - low - double(slabs.size()) * folding.thickness()) < 1e-6);
            }
            for (std::size_t i = 0; i < slabs.size(); ++i)
                for (std::size_t k = i + 1; k < slabs.size(); ++k) {
                    const Slab& a = slabs[i];
                    const Slab& b = slabs[k];
                    const bool over = std::min(a.right, b.right) - std::max(a.left, b.left) > 0.01 &&
                                      std::min(a.bottom, b.bottom) - std::max(a.top, b.top) > 0.01;
                    RC_ASSERT(!over || a.high <= b.low + 1e-6 || b.high <= a.low + 1e-6);
                }
        });
    }

    void paperHangsTogetherAtTheFolds()
    {
        CHECK_PROPERTY("at a fold two panels are as far apart as the paper goes round, and no more",
                       [](const Job& job) {
                           const auto paper = foldPaper(job);
                           RC_PRE(bool(paper));
                           const Folding folding(*paper, job.stock.caliper().toMm());
                           // So many folds are made, and one is on its way.
                           const double done = *rc::gen::inRange(0, 101) / 100.0 * double(folding.turns().size());
                           std::vector<double> made;
                           for (std::size_t i = 0; i < folding.turns().size(); ++i)
                               made.push_back(std::clamp(done - double(i), 0.0, 1.0));
                           const auto poses = folding.posesAt(made);
                           const double caliper = folding.thickness();
                           const auto layers = double(poses.size());
                           for (const PaperBend& bend : folding.bends()) {
                               const bool upright = bend.axis == Axis::Vertical;
                               const auto first = std::size_t(bend.first);
                               const double w = paper->widths[first % std::size_t(paper->columns())].toMm();
                               const double h = paper->heights[first / std::size_t(paper->columns())].toMm();
                               for (const double z : {0.0, caliper}) {
                                   const Point3 a = poses[first].out(upright ? Point3{w, 0, z} : Point3{0, h, z});
                                   const Point3 b = poses[std::size_t(bend.second)].out({0, 0, z});
                                   RC_ASSERT(lengthOf(a - b) < 2 * caliper * layers + 1e-6);
                               }
                           }
                       });
    }

    void readingIsTheSameThreeTimes()
    {
        // What comes into view while the piece is opened on screen, what the plan says, and what the little model of
        // unit papers gives.
        CHECK_PROPERTY("the order of panels", [] {
            const Job job = *rc::anyPiece();
            RC_PRE(rulesOf(job.kind).form == FlatForm::FoldedSheet);
            const auto planned = plan(job);
            RC_PRE(bool(planned) && closesCleanly(planned->paper));
            const Paper& paper = planned->paper;
            const auto grid = foldGrid(job.fold);
            RC_ASSERT(bool(grid));
            testing::UnitPaper units(grid->columnShares, grid->rowShares);
            for (const FoldStep& step : grid->steps)
                units.fold(step);
            // Front up, as the plan holds it.
            const Cell& top = paper.closed.top();
            const std::tuple<Face, int, int> front{top.outsideUp() ? Face::Outside : Face::Inside, top.column, top.row};
            const auto shows = [&] {
                const auto seen = units.seen();
                return std::ranges::find(seen, front) != seen.end();
            };
            if (!shows())
                units.turnOver();
            RC_ASSERT(shows());
            std::vector<std::vector<std::tuple<Face, int, int>>> views{units.seen()};
            testing::UnitPaper opened = units;
            while (opened.openTop())
                views.push_back(opened.seen());
            opened.turnOver();
            views.push_back(opened.seen());
            units.turnOver();
            views.push_back(units.seen());

            const Dummy dummy(job, *planned);
            RC_ASSERT(dummy.readingStops().size() == views.size());
            std::vector<std::tuple<Face, int, int>> met;
            std::vector<std::tuple<Face, int, int>> metOnScreen;
            const auto meet = [](auto& order, const auto& view) {
                for (const auto& panel : view)
                    if (std::ranges::find(order, panel) == order.end())
                        order.push_back(panel);
            };
            for (std::size_t i = 0; i < views.size(); ++i) {
                const ReadingStop& stop = dummy.readingStops()[i];
                meet(met, views[i]);
                const auto shown = seenOnScreen(dummy.facetsRead(stop.opened), paper, stop.fromBehind);
                const std::set<std::tuple<Face, int, int>> a(shown.begin(), shown.end());
                const std::set<std::tuple<Face, int, int>> b(views[i].begin(), views[i].end());
                RC_ASSERT(a == b);
                meet(metOnScreen, shown);
            }
            const auto order = [&](std::vector<std::tuple<Face, int, int>> seen) {
                std::vector<int> numbers;
                for (const auto& [face, column, row] : seen)
                    numbers.push_back(paper.panelOn(face, column, row).readingNumber);
                std::erase(numbers, paper.columns() * paper.rows() * 2); // the back cover is read last
                return numbers;
            };
            const std::vector<int> numbers = order(met);
            for (std::size_t i = 0; i < numbers.size(); ++i)
                RC_ASSERT(numbers[i] == int(i) + 1);
            RC_ASSERT(order(metOnScreen) == numbers);
        });
    }

    void cornersAreWhereTheyWouldBeByHand_data()
    {
        QTest::addColumn<QString>("name");
        QTest::addColumn<double>("done");
        // Angles of the outside's panels against the one before, from the left, in quarter turns; the panel that lies
        // still has its own left edge at 0. Reckoned by hand from the folds of the piece, with paper of no thickness.
        QTest::addColumn<QList<double>>("bends");
        QTest::addColumn<int>("still");
        QTest::newRow("leaflet, open") << "visitor-leaflet" << 0.0 << QList<double>{0, 0} << 1;
        QTest::newRow("leaflet, half folded") << "visitor-leaflet" << 1.5 << QList<double>{2, 1} << 1;
        QTest::newRow("leaflet, closed") << "visitor-leaflet" << 2.0 << QList<double>{2, 2} << 1;
        QTest::newRow("invitation, open") << "invitation" << 0.0 << QList<double>{0, 0, 0} << 1;
        QTest::newRow("invitation, first flap up") << "invitation" << 0.5 << QList<double>{1, 0, 0} << 1;
        QTest::newRow("invitation, half folded") << "invitation" << 2.5 << QList<double>{2, 1, 2} << 1;
        QTest::newRow("invitation, closed") << "invitation" << 3.0 << QList<double>{2, 2, 2} << 1;
        QTest::newRow("card, open") << "solstice-card" << 0.0 << QList<double>{0} << 0;
        QTest::newRow("card, half folded") << "solstice-card" << 0.5 << QList<double>{1} << 0;
        QTest::newRow("card, closed") << "solstice-card" << 1.0 << QList<double>{2} << 0;
        QTest::newRow("cover, open") << "tide-almanac-cover" << 0.0 << QList<double>{0, 0} << 0;
        QTest::newRow("cover, half wrapped") << "tide-almanac-cover" << 1.5 << QList<double>{1, 0.5} << 0;
        QTest::newRow("cover, closed") << "tide-almanac-cover" << 2.0 << QList<double>{1, 1} << 0;
        QTest::newRow("postcard") << "postcard" << 0.0 << QList<double>{} << 0;
        QTest::newRow("member card") << "member-card" << 0.0 << QList<double>{} << 0;
        QTest::newRow("ticket") << "boat-tickets" << 0.0 << QList<double>{0} << 0;
    }

    void cornersAreWhereTheyWouldBeByHand()
    {
        QFETCH(const QString, name);
        QFETCH(const double, done);
        QFETCH(const QList<double>, bends);
        QFETCH(const int, still);
        const Job job = testing::demoJob(name);
        const Plan plan = testing::planned(job);
        const Paper& paper = plan.paper;
        const bool atHead = paper.rows() > 1;
        const auto& lengths = atHead ? paper.heights : paper.widths;
        // A chain of panels in the plane across the folds: each a number of the complex plane that is turned against
        // the one before. The inside looks up, so that valleys rise; the flat is seen from behind, its left at the
        // right.
        std::vector<std::complex<double>> from(lengths.size()), to(lengths.size());
        std::vector<double> angle(lengths.size(), 0.0);
        const auto turned = [](double a) { return std::polar(1.0, a); };
        for (std::size_t i = std::size_t(still); i < lengths.size(); ++i) {
            if (i > std::size_t(still))
                angle[i] = angle[i - 1] + bends[qsizetype(i) - 1] * quarter;
            from[i] = i == std::size_t(still) ? 0 : to[i - 1];
            to[i] = from[i] + lengths[i].toMm() * turned(angle[i]);
        }
        for (int i = still - 1; i >= 0; --i) {
            const auto k = std::size_t(i);
            angle[k] = angle[k + 1] - bends[i] * quarter;
            to[k] = from[k + 1];
            from[k] = to[k] - lengths[k].toMm() * turned(angle[k]);
        }
        const Facets facets = Dummy(job, plan).facetsAt(done);
        const double thick = job.stock.caliper().toMm() * (double(lengths.size()) + 1);
        int compared = 0;
        for (const Facet& f : facets) {
            if (f.look != FacetLook::Printed || f.surface.face != Face::Outside)
                continue;
            const Panel& panel = paper.face(Face::Outside)[std::size_t(f.panel)];
            if (lengthOf(f.corners[1] - f.corners[0]) < panel.area.w.toMm() - 1e-6 ||
                lengthOf(f.corners[3] - f.corners[0]) < panel.area.h.toMm() - 1e-6)
                continue;
            const auto k = std::size_t(atHead ? panel.row : panel.column);
            // Seen from behind: along the chain x runs to the left; a flat piece lies with its front up.
            const bool fromBehind = rulesOf(job.kind).bends();
            const bool alongY = atHead;
            const double sense = fromBehind ? -1 : 1;
            const Point3 begin = f.corners[0];
            const Point3 end = f.corners[alongY ? 3 : 1];
            const auto check = [&](Point3 p, std::complex<double> by) {
                const double along = alongY ? p.y : p.x;
                QVERIFY2(std::abs(along - sense * by.real()) < thick && std::abs(p.z - by.imag()) < thick,
                         qPrintable(QStringLiteral("%1: %2 %3, by hand %4 %5")
                                        .arg(k)
                                        .arg(along)
                                        .arg(p.z)
                                        .arg(sense * by.real())
                                        .arg(by.imag())));
            };
            check(begin, from[k]);
            check(end, to[k]);
            ++compared;
        }
        QCOMPARE(compared, int(lengths.size()));
    }

    void aStubComesOff()
    {
        const Job job = testing::demoJob("boat-tickets");
        const Plan plan = testing::planned(job);
        const Dummy dummy(job, plan);
        QCOMPARE(dummy.steps().size(), std::size_t(1));
        QCOMPARE(dummy.steps().front().work, DummyWork::TearOff);
        const Extent3 whole = extentOf(dummy.facetsAt(0));
        const Extent3 torn = extentOf(dummy.facetsAt(1));
        QVERIFY(std::abs(whole.high.x - 150) < 1e-6);
        QVERIFY(torn.high.x > 165);
    }

    void stepsAreToldAsTheyAreSeen()
    {
        // A roll fold, its inside up: the flap at the right goes over first, then the front from the left.
        const Job leaflet = testing::demoJob("visitor-leaflet");
        const auto rolled = Dummy(leaflet, testing::planned(leaflet)).steps();
        QCOMPARE(rolled.size(), std::size_t(2));
        QVERIFY(rolled[0].moves == SeenSide::Right && rolled[0].over && rolled[0].panels == 1);
        QVERIFY(rolled[1].moves == SeenSide::Left && rolled[1].over && rolled[1].panels == 1);
        QCOMPARE(rolled[0].role, QStringLiteral("inside right"));
        // A Z fold: one goes over, the next one under.
        Job z = newLeaflet();
        z.fold.scheme = FoldScheme::Zigzag;
        z.fold.panels = 3;
        z.fold.coverPanel = usualFront(z.fold, false);
        const auto zigzag = Dummy(z, testing::planned(z)).steps();
        QCOMPARE(zigzag.size(), std::size_t(2));
        QVERIFY(zigzag[0].over != zigzag[1].over);
        // A card that opens upwards: its head goes over.
        const Job card = testing::demoJob("solstice-card");
        const auto folded = Dummy(card, testing::planned(card)).steps();
        QCOMPARE(folded.size(), std::size_t(1));
        QVERIFY(folded[0].moves == SeenSide::Head || folded[0].moves == SeenSide::Foot);
        QVERIFY(folded[0].over);
    }

    void whatFacesWhat()
    {
        // A roll fold, closed, from the front: front cover, and behind it the inside left, which lies on the tuck-in
        // flap; behind that the inside right, which lies on the inside middle; behind that the back cover (by hand).
        const Job job = testing::demoJob("visitor-leaflet");
        const Plan plan = testing::planned(job);
        const Dummy dummy(job, plan);
        const auto facts = [&](const char* role) {
            for (const Face face : bothFaces)
                for (const Panel& p : plan.paper.face(face))
                    if (p.roleName == QLatin1String(role))
                        return spotFacts(plan, dummy, {SurfaceId(face), p.position, 0});
            qFatal("no %s", role);
        };
        const auto name = [&](const std::optional<ReadingStop::Seen>& seen) {
            return seen ? plan.paper.face(seen->surface->face)[std::size_t(seen->panel)].roleName : QString();
        };
        QCOMPARE(name(facts("front cover").facing), QString());
        QCOMPARE(name(facts("front cover").behind), QStringLiteral("inside left"));
        QCOMPARE(name(facts("inside left").facing), QStringLiteral("tuck-in flap"));
        QCOMPARE(name(facts("tuck-in flap").facing), QStringLiteral("inside left"));
        QCOMPARE(name(facts("tuck-in flap").behind), QStringLiteral("inside right"));
        QCOMPARE(name(facts("inside right").facing), QStringLiteral("inside middle"));
        QCOMPARE(name(facts("inside middle").facing), QStringLiteral("inside right"));
        QCOMPARE(name(facts("inside middle").behind), QStringLiteral("back cover"));
        QCOMPARE(name(facts("back cover").facing), QString());
        QVERIFY(facts("back cover").edges[0] == EdgeFate::Folded && facts("back cover").edges[1] == EdgeFate::Knife);
    }

    void nearerBitsAreDrawnLater()
    {
        // Along the line from any spot to the eye, what is met nearest to the eye is drawn last.
        CHECK_PROPERTY("painter's order", [] {
            const Job job = *rc::anyPiece();
            const auto planned = plan(job);
            RC_PRE(bool(planned) && closesCleanly(planned->paper));
            const Dummy dummy(job, *planned);
            const double done = *rc::gen::inRange(0, 101) / 100.0 * double(dummy.steps().size());
            const Facets facets = dummy.facetsAt(done);
            const Extent3 all = extentOf(facets);
            const double far = lengthOf(all.high - all.low) * 3;
            const double a = *rc::gen::inRange(0, 360) * std::numbers::pi / 180;
            const double b = *rc::gen::inRange(-89, 90) * std::numbers::pi / 180;
            const Point3 eye =
                all.middle() + Point3{std::sin(a) * std::cos(b), std::sin(b), std::cos(a) * std::cos(b)} * far;
            const Facets ordered = inPaintersOrder(facets, eye);
            const auto inside = [](const Facet& f, Point3 p, double margin) {
                for (std::size_t i = 0; i < f.corners.size(); ++i) {
                    const Point3 along = unit(f.corners[(i + 1) % f.corners.size()] - f.corners[i]);
                    if (dot(cross(f.normal(), along), p - f.corners[i]) < margin)
                        return false;
                }
                return true;
            };
            std::mt19937 random(unsigned(*rc::gen::arbitrary<int>()));
            for (int i = 0; i < 40 && !ordered.empty(); ++i) {
                const Facet& f = ordered[random() % ordered.size()];
                std::uniform_real_distribution<double> share(0.1, 0.9);
                const Point3 p = f.corners[0] + (f.corners[1] - f.corners[0]) * share(random) +
                                 (f.corners.back() - f.corners[0]) * share(random);
                const Facet* last = nullptr;
                const Facet* nearest = nullptr;
                double near = 2;
                bool doubtful = false;
                for (const Facet& other : ordered) {
                    const double de = dot(other.normal(), eye - other.corners[0]);
                    const double dp = dot(other.normal(), p - other.corners[0]);
                    if (std::abs(de - dp) < 1e-9)
                        continue;
                    const double t = de / (de - dp); // 0 at the eye, 1 at the spot
                    if (t <= 0 || t > 1.2)
                        continue;
                    const Point3 hit = eye + (p - eye) * t;
                    doubtful = doubtful || (inside(other, hit, -0.02) && !inside(other, hit, 0.02));
                    if (!inside(other, hit, 0))
                        continue;
                    last = &other;
                    doubtful = doubtful || (nearest && std::abs(t - near) * far < 0.002);
                    if (t < near) {
                        near = t;
                        nearest = &other;
                    }
                }
                if (!doubtful)
                    RC_ASSERT(last == nearest);
            }
        });
    }
};

HINGE_TEST(TestDummy)
#include "test_dummy.moc"
