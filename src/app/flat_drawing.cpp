// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/flat_drawing.h"

#include "app/linked_files.h"
#include "app/theme.h"
#include "paint/flat_diagram.h"
#include "paint/piece_painter.h"

#include <QPainter>

namespace hinge {

FlatDrawing::FlatDrawing(Document& document, QWidget* parent) : QWidget(parent), document_(document)
{
    setObjectName(QStringLiteral("flatDrawing"));
    setAccessibleName(tr("Dimensioned drawing of the flat"));
    connect(&document_, &Document::changed, this, qOverload<>(&QWidget::update));
}

void FlatDrawing::setFace(Face face)
{
    face_ = face;
    update();
}

void FlatDrawing::paintEvent(QPaintEvent*)
{
    const Theme& t = Theme::of(this);
    QPainter p(this);
    const DiagramStyle style{{t.ink2, t.ink, uiFont(type::label, QFont::DemiBold)}, t.accent, uiFont(type::body, QFont::DemiBold), uiFont(type::note)};
    paintFlatDiagram(p, rect(), document_.job(), document_.plan(), face_, style);
}

StandingPiece::StandingPiece(Document& document, FacePainter& painter, QWidget* parent)
    : QWidget(parent), document_(document), painter_(painter)
{
    setObjectName(QStringLiteral("standingPiece"));
    setAccessibleName(tr("The piece, half open"));
    connect(&document_, &Document::changed, this, qOverload<>(&QWidget::update));
    connect(&document_.files(), &LinkedFiles::picturesChanged, this, [this] {
        stale_ = true;
        update();
    });
}

void StandingPiece::setOpenness(double openness)
{
    openness_ = openness;
    update();
}

void StandingPiece::paintEvent(QPaintEvent*)
{
    const Job& job = document_.job();
    if (printed_.update(job, document_.plan()))
        stale_ = true;
    if (stale_) {
        const Size flat = document_.plan().paper.flat;
        const double scale = std::min(4.0, 720 * devicePixelRatioF() / document_.plan().paper.flat.w.toMm());
        for (const Face face : bothFaces) {
            QImage image(int(flat.w.toMm() * scale), int(flat.h.toMm() * scale), QImage::Format_RGB32);
            image.fill(QColor(0xFF, 0xFE, 0xFA));
            QPainter p(&image);
            p.setRenderHint(QPainter::Antialiasing);
            p.scale(scale, scale);
            painter_.paintContent(p, job, document_.plan(), face, true);
            p.end();
            faces_[std::size_t(face)] = image;
        }
        stale_ = false;
    }
    QPainter p(this);
    paintStandingPiece(p, QRectF(rect()).adjusted(8, 4, -8, -4), document_.plan(), openness_, faces_, QColor(0x20, 0x26, 0x2D, 160));
}

} // namespace hinge
