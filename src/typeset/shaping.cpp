// SPDX-License-Identifier: GPL-3.0-or-later
#include "typeset/shaping.h"

namespace hinge
{

Shaped shape(const FontFace& font, const QString& text, int start, int length, bool rightToLeft)
{
    const ShapingBuffer buffer(hb_buffer_create());
    hb_buffer_add_utf16(buffer.get(), reinterpret_cast<const std::uint16_t*>(text.utf16()), int(text.size()),
                        unsigned(start), length);
    hb_buffer_set_direction(buffer.get(), rightToLeft ? HB_DIRECTION_RTL : HB_DIRECTION_LTR);
    hb_buffer_guess_segment_properties(buffer.get());
    hb_shape(font.hbFont(), buffer.get(), nullptr, 0);
    unsigned count = 0;
    const hb_glyph_info_t* info = hb_buffer_get_glyph_infos(buffer.get(), &count);
    const hb_glyph_position_t* pos = hb_buffer_get_glyph_positions(buffer.get(), &count);
    Shaped shaped;
    shaped.glyphs.reserve(count);
    for (unsigned i = 0; i < count; ++i)
        shaped.glyphs.push_back({info[i].codepoint, int(info[i].cluster), double(pos[i].x_advance),
                                 double(pos[i].x_offset), double(pos[i].y_offset)});
    return shaped;
}

double advanceOf(const FontFace& font, QChar c, double scale)
{
    double sum = 0;
    for (const ShapedGlyph& g : shape(font, QString(c), 0, 1, false).glyphs)
        sum += g.advance * scale;
    return sum;
}

int endOfCluster(const Shaped& shaped, std::size_t i, int runEnd, bool rtl)
{
    const int cluster = shaped.glyphs[i].cluster;
    if (rtl) {
        for (std::size_t j = i; j-- > 0;)
            if (shaped.glyphs[j].cluster != cluster)
                return shaped.glyphs[j].cluster;
        return runEnd;
    }
    for (std::size_t j = i + 1; j < shaped.glyphs.size(); ++j)
        if (shaped.glyphs[j].cluster != cluster)
            return shaped.glyphs[j].cluster;
    return runEnd;
}

} // namespace hinge
