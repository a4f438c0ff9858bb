// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/brief/brief_stage.h"

#include "app/brief/brief_sentence.h"
#include "app/brief/change_bar.h"
#include "app/brief/piece_shelf.h"
#include "app/brief/sheets_list.h"
#include "app/canvas/flat_drawing.h"
#include "app/look/plain_text.h"
#include "app/look/scrolled.h"
#include "app/look/view_pills.h"
#include "paint/face_painter.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QSlider>
#include <QStackedWidget>
#include <QVBoxLayout>

namespace hinge
{

BriefStage::BriefStage(Document& document, FacePainter& painter, StockStore& stocks, QWidget* parent)
    : QWidget(parent), document_(document)
{
    setObjectName(QStringLiteral("briefStage"));
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    auto* inner = new QWidget;
    outer->addWidget(scrolled(inner));
    auto* column = new QVBoxLayout(inner);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(4);
    shelf_ = new PieceShelf(document);
    sentence_ = new BriefSentence(document, stocks);
    connect(sentence_, &BriefSentence::dataRequested, this, &BriefStage::dataRequested);
    column->addWidget(shelf_);
    column->addWidget(sentence_);
    column->addWidget(new ChangeBar(document));
    column->addWidget(makeDrawings(painter), 1);
}

void BriefStage::resizeEvent(QResizeEvent* event)
{
    // In a low window the drawings get what shelf and sentence can spare.
    const bool low = height() < 580;
    shelf_->setLow(low);
    sentence_->setLow(low);
    QWidget::resizeEvent(event);
}

QLayout* BriefStage::makeFaces()
{
    auto* left = new QVBoxLayout;
    left->setSpacing(0);
    auto* faceRow = new QHBoxLayout;
    faceRow->setSpacing(6);
    faceRow->addStretch(1);
    auto* drawing = new FlatDrawing(document_);
    auto* shown = new QStackedWidget;
    shown->addWidget(drawing);
    shown->addWidget(new SheetsList(document_));
    enum View { Both, Outside, Inside, TextPages, Sheets };
    const auto buttons =
        addPills(faceRow,
                 {{tr("both faces"), tr("Both faces of the flat, to one scale"), QStringLiteral("brief.face.both")},
                  {faceName(Face::Outside), {}, QStringLiteral("brief.face.outside")},
                  {faceName(Face::Inside), {}, QStringLiteral("brief.face.inside")},
                  {tr("text pages"), tr("A left-hand and a right-hand page with their zones"),
                   QStringLiteral("brief.face.pages")},
                  {tr("sheets"), tr("Every sheet with the pages of both sides"), QStringLiteral("brief.face.sheets")}},
                 Both, [drawing, shown](int i) {
                     shown->setCurrentIndex(i == Sheets ? 1 : 0);
                     if (i != Sheets)
                         drawing->show(FlatDrawing::Shown(i));
                 });
    // Only folded pages lie on sheets, and only some kinds have pages.
    const auto refresh = [this, buttons] {
        const auto& book = document_.plan().book;
        buttons[TextPages]->setVisible(book.has_value());
        buttons[Sheets]->setVisible(book && !book->sheets.empty());
        for (const Face face : bothFaces)
            buttons[std::size_t(Outside) + std::size_t(face)]->setText(faceName(face, document_.job().kind));
        for (const View view : {TextPages, Sheets})
            if (buttons[view]->isChecked() && buttons[view]->isHidden())
                buttons[Both]->click();
    };
    connect(&document_, &Document::changed, shown, refresh);
    refresh();
    faceRow->addStretch(1);
    left->addSpacing(6);
    left->addLayout(faceRow);
    left->addWidget(shown, 1);
    return left;
}

QLayout* BriefStage::makeStanding(FacePainter& painter)
{
    auto* right = new QVBoxLayout;
    right->setSpacing(4);
    auto* piece = new StandingPiece(document_, painter);
    right->addSpacing(30);
    right->addWidget(piece, 1);
    auto* slider = new QSlider(Qt::Horizontal);
    slider->setObjectName(QStringLiteral("brief.opening"));
    slider->setAccessibleName(tr("How far the piece is open"));
    slider->setRange(0, 100);
    slider->setMinimumHeight(24);
    slider->setValue(60);
    connect(slider, &QSlider::valueChanged, piece, [piece](int value) { piece->setOpenness(value / 100.0); });
    auto* sliderRow = new QHBoxLayout;
    sliderRow->setSpacing(10);
    for (const QString& word : {tr("closed"), tr("open")}) {
        auto* label = plainLabel(word);
        label->setProperty("role", QStringLiteral("note"));
        if (sliderRow->count() > 0)
            sliderRow->addWidget(slider, 1);
        sliderRow->addWidget(label);
    }
    auto* size = plainLabel();
    size->setObjectName(QStringLiteral("brief.closedSize"));
    size->setAlignment(Qt::AlignCenter);
    size->setProperty("role", QStringLiteral("note"));
    right->addWidget(size);
    // What is not folded has nothing to open.
    const auto tell = [this, size, slider, sliderRow] {
        const Closing& closing = document_.plan().paper.closing;
        size->setText(tr("%1 closed, %2 thick")
                          .arg(formatSize(closing.size, document_.job().unit),
                               formatLength(closing.thickness, document_.job().unit)));
        const PieceKind kind = document_.job().kind;
        const bool opens = rulesOf(kind).bends();
        for (int i = 0; i < sliderRow->count(); ++i)
            if (QWidget* w = sliderRow->itemAt(i)->widget())
                w->setVisible(opens);
        if (!opens && slider->value() != 100)
            slider->setValue(100);
    };
    connect(&document_, &Document::changed, size, tell);
    right->addLayout(sliderRow);
    right->addSpacing(10);
    tell();
    return right;
}

QWidget* BriefStage::makeDrawings(FacePainter& painter)
{
    auto* area = new QWidget;
    area->setMinimumHeight(186);
    area->setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Ignored); // they take what there is
    auto* row = new QHBoxLayout(area);
    row->setContentsMargins(4, 0, 4, 4);
    row->setSpacing(16);

    row->addLayout(makeFaces(), 8);
    row->addLayout(makeStanding(painter), 4);
    return area;
}

} // namespace hinge
