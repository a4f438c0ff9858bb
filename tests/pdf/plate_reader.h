// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

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
using testing::run;

/// Makes files, exports them, and has Ghostscript separate what was written into its plates.
class PlateReader : public QObject
{
protected:
    QTemporaryDir dir_;

    QString path(const QString& name) const { return dir_.filePath(name); }

    void write(const char* name, const QByteArray& bytes) const
    {
        (void)testing::written(path(QString::fromLatin1(name)), bytes);
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
    static Item tint(const char* id, const char* ink, int panel, Percent strength = 100)
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
};
