// SPDX-License-Identifier: GPL-3.0-or-later
// Pages and pictures of other programs, placed and rendered back by poppler.
#include "pdf/export_pdf.h"
#include "pdf/page_preview.h"
#include "pdf/read_facts.h"
#include "testing.h"

#include <QImage>
#include <QProcess>
#include <QTemporaryDir>

using namespace hinge;
using testing::len;

class TestPlacedPages : public QObject
{
    Q_OBJECT

    QTemporaryDir dir_;

    QString path(const char* name) const { return dir_.filePath(QString::fromLatin1(name)); }

    static int run(const QString& program, const QStringList& arguments, QByteArray* out = nullptr)
    {
        QProcess p;
        p.start(program, arguments);
        if (!p.waitForFinished(60000))
            qFatal("%s did not end", qPrintable(program));
        if (out)
            *out = p.readAllStandardOutput();
        return p.exitCode();
    }

    /// Writes objects as a PDF; the command qpdf puts the cross-reference table right.
    QString pdf(const char* name, const QByteArrayList& objects) const
    {
        QByteArray text = "%PDF-1.6\n";
        for (qsizetype i = 0; i < objects.size(); ++i)
            text += QByteArray::number(i + 1) + " 0 obj\n" + objects[i] + "\nendobj\n";
        text += "trailer << /Root 1 0 R /Size " + QByteArray::number(objects.size() + 1) + " >>\nstartxref\n0\n%%EOF\n";
        const QString raw = testing::written(path("raw.pdf"), text);
        const int code = run(QStringLiteral("qpdf"), {raw, path(name)});
        if (code != 0 && code != 3) // 3: with warnings
            qFatal("qpdf could not mend the test's own file");
        return path(name);
    }

    static QByteArray stream(const QByteArray& dictionary, const QByteArray& data)
    {
        return "<< " + dictionary + " /Length " + QByteArray::number(data.size()) + " >>\nstream\n" + data +
               "\nendstream";
    }

    /// The file placed on the middle panel of the outside, 100 mm x 210 mm, rendered at ten pixels a millimetre.
    QImage placed(const QString& file, PictureFit fit = PictureFit::Fill) const
    {
        Job job = testing::a4Roll();
        Item item;
        item.id = QStringLiteral("art");
        item.kind = ItemKind::Picture;
        item.fit = fit;
        item.file.path = file;
        item.sides = sidesFillingPanel(1);
        job.edit(Face::Outside).items = {item};
        const auto done = exportPdf(job, ExportKind::Flat, dir_.path(), path("flat.pdf"));
        if (!done)
            qFatal("%s", qPrintable(done.error().text()));
        run(QStringLiteral("pdftoppm"),
            {QStringLiteral("-png"), QStringLiteral("-singlefile"), QStringLiteral("-r"), QStringLiteral("254"),
             QStringLiteral("-l"), QStringLiteral("1"), path("flat.pdf"), path("page")});
        return QImage(path("page.png"));
    }

    static QColor at(const QImage& page, double xMm, double yMm)
    {
        const double margin = testing::flatMargin(testing::a4Roll()).toMm();
        return page.pixelColor(int((margin + xMm) * 10), int((margin + yMm) * 10));
    }

private Q_SLOTS:
    void hiddenLayersStayHidden()
    {
        const QString file = pdf(
            "layers.pdf",
            {"<< /Type /Catalog /Pages 2 0 R /OCProperties << /OCGs [5 0 R 6 0 R] /D << /Order [5 0 R 6 0 R] /OFF [6 0 "
             "R] >> >> >>",
             "<< /Type /Pages /Kids [3 0 R] /Count 1 >>",
             "<< /Type /Page /Parent 2 0 R /MediaBox [0 0 283.46 595.28] /Contents 4 0 R /Resources << /Properties << "
             "/On 5 0 R /Off 6 0 R >> >> >>",
             stream("",
                    "/OC /On BDC 0 0 1 0 k 0 0 283.46 297 re f EMC /OC /Off BDC 0 1 0 0 k 0 297 283.46 300 re f EMC"),
             "<< /Type /OCG /Name (shown) >>", "<< /Type /OCG /Name (hidden) >>"});
        const QImage page = placed(file);
        const QColor shown = at(page, 147, 180);
        QVERIFY2(shown.red() > 200 && shown.blue() < 90, qPrintable(shown.name()));
        QVERIFY2(at(page, 147, 30).lightness() > 240, qPrintable(at(page, 147, 30).name()));
    }

    void annotationsThatPrintArePartOfThePage()
    {
        const QString file =
            pdf("stamp.pdf",
                {"<< /Type /Catalog /Pages 2 0 R >>", "<< /Type /Pages /Kids [3 0 R] /Count 1 >>",
                 "<< /Type /Page /Parent 2 0 R /MediaBox [0 0 283.46 595.28] /Annots [4 0 R] >>",
                 "<< /Type /Annot /Subtype /Stamp /Rect [0 0 283.46 297] /F 4 /AP << /N 5 0 R >> >>",
                 stream("/Type /XObject /Subtype /Form /BBox [0 0 283.46 297]", "1 0 0 0 k 0 0 283.46 297 re f")});
        const QColor stamp = at(placed(file), 147, 180);
        QVERIFY2(stamp.red() < 120 && stamp.blue() > 180, qPrintable(stamp.name()));
    }

    void transparentPicturesShowWhatLiesBelow()
    {
        QImage half(100, 210, QImage::Format_ARGB32);
        half.fill(Qt::transparent);
        for (int y = 0; y < 105; ++y)
            for (int x = 0; x < 100; ++x)
                half.setPixelColor(x, y, QColor(0, 0, 0));
        QVERIFY(half.save(path("half.png")));
        const QImage page = placed(path("half.png"));
        QVERIFY(at(page, 147, 50).lightness() < 60);
        QVERIFY(at(page, 147, 160).lightness() > 240);
        // ISO 32000-1, 11.6.5.3: the soft mask is an image of its own.
        QByteArray list;
        run(QStringLiteral("pdfimages"), {QStringLiteral("-list"), path("flat.pdf")}, &list);
        QVERIFY2(list.contains("smask"), list.constData());
    }

    void wholePicturesKeepTheirShape()
    {
        QImage wide(400, 100, QImage::Format_RGB32);
        wide.fill(QColor(180, 0, 0));
        QVERIFY(wide.save(path("wide.png")));
        const QImage page = placed(path("wide.png"), PictureFit::Whole);
        // 100 mm wide, so 25 mm high, in the middle of 216 mm with its bleed.
        QVERIFY(at(page, 147, 105).red() > 150 && at(page, 147, 105).green() < 60);
        QVERIFY(at(page, 147, 105 - 12).green() < 60);
        QVERIFY(at(page, 147, 105 - 13).lightness() > 240);
    }

    void previewsShowTheBleedUpright()
    {
        // A page turned by a quarter, with 10 pt bleed: red at what becomes its head.
        const QString file =
            pdf("turned.pdf", {"<< /Type /Catalog /Pages 2 0 R >>", "<< /Type /Pages /Kids [3 0 R] /Count 1 >>",
                               "<< /Type /Page /Parent 2 0 R /Rotate 90 /MediaBox [0 0 440 240] /BleedBox [10 10 430 "
                               "230] /TrimBox [20 20 420 220] /Contents 4 0 R /Resources << >> >>",
                               stream("", "1 0 0 rg 0 0 220 240 re f 0 0 1 rg 220 0 220 240 re f")});
        const auto preview = renderPagePreview(file, 1, 72);
        QVERIFY(preview);
        QVERIFY(preview->image.height() > preview->image.width());
        COMPARE_MM(preview->trimSize.w, Length::points(200).toMm());
        COMPARE_MM(preview->trimSize.h, Length::points(400).toMm());
        const double scale = preview->image.width() / 220.0;
        QVERIFY(std::abs(preview->trim.left() - 10 * scale) < 1);
        // A clockwise quarter turn brings the left of the page to its head (ISO 32000-1, table 30).
        QVERIFY(preview->image.pixelColor(preview->image.width() / 2, 20).red() > 200);
        QVERIFY(preview->image.pixelColor(preview->image.width() / 2, preview->image.height() - 20).blue() > 200);
        QVERIFY(!renderPagePreview(file, 2, 72));
        QVERIFY(!renderPagePreview(path("nothing.pdf"), 1, 72));
    }

    void factsTellWhatAFileIs()
    {
        const FileFacts missing = readFileFacts(path("nothing.png"));
        QVERIFY(missing.error.contains(QStringLiteral("nothing.png")));
        QFile(path("empty.png")).open(QIODevice::WriteOnly);
        QVERIFY(!readFileFacts(path("empty.png")).error.isEmpty());
        QImage picture(30, 20, QImage::Format_RGB32);
        picture.fill(Qt::white);
        // The contents count, not the ending of the name.
        QVERIFY(picture.save(path("really-a-png.jpg"), "PNG"));
        const FileFacts facts = readFileFacts(path("really-a-png.jpg"));
        QVERIFY2(facts.error.isEmpty(), qPrintable(facts.error));
        QCOMPARE(facts.pixelWidth, 30);
        QCOMPARE(facts.pixelHeight, 20);
        QCOMPARE(facts.sha256.size(), 64);
    }

    void onlyThePageThatIsUsedNeedsItsFonts()
    {
        const QString file = pdf(
            "mixed.pdf", {"<< /Type /Catalog /Pages 2 0 R >>", "<< /Type /Pages /Kids [3 0 R 4 0 R] /Count 2 >>",
                          "<< /Type /Page /Parent 2 0 R /MediaBox [0 0 100 100] /Contents 5 0 R /Resources << >> >>",
                          "<< /Type /Page /Parent 2 0 R /MediaBox [0 0 100 100] /Contents 6 0 R /Resources << /Font << "
                          "/F 7 0 R >> >> "
                          ">>",
                          stream({}, "0 g 10 10 50 50 re f"), stream({}, "BT /F 20 Tf 20 20 Td (tide) Tj ET"),
                          "<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica >>"});
        const FileFacts facts = readFileFacts(file);
        QCOMPARE(facts.pages.size(), std::size_t(2));
        QVERIFY(facts.pages[0].missingFonts.isEmpty());
        QCOMPARE(facts.pages[1].missingFonts, QStringList{QStringLiteral("Helvetica")});
        Job job = testing::a4Roll();
        Item item;
        item.id = QStringLiteral("p");
        item.kind = ItemKind::Picture;
        item.file.path = file;
        item.sides = sidesFillingPanel(1);
        job.edit(Face::Outside).items = {item};
        const QHash<QString, FileFacts> known{{file, facts}};
        const auto found = [&] {
            return testing::hasFinding(checkFiles(job, testing::planned(job), known), "file.fonts");
        };
        QVERIFY(!found());
        job.edit(Face::Outside).items[0].file.page = 2;
        QVERIFY(found());
    }
};

HINGE_TEST(TestPlacedPages)
#include "test_placed_pages.moc"
