// SPDX-License-Identifier: GPL-3.0-or-later
// What the window of a gang does with files.
#include "app/document/background.h"
#include "app/gang/gang_window.h"
#include "app/look/ask_file.h"
#include "app/look/theme.h"
#include "core/file/job_file.h"
#include "core/file/packed_job.h"
#include "core/gang/gang_file.h"
#include "core/gang/gang_words.h"
#include "paint/knife_painter.h"
#include "pdf/export_gang.h"

#include <QCloseEvent>
#include <QFileInfo>
#include <QLabel>
#include <QMessageBox>
#include <QMimeData>
#include <QPointer>
#include <QProgressBar>
#include <QPushButton>
#include <QUrl>

namespace hinge
{
namespace
{

QString stemOf(const QString& path)
{
    return path.isEmpty() ? QStringLiteral("gang") : QFileInfo(path).fileName().section(u'.', 0, 0);
}

QStringList jobsIn(const QMimeData* data)
{
    QStringList paths;
    for (const QUrl& url : data->urls())
        if (url.toLocalFile().endsWith(jobFileSuffix()) || isPackedName(url.toLocalFile()))
            paths << url.toLocalFile();
    return paths;
}

} // namespace

void GangWindow::tell(const QString& title, const QString& message)
{
    auto* box = new QMessageBox(this);
    box->setObjectName(QStringLiteral("gangMessage"));
    box->setAttribute(Qt::WA_DeleteOnClose);
    box->setTextFormat(Qt::PlainText);
    box->setText(title);
    box->setInformativeText(message);
    box->open();
}

void GangWindow::askForJobs()
{
    const QStringList paths =
        askForFiles(this, tr("Add jobs"), tr("Jobs (*.%1 *.%2)").arg(jobFileSuffix(), packedJobSuffix()));
    if (!paths.isEmpty())
        document_.add(paths);
}

void GangWindow::removeJob()
{
    if (!jobs_->currentIndex().isValid())
        return;
    (void)document_.edit(tr("Take a job out"), withoutMember(document_.gang(), jobs_->currentIndex().row()));
}

bool GangWindow::openGang(const QString& path)
{
    if (!mayLeave())
        return false;
    if (auto loaded = document_.load(path); !loaded) {
        tell(tr("Not opened"), loaded.error().text());
        return false;
    }
    rememberFolderOf(path);
    return true;
}

void GangWindow::askForGang()
{
    const QString path = askForFile(this, tr("Open a gang"), tr("Gangs (*.%1)").arg(gangFileSuffix()));
    if (!path.isEmpty())
        openGang(path);
}

bool GangWindow::save(bool underAnotherName)
{
    QString path = document_.path();
    if (path.isEmpty() || underAnotherName) {
        path = askWhereToWrite(this, tr("Save the gang"), {}, stemOf(path) + u'.' + gangFileSuffix(),
                               tr("Gangs (*.%1)").arg(gangFileSuffix()));
        if (path.isEmpty())
            return false;
        if (!path.endsWith(gangFileSuffix()))
            path += u'.' + gangFileSuffix();
    }
    const auto saved = document_.save(path);
    if (!saved)
        tell(tr("Not saved"), saved.error().text());
    return saved.has_value();
}

bool GangWindow::mayLeave()
{
    if (!document_.isDirty())
        return true;
    QMessageBox box(this);
    box.setObjectName(QStringLiteral("gangLeave"));
    box.setTextFormat(Qt::PlainText);
    box.setText(tr("The gang has changes that are not saved."));
    QPushButton* keep = box.addButton(tr("Save"), QMessageBox::AcceptRole);
    QPushButton* drop = box.addButton(tr("Close without saving"), QMessageBox::DestructiveRole);
    box.addButton(QMessageBox::Cancel);
    box.setDefaultButton(keep);
    box.exec();
    if (box.clickedButton() == keep)
        return save(false);
    return box.clickedButton() == drop;
}

void GangWindow::closeEvent(QCloseEvent* event)
{
    if (!mayLeave())
        return event->ignore();
    if (stopWriting_)
        stopWriting_->store(true);
    if (document_.isDirty())
        document_.startNew(); // what is not to be kept is gone
    event->accept();
}

void GangWindow::dragEnterEvent(QDragEnterEvent* event)
{
    if (!jobsIn(event->mimeData()).isEmpty())
        event->acceptProposedAction();
}

void GangWindow::dropEvent(QDropEvent* event)
{
    document_.add(jobsIn(event->mimeData()));
    event->acceptProposedAction();
}

bool GangWindow::mayWrite()
{
    const auto& findings = document_.plan().findings;
    const auto stop = std::ranges::find(findings, Severity::Stop, &Finding::severity);
    if (stop == findings.end())
        return true;
    QMessageBox box(this);
    box.setObjectName(QStringLiteral("gangStops"));
    box.setTextFormat(Qt::PlainText);
    box.setText(tr("This stops the gang: %1.").arg(stop->message));
    box.setInformativeText(stop->reason);
    QPushButton* write = box.addButton(tr("Write the sheets all the same"), QMessageBox::DestructiveRole);
    box.setDefaultButton(box.addButton(QMessageBox::Cancel));
    box.exec();
    return box.clickedButton() == write;
}

void GangWindow::askSheets()
{
    if (!mayWrite())
        return;
    QString path = askWhereToWrite(this, tr("Write the press sheets"),
                                   document_.path().isEmpty() ? QString() : QFileInfo(document_.path()).absolutePath(),
                                   stemOf(document_.path()) + QStringLiteral("-sheets.pdf"), tr("PDF (*.pdf)"));
    if (path.isEmpty())
        return;
    if (!path.endsWith(QStringLiteral(".pdf"), Qt::CaseInsensitive))
        path += QStringLiteral(".pdf");
    writeSheets(path);
}

bool GangWindow::writeSheets(const QString& target)
{
    if (stopWriting_ || !document_.plan().split())
        return false;
    stopWriting_ = std::make_shared<std::atomic_bool>(false);
    progress_->setValue(0);
    progress_->show();
    stop_->show();
    findings_->setText(tr("Writing %1…").arg(QFileInfo(target).fileName()));
    refresh();
    inBackground(
        this,
        [gang = document_.planned(), plan = document_.plan(), jobs = document_.jobs(), target, stop = stopWriting_,
         bar = QPointer<QProgressBar>(progress_)] {
            return exportGang(gang, plan, jobs, target, [&](int percent) {
                QMetaObject::invokeMethod(QCoreApplication::instance(), [bar, percent] {
                    if (bar)
                        bar->setValue(percent);
                });
                return !stop->load();
            });
        },
        [this, target](const Result<Exported>& done) {
            stopWriting_.reset();
            progress_->hide();
            stop_->hide();
            refresh();
            if (done) {
                sign_->clear(); // of the finding whose words give way
                findings_->setText(tr("%1 is written.").arg(QFileInfo(target).fileName()) +
                                   (done->obstacles.isEmpty()
                                        ? QString()
                                        : QStringLiteral(" ") + tr("It does not call itself PDF/X-4: %1.")
                                                                    .arg(done->obstacles.join(QStringLiteral("; ")))));
            }
            Q_EMIT written(target, done ? QString() : done.error().text());
            if (!done)
                tell(tr("Not written"), done.error().text());
        });
    return true;
}

void GangWindow::askKnife()
{
    const QString path =
        askWhereToWrite(this, tr("Write the knife's program"),
                        document_.path().isEmpty() ? QString() : QFileInfo(document_.path()).absolutePath(),
                        stemOf(document_.path()) + QStringLiteral("-knife.pdf"), tr("PDF (*.pdf);;CSV (*.csv)"));
    if (path.isEmpty())
        return;
    const auto written = writeKnifeProgram(document_.gang().title,
                                           gangCuttingOrders(document_.planned(), document_.plan(), document_.jobs()),
                                           document_.gang().unit, uiFont(type::body), path);
    if (!written)
        tell(tr("Not written"), written.error().text());
}

} // namespace hinge
