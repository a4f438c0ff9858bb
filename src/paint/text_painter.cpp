// SPDX-License-Identifier: GPL-3.0-or-later
#include "paint/text_painter.h"

#include <cmath>
#include <hb.h>

namespace hinge
{
namespace
{

// HarfBuzz hands out outlines piece by piece, in font units with y up.
void moveTo(hb_draw_funcs_t*, void* path, hb_draw_state_t*, float x, float y, void*)
{
    static_cast<QPainterPath*>(path)->moveTo(x, -y);
}
void lineTo(hb_draw_funcs_t*, void* path, hb_draw_state_t*, float x, float y, void*)
{
    static_cast<QPainterPath*>(path)->lineTo(x, -y);
}
void quadTo(hb_draw_funcs_t*, void* path, hb_draw_state_t*, float cx, float cy, float x, float y, void*)
{
    static_cast<QPainterPath*>(path)->quadTo(cx, -cy, x, -y);
}
void cubicTo(hb_draw_funcs_t*, void* path, hb_draw_state_t*, float ax, float ay, float bx, float by, float x, float y,
             void*)
{
    static_cast<QPainterPath*>(path)->cubicTo(ax, -ay, bx, -by, x, -y);
}
void closePath(hb_draw_funcs_t*, void* path, hb_draw_state_t*, void*)
{
    static_cast<QPainterPath*>(path)->closeSubpath();
}

QPainterPath outlineOf(const FontFace& font, quint32 glyph)
{
    static hb_draw_funcs_t* const funcs = [] {
        hb_draw_funcs_t* made = hb_draw_funcs_create();
        hb_draw_funcs_set_move_to_func(made, moveTo, nullptr, nullptr);
        hb_draw_funcs_set_line_to_func(made, lineTo, nullptr, nullptr);
        hb_draw_funcs_set_quadratic_to_func(made, quadTo, nullptr, nullptr);
        hb_draw_funcs_set_cubic_to_func(made, cubicTo, nullptr, nullptr);
        hb_draw_funcs_set_close_path_func(made, closePath, nullptr, nullptr);
        hb_draw_funcs_make_immutable(made);
        return made;
    }();
    QPainterPath path;
    path.setFillRule(Qt::WindingFill);
    hb_font_get_glyph_shape(font.hbFont(), glyph, funcs, &path);
    return path;
}

} // namespace

const QPainterPath& TextPainter::outline(const FontFace& font, quint32 glyph)
{
    const std::pair key(&font, glyph);
    if (const auto it = outlines_.find(key); it != outlines_.end())
        return it->second;
    return outlines_.emplace(key, outlineOf(font, glyph)).first->second;
}

const TextPainter::GlyphImage& TextPainter::glyphImage(const FontFace& font, quint32 glyph, double pixelSize,
                                                       int phaseX, int phaseY, QRgb colour)
{
    if (images_.size() > 8000) // zooming leaves many behind
        images_.clear();
    const GlyphKey key{&font, glyph, int(std::lround(pixelSize * 64)), phaseX, phaseY, colour};
    if (const auto it = images_.find(key); it != images_.end())
        return it->second;
    const double scale = pixelSize / font.unitsPerEm();
    const QTransform place = QTransform(scale, 0, 0, scale, double(phaseX) / phases, double(phaseY) / phases);
    const QPainterPath path = place.map(outline(font, glyph));
    GlyphImage made;
    if (!path.isEmpty()) {
        const QRect box = path.boundingRect().toAlignedRect().adjusted(-1, -1, 1, 1);
        made.image = QImage(box.size(), QImage::Format_ARGB32_Premultiplied);
        made.image.fill(Qt::transparent);
        made.corner = box.topLeft();
        QPainter p(&made.image);
        p.setRenderHint(QPainter::Antialiasing);
        p.translate(-box.topLeft());
        p.fillPath(path, QColor::fromRgb(colour));
    }
    return images_.emplace(key, std::move(made)).first->second;
}

void TextPainter::paint(QPainter& painter, const TextLayout& layout, const InkColour& colour)
{
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(Qt::NoPen);
    const QTransform base = painter.transform();
    const double ratio = painter.device()->devicePixelRatioF();
    const bool upright =
        base.type() <= QTransform::TxScale && base.m11() > 0 && std::abs(base.m11() - base.m22()) < 1e-9;
    for (const TextRule& rule : layout.rules) {
        const QRectF bar(rule.x * mmPerPoint, rule.y * mmPerPoint, rule.width * mmPerPoint, rule.height * mmPerPoint);
        if (const QColor ink = colour(rule.ink, rule.strength); ink.isValid())
            painter.fillRect(bar, ink);
    }
    for (const GlyphRun& run : layout.runs) {
        const QColor ink = colour(run.ink, 100);
        if (!ink.isValid())
            continue;
        const double pixelSize = run.size * mmPerPoint * base.m11() * ratio;
        if (upright && pixelSize < 40) {
            // Small letters are kept as images at sixteen positions within a pixel: an eighth of a pixel is
            // the most that one stands off, and filling outlines afresh costs ten times as much.
            painter.setTransform(QTransform::fromScale(1 / ratio, 1 / ratio));
            for (const Glyph& g : run.glyphs) {
                const QPointF at = base.map(QPointF(g.x, g.y) * mmPerPoint) * ratio + QPointF(0.5, 0.5) / phases;
                const QPoint whole(int(std::floor(at.x())), int(std::floor(at.y())));
                const GlyphImage& image = glyphImage(*run.font, g.id, pixelSize, int((at.x() - whole.x()) * phases),
                                                     int((at.y() - whole.y()) * phases), ink.rgb());
                if (!image.image.isNull())
                    painter.drawImage(whole + image.corner, image.image);
            }
            continue;
        }
        painter.setBrush(ink);
        const double scale = run.size / run.font->unitsPerEm() * mmPerPoint;
        for (const Glyph& g : run.glyphs) {
            const QPainterPath& path = outline(*run.font, g.id);
            if (path.isEmpty())
                continue;
            painter.setTransform(QTransform(scale, 0, 0, scale, g.x * mmPerPoint, g.y * mmPerPoint) * base);
            painter.drawPath(path);
        }
    }
    painter.restore();
}

} // namespace hinge
