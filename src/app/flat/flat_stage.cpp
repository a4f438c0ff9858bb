// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/flat/flat_stage.h"

#include "app/fields/record_bar.h"
#include "app/look/actions.h"
#include "app/look/plain_text.h"
#include "app/look/theme.h"
#include "app/look/view_pills.h"

#include "core/job/plates.h"
#include "core/plan/paste_overs.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QToolButton>
#include <QVBoxLayout>
#include <cmath>

namespace hinge
{

namespace
{

/// The states of the paper, and two more in which its inks are looked at.
std::vector<Pill> facePills()
{
    std::vector<Pill> pills = paperViewPills(QStringLiteral("view."));
    pills.push_back({FlatStage::tr("proof"), FlatStage::tr("As the press would print it, on the colour of its paper"),
                     QStringLiteral("view.3")});
    pills.push_back({FlatStage::tr("one ink"), FlatStage::tr("What a single plate prints, black where it is full"),
                     QStringLiteral("view.4")});
    pills.push_back({FlatStage::tr("covered"), FlatStage::tr("In reverse: only what lies under paste-overs"),
                     QStringLiteral("view.5")});
    return pills;
}

/// A line that ends in dots where there is too little room.
class HintLabel : public QLabel
{
protected:
    void paintEvent(QPaintEvent*) override
    {
        QPainter p(this);
        p.setPen(palette().color(foregroundRole()));
        p.drawText(rect(), Qt::AlignCenter, fontMetrics().elidedText(text(), Qt::ElideRight, width()));
    }
};

} // namespace

FlatStage::FlatStage(Document& document, Selection& selection, SurfaceEditor& editor, FacePainter& painter,
                     Actions& actions, QWidget* parent)
    : QWidget(parent), document_(document), selection_(selection)
{
    setObjectName(QStringLiteral("flatStage"));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(4);
    auto* middle = new QVBoxLayout;
    middle->setSpacing(0);

    head_ = new QBoxLayout(QBoxLayout::LeftToRight);
    head_->setContentsMargins(12, 8, 12, 0);
    head_->setSpacing(6);
    auto* bar = new QHBoxLayout;
    bar->setSpacing(4);
    head_->addLayout(bar);
    views_ = addPills(bar, facePills(), int(PaperView::Working), [this](int i) { setView(PaperView(i)); });
    plates_ = new QComboBox;
    plates_->setObjectName(QStringLiteral("view.plate"));
    plates_->setAccessibleName(tr("The ink shown by itself"));
    plates_->hide();
    bar->addWidget(plates_);
    connect(plates_, &QComboBox::currentTextChanged, this, [this](const QString& plate) {
        if (!plate.isEmpty())
            canvas_->setPlate(plate);
    });
    bar->addStretch(1);
    bar = new QHBoxLayout;
    bar->setSpacing(8);
    head_->addLayout(bar, 1);
    hint_ = new HintLabel;
    hint_->setTextFormat(Qt::PlainText);
    hint_->setProperty("role", QStringLiteral("note"));
    hint_->setAlignment(Qt::AlignCenter);
    hint_->setMinimumWidth(10);
    bar->addWidget(hint_, 1);
    stop_ = new QPushButton(tr("Stop"));
    stop_->setObjectName(QStringLiteral("flat.stopReading"));
    stop_->setProperty("pill", true);
    stop_->setAccessibleName(tr("Stop reading the file"));
    stop_->setToolTip(tr("Give up on this file; nothing on the paper changes"));
    stop_->hide();
    connect(stop_, &QPushButton::clicked, &editor, &SurfaceEditor::stopReading);
    bar->addWidget(stop_);
    auto* faceLabel = plainLabel();
    faceLabel->setObjectName(QStringLiteral("flat.face"));
    faceLabel->setFont(uiFont(type::body, QFont::Bold));
    const auto leaf = [&bar](QAction* action) {
        auto* button = new QToolButton;
        button->setDefaultAction(action);
        button->setAutoRaise(true);
        button->setObjectName(QStringLiteral("flat.") + action->objectName());
        bar->addWidget(button);
        return button;
    };
    bar->addWidget(new RecordBar(document_, QStringLiteral("flat")));
    QToolButton* back = leaf(actions.pageBefore);
    bar->addWidget(faceLabel);
    QToolButton* on = leaf(actions.nextPage);
    const auto showLeafing = [this, back, on] {
        for (QToolButton* button : {back, on})
            button->setVisible(document_.plan().book.has_value());
    };
    connect(&document_, &Document::changed, this, showLeafing);
    showLeafing();
    auto* zoom = plainLabel();
    zoom->setObjectName(QStringLiteral("flat.zoom"));
    zoom->setToolTip(tr("How large the paper is shown; 100 % is true size. Ctrl and + or -, Ctrl+0 to fit."));
    zoom->setProperty("role", QStringLiteral("note"));
    bar->addWidget(zoom);
    middle->addLayout(head_);

    canvas_ = new FaceCanvas(document, selection, editor, painter);
    const auto tellZoom = [this, zoom] {
        zoom->setText(tr("%1 %").arg(std::lround(canvas_->scale() * 25.4 / logicalDpiX() * 100)));
    };
    connect(canvas_, &PaperCanvas::zoomed, zoom, tellZoom);
    connect(&document, &Document::changed, zoom, tellZoom);
    tellZoom();
    middle->addWidget(canvas_, 1);
    row->addLayout(middle, 1);
    drawer_ = new Drawer(document, selection, editor, painter, actions);
    row->addWidget(drawer_);

    const auto nameFace = [this, faceLabel] {
        const QString name = surfaceName(selection_.surface(), document_.job());
        faceLabel->setText(selection_.surface().component == Component::Text ? name : tr("%1 face").arg(name));
    };
    connect(&selection_, &Selection::changed, this, nameFace);
    connect(&document_, &Document::changed, this, nameFace);
    nameFace();
    connect(canvas_, &FaceCanvas::masterRequested, this, [this, &editor](const MasterItem& item) {
        if (item.waits)
            (void)editor.fillMasterItem(item.id);
        else if (const Master* master = document_.job().findMaster(item.master))
            selection_.setItem(master->surface(), item.id);
    });
    connect(canvas_, &FaceCanvas::turnOverRequested, actions.turnOver, &QAction::trigger);
    const auto namePlates = [this] {
        const QStringList plates = platesOf(document_.job());
        QStringList shown;
        for (int i = 0; i < plates_->count(); ++i)
            shown << plates_->itemText(i);
        if (plates == shown)
            return;
        const QString current = plates_->currentText();
        plates_->clear();
        plates_->addItems(plates);
        plates_->setCurrentText(plates.contains(current) ? current : QStringLiteral("Black"));
    };
    connect(&document_, &Document::changed, this, namePlates);
    namePlates();
    const auto use = [this](Job job, const QString& name) {
        if (Item* item = job.findItem(selection_.item());
            item && (item->kind == ItemKind::Shape || item->kind == ItemKind::Code))
            item->ink = name;
        (void)document_.edit(tr("Pick an ink"), std::move(job));
    };
    connect(canvas_, &FaceCanvas::inkNamed, this, [this, use](const QString& name) { use(document_.job(), name); });
    connect(canvas_, &FaceCanvas::inkPicked, this, [this, use](const Cmyk& cmyk) {
        Job job = document_.job();
        const QString name = inkOf(job, cmyk);
        use(std::move(job), name);
    });
    // Only where something is covered there is something to see.
    const auto showCovered = [this] {
        const bool any = !pasteOversOn(document_.job(), document_.plan(), selection_.surface()).empty();
        views_[std::size_t(PaperView::Covered)]->setVisible(any);
        if (!any && canvas_->view() == PaperView::Covered)
            setView(PaperView::Working);
    };
    connect(&document_, &Document::changed, this, showCovered);
    connect(&selection_, &Selection::changed, this, showCovered);
    showCovered();
    setFocusProxy(canvas_);
    auto* text = new TextOnPaper(document, selection, painter.layouts(), this);
    canvas_->setTextOnPaper(*text);
    connect(drawer_, &Drawer::wordsShown, text, &TextOnPaper::setEditor);
    connect(canvas_, &FaceCanvas::caretRequested, this, [this, text](QPointF mm) {
        drawer_->takeCaret();
        text->begin(mm);
    });
    connect(drawer_, &Drawer::left, canvas_, [this] { canvas_->setFocus(Qt::OtherFocusReason); });
    connect(canvas_, &FaceCanvas::editTextRequested, drawer_, &Drawer::editText);
    connect(canvas_, &FaceCanvas::typed, this, [this, &editor](const QString& words) {
        editor.addText(selection_.panel());
        drawer_->type(words);
    });
    connect(&editor, &SurfaceEditor::toBeWritten, drawer_, &Drawer::editText);
    connect(canvas_, &FaceCanvas::frameDrawn, &editor, &SurfaceEditor::addFrame);
    connect(canvas_, &FaceCanvas::nameWanted, drawer_, &Drawer::editName);
    connect(&editor, &SurfaceEditor::toBeNamed, drawer_, &Drawer::editName);
    connect(canvas_, &FaceCanvas::hint, this, &FlatStage::tell);
    connect(&document_, &Document::changed, this, &FlatStage::arrangeHead);
    connect(canvas_, &FaceCanvas::filesDropped, &editor, &SurfaceEditor::placeFiles);
}

void FlatStage::arrangeHead()
{
    // In a small window the pills have a line of their own.
    const int wanted = document_.job().records.any() ? 860 : 660;
    const bool small = width() - drawer_->width() < wanted;
    head_->setDirection(small ? QBoxLayout::TopToBottom : QBoxLayout::LeftToRight);
}

void FlatStage::resizeEvent(QResizeEvent* event)
{
    arrangeHead();
    QWidget::resizeEvent(event);
}

void FlatStage::tell(const QString& words)
{
    if (stop_->isVisibleTo(this)) // what is being read is told until it is
        return;
    hint_->setText(words);
    hint_->setToolTip(words);
}

void FlatStage::tellReading(const QString& file)
{
    stop_->hide();
    tell(file.isEmpty() ? QString() : tr("Reading %1…").arg(file));
    stop_->setVisible(!file.isEmpty());
}

void FlatStage::setView(PaperView view)
{
    views_[std::size_t(view)]->setChecked(true);
    plates_->setVisible(view == PaperView::Plate);
    canvas_->setView(view);
}

void FlatStage::pickInk() { canvas_->pickInk(); }

void FlatStage::drawFrame(FrameFor what)
{
    setView(PaperView::Working); // the others do not show frames that wait
    canvas_->drawFrame(what);
}

void FlatStage::nextView()
{
    int next = int(canvas_->view());
    do
        next = (next + 1) % int(views_.size());
    while (views_[std::size_t(next)]->isHidden());
    setView(PaperView(next));
}

} // namespace hinge
