// SPDX-License-Identifier: GPL-3.0-or-later
#include "typeset/text_layout.h"

#include <hb.h>
#include <unicode/ubidi.h>
#include <unicode/ubrk.h>

#include <algorithm>
#include <memory>

namespace hinge {
namespace {

template <class T, void (*release)(T*)>
struct Release {
    void operator()(T* p) const { release(p); }
};
using Buffer = std::unique_ptr<hb_buffer_t, Release<hb_buffer_t, hb_buffer_destroy>>;
using Bidi = std::unique_ptr<UBiDi, Release<UBiDi, ubidi_close>>;
using BreakIterator = std::unique_ptr<UBreakIterator, Release<UBreakIterator, ubrk_close>>;

const UChar* utf16(const QString& s) { return reinterpret_cast<const UChar*>(s.utf16()); }

/// A stretch of one direction, shaped. Advances in font units, glyphs from left to right.
struct Shaped {
    struct Placed {
        quint32 id;
        int cluster; ///< index into the paragraph
        double advance, dx, dy;
    };
    std::vector<Placed> glyphs;
};

Shaped shape(const FontFace& font, const QString& text, int start, int length, bool rightToLeft)
{
    const Buffer buffer(hb_buffer_create());
    hb_buffer_add_utf16(buffer.get(), reinterpret_cast<const std::uint16_t*>(text.utf16()), int(text.size()), unsigned(start), length);
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

bool isSpace(QChar c) { return c == u' ' || c == u'\t' || c == u'\u2028' || c == u'\n'; }

/// Sets one paragraph; knows the frame's width and reports lines as they come.
class ParagraphSetter {
public:
    ParagraphSetter(const Paragraph& paragraph, const FontFace& font, double width)
        : style_(paragraph.style), text_(paragraph.text), font_(font), width_(width),
          scale_(paragraph.style.size.toPoints() / font.unitsPerEm())
    {
    }

    struct Line {
        int start, end; ///< in the text; `end` includes the spaces that hang over the margin
        bool last; ///< of the paragraph, or before a forced line end
    };

    /// Chooses the line ends: as much as fits, breaking only where ICU allows.
    std::vector<Line> lines()
    {
        std::vector<Line> out;
        if (text_.isEmpty()) {
            out.push_back({0, 0, true});
            return out;
        }
        measure();
        UErrorCode status = U_ZERO_ERROR;
        const BreakIterator breaks(ubrk_open(UBRK_LINE, "en", utf16(text_), int(text_.size()), &status));
        int lineStart = 0;
        int lastFit = -1;
        for (int at = breaks ? ubrk_next(breaks.get()) : UBRK_DONE; at != UBRK_DONE; at = ubrk_next(breaks.get())) {
            const bool forced = text_[at - 1] == u'\u2028' || text_[at - 1] == u'\n';
            if (widthOf(lineStart, at) > width_ + 1e-6) {
                if (lastFit > lineStart) {
                    out.push_back({lineStart, lastFit, false});
                    lineStart = lastFit;
                }
                while (widthOf(lineStart, at) > width_ + 1e-6) {
                    const int cut = lastCharacterThatFits(lineStart, at); // a word longer than the line
                    if (cut >= at)
                        break;
                    out.push_back({lineStart, cut, false});
                    lineStart = cut;
                }
            }
            lastFit = at;
            if (forced) {
                out.push_back({lineStart, at, true});
                lineStart = at;
            }
        }
        if (lineStart < text_.size())
            out.push_back({lineStart, int(text_.size()), true});
        return out;
    }

    /// Shapes a line by itself, so that letters at its ends take their proper forms, and places it.
    void set(const Line& line, double baseline, TextLayout& out) const
    {
        int visibleEnd = line.end;
        while (visibleEnd > line.start && isSpace(text_[visibleEnd - 1]))
            --visibleEnd;
        if (visibleEnd == line.start)
            return;
        UErrorCode status = U_ZERO_ERROR;
        const Bidi paragraph(ubidi_open());
        ubidi_setPara(paragraph.get(), utf16(text_), int(text_.size()), UBIDI_DEFAULT_LTR, nullptr, &status);
        const Bidi lineBidi(ubidi_open());
        ubidi_setLine(paragraph.get(), line.start, visibleEnd, lineBidi.get(), &status);
        const int runCount = ubidi_countRuns(lineBidi.get(), &status);

        std::vector<GlyphRun> runs;
        double x = 0;
        int spaces = 0;
        for (int r = 0; r < runCount; ++r) {
            int start = 0;
            int length = 0;
            const bool rtl = ubidi_getVisualRun(lineBidi.get(), r, &start, &length) == UBIDI_RTL;
            start += line.start;
            GlyphRun run;
            run.font = &font_;
            run.size = style_.size.toPoints();
            run.ink = style_.ink;
            run.rightToLeft = rtl;
            run.text = text_.mid(start, length);
            const Shaped shaped = shape(font_, text_, start, length, rtl);
            for (std::size_t i = 0; i < shaped.glyphs.size(); ++i) {
                const Shaped::Placed& g = shaped.glyphs[i];
                const int clusterEnd = endOfCluster(shaped, i, start + length, rtl);
                run.glyphs.push_back({g.id, x + g.dx * scale_, baseline - g.dy * scale_, g.advance * scale_,
                                      g.cluster - start, clusterEnd - g.cluster});
                x += g.advance * scale_;
                spaces += text_[g.cluster] == u' ' ? 1 : 0;
                out.missingGlyphs = out.missingGlyphs || (g.id == 0 && !isSpace(text_[g.cluster]));
            }
            runs.push_back(std::move(run));
        }
        const bool fromRight = (ubidi_getParaLevel(paragraph.get()) & 1) != 0;
        align(runs, x, spaces, line.last, fromRight);
        for (GlyphRun& run : runs)
            out.runs.push_back(std::move(run));
    }

private:
    /// Advance of every UTF-16 unit; a cluster's whole advance stands at its first unit.
    void measure()
    {
        advances_.assign(std::size_t(text_.size()) + 1, 0);
        UErrorCode status = U_ZERO_ERROR;
        const Bidi bidi(ubidi_open());
        ubidi_setPara(bidi.get(), utf16(text_), int(text_.size()), UBIDI_DEFAULT_LTR, nullptr, &status);
        for (int at = 0; at < text_.size();) {
            int end = 0;
            UBiDiLevel level = 0;
            ubidi_getLogicalRun(bidi.get(), at, &end, &level);
            for (const Shaped::Placed& g : shape(font_, text_, at, end - at, (level & 1) != 0).glyphs)
                advances_[std::size_t(g.cluster) + 1] += g.advance * scale_;
            at = end;
        }
        for (std::size_t i = 1; i < advances_.size(); ++i)
            advances_[i] += advances_[i - 1];
    }

    /// Without the spaces at the end, which hang over the margin.
    [[nodiscard]] double widthOf(int start, int end) const
    {
        while (end > start && isSpace(text_[end - 1]))
            --end;
        return advances_[std::size_t(end)] - advances_[std::size_t(start)];
    }

    [[nodiscard]] int lastCharacterThatFits(int start, int end) const
    {
        int cut = start + 1;
        while (cut < end && (text_[cut].isLowSurrogate() || widthOf(start, cut + 1) <= width_))
            ++cut;
        return cut;
    }

    static int endOfCluster(const Shaped& shaped, std::size_t i, int runEnd, bool rtl)
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

    void align(std::vector<GlyphRun>& runs, double lineWidth, int spaces, bool last, bool fromRight) const
    {
        const double free = width_ - lineWidth;
        Align how = style_.align;
        if (how == Align::Justified && (last || spaces == 0 || free < 0))
            how = fromRight ? Align::Right : Align::Left;
        double shift = how == Align::Right ? free : how == Align::Centre ? free / 2 : 0;
        const double perSpace = how == Align::Justified ? free / spaces : 0;
        for (GlyphRun& run : runs) {
            for (Glyph& g : run.glyphs) {
                g.x += shift;
                if (perSpace > 0 && run.text[g.textStart] == u' ') {
                    g.advance += perSpace;
                    shift += perSpace;
                }
            }
        }
    }

    const TextStyle& style_;
    const QString& text_;
    const FontFace& font_;
    double width_;
    double scale_;
    std::vector<double> advances_;
};

} // namespace

TextLayout layOutText(const std::vector<Paragraph>& paragraphs, Size frame, const FontLibrary& fonts)
{
    TextLayout out;
    const double width = frame.w.toPoints();
    const double depth = frame.h.toPoints();
    double baseline = 0;
    bool first = true;
    for (const Paragraph& paragraph : paragraphs) {
        const TextStyle& style = paragraph.style;
        if (!fonts.find(style.font) && !out.missingFonts.contains(style.font))
            out.missingFonts << style.font;
        const FontFace& font = fonts.findOrFirst(style.font);
        const double em = style.size.toPoints() / font.unitsPerEm();
        ParagraphSetter setter(paragraph, font, width);
        for (const ParagraphSetter::Line& line : setter.lines()) {
            baseline += first ? font.ascender() * em : style.leading.toPoints();
            first = false;
            const double lineFoot = baseline - font.descender() * em;
            out.height = std::max(out.height, lineFoot);
            ++out.lines;
            // A hair of tolerance: frames come from exact lengths, glyphs from floating point.
            if (lineFoot > depth + 0.01) {
                ++out.linesOver;
                continue;
            }
            setter.set(line, baseline, out);
        }
        baseline += style.spaceAfter.toPoints();
    }
    return out;
}

} // namespace hinge
