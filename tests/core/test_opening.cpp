// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/edit/record_edits.h"
#include "core/piece/opening.h"
#include "core/piece/reading.h"
#include "core/plan/check_list.h"
#include "testing.h"

#include <QFile>
#include <QRegularExpression>

#include <cmath>

using namespace hinge;

class TestOpening : public QObject
{
    Q_OBJECT

private Q_SLOTS:
    static double distance(const Point3& a, const Point3& b)
    {
        return std::sqrt((a.x - b.x) * (a.x - b.x) + (a.y - b.y) * (a.y - b.y) + (a.z - b.z) * (a.z - b.z));
    }

    void openIsFlatAndClosedIsNarrow()
    {
        const Plan plan = testing::planned(testing::a4Roll());
        const auto open = openedPiece(plan.paper, 1);
        double low = 1e9;
        double high = -1e9;
        for (const PanelPose& p : open) {
            for (const Point3& c : p.corners) {
                QVERIFY(std::abs(c.z) < 1e-9);
                low = std::min(low, c.x);
                high = std::max(high, c.x);
            }
        }
        QVERIFY(std::abs(high - low - 297) < 1e-9);
        const auto closed = openedPiece(plan.paper, 0);
        low = 1e9;
        high = -1e9;
        for (const PanelPose& p : closed) {
            for (const Point3& c : p.corners) {
                low = std::min(low, c.x);
                high = std::max(high, c.x);
            }
        }
        QVERIFY(high - low < 105); // the cover, and the layers told apart
        // The cover closes towards the reader of the inside, over the flap.
        const PanelPose& cover = closed[2];
        QVERIFY(std::max(cover.corners[0].z, cover.corners[1].z) > 0);
    }

    void insideIsSeenTheRightWayRound()
    {
        // Open, the panels stand as the inside face is drawn: the rightmost rectangle of the sheet is the leftmost one.
        const Plan plan = testing::planned(testing::a4Roll());
        const auto open = openedPiece(plan.paper, 1);
        for (const PanelPose& p : open) {
            QVERIFY(p.corners[1].x > p.corners[0].x);
            QVERIFY(p.corners[3].y > p.corners[0].y);
        }
        QVERIFY(open[2].corners[0].x < open[0].corners[0].x);
    }

    void panelsKeepTheirSizesAndHangTogether()
    {
        CHECK_PROPERTY("paper neither stretches nor tears while it opens", [](const Job& job) {
            const auto paper = foldPaper(job);
            RC_ASSERT(paper);
            const double openness = *rc::gen::inRange(0, 101) / 100.0;
            const auto poses = openedPiece(*paper, openness);
            const int columns = paper->columns();
            for (const PanelPose& p : poses) {
                const double w = paper->widths[std::size_t(p.column)].toMm();
                const double h = paper->heights[std::size_t(p.row)].toMm();
                RC_ASSERT(std::abs(distance(p.corners[0], p.corners[1]) - w) < 1e-6);
                RC_ASSERT(std::abs(distance(p.corners[1], p.corners[2]) - h) < 1e-6);
                RC_ASSERT(std::abs(distance(p.corners[0], p.corners[2]) - std::hypot(w, h)) < 1e-6);
            }
            // Neighbours of a strip share their edge. (Layers of a cross fold cannot while it stands half open, since
            // paper has no thickness here to let them slide.)
            if (paper->rows() == 1)
                for (int c = 1; c < columns; ++c)
                    RC_ASSERT(distance(poses[std::size_t(c)].corners[1], poses[std::size_t(c - 1)].corners[0]) < 1e-6);
        });
    }

    void aHalfFoldStandsAtItsAngle()
    {
        // Folded once in the middle: closed, the leaves lie on each other; half open they stand at a right angle; the
        // free edges are then as far apart as the diagonal of a square of their width (geometry).
        Job job = newPiece(PieceKind::Card);
        job.fold.atHead = false;
        const Plan plan = testing::planned(job);
        QCOMPARE(plan.paper.columns(), 2);
        const double w = plan.paper.widths[0].toMm();
        const auto apart = [&](double openness) {
            const auto poses = openedPiece(plan.paper, openness);
            return distance(poses[0].corners[0], poses[1].corners[1]);
        };
        const auto other = [&](double openness) {
            const auto poses = openedPiece(plan.paper, openness);
            return std::max({distance(poses[0].corners[0], poses[1].corners[1]),
                             distance(poses[0].corners[0], poses[1].corners[0]),
                             distance(poses[0].corners[1], poses[1].corners[1]),
                             distance(poses[0].corners[1], poses[1].corners[0])});
        };
        QVERIFY(std::abs(other(1) - 2 * w) < 1e-6);
        QVERIFY2(std::abs(other(0.5) - w * std::sqrt(2.0)) < w * 0.04, qPrintable(QString::number(other(0.5) / w)));
        QVERIFY(apart(0) < w * 1.02);
        // It opens steadily.
        double before = -1;
        for (int i = 0; i <= 10; ++i) {
            QVERIFY(other(i / 10.0) >= before - 1e-6);
            before = other(i / 10.0);
        }
    }

    void theSpineOfACoverStandsUpright()
    {
        Job job = newPiece(PieceKind::Cover);
        job.cover.spine = testing::len("14");
        const Plan plan = testing::planned(job);
        const auto closed = openedPiece(plan.paper, 0);
        // Back, spine, front: the back lies flat, the spine rises by its width, the front lies on top of it.
        for (const Point3& c : closed[0].corners)
            QVERIFY(std::abs(c.z) < 1e-6);
        for (const Point3& c : closed[2].corners)
            QVERIFY(std::abs(c.z - 14) < 1e-6);
        QVERIFY(!leavesBetween(plan.paper, 0.5, 3).empty());
    }

    void everyFindingIsCountedInTheCheckList()
    {
        // A finding that no point of the list knows would leave a tick beside a fault.
        // The codes are read from the sources of the checks, so that none is forgotten.
        QStringList codes;
        static const QRegularExpression named(
            QStringLiteral("found(?:At)?\\(\\s*\"([a-z]+(?:\\.[A-Za-z]+)?)\"|QStringLiteral\\(\"((?:file|supplied|"
                           "picture|ink)\\.[A-Za-z]+)\"\\)"));
        for (const char* source :
             {"core/plan/checks.cpp", "core/plan/item_checks.cpp", "core/plan/sliver_checks.cpp",
              "core/plan/record_checks.cpp", "core/plan/gutter_check.cpp", "typeset/content_checks.cpp"}) {
            QFile file(QStringLiteral(HINGE_SOURCE_DIR "/src/") + QLatin1String(source));
            QVERIFY(file.open(QIODevice::ReadOnly));
            const QString text = QString::fromUtf8(file.readAll());
            for (auto it = named.globalMatch(text); it.hasNext();) {
                const auto match = it.next();
                codes << (match.captured(1).isEmpty() ? match.captured(2) : match.captured(1));
            }
        }
        codes.removeDuplicates();
        QVERIFY2(codes.size() > 58, qPrintable(QString::number(codes.size())));
        for (const char* known : {"sliver", "sheet.marks", "picture.wrongProfile", "file.pageSize", "text.fontLocked",
                                  "ink.picture", "fold.overlaps"})
            QVERIFY2(codes.contains(QLatin1String(known)), known);
        Job job = newPiece(PieceKind::Book); // a book has every point, and so has a code
        Item symbol;
        symbol.id = QStringLiteral("code");
        symbol.kind = ItemKind::Code;
        symbol.ink = QStringLiteral("Black");
        symbol.sides = sidesFillingSafeArea(2);
        job.edit(Face::Outside).items = {symbol};
        useSeries(job);
        const Plan plan = testing::planned(job);
        for (const CheckedPoint& p : checkList(job, plan, {}))
            QVERIFY(!p.trouble && !p.detail.isEmpty());
        for (const QString& code : codes) {
            Finding f;
            f.code = code;
            f.severity = Severity::Stop;
            int counted = 0;
            for (const CheckedPoint& p : checkList(job, plan, {f}))
                counted += p.trouble ? 1 : 0;
            QVERIFY2(counted == 1 || (counted == 2 && f.code == QStringLiteral("supplied.bleed")), qPrintable(code));
        }
    }

    void theFlapsOfAGateOpenTogether()
    {
        // Both flaps of a gate open at the same time, as a pair of doors does (a fact of the trade).
        Job job = newLeaflet();
        job.fold.scheme = FoldScheme::Gate;
        job.fold.panels = 3;
        job.fold.coverPanel = usualFront(job.fold, false);
        const Plan plan = testing::planned(job);
        bool ajar = false;
        for (const double openness : {0.2, 0.4, 0.5, 0.6, 0.8}) {
            const auto poses = openedPiece(plan.paper, openness);
            QCOMPARE(poses.size(), std::size_t(3));
            const auto highest = [&](std::size_t i) {
                double z = 0;
                for (const Point3& c : poses[i].corners)
                    z = std::max(z, std::abs(c.z - poses[1].corners[0].z));
                return z;
            };
            QVERIFY2(std::abs(highest(0) - highest(2)) < 0.5, qPrintable(QString::number(openness)));
            ajar = ajar || highest(0) > 20;
        }
        QVERIFY(ajar);
    }

    void whenAPanelIsSeen()
    {
        // English ordinals.
        QCOMPARE(readingWords(1), QStringLiteral("seen 1st"));
        QCOMPARE(readingWords(2), QStringLiteral("seen 2nd"));
        QCOMPARE(readingWords(3), QStringLiteral("seen 3rd"));
        QCOMPARE(readingWords(11), QStringLiteral("seen 11th"));
        QCOMPARE(readingWords(13), QStringLiteral("seen 13th"));
        QCOMPARE(readingWords(22), QStringLiteral("seen 22nd"));
    }
};

HINGE_TEST(TestOpening)
#include "test_opening.moc"
