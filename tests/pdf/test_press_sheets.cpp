// SPDX-License-Identifier: GPL-3.0-or-later
// Press sheets as files: read by mutool, then cut, piled and folded in a model that is this test's own.
#include "colour/press_profile.h"
#include "core/edit/record_edits.h"
#include "core/press/press_forms.h"
#include "export_reader.h"
#include "pdf/picture_preview.h"
#include "read_digits.h"

#include <cmath>
#include <random>

namespace
{

/// Distinct values, those nearer than 4 mm being the same.
std::vector<double> steps(std::vector<double> values)
{
    std::ranges::sort(values);
    std::vector<double> out;
    for (const double v : values)
        if (out.empty() || v - out.back() > 4)
            out.push_back(v);
    return out;
}

/// A rectangle of a sheet, printed on both sides: what is up, what is down, and whether each stands on its head.
struct Folio {
    int up = 0, down = 0;
    bool upHeadDown = false, downHeadDown = false;
};
/// A pile of them, the topmost first.
using Stack = std::vector<Folio>;
using Sheet = std::vector<std::vector<Stack>>; ///< by row, then by column

/// Turned over left to right: the top comes to the foot of the pile, and what was down is up.
Stack turnedOver(Stack stack)
{
    std::ranges::reverse(stack);
    for (Folio& l : stack) {
        std::swap(l.up, l.down);
        std::swap(l.upHeadDown, l.downHeadDown);
    }
    return stack;
}
/// Turned over head to foot, so that what stood upright stands on its head.
Stack tumbled(Stack stack)
{
    stack = turnedOver(std::move(stack));
    for (Folio& l : stack) {
        l.upHeadDown = !l.upHeadDown;
        l.downHeadDown = !l.downHeadDown;
    }
    return stack;
}

/// Folds the left half under the right one, or the upper half under the lower one.
Sheet foldedUnder(const Sheet& sheet, bool upright)
{
    const std::size_t rows = sheet.size();
    const std::size_t columns = sheet.front().size();
    Sheet out;
    for (std::size_t r = upright ? 0 : rows / 2; r < rows; ++r) {
        std::vector<Stack> row;
        for (std::size_t c = upright ? columns / 2 : 0; c < columns; ++c) {
            Stack stack = sheet[r][c];
            const Stack under = upright ? turnedOver(sheet[r][columns - 1 - c]) : tumbled(sheet[rows - 1 - r][c]);
            stack.insert(stack.end(), under.begin(), under.end());
            row.push_back(std::move(stack));
        }
        out.push_back(std::move(row));
    }
    return out;
}

/// Folds by turns, the last fold upright, as a folding machine makes a signature.
Stack signature(Sheet sheet)
{
    std::vector<bool> folds;
    std::size_t columns = sheet.front().size();
    std::size_t rows = sheet.size();
    for (bool upright = true; columns * rows > 1; upright = !upright) {
        folds.insert(folds.begin(), upright);
        (upright ? columns : rows) /= 2;
    }
    for (const bool upright : folds)
        sheet = foldedUnder(sheet, upright);
    return sheet[0][0];
}

} // namespace

class TestPressSheets : public ExportReader
{
    Q_OBJECT

    /// Pages with their numbers, three digits in the middle near the head.
    static void putNumbers(Job& job)
    {
        const Plan bare = testing::planned(job);
        for (int i = 1; i <= job.pages.count; ++i) {
            SequencePage page;
            page.id = i;
            job.sequence.append(page);
            job.edit(page.surface()).items = {
                testing::threeDigits(bare.textPages->front(), Face::Outside, i, job.page)};
        }
    }

    /// The sheet in the middle of a press sheet as an array of rectangles, from what is read on its two sides. The back
    /// is looked at through the paper: it was turned left to right.
    static Sheet lookedAt(const QString& file, int front, double width, std::size_t up, int slot)
    {
        auto outer = wordsOn(file, front);
        auto inner = wordsOn(file, front + 1);
        const auto byPlace = [](std::vector<Digits>& words, std::vector<double> xs, std::vector<double> ys) {
            std::map<std::pair<int, int>, Digits> grid;
            for (const Digits& w : words) {
                const auto index = [](const std::vector<double>& from, double v) {
                    return int(std::ranges::min_element(from, {}, [v](double s) { return std::abs(s - v); }) -
                               from.begin());
                };
                grid[{index(ys, w.middle.y()), index(xs, w.middle.x())}] = w;
            }
            return grid;
        };
        for (Digits& w : inner)
            w.middle.setX(width - w.middle.x());
        std::vector<double> xs;
        std::vector<double> ys;
        for (const auto* side : {&outer, &inner})
            for (const Digits& w : *side) {
                xs.push_back(w.middle.x());
                ys.push_back(w.middle.y());
            }
        xs = steps(xs);
        ys = steps(ys);
        const auto front2 = byPlace(outer, xs, ys);
        const auto back2 = byPlace(inner, xs, ys);
        // Slots lie above each other.
        const int rows = int(ys.size() / up);
        Sheet sheet;
        for (int r = slot * rows; r < (slot + 1) * rows; ++r) {
            std::vector<Stack> row;
            for (int c = 0; c < int(xs.size()); ++c) {
                Folio leaf;
                const auto f = front2.find({r, c});
                const auto b = back2.find({r, c});
                if (f != front2.end() && b != back2.end()) {
                    // Heads at one end, and numbers in the middle: they lie behind each other.
                    const QPointF apart = f->second.middle - b->second.middle;
                    if (std::abs(apart.x()) > 0.01 || std::abs(apart.y()) > 0.01)
                        qFatal("page %d misses page %d by %f, %f mm", f->second.number, b->second.number, apart.x(),
                               apart.y());
                }
                if (f != front2.end())
                    leaf = {f->second.number, leaf.down, headOf(f->second) == Head::Down, leaf.downHeadDown};
                if (b != back2.end())
                    leaf = {leaf.up, b->second.number, leaf.upHeadDown, headOf(b->second) == Head::Down};
                row.push_back({leaf});
            }
            sheet.push_back(std::move(row));
        }
        return sheet;
    }

    static void readsRight(const Stack& pile, int pages)
    {
        int next = 1;
        for (const Folio& leaf : pile)
            for (const auto& [page, down] :
                 {std::pair(leaf.up, leaf.upHeadDown), std::pair(leaf.down, leaf.downHeadDown)}) {
                if (next <= pages) {
                    QCOMPARE(page, next);
                    QVERIFY2(!down, qPrintable(QStringLiteral("page %1 stands on its head").arg(page)));
                }
                ++next;
            }
        QVERIFY(next > pages);
    }

private Q_SLOTS:
    void stapledBooklets()
    {
        std::mt19937 random(7);
        for (int pages : {4, 11, 16, 36}) {
            Job job = newPiece(PieceKind::Booklet);
            job.page = {Length::mm(70 + int(random() % 80)), Length::mm(90 + int(random() % 100))};
            job.pages.count = pages;
            job.pages.plusCover = false;
            job.pages.blanks = Blanks::AtEnd;
            job.pages.creepBy = random() % 2 ? CreepBy::Shifting : CreepBy::Narrowing;
            job.press.marks.label = false;
            const int up = 1 + int(random() % 2);
            job.press.columns = 1;
            job.press.rows = up;
            job.press.turn = SlotTurn::Upright;
            job.press.sheet = {job.page.w * 2 + len("60"), (job.page.h + len("6")) * up + len("50")};
            job.press.flip = job.press.sheet.w >= job.press.sheet.h ? FlipEdge::Short : FlipEdge::Long;
            putNumbers(job);
            const QString file = exported(job, ExportKind::Sheets, "booklet.pdf", dir_.path());
            const int sheets = (pages + 3) / 4;
            QCOMPARE(run(QStringLiteral("qpdf"), {QStringLiteral("--show-npages"), file}).trimmed().toInt(),
                     sheets * 2);
            for (int slot = 0; slot < up; ++slot) {
                // Each is folded once, and laid into the middle of those before.
                Stack pile;
                for (int i = sheets - 1; i >= 0; --i) {
                    const Stack folded =
                        signature(lookedAt(file, 1 + i * 2, job.press.sheet.w.toMm(), std::size_t(up), slot));
                    QCOMPARE(folded.size(), std::size_t(2));
                    pile.insert(pile.begin(), folded[0]);
                    pile.push_back(folded[1]);
                }
                readsRight(pile, pages);
            }
        }
    }

    void signaturesOfBooks()
    {
        for (const auto& [pages, full] : {std::pair(16, 8), {16, 16}, {48, 16}, {32, 32}, {44, 16}}) {
            Job job = newPiece(PieceKind::Book);
            job.page = {len("90"), len("120")};
            job.pages.count = pages;
            job.pages.signature = full;
            job.pages.blanks = Blanks::AtEnd;
            job.press.marks.label = false;
            SheetSetup text;
            text.sheet = {len("840"), len("560")};
            text.turn = SlotTurn::Upright;
            text.columns = 1;
            text.rows = 1;
            job.press.text = text;
            putNumbers(job);
            const QString file = exported(job, ExportKind::Sheets, "book.pdf", dir_.path());
            Stack block;
            const int sheets =
                run(QStringLiteral("qpdf"), {QStringLiteral("--show-npages"), file}).trimmed().toInt() / 2;
            const auto plan = testing::planned(job);
            QCOMPARE(sheets, int(plan.runOf(Component::Text)->forms.size()));
            for (int i = 0; i < sheets; ++i) {
                // Small signatures come up as often as they fit: one of them is looked at.
                const PressForm& form = plan.runOf(Component::Text)->forms[std::size_t(i)];
                if (form.layout->up() > 1)
                    continue;
                const Stack folded = signature(lookedAt(file, 1 + i * 2, 840, 1, 0));
                block.insert(block.end(), folded.begin(), folded.end());
            }
            if (pages % full == 0)
                readsRight(block, pages);
        }
    }

    void leavesInPilesInOrder()
    {
        Job job = newPiece(PieceKind::WireBook);
        job.page = {len("90"), len("70")};
        job.pages.count = 22;
        job.pages.plusCover = false;
        job.press.marks.label = false;
        SheetSetup text;
        text.sheet = {len("130"), len("260")};
        text.turn = SlotTurn::Upright;
        text.columns = 1;
        text.rows = 3;
        text.fill = SlotFill::Piles;
        job.press.text = text;
        job.press.flip = FlipEdge::Long; // an upright sheet: left to right
        putNumbers(job);
        const QString file = exported(job, ExportKind::Sheets, "leaves.pdf", dir_.path());
        const int sheets = run(QStringLiteral("qpdf"), {QStringLiteral("--show-npages"), file}).trimmed().toInt() / 2;
        QCOMPARE(sheets, 4);
        // Cut into three piles, stacked in their order.
        std::array<Stack, 3> piles;
        for (int i = 0; i < sheets; ++i)
            for (const Digits& w : wordsOn(file, 1 + i * 2)) {
                const auto back = wordsOn(file, 2 + i * 2);
                const auto behind = std::ranges::find_if(back, [&](const Digits& b) {
                    return std::abs(130 - b.middle.x() - w.middle.x()) < 0.01 &&
                           std::abs(b.middle.y() - w.middle.y()) < 0.01;
                });
                QVERIFY(behind != back.end());
                piles[std::size_t(w.middle.y() / 260 * 3)].push_back(
                    {w.number, behind->number, headOf(w) == Head::Down, headOf(*behind) == Head::Down});
            }
        Stack book;
        for (const Stack& pile : piles)
            book.insert(book.end(), pile.begin(), pile.end());
        readsRight(book, 22);
    }

    void ticketsComeOffTheKnifeInOrder()
    {
        for (const Delivery delivery : {Delivery::FaceDown, Delivery::FaceUp}) {
            Job job = newPiece(PieceKind::Leaf);
            job.flat = {len("60"), len("40")};
            useSeries(job);
            job.records.series.digits = 3;
            setRecordCount(job, 50);
            job.press.sheet = {len("220"), len("160")};
            job.press.marks.label = false;
            job.press.delivery = delivery;
            job.press.knife.clamp = job.stock.caliper() * 4; // in lifts of four sheets
            const Plan plan = testing::planned(job);
            const int up = plan.sheet().up();
            QVERIFY(up >= 6);
            Item item = testing::threeDigits(plan.paper, Face::Outside, 1, job.flat);
            item.paragraphs[0].text = QStringLiteral("{number}");
            job.edit(Face::Outside).items = {item};
            const QString file = exported(job, ExportKind::Sheets, "tickets.pdf", dir_.path());
            const int sheets = (50 + up - 1) / up;
            QCOMPARE(run(QStringLiteral("qpdf"), {QStringLiteral("--show-npages"), file}).trimmed().toInt(),
                     sheets * 2);
            std::vector<std::vector<int>> printed; // by sheet, by place along the rows
            for (int i = 0; i < sheets; ++i) {
                auto words = wordsOn(file, 1 + i * 2);
                std::ranges::sort(
                    words, {}, [](const Digits& w) { return std::pair(std::lround(w.middle.y() / 10), w.middle.x()); });
                printed.emplace_back();
                for (const Digits& w : words)
                    printed.back().push_back(w.number);
            }
            std::vector<int> all;
            for (int from = 0; from < sheets; from += 4) {
                const int to = std::min(from + 4, sheets);
                for (int place = 0; place < up; ++place)
                    for (int i = 0; i < to - from; ++i) {
                        const auto& sheet =
                            printed[std::size_t(delivery == Delivery::FaceDown ? from + i : to - 1 - i)];
                        if (place < int(sheet.size()))
                            all.push_back(sheet[std::size_t(place)]);
                    }
            }
            QCOMPARE(int(all.size()), 50);
            for (int i = 0; i < 50; ++i)
                QCOMPARE(all[std::size_t(i)], i + 1);
        }
    }

    void backsLieBehindFrontsWhateverTheTurn()
    {
        // A number on either side, in the middle of the card: behind each other through the paper within a hundredth.
        for (const WorkStyle style : {WorkStyle::Sheetwise, WorkStyle::WorkAndTurn, WorkStyle::WorkAndTumble})
            for (const FlipEdge flip : {FlipEdge::Long, FlipEdge::Short}) {
                Job job = newPiece(PieceKind::Leaf);
                job.flat = {len("85"), len("55")};
                job.press.sheet = {len("450"), len("320")};
                job.press.work = style;
                job.press.flip = flip;
                job.press.device = Device::ShopMachine; // which is given the second pass, too
                job.press.marks.label = false;
                const Plan plan = testing::planned(job);
                for (const Face face : bothFaces)
                    job.edit(face).items = {
                        testing::threeDigits(plan.paper, face, face == Face::Outside ? 111 : 222, job.flat)};
                const QString file = exported(job, ExportKind::Sheets, "cards.pdf", dir_.path());
                const auto front = wordsOn(file, 1);
                const auto back = wordsOn(file, 2);
                QCOMPARE(int(front.size()), plan.sheet().up());
                QCOMPARE(front.size(), back.size());
                const bool leftToRight =
                    style == WorkStyle::WorkAndTurn || (style == WorkStyle::Sheetwise && flip == FlipEdge::Short);
                for (const Digits& w : front) {
                    const QPointF through = leftToRight ? QPointF(450 - w.middle.x(), w.middle.y())
                                                        : QPointF(w.middle.x(), 320 - w.middle.y());
                    const auto behind = std::ranges::find_if(back, [&](const Digits& b) {
                        return std::abs(b.middle.x() - through.x()) < 0.01 &&
                               std::abs(b.middle.y() - through.y()) < 0.01;
                    });
                    QVERIFY2(behind != back.end(), qPrintable(workStyleName(style)));
                    QCOMPARE(behind->number, w.number == 111 ? 222 : 111);
                }
                if (style != WorkStyle::Sheetwise) {
                    job.press.device = Device::ProductionPress; // prints it from the plates of the first
                    const QString plates = exported(job, ExportKind::Sheets, "plates.pdf", dir_.path());
                    QCOMPARE(run(QStringLiteral("qpdf"), {QStringLiteral("--show-npages"), plates}).trimmed(),
                             QByteArray("1"));
                }
                if (style != WorkStyle::Sheetwise)
                    QVERIFY(std::ranges::count(front, 111, &Digits::number) ==
                            std::ranges::count(front, 222, &Digits::number));
            }
    }

    void marksAreOnTheirPlatesInALayerOfTheirOwn()
    {
        // Common practice: marks on every plate, a bar patch on its own alone.
        Job job = testing::cards(3, 2, len("10"));
        job.press.marks.bar = true;
        const Plan plan = testing::planned(job);
        const MarksOnSide marks = marksOn(plan.partsOf(job), plan.press.front().forms.front(), Face::Outside);
        const QString file = exported(job, ExportKind::Sheets, "marks.pdf", dir_.path());
        const QString layers = QString::fromUtf8(
            run(QStringLiteral("qpdf"),
                {QStringLiteral("--qdf"), QStringLiteral("--object-streams=disable"), file, QStringLiteral("-")}));
        QVERIFY(layers.contains(QStringLiteral("/OC /Marks BDC")));
        QVERIFY(layers.contains(QStringLiteral("/Type /OCG")));
        QVERIFY(run(QStringLiteral("pdfinfo"), {file}).contains("PDF/X-4"));
        constexpr int dpi = 127;
        run(QStringLiteral("gs"),
            {QStringLiteral("-q"), QStringLiteral("-dNOPAUSE"), QStringLiteral("-dBATCH"), QStringLiteral("-dSAFER"),
             QStringLiteral("-sDEVICE=tiffsep"), QStringLiteral("-dLastPage=1"), QStringLiteral("-r127"),
             QStringLiteral("-sOutputFile=") + path("p.tif"), file});
        std::map<QString, QImage> plates;
        for (const char* plate : {"Cyan", "Magenta", "Yellow", "Black"}) {
            const auto image = picturePreview(dir_.filePath(QStringLiteral("p(%1).tif").arg(QLatin1String(plate))),
                                              5000, shippedPressProfile().icc);
            QVERIFY(image);
            plates[QLatin1String(plate)] = *image;
        }
        const auto inked = [&](const QString& plate, const Rect& area) {
            const QPointF middle(area.middle().x.toMm() / 25.4 * dpi, area.middle().y.toMm() / 25.4 * dpi);
            return qGray(plates[plate].pixel(middle.toPoint())) < 128;
        };
        for (const InkPatch& patch : marks.bar)
            for (const char* plate : {"Cyan", "Magenta", "Yellow", "Black"})
                QCOMPARE(inked(QLatin1String(plate), patch.area), patch.plate == QLatin1String(plate));
        for (const Rect& target : marks.targets)
            for (const char* plate : {"Cyan", "Magenta", "Yellow", "Black"})
                QVERIFY(inked(QLatin1String(plate), target)); // where its lines cross
    }
};

HINGE_TEST(TestPressSheets)
#include "test_press_sheets.moc"
