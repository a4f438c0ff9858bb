// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "paint/dimension_lines.h"
#include "paint/face_painter.h"
#include "paint/zone_painter.h"

namespace hinge
{

/// How the drawing of a flat looks around the paper.
struct DiagramStyle {
    DimensionStyle dimensions;
    QColor accent; ///< marks at the ends of folds, and the panel that is picked
    QFont role;
    QFont note;
};

/// What is drawn: a face of the flat, or a page of the text.
struct DiagramSubject {
    std::reference_wrapper<const Paper> paper;
    Face face = Face::Outside;
    QString title; ///< above it, where several are drawn
};

/// Faces of flats drawn with zones, folds, roles and measures as a workshop would, all to one scale: beside each other
/// or one below the other, whichever is larger. Lives no longer than the papers it shows.
class FlatDiagram
{
public:
    /// `target` is in pixels of the painter.
    FlatDiagram(const QRectF& target, std::vector<DiagramSubject> subjects, Unit unit);

    void paint(QPainter& painter, const DiagramStyle& style) const;

    /// A panel of one of the subjects.
    struct PanelRef {
        int subject = 0;
        int panel = 0;
        bool operator==(const PanelRef&) const = default;
    };
    [[nodiscard]] std::optional<PanelRef> panelAt(QPointF at) const;
    [[nodiscard]] QRectF panelArea(PanelRef place) const;
    [[nodiscard]] const Panel& panel(PanelRef place) const;
    /// In the order of the subjects, each from the left.
    [[nodiscard]] std::vector<PanelRef> places() const;

private:
    struct Drawn {
        DiagramSubject subject;
        QPointF origin; ///< the trim's corner
        bool measuresHeight = true;
    };
    /// What the panel is called and when it is seen, as far as there is room.
    void paintLabel(QPainter& p, const Drawn& drawn, const Panel& panel, const DiagramStyle& style) const;
    void paintOne(QPainter& painter, const Drawn& drawn, const DiagramStyle& style) const;
    [[nodiscard]] QRectF onScreen(const Drawn& drawn, const Rect& r) const;

    std::vector<Drawn> drawn_;
    bool low_ = false; ///< little height is left
    double scale_ = 0; ///< pixels a millimetre; 0 when there is no room to draw
    Unit unit_;
};

/// The faces of the flat that is at work, as subjects.
[[nodiscard]] std::vector<DiagramSubject> facesOf(const Plan& plan, PieceKind kind);
/// The left-hand and right-hand page of the text; nothing for kinds without pages.
[[nodiscard]] std::vector<DiagramSubject> textPagesOf(const Plan& plan);

} // namespace hinge
