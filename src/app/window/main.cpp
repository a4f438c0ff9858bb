// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/document/linked_files.h"
#include "app/look/theme.h"
#include "app/window/main_window.h"
#include "core/units/version.h"

#include <QApplication>
#include <QCommandLineParser>
#include <QSettings>
#include <QTextStream>
#include <QThreadPool>
#include <QTimer>
#include <cstdlib>

using namespace hinge;

namespace
{

/// Saves a picture of the window once everything in it is there, then ends the program.
void shootWhenReady(MainWindow& window, const QString& file)
{
    auto* timer = new QTimer(&window);
    timer->setInterval(50);
    QObject::connect(timer, &QTimer::timeout, &window, [&window, file, quiet = 0]() mutable {
        // Painting may ask for pictures; only a few quiet rounds in a row mean that all of them came.
        quiet = window.document().files().isIdle() ? quiet + 1 : 0;
        if (quiet < 8)
            return;
        QWidget* dialog = QApplication::activeModalWidget();
        const bool saved = (dialog ? dialog : static_cast<QWidget*>(&window))->grab().save(file);
        if (!saved)
            QTextStream(stderr) << "upper-hinge: the picture could not be written to " << file << Qt::endl;
        QCoreApplication::exit(saved ? 0 : 1);
    });
    timer->start();
}

} // namespace

int main(int argc, char** argv)
{
    QApplication application(argc, argv);
    QApplication::setApplicationName(QStringLiteral("upper-hinge"));
    QApplication::setOrganizationName(QStringLiteral("upper-hinge"));
    QApplication::setApplicationDisplayName(QStringLiteral("Upper Hinge"));
    QApplication::setApplicationVersion(QLatin1String(programVersion));

    QCommandLineParser parser;
    parser.setApplicationDescription(
        QStringLiteral("Folded and trimmed print pieces, from the brief to the press sheet."));
    parser.addHelpOption();
    parser.addVersionOption();
    parser.addPositionalArgument(QStringLiteral("job"), QStringLiteral("A *.hinge.json or *.hinge.zip file to open."),
                                 QStringLiteral("[job]"));
    const QCommandLineOption job(QStringLiteral("job"), QStringLiteral("Open this job."), QStringLiteral("file"));
    const QCommandLineOption stage(QStringLiteral("stage"),
                                   QStringLiteral("Show this stage: brief, flat, sheet or release."),
                                   QStringLiteral("name"), QStringLiteral("brief"));
    const QCommandLineOption theme(QStringLiteral("theme"), QStringLiteral("light or dark; else as last time."),
                                   QStringLiteral("name"));
    const QCommandLineOption face(QStringLiteral("face"),
                                  QStringLiteral("Show this face on the Flat: outside or inside."),
                                  QStringLiteral("name"), QStringLiteral("outside"));
    const QCommandLineOption item(QStringLiteral("item"), QStringLiteral("Select the item with this id."),
                                  QStringLiteral("id"));
    const QCommandLineOption shot(QStringLiteral("shot"),
                                  QStringLiteral("Save a picture of the window, 1280x800, and end."),
                                  QStringLiteral("file.png"));
    const QCommandLineOption docket(
        QStringLiteral("docket"), QStringLiteral("Write the docket as PDF or HTML, and end."), QStringLiteral("file"));
    const QCommandLineOption show(QStringLiteral("show"),
                                  QStringLiteral("Show this, too: gallery, stocks, files, the sheets of the Brief, or "
                                                 "a view of the Flat (view.0 to view.4)."),
                                  QStringLiteral("name"));
    const QCommandLineOption endAfterPaint(QStringLiteral("end-after-paint"),
                                           QStringLiteral("End once the window has been painted (to time the start)."));
    parser.addOptions({job, stage, theme, face, item, shot, show, docket, endAfterPaint});
    parser.process(application);

    const auto wrong = [](const QString& what) {
        QTextStream(stderr) << "upper-hinge: " << what << Qt::endl;
        return 2;
    };
    std::optional<Stage> wanted;
    for (const Stage s : allStages)
        if (parser.value(stage) == stageKey(s))
            wanted = s;
    if (!wanted)
        return wrong(
            QStringLiteral("there is no stage “%1”; it is brief, flat, sheet or release.").arg(parser.value(stage)));
    const QString themeName = parser.value(theme);
    if (!themeName.isEmpty() && themeName != QStringLiteral("light") && themeName != QStringLiteral("dark"))
        return wrong(QStringLiteral("there is no theme “%1”; it is light or dark.").arg(themeName));

    const bool dark =
        themeName.isEmpty() ? QSettings().value(darkKey, false).toBool() : themeName == QStringLiteral("dark");
    applyTheme(application, dark);
    MainWindow window;
    window.setDark(dark);
    const QString path = parser.isSet(job) ? parser.value(job) : parser.positionalArguments().value(0);
    if (!path.isEmpty())
        window.openJob(path);
    if (parser.isSet(docket))
        return window.writeDocket(parser.value(docket)) ? 0 : 1;
    window.showStage(*wanted);
    if (parser.value(face) == QStringLiteral("inside"))
        window.selection().setSurface(Face::Inside);
    if (parser.isSet(item))
        window.selection().setItem(window.selection().surface(), parser.value(item));
    window.show();
    if (parser.isSet(show))
        QTimer::singleShot(0, &window, [&window, name = parser.value(show)] { window.showDialog(name); });
    if (parser.isSet(shot))
        shootWhenReady(window, parser.value(shot));
    if (!parser.isSet(shot) && !parser.isSet(endAfterPaint))
        QTimer::singleShot(0, &window, [&window] {
            window.offerRecovery();
            window.tidy();
        });
    if (parser.isSet(endAfterPaint)) {
        window.repaint();
        return 0;
    }
    const int code = QApplication::exec();
    // Files that are still being read hold nothing back that anybody waits for; what is written has ended by now.
    if (!QThreadPool::globalInstance()->waitForDone(1500)) {
        window.document().releaseLocks();
        window.recovery().releaseLocks();
        std::_Exit(code);
    }
    return code;
}
