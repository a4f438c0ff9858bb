// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/gang/gang_window.h"

#include "app/dialogs/keys_dialog.h"
#include "app/document/background.h"
#include "app/fields/drawer_parts.h"
#include "app/fields/fields.h"
#include "app/fields/findings_bar.h"
#include "app/look/ask_file.h"
#include "app/look/foot_button.h"
#include "app/look/view_pills.h"
#include "core/gang/gang_file.h"
#include "core/gang/gang_slots.h"
#include "core/gang/gang_words.h"
#include "core/plan/sheet_words.h"
#include "core/units/page_sizes.h"
#include "paint/knife_painter.h"
#include "pdf/export_gang.h"

#include <QCloseEvent>
#include <QComboBox>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QLineEdit>
#include <QLocale>
#include <QMenu>
#include <QMenuBar>
#include <QMessageBox>
#include <QMimeData>
#include <QProgressBar>
#include <QShortcut>
#include <QUrl>

namespace hinge
{

GangWindow::GangWindow(QWidget* parent) : QMainWindow(parent)
{
    setObjectName(QStringLiteral("gangWindow"));
    setAcceptDrops(true);
    resize(1280, 800);
    makeActions();
    auto* centre = new QWidget;
    auto* rows = new QVBoxLayout(centre);
    rows->setContentsMargins(8, 8, 8, 8);
    rows->setSpacing(4);
    auto* row = new QHBoxLayout;
    row->setSpacing(4);
    row->addWidget(makeJobs());
    row->addWidget(makeMiddle(), 1);
    row->addWidget(makePress());
    rows->addLayout(row, 1);
    rows->addWidget(makeFoot());
    setCentralWidget(centre);
    connect(&document_, &GangDocument::changed, this, &GangWindow::refresh);
    connect(&document_, &GangDocument::replaced, this, &GangWindow::refresh);
    connect(&document_, &GangDocument::notAdded, this, [this](const QStringList& reasons) {
        tell(reasons.size() == 1 ? tr("A job was not opened") : tr("Some jobs were not opened"), reasons.join(u'\n'));
    });
    document_.startNew();
}

GangWindow::~GangWindow()
{
    if (stopWriting_)
        stopWriting_->store(true);
    delete takeCentralWidget(); // an open field is committed then, and still finds the gang
}

QAction* GangWindow::make(const char* name, const QString& text, const QString& icon, const QKeySequence& keys,
                          const QString& tip)
{
    auto* action = new QAction(text, this);
    action->setObjectName(QString::fromLatin1(name));
    action->setShortcut(keys);
    action->setStatusTip(tip);
    action->setToolTip(tip);
    action->setIcon(themedIcon(icon, Theme::of(this).ink));
    addAction(action);
    return action;
}

void GangWindow::makeActions()
{
    open_ = make("gang.open", tr("&Open a gang…"), QStringLiteral("folder-open"), QKeySequence::Open,
                 tr("Open jobs that were put together before"));
    save_ = make("gang.save", tr("&Save"), QStringLiteral("save"), QKeySequence::Save, tr("Save the gang"));
    saveAs_ = make("gang.saveAs", tr("Save &as…"), QStringLiteral("save-all"), QKeySequence(tr("Ctrl+Shift+S")),
                   tr("Save the gang under another name"));
    add_ = make("gang.add", tr("Add &jobs…"), QStringLiteral("file-plus"), QKeySequence(tr("Ctrl+J")),
                tr("Add jobs that share the press sheet"));
    remove_ = make("gang.remove", tr("&Take out"), QStringLiteral("trash-2"), QKeySequence(Qt::Key_Delete),
                   tr("Take the job in hand out of the gang; its file stays"));
    openJob_ = make("gang.openJob", tr("Work on the jo&b"), QStringLiteral("folder-open"), QKeySequence(tr("Ctrl+B")),
                    tr("Open the job in hand in a window of its own"));
    giveSlot_ = make("gang.giveSlot", tr("&Give the slot to…"), {}, QKeySequence(tr("Ctrl+G")),
                     tr("Give the slot in hand to another job of its size, or leave it free"));
    layAfresh_ = make("gang.layAfresh", tr("&Lay out afresh"), {}, QKeySequence(tr("Ctrl+Shift+L")),
                      tr("Work out again who gets which slots"));
    writeSheets_ = make("gang.sheets", tr("&Write the press sheets…"), QStringLiteral("file-output"),
                        QKeySequence(tr("Ctrl+Shift+E")), tr("Write a PDF of every press sheet, front and back"));
    writeKnife_ = make("gang.knife", tr("Write the &knife's program…"), QStringLiteral("scissors"),
                       QKeySequence(tr("Ctrl+Alt+K")), tr("The strokes of the guillotine in order, as PDF or CSV"));
    close_ = make("gang.close", tr("&Close"), QStringLiteral("log-out"), QKeySequence::Close, tr("Close the gang"));
    keys_ = make("gang.keys", tr("&Keys…"), QStringLiteral("keyboard"), QKeySequence::HelpContents,
                 tr("What the keyboard does here"));
    nextSheet_ =
        make("gang.nextSheet", tr("&Next sheet"), {}, QKeySequence(tr("Alt+PgDown")), tr("Show the next press sheet"));
    sheetBefore_ = make("gang.sheetBefore", tr("Sheet be&fore"), {}, QKeySequence(tr("Alt+PgUp")),
                        tr("Show the press sheet before"));
    zoomIn_ = make("gang.zoomIn", tr("Zoom &in"), QStringLiteral("zoom-in"), QKeySequence::ZoomIn, tr("Look closer"));
    zoomOut_ =
        make("gang.zoomOut", tr("Zoom &out"), QStringLiteral("zoom-out"), QKeySequence::ZoomOut, tr("Step back"));
    zoomFit_ = make("gang.zoomFit", tr("Fit the &window"), QStringLiteral("maximize"), QKeySequence(tr("Ctrl+0")),
                    tr("Show all of the sheet"));
    QAction* undo = document_.history().createUndoAction(this, tr("&Undo"));
    QAction* redo = document_.history().createRedoAction(this, tr("&Redo"));
    undo->setShortcut(QKeySequence::Undo);
    redo->setShortcut(QKeySequence::Redo);
    undo->setStatusTip(tr("Take the last change back"));
    redo->setStatusTip(tr("Do again what was taken back"));
    const auto menu = [this](const QString& title, const QList<QAction*>& actions) {
        menuBar()->addMenu(title)->addActions(actions);
        for (QAction* action : actions)
            action->setProperty("group", QString(title).remove(u'&'));
    };
    menu(tr("&Gang"), {open_, save_, saveAs_, writeSheets_, writeKnife_, close_});
    menu(tr("&Edit"), {undo, redo, add_, remove_, openJob_, giveSlot_, layAfresh_});
    menu(tr("&View"), {nextSheet_, sheetBefore_, zoomIn_, zoomOut_, zoomFit_});
    menu(tr("&Help"), {keys_});
    const auto on = [this](QAction* action, auto what) { connect(action, &QAction::triggered, this, what); };
    on(open_, [this] { askForGang(); });
    on(save_, [this] { save(false); });
    on(saveAs_, [this] { save(true); });
    on(add_, [this] { askForJobs(); });
    on(remove_, [this] { removeJob(); });
    on(openJob_, [this] {
        if (jobs_->currentIndex().isValid())
            Q_EMIT jobWanted(document_.gang().members[std::size_t(jobs_->currentIndex().row())].path);
    });
    on(giveSlot_, [this] {
        canvas_->setFocus();
        askWhoGetsSlot(
            canvas_->mapToGlobal(canvas_->slotOnWidget(Face::Outside, canvas_->slotInHand()).center().toPoint()));
    });
    on(layAfresh_, [this] {
        Gang next = document_.gang();
        next.byHand.clear();
        (void)document_.edit(tr("Lay out afresh"), std::move(next));
    });
    on(writeSheets_, [this] { askSheets(); });
    on(writeKnife_, [this] { askKnife(); });
    on(close_, [this] { close(); });
    on(keys_, [this] { showKeys(); });
    on(nextSheet_, [this] { canvas_->setFormIndex(canvas_->formIndex() + 1); });
    on(sheetBefore_, [this] { canvas_->setFormIndex(canvas_->formIndex() - 1); });
    on(zoomIn_, [this] { canvas_->zoomIn(); });
    on(zoomOut_, [this] { canvas_->zoomOut(); });
    on(zoomFit_, [this] { canvas_->zoomToFit(); });
}

QWidget* GangWindow::makeJobs()
{
    auto* drawer = new QWidget;
    drawer->setObjectName(QStringLiteral("gang.left"));
    const SlipHead head = makeSlip(*drawer, QStringLiteral("gang.jobsHead"));
    head.title->setText(tr("Printed together"));
    about_ = head.about;
    jobs_ = new GangJobsList(document_);
    head.column->addWidget(jobs_, 1);
    auto* row = new QHBoxLayout;
    for (QAction* action : {add_, remove_}) {
        QPushButton* button = addFootButton(row, QString(action->text()).remove(u'&'),
                                            action == add_ ? "gang.addButton" : "gang.removeButton", action->toolTip());
        connect(button, &QPushButton::clicked, action, &QAction::trigger);
        connect(action, &QAction::changed, button, [button, action] { button->setEnabled(action->isEnabled()); });
    }
    row->addStretch(1);
    head.column->addLayout(row);
    return drawer;
}

QWidget* GangWindow::makeMiddle()
{
    auto* middle = new QWidget;
    auto* column = new QVBoxLayout(middle);
    column->setContentsMargins(0, 0, 0, 0);
    auto* bar = new QHBoxLayout;
    bar->setContentsMargins(8, 0, 8, 0);
    bar->setSpacing(4);
    canvas_ = new GangCanvas(document_);
    addPills(bar,
             {{tr("with names"), tr("Every slot says which job it is for"), QStringLiteral("gang.mode.0")},
              {tr("as printed"), tr("As it comes off the press"), QStringLiteral("gang.mode.1")},
              {tr("working"), tr("With trim, bleed and what cannot be printed"), QStringLiteral("gang.mode.2")},
              {tr("knife"), tr("How it is cut, stroke by stroke"), QStringLiteral("gang.mode.3")}},
             0, [this](int mode) {
                 canvas_->setView(mode == 2 ? PaperView::Working : PaperView::Printed);
                 canvas_->setLabels(mode == 0);
                 canvas_->setKnife(mode == 3);
                 if (mode == 3)
                     canvas_->setFocus();
                 refresh();
             });
    bar->addStretch(1);
    caption_ = plainLabel();
    caption_->setObjectName(QStringLiteral("gang.caption"));
    caption_->setProperty("role", QStringLiteral("note"));
    bar->addWidget(caption_);
    column->addLayout(bar);
    column->addWidget(canvas_, 1);
    connect(canvas_, &GangCanvas::jobPointedAt, this, [this](int job) {
        canvas_->setJobInHand(job);
        if (job < 0 && jobs_->currentIndex().isValid())
            canvas_->setJobInHand(jobs_->hasFocus() ? jobs_->jobs().jobOf(jobs_->currentIndex().row()) : -1);
    });
    connect(canvas_, &GangCanvas::jobClicked, this,
            [this](int job) { jobs_->setCurrentIndex(jobs_->jobs().index(jobs_->jobs().rowOf(job), 0)); });
    connect(jobs_->selectionModel(), &QItemSelectionModel::currentChanged, this, [this](const QModelIndex& index) {
        canvas_->setJobInHand(index.isValid() ? jobs_->jobs().jobOf(index.row()) : -1);
        refresh();
    });
    connect(canvas_, &GangCanvas::slotChanged, this, &GangWindow::refresh);
    connect(canvas_, &GangCanvas::slotMenuWanted, this, &GangWindow::askWhoGetsSlot);
    connect(canvas_, &GangCanvas::formChanged, this, &GangWindow::refresh);
    connect(canvas_, &GangCanvas::strokeChanged, this, &GangWindow::refresh);
    return middle;
}

QLineEdit* GangWindow::field(const QString& what, std::function<QString(const Gang&)> shown,
                             std::function<Result<void>(Gang&, const QString&)> set)
{
    auto* edit = new QLineEdit;
    refreshers_.push_back([this, edit, shown] {
        if (!edit->hasFocus() || !edit->isModified())
            edit->setText(shown(document_.gang()));
    });
    auto* escape = new QShortcut(QKeySequence(Qt::Key_Escape), edit, nullptr, nullptr, Qt::WidgetShortcut);
    connect(escape, &QShortcut::activated, this, [this, edit, shown] {
        edit->setText(shown(document_.gang()));
        edit->setModified(false);
        markField(edit, {});
    });
    connect(edit, &QLineEdit::editingFinished, this, [this, edit, what, shown, set = std::move(set)] {
        if (!edit->isModified())
            return;
        Gang next = document_.gang();
        auto done = set(next, edit->text());
        if (done)
            done = document_.edit(what, std::move(next));
        markField(edit, done ? QString() : done.error().message);
        edit->setModified(!done.has_value());
        if (done)
            edit->setText(shown(document_.gang()));
    });
    return edit;
}

QLineEdit* GangWindow::lengthField(const QString& what, std::function<Length&(Gang&)> part)
{
    return field(
        what,
        [part](const Gang& g) {
            Gang copy = g;
            return formatLength(part(copy), g.unit);
        },
        [part](Gang& g, const QString& text) -> Result<void> {
            const auto length = parseLength(text, g.unit);
            if (!length)
                return tl::unexpected(length.error());
            part(g) = *length;
            return {};
        });
}

QWidget* GangWindow::makePress()
{
    auto* drawer = new QWidget;
    drawer->setObjectName(QStringLiteral("gang.right"));
    const SlipHead head = makeSlip(*drawer, QStringLiteral("gang.press"));
    head.title->setText(tr("Press sheet"));
    turning_ = head.about;
    sheets_ = new QComboBox;
    sheets_->setPlaceholderText(tr("another size"));
    for (const Size& size : usualPressSheets())
        sheets_->addItem(sheetSizeName(size, document_.gang().unit), QVariant::fromValue(size));
    connect(sheets_, &QComboBox::activated, this, [this](int row) {
        Gang next = document_.gang();
        next.press.sheet = sheets_->itemData(row).value<Size>();
        (void)document_.edit(tr("Change the press sheet"), std::move(next));
    });
    addCells(head.column, {{tr("sheet"), sheets_, "gang.sheet", tr("As it is fed; or type its size below")}});
    addCells(
        head.column,
        {{tr("wide"), lengthField(tr("Change the press sheet"), [](Gang& g) -> Length& { return g.press.sheet.w; }),
          "gang.width", tr("As fed: the gripper holds the head edge")},
         {tr("high"), lengthField(tr("Change the press sheet"), [](Gang& g) -> Length& { return g.press.sheet.h; }),
          "gang.height"}});
    work_ = new QComboBox;
    for (const WorkStyle style :
         {WorkStyle::Sheetwise, WorkStyle::WorkAndTurn, WorkStyle::WorkAndTumble, WorkStyle::OneSide})
        work_->addItem(workStyleName(style), int(style));
    connect(work_, &QComboBox::activated, this, [this](int row) {
        Gang next = document_.gang();
        next.press.work = WorkStyle(work_->itemData(row).toInt());
        (void)document_.edit(tr("Change the work style"), std::move(next));
    });
    addCells(head.column, {{tr("both sides"), work_, "gang.work", tr("How the second side is printed")}});
    addCells(head.column,
             {{tr("gripper"), lengthField(tr("Change the gripper"), [](Gang& g) -> Length& { return g.press.gripper; }),
               "gang.gripper", tr("Unprinted along the head of the sheet")},
              {tr("margin"), lengthField(tr("Change the margin"), [](Gang& g) -> Length& { return g.press.margin; }),
               "gang.margin", tr("Unprinted along its other edges")}});
    const auto percent = [this](const QString& what, Percent Gang::*part) {
        return field(
            what, [part](const Gang& g) { return percentText(g.*part) + QStringLiteral(" %"); },
            [part](Gang& g, const QString& text) -> Result<void> {
                bool ok = false;
                const double n = QString(text).remove(u'%').replace(u',', u'.').trimmed().toDouble(&ok);
                if (!ok)
                    return problem({}, tr("Type a share in percent."));
                g.*part = Percent::nearest(n);
                return {};
            });
    };
    head.column->addWidget(section(tr("Paper and run")));
    addCells(head.column, {{tr("paper"),
                            field(
                                tr("Change the paper"),
                                [](const Gang& g) { return QStringLiteral("%1 g/m²").arg(g.stock.grammage); },
                                [](Gang& g, const QString& text) -> Result<void> {
                                    const auto grammage = parseGrammage(QString(text).remove(QStringLiteral("/m²")));
                                    if (!grammage)
                                        return tl::unexpected(grammage.error());
                                    setGrammage(g.stock, *grammage);
                                    return {};
                                }),
                            "gang.paper", tr("What all are printed on")}});
    addCells(head.column,
             {{tr("overs"), percent(tr("Change the overs"), &Gang::overs), "gang.overs", tr("Sheets to spoil")},
              {tr("may go over"), percent(tr("Change the overrun"), &Gang::overrun), "gang.overrun",
               tr("How much more of a job may be printed than is wanted")}});
    head.column->addWidget(section(tr("Split over")));
    head.column->addWidget(new GangSplitsList(document_), 1);
    return drawer;
}

QWidget* GangWindow::makeFoot()
{
    auto* foot = new QWidget;
    auto* row = new QHBoxLayout(foot);
    row->setContentsMargins(12, 0, 8, 0);
    sign_ = new QLabel;
    row->addWidget(sign_);
    findings_ = plainLabel();
    findings_->setObjectName(QStringLiteral("gang.findings"));
    findings_->setWordWrap(true);
    row->addWidget(findings_, 1);
    progress_ = new QProgressBar;
    progress_->setObjectName(QStringLiteral("gang.progress"));
    progress_->setFixedWidth(160);
    progress_->hide();
    row->addWidget(progress_);
    stop_ = addFootButton(row, tr("Stop"), "gang.stop", tr("Write nothing"));
    stop_->hide();
    connect(stop_, &QPushButton::clicked, this, [this] {
        if (stopWriting_)
            stopWriting_->store(true);
    });
    QPushButton* knife = addFootButton(row, tr("Knife's program…"), "gang.knifeButton", writeKnife_->toolTip());
    QPushButton* sheets = addFootButton(row, tr("Write the sheets…"), "gang.sheetsButton", writeSheets_->toolTip());
    sheets->setProperty("leading", true);
    for (const auto& [button, action] : {std::pair(knife, writeKnife_), std::pair(sheets, writeSheets_)}) {
        connect(button, &QPushButton::clicked, action, &QAction::trigger);
        connect(action, &QAction::changed, button, [b = button, a = action] { b->setEnabled(a->isEnabled()); });
    }
    return foot;
}

void GangWindow::refresh()
{
    const Gang& gang = document_.gang();
    const GangSplit* split = document_.plan().split();
    setWindowTitle(document_.isDirty() ? document_.displayName() + QStringLiteral(" *") : document_.displayName());
    const QLocale locale;
    about_->setText(
        gang.members.empty() ? tr("Jobs that share their press sheets.")
        : split ? tr("%1 sheets and %2 overs").arg(locale.toString(split->sheets), locale.toString(split->overs))
                : tr("Nothing is laid out yet."));
    for (const auto& refresher : refreshers_)
        refresher();
    sheets_->setCurrentIndex(-1);
    for (int row = 0; row < sheets_->count(); ++row)
        if (sheets_->itemData(row).value<Size>() == gang.press.sheet)
            sheets_->setCurrentIndex(row);
    work_->setCurrentIndex(work_->findData(int(gang.press.work)));
    const bool laid = split && canvas_->formIndex() < int(split->forms.size());
    const SheetLayout* layout = laid ? split->forms[std::size_t(canvas_->formIndex())].layout.get() : nullptr;
    turning_->setText(layout ? tr("%1 pieces, %2 % of the sheet, %3 cuts")
                                   .arg(layout->up())
                                   .arg(QString::number(layout->usedPercent, 'f', 0))
                                   .arg(layout->cuts())
                             : QString());
    QString caption;
    if (laid) {
        const GangForm& form = split->forms[std::size_t(canvas_->formIndex())];
        caption = split->forms.size() > 1 ? tr("sheet %1 of %2, %3 times")
                                                .arg(canvas_->formIndex() + 1)
                                                .arg(split->forms.size())
                                                .arg(locale.toString(form.sheets + form.overs))
                                          : tr("%1 times").arg(locale.toString(form.sheets + form.overs));
        if (canvas_->hasKnife())
            caption += canvas_->stroke() < layout->cuts()
                           ? tr("; stroke %1 of %2, arrow keys go on").arg(canvas_->stroke() + 1).arg(layout->cuts())
                           : tr("; all is cut");
    }
    if (laid && canvas_->slotInHand() >= 0)
        caption += tr("; slot %1, Enter gives it to another").arg(canvas_->slotInHand() + 1);
    caption_->setText(caption);
    const bool job = jobs_->currentIndex().isValid();
    remove_->setEnabled(job);
    openJob_->setEnabled(job);
    giveSlot_->setEnabled(laid && canvas_->slotInHand() >= 0 && document_.planned() == gang);
    layAfresh_->setEnabled(!gang.byHand.empty());
    writeSheets_->setEnabled(split && !stopWriting_);
    writeKnife_->setEnabled(split);
    nextSheet_->setEnabled(split && canvas_->formIndex() + 1 < int(split->forms.size()));
    sheetBefore_->setEnabled(canvas_->formIndex() > 0);
    refreshFindings();
}

void GangWindow::showKeys()
{
    const QString sheet = tr("On the press sheet");
    KeysDialog({actions()},
               {{sheet, tr("N, Shift and N"), tr("Go from slot to slot")},
                {sheet, tr("Enter"), tr("Give the slot to another job, or leave it free")},
                {sheet, tr("Page Up, Page Down"), tr("Go from sheet to sheet")},
                {sheet, tr("Arrows"), tr("Move the sheet about; under the knife, go from stroke to stroke")}},
               this)
        .exec();
}

void GangWindow::askWhoGetsSlot(QPoint onScreen)
{
    if (!giveSlot_->isEnabled())
        return;
    const GangPlan& plan = document_.plan();
    const int slot = canvas_->slotInHand();
    auto* menu = new QMenu(this);
    menu->setObjectName(QStringLiteral("gang.slotMenu"));
    menu->setAttribute(Qt::WA_DeleteOnClose);
    const std::vector<int> takers = takersOf(plan, canvas_->formIndex(), slot);
    for (const int piece : takers)
        menu->addAction(tr("Give it to %1").arg(gangPieceName(plan, document_.jobs(), piece)), this,
                        [this, piece] { giveSlot(piece); });
    if (takers.empty())
        menu->addAction(tr("No other job is as large as this one"))->setEnabled(false);
    const SheetLayout& layout = *plan.split()->forms[std::size_t(canvas_->formIndex())].layout;
    if (!layout.front[std::size_t(slot)].left)
        menu->addAction(tr("Leave it free"), this, [this] { giveSlot(std::nullopt); });
    menu->addSeparator();
    menu->addAction(layAfresh_);
    menu->popup(onScreen);
}

void GangWindow::giveSlot(std::optional<int> piece)
{
    if (document_.planned() != document_.gang())
        return; // something changed while the menu was open
    (void)document_.edit(
        piece ? tr("Give a slot to another job") : tr("Leave a slot free"),
        withSlotGiven(document_.gang(), document_.plan(), canvas_->formIndex(), canvas_->slotInHand(), piece));
}

void GangWindow::refreshFindings()
{
    if (stopWriting_)
        return; // it tells what is being written
    const auto& findings = document_.plan().findings;
    const auto stops = std::ranges::find(findings, Severity::Stop, &Finding::severity);
    const auto first = stops != findings.end() ? stops : findings.begin();
    if (document_.gang().members.empty() || findings.empty()) {
        findings_->setText(document_.gang().members.empty() ? QString()
                                                            : tr("Folded and cut in the model, every piece is right."));
        findings_->setToolTip({});
        sign_->clear();
        return;
    }
    QString text = first->message + QStringLiteral(". ") + first->reason;
    if (findings.size() > 1)
        text += QStringLiteral(" ") + tr("(%1 more)").arg(findings.size() - 1);
    findings_->setText(text);
    sign_->setPixmap(severitySign(first->severity, this));
    QStringList all;
    for (const Finding& finding : findings)
        all << finding.message + QStringLiteral(". ") + finding.reason;
    findings_->setToolTip(plainTip(all.join(u'\n')));
}

} // namespace hinge
