// SPDX-License-Identifier: GPL-3.0-or-later
// What the eye goes to first in a picture stays in its frame.
#include "colour/press_profile.h"
#include "core/job/picture_fit.h"
#include "export_reader.h"
#include "pdf/proposed_focus.h"

class TestProposedFocus : public ExportReader
{
    Q_OBJECT

    /// A red buoy on a grey sea.
    QString sea(const char* name, QSize size, QPoint buoy) const
    {
        QImage image(size, QImage::Format_RGB32);
        image.fill(QColor(120, 130, 135));
        QPainter painter(&image);
        painter.setRenderHint(QPainter::Antialiasing);
        painter.setPen(Qt::NoPen);
        painter.setBrush(QColor(220, 40, 30));
        painter.drawEllipse(buoy, 40, 40);
        if (!image.save(path(name)))
            qFatal("no picture");
        return path(name);
    }
    static Result<PictureCrop> focus(const QString& file, double w, double h, const std::function<bool()>& goesOn = {})
    {
        return proposedFocus(file, w, h, shippedPressProfile().icc, goesOn);
    }

private Q_SLOTS:
    void itStandsOnWhatStandsOut_data()
    {
        QTest::addColumn<QSize>("size");
        QTest::addColumn<QPoint>("buoy");
        QTest::addColumn<QSizeF>("frame");
        QTest::newRow("left") << QSize(1800, 900) << QPoint(300, 450) << QSizeF(60, 60);
        QTest::newRow("right") << QSize(1800, 900) << QPoint(1500, 300) << QSizeF(40, 80);
        QTest::newRow("low") << QSize(900, 1800) << QPoint(450, 1500) << QSizeF(100, 60);
        QTest::newRow("small") << QSize(300, 200) << QPoint(240, 100) << QSizeF(20, 50);
    }
    void itStandsOnWhatStandsOut()
    {
        QFETCH(QSize, size);
        QFETCH(QPoint, buoy);
        QFETCH(QSizeF, frame);
        const auto crop = focus(sea("sea.png", size, buoy), frame.width(), frame.height());
        QVERIFY2(crop, crop ? "" : qPrintable(crop.error().text()));
        QVERIFY2(std::abs(crop->focusX - buoy.x() * 1000 / size.width()) < 60,
                 qPrintable(QString::number(crop->focusX)));
        QVERIFY2(std::abs(crop->focusY - buoy.y() * 1000 / size.height()) < 60,
                 qPrintable(QString::number(crop->focusY)));
        QCOMPARE(crop->scaleMilli, 1000);
        // And is seen in the frame.
        const Rect on{{}, {}, Length::nearestMm(frame.width()), Length::nearestMm(frame.height())};
        const Rect area = pictureArea(on, PictureFit::Fill, *crop, double(size.width()) / size.height());
        const Point at{area.x + Length::nearestMm(area.w.toMm() * buoy.x() / size.width()),
                       area.y + Length::nearestMm(area.h.toMm() * buoy.y() / size.height())};
        QVERIFY(on.contains(Rect{at.x, at.y, Length::units(1), Length::units(1)}));
    }

    void itReadsWhatWeRead()
    {
        // Four colours, and lying on its side.
        const auto cmyk = focus(jpeg("cmyk.jpg", 200, 100, {0, 0, 0, 255}), 50, 50);
        QVERIFY2(cmyk, cmyk ? "" : qPrintable(cmyk.error().text()));
    }

    void whatCannotBeReadIsTold()
    {
        const auto gone = focus(path("gone.png"), 50, 50);
        QVERIFY(!gone);
        QVERIFY(!gone.error().message.isEmpty());
        QVERIFY(!focus(testing::written(path("noise.png"), "\x89PNG\r\n\x1a\n noise"), 50, 50));
        const auto stopped = focus(sea("sea.png", {400, 300}, {50, 50}), 50, 50, [] { return false; });
        QVERIFY(!stopped);
        QVERIFY2(stopped.error().message.contains(QStringLiteral("stopped")), qPrintable(stopped.error().message));
    }

    void withoutTheProgramItSaysWhatToInstall()
    {
        const QByteArray before = qgetenv("PATH");
        qputenv("PATH", dir_.path().toLocal8Bit());
        const auto none = focus(sea("sea.png", {400, 300}, {50, 50}), 50, 50);
        qputenv("PATH", before);
        QVERIFY(!none);
        QVERIFY2(none.error().message.contains(QStringLiteral("libvips-tools")), qPrintable(none.error().message));
    }
};

HINGE_TEST(TestProposedFocus)
#include "test_proposed_focus.moc"
