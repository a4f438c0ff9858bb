// SPDX-License-Identifier: GPL-3.0-or-later
// What the actions of the window do.
#include "app/brief/start_gallery.h"
#include "app/dialogs/files_dialog.h"
#include "app/dialogs/keys_dialog.h"
#include "app/dialogs/press_dialog.h"
#include "app/dialogs/stock_dialog.h"
#include "app/document/linked_files.h"
#include "app/document/record_view.h"
#include "app/dummy/dummy_stage.h"
#include "app/flat/cells_dialog.h"
#include "app/flat/covered_dialog.h"
#include "app/flat/flat_stage.h"
#include "app/flat/looks_dialog.h"
#include "app/flat/rows_dialog.h"
#include "app/flat/scale_dialog.h"
#include "app/look/ask_file.h"
#include "app/look/theme.h"
#include "app/sequence/bring_in_dialog.h"
#include "app/sequence/order_stage.h"
#include "app/sheet/sheet_stage.h"
#include "app/window/main_window.h"
#include "app/window/stage_stack.h"
#include "core/file/embedded_files.h"
#include "core/file/record_table.h"
#include "core/units/version.h"
#include "typeset/path_edits.h"

#include <QFileInfo>
#include <QMessageBox>
#include <QPushButton>
#include <QSettings>
#include <algorithm>

namespace hinge
{

void MainWindow::connectActions()
{
    connectFiles();
    connectEditing();
    connectPlacing();
    connectPages();
    connectRecords();
    connectDummy();
    connectViews();
    on(actions_.keys, [this] { KeysDialog(actions(), KeysDialog::onPaper(), this).exec(); });
    on(actions_.about, [this] { showAbout(); });
}

void MainWindow::connectFiles()
{
    on(actions_.newJob, [this] {
        StartGallery gallery(presets_, document_.job().unit, this);
        if (gallery.exec() == QDialog::Accepted && mayLeave()) {
            const Job job = gallery.chosen();
            (void)unpackEmbedded(job); // of a template; what cannot be unpacked is found missing
            document_.start(job);
            showStage(Stage::Brief);
        }
    });
    on(actions_.open, [this] {
        if (!mayLeave())
            return;
        const QString path = askForFile(this, tr("Open a job"),
                                        tr("Jobs and gangs (*.hinge.json *.hinge.zip *.gang.json);;All files (*)"));
        if (!path.isEmpty())
            openJob(path);
    });
    on(actions_.save, [this] { save(); });
    on(actions_.saveAs, [this] { saveAs(); });
    on(actions_.exportFlat, [this] { askExport(ExportKind::Flat); });
    on(actions_.exportPages, [this] { askExport(ExportKind::Pages); });
    on(actions_.exportCopies, [this] { askExport(ExportKind::Copies); });
    on(actions_.exportSheets, [this] { askExport(ExportKind::Sheets); });
    on(actions_.exportKnife, [this] { askKnife(); });
    on(actions_.gang, [this] { printTogether(); });
    on(actions_.exportDocket, [this] { askDocket(); });
    on(actions_.keepPreset, [this] { askPreset(); });
    on(actions_.stocks, [this] { StockDialog(stocks_, document_.job().unit, this).exec(); });
    on(actions_.quit, [this] { close(); });
}

void MainWindow::connectEditing()
{
    on(actions_.copy, [this] { editor_.copy(); });
    on(actions_.cut, [this] { editor_.cut(); });
    on(actions_.paste, [this] {
        showStage(Stage::Flat);
        editor_.paste();
    });
    on(actions_.selectAll, [this] { pagesAtWork() ? sequence_->editor().selectAll() : editor_.selectAll(); });
    on(actions_.repeatOnPanels, [this] { editor_.repeatOnPanels(); });
    on(actions_.copyInRows, [this] {
        if (selection_.items().isEmpty())
            return;
        RowsDialog dialog(frameAround(document_.plan(), selection_.items()).size(), document_.job().unit, this);
        if (dialog.exec() == QDialog::Accepted)
            editor_.copyInRows(dialog.columns(), dialog.rows(), dialog.across(), dialog.down());
    });
    on(actions_.scale, [this] {
        if (selection_.items().isEmpty())
            return;
        ScaleDialog dialog(frameAround(document_.plan(), selection_.items()).size(), document_.job().unit, this);
        if (dialog.exec() == QDialog::Accepted)
            editor_.scale(dialog.scale(), dialog.withContents());
    });
    on(actions_.repeatInColumns, [this] { editor_.repeatInColumns(); });
    on(actions_.group, [this] { editor_.group(); });
    on(actions_.ungroup, [this] { editor_.ungroup(); });
    on(actions_.lock, [this] { editor_.toggleLock(); });
    const std::pair<QAction*, AlignEdge> edges[] = {
        {actions_.alignLeft, AlignEdge::Left},     {actions_.alignCentre, AlignEdge::Centre},
        {actions_.alignRight, AlignEdge::Right},   {actions_.alignHead, AlignEdge::Head},
        {actions_.alignMiddle, AlignEdge::Middle}, {actions_.alignFoot, AlignEdge::Foot}};
    for (const auto& [action, edge] : edges)
        on(action, [this, edge = edge] { editor_.align(edge); });
    on(actions_.distributeAcross, [this] { editor_.distribute(Axis::Horizontal); });
    on(actions_.distributeDown, [this] { editor_.distribute(Axis::Vertical); });
    on(actions_.duplicate, [this] { pagesAtWork() ? sequence_->editor().duplicate() : editor_.duplicate(); });
    on(actions_.remove, [this] { pagesAtWork() ? sequence_->editor().remove() : editor_.removeSelected(); });
    on(actions_.bringForward, [this] { editor_.restack(1); });
    on(actions_.sendBack, [this] { editor_.restack(-1); });
}

int MainWindow::panelAtWork()
{
    showStage(Stage::Flat);
    return std::clamp(selection_.panel(), 0, int(document_.plan().panelsOf(selection_.surface()).size()) - 1);
}

void MainWindow::connectPlacing()
{
    on(actions_.placePicture, [this] {
        const int at = panelAtWork();
        const QStringList paths =
            askForFiles(this, tr("Place a picture"),
                        tr("Pictures and text (*.jpg *.jpeg *.png *.tif *.tiff *.svg *.pdf *.txt);;All files (*)"));
        editor_.placeFiles(paths, at, selection_.item());
    });
    on(actions_.keepBlock, [this] { keepBlock(); });
    on(actions_.blocks, [this] { showBlocks(); });
    on(actions_.pictureFrame, [this] {
        showStage(Stage::Flat);
        flat_->drawFrame(FrameFor::Picture);
    });
    on(actions_.wordsFrame, [this] {
        showStage(Stage::Flat);
        flat_->drawFrame(FrameFor::Words);
    });
    on(actions_.usualFrames, [this] { editor_.addUsualFrames(panelAtWork()); });
    on(actions_.placeText, [this] {
        const QStringList paths = askForFiles(this, tr("Place a text"),
                                              tr("Texts (*.docx *.odt *.rtf *.md *.markdown *.txt);;All files (*)"));
        if (!paths.isEmpty())
            editor_.placeFiles(paths, panelAtWork(), selection_.item());
    });
    connectOutlines();
    on(actions_.underline, [this] { flat_->drawer().underline(); });
    on(actions_.strikeThrough, [this] { flat_->drawer().strikeThrough(); });
    on(actions_.putCharacter, [this] { flat_->drawer().pickCharacters(); });
    on(actions_.addTable, [this] { addTable({}); });
    on(actions_.makeMaster, [this] {
        showStage(Stage::Flat);
        editor_.makeMaster();
    });
    on(actions_.addText, [this] { editor_.addText(panelAtWork()); });
    on(actions_.addTint, [this] { editor_.addTint(panelAtWork()); });
    on(actions_.tintFace, [this] {
        showStage(Stage::Flat);
        editor_.tintFace();
    });
    on(actions_.addShape, [this] { editor_.addShape(panelAtWork()); });
    on(actions_.addPasteOver, [this] { editor_.addPasteOver(panelAtWork()); });
    on(actions_.textLooks, [this] {
        auto* dialog = new LooksDialog(document_, this);
        dialog->setAttribute(Qt::WA_DeleteOnClose);
        connect(dialog, &LooksDialog::opened, this, [this](const QString& item) {
            if (const PlannedItem* placed = document_.plan().findItem(item)) {
                showStage(Stage::Flat);
                selection_.setItem(placed->surface, item);
            }
        });
        dialog->show();
    });
    on(actions_.whatIsCovered, [this] {
        auto* dialog = new CoveredDialog(document_, this);
        dialog->setAttribute(Qt::WA_DeleteOnClose);
        connect(dialog, &CoveredDialog::opened, this, &MainWindow::openSurface);
        dialog->show();
    });
    on(actions_.addCode, [this] { editor_.addCode(panelAtWork()); });
    on(actions_.pickInk, [this] {
        showStage(Stage::Flat);
        flat_->pickInk();
    });
    on(actions_.proposeFocus, [this] { editor_.proposeFocus(selection_.item()); });
    on(actions_.files, [this] { FilesDialog(document_, selection_, this).exec(); });
    on(actions_.press, [this] { PressDialog(document_, this).exec(); });
    on(actions_.takeSupplied, [this] {
        showStage(Stage::Flat);
        const QString path = askForFile(this, tr("Take supplied artwork"), tr("PDF (*.pdf)"));
        if (!path.isEmpty())
            editor_.takeSupplied(path);
    });
    on(actions_.dropSupplied, [this] { editor_.dropSupplied(); });
}

bool MainWindow::isSettled() const
{
    const auto* dialog = findChild<BringInDialog*>();
    return document_.files().isIdle() && (stages_->current() != int(Stage::PageOrder) || order_->isIdle()) &&
           (stages_->current() != int(Stage::Dummy) || dummy_->isIdle()) && !document_.records().isSurveying() &&
           (!dialog || !dialog->isReading());
}

bool MainWindow::pagesAtWork() const { return stages_->current() == int(Stage::PageOrder) && order_->showsPages(); }

bool MainWindow::recordsAtWork() const { return stages_->current() == int(Stage::PageOrder) && !order_->showsPages(); }

void MainWindow::showInSequence(const SurfaceId& surface)
{
    const ReaderPage* page = document_.plan().readerPage(surface);
    if (!page || page->place < 0)
        return;
    showStage(Stage::PageOrder);
    sequence_->selection().setOne(page->place);
}

void MainWindow::openSurface(const SurfaceId& surface)
{
    selection_.setSurface(surface);
    selection_.setPanel(surface.component == Component::Text ? 0 : document_.plan().paper.front());
    showStage(Stage::Flat);
}

void MainWindow::leafThrough(int by)
{
    const int pages = document_.plan().book ? document_.job().pages.count : 0;
    const ReaderPage* open = document_.plan().readerPage(selection_.surface());
    const int now = pagesAtWork() ? sequence_->selection().current() : open ? open->place : by > 0 ? -1 : pages;
    const int next = now + by;
    if (next < 0 || next >= pages)
        return;
    sequence_->selection().setOne(next);
    if (!pagesAtWork())
        openSurface(sequence_->editor().surfaceOf(next));
}

void MainWindow::askForPages()
{
    const QStringList paths =
        askForFiles(this, tr("Bring in pages"),
                    tr("Pages and pictures (*.pdf *.svg *.jpg *.jpeg *.png *.tif *.tiff);;All files (*)"));
    bringInBehind(paths);
}

void MainWindow::askForFolderOfPages()
{
    const QString folder = hinge::askForFolder(this, tr("Bring in a folder"));
    bringInBehind(folder.isEmpty() ? QStringList() : QStringList{folder});
}

void MainWindow::bringInBehind(const QStringList& paths)
{
    if (!paths.isEmpty())
        bringIn(paths, sequence_->selection().isEmpty() ? -1 : sequence_->selection().places().back() + 1);
}

void MainWindow::bringIn(const QStringList& paths, int before)
{
    if (const auto table = std::ranges::find_if(paths, isTableName); table != paths.end())
        return bringData(*table);
    BringInDialog dialog(
        document_, before, [this](const QString& path) { return editor_.unlocked(path); }, this);
    dialog.addFiles(paths);
    if (dialog.exec() != QDialog::Accepted)
        return;
    sequence_->editor().bringIn(dialog.pages(), dialog.before(), dialog.lie(), dialog.offer());
    showStage(Stage::PageOrder);
}

void MainWindow::connectPages()
{
    on(actions_.bringIn, [this] { askForPages(); });
    on(actions_.bringInFolder, [this] { askForFolderOfPages(); });
    on(actions_.nextPage, [this] { leafThrough(1); });
    on(actions_.pageBefore, [this] { leafThrough(-1); });
}

PaperCanvas& MainWindow::canvasAtWork()
{
    if (stages_->current() == int(Stage::Sheet))
        return sheet_->canvas();
    return flat_->canvas();
}

void MainWindow::addTable(const QString& path)
{
    const int panel = panelAtWork();
    CellsDialog dialog(newTable(document_.job(), document_.plan(), selection_.surface(), panel, emptyRows(4, 3)), this);
    if (!path.isEmpty())
        dialog.takeFrom(path);
    if (dialog.exec() == QDialog::Accepted)
        editor_.putTable(dialog.table());
}

void MainWindow::connectOutlines()
{
    on(actions_.drawOutline, [this] {
        showStage(Stage::Flat);
        flat_->canvas().drawOutline();
    });
    const auto change = [this](QAction* action, auto how) {
        on(action, [this, action, how] { editor_.changeOutlines(action->text().remove(u'&'), how); });
    };
    for (const auto& [action, how] : {std::pair(actions_.joinShapes, PathJoin::United),
                                      {actions_.cutOut, PathJoin::CutOut},
                                      {actions_.keepCommon, PathJoin::Common}})
        change(action, [how = how](Job& job, const Plan& plan, const QStringList& ids) {
            return combineShapes(job, plan, ids, how);
        });
    for (const auto& [action, way] :
         {std::pair(actions_.mirrorAcross, MirrorWay::Across), {actions_.mirrorDown, MirrorWay::Down}})
        change(action, [way = way](Job& job, const Plan& plan, const QStringList& ids) {
            return mirrorShapes(job, plan, ids, way);
        });
    change(actions_.putInside, putInside);
}

void MainWindow::takeTable(const QString& path)
{
    QMessageBox box(
        QMessageBox::Question, tr("A table"),
        tr("%1 can be a table on the panel, or the data that copies differ in.").arg(QFileInfo(path).fileName()),
        QMessageBox::Cancel, this);
    box.setObjectName(QStringLiteral("tableQuestion"));
    const auto* onPanel = box.addButton(tr("Table on the panel"), QMessageBox::AcceptRole);
    const auto* copies = box.addButton(tr("Data for the copies"), QMessageBox::ActionRole);
    box.exec();
    if (box.clickedButton() == onPanel)
        addTable(path);
    else if (box.clickedButton() == copies)
        bringData(path);
}

void MainWindow::turnOver()
{
    if (selection_.surface().master != 0)
        return; // what lies behind depends on where it shows
    if (selection_.surface().component == Component::Text) {
        // Behind some pages lies a blank, which there is nothing to see of.
        const SurfaceId behind = surfaceBehind(document_.job(), document_.plan(), selection_.surface());
        if (behind.page > 0)
            openSurface(behind);
        return;
    }
    const Paper& paper = document_.plan().paper;
    const auto& panels = paper.face(selection_.surface().face);
    const int behind =
        paper.behind(panels[std::size_t(std::clamp(selection_.panel(), 0, int(panels.size()) - 1))]).position;
    selection_.setSurface(otherFace(selection_.surface().face));
    selection_.setPanel(behind); // the same paper, seen from behind
}

void MainWindow::connectViews()
{
    on(actions_.turnOver, [this] {
        if (stages_->current() == int(Stage::Dummy))
            dummy_->canvas().turnOver();
        else
            recordsAtWork() ? order_->records().turnOver() : turnOver();
    });
    on(actions_.nextView, [this] { flat_->nextView(); });
    const auto zoom = [this](int step) {
        if (stages_->current() == int(Stage::Dummy))
            dummy_->canvas().zoomBy(step > 0 ? 1.25 : 0.8);
        else if (pagesAtWork())
            sequence_->resizePages(step);
        else if (recordsAtWork())
            order_->records().resizePieces(step);
        else if (step > 0)
            canvasAtWork().zoomIn();
        else
            canvasAtWork().zoomOut();
    };
    on(actions_.zoomIn, [zoom] { zoom(1); });
    on(actions_.zoomOut, [zoom] { zoom(-1); });
    const auto toMark = [this](int by) {
        enter(Stage::Sheet);
        sheet_->canvas().zoomToMark(by);
    };
    on(actions_.nextMark, [toMark] { toMark(1); });
    on(actions_.markBefore, [toMark] { toMark(-1); });
    on(actions_.zoomFit, [this] {
        if (stages_->current() == int(Stage::Dummy))
            dummy_->canvas().lookFrom(DummyAspect::Above);
        else
            canvasAtWork().zoomToFit();
    });
    connect(actions_.darkTheme, &QAction::toggled, this, [this](bool dark) {
        QSettings().setValue(darkKey, dark);
        setDark(dark);
    });
    on(actions_.stageBrief, [this] { showStage(Stage::Brief); });
    on(actions_.stageSequence, [this] { showStage(Stage::PageOrder); });
    on(actions_.stageFlat, [this] { showStage(Stage::Flat); });
    on(actions_.stageDummy, [this] { showStage(Stage::Dummy); });
    on(actions_.stageSheet, [this] { showStage(Stage::Sheet); });
    on(actions_.stageRelease, [this] { showStage(Stage::Release); });
}

void MainWindow::showAbout()
{
    tell(tr("About Upper Hinge"),
         tr("<p><b>Upper Hinge %1</b></p><p>Sets up folded and trimmed print pieces, from the brief to the press "
            "sheet.</p>"
            "<p>Free software under the GNU General Public License, version 3 or later.<br>"
            "Ships with the fonts Vollkorn, Cabin and Hinge Sans (SIL Open Font License), "
            "icons of the Lucide set (ISC licence) and a press profile by basICColor (zlib licence).</p>")
             .arg(QLatin1String(programVersion)),
         Qt::RichText);
}

} // namespace hinge
