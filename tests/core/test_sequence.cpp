// SPDX-License-Identifier: GPL-3.0-or-later
// The pages of a piece: their order, what comes in, how it lies, and that a reader meets them as the folded pile gives
// them.
#include "content_items.h"
#include "core/edit/bring_in.h"
#include "core/edit/remedies.h"
#include "core/edit/sequence_edits.h"
#include "core/file/job_file.h"

using namespace hinge;
using testing::len;

class TestSequence : public QObject
{
    Q_OBJECT

    static Job booklet(int pages)
    {
        Job job = newPiece(PieceKind::Booklet);
        job.pages.count = pages;
        return job;
    }
    /// Each page supplied with the page of the same number of one file.
    static Job filled(int pages)
    {
        Job job = booklet(pages);
        beginSequence(job);
        for (int i = 0; i < pages; ++i) {
            job.edit(job.sequence[i].surface()).supplied = LinkedFile{QStringLiteral("text.pdf"), i + 1, 0, {}};
            job.sequence[i].state = PageState::InWork;
        }
        return job;
    }
    /// Which pages of the file stand one after the other; 0 for one without any.
    static std::vector<int> order(const Job& job)
    {
        std::vector<int> out;
        for (const SequencePage& page : job.sequence) {
            const auto& supplied = job.on(page.surface()).supplied;
            out.push_back(supplied ? supplied->page : 0);
        }
        return out;
    }
    static FileFacts pdf(int pages, Size trim, Length bleed, const char* hash = "a")
    {
        FileFacts facts;
        facts.isPdf = true;
        facts.sha256 = QString::fromLatin1(hash);
        for (int i = 0; i < pages; ++i)
            facts.pages.push_back({trim, {bleed, bleed, bleed, bleed}, true});
        return facts;
    }
    static Size a5() { return {len("148"), len("210")}; }
    static QStringList codesOf(const Job& job, const FileFactsMap& facts = {})
    {
        QStringList codes;
        const Plan plan = testing::planned(job);
        std::vector<Finding> all = plan.findings;
        for (const Finding& f : checkFiles(job, plan, facts))
            all.push_back(f);
        for (const Finding& f : all)
            if (f.code.startsWith(QStringLiteral("pages.")))
                codes << f.code;
        return codes;
    }

private Q_SLOTS:
    void pagesMoveWithWhatStandsOnThem()
    {
        Job job = filled(6);
        movePages(job, {4, 1}, 0);
        QCOMPARE(order(job), (std::vector<int>{2, 5, 1, 3, 4, 6}));
        movePages(job, {0, 1}, 99);
        QCOMPARE(order(job), (std::vector<int>{1, 3, 4, 6, 2, 5}));
        swapPages(job, 0, 5);
        QCOMPARE(order(job), (std::vector<int>{5, 3, 4, 6, 2, 1}));
        reversePages(job, {1, 2, 3});
        QCOMPARE(order(job), (std::vector<int>{5, 6, 4, 3, 2, 1}));
        insertPages(job, 1, 2);
        QCOMPARE(order(job), (std::vector<int>{5, 0, 0, 6, 4, 3, 2, 1}));
        QCOMPARE(job.pages.count, 8);
        removePages(job, {1, 2, 7, 99, -1});
        QCOMPARE(order(job), (std::vector<int>{5, 6, 4, 3, 2}));
        QCOMPARE(job.pages.count, 5);
        QVERIFY(validate(job));
        removePages(job, {0, 1, 2, 3, 4});
        QCOMPARE(order(job), (std::vector<int>{5})); // one is always left
    }

    void movingLosesNothing()
    {
        CHECK_PROPERTY("whatever is done, every page is there once and the job is sound", [] {
            const int pages = *rc::gen::inRange(2, 30);
            Job job = filled(pages);
            const auto place = [&] { return *rc::gen::inRange(-2, pages + 3); };
            for (int i = 0; i < 5; ++i)
                switch (*rc::gen::inRange(0, 3)) {
                case 0: movePages(job, {place(), place(), place()}, place()); break;
                case 1: swapPages(job, place(), place()); break;
                default: reversePages(job, {place(), place(), place()}); break;
                }
            std::vector<int> all = order(job);
            std::ranges::sort(all);
            for (int i = 0; i < pages; ++i)
                RC_ASSERT(all[std::size_t(i)] == i + 1);
            RC_ASSERT(validate(job).has_value());
        });
    }

    void aCopyStandsBehindItsPage()
    {
        Job job = filled(3);
        const Plan plan = testing::planned(job);
        job.edit(job.sequence[1].surface()).items = {testing::content::text(
            "words", {len("20"), len("20"), len("60"), len("40")}, plan.paperOf(job.sequence[1].surface()), "Tides")};
        duplicatePages(job, {1});
        QCOMPARE(order(job), (std::vector<int>{1, 2, 2, 3}));
        const auto& copy = job.on(job.sequence[2].surface());
        QCOMPARE(copy.items.size(), std::size_t(1));
        QVERIFY(copy.items[0].id != QStringLiteral("words") &&
                copy.items[0].paragraphs[0].text == QStringLiteral("Tides"));
        QVERIFY(validate(job));
        // What is changed on one stays as it is on the other.
        job.edit(job.sequence[2].surface()).supplied.reset();
        QCOMPARE(order(job), (std::vector<int>{1, 2, 0, 3}));
        // A text that runs on within its page does so within the copy.
        Job linked = filled(2);
        const Paper& paper = plan.paperOf(linked.sequence.at(0).surface());
        Item head = testing::content::text("head", {len("20"), len("20"), len("60"), len("40")}, paper, "Tides");
        head.next = QStringLiteral("foot");
        linked.edit(linked.sequence.at(0).surface()).items = {
            head, testing::content::text("foot", {len("20"), len("80"), len("60"), len("40")}, paper)};
        duplicatePages(linked, {0});
        const auto& copied = linked.on(linked.sequence.at(1).surface()).items;
        QVERIFY(copied[0].next == copied[1].id && copied[1].id != QStringLiteral("foot"));
        QVERIFY(validate(linked));
        // Pages that hold the same share it.
        duplicatePages(job, {0});
        QVERIFY(&job.on(job.sequence[0].surface()) == &job.on(job.sequence[1].surface()));
    }

    void copiesStandWhereverTheyAreWanted()
    {
        Job job = filled(4);
        copyPages(job, {2, 1}, 0);
        QCOMPARE(order(job), (std::vector<int>{2, 3, 1, 2, 3, 4}));
        copyPages(job, {0}, 99);
        QCOMPARE(order(job), (std::vector<int>{2, 3, 1, 2, 3, 4, 2}));
        copyPages(job, {77}, 0);
        QCOMPARE(order(job).size(), std::size_t(7));
        QVERIFY(validate(job));
    }

    void setsOfPagesAreReadAsPeopleTypeThem()
    {
        const auto read = [](const char* text) { return parsePageSet(QString::fromUtf8(text), 12); };
        QCOMPARE(*read("3-5, 12"), (std::vector<int>{2, 3, 4, 11}));
        QCOMPARE(*read("5 – 3,4"), (std::vector<int>{2, 3, 4}));
        QCOMPARE(*read("odd"), (std::vector<int>{0, 2, 4, 6, 8, 10}));
        QCOMPARE(read("Even, 1")->size(), std::size_t(7));
        QCOMPARE(read("all")->size(), std::size_t(12));
        for (const char* bad : {"", ",", "0", "13", "2-13", "x", "1--2", "3-", "-3", "1 2", "99999999999"})
            QVERIFY2(!read(bad), bad);
        QCOMPARE(pageSetText({2, 3, 4, 11}), QStringLiteral("3-5, 12"));
        CHECK_PROPERTY("a set reads back", [] {
            std::set<int> some;
            for (int i = 0; i < 6; ++i)
                some.insert(*rc::gen::inRange(0, 40));
            const std::vector<int> places(some.begin(), some.end());
            RC_ASSERT(*parsePageSet(pageSetText(places), 40) == places);
        });
    }

    void theCountOfPagesKeepsWhatStandsOnThem()
    {
        Job job = filled(4);
        QVERIFY(setPageCount(job, 8));
        QCOMPARE(order(job), (std::vector<int>{1, 2, 3, 4, 0, 0, 0, 0}));
        QVERIFY(setPageCount(job, 4));
        const auto refused = setPageCount(job, 3);
        QVERIFY(!refused && refused.error().message.contains(QStringLiteral("page 4")));
        QVERIFY(validate(job));
        Job bare = booklet(16);
        QVERIFY(setPageCount(bare, 20) && bare.sequence.isEmpty() && bare.pages.count == 20);
        // As many as the schema of jobs says.
        QVERIFY(setPageCount(bare, 10'000) && validate(bare));
        QVERIFY(setPageCount(bare, 10'001) && !validate(bare));
        // Beyond all reason it is the job that is refused, not made.
        QVERIFY(setPageCount(job, 2'000'000'000) && !validate(job));
    }

    void aReaderMeetsThePagesAsTheFoldedPileGivesThem()
    {
        CHECK_PROPERTY("pages in reading order are those of the pile, blanks and all", [] {
            Job job = booklet(*rc::gen::inRange(1, 60));
            job.kind = *rc::gen::element(PieceKind::Booklet, PieceKind::Book, PieceKind::WireBook);
            job.pages.plusCover = *rc::gen::arbitrary<bool>() || job.kind == PieceKind::Book;
            job.pages.blanks = *rc::gen::element(Blanks::AtEnd, Blanks::BeforeBack, Blanks::InsideCovers);
            job.rightToLeft = *rc::gen::arbitrary<bool>();
            const auto planned = plan(job);
            RC_PRE(planned.has_value());
            const Book& book = *planned->book;
            RC_ASSERT(int(planned->pages.size()) == book.pages);
            int place = 0;
            for (int i = 0; i < book.pages; ++i) {
                const ReaderPage& page = planned->pages[std::size_t(i)];
                RC_ASSERT(page.number == i + 1);
                RC_ASSERT(page.isBlank() == std::ranges::binary_search(book.blanks, i + 1));
                if (!page.isBlank())
                    RC_ASSERT(page.place == place++);
                // Where it lies in its spread.
                for (const Spread& spread : book.spreads) {
                    if (spread.left == page.number)
                        RC_ASSERT(page.hand == Hand::Left);
                    if (spread.right == page.number)
                        RC_ASSERT(page.hand == Hand::Right);
                }
            }
            RC_ASSERT(place == job.pages.count);
        });
    }

    void aPageLiesLeftOrRightAsItIsRead()
    {
        Job job = filled(8);
        const SurfaceId second = job.sequence[1].surface();
        const auto bound = [](const Plan& plan, const SurfaceId& surface) {
            return plan.panelsOf(surface).front().edge(ItemSide::Right) != EdgeFate::Knife;
        };
        QVERIFY(bound(testing::planned(job), second)); // a left-hand page has its spine at the right
        movePages(job, {1}, 0);
        QVERIFY(!bound(testing::planned(job), second)); // now it is the first, and lies on the right
        QCOMPARE(surfaceName(second, job), QStringLiteral("page 1"));
    }

    void filesComeInAsPeopleCount()
    {
        QCOMPARE(
            inNaturalOrder({QStringLiteral("page 10.png"), QStringLiteral("Page 2.png"), QStringLiteral("page 1.png")}),
            (QStringList{QStringLiteral("page 1.png"), QStringLiteral("Page 2.png"), QStringLiteral("page 10.png")}));
    }

    void everyPageOfEveryFileComesIn()
    {
        FileFacts damaged;
        damaged.error = QStringLiteral("damaged");
        FileFacts picture;
        picture.pixelWidth = 1748;
        picture.pixelHeight = 2480;
        picture.sha256 = QStringLiteral("p");
        FileFacts holed = pdf(3, a5(), len("3"), "h");
        holed.pages[1].isUsable = false;
        const auto pages = pagesOf({{QStringLiteral("text.pdf"), pdf(2, a5(), len("3"))},
                                    {QStringLiteral("bad.pdf"), damaged},
                                    {QStringLiteral("map.png"), picture},
                                    {QStringLiteral("holed.pdf"), holed},
                                    {QStringLiteral("again.png"), picture}});
        QCOMPARE(pages.size(), std::size_t(6));
        QCOMPARE(pages[1].file.page, 2);
        QVERIFY(pages[2].isPicture() && !pages[1].isPicture());
        QCOMPARE(pages[4].file.page, 3);
        QCOMPARE(pages[5].sameAs, 2); // the same picture under another name
        QCOMPARE(pages[4].sameAs, -1);
    }

    void aPileOfPagesOffersAPiece()
    {
        std::vector<IncomingPage> pages = pagesOf({{QStringLiteral("text.pdf"), pdf(31, a5(), len("3"))}});
        const auto offer = offerFor(newLeaflet(), pages);
        QVERIFY(offer);
        QCOMPARE(offerText(*offer, Unit::Mm),
                 QStringLiteral("31 pages, A5 with 3 mm bleed: a stapled booklet of 32 with one blank"));
        Job job = newLeaflet();
        takeOffer(job, *offer);
        QCOMPARE(bringIn(job, pages).size(), std::size_t(31));
        QVERIFY(validate(job));
        const Plan plan = testing::planned(job);
        QCOMPARE(plan.book->pages, 32);
        QVERIFY(!codesOf(job).contains(QStringLiteral("pages.empty")));
        // A thick block is glued.
        pages = pagesOf({{QStringLiteral("novel.pdf"), pdf(320, a5(), Length())}});
        QVERIFY(offerFor(newLeaflet(), pages)->kind == PieceKind::Book);
        QVERIFY(offerText(*offerFor(newLeaflet(), pages), Unit::Mm)
                    .startsWith(QStringLiteral("320 pages, A5 without bleed")));
        QVERIFY(!offerFor(newLeaflet(), {}));
        // A tenth of a millimetre is no other size.
        pages = pagesOf({{QStringLiteral("near.pdf"), pdf(8, {Length::micrometres(148100), len("210")}, len("3"))}});
        QVERIFY(offerFor(newLeaflet(), pages)->page == a5());
    }

    void morePagesComeInBetween()
    {
        Job job = filled(4);
        const auto more = pagesOf({{QStringLiteral("more.pdf"), pdf(2, a5(), len("3"))}});
        QCOMPARE(bringIn(job, more, 2), (std::vector<int>{2, 3}));
        QCOMPARE(order(job), (std::vector<int>{1, 2, 1, 2, 3, 4}));
        QCOMPARE(job.pages.count, 6);
        // On empty pages they take their place, whatever was wanted.
        Job fresh = booklet(16);
        beginSequence(fresh);
        QCOMPARE(bringIn(fresh, more), (std::vector<int>{0, 1}));
        QCOMPARE(fresh.pages.count, 2);
        QVERIFY(validate(fresh));
    }

    void spreadsAreTakenApart()
    {
        const auto spreads = pagesOf({{QStringLiteral("s.pdf"), pdf(2, {len("296"), len("210")}, len("3"))}});
        const auto pages = takenApart(spreads, a5(), false);
        QCOMPARE(pages.size(), std::size_t(4));
        QVERIFY(pages[0].trim == a5() && pages[0].part->x == Length() && pages[1].part->x == len("148"));
        QVERIFY(pages[0].bleed[2] == Length() && pages[0].bleed[0] == len("3"));
        QVERIFY(takenApart(spreads, a5(), true)[0].part->x == len("148"));
        QCOMPARE(takenApart(spreads, {len("200"), len("210")}, false).size(), std::size_t(2)); // of another size
    }

    void picturesLieOnTheirPages()
    {
        FileFacts large;
        large.pixelWidth = 3508;
        large.pixelHeight = 4961; // A4 at 424 pixels an inch
        FileFacts small = large;
        small.pixelWidth = 600;
        small.pixelHeight = 800; // 50.8 x 67.7 mm at 300
        const auto pages = pagesOf({{QStringLiteral("large.jpg"), large}, {QStringLiteral("small.jpg"), small}});
        const auto frames = [&](const IncomingLie& place) {
            Job job = booklet(2);
            (void)bringIn(job, pages, -1, place);
            const Plan plan = testing::planned(job);
            std::vector<Rect> out;
            for (const SequencePage& page : job.sequence)
                out.push_back(plan.itemsOn(page.surface()).front().frame);
            return out;
        };
        const auto filling = frames({});
        QVERIFY(filling[0] == filling[1].grown(Length()) || filling[0].w == filling[1].w); // both fill the page
        COMPARE_MM(filling[0].h, 216);                                                     // out to the bleed
        const auto whole = frames({.toBleed = false});
        QVERIFY(whole[0].h < len("210"));
        const auto kept = frames({.toBleed = true, .mayGrow = false, .mayShrink = true});
        COMPARE_MM(kept[1].w, 50.8);
        COMPARE_MM(kept[0].h, 216);
    }

    void aPlacementIsGeometry()
    {
        // A page of 100 x 60 with a point at (10, 20), on a surface of 200 x 200.
        const auto lands = [](const Placement& placement) {
            const PageLie lie = lieOf({len("200"), len("200")}, {len("100"), len("60")}, placement);
            return QPointF(lie.a * 10 + lie.c * 20 + lie.e, lie.b * 10 + lie.d * 20 + lie.f);
        };
        const auto near = [](QPointF a, QPointF b) { return std::hypot(a.x() - b.x(), a.y() - b.y()) < 1e-9; };
        QVERIFY(near(lands({}), {60, 90}));
        // Turned clockwise, what was at the left is at the head: the trim is 60 x 100, at (70, 50).
        QVERIFY(near(lands({.turn = Turn::Quarter}), {70 + 60 - 20, 50 + 10}));
        QVERIFY(near(lands({.turn = Turn::Half}), {50 + 100 - 10, 70 + 60 - 20}));
        QVERIFY(near(lands({.turn = Turn::ThreeQuarters}), {70 + 20, 50 + 100 - 10}));
        QVERIFY(near(lands({.scale = 50}), {75 + 5, 85 + 10}));
        QVERIFY(near(lands({.shift = {len("5"), len("-3")}}), {65, 87}));
        // The right half in the middle: its corner (50, 0) comes to (75, 70).
        const Placement half{.part = Rect{len("50"), {}, len("50"), len("60")}};
        QVERIFY(near(lands(half), {75 - 50 + 10, 70 + 20}));
        const PageLie lie = lieOf({len("200"), len("200")}, {len("100"), len("60")}, half);
        COMPARE_MM(lie.window.x, 75); // the other page begins there
        QVERIFY(lie.window.right() > len("200") && lie.window.y < Length());
    }

    void turnedPagesShowWhatIsCutOffWhereItIs()
    {
        // Turned by half, the side at which the part ends lies at the right.
        Placement half{.part = Rect{len("50"), {}, len("50"), len("60")}};
        half.turn = Turn::Half;
        const PageLie lie = lieOf({len("200"), len("200")}, {len("100"), len("60")}, half);
        COMPARE_MM(lie.window.right(), lie.trim.right().toMm());
        QVERIFY(lie.window.x < Length());
    }

    void findingsOfPages()
    {
        FileFactsMap facts{{QStringLiteral("text.pdf"), pdf(8, a5(), len("3"))}};
        Job job = filled(8);
        QVERIFY2(codesOf(job, facts).isEmpty(), qPrintable(codesOf(job, facts).join(u' ')));
        const SurfaceId third = job.sequence[2].surface();
        const auto with = [&](const std::function<void(Job&, FileFactsMap&)>& change) {
            Job changed = job;
            FileFactsMap known = facts;
            change(changed, known);
            return codesOf(changed, known);
        };
        QCOMPARE(with([&](Job& j, auto&) { j.edit(third).supplied.reset(); }),
                 QStringList{QStringLiteral("pages.empty")});
        QCOMPARE(with([&](Job& j, auto&) { setPageState(j, {2}, PageState::Question, QStringLiteral("Which tide?")); }),
                 QStringList{QStringLiteral("pages.question")});
        QCOMPARE(with([&](Job& j, auto&) {
                     setPageState(j, {0, 1, 2, 3, 4, 5, 6}, PageState::Passed);
                 }),
                 QStringList{QStringLiteral("pages.unpassed")});
        QCOMPARE(with([&](Job& j, auto&) { j.edit(third).supplied->page = 2; }),
                 QStringList{QStringLiteral("pages.twice")});
        QCOMPARE(with([&](Job&, FileFactsMap& f) { f[QStringLiteral("text.pdf")].pages[2].trim.w = len("150"); }),
                 QStringList{QStringLiteral("pages.size")});
        QCOMPARE(with([&](Job&, FileFactsMap& f) {
                     f[QStringLiteral("text.pdf")].pages[2].trim = {len("210"), len("148")};
                 }),
                 QStringList{QStringLiteral("pages.turned")});
        // Turned, it fits.
        QVERIFY(with([&](Job& j, FileFactsMap& f) {
                    f[QStringLiteral("text.pdf")].pages[2].trim = {len("210"), len("148")};
                    turnPages(j, {2}, Turn::Quarter);
                }).isEmpty());
        const auto bleeds = [&](int side) {
            return with([&](Job&, FileFactsMap& f) {
                f[QStringLiteral("text.pdf")].pages[2].bleed[std::size_t(side)] = len("1");
            });
        };
        // A right-hand page is folded at its left: there it needs none.
        QVERIFY(bleeds(0).isEmpty());
        for (const int cut : {1, 2, 3})
            QCOMPARE(bleeds(cut), QStringList{QStringLiteral("pages.bleed")});
        // Turned by half, its right side lies at the spine.
        const auto turned = [&](int side) {
            return with([&](Job& j, FileFactsMap& f) {
                f[QStringLiteral("text.pdf")].pages[2].bleed[std::size_t(side)] = len("1");
                turnPages(j, {2}, Turn::Half);
            });
        };
        QVERIFY(turned(2).isEmpty());
        QCOMPARE(turned(0), QStringList{QStringLiteral("pages.bleed")});
        // A job without a sequence has nothing to say.
        QVERIFY(codesOf(booklet(8)).isEmpty());
    }

    void jobsWithPagesReadBack()
    {
        Job job = filled(6);
        setPageState(job, {1}, PageState::Question, QStringLiteral("Whose boat?"));
        setPageState(job, {2}, PageState::Passed);
        turnPages(job, {3}, Turn::ThreeQuarters);
        setFromSpine(job, testing::planned(job), {3}, len("-1.5"));
        setDown(job, {3}, len("-2"));
        scalePages(job, {3}, Percent::hundredths(9750));
        job.edit(job.sequence[4].surface()).placement.part = Rect{len("148"), {}, len("148"), len("210")};
        movePages(job, {5}, 0);
        job.edit(job.sequence[0].surface()).items = {testing::content::text(
            "words", {len("20"), len("20"), len("60"), len("40")}, testing::planned(job).paper, "Tides")};
        const auto back = readJob(writeJob(job), QStringLiteral("job"));
        QVERIFY2(back, back ? "" : qPrintable(back.error().text()));
        QVERIFY(*back == job);
        // Broken ones are refused with a reason.
        Job twice = job;
        twice.sequence[1].id = twice.sequence[0].id;
        QVERIFY(!validate(twice));
        Job many = job;
        many.pages.count = 9;
        QVERIFY(!validate(many));
        Job astray = job;
        astray.edit(SurfaceId::ofPage(77)).supplied = LinkedFile{QStringLiteral("x.pdf"), 1, 0, {}};
        QVERIFY(!validate(astray));
        Job flat = job;
        flat.edit(flat.sequence[0].surface()).placement.part = Rect{};
        QVERIFY(!validate(flat));
        Job scaled = job;
        scaled.edit(scaled.sequence[0].surface()).placement.scale = 0;
        QVERIFY(!validate(scaled));
    }

    void undoCostsLittle()
    {
        // Jobs in a history share all pages but the one that was changed.
        const Job first = filled(1000);
        Job second = first;
        second.edit(second.sequence.at(500).surface()).placement.scale = 90;
        int shared = 0;
        for (const SequencePage& page : std::as_const(first.sequence))
            shared += &first.on(page.surface()) == &second.on(page.surface());
        QCOMPARE(shared, 999);
        QVERIFY(first.sequence.constData() == second.sequence.constData());
    }
};

HINGE_TEST(TestSequence)
#include "test_sequence.moc"
