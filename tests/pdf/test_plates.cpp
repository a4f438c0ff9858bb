// SPDX-License-Identifier: GPL-3.0-or-later
// What comes out on the plates: exported files are separated by Ghostscript and looked at one plate at a time.
#include "plate_reader.h"

class TestPlates : public PlateReader
{
    Q_OBJECT

private Q_SLOTS:
    void decimalsOfAPercentageReachThePlate()
    {
        // 62.5 % of full black is told from 62 and from 63 where a plate has 256 steps: 255 x 0.375 = 95.6.
        const auto all = plates(exported(with({tint("tint", "Black", 1, Percent::hundredths(6250))})));
        const QImage plate = all.value(QStringLiteral("Black"));
        const double margin = testing::flatMargin(testing::a4Roll()).toMm();
        const int level = qGray(plate.pixel(int((margin + midX) * ppi / 25.4), int((margin + midY) * ppi / 25.4)));
        QVERIFY2(std::abs(level - 95.6) <= 1, qPrintable(QString::number(level)));
    }

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
