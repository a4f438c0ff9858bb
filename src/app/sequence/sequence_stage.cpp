// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sequence/sequence_stage.h"

#include "app/look/actions.h"
#include "app/look/plain_text.h"
#include "app/look/theme.h"
#include "app/look/view_pills.h"

#include "app/document/linked_files.h"
#include "core/edit/bring_in.h"
#include "core/file/links.h"

#include <QComboBox>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QMenu>
#include <QSlider>
#include <QSplitter>
#include <QVBoxLayout>

namespace hinge
{

SequenceStage::SequenceStage(Document& document, Actions& actions, QWidget* parent)
    : QWidget(parent), document_(document), editor_(document, selection_), actions_(actions)
{
    setObjectName(QStringLiteral("sequenceStage"));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(4);
    auto* middle = new QVBoxLayout;
    middle->setSpacing(4);
    grid_ = new PageGrid(document_, selection_);
    middle->addLayout(makeHead(actions));
    grids_ = new QSplitter(Qt::Horizontal);
    grids_->setChildrenCollapsible(false);
    grids_->addWidget(grid_);
    middle->addWidget(grids_, 1);
    told_ = plainLabel();
    told_->setObjectName(QStringLiteral("sequence.told"));
    told_->setProperty("role", QStringLiteral("note"));
    told_->setContentsMargins(12, 0, 12, 4);
    told_->hide();
    middle->addWidget(told_);
    row->addLayout(middle, 1);
    drawer_ = new PageDrawer(document_, selection_, editor_, actions);
    row->addWidget(drawer_);
    setFocusProxy(grid_);
    connectActions(actions);
    connectGrid(*grid_);
    connect(grid_, &PageGrid::lookDifferent, this, [this](const QString& file, const std::vector<int>& places) {
        const QString name = QFileInfo(shownPath(file)).fileName();
        const QString other = changed_.value(file);
        if (!other.isEmpty())
            return say(places.size() == 1
                           ? tr("%1 was changed: %2; page %3 looks different.").arg(name, other, pageSetText(places))
                           : tr("%1 was changed: %2; pages %3 look different.").arg(name, other, pageSetText(places)));
        say(places.size() == 1 ? tr("%1 was changed: page %2 looks different.").arg(name, pageSetText(places))
                               : tr("%1 was changed: pages %2 look different.").arg(name, pageSetText(places)));
    });
    connect(&document_.files(), &LinkedFiles::readAgain, this,
            [this](const QString& file, const FileFacts& before, const FileFacts& now) {
                changed_.insert(file, changeText(before, now));
                if (!changed_.value(file).isEmpty())
                    say(tr("%1 was changed: %2.").arg(QFileInfo(shownPath(file)).fileName(), changed_.value(file)));
            });
    connect(&editor_, &SequenceEditor::refused, this, &SequenceStage::say);
    connect(&selection_, &PageSelection::changed, this, [this] { say({}); });
    connect(&document_, &Document::changed, this, &SequenceStage::refresh);
    refresh();
}

void SequenceStage::connectGrid(PageGrid& grid)
{
    connect(&grid, &PageGrid::openRequested, this, [this](const SurfaceId& surface, int place) {
        Q_EMIT openRequested(place < 0 ? surface : editor_.surfaceOf(place));
    });
    connect(&grid, &PageGrid::moveRequested, &editor_, &SequenceEditor::moveTo);
    connect(&grid, &PageGrid::filesDropped, this, &SequenceStage::filesDropped);
    connect(&grid, &PageGrid::sizeRequested, this, &SequenceStage::resizePages);
    // Their keys count while the keyboard is on the pages.
    for (QAction* action : {actions_.openPage, actions_.insertPage, actions_.turnPages, actions_.reversePages,
                            actions_.swapPages, actions_.movePagesBack, actions_.movePagesOn, actions_.stateNothing,
                            actions_.stateInWork, actions_.stateQuestion, actions_.statePassed})
        grid.addAction(action);
    grid.setContextMenuPolicy(Qt::CustomContextMenu);
    connect(&grid, &QWidget::customContextMenuRequested, this, [this, &grid](QPoint at) {
        QMenu menu;
        menu.addActions({actions_.openPage, actions_.insertPage});
        menu.addSeparator();
        menu.addActions({actions_.duplicate, actions_.remove});
        menu.addSeparator();
        menu.addActions({actions_.turnPages, actions_.reversePages, actions_.swapPages});
        menu.addSeparator();
        menu.addActions({actions_.stateNothing, actions_.stateInWork, actions_.stateQuestion, actions_.statePassed});
        menu.exec(grid.mapToGlobal(at));
    });
}

void SequenceStage::layReceivedBeside(bool on)
{
    beside_->setChecked(on);
    if (on && !received_) {
        received_ = new PageGrid(document_, selection_);
        received_->setObjectName(QStringLiteral("receivedGrid"));
        received_->setAccessibleName(tr("The pages as they were received"));
        received_->setView(PageView::Received);
        received_->setPageHeight(size_->value());
        if (!press_.isEmpty())
            received_->usePress(press_);
        connectGrid(*received_);
        connect(size_, &QSlider::valueChanged, received_, &PageGrid::setPageHeight);
        grids_->addWidget(received_);
        grids_->setStretchFactor(0, 3);
        grids_->setStretchFactor(1, 2);
    }
    if (received_)
        received_->setVisible(on);
    // Twice the same view would be of no use.
    if (on && grid_->view() == PageView::Received)
        setView(PageView::Spreads);
}

bool SequenceStage::isIdle() const
{
    return grid_->isIdle() && (!received_ || !received_->isVisible() || received_->isIdle());
}

void SequenceStage::usePress(const QByteArray& icc)
{
    press_ = icc;
    grid_->usePress(icc);
    if (received_)
        received_->usePress(icc);
}

QLayout* SequenceStage::makeHead(Actions& actions)
{
    head_ = new QBoxLayout(QBoxLayout::LeftToRight);
    head_->setContentsMargins(12, 8, 12, 0);
    head_->setSpacing(6);
    auto* head = new QHBoxLayout;
    head->setSpacing(4);
    head_->addLayout(head);
    auto* bring = new QPushButton(tr("Bring in…"));
    bring->setObjectName(QStringLiteral("sequence.bringIn"));
    bring->setToolTip(actions.bringIn->toolTip());
    bring->setProperty("leading", true);
    bring->setMaximumHeight(30);
    connect(bring, &QPushButton::clicked, actions.bringIn, &QAction::trigger);
    head->addWidget(bring);
    head->addSpacing(8);
    views_ = addPills(
        head,
        {{tr("spreads"), tr("Two by two, as a reader meets them"), QStringLiteral("sequence.view.0")},
         {tr("single"), tr("One page after the other"), QStringLiteral("sequence.view.1")},
         {tr("sides"), tr("As they lie on both sides of the sheets before folding"), QStringLiteral("sequence.view.2")},
         {tr("as received"), tr("By the files they came in, each with the place it has now"),
          QStringLiteral("sequence.view.3")}},
        0, [this](int i) { setView(PageView(i)); });
    beside_ = new QPushButton(tr("received beside"));
    beside_->setObjectName(QStringLiteral("sequence.beside"));
    beside_->setProperty("pill", true);
    beside_->setCheckable(true);
    beside_->setToolTip(tr("Lays the pages as they were received beside the order they are in now"));
    connect(beside_, &QPushButton::clicked, this, &SequenceStage::layReceivedBeside);
    head->addSpacing(4);
    head->addWidget(beside_);
    head->addStretch(1);
    head = new QHBoxLayout;
    head->setSpacing(4);
    head_->addLayout(head);
    filter_ = new QComboBox;
    filter_->setObjectName(QStringLiteral("sequence.filter"));
    filter_->setAccessibleName(tr("Which pages are shown"));
    filter_->addItem(tr("all states"));
    for (const PageState state : allPageStates)
        filter_->addItem(pageStateName(state));
    connect(filter_, &QComboBox::currentIndexChanged, this, [this](int i) {
        grid_->setFilter(i > 0 ? std::optional(allPageStates[std::size_t(i - 1)]) : std::nullopt);
    });
    head->addWidget(filter_);
    head->addSpacing(8);
    size_ = new QSlider(Qt::Horizontal);
    size_->setObjectName(QStringLiteral("sequence.size"));
    size_->setAccessibleName(tr("How large pages are shown"));
    size_->setToolTip(tr("How large pages are shown; + and -, or Ctrl and the wheel"));
    size_->setRange(60, 420);
    size_->setSingleStep(20);
    size_->setPageStep(60);
    size_->setValue(150);
    size_->setFixedWidth(96);
    size_->setMinimumHeight(24);
    connect(size_, &QSlider::valueChanged, grid_, &PageGrid::setPageHeight);
    head->addWidget(size_);
    head->addStretch(0);
    return head_;
}

void SequenceStage::resizeEvent(QResizeEvent* event)
{
    // In a small window filter and size have a line of their own.
    const bool small = width() - drawer_->width() < 800;
    head_->setDirection(small ? QBoxLayout::TopToBottom : QBoxLayout::LeftToRight);
    QWidget::resizeEvent(event);
}

void SequenceStage::connectActions(Actions& actions)
{
    const auto on = [this](QAction* action, auto what) { connect(action, &QAction::triggered, this, what); };
    on(actions.openPage, [this] {
        if (!selection_.isEmpty())
            Q_EMIT openRequested(editor_.surfaceOf(selection_.places().front()));
    });
    on(actions.insertPage, [this] { editor_.insertBlank(); });
    on(actions.turnPages, [this] { editor_.turn(); });
    on(actions.reversePages, [this] { editor_.reverse(); });
    on(actions.swapPages, [this] { editor_.swap(); });
    on(actions.movePagesBack, [this] { editor_.nudge(-1); });
    on(actions.movePagesOn, [this] { editor_.nudge(1); });
    on(actions.stateNothing, [this] { setState(PageState::Nothing); });
    on(actions.stateInWork, [this] { setState(PageState::InWork); });
    on(actions.stateQuestion, [this] { setState(PageState::Question); });
    on(actions.statePassed, [this] { setState(PageState::Passed); });
}

void SequenceStage::setState(PageState state)
{
    editor_.setState(state);
    if (state == PageState::Question && !selection_.isEmpty())
        drawer_->askQuestion();
}

void SequenceStage::setView(PageView view)
{
    views_[std::size_t(view)]->setChecked(true);
    grid_->setView(view);
    if (view == PageView::Received && beside_->isChecked())
        layReceivedBeside(false);
}

void SequenceStage::resizePages(int step) { size_->setValue(size_->value() + step * 30); }

void SequenceStage::say(const QString& text)
{
    const bool waits = text.isEmpty() && document_.job().sequence.isEmpty();
    told_->setText(waits ? tr("Drop PDFs, pictures or a folder here, or open a page and design it.") : text);
    told_->setVisible(!told_->text().isEmpty());
}

void SequenceStage::refresh()
{
    const auto& book = document_.plan().book;
    views_[2]->setVisible(book && !book->sheets.empty());
    if (views_[2]->isChecked() && views_[2]->isHidden())
        setView(PageView::Spreads);
    say({});
    // How many pages have come how far.
    std::array<int, 4> counts{};
    for (const SequencePage& page : document_.job().sequence)
        ++counts[std::size_t(page.state)];
    for (const PageState state : allPageStates)
        filter_->setItemText(int(state) + 1, tr("%1 (%2)").arg(pageStateName(state)).arg(counts[std::size_t(state)]));
}

} // namespace hinge
