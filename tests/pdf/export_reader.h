// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

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
using testing::run;

/// Exports, and reads what was written by programs that are not ours.
class ExportReader : public QObject
{
protected:
    QTemporaryDir dir_;
    QString demoFolder_ = QStringLiteral(HINGE_SOURCE_DIR "/demo");

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
        const RawPage page{"/MediaBox " + rect(media) + " /TrimBox " + rect(trim) + " /BleedBox " + rect(media) + extra,
                           content};
        return rawPdf(name, QList<RawPage>(pages, page));
    }

    /// A page as it stands in a file: its boxes and what else is said of it, and its contents.
    struct RawPage {
        QByteArray keys;
        QByteArray content;
    };
    /// A PDF of such pages, written by hand: no library has tidied it.
    QString rawPdf(const char* name, const QList<RawPage>& pages) const
    {
        QByteArray pdf = "%PDF-1.4\n";
        QList<qsizetype> offsets;
        const auto object = [&](const QByteArray& body) {
            offsets << pdf.size();
            pdf += QByteArray::number(offsets.size()) + " 0 obj\n" + body + "\nendobj\n";
        };
        object("<< /Type /Catalog /Pages 2 0 R >>");
        QByteArray kids;
        for (int i = 0; i < pages.size(); ++i)
            kids += QByteArray::number(3 + i * 2) + " 0 R ";
        object("<< /Type /Pages /Kids [" + kids + "] /Count " + QByteArray::number(pages.size()) + " >>");
        for (const RawPage& page : pages) {
            object("<< /Type /Page /Parent 2 0 R " + page.keys + " /Contents " +
                   QByteArray::number(offsets.size() + 2) + " 0 R /Resources << >> >>");
            object("<< /Length " + QByteArray::number(page.content.size()) + " >>\nstream\n" + page.content +
                   "endstream");
        }
        const qsizetype xref = pdf.size();
        pdf += "xref\n0 " + QByteArray::number(offsets.size() + 1) + "\n0000000000 65535 f \n";
        for (const qsizetype o : offsets)
            pdf += QByteArray::number(o).rightJustified(10, '0') + " 00000 n \n";
        pdf += "trailer\n<< /Size " + QByteArray::number(offsets.size() + 1) + " /Root 1 0 R >>\nstartxref\n" +
               QByteArray::number(xref) + "\n%%EOF\n";
        return testing::written(path(name), pdf);
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
};
