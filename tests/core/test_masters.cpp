// SPDX-License-Identifier: GPL-3.0-or-later
// Masters: where they show, on which paper, what a page lets go of. The booklet has pages of 148 x 210 mm, bound at the
// left of right-hand pages.
#include "any_piece.h"
#include "content_items.h"
#include "core/edit/arrange.h"
#include "core/edit/masters.h"
#include "core/edit/sequence_edits.h"
#include "core/file/job_file.h"
#include "core/file/preset.h"
#include "core/plan/master_layers.h"

using namespace hinge;
using namespace testing::content;
using testing::len;

class TestMasters : public QObject
{
    Q_OBJECT

    std::vector<std::unique_ptr<Plan>> plans_;

    static Job booklet(int pages = 8)
    {
        Job job = newPiece(PieceKind::Booklet);
        job.page = {len("148"), len("210")};
        job.pages.count = pages;
        job.pages.plusCover = true;
        beginSequence(job);
        return job;
    }
    static Job withMaster(MasterOn on, const char* set = "", Job job = booklet())
    {
        Master master = newMaster(job, job.sequence.isEmpty() ? SurfaceId(Face::Outside) : job.sequence[0].surface());
        master.on = on;
        master.pages = QString::fromLatin1(set);
        addMaster(job, master);
        return job;
    }
    static SurfaceId page(const Job& job, int number) { return job.sequence.at(number - 1).surface(); }
    static Item head(const Job& job)
    {
        const Plan plan = testing::planned(job);
        return text("head", mm(100, 6, 40, 8), plan.paperOf(page(job, 1)), "Skerrowby");
    }
    /// A booklet whose master has one line at the fore-edge of all pages.
    static Job headed(bool mirrored = true)
    {
        Job job = withMaster(MasterOn::AllPages);
        job.masters[0].mirrored = mirrored;
        job.edit(job.masters[0].surface()).items = {head(job)};
        settleMasters(job);
        return job;
    }
    /// The pages a master shows on, as people write them.
    static QString shownOn(const Job& job)
    {
        const Plan plan = testing::planned(job);
        std::vector<int> places;
        for (int i = 0; i < job.sequence.size(); ++i)
            if (plan.layersOf(job.sequence.at(i).surface()).size() > 1)
                places.push_back(i);
        return pageSetText(places);
    }
    static Rect shownAt(const Job& job, int number)
    {
        const Plan plan = testing::planned(job);
        const auto items = masterItemsOn(job, plan, page(job, number));
        return items.empty() ? Rect() : plan.findItem(items[0].shownId)->frame;
    }

private Q_SLOTS:
    void theyShowWhereTheyAreTold()
    {
        QCOMPARE(shownOn(booklet()), QString());
        QCOMPARE(shownOn(withMaster(MasterOn::AllPages)), QStringLiteral("1-8"));
        // Page 1 is a right-hand page: common practice in what is read from left to right.
        QCOMPARE(shownOn(withMaster(MasterOn::RightHand)), QStringLiteral("1, 3, 5, 7"));
        QCOMPARE(shownOn(withMaster(MasterOn::LeftHand)), QStringLiteral("2, 4, 6, 8"));
        QCOMPARE(shownOn(withMaster(MasterOn::PageSet, "2-4, 7")), QStringLiteral("2-4, 7"));
        QCOMPARE(shownOn(withMaster(MasterOn::PageSet, "odd")), QStringLiteral("1, 3, 5, 7"));
        QCOMPARE(shownOn(withMaster(MasterOn::PageSet, "7-20")), QStringLiteral("7-8")); // those there are
        Job job = withMaster(MasterOn::PageSet, "2-4");
        movePages(job, {1}, 8);
        QCOMPARE(shownOn(job), QStringLiteral("2-4")); // pages are counted as they are read
    }

    void facesHaveThemToo()
    {
        Job job = testing::a4Roll();
        const auto shows = [&](MasterOn on, Face face) {
            Job with = withMaster(on, "", job);
            return testing::planned(with).layersOf(face).size() > 1;
        };
        QVERIFY(shows(MasterOn::Outside, Face::Outside));
        QVERIFY(!shows(MasterOn::Outside, Face::Inside));
        QVERIFY(shows(MasterOn::Inside, Face::Inside));
        QVERIFY(!shows(MasterOn::Inside, Face::Outside));
        QVERIFY(shows(MasterOn::BothFaces, Face::Outside) && shows(MasterOn::BothFaces, Face::Inside));
        QVERIFY(job.sequence.isEmpty());
    }

    void underAndOver()
    {
        Job job = withMaster(MasterOn::AllPages);
        addMaster(job, newMaster(job, page(job, 1)));
        job.masters[1].over = true;
        QVERIFY(job.masters[0].name != job.masters[1].name);
        const auto layers = testing::planned(job).layersOf(page(job, 3));
        QCOMPARE(layers.size(), std::size_t(3));
        QCOMPARE(layers[0].master, job.masters[0].id);
        QCOMPARE(layers[1], page(job, 3));
        QCOMPARE(layers[2].master, job.masters[1].id);
    }

    void atTheForeEdgeOfBothHands()
    {
        const Job job = headed();
        COMPARE_MM(shownAt(job, 3).x, 100); // 8 mm from the fore-edge, which is at the right
        COMPARE_MM(shownAt(job, 2).x, 8);   // and at the left of a left-hand page
        COMPARE_MM(shownAt(job, 2).w, 40);
        COMPARE_MM(shownAt(job, 2).y, 6);
        const Item* copy = job.findItem(masterCopyId(QStringLiteral("head"), 1));
        QVERIFY(copy);
        QCOMPARE(job.styleOf(copy->paragraphs[0]).align, Align::Right);
        COMPARE_MM(shownAt(headed(false), 2).x, 100);
    }

    void whatHoldsToTheSpineDoesSoOnBothHands()
    {
        Job job = headed();
        Item& item = job.edit(job.masters[0].surface()).items[0];
        item.side(ItemSide::Left) = holdOn(PaperLine::Safe, 0, LineEnd::Start);
        item.side(ItemSide::Right) = holdOn(PaperLine::Bleed, 0, LineEnd::End);
        settleMasters(job);
        const Plan plan = testing::planned(job);
        const Rect right = shownAt(job, 3);
        const Rect left = shownAt(job, 2);
        QCOMPARE(right.x, plan.paperOf(page(job, 3)).face(Face::Outside)[0].safeArea.x);
        QCOMPARE(left.right(), plan.paperOf(page(job, 2)).face(Face::Outside)[0].safeArea.right());
        QCOMPARE(left.x, -job.zones.bleed);
        QCOMPARE(left.w, right.w);
    }

    void chosenPanelsEachHaveTheirOwn()
    {
        Job job = testing::a4Roll();
        const Plan plan = testing::planned(job);
        Item line = item("line", ItemKind::Shape, mm(107, 20, 80, 1), plan.paper); // 10 mm into the second panel
        Item wide = item("wide", ItemKind::Shape, mm(20, 40, 200, 1), plan.paper); // over all three
        job.edit(Face::Outside).items = {line, wide};
        Master master = newMaster(job, Face::Outside);
        master.on = MasterOn::Panels;
        master.panels = {1, 0, 2};
        addMasterOf(job, plan, master, Face::Outside, {QStringLiteral("line"), QStringLiteral("wide")});
        const Plan with = testing::planned(job);
        QVERIFY(job.on(Face::Outside).items.empty());
        const auto shown = masterItemsOn(job, with, Face::Outside);
        QCOMPARE(shown.size(), std::size_t(4)); // the wide one shows once
        COMPARE_MM(with.findItem(QStringLiteral("line"))->frame.x, 107);
        COMPARE_MM(with.findItem(masterCopyId(QStringLiteral("line"), 1))->frame.x, 10);
        COMPARE_MM(with.findItem(masterCopyId(QStringLiteral("line"), 2))->frame.x, 207);
    }

    void aPageLetsGo()
    {
        Job job = headed();
        letGo(job, page(job, 3), QStringLiteral("head"), true);
        const Plan plan = testing::planned(job);
        QVERIFY(masterItemsOn(job, plan, page(job, 3))[0].letGo);
        QVERIFY(!masterItemsOn(job, plan, page(job, 5))[0].letGo);
        QVERIFY(!masterItemAt(job, plan, page(job, 3), {len("110"), len("8")}));
        QCOMPARE(masterItemAt(job, plan, page(job, 5), {len("110"), len("8")})->id, QStringLiteral("head"));
        QVERIFY(!masterItemAt(job, plan, page(job, 5), {len("20"), len("8")}));
        letGo(job, page(job, 3), QStringLiteral("head"), false);
        QCOMPARE(job.on(page(job, 3)).letGo, QStringList());
    }

    void aFillingMovesWithItsFrameUntilItIsMoved()
    {
        Job job = headed();
        const auto ids = counter();
        const QString onRight = fillHere(job, testing::planned(job), page(job, 3), QStringLiteral("head"), ids);
        const QString onLeft = fillHere(job, testing::planned(job), page(job, 4), QStringLiteral("head"), ids);
        const QString moved = fillHere(job, testing::planned(job), page(job, 5), QStringLiteral("head"), ids);
        QCOMPARE(fillHere(job, testing::planned(job), page(job, 6), QStringLiteral("nothing"), ids), QString());
        COMPARE_MM(testing::planned(job).findItem(onLeft)->frame.x, 8);
        QVERIFY(masterItemsOn(job, testing::planned(job), page(job, 3))[0].letGo);
        QCOMPARE(masterItemsOn(job, testing::planned(job), page(job, 3))[0].filledBy, onRight);
        for (SideAnchor& side : job.findItem(moved)->sides)
            side.offset += len("1");
        const Job before = job;
        for (SideAnchor& side : job.edit(job.masters[0].surface()).items[0].sides)
            side.offset += len("2");
        settleMasters(job, &before);
        const Plan after = testing::planned(job);
        COMPARE_MM(after.findItem(onRight)->frame.x, 102);
        COMPARE_MM(after.findItem(onLeft)->frame.x, 6);
        COMPARE_MM(after.findItem(onLeft)->frame.y, 8);
        COMPARE_MM(after.findItem(moved)->frame.x, 101);
        removeMaster(job, job.masters[0].id);
        QVERIFY(job.findItem(onRight));
        QCOMPARE(job.findItem(onRight)->standsFor, QString());
        QCOMPARE(job.on(page(job, 3)).letGo, QStringList());
        QVERIFY(!job.findItem(masterCopyId(QStringLiteral("head"), 1)));
        QVERIFY(!job.findItem(QStringLiteral("head")));
    }

    void whatIsInHandBecomesOne()
    {
        for (const int number : {3, 4}) {
            Job job = booklet();
            const Plan plan = testing::planned(job);
            job.edit(page(job, number)).items = {
                text("mine", mm(100, 6, 40, 8), plan.paperOf(page(job, number)), "Skerrowby")};
            addMasterOf(job, plan, newMaster(job, page(job, number)), page(job, number), {QStringLiteral("mine")});
            COMPARE_MM(shownAt(job, number).x, 100); // it shows where it stood
            COMPARE_MM(shownAt(job, number + 1).x, 8);
            QVERIFY(job.on(page(job, number)).items.empty());
        }
    }

    void anotherRuleKeepsWhatStandsThere()
    {
        Job job = headed();
        Master next = job.masters[0];
        for (const MasterOn on : {MasterOn::LeftHand, MasterOn::RightHand, MasterOn::PageSet, MasterOn::AllPages}) {
            next.on = on;
            next.pages = QStringLiteral("all");
            changeMaster(job, next);
            QCOMPARE(job.on(next.surface()).items.size(), std::size_t(1));
            QCOMPARE(job.on(next.surface()).items[0].id, QStringLiteral("head"));
            QCOMPARE(bool(job.findItem(masterCopyId(QStringLiteral("head"), 1))), ruleOf(on).both);
            QVERIFY(plan(job));
        }
        next.pages.clear();
        changeMaster(job, next);
        QCOMPARE(job, headed());
    }

    void findingsTellOfTheMasterOnce()
    {
        Job job = headed();
        for (SideAnchor& side : job.edit(job.masters[0].surface()).items[0].sides)
            side.offset += len("7"); // 1 mm from the fore-edge
        settleMasters(job);
        std::vector<Finding> findings = testing::planned(job).findings;
        tellOfMasters(job, testing::planned(job), findings);
        const auto unsafe = std::ranges::count(findings, QStringLiteral("head"), &Finding::itemId);
        QCOMPARE(unsafe, 1);
        QVERIFY(std::ranges::none_of(findings, [](const Finding& f) { return isMasterCopy(f.itemId); }));
        const auto at = std::ranges::find(findings, QStringLiteral("head"), &Finding::itemId);
        QVERIFY(at->message.contains(QStringLiteral("master “every page”")));
        QCOMPARE(*at->surface, job.masters[0].surface());
    }

    void whatShowsNowhereIsNotFound()
    {
        Job job = headed();
        for (SideAnchor& side : job.edit(job.masters[0].surface()).items[0].sides)
            side.offset += len("7");
        settleMasters(job);
        job.masters[0].on = MasterOn::PageSet;
        job.masters[0].pages = QStringLiteral("90");
        settleMasters(job);
        const Plan plan = testing::planned(job);
        std::vector<Finding> findings = plan.findings;
        QVERIFY(std::ranges::count(findings, QStringLiteral("head"), &Finding::itemId) > 0);
        tellOfMasters(job, plan, findings);
        QCOMPARE(std::ranges::count(findings, QStringLiteral("head"), &Finding::itemId), 0);
    }

    void copiesOfAFillingStandForNothing()
    {
        Job job = headed();
        const QString id = fillHere(job, testing::planned(job), page(job, 3), QStringLiteral("head"), counter());
        const auto copies = copiesFor({*job.findItem(id)}, 0, 0, counter());
        QCOMPARE(copies[0].standsFor, QString());
        QCOMPARE(job.findItem(id)->standsFor, QStringLiteral("head"));
    }

    void aBareSetUpHasNone()
    {
        const auto preset = presetFrom(headed(), QStringLiteral("Bare"), {}, PresetContent::Nothing, {});
        QVERIFY(preset);
        QVERIFY(preset->job.masters.empty());
        const auto whole = presetFrom(headed(), QStringLiteral("Whole"), {}, PresetContent::Everything, {});
        QVERIFY(whole);
        QCOMPARE(whole->job.masters.size(), std::size_t(1));
        QVERIFY(whole->job.findItem(masterCopyId(QStringLiteral("head"), 1)));
    }

    void framesThatWaitTellTheirPages()
    {
        Job job = headed();
        Item& frame = job.edit(job.masters[0].surface()).items[0];
        frame.name = QStringLiteral("portrait");
        frame.paragraphs = {{QString(), {}}};
        settleMasters(job);
        letGo(job, page(job, 1), QStringLiteral("head"), true);
        const QString filled = fillHere(job, testing::planned(job), page(job, 2), QStringLiteral("head"), counter());
        job.findItem(filled)->paragraphs[0].text = QStringLiteral("Words");
        const auto found = testing::planned(job).findings;
        const auto empty = std::ranges::find(found, QStringLiteral("frame.empty"), &Finding::code);
        QVERIFY(empty != found.end());
        QVERIFY2(empty->message.startsWith(QStringLiteral("portrait is still empty on pages 3-8")),
                 qPrintable(empty->message));
        QCOMPARE(std::ranges::count(found, QStringLiteral("frame.empty"), &Finding::code), 1);
    }

    void theFileHoldsThem()
    {
        Job job = headed();
        job.masters[0].over = true;
        job.masters[0].mirrored = false;
        settleMasters(job);
        letGo(job, page(job, 3), QStringLiteral("head"), true);
        (void)fillHere(job, testing::planned(job), page(job, 4), QStringLiteral("head"), counter());
        const QByteArray written = writeJob(job);
        QVERIFY(!written.contains("\\u001f") && !written.contains('\x1f')); // no copies
        const auto read = readJob(written, QStringLiteral("job"));
        QVERIFY2(read, read ? "" : qPrintable(read.error().text()));
        QCOMPARE(*read, job);
        QCOMPARE(writeJob(*read), written);
    }

    void whatCannotBeIsRefused()
    {
        const auto refused = [](auto change) {
            Job job = headed();
            change(job);
            return !plan(job).has_value();
        };
        QVERIFY(!refused([](Job&) {}));
        QVERIFY(refused([](Job& j) { j.masters[0].name = QStringLiteral(" "); }));
        QVERIFY(refused([](Job& j) { j.masters.push_back(j.masters[0]); }));
        QVERIFY(refused([](Job& j) { j.masters[0].id = 0; }));
        QVERIFY(refused([](Job& j) {
            j.masters[0].on = MasterOn::PageSet;
            j.masters[0].pages = QStringLiteral("some");
        }));
        QVERIFY(refused([](Job& j) { j.masters[0].on = MasterOn::Panels; }));
        QVERIFY(refused([](Job& j) {
            j.masters[0].on = MasterOn::Panels;
            j.masters[0].panels = {-1};
        }));
        QVERIFY(refused([](Job& j) { j.edit(j.masters[0].surface()).supplied = LinkedFile{}; }));
        for (const char* json :
             {R"({"format":1,"masters":[{"id":1,"name":"a","shows":"the moon"}]})",
              R"({"format":1,"masters":[{"id":1,"name":"a","shows":"chosen panels","panels":[0,99,"x"]}]})",
              R"({"format":1,"masters":[{}]})", R"({"format":1,"masters":7})"}) {
            const auto read = readJob(json, QStringLiteral("job"));
            QVERIFY(!read || !plan(*read) || read->masters.empty());
        }
    }

    void anyPieceKeepsThem()
    {
        CHECK_PROPERTY("masters of any piece survive its file and being taken off", [this] {
            Job job = *testing::anyPiece();
            RC_PRE(plan(job).has_value());
            if (hasPages(job.kind))
                beginSequence(job);
            const Job begun = job;
            const int count = *rc::gen::inRange(1, 4);
            for (int i = 0; i < count; ++i) {
                Master master = newMaster(job, Face::Outside);
                master.on = masterRules[*rc::gen::inRange<std::size_t>(0, masterRules.size())].on;
                if (!hasPages(job.kind) && ruleOf(master.on).component == Component::Text)
                    master.on = MasterOn::BothFaces;
                master.pages =
                    *rc::gen::element(QStringLiteral("odd"), QStringLiteral("2-5, 9"), QStringLiteral("all"));
                master.panels = {0};
                master.over = *rc::gen::arbitrary<bool>();
                master.mirrored = *rc::gen::arbitrary<bool>();
                addMaster(job, master);
                // Generators look at the paper again when they look for a smaller case.
                const Plan& plan = *plans_.emplace_back(std::make_unique<Plan>(testing::planned(job)));
                job.edit(master.surface()).items = {*anyItem(plan.paperOf(master.surface()), i)};
                Item& made = job.edit(master.surface()).items[0];
                made.next.clear();
                for (Paragraph& paragraph : made.paragraphs) { // styles are not what is looked at here
                    paragraph.styleName.clear();
                    for (CharacterStyle& span : paragraph.spans)
                        span.styleName.clear();
                }
                for (const char* ink : {"Shallows", "Lamp"})
                    if (!job.findInk(QString::fromLatin1(ink)))
                        job.inks.push_back({QString::fromLatin1(ink), {10, 20, 30, 0}});
                settleMasters(job);
            }
            const auto planned = plan(job);
            if (!planned)
                RC_FAIL(planned.error().text().toStdString());
            // Each page carries exactly the masters that say so, on the paper of its own hand.
            for (const ReaderPage& page : planned->pages) {
                if (page.place < 0 || page.place >= job.sequence.size())
                    continue;
                const auto layers = planned->layersOf(job.sequence.at(page.place).surface());
                for (const Master& master : job.masters) {
                    const auto set = parsePageSet(master.pages, limits::mostPages);
                    const bool wanted =
                        master.on == MasterOn::AllPages ||
                        (master.on == MasterOn::RightHand && page.hand == Hand::Right) ||
                        (master.on == MasterOn::LeftHand && page.hand == Hand::Left) ||
                        (master.on == MasterOn::PageSet && std::ranges::find(*set, page.place) != set->end());
                    const auto at = std::ranges::find(layers, master.id, &SurfaceId::master);
                    RC_ASSERT((at != layers.end()) == wanted);
                    if (wanted)
                        RC_ASSERT(&planned->paperOf(*at) == &planned->paperOf(job.sequence.at(page.place).surface()));
                }
            }
            const auto read = readJob(writeJob(job), QStringLiteral("job"));
            RC_ASSERT(read.has_value());
            RC_ASSERT(*read == job);
            Job again = job;
            settleMasters(again, &job);
            RC_ASSERT(again == job);
            while (!job.masters.empty())
                removeMaster(job, job.masters.back().id);
            RC_ASSERT(job.surfaces == begun.surfaces);
        });
    }
};

HINGE_TEST(TestMasters)
#include "test_masters.moc"
