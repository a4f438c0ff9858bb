// SPDX-License-Identifier: GPL-3.0-or-later
// Long series on press sheets, whose copies are put together and not composed one by one.
#include "core/edit/record_edits.h"
#include "export_reader.h"
#include "pdf/numbered_copies.h"
#include "read_digits.h"

namespace
{

Item numberItem(const Paper& paper, const char* id, const char* words, Align align, const char* font, const Rect& where)
{
    Item item;
    item.id = QLatin1String(id);
    item.kind = ItemKind::Text;
    Paragraph paragraph;
    paragraph.text = QLatin1String(words);
    paragraph.style.align = align;
    paragraph.style.font = QLatin1String(font);
    paragraph.style.size = Length::points(11);
    item.paragraphs = {paragraph};
    item.sides = freeSides(paper, Face::Outside, where);
    return item;
}

Rect mm(int x, int y, int w, int h) { return {Length::mm(x), Length::mm(y), Length::mm(w), Length::mm(h)}; }

/// A ticket whose number stands at the left, in the middle and at the right, among words, in both fonts.
Job ticket(int count)
{
    Job job = newPiece(PieceKind::Leaf);
    job.flat = {len("80"), len("40")};
    useSeries(job);
    job.records.series = {QStringLiteral("A"), 1, 1, 0, QStringLiteral("x")};
    setRecordCount(job, count);
    const Paper paper = testing::planned(job).paper;
    auto& items = job.edit(Face::Outside).items;
    items = {numberItem(paper, "l", "No. {number}, ferry", Align::Left, "Vollkorn", mm(5, 4, 70, 8)),
             numberItem(paper, "c", "{number}", Align::Centre, "Cabin", mm(5, 14, 70, 8)),
             numberItem(paper, "r", "keep {number}", Align::Right, "Vollkorn", mm(5, 24, 70, 8))};
    job.press.sheet = {len("110"), len("70")};
    return job;
}

} // namespace

class TestNumberedCopies : public ExportReader
{
    Q_OBJECT

private Q_SLOTS:
    void longSeriesLookAsShortOnes()
    {
        // One to a sheet; below a thousand each copy is composed by itself.
        const QString shortOne = exported(ticket(999), ExportKind::Sheets, "short.pdf", dir_.path());
        const QString longOne = exported(ticket(1200), ExportKind::Sheets, "long.pdf", dir_.path());
        QCOMPARE(run(QStringLiteral("qpdf"), {QStringLiteral("--show-npages"), longOne}).trimmed().toInt(), 2400);
        for (const int number : {1, 7, 10, 11, 47, 99, 100, 111, 174, 707, 941, 999}) {
            const QImage expected = rendered(shortOne, number * 2 - 1, 200);
            const QImage image = rendered(longOne, number * 2 - 1, 200);
            QCOMPARE(image.size(), expected.size());
            // Where a line begins is summed up from rounded places: now and then a pixel is a shade darker.
            int different = 0;
            for (int y = 0; y < image.height(); ++y)
                for (int x = 0; x < image.width(); ++x)
                    different += std::abs(qGray(image.pixel(x, y)) - qGray(expected.pixel(x, y))) > 12 ? 1 : 0;
            QVERIFY2(different == 0, qPrintable(QStringLiteral("%1: %2 pixels").arg(number).arg(different)));
        }
        // The text is read back, also where numbers have four digits.
        for (const int number : {999, 1000, 1111, 1200}) {
            const QString text =
                QString::fromUtf8(run(QStringLiteral("pdftotext"),
                                      {QStringLiteral("-f"), QString::number(number * 2 - 1), QStringLiteral("-l"),
                                       QString::number(number * 2 - 1), longOne, QStringLiteral("-")}));
            QCOMPARE(text.count(QStringLiteral("A%1x").arg(number)), 3);
            QVERIFY(text.contains(QStringLiteral("No. A%1x, ferry").arg(number)));
        }
        // Put together, all backs are one and the same drawing; composed, each is its own.
        const auto differentContents = [](const QString& file) {
            const QString pages =
                QString::fromUtf8(run(QStringLiteral("qpdf"), {QStringLiteral("--show-pages"), file}));
            static const QRegularExpression content(QStringLiteral("content:\\s+(\\d+ 0 R)"));
            QSet<QString> found;
            for (auto it = content.globalMatch(pages); it.hasNext();)
                found << it.next().captured(1);
            return found.size();
        };
        QCOMPARE(differentContents(shortOne), 2 * 999);
        QCOMPARE(differentContents(longOne), 1200 + 1);
    }

    void everyNumberIsPrintedOnce()
    {
        Job job = ticket(1050);
        job.records.series = {{}, 1, 1, 4, {}};
        job.press.sheet = {len("450"), len("320")};
        const QString file = exported(job, ExportKind::Sheets, "piles.pdf", dir_.path());
        QProcess reader;
        reader.start(QStringLiteral("mutool"),
                     {QStringLiteral("draw"), QStringLiteral("-F"), QStringLiteral("txt"), file});
        QVERIFY(reader.waitForFinished(60000));
        const QString text = QString::fromUtf8(reader.readAllStandardOutput());
        QVERIFY(!reader.readAllStandardError().contains("flate"));
        std::map<int, int> seen;
        static const QRegularExpression number(QStringLiteral("No\\. (\\d{4}), ferry"));
        for (auto it = number.globalMatch(text); it.hasNext();)
            ++seen[it.next().captured(1).toInt()];
        QCOMPARE(seen.size(), std::size_t(1050));
        QVERIFY(std::ranges::all_of(seen, [](const auto& n) { return n.second == 1; }));
        QCOMPARE(seen.begin()->first, 1);
        QCOMPARE(seen.rbegin()->first, 1050);
    }

    void whatIsNoPlainNumberIsComposed()
    {
        // A code of its own on each copy.
        Job job = ticket(1010);
        job.records.series = {{}, 1, 1, 4, {}};
        Item code;
        code.id = QStringLiteral("code");
        code.kind = ItemKind::Code;
        code.ink = QStringLiteral("Black");
        code.code.data = QStringLiteral("{number}");
        code.sides = freeSides(testing::planned(job).paper, Face::Outside, mm(60, 4, 15, 15));
        job.edit(Face::Outside).items.push_back(code);
        job.press.sheet = {len("450"), len("320")};
        const QString file = exported(job, ExportKind::Sheets, "codes.pdf", dir_.path());
        const QString text = QString::fromUtf8(run(QStringLiteral("pdftotext"), {file, QStringLiteral("-")}));
        for (const int number : {1, 500, 1010})
            QCOMPARE(text.count(QStringLiteral("No. %1, ferry").arg(number, 4, 10, QLatin1Char('0'))), 1);
    }

    void digitsAreKnownByTheirSeries()
    {
        const Series plain{QStringLiteral("A-"), 8, 1, 0, QStringLiteral("/7")};
        QCOMPARE(digitsAt(plain, 0), QByteArray("8"));
        QCOMPARE(digitsAt(plain, 2), QByteArray("10"));
        const auto shown = digitsToShow(plain, 993); // 8 to 1000: of one to four digits
        QCOMPARE(shown.size(), std::size_t(400));
        QCOMPARE(recordOf(plain, "10").values.front(), QStringLiteral("A-10/7"));
        // Below nothing there is a sign.
        QVERIFY(digitsToShow({{}, 3, -1, 0, {}}, 10).empty());
        QVERIFY(digitsAt({{}, 3, -1, 0, {}}, 9).isEmpty());
    }
};

HINGE_TEST(TestNumberedCopies)
#include "test_numbered_copies.moc"
