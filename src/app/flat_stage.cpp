// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/flat_stage.h"

#include "app/actions.h"
#include "app/theme.h"
#include "app/view_pills.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QVBoxLayout>

namespace hinge {

FlatStage::FlatStage(Document& document, Selection& selection, Placing& placing, FacePainter& painter, Actions& actions, QWidget* parent)
    : QWidget(parent), document_(document), selection_(selection)
{
    setObjectName(QStringLiteral("flatStage"));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(4);
    auto* middle = new QVBoxLayout;
    middle->setSpacing(0);

    auto* bar = new QHBoxLayout;
    bar->setContentsMargins(12, 8, 12, 0);
    bar->setSpacing(6);
    views_ = addPills(bar, paperViewPills(QStringLiteral("view.")), int(PaperView::Working), [this](int i) { setView(PaperView(i)); });
    hint_ = new QLabel;
    hint_->setProperty("role", QStringLiteral("note"));
    hint_->setAlignment(Qt::AlignCenter);
    hint_->setMinimumWidth(10);
    bar->addWidget(hint_, 1);
    auto* faceLabel = new QLabel;
    faceLabel->setObjectName(QStringLiteral("flat.face"));
    faceLabel->setFont(uiFont(type::body, QFont::Bold));
    bar->addWidget(faceLabel);
    middle->addLayout(bar);

    canvas_ = new FaceCanvas(document, selection, painter);
    middle->addWidget(canvas_, 1);
    row->addLayout(middle, 1);
    drawer_ = new Drawer(document, selection, placing, painter.colour(), actions);
    row->addWidget(drawer_);

    const auto nameFace = [this, faceLabel] { faceLabel->setText(tr("%1 face").arg(faceName(selection_.face(), document_.job().kind))); };
    connect(&selection_, &Selection::changed, this, nameFace);
    connect(&document_, &Document::changed, this, nameFace);
    nameFace();
    connect(canvas_, &FaceCanvas::turnOverRequested, actions.turnOver, &QAction::trigger);
    connect(canvas_, &FaceCanvas::editTextRequested, drawer_, &Drawer::editText);
    connect(&placing, &Placing::textAdded, drawer_, &Drawer::editText);
    connect(canvas_, &FaceCanvas::hint, this, [this](const QString& text) { hint_->setText(hint_->fontMetrics().elidedText(text, Qt::ElideRight, std::max(0, hint_->width() - 8))); hint_->setToolTip(text); });
    connect(canvas_, &FaceCanvas::filesDropped, this, [&placing, this](const QStringList& paths, int panel) {
        // Several files go to the panels from here on, one each.
        const int panels = int(document_.plan().paper.face(selection_.face()).size());
        for (int i = 0; i < paths.size(); ++i)
            placing.placeFile(paths[i], (panel + i) % panels);
    });
}

void FlatStage::setView(PaperView view)
{
    views_[std::size_t(view)]->setChecked(true);
    canvas_->setView(view);
}

void FlatStage::nextView() { setView(PaperView((int(canvas_->view()) + 1) % 3)); }

} // namespace hinge
