// SPDX-License-Identifier: GPL-3.0-or-later
// Files made to do harm, or damaged: they are refused in words, in little time and little memory, and nothing half
// written stays.
#include "colour/press_profile.h"
#include "core/file/job_file.h"
#include "core/file/read_limits.h"
#include "pdf/export_pdf.h"
#include "pdf/page_preview.h"
#include "pdf/picture_preview.h"
#include "pdf/read_facts.h"
#include "pdf/svg_page.h"
#include "testing.h"

#include <QDir>
#include <QImage>
#include <QProcess>
#include <QRandomGenerator>
#include <QTemporaryDir>
#include <QtEndian>
#include <cerrno>
#include <csignal>
#include <sys/resource.h>
#include <tiffio.h>

using namespace hinge;
using testing::len;

class TestWickedFiles : public QObject
{
    Q_OBJECT

    QTemporaryDir dir_;
    QString path(const char* name) const { return dir_.filePath(QString::fromLatin1(name)); }
    void write(const char* name, const QByteArray& bytes) const { (void)testing::written(path(name), bytes); }
    static Job with(const QString& file)
    {
        Job job = testing::a4Roll();
        Item item;
        item.id = QStringLiteral("p");
        item.kind = ItemKind::Picture;
        item.file.path = file;
        item.sides = sidesFillingPanel(1);
        job.edit(Face::Outside).items = {item};
        return job;
    }
    QString refusal(const char* name, const ExportProgress& progress = {})
    {
        const auto done =
            exportPdf(with(QString::fromLatin1(name)), ExportKind::Flat, dir_.path(), path("out.pdf"), progress);
        return done ? QStringLiteral("written") : done.error().text();
    }
    /// Refused by every reader there is, each with a sentence.
    void refusedEverywhere(const char* name)
    {
        const FileFacts facts = readFileFacts(path(name));
        QVERIFY2(facts.error.endsWith(u'.') && facts.error.size() < 300, qPrintable(facts.error));
        QVERIFY(!picturePreview(path(name), 200, shippedPressProfile().icc));
        QVERIFY(refusal(name) != QStringLiteral("written"));
        QVERIFY(!QFile::exists(path("out.pdf")));
    }

private Q_SLOTS:
    void init() { QFile::remove(path("out.pdf")); }

    void picturesThatSayTheyAreHuge()
    {
        // A TIFF of a few bytes that says 200,000 x 200,000, and one that says it has no rows.
        for (const quint32 side : {200'000U, 0U, 0xFFFFFFFFU}) {
            QByteArray tiff("II*\0\x08\0\0\0\x07\0", 10);
            const auto entry = [&](quint16 tag, quint16 type, quint32 value) {
                char bytes[12];
                qToLittleEndian(tag, bytes);
                qToLittleEndian(type, bytes + 2);
                qToLittleEndian(quint32(1), bytes + 4);
                qToLittleEndian(value, bytes + 8);
                tiff.append(bytes, 12);
            };
            entry(256, 4, side);
            entry(257, 4, side);
            entry(258, 3, 8);
            entry(262, 3, 1);
            entry(273, 4, 8);
            entry(278, 4, side);
            entry(279, 4, 4);
            write("huge.tif", tiff + QByteArray(4, '\0'));
            refusedEverywhere("huge.tif");
        }
        // A PNG whose head says 30,000 x 30,000.
        QImage small(2, 2, QImage::Format_RGB32);
        small.fill(Qt::white);
        QVERIFY(small.save(path("huge.png")));
        QFile file(path("huge.png"));
        QVERIFY(file.open(QIODevice::ReadOnly));
        QByteArray png = file.readAll();
        file.close();
        qToBigEndian(quint32(30'000), png.data() + 16);
        qToBigEndian(quint32(30'000), png.data() + 20);
        quint32 crc = 0xFFFFFFFFU;
        for (int i = 12; i < 29; ++i) {
            crc ^= quint8(png[i]);
            for (int k = 0; k < 8; ++k)
                crc = crc & 1 ? 0xEDB88320U ^ (crc >> 1) : crc >> 1;
        }
        qToBigEndian(~crc, png.data() + 29);
        write("huge.png", png);
        refusedEverywhere("huge.png");
        QVERIFY(readFileFacts(path("huge.png")).error.contains(QStringLiteral("more than any print needs")));
    }

    void tiledTiffsLargerThanTheirPicture()
    {
        // Tiles higher and wider than the picture; of a palette, and of one bit. Sanitizers watch.
        for (const bool palette : {true, false}) {
            TIFF* t = TIFFOpen(path("tiled.tif").toLocal8Bit().constData(), "w");
            TIFFSetField(t, TIFFTAG_IMAGEWIDTH, 20);
            TIFFSetField(t, TIFFTAG_IMAGELENGTH, 7);
            TIFFSetField(t, TIFFTAG_SAMPLESPERPIXEL, 1);
            TIFFSetField(t, TIFFTAG_BITSPERSAMPLE, palette ? 8 : 1);
            TIFFSetField(t, TIFFTAG_PHOTOMETRIC, palette ? PHOTOMETRIC_PALETTE : PHOTOMETRIC_MINISWHITE);
            TIFFSetField(t, TIFFTAG_TILEWIDTH, 64);
            TIFFSetField(t, TIFFTAG_TILELENGTH, 64);
            std::vector<std::uint16_t> red(256, 0xFFFF), none(256);
            if (palette)
                TIFFSetField(t, TIFFTAG_COLORMAP, red.data(), none.data(), none.data());
            std::vector<uchar> tile(64 * 64, palette ? 3 : 0xFF);
            TIFFWriteEncodedTile(t, 0, tile.data(), palette ? 64 * 64 : 8 * 64);
            TIFFClose(t);
            const auto shown = picturePreview(path("tiled.tif"), 100, shippedPressProfile().icc);
            QVERIFY(shown);
            QCOMPARE(shown->size(), QSize(20, 7));
            const QColor c = shown->pixelColor(19, 6);
            QVERIFY2(palette ? c.red() > 200 && c.green() < 60 : c.lightness() < 20, qPrintable(c.name()));
            QCOMPARE(refusal("tiled.tif"), QStringLiteral("written"));
            QFile::remove(path("out.pdf"));
        }
    }

    void drawingsThatNeverEndOrReachOut_data()
    {
        QTest::addColumn<QByteArray>("svg");
        QTest::addColumn<QString>("why");
        const QByteArray head = "<svg xmlns='http://www.w3.org/2000/svg' xmlns:xlink='http://www.w3.org/1999/xlink' "
                                "width='100' height='100'>";
        QTest::newRow("uses itself") << head + "<g id='a'><use xlink:href='#a'/></g></svg>"
                                     << QStringLiteral("within itself");
        QTest::newRow("two use each other")
            << head + "<g id='a'><use xlink:href='#b'/></g><g id='b'><use href='#a'/></g></svg>"
            << QStringLiteral("within itself");
        QByteArray billion = head + "<rect id='x0' width='1' height='1'/>";
        for (int i = 1; i < 12; ++i)
            billion += "<g id='x" + QByteArray::number(i) + "'>" +
                       QByteArray("<use xlink:href='#x" + QByteArray::number(i - 1) + "'/>").repeated(10) + "</g>";
        QTest::newRow("a thousand million times") << billion + "</svg>" << QStringLiteral("repeats its parts");
        QTest::newRow("a picture of the disk")
            << head + "<image xlink:href='/etc/hostname' width='9' height='9'/></svg>"
            << QStringLiteral("another file");
        QTest::newRow("a file by address") << head + "<image href='file:///etc/hostname' width='9' height='9'/></svg>"
                                           << QStringLiteral("another file");
        QTest::newRow("a style sheet")
            << QByteArray("<?xml version='1.0'?><?xml-stylesheet href='/etc/hostname' type='text/css'?>") + head +
                   "</svg>"
            << QStringLiteral("another file");
        QTest::newRow("styles from elsewhere")
            << head + "<style>@import 'x.css'; a{}</style></svg>" << QStringLiteral("another file");
        QTest::newRow("a fill from elsewhere")
            << head + "<rect fill='url(other.svg#g)' width='9' height='9'/></svg>" << QStringLiteral("another file");
        QTest::newRow("deep") << head + QByteArray("<g>").repeated(5000) + QByteArray("</g>").repeated(5000) + "</svg>"
                              << QStringLiteral("deeper");
        QTest::newRow("not closed") << head + "<g>" << QStringLiteral("damaged");
        QTest::newRow("a kilometre long")
            << QByteArray(head).replace("width='100'", "width='4000000'") + "<rect width='1' height='1'/></svg>"
            << QStringLiteral("long");
        QTest::newRow("entities") << QByteArray("<!DOCTYPE svg [<!ENTITY a 'tide'><!ENTITY b '") +
                                         QByteArray("&a;").repeated(3000) + "'>]>" + head + "<text>" +
                                         QByteArray("&b;").repeated(3000) + "</text></svg>"
                                  << QString();
    }
    void drawingsThatNeverEndOrReachOut()
    {
        QFETCH(QByteArray, svg);
        QFETCH(QString, why);
        write("mark.svg", svg);
        const auto page = pageFromSvg(path("mark.svg"));
        QVERIFY(!page);
        QVERIFY2(page.error().message.contains(why), qPrintable(page.error().message));
        const FileFacts facts = readFileFacts(path("mark.svg"));
        QVERIFY2(!facts.error.isEmpty(), "facts");
        QVERIFY(!renderPagePreview(path("mark.svg"), 1, 72));
        QVERIFY(refusal("mark.svg") != QStringLiteral("written"));
        // What is inside the drawing may be used: a part twice, a picture as data.
        write("fine.svg", "<svg xmlns='http://www.w3.org/2000/svg' width='100' height='100'><g id='a'><rect width='9' "
                          "height='9'/></g><use href='#a' x='20'/><a href='https://example.org'><rect width='3' "
                          "height='3'/></a></svg>");
        QVERIFY(pageFromSvg(path("fine.svg")));
    }

    void pagesThatUnpackWithoutEnd()
    {
        // 400 MB of blanks in one page, packed by Python's zlib.
        QProcess python;
        python.start(
            QStringLiteral("/usr/bin/python3"),
            {QStringLiteral("-c"),
             QStringLiteral("import zlib,sys\nc=zlib.compressobj(9)\nd=b''.join(c.compress(b' '*1000000) for i in "
                            "range(400))+c.flush()\n"
                            "o=[b'<< /Type /Catalog /Pages 2 0 R >>',b'<< /Type /Pages /Kids [3 0 R] /Count 1 >>',b'<< "
                            "/Type /Page /Parent 2 0 R /MediaBox [0 0 283 595] /Contents 4 0 R >>',b'<< /Filter "
                            "/FlateDecode /Length %d >>\\nstream\\n'%len(d)+d+b'\\nendstream']\n"
                            "f=open(sys.argv[1],'wb');f.write(b'%PDF-1.6\\n');x=[]\nfor i,b in enumerate(o):\n  "
                            "x.append(f.tell());f.write(b'%d 0 obj\\n'%(i+1)+b+b'\\nendobj\\n')\n"
                            "s=f.tell();f.write(b'xref\\n0 5\\n0000000000 65535 f \\n'+b''.join(b'%010d 00000 n \\n'%p "
                            "for p in x)+b'trailer << /Root 1 0 R /Size 5 >>\\nstartxref\\n%d\\n%%%%EOF\\n'%s)"),
             path("bomb.pdf")});
        QVERIFY(python.waitForFinished(60000) && python.exitCode() == 0);
        QVERIFY(QFileInfo(path("bomb.pdf")).size() < 1'000'000);
        QVERIFY2(refusal("bomb.pdf").contains(QStringLiteral("unpacks to more")), qPrintable(refusal("bomb.pdf")));
        QVERIFY(!QFile::exists(path("out.pdf")));
    }

    void filesThatChangeWhileTheyAreWritten_data()
    {
        QTest::addColumn<QString>("file");
        for (const char* name : {"shore.tif", "shore.png", "shore.jpg"})
            QTest::newRow(name) << QString::fromLatin1(name);
    }
    void filesThatChangeWhileTheyAreWritten()
    {
        QFETCH(QString, file);
        const QString full = dir_.filePath(file);
        const auto picture = [&](int side) {
            QImage image(side, side, QImage::Format_RGB32);
            image.fill(qRgb(10, 90, 160));
            if (!file.endsWith(QStringLiteral("tif"))) {
                image.save(full);
                return;
            }
            TIFF* t = TIFFOpen(full.toLocal8Bit().constData(), "w");
            TIFFSetField(t, TIFFTAG_IMAGEWIDTH, side);
            TIFFSetField(t, TIFFTAG_IMAGELENGTH, side);
            TIFFSetField(t, TIFFTAG_SAMPLESPERPIXEL, 3);
            TIFFSetField(t, TIFFTAG_BITSPERSAMPLE, 8);
            TIFFSetField(t, TIFFTAG_PHOTOMETRIC, PHOTOMETRIC_RGB);
            std::vector<uchar> row(std::size_t(side) * 3, 99);
            for (int y = 0; y < side; ++y)
                TIFFWriteScanline(t, row.data(), std::uint32_t(y), 0);
            TIFFClose(t);
        };
        picture(400);
        bool swapped = false;
        const QString refused = refusal(file.toLatin1().constData(), [&](int percent) {
            if (percent >= 50 && !swapped) {
                swapped = true;
                picture(80);
            }
            return true;
        });
        QVERIFY(swapped);
        QVERIFY2(refused.contains(file) && refused.contains(QStringLiteral("was changed")), qPrintable(refused));
        QVERIFY(!QFile::exists(path("out.pdf")));
    }

    void stoppedAtOnce()
    {
        // A large picture: the stop is looked at while its rows are read.
        TIFF* t = TIFFOpen(path("large.tif").toLocal8Bit().constData(), "w");
        TIFFSetField(t, TIFFTAG_IMAGEWIDTH, 7000);
        TIFFSetField(t, TIFFTAG_IMAGELENGTH, 4000);
        TIFFSetField(t, TIFFTAG_SAMPLESPERPIXEL, 3);
        TIFFSetField(t, TIFFTAG_BITSPERSAMPLE, 8);
        TIFFSetField(t, TIFFTAG_PHOTOMETRIC, PHOTOMETRIC_RGB);
        std::vector<uchar> row(21000);
        for (std::size_t i = 0; i < row.size(); ++i)
            row[i] = uchar(i * 31 >> 3);
        for (int y = 0; y < 4000; ++y)
            TIFFWriteScanline(t, row.data(), std::uint32_t(y), 0);
        TIFFClose(t);
        int asked = 0;
        QCOMPARE(refusal("large.tif",
                         [&](int) {
                             ++asked;
                             return true;
                         }),
                 QStringLiteral("written"));
        QVERIFY2(asked > 5, qPrintable(QString::number(asked)));
        QFile::remove(path("out.pdf"));
        const QString stopped = refusal("large.tif", [&](int percent) { return percent < 50; });
        QVERIFY2(stopped.contains(QStringLiteral("was stopped")), qPrintable(stopped));
        QVERIFY(!QFile::exists(path("out.pdf")));
        // Large streams stand behind the document; three readers find them whole.
        QCOMPARE(refusal("large.tif"), QStringLiteral("written"));
        const auto run = [](const QString& program, const QStringList& arguments) {
            QProcess p;
            p.start(program, arguments);
            p.waitForFinished(120000);
            return p.readAllStandardOutput() + p.readAllStandardError();
        };
        QVERIFY(run(QStringLiteral("qpdf"), {QStringLiteral("--check"), path("out.pdf")})
                    .contains("No syntax or stream encoding errors"));
        QVERIFY(run(QStringLiteral("pdfimages"), {QStringLiteral("-list"), path("out.pdf")}).contains("7000  4000"));
        run(QStringLiteral("pdfimages"),
            {QStringLiteral("-png"), QStringLiteral("-l"), QStringLiteral("1"), path("out.pdf"), path("back")});
        const QImage back(path("back-000.png"));
        QCOMPARE(back.size(), QSize(7000, 4000));
        for (const int x : {0, 4500, 6999})
            QVERIFY(std::abs(qRed(back.pixel(x, 3999)) - int(row[std::size_t(x) * 3])) <
                    25); // poppler takes it through the profile
        for (const char* program : {"mutool", "gs"}) {
            const QStringList arguments =
                QByteArray(program) == "gs"
                    ? QStringList{QStringLiteral("-q"),
                                  QStringLiteral("-dBATCH"),
                                  QStringLiteral("-dNOPAUSE"),
                                  QStringLiteral("-sDEVICE=png16m"),
                                  QStringLiteral("-r20"),
                                  QStringLiteral("-dLastPage=1"),
                                  QStringLiteral("-sOutputFile=") + path("drawn.png"),
                                  path("out.pdf")}
                    : QStringList{QStringLiteral("draw"), QStringLiteral("-q"), QStringLiteral("-r"),
                                  QStringLiteral("20"),   QStringLiteral("-o"), path("drawn.png"),
                                  path("out.pdf"),        QStringLiteral("1")};
            QFile::remove(path("drawn.png"));
            const QByteArray said = run(QString::fromLatin1(program), arguments);
            QVERIFY2(!said.toLower().contains("error"), said.constData());
            const QImage drawn(path("drawn.png"));
            const double margin = testing::flatMargin(testing::a4Roll()).toMm();
            QVERIFY2(qGray(drawn.pixel(int((margin + 147) * 20 / 25.4), int((margin + 105) * 20 / 25.4))) < 250,
                     program);
        }
    }

    void aDiskThatTakesNoMoreIsTold()
    {
        // A limit on the size of files stands in for a full disk: the system takes a part of what is written, and then
        // no more.
        QImage noise(400, 400, QImage::Format_RGB32);
        QRandomGenerator(1).fillRange(reinterpret_cast<quint32*>(noise.bits()), 400 * 400);
        QVERIFY(noise.save(path("noise.png")));
        write("out.pdf", "the one before");
        const Job job = newLeaflet();
        QVERIFY(saveJob(job, path("out.hinge.json")));
        Job large = job;
        large.title = QString(600'000, u'x');
        Job little = job;
        little.title = QStringLiteral("another");
        struct rlimit usual;
        QCOMPARE(getrlimit(RLIMIT_FSIZE, &usual), 0);
        const auto before = std::signal(SIGXFSZ, SIG_IGN);
        const auto within = [&](rlim_t bytes, const auto& doing) {
            const struct rlimit tight {
                bytes, usual.rlim_max
            };
            (void)setrlimit(RLIMIT_FSIZE, &tight);
            const QString said = doing();
            (void)setrlimit(RLIMIT_FSIZE, &usual);
            return said;
        };
        const auto saving = [&](const Job& next) {
            const auto saved = saveJob(next, path("out.hinge.json"));
            return saved ? QStringLiteral("saved") : saved.error().text();
        };
        const QString exported = within(300'000, [&] { return refusal("noise.png"); });
        const QString saved = within(300'000, [&] { return saving(large); });
        const QString savedLittle = within(100, [&] { return saving(little); });
        (void)std::signal(SIGXFSZ, before);
        for (const QString& said : {exported, saved, savedLittle})
            QVERIFY2(said.contains(qt_error_string(EFBIG)), qPrintable(said));
        QCOMPARE(testing::contentOf(path("out.pdf")), QByteArray("the one before"));
        QVERIFY(*loadJob(path("out.hinge.json")) == job);
        QCOMPARE(QDir(dir_.path()).entryList({QStringLiteral("out*")}).size(), 2);
    }

    void pipesAndDevicesAreRefusedAtOnce()
    {
        QCOMPARE(QProcess::execute(QStringLiteral("mkfifo"), {path("pipe.png")}), 0);
        refusedEverywhere("pipe.png");
        Job job = with(QStringLiteral("/dev/zero"));
        QVERIFY(!exportPdf(job, ExportKind::Flat, dir_.path(), path("out.pdf")));
        QVERIFY(!exportPdf(testing::a4Roll(), ExportKind::Flat, dir_.path(), QStringLiteral("/dev/full")));
        QVERIFY(!readFileFacts(QStringLiteral("/dev/zero")).error.isEmpty());
        job = testing::a4Roll();
        job.press.profile.path = path("pipe.png");
        QVERIFY(!pressProfileOf(job, dir_.path()));
    }
};

HINGE_TEST(TestWickedFiles)
#include "test_wicked_files.moc"
