// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/dummy/dummy.h"
#include "demo_job.h"
#include "testing.h"

#include <algorithm>
#include <cmath>
#include <map>

using namespace hinge;

namespace
{

/// No book is thicker than it is half wide: its leaves could not bend over.
bool canBendOver(const Job& job, const Plan& plan) { return !plan.book || plan.book->block * 2 < job.page.w; }

} // namespace

class TestBoundLeaves : public QObject
{
    Q_OBJECT

private Q_SLOTS:
    void boundPagesAreReadInOrder()
    {
        CHECK_PROPERTY("every page and cover, leaf by leaf", [] {
            Job job = *rc::anyPiece();
            job.pages.count = std::min(job.pages.count, 96); // every leaf is turned
            const auto planned = plan(job);
            RC_PRE(bool(planned) && planned->book && planned->book->leaves > 0);
            const Dummy dummy(job, *planned);
            RC_ASSERT(dummy.isBound());
            std::vector<int> pages;
            for (const ReadingStop& stop : dummy.readingStops()) {
                // On screen: what looks up, from the left (from the right where it is read so).
                const Facets facets = dummy.facetsRead(stop.opened);
                std::map<double, int> shown;
                for (const Facet& f : facets)
                    if (f.page > 0 && f.normal().z > 0.4 && lengthOf(f.corners[1] - f.corners[0]) > 30)
                        shown[(f.corners[0].x + f.corners[2].x) * (job.rightToLeft ? -1 : 1)] = f.page;
                for (const auto& [x, page] : shown)
                    if (pages.empty() || std::ranges::find(pages, page) == pages.end())
                        pages.push_back(page);
            }
            std::vector<int> wanted;
            for (int i = 1; i <= planned->book->leaves * 2; ++i)
                wanted.push_back(i);
            RC_ASSERT(pages == wanted);
        });
    }

    void leavesNeverGoThroughEachOther()
    {
        // Seen from the head a leaf is a line; it stays on its side of its neighbours while it is turned.
        CHECK_PROPERTY("at 20 moments of a turn", [] {
            const Job job = *rc::anyPiece();
            const auto planned = plan(job);
            RC_PRE(bool(planned) && planned->book && planned->book->leaves > 1);
            RC_PRE(canBendOver(job, *planned));
            const BoundLeaves bound(job, *planned);
            const std::size_t count = bound.leaves().size();
            const auto turning = std::size_t(*rc::gen::inRange(0, int(count)));
            // How deep a leaf lies in its neighbour: of all its points that are on the wrong side of it, the one that
            // is farthest away.
            const auto depth = [](const BoundLeaves::Curve& own, const BoundLeaves::Curve& other, double rightSide) {
                double deepest = 0;
                for (const Point3& p : own) {
                    double nearest = 1e9;
                    bool wrong = false;
                    for (std::size_t k = 0; k + 1 < other.size(); ++k) {
                        const Point3 s = other[k + 1] - other[k], d = p - other[k];
                        const double t = std::clamp(dot(d, s) / std::max(1e-12, dot(s, s)), 0.0, 1.0);
                        const double away = lengthOf(d - s * t);
                        if (away < nearest) {
                            nearest = away;
                            // Round the fold, before the neighbour begins, there is nothing to lie in.
                            wrong = (s.x * d.z - s.z * d.x) * rightSide < 0 && (k > 0 || dot(d, s) > 0);
                        }
                    }
                    deepest = std::max(deepest, wrong ? nearest : 0);
                }
                return deepest;
            };
            for (int i = 1; i <= 20; ++i) {
                const double turned = double(turning) + i / 20.0;
                const auto own = bound.curveOf(turning, turned);
                double length = 0;
                for (std::size_t k = 0; k + 1 < own.size(); ++k)
                    length += lengthOf(own[k + 1] - own[k]);
                RC_ASSERT(std::abs(length - bound.leaves()[turning].width) < 1e-6); // paper does not stretch
                // What the straight pieces of a drawn curve may miss by: half a millimetre and a caliper.
                const double thick = bound.leaves()[turning].thickness + 0.5;
                if (turning > 0)
                    RC_ASSERT(depth(own, bound.curveOf(turning - 1, turned), -1) < thick);
                if (turning + 1 < count)
                    RC_ASSERT(depth(own, bound.curveOf(turning + 1, turned), 1) < thick);
            }
        });
    }

    void nothingLiesInTheTable()
    {
        CHECK_PROPERTY("stacks lie on the table, and their fore-edges come down to it", [] {
            const Job job = *rc::anyPiece();
            const auto planned = plan(job);
            RC_PRE(bool(planned) && planned->book && planned->book->leaves > 1 && canBendOver(job, *planned));
            RC_PRE(rulesOf(job.kind).binding == Binding::Glued);
            const BoundLeaves bound(job, *planned);
            const auto count = bound.leaves().size();
            const auto turned = std::size_t(*rc::gen::inRange(1, int(count)));
            const double thick = bound.leaves().front().thickness;
            // The undermost leaves on both sides: the first one turned, and the last of all.
            for (const std::size_t leaf : {std::size_t(0), count - 1}) {
                const auto curve = bound.curveOf(leaf, double(turned));
                RC_ASSERT(curve.back().z > -1 && curve.back().z < 2 + thick);
                for (const Point3& p : curve)
                    RC_ASSERT(p.z > -1);
            }
        });
    }

    void eachBindingOpensInItsWay()
    {
        // Facts of the trade: glued leaves come out of the spine upright and bend over, those on a wire lie flat, and
        // nested sheets go straight on from one half to the other in their middle.
        const auto opened = [](PieceKind kind) {
            Job job = newPiece(kind);
            job.pages.count = 64;
            return BoundLeaves(job, testing::planned(job));
        };
        const BoundLeaves glued = opened(PieceKind::Book);
        const double half = double(glued.leaves().size()) / 2;
        const auto leaf = std::size_t(half);
        const auto bent = glued.curveOf(leaf, half);
        QVERIFY(bent.size() > 4);
        const Point3 first = unit(bent[1] - bent[0]);
        QVERIFY2(first.z > 0.95, qPrintable(QString::number(first.z)));
        QVERIFY(std::abs(unit(bent.back() - bent[bent.size() - 2]).z) < 0.05);
        const BoundLeaves wired = opened(PieceKind::WireBook);
        for (const std::size_t i : {std::size_t(0), wired.leaves().size() - 1}) {
            const auto flat = wired.curveOf(i, double(wired.leaves().size()) / 2);
            for (const Point3& p : flat)
                QCOMPARE(p.z, flat.front().z);
        }
        Job booklet = newPiece(PieceKind::Booklet);
        booklet.pages.count = 32;
        const BoundLeaves nested(booklet, testing::planned(booklet));
        const std::size_t count = nested.leaves().size();
        const auto left = nested.curveOf(count / 2 - 1, double(count) / 2);
        const auto right = nested.curveOf(count / 2, double(count) / 2);
        QVERIFY(lengthOf(left.front() - right.front()) < 0.5);
        QVERIFY(left.back().x < -100 && right.back().x > 100);
    }

    void aBookIsAsLargeAsItsPages()
    {
        const Job job = testing::demoJob("field-notebook");
        const Plan plan = testing::planned(job);
        const Dummy dummy(job, plan);
        const auto last = double(dummy.steps().size());
        QCOMPARE(dummy.steps().size(), std::size_t(22)); // 20 leaves of the text, two of the cover
        const double thick = 20 * job.pages.textStock.caliper().toMm() + 2 * job.stock.caliper().toMm();
        // Closed, its width and height are those of a page, but for the roundness of the fold.
        for (const double end : {0.0, last}) {
            const Extent3 e = extentOf(dummy.facetsAt(end));
            QVERIFY(std::abs(e.high.x - e.low.x - 148) < thick / 2 + 0.2);
            QVERIFY(std::abs(e.high.y - e.low.y - 210) < 1e-6);
            QVERIFY(std::abs(e.high.z - e.low.z - thick) < 1e-6);
        }
        const Extent3 open = extentOf(dummy.facetsAt(last / 2));
        QVERIFY(std::abs(open.high.x - open.low.x - 296) < 0.2);
        QVERIFY(std::abs(open.high.z - thick / 2) < 1e-6);
        // A leaf that is half turned stands up, no higher than it is wide.
        const Extent3 turning = extentOf(dummy.facetsAt(last / 2 + 0.5));
        QVERIFY(turning.high.z > 100 && turning.high.z < 148 + thick);
        // Closed, the fore-edge is cut flush; open in the middle, the inner leaves are shorter by what the knife took.
        const BoundLeaves bound(job, plan);
        QVERIFY(bound.leaves()[10].width < bound.leaves()[1].width);
        QVERIFY(std::abs(bound.curveOf(10, 0).back().x - bound.curveOf(1, 0).back().x) < 1e-6);
        QVERIFY(bound.curveOf(11, last / 2).back().x < bound.curveOf(20, last / 2).back().x);
    }
};

HINGE_TEST(TestBoundLeaves)
#include "test_bound_leaves.moc"
