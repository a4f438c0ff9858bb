// SPDX-License-Identifier: GPL-3.0-or-later
// Changes of mind: another kind, another fold, another size, a typed figure; and what they do to what stands on the
// piece.
#include "core/edit/change_kind.h"
#include "core/edit/changes.h"
#include "core/edit/overrides.h"
#include "core/edit/record_edits.h"
#include "core/edit/sequence_edits.h"
#include "core/file/links.h"
#include "core/file/preset.h"
#include "core/piece/extent.h"
#include "core/piece/lines.h"
#include "core/plan/making_steps.h"
#include "testing.h"

#include <QTemporaryDir>

using namespace hinge;
using testing::len;

class TestChanges : public QObject
{
    Q_OBJECT

    static Job filled()
    {
        Job job = testing::a4Roll();
        const Plan plan = testing::planned(job);
        Item sea;
        sea.id = QStringLiteral("sea");
        sea.name = QStringLiteral("Sea");
        sea.ink = QStringLiteral("Shallows");
        sea.sides = sidesFillingPanel(2);
        Item words;
        words.id = QStringLiteral("words");
        words.name = QStringLiteral("Hours");
        words.kind = ItemKind::Text;
        words.paragraphs = {{QStringLiteral("Daily"), {}}};
        words.sides = freeSides(plan.paper, Face::Outside, {len("20"), len("20"), len("60"), len("40")});
        job.edit(Face::Outside).items = {sea, words};
        return job;
    }

private Q_SLOTS:
    void closedSizeAndFlatSizeAreInverse()
    {
        CHECK_PROPERTY("a piece made for a closed size has it", [] {
            Job job = *rc::gen::arbitrary<Job>();
            job.fold.tuckAllowance.reset();
            const Size closed{Length::mm(*rc::gen::inRange(60, 220)), Length::mm(*rc::gen::inRange(60, 300))};
            RC_ASSERT(setClosedSize(job, closed));
            const auto paper = foldPaper(job);
            RC_ASSERT(paper);
            // Sharing out leaves fewer units over than there are panels; a unit is a ninth of a nanometre.
            const Length most = Length::units(12);
            if (job.fold.scheme != FoldScheme::Gate || paper->closing.size.w >= closed.w - most) {
                RC_ASSERT(abs(paper->closing.size.w - closed.w) <= most);
                RC_ASSERT(abs(paper->closing.size.h - closed.h) <= most);
            }
        });
    }

    void kindsKeepTheClosedSizeAndTheContent()
    {
        const Job leaflet = filled();
        for (const PieceKind kind : allPieceKinds) {
            Job job = leaflet;
            becomeKind(job, kind);
            QVERIFY(job.kind == kind);
            QVERIFY(hinge::plan(job));
            QVERIFY(abs(closedSize(job).w - len("100")) <= Length::units(12) &&
                    abs(closedSize(job).h - len("210")) <= Length::units(12));
            QVERIFY(job.surfaces == leaflet.surfaces);
            becomeKind(job, PieceKind::Leaflet);
            QVERIFY(abs(closedSize(job).w - len("100")) <= Length::units(12));
        }
        // A title of its own stays, a usual one is changed.
        Job untitled = newPiece(PieceKind::Leaflet);
        becomeKind(untitled, PieceKind::Booklet);
        QCOMPARE(untitled.title, QStringLiteral("Untitled stapled booklet"));
        untitled.title = QStringLiteral("Tides");
        becomeKind(untitled, PieceKind::Leaf);
        QCOMPARE(untitled.title, QStringLiteral("Tides"));
    }

    void anotherFoldKeepsItsFrontOnItsSide()
    {
        Job job = testing::a4Roll();
        job.fold.coverPanel = 0;
        becomeFold(job, FoldScheme::Zigzag, 4);
        QCOMPARE(job.fold.coverPanel, 0);
        job.fold.coverPanel = 3;
        becomeFold(job, FoldScheme::DoubleGate, 4);
        QCOMPARE(job.fold.coverPanel, 2);
        QCOMPARE(job.fold.tuckAllowance, std::optional(len("3")));
    }

    void ownFoldsBeginWithThoseTheyHad()
    {
        for (const FoldScheme scheme :
             {FoldScheme::Roll, FoldScheme::Zigzag, FoldScheme::Gate, FoldScheme::DoubleGate, FoldScheme::Cross}) {
            Job job = newLeaflet();
            becomeFold(job, scheme, scheme == FoldScheme::Cross || scheme == FoldScheme::DoubleGate ? 4 : 3);
            const Plan before = testing::planned(job);
            becomeOwnFold(job);
            QVERIFY(job.fold.scheme == FoldScheme::Own);
            const Plan after = testing::planned(job);
            QCOMPARE(after.paper.widths, before.paper.widths);
            QCOMPARE(testing::roles(after, Face::Outside), testing::roles(before, Face::Outside));
        }
    }

    void sizesToStartFrom()
    {
        // A sheet is folded; half of it is a page; an envelope holds the closed piece.
        Job leaflet = newPiece(PieceKind::Leaflet);
        QVERIFY(applyStartSize(leaflet, {StartSize::From::Sheet, {len("297"), len("420")}, {}}));
        QCOMPARE(leaflet.flat, (Size{len("420"), len("297")}));
        Job booklet = newPiece(PieceKind::Booklet);
        QVERIFY(applyStartSize(booklet, {StartSize::From::Sheet, {len("11 in"), len("8 1/2 in")}, {}}));
        QCOMPARE(booklet.page, (Size{len("5 1/2 in"), len("8 1/2 in")}));
        Job card = newPiece(PieceKind::Card);
        QVERIFY(applyStartSize(card, {StartSize::From::Envelope, {len("162"), len("114")}, len("5")}));
        QCOMPARE(closedSize(card), (Size{len("109"), len("157")})); // upright, as it was
        Job leaf = newPiece(PieceKind::Leaf);
        QVERIFY(applyStartSize(leaf, {StartSize::From::Closed, {len("3 1/2 in"), len("2 in")}, {}}));
        QCOMPARE(leaf.flat, (Size{len("3 1/2 in"), len("2 in")}));
        const Job untouched = leaf;
        QVERIFY(applyStartSize(leaf, {}));
        QVERIFY(leaf == untouched);
    }

    void summaries()
    {
        const Job before = filled();
        const Plan was = testing::planned(before);
        QVERIFY(summarize(before, was, before, was).isEmpty());
        QVERIFY(samePaper(was.paper, testing::planned(before).paper));
        Job after = before;
        after.flat.w = len("330");
        const Plan now = testing::planned(after);
        QVERIFY(!samePaper(was.paper, now.paper));
        const ChangeSummary s = summarize(before, was, after, now);
        // 330 mm with 3 mm allowance: 111, 111, 108 (arithmetic).
        QVERIFY2(s.sizes.contains(QStringLiteral("closed 111 × 210 mm, was 100 × 210 mm")),
                 qPrintable(s.sizes.join(u'|')));
        QCOMPARE(s.followed, (QStringList{QStringLiteral("Sea"), QStringLiteral("Hours")}));
        QVERIFY(s.troubled.isEmpty());
        after.flat.w = len("100"); // the text keeps its distances and has no room left
        QCOMPARE(summarize(before, was, after, testing::planned(after)).troubled,
                 (QStringList{QStringLiteral("Hours")}));
        // Another ink is no change of the piece.
        Job recoloured = before;
        recoloured.inks[2].cmyk.c = 10;
        QVERIFY(samePaper(was.paper, testing::planned(recoloured).paper));
        QVERIFY(summarize(before, was, recoloured, testing::planned(recoloured)).isEmpty());
    }

    void changesOfThePieceAreUndoneExactly()
    {
        CHECK_PROPERTY("content stored against lines of the paper is the same after there and back", [] {
            const Job before = filled();
            Job there = before;
            becomeKind(there,
                       *rc::gen::element(PieceKind::Card, PieceKind::Booklet, PieceKind::Leaf, PieceKind::Cover));
            there.flat.w = Length::mm(*rc::gen::inRange(200, 500));
            there.stock.grammage = *rc::gen::inRange(60, 300);
            RC_ASSERT(there.surfaces == before.surfaces);
            Job back = there;
            back.kind = before.kind;
            back.flat = before.flat;
            back.fold = before.fold;
            back.stock = before.stock;
            const auto a = plan(before);
            const auto b = plan(back);
            RC_ASSERT(a && b);
            RC_ASSERT(a->items == b->items);
        });
    }

    void typedFiguresAreLetGoAgain()
    {
        for (const PieceKind kind : {PieceKind::Leaflet, PieceKind::Book, PieceKind::Cover}) {
            const Job job = newPiece(kind);
            const Plan plan = testing::planned(job);
            int fields = 0;
            for (const Figure& f : plan.figures) {
                if (f.overrideField.isEmpty())
                    continue;
                ++fields;
                QVERIFY(!f.overridden);
                Job typed = job;
                setOverride(typed, f.overrideField, *f.length + Length::micrometres(10), plan.paper.columns());
                const Plan next = testing::planned(typed);
                const Figure* now = next.findFigure(f.key);
                QVERIFY2(now && now->overridden, qPrintable(f.key));
                QCOMPARE(now->length, std::optional(*f.length + Length::micrometres(10)));
                setOverride(typed, f.overrideField, std::nullopt, plan.paper.columns());
                QVERIFY2(typed == job, qPrintable(f.key));
            }
            QVERIFY(fields >= 2);
        }
    }

    void takingBackLeavesWhatWasPlacedSince()
    {
        const Job before = filled();
        Job now = before;
        now.flat.h = len("180");
        now.stock.grammage = 90;
        Item late = before.on(Face::Outside).items.front();
        late.id = QStringLiteral("late");
        now.edit(Face::Inside).items.push_back(late);
        now.inks.push_back({QStringLiteral("New"), {0, 0, 0, 50}});
        const Job back = withPieceOf(now, before);
        QVERIFY(samePaper(testing::planned(back).paper, testing::planned(before).paper));
        QVERIFY(back.findItem(QStringLiteral("late")));
        QVERIFY(back.findInk(QStringLiteral("New")));
        QCOMPARE(back.stock, before.stock);
        CHECK_PROPERTY("of any piece the paper comes back whole, and the content stays", [] {
            const Job was = *rc::anyPiece();
            Job is = *rc::anyPiece();
            is.surfaces = {};
            is.edit(Face::Outside).items = filled().on(Face::Outside).items;
            const Job again = withPieceOf(is, was);
            RC_ASSERT(samePaper(testing::planned(again).paper, testing::planned(was).paper));
            RC_ASSERT(again.on(Face::Outside).items == is.on(Face::Outside).items);
        });
    }

    void pagesStayOnTheirStock()
    {
        Job job = newPiece(PieceKind::Booklet);
        job.stock = stockNamed(QStringLiteral("Cormorant Gloss 130"));
        const Stock text = job.stock;
        setOwnCover(job, true);
        QVERIFY(hasOwnCover(job));
        QCOMPARE(textStockOf(job), text);
        job.stock = stockNamed(QStringLiteral("Skua Board 240"));
        setOwnCover(job, false);
        QCOMPARE(textStockOf(job), text);
        // A glued book always has a cover of its own.
        becomeKind(job, PieceKind::Book);
        QCOMPARE(textStockOf(job), text);
    }

    void aMeasuredCaliperIsThatOfItsGrammage()
    {
        Stock stock = stockNamed(QStringLiteral("Gull Silk 135"));
        stock.measuredCaliper = Length::micrometres(120);
        setGrammage(stock, 135);
        COMPARE_MM(stock.caliper(), 0.12);
        setGrammage(stock, 200);
        QVERIFY(!stock.measuredCaliper);
        COMPARE_MM(stock.caliper(), 0.17); // 200 g/m2 x 0.85 cm3/g (ISO 534)
    }

    void howMuchOfAPieceItsFilesHold()
    {
        const auto of = [](PieceKind kind, bool ownCover, int pages) {
            Job job = newPiece(kind);
            job.pages.plusCover = ownCover;
            job.pages.count = pages;
            return extentOf(job);
        };
        QCOMPARE(of(PieceKind::Leaflet, true, 16), Extent::Whole);
        QCOMPARE(of(PieceKind::Cover, true, 192), Extent::Whole); // the block is somebody else's
        QCOMPARE(of(PieceKind::Booklet, false, 4), Extent::Whole);
        QCOMPARE(of(PieceKind::Booklet, false, 8), Extent::OuterSheetOnly);
        QCOMPARE(of(PieceKind::Booklet, true, 8), Extent::CoverOnly);
        QCOMPARE(of(PieceKind::Book, true, 160), Extent::CoverOnly);
        QCOMPARE(of(PieceKind::WireBook, false, 40), Extent::OuterSheetOnly);
        Job ticket = newPiece(PieceKind::Leaf);
        QCOMPARE(extentOf(ticket), Extent::Whole);
        useSeries(ticket);
        QCOMPARE(extentOf(ticket), Extent::FirstRecord);
        for (const Extent extent : {Extent::CoverOnly, Extent::OuterSheetOnly, Extent::FirstRecord})
            QVERIFY(!extentName(extent).isEmpty() && !extentNote(extent).isEmpty());
        QVERIFY(isBare(ticket));
        QVERIFY(!isBare(filled()));
    }

    void presetsLeaveTheContentBehind()
    {
        Job job = filled();
        job.customer = QStringLiteral("Skerrowby Tidal Observatory");
        const Preset preset =
            presetFrom(job, QStringLiteral("  Leaflet  of ours "), QStringLiteral("for visitors")).value();
        QCOMPARE(preset.name, QStringLiteral("Leaflet of ours"));
        const auto back = readPreset(writePreset(preset), QStringLiteral("p.json"));
        QVERIFY(back);
        QCOMPARE(back->description, QStringLiteral("for visitors"));
        QVERIFY(back->job == preset.job);
        const Job started = startFrom(*back);
        QVERIFY(started.customer.isEmpty() && started.on(Face::Outside).items.empty());
        QCOMPARE(started.fold.tuckAllowance, job.fold.tuckAllowance);
        Job list = newPiece(PieceKind::Booklet);
        list.records.source = RecordSource::File;
        list.records.file.path = QStringLiteral("members.csv");
        beginSequence(list);
        const Job kept = presetFrom(list, QStringLiteral("List"), {}).value().job;
        QVERIFY(kept.records == Records() && kept.sequence.isEmpty() && kept.pages.count == list.pages.count);
        list.records.source = RecordSource::Series;
        QCOMPARE(presetFrom(list, QStringLiteral("List"), {}).value().job.records.source, RecordSource::Series);
        QCOMPARE(presetFileName(QStringLiteral("5 × 7 in: Ours/new")), QStringLiteral("5-7-in-ours-new.hinge.json"));
    }

    void templatesKeepWhatStandsOnThem()
    {
        QTemporaryDir dir;
        QFile file(dir.filePath(QStringLiteral("reef.png")));
        QVERIFY(file.open(QIODevice::WriteOnly) && file.write("\x89PNG reef") > 0);
        file.close();
        Job job = testing::a4Roll();
        const Plan plan = testing::planned(job);
        Item words;
        words.id = QStringLiteral("words");
        words.kind = ItemKind::Text;
        words.paragraphs = {{QStringLiteral("Pier Road 4"), {}}};
        words.sides = sidesFillingSafeArea(0);
        Item picture;
        picture.id = picture.name = QStringLiteral("reef");
        picture.kind = ItemKind::Picture;
        picture.file.path = QStringLiteral("reef.png");
        picture.crop.focusX = 100;
        picture.sides = sidesFillingPanel(1);
        job.edit(Face::Outside).items = {words, picture};
        job.edit(Face::Inside).supplied = LinkedFile{QStringLiteral("reef.png"), 1, 0, {}};
        const auto kept = [&](PresetContent content) {
            auto preset = presetFrom(job, QStringLiteral("Walks"), {}, content, dir.path());
            auto back = readPreset(writePreset(preset.value()), QStringLiteral("walks"));
            return startFrom(back.value());
        };
        const Job waiting = kept(PresetContent::WithoutPictures);
        QCOMPARE(waiting.on(Face::Outside).items.size(), std::size_t(2));
        QVERIFY(waiting.findItem(QStringLiteral("reef"))->isWaiting());
        QCOMPARE(waiting.findItem(QStringLiteral("reef"))->name, QStringLiteral("reef"));
        QCOMPARE(waiting.findItem(QStringLiteral("words"))->paragraphs, words.paragraphs);
        QVERIFY(!waiting.on(Face::Inside).supplied && waiting.embedded.empty());
        const Job whole = kept(PresetContent::Everything);
        QCOMPARE(whole.embedded.size(), std::size_t(1));
        QCOMPARE(whole.embedded.front().bytes, QByteArray("\x89PNG reef"));
        QVERIFY(isEmbedded(whole.findItem(QStringLiteral("reef"))->file.path));
        QVERIFY(whole.on(Face::Inside).supplied);
        QVERIFY(kept(PresetContent::Nothing).on(Face::Outside).items.empty());
        QVERIFY(!presetFrom(job, QStringLiteral("Walks"), {}, PresetContent::Everything, QStringLiteral("/nowhere")));
        QVERIFY(!isTemplate(presetFrom(job, QStringLiteral("Walks"), {}).value()));
        QVERIFY(isTemplate(presetFrom(job, QStringLiteral("Walks"), {}, PresetContent::WithoutPictures).value()));
    }

    void stepsOfMaking()
    {
        const auto steps = [](const Job& job) { return makingSteps(job, testing::planned(job)).join(u'\n'); };
        QVERIFY2(steps(testing::a4Roll()).contains(QStringLiteral("Fold: roll fold, to 100 × 210 mm.")),
                 qPrintable(steps(testing::a4Roll())));
        Job ticket = newPiece(PieceKind::Leaf);
        ticket.leaf.stub = len("40");
        ticket.quantity = 500;
        useSeries(ticket);
        const QString made = steps(ticket);
        // The number is printed with the rest, before the knife and the perforation.
        QVERIFY(made.contains(QStringLiteral("001 to 500")));
        QVERIFY(made.indexOf(QStringLiteral("001 to 500")) < made.indexOf(QStringLiteral("Perforate 40 mm")));
        Job book = newPiece(PieceKind::Book);
        QVERIFY(steps(book).contains(QStringLiteral("Fold 10 signatures and gather them.")));
        QVERIFY(steps(newPiece(PieceKind::Booklet)).contains(QStringLiteral("Fold 4 sheets once and nest them.")));
        QVERIFY(steps(newPiece(PieceKind::WireBook)).contains(QStringLiteral("Punch and bind at the left.")));
    }

    void sizesAsPeopleWriteThem()
    {
        QCOMPARE(*parseSize(QStringLiteral("100 x 210"), Unit::Mm), (Size{len("100"), len("210")}));
        QCOMPARE(*parseSize(QStringLiteral("4 1/4 by 5 1/2 in"), Unit::Mm), (Size{len("4 1/4 in"), len("5 1/2 in")}));
        QCOMPARE(*parseSize(QStringLiteral("85,6 × 54 mm"), Unit::Inch), (Size{len("85.6"), len("54")}));
        QCOMPARE(*parseSize(QStringLiteral("1 in x 30 mm"), Unit::Mm), (Size{len("1 in"), len("30")}));
        for (const char* wrong : {"", "100", "100 x", "a x b", "1 x 2 x 3"})
            QVERIFY2(!parseSize(QString::fromLatin1(wrong), Unit::Mm), wrong);
    }

    void clearanceAtTheBindingFollowsTheKind()
    {
        Job job = newPiece(PieceKind::Booklet);
        const Length stapled = job.pages.bindingClearance;
        becomeKind(job, PieceKind::Book);
        QVERIFY(job.pages.bindingClearance > stapled);
        becomeKind(job, PieceKind::Booklet);
        QCOMPARE(job.pages.bindingClearance, stapled);
        job.pages.bindingClearance = len("20"); // typed
        becomeKind(job, PieceKind::Book);
        COMPARE_MM(job.pages.bindingClearance, 20);
    }

    void whatWasNotFoldedGetsTheUsualFold()
    {
        Job job = newPiece(PieceKind::Leaf);
        job.fold.scheme = FoldScheme::Zigzag;
        job.fold.panels = 5;
        becomeKind(job, PieceKind::Leaflet);
        QCOMPARE(job.fold, newPiece(PieceKind::Leaflet).fold);
        // A leaflet keeps its fold as a leaflet, and gives it up as a card, which is folded once.
        job.fold.scheme = FoldScheme::Zigzag;
        const Fold zigzag = job.fold;
        becomeKind(job, PieceKind::Leaflet);
        QCOMPARE(job.fold, zigzag);
        becomeKind(job, PieceKind::Card);
        QCOMPARE(job.fold, newPiece(PieceKind::Card).fold);
    }
};

HINGE_TEST(TestChanges)
#include "test_changes.moc"
