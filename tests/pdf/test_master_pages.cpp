// SPDX-License-Identifier: GPL-3.0-or-later
// Masters in exported files, read back by poppler and mutool: what shows on which page, where, and how often it is
// written.
#include "core/edit/masters.h"
#include "core/edit/record_edits.h"
#include "core/edit/sequence_edits.h"
#include "export_reader.h"

#include <QRegularExpression>

class TestMasterPages : public ExportReader
{
    Q_OBJECT

    static constexpr double mm = 72 / 25.4;

    static Job booklet(int pages)
    {
        Job job = newPiece(PieceKind::Booklet);
        job.page = {len("148"), len("210")};
        job.pages.count = pages;
        job.pages.plusCover = true;
        beginSequence(job);
        Master master = newMaster(job, job.sequence[0].surface());
        addMaster(job, master);
        const Plan plan = testing::planned(job);
        Item line = itemAt("line", ItemKind::Text, 0);
        line.sides = freeSides(plan.paperOf(master.surface()), Face::Outside,
                               {len("98"), len("8"), len("42"), len("8")}); // ends 8 mm from the fore-edge
        line.paragraphs = {{QStringLiteral("Skerrowby"), {}}};
        line.paragraphs[0].style.align = Align::Right;
        job.edit(master.surface()).items = {line};
        settleMasters(job);
        return job;
    }
    static SurfaceId page(const Job& job, int number) { return job.sequence.at(number - 1).surface(); }
    /// The words of a page with the span they take up across, in millimetres from its trim.
    static QMap<QString, QPointF> words(const QString& file, int page)
    {
        const QString out = QString::fromUtf8(
            run(QStringLiteral("pdftotext"), {QStringLiteral("-bbox"), QStringLiteral("-f"), QString::number(page),
                                              QStringLiteral("-l"), QString::number(page), file, QStringLiteral("-")}));
        static const QRegularExpression word(
            QStringLiteral("<word xMin=\"([0-9.]+)\" yMin=\"[0-9.]+\" xMax=\"([0-9.]+)\" yMax=\"[0-9.]+\">([^<]*)<"));
        QMap<QString, QPointF> found;
        const double left = box(file, page, "TrimBox").left();
        for (auto it = word.globalMatch(out); it.hasNext();) {
            const auto m = it.next();
            found.insert(m.captured(3),
                         {(m.captured(1).toDouble() - left) / mm, (m.captured(2).toDouble() - left) / mm});
        }
        return found;
    }
    static QString mutoolText(const QString& file, int page)
    {
        return squeezed(
            QString::fromUtf8(run(QStringLiteral("mutool"), {QStringLiteral("draw"), QStringLiteral("-F"),
                                                             QStringLiteral("txt"), file, QString::number(page)})));
    }

private Q_SLOTS:
    void eachPageCarriesIt()
    {
        Job job = booklet(8);
        letGo(job, page(job, 3), QStringLiteral("line"), true);
        Item own = itemAt("own", ItemKind::Text, 0);
        own.sides = sidesFillingSafeArea(0);
        own.paragraphs = {{QStringLiteral("Low"), {}}};
        job.edit(page(job, 5)).items = {own};
        const QString file = exported(job, ExportKind::Pages, "pages.pdf", dir_.path());
        for (int number = 1; number <= 8; ++number) {
            const auto found = words(file, number);
            QCOMPARE(found.contains(QStringLiteral("Skerrowby")), number != 3);
            QCOMPARE(mutoolText(file, number).contains(QStringLiteral("Skerrowby")), number != 3);
            QCOMPARE(found.contains(QStringLiteral("Low")), number == 5);
            if (number == 3)
                continue;
            const QPointF span = found.value(QStringLiteral("Skerrowby"));
            // The fore-edge is at the right of odd pages and at the left of even ones.
            const double fromForeEdge = number % 2 == 1 ? 148 - span.y() : span.x();
            QVERIFY2(std::abs(fromForeEdge - 8) < 0.4, qPrintable(QString::number(fromForeEdge)));
        }
    }

    void pressSheetsCarryIt()
    {
        const QString file = exported(booklet(8), ExportKind::Sheets, "sheets.pdf", dir_.path());
        QString all = QString::fromUtf8(run(QStringLiteral("pdftotext"), {file, QStringLiteral("-")}));
        QCOMPARE(all.count(QStringLiteral("Skerrowby")) % 8, 0);
        QVERIFY(all.count(QStringLiteral("Skerrowby")) >= 8);
    }

    void overWhatIsSuppliedAndUnderWhatStandsThere()
    {
        // A supplied page is the lowest of all: its ground covers the whole page.
        Job job = booklet(4);
        const QRectF media(0, 0, 154 * mm, 216 * mm);
        const QString supplied = artwork("ground.pdf", media, QRectF(3 * mm, 3 * mm, 148 * mm, 210 * mm), 1);
        Item bar = itemAt("bar", ItemKind::Shape, 0);
        bar.ink = QStringLiteral("Black");
        const Plan plan = testing::planned(job);
        const SurfaceId master = job.masters[0].surface();
        bar.sides = freeSides(plan.paperOf(master), Face::Outside, {len("20"), len("100"), len("100"), len("20")});
        job.edit(master).items.push_back(bar);
        settleMasters(job);
        Item cover = bar;
        cover.id = QStringLiteral("cover");
        cover.ink = QStringLiteral("Paper");
        cover.sides =
            freeSides(plan.paperOf(page(job, 1)), Face::Outside, {len("20"), len("100"), len("50"), len("20")});
        if (!job.findInk(cover.ink))
            job.inks.push_back({cover.ink, {0, 0, 0, 0}});
        job.edit(page(job, 1)).supplied = LinkedFile{supplied, 1, 0, {}};
        job.edit(page(job, 1)).items = {cover};
        const auto greys = [&](const QString& file) {
            const QImage image = rendered(file, 1, 50);
            const double px = 50 / 25.4;
            const auto at = [&](double x) { return qGray(image.pixel(int((x + 3) * px), int((110 + 3) * px))); };
            return std::pair(at(40), at(100));
        };
        auto [left, right] = greys(exported(job, ExportKind::Pages, "under.pdf", dir_.path()));
        QVERIFY(left > 200 && right < 60); // the own item lies over the master, the master over the supplied page
        job.masters[0].over = true;
        std::tie(left, right) = greys(exported(job, ExportKind::Pages, "over.pdf", dir_.path()));
        QVERIFY(left < 60 && right < 60);
    }

    void itIsWrittenOnce()
    {
        const auto sizeOf = [&](int pages) {
            Job job = booklet(pages);
            Paragraph words{QStringLiteral("Skerrowby"), {}};
            for (int i = 0; i < 600; ++i)
                words.text += QStringLiteral(" %1").arg(i * 7919 % 10007);
            Item& item = job.edit(job.masters[0].surface()).items[0];
            item.paragraphs = {words};
            item.sides = sidesFillingPanel(0);
            settleMasters(job);
            return QFileInfo(exported(job, ExportKind::Pages, "many.pdf", dir_.path())).size();
        };
        const qint64 few = sizeOf(8);
        // A page that carries it takes no more than the page itself and the line that paints it.
        QVERIFY2((sizeOf(208) - few) / 200 < 500, qPrintable(QString::number((sizeOf(208) - few) / 200)));
    }

    void everyCopyHasItsOwn()
    {
        Job job = newPiece(PieceKind::Leaf);
        setQuantity(job, 3);
        useSeries(job);
        Master master = newMaster(job, Face::Outside);
        master.on = MasterOn::BothFaces;
        addMaster(job, master);
        Item number = itemAt("number", ItemKind::Text, 0);
        number.sides = sidesFillingSafeArea(0);
        number.paragraphs = {{QStringLiteral("No. {number}"), {}}};
        job.edit(master.surface()).items = {number};
        settleMasters(job);
        QVERIFY(job.records.any());
        const QString file = exported(job, ExportKind::Copies, "copies.pdf", dir_.path());
        QStringList seen;
        for (int page = 1; page <= 6; ++page)
            seen << mutoolText(file, page);
        QCOMPARE(seen[0], seen[1]); // both faces
        QVERIFY(seen[0] != seen[2] && seen[2] != seen[4]);
        QVERIFY(seen[0].startsWith(QStringLiteral("No. ")) && !seen[0].contains(u'{'));
        letGo(job, Face::Inside, QStringLiteral("number"), true);
        const QString half = exported(job, ExportKind::Copies, "half.pdf", dir_.path());
        QCOMPARE(mutoolText(half, 2), QString());
        QCOMPARE(mutoolText(half, 3), seen[2]);
    }
};

HINGE_TEST(TestMasterPages)
#include "test_master_pages.moc"
