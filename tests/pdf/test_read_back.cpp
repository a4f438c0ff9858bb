// SPDX-License-Identifier: GPL-3.0-or-later
// Text of an exported file, read back and drawn by three programs that are not ours: poppler, MuPDF and Ghostscript.
#include "core/file/job_file.h"
#include "pdf/export_pdf.h"
#include "testing.h"
#include "typeset/font_library.h"

#include <QDir>
#include <QImage>
#include <QProcess>
#include <QTemporaryDir>

using namespace hinge;
using testing::len;
using testing::run;

class TestReadBack : public QObject
{
    Q_OBJECT

    QTemporaryDir dir_;
    QString path(const char* name) const { return dir_.filePath(QString::fromLatin1(name)); }

    QString exported(const QString& words, const QString& font, int points = 24)
    {
        Job job = testing::a4Roll();
        Item text;
        text.id = QStringLiteral("t");
        text.kind = ItemKind::Text;
        text.sides = sidesFillingSafeArea(1);
        TextStyle style;
        style.font = font;
        style.size = Length::points(points);
        style.leading = Length::points(points * 2);
        text.paragraphs = {{words, style}};
        job.edit(Face::Outside).items = {text};
        const auto done = exportPdf(job, ExportKind::Flat, dir_.path(), path("text.pdf"));
        if (!done)
            qFatal("%s", qPrintable(done.error().text()));
        return path("text.pdf");
    }

    /// What a reader gets, without the breaks of lines and the marks that only steer the direction.
    static QString words(const QByteArray& read)
    {
        QString text = QString::fromUtf8(read).normalized(QString::NormalizationForm_C);
        for (const ushort mark :
             {0x200E, 0x200F, 0x202A, 0x202B, 0x202C, 0x202D, 0x202E, 0x2066, 0x2067, 0x2068, 0x2069})
            text.remove(QChar(mark));
        return text.simplified();
    }

    static QString byPoppler(const QString& file)
    {
        return words(
            run(QStringLiteral("pdftotext"), {QStringLiteral("-l"), QStringLiteral("1"), file, QStringLiteral("-")}));
    }
    static QString byMuPdf(const QString& file)
    {
        return words(run(QStringLiteral("mutool"), {QStringLiteral("draw"), QStringLiteral("-q"), QStringLiteral("-F"),
                                                    QStringLiteral("txt"), file, QStringLiteral("1")}));
    }
    static QString byGhostscript(const QString& file)
    {
        return words(
            run(QStringLiteral("gs"), {QStringLiteral("-q"), QStringLiteral("-dBATCH"), QStringLiteral("-dNOPAUSE"),
                                       QStringLiteral("-dLastPage=1"), QStringLiteral("-sDEVICE=txtwrite"),
                                       QStringLiteral("-sOutputFile=-"), file}));
    }

private Q_SLOTS:
    void theWordsReadAreTheWordsSet_data()
    {
        QTest::addColumn<QString>("words");
        QTest::addColumn<QString>("font");
        QTest::addColumn<bool>(
            "gsReads"); // Ghostscript 10.0 garbles what stands for several characters at once, such as ligatures
        QTest::newRow("soft hyphen in a word")
            << QString::fromUtf8("light\u00ADhouse keeper") << QStringLiteral("Cabin Regular") << true;
        QTest::newRow("Japanese") << QString::fromUtf8("潮の満ち引き") << QStringLiteral("Noto Sans CJK JP Regular")
                                  << true;
        QTest::newRow("Chinese, serif") << QString::fromUtf8("潮汐观测站") << QStringLiteral("Noto Serif CJK SC Bold")
                                        << true;
        QTest::newRow("ligatures") << QStringLiteral("waffle fjord office") << QStringLiteral("Vollkorn Regular")
                                   << false;
    }
    void theWordsReadAreTheWordsSet()
    {
        QFETCH(QString, words);
        QFETCH(QString, font);
        QFETCH(bool, gsReads);
        QVERIFY2(FontLibrary::installed().find(font), qPrintable(font));
        const QString file = exported(words, font);
        const QString typed = TestReadBack::words(QString(words).remove(QChar(0xAD)).toUtf8());
        QCOMPARE(byPoppler(file), typed);
        QCOMPARE(byMuPdf(file), typed);
        if (gsReads)
            QCOMPARE(byGhostscript(file), typed);
    }

    void noMarkIsLostFromRightToLeft_data()
    {
        QTest::addColumn<QString>("words");
        QTest::addColumn<QString>("font");
        QTest::newRow("pointed Hebrew") << QString::fromUtf8("בְּרֵאשִׁית בָּרָא") << QStringLiteral("Ezra SIL Regular");
        QTest::newRow("vowelled Arabic") << QString::fromUtf8("كِتَابٌ جَمِيلٌ") << QStringLiteral("Amiri Regular");
    }
    void noMarkIsLostFromRightToLeft()
    {
        // Readers differ in where they put marks and spaces of text from right to left; none may lose a character, and
        // letters keep their order.
        QFETCH(QString, words);
        QFETCH(QString, font);
        QVERIFY2(FontLibrary::installed().find(font), qPrintable(font));
        const QString file = exported(words, font);
        const auto sorted = [](QString text) {
            text = text.normalized(QString::NormalizationForm_D);
            text.remove(u' ');
            std::ranges::sort(text);
            return text;
        };
        const auto letters = [](const QString& text) {
            QString out;
            for (const QChar c : text.normalized(QString::NormalizationForm_D))
                if (c.isLetter())
                    out += c;
            return out;
        };
        for (const QString& read : {byPoppler(file), byMuPdf(file)}) {
            QCOMPARE(sorted(read), sorted(words));
            QString backward = letters(words);
            std::ranges::reverse(backward);
            QVERIFY2(letters(read) == letters(words) || letters(read) == backward,
                     qPrintable(read)); // MuPDF gives them as they lie
        }
        QCOMPARE(letters(byPoppler(file)), letters(words));
    }

    void glyphsOfCidKeyedFontsAreTheRightOnes()
    {
        // A character of many strokes and one of a single stroke, drawn by three programs: they agree on how much ink
        // that takes.
        const QString file = path("text.pdf");
        const auto pictures = [&](const QString& characters) {
            (void)exported(characters, QStringLiteral("Noto Sans CJK JP Regular"), 200);
            run(QStringLiteral("pdftoppm"),
                {QStringLiteral("-png"), QStringLiteral("-gray"), QStringLiteral("-singlefile"), QStringLiteral("-r"),
                 QStringLiteral("36"), QStringLiteral("-l"), QStringLiteral("1"), file, path("poppler")});
            run(QStringLiteral("mutool"), {QStringLiteral("draw"), QStringLiteral("-q"), QStringLiteral("-r"),
                                           QStringLiteral("36"), QStringLiteral("-c"), QStringLiteral("gray"),
                                           QStringLiteral("-o"), path("mupdf.png"), file, QStringLiteral("1")});
            run(QStringLiteral("gs"),
                {QStringLiteral("-q"), QStringLiteral("-dBATCH"), QStringLiteral("-dNOPAUSE"),
                 QStringLiteral("-dLastPage=1"), QStringLiteral("-sDEVICE=pnggray"), QStringLiteral("-r36"),
                 QStringLiteral("-dGraphicsAlphaBits=4"), QStringLiteral("-dTextAlphaBits=4"),
                 QStringLiteral("-sOutputFile=") + path("gs.png"), file});
            QList<double> ink;
            for (const char* name : {"poppler.png", "mupdf.png", "gs.png"}) {
                const QImage page(path(name));
                double sum = 0;
                for (int y = 0; y < page.height(); ++y)
                    for (int x = 0; x < page.width(); ++x)
                        sum += 255 - qGray(page.pixel(x, y));
                ink << sum / 255;
            }
            return ink;
        };
        const QList<double> tide = pictures(QString::fromUtf8("潮"));
        const QList<double> one = pictures(QString::fromUtf8("一"));
        for (int i = 1; i < 3; ++i)
            QVERIFY2(std::abs(tide[i] - tide[0]) < tide[0] * 0.12,
                     qPrintable(QStringLiteral("%1 %2 %3").arg(tide[0]).arg(tide[1]).arg(tide[2])));
        QVERIFY2(tide[0] > one[0] + 200,
                 qPrintable(QStringLiteral("%1 %2").arg(tide[0]).arg(one[0]))); // fifteen strokes against one
    }

    void demoPiecesLookTheSameToAll_data()
    {
        QTest::addColumn<QString>("job");
        QTest::addColumn<bool>("flat");
        const QDir demo(QStringLiteral(HINGE_SOURCE_DIR "/demo"));
        for (const QString& name : demo.entryList({QStringLiteral("*.hinge.json")}))
            for (const bool flat : {true, false})
                QTest::addRow("%s, %s", qPrintable(name.section(u'.', 0, 0)), flat ? "flat" : "sheet")
                    << demo.filePath(name) << flat;
    }
    void demoPiecesLookTheSameToAll()
    {
        QFETCH(QString, job);
        QFETCH(bool, flat);
        const auto loaded = loadJob(job);
        QVERIFY(loaded);
        const QString file = path("demo.pdf");
        QVERIFY(exportPdf(*loaded, flat ? ExportKind::Flat : ExportKind::Sheets, QFileInfo(job).path(), file));
        run(QStringLiteral("mutool"),
            {QStringLiteral("draw"), QStringLiteral("-q"), QStringLiteral("-r"), QStringLiteral("60"),
             QStringLiteral("-o"), path("mupdf-%d.png"), file, QStringLiteral("1,2")});
        run(QStringLiteral("gs"),
            {QStringLiteral("-q"), QStringLiteral("-dBATCH"), QStringLiteral("-dNOPAUSE"),
             QStringLiteral("-dLastPage=2"), QStringLiteral("-sDEVICE=png16m"), QStringLiteral("-r60"),
             QStringLiteral("-dGraphicsAlphaBits=4"), QStringLiteral("-dTextAlphaBits=4"),
             QStringLiteral("-sOutputFile=") + path("gs-%d.png"), file});
        for (const QString& page : {QStringLiteral("1"), QStringLiteral("2")}) {
            run(QStringLiteral("pdftoppm"),
                {QStringLiteral("-png"), QStringLiteral("-singlefile"), QStringLiteral("-r"), QStringLiteral("60"),
                 QStringLiteral("-f"), page, file, path("poppler-%1").arg(page)});
            // Seen from a step away: letters blur, and what lies somewhere else, or is missing, is seen.
            QList<QImage> seen;
            for (const char* name : {"poppler-%1.png", "mupdf-%1.png", "gs-%1.png"}) {
                const QImage image = QImage(path(name).arg(page)).convertToFormat(QImage::Format_RGB32);
                QVERIFY2(!image.isNull(), name);
                const QSize size = seen.isEmpty() ? image.size() / 8 : seen.first().size();
                seen << image.scaled(size, Qt::IgnoreAspectRatio, Qt::SmoothTransformation);
            }
            int dark = 0;
            for (int y = 0; y < seen[0].height(); ++y)
                for (int x = 0; x < seen[0].width(); ++x) {
                    const int poppler = qGray(seen[0].pixel(x, y));
                    dark += poppler < 200 ? 1 : 0;
                    // Ghostscript goes by the same profile; Debian's MuPDF knows none, and its dark blues are darker.
                    QVERIFY2(
                        std::abs(qGray(seen[2].pixel(x, y)) - poppler) < 50,
                        qPrintable(QStringLiteral("page %1 at %2, %3: %4 and %5 by Ghostscript")
                                       .arg(page, QString::number(x * 8), QString::number(y * 8),
                                            QString::number(poppler), QString::number(qGray(seen[2].pixel(x, y))))));
                    QVERIFY2(
                        std::abs(qGray(seen[1].pixel(x, y)) - poppler) < 70,
                        qPrintable(QStringLiteral("page %1 at %2, %3: %4 and %5 by MuPDF")
                                       .arg(page, QString::number(x * 8), QString::number(y * 8),
                                            QString::number(poppler), QString::number(qGray(seen[1].pixel(x, y))))));
                }
            QVERIFY2(dark > 10 || page != QStringLiteral("1"), qPrintable(QString::number(dark))); // backs may be bare
        }
    }

    void onlyFontsThatPrintAsTheyLookAreOffered()
    {
        const QStringList names = FontLibrary::installed().names();
        for (const QString& name : names)
            QVERIFY2(!name.contains(QStringLiteral("Emoji")) && !name.startsWith(QStringLiteral("Inter Display")),
                     qPrintable(name));
        QVERIFY(names.contains(QStringLiteral("Noto Sans CJK JP Regular")));
        // The machine has such fonts: fontconfig lists them.
        const QByteArray listed = run(QStringLiteral("fc-list"), {QStringLiteral("--format=%{family}\n")});
        QVERIFY(listed.contains("Noto Color Emoji"));
    }
};

HINGE_TEST(TestReadBack)
#include "test_read_back.moc"
