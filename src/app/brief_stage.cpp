// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/brief_stage.h"

#include "app/brief_sentence.h"
#include "app/change_bar.h"
#include "app/flat_drawing.h"
#include "app/piece_shelf.h"
#include "app/view_pills.h"
#include "paint/face_painter.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QSlider>
#include <QVBoxLayout>

namespace hinge {
BriefStage::BriefStage(Document& document, FacePainter& painter, StockStore& stocks, QWidget* parent) : QWidget(parent), document_(document)
{
    setObjectName(QStringLiteral("briefStage"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(4);
    column->addWidget(new PieceShelf(document));
    column->addWidget(new BriefSentence(document, stocks));
    column->addWidget(new ChangeBar(document));
    column->addWidget(makeDrawings(painter), 1);
}

QWidget* BriefStage::makeDrawings(FacePainter& painter)
{
    auto* area = new QWidget;
    auto* row = new QHBoxLayout(area);
    row->setContentsMargins(4, 0, 4, 4);
    row->setSpacing(16);

    auto* left = new QVBoxLayout;
    left->setSpacing(0);
    auto* faceRow = new QHBoxLayout;
    faceRow->setSpacing(6);
    faceRow->addStretch(1);
    auto* drawing = new FlatDrawing(document_);
    std::vector<Pill> faces;
    for (const Face face : bothFaces)
        faces.push_back({faceName(face), {}, QStringLiteral("brief.face.%1").arg(faceName(face))});
    addPills(faceRow, faces, 0, [drawing](int face) { drawing->setFace(Face(face)); });
    faceRow->addStretch(1);
    left->addSpacing(6);
    left->addLayout(faceRow);
    left->addWidget(drawing, 1);
    row->addLayout(left, 6);

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
        auto* label = new QLabel(word);
        label->setProperty("role", QStringLiteral("note"));
        if (sliderRow->count() > 0)
            sliderRow->addWidget(slider, 1);
        sliderRow->addWidget(label);
    }
    right->addLayout(sliderRow);
    right->addSpacing(10);
    row->addLayout(right, 5);
    return area;
}

} // namespace hinge
