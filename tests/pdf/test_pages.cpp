// SPDX-License-Identifier: GPL-3.0-or-later
// Pages of the text in exported files: their order, their boxes, and where what is supplied comes to lie.
#include "core/edit/bring_in.h"
#include "core/edit/sequence_edits.h"
#include "export_reader.h"
#include "pdf/page_preview.h"

class TestPages : public ExportReader
{
    Q_OBJECT

    static constexpr double mm = 72 / 25.4;

    /// A booklet of pages of 148 x 210 mm from a file of as many: each has a black inch in its foot-left trim corner.
    Job booklet(int pages) const
    {
        const QRectF media(0, 0, 154 * mm, 216 * mm);
        const QRectF trim(3 * mm, 3 * mm, 148 * mm, 210 * mm);
        const QString file = artwork("text.pdf", media, trim, pages);
        Job job = newPiece(PieceKind::Booklet);
        job.page = {len("148"), len("210")};
        job.zones.bleed = len("3");
        (void)bringIn(job, pagesOf({{file, readFileFacts(file)}}));
        return job;
    }

    /// Where, in millimetres from the head-left trim corner, the head-right corner of the black inch lies on a page:
    /// found by poppler at a hundredth of a millimetre about where it is expected; the two lengths it is off.
    QPointF offBy(const QString& file, int page, QPointF expected, bool blackLeft = true, bool blackBelow = true) const
    {
        const QRectF trim = box(file, page, "TrimBox");
        const QRectF media = box(file, page, "MediaBox");
        constexpr int half = 40; // pixels of a hundredth of a millimetre
        const double x = trim.left() / mm * 100 + expected.x() * 100;
        const double y = (media.height() - trim.bottom()) / mm * 100 + expected.y() * 100;
        const QString stem = path("corner");
        run(QStringLiteral("pdftoppm"), {QStringLiteral("-png"),
                                         QStringLiteral("-singlefile"),
                                         QStringLiteral("-aa"),
                                         QStringLiteral("no"),
                                         QStringLiteral("-aaVector"),
                                         QStringLiteral("no"),
                                         QStringLiteral("-r"),
                                         QStringLiteral("2540"),
                                         QStringLiteral("-f"),
                                         QString::number(page),
                                         QStringLiteral("-x"),
                                         QString::number(std::lround(x) - half),
                                         QStringLiteral("-y"),
                                         QString::number(std::lround(y) - half),
                                         QStringLiteral("-W"),
                                         QString::number(2 * half),
                                         QStringLiteral("-H"),
                                         QString::number(2 * half),
                                         file,
                                         stem});
        const QImage image(stem + QStringLiteral(".png"));
        const auto dark = [&](int px, int py) { return qGray(image.pixel(px, py)) < 90; };
        // Along a line well within the black in the other direction.
        const int inX = blackLeft ? half / 2 : half * 3 / 2;
        const int inY = blackBelow ? half * 3 / 2 : half / 2;
        int columns = 0;
        int rows = 0;
        for (int i = 0; i < 2 * half; ++i) {
            columns += dark(i, inY);
            rows += dark(inX, i);
        }
        return {(columns - half) / 100.0, (rows - half) / 100.0};
    }
    void near(const QString& file, int page, QPointF expected, bool blackLeft = true, bool blackBelow = true) const
    {
        const QPointF off = offBy(file, page, expected, blackLeft, blackBelow);
        QVERIFY2(std::abs(off.x()) <= 0.02 && std::abs(off.y()) <= 0.02,
                 qPrintable(QStringLiteral("page %1 is off by %2, %3").arg(page).arg(off.x()).arg(off.y())));
    }

private Q_SLOTS:
    void pagesStandInTheirOrderWithTheirBoxes()
    {
        Job job = booklet(6); // made up to 8
        movePages(job, {5}, 0);
        const QString file = exported(job, ExportKind::Pages, "pages.pdf", dir_.path());
        QVERIFY(run(QStringLiteral("qpdf"), {QStringLiteral("--show-npages"), file}).trimmed() == "8");
        for (int page = 1; page <= 8; ++page) {
            const QRectF trim = box(file, page, "TrimBox");
            QVERIFY(std::abs(trim.width() - 148 * mm) < 0.02 && std::abs(trim.height() - 210 * mm) < 0.02);
            const QRectF media = box(file, page, "MediaBox");
            // Cut at three sides, folded at the spine: the right of a left-hand page.
            const bool rightHand = page % 2 == 1;
            QVERIFY(std::abs(trim.left() - media.left() - (rightHand ? 0 : 3 * mm)) < 0.02);
            QVERIFY(std::abs(media.right() - trim.right() - (rightHand ? 3 * mm : 0)) < 0.02);
        }
        // Blanks are blank, where the plan says.
        const Plan plan = testing::planned(job);
        for (const ReaderPage& page : plan.pages) {
            const QImage image = rendered(file, page.number, 30);
            QCOMPARE(qGray(image.pixel(image.width() / 2, image.height() / 2)) == 255, page.isBlank());
        }
        QVERIFY(run(QStringLiteral("qpdf"), {QStringLiteral("--check"), file})
                    .contains("No syntax or stream encoding errors"));
    }

    void whatIsSuppliedLiesWhereItsPlacementSays()
    {
        Job job = booklet(8);
        setFromSpine(job, testing::planned(job), {1}, len("-1.5")); // a left-hand page
        setDown(job, {1}, len("-2"));
        turnPages(job, {2}, Turn::Half);
        scalePages(job, {3}, Percent::hundredths(9750));
        const QString file = exported(job, ExportKind::Pages, "placed.pdf", dir_.path());
        // The corner of the black inch: 25.4 mm from the left and from the foot of 148 x 210.
        near(file, 1, {25.4, 184.6});
        near(file, 2, {26.9, 182.6});
        near(file, 3, {148 - 25.4, 25.4}, false, false);
        near(file, 4, {74 + (25.4 - 74) * 0.975, 105 + (184.6 - 105) * 0.975});
        near(file, 5, {25.4, 184.6});
    }

    void anotherBoxMayMeasureThePage()
    {
        // The trim is 10 mm too small all round; what the page shows is 2 mm less than its sheet.
        const QString file = artwork("boxes.pdf", {0, 0, 148 * mm, 210 * mm}, {10 * mm, 10 * mm, 128 * mm, 190 * mm}, 4,
                                     " /CropBox [5.6693 5.6693 413.8583 589.6063]");
        const std::vector<IncomingPage> pages = pagesOf({{file, readFileFacts(file)}});
        const auto size = [&](PageBox box) { return measuredBy(pages, box).front().trim; };
        QVERIFY(sameTrim(size(PageBox::Trim), {len("128"), len("190")}));
        QVERIFY(sameTrim(size(PageBox::Crop), {len("144"), len("206")}));
        QVERIFY(sameTrim(size(PageBox::Media), {len("148"), len("210")}));
        QVERIFY(!measuredBy(pages, PageBox::Trim).front().part);
        // Nothing is left to bleed, and that is told.
        QVERIFY(pages.front().usableBleed() > Length());
        QCOMPARE(measuredBy(pages, PageBox::Media).front().usableBleed(), Length());
        Job job = newPiece(PieceKind::Booklet);
        job.page = {len("148"), len("210")};
        (void)bringIn(job, measuredBy(pages, PageBox::Media));
        const QString out = exported(job, ExportKind::Pages, "boxes-out.pdf", dir_.path());
        QVERIFY(
            testing::hasFinding(checkFiles(job, testing::planned(job), {{file, readFileFacts(file)}}), "pages.bleed"));
        // Its black inch stands in the corner of the trim, 10 mm from that of the sheet.
        near(out, 2, {10 + 25.4, 210 - 10 - 25.4});
        // Two pages beside each other on one sheet are parted where that says, too.
        const QString spread =
            artwork("spread.pdf", {0, 0, 296 * mm, 210 * mm}, {10 * mm, 10 * mm, 276 * mm, 190 * mm}, 1);
        const auto halves = takenApart(measuredBy(pagesOf({{spread, readFileFacts(spread)}}), PageBox::Media),
                                       {len("148"), len("210")}, false);
        QCOMPARE(halves.size(), std::size_t(2));
        QVERIFY(std::abs(halves[1].part->x.toMm() - 138) < 0.01 && std::abs(halves[0].part->x.toMm() + 10) < 0.01);
        // A turned page has its boxes turned with it.
        const QString turned =
            artwork("turned.pdf", {0, 0, 210 * mm, 148 * mm}, {10 * mm, 20 * mm, 190 * mm, 118 * mm}, 1, " /Rotate 90");
        const PageFacts facts = readFileFacts(turned).pages.front();
        QVERIFY(sameTrim(facts.media.size(), {len("148"), len("210")}));
        QVERIFY(std::abs(facts.media.x.toMm() + 20) < 0.01 && std::abs(facts.media.y.toMm() + 10) < 0.01);
    }

    void drawingsAreAsLargeAsTheySay()
    {
        const auto size = [&](const QByteArray& sides) {
            QFile file(path("sized.svg"));
            if (!file.open(QIODevice::WriteOnly))
                qFatal("not written");
            file.write("<?xml version='1.0'?>\n<svg xmlns='http://www.w3.org/2000/svg' " + sides +
                       " viewBox='0 0 10 10'><rect width='10' height='10'/></svg>");
            file.close();
            return readFileFacts(file.fileName()).pages.front().trim;
        };
        // CSS Values and Units 3, 5.2: an inch is 96 pixels, 72 points, 6 picas, 25.4 mm.
        for (const auto& [sides, w, h] : {std::tuple("width='20mm' height='1in'", 20.0, 25.4),
                                          {"width='3.5cm' height='36pt'", 35.0, 12.7},
                                          {"width='3pc' height=' 48px '", 12.7, 12.7},
                                          {"width='96' height='192'", 25.4, 50.8}}) {
            const Size is = size(sides);
            QVERIFY2(std::abs(is.w.toMm() - w) < 0.01 && std::abs(is.h.toMm() - h) < 0.01, sides);
        }
        QVERIFY(size("width='100%' height='100%'").w > Length());
    }

    void aFileThatStaysOpenShowsWhatIsOnItsPages()
    {
        const QString file = dir_.filePath(QStringLiteral("kept.pdf"));
        QVERIFY(QFile::copy(exported(booklet(8), ExportKind::Pages, "eight.pdf", dir_.path()), file));
        PageRenderer renderer;
        for (const int page : {3, 1, 8}) {
            const auto kept = renderer.render(file, page, 30);
            const auto alone = renderPagePreview(file, page, 30);
            QVERIFY(kept && alone);
            QVERIFY(kept->image == alone->image);
            QCOMPARE(kept->trim, alone->trim);
        }
        QVERIFY(!renderer.render(file, 9, 30));
        // Another file under the same name is opened again.
        QVERIFY(QFile::remove(file));
        QVERIFY(QFile::copy(exported(booklet(4), ExportKind::Pages, "four.pdf", dir_.path()), file));
        QVERIFY(renderer.render(file, 4, 30));
        QVERIFY(!renderer.render(file, 8, 30));
        QVERIFY(QFile::remove(file));
        QVERIFY(!renderer.render(file, 1, 30));
    }

    void numbersArePrintedWhereTheyStand()
    {
        Job job = newPiece(PieceKind::Booklet);
        job.pages.count = 8;
        job.pages.printed.place = NumberPlace::FootOuter;
        job.pages.firstNumber = 41;
        beginSequence(job);
        hidePageNumbers(job, {3}, true);
        const QString file = exported(job, ExportKind::Pages, "numbers.pdf", dir_.path());
        // Poppler tells where each word lies, in points from the head-left corner of the page, which shows the bleed.
        const QString told =
            QString::fromUtf8(run(QStringLiteral("pdftotext"), {QStringLiteral("-bbox"), file, QStringLiteral("-")}));
        static const QRegularExpression word(QStringLiteral(
            "<word xMin=\"([\\d.]+)\" yMin=\"([\\d.]+)\" xMax=\"([\\d.]+)\" yMax=\"([\\d.]+)\">(\\d+)<"));
        std::map<int, QRectF> words;
        for (auto it = word.globalMatch(told); it.hasNext();) {
            const auto match = it.next();
            const auto at = [&](int part) { return match.captured(part).toDouble() / 72 * 25.4; };
            words[match.captured(5).toInt()] = QRectF(QPointF(at(1), at(2)), QPointF(at(3), at(4)));
        }
        QCOMPARE(words.size(), std::size_t(7));
        QVERIFY(!words.contains(44)); // it is hidden, and counted
        const double bleed = job.zones.bleed.toMm();
        const double width = job.page.w.toMm();
        // 12 mm from the fore-edge. At the spine, the left of a right-hand page, there is no bleed; a left-hand page
        // has its own at the left.
        QVERIFY(std::abs(words[43].right() - (width - 12)) < 0.3);
        QVERIFY(std::abs(words[42].left() - (bleed + 12)) < 0.3);
        // Its line ends 8 mm above the foot.
        QVERIFY(words[43].bottom() < bleed + job.page.h.toMm() - 8 + 0.5);
        QVERIFY(words[43].bottom() > bleed + job.page.h.toMm() - 8 - 4);
    }

    void halvesOfSpreadsBecomePages()
    {
        const QRectF media(0, 0, 302 * mm, 216 * mm);
        const QRectF trim(3 * mm, 3 * mm, 296 * mm, 210 * mm);
        const QString source = artwork("spreads.pdf", media, trim, 2);
        Job job = newPiece(PieceKind::Booklet);
        job.page = {len("148"), len("210")};
        (void)bringIn(job, takenApart(pagesOf({{source, readFileFacts(source)}}), job.page, false));
        QCOMPARE(job.pages.count, 4);
        const QString file = exported(job, ExportKind::Pages, "halves.pdf", dir_.path());
        near(file, 1, {25.4, 184.6}); // the left half, with its inch
        const QImage right = rendered(file, 2, 50);
        for (int y = 0; y < right.height(); ++y)
            for (int x = 0; x < right.width(); ++x)
                QVERIFY(qGray(right.pixel(x, y)) > 90); // none on the right half
        // The left half ends where the right one begins: nothing of it bleeds there.
        const QRectF pageTrim = box(file, 1, "TrimBox");
        const QImage left = rendered(file, 1, 254);
        const int beyond = int((pageTrim.right() / mm + 1) * 10);
        QVERIFY(beyond < left.width());
        QCOMPARE(qGray(left.pixel(beyond, left.height() / 2)), 255);
    }

    void onlyPiecesWithPagesHaveThem()
    {
        const auto done = exportPdf(testing::a4Roll(), ExportKind::Pages, dir_.path(), path("none.pdf"));
        QVERIFY(!done && done.error().message.contains(QStringLiteral("leaflet")));
        QVERIFY(!QFileInfo::exists(path("none.pdf")));
    }
};

HINGE_TEST(TestPages)
#include "test_pages.moc"
