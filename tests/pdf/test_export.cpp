// SPDX-License-Identifier: GPL-3.0-or-later
// Every check here reads the exported file with a program other than the one that wrote it: poppler's
// tools, qpdf's command, or Ghostscript.
#include "core/file/job_file.h"
#include "pdf/export_pdf.h"
#include "pdf/read_facts.h"
#include "testing.h"

#include <QDir>
#include <QFileInfo>
#include <QImage>
#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>
#include <QPainter>
#include <QProcess>
#include <QRegularExpression>
#include <QTemporaryDir>
#include <cstdio>
#include <jpeglib.h>

using namespace hinge;
using testing::len;

class TestExport : public QObject
{
    Q_OBJECT

    QTemporaryDir dir_;
    QString demoFolder_ = QStringLiteral(HINGE_SOURCE_DIR "/demo");

    static QByteArray run(const QString& program, const QStringList& arguments)
    {
        QProcess p;
        p.start(program, arguments);
        if (!p.waitForFinished(120000) || p.exitCode() != 0)
            qWarning("%s: %s", qPrintable(program), p.readAllStandardError().constData());
        return p.readAllStandardOutput();
    }

    QString path(const char* name) const { return dir_.filePath(QString::fromLatin1(name)); }

    Job demo() const
    {
        auto job = loadJob(demoFolder_ + QStringLiteral("/visitor-leaflet.hinge.json"));
        if (!job)
            qFatal("%s", qPrintable(job.error().text()));
        return *job;
    }

    QString exported(const Job& job, ExportKind kind, const char* name, const QString& folder) const
    {
        const auto done = exportPdf(job, kind, folder, path(name));
        if (!done)
            qFatal("export failed: %s", qPrintable(done.error().text()));
        return path(name);
    }

    /// A box of a page as poppler's pdfinfo prints it, in points.
    static QRectF box(const QString& file, int page, const char* name)
    {
        const QString out = QString::fromUtf8(
            run(QStringLiteral("pdfinfo"), {QStringLiteral("-box"), QStringLiteral("-f"), QString::number(page),
                                            QStringLiteral("-l"), QString::number(page), file}));
        const QRegularExpression re(QStringLiteral("Page +%1 %2: +([0-9.-]+) +([0-9.-]+) +([0-9.-]+) +([0-9.-]+)")
                                        .arg(page)
                                        .arg(QLatin1String(name)));
        const auto m = re.match(out);
        if (!m.hasMatch())
            qFatal("no %s in %s", name, qPrintable(out));
        return QRectF(QPointF(m.captured(1).toDouble(), m.captured(2).toDouble()),
                      QPointF(m.captured(3).toDouble(), m.captured(4).toDouble()));
    }

    /// A page rendered by poppler at a resolution.
    QImage rendered(const QString& file, int page, int dpi) const
    {
        const QString stem = path("page");
        run(QStringLiteral("pdftoppm"),
            {QStringLiteral("-png"), QStringLiteral("-singlefile"), QStringLiteral("-r"), QString::number(dpi),
             QStringLiteral("-f"), QString::number(page), QStringLiteral("-l"), QString::number(page), file, stem});
        return QImage(stem + QStringLiteral(".png"));
    }

    static QString squeezed(QString s)
    {
        s.replace(QChar(0x2028), u' ');
        s.remove(QChar(0x0C));
        return s.simplified();
    }

    static Item itemAt(const char* id, ItemKind kind, int panel)
    {
        Item item;
        item.id = QString::fromLatin1(id);
        item.name = item.id;
        item.kind = kind;
        item.sides = sidesFillingPanel(panel);
        return item;
    }

    /// A picture of one colour, as JPEG with three or four components, written by libjpeg.
    QString jpeg(const char* name, int width, int height, std::vector<unsigned char> pixel) const
    {
        jpeg_compress_struct c;
        jpeg_error_mgr errors;
        c.err = jpeg_std_error(&errors);
        jpeg_create_compress(&c);
        FILE* file = std::fopen(path(name).toLocal8Bit().constData(), "wb");
        jpeg_stdio_dest(&c, file);
        c.image_width = JDIMENSION(width);
        c.image_height = JDIMENSION(height);
        c.input_components = int(pixel.size());
        c.in_color_space = pixel.size() == 4 ? JCS_CMYK : JCS_RGB;
        jpeg_set_defaults(&c);
        jpeg_set_quality(&c, 100, TRUE);
        jpeg_start_compress(&c, TRUE);
        std::vector<unsigned char> row;
        for (int x = 0; x < width; ++x)
            row.insert(row.end(), pixel.begin(), pixel.end());
        JSAMPROW rows[] = {row.data()};
        while (c.next_scanline < c.image_height)
            jpeg_write_scanlines(&c, rows, 1);
        jpeg_finish_compress(&c);
        jpeg_destroy_compress(&c);
        std::fclose(file);
        return path(name);
    }

    /// A PDF page with boxes given in points, filled to its MediaBox, with a black square in its lower left trim
    /// corner.
    QString artwork(const char* name, QRectF media, QRectF trim, int pages, const QByteArray& extra = {}) const
    {
        const auto rect = [](const QRectF& r) {
            return QByteArray("[") + QByteArray::number(r.left(), 'f', 4) + ' ' + QByteArray::number(r.top(), 'f', 4) +
                   ' ' + QByteArray::number(r.right(), 'f', 4) + ' ' + QByteArray::number(r.bottom(), 'f', 4) + ']';
        };
        const QByteArray content =
            "0.2 0 0 0 k " + QByteArray::number(media.left()) + ' ' + QByteArray::number(media.top()) + ' ' +
            QByteArray::number(media.width()) + ' ' + QByteArray::number(media.height()) + " re f 0 0 0 1 k " +
            QByteArray::number(trim.left()) + ' ' + QByteArray::number(trim.top()) + " 72 72 re f\n";
        QByteArray pdf = "%PDF-1.4\n";
        QList<qsizetype> offsets;
        const auto object = [&](const QByteArray& body) {
            offsets << pdf.size();
            pdf += QByteArray::number(offsets.size()) + " 0 obj\n" + body + "\nendobj\n";
        };
        object("<< /Type /Catalog /Pages 2 0 R >>");
        QByteArray kids;
        for (int i = 0; i < pages; ++i)
            kids += QByteArray::number(4 + i) + " 0 R ";
        object("<< /Type /Pages /Kids [" + kids + "] /Count " + QByteArray::number(pages) + " >>");
        object("<< /Length " + QByteArray::number(content.size()) + " >>\nstream\n" + content + "endstream");
        for (int i = 0; i < pages; ++i)
            object("<< /Type /Page /Parent 2 0 R /MediaBox " + rect(media) + " /TrimBox " + rect(trim) + " /BleedBox " +
                   rect(media) + extra + " /Contents 3 0 R /Resources << >> >>");
        const qsizetype xref = pdf.size();
        pdf += "xref\n0 " + QByteArray::number(offsets.size() + 1) + "\n0000000000 65535 f \n";
        for (const qsizetype o : offsets)
            pdf += QByteArray::number(o).rightJustified(10, '0') + " 00000 n \n";
        pdf += "trailer\n<< /Size " + QByteArray::number(offsets.size() + 1) + " /Root 1 0 R >>\nstartxref\n" +
               QByteArray::number(xref) + "\n%%EOF\n";
        QFile file(path(name));
        if (!file.open(QIODevice::WriteOnly))
            qFatal("cannot write the test's own file");
        file.write(pdf);
        return path(name);
    }

    /// A4 landscape trim with bleed all round, in points.
    static QRectF a4Trim(double bleedMm)
    {
        const double b = bleedMm * 72 / 25.4;
        return {b, b, 297 * 72 / 25.4, 210 * 72 / 25.4};
    }
    static QRectF a4Media(double bleedMm)
    {
        const double b = bleedMm * 72 / 25.4;
        return {0, 0, 297 * 72 / 25.4 + 2 * b, 210 * 72 / 25.4 + 2 * b};
    }

private Q_SLOTS:
    void initTestCase() { QVERIFY(dir_.isValid()); }

    void flatHasItsBoxes()
    {
        const QString file = exported(demo(), ExportKind::Flat, "flat.pdf", demoFolder_);
        const double mm = 72 / 25.4;
        for (const int page : {1, 2}) {
            const QRectF trim = box(file, page, "TrimBox");
            const QRectF bleed = box(file, page, "BleedBox");
            const QRectF media = box(file, page, "MediaBox");
            const double tolerance = 0.01 * mm; // a hundredth of a millimetre
            QVERIFY(std::abs(trim.width() - 297 * mm) < tolerance);
            QVERIFY(std::abs(trim.height() - 210 * mm) < tolerance);
            QVERIFY(std::abs(bleed.left() - (trim.left() - 3 * mm)) < tolerance);
            QVERIFY(std::abs(bleed.bottom() - (trim.bottom() + 3 * mm)) < tolerance);
            QVERIFY(media.contains(bleed));
        }
        QVERIFY(run(QStringLiteral("qpdf"), {QStringLiteral("--check"), file})
                    .contains("No syntax or stream encoding errors"));
    }

    void claimsOnlyWhatHolds()
    {
        // ISO 15930-7 keys, read with qpdf's JSON and pdfinfo.
        Job job = testing::a4Roll();
        const QString own = exported(job, ExportKind::Flat, "own.pdf", dir_.path());
        const QByteArray info = run(QStringLiteral("pdfinfo"), {own});
        QVERIFY2(info.contains("PDF/X-4"), info.constData());
        QVERIFY(info.contains("PDF version:     1.6"));
        const QJsonObject json =
            QJsonDocument::fromJson(run(QStringLiteral("qpdf"),
                                        {QStringLiteral("--json=2"), QStringLiteral("--json-stream-data=none"), own}))
                .object();
        const QByteArray all = QJsonDocument(json).toJson(QJsonDocument::Compact);
        for (const char* key : {"/OutputIntents", "/GTS_PDFX", "/DestOutputProfile", "/Metadata", "/Trapped", "/ID"})
            QVERIFY2(all.contains(key), key);
        QVERIFY(!all.contains("/HingeSRGB"));
        QVERIFY(!all.contains("/Encrypt"));
        // Drawings and pages are looked through: those of the demo hold nothing that the standard forbids.
        QVERIFY(run(QStringLiteral("pdfinfo"), {exported(demo(), ExportKind::Flat, "demo.pdf", demoFolder_)})
                    .contains("PDF/X-4"));
    }

    void fontsAreEmbeddedSubsets()
    {
        const QString out = QString::fromUtf8(
            run(QStringLiteral("pdffonts"), {exported(demo(), ExportKind::Sheets, "fonts.pdf", demoFolder_)}));
        const QStringList lines = out.split(u'\n', Qt::SkipEmptyParts).mid(2);
        QCOMPARE(lines.size(), 5);
        for (const QString& line : lines) {
            QVERIFY2(QRegularExpression(QStringLiteral("^[A-Z]{6}\\+")).match(line).hasMatch(), qPrintable(line));
            QVERIFY2(line.contains(QStringLiteral("yes yes yes")), qPrintable(line)); // embedded, subset, to Unicode
        }
        QVERIFY(out.contains(QStringLiteral("CID TrueType")));
        QVERIFY(out.contains(QStringLiteral("CID Type 0C")));
    }

    void extractedTextIsTypedText()
    {
        Job job = testing::a4Roll();
        const QString typed = QStringLiteral(
            "Der Fluß fließt; waffle, office & ﬁnger. Crème brûlée, Þórsmörk, Łódź, “quoted” – n̈ ½ 12:30");
        for (const char* font : {"Vollkorn Regular", "Cabin Regular"}) {
            Item text = itemAt("t", ItemKind::Text, 1);
            text.sides = sidesFillingSafeArea(1);
            TextStyle style;
            style.font = QString::fromLatin1(font);
            text.paragraphs = {{typed, style}};
            job.edit(Face::Inside).items = {text};
            const QString file = exported(job, ExportKind::Flat, "text.pdf", dir_.path());
            const QString back =
                QString::fromUtf8(run(QStringLiteral("pdftotext"), {QStringLiteral("-raw"), QStringLiteral("-f"),
                                                                    QStringLiteral("2"), file, QStringLiteral("-")}));
            QCOMPARE(squeezed(back), squeezed(typed));
        }
    }

    void textStandsWhereTheLayoutPutIt()
    {
        Job job = testing::a4Roll();
        Item text = itemAt("t", ItemKind::Text, 0);
        text.sides = sidesFillingSafeArea(0);
        text.paragraphs = {{QStringLiteral("Hinge"), {}}};
        job.edit(Face::Outside).items = {text};
        const QString file = exported(job, ExportKind::Flat, "place.pdf", dir_.path());
        const QString out =
            QString::fromUtf8(run(QStringLiteral("pdftotext"), {QStringLiteral("-bbox"), QStringLiteral("-l"),
                                                                QStringLiteral("1"), file, QStringLiteral("-")}));
        const auto m =
            QRegularExpression(QStringLiteral("<word xMin=\"([0-9.]+)\"[^>]*xMax=\"([0-9.]+)\"[^>]*>Hinge</word>"))
                .match(out);
        QVERIFY2(m.hasMatch(), qPrintable(out));
        const double mm = 72 / 25.4;
        const double margin = testing::flatMargin(job).toPoints();
        QVERIFY(std::abs(m.captured(1).toDouble() - (margin + 5 * mm)) < 0.1 * mm); // 5 mm safe zone
    }

    void pictureReachesTheBleedButNotOverTheFold()
    {
        Job job = testing::a4Roll();
        Item picture = itemAt("p", ItemKind::Picture, 2);
        picture.file.path = jpeg("red.jpg", 400, 800, {200, 20, 20});
        job.edit(Face::Outside).items = {picture};
        const QString file = exported(job, ExportKind::Flat, "bleed.pdf", dir_.path());
        const int dpi = 254; // ten pixels a millimetre
        const QImage page = rendered(file, 1, dpi);
        const double margin = testing::flatMargin(job).toMm();
        const auto at = [&](double x, double y) {
            return page.pixelColor(int(std::lround((margin + x) * 10)), int(std::lround((margin + y) * 10)));
        };
        const auto isRed = [](const QColor& c) { return c.red() > 120 && c.green() < 120; };
        const auto isPaper = [](const QColor& c) { return c.lightness() > 240; };
        // Cut edges: print to the end of the 3 mm bleed and no further.
        QVERIFY(isRed(at(299.8, 100)));
        QVERIFY(isPaper(at(300.3, 100)));
        QVERIFY(isRed(at(250, -2.8)));
        QVERIFY(isPaper(at(250, -3.3)));
        QVERIFY(isRed(at(250, 212.8)));
        // The fold at 197 mm: print up to it and not beyond.
        QVERIFY(isRed(at(197.3, 100)));
        QVERIFY(isPaper(at(196.7, 100)));
    }

    void marksStandOutsideTheBleed()
    {
        Job job = testing::a4Roll();
        const QString file = exported(job, ExportKind::Flat, "marks.pdf", dir_.path());
        const QImage page = rendered(file, 1, 254);
        const int margin = int(testing::flatMargin(job).toMm() * 10);
        int ink = 0;
        int inside = 0;
        for (int y = 0; y < page.height(); ++y) {
            for (int x = 0; x < page.width(); ++x) {
                if (page.pixelColor(x, y).lightness() > 200)
                    continue;
                ++ink;
                const bool inBleed = x > margin - 29 && y > margin - 29 && x < page.width() - margin + 29 &&
                                     y < page.height() - margin + 29;
                inside += inBleed ? 1 : 0;
            }
        }
        QVERIFY(ink > 300);
        QCOMPARE(inside, 0);
        // A fold mark at 97 mm (dashed: less ink than the crop mark at 0).
        const auto inkAt = [&](double mm) {
            int n = 0;
            for (int y = 0; y < margin - 30; ++y)
                for (int dx = -2; dx <= 2; ++dx)
                    n += page.pixelColor(margin + int(mm * 10) + dx, y).lightness() < 200 ? 1 : 0;
            return n;
        };
        QVERIFY(inkAt(97) > 5);
        QVERIFY(inkAt(0) > inkAt(97));
        QCOMPARE(inkAt(50), 0);
    }

    void jpegGoesInByteForByteAndCmykStaysCmyk()
    {
        Job job = testing::a4Roll();
        Item rgb = itemAt("rgb", ItemKind::Picture, 0);
        rgb.file.path = jpeg("plain.jpg", 300, 300, {10, 120, 60});
        Item cmyk = itemAt("cmyk", ItemKind::Picture, 1);
        cmyk.file.path = jpeg("inks.jpg", 300, 300, {0, 200, 255, 255});
        job.edit(Face::Outside).items = {rgb, cmyk};
        const QString file = exported(job, ExportKind::Flat, "jpeg.pdf", dir_.path());
        const QByteArray list = run(QStringLiteral("pdfimages"), {QStringLiteral("-list"), file});
        QVERIFY(list.contains("cmyk"));
        QVERIFY(list.contains("icc"));
        run(QStringLiteral("pdfimages"), {QStringLiteral("-j"), file, path("out")});
        QFile original(path("plain.jpg"));
        QFile back(path("out-000.jpg"));
        QVERIFY(original.open(QIODevice::ReadOnly) && back.open(QIODevice::ReadOnly));
        QCOMPARE(back.readAll(), original.readAll());
    }

    void tintsKeepTheirInks()
    {
        // Ghostscript's ink coverage: the share of each process colour over the page.
        Job job = testing::a4Roll();
        job.inks.push_back({QStringLiteral("Only magenta"), {0, 80, 0, 0}});
        Item tint = itemAt("m", ItemKind::Shape, 1);
        tint.ink = QStringLiteral("Only magenta");
        tint.strength = 50;
        job.edit(Face::Outside).items = {tint};
        const QString file = exported(job, ExportKind::Flat, "tint.pdf", dir_.path());
        const QByteArray out =
            run(QStringLiteral("gs"), {QStringLiteral("-q"), QStringLiteral("-dNOPAUSE"), QStringLiteral("-dBATCH"),
                                       QStringLiteral("-sDEVICE=ink_cov"), QStringLiteral("-dLastPage=1"),
                                       QStringLiteral("-o"), QStringLiteral("-"), file});
        const QStringList inks = QString::fromLatin1(out).split(u' ', Qt::SkipEmptyParts);
        QVERIFY2(inks.size() >= 4, out.constData());
        const double margin = testing::flatMargin(job).toMm();
        const double share = 40.0 * (100 * 216) / ((297 + 2 * margin) * (210 + 2 * margin)); // percent of the page
        QVERIFY2(std::abs(inks[1].toDouble() - share) < 0.4, out.constData());
        QVERIFY2(inks[0].toDouble() < 0.2, out.constData()); // marks only
    }

    void suppliedPageLiesTrimOnTrim()
    {
        Job job = testing::a4Roll();
        job.edit(Face::Outside).supplied = LinkedFile{artwork("art.pdf", a4Media(3), a4Trim(3), 2), 1, 0, {}};
        const QString file = exported(job, ExportKind::Flat, "supplied.pdf", dir_.path());
        const QImage page = rendered(file, 1, 254);
        const double margin = testing::flatMargin(job).toMm();
        const auto dark = [&](double x, double y) {
            return page.pixelColor(int(std::lround((margin + x) * 10)), int(std::lround((margin + y) * 10)))
                       .lightness() < 90;
        };
        // Its black inch stands in the foot-left trim corner.
        QVERIFY(dark(0.3, 209.7));
        QVERIFY(dark(25.1, 184.9));
        QVERIFY(!dark(-0.3, 209.7));
        QVERIFY(!dark(25.7, 200));
        // Its bleed is used.
        QVERIFY(page.pixelColor(int((margin - 2.7) * 10), int((margin + 100) * 10)).lightness() < 252);
        const QByteArray json =
            run(QStringLiteral("qpdf"), {QStringLiteral("--json=2"), QStringLiteral("--json-stream-data=none"), file});
        QVERIFY(json.contains("/Form"));
        QVERIFY(json.contains("/DefaultRGB"));
        QVERIFY(readAllFacts(job, dir_.path()).begin()->error.isEmpty());
        QVERIFY(!testing::hasFinding(checkFiles(job, testing::planned(job), readAllFacts(job, dir_.path())),
                                     "supplied.size"));
    }

    void rotatedAndScaledPagesComeUpright()
    {
        // /Rotate 90 turns the page clockwise (ISO 32000-1, 7.7.3.3): what stands upright in the file lies on its side.
        const double mm = 72 / 25.4;
        const QRectF upright(0, 0, 210 * mm, 297 * mm);
        const QString turned = artwork("turned.pdf", upright, upright, 1, " /Rotate 90");
        const FileFacts facts = readFileFacts(turned);
        QCOMPARE(facts.pages.size(), std::size_t(1));
        QVERIFY(sameTrim(facts.pages[0].trim, {len("297"), len("210")}));
        Job job = testing::a4Roll();
        job.edit(Face::Outside).supplied = LinkedFile{turned, 1, 0, {}};
        const QImage page = rendered(exported(job, ExportKind::Flat, "turned-out.pdf", dir_.path()), 1, 127);
        const double margin = testing::flatMargin(job).toMm();
        const auto dark = [&](double x, double y) {
            return page.pixelColor(int((margin + x) * 5), int((margin + y) * 5)).lightness() < 90;
        };
        QVERIFY(dark(1, 1)); // the foot-left corner of the file is now the head-left one
        QVERIFY(!dark(1, 209));

        // UserUnit 2 (ISO 32000-1, 14.11: units of 2/72 in) doubles the page.
        const QRectF half(0, 0, 297 * mm / 2, 210 * mm / 2);
        const FileFacts doubled = readFileFacts(artwork("unit.pdf", half, half, 1, " /UserUnit 2"));
        QVERIFY(sameTrim(doubled.pages[0].trim, {len("297"), len("210")}));
    }

    void bleedIsMeasuredAlsoWhenTurned()
    {
        const double mm = 72 / 25.4;
        // Trim off centre: 1 mm left, 2 mm foot, 3 mm right, 4 mm head.
        const QString file = artwork("uneven.pdf", {0, 0, 104 * mm, 106 * mm}, {1 * mm, 2 * mm, 100 * mm, 100 * mm}, 1);
        const auto bleed = readFileFacts(file).pages[0].bleed;
        QVERIFY(std::abs(bleed[0].toMm() - 1) < 0.01 && std::abs(bleed[1].toMm() - 4) < 0.01);
        QVERIFY(std::abs(bleed[2].toMm() - 3) < 0.01 && std::abs(bleed[3].toMm() - 2) < 0.01);
        const auto turned = readFileFacts(artwork("uneven90.pdf", {0, 0, 104 * mm, 106 * mm},
                                                  {1 * mm, 2 * mm, 100 * mm, 100 * mm}, 1, " /Rotate 90"))
                                .pages[0]
                                .bleed;
        // Clockwise: the foot becomes the left, the left becomes the head.
        QVERIFY(std::abs(turned[0].toMm() - 2) < 0.01 && std::abs(turned[1].toMm() - 1) < 0.01);
        QVERIFY(std::abs(turned[2].toMm() - 4) < 0.01 && std::abs(turned[3].toMm() - 3) < 0.01);
    }

    void heldToTheLightTheFoldsCoincide_data()
    {
        QTest::addColumn<int>("flip");
        QTest::addColumn<int>("scheme");
        QTest::newRow("short edge") << int(FlipEdge::Short) << int(FoldScheme::Roll);
        QTest::newRow("long edge") << int(FlipEdge::Long) << int(FoldScheme::Roll);
        QTest::newRow("cross fold") << int(FlipEdge::Short) << int(FoldScheme::Cross);
        QTest::newRow("opens upwards") << int(FlipEdge::Long) << int(FoldScheme::Short);
    }
    void heldToTheLightTheFoldsCoincide()
    {
        QFETCH(int, flip);
        QFETCH(int, scheme);
        Job job = testing::a4Roll();
        job.fold.scheme = FoldScheme(scheme);
        job.fold.panels = scheme == int(FoldScheme::Cross) ? 4 : scheme == int(FoldScheme::Short) ? 2 : 3;
        job.fold.atHead = scheme == int(FoldScheme::Short);
        job.fold.coverPanel = usualFront(job.fold, false);
        job.press.flip = FlipEdge(flip);
        job.press.gripper = len("0"); // so that both sides have marks at every edge
        job.press.sheet = {len("660"), len("470")};
        const QString file = exported(job, ExportKind::Sheets, "light.pdf", dir_.path());
        const QImage front = rendered(file, 1, 127);
        const QImage back = rendered(file, 2, 127);
        QCOMPARE(front.size(), back.size());
        const QImage through =
            FlipEdge(flip) == FlipEdge::Short ? back.mirrored(true, false) : back.mirrored(false, true);
        int marks = 0;
        int apart = 0;
        for (int y = 1; y + 1 < front.height(); ++y) {
            for (int x = 1; x + 1 < front.width(); ++x) {
                if (front.pixelColor(x, y).lightness() > 100)
                    continue;
                ++marks;
                bool met = false; // within a fifth of a millimetre: rendering rounds either way
                for (int dy = -1; dy <= 1 && !met; ++dy)
                    for (int dx = -1; dx <= 1 && !met; ++dx)
                        met = through.pixelColor(x + dx, y + dy).lightness() < 200;
                apart += met ? 0 : 1;
            }
        }
        QVERIFY(marks > 300);
        QVERIFY2(apart < marks / 50, qPrintable(QStringLiteral("%1 of %2").arg(apart).arg(marks)));
    }

    void backsAreTurnedForTheirFronts()
    {
        // A tint on the front cover (right panel outside) and one behind it (left panel inside) lie on the same paper.
        Job job = testing::a4Roll();
        Item front = itemAt("f", ItemKind::Shape, 2);
        front.ink = QStringLiteral("Black");
        Item behind = itemAt("b", ItemKind::Shape, 0);
        behind.ink = QStringLiteral("Black");
        job.edit(Face::Outside).items = {front};
        job.edit(Face::Inside).items = {behind};
        for (const FlipEdge flip : {FlipEdge::Short, FlipEdge::Long}) {
            job.press.flip = flip;
            const QString file = exported(job, ExportKind::Sheets, "turned-sheet.pdf", dir_.path());
            const QImage a = rendered(file, 1, 50);
            const QImage b = rendered(file, 2, 50);
            const QImage through = flip == FlipEdge::Short ? b.mirrored(true, false) : b.mirrored(false, true);
            int black = 0;
            int differs = 0;
            for (int y = 0; y < a.height(); ++y) {
                for (int x = 0; x < a.width(); ++x) {
                    const bool one = a.pixelColor(x, y).lightness() < 120;
                    black += one ? 1 : 0;
                    differs += one != (through.pixelColor(x, y).lightness() < 120) ? 1 : 0;
                }
            }
            QVERIFY(black > 50000);
            QVERIFY2(differs < black / 50, qPrintable(QStringLiteral("%1 of %2").arg(differs).arg(black)));
        }
    }

    void sharedArtStandsInTheFileOnce()
    {
        // Four up and one up differ by a few placing operators, not by copies of the art.
        Job job = demo();
        const qint64 four = QFileInfo(exported(job, ExportKind::Sheets, "four.pdf", demoFolder_)).size();
        job.press.sheet = {len("330"), len("250")};
        const qint64 one = QFileInfo(exported(job, ExportKind::Sheets, "one.pdf", demoFolder_)).size();
        QVERIFY(std::abs(four - one) < 2000);
    }

    void troublesNameTheFile()
    {
        Job job = testing::a4Roll();
        Item picture = itemAt("p", ItemKind::Picture, 0);
        picture.file.path = QStringLiteral("gone.jpg");
        job.edit(Face::Outside).items = {picture};
        const auto gone = exportPdf(job, ExportKind::Flat, dir_.path(), path("x.pdf"));
        QVERIFY(!gone);
        QVERIFY2(gone.error().text().contains(QStringLiteral("gone.jpg")), qPrintable(gone.error().text()));
        QVERIFY(!QFileInfo::exists(path("x.pdf")));

        QFile whole(artwork("whole.pdf", a4Media(3), a4Trim(3), 1));
        QVERIFY(whole.open(QIODevice::ReadOnly));
        QFile cut(path("cut.pdf"));
        QVERIFY(cut.open(QIODevice::WriteOnly));
        cut.write(whole.readAll().left(180));
        cut.close();
        QVERIFY(!readFileFacts(path("cut.pdf")).error.isEmpty());
        job.edit(Face::Outside).items.clear();
        job.edit(Face::Outside).supplied = LinkedFile{path("cut.pdf"), 1, 0, {}};
        const auto truncated = exportPdf(job, ExportKind::Flat, dir_.path(), path("x.pdf"));
        QVERIFY(!truncated);
        QVERIFY2(truncated.error().text().contains(QStringLiteral("cut.pdf")), qPrintable(truncated.error().text()));
        QVERIFY(testing::hasFinding(checkFiles(job, testing::planned(job), readAllFacts(job, dir_.path())),
                                    "file.unreadable"));

        // Locked by a password (written by qpdf's own command).
        run(QStringLiteral("qpdf"),
            {QStringLiteral("--encrypt"), QStringLiteral("secret"), QStringLiteral("owner"), QStringLiteral("256"),
             QStringLiteral("--"), path("whole.pdf"), path("locked.pdf")});
        QVERIFY(readFileFacts(path("locked.pdf")).error.contains(QStringLiteral("password")));

        QFile empty(path("empty.png"));
        QVERIFY(empty.open(QIODevice::WriteOnly));
        empty.close();
        QVERIFY(readFileFacts(path("empty.png")).error.contains(QStringLiteral("empty")));
        QFile rubbish(path("rubbish.jpg"));
        QVERIFY(rubbish.open(QIODevice::WriteOnly));
        rubbish.write(QByteArray(5000, '\xd8'));
        rubbish.close();
        QVERIFY(!readFileFacts(path("rubbish.jpg")).error.isEmpty());
    }

    void targetsThatCannotBeWritten()
    {
        const auto done = exportPdf(testing::a4Roll(), ExportKind::Flat, dir_.path(), QStringLiteral("/sys/flat.pdf"));
        QVERIFY(!done);
        QVERIFY(done.error().text().startsWith(QStringLiteral("/sys/flat.pdf: ")));
        Job large = testing::a4Roll();
        large.press.sheet = {len("200"), len("200")};
        const auto small = exportPdf(large, ExportKind::Sheets, dir_.path(), path("y.pdf"));
        QVERIFY(!small);
        QVERIFY(small.error().text().contains(QStringLiteral("does not fit")));
    }

    void stoppingLeavesNothingBehind()
    {
        QFile::remove(path("stopped.pdf"));
        int calls = 0;
        const auto done = exportPdf(demo(), ExportKind::Sheets, demoFolder_, path("stopped.pdf"), [&](int percent) {
            ++calls;
            return percent < 50;
        });
        QVERIFY(!done);
        QVERIFY(done.error().message.contains(QStringLiteral("stopped")));
        QVERIFY(calls > 2);
        QVERIFY(!QFileInfo::exists(path("stopped.pdf")));
    }

    void damagedPdfsNeverCrash()
    {
        // Random bytes changed in a real file: any outcome but a crash or an exception.
        QFile file(demoFolder_ + QStringLiteral("/pictures/tide-curve.pdf"));
        QVERIFY(file.open(QIODevice::ReadOnly));
        const QByteArray good = file.readAll();
        CHECK_PROPERTY("reading a damaged PDF gives facts or a reason", [&] {
            QByteArray bad = good;
            for (int i = *rc::gen::inRange(1, 30); i > 0; --i)
                bad[*rc::gen::inRange(0, int(bad.size()))] = char(*rc::gen::inRange(0, 256));
            if (*rc::gen::arbitrary<bool>())
                bad.truncate(*rc::gen::inRange(10, int(bad.size())));
            QFile out(path("fuzz.pdf"));
            RC_ASSERT(out.open(QIODevice::WriteOnly));
            out.write(bad);
            out.close();
            const FileFacts facts = readFileFacts(path("fuzz.pdf"));
            RC_ASSERT(!facts.error.isEmpty() || facts.isPdf);
        });
    }
};

HINGE_TEST(TestExport)
#include "test_export.moc"
