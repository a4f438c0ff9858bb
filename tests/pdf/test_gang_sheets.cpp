// SPDX-License-Identifier: GPL-3.0-or-later
// Sheets that several jobs share, as files: read by mutool and Ghostscript.
#include "colour/press_profile.h"
#include "core/gang/gang_slots.h"
#include "export_reader.h"
#include "pdf/export_gang.h"
#include "pdf/picture_preview.h"
#include "read_digits.h"

#include <cmath>

namespace
{

Job leafOf(const char* title, int w, int h, int quantity, int number)
{
    Job job = newPiece(PieceKind::Leaf);
    job.title = QLatin1String(title);
    job.flat = {Length::mm(w), Length::mm(h)};
    job.quantity = quantity;
    job.records = {};
    job.stock = stockNamed(QString());
    const Paper paper = testing::planned(job).paper;
    job.edit(Face::Outside).items = {testing::threeDigits(paper, Face::Outside, number, job.flat)};
    job.edit(Face::Inside).items = {testing::threeDigits(paper, Face::Inside, number + 100, job.flat)};
    return job;
}

} // namespace

class TestGangSheets : public ExportReader
{
    Q_OBJECT

    GangJobs jobs_;
    GangPlan plan_;

    void plan(const Gang& gang, const std::vector<Job>& jobs)
    {
        jobs_.clear();
        for (const Job& job : jobs) {
            auto made = inGang(gang, dir_.path(), {job.title + QStringLiteral(".hinge.json"), 0}, job);
            QVERIFY(made);
            jobs_.push_back(*made);
        }
        plan_ = planGang(gang, jobs_);
        QVERIFY(plan_.split());
    }

    QString written(const Gang& gang, const char* name)
    {
        const auto done = exportGang(gang, plan_, jobs_, path(name));
        if (!done)
            qFatal("%s", qPrintable(done.error().text()));
        if (!done->obstacles.isEmpty())
            qFatal("%s", qPrintable(done->obstacles.join(u' ')));
        return path(name);
    }

private Q_SLOTS:
    void backsLieBehindTheirFronts_data()
    {
        QTest::addColumn<WorkStyle>("work");
        QTest::addColumn<FlipEdge>("flip");
        QTest::newRow("left to right") << WorkStyle::Sheetwise << FlipEdge::Short;
        QTest::newRow("head to foot") << WorkStyle::Sheetwise << FlipEdge::Long;
        QTest::newRow("work-and-turn") << WorkStyle::WorkAndTurn << FlipEdge::Short;
        QTest::newRow("work-and-tumble") << WorkStyle::WorkAndTumble << FlipEdge::Short;
    }
    void backsLieBehindTheirFronts()
    {
        QFETCH(WorkStyle, work);
        QFETCH(FlipEdge, flip);
        Gang gang;
        gang.title = QStringLiteral("Together");
        gang.press.sheet = {len("640"), len("450")};
        gang.press.work = work;
        gang.press.flip = flip;
        gang.press.device = Device::ShopMachine; // both passes are written
        gang.press.marks.label = false;          // its date has digits of its own
        plan(gang,
             {leafOf("Card", 85, 55, 900, 11), leafOf("Slip", 148, 105, 300, 12), leafOf("Bill", 105, 210, 300, 13)});
        const QString file = written(gang, "gang.pdf");
        const int forms = int(plan_.split()->forms.size());
        std::map<int, qint64> printed;
        for (int form = 0; form < forms; ++form) {
            const auto front = wordsOn(file, form * 2 + 1);
            const auto back = wordsOn(file, form * 2 + 2);
            QVERIFY(!front.empty());
            QCOMPARE(front.size(), back.size());
            const bool leftToRight =
                work == WorkStyle::WorkAndTurn || (work == WorkStyle::Sheetwise && flip == FlipEdge::Short);
            for (const Digits& word : front) {
                // Where it lies when the sheet has been turned over.
                const QPointF behind = leftToRight ? QPointF(640 - word.middle.x(), word.middle.y())
                                                   : QPointF(word.middle.x(), 450 - word.middle.y());
                const auto at = std::ranges::min_element(back, {}, [&](const Digits& d) {
                    return std::hypot(d.middle.x() - behind.x(), d.middle.y() - behind.y());
                });
                QVERIFY(std::hypot(at->middle.x() - behind.x(), at->middle.y() - behind.y()) < 0.01);
                QCOMPARE(std::abs(at->number - word.number), 100);
                // Through the paper heads point the same way.
                const QPointF seen =
                    leftToRight ? QPointF(-at->ahead.x(), at->ahead.y()) : QPointF(at->ahead.x(), -at->ahead.y());
                QVERIFY(std::hypot(seen.x() + word.ahead.x(), seen.y() + word.ahead.y()) < 0.01);
                printed[word.number % 100] += plan_.split()->forms[std::size_t(form)].sheets;
            }
        }
        QVERIFY(printed[11] >= 900 && printed[12] >= 300 && printed[13] >= 300);
        QCOMPARE(printed.size(), std::size_t(3));
    }

    void slotsGivenByHandAreWrittenSo_data() { backsLieBehindTheirFronts_data(); }
    void slotsGivenByHandAreWrittenSo()
    {
        QFETCH(WorkStyle, work);
        QFETCH(FlipEdge, flip);
        Gang gang;
        gang.press.sheet = {len("450"), len("320")};
        gang.press.work = work;
        gang.press.flip = flip;
        gang.press.device = Device::ShopMachine;
        gang.press.marks.label = false;
        const std::vector<Job> made{leafOf("Ann", 85, 55, 300, 11), leafOf("Bram", 85, 55, 300, 12)};
        gang.members = {{QStringLiteral("Ann.hinge.json"), 0}, {QStringLiteral("Bram.hinge.json"), 0}};
        plan(gang, made);
        gang = withSlotGiven(gang, plan_, 0, 0, 1);
        plan(gang, made);
        gang = withSlotGiven(gang, plan_, 0, 1, std::nullopt);
        plan(gang, made);
        QVERIFY2(plan_.split()->byHand && !plan_.fault, qPrintable(plan_.notByHand));
        const QString file = written(gang, "byhand.pdf");
        const SheetLayout& layout = *plan_.split()->forms.front().layout;
        QCOMPARE(layout.front[0].piece, 1);
        for (const Face side : bothFaces) {
            const auto words = wordsOn(file, side == Face::Outside ? 1 : 2);
            QCOMPARE(int(words.size()), layout.up());
            for (const SheetSlot& slot : layout.side(side)) {
                const QRectF trim(slot.trim.x.toMm(), slot.trim.y.toMm(), slot.trim.w.toMm(), slot.trim.h.toMm());
                const auto at = std::ranges::find_if(words, [&](const Digits& d) { return trim.contains(d.middle); });
                QCOMPARE(at == words.end(), slot.left);
                if (at != words.end())
                    QCOMPARE(at->number % 100, slot.piece == 0 ? 11 : 12);
            }
        }
    }

    void inksStayApart()
    {
        // Two jobs, each with a spot ink of its own: both plates are there, each with its job alone.
        const auto withInk = [](const char* title, const char* ink, int number) {
            Job job = leafOf(title, 85, 55, 100, number);
            Ink spot;
            spot.name = QLatin1String(ink);
            spot.cmyk = {0, 90, 80, 0};
            spot.spot = true;
            job.inks.push_back(spot);
            Item item;
            item.id = QStringLiteral("field");
            item.kind = ItemKind::Shape;
            item.ink = spot.name;
            item.sides =
                freeSides(testing::planned(job).paper, Face::Outside, {len("10"), len("25"), len("30"), len("20")});
            job.edit(Face::Outside).items.push_back(item);
            return job;
        };
        Gang gang;
        gang.press.sheet = {len("320"), len("225")};
        SheetMarks& marks = gang.press.marks; // the bar alone
        marks.crop = marks.fold = marks.centre = marks.registration = marks.label = false;
        marks.bar = true;
        plan(gang, {withInk("One", "Beacon red", 11), withInk("Two", "Kelp green", 12)});
        const QString file = written(gang, "inks.pdf");
        const QString stem = path("plate");
        run(QStringLiteral("gs"),
            {QStringLiteral("-q"), QStringLiteral("-dBATCH"), QStringLiteral("-dNOPAUSE"),
             QStringLiteral("-sDEVICE=tiffsep"), QStringLiteral("-r144"), QStringLiteral("-dLastPage=1"),
             QStringLiteral("-sOutputFile=%1.tif").arg(stem), file});
        const QStringList plates = QDir(dir_.path()).entryList({QStringLiteral("plate*.tif")});
        QVERIFY2(!plates.filter(QStringLiteral("Beacon red")).isEmpty(), qPrintable(plates.join(u' ')));
        QVERIFY(!plates.filter(QStringLiteral("Kelp green")).isEmpty());
        const auto covered = [&](const char* ink) {
            const auto plate = picturePreview(dir_.filePath(plates.filter(QLatin1String(ink)).front()), 5000,
                                              shippedPressProfile().icc);
            int dark = 0;
            for (int y = 0; plate && y < plate->height(); ++y)
                for (int x = 0; x < plate->width(); ++x)
                    dark += qGray(plate->pixel(x, y)) < 40 ? 1 : 0;
            return dark * (25.4 / 144) * (25.4 / 144);
        };
        // Each field of 30 x 20 mm as often as its job lies there, and its patches of the bar, 5 x 5 mm.
        const GangForm& form = plan_.split()->forms.front();
        const MarksOnSide bar = gangMarks(plan_, jobs_, 0, Face::Outside);
        for (const auto& [ink, piece] : {std::pair("Beacon red", 0), std::pair("Kelp green", 1)}) {
            const auto patches = std::ranges::count(bar.bar, QLatin1String(ink), &InkPatch::plate);
            QVERIFY(patches > 0);
            const double due = form.slotsOf(piece) * 600.0 + double(patches) * 25;
            QVERIFY2(std::abs(covered(ink) / due - 1) < 0.03,
                     qPrintable(QStringLiteral("%1: %2 of %3").arg(QLatin1String(ink)).arg(covered(ink)).arg(due)));
        }
    }

    void whatStopsIsNotWritten()
    {
        Gang gang;
        GangJobs none;
        const auto empty = exportGang(gang, planGang(gang, none), none, path("none.pdf"));
        QVERIFY(!empty && !QFileInfo::exists(path("none.pdf")));
        gang.press.sheet = {len("50"), len("50")};
        jobs_ = {*inGang(gang, dir_.path(), {QStringLiteral("a"), 0}, leafOf("Card", 85, 55, 100, 11))};
        const auto small = exportGang(gang, planGang(gang, jobs_), jobs_, path("none.pdf"));
        QVERIFY(!small && small.error().text().contains(QStringLiteral("larger")));
        QVERIFY(!QFileInfo::exists(path("none.pdf")));
        // Stopped half way nothing is left.
        gang.press.sheet = {len("320"), len("225")};
        plan(gang, {leafOf("Card", 85, 55, 100, 11)});
        const auto stopped = exportGang(gang, plan_, jobs_, path("none.pdf"), [](int percent) { return percent < 20; });
        QVERIFY(!stopped && !QFileInfo::exists(path("none.pdf")));
    }
};

HINGE_TEST(TestGangSheets)
#include "test_gang_sheets.moc"
