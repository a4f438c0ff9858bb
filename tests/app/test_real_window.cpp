// SPDX-License-Identifier: GPL-3.0-or-later
// The program as a person starts it: a real window on a real X server, with key presses from outside.
#include "core/file/job_file.h"
#include "testing.h"

#include <QDir>
#include <QFile>
#include <QImage>
#include <QProcess>
#include <QTemporaryDir>

using namespace hinge;

class TestRealWindow : public QObject
{
    Q_OBJECT

    QTemporaryDir dir_;

    /// Runs a shell script on a fresh display; its standard error is returned when it fails.
    QString onDisplay(const QString& script)
    {
        QProcess p;
        QProcessEnvironment environment = QProcessEnvironment::systemEnvironment();
        environment.remove(QStringLiteral("QT_QPA_PLATFORM"));
        environment.insert(QStringLiteral("XDG_CONFIG_HOME"), dir_.filePath(QStringLiteral("config")));
        environment.insert(QStringLiteral("PROGRAM"), QStringLiteral(HINGE_BIN_DIR "/upper-hinge"));
        environment.insert(QStringLiteral("FOLDER"), dir_.path());
        environment.insert(QStringLiteral("DEMO"), QStringLiteral(HINGE_SOURCE_DIR "/demo"));
        p.setProcessEnvironment(environment);
        p.start(QStringLiteral("xvfb-run"),
                {QStringLiteral("-a"), QStringLiteral("-s"), QStringLiteral("-screen 0 1400x1000x24"),
                 QStringLiteral("bash"), QStringLiteral("-c"), script});
        p.waitForFinished(90000);
        const QString err = QString::fromUtf8(p.readAllStandardError());
        return p.exitCode() == 0 ? QString() : QStringLiteral("exit %1: %2").arg(p.exitCode()).arg(err);
    }

private Q_SLOTS:
    void paintsItselfForAPicture()
    {
        QCOMPARE(onDisplay(QStringLiteral("timeout 60 \"$PROGRAM\" --job \"$DEMO/visitor-leaflet.hinge.json\" --stage "
                                          "flat --theme light --shot \"$FOLDER/shot.png\"")),
                 QString());
        const QImage shot(dir_.filePath(QStringLiteral("shot.png")));
        QCOMPARE(shot.size(), QSize(1280, 800));
        // The cover's night sky is there: pictures were waited for.
        int deep = 0;
        for (int y = 0; y < shot.height(); y += 4)
            for (int x = 0; x < shot.width(); x += 4)
                deep += shot.pixelColor(x, y).blue() > shot.pixelColor(x, y).red() + 30 &&
                                shot.pixelColor(x, y).lightness() < 90
                            ? 1
                            : 0;
        QVERIFY(deep > 500);
    }

    void keysFromOutsideReachTheJob()
    {
        // Opens a copy, tints the panel at work, saves and quits, all by keys.
        QVERIFY(QFile::copy(QStringLiteral(HINGE_SOURCE_DIR "/demo/visitor-leaflet.hinge.json"),
                            dir_.filePath(QStringLiteral("copy.hinge.json"))));
        const QString trouble = onDisplay(QStringLiteral(R"(
"$PROGRAM" --job "$FOLDER/copy.hinge.json" --theme light & program=$!
for i in $(seq 100); do window=$(xdotool search --onlyvisible --name 'Upper Hinge' | tail -1); [ -n "$window" ] && break; sleep 0.1; done
[ -n "$window" ] || { echo 'no window came' >&2; exit 1; }
sleep 1
xdotool windowfocus --sync $window
xdotool key --delay 60 ctrl+2 ctrl+shift+i ctrl+s
sleep 1
xdotool key ctrl+q
for i in $(seq 80); do kill -0 $program 2>/dev/null || exit 0; sleep 0.1; done
kill $program; echo 'the program did not end' >&2; exit 1)"));
        QCOMPARE(trouble, QString());
        const auto job = loadJob(dir_.filePath(QStringLiteral("copy.hinge.json")));
        QVERIFY(job);
        const auto demo = loadJob(QStringLiteral(HINGE_SOURCE_DIR "/demo/visitor-leaflet.hinge.json"));
        QCOMPARE(job->on(Face::Outside).items.size(), demo->on(Face::Outside).items.size() + 1);
        QCOMPARE(job->on(Face::Outside).items.back().kind, ItemKind::Shape);
    }
};

HINGE_TEST(TestRealWindow)
#include "test_real_window.moc"
