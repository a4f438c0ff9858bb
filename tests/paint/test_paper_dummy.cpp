// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/edit/change_kind.h"
#include "core/paper/signature.h"
#include "demo_job.h"
#include "paint/film_file.h"
#include "paint/paper_dummy_pages.h"
#include "testing.h"
#include "unit_paper.h"

#include <QRegularExpression>
#include <QTemporaryDir>
#include <QXmlStreamReader>
#include <algorithm>
#include <cmath>
#include <set>
#include <webp/demux.h>

using namespace hinge;

namespace
{

class BlankPictures : public PictureSource
{
public:
    ShownPicture picture(const LinkedFile&) override { return {}; }
};

/// A word on a printed page as MuPDF reads it back: where its middle is, from the upper left corner of the page, in
/// millimetres, and which way it runs (0 to the right, 180 upside down, 90 up along a line).
struct PrintedWord {
    QString text;
    double x = 0, y = 0;
    int turn = 0;
};
struct PrintedPage {
    double w = 0, h = 0;
    std::vector<PrintedWord> words;
    [[nodiscard]] const PrintedWord* find(const QString& text) const
    {
        // What stands above a piece is printed first, and may say the same.
        const auto found =
            std::find_if(words.rbegin(), words.rend(), [&](const PrintedWord& one) { return one.text == text; });
        return found == words.rend() ? nullptr : &*found;
    }
};

std::vector<PrintedPage> readBack(const QString& pdf)
{
    constexpr double mm = 25.4 / 72;
    const QByteArray xml = testing::run(QStringLiteral("mutool"),
                                        {QStringLiteral("draw"), QStringLiteral("-q"), QStringLiteral("-F"),
                                         QStringLiteral("stext"), QStringLiteral("-o"), QStringLiteral("-"), pdf});
    std::vector<PrintedPage> pages;
    QXmlStreamReader reader(xml);
    while (!reader.atEnd()) {
        reader.readNext();
        if (!reader.isStartElement())
            continue;
        const auto value = [&](const char* name) { return reader.attributes().value(QLatin1String(name)).toString(); };
        if (reader.name() == QStringLiteral("page")) {
            pages.push_back({value("width").toDouble() * mm, value("height").toDouble() * mm, {}});
        } else if (reader.name() == QStringLiteral("line")) {
            const QStringList box = value("bbox").split(u' ');
            const QStringList dir = value("dir").split(u' ');
            PrintedWord word;
            word.x = (box[0].toDouble() + box[2].toDouble()) / 2 * mm;
            word.y = (box[1].toDouble() + box[3].toDouble()) / 2 * mm;
            const double angle = std::atan2(-dir.value(1).toDouble(), dir.value(0, QStringLiteral("1")).toDouble());
            word.turn = (int(std::lround(angle * 180 / 3.14159265)) + 360) % 360;
            word.text = value("text");
            if (word.text.isEmpty()) {
                // Older readers give the letters one by one.
                while (!(reader.isEndElement() && reader.name() == QStringLiteral("line"))) {
                    reader.readNext();
                    if (reader.isStartElement() && reader.name() == QStringLiteral("char"))
                        word.text += reader.attributes().value(QStringLiteral("c"));
                    if (reader.atEnd())
                        break;
                }
            }
            word.text = word.text.trimmed();
            pages.back().words.push_back(word);
        }
    }
    return pages;
}

/// Where a place on the back of a sheet lies when it is looked at from the front, through the paper.
std::pair<double, double> seenThrough(double x, double y, const PrintedPage& page, DummyPrinting::Back back)
{
    const bool lying = page.w > page.h;
    const bool aboutUpright = back == DummyPrinting::Back::Glued || (back == DummyPrinting::Back::LongEdge) != lying;
    return aboutUpright ? std::pair(page.w - x, y) : std::pair(x, page.h - y);
}

} // namespace

class TestPaperDummy : public QObject
{
    Q_OBJECT

    QTemporaryDir folder_;

    std::vector<PrintedPage> printed(const Job& job, const DummyPrinting& printing, PaperDummy* made = nullptr)
    {
        const Plan plan = testing::planned(job);
        const auto dummy = paperDummy(job, plan, printing);
        if (!dummy)
            qFatal("%s", qPrintable(dummy.error().text()));
        if (made)
            *made = *dummy;
        BlankPictures none;
        TextLayoutCache layouts(FontLibrary::shipped(), Patience::Waits);
        FacePainter painter(layouts, none);
        const QString path = folder_.filePath(QStringLiteral("dummy.pdf"));
        const auto written = writePaperDummy(job, plan, *dummy, {painter, QFont(QStringLiteral("DejaVu Sans"))}, path);
        if (!written)
            qFatal("%s", qPrintable(written.error().text()));
        return readBack(path);
    }

    /// Without the instructions, and the empty page behind them.
    static std::vector<PrintedPage> sheetsOf(std::vector<PrintedPage> pages, DummyPrinting::Back back)
    {
        pages.erase(pages.begin(), pages.begin() + (back == DummyPrinting::Back::Glued ? 1 : 2));
        return pages;
    }

private Q_SLOTS:
    void everyRoleIsPrintedOnItsPanel_data()
    {
        QTest::addColumn<QString>("name");
        QTest::addColumn<int>("back");
        QTest::addColumn<bool>("trueSize");
        for (const char* name : {"visitor-leaflet", "invitation", "solstice-card", "postcard", "member-card",
                                 "boat-tickets", "tide-almanac-cover"})
            for (const int back : {0, 1, 2})
                for (const bool trueSize : {false, true})
                    QTest::addRow("%s, %d, %s", name, back, trueSize ? "true size" : "fitted")
                        << QString::fromLatin1(name) << back << trueSize;
    }

    /// Front and back of every panel lie on each other through the paper, and each is printed the way up it is read.
    void everyRoleIsPrintedOnItsPanel()
    {
        QFETCH(const QString, name);
        QFETCH(const int, back);
        QFETCH(const bool, trueSize);
        const Job job = testing::demoJob(name);
        const Plan plan = testing::planned(job);
        DummyPrinting printing;
        printing.back = DummyPrinting::Back(back);
        printing.trueSize = trueSize;
        printing.artwork = false;
        PaperDummy dummy;
        const auto pages = sheetsOf(printed(job, printing, &dummy), printing.back);
        QCOMPARE(pages.size(), dummy.pages.size());
        int compared = 0;
        for (const Panel& outside : plan.paper.face(Face::Outside)) {
            const Panel& inside = plan.paper.behind(outside);
            const auto label = [](QString role) { return role.replace(0, 1, role.at(0).toUpper()); };
            for (std::size_t i = 0; i + 1 < pages.size(); ++i) {
                if (dummy.pages[i].face != 0 || dummy.pages[i + 1].face != 1)
                    continue;
                const PrintedWord* front = pages[i].find(label(outside.roleName));
                const PrintedWord* behind = pages[i + 1].find(label(inside.roleName));
                if (!front || !behind)
                    continue;
                const auto [x, y] = seenThrough(behind->x, behind->y, pages[i], printing.back);
                QVERIFY2(std::abs(x - front->x) < 1.5 && std::abs(y - front->y) < 1.5,
                         qPrintable(QStringLiteral("%1: %2 %3, %4 %5")
                                        .arg(outside.roleName)
                                        .arg(x)
                                        .arg(y)
                                        .arg(front->x)
                                        .arg(front->y)));
                ++compared;
            }
        }
        // A panel that is joined from two parts may have its name on either.
        QVERIFY(compared >= (trueSize ? 1 : int(plan.paper.face(Face::Outside).size())));
    }

    void foldLinesOfBothSidesCoincide()
    {
        CHECK_PROPERTY("folds lie on each other through the paper, valley behind mountain", [] {
            const Job job = *rc::anyPiece();
            const auto planned = plan(job);
            RC_PRE(bool(planned));
            DummyPrinting printing;
            printing.back = DummyPrinting::Back(*rc::gen::inRange(0, 3));
            printing.trueSize = *rc::gen::arbitrary<bool>();
            const auto dummy = paperDummy(job, *planned, printing);
            RC_ASSERT(bool(dummy));
            for (std::size_t i = 0; i + 1 < dummy->pages.size(); ++i) {
                const DummyPage& front = dummy->pages[i];
                const DummyPage& back = dummy->pages[i + 1];
                if (front.face != 0 || back.face != 1)
                    continue;
                const DummyUnit& u = dummy->units[front.unit];
                const auto onPage = [](const DummyPage& page, double x, double y) {
                    double dx = (x - page.part.x.toMm()) * page.scale, dy = (y - page.part.y.toMm()) * page.scale;
                    if (page.halfTurn) {
                        dx = page.part.w.toMm() * page.scale - dx;
                        dy = page.part.h.toMm() * page.scale - dy;
                    }
                    return std::pair(page.corner.x.toMm() + dx, page.corner.y.toMm() + dy);
                };
                const PrintedPage size{front.paper.w.toMm(), front.paper.h.toMm(), {}};
                for (const DummyUnit::Line& line : u.lines) {
                    const auto end = [&](int face, bool first) {
                        const auto f = std::size_t(face);
                        const double at = line.at[f].toMm(), along = (first ? line.from : line.to)[f].toMm();
                        return line.upright ? onPage(face ? back : front, at, along)
                                            : onPage(face ? back : front, along, at);
                    };
                    std::set<std::pair<int, int>> a, b;
                    for (const bool first : {true, false}) {
                        const auto p = end(0, first);
                        const auto q = end(1, first);
                        const auto through = seenThrough(q.first, q.second, size, printing.back);
                        a.insert({int(std::lround(p.first * 20)), int(std::lround(p.second * 20))});
                        b.insert({int(std::lround(through.first * 20)), int(std::lround(through.second * 20))});
                    }
                    for (auto p = a.begin(), q = b.begin(); p != a.end() && q != b.end(); ++p, ++q) {
                        RC_ASSERT(std::abs(p->first - q->first) <= 1);
                        RC_ASSERT(std::abs(p->second - q->second) <= 1);
                    }
                    RC_ASSERT(line.work != LineWork::Fold || line.valley[0] != line.valley[1]);
                }
                // All of it stands within what the printer reaches.
                for (const DummyPage* page : {&front, &back}) {
                    RC_ASSERT(page->corner.x >= officeMargin && page->corner.y >= officeMargin);
                    RC_ASSERT(page->corner.x.toMm() + page->part.w.toMm() * page->scale <= page->paper.w.toMm() - 7.99);
                    RC_ASSERT(page->corner.y.toMm() + page->part.h.toMm() * page->scale <= page->paper.h.toMm() - 7.99);
                }
            }
        });
    }

    void partsCoverTheWhole()
    {
        CHECK_PROPERTY("joined, the parts are the whole, and overlap by the strip for the glue", [](const Job& job) {
            const auto planned = plan(job);
            RC_PRE(bool(planned));
            DummyPrinting printing;
            printing.trueSize = true;
            const auto dummy = paperDummy(job, *planned, printing);
            RC_ASSERT(bool(dummy));
            Length right, bottom;
            for (const DummyPage& page : dummy->pages) {
                RC_ASSERT(page.scale == 1);
                if (page.face != 0)
                    continue;
                RC_ASSERT((page.column == 0) == (page.part.x == Length()));
                right = std::max(right, page.part.right());
                bottom = std::max(bottom, page.part.bottom());
                if (page.column > 0 && page.row == 0) {
                    const DummyPage& before = dummy->pages[std::size_t(&page - dummy->pages.data()) - 2];
                    RC_ASSERT(before.part.right() - page.part.x >= joinOverlap);
                }
            }
            RC_ASSERT(right == planned->paper.flat.w);
            RC_ASSERT(bottom == planned->paper.flat.h);
        });
    }

    void aBookletFoldsToItsPages()
    {
        // Read back from the PDF, folded as it says, nested as it says: pages 1 to N, heads up.
        Job job = testing::demoJob("field-notebook");
        DummyPrinting printing;
        printing.artwork = false;
        PaperDummy dummy;
        const auto pages = sheetsOf(printed(job, printing, &dummy), printing.back);
        QCOMPARE(pages.size(), std::size_t(22)); // a cover and ten sheets, both sides
        std::vector<int> read;
        static const QRegularExpression number(QStringLiteral("^\\d+$"));
        struct Half {
            int left, right;
            bool headUp;
        };
        const auto halves = [&](const PrintedPage& page) {
            std::vector<PrintedWord> numbers;
            for (const PrintedWord& w : page.words)
                if (number.match(w.text).hasMatch())
                    numbers.push_back(w);
            std::ranges::sort(numbers, {}, &PrintedWord::x);
            if (numbers.size() != 2)
                qFatal("%d numbers on a side", int(numbers.size()));
            return std::pair(numbers, numbers[0].turn == numbers[1].turn);
        };
        std::vector<int> order; // from the outside in: first, second ... last but one, last
        std::vector<int> tail;
        for (std::size_t i = 2; i + 1 < pages.size(); i += 2) {
            const auto [outer, same] = halves(pages[i]);
            auto [inner, alike] = halves(pages[i + 1]);
            QVERIFY(same && alike);
            QCOMPARE(outer[0].turn, 0);
            // The back, looked at through the paper: turned about the level here, so that it stands on its head there.
            QCOMPARE(inner[0].turn, pages[i].w > pages[i].h ? 180 : 0);
            for (PrintedWord& w : inner)
                std::tie(w.x, w.y) = seenThrough(w.x, w.y, pages[i], printing.back);
            std::ranges::sort(inner, {}, &PrintedWord::x);
            // Folded in the middle with the outer side outside: the right half is the first leaf, its back lies behind
            // it.
            order.push_back(outer[1].text.toInt());
            order.push_back(inner[1].text.toInt());
            tail.insert(tail.begin(), {inner[0].text.toInt(), outer[0].text.toInt()});
        }
        order.insert(order.end(), tail.begin(), tail.end());
        std::vector<int> wanted;
        for (int i = 1; i <= 40; ++i)
            wanted.push_back(i);
        QCOMPARE(order, wanted);
    }

    void signaturesFoldToTheirPages_data()
    {
        QTest::addColumn<int>("signature");
        for (const int pages : {4, 8, 16, 32})
            QTest::addRow("%d pages", pages) << pages;
    }

    void signaturesFoldToTheirPages()
    {
        QFETCH(const int, signature);
        Job job = newPiece(PieceKind::Book);
        job.pages.count = signature * 2;
        job.pages.signature = signature;
        DummyPrinting printing;
        printing.artwork = false;
        printing.paper = {Length::mm(297), Length::mm(420)};
        PaperDummy dummy;
        const auto pages = sheetsOf(printed(job, printing, &dummy), printing.back);
        std::vector<int> read;
        static const QRegularExpression number(QStringLiteral("^\\d+$"));
        for (std::size_t i = 0; i + 1 < pages.size(); ++i) {
            if (dummy.pages[i].face != 0 || dummy.units[dummy.pages[i].unit].what != DummyUnit::What::Sheet)
                continue;
            const DummyPage& page = dummy.pages[i];
            const SignatureFold fold = signatureFold(signature);
            const double w = page.part.w.toMm() * page.scale / fold.columns;
            const double h = page.part.h.toMm() * page.scale / fold.rows;
            // What is printed where, from the PDF: the front as it lies, the back through the paper.
            std::map<std::pair<int, int>, std::pair<int, bool>> sides[2];
            for (const int face : {0, 1})
                for (const PrintedWord& word : pages[i + std::size_t(face)].words) {
                    if (!number.match(word.text).hasMatch())
                        continue;
                    auto [x, y] = std::pair(word.x, word.y);
                    if (face == 1)
                        std::tie(x, y) = seenThrough(x, y, pages[i], printing.back);
                    const std::pair place(int(std::floor((x - page.corner.x.toMm()) / w)),
                                          int(std::floor((y - page.corner.y.toMm()) / h)));
                    // Seen through the paper, a turn about the level is one head to foot.
                    const bool level = face == 1 && pages[i].w > pages[i].h;
                    sides[face][place] = {word.text.toInt(), (word.turn == 0) != level};
                }
            QCOMPARE(int(sides[0].size()), fold.columns * fold.rows);
            QCOMPARE(int(sides[1].size()), fold.columns * fold.rows);
            // The lines that are printed tell which fold comes when, and lie where it is made.
            testing::UnitPaper paper(std::vector<int>(std::size_t(fold.columns), 1),
                                     std::vector<int>(std::size_t(fold.rows), 1));
            int step = 0;
            for (const FoldStep& folded : fold.steps) {
                const QString name = QStringLiteral("fold %1, ").arg(++step);
                const bool upright = folded.axis == Axis::Vertical;
                const double at =
                    upright ? page.corner.x.toMm() + folded.line * w : page.corner.y.toMm() + folded.line * h;
                QVERIFY2(std::ranges::any_of(pages[i].words,
                                             [&](const PrintedWord& word) {
                                                 return word.text.startsWith(name) &&
                                                        std::abs((upright ? word.x : word.y) - at) < 2;
                                             }),
                         qPrintable(name));
                paper.fold(folded);
            }
            QCOMPARE(int(paper.piles().size()), 1);
            const auto& pile = paper.piles().begin()->second;
            // From the top: the upper side of each leaf, then its lower one.
            std::vector<int> order;
            std::set<bool> heads;
            for (auto bit = pile.rbegin(); bit != pile.rend(); ++bit)
                for (const bool upper : {true, false}) {
                    const auto& [count, headUp] = sides[bit->outsideUp == upper ? 0 : 1][{bit->x, bit->y}];
                    order.push_back(count);
                    heads.insert(headUp == bit->headUp);
                }
            if (order.front() > order.back())
                std::ranges::reverse(order);
            QCOMPARE(int(heads.size()), 1); // all one way up
            read.insert(read.end(), order.begin(), order.end());
        }
        std::vector<int> wanted;
        for (int i = 1; i <= signature * 2; ++i)
            wanted.push_back(i);
        QCOMPARE(read, wanted);
    }

    void instructionsTellTheFolds()
    {
        const Job job = testing::demoJob("invitation");
        const Plan plan = testing::planned(job);
        const auto dummy = paperDummy(job, plan, {});
        QVERIFY(bool(dummy));
        const QString all = paperDummyInstructions(job, plan, *dummy).join(u'\n');
        QVERIFY2(all.contains(QStringLiteral("inside up")), qPrintable(all));
        // A double gate, as its inside lies up: first one flap, then the other, then both together (a fact of the
        // trade).
        QVERIFY(all.contains(QStringLiteral("Fold 1 of 3: right panel over, valley")));
        QVERIFY(all.contains(QStringLiteral("Fold 2 of 3: left panel over, valley")));
        QVERIFY(all.contains(QStringLiteral("Fold 3 of 3: left part over, valley")));
        // And the lines on the paper carry the same numbers.
        const auto pages = printed(job, {});
        for (const char* line : {"fold 1, valley", "fold 2, valley", "fold 3, valley"})
            QVERIFY2(pages.back().find(QString::fromLatin1(line)), line);
        for (const char* line : {"fold 1, mountain", "fold 2, mountain", "fold 3, mountain"})
            QVERIFY2(pages[pages.size() - 2].find(QString::fromLatin1(line)), line);
    }

    void aCoverGetsAStandInForItsBlock()
    {
        const Job job = testing::demoJob("tide-almanac-cover");
        const Plan plan = testing::planned(job);
        const auto dummy = paperDummy(job, plan, {});
        QVERIFY(bool(dummy));
        // Its lines carry the names that the instructions use.
        const QString all = paperDummyInstructions(job, plan, *dummy).join(u'\n');
        const auto pages = printed(job, {});
        for (const QString& name : {QStringLiteral("spine, bend 1"), QStringLiteral("spine, bend 2")}) {
            QVERIFY2(all.contains(name, Qt::CaseInsensitive), qPrintable(all));
            QVERIFY(pages[2].find(name) && pages[3].find(name));
        }
        const auto block = std::ranges::find(dummy->units, DummyUnit::What::Block, &DummyUnit::what);
        QVERIFY(block != dummy->units.end());
        // Between its two lines lies the spine, as wide as that of the cover.
        QCOMPARE(block->lines.size(), std::size_t(2));
        QCOMPARE(block->lines[1].at[0] - block->lines[0].at[0], spineOf(job));
        QCOMPARE(block->size.h, job.page.h);
        // Both are printed to one scale, or it would not fit.
        for (const DummyPage& page : dummy->pages)
            QCOMPARE(page.scale, dummy->pages.front().scale);
        QVERIFY(dummy->pages.front().scale < 1);
    }

    void thePaperMustHaveRoom()
    {
        DummyPrinting printing;
        printing.paper = {Length::mm(30), Length::mm(30)};
        const Job job = testing::a4Roll();
        const auto dummy = paperDummy(job, testing::planned(job), printing);
        QVERIFY(!dummy);
        QVERIFY(dummy.error().text().contains(QStringLiteral("too small")));
    }

    void stoppedItLeavesTheFileAsItWas()
    {
        const Job job = testing::a4Roll();
        const Plan plan = testing::planned(job);
        const auto dummy = paperDummy(job, plan, {});
        BlankPictures none;
        TextLayoutCache layouts(FontLibrary::shipped(), Patience::Waits);
        FacePainter painter(layouts, none);
        const QString path = folder_.filePath(QStringLiteral("kept.pdf"));
        QFile file(path);
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write("mine");
        file.close();
        int asked = 0;
        const auto written = writePaperDummy(job, plan, *dummy, {painter, QFont()}, path,
                                             [&](int, int of) { return of == 3 && ++asked < 2; });
        QVERIFY(!written);
        QCOMPARE(asked, 2);
        QCOMPARE(testing::contentOf(path), QByteArray("mine"));
    }

    void filmsRunAsLongAsTheyShould()
    {
        // Taken apart by libwebp's own reader: pictures, their size, and how long each is shown.
        FilmFile film(QSize(64, 48));
        for (int i = 0; i < 5; ++i) {
            QImage image(64, 48, QImage::Format_ARGB32);
            image.fill(QColor::fromHsv(i * 70, 200, 200));
            QVERIFY(bool(film.add(image, 100 + i)));
        }
        QVERIFY(!film.add(QImage(10, 10, QImage::Format_ARGB32), 40)); // of another size
        const auto bytes = film.finish();
        QVERIFY(bool(bytes));
        WebPData data{reinterpret_cast<const uint8_t*>(bytes->constData()), std::size_t(bytes->size())};
        WebPAnimDecoderOptions options;
        QVERIFY(WebPAnimDecoderOptionsInit(&options));
        WebPAnimDecoder* decoder = WebPAnimDecoderNew(&data, &options);
        QVERIFY(decoder);
        WebPAnimInfo info;
        QVERIFY(WebPAnimDecoderGetInfo(decoder, &info));
        QCOMPARE(int(info.frame_count), 5);
        QCOMPARE(int(info.canvas_width), 64);
        QCOMPARE(int(info.loop_count), 0);
        uint8_t* pixels = nullptr;
        int end = 0;
        QVERIFY(WebPAnimDecoderGetNext(decoder, &pixels, &end));
        QCOMPARE(end, 100);
        const QColor first(pixels[0], pixels[1], pixels[2]);
        QVERIFY(std::abs(first.red() - QColor::fromHsv(0, 200, 200).red()) < 12);
        while (WebPAnimDecoderHasMoreFrames(decoder))
            QVERIFY(WebPAnimDecoderGetNext(decoder, &pixels, &end));
        QCOMPARE(end, 510);
        WebPAnimDecoderDelete(decoder);
    }

    void aFilmTooLargeIsRefused()
    {
        FilmFile film(QSize(20000, 10));
        QVERIFY(!film.add(QImage(20000, 10, QImage::Format_ARGB32), 40));
        QVERIFY(!film.finish());
    }
};

HINGE_TEST(TestPaperDummy)
#include "test_paper_dummy.moc"
