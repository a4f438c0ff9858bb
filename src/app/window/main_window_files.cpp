// SPDX-License-Identifier: GPL-3.0-or-later
// What the window does with files of jobs: opening, saving, what others did to them meanwhile, and work that a crash
// left behind.
#include "app/window/main_window.h"

#include "app/document/linked_files.h"
#include "app/gang/gang_window.h"
#include "app/look/ask_file.h"
#include "app/look/fit_screen.h"
#include "app/look/plain_text.h"
#include "core/file/embedded_files.h"
#include "core/file/job_file.h"
#include "core/file/links.h"
#include "core/file/packed_job.h"
#include "core/gang/gang_file.h"

#include <QEventLoop>
#include <QFileInfo>
#include <QFutureWatcher>
#include <QLocale>
#include <QMenu>
#include <QMessageBox>
#include <QProgressDialog>
#include <QPushButton>
#include <QSettings>
#include <QtConcurrent>
#include <atomic>

namespace hinge
{
namespace
{

constexpr int mostRecent = 8;
constexpr int daysKept = 30; ///< of unpacked files that no job asked for
const QString recentKey = QStringLiteral("recentJobs");

} // namespace

GangWindow& MainWindow::showGang()
{
    if (!gang_) {
        gang_ = std::make_unique<GangWindow>();
        connect(gang_.get(), &GangWindow::jobWanted, this, [this](const QString& path) {
            if (path == document_.path() || (mayLeave() && openJob(path))) {
                raise();
                activateWindow();
            }
        });
    }
    gang_->show();
    fitScreen(*gang_);
    gang_->raise();
    gang_->activateWindow();
    return *gang_;
}

void MainWindow::printTogether()
{
    // Jobs are on sheets as their files have them.
    if ((document_.path().isEmpty() || document_.isDirty()) && !save())
        return;
    GangWindow& gang = showGang();
    const QString path = document_.path();
    if (std::ranges::find(gang.document().gang().members, path, &Gang::Member::path) ==
        gang.document().gang().members.end())
        gang.document().add({path});
}

bool MainWindow::openJob(const QString& path)
{
    if (path.endsWith(u'.' + gangFileSuffix()))
        return showGang().openGang(path);
    // Nothing outside the folder of a job that was never open here is read before somebody said yes.
    const bool known = QSettings().value(recentKey).toStringList().contains(QFileInfo(path).absoluteFilePath());
    const auto blocked = [known](const Job& job) { return known ? QStringList() : pathsOutside(job); };
    if (const auto loaded = document_.load(path, blocked); !loaded) {
        tell(tr("Not opened"), loaded.error().text());
        return false;
    }
    askForOutside();
    remember(document_.path());
    rememberFolderOf(document_.path());
    if (!document_.alsoOpenBy().isEmpty())
        tell(tr("Open elsewhere, too"), tr("%1 is open in another window: %2. You can work here. You are asked before "
                                           "anything is saved over the other's work.")
                                            .arg(document_.displayName(), document_.alsoOpenBy()));
    return true;
}

void MainWindow::askForOutside()
{
    const QStringList outside = document_.files().blocked().values();
    if (outside.isEmpty())
        return;
    QMessageBox box(this);
    box.setObjectName(QStringLiteral("outsideDialog"));
    box.setTextFormat(Qt::PlainText);
    box.setText(outside.size() == 1 ? tr("This job wants to use a file outside its folder.")
                                    : tr("This job wants to use %1 files outside its folder.").arg(outside.size()));
    QStringList shown;
    for (const QString& path : outside.mid(0, 8))
        shown << Problem::quoted(path);
    if (outside.size() > shown.size())
        shown << tr("and %1 more").arg(outside.size() - shown.size());
    box.setInformativeText(
        tr("Allow it only if you know who made the job: the files would be shown, printed and packed with it.\n\n%1")
            .arg(shown.join(u'\n')));
    QPushButton* let = box.addButton(tr("Use them"), QMessageBox::AcceptRole);
    QPushButton* leave = box.addButton(tr("Leave them out"), QMessageBox::RejectRole);
    box.setDefaultButton(leave);
    box.exec();
    if (box.clickedButton() == let)
        document_.files().setBlocked({});
}

bool MainWindow::mayOverwrite(const QString& path)
{
    if (path != document_.path() || !document_.isChangedOnDisk())
        return true;
    return askAboutDisk() == DiskAnswer::KeepMine;
}

MainWindow::DiskAnswer MainWindow::askAboutDisk()
{
    QMessageBox box(this);
    box.setObjectName(QStringLiteral("diskDialog"));
    box.setTextFormat(Qt::PlainText);
    const bool gone = !QFileInfo::exists(document_.path());
    box.setText(gone ? tr("%1 is no longer on the disk.").arg(document_.displayName())
                     : tr("%1 was changed on the disk since it was opened here.").arg(document_.displayName()));
    const QString who = document_.alsoOpenBy();
    box.setInformativeText(gone            ? tr("Somebody has moved or removed it.")
                           : who.isEmpty() ? tr("Somebody else has saved it.")
                                           : tr("It is also open elsewhere: %1.").arg(who));
    QPushButton* both = box.addButton(tr("Keep both…"), QMessageBox::AcceptRole);
    both->setToolTip(tr("Save this one under another name"));
    QPushButton* theirs = gone ? nullptr : box.addButton(tr("Take theirs"), QMessageBox::DestructiveRole);
    QPushButton* mine = box.addButton(tr("Keep mine"), QMessageBox::DestructiveRole);
    box.addButton(tr("Not now"), QMessageBox::RejectRole);
    box.setDefaultButton(both);
    box.exec();
    if (box.clickedButton() == both)
        return saveAs() ? DiskAnswer::Settled : DiskAnswer::NotNow;
    if (theirs && box.clickedButton() == theirs) {
        openJob(document_.path());
        return DiskAnswer::Settled;
    }
    return box.clickedButton() == mine ? DiskAnswer::KeepMine : DiskAnswer::NotNow;
}

bool MainWindow::mayLoseFiles()
{
    QStringList lost;
    for (const QString& path : lostFiles(document_.job()))
        lost << shownPath(path);
    if (lost.isEmpty() || lost == lossAccepted_)
        return true;
    QMessageBox box(this);
    box.setObjectName(QStringLiteral("lossDialog"));
    box.setTextFormat(Qt::PlainText);
    box.setText(lost.size() == 1
                    ? tr("A file of this job cannot be found any more: %1.").arg(lost.first())
                    : tr("Files of this job cannot be found any more: %1.").arg(lost.join(QStringLiteral(", "))));
    box.setInformativeText(tr("The job would be saved without it, and an earlier file that still has it would be "
                              "replaced. Place it again first, or save under another name."));
    QPushButton* save = box.addButton(tr("Save without it"), QMessageBox::DestructiveRole);
    box.setDefaultButton(box.addButton(QMessageBox::Cancel));
    box.exec();
    if (box.clickedButton() == save)
        lossAccepted_ = lost;
    return box.clickedButton() == save;
}

void MainWindow::tidy()
{
    QSet<QString> keep = Recovery::filesInUse();
    for (const EmbeddedFile& file : document_.job().embedded)
        keep.insert(file.sha256);
    tidyEmbedded(daysKept, keep);
}

/// Asks about work that was left behind; true where it was brought back. What is not to be asked about again goes.
bool MainWindow::offerCopy(const QString& name, const SafeCopy::Left& left, const std::function<void()>& resume)
{
    QMessageBox box(this);
    box.setObjectName(QStringLiteral("recoveryDialog"));
    box.setTextFormat(Qt::PlainText);
    box.setText(tr("“%1” was not saved when the program last ended.").arg(name));
    const auto day = [](const QDateTime& when) { return QLocale().toString(when, QLocale::ShortFormat); };
    const QFileInfo file(left.path);
    const bool newer = !left.path.isEmpty() && file.exists() && file.lastModified() > left.when;
    box.setInformativeText(newer
                               ? tr("The copy is from %1. Its file %2 is newer, from %3: somebody has saved it since.")
                                     .arg(day(left.when), file.fileName(), day(file.lastModified()))
                               : tr("The copy is from %1.").arg(day(left.when)));
    QPushButton* take = box.addButton(tr("Bring it back"), QMessageBox::AcceptRole);
    QPushButton* throwAway = box.addButton(tr("Throw it away"), QMessageBox::DestructiveRole);
    box.addButton(tr("Ask later"), QMessageBox::RejectRole);
    box.setDefaultButton(take);
    box.exec();
    const bool taken = box.clickedButton() == take;
    if (taken)
        resume(); // the new copy is written first, then the old one goes
    if (taken || box.clickedButton() == throwAway)
        SafeCopy::discard(left.file);
    return taken;
}

bool MainWindow::offerRecovery()
{
    // A window has one gang, and one job.
    for (const GangDocument::Left& left : GangDocument::leftBehind())
        if (offerCopy(left.gang.title.isEmpty() ? tr("Jobs printed together") : left.gang.title, left.copy,
                      [&] { showGang().document().resume(left.gang, left.copy.path); }))
            break;
    for (const Recovery::Left& left : Recovery::leftBehind())
        if (offerCopy(left.job.title, left.copy, [&] {
                document_.resume(left.job, left.copy.path);
                recovery_.copy().writeNow();
            }))
            return true;
    return false;
}

void MainWindow::remember(const QString& path)
{
    QSettings settings;
    QStringList recent = settings.value(recentKey).toStringList();
    recent.removeAll(path);
    recent.prepend(path);
    settings.setValue(recentKey, recent.mid(0, mostRecent));
    refreshRecent();
}

void MainWindow::refreshRecent()
{
    recentMenu_->clear();
    const QStringList recent = QSettings().value(recentKey).toStringList();
    for (const QString& path : recent) {
        QAction* action = recentMenu_->addAction(QFileInfo(path).fileName());
        action->setStatusTip(path);
        action->setToolTip(plainTip(path));
        connect(action, &QAction::triggered, this, [this, path] {
            if (mayLeave())
                openJob(path);
        });
    }
    recentMenu_->setEnabled(!recent.isEmpty());
}

bool MainWindow::save()
{
    if (document_.path().isEmpty())
        return saveAs();
    return saveTo(document_.path());
}

QString MainWindow::ownFolder() const { return document_.path().isEmpty() ? QString() : document_.folder(); }

bool MainWindow::saveAs()
{
    const QString plain = tr("Jobs, files beside them (*.hinge.json)");
    const QString packed = tr("Packed jobs, files inside (*.hinge.zip)");
    QString kind = isPackedName(document_.path()) ? packed : plain;
    QString path = askWhereToWrite(this, tr("Save the job"), ownFolder(), document_.fileStem(),
                                   plain + QStringLiteral(";;") + packed, &kind);
    if (path.isEmpty())
        return false;
    if (!path.endsWith(QStringLiteral(".json")) && !isPackedName(path))
        path += u'.' + (kind == packed ? packedJobSuffix() : jobFileSuffix());
    if (!saveTo(path))
        return false;
    if (const QStringList beside = document_.filesBeside(); !beside.isEmpty() && isPackedName(path))
        tell(tr("Saved"), tr("These files are not in it, because they are missing or too large: %1. They are still "
                             "used from where they are.")
                              .arg(beside.join(QStringLiteral(", "))));
    return true;
}

bool MainWindow::saveTo(const QString& path)
{
    if (!mayOverwrite(path) || !mayLoseFiles())
        return false;
    const auto saved = isPackedName(path) ? savePacked(path) : document_.save(path);
    if (!saved) {
        tell(tr("Not saved"), saved.error().text());
        return false;
    }
    remember(document_.path());
    if (gang_)
        gang_->document().reopen(document_.path());
    return true;
}

Result<void> MainWindow::savePacked(const QString& path)
{
    // Reading and packing take their time with many pictures: that is for another thread, while this one shows how it
    // goes.
    Document::Saving saving = document_.prepareSave(path);
    auto stop = std::make_shared<std::atomic_bool>(false);
    QFutureWatcher<Result<void>> watcher;
    QProgressDialog progress(tr("Packing %1").arg(QFileInfo(path).fileName()), tr("Stop"), 0, 0, this);
    progress.setObjectName(QStringLiteral("packingDialog"));
    progress.setWindowModality(Qt::WindowModal);
    progress.setAutoClose(false);
    connect(&progress, &QProgressDialog::canceled, this, [stop] { stop->store(true); });
    QEventLoop loop;
    connect(&watcher, &QFutureWatcherBase::finished, &loop, &QEventLoop::quit);
    watcher.setFuture(QtConcurrent::run(
        [this, &saving, stop] { return document_.writeSaving(saving, [stop] { return !stop->load(); }); }));
    // Nothing of the job may change while it is written: the dialog holds the window off, and can itself be pressed.
    progress.show();
    loop.exec();
    const Result<void> written = watcher.result();
    if (written)
        document_.finishSave(saving);
    return written;
}

bool MainWindow::mayLeave()
{
    if (!document_.isDirty())
        return true;
    QMessageBox box(this);
    box.setObjectName(QStringLiteral("leaveDialog"));
    box.setTextFormat(Qt::PlainText);
    box.setText(tr("“%1” has changes that are not saved.").arg(document_.job().title));
    box.setInformativeText(tr("Save them first?"));
    box.setStandardButtons(QMessageBox::Save | QMessageBox::Discard | QMessageBox::Cancel);
    box.setDefaultButton(QMessageBox::Save);
    switch (box.exec()) {
    case QMessageBox::Save: return save();
    case QMessageBox::Discard: return true;
    default: return false;
    }
}

} // namespace hinge
