// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/flat_stage.h"

#include "app/actions.h"
#include "app/theme.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
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
    const std::pair<QString, QString> names[] = {{tr("working"), tr("All zones: bleed hatched, unsafe strips dotted, folds shaded")},
                                                 {tr("as printed"), tr("With bleed, before the knife")},
                                                 {tr("as trimmed"), tr("What the customer holds")}};
    for (std::size_t i = 0; i < 3; ++i) {
        auto* pill = new QPushButton(names[i].first);
        pill->setProperty("pill", true);
        pill->setCheckable(true);
        pill->setAutoExclusive(true);
        pill->setChecked(i == 0);
        pill->setToolTip(names[i].second);
        pill->setObjectName(QStringLiteral("view.%1").arg(i));
        connect(pill, &QPushButton::clicked, this, [this, i] { setView(PaperView(i)); });
        bar->addWidget(pill);
        views_[i] = pill;
    }
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

    const auto nameFace = [this, faceLabel] { faceLabel->setText(tr("%1 face").arg(faceName(selection_.face()))); };
    connect(&selection_, &Selection::changed, this, nameFace);
    nameFace();
    connect(canvas_, &FaceCanvas::turnOverRequested, actions.turnOver, &QAction::trigger);
    connect(canvas_, &FaceCanvas::editTextRequested, drawer_, &Drawer::editText);
    connect(&placing, &Placing::textAdded, drawer_, &Drawer::editText);
    connect(canvas_, &FaceCanvas::hint, this, [this](const QString& text) { hint_->setText(hint_->fontMetrics().elidedText(text, Qt::ElideRight, std::max(0, hint_->width() - 8))); hint_->setToolTip(text); });
    connect(canvas_, &FaceCanvas::filesDropped, this, [&placing, this](const QStringList& paths, int panel) {
        // Several files go to the panels from here on, one each.
        const int panels = document_.job().fold.panels;
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
