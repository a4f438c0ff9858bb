// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "paint/face_painter.h"
#include "pdf/export_pdf.h"
#include "testing.h"

#include <QPainter>
#include <QProcess>
#include <QTemporaryDir>

using namespace hinge;

/// A source with one picture at hand.
class OnePicture : public PictureSource
{
public:
    ShownPicture shown;
    ShownPicture picture(const LinkedFile&) override { return shown; }
};

inline constexpr double perMm = 10; // 254 dpi

inline QImage painted(const Job& job, const Plan& plan, Face face, PictureSource& pictures)
{
    TextLayoutCache layouts(FontLibrary::shipped());
    FacePainter painter(layouts, pictures);
    const double margin = testing::flatMargin(job).toMm();
    QImage image(int(std::lround((job.flat.w.toMm() + 2 * margin) * perMm)),
                 int(std::lround((job.flat.h.toMm() + 2 * margin) * perMm)), QImage::Format_RGB32);
    image.fill(Qt::white);
    QPainter p(&image);
    p.setRenderHint(QPainter::Antialiasing);
    p.scale(perMm, perMm);
    p.translate(margin, margin);
    painter.paintContent(p, job, plan, face, false);
    return image;
}

/// Paints a face as the screen does, and has poppler render the exported file.
class ScreenAndPrint : public QObject
{
protected:
    QTemporaryDir dir_;
    OnePicture none_;

    QImage printed(const Job& job)
    {
        const QString file = dir_.filePath(QStringLiteral("face.pdf"));
        const auto done = exportPdf(job, ExportKind::Flat, dir_.path(), file);
        if (!done)
            qFatal("%s", qPrintable(done.error().text()));
        QProcess p;
        p.start(QStringLiteral("pdftoppm"),
                {QStringLiteral("-png"), QStringLiteral("-singlefile"), QStringLiteral("-r"), QStringLiteral("254"),
                 QStringLiteral("-l"), QStringLiteral("1"), file, dir_.filePath(QStringLiteral("face"))});
        p.waitForFinished();
        return QImage(dir_.filePath(QStringLiteral("face.png")));
    }
};
