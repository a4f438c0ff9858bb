// SPDX-License-Identifier: GPL-3.0-or-later
// What comes out on the plates: exported files are separated by Ghostscript and looked at one plate at a time.
#include "colour/press_profile.h"
#include "pdf/export_pdf.h"
#include "pdf/picture_preview.h"
#include "pdf/read_facts.h"
#include "testing.h"

#include <QDir>
#include <QImage>
#include <QImageWriter>
#include <QProcess>
#include <QTemporaryDir>
#include <lcms2.h>
#include <tiffio.h>

using namespace hinge;
using testing::len;

class TestPlates : public QObject
{
    Q_OBJECT

    QTemporaryDir dir_;

    QString path(const QString& name) const { return dir_.filePath(name); }

    static QByteArray run(const QString& program, const QStringList& arguments)
    {
        QProcess p;
        p.start(program, arguments);
        if (!p.waitForFinished(120000))
            qFatal("%s did not end", qPrintable(program));
        return p.readAllStandardOutput() + p.readAllStandardError();
    }

    void write(const char* name, const QByteArray& bytes) const
    {
        QFile file(path(QString::fromLatin1(name)));
        if (!file.open(QIODevice::WriteOnly) || file.write(bytes) != bytes.size())
            qFatal("cannot write the test's own file");
    }

    static QByteArray stream(const QByteArray& dictionary, const QByteArray& data)
    {
        return "<< " + dictionary + " /Length " + QByteArray::number(data.size()) + " >>\nstream\n" + data +
               "\nendstream";
    }

    /// Writes objects as a PDF; the command qpdf puts the cross-reference table right.
    void pdf(const char* name, const QByteArrayList& objects) const
    {
        QByteArray text = "%PDF-1.6\n";
        for (qsizetype i = 0; i < objects.size(); ++i)
            text += QByteArray::number(i + 1) + " 0 obj\n" + objects[i] + "\nendobj\n";
        text += "trailer << /Root 1 0 R /Size " + QByteArray::number(objects.size() + 1) + " >>\nstartxref\n0\n%%EOF\n";
        write("raw.pdf", text);
        run(QStringLiteral("qpdf"), {path(QStringLiteral("raw.pdf")), path(QString::fromLatin1(name))});
    }

    /// A page of one panel, 100 x 210 mm, with contents and resources of its own; more objects count from 5.
    void page(const char* name, const QByteArray& contents, const QByteArray& resources, const QByteArray& keys = {},
              const QByteArrayList& more = {}, const QByteArray& catalogue = {}) const
    {
        pdf(name,
            QByteArrayList{"<< /Type /Catalog /Pages 2 0 R " + catalogue + " >>",
                           "<< /Type /Pages /Kids [3 0 R] /Count 1 >>",
                           "<< /Type /Page /Parent 2 0 R /MediaBox [0 0 283.46 595.28] /Contents 4 0 R /Resources << " +
                               resources + " >> " + keys + " >>",
                           stream("", contents)} +
                more);
    }

    static Item item(const char* id, ItemKind kind, int panel)
    {
        Item i;
        i.id = QString::fromLatin1(id);
        i.name = i.id;
        i.kind = kind;
        i.sides = sidesFillingPanel(panel);
        return i;
    }
    static Item picture(const char* file, int panel = 1)
    {
        Item i = item(file, ItemKind::Picture, panel);
        i.file.path = QString::fromLatin1(file);
        return i;
    }
    static Item tint(const char* id, const char* ink, int panel, int strength = 100)
    {
        Item i = item(id, ItemKind::Shape, panel);
        i.ink = QString::fromLatin1(ink);
        i.strength = strength;
        return i;
    }

    static Job with(std::vector<Item> items)
    {
        Job job = testing::a4Roll();
        job.inks.push_back({QStringLiteral("C alone"), {100, 0, 0, 0}});
        job.inks.push_back({QStringLiteral("Y alone"), {0, 0, 100, 0}});
        if (!job.findInk(QStringLiteral("Black")))
            job.inks.push_back({QStringLiteral("Black"), {0, 0, 0, 100}});
        job.edit(Face::Outside).items = std::move(items);
        return job;
    }

    Exported exported_;
    QString exported(const Job& job)
    {
        const auto done = exportPdf(job, ExportKind::Flat, dir_.path(), path(QStringLiteral("flat.pdf")));
        if (!done)
            qFatal("%s", qPrintable(done.error().text()));
        exported_ = *done;
        const QByteArray sound =
            run(QStringLiteral("qpdf"), {QStringLiteral("--check"), path(QStringLiteral("flat.pdf"))});
        if (!sound.contains("No syntax or stream encoding errors"))
            qFatal("%s", sound.right(900).constData());
        return path(QStringLiteral("flat.pdf"));
    }

    QString refusal(const Job& job)
    {
        const auto done = exportPdf(job, ExportKind::Flat, dir_.path(), path(QStringLiteral("never.pdf")));
        return done ? QStringLiteral("written") : done.error().text();
    }

    static constexpr int ppi = 72;
    /// The plates of the first page by their names; ink is dark.
    QMap<QString, QImage> plates(const QString& file)
    {
        const QDir out(path(QStringLiteral("plates")));
        QDir(out).removeRecursively();
        QDir().mkpath(out.path());
        run(QStringLiteral("gs"),
            {QStringLiteral("-q"), QStringLiteral("-dNOPAUSE"), QStringLiteral("-dBATCH"), QStringLiteral("-dSAFER"),
             QStringLiteral("-sDEVICE=tiffsep"), QStringLiteral("-dLastPage=1"), QStringLiteral("-r%1").arg(ppi),
             QStringLiteral("-sOutputFile=") + out.filePath(QStringLiteral("p.tif")), file});
        QMap<QString, QImage> all;
        for (const QString& name : out.entryList({QStringLiteral("p(*).tif")})) {
            const auto plate = picturePreview(out.filePath(name), 5000, shippedPressProfile().icc);
            if (!plate)
                qFatal("no plate");
            all.insert(name.mid(2, name.size() - 7), *plate);
        }
        return all;
    }
    /// Ink on a plate at a place of the face, 0 to 100.
    static int ink(const QMap<QString, QImage>& plates, const char* plate, double xMm, double yMm)
    {
        const auto it = plates.find(QString::fromLatin1(plate));
        if (it == plates.end())
            return 0;
        const double margin = testing::flatMargin(testing::a4Roll()).toMm();
        return 100 - qGray(it->pixel(int((margin + xMm) * ppi / 25.4), int((margin + yMm) * ppi / 25.4))) * 100 / 255;
    }
    static constexpr double midX = 97 + 50; ///< of the second panel
    static constexpr double midY = 105;

private Q_SLOTS:
    void lineArtStaysOnTheBlackPlate_data()
    {
        QTest::addColumn<QString>("file");
        QTest::addColumn<int>("black");
        QImage mono(60, 60, QImage::Format_Mono);
        mono.fill(0); // black
        QVERIFY(mono.save(path(QStringLiteral("mono.png"))));
        QTest::newRow("one bit") << QStringLiteral("mono.png") << 100;
        QImage palette(60, 60, QImage::Format_Indexed8);
        palette.setColorTable({qRgb(0, 0, 0), qRgb(128, 128, 128), qRgb(255, 255, 255)});
        palette.fill(0);
        QVERIFY(palette.save(path(QStringLiteral("palette.png"))));
        QTest::newRow("palette of greys") << QStringLiteral("palette.png") << 100;
        QImage low(60, 60, QImage::Format_Indexed8);
        low.setColorTable({qRgb(0, 0, 0), qRgb(85, 85, 85), qRgb(170, 170, 170), qRgb(255, 255, 255)});
        low.fill(1);
        QVERIFY(low.save(path(QStringLiteral("low.png"))));
        QTest::newRow("low-bit grey") << QStringLiteral("low.png") << 67;
        QImage clear(60, 60, QImage::Format_ARGB32);
        clear.fill(qRgba(0, 0, 0, 255));
        clear.setPixel(0, 0, qRgba(0, 0, 0, 0));
        QVERIFY(clear.save(path(QStringLiteral("clear.png"))));
        QTest::newRow("grey with transparency") << QStringLiteral("clear.png") << 100;
        TIFF* t = TIFFOpen(path(QStringLiteral("g4.tif")).toLocal8Bit().constData(), "w");
        TIFFSetField(t, TIFFTAG_IMAGEWIDTH, 64);
        TIFFSetField(t, TIFFTAG_IMAGELENGTH, 64);
        TIFFSetField(t, TIFFTAG_SAMPLESPERPIXEL, 1);
        TIFFSetField(t, TIFFTAG_BITSPERSAMPLE, 1);
        TIFFSetField(t, TIFFTAG_PHOTOMETRIC, PHOTOMETRIC_MINISWHITE);
        TIFFSetField(t, TIFFTAG_COMPRESSION, COMPRESSION_CCITTFAX4);
        TIFFSetField(t, TIFFTAG_ROWSPERSTRIP, 16);
        QByteArray row(8, char(0xFF)); // black
        for (int y = 0; y < 64; ++y)
            TIFFWriteScanline(t, row.data(), std::uint32_t(y), 0);
        TIFFClose(t);
        QTest::newRow("fax") << QStringLiteral("g4.tif") << 100;
        write("mark.svg", "<svg xmlns='http://www.w3.org/2000/svg' width='100' height='210'><rect width='100' "
                          "height='210' fill='#000'/></svg>");
        QTest::newRow("drawing") << QStringLiteral("mark.svg") << 100;
        write("stroke.svg", "<svg xmlns='http://www.w3.org/2000/svg' width='100' height='210'><path d='M50 0V210' "
                            "stroke='#808080' stroke-width='60'/></svg>");
        QTest::newRow("grey drawing") << QStringLiteral("stroke.svg") << 50;
    }
    void lineArtStaysOnTheBlackPlate()
    {
        QFETCH(QString, file);
        QFETCH(int, black);
        const auto all = plates(exported(with({picture(file.toLatin1().constData())})));
        QVERIFY2(std::abs(ink(all, "Black", midX, midY) - black) <= 2,
                 qPrintable(QString::number(ink(all, "Black", midX, midY))));
        for (const char* plate : {"Cyan", "Magenta", "Yellow"})
            QCOMPARE(ink(all, plate, midX, midY), 0);
        // And the screen shows it as dark.
        const auto shown = file.endsWith(QStringLiteral("svg"))
                               ? Result<QImage>(QImage())
                               : picturePreview(path(file), 100, shippedPressProfile().icc);
        QVERIFY(shown && (shown->isNull() || std::abs(qGray(shown->pixel(30, 30)) - (black == 100 ? 0 : 85)) < 4));
    }

    void blackPrintsOverAndCanBeTold()
    {
        Item text = item("t", ItemKind::Text, 1);
        TextStyle style;
        style.font = QStringLiteral("Cabin Bold");
        style.size = Length::points(300);
        style.leading = Length::points(300);
        style.ink = QStringLiteral("Black");
        text.paragraphs = {{QStringLiteral("I"), style}};
        text.sides = sidesFillingSafeArea(1);
        Item line = item("l", ItemKind::Shape, 2);
        line.outline = Outline::Line;
        line.stroke = {Length::points(2), QStringLiteral("Black"), 100};
        Job job = with({tint("ground", "Y alone", 1, 40), tint("ground 2", "Y alone", 2, 40), text, line});
        const Plan plan = testing::planned(job);
        // An upright line in the middle of panel 3.
        const Rect third = plan.paper.face(Face::Outside)[2].area;
        Item& upright = job.edit(Face::Outside).items[3];
        upright.sides = freeSides(plan.paper, Face::Outside, {third.x + third.w.part(2), third.y, Length(), third.h});
        // Where the letter stands: found on the plate itself.
        const auto letter = [&](const QMap<QString, QImage>& all) {
            for (double x = 99; x < 190; x += 0.5)
                if (ink(all, "Black", x, 60) > 95)
                    return x + 2;
            return 0.0;
        };
        const double lineX = (third.x + third.w.part(2)).toMm();
        const auto over = plates(exported(job));
        QVERIFY(letter(over) > 0);
        QCOMPARE(ink(over, "Black", letter(over), 60), 100);
        QVERIFY(std::abs(ink(over, "Yellow", letter(over), 60) - 40) <= 1);
        QVERIFY(std::abs(ink(over, "Yellow", lineX, 60) - 40) <= 1);
        job.press.overprintBlack = false;
        const auto out = plates(exported(job));
        QCOMPARE(ink(out, "Yellow", letter(out), 60), 0);
        // Grey, and areas of black, knock out as ever.
        job.press.overprintBlack = true;
        job.edit(Face::Outside).items[2].paragraphs[0].style.ink = QStringLiteral("C alone");
        job.edit(Face::Outside).items[3] = tint("area", "Black", 2);
        const auto others = plates(exported(job));
        QCOMPARE(ink(others, "Yellow", 97 + 150, 60), 0);
        QCOMPARE(ink(others, "Black", 97 + 150, 60), 100);
        QCOMPARE(ink(others, "Yellow", letter(over), 60), 0);
    }

    void layersKeepToTheirFile()
    {
        // Two files with layers of the same two names; what is shown in one is hidden in the other, by base state in
        // the one, by list in the other.
        const QByteArray contents =
            "/OC /A BDC 0 0 0 1 k 0 300 283.46 295 re f EMC /OC /B BDC 0 0 0 1 k 0 0 283.46 290 re f EMC";
        const QByteArray resources = "/Properties << /A 5 0 R /B 6 0 R >>";
        const QByteArrayList layers{"<< /Type /OCG /Name (Upper) >>", "<< /Type /OCG /Name (Lower) >>"};
        page("one.pdf", contents, resources, {}, layers,
             "/OCProperties << /OCGs [5 0 R 6 0 R] /D << /BaseState /OFF /ON [5 0 R] >> >>");
        page("two.pdf", contents, resources, {}, layers,
             "/OCProperties << /OCGs [5 0 R 6 0 R] /D << /OFF [5 0 R] >> >>");
        // A third says what is printed by itself.
        page("three.pdf", contents, resources, {},
             {"<< /Type /OCG /Name (Upper) /Usage << /Print << /PrintState /OFF >> >> >>",
              "<< /Type /OCG /Name (Lower) >>"},
             "/OCProperties << /OCGs [5 0 R 6 0 R] /D << /AS [<< /Event /Print /Category [/Print] /OCGs [5 0 R] >>] >> "
             ">>");
        const QString file = exported(with({picture("two.pdf", 0), picture("one.pdf", 1), picture("three.pdf", 2)}));
        const auto all = plates(file);
        const auto half = [&](double x, double y) { return ink(all, "Black", x, y); };
        QCOMPARE(half(48, 50), 0);
        QCOMPARE(half(48, 160), 100);
        QCOMPARE(half(midX, 50), 100);
        QCOMPARE(half(midX, 160), 0);
        QCOMPARE(half(midX + 100, 50), 0);
        QCOMPARE(half(midX + 100, 160), 100);
        // No two layers are called alike, and none changes by itself.
        const QByteArray clear =
            run(QStringLiteral("qpdf"),
                {QStringLiteral("--qdf"), QStringLiteral("--object-streams=disable"), file, QStringLiteral("-")});
        QCOMPARE(clear.count("/Name (Upper)"), 1);
        QVERIFY(clear.contains("one.pdf: Upper"));
        QVERIFY(!clear.contains("/AS"));
        QVERIFY(exported_.obstacles.isEmpty());
    }

    void pagesBlendByThemselves()
    {
        // A page that is nothing but a screen of black over its own white: laid on a tint, the tint does not show
        // through (ISO 32000-1, 11.4.7).
        for (const char* mode : {"Screen", "Difference", "Luminosity", "Multiply"}) {
            page("blend.pdf", "0 0 0 0 k 0 0 283.46 595.28 re f /G gs 0.5 0 0 0 k 0 0 283.46 595.28 re f",
                 QByteArray("/ExtGState << /G << /BM /") + mode + " >> >>",
                 "/Group << /S /Transparency /CS /DeviceCMYK >>");
            const auto alone = plates(exported(with({picture("blend.pdf")})));
            const auto over = plates(exported(with({tint("under", "Y alone", 1), picture("blend.pdf")})));
            for (const char* plate : {"Cyan", "Magenta", "Yellow", "Black"})
                QVERIFY2(std::abs(ink(over, plate, midX, midY) - ink(alone, plate, midX, midY)) <= 2, mode);
        }
        // Where a page leaves the paper bare, what is under it shows; and our own page says how it blends.
        page("bare.pdf", "/G gs 0.5 0 0 0 k 0 0 283.46 290 re f", "/ExtGState << /G << /BM /Multiply >> >>");
        const QString file = exported(with({tint("under", "Y alone", 1), picture("bare.pdf")}));
        const auto bare = plates(file);
        QCOMPARE(ink(bare, "Yellow", midX, 40), 100);
        const QByteArray clear =
            run(QStringLiteral("qpdf"),
                {QStringLiteral("--qdf"), QStringLiteral("--object-streams=disable"), file, QStringLiteral("-")});
        QVERIFY(clear.contains("/CS /DeviceCMYK"));
        QVERIFY(clear.count("/I true") >= 3);
    }

    void aSpotInkIsOneSeparation()
    {
        const QByteArray space = "/ColorSpace << /Spot [/Separation /Lighthouse#20#231 /DeviceCMYK << /FunctionType 2 "
                                 "/Domain [0 1] /C0 [0 0 0 0] /C1 [0 1 0 0] /N 1 >>] >>";
        page("spot.pdf", "/Spot cs 0.5 scn 0 0 283.46 595.28 re f", space);
        page("spot2.pdf", "/Spot cs 0.25 scn 0 0 283.46 595.28 re f",
             QByteArray(space).replace("[0 1 0 0]", "[1 0 0 0]"));
        Job job = with({picture("spot.pdf", 0), picture("spot2.pdf", 2)});
        job.inks.push_back({QStringLiteral("Lighthouse #1"), {0, 20, 90, 0}, true});
        job.edit(Face::Outside).items.push_back(tint("own", "Lighthouse #1", 1, 75));
        const QString file = exported(job);
        const auto all = plates(file);
        QVERIFY2(all.contains(QStringLiteral("Lighthouse #1")), qPrintable(QStringList(all.keys()).join(u' ')));
        QVERIFY(std::abs(ink(all, "Lighthouse #1", 48, midY) - 50) <= 1);
        QVERIFY(std::abs(ink(all, "Lighthouse #1", midX, midY) - 75) <= 1);
        QVERIFY(std::abs(ink(all, "Lighthouse #1", midX + 100, midY) - 25) <= 1);
        const QByteArray clear =
            run(QStringLiteral("qpdf"),
                {QStringLiteral("--qdf"), QStringLiteral("--object-streams=disable"), file, QStringLiteral("-")});
        QCOMPARE(clear.count("/Lighthouse#20#"), 1);
    }

    void plateNamesAreNoSpotInks_data()
    {
        QTest::addColumn<QString>("name");
        for (const char* name : {"All", "None", "Cyan", "magenta", "YELLOW", " Black "})
            QTest::newRow(name) << QString::fromLatin1(name);
    }
    void plateNamesAreNoSpotInks()
    {
        QFETCH(QString, name);
        Job job = testing::a4Roll();
        std::erase_if(job.inks, [&](const Ink& ink) { return ink.name == name.trimmed(); });
        job.inks.push_back({name, {0, 0, 0, 50}, true});
        const auto refused = validate(job);
        QVERIFY(!refused && refused.error().message.contains(name.trimmed()));
        job.inks.back().spot = false;
        QVERIFY(validate(job));
    }

    void aPageWithoutABleedBoxHasWhatItShows()
    {
        // ISO 32000-1, 14.11.2: trimmed 10 pt inside what it shows. What lies between is its bleed, and is printed.
        page("trimmed.pdf", "0 0 0 1 k 0 0 283.46 595.28 re f", {},
             "/TrimBox [10 10 273.46 585.28] /CropBox [2 2 281.46 593.28]");
        const FileFacts facts = readFileFacts(path(QStringLiteral("trimmed.pdf")));
        QCOMPARE(facts.pages.size(), std::size_t(1));
        for (const Length bleed : facts.pages[0].bleed)
            QVERIFY(std::abs(bleed.toPoints() - 8) < 0.01);
    }

    void pagesWithoutASizeAreRefused()
    {
        for (const char* box : {"", "/MediaBox [0 0 0 0]", "/MediaBox (none)", "/MediaBox [0 0 99999 10]"}) {
            pdf("sizeless.pdf",
                {"<< /Type /Catalog /Pages 2 0 R >>", "<< /Type /Pages /Kids [3 0 R] /Count 1 >>",
                 QByteArray("<< /Type /Page /Parent 2 0 R ") + box + " /Contents 4 0 R >>", stream("", "0 g")});
            QVERIFY(!readFileFacts(path(QStringLiteral("sizeless.pdf"))).pages.at(0).isUsable);
            QVERIFY2(refusal(with({picture("sizeless.pdf")})).contains(QStringLiteral("does not say how large it is")),
                     box);
        }
    }

    void picturesThatWereCutOffAreRefused_data()
    {
        QTest::addColumn<QString>("file");
        QTest::addColumn<double>("part");
        for (const char* name : {"whole.jpg", "whole.png", "whole.tif"})
            for (const double part : {0.5, 0.9, 0.999})
                QTest::addRow("%s, %.1f %%", name, part * 100) << QString::fromLatin1(name) << part;
    }
    void picturesThatWereCutOffAreRefused()
    {
        QFETCH(QString, file);
        QFETCH(double, part);
        QImage noise(200, 150, QImage::Format_RGB32);
        for (int y = 0; y < 150; ++y)
            for (int x = 0; x < 200; ++x)
                noise.setPixel(x, y, qRgb(x * y % 256, x * 7 % 256, y * 13 % 256));
        if (file.endsWith(QStringLiteral("tif"))) {
            TIFF* t = TIFFOpen(path(file).toLocal8Bit().constData(), "w");
            TIFFSetField(t, TIFFTAG_IMAGEWIDTH, 200);
            TIFFSetField(t, TIFFTAG_IMAGELENGTH, 150);
            TIFFSetField(t, TIFFTAG_SAMPLESPERPIXEL, 3);
            TIFFSetField(t, TIFFTAG_BITSPERSAMPLE, 8);
            TIFFSetField(t, TIFFTAG_PHOTOMETRIC, PHOTOMETRIC_RGB);
            TIFFSetField(t, TIFFTAG_ROWSPERSTRIP, 10);
            TIFFWriteCheck(t, 0, "test");
            TIFFWriteDirectory(t); // the directory first, as programs do that stream
            TIFFSetDirectory(t, 0);
            const QImage rgb = noise.convertToFormat(QImage::Format_RGB888);
            for (int y = 0; y < 150; ++y)
                TIFFWriteScanline(t, const_cast<uchar*>(rgb.constScanLine(y)), std::uint32_t(y), 0);
            TIFFRewriteDirectory(t);
            TIFFClose(t);
        } else {
            QVERIFY(noise.save(path(file)));
        }
        QVERIFY2(readFileFacts(path(file)).error.isEmpty(), qPrintable(readFileFacts(path(file)).error));
        QFile whole(path(file));
        QVERIFY(whole.open(QIODevice::ReadOnly));
        const QByteArray bytes = whole.readAll();
        whole.close();
        write(file.toLatin1().constData(), bytes.left(qsizetype(double(bytes.size()) * part)));
        const FileFacts facts = readFileFacts(path(file));
        QVERIFY2(facts.error.contains(QStringLiteral("cut off")) || facts.error.contains(QStringLiteral("damaged")),
                 qPrintable(facts.error));
        QVERIFY(facts.error.endsWith(QStringLiteral("Ask for it again.")));
        QVERIFY(refusal(with({picture(file.toLatin1().constData())})) != QStringLiteral("written"));
        QVERIFY(!QFile::exists(path(QStringLiteral("never.pdf"))));
    }

    void coloursGoByTheProfileOfThePicture()
    {
        // A profile of tables, made by lcms2: what it calls red is green to the eye. PNG carries it, and a TIFF in
        // planes of 16 bits.
        cmsHPROFILE srgb = cmsCreate_sRGBProfile();
        QByteArray icc;
        {
            cmsHPROFILE lut = cmsCreateProfilePlaceholder(nullptr);
            cmsSetProfileVersion(lut, 2.1);
            cmsSetDeviceClass(lut, cmsSigInputClass);
            cmsSetColorSpace(lut, cmsSigRgbData);
            cmsSetPCS(lut, cmsSigLabData);
            cmsPipeline* pipe = cmsPipelineAlloc(nullptr, 3, 3);
            cmsStage* grid = cmsStageAllocCLut16bit(nullptr, 9, 3, 3, nullptr);
            cmsHPROFILE lab = cmsCreateLab2Profile(nullptr);
            cmsHTRANSFORM toLab =
                cmsCreateTransform(srgb, TYPE_RGB_16, lab, TYPE_Lab_16, INTENT_RELATIVE_COLORIMETRIC, 0);
            cmsStageSampleCLut16bit(
                grid,
                [](const cmsUInt16Number in[], cmsUInt16Number out[], void* cargo) -> cmsInt32Number {
                    const cmsUInt16Number swapped[3] = {in[1], in[0], in[2]};
                    cmsDoTransform(cargo, swapped, out, 1);
                    return TRUE;
                },
                toLab, 0);
            cmsPipelineInsertStage(pipe, cmsAT_END, grid);
            cmsWriteTag(lut, cmsSigAToB0Tag, pipe);
            cmsMLU* text = cmsMLUalloc(nullptr, 1);
            cmsMLUsetASCII(text, "en", "GB", "Swapped");
            cmsWriteTag(lut, cmsSigProfileDescriptionTag, text);
            cmsWriteTag(lut, cmsSigCopyrightTag, text);
            cmsWriteTag(lut, cmsSigMediaWhitePointTag, cmsD50_XYZ());
            cmsUInt32Number size = 0;
            QVERIFY(cmsSaveProfileToMem(lut, nullptr, &size));
            icc.resize(qsizetype(size));
            QVERIFY(cmsSaveProfileToMem(lut, icc.data(), &size));
            cmsMLUfree(text);
            cmsPipelineFree(pipe);
            cmsDeleteTransform(toLab);
            cmsCloseProfile(lab);
            cmsCloseProfile(lut);
        }
        cmsCloseProfile(srgb);
        const auto planes = [&](const char* name, const QByteArray& profile) {
            TIFF* t = TIFFOpen(path(QString::fromLatin1(name)).toLocal8Bit().constData(), "w");
            TIFFSetField(t, TIFFTAG_IMAGEWIDTH, 40);
            TIFFSetField(t, TIFFTAG_IMAGELENGTH, 40);
            TIFFSetField(t, TIFFTAG_SAMPLESPERPIXEL, 3);
            TIFFSetField(t, TIFFTAG_BITSPERSAMPLE, 16);
            TIFFSetField(t, TIFFTAG_PHOTOMETRIC, PHOTOMETRIC_RGB);
            TIFFSetField(t, TIFFTAG_PLANARCONFIG, PLANARCONFIG_SEPARATE);
            TIFFSetField(t, TIFFTAG_COMPRESSION, COMPRESSION_LZW);
            TIFFSetField(t, TIFFTAG_ROWSPERSTRIP, 16);
            TIFFSetField(t, TIFFTAG_ICCPROFILE, std::uint32_t(profile.size()), profile.constData());
            std::vector<std::uint16_t> row(40);
            for (int s = 0; s < 3; ++s)
                for (int y = 0; y < 40; ++y) {
                    std::fill(row.begin(), row.end(), s == 0 ? 0xE000 : 0x2000);
                    TIFFWriteScanline(t, row.data(), std::uint32_t(y), std::uint16_t(s));
                }
            TIFFClose(t);
        };
        planes("planes.tif", icc);
        // libpng writes whatever profile it is given; Qt's writer would not.
        QImage red(40, 40, QImage::Format_RGB32);
        red.fill(qRgb(0xE0, 0x20, 0x20));
        QVERIFY(red.save(path(QStringLiteral("plain.png"))));
        QFile plain(path(QStringLiteral("plain.png")));
        QVERIFY(plain.open(QIODevice::ReadOnly));
        QByteArray png = plain.readAll();
        QByteArray body = QByteArray("Swapped\0\0", 9) + qCompress(icc).mid(4);
        const auto crc = [](const QByteArray& bytes) {
            quint32 c = 0xFFFFFFFFU;
            for (const char byte : bytes) {
                c ^= quint8(byte);
                for (int k = 0; k < 8; ++k)
                    c = c & 1 ? 0xEDB88320U ^ (c >> 1) : c >> 1;
            }
            return ~c;
        };
        const auto number = [](quint32 n) {
            QByteArray bytes;
            for (int shift = 24; shift >= 0; shift -= 8)
                bytes += char(n >> shift);
            return bytes;
        };
        body = "iCCP" + body;
        png.insert(33, number(quint32(body.size() - 4)) + body + number(crc(body)));
        write("table.png", png);
        for (const char* name : {"planes.tif", "table.png"}) {
            const auto shown = picturePreview(path(QString::fromLatin1(name)), 100, shippedPressProfile().icc);
            QVERIFY(shown);
            const QColor c = shown->pixelColor(20, 20);
            QVERIFY2(c.green() > 170 && c.red() < 90, qPrintable(c.name()));
            QVERIFY(readFileFacts(path(QString::fromLatin1(name))).hasProfile);
            // In the file it is the picture's own profile: poppler and Ghostscript see green, too.
            const QString file = exported(with({picture(name)}));
            run(QStringLiteral("pdftoppm"),
                {QStringLiteral("-png"), QStringLiteral("-singlefile"), QStringLiteral("-r"), QStringLiteral("25.4"),
                 QStringLiteral("-l"), QStringLiteral("1"), file, path(QStringLiteral("page"))});
            const double margin = testing::flatMargin(testing::a4Roll()).toMm();
            const QColor p =
                QImage(path(QStringLiteral("page.png"))).pixelColor(int(margin + midX), int(margin + midY));
            QVERIFY2(p.green() > p.red() + 60, qPrintable(p.name()));
        }
        // A profile of four inks on a picture of three colours says nothing: it is told, and not embedded.
        planes("misfit.tif", shippedPressProfile().icc);
        const FileFacts misfit = readFileFacts(path(QStringLiteral("misfit.tif")));
        QVERIFY(misfit.profileMisfit && !misfit.hasProfile);
        Job job = with({picture("misfit.tif")});
        QVERIFY(testing::hasFinding(checkFiles(job, testing::planned(job), {{QStringLiteral("misfit.tif"), misfit}}),
                                    "picture.wrongProfile"));
        const QString file = exported(job);
        const QByteArray clear =
            run(QStringLiteral("qpdf"), {QStringLiteral("--qdf"), QStringLiteral("--object-streams=disable"),
                                         QStringLiteral("--stream-data=uncompress"), file, QStringLiteral("-")});
        QCOMPARE(clear.count("/N 4"), 1); // the output intent
        // A profile says in bytes 16 to 19 of which colours it is (ISO 15076-1, 7.2.6): one of four inks alone.
        int ofInks = 0;
        for (qsizetype mark = clear.indexOf("acsp"); mark >= 20; mark = clear.indexOf("acsp", mark + 1))
            ofInks += clear.mid(mark - 20, 4) == "CMYK" ? 1 : 0;
        QCOMPARE(ofInks, 1);
        // sRGB goes in as a profile of version 2 (its major version stands in byte 8, ISO 15076-1, 7.2.4).
        const qsizetype at = clear.indexOf("acsp", clear.indexOf("/N 3"));
        QVERIFY(at > 36);
        QCOMPARE(int(clear[at - 36 + 8]), 2);
    }

    void picturesStandAsTheCameraWasHeld_data()
    {
        QTest::addColumn<int>("orientation");
        for (int o = 1; o <= 8; ++o)
            QTest::addRow("%d", o) << o;
    }
    void picturesStandAsTheCameraWasHeld()
    {
        // Exif 2.3, tag 0x0112: 0th row and 0th column are ... top left, top right, bottom right, bottom left, left
        // top, right top, right bottom, left bottom. Where the first row and the first column of the stored picture lie
        // when it stands upright:
        QFETCH(int, orientation);
        const bool rowIsSide = orientation >= 5;
        const bool rowFar = orientation == 3 || orientation == 4 || orientation == 6 ||
                            orientation == 7; // at the foot, or at the right
        const bool columnFar = orientation == 2 || orientation == 3 || orientation == 7 ||
                               orientation == 8; // at the right, or at the foot
        // A dark first row, and a half-dark first column, of a picture that is 60 wide and 30 high as stored.
        QImage stored(60, 30, QImage::Format_Grayscale8);
        stored.fill(255);
        for (int y = 0; y < 30; ++y)
            for (int x = 0; x < 60; ++x)
                if (y < 8)
                    stored.setPixel(x, y, qRgb(0, 0, 0));
                else if (x < 16)
                    stored.setPixel(x, y, qRgb(128, 128, 128));
        QVERIFY(stored.save(path(QStringLiteral("camera.jpg")), "JPG", 100));
        QFile jpg(path(QStringLiteral("camera.jpg")));
        QVERIFY(jpg.open(QIODevice::ReadOnly));
        QByteArray bytes = jpg.readAll();
        const QByteArray exif = QByteArray("Exif\0\0MM\0*\0\0\0\x08\0\1\x01\x12\0\3\0\0\0\1\0", 25) +
                                char(orientation) + QByteArray("\0\0\0\0\0\0", 6);
        bytes.insert(2, QByteArray("\xFF\xE1\0", 3) + char(exif.size() + 2) + exif);
        write("camera.jpg", bytes);
        TIFF* t = TIFFOpen(path(QStringLiteral("camera.tif")).toLocal8Bit().constData(), "w");
        TIFFSetField(t, TIFFTAG_IMAGEWIDTH, 60);
        TIFFSetField(t, TIFFTAG_IMAGELENGTH, 30);
        TIFFSetField(t, TIFFTAG_SAMPLESPERPIXEL, 1);
        TIFFSetField(t, TIFFTAG_BITSPERSAMPLE, 8);
        TIFFSetField(t, TIFFTAG_PHOTOMETRIC, PHOTOMETRIC_MINISBLACK);
        TIFFSetField(t, TIFFTAG_ORIENTATION, orientation);
        TIFFSetField(t, TIFFTAG_ROWSPERSTRIP, 30);
        for (int y = 0; y < 30; ++y)
            TIFFWriteScanline(t, stored.scanLine(y), std::uint32_t(y), 0);
        TIFFClose(t);
        for (const char* name : {"camera.jpg", "camera.tif"}) {
            const FileFacts facts = readFileFacts(path(QString::fromLatin1(name)));
            QVERIFY2(facts.error.isEmpty(), qPrintable(facts.error));
            QCOMPARE(facts.pixelWidth, rowIsSide ? 30 : 60);
            QCOMPARE(facts.pixelHeight, rowIsSide ? 60 : 30);
            const auto shown = picturePreview(path(QString::fromLatin1(name)), 100, shippedPressProfile().icc);
            QVERIFY(shown);
            QCOMPARE(shown->width(), rowIsSide ? 30 : 60);
            // The dark row is found at the side it should be: by the middle of that side, on screen and on the plate.
            const QPointF row = rowIsSide ? QPointF(rowFar ? 0.95 : 0.05, columnFar ? 0.3 : 0.7)
                                          : QPointF(columnFar ? 0.3 : 0.7, rowFar ? 0.95 : 0.05);
            const QPointF column = rowIsSide ? QPointF(rowFar ? 0.3 : 0.7, columnFar ? 0.95 : 0.05)
                                             : QPointF(columnFar ? 0.95 : 0.05, rowFar ? 0.3 : 0.7);
            const auto grey = [&](QPointF p) {
                return qGray(shown->pixel(int(p.x() * shown->width()), int(p.y() * shown->height())));
            };
            QVERIFY2(grey(row) < 20, name);
            QVERIFY2(grey(column) > 90 && grey(column) < 170, name);
            Item frame = picture(name);
            frame.fit = PictureFit::Whole;
            frame.sides =
                freeSides(testing::planned(testing::a4Roll()).paper, Face::Outside,
                          {len("117"), len("75"), len(rowIsSide ? "30" : "60"), len(rowIsSide ? "60" : "30")});
            const auto all = plates(exported(with({frame})));
            const auto printed = [&](QPointF p) {
                return ink(all, "Black", 117 + p.x() * (rowIsSide ? 30 : 60), 75 + p.y() * (rowIsSide ? 60 : 30));
            };
            QVERIFY2(printed(row) > 95, name);
            QVERIFY2(printed(column) > 35 && printed(column) < 65, name);
        }
    }

    void transparencyOfATiffIsKept()
    {
        for (const bool premultiplied : {false, true}) {
            TIFF* t = TIFFOpen(path(QStringLiteral("glass.tif")).toLocal8Bit().constData(), "w");
            TIFFSetField(t, TIFFTAG_IMAGEWIDTH, 20);
            TIFFSetField(t, TIFFTAG_IMAGELENGTH, 20);
            TIFFSetField(t, TIFFTAG_SAMPLESPERPIXEL, 5);
            TIFFSetField(t, TIFFTAG_BITSPERSAMPLE, 8);
            TIFFSetField(t, TIFFTAG_PHOTOMETRIC, PHOTOMETRIC_SEPARATED);
            const std::uint16_t kind = premultiplied ? EXTRASAMPLE_ASSOCALPHA : EXTRASAMPLE_UNASSALPHA;
            TIFFSetField(t, TIFFTAG_EXTRASAMPLES, 1, &kind);
            TIFFSetField(t, TIFFTAG_ROWSPERSTRIP, 20);
            QByteArray row;
            for (int x = 0; x < 20; ++x) // cyan, half there
                row += QByteArray(1, char(premultiplied ? 128 : 255)) + QByteArray(3, '\0') + char(128);
            for (int y = 0; y < 20; ++y)
                TIFFWriteScanline(t, row.data(), std::uint32_t(y), 0);
            TIFFClose(t);
            const auto all = plates(exported(with({tint("under", "Y alone", 1), picture("glass.tif")})));
            QVERIFY2(std::abs(ink(all, "Cyan", midX, midY) - 50) <= 2,
                     qPrintable(QString::number(ink(all, "Cyan", midX, midY))));
            QVERIFY(std::abs(ink(all, "Yellow", midX, midY) - 50) <= 2);
        }
    }

    void whatIsInTheWayOfTheStandardIsSaid()
    {
        const QByteArray font = "/Font << /F << /Type /Font /Subtype /Type1 /BaseFont /Helvetica >> >>";
        page("fontless.pdf", "BT /F 20 Tf 20 20 Td (tide) Tj ET", font);
        page("bent.pdf", "/G gs 0 g 0 0 100 100 re f", "/ExtGState << /G << /TR /Identity >> >>");
        page("sound.pdf", "0 0 1 rg 0 0 100 100 re f", {});
        (void)exported(with({picture("sound.pdf")}));
        QVERIFY(exported_.obstacles.isEmpty());
        const QByteArray info = run(QStringLiteral("pdfinfo"), {path(QStringLiteral("flat.pdf"))});
        QVERIFY2(info.contains("PDF/X-4"), info.constData());
        (void)exported(with({picture("bent.pdf", 0), picture("fontless.pdf", 1), picture("sound.pdf", 2)}));
        QCOMPARE(exported_.obstacles, (QStringList{QStringLiteral("bent.pdf bends its tones with a transfer curve"),
                                                   QStringLiteral("fontless.pdf lacks the font Helvetica")}));
        QVERIFY(!run(QStringLiteral("pdfinfo"), {path(QStringLiteral("flat.pdf"))}).contains("PDF/X-4"));
    }

    void nothingIsTakenFromOtherFiles()
    {
        write("secret.txt", "the tide waits for no one");
        page("outside.pdf", "/X Do", "/XObject << /X 5 0 R >>", {},
             {"<< /Type /XObject /Subtype /Image /Width 1 /Height 1 /BitsPerComponent 8 /ColorSpace /DeviceGray /F "
              "(secret.txt) /Length 0 >>\nstream\n\nendstream"});
        QVERIFY2(refusal(with({picture("outside.pdf")})).contains(QStringLiteral("another file")),
                 qPrintable(refusal(with({picture("outside.pdf")}))));
        page("reference.pdf", "/X Do", "/XObject << /X 5 0 R >>", {},
             {stream("/Type /XObject /Subtype /Form /BBox [0 0 100 100] /Ref << /F (secret.pdf) /Page 0 >>",
                     "0 g 0 0 100 100 re f")});
        const QByteArray clear =
            run(QStringLiteral("qpdf"), {QStringLiteral("--qdf"), QStringLiteral("--object-streams=disable"),
                                         exported(with({picture("reference.pdf")})), QStringLiteral("-")});
        QVERIFY(!clear.contains("/Ref") && !clear.contains("secret.pdf"));
    }
};

HINGE_TEST(TestPlates)
#include "test_plates.moc"
