// SPDX-License-Identifier: GPL-3.0-or-later
// The numbers printed on pages, and what is checked of covers and drawings that go over two pages.
#include "content_items.h"
#include "core/edit/bring_in.h"
#include "core/edit/new_items.h"
#include "core/edit/sequence_edits.h"
#include "core/file/job_file.h"
#include "core/piece/page_numbers.h"
#include "core/plan/checks.h"
#include "core/plan/spine_check.h"

using namespace hinge;
using testing::len;

class TestPageNumbers : public QObject
{
    Q_OBJECT

    static Job numbered(NumberPlace place)
    {
        Job job = newPiece(PieceKind::Booklet);
        job.pages.count = 8;
        job.pages.printed.place = place;
        beginSequence(job);
        return job;
    }
    static std::optional<PrintedNumber> numberOn(const Job& job, int place)
    {
        const Plan p = testing::planned(job);
        return printedNumber(job, *p.readerPage(job.sequence.at(place).surface()));
    }
    static QStringList codesOf(const std::vector<Finding>& findings)
    {
        QStringList codes;
        for (const Finding& f : findings)
            codes << f.code;
        return codes;
    }
    /// A leaflet cover with a block of its own.
    static Job book()
    {
        Job job = newPiece(PieceKind::Book);
        job.pages.count = 200;
        return job;
    }
    static QStringList coverFindings(const Job& job, Length width)
    {
        Job supplied = job;
        supplied.edit(Face::Outside).supplied = LinkedFile{QStringLiteral("cover.pdf"), 1, 0, {}};
        FileFacts facts;
        facts.isPdf = true;
        const Length bleed = job.zones.bleed;
        facts.pages.push_back({{width, testing::planned(job).paper.flat.h}, {bleed, bleed, bleed, bleed}, true});
        QStringList texts;
        for (const Finding& f :
             checkFiles(supplied, testing::planned(supplied), {{QStringLiteral("cover.pdf"), facts}}))
            if (f.code == QStringLiteral("supplied.spine") || f.code == QStringLiteral("supplied.size"))
                texts << f.code + u' ' + f.message + u' ' + f.reason;
        return texts;
    }

private Q_SLOTS:
    void romanNumbers()
    {
        // As they are taught; from memory.
        QCOMPARE(romanNumber(4, false), QStringLiteral("iv"));
        QCOMPARE(romanNumber(9, false), QStringLiteral("ix"));
        QCOMPARE(romanNumber(14, false), QStringLiteral("xiv"));
        QCOMPARE(romanNumber(40, true), QStringLiteral("XL"));
        QCOMPARE(romanNumber(1990, true), QStringLiteral("MCMXC"));
        QCOMPARE(romanNumber(2008, true), QStringLiteral("MMVIII"));
        QCOMPARE(romanNumber(3999, true), QStringLiteral("MMMCMXCIX"));
        QCOMPARE(romanNumber(0, true), QStringLiteral("0"));
        QCOMPARE(romanNumber(4000, true), QStringLiteral("4000"));
        CHECK_PROPERTY("reading letter by letter gives the number back", [] {
            const int number = *rc::gen::inRange(1, 4000);
            const std::map<QChar, int> worth{{u'i', 1},   {u'v', 5},   {u'x', 10},  {u'l', 50},
                                             {u'c', 100}, {u'd', 500}, {u'm', 1000}};
            const QString letters = romanNumber(number, false);
            int sum = 0;
            for (qsizetype i = 0; i < letters.size(); ++i) {
                const int now = worth.at(letters[i]);
                // One before a greater one is taken away from it.
                sum += i + 1 < letters.size() && worth.at(letters[i + 1]) > now ? -now : now;
            }
            RC_ASSERT(sum == number);
        });
    }

    void numbersStandWhereTheyAreWanted_data()
    {
        QTest::addColumn<int>("place");
        QTest::addColumn<int>("onRight");
        QTest::addColumn<int>("onLeft");
        QTest::addColumn<bool>("atHead");
        const auto row = [](const char* name, NumberPlace place, Align right, Align left, bool head) {
            QTest::newRow(name) << int(place) << int(right) << int(left) << head;
        };
        row("foot outer", NumberPlace::FootOuter, Align::Right, Align::Left, false);
        row("foot middle", NumberPlace::FootMiddle, Align::Centre, Align::Centre, false);
        row("foot inner", NumberPlace::FootInner, Align::Left, Align::Right, false);
        row("foot left", NumberPlace::FootLeft, Align::Left, Align::Left, false);
        row("foot right", NumberPlace::FootRight, Align::Right, Align::Right, false);
        row("head outer", NumberPlace::HeadOuter, Align::Right, Align::Left, true);
        row("head middle", NumberPlace::HeadMiddle, Align::Centre, Align::Centre, true);
        row("head inner", NumberPlace::HeadInner, Align::Left, Align::Right, true);
    }
    void numbersStandWhereTheyAreWanted()
    {
        QFETCH(int, place);
        QFETCH(int, onRight);
        QFETCH(int, onLeft);
        QFETCH(bool, atHead);
        const Job job = numbered(NumberPlace(place));
        const auto right = numberOn(job, 2); // page 3 is a right-hand one
        const auto left = numberOn(job, 3);
        QVERIFY(right && left);
        QCOMPARE(int(right->words.style.align), onRight);
        QCOMPARE(int(left->words.style.align), onLeft);
        QCOMPARE(right->words.text, QStringLiteral("3"));
        // A line of 11 points, 8 mm from the trim and 12 from the sides.
        COMPARE_MM(right->frame.x, 12);
        COMPARE_MM(right->frame.w, job.page.w.toMm() - 24);
        QCOMPARE(right->frame.h, Length::points(11));
        if (atHead)
            COMPARE_MM(right->frame.y, 8);
        else
            QCOMPARE(job.page.h - right->frame.bottom(), Length::mm(8));
    }

    void whatIsReadFromTheRightIsMirrored()
    {
        Job job = numbered(NumberPlace::FootOuter);
        job.rightToLeft = true;
        // Its first page lies on the left.
        QCOMPARE(numberOn(job, 0)->words.style.align, Align::Left);
        QCOMPARE(numberOn(job, 1)->words.style.align, Align::Right);
    }

    void pagesCanHideTheirNumber()
    {
        Job job = numbered(NumberPlace::FootMiddle);
        hidePageNumbers(job, {0, 4}, true);
        QVERIFY(!numberOn(job, 0));
        QVERIFY(!numberOn(job, 4));
        QCOMPARE(numberOn(job, 5)->words.text, QStringLiteral("6")); // it is counted all the same
        job.pages.counted = CountedCovers::NotOuter;
        QVERIFY(!numberOn(job, 7)); // the back cover has none
        QCOMPARE(numberOn(job, 1)->words.text, QStringLiteral("1"));
        job.pages.printed.script = NumberScript::SmallRoman;
        job.pages.firstNumber = 4;
        QCOMPARE(numberOn(job, 1)->words.text, QStringLiteral("iv"));
        QVERIFY(!numbersAlike(job, numbered(NumberPlace::FootMiddle)));
        QVERIFY(numbersAlike(job, job));
        Job moved = job;
        movePages(moved, {0}, 4);
        QVERIFY(!numbersAlike(job, moved));
        Job marked = job;
        setPageState(marked, {2}, PageState::Passed);
        QVERIFY(numbersAlike(job, marked));
    }

    void numbersReadBackAndAreJudged()
    {
        Job job = numbered(NumberPlace::HeadInner);
        job.pages.printed.script = NumberScript::CapitalRoman;
        job.pages.printed.fromEdge = len("3.5");
        job.pages.printed.fromSide = len("20");
        job.pages.printed.styleName = QStringLiteral("Folio");
        QVERIFY(!validate(job)); // there is no such style
        job.textStyles.push_back({QStringLiteral("Folio"), {}, {}});
        hidePageNumbers(job, {2}, true);
        const auto back = readJob(writeJob(job), QStringLiteral("job"));
        QVERIFY2(back, back ? "" : qPrintable(back.error().text()));
        QVERIFY(*back == job);
        QVERIFY(codesOf(testing::planned(job).findings).contains(QStringLiteral("pages.number")));
        job.pages.printed.fromEdge = job.zones.safe;
        QVERIFY(!codesOf(testing::planned(job).findings).contains(QStringLiteral("pages.number")));
        job.pages.printed.fromSide = job.page.w;
        QVERIFY(!validate(job));
    }

    void numbersFollowAStyleOfTheJob()
    {
        Job job = numbered(NumberPlace::FootOuter);
        NamedStyle style{QStringLiteral("Folio"), {}, {}};
        style.style.size = Length::points(14);
        style.style.leading = Length::points(20);
        style.style.ink = QStringLiteral("Deep water");
        style.style.spaceBefore = Length::mm(9); // means nothing to a line that stands alone
        job.textStyles.push_back(style);
        job.pages.printed.styleName = style.name;
        const auto number = numberOn(job, 2);
        QCOMPARE(number->words.style.size, Length::points(14));
        QCOMPARE(number->words.style.ink, QStringLiteral("Deep water"));
        QCOMPARE(number->words.style.spaceBefore, Length());
        QCOMPARE(number->frame.h, Length::points(20));
    }

    void theBackOfALeafIsItsOtherPage()
    {
        CHECK_PROPERTY("turning a leaf over twice gives it back, and its two pages lie on different hands", [] {
            Job job = newPiece(PieceKind::Booklet);
            job.pages.count = 4 * *rc::gen::inRange(1, 12);
            job.rightToLeft = *rc::gen::arbitrary<bool>();
            beginSequence(job);
            const Plan p = testing::planned(job);
            const int place = *rc::gen::inRange(0, job.pages.count);
            const SurfaceId page = job.sequence.at(place).surface();
            const SurfaceId behind = surfaceBehind(job, p, page);
            RC_ASSERT(!(behind == page));
            RC_ASSERT(surfaceBehind(job, p, behind) == page);
            RC_ASSERT(p.readerPage(behind)->hand != p.readerPage(page)->hand);
        });
        const Job job = newPiece(PieceKind::Leaflet);
        QCOMPARE(surfaceBehind(job, testing::planned(job), Face::Outside), SurfaceId(Face::Inside));
    }

    void textRunsOnToTheNextPage()
    {
        Job job = numbered(NumberPlace::None);
        const SurfaceId first = job.sequence.at(2).surface();
        job.edit(first).items = {testing::content::text("words", {len("20"), len("30"), len("90"), len("120")},
                                                        testing::planned(job).paperOf(first), "Tides")};
        const auto next = newFrameAfter(job, testing::planned(job), QStringLiteral("words"));
        QVERIFY(next);
        QCOMPARE(next->surface, job.sequence.at(3).surface());
        const Plan p = testing::planned(job);
        const Rect frame = frameOf(p.paperOf(next->surface), Face::Outside, next->item);
        // As far from the spine as before, which lies on the other side now.
        QCOMPARE(job.page.w - frame.right(), len("20"));
        QCOMPARE(frame.size(), (Size{len("90"), len("120")}));
        QCOMPARE(frame.y, len("30"));
        // The last page has none behind it.
        Job last = numbered(NumberPlace::None);
        const SurfaceId end = last.sequence.at(7).surface();
        last.edit(end).items = {testing::content::text("words", {len("20"), len("30"), len("90"), len("120")},
                                                       testing::planned(last).paperOf(end), "Tides")};
        QVERIFY(!newFrameAfter(last, testing::planned(last), QStringLiteral("words")));
    }

    void aCoverOfAnotherSpineSaysHowFarOffItIs()
    {
        const Job job = book();
        const Length flat = testing::planned(job).paper.flat.w;
        QVERIFY(coverFindings(job, flat).isEmpty());
        // Made for 10 leaves more: 200 pages became 220, or so it seems.
        const Length more = textStockOf(job).caliper() * 10;
        const QString told = coverFindings(job, flat + more).value(0);
        QVERIFY2(told.startsWith(QStringLiteral("supplied.spine")) && told.contains(QStringLiteral("with 220 pages")),
                 qPrintable(told));
        QVERIFY2(told.contains(formatLength(more, job.unit) + QStringLiteral(" more")), qPrintable(told));
        // Made for another of the shop's stocks.
        Job other = job;
        const Stock* stock = nullptr;
        for (const Stock& s : shippedStocks()) {
            other.pages.textStock = s;
            if (abs(reckonedSpine(other) - reckonedSpine(job)) > Length::mm(1) && reckonedSpine(other) < job.page.w)
                stock = &s;
            if (stock)
                break;
        }
        QVERIFY(stock);
        other.pages.textStock = *stock;
        const QString explained = whatExplains(job, reckonedSpine(other));
        QVERIFY2(explained.contains(stock->name), qPrintable(explained));
        QVERIFY(whatExplains(job, reckonedSpine(job) + Length::micrometres(1)).contains(QStringLiteral("pages")) ==
                false);
        // What is no cover of this piece is told as another size.
        QVERIFY(coverFindings(job, flat * 2).value(0).startsWith(QStringLiteral("supplied.size")));
    }

    void aCoverAmongPagesGoesOntoTheCover()
    {
        const auto page = [](const char* width, const char* name, int number) {
            IncomingPage incoming;
            incoming.file = LinkedFile{QString::fromLatin1(name), number, 0, {}};
            incoming.trim = {len(width), len("210")};
            return incoming;
        };
        std::vector<IncomingPage> pages;
        for (int i = 1; i <= 20; ++i)
            pages.push_back(page("148", "text.pdf", i));
        pages.push_back(page("308.5", "cover.pdf", 1)); // two pages of 148 and a spine of 12.5
        pages.push_back(page("308.5", "cover.pdf", 2));
        pages.push_back(page("296", "spread.pdf", 1)); // two pages are no cover
        QVERIFY(isCoverFor({len("148"), len("210")}, pages[20]));
        QVERIFY(!isCoverFor({len("148"), len("210")}, pages[22]));
        QVERIFY(!isCoverFor({len("148"), len("200")}, pages[20]));
        const auto offer = offerFor(newLeaflet(), pages);
        QVERIFY(offer && offer->hasCover);
        QCOMPARE(offer->pages, 21);
        QCOMPARE(offer->kind, PieceKind::Book);
        QVERIFY(offerText(*offer, Unit::Mm).startsWith(QStringLiteral("21 pages and its cover, A5")));
        Job job = newLeaflet();
        takeOffer(job, *offer);
        QCOMPARE(bringIn(job, pages).size(), std::size_t(21));
        QCOMPARE(job.on(Face::Outside).supplied->page, 1);
        QCOMPARE(job.on(Face::Inside).supplied->page, 2);
        // Pages that are stapled have no spine to wrap: all come in as pages.
        Job stapled = newPiece(PieceKind::Booklet);
        QCOMPARE(bringIn(stapled, pages).size(), std::size_t(23));
        QVERIFY(!stapled.on(Face::Outside).supplied);
    }

    void halvesOfADrawingFaceEachOther()
    {
        Job job = newPiece(PieceKind::Booklet);
        job.pages.count = 8;
        beginSequence(job);
        const auto half = [&](int place, bool left) {
            SurfaceContent& content = job.edit(job.sequence.at(place).surface());
            content.supplied = LinkedFile{QStringLiteral("spread.pdf"), 1, 0, {}};
            content.placement.part = Rect{left ? Length() : job.page.w, {}, job.page.w, job.page.h};
        };
        half(3, true);
        half(4, false);
        QVERIFY(!codesOf(testing::planned(job).findings).contains(QStringLiteral("pages.apart")));
        swapPages(job, 3, 4); // they face each other, the wrong way round
        QVERIFY(codesOf(testing::planned(job).findings).contains(QStringLiteral("pages.apart")));
        swapPages(job, 3, 4);
        movePages(job, {4}, 0);
        QVERIFY(codesOf(testing::planned(job).findings).contains(QStringLiteral("pages.apart")));
        // Half of a drawing is no cover.
        Job wrapped = book();
        beginSequence(wrapped);
        wrapped.edit(wrapped.sequence.at(0).surface()) = job.on(job.sequence.at(0).surface());
        QVERIFY(!putOnCover(wrapped, testing::planned(wrapped), 0, CoverPanel::Front));
    }

    void theCentreIsOneSheetOfPaper()
    {
        CHECK_PROPERTY("both pages of the centre lie side by side on the inner side of the innermost sheet", [] {
            Job job = newPiece(PieceKind::Booklet);
            job.pages.count = *rc::gen::inRange(4, 80);
            job.rightToLeft = *rc::gen::arbitrary<bool>();
            const Plan p = testing::planned(job);
            const auto centre = centreSpread(job, *p.book);
            RC_ASSERT(centre.has_value());
            const BookSheet& inner = p.book->sheets.back();
            RC_ASSERT(inner.at(1, 0, 0).page == centre->left);
            RC_ASSERT(inner.at(1, 1, 0).page == centre->right);
        });
        QVERIFY(!centreSpread(book(), *testing::planned(book()).book));
    }

    void aPageGoesOntoPanelsOfTheCover()
    {
        Job job = book();
        beginSequence(job);
        const Plan p = testing::planned(job);
        QVERIFY(!putOnCover(job, p, 0, CoverPanel::Front)); // nothing stands on it
        job.edit(job.sequence.at(0).surface()).supplied = LinkedFile{QStringLiteral("text.pdf"), 3, 0, {}};
        QVERIFY(putOnCover(job, p, 0, CoverPanel::Back));
        const Item& item = job.on(Face::Outside).items.back();
        QCOMPARE(item.file.page, 3);
        QCOMPARE(frameOf(p.paper, Face::Outside, item).x < p.paper.flat.w.part(3), true);
        Job stapled = numbered(NumberPlace::None);
        stapled.edit(stapled.sequence.at(0).surface()).supplied = LinkedFile{QStringLiteral("text.pdf"), 1, 0, {}};
        QVERIFY(!putOnCover(stapled, testing::planned(stapled), 0, CoverPanel::Front)); // it has no cover of its own
    }
};

HINGE_TEST(TestPageNumbers)
#include "test_page_numbers.moc"
