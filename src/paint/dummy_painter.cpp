// SPDX-License-Identifier: GPL-3.0-or-later
#include "paint/dummy_painter.h"

#include <QLinearGradient>
#include <QPainterPath>
#include <algorithm>
#include <cmath>

namespace hinge
{
namespace
{

/// Light comes from above, a little from the left and from whoever looks; as it is seen.
const Point3 light = unit({-0.45, -0.55, 0.85});
/// What is turned away from the light is darkened by so much at most.
constexpr double deepest = 0.3;
/// Light is lost so far from a fold that is closed, in millimetres, and so much of it.
constexpr double creaseWidth = 11;
constexpr double creaseDepth = 0.34;
constexpr double unmade = 0.12;

/// Adjoining bits overlap by so many pixels, so that nothing shines through between them.
constexpr double overlap = 0.6;

double darknessOf(Point3 normal)
{
    const double lit = dot(normal, light) / dot(Point3{0, 0, 1}, light);
    return std::clamp((1 - lit) * 0.3, 0.0, deepest);
}

/// Each side that goes on in another bit is moved outward a little.
QPolygonF widened(const QPolygonF& outline, const std::vector<bool>& goesOn)
{
    if (std::ranges::none_of(goesOn, [](bool on) { return on; }))
        return outline;
    double area = 0;
    const qsizetype n = outline.size();
    for (qsizetype i = 0; i < n; ++i) {
        const QPointF a = outline[i], b = outline[(i + 1) % n];
        area += a.x() * b.y() - a.y() * b.x();
    }
    const double side = area > 0 ? 1 : -1;
    QPolygonF out = outline;
    for (qsizetype i = 0; i < n && std::size_t(i) < goesOn.size(); ++i) {
        if (!goesOn[std::size_t(i)])
            continue;
        const QPointF along = outline[(i + 1) % n] - outline[i];
        const double length = std::hypot(along.x(), along.y());
        if (length < 1e-9)
            continue;
        const QPointF away = QPointF(along.y(), -along.x()) * (side * overlap / length);
        out[i] += away;
        out[(i + 1) % n] += away;
    }
    return out;
}

/// Inside a convex outline, or so near to it.
bool isWithin(const QPolygonF& outline, QPointF p, double near)
{
    double area = 0;
    const qsizetype n = outline.size();
    for (qsizetype i = 0; i < n; ++i)
        area += outline[i].x() * outline[(i + 1) % n].y() - outline[i].y() * outline[(i + 1) % n].x();
    for (qsizetype i = 0; i < n; ++i) {
        const QPointF along = outline[(i + 1) % n] - outline[i];
        const QPointF to = p - outline[i];
        const double off = (along.x() * to.y() - along.y() * to.x()) * (area > 0 ? 1 : -1);
        if (off < -near * std::hypot(along.x(), along.y()))
            return false;
    }
    return true;
}

/// A side of a facet lies along one of its folds.
bool liesOnCrease(const Facet& facet, std::size_t side)
{
    const Point3 a = facet.pose.in(facet.corners[side]);
    const Point3 b = facet.pose.in(facet.corners[(side + 1) % facet.corners.size()]);
    constexpr double near = 0.5; // millimetres
    return std::ranges::any_of(facet.creases, [&](const Facet::Crease& crease) {
        return std::abs((crease.upright ? a.x : a.y) - crease.at) < near &&
               std::abs((crease.upright ? b.x : b.y) - crease.at) < near;
    });
}

/// The part of a convex outline on one side of a line across the surface.
QPolygonF cut(const QPolygonF& outline, bool upright, double at, bool keepBehind)
{
    QPolygonF out;
    const auto off = [&](QPointF p) { return ((upright ? p.x() : p.y()) - at) * (keepBehind ? 1 : -1); };
    for (qsizetype i = 0; i < outline.size(); ++i) {
        const QPointF a = outline[i], b = outline[(i + 1) % outline.size()];
        const double da = off(a), db = off(b);
        if (da >= 0)
            out << a;
        if ((da > 0 && db < 0) || (da < 0 && db > 0))
            out << a + (b - a) * (da / (da - db));
    }
    return out;
}

} // namespace

SurfaceImage withSmallerSizes(QImage image, double perMm)
{
    SurfaceImage out{{}, perMm};
    while (!image.isNull()) {
        out.sizes.push_back(image);
        if (image.width() < 64 || image.height() < 64)
            break;
        image = image.scaled(image.width() / 2, image.height() / 2, Qt::IgnoreAspectRatio, Qt::SmoothTransformation);
    }
    return out;
}

DummyPicture::DummyPicture(const Facets& facets, const DummyView& view, const SurfaceImages& images,
                           const DummyColours& colours)
    : colours_(colours), scale_(view.scale())
{
    std::map<SurfaceId, SurfaceImage> taken;
    for (Facet& facet : inPaintersOrder(facets, view.eye())) {
        Drawn d;
        d.outline = view.project(facet.corners);
        d.toPicture = view.ofSurface(facet.pose);
        d.dark = darknessOf(view.seen(facet.normal()));
        d.colour = facet.look == FacetLook::Printed ? colours.paper : colours.text;
        if (colours.asDiagram && facet.look == FacetLook::Printed && facet.surface == SurfaceId(Face::Outside))
            d.dark = std::min(0.5, d.dark + 0.07);
        if (facet.look == FacetLook::Edge)
            d.colour = colours.paper.darker(107);
        if (facet.look == FacetLook::Wire)
            d.colour = QColor(0x7A, 0x80, 0x86);
        if (facet.look == FacetLook::Printed) {
            if (!taken.contains(facet.surface))
                taken[facet.surface] = images(facet.surface);
            const SurfaceImage& image = taken[facet.surface];
            // The smallest that is still as fine as the picture.
            std::size_t size = 0;
            while (size + 1 < image.sizes.size() && image.perMm / double(2 << size) >= scale_)
                ++size;
            if (!image.sizes.empty()) {
                d.image = image.sizes[size];
                const double fine = image.perMm * d.image.width() / image.sizes.front().width();
                d.ofImage = QTransform::fromScale(1 / fine, 1 / fine) * d.toPicture;
            }
        }
        d.facet = std::move(facet);
        drawn_.push_back(std::move(d));
    }
    leaveOutHidden();
    // The shadow falls onto the table below, away from the light.
    const double table = extentOf(facets).low.z;
    if (view.eye().z <= table)
        return;
    for (const Facet& f : facets) {
        if (f.look == FacetLook::Wire || f.normal().z < 0.02)
            continue;
        std::vector<Point3> corners;
        for (const Point3& p : f.corners)
            corners.push_back({p.x + (p.z - table) * 0.30 + 0.8, p.y + (p.z - table) * 0.36 + 1.2, table});
        shadow_.push_back(view.project(corners));
    }
}

void DummyPicture::leaveOutHidden()
{
    // What one other bit covers whole is not painted: most layers of a folded pile. A layer right beneath may look out
    // by as much as it lies lower; its edges are bits of their own.
    const auto covers = [](const Drawn& upper, const Drawn& lower) {
        const bool alike = dot(upper.facet.normal(), lower.facet.normal()) > 0.999;
        return upper.facet.look != FacetLook::Wire && std::ranges::all_of(lower.outline, [&](QPointF p) {
                   return isWithin(upper.outline, p, alike ? 1.5 : 0.3);
               });
    };
    std::vector<Drawn> left;
    for (std::size_t i = 0; i < drawn_.size(); ++i)
        if (std::none_of(drawn_.begin() + std::ptrdiff_t(i) + 1, drawn_.end(),
                         [&](const Drawn& later) { return covers(later, drawn_[i]); }))
            left.push_back(drawn_[i]);
    drawn_ = std::move(left);
}

QRectF DummyPicture::bounds() const
{
    QRectF all;
    for (const Drawn& d : drawn_)
        all |= d.outline.boundingRect();
    return all;
}

void DummyPicture::paintShadow(QPainter& painter, double darkness) const
{
    if (shadow_.empty())
        return;
    QRectF all;
    for (const QPolygonF& p : shadow_)
        all |= p.boundingRect();
    // Made small, made smaller still and stretched: that makes it soft.
    constexpr double softness = 5;
    all = all.adjusted(-6 * softness, -6 * softness, 6 * softness, 6 * softness);
    const QSize size(std::max(2, int(all.width() / softness)), std::max(2, int(all.height() / softness)));
    QImage mask(size, QImage::Format_ARGB32_Premultiplied);
    mask.fill(Qt::transparent);
    QPainter p(&mask);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(Qt::NoPen);
    p.setBrush(Qt::black);
    p.scale(size.width() / all.width(), size.height() / all.height());
    p.translate(-all.topLeft());
    QPainterPath united;
    united.setFillRule(Qt::WindingFill);
    for (const QPolygonF& polygon : shadow_) {
        united.addPolygon(polygon);
        united.closeSubpath();
    }
    p.drawPath(united);
    p.end();
    mask = mask.scaled(size / 2, Qt::IgnoreAspectRatio, Qt::SmoothTransformation)
               .scaled(size, Qt::IgnoreAspectRatio, Qt::SmoothTransformation);
    painter.save();
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    painter.setOpacity(painter.opacity() * darkness);
    painter.drawImage(all, mask);
    painter.restore();
}

void DummyPicture::paint(QPainter& painter) const
{
    painter.save();
    painter.setRenderHints(QPainter::Antialiasing | QPainter::SmoothPixmapTransform);
    for (const Drawn& d : drawn_)
        paintFacet(painter, d);
    painter.restore();
}

void DummyPicture::paintFacet(QPainter& painter, const Drawn& d) const
{
    const QPolygonF outline = widened(d.outline, d.facet.goesOn);
    painter.setPen(Qt::NoPen);
    if (d.image.isNull()) {
        painter.setBrush(d.colour);
    } else {
        QBrush brush(d.image);
        brush.setTransform(d.ofImage);
        painter.setBrush(brush);
    }
    painter.drawConvexPolygon(outline);
    if (d.facet.look == FacetLook::Leaves)
        paintLeaves(painter, d);
    paintCreases(painter, d);
    if (d.dark > 0.004) {
        painter.setPen(Qt::NoPen);
        painter.setBrush(QColor(20, 24, 30, int(std::lround(d.dark * 255))));
        painter.drawConvexPolygon(outline);
    }
    if (colours_.line.alpha() == 0 || d.facet.look == FacetLook::Wire)
        return;
    QColor line = colours_.line;
    if (d.facet.look == FacetLook::Edge || d.facet.look == FacetLook::Leaves)
        line.setAlpha(line.alpha() / 2);
    painter.setPen(QPen(line, colours_.lineWidth, Qt::SolidLine, Qt::RoundCap));
    const qsizetype n = d.outline.size();
    for (qsizetype i = 0; i < n; ++i)
        if ((colours_.asDiagram && liesOnCrease(d.facet, std::size_t(i))) || std::size_t(i) >= d.facet.goesOn.size() ||
            !d.facet.goesOn[std::size_t(i)])
            painter.drawLine(d.outline[i], d.outline[(i + 1) % n]);
}

void DummyPicture::paintCreases(QPainter& painter, const Drawn& d) const
{
    if (d.facet.creases.empty())
        return;
    QPolygonF own;
    for (const Point3& p : d.facet.corners) {
        const Point3 in = d.facet.pose.in(p);
        own << QPointF(in.x, in.y);
    }
    const QPointF middle = own.boundingRect().center();
    for (const Facet::Crease& crease : d.facet.creases) {
        const bool upright = crease.upright;
        const bool behind = (upright ? middle.x() : middle.y()) > crease.at;
        const double far = crease.at + (behind ? creaseWidth : -creaseWidth);
        const QPolygonF strip = cut(cut(own, upright, crease.at, behind), upright, far, !behind);
        if (strip.size() < 3)
            continue;
        // Drawn as it is seen: across the picture of the crease, as wide as it is in its middle.
        const auto seen = [&](double across, double along) {
            return d.toPicture.map(upright ? QPointF(across, along) : QPointF(along, across));
        };
        const double along = upright ? middle.y() : middle.x();
        const QPointF at = seen(crease.at, along);
        const QPointF line = seen(crease.at, along + 1) - at;
        const QPointF normal = QPointF(-line.y(), line.x()) / std::max(1e-9, std::hypot(line.x(), line.y()));
        const QPointF end = at + normal * QPointF::dotProduct(seen(far, along) - at, normal);
        // A fold that is not made yet is a hint of one.
        const double depth =
            creaseDepth * std::min(1.0, std::max(unmade, crease.closed) * 1.6) * (crease.valley ? 1 : 0.45);
        QLinearGradient gradient(at, end);
        const auto shade = [&](double part) { return QColor(20, 24, 30, int(255 * depth * part)); };
        gradient.setColorAt(0, shade(1));
        gradient.setColorAt(0.18, shade(0.5));
        gradient.setColorAt(0.5, shade(0.14));
        gradient.setColorAt(1, shade(0));
        painter.setPen(Qt::NoPen);
        painter.setBrush(gradient);
        painter.drawConvexPolygon(d.toPicture.map(strip));
    }
}

void DummyPicture::paintLeaves(QPainter& painter, const Drawn& d) const
{
    // A few of the many edges: one line every third of a millimetre would be a grey of its own.
    double high = 0;
    for (const Point3& p : d.facet.corners) {
        const Point3 in = d.facet.pose.in(p);
        high = std::max(high, in.y);
    }
    const int lines = std::clamp(int(high * scale_ / 2.6), 0, 60);
    QPen pen(QColor(20, 24, 30, 30), 0.7);
    painter.setPen(pen);
    if (d.outline.size() != 4 || lines == 0)
        return;
    for (int i = 1; i < lines; ++i) {
        const double t = double(i) / lines;
        const QPointF from = d.outline[0] + (d.outline[3] - d.outline[0]) * t;
        const QPointF to = d.outline[1] + (d.outline[2] - d.outline[1]) * t;
        painter.drawLine(from, to);
    }
}

std::optional<ReadingStop::Seen> seenOf(const Facet& facet)
{
    if (facet.look == FacetLook::Printed)
        return ReadingStop::Seen{facet.surface, facet.panel, facet.page};
    if (facet.look == FacetLook::Blank && facet.page > 0)
        return ReadingStop::Seen{std::nullopt, 0, facet.page};
    return std::nullopt;
}

std::vector<ReadingStop::Seen> DummyPicture::seen() const
{
    std::vector<ReadingStop::Seen> out;
    for (auto d = drawn_.rbegin(); d != drawn_.rend(); ++d)
        if (const auto one = seenOf(d->facet); one && std::ranges::find(out, *one) == out.end())
            out.push_back(*one);
    return out;
}

std::vector<QPolygonF> DummyPicture::outlinesOf(const ReadingStop::Seen& seen) const
{
    std::vector<QPolygonF> out;
    for (const Drawn& d : drawn_)
        if (seenOf(d.facet) == seen)
            out.push_back(d.outline);
    return out;
}

std::optional<DummyPicture::Hit> DummyPicture::hitAt(QPointF place) const
{
    for (auto d = drawn_.rbegin(); d != drawn_.rend(); ++d) {
        if (!d->outline.containsPoint(place, Qt::WindingFill))
            continue;
        bool invertible = false;
        const QTransform back = d->toPicture.inverted(&invertible);
        return Hit{d->facet, invertible ? back.map(place) : QPointF()};
    }
    return std::nullopt;
}

} // namespace hinge
