// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/flat/face_canvas.h"
#include "app/look/theme.h"
#include "core/file/job_file.h"
#include "window_driver.h"

#include <QClipboard>
#include <QDropEvent>
#include <QLabel>
#include <QMimeData>
#include <QPlainTextEdit>
#include <QProcess>
#include <QPushButton>
#include <QSettings>
#include <QSignalSpy>
#include <QStandardPaths>

using namespace hinge;
using testing::len;

/// Works on the paper of the Flat, with the mouse and by the menus.
class PaperDriver : public testing::WindowDriver
{
protected:
    FaceCanvas& canvas() { return *find<FaceCanvas>("faceCanvas"); }
    const Item& item() { return *job().findItem(window_->selection().item()); }
    const Rect& frame(const QString& id) { return plan().findItem(id)->frame; }
    QPoint at(double x, double y) { return canvas().toPixels(QPointF(x, y)).toPoint(); }

    /// Adds by menu, on a panel of the outside.
    QString add(const char* name, int panel = 0)
    {
        window_->selection().setSurface(Face::Outside);
        window_->selection().setPanel(panel);
        action(name)->trigger();
        QCoreApplication::processEvents();
        return window_->selection().item();
    }
    void drag(QPoint from, QPoint to, Qt::KeyboardModifiers keys = {})
    {
        QTest::mousePress(&canvas(), Qt::LeftButton, keys, from);
        for (int i = 1; i <= 6; ++i) {
            QMouseEvent move(QEvent::MouseMove, from + (to - from) * i / 6,
                             canvas().mapToGlobal(from + (to - from) * i / 6), Qt::NoButton, Qt::LeftButton, keys);
            QCoreApplication::sendEvent(&canvas(), &move);
        }
        QTest::mouseRelease(&canvas(), Qt::LeftButton, keys, to);
        QCoreApplication::processEvents();
    }
    void pick(const char* field, const QString& text)
    {
        choose(field, text);
        QCoreApplication::processEvents();
    }
    QString pictureFile(const char* name, const QSize& size, const QColor& left, const QColor& right)
    {
        QImage image(size, QImage::Format_RGB32);
        image.fill(left);
        for (int y = 0; y < size.height(); ++y)
            for (int x = size.width() / 2; x < size.width(); ++x)
                image.setPixelColor(x, y, right);
        const QString file = dir_->filePath(QString::fromLatin1(name));
        image.save(file);
        return file;
    }
    void place(const QString& file, int panel)
    {
        Q_EMIT canvas().filesDropped({file}, panel);
        waitForFiles();
    }
    void drop(const QString& path, QPoint where)
    {
        QMimeData data;
        data.setUrls({QUrl::fromLocalFile(path)});
        QDragEnterEvent enter(where, Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
        QApplication::sendEvent(&canvas(), &enter);
        QVERIFY(enter.isAccepted());
        QDropEvent event(where, Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
        QApplication::sendEvent(&canvas(), &event);
    }
};
