// SPDX-License-Identifier: GPL-3.0-or-later
// Pictures on the plates: their profiles, how the camera was held, transparency, files that were cut off.
#include "plate_reader.h"

class TestPicturePlates : public PlateReader
{
    Q_OBJECT

private Q_SLOTS:
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
};

HINGE_TEST(TestPicturePlates)
#include "test_picture_plates.moc"
