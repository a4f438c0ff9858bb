// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sequence/sequence_stage.h"

#include "app/look/actions.h"
#include "app/look/plain_text.h"
#include "app/look/theme.h"
#include "app/look/view_pills.h"

#include "core/file/links.h"

#include <QComboBox>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QMenu>
#include <QSlider>
#include <QVBoxLayout>

namespace hinge
{

SequenceStage::SequenceStage(Document& document, Actions& actions, QWidget* parent)
    : QWidget(parent), document_(document), editor_(document, selection_)
{
    setObjectName(QStringLiteral("sequenceStage"));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(4);
    auto* middle = new QVBoxLayout;
    middle->setSpacing(4);
    grid_ = new PageGrid(document_, selection_);
    middle->addLayout(makeHead(actions));
    middle->addWidget(grid_, 1);
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
    connect(grid_, &PageGrid::openRequested, this, [this](const SurfaceId& surface, int place) {
        Q_EMIT openRequested(place < 0 ? surface : editor_.surfaceOf(place));
    });
    connect(grid_, &PageGrid::moveRequested, &editor_, &SequenceEditor::moveTo);
    connect(grid_, &PageGrid::filesDropped, this, &SequenceStage::filesDropped);
    connect(grid_, &PageGrid::sizeRequested, this, &SequenceStage::resizePages);
    connect(grid_, &PageGrid::lookDifferent, this, [this](const QString& file, const std::vector<int>& places) {
        const QString name = QFileInfo(shownPath(file)).fileName();
        say(places.size() == 1 ? tr("%1 was changed: page %2 looks different.").arg(name, pageSetText(places))
                               : tr("%1 was changed: pages %2 look different.").arg(name, pageSetText(places)));
    });
    connect(&editor_, &SequenceEditor::refused, this, &SequenceStage::say);
    connect(&selection_, &PageSelection::changed, this, [this] { say({}); });
    connect(&document_, &Document::changed, this, &SequenceStage::refresh);
    refresh();
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
        0, [this](int i) { grid_->setView(PageView(i)); });
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
    const bool small = width() - drawer_->width() < 680;
    head_->setDirection(small ? QBoxLayout::TopToBottom : QBoxLayout::LeftToRight);
    QWidget::resizeEvent(event);
}

void SequenceStage::connectActions(Actions& actions)
{
    const auto on = [this](QAction* action, auto what) {
        // Their keys count while the keyboard is on the pages.
        grid_->addAction(action);
        connect(action, &QAction::triggered, this, what);
    };
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
    grid_->setContextMenuPolicy(Qt::CustomContextMenu);
    connect(grid_, &QWidget::customContextMenuRequested, this, [this, &actions](QPoint at) {
        QMenu menu;
        menu.addActions({actions.openPage, actions.insertPage});
        menu.addSeparator();
        menu.addActions({actions.duplicate, actions.remove});
        menu.addSeparator();
        menu.addActions({actions.turnPages, actions.reversePages, actions.swapPages});
        menu.addSeparator();
        menu.addActions({actions.stateNothing, actions.stateInWork, actions.stateQuestion, actions.statePassed});
        menu.exec(grid_->mapToGlobal(at));
    });
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
