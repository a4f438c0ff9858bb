// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/page_boxes.h"

#include <cmath>

namespace hinge
{
namespace
{

constexpr double longestSide = 14400;

/// Null rectangle when the box is missing or is no box.
QRectF boxOf(QPDFPageObjectHelper& page, const char* key)
{
    QPDFObjectHandle box = page.getAttribute(key, false);
    if (!box.isRectangle())
        return {};
    const auto r = box.getArrayAsRectangle(); // normalised: lower left, upper right
    return QRectF(QPointF(r.llx, r.lly), QPointF(r.urx, r.ury));
}

} // namespace

QSizeF PageBoxes::uprightTrim() const
{
    const QSizeF size = trim.size() * userUnit;
    return rotate % 180 == 0 ? size : size.transposed();
}

QPDFMatrix PageBoxes::toUprightTrim() const
{
    const double u = userUnit;
    const double l = trim.left() * u;
    const double b = trim.top() * u; // QRectF's top is the smaller y, which is the lower edge here
    const double r = trim.right() * u;
    const double t = trim.bottom() * u;
    switch (rotate) {
    case 90: return {0, -u, u, 0, -b, r};
    case 180: return {-u, 0, 0, -u, r, t};
    case 270: return {0, u, -u, 0, t, -l};
    default: return {u, 0, 0, u, -l, -b};
    }
}

PageFacts PageBoxes::facts() const
{
    PageFacts f;
    f.isUsable = isUsable();
    const QSizeF size = uprightTrim();
    f.trim = {Length::nearestPoints(size.width()), Length::nearestPoints(size.height())};
    f.hasTrimBox = hasTrimBox;
    // How far a box reaches beyond the trim: left, top, right, bottom of the page as it lies in the file; turning the
    // page moves them round.
    const auto beyond = [this](const QRectF& box) {
        const std::array<double, 4> sides{trim.left() - box.left(), box.bottom() - trim.bottom(),
                                          box.right() - trim.right(), trim.top() - box.top()};
        const std::size_t quarterTurns = std::size_t(rotate / 90);
        std::array<Length, 4> out;
        for (std::size_t i = 0; i < 4; ++i)
            out[(i + quarterTurns) % 4] = Length::nearestPoints(sides[i] * userUnit);
        return out;
    };
    const auto seen = [&](const QRectF& box) {
        const auto by = beyond(box);
        return Rect::fromEdges(-by[0], -by[1], f.trim.w + by[2], f.trim.h + by[3]);
    };
    f.bleed = beyond(bleed);
    f.crop = seen(crop);
    f.media = seen(media);
    return f;
}

PageBoxes readPageBoxes(QPDFPageObjectHelper page)
{
    PageBoxes boxes;
    boxes.media = boxOf(page, "/MediaBox");
    // A MediaBox is required (ISO 32000-1, 7.7.3.3); a side of 14 400 units is the most that readers take (Annex C).
    if (boxes.media.isEmpty() || std::max(boxes.media.width(), boxes.media.height()) > longestSide)
        return {};
    QRectF crop = boxOf(page, "/CropBox").intersected(boxes.media);
    if (crop.isEmpty())
        crop = boxes.media;
    boxes.crop = crop;
    const QRectF trim = boxOf(page, "/TrimBox").intersected(boxes.media);
    boxes.hasTrimBox = !trim.isEmpty();
    boxes.trim = boxes.hasTrimBox ? trim : crop;
    const QRectF bleed = boxOf(page, "/BleedBox").intersected(boxes.media);
    boxes.bleed = (bleed.isEmpty() ? crop : bleed).united(boxes.trim);
    QPDFObjectHandle rotate = page.getAttribute("/Rotate", false);
    if (rotate.isNumber() && std::abs(rotate.getNumericValue()) <= 36'000)
        boxes.rotate = ((int(rotate.getNumericValue()) % 360) + 360) % 360 / 90 * 90;
    QPDFObjectHandle unit = page.getObjectHandle().getKey("/UserUnit");
    if (unit.isNumber() && unit.getNumericValue() > 0 && unit.getNumericValue() <= 1000)
        boxes.userUnit = unit.getNumericValue();
    return boxes;
}

} // namespace hinge
