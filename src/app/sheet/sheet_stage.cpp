// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sheet/sheet_stage.h"

#include "app/fields/drawer_parts.h"
#include "app/look/view_pills.h"
#include "app/sheet/forms_strip.h"
#include "app/sheet/sheet_drawer.h"
#include "app/sheet/strokes_model.h"
#include "core/plan/knife_words.h"
#include "core/plan/sheet_words.h"
#include "paint/dummy_words.h"

#include <QHBoxLayout>
#include <QLocale>
#include <QSlider>
#include <QSpinBox>
#include <QStackedWidget>
#include <QStyledItemDelegate>
#include <QToolButton>

namespace hinge
{
namespace
{

/// A stroke: its gauge, and how the pile lies.
class StrokeDelegate : public QStyledItemDelegate
{
public:
    StrokeDelegate(const SheetState& state, QObject* parent) : QStyledItemDelegate(parent), state_(state) {}

    QSize sizeHint(const QStyleOptionViewItem& option, const QModelIndex& index) const override
    {
        const int lines = int(index.data(StrokesModel::WordsRole).toString().count(u'\n'));
        return {option.rect.width(), 44 + lines * 15};
    }

    void paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const override
    {
        const Theme& t = Theme::of(option.widget);
        const QRectF row = QRectF(option.rect).adjusted(1, 1, -1, -1);
        const bool here = state_.stroke() == index.row();
        const bool done = index.row() < state_.stroke();
        const bool hover = (option.state & QStyle::State_MouseOver) != 0;
        const bool focus = (option.state & QStyle::State_HasFocus) != 0;
        p->save();
        p->setRenderHint(QPainter::Antialiasing);
        if (here || hover || focus) {
            p->setPen(focus ? QPen(t.accent, 1.5) : QPen(Qt::NoPen));
            p->setBrush(here ? t.accentTint : hover ? t.work : QColor(Qt::transparent));
            p->drawRoundedRect(row, 3, 3);
        }
        const QRectF text = row.adjusted(10, 5, -8, -5);
        p->setFont(uiFont(type::body, here ? QFont::Bold : QFont::DemiBold));
        p->setPen(done ? t.ink2 : t.ink);
        p->drawText(text, Qt::AlignTop | Qt::AlignLeft, index.data().toString());
        p->setFont(uiFont(type::note));
        p->setPen(t.ink2);
        p->drawText(text.adjusted(0, 18, 0, 2), Qt::AlignTop | Qt::AlignLeft,
                    index.data(StrokesModel::WordsRole).toString());
        p->restore();
    }

private:
    const SheetState& state_;
};

QPushButton* pillButton(const QString& text, const QString& name, const QString& tip)
{
    auto* button = new QPushButton(text);
    button->setObjectName(name);
    button->setToolTip(tip);
    button->setProperty("pill", true);
    button->setCursor(Qt::PointingHandCursor);
    return button;
}

QToolButton* iconButton(QAction* action, const QString& name)
{
    auto* button = new QToolButton;
    button->setDefaultAction(action);
    button->setObjectName(name);
    button->setAccessibleName(action->statusTip());
    button->setIconSize({16, 16});
    return button;
}

} // namespace

SheetStage::SheetStage(Document& document, Actions& actions, FacePainter& painter, QWidget* parent)
    : QWidget(parent), document_(document), actions_(actions), state_(document)
{
    setObjectName(QStringLiteral("sheetStage"));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(4);
    auto* middle = new QVBoxLayout;
    middle->setSpacing(0);
    canvas_ = new SheetCanvas(document, state_, painter);
    setFocusProxy(canvas_);
    middle->addLayout(makeHead());
    middle->addWidget(canvas_, 1);
    middle->addWidget(makeFoot());
    middle->addWidget(new FormsStrip(document, state_));
    row->addLayout(middle, 1);
    drawers_ = new QStackedWidget;
    drawers_->setFixedWidth(246);
    drawers_->addWidget(new SheetDrawer(document, state_));
    drawers_->addWidget(makeKnifeDrawer());
    row->addWidget(drawers_);
    player_.setInterval(900);
    connect(&player_, &QTimer::timeout, this, [this] {
        state_.setStroke(state_.stroke() + 1);
        if (state_.stroke() >= int(state_.knife().steps.size()))
            player_.stop();
    });
    connect(canvas_, &SheetCanvas::openRequested, this, &SheetStage::openRequested);
    connect(canvas_, &SheetCanvas::markShown, this, [this](int number, int count) {
        told_->setText(tr("Mark %1 of %2. M goes to the next, Ctrl+0 back to the whole sheet.").arg(number).arg(count));
    });
    connect(&state_, &SheetState::changed, this, &SheetStage::refresh);
    connect(&state_, &SheetState::spotChanged, this, &SheetStage::refreshSpot);
    connect(&state_, &SheetState::strokeChanged, this, &SheetStage::refreshStroke);
    refresh();
}

QLayout* SheetStage::makeHead()
{
    auto* bar = new QHBoxLayout;
    bar->setContentsMargins(12, 8, 12, 0);
    bar->setSpacing(6);
    addPills(bar,
             {{tr("both sides"), tr("Front and back beside each other"), QStringLiteral("sheet.mode.0")},
              {tr("light-table"), tr("The back shines through the front"), QStringLiteral("sheet.mode.1")},
              {tr("knife"), tr("How the guillotine cuts it, stroke by stroke"), QStringLiteral("sheet.mode.2")}},
             0, [this](int mode) {
                 player_.stop();
                 state_.setMode(SheetMode(mode));
             });
    bar->addSpacing(10);
    views_ = addPills(bar, paperViewPills(QStringLiteral("sheet.view.")), int(PaperView::Printed),
                      [this](int i) { canvas_->setView(PaperView(i)); });
    auto* labels = pillButton(tr("contents"), QStringLiteral("sheet.labels"),
                              tr("Every slot says what it carries, and where its head points"));
    labels->setCheckable(true);
    connect(labels, &QPushButton::toggled, canvas_, &SheetCanvas::setLabels);
    bar->addWidget(labels);
    views_.push_back(labels);
    bar->addStretch(1);
    return bar;
}

QWidget* SheetStage::makeFoot()
{
    auto* foot = new QWidget;
    foot->setFixedHeight(38);
    auto* row = new QHBoxLayout(foot);
    row->setContentsMargins(14, 0, 12, 4);
    row->setSpacing(6);
    told_ = plainLabel();
    told_->setObjectName(QStringLiteral("sheet.spot"));
    told_->setProperty("role", QStringLiteral("note"));
    told_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    row->addWidget(told_, 1);
    open_ = pillButton(tr("on the Flat"), QStringLiteral("sheet.open"), tr("Open what is pointed at, to change it"));
    connect(open_, &QPushButton::clicked, this, [this] {
        if (state_.spot() && state_.spot()->place)
            Q_EMIT openRequested(state_.spot()->place->surface);
    });
    inSequence_ =
        pillButton(tr("in the Sequence"), QStringLiteral("sheet.inSequence"), tr("Show the page among the others"));
    connect(inSequence_, &QPushButton::clicked, this, [this] {
        if (state_.spot() && state_.spot()->place)
            Q_EMIT showInSequenceRequested(state_.spot()->place->surface);
    });
    row->addWidget(open_);
    row->addWidget(inSequence_);
    light_ = new QSlider(Qt::Horizontal);
    light_->setObjectName(QStringLiteral("sheet.light"));
    light_->setAccessibleName(tr("How much of the back shines through"));
    light_->setToolTip(tr("How much of the back shines through"));
    light_->setRange(0, 100);
    light_->setValue(state_.light());
    light_->setFixedWidth(130);
    connect(light_, &QSlider::valueChanged, &state_, &SheetState::setLight);
    row->addWidget(light_);
    nested_ = pillButton(tr("innermost sheet"), QStringLiteral("sheet.nested"),
                         tr("The innermost sheet shines through in place of the back: how far creep moves its pages"));
    nested_->setCheckable(true);
    connect(nested_, &QPushButton::toggled, &state_, &SheetState::setNested);
    row->addWidget(nested_);
    copies_ = new QWidget;
    auto* copies = new QHBoxLayout(copies_);
    copies->setContentsMargins(0, 0, 0, 0);
    copies->setSpacing(6);
    auto* label = plainLabel(tr("sheet"));
    label->setProperty("role", QStringLiteral("note"));
    copies->addWidget(label);
    copy_ = new QSpinBox;
    copy_->setObjectName(QStringLiteral("sheet.copy"));
    copy_->setAccessibleName(tr("Which of the sheets of numbered pieces"));
    connect(copy_, &QSpinBox::valueChanged, this, [this](int number) { state_.setSheet(number - 1); });
    copies->addWidget(copy_);
    row->addWidget(copies_);
    return foot;
}

QWidget* SheetStage::makeKnifeDrawer()
{
    auto* drawer = new QWidget;
    drawer->setObjectName(QStringLiteral("knifeDrawer"));
    const SlipHead head = makeSlip(*drawer, QStringLiteral("knife"));
    head.title->setText(tr("The knife"));
    knifeAbout_ = head.about;
    strokes_ = new QListView;
    strokes_->setObjectName(QStringLiteral("knife.strokes"));
    strokes_->setAccessibleName(tr("The strokes, in order"));
    strokes_->setModel(new StrokesModel(document_, state_, strokes_));
    strokes_->setItemDelegate(new StrokeDelegate(state_, strokes_));
    strokes_->setMouseTracking(true);
    strokes_->setFrameShape(QFrame::NoFrame);
    strokes_->viewport()->setAutoFillBackground(false);
    strokes_->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    strokes_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    strokes_->setMinimumHeight(160);
    const auto go = [this](const QModelIndex& index) { state_.setStroke(index.row()); };
    connect(strokes_, &QListView::clicked, this, go);
    connect(strokes_, &QListView::activated, this, go);
    head.column->addWidget(strokes_, 1);
    auto* row = new QHBoxLayout;
    row->setSpacing(6);
    row->addWidget(iconButton(actions_.stepBack, QStringLiteral("knife.back")));
    row->addWidget(iconButton(actions_.playSteps, QStringLiteral("knife.play")));
    row->addWidget(iconButton(actions_.stepOn, QStringLiteral("knife.on")));
    row->addStretch(1);
    head.column->addLayout(row);
    knifeNotes_ = note({});
    knifeNotes_->setObjectName(QStringLiteral("knife.notes"));
    head.column->addWidget(knifeNotes_);
    auto* write = new QToolButton;
    write->setDefaultAction(actions_.exportKnife);
    write->setObjectName(QStringLiteral("knife.write"));
    write->setToolButtonStyle(Qt::ToolButtonTextBesideIcon);
    head.column->addWidget(write);
    return drawer;
}

void SheetStage::playKnife()
{
    if (player_.isActive())
        return player_.stop();
    if (state_.stroke() >= int(state_.knife().steps.size()))
        state_.setStroke(0);
    player_.start();
}

void SheetStage::refresh()
{
    const bool knife = state_.mode() == SheetMode::Knife;
    drawers_->setCurrentIndex(knife ? 1 : 0);
    light_->setVisible(state_.mode() == SheetMode::LightTable);
    nested_->setVisible(state_.mode() == SheetMode::LightTable && state_.canNest());
    for (QPushButton* view : views_)
        view->setVisible(!knife);
    copies_->setVisible(!knife && state_.sheetCount() > 1);
    const QSignalBlocker quiet(copy_);
    copy_->setRange(1, int(state_.sheetCount()));
    copy_->setSuffix(tr(" of %1").arg(QLocale().toString(state_.sheetCount())));
    copy_->setValue(int(state_.sheet()) + 1);
    refreshSpot();
    refreshStroke();
}

void SheetStage::refreshSpot()
{
    const auto& spot = state_.spot();
    const PressForm* form = state_.form();
    const bool opens = spot && spot->place && spot->place->surface != SurfaceId::ofPage(0);
    open_->setVisible(opens);
    inSequence_->setVisible(opens && spot->place->page > 0);
    if (!form || state_.mode() == SheetMode::Knife)
        return told_->clear();
    if (!spot)
        return told_->setText(tr("Point at a slot. N takes the next one, M the next mark, Page Down the next sheet."));
    told_->setText(spot->place ? asSentence(spotText(document_.job(), document_.plan(), *form, spot->side, *spot->place,
                                                     state_.sheet()))
                               : tr("Slot %1").arg(spot->slot + 1));
}

void SheetStage::refreshStroke()
{
    const PressForm* form = state_.form();
    if (!form)
        return;
    const KnifeProgram& program = state_.knife();
    knifeAbout_->setText(tr("%1 strokes, the gauge set %2 times, the pile turned %3 times")
                             .arg(program.steps.size())
                             .arg(program.gaugeSettings())
                             .arg(program.turns()));
    strokes_->viewport()->update();
    if (strokes_->isVisible())
        strokes_->scrollTo(strokes_->model()->index(state_.stroke(), 0));
    QStringList notes;
    for (const CuttingOrder& order : cuttingOrders(document_.job(), document_.plan()))
        if (order.layout == form->layout) {
            notes << (order.lifts > 1 ? tr("%1 sheets in %2 lifts of at most %3.")
                                            .arg(QLocale().toString(order.sheets))
                                            .arg(order.lifts)
                                            .arg(QLocale().toString(order.sheetsPerLift))
                                      : tr("%1 sheets, one pile.").arg(QLocale().toString(order.sheets)));
            for (const QString& line : order.notes.mid(0, 1))
                notes << line;
        }
    knifeNotes_->setText(notes.join(u'\n'));
}

} // namespace hinge
