// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/dummy/dummy.h"
#include "paint/dummy_view.h"

#include <QColor>
#include <QImage>
#include <QPainter>
#include <functional>
#include <map>
#include <optional>

namespace hinge
{

/// What is printed on a surface, trimmed, the same in smaller sizes behind it. Empty: plain paper.
struct SurfaceImage {
    std::vector<QImage> sizes; ///< each half as large as the one before
    double perMm = 1;          ///< pixels of the first
};
using SurfaceImages = std::function<SurfaceImage(const SurfaceId&)>;
/// With its smaller sizes.
[[nodiscard]] SurfaceImage withSmallerSizes(QImage image, double perMm);

struct DummyColours {
    QColor paper{0xFF, 0xFE, 0xFA};
    QColor text{0xFF, 0xFE, 0xFA};      ///< of blank pages and the edges of leaves
    QColor line{0x20, 0x26, 0x2D, 110}; ///< along edges
    double lineWidth = 0.8;             ///< in pixels
    /// As a small diagram: lines at all folds, and the outside of plain paper a little darker than its inside.
    bool asDiagram = false;
};

/// The panel or page a facet is a bit of; nothing for edges and wire.
[[nodiscard]] std::optional<ReadingStop::Seen> seenOf(const Facet& facet);

/// A piece as it is seen from somewhere, worked out once and then painted, in parts or by several painters at a time.
/// Drawn with QPainter in painter's order, which needs no graphics hardware and comes out the same on screen, in
/// pictures and on paper; of what was tried it is also the quickest where there is none (docs/architecture.md).
class DummyPicture
{
public:
    DummyPicture(const Facets& facets, const DummyView& view, const SurfaceImages& images, const DummyColours& colours);

    void paint(QPainter& painter) const;
    /// The shadow on a table that the piece lies on, seen from above; nothing from below.
    void paintShadow(QPainter& painter, double darkness) const;
    /// The facet that is seen at a place, and where on its surface, in millimetres.
    struct Hit {
        Facet facet;
        QPointF place;
    };
    [[nodiscard]] std::optional<Hit> hitAt(QPointF place) const;
    /// The panels and pages that are seen, from the uppermost down.
    [[nodiscard]] std::vector<ReadingStop::Seen> seen() const;
    /// Where one of them is seen.
    [[nodiscard]] std::vector<QPolygonF> outlinesOf(const ReadingStop::Seen& seen) const;
    /// Around everything.
    [[nodiscard]] QRectF bounds() const;

private:
    struct Drawn {
        Facet facet;
        QPolygonF outline;
        QTransform toPicture;
        QImage image;
        QTransform ofImage; ///< from its pixels to the picture
        QColor colour;
        double dark = 0; ///< 0 to 1
    };
    void leaveOutHidden();
    void paintFacet(QPainter& painter, const Drawn& d) const;
    void paintCreases(QPainter& painter, const Drawn& d) const;
    void paintLeaves(QPainter& painter, const Drawn& d) const;

    std::vector<Drawn> drawn_;
    std::vector<QPolygonF> shadow_;
    DummyColours colours_;
    double scale_ = 1;
};

} // namespace hinge
