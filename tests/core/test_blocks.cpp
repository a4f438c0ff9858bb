// SPDX-License-Identifier: GPL-3.0-or-later
// House blocks: items kept under a name, put into other jobs, and taken over when they were changed.
#include "content_items.h"
#include "core/edit/arrange.h"
#include "core/edit/block.h"
#include "core/file/embedded_files.h"
#include "core/file/job_file.h"
#include "core/file/links.h"
#include "core/job/stories.h"

#include <QDir>
#include <QStandardPaths>
#include <QTemporaryDir>

using namespace hinge;
using namespace testing::content;
using testing::len;

class TestBlocks : public QObject
{
    Q_OBJECT

    QTemporaryDir dir_;

    /// A leaflet with contact lines on its middle panel: a tint that fills its foot, a text in a style of the job, a
    /// picture beside it.
    Job source() const
    {
        Job job = testing::a4Roll();
        job.inks.push_back({QStringLiteral("Reef"), {60, 10, 30, 5}});
        TextStyle style;
        style.ink = QStringLiteral("Reef");
        job.textStyles = {{QStringLiteral("Contact"), style}};
        const Paper paper = testing::planned(job).paper;
        Item ground = item("ground", ItemKind::Shape, mm(100, 150, 94, 63), paper);
        ground.ink = QStringLiteral("Reef");
        for (const ItemSide side : {ItemSide::Left, ItemSide::Right, ItemSide::Bottom})
            ground.side(side) = holdOn(PaperLine::Bleed, 1, endOf(side));
        Item words = text("words", mm(105, 160, 60, 30), paper, "Pier Road 4, Skerrowby");
        words.paragraphs.front().styleName = QStringLiteral("Contact");
        Item logo = item("logo", ItemKind::Picture, mm(170, 160, 20, 20), paper);
        logo.ink.clear();
        logo.file.path = QStringLiteral("logo.png");
        logo.group = words.group = QStringLiteral("pair");
        job.edit(Face::Outside).items = {ground, words, logo};
        return job;
    }
    Block block(const Job& job) const
    {
        const auto made = blockFrom(job, testing::planned(job), Face::Outside,
                                    {QStringLiteral("logo"), QStringLiteral("ground"), QStringLiteral("words")},
                                    QStringLiteral(" Contact lines "), dir_.path());
        if (!made)
            qFatal("%s", qPrintable(made.error().text()));
        return *made;
    }
    static QStringList put(Job& job, const Block& block, int panel, const std::function<QString()>& ids,
                           Face face = Face::Outside)
    {
        return putBlock(job, testing::planned(job), face, panel, block, ids);
    }

private Q_SLOTS:
    void initTestCase()
    {
        QStandardPaths::setTestModeEnabled(true);
        QFile logo(dir_.filePath(QStringLiteral("logo.png")));
        QVERIFY(logo.open(QIODevice::WriteOnly));
        logo.write("\x89PNG the lamp");
    }
    void cleanupTestCase() { QDir(embeddedFolder()).removeRecursively(); }

    void aBlockHasAllItNeeds()
    {
        const Block kept = block(source());
        QCOMPARE(kept.name, QStringLiteral("Contact lines"));
        QCOMPARE(kept.job.on(Face::Outside).items.size(), std::size_t(3));
        QCOMPARE(kept.job.flat, (Size{len("100"), len("210")}));
        QCOMPARE(kept.job.textStyles.size(), std::size_t(1));
        QVERIFY(kept.job.findInk(QStringLiteral("Reef")) && !kept.job.findInk(QStringLiteral("Lamp")));
        QCOMPARE(kept.job.embedded.size(), std::size_t(1));
        QVERIFY(isEmbedded(kept.job.on(Face::Outside).items.back().file.path));
        // In the file, and back.
        const auto read = readBlock(writeBlock(kept), QStringLiteral("contact"));
        QVERIFY2(read, read ? "" : qPrintable(read.error().text()));
        QCOMPARE(read->name, kept.name);
        QCOMPARE(read->version, kept.version);
        QCOMPARE(read->job.on(Face::Outside), kept.job.on(Face::Outside));
        QCOMPARE(read->job.embedded.front().bytes, QByteArray("\x89PNG the lamp"));
        // What is no block says so.
        QVERIFY(!readBlock(writeJob(source()), QStringLiteral("a job")));
        QVERIFY(!readBlock("{", QStringLiteral("broken")));
        const Plan plan = testing::planned(source());
        QVERIFY(!blockFrom(source(), plan, Face::Outside, {}, QStringLiteral("nothing"), dir_.path()));
        QVERIFY(!blockFrom(source(), plan, Face::Outside, {QStringLiteral("words")}, QStringLiteral(" "), dir_.path()));
        QTemporaryDir elsewhere;
        QVERIFY(
            !blockFrom(source(), plan, Face::Outside, {QStringLiteral("logo")}, QStringLiteral("x"), elsewhere.path()));
    }

    void itHoldsOnToTheSameLinesElsewhere()
    {
        Job card = newPiece(PieceKind::Leaf);
        card.flat = {len("148"), len("105")};
        const QStringList ids = put(card, block(source()), 0, counter(), Face::Inside);
        QVERIFY(validate(card));
        const Plan plan = testing::planned(card);
        const Rect ground = plan.findItem(ids[0])->frame;
        const Rect bleed = plan.panelsOf(Face::Inside)[0].bleedArea;
        QCOMPARE(ground.x, bleed.x);
        QCOMPARE(ground.right(), bleed.right());
        QCOMPARE(ground.bottom(), bleed.bottom());
        QVERIFY(card.findTextStyle(QStringLiteral("Contact")) && card.findInk(QStringLiteral("Reef")));
        QCOMPARE(card.embedded.size(), std::size_t(1));
        QCOMPARE(card.findItem(ids[1])->group, card.findItem(ids[2])->group);
        // It is kept with the job that it is a block.
        const auto read = readJob(writeJob(card), QStringLiteral("card"));
        QVERIFY(read);
        QCOMPARE(read->on(Face::Inside), card.on(Face::Inside));
        const auto placed = placedBlocks(*read);
        QCOMPARE(placed.size(), std::size_t(1));
        QCOMPARE(placed[0].items, ids);
    }

    void looksOfOneNameThatDifferStandBesideEachOther()
    {
        Job other = testing::a4Roll();
        other.inks.push_back({QStringLiteral("Reef"), {0, 80, 0, 0}});
        other.textStyles = {{QStringLiteral("Contact"), {}}};
        const Block kept = block(source());
        const QStringList ids = put(other, kept, 2, counter());
        QVERIFY(validate(other));
        QCOMPARE(other.findItem(ids[0])->ink, QStringLiteral("Reef 2"));
        QCOMPARE(other.findInk(QStringLiteral("Reef 2"))->cmyk, kept.job.findInk(QStringLiteral("Reef"))->cmyk);
        QCOMPARE(other.styleOf(other.findItem(ids[1])->paragraphs.front()).ink, QStringLiteral("Reef 2"));
        // Nor is another style taken for it because it is called much the same.
        Job third = testing::a4Roll();
        TextStyle large;
        large.size = Length::points(30);
        third.textStyles = {{QStringLiteral("Contact"), {}}, {QStringLiteral("Contact 2"), large}};
        const QStringList there = put(third, kept, 2, counter());
        QCOMPARE(third.findItem(there[1])->paragraphs.front().styleName, QStringLiteral("Contact 3"));
        // A second time nothing more comes along.
        const auto inks = other.inks.size();
        const auto styles = other.textStyles.size();
        (void)put(other, kept, 0, [n = 100]() mutable { return QString::number(n++); });
        QCOMPARE(other.inks.size(), inks);
        QCOMPARE(other.textStyles.size(), styles);
        QCOMPARE(placedBlocks(other).size(), std::size_t(2));
    }

    void aNewerVersionStandsWhereTheOldOneStood()
    {
        Job job = testing::a4Roll();
        const Block old = block(source());
        (void)put(job, old, 1, counter());
        Item above = item("above", ItemKind::Shape, mm(10, 10, 20, 20), testing::planned(job).paper);
        job.edit(Face::Outside).items.push_back(above);
        // One was moved by hand, and its twin on another panel was not.
        const QStringList second = put(job, old, 2, [n = 100]() mutable { return QString::number(n++); });
        QVERIFY(moveItems(job, testing::planned(job), second, len("-7"), len("-11")));
        Job changed = source();
        changed.findItem(QStringLiteral("words"))->paragraphs.front().text = QStringLiteral("Pier Road 5, Skerrowby");
        const Block newer = block(changed);
        QVERIFY(newer.version != old.version);
        QCOMPARE(block(source()).version, old.version);
        const Plan before = testing::planned(job);
        for (const PlacedBlock& placed : placedBlocks(job)) {
            const QStringList fresh =
                takeNewer(job, testing::planned(job), placed.use, newer,
                          [n = 1000 + 100 * int(placed.items.size() + placed.use.size())]() mutable {
                              return QStringLiteral("n%1").arg(n++);
                          });
            QCOMPARE(fresh.size(), 3);
            const Plan after = testing::planned(job);
            for (int i = 0; i < 3; ++i) {
                const QString was = placed.items[i];
                QCOMPARE(after.findItem(fresh[i])->frame, before.findItem(was)->frame);
                QVERIFY(!job.findItem(was));
            }
            QCOMPARE(job.findItem(fresh[1])->paragraphs.front().text, QStringLiteral("Pier Road 5, Skerrowby"));
            QCOMPARE(job.findItem(fresh[1])->block->version, newer.version);
        }
        QVERIFY(validate(job));
        QCOMPARE(job.on(Face::Outside).items.size(), std::size_t(7));
        QCOMPARE(job.on(Face::Outside).items[3].id, QStringLiteral("above")); // as deep in the pile
        QVERIFY(takeNewer(job, testing::planned(job), QStringLiteral("gone"), newer, counter()).isEmpty());
    }

    void copiesAreUsesOfTheirOwn()
    {
        Job job = testing::a4Roll();
        const Block kept = block(source());
        const QStringList ids = put(job, kept, 1, counter());
        const std::vector<Item> all = job.on(Face::Outside).items;
        int n = 0;
        const auto fresh = [&n] { return QStringLiteral("copy%1").arg(++n); };
        std::ranges::move(copiesFor(all, 1, 2, fresh), std::back_inserter(job.edit(Face::Outside).items));
        QCOMPARE(placedBlocks(job).size(), std::size_t(2));
        QCOMPARE(placedBlocks(job)[1].items.size(), 3);
        // Of a part of it a copy is an item like others.
        QVERIFY(!copiesFor({all[0]}, 1, 2, fresh).front().block);
        // A part that was taken off stays off; what is new to the block comes.
        removeItem(job, ids[2]);
        Job larger = source();
        Item more = item("more", ItemKind::Shape, mm(110, 100, 20, 20), testing::planned(larger).paper);
        more.ink = QStringLiteral("Reef");
        larger.edit(Face::Outside).items.push_back(more);
        const auto newer = blockFrom(
            larger, testing::planned(larger), Face::Outside,
            {QStringLiteral("ground"), QStringLiteral("words"), QStringLiteral("logo"), QStringLiteral("more")},
            kept.name, dir_.path());
        QVERIFY(newer);
        const QStringList taken = takeNewer(job, testing::planned(job), placedBlocks(job)[0].use, *newer, fresh);
        QCOMPARE(taken.size(), 3);
        QCOMPARE(job.findItem(taken[2])->name, QStringLiteral("more"));
        QCOMPARE(job.findItem(taken[2])->block->part, 3);
    }

    void theVersionIsThatOfItsKeeping()
    {
        // Another program may write the same job in other words.
        Block kept = block(source());
        kept.version = QStringLiteral("as it was kept");
        QCOMPARE(readBlock(writeBlock(kept), QStringLiteral("b"))->version, kept.version);
    }

    void blocksGoIntoPiecesOfAllKinds()
    {
        const Block kept = block(source());
        CHECK_PROPERTY("a job with a block is sound, and what is kept of it again is the same block", [&] {
            Job job = *rc::anyPiece();
            const Plan before = testing::planned(job);
            const Face face = *rc::gen::element(Face::Outside, Face::Inside);
            const int panel = *rc::gen::inRange(0, int(before.panelsOf(face).size()));
            const QStringList ids = putBlock(job, before, face, panel, kept, counter());
            RC_ASSERT(validate(job).has_value());
            const Plan after = testing::planned(job);
            const auto again = blockFrom(job, after, face, ids, kept.name, dir_.path());
            RC_ASSERT(again.has_value());
            const auto& items = again->job.on(Face::Outside).items;
            RC_ASSERT(items.size() == 3U);
            for (std::size_t i = 0; i < items.size(); ++i)
                RC_ASSERT(items[i].sides == kept.job.on(Face::Outside).items[i].sides);
        });
    }
};

HINGE_TEST(TestBlocks)
#include "test_blocks.moc"
