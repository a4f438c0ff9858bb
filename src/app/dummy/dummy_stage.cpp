// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/dummy/dummy_stage.h"

#include "app/fields/drawer_parts.h"
#include "app/look/plain_text.h"
#include "app/look/theme.h"
#include "app/look/view_pills.h"
#include "paint/dummy_words.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QListView>
#include <QPainter>
#include <QSlider>
#include <QStyledItemDelegate>
#include <QToolButton>
#include <cmath>

namespace hinge
{
namespace
{

/// The slider counts in hundredths of a step.
constexpr int fine = 100;

/// A row of the list: a mark for what is done, the step and what is done in it.
class StepDelegate : public QStyledItemDelegate
{
public:
    StepDelegate(const DummyCanvas& canvas, QObject* parent) : QStyledItemDelegate(parent), canvas_(canvas) {}

    QSize sizeHint(const QStyleOptionViewItem& option, const QModelIndex& index) const override
    {
        return {option.rect.width(), index.data(StepsModel::WordsRole).toString().isEmpty() ? 30 : 48};
    }

    void paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const override
    {
        const Theme& t = Theme::of(option.widget);
        const QRectF row = QRectF(option.rect).adjusted(1, 1, -1, -1);
        const bool here = canvas_.target() == index.row();
        const bool done = index.row() <= canvas_.moment() + 1e-6;
        const bool hover = (option.state & QStyle::State_MouseOver) != 0;
        const bool focus = (option.state & QStyle::State_HasFocus) != 0;
        p->save();
        p->setRenderHint(QPainter::Antialiasing);
        if (here || hover || focus) {
            p->setPen(focus ? QPen(t.accent, 1.5) : QPen(Qt::NoPen));
            p->setBrush(here ? t.accentTint : hover ? t.work : QColor(Qt::transparent));
            p->drawRoundedRect(row, 3, 3);
        }
        // A line down the list, and on it a knot for every moment.
        const double x = row.x() + 13;
        const QString words = index.data(StepsModel::WordsRole).toString();
        const double y = row.y() + 15;
        p->setPen(QPen(t.line, 1.5));
        if (index.row() > 0)
            p->drawLine(QPointF(x, row.y() - 1), QPointF(x, y - 5));
        if (index.row() + 1 < index.model()->rowCount())
            p->drawLine(QPointF(x, y + 5), QPointF(x, row.bottom() + 1));
        p->setPen(QPen(done ? t.accent : t.ink2, 1.5));
        p->setBrush(done ? t.accent : QColor(Qt::transparent));
        p->drawEllipse(QPointF(x, y), 3.6, 3.6);
        const QRectF text = row.adjusted(28, 6, -6, -6);
        p->setFont(uiFont(type::body, here ? QFont::Bold : QFont::DemiBold));
        p->setPen(t.ink);
        const QString title =
            p->fontMetrics().elidedText(asSentence(index.data().toString()), Qt::ElideRight, int(text.width()));
        p->drawText(text, Qt::AlignTop | Qt::AlignLeft, title);
        p->setFont(uiFont(type::label));
        p->setPen(t.ink2);
        p->drawText(text.adjusted(0, 18, 0, 4), Qt::AlignTop | Qt::AlignLeft,
                    p->fontMetrics().elidedText(words, Qt::ElideRight, int(text.width())));
        p->restore();
    }

private:
    const DummyCanvas& canvas_;
};

/// A slider with a tick for every step that can be told from the next.
class StepSlider : public QSlider
{
public:
    StepSlider() : QSlider(Qt::Horizontal) {}

protected:
    void paintEvent(QPaintEvent* event) override
    {
        const int steps = maximum() / fine;
        if (steps > 0 && width() / steps >= 14) {
            QPainter p(this);
            p.setRenderHint(QPainter::Antialiasing);
            p.setPen(QPen(Theme::of(this).ink2, 1));
            for (int i = 0; i <= steps; ++i) {
                const double x = 9 + (width() - 18.0) * i / steps;
                p.drawLine(QPointF(x, height() / 2.0 + 8), QPointF(x, height() / 2.0 + 13));
            }
        }
        QSlider::paintEvent(event);
    }
};

QToolButton* buttonFor(QAction* action, const QString& name)
{
    auto* button = new QToolButton;
    button->setDefaultAction(action);
    button->setObjectName(name);
    button->setAccessibleName(action->statusTip());
    button->setToolButtonStyle(Qt::ToolButtonTextBesideIcon);
    button->setIconSize({16, 16});
    button->setFocusPolicy(Qt::TabFocus);
    button->setMinimumWidth(24);
    button->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed); // a slip is narrow: they share its width
    return button;
}

} // namespace

DummyStage::DummyStage(Document& document, Actions& actions, QWidget* parent)
    : QWidget(parent), document_(document), actions_(actions), pictures_(document)
{
    setObjectName(QStringLiteral("dummyStage"));
    canvas_ = new DummyCanvas(document, pictures_, DummyCanvas::Shows::Making);
    setFocusProxy(canvas_);
    model_ = new StepsModel(document, *canvas_, this);
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(4);
    auto* middle = new QVBoxLayout;
    middle->setSpacing(0);
    middle->addLayout(makeHead());
    middle->addWidget(canvas_, 1);
    middle->addLayout(makeFoot());
    row->addLayout(middle, 1);
    row->addWidget(makeDrawer());
    connect(canvas_, &DummyCanvas::openRequested, this, &DummyStage::openRequested);
    connect(canvas_, &DummyCanvas::momentChanged, this, &DummyStage::refreshMoment);
    connect(canvas_, &DummyCanvas::playingChanged, this, &DummyStage::refreshMoment);
    connect(canvas_, &DummyCanvas::spotChanged, this, &DummyStage::refreshSpot);
    connect(&document_, &Document::changed, this, &DummyStage::refreshPiece);
}

void DummyStage::showEvent(QShowEvent* event)
{
    QWidget::showEvent(event);
    refreshPiece();
}

QLayout* DummyStage::makeHead()
{
    auto* bar = new QHBoxLayout;
    bar->setContentsMargins(12, 8, 12, 0);
    bar->setSpacing(6);
    const std::array views{
        std::pair(tr("from above"), DummyAspect::Above), std::pair(tr("straight"), DummyAspect::Front),
        std::pair(tr("from the edge"), DummyAspect::Edge), std::pair(tr("from behind"), DummyAspect::Behind)};
    for (const auto& [text, aspect] : views) {
        auto* button = new QPushButton(text);
        button->setObjectName(QStringLiteral("dummy.view.%1").arg(int(aspect)));
        button->setProperty("pill", true);
        button->setCursor(Qt::PointingHandCursor);
        connect(button, &QPushButton::clicked, canvas_, [this, aspect = aspect] { canvas_->lookFrom(aspect); });
        bar->addWidget(button);
    }
    bar->addStretch(1);
    hint_ = plainLabel();
    hint_->setProperty("role", QStringLiteral("note"));
    bar->addWidget(hint_);
    return bar;
}

QLayout* DummyStage::makeFoot()
{
    auto* column = new QVBoxLayout;
    column->setContentsMargins(12, 0, 12, 8);
    column->setSpacing(4);
    caption_ = plainLabel();
    caption_->setObjectName(QStringLiteral("dummy.caption"));
    caption_->setProperty("role", QStringLiteral("title"));
    caption_->setAlignment(Qt::AlignCenter);
    column->addWidget(caption_);
    auto* row = new QHBoxLayout;
    row->setSpacing(8);
    const auto addButton = [&](QAction* action, const QString& name) {
        auto* button = buttonFor(action, name);
        button->setToolButtonStyle(Qt::ToolButtonIconOnly);
        button->setSizePolicy(QSizePolicy::Fixed, QSizePolicy::Fixed);
        row->addWidget(button);
        return button;
    };
    addButton(actions_.stepBack, QStringLiteral("dummy.back"));
    playing_ = addButton(actions_.playSteps, QStringLiteral("dummy.play"));
    addButton(actions_.stepOn, QStringLiteral("dummy.on"));
    slider_ = new StepSlider;
    slider_->setObjectName(QStringLiteral("dummy.moment"));
    slider_->setAccessibleName(tr("How far it is folded, or which leaf is open"));
    slider_->setMinimumHeight(30);
    slider_->setSingleStep(fine / 10);
    slider_->setPageStep(fine);
    connect(slider_, &QSlider::valueChanged, canvas_, [this](int value) {
        canvas_->stop();
        canvas_->setMoment(double(value) / fine);
    });
    row->addWidget(slider_, 1);
    column->addLayout(row);
    return column;
}

QWidget* DummyStage::makeDrawer()
{
    auto* drawer = new QWidget;
    drawer->setObjectName(QStringLiteral("dummyDrawer"));
    const SlipHead head = makeSlip(*drawer, QStringLiteral("dummy"));
    title_ = head.title;
    about_ = head.about;
    steps_ = new QListView;
    steps_->setObjectName(QStringLiteral("dummy.steps"));
    steps_->setAccessibleName(tr("The steps, in order"));
    steps_->setModel(model_);
    steps_->setItemDelegate(new StepDelegate(*canvas_, steps_));
    steps_->setMouseTracking(true);
    steps_->setFrameShape(QFrame::NoFrame);
    steps_->viewport()->setAutoFillBackground(false);
    steps_->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    steps_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    steps_->setMinimumHeight(120);
    const auto go = [this](const QModelIndex& index) { canvas_->glideTo(index.row()); };
    connect(steps_, &QListView::clicked, canvas_, go);
    connect(steps_, &QListView::activated, canvas_, go);
    head.column->addWidget(steps_, 1);
    addSpot(head.column);
    head.column->addSpacing(4);
    head.column->addWidget(section(tr("Show it, make it")));
    auto* grid = new QGridLayout;
    grid->setSpacing(6);
    grid->addWidget(buttonFor(actions_.readThrough, QStringLiteral("dummy.read")), 0, 0);
    grid->addWidget(buttonFor(actions_.printDummy, QStringLiteral("dummy.print")), 0, 1);
    grid->addWidget(buttonFor(actions_.dummyPicture, QStringLiteral("dummy.picture")), 1, 0);
    grid->addWidget(buttonFor(actions_.dummyFilm, QStringLiteral("dummy.film")), 1, 1);
    grid->setColumnStretch(0, 1);
    grid->setColumnStretch(1, 1);
    head.column->addLayout(grid);
    return drawer;
}

void DummyStage::addSpot(QVBoxLayout* column)
{
    column->addWidget(section(tr("Pointed at")));
    spotTitle_ = plainLabel();
    spotTitle_->setObjectName(QStringLiteral("dummy.spot"));
    spotTitle_->setProperty("role", QStringLiteral("strong"));
    column->addWidget(spotTitle_);
    spotFacts_ = note({});
    spotFacts_->setObjectName(QStringLiteral("dummy.spotFacts"));
    spotFacts_->setMinimumHeight(70);
    spotFacts_->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    column->addWidget(spotFacts_);
    openSpot_ = buttonFor(actions_.openSpot, QStringLiteral("dummy.openSpot"));
    column->addWidget(openSpot_);
}

void DummyStage::refreshPiece()
{
    if (!isVisible())
        return; // told when it is shown
    const Job& job = document_.job();
    const Plan& plan = document_.plan();
    const Dummy& dummy = canvas_->dummy();
    title_->setText(dummy.isBound()                ? tr("Leaf by leaf")
                    : dummy.steps().empty()        ? tr("One leaf")
                    : rulesOf(job.kind).isFolded() ? asSentence(foldName(job.fold))
                                                   : asSentence(kindName(job.kind)));
    about_->setText(
        dummy.isBound() || dummy.steps().empty()
            ? tr("%1, %2 thick")
                  .arg(formatSize(plan.paper.closing.size, job.unit),
                       formatLength(plan.paper.closing.thickness, job.unit))
            : tr("%1 open, %2 closed")
                  .arg(formatSize(plan.paper.flat, job.unit), formatSize(plan.paper.closing.size, job.unit)));
    hint_->setText(dummy.isBound()         ? tr("drag to turn it, wheel to turn leaves")
                   : dummy.steps().empty() ? tr("drag to turn it")
                                           : tr("drag to turn it, wheel to fold"));
    Q_EMIT model_->layoutChanged();
    refreshMoment();
    refreshSpot();
}

void DummyStage::refreshMoment()
{
    const Dummy& dummy = canvas_->dummy();
    const QSignalBlocker quiet(slider_);
    slider_->setRange(0, canvas_->lastMoment() * fine);
    slider_->setValue(int(std::lround(canvas_->moment() * fine)));
    slider_->setEnabled(canvas_->lastMoment() > 0);
    const int done = int(std::floor(canvas_->moment() + 1e-3));
    const bool between = canvas_->moment() - done > 2e-3;
    if (between && !dummy.isBound())
        caption_->setText(asSentence(stepTitle(dummy, done)) + QStringLiteral(": ") +
                          stepWords(dummy, document_.plan(), done));
    else
        caption_->setText(asSentence(momentWords(document_.job(), dummy, document_.plan(),
                                                 between ? int(std::lround(canvas_->moment())) : done)));
    actions_.stepBack->setEnabled(canvas_->moment() > 0);
    actions_.stepOn->setEnabled(canvas_->moment() < canvas_->lastMoment());
    actions_.playSteps->setEnabled(canvas_->lastMoment() > 0);
    const QString icon = canvas_->isPlaying() ? QStringLiteral("pause") : QStringLiteral("play");
    if (actions_.playSteps->property("iconName").toString() != icon) {
        actions_.playSteps->setProperty("iconName", icon);
        actions_.playSteps->setIcon(themedIcon(icon, Theme::of(this).ink));
    }
    steps_->viewport()->update();
    if (const QModelIndex here = model_->index(canvas_->target()); here.isValid() && steps_->isVisible())
        steps_->scrollTo(here);
}

void DummyStage::refreshSpot()
{
    const Plan& plan = document_.plan();
    const Dummy& dummy = canvas_->dummy();
    const auto spot = canvas_->spot();
    const bool opens = spot && spot->surface;
    actions_.openSpot->setEnabled(opens);
    spotTitle_->setVisible(spot.has_value());
    if (!spot) {
        spotFacts_->setText(tr("Point at a panel or a page; click to keep it."));
        return;
    }
    const SpotFacts facts = spotFacts(plan, dummy, *spot);
    spotTitle_->setText(asSentence(seenName(plan, *spot)));
    QStringList lines;
    if (facts.behind)
        lines << tr("behind it: %1").arg(seenName(plan, *facts.behind));
    if (facts.facing)
        lines << tr("faces: %1").arg(seenName(plan, *facts.facing));
    else if (!dummy.isBound() && dummy.steps().size() > 0)
        lines << tr("seen when it is closed");
    lines << edgeWords(facts.edges);
    lines << tr("on %1").arg(sheetWords(document_.job(), plan, facts));
    spotFacts_->setText(lines.join(u'\n'));
}

} // namespace hinge
