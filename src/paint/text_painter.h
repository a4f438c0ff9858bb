// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "typeset/story_layout.h"

#include <QImage>
#include <QPainter>
#include <QPainterPath>
#include <functional>
#include <map>
#include <tuple>

namespace hinge
{

/// Draws the glyphs of a layout from the outlines of the font itself, so that they stand on screen
/// exactly where the PDF puts them, at any zoom.
class TextPainter
{
public:
    using InkColour = std::function<QColor(const QString& ink, Percent strength)>;
    /// What has no colour (an invalid one) is left out. The painter's unit is the millimetre; the origin is the
    /// head-left corner of the text's frame.
    void paint(QPainter& painter, const TextLayout& layout, const InkColour& colour);

private:
    struct GlyphImage {
        QImage image;  ///< null for a glyph without an outline
        QPoint corner; ///< from the pixel of its origin to the image's head-left corner
    };
    static constexpr int phases = 4; ///< positions within a pixel, each way
    using GlyphKey = std::tuple<const FontFace*, quint32, int, int, int, QRgb>;

    const QPainterPath& outline(const FontFace& font, quint32 glyph);
    const GlyphImage& glyphImage(const FontFace& font, quint32 glyph, double pixelSize, int phaseX, int phaseY,
                                 QRgb colour);
    std::map<GlyphKey, GlyphImage> images_;
    std::map<std::pair<const FontFace*, quint32>, QPainterPath> outlines_;
};

} // namespace hinge
