// SPDX-License-Identifier: GPL-3.0-or-later
#include "paint/piece_painter.h"

#include "core/dummy/dummy.h"
#include "paint/dummy_painter.h"

#include <algorithm>

namespace hinge
{
namespace
{

/// A viewer a little to the side of the piece, and above it as it stands on its foot.
constexpr DummyEye beforeIt{17, -11.5, 1};

} // namespace

void paintStandingPiece(QPainter& painter, const QRectF& target, const Job& job, const Plan& plan, double openness,
                        const std::array<QImage, 2>& faces, const QColor& line, PieceScale fit)
{
    const Dummy dummy(job, plan);
    const Facets facets = dummy.facetsOpened(openness);
    Extent3 all = extentOf(facets);
    if (fit == PieceScale::OpenPiece) {
        // As large as it is when it lies open, whatever it does now; where it stands is its middle.
        const Extent3 open = extentOf(dummy.facetsOpened(1));
        const Point3 half = (open.high - open.low) * 0.5;
        const Point3 room{std::max(half.x, (all.high.x - all.low.x) / 2), half.y, (all.high.z - all.low.z) / 2};
        all = {all.middle() - room, all.middle() + room};
    }
    const double width = plan.paper.flat.w.toMm();
    const auto images = [&](const SurfaceId& surface) {
        const QImage& image = faces[std::size_t(surface.face)];
        return surface.component == Component::Text || image.isNull() ? SurfaceImage()
                                                                      : withSmallerSizes(image, image.width() / width);
    };
    DummyColours colours;
    colours.line = line;
    colours.asDiagram = true;
    const DummyPicture picture(facets, DummyView(beforeIt, all, target), images, colours);
    picture.paintShadow(painter, 0.16);
    picture.paint(painter);
}

} // namespace hinge
