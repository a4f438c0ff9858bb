// SPDX-License-Identifier: GPL-3.0-or-later
// What stands on the panels as it comes out of the file, read by others: poppler, Ghostscript, qpdf, ZXing, lcms2's
// tool.
#include "colour/press_profile.h"
#include "pdf/export_pdf.h"
#include "pdf/picture_preview.h"
#include "pdf/read_facts.h"
#include "pdf/tiff_file.h"
#include "testing.h"
#include "typeset/text_layout.h"

#include <QColorSpace>
#include <QDir>
#include <QImage>
#include <QProcess>
#include <QTemporaryDir>
#include <cmath>
#include <tiffio.h>

using namespace hinge;
using testing::len;
using testing::run;

class TestContentPdf : public QObject
{
    Q_OBJECT

    QTemporaryDir dir_;

    QString path(const char* name) const { return dir_.filePath(QString::fromLatin1(name)); }

    static Rect mm(double x, double y, double w, double h)
    {
        return {Length::nearestMm(x), Length::nearestMm(y), Length::nearestMm(w), Length::nearestMm(h)};
    }

    static Item item(const char* id, ItemKind kind, const Rect& frame)
    {
        Item made;
        made.id = QString::fromLatin1(id);
        made.name = made.id;
        made.kind = kind;
        made.ink = QStringLiteral("Deep water");
        made.sides = freeSides(testing::planned(testing::a4Roll()).paper, Face::Outside, frame);
        return made;
    }

    static Job with(std::vector<Item> items)
    {
        Job job = testing::a4Roll();
        job.edit(Face::Outside).items = std::move(items);
        return job;
    }

    QString exported(const Job& job) const
    {
        const QString file = path("out.pdf");
        const auto done = exportPdf(job, ExportKind::Flat, dir_.path(), file);
        if (!done)
            qFatal("export failed: %s", qPrintable(done.error().text()));
        return file;
    }

    /// The page by poppler; a millimetre of the face at (x, y) is the pixel `at` says.
    QImage rendered(const QString& file, int dpi = 150) const
    {
        run(QStringLiteral("pdftoppm"),
            {QStringLiteral("-png"), QStringLiteral("-singlefile"), QStringLiteral("-r"), QString::number(dpi),
             QStringLiteral("-l"), QStringLiteral("1"), file, path("page")});
        return QImage(path("page.png"));
    }
    /// The same by Ghostscript.
    QImage renderedByGhostscript(const QString& file, int dpi = 150) const
    {
        run(QStringLiteral("gs"),
            {QStringLiteral("-q"), QStringLiteral("-dNOPAUSE"), QStringLiteral("-dBATCH"),
             QStringLiteral("-sDEVICE=png16m"), QStringLiteral("-dTextAlphaBits=4"),
             QStringLiteral("-dGraphicsAlphaBits=4"), QStringLiteral("-r%1").arg(dpi), QStringLiteral("-dLastPage=1"),
             QStringLiteral("-sOutputFile=") + path("gs.png"), file});
        return QImage(path("gs.png"));
    }
    static QPoint at(double x, double y, int dpi = 150)
    {
        const double margin = testing::flatMargin(testing::a4Roll()).toMm();
        return {int((x + margin) * dpi / 25.4), int((y + margin) * dpi / 25.4)};
    }
    /// All streams of a file in the clear.
    QByteArray clear(const QString& file) const
    {
        run(QStringLiteral("qpdf"),
            {QStringLiteral("--qdf"), QStringLiteral("--object-streams=disable"), file, path("clear.pdf")});
        return testing::contentOf(path("clear.pdf"));
    }

    /// A TIFF of one colour but for its first pixel.
    QString tiff(const char* name, int w, int h, int channels, int bits, std::uint16_t photometric, bool tiled = false,
                 const QByteArray& profile = {}) const
    {
        TIFF* t = TIFFOpen(path(name).toLocal8Bit().constData(), "w");
        TIFFSetField(t, TIFFTAG_IMAGEWIDTH, w);
        TIFFSetField(t, TIFFTAG_IMAGELENGTH, h);
        TIFFSetField(t, TIFFTAG_SAMPLESPERPIXEL, channels);
        TIFFSetField(t, TIFFTAG_BITSPERSAMPLE, bits);
        TIFFSetField(t, TIFFTAG_PHOTOMETRIC, photometric);
        TIFFSetField(t, TIFFTAG_PLANARCONFIG, PLANARCONFIG_CONTIG);
        TIFFSetField(t, TIFFTAG_COMPRESSION, COMPRESSION_LZW);
        if (photometric == PHOTOMETRIC_SEPARATED)
            TIFFSetField(t, TIFFTAG_INKSET, INKSET_CMYK);
        if (!profile.isEmpty())
            TIFFSetField(t, TIFFTAG_ICCPROFILE, std::uint32_t(profile.size()), profile.constData());
        const auto sample = [&](int x, int y, int c) {
            return x == 0 && y == 0 ? 0 : (c + 1) * 40 * (bits == 16 ? 257 : 1);
        };
        const auto put = [&](std::vector<unsigned char>& to, int x, int y) {
            for (int c = 0; c < channels; ++c) {
                const int v = sample(x, y, c);
                if (bits == 16) {
                    to.push_back(static_cast<unsigned char>(v & 255)); // this machine's order, which libtiff writes
                    to.push_back(static_cast<unsigned char>(v >> 8));
                } else {
                    to.push_back(static_cast<unsigned char>(v));
                }
            }
        };
        if (tiled) {
            TIFFSetField(t, TIFFTAG_TILEWIDTH, 16);
            TIFFSetField(t, TIFFTAG_TILELENGTH, 16);
            for (int y = 0; y < h; y += 16)
                for (int x = 0; x < w; x += 16) {
                    std::vector<unsigned char> data;
                    for (int j = 0; j < 16; ++j)
                        for (int i = 0; i < 16; ++i)
                            put(data, x + i, y + j);
                    TIFFWriteTile(t, data.data(), std::uint32_t(x), std::uint32_t(y), 0, 0);
                }
        } else {
            TIFFSetField(t, TIFFTAG_ROWSPERSTRIP, 5);
            for (int y = 0; y < h; ++y) {
                std::vector<unsigned char> row;
                for (int x = 0; x < w; ++x)
                    put(row, x, y);
                TIFFWriteScanline(t, row.data(), std::uint32_t(y), 0);
            }
        }
        TIFFClose(t);
        return path(name);
    }

    void write(const char* name, const QByteArray& data) const
    {
        QFile file(path(name));
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write(data);
    }

    Item picture(const char* file, const Rect& frame) const
    {
        Item i = item("picture", ItemKind::Picture, frame);
        i.ink.clear();
        i.file.path = QString::fromLatin1(file);
        return i;
    }

private Q_SLOTS:
    void fontsOfTheMachineGoIntoTheFile()
    {
        // One of each kind of outline (Ghostscript brings some): embedded as subsets, read back by poppler, drawn by
        // Ghostscript.
        const QString words = QStringLiteral("High water 1234");
        QStringList fonts;
        for (const QString& name : FontLibrary::installed().names().mid(FontLibrary::shipped().names().size())) {
            if (fonts.size() == 2)
                break;
            const FontFace* face = FontLibrary::installed().find(name);
            TextLayout layout;
            if (face && face->mayEmbed()) {
                Paragraph p{words, {}};
                p.style.font = name;
                layout = layOutText({p}, {len("90"), len("20")}, FontLibrary::installed());
            }
            const bool other = std::ranges::none_of(fonts, [&](const QString& f) {
                return FontLibrary::installed().find(f)->isCff() == (face && face->isCff());
            });
            if (!layout.runs.empty() && !layout.missingGlyphs && layout.fits() && other)
                fonts << name;
        }
        QVERIFY2(!fonts.isEmpty(), "no font is installed; Ghostscript brings some");
        for (const QString& font : fonts) {
            Item text = item("t", ItemKind::Text, mm(20, 20, 60, 20));
            text.ink.clear();
            text.paragraphs = {{words, {}}};
            text.paragraphs.front().style.font = font;
            const QString file = exported(with({text}));
            const QByteArray listed = run(QStringLiteral("pdffonts"), {file}).split('\n').value(2);
            QVERIFY2(listed.contains("yes yes yes"), listed.constData()); // embedded, subset, with a map to Unicode
            QCOMPARE(QString::fromUtf8(run(QStringLiteral("pdftotext"), {file, QStringLiteral("-")}))
                         .simplified()
                         .left(words.size()),
                     words);
            const QRect frame(at(20, 20), at(80, 40));
            const auto inkIn = [&frame](const QImage& page) {
                int dark = 0;
                for (int y = frame.top(); y < frame.bottom(); ++y)
                    for (int x = frame.left(); x < frame.right(); ++x)
                        dark += qGray(page.pixel(x, y)) < 128;
                return dark;
            };
            const int poppler = inkIn(rendered(file));
            const int ghostscript = inkIn(renderedByGhostscript(file));
            QVERIFY2(poppler > 100 && std::abs(poppler - ghostscript) < poppler / 4,
                     qPrintable(QStringLiteral("%1: %2, %3").arg(font).arg(poppler).arg(ghostscript)));
        }
    }

    void initTestCase() { QVERIFY(dir_.isValid()); }

    void shapesLieWhereTheyShould()
    {
        Item ellipse = item("e", ItemKind::Shape, mm(20, 20, 40, 20));
        ellipse.outline = Outline::Ellipse;
        Item rounded = item("r", ItemKind::Shape, mm(20, 60, 40, 20));
        rounded.cornerRadius = len("8");
        rounded.stroke = {len("2"), QStringLiteral("Lamp"), 100};
        Item line = item("l", ItemKind::Shape, mm(20, 100, 40, 20));
        line.outline = Outline::Line;
        line.stroke = {len("1"), QStringLiteral("Black"), 100};
        const QString file = exported(with({ellipse, rounded, line}));
        for (const QImage& page : {rendered(file), renderedByGhostscript(file)}) {
            const auto dark = [&](double x, double y) { return page.pixelColor(at(x, y)).lightness() < 150; };
            QVERIFY(dark(40, 30) && dark(22, 30) && dark(40, 21));
            QVERIFY(!dark(21.5, 21.5)); // the corner of an ellipse's frame is bare
            QVERIFY(!dark(19.5, 59.5) && dark(40, 70));
            QVERIFY(page.pixelColor(at(40, 60)).red() > 200); // the stroke is the lamp's yellow, centred on the outline
            QVERIFY(page.pixelColor(at(40, 59.3)).blue() < 200);
            QVERIFY(dark(40, 110) && dark(30, 105) && !dark(30, 115));
        }
    }

    void opacityAndShadowsAreLive()
    {
        Item below = item("below", ItemKind::Shape, mm(10, 10, 60, 30));
        below.ink = QStringLiteral("Black");
        Item glass = item("glass", ItemKind::Shape, mm(30, 20, 60, 40));
        glass.opacity = 50;
        glass.shadow = Shadow{len("3"), len("3"), len("2"), QStringLiteral("Black"), 60};
        const QString file = exported(with({below, glass}));
        const QByteArray plain = clear(file);
        QVERIFY(plain.contains("/ca .5") || plain.contains("/ca 0.5"));
        QVERIFY(plain.contains("/S /Transparency"));
        QVERIFY(plain.contains("/SMask"));
        for (const QImage& page : {rendered(file), renderedByGhostscript(file)}) {
            // Through the glass the black shows, and it is darker there than over bare paper.
            const int over = page.pixelColor(at(50, 30)).lightness();
            const int alone = page.pixelColor(at(80, 50)).lightness();
            QVERIFY2(over < alone - 20, qPrintable(QStringLiteral("%1 %2").arg(over).arg(alone)));
            // The shadow falls to the right and down, and fades.
            QVERIFY(page.pixelColor(at(91.5, 50)).lightness() < 200);
            QVERIFY(page.pixelColor(at(28.5, 50)).lightness() > 250);
            QVERIFY(page.pixelColor(at(97, 50)).lightness() > 250);
        }
        QVERIFY(run(QStringLiteral("qpdf"), {QStringLiteral("--check"), file})
                    .contains("No syntax or stream encoding errors"));
    }

    void spotInksHaveAPlateOfTheirOwn()
    {
        Job job = with({});
        job.inks.push_back({QStringLiteral("Signal orange"), {0, 60, 100, 0}, true});
        Item shape = item("s", ItemKind::Shape, mm(20, 20, 40, 40));
        shape.ink = QStringLiteral("Signal orange");
        shape.strength = 50;
        Item words = item("t", ItemKind::Text, mm(110, 20, 60, 40));
        words.ink.clear();
        Paragraph p{QStringLiteral("Signal"), {}};
        p.style.ink = QStringLiteral("Signal orange");
        p.style.size = Length::points(30);
        p.style.leading = Length::points(34);
        words.paragraphs = {p};
        job.edit(Face::Outside).items = {shape, words};
        const QString file = exported(job);
        const QByteArray plain = clear(file);
        QVERIFY(plain.contains("/Signal#20orange"));
        // Ghostscript's separations: a file for the spot, with its tint and its words; nothing of it on the process
        // plates.
        run(QStringLiteral("gs"),
            {QStringLiteral("-q"), QStringLiteral("-dNOPAUSE"), QStringLiteral("-dBATCH"),
             QStringLiteral("-sDEVICE=tiffsep"), QStringLiteral("-r72"), QStringLiteral("-dLastPage=1"),
             QStringLiteral("-sOutputFile=") + path("sep%d.tif"), file});
        const auto plate = [this](const char* name) {
            run(QStringLiteral("tiff2rgba"), {path(name), path("plate.tif")});
            const auto image = picturePreview(path("plate.tif"), 4000, shippedPressProfile().icc);
            return image ? *image : QImage();
        };
        const QImage spot = plate("sep1(Signal orange).tif");
        QVERIFY(!spot.isNull());
        const int tint = qGray(spot.pixel(at(40, 40, 72)));
        QVERIFY2(std::abs(tint - 128) <= 3, qPrintable(QString::number(tint)));
        QVERIFY(qGray(spot.pixel(at(90, 40, 72))) > 250);
        const QImage yellow = plate("sep1(Yellow).tif");
        QVERIFY(!yellow.isNull() && qGray(yellow.pixel(at(40, 40, 72))) > 250);
    }

    void processValuesAreUntouched()
    {
        Item shape = item("s", ItemKind::Shape, mm(20, 20, 40, 40));
        shape.strength = 40; // of 90 65 40 30
        shape.outline = Outline::Ellipse;
        shape.stroke = {len("1"), QStringLiteral("Lamp"), 100};
        const QByteArray plain = clear(exported(with({shape})));
        QVERIFY(plain.contains("0.36 0.26 0.16 0.12 k"));
        QVERIFY(plain.contains("0 0.25 0.7 0 K"));
        shape.strength = Percent::hundredths(1250);
        shape.opacity = Percent::hundredths(3750);
        const QByteArray fine = clear(exported(with({shape})));
        QVERIFY(fine.contains("0.1125 0.08125 0.05 0.0375 k"));
        QVERIFY(fine.contains("/ca 0.375"));
    }

    void textRunsDownAndUp()
    {
        Item down = item("down", ItemKind::Text, mm(20, 20, 20, 150));
        down.ink.clear();
        down.textRun = TextRun::Down;
        down.paragraphs = {{QStringLiteral("Tide almanac"), {}}};
        down.paragraphs.front().style.size = Length::points(40);
        down.paragraphs.front().style.leading = Length::points(44);
        Item up = down;
        up.id = QStringLiteral("up");
        up.textRun = TextRun::Up;
        up.sides = freeSides(testing::planned(testing::a4Roll()).paper, Face::Outside, mm(110, 20, 20, 150));
        const QString file = exported(with({down, up}));
        const QByteArray text =
            run(QStringLiteral("pdftotext"), {QStringLiteral("-l"), QStringLiteral("1"), file, QStringLiteral("-")});
        QCOMPARE(text.count("Tide almanac"), 2);
        // Where the words begin: running down at the head of the frame, running up at its foot.
        const QImage page = rendered(file);
        const auto inkIn = [&](const Rect& r) {
            int n = 0;
            const QPoint a = at(r.x.toMm(), r.y.toMm());
            const QPoint b = at(r.right().toMm(), r.bottom().toMm());
            for (int y = a.y(); y < b.y(); ++y)
                for (int x = a.x(); x < b.x(); ++x)
                    n += page.pixelColor(x, y).lightness() < 100 ? 1 : 0;
            return n;
        };
        QVERIFY(inkIn(mm(20, 20, 20, 60)) > 500);
        QCOMPARE(inkIn(mm(20, 130, 20, 40)), 0);
        QVERIFY(inkIn(mm(110, 110, 20, 60)) > 500);
        QCOMPARE(inkIn(mm(110, 20, 20, 40)), 0);
    }

    void partedWordsReadAsTyped()
    {
        const QString typed = QStringLiteral("Extraordinary meteorological measurements established the understanding "
                                             "of equinoctial circumstances, unremarkable evenings notwithstanding.");
        Item words = item("t", ItemKind::Text, mm(20, 20, 34, 120));
        words.ink.clear();
        words.paragraphs = {{typed, {}}};
        words.paragraphs.front().style.hyphenation = QStringLiteral("en-GB");
        words.paragraphs.front().style.align = Align::Justified;
        const QString file = exported(with({words}));
        // Soft hyphens are no part of the words.
        QString read =
            QString::fromUtf8(run(QStringLiteral("pdftotext"), {QStringLiteral("-raw"), QStringLiteral("-l"),
                                                                QStringLiteral("1"), file, QStringLiteral("-")}));
        QVERIFY(read.contains(QChar(0x00AD)));
        read.replace(QStringLiteral("\u00AD\n"), QString()).replace(QStringLiteral("\u00AD"), QString());
        QCOMPARE(read.remove(QChar(0x0C)).simplified(), typed);
    }

    void codesAreReadBack_data()
    {
        QTest::addColumn<int>("kind");
        QTest::addColumn<QString>("data");
        QTest::addColumn<QString>("format");
        QTest::addColumn<int>("dpi");
        for (const int dpi : {150, 300}) {
            const QByteArray at = QByteArray::number(dpi);
            QTest::newRow("link " + at) << int(Symbology::Qr) << QStringLiteral("https://skerrowby.example/tides")
                                        << QStringLiteral("QRCode") << dpi;
            QTest::newRow("isbn " + at) << int(Symbology::Ean13) << QStringLiteral("9780306406157")
                                        << QStringLiteral("EAN-13") << dpi;
            QTest::newRow("ticket " + at)
                << int(Symbology::Code128) << QStringLiteral("SKW-0042") << QStringLiteral("Code128") << dpi;
        }
    }
    void codesAreReadBack()
    {
        QFETCH(int, kind);
        QFETCH(QString, data);
        QFETCH(QString, format);
        QFETCH(int, dpi);
        Item code = item("c", ItemKind::Code, mm(20, 20, 38, 26));
        code.ink = QStringLiteral("Black");
        code.code = {Symbology(kind), data};
        // As ZXing sees it at print size.
        QVERIFY(rendered(exported(with({code})), dpi).save(path("code.png")));
        const QString read = QString::fromUtf8(run(QStringLiteral("ZXingReader"), {path("code.png")}));
        QVERIFY2(read.contains(data), qPrintable(read));
        QVERIFY2(read.contains(format), qPrintable(read));
    }

    void wrongCodesStopTheExport()
    {
        Item code = item("c", ItemKind::Code, mm(20, 20, 38, 26));
        code.code = {Symbology::Ean13, QStringLiteral("123")};
        const auto done = exportPdf(with({code}), ExportKind::Flat, dir_.path(), path("never.pdf"));
        QVERIFY(!done && done.error().message.contains(QStringLiteral("13 digits")));
        QVERIFY(!QFileInfo::exists(path("never.pdf")));
    }

    void tiffsKeepTheirNumbers_data()
    {
        QTest::addColumn<int>("channels");
        QTest::addColumn<int>("bits");
        QTest::addColumn<int>("photometric");
        QTest::addColumn<bool>("tiled");
        QTest::newRow("CMYK") << 4 << 8 << int(PHOTOMETRIC_SEPARATED) << false;
        QTest::newRow("CMYK, 16 bit") << 4 << 16 << int(PHOTOMETRIC_SEPARATED) << false;
        QTest::newRow("CMYK, tiles") << 4 << 8 << int(PHOTOMETRIC_SEPARATED) << true;
        QTest::newRow("RGB, 16 bit") << 3 << 16 << int(PHOTOMETRIC_RGB) << false;
        QTest::newRow("grey") << 1 << 8 << int(PHOTOMETRIC_MINISBLACK) << false;
        QTest::newRow("RGB with transparency") << 4 << 8 << int(PHOTOMETRIC_RGB) << false;
    }
    void tiffsKeepTheirNumbers()
    {
        QFETCH(int, channels);
        QFETCH(int, bits);
        QFETCH(int, photometric);
        QFETCH(bool, tiled);
        tiff("p.tif", 48, 32, channels, bits, std::uint16_t(photometric), tiled);
        const FileFacts facts = readFileFacts(path("p.tif"));
        QVERIFY2(facts.error.isEmpty(), qPrintable(facts.error));
        QCOMPARE(facts.pixelWidth, 48);
        QCOMPARE(facts.pixelHeight, 32);
        QCOMPARE(facts.bitsPerChannel, bits);
        const QString file = exported(with({picture("p.tif", mm(20, 20, 48, 32))}));
        // The pixels as poppler and qpdf find them.
        const int kept = photometric == PHOTOMETRIC_RGB ? 3 : channels;
        const QByteArray list = run(QStringLiteral("pdfimages"),
                                    {QStringLiteral("-list"), QStringLiteral("-l"), QStringLiteral("1"), file});
        QVERIFY2(list.contains("48") && list.contains(kept == 4   ? "cmyk"
                                                      : kept == 3 ? "icc"
                                                                  : "gray"),
                 list.constData());
        QByteArray pixel;
        for (int c = 0; c < kept; ++c)
            for (int b = 0; b < bits / 8; ++b)
                pixel += char((c + 1) * 40);
        const QByteArray plain = clear(file);
        const QByteArray first(kept * bits / 8, '\0');
        QVERIFY(plain.contains(first + pixel + pixel + pixel)); // the first pixel, then those beside it
    }

    void tiffsOfOtherKindsBecomeRgb()
    {
        QImage palette(20, 10, QImage::Format_Indexed8);
        palette.setColorTable({qRgb(255, 0, 0), qRgb(0, 0, 255)});
        palette.fill(1);
        TIFF* t = TIFFOpen(path("palette.tif").toLocal8Bit().constData(), "w");
        TIFFSetField(t, TIFFTAG_IMAGEWIDTH, 20);
        TIFFSetField(t, TIFFTAG_IMAGELENGTH, 10);
        TIFFSetField(t, TIFFTAG_SAMPLESPERPIXEL, 1);
        TIFFSetField(t, TIFFTAG_BITSPERSAMPLE, 8);
        TIFFSetField(t, TIFFTAG_PHOTOMETRIC, PHOTOMETRIC_PALETTE);
        std::vector<std::uint16_t> r(256), g(256), b(256, 0xFFFF);
        TIFFSetField(t, TIFFTAG_COLORMAP, r.data(), g.data(), b.data());
        for (int y = 0; y < 10; ++y)
            TIFFWriteScanline(t, palette.scanLine(y), std::uint32_t(y), 0);
        TIFFClose(t);
        const auto shown = picturePreview(path("palette.tif"), 100, shippedPressProfile().icc);
        QVERIFY(shown && shown->pixelColor(10, 5).blue() > 200 && shown->pixelColor(10, 5).red() < 50);
        QVERIFY(run(QStringLiteral("qpdf"),
                    {QStringLiteral("--check"), exported(with({picture("palette.tif", mm(20, 20, 20, 10))}))})
                    .contains("No syntax"));
    }

    void previewsAgreeWithTheColourToolOfLcms()
    {
        // CMYK shown by way of the press profile, against lcms2's own command.
        tiff("c.tif", 16, 16, 4, 8, PHOTOMETRIC_SEPARATED);
        const auto shown = picturePreview(path("c.tif"), 100, shippedPressProfile().icc);
        QVERIFY(shown);
        QProcess tool;
        tool.start(QStringLiteral("transicc"),
                   {QStringLiteral("-n"), QStringLiteral("-t1"), QStringLiteral("-b"), QStringLiteral("-i"),
                    QStringLiteral(HINGE_SOURCE_DIR "/assets/icc/ISOcoated_v2_300_bas.icc"),
                    QStringLiteral("-o*sRGB")});
        tool.write("15.686 31.373 47.059 62.745\n"); // 40, 80, 120, 160 of 255 in percent
        tool.closeWriteChannel();
        QVERIFY(tool.waitForFinished());
        const QStringList rgb = QString::fromLatin1(tool.readAllStandardOutput()).simplified().split(u' ');
        QVERIFY2(rgb.size() >= 3, qPrintable(rgb.join(u' ')));
        const QColor c = shown->pixelColor(8, 8);
        QVERIFY2(std::abs(c.red() - rgb[0].toDouble()) <= 2 && std::abs(c.green() - rgb[1].toDouble()) <= 2 &&
                     std::abs(c.blue() - rgb[2].toDouble()) <= 2,
                 qPrintable(c.name() + u' ' + rgb.join(u' ')));
    }

    void drawingsStayDrawings()
    {
        write("mark.svg", "<svg xmlns='http://www.w3.org/2000/svg' width='96' height='48' viewBox='0 0 2 1'><rect "
                          "width='2' height='1' fill='#1d6a66'/><circle cx='1' cy='.5' r='.4' fill='#ffffff'/></svg>");
        const FileFacts facts = readFileFacts(path("mark.svg"));
        QVERIFY2(facts.error.isEmpty() && facts.isSvg && facts.pages.size() == 1, qPrintable(facts.error));
        // 96 units are an inch (CSS, absolute lengths).
        QVERIFY(abs(facts.pages.front().trim.w - len("25.4")) < len("0.1"));
        const QString file = exported(with({picture("mark.svg", mm(20, 20, 60, 30))}));
        QVERIFY(!run(QStringLiteral("pdfimages"), {QStringLiteral("-list"), file}).contains("image "));
        const QImage page = rendered(file);
        QVERIFY(page.pixelColor(at(50, 35)).lightness() > 240);
        // Poppler takes the page through CMYK and back, by which a dark green loses a little.
        const QColor ground = page.pixelColor(at(24, 24));
        QVERIFY2(std::abs(ground.red() - 0x1d) < 20 && std::abs(ground.green() - 0x6a) < 12, qPrintable(ground.name()));
        write("broken.svg", "<svg xmlns='http://www.w3.org/2000/svg'><rect");
        QVERIFY(!readFileFacts(path("broken.svg")).error.isEmpty());
    }

    void rgbMeansWhatItsProfileSays()
    {
        QImage wide(30, 20, QImage::Format_RGB32);
        wide.fill(QColor(200, 60, 40));
        wide.setColorSpace(QColorSpace(QColorSpace::AdobeRgb));
        QVERIFY(wide.save(path("wide.png")) && wide.save(path("wide.jpg"), "JPEG", 95));
        QImage bare = wide;
        bare.setColorSpace({});
        QVERIFY(bare.save(path("bare.png")));
        QVERIFY(readFileFacts(path("wide.png")).hasProfile);
        QVERIFY(readFileFacts(path("wide.jpg")).hasProfile);
        const FileFacts facts = readFileFacts(path("bare.png"));
        QVERIFY(!facts.hasProfile && facts.colour == PixelColour::Rgb);
        for (const char* name : {"wide.png", "wide.jpg"}) {
            const Job job = with({picture(name, mm(20, 20, 30, 20))});
            const QByteArray plain = clear(exported(job));
            // The profile in the file is the picture's own, not sRGB's.
            const QByteArray own = QColorSpace(QColorSpace::AdobeRgb).iccProfile().mid(300, 60);
            QVERIFY(own.size() == 60 && !QColorSpace(QColorSpace::SRgb).iccProfile().contains(own));
            QVERIFY2(plain.contains(own), name);
        }
        FileFactsMap map;
        map.insert(QStringLiteral("bare.png"), facts);
        const Job job = with({picture("bare.png", mm(20, 20, 30, 20))});
        QVERIFY(testing::hasFinding(checkFiles(job, testing::planned(job), map), "picture.noProfile"));
    }

    void cropsShowTheirFocus()
    {
        // Left half red, right half blue: the focus decides which is seen in a tall frame.
        QImage halves(200, 100, QImage::Format_RGB32);
        halves.fill(QColor(220, 30, 30));
        for (int y = 0; y < 100; ++y)
            for (int x = 100; x < 200; ++x)
                halves.setPixelColor(x, y, QColor(30, 30, 220));
        QVERIFY(halves.save(path("halves.png")));
        Item left = picture("halves.png", mm(20, 20, 30, 40));
        left.crop.focusX = 0;
        Item right = left;
        right.id = QStringLiteral("right");
        right.crop.focusX = 1000;
        right.outline = Outline::Ellipse;
        right.sides = freeSides(testing::planned(testing::a4Roll()).paper, Face::Outside, mm(110, 20, 30, 40));
        const QImage page = rendered(exported(with({left, right})));
        QVERIFY(page.pixelColor(at(35, 40)).red() > 150);
        QVERIFY(page.pixelColor(at(125, 40)).blue() > 150);
        QVERIFY(page.pixelColor(at(111, 21)).lightness() > 250); // outside the ellipse
    }

    void badPicturesAreRefusedWithAReason()
    {
        write("cut.tif", QByteArray("II*\0\x08\0\0\0", 8));
        write("not.png", "this is no picture");
        write("empty.jpg", "");
        tiff("short.tif", 48, 32, 4, 8, PHOTOMETRIC_SEPARATED);
        QFile whole(path("short.tif"));
        QVERIFY(whole.open(QIODevice::ReadOnly));
        const QByteArray bytes = whole.readAll();
        for (const char* name : {"cut.tif", "not.png", "empty.jpg"}) {
            const FileFacts facts = readFileFacts(path(name));
            QVERIFY2(!facts.error.isEmpty() && facts.error.endsWith(u'.'), name);
        }
        // Cut off anywhere it may not crash, and what is written is sound or refused.
        for (qsizetype length = 0; length < bytes.size(); length += 97) {
            write("torn.tif", bytes.left(length));
            (void)readFileFacts(path("torn.tif"));
            (void)picturePreview(path("torn.tif"), 50, shippedPressProfile().icc);
            QFile::remove(path("torn.pdf"));
            if (exportPdf(with({picture("torn.tif", mm(20, 20, 30, 20))}), ExportKind::Flat, dir_.path(),
                          path("torn.pdf")))
                QVERIFY(run(QStringLiteral("qpdf"), {QStringLiteral("--check"), path("torn.pdf")})
                            .contains("No syntax or stream encoding errors"));
            else
                QVERIFY(!QFileInfo::exists(path("torn.pdf"))); // refused, and nothing half written stays
        }
    }
};

HINGE_TEST(TestContentPdf)
#include "test_content_pdf.moc"
