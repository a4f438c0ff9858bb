// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/document/linked_files.h"
#include "app/gang/gang_window.h"
#include "app/look/theme.h"
#include "app/window/main_window.h"
#include "core/units/version.h"

#include <QApplication>
#include <QCommandLineParser>
#include <QDialog>
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
        const bool gang = !window.gangWindow() || window.gangWindow()->document().isSettled();
        quiet = window.isSettled() && gang ? quiet + 1 : 0;
        if (quiet < 8)
            return;
        // What lies in front: a dialog, also one beside which the work goes on.
        QWidget* shown = QApplication::activeModalWidget();
        for (auto* dialog : window.findChildren<QDialog*>(Qt::FindDirectChildrenOnly))
            if (!shown && dialog->isVisible())
                shown = dialog;
        if (!shown)
            shown = window.gangWindow() ? static_cast<QWidget*>(window.gangWindow()) : &window;
        const bool saved = shown->grab().save(file);
        if (!saved)
            QTextStream(stderr) << "upper-hinge: the picture could not be written to " << file << Qt::endl;
        QCoreApplication::exit(saved ? 0 : 1);
    });
    timer->start();
}

/// What the program was called with.
struct Called {
    QString job, item, shot, docket, show;
    Stage stage = Stage::Brief;
    Face face = Face::Outside;
    std::optional<bool> dark; ///< nothing: as last time
    bool endsAfterPaint = false;
};

/// Reads the command line; nothing, said on stderr, when it makes no sense.
std::optional<Called> readCommandLine(const QApplication& application)
{
    QCommandLineParser parser;
    parser.setApplicationDescription(
        QStringLiteral("Folded and trimmed print pieces, from the brief to the press sheet."));
    parser.addHelpOption();
    parser.addVersionOption();
    parser.addPositionalArgument(QStringLiteral("job"),
                                 QStringLiteral("A *.hinge.json, *.hinge.zip or *.gang.json file to open."),
                                 QStringLiteral("[job]"));
    const QCommandLineOption job(QStringLiteral("job"), QStringLiteral("Open this job."), QStringLiteral("file"));
    const QCommandLineOption stage(QStringLiteral("stage"),
                                   QStringLiteral("Show this stage: brief, sequence, flat, dummy, sheet or release."),
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
    const QCommandLineOption show(
        QStringLiteral("show"),
        QStringLiteral("Show this, too: gallery, stocks, files, the sheets of the Brief, a "
                       "view of the Flat (view.0 to view.4) or of the Sequence "
                       "(sequence.view.0 to 2), a page on the Flat (page.5), the Dummy at a "
                       "moment (moment.1.5), \"read\" it, \"print-dummy\" or \"film\" of it, a press "
                       "sheet (form.2), against the innermost (nested.2), or a stroke of the knife (stroke.3), "
                       "or what a file or folder would "
                       "bring in (bring-in:PATH)."),
        QStringLiteral("name"));
    const QCommandLineOption endAfterPaint(QStringLiteral("end-after-paint"),
                                           QStringLiteral("End once the window has been painted (to time the start)."));
    parser.addOptions({job, stage, theme, face, item, shot, show, docket, endAfterPaint});
    parser.process(application);

    const auto wrong = [](const QString& what) -> std::optional<Called> {
        QTextStream(stderr) << "upper-hinge: " << what << Qt::endl;
        return std::nullopt;
    };
    std::optional<Stage> wanted;
    for (const Stage s : allStages)
        if (parser.value(stage) == stageKey(s))
            wanted = s;
    if (!wanted)
        return wrong(QStringLiteral("there is no stage “%1”; it is brief, sequence, flat, dummy, sheet or release.")
                         .arg(parser.value(stage)));
    const QString themeName = parser.value(theme);
    if (!themeName.isEmpty() && themeName != QStringLiteral("light") && themeName != QStringLiteral("dark"))
        return wrong(QStringLiteral("there is no theme “%1”; it is light or dark.").arg(themeName));
    Called called;
    called.job = parser.isSet(job) ? parser.value(job) : parser.positionalArguments().value(0);
    called.item = parser.value(item);
    called.shot = parser.value(shot);
    called.docket = parser.value(docket);
    called.show = parser.value(show);
    called.stage = *wanted;
    if (parser.value(face) == QStringLiteral("inside"))
        called.face = Face::Inside;
    if (!themeName.isEmpty())
        called.dark = themeName == QStringLiteral("dark");
    called.endsAfterPaint = parser.isSet(endAfterPaint);
    return called;
}

} // namespace

int main(int argc, char** argv)
{
    QApplication application(argc, argv);
    QApplication::setApplicationName(QStringLiteral("upper-hinge"));
    QApplication::setOrganizationName(QStringLiteral("upper-hinge"));
    QApplication::setApplicationDisplayName(QStringLiteral("Upper Hinge"));
    QApplication::setApplicationVersion(QLatin1String(programVersion));

    const auto called = readCommandLine(application);
    if (!called)
        return 2;
    const bool dark = called->dark.value_or(QSettings().value(darkKey, false).toBool());
    applyColours(application, dark);
    MainWindow window;
    applyStyleSheet(application, dark);
    window.setDark(dark);
    if (!called->job.isEmpty())
        window.openJob(called->job);
    if (!called->docket.isEmpty())
        return window.writeDocket(called->docket) ? 0 : 1;
    window.showStage(called->stage);
    window.selection().setSurface(called->face);
    if (!called->item.isEmpty())
        if (const PlannedItem* placed = window.document().plan().findItem(called->item))
            window.selection().setItem(placed->surface, called->item);
    if (called->shot.isEmpty())
        window.restorePlace();
    window.show();
    if (!called->show.isEmpty())
        QTimer::singleShot(0, &window, [&window, name = called->show] { window.showDialog(name); });
    if (!called->shot.isEmpty())
        shootWhenReady(window, called->shot);
    if (called->shot.isEmpty() && !called->endsAfterPaint)
        QTimer::singleShot(0, &window, [&window] {
            window.offerRecovery();
            window.tidy();
        });
    if (called->endsAfterPaint) {
        window.repaint();
        return 0;
    }
    const int code = QApplication::exec();
    // Files that are still being read hold nothing back that anybody waits for; what is written has ended by now.
    if (!QThreadPool::globalInstance()->waitForDone(1500)) {
        window.document().releaseLocks();
        window.recovery().copy().releaseLocks();
        if (window.gangWindow())
            window.gangWindow()->document().copy().releaseLocks();
        std::_Exit(code);
    }
    return code;
}
