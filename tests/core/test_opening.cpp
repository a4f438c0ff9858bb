// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/dummy/dummy.h"
#include "core/edit/record_edits.h"
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
    void everyFindingIsCountedInTheCheckList()
    {
        // A finding that no point of the list knows would leave a tick beside a fault.
        // The codes are read from the sources of the checks, so that none is forgotten.
        QStringList codes;
        static const QRegularExpression named(
            QStringLiteral("found(?:At)?\\(\\s*\"([a-z]+(?:\\.[A-Za-z]+)?)\"|QStringLiteral\\(\"((?:file|supplied|"
                           "picture|ink)\\.[A-Za-z]+)\"\\)"));
        for (const char* source : {"core/plan/checks.cpp", "core/plan/item_checks.cpp", "core/plan/sliver_checks.cpp",
                                   "core/plan/record_checks.cpp", "core/plan/gutter_check.cpp",
                                   "core/plan/press_checks.cpp", "typeset/content_checks.cpp"}) {
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
        const Folding folding(plan.paper, job.stock.caliper().toMm());
        for (const double openness : {0.2, 0.4, 0.5, 0.6, 0.8}) {
            const auto made = folding.madeAt(openness);
            QCOMPARE(made.size(), std::size_t(2));
            QCOMPARE(made[0], made[1]);
            QVERIFY(made[0] > 0 && made[0] < 1);
        }
        QCOMPARE(folding.madeAt(0), (std::vector<double>{1, 1}));
        QCOMPARE(folding.madeAt(1), (std::vector<double>{0, 0}));
    }

    void aPieceOpensInTheOrderItIsUnfolded()
    {
        // Half open, a roll fold has its last fold open and its first one closed; a cover bends both edges of its
        // spine at once.
        const Plan rolled = testing::planned(testing::a4Roll());
        const auto made = Folding(rolled.paper, 0.1).madeAt(0.5);
        QCOMPARE(made, (std::vector<double>{1, 0}));
        const Plan cover = testing::planned(newPiece(PieceKind::Cover));
        const auto bent = Folding(cover.paper, 0.3).madeAt(0.5);
        QCOMPARE(bent[bent.size() - 1], bent[bent.size() - 2]);
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
