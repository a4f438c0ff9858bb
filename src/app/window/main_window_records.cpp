// SPDX-License-Identifier: GPL-3.0-or-later
// Numbers and data: what the copies of a piece differ in.
#include "app/window/main_window.h"

#include "app/document/linked_files.h"
#include "app/document/record_view.h"
#include "app/look/ask_file.h"
#include "app/sequence/order_stage.h"
#include "app/window/stage_stack.h"
#include "core/edit/record_edits.h"

#include <QFileInfo>

namespace hinge
{

void MainWindow::askForData()
{
    const QString path = askForFile(this, tr("Bring in data"), tr("Tables (*.csv *.tsv);;All files (*)"));
    if (!path.isEmpty())
        bringData(path);
}

void MainWindow::bringData(const QString& path)
{
    const QString name = QFileInfo(path).fileName();
    if (!isTableName(path))
        return tell(tr("Not brought in"), tr("%1 is no table. Save it as CSV and bring that in.").arg(name));
    const QString link = document_.linkFor(path);
    document_.files().refresh(link); // it may have been read long ago
    document_.files().withFacts(link, [this, link, name](const FileFacts& facts) {
        if (!facts.table)
            return tell(tr("Not brought in"), tr("%1: %2").arg(name, facts.error));
        Job job = document_.job();
        useTable(job, {.path = link, .page = 1, .bytes = facts.bytes, .sha256 = facts.sha256}, *facts.table);
        if (const auto done = document_.edit(tr("Bring in %1").arg(name), std::move(job)); !done)
            return tell(tr("Not brought in"), done.error().message);
        showRecords();
    });
}

void MainWindow::showRecords()
{
    order_->show(false);
    showStage(Stage::PageOrder);
}

void MainWindow::putOnPiece(const QString& field)
{
    const int panel = panelAtWork();
    editor_.addField(panel, field);
}

void MainWindow::connectRecords()
{
    on(actions_.numberCopies, [this] {
        Job job = document_.job();
        useSeries(job);
        if (const auto done = document_.edit(tr("Number the copies"), std::move(job)); !done)
            return tell(tr("Not numbered"), done.error().message);
        showRecords();
    });
    on(actions_.bringData, [this] { askForData(); });
    on(actions_.nextRecord, [this] { document_.records().show(document_.records().place() + 1); });
    on(actions_.recordBefore, [this] { document_.records().show(document_.records().place() - 1); });
    connect(&editor_, &SurfaceEditor::tableGiven, this, &MainWindow::takeTable);
    RecordStage& records = order_->records();
    connect(&records, &RecordStage::dataRequested, this, &MainWindow::askForData);
    connect(&records, &RecordStage::fieldRequested, this, &MainWindow::putOnPiece);
    connect(&records, &RecordStage::openRequested, this, [this] { showStage(Stage::Flat); });
    connect(&records, &RecordStage::filesDropped, this, [this](const QStringList& paths) {
        if (!paths.isEmpty())
            bringData(paths.first());
    });
}

} // namespace hinge
