// SPDX-License-Identifier: GPL-3.0-or-later
// Paste-overs on pages, and the list of looks, in the real window.
#include "app/flat/covered_dialog.h"
#include "app/flat/looks_dialog.h"
#include "core/edit/sequence_edits.h"
#include "core/plan/paste_overs.h"
#include "core/plan/text_looks.h"
#include "paper_driver.h"

#include <QListView>
#include <QTreeView>

class TestFlatCovered : public PaperDriver
{
    Q_OBJECT

    void startBooklet()
    {
        Job start = newPiece(PieceKind::Booklet);
        start.pages.count = 8;
        beginSequence(start);
        const SurfaceId page = start.sequence[2].surface();
        Item text;
        text.id = QStringLiteral("old");
        text.kind = ItemKind::Text;
        text.name = QStringLiteral("Old number");
        text.paragraphs = {{QStringLiteral("17"), {}, {}}};
        text.sides = freeSides(testing::planned(start).paperOf(page), Face::Outside,
                               {len("60"), len("180"), len("20"), len("8")});
        start.edit(page).items = {text};
        window_->document().start(start);
        action("stageFlat")->trigger();
        window_->selection().setSurface(page);
        QCoreApplication::processEvents();
    }
    SurfaceId page(int place) { return job().sequence[std::size_t(place)].surface(); }

private Q_SLOTS:
    void initTestCase() { setUpProgram("covered"); }
    void init() { openWindow(); }
    void cleanup() { window_.reset(); }

    void anOldNumberIsCoveredOnASetOfPages()
    {
        startBooklet();
        QVERIFY(find<QWidget>("view.5")->isHidden()); // nothing is covered yet
        action("addPasteOver")->trigger();
        QCoreApplication::processEvents();
        QVERIFY(item().pasteOver);
        QVERIFY(!find<QWidget>("view.5")->isHidden());
        const QString id = item().id;
        type("drawer.x", QStringLiteral("55 mm"));
        type("drawer.y", QStringLiteral("178 mm"));
        // A set of pages that is none is refused where it is typed.
        type("drawer.pasteOnPages", QStringLiteral("2-99"));
        QVERIFY(find<QLabel>("drawer.pasteRefused")->isVisibleTo(window_.get()));
        QVERIFY(job().masters.empty());
        type("drawer.pasteOnPages", QStringLiteral("3-6"));
        QCOMPARE(job().masters.size(), std::size_t(1));
        QCOMPARE(surfacesPastedOver(job(), plan()).size(), std::size_t(4));
        QCOMPARE(window_->selection().surface(), page(2)); // the page is still in hand
        // In reverse only what is covered shows.
        find<QPushButton>("view.5")->click();
        QCOMPARE(canvas().view(), PaperView::Covered);
        window_->selection().setSurface(page(7));
        QCOMPARE(canvas().view(), PaperView::Working); // nothing lies there
        action("undo")->trigger();
        QVERIFY(job().masters.empty());
        QVERIFY(job().findItem(id));
    }

    void theListTellsWhatIsCovered()
    {
        startBooklet();
        action("addPasteOver")->trigger();
        QCoreApplication::processEvents();
        type("drawer.x", QStringLiteral("55 mm"));
        type("drawer.y", QStringLiteral("178 mm"));
        type("drawer.pasteOnPages", QStringLiteral("3, 4"));
        action("whatIsCovered")->trigger();
        auto* dialog = window_->findChild<CoveredDialog*>();
        QVERIFY(dialog);
        auto* list = find<QListView>("covered.list", dialog);
        QTRY_COMPARE_WITH_TIMEOUT(list->model()->rowCount(), 2, 10000);
        // What covers nothing comes first.
        QVERIFY(list->model()->index(0, 0).data().toString().contains(QStringLiteral("page 4")));
        QVERIFY(list->model()->index(0, 0).data().toString().contains(QStringLiteral("covers no words")));
        QVERIFY(list->model()->index(1, 0).data().toString().contains(QStringLiteral("covers “17”")));
        Q_EMIT list->activated(list->model()->index(0, 0));
        QCOMPARE(window_->selection().surface(), page(3));
        dialog->close();
    }

    void looksAreMadeTheSame()
    {
        startBooklet();
        Job texts = job();
        Item& old = texts.edit(page(2)).items[0];
        old.paragraphs.clear();
        for (const char* points : {"10 pt", "10 pt", "10.5 pt"}) {
            Paragraph p{QStringLiteral("low water at the steps"), {}, {}};
            p.style.size = len(points);
            old.paragraphs.push_back(p);
        }
        QVERIFY(window_->document().edit(QStringLiteral("Write"), std::move(texts)));
        action("textLooks")->trigger();
        auto* dialog = window_->findChild<LooksDialog*>();
        QVERIFY(dialog);
        auto* tree = find<QTreeView>("looks.tree", dialog);
        auto* same = find<QPushButton>("looks.same", dialog);
        QVERIFY(!same->isEnabled());
        const QModelIndex role = tree->model()->index(0, 0);
        QCOMPARE(tree->model()->rowCount(role), 2);
        tree->setCurrentIndex(tree->model()->index(0, 0, role));
        QVERIFY(!same->isEnabled()); // it is the usual one
        tree->setCurrentIndex(tree->model()->index(1, 0, role));
        QCOMPARE(tree->currentIndex().siblingAtColumn(1).data().toString(), QStringLiteral("almost the same"));
        Q_EMIT tree->activated(tree->currentIndex());
        QCOMPARE(window_->selection().item(), QStringLiteral("old"));
        same->click();
        QCOMPARE(looksUsed(job())[0].looks.size(), std::size_t(1));
        QCOMPARE(tree->model()->rowCount(tree->model()->index(0, 0)), 1); // the list follows
        action("undo")->trigger();
        QCOMPARE(looksUsed(job())[0].looks.size(), std::size_t(2));
        dialog->close();
    }
};

HINGE_TEST(TestFlatCovered)
#include "test_flat_covered.moc"
