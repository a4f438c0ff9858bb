// SPDX-License-Identifier: GPL-3.0-or-later
// The press profile of a job: told from other files, used for colours, pictures and the PDF, and how much ink pictures
// take.
#include "colour/ink_coverage.h"
#include "colour/press_profile.h"
#include "core/file/embedded_files.h"
#include "core/file/job_file.h"
#include "pdf/export_pdf.h"
#include "pdf/jpeg_file.h"
#include "pdf/picture_preview.h"
#include "pdf/read_facts.h"
#include "testing.h"

#include <QDir>
#include <QImage>
#include <QProcess>
#include <QRegularExpression>
#include <QStandardPaths>
#include <QTemporaryDir>
#include <cstdio>
#include <jpeglib.h>

using namespace hinge;
using testing::len;
using testing::run;

class TestPress : public QObject
{
    Q_OBJECT

    QTemporaryDir dir_;

    QString path(const char* name) const { return dir_.filePath(QString::fromLatin1(name)); }
    /// A press profile of others: the one Ghostscript brings for CMYK.
    static QString otherProfile()
    {
        static const QString file = [] {
            for (const QByteArray& line :
                 run(QStringLiteral("dpkg"), {QStringLiteral("-L"), QStringLiteral("libgs-common")}).split('\n'))
                if (line.endsWith("/default_cmyk.icc"))
                    return QString::fromUtf8(line);
            return QString();
        }();
        return file;
    }

    /// A CMYK JPEG: the left part in one colour, one column in `columns` in another.
    QString jpeg(const char* name, std::array<unsigned char, 4> colour, std::array<unsigned char, 4> stripe,
                 int stripes, bool adobe) const
    {
        constexpr int side = 64;
        std::FILE* out = std::fopen(path(name).toLocal8Bit().constData(), "wb");
        jpeg_compress_struct info;
        jpeg_error_mgr errors;
        info.err = jpeg_std_error(&errors);
        jpeg_create_compress(&info);
        jpeg_stdio_dest(&info, out);
        info.image_width = info.image_height = side;
        info.input_components = 4;
        info.in_color_space = JCS_CMYK;
        jpeg_set_defaults(&info);
        jpeg_set_quality(&info, 100, TRUE);
        info.write_Adobe_marker = adobe ? TRUE : FALSE;
        jpeg_start_compress(&info, TRUE);
        std::vector<unsigned char> row;
        for (int x = 0; x < side; ++x)
            for (const unsigned char c : x < stripes ? stripe : colour)
                row.push_back(adobe ? static_cast<unsigned char>(255 - c) : c);
        for (int y = 0; y < side; ++y) {
            unsigned char* data = row.data();
            jpeg_write_scanlines(&info, &data, 1);
        }
        jpeg_finish_compress(&info);
        jpeg_destroy_compress(&info);
        std::fclose(out);
        return path(name);
    }

    static Job withPicture(const QString& file)
    {
        Job job = testing::a4Roll();
        Item item;
        item.id = QStringLiteral("p");
        item.name = QStringLiteral("Shore");
        item.kind = ItemKind::Picture;
        item.file.path = file;
        item.sides = freeSides(testing::planned(job).paper, Face::Outside, {len("10"), len("10"), len("5"), len("5")});
        job.edit(Face::Outside).items = {item};
        return job;
    }

    static Job savedAndRead(const Job& job)
    {
        const auto again = readJob(writeJob(job), QStringLiteral("again"));
        return again ? *again : Job{};
    }

private Q_SLOTS:
    void initTestCase()
    {
        QStandardPaths::setTestModeEnabled(true);
        QVERIFY2(!otherProfile().isEmpty(), "ghostscript's CMYK profile is missing");
    }

    void theShippedProfileIsWhatItSays()
    {
        // "ISO Coated v2 300% (basICColor)": its name gives the limit.
        QVERIFY(shippedPressProfile().name.contains(QStringLiteral("300%")));
        QCOMPARE(shippedPressProfile().inkLimit, 300);
        QCOMPARE(Press{}.inkLimit, shippedPressProfile().inkLimit);
    }

    void profilesAreToldFromOtherFiles()
    {
        const auto profile = readPressProfile(testing::contentOf(otherProfile()));
        QVERIFY2(profile, profile ? "" : qPrintable(profile.error().text()));
        // Its name as the bytes of its "desc" tag have it: Latin, or UTF-16 with the high byte first (ICC.1,
        // textDescriptionType and multiLocalizedUnicodeType).
        QByteArray wide;
        for (const QChar c : profile->name) {
            wide += char(c.unicode() >> 8);
            wide += char(c.unicode() & 0xff);
        }
        QVERIFY(!profile->name.isEmpty());
        QVERIFY2(testing::contentOf(otherProfile()).contains(profile->name.toLatin1()) ||
                     testing::contentOf(otherProfile()).contains(wide),
                 qPrintable(profile->name));
        // What lcms2's own tool prints black with is the most it prints with, to the nearest five.
        const QList<QByteArray> black = run(QStringLiteral("transicc"),
                                            {QStringLiteral("-n"), QStringLiteral("-t1"), QStringLiteral("-i*sRGB"),
                                             QStringLiteral("-o") + otherProfile()},
                                            "0\n0\n0\n")
                                            .simplified()
                                            .split(' ');
        QVERIFY(black.size() >= 4);
        double total = 0;
        for (int i = 0; i < 4; ++i)
            total += black[i].toDouble();
        QVERIFY2(std::abs(total - profile->inkLimit) <= 5,
                 qPrintable(QStringLiteral("%1 against %2").arg(total).arg(profile->inkLimit)));
        const FileFacts facts = readFileFacts(otherProfile());
        QCOMPARE(facts.error, QString());
        QCOMPARE(facts.profileName, profile->name);
        QCOMPARE(facts.profileInkLimit, profile->inkLimit);
        // A profile of a screen, half a profile, no profile.
        const QByteArray srgb =
            testing::contentOf(QFileInfo(otherProfile()).dir().filePath(QStringLiteral("srgb.icc")));
        QVERIFY(!srgb.isEmpty());
        QVERIFY(readPressProfile(srgb).error().message.contains(QStringLiteral("no profile of a press")));
        QVERIFY(!readPressProfile(testing::contentOf(otherProfile()).left(200)));
        QVERIFY(!readPressProfile({}));
        QVERIFY(!readPressProfile("a letter from the harbour office"));
    }

    void theJobsProfileGoesIntoThePdf()
    {
        Job job = testing::a4Roll();
        const QString name = QFileInfo(otherProfile()).fileName();
        QVERIFY(QFile::copy(otherProfile(), dir_.filePath(name)));
        job.press.profile.path = name;
        QVERIFY(embedFile(job, name, dir_.path()));
        QVERIFY(QFile::remove(dir_.filePath(name))); // it travels in the job
        const auto again = savedAndRead(job);
        const auto done = exportPdf(again, ExportKind::Flat, dir_.path(), path("press.pdf"));
        QVERIFY2(done, done ? "" : qPrintable(done.error().text()));
        run(QStringLiteral("qpdf"), {QStringLiteral("--qdf"), QStringLiteral("--object-streams=disable"),
                                     path("press.pdf"), path("press.clear.pdf")});
        const QByteArray pdf = testing::contentOf(path("press.clear.pdf"));
        const auto object = QRegularExpression(QStringLiteral("/DestOutputProfile (\\d+) 0 R"))
                                .match(QString::fromLatin1(pdf))
                                .captured(1);
        QVERIFY(!object.isEmpty());
        const QByteArray inside =
            run(QStringLiteral("qpdf"), {QStringLiteral("--show-object=") + object,
                                         QStringLiteral("--filtered-stream-data"), path("press.clear.pdf")});
        QCOMPARE(inside, testing::contentOf(otherProfile()));
        QVERIFY(pdf.contains(pressProfileOf(again, {})->name.toLatin1()));
        // One that is not there stops the export with a reason, and is a finding.
        job.press.profile.path = QStringLiteral("gone.icc");
        const auto refused = exportPdf(job, ExportKind::Flat, dir_.path(), path("none.pdf"));
        QVERIFY(!refused && refused.error().text().contains(QStringLiteral("gone.icc")));
        QVERIFY(testing::hasFinding(checkFiles(job, testing::planned(job), readAllFacts(job, dir_.path())),
                                    "file.unreadable"));
        job.press.profile.path = jpeg("not.icc", {0, 0, 0, 0}, {0, 0, 0, 0}, 0, true);
        QVERIFY(testing::hasFinding(checkFiles(job, testing::planned(job), readAllFacts(job, dir_.path())),
                                    "file.noProfile"));
    }

    void pixelsOfCmykJpegs_data()
    {
        QTest::addColumn<bool>("adobe");
        QTest::newRow("ink upside down, with the marker") << true;
        QTest::newRow("as it is") << false;
    }
    void pixelsOfCmykJpegs()
    {
        QFETCH(bool, adobe);
        const QByteArray bytes = testing::contentOf(jpeg("c.jpg", {40, 80, 120, 20}, {40, 80, 120, 20}, 0, adobe));
        for (const int longest : {8, 16, 64}) {
            const auto pixels = readCmykJpeg(bytes, longest);
            QVERIFY(pixels);
            QCOMPARE(pixels->width, longest);
            for (std::size_t i = 0; i < pixels->samples.size(); ++i)
                QVERIFY(std::abs(pixels->samples[i] - std::array{40, 80, 120, 20}[i % 4]) <= 2);
        }
        QVERIFY(!readCmykJpeg(bytes.left(40), 8));
        QVERIFY(!readCmykJpeg("rubbish", 8));
    }

    void cmykJpegsAreShownThroughThePress()
    {
        // What lcms2's own tool makes of the colour, through both profiles, with black point compensation.
        const QString file = jpeg("c.jpg", {204, 153, 26, 0}, {204, 153, 26, 0}, 0, true);
        QFile shipped(path("shipped.icc"));
        QVERIFY(shipped.open(QIODevice::WriteOnly));
        shipped.write(shippedPressProfile().icc);
        shipped.close();
        QList<QColor> seen;
        for (const QString& icc : {path("shipped.icc"), otherProfile()}) {
            const auto image = picturePreview(file, 16, testing::contentOf(icc));
            QVERIFY(image);
            QByteArray in;
            for (const double percent : {80.0, 60.0, 10.2, 0.0})
                in += QByteArray::number(percent) + '\n';
            const QByteArray out = run(QStringLiteral("transicc"),
                                       {QStringLiteral("-n"), QStringLiteral("-t1"), QStringLiteral("-b"),
                                        QStringLiteral("-i") + icc, QStringLiteral("-o*sRGB")},
                                       in);
            const QList<QByteArray> numbers = out.simplified().split(' ');
            QVERIFY2(numbers.size() >= 3, out.constData());
            const QColor colour = image->pixelColor(8, 8);
            const int got[] = {colour.red(), colour.green(), colour.blue()};
            for (int i = 0; i < 3; ++i)
                QVERIFY2(
                    std::abs(got[i] - numbers[i].toDouble()) <= 2.5,
                    qPrintable(
                        QStringLiteral("%1: %2 against %3").arg(icc).arg(got[i]).arg(QString::fromLatin1(numbers[i]))));
            seen << colour;
        }
        QVERIFY(seen[0] != seen[1]);
    }

    void inkOfPicturesIsMeasured()
    {
        InkCoverage none;
        QCOMPARE(none.heaviest(), 0);
        // One stray pixel in ten thousand does not count; ten do.
        std::vector<uchar> pixels(10000 * 4, 51); // 20 % each
        std::fill_n(pixels.begin(), 4, uchar(255));
        InkCoverage stray;
        stray.add(pixels.data(), 10000);
        QCOMPARE(stray.heaviest(), 80);
        std::fill_n(pixels.begin(), 40, uchar(255));
        InkCoverage some;
        some.add(pixels.data(), 10000);
        QCOMPARE(some.heaviest(), 400);
    }

    void tooMuchInkInAPictureIsFound()
    {
        // A quarter of it 4 x 85 % = 340 %.
        const QString heavy = jpeg("heavy.jpg", {26, 26, 26, 26}, {217, 217, 217, 217}, 16, true);
        Job job = withPicture(heavy);
        const FileFacts facts = readFileFacts(heavy);
        QVERIFY2(std::abs(facts.heaviestInk - 340) <= 3, qPrintable(QString::number(facts.heaviestInk)));
        const FileFactsMap all{{heavy, facts}};
        QVERIFY(testing::hasFinding(checkFiles(job, testing::planned(job), all), "ink.picture"));
        job.press.inkLimit = 350;
        QVERIFY(!testing::hasFinding(checkFiles(job, testing::planned(job), all), "ink.picture"));
        const QString light = jpeg("light.jpg", {26, 26, 26, 26}, {26, 26, 26, 26}, 0, true);
        QVERIFY(!testing::hasFinding(
            checkFiles(withPicture(light), testing::planned(job), {{light, readFileFacts(light)}}), "ink.picture"));
        // Named inks are measured against the same limit.
        job.inks.push_back({QStringLiteral("Deep"), {80, 80, 80, 70}, false});
        job.edit(Face::Outside).items.front().kind = ItemKind::Shape;
        job.edit(Face::Outside).items.front().ink = QStringLiteral("Deep");
        QVERIFY(!testing::hasFinding(testing::planned(job).findings, "ink.heavy"));
        job.press.inkLimit = 240;
        QVERIFY(testing::hasFinding(testing::planned(job).findings, "ink.heavy"));
    }
};

HINGE_TEST(TestPress)
#include "test_press.moc"
