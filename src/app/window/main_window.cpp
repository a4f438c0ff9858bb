// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/window/main_window.h"

#include "app/brief/brief_stage.h"
#include "app/dialogs/files_dialog.h"
#include "app/document/linked_files.h"
#include "app/dummy/dummy_stage.h"
#include "app/fields/findings_bar.h"
#include "app/flat/flat_stage.h"
#include "app/flat/styles_dialog.h"
#include "app/gang/gang_window.h"
#include "app/look/ask_file.h"
#include "app/look/fit_screen.h"
#include "app/look/keep_dialog.h"
#include "app/look/plain_text.h"
#include "app/look/theme.h"
#include "app/release/release_stage.h"
#include "app/sequence/order_stage.h"
#include "app/sheet/sheet_stage.h"
#include "app/window/docket.h"
#include "app/window/stage_stack.h"
#include "app/window/stage_strip.h"
#include "colour/press_profile.h"
#include "core/file/embedded_files.h"
#include "core/file/job_file.h"
#include "core/file/links.h"
#include "core/file/packed_job.h"
#include "core/file/record_table.h"
#include "core/gang/gang_file.h"

#include <QAbstractButton>
#include <QApplication>
#include <QCloseEvent>
#include <QComboBox>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QInputDialog>
#include <QLabel>
#include <QLineEdit>
#include <QLocale>
#include <QMenuBar>
#include <QMessageBox>
#include <QMimeData>
#include <QPushButton>
#include <QScreen>
#include <QSettings>
#include <QTimer>
#include <QUrl>
#include <QVBoxLayout>

namespace hinge
{
namespace
{

constexpr QSize wantedSize(1280, 800);
const QString geometryKey = QStringLiteral("geometry");

/// What fields do themselves with keys that also belong to actions of the window.
bool isForWords(const QAction* action)
{
    for (const auto key : {QKeySequence::Copy, QKeySequence::Cut, QKeySequence::Paste, QKeySequence::SelectAll,
                           QKeySequence::Undo, QKeySequence::Redo, QKeySequence::Delete})
        if (QKeySequence::keyBindings(key).contains(action->shortcut()))
            return true;
    return false;
}

} // namespace

MainWindow::MainWindow()
    : editor_(document_, selection_), recovery_(document_), painter_(document_.layouts(), document_.files()),
      actions_(this)
{
    setObjectName(QStringLiteral("mainWindow"));
    setAcceptDrops(true);
    resize(wantedSize);
    setMinimumSize(880, 500); // a small screen shown at twice the size has no more

    strip_ = new StageStrip(document_);
    flat_ = new FlatStage(document_, selection_, editor_, painter_, actions_);
    dummy_ = new DummyStage(document_, actions_);
    sheet_ = new SheetStage(document_, actions_, painter_);
    auto* release = new ReleaseStage(document_, exporter_, painter_, actions_);
    stages_ = new StageStack;
    order_ = new OrderStage(document_, actions_);
    sequence_ = &order_->pages();
    auto* brief = new BriefStage(document_, painter_, stocks_);
    connect(brief, &BriefStage::dataRequested, this, &MainWindow::askForData);
    stages_->add(brief);
    stages_->add(order_);
    stages_->add(flat_);
    stages_->add(dummy_);
    stages_->add(sheet_);
    stages_->add(release);

    auto* centre = new QWidget;
    auto* column = new QVBoxLayout(centre);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    auto* top = new QHBoxLayout;
    top->setContentsMargins(16, 6, 16, 4);
    top->addWidget(strip_);
    column->addLayout(top);
    auto* body = new QHBoxLayout;
    body->setContentsMargins(12, 4, 12, 4);
    body->setSpacing(6);
    auto* docket = new Docket(document_);
    body->addWidget(docket);
    body->addWidget(stages_, 1);
    column->addLayout(body, 1);
    auto* findings = new FindingsBar(document_);
    column->addWidget(findings);
    setCentralWidget(centre);

    buildMenus();
    connectActions();
    connect(strip_, &StageStrip::chosen, stages_, [this, docket](Stage stage) {
        enter(stage);
        docket->setStage(stage);
    });
    connect(&document_, &Document::fileStateChanged, this, &MainWindow::refreshTitle);
    connect(&document_, &Document::replaced, this, [this] {
        selection_.clearItem();
        panels_.clear();
    });
    connect(sequence_, &SequenceStage::openRequested, this, &MainWindow::openSurface);
    connect(sheet_, &SheetStage::openRequested, this, &MainWindow::openSurface);
    connect(sheet_, &SheetStage::showInSequenceRequested, this, &MainWindow::showInSequence);
    connect(sequence_, &SequenceStage::filesDropped, this, &MainWindow::bringIn);
    connect(&document_, &Document::changed, this, [this] {
        numberStages();
        // A page that was taken out is no longer looked at.
        if (selection_.surface().master != 0 ? !document_.job().findMaster(selection_.surface().master)
                                             : selection_.surface().component == Component::Text &&
                                                   !document_.plan().readerPage(selection_.surface()))
            selection_.setSurface(Face::Outside);
        takeFront();
        // What an undo took away is no longer taken in hand.
        QStringList left;
        for (const QString& id : selection_.items())
            if (document_.job().findItem(id))
                left << id;
        if (left.size() != selection_.items().size())
            selection_.setItems(selection_.surface(), left);
    });
    connect(findings, &FindingsBar::showRequested, this, &MainWindow::showFinding);
    connect(release, &ReleaseStage::showRequested, this, &MainWindow::showFinding);
    editor_.setAskPassword([this](const QString& name, bool again) -> std::optional<QString> {
        QInputDialog ask(this);
        ask.setObjectName(QStringLiteral("passwordDialog"));
        ask.setWindowTitle(tr("Locked PDF"));
        ask.setLabelText(again ? tr("That is not the password of %1. Its password:").arg(name)
                               : tr("%1 is locked. Its password:").arg(name));
        ask.setTextEchoMode(QLineEdit::Password);
        return ask.exec() == QDialog::Accepted ? std::optional(ask.textValue()) : std::nullopt;
    });
    editor_.setAskStyles([this](const DocumentText& document, const QString& name) {
        StylesDialog ask(document_.job(), document, name, this);
        return ask.exec() == QDialog::Accepted ? std::optional(ask.choices()) : std::nullopt;
    });
    connect(&editor_, &SurfaceEditor::reading, flat_, &FlatStage::tellReading);
    connect(&editor_, &SurfaceEditor::refused, this,
            [this](const QString& message) { tell(tr("Not placed"), message); });
    connect(&document_, &Document::changed, this, &MainWindow::refreshPress);
    qApp->installEventFilter(this);
    numberStages();
    takeFront();
    refreshTitle();
    refreshRecent();
}

MainWindow::~MainWindow()
{
    // Fields commit when they lose the keyboard: they must go while the document is still there.
    if (QWidget* field = focusWidget())
        field->clearFocus();
    delete takeCentralWidget();
}

void MainWindow::takeFront()
{
    const Paper& paper = document_.plan().paper;
    std::vector<Role> now;
    for (const Panel& panel : paper.face(Face::Outside))
        now.push_back(panel.role);
    if (now == panels_)
        return;
    panels_ = std::move(now);
    selection_.setSurface(Face::Outside);
    selection_.setPanel(paper.front());
}

void MainWindow::showEvent(QShowEvent* event)
{
    QMainWindow::showEvent(event);
    if (!event->spontaneous())
        QTimer::singleShot(0, this, [this] { fitScreen(*this); });
}

void MainWindow::restorePlace() { restoreGeometry(QSettings().value(geometryKey).toByteArray()); }

bool MainWindow::eventFilter(QObject* watched, QEvent* event)
{
    // Some fields take keys for themselves that mean something to the window, such as Ctrl+E.
    if (event->type() == QEvent::ShortcutOverride && watched->isWidgetType() &&
        static_cast<QWidget*>(watched)->window() == this) {
        const auto* key = static_cast<QKeyEvent*>(event);
        const QKeySequence pressed(key->keyCombination());
        if (key->modifiers().testFlag(Qt::ControlModifier) && std::ranges::any_of(actions(), [&](const QAction* a) {
                return a->isEnabled() && a->shortcut() == pressed && !isForWords(a) &&
                       a->shortcutContext() == Qt::WindowShortcut;
            })) {
            event->ignore();
            return true;
        }
    }
    return QMainWindow::eventFilter(watched, event);
}

void MainWindow::refreshPress()
{
    const QString path = document_.job().press.profile.path;
    const QString now =
        path.isEmpty() ? QString()
                       : resolvedPath(path, document_.folder()) + u' ' + document_.files().facts().value(path).sha256;
    if (now == pressShown_)
        return;
    pressShown_ = now;
    // One that is not there is a finding; colours are shown through the shipped one until it is back.
    const auto profile = pressProfileOf(document_.job(), document_.folder());
    const QByteArray icc = profile ? profile->icc : shippedPressProfile().icc;
    painter_.usePress(icc);
    document_.usePress(icc);
    sequence_->usePress(icc);
    dummy_->pictures().usePress(icc);
    order_->records().grid().usePress(icc);
}

void MainWindow::buildMenus()
{
    QMenu* file = menuBar()->addMenu(tr("&File"));
    file->addActions({actions_.newJob, actions_.keepPreset, actions_.open});
    recentMenu_ = file->addMenu(tr("Open &recent"));
    file->addSeparator();
    file->addActions({actions_.save, actions_.saveAs});
    file->addSeparator();
    file->addActions({actions_.exportFlat, actions_.exportPages, actions_.exportCopies, actions_.exportSheets,
                      actions_.exportKnife, actions_.gang, actions_.exportDocket});
    file->addSeparator();
    file->addAction(actions_.stocks);
    file->addSeparator();
    file->addAction(actions_.quit);

    QMenu* edit = menuBar()->addMenu(tr("&Edit"));
    actions_.undo = document_.history().createUndoAction(this, tr("&Undo"));
    actions_.undo->setShortcut(QKeySequence::Undo);
    actions_.undo->setObjectName(QStringLiteral("undo"));
    actions_.undo->setStatusTip(tr("Take the last change back"));
    actions_.undo->setProperty("iconName", QStringLiteral("undo-2"));
    actions_.redo = document_.history().createRedoAction(this, tr("&Redo"));
    actions_.redo->setShortcut(QKeySequence::Redo);
    actions_.redo->setObjectName(QStringLiteral("redo"));
    actions_.redo->setStatusTip(tr("Make the change again"));
    actions_.redo->setProperty("iconName", QStringLiteral("redo-2"));
    addActions({actions_.undo, actions_.redo});
    edit->addActions({actions_.undo, actions_.redo});
    edit->addSeparator();
    edit->addActions({actions_.cut, actions_.copy, actions_.paste, actions_.selectAll});
    edit->addSeparator();
    edit->addActions({actions_.duplicate, actions_.scale, actions_.copyInRows, actions_.repeatOnPanels,
                      actions_.repeatInColumns, actions_.remove});
    edit->addSeparator();
    edit->addActions({actions_.bringForward, actions_.sendBack});
    QMenu* align = edit->addMenu(tr("Bring in &line"));
    align->addActions({actions_.alignLeft, actions_.alignCentre, actions_.alignRight});
    align->addSeparator();
    align->addActions({actions_.alignHead, actions_.alignMiddle, actions_.alignFoot});
    align->addSeparator();
    align->addActions({actions_.distributeAcross, actions_.distributeDown});
    edit->addActions({actions_.group, actions_.ungroup, actions_.lock});
    QMenu* outlines = edit->addMenu(tr("&Outlines"));
    outlines->addAction(actions_.drawOutline);
    outlines->addSeparator();
    outlines->addActions({actions_.joinShapes, actions_.cutOut, actions_.keepCommon, actions_.putInside});
    outlines->addSeparator();
    outlines->addActions({actions_.mirrorAcross, actions_.mirrorDown});
    edit->addSeparator();
    edit->addActions({actions_.underline, actions_.strikeThrough, actions_.putCharacter, actions_.textLooks});

    QMenu* view = menuBar()->addMenu(tr("&View"));
    view->addActions({actions_.stageBrief, actions_.stageSequence, actions_.stageFlat, actions_.stageDummy,
                      actions_.stageSheet, actions_.stageRelease});
    view->addSeparator();
    view->addActions({actions_.turnOver, actions_.nextView});
    view->addSeparator();
    view->addActions({actions_.zoomIn, actions_.zoomOut, actions_.zoomFit, actions_.nextMark, actions_.markBefore});
    view->addSeparator();
    view->addAction(actions_.darkTheme);

    QMenu* panel = menuBar()->addMenu(tr("&Panel"));
    panel->addActions({actions_.placePicture, actions_.addText, actions_.placeText, actions_.addTable,
                       actions_.addShape, actions_.addCode});
    panel->addSeparator();
    panel->addActions({actions_.pictureFrame, actions_.wordsFrame, actions_.usualFrames, actions_.makeMaster});
    panel->addSeparator();
    panel->addActions({actions_.keepBlock, actions_.blocks});
    panel->addSeparator();
    panel->addActions({actions_.addPasteOver, actions_.whatIsCovered});
    panel->addSeparator();
    panel->addActions({actions_.addTint, actions_.tintFace, actions_.pickInk, actions_.proposeFocus});
    panel->addSeparator();
    panel->addActions({actions_.files, actions_.press});
    panel->addSeparator();
    panel->addActions({actions_.takeSupplied, actions_.dropSupplied});

    QMenu* pages = menuBar()->addMenu(tr("Pa&ges"));
    pages->addActions({actions_.bringIn, actions_.bringInFolder});
    pages->addSeparator();
    pages->addActions({actions_.openPage, actions_.pageBefore, actions_.nextPage});
    pages->addSeparator();
    pages->addActions({actions_.insertPage, actions_.turnPages, actions_.reversePages, actions_.swapPages,
                       actions_.movePagesBack, actions_.movePagesOn});
    pages->addSeparator();
    pages->addActions({actions_.numberCopies, actions_.bringData, actions_.recordBefore, actions_.nextRecord});
    pages->addSeparator();
    pages->addActions({actions_.stateNothing, actions_.stateInWork, actions_.stateQuestion, actions_.statePassed});

    QMenu* dummy = menuBar()->addMenu(tr("&Dummy"));
    dummy->addActions({actions_.stepBack, actions_.stepOn, actions_.playSteps});
    dummy->addSeparator();
    dummy->addActions({actions_.readThrough, actions_.openSpot});
    dummy->addSeparator();
    dummy->addActions({actions_.printDummy, actions_.dummyPicture, actions_.dummyFilm});

    QMenu* help = menuBar()->addMenu(tr("&Help"));
    help->addActions({actions_.keys, actions_.about});
    actions_.refreshIcons(this);
}

void MainWindow::numberStages()
{
    const std::array<QAction*, allStages.size()> stages{actions_.stageBrief, actions_.stageSequence,
                                                        actions_.stageFlat,  actions_.stageDummy,
                                                        actions_.stageSheet, actions_.stageRelease};
    int number = 0;
    for (const Stage stage : allStages) {
        QAction* action = stages[std::size_t(stage)];
        const bool shown = hasStage(document_.job(), stage);
        action->setVisible(shown);
        action->setShortcut(shown ? QKeySequence(Qt::CTRL | Qt::Key(Qt::Key_1 + number++)) : QKeySequence());
    }
    const bool pages = hasPages(document_.job().kind);
    for (QAction* action : {actions_.nextRecord, actions_.recordBefore, actions_.exportCopies})
        action->setEnabled(document_.job().records.any());
    for (QAction* action :
         {actions_.bringIn, actions_.bringInFolder, actions_.nextPage, actions_.pageBefore, actions_.exportPages})
        action->setEnabled(pages);
}

void MainWindow::showStage(Stage stage)
{
    if (!hasStage(document_.job(), stage))
        stage = Stage::Brief;
    strip_->setCurrent(stage);
    enter(stage);
}

void MainWindow::enter(Stage stage)
{
    // The keyboard goes along, unless it is at work in the stage already.
    const QWidget* focus = focusWidget();
    const bool isThere = focus && focus->isVisible() && stages_->widget(int(stage))->isAncestorOf(focus);
    stages_->show(int(stage));
    if (isThere)
        return;
    if (stage == Stage::PageOrder)
        order_->setFocus(Qt::OtherFocusReason);
    else if (stage == Stage::Flat)
        flat_->setFocus(Qt::OtherFocusReason);
    else if (stage == Stage::Dummy)
        dummy_->setFocus(Qt::OtherFocusReason);
    else if (stage == Stage::Sheet)
        sheet_->setFocus(Qt::OtherFocusReason);
    else if (!focus || strip_->isAncestorOf(focus))
        strip_->takeFocus();
}

void MainWindow::showDialog(const QString& name)
{
    if (name == QStringLiteral("sheets"))
        findChild<QAbstractButton*>(QStringLiteral("brief.face.sheets"))->click();
    else if (name.startsWith(QStringLiteral("moment.")))
        dummy_->canvas().setMoment(name.section(u'.', 1).toDouble());
    else if (name.startsWith(QStringLiteral("form.")))
        sheet_->state().setFormIndex(name.section(u'.', 1).toInt() - 1);
    else if (name.startsWith(QStringLiteral("nested."))) {
        sheet_->state().setFormIndex(name.section(u'.', 1).toInt() - 1);
        findChild<QAbstractButton*>(QStringLiteral("sheet.mode.1"))->click();
        findChild<QAbstractButton*>(QStringLiteral("sheet.nested"))->click();
    } else if (name.startsWith(QStringLiteral("stroke."))) {
        findChild<QAbstractButton*>(QStringLiteral("sheet.mode.2"))->click();
        sheet_->state().setStroke(name.section(u'.', 1).toInt() - 1);
    } else if (name.startsWith(QStringLiteral("bring-in:")))
        bringIn({name.section(u':', 1)}, -1);
    else if (name.startsWith(QStringLiteral("page.")))
        openSurface(sequence_->editor().surfaceOf(name.section(u'.', 1).toInt() - 1));
    else if (auto* view = (gang_ ? static_cast<QWidget*>(gang_.get()) : this)->findChild<QAbstractButton*>(name))
        view->click();
    else if (auto* action = findChild<QAction*>(name))
        action->trigger();
}

void MainWindow::setDark(bool dark)
{
    if (Theme::of(this).dark != dark) {
        applyTheme(*qApp, dark);
        actions_.refreshIcons(this);
    }
    const QSignalBlocker quiet(actions_.darkTheme);
    actions_.darkTheme->setChecked(dark);
    Q_EMIT document_.changed(); // labels that carry colours are written again
}

void MainWindow::refreshTitle()
{
    setWindowTitle(QStringLiteral("%1[*] · Upper Hinge").arg(document_.displayName()));
    setWindowModified(document_.isDirty());
}

void MainWindow::askPreset()
{
    KeepDialog dialog(QStringLiteral("presetDialog"), QStringLiteral("preset"), tr("Keep as a preset"),
                      document_.job().title, this);
    const QLineEdit* about = dialog.addLine(tr("What it is for"), "about", {});
    auto* kept = new QComboBox;
    kept->addItem(tr("the set-up alone"), int(PresetContent::Nothing));
    kept->addItem(tr("the set-up and what stands on it; pictures wait"), int(PresetContent::WithoutPictures));
    kept->addItem(tr("the set-up and all that stands on it"), int(PresetContent::Everything));
    dialog.addField(tr("What it keeps"), kept, "content");
    if (dialog.exec() != QDialog::Accepted)
        return;
    const auto preset = presetFrom(document_.job(), dialog.name()->text(), about->text(),
                                   PresetContent(kept->currentData().toInt()), document_.folder());
    if (const auto done = preset ? presets_.keep(*preset) : Result<void>(tl::unexpected(preset.error())); !done)
        tell(tr("Not kept"), done.error().text());
}

void MainWindow::showFinding(const Finding& finding)
{
    if (finding.code.startsWith(QStringLiteral("records.")) && finding.itemId.isEmpty())
        return showRecords();
    if (!finding.surface) {
        showStage(finding.code.startsWith(QStringLiteral("sheet.")) ? Stage::Sheet : Stage::Brief);
        return;
    }
    if (finding.surface->component == Component::Text && finding.itemId.isEmpty()) {
        showStage(Stage::PageOrder);
        if (const ReaderPage* page = document_.plan().readerPage(*finding.surface))
            sequence_->selection().setOne(page->place);
        return;
    }
    showStage(Stage::Flat);
    selection_.setItem(*finding.surface, finding.itemId);
}

void MainWindow::tell(const QString& title, const QString& message, Qt::TextFormat format)
{
    auto* box = new QMessageBox(QMessageBox::NoIcon, title, {}, QMessageBox::Ok, this);
    box->setTextFormat(format);
    box->setText(message);
    box->setObjectName(QStringLiteral("message"));
    box->setAttribute(Qt::WA_DeleteOnClose);
    box->setTextInteractionFlags(Qt::TextSelectableByMouse);
    box->open();
}

void MainWindow::closeEvent(QCloseEvent* event)
{
    if (!mayLeave()) {
        event->ignore();
        return;
    }
    if (gang_ && gang_->isVisible() && !gang_->close()) {
        event->ignore();
        return;
    }
    exporter_.stop(); // what it was writing goes away
    QSettings().setValue(geometryKey, saveGeometry());
    event->accept();
}

void MainWindow::changeEvent(QEvent* event)
{
    QMainWindow::changeEvent(event);
    // Back at the window: what happened to the file meanwhile is asked about once.
    if (event->type() == QEvent::ActivationChange && isActiveWindow() && !QApplication::activeModalWidget() &&
        document_.isChangedOnDisk())
        QTimer::singleShot(0, this, [this] {
            if (!document_.isChangedOnDisk() || QApplication::activeModalWidget())
                return;
            if (askAboutDisk() != DiskAnswer::Settled)
                document_.acceptDisk(); // what it is now is known
        });
    if (event->type() == QEvent::PaletteChange && centralWidget())
        centralWidget()->update();
}

void MainWindow::dragEnterEvent(QDragEnterEvent* event)
{
    if (event->mimeData()->hasUrls())
        event->acceptProposedAction();
}

void MainWindow::dropEvent(QDropEvent* event)
{
    // Anywhere in the window: a job opens, pages come in, anything else goes to the panel at work.
    QStringList pages;
    // On the Brief of a piece with pages what comes in says what the piece is.
    const bool isBriefOfPages = stages_->current() == int(Stage::Brief) && hasPages(document_.job().kind);
    for (const QUrl& url : event->mimeData()->urls()) {
        const QString path = url.toLocalFile();
        if (path.endsWith(u'.' + gangFileSuffix())) {
            openJob(path);
        } else if (path.endsWith(u'.' + jobFileSuffix()) || isPackedName(path)) {
            if (mayLeave())
                openJob(path);
        } else if (isTableName(path)) {
            bringData(path);
        } else if (!path.isEmpty() && (pagesAtWork() || isBriefOfPages)) {
            pages << path;
        } else if (!path.isEmpty()) {
            showStage(Stage::Flat);
            editor_.placeFile(path, selection_.panel());
        }
    }
    if (!pages.isEmpty())
        bringIn(pages, -1);
    event->acceptProposedAction();
}

} // namespace hinge
