// SPDX-License-Identifier: GPL-3.0-or-later
// Frames that are drawn before what goes into them is there.
#include "content_items.h"
#include "core/edit/frames.h"
#include "core/edit/new_items.h"
#include "core/file/job_file.h"
#include "core/plan/contact_check.h"

#include <QTemporaryDir>

using namespace hinge;
using namespace testing::content;
using testing::len;

class TestFrames : public QObject
{
    Q_OBJECT

    const Plan plan_ = testing::planned(testing::a4Roll());

    static Job with(std::vector<Item> items)
    {
        Job job = testing::a4Roll();
        for (Item& item : items) {
            if (item.id.isEmpty())
                item.id = QStringLiteral("f%1").arg(job.on(Face::Outside).items.size());
            job.edit(Face::Outside).items.push_back(std::move(item));
        }
        return job;
    }
    Item frame(FrameFor what, double x, double y, double w, double h) const
    {
        return newFrame(testing::a4Roll(), plan_, Face::Outside, what, mm(x, y, w, h), {});
    }

private Q_SLOTS:
    void aFrameTakesHoldWhereItIsDrawn()
    {
        // The middle panel of an A4 roll fold begins at 97 mm; live matter 3 mm from the fold, at 100 mm, and 5 mm from
        // the head.
        const Item drawn =
            newFrame(testing::a4Roll(), plan_, Face::Outside, FrameFor::Picture, mm(100.6, 5.5, 60, 40), Length::mm(1));
        QCOMPARE(drawn.side(ItemSide::Left), holdOn(PaperLine::Safe, 1, LineEnd::Start));
        QCOMPARE(drawn.side(ItemSide::Top), holdOn(PaperLine::Safe, 1, LineEnd::Start));
        QVERIFY(!drawn.side(ItemSide::Right).holds && !drawn.side(ItemSide::Bottom).holds);
        CHECK_PROPERTY("what is drawn stands where it is drawn, but for what takes hold", [this] {
            const auto part = [](int least, int most) { return Length::micrometres(*rc::gen::inRange(least, most)); };
            const Rect area{part(0, 250'000), part(0, 170'000), part(2000, 46'000), part(2000, 39'000)};
            const Length reach = part(0, 900);
            const FrameFor what = *rc::gen::element(FrameFor::Picture, FrameFor::Words);
            const Item item = newFrame(testing::a4Roll(), plan_, Face::Outside, what, area, reach);
            const Rect stands = frameOf(plan_.paper, Face::Outside, item);
            RC_ASSERT(item.isWaiting());
            for (const ItemSide side : allSides) {
                const Length off = abs(positionOf(stands, side) - positionOf(area, side));
                RC_ASSERT(off <= (item.side(side).holds ? reach : Length::micrometres(50)));
            }
        });
    }

    void itFillsTheColumnItIsPutDownIn()
    {
        QCOMPARE(roomAt(plan_, Face::Outside, {len("140"), len("100")}), plan_.panelsOf(Face::Outside)[1].safeArea);
        Job job = testing::a4Roll();
        job.edit(Face::Outside).columns = {
            {.panel = 2, .columns = 3, .gutter = len("4"), .rows = 2, .rowGutter = len("4")}};
        const Plan plan = testing::planned(job);
        const Panel& panel = plan.panelsOf(Face::Outside)[2];
        for (std::size_t column = 0; column < 3; ++column)
            for (std::size_t row = 0; row < 2; ++row) {
                const Rect& across = panel.columnAreas[column];
                const Rect& down = panel.rowAreas[row];
                QCOMPARE(roomAt(plan, Face::Outside, {across.middle().x, down.middle().y}),
                         (Rect{across.x, down.y, across.w, down.h}));
            }
        // In a gutter the next one is meant, off the paper the nearest panel.
        QCOMPARE(roomAt(plan, Face::Outside, {panel.columnAreas[0].right() + len("1"), len("20")}).x,
                 panel.columnAreas[1].x);
        QCOMPARE(roomAt(plan, Face::Outside, {len("900"), len("900")}).right(), panel.safeArea.right());
    }

    void everyPanelHasItsUsualFrames()
    {
        CHECK_PROPERTY("they lie apart on their panel, where nothing but their emptiness is found", [] {
            Job job = *rc::anyPiece();
            const Plan before = testing::planned(job);
            for (const Face face : bothFaces) {
                const auto& panels = before.panelsOf(face);
                for (int panel = 0; panel < int(panels.size()); ++panel) {
                    const std::vector<Item> frames = usualFrames(job, testing::planned(job), face, panel);
                    const Panel& on = panels[std::size_t(panel)];
                    const bool narrow = std::min(on.safeArea.w, on.safeArea.h) < Length::mm(12);
                    RC_ASSERT(!frames.empty() || narrow);
                    for (Item frame : frames) {
                        frame.id =
                            QStringLiteral("f%1").arg(job.on(face).items.size() + (face == Face::Inside ? 100 : 0));
                        RC_ASSERT(frame.isWaiting() && !frame.name.isEmpty());
                        job.edit(face).items.push_back(std::move(frame));
                    }
                }
            }
            const Plan after = testing::planned(job);
            for (const Face face : bothFaces) {
                const auto& placed = after.itemsOn(face);
                for (const PlannedItem& a : placed) {
                    RC_ASSERT(!a.frame.isEmpty());
                    RC_ASSERT(std::ranges::count_if(after.panelsOf(face), [&](const Panel& p) {
                                  return p.bleedArea.contains(a.frame);
                              }) == 1);
                    for (const PlannedItem& b : placed)
                        RC_ASSERT(a.id == b.id || !a.frame.overlaps(b.frame));
                }
                // Once is enough.
                for (int panel = 0; panel < int(after.panelsOf(face).size()); ++panel)
                    RC_ASSERT(usualFrames(job, after, face, panel).empty());
            }
            // But for glue and stamps that lie there, a piece without bleed, and one whose live matter may stand at an
            // edge that is shared with the next piece.
            const QStringList known{QStringLiteral("frame.empty"), QStringLiteral("area.covered"),
                                    QStringLiteral("bleed.none"), QStringLiteral("bleed.short")};
            for (const Finding& finding : after.findings)
                RC_ASSERT(finding.itemId.isEmpty() || known.contains(finding.code));
        });
    }

    void aFrontCoverWantsATitleAndABackCoverContactLines()
    {
        const auto names = [this](int panel) {
            QStringList out;
            for (const Item& item : usualFrames(testing::a4Roll(), plan_, Face::Outside, panel))
                out << item.name;
            return out;
        };
        QVERIFY(names(plan_.paper.front()).contains(QStringLiteral("Title")));
        const auto& panels = plan_.panelsOf(Face::Outside);
        const auto back = std::ranges::find(panels, Role::BackCover, &Panel::role) - panels.begin();
        QVERIFY(names(int(back)).contains(QStringLiteral("Contact lines")));
    }

    void filesFillThemInTheOrderTheyAreMet()
    {
        // Outside, from the left: the flap that is met second, the back cover that is met last, the front cover.
        const Job job = with({frame(FrameFor::Picture, 210, 100, 60, 40), frame(FrameFor::Picture, 110, 20, 60, 40),
                              frame(FrameFor::Picture, 240, 20, 20, 40), frame(FrameFor::Words, 210, 150, 60, 40),
                              frame(FrameFor::Picture, 210, 20, 20, 40), frame(FrameFor::Picture, 10, 20, 60, 40)});
        const Plan plan = testing::planned(job);
        const auto ids = [&](FrameFor what, int panel) { return waitingFrames(job, plan, Face::Outside, what, panel); };
        QCOMPARE(ids(FrameFor::Picture, 2),
                 QStringList({QStringLiteral("f4"), QStringLiteral("f2"), QStringLiteral("f0"), QStringLiteral("f5"),
                              QStringLiteral("f1")}));
        QCOMPARE(ids(FrameFor::Picture, 1),
                 QStringList({QStringLiteral("f1"), QStringLiteral("f4"), QStringLiteral("f2"), QStringLiteral("f0"),
                              QStringLiteral("f5")}));
        QCOMPARE(ids(FrameFor::Words, 0), QStringList({QStringLiteral("f3")}));
        Job filled = job;
        fillFrame(*filled.findItem(QStringLiteral("f4")), LinkedFile{QStringLiteral("a.jpg"), 1, 0, {}});
        filled.findItem(QStringLiteral("f2"))->locked = true;
        QCOMPARE(waitingFrames(filled, plan, Face::Outside, FrameFor::Picture, 2),
                 QStringList({QStringLiteral("f0"), QStringLiteral("f5"), QStringLiteral("f1")}));
    }

    void aFileGoesIntoTheFrameOfItsName()
    {
        Job job = with({frame(FrameFor::Picture, 10, 20, 60, 40), frame(FrameFor::Picture, 110, 20, 60, 40),
                        frame(FrameFor::Picture, 210, 20, 60, 40)});
        job.findItem(QStringLiteral("f0"))->name = QStringLiteral("Shore map");
        job.findItem(QStringLiteral("f1"))->name = QStringLiteral("Évening light!");
        job.findItem(QStringLiteral("f2"))->name = QStringLiteral("portrait");
        const QStringList frames{QStringLiteral("f0"), QStringLiteral("f1"), QStringLiteral("f2")};
        const auto into = [&](const char* files) {
            return framesForFiles(job, frames, QString::fromUtf8(files).split(u',')).join(u',');
        };
        QCOMPARE(into("a.jpg,b.jpg"), QStringLiteral("f0,f1")); // in order
        QCOMPARE(into("in/portrait.jpg,b.jpg"), QStringLiteral("f2,f0"));
        QCOMPARE(into("b.jpg,shore-map.v2.pdf,SHORE_MAP.pdf"), QStringLiteral("f1,f2,f0"));
        QCOMPARE(into("évening light.png,Shore map.png,shore map.jpg"), QStringLiteral("f1,f0,f2"));
        QCOMPARE(into("a.jpg,b.jpg,c.jpg,d.jpg,portrait.png"), QStringLiteral("f0,f1,,,f2"));
        QCOMPARE(into("---.jpg"), QStringLiteral("f0"));
    }

    void aFrameTakesOnlyWhatItWaitsFor()
    {
        Item picture = frame(FrameFor::Picture, 10, 20, 60, 40);
        const Item words = frame(FrameFor::Words, 10, 20, 60, 40);
        QVERIFY(waitsFor(picture, FrameFor::Picture) && !waitsFor(picture, FrameFor::Words));
        QVERIFY(waitsFor(words, FrameFor::Words) && !waitsFor(words, FrameFor::Picture));
        fillFrame(picture, LinkedFile{QStringLiteral("a.jpg"), 1, 0, {}});
        QVERIFY(!waitsFor(picture, FrameFor::Picture));
    }

    void wordsAreSetAsTheFrameSays()
    {
        Item item = frame(FrameFor::Words, 10, 20, 60, 40);
        item.paragraphs.front().style.size = len("14", Unit::Point);
        const TextStyle style = item.paragraphs.front().style;
        fillFrame(item, QStringLiteral("Low water\r\n\nat noon\n\n"));
        QVERIFY(!item.isWaiting());
        QCOMPARE(item.paragraphs.size(), std::size_t(3));
        QCOMPARE(item.paragraphs[0].text, QStringLiteral("Low water"));
        QCOMPARE(item.paragraphs[2].text, QStringLiteral("at noon"));
        for (const Paragraph& paragraph : item.paragraphs)
            QCOMPARE(paragraph.style, style);
    }

    void theyAreKeptInTheJob()
    {
        const Job job = with({frame(FrameFor::Picture, 110, 20, 60, 40), frame(FrameFor::Words, 210, 150, 60, 40)});
        const auto read = readJob(writeJob(job), QStringLiteral("job"));
        QVERIFY2(read, read ? "" : qPrintable(read.error().text()));
        QCOMPARE(read->on(Face::Outside), job.on(Face::Outside));
        QVERIFY(job.on(Face::Outside).files().isEmpty());
        const Plan plan = testing::planned(job);
        QCOMPARE(std::ranges::count(plan.findings, QStringLiteral("frame.empty"), &Finding::code), 2);
        QVERIFY(!testing::hasFinding(plan.findings, "item.doubled"));
    }

    void contactIsKnownWhenItIsRead_data()
    {
        QTest::addColumn<QString>("words");
        QTest::addColumn<bool>("tells");
        for (const char* words : {"Write to lamp@skerrowby.example", "www.skerrowby.example", "More at skerrowby.org.",
                                  "https://skerrowby.example/boats", "Call +44 1946 55501 9", "Tel. (0194) 655 50-19",
                                  "Pier Road 4, Skerrowby", "Find us\u2028Pier Road 4\u2028at low water",
                                  "4 Pier Road, Skerrowby", "Skerrowby, Pier Road 4a"})
            QTest::newRow(words) << QString::fromUtf8(words) << true;
        for (const char* words : {"Open at every low water", "11.20 low water, the reef is open", "April to October",
                                  "Adults 6, children 3, members free.", "Room 4", "the tide of 1876 rose 7.2 m",
                                  "It ends here.Then it goes on", "2026-11-27", "e.g. at noon", "1 000 steps"})
            QTest::newRow(words) << QString::fromUtf8(words) << false;
    }
    void contactIsKnownWhenItIsRead()
    {
        QFETCH(QString, words);
        QTEST(tellsContact(words), "tells");
    }

    void aCodeOrASuppliedFaceMayTellIt()
    {
        Job job = with({frame(FrameFor::Words, 10, 20, 60, 40)});
        fillFrame(job.edit(Face::Outside).items.front(), QStringLiteral("the tide comes in and goes out ").repeated(9));
        const auto found = [](const Job& j) {
            return testing::hasFinding(testing::planned(j).findings, "contact.none");
        };
        QVERIFY(found(job));
        Job coded = job;
        Item code = newCode(coded, plan_, Face::Inside, 0);
        code.id = QStringLiteral("code");
        code.code.data = QStringLiteral("https://skerrowby.example");
        coded.edit(Face::Inside).items.push_back(code);
        QVERIFY(!found(coded));
        Job supplied = job;
        supplied.edit(Face::Inside).supplied = LinkedFile{QStringLiteral("inside.pdf"), 1, 0, {}};
        QVERIFY(!found(supplied));
        Job card = job;
        card.kind = PieceKind::Card;
        QVERIFY(!found(card));
    }
};

HINGE_TEST(TestFrames)
#include "test_frames.moc"
