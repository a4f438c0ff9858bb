// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "typeset/hyphenation.h"
#include "typeset/line_breaking.h"
#include "typeset/shaping.h"
#include "typeset/text_layout.h"

#include <algorithm>
#include <cmath>

namespace hinge
{

/// Sets one paragraph: chooses its lines and places their glyphs. What it measures once holds for columns of any width.
class ParagraphSetter
{
public:
    ParagraphSetter(Paragraph paragraph, const FontLibrary& fonts, Patience patience)
        : paragraph_(std::move(paragraph)), style_(paragraph_.style), text_(paragraph_.text), fonts_(fonts),
          font_(fonts.findOrFirst(paragraph_.style.font)), size_(paragraph_.style.size.toPoints())
    {
        if (!text_.isEmpty()) {
            UErrorCode status = U_ZERO_ERROR;
            ubidi_setPara(bidi_.get(), utf16(text_), int(text_.size()), UBIDI_DEFAULT_LTR, nullptr, &status);
            for (auto tab = text_.indexOf(u'\t'); tab >= 0; tab = text_.indexOf(u'\t', tab + 1))
                tabs_.push_back(int(tab));
            measure();
            findChances(patience);
            findDrop();
        }
    }

    struct Line {
        int start, end; ///< in the text; `end` includes the spaces that hang over the margin
        bool hyphen;
        bool last; ///< of the paragraph, or before a forced line end
    };

    ParagraphSetter(const ParagraphSetter&) = delete; // it refers to its own paragraph
    ParagraphSetter& operator=(const ParagraphSetter&) = delete;

    [[nodiscard]] const Paragraph& paragraph() const { return paragraph_; }
    [[nodiscard]] double em() const { return size_ / font_.unitsPerEm(); }
    [[nodiscard]] double ascent() const { return font_.ascender() * em(); }
    [[nodiscard]] double descent() const { return -font_.descender() * em(); }
    [[nodiscard]] bool baseFromRight() const { return (ubidi_getParaLevel(bidi_.get()) & 1) != 0; }

    /// The first letters that stand as high as several lines; 0 where there are none.
    [[nodiscard]] int dropEnd() const { return dropEnd_; }
    /// How much of the width the first letter takes, with the gap after it, when it is so many lines high.
    [[nodiscard]] double dropWidth(int lines) const
    {
        return advances_[std::size_t(dropEnd_)] / size_ * dropSize(lines) + size_ / 4;
    }
    /// Sets it: its head as high as the capitals of the first line, its foot on the line `baseline`.
    void setDrop(int lines, double left, double width, double baseline, TextLayout& out) const
    {
        std::vector<GlyphRun> runs;
        std::vector<Part> parts;
        double x = 0;
        int spaces = 0;
        setField(0, dropEnd_, baseline, dropSize(lines), x, spaces, runs, parts, out);
        for (GlyphRun& run : runs) {
            for (Glyph& g : run.glyphs)
                g.x += baseFromRight() ? left + width - x : left;
            out.runs.push_back(std::move(run));
        }
    }
    /// Sets the mark of a list into the room it has at the beginning of a line.
    void setMark(const QString& mark, double left, double room, double baseline, TextLayout& out) const
    {
        GlyphRun run;
        run.font = &font_;
        run.size = size_;
        run.ink = style_.ink;
        run.text = mark;
        double x = left;
        const Shaped shaped = shape(font_, mark, 0, int(mark.size()), false);
        for (std::size_t i = 0; i < shaped.glyphs.size(); ++i) {
            const ShapedGlyph& g = shaped.glyphs[i];
            run.glyphs.push_back({g.id, x + g.dx * em(), baseline - g.dy * em(), g.advance * em(), g.cluster,
                                  endOfCluster(shaped, i, int(mark.size()), false) - g.cluster});
            x += g.advance * em();
            out.missingGlyphs = out.missingGlyphs || g.id == 0;
        }
        // Of numbers the points stand below each other; all marks stand nearer to their text where they are wide.
        const double shift = style_.list == ListMark::Sign && !baseFromRight()
                                 ? 0
                                 : (baseFromRight() ? size_ / 3 : room - size_ / 3 - (x - left));
        for (Glyph& g : run.glyphs)
            g.x += shift;
        out.runs.push_back(std::move(run));
    }

    /// The lines from a character on, for columns of this width.
    [[nodiscard]] std::vector<Line> lines(int start, double width)
    {
        if (start >= text_.size())
            return {{start, start, false, true}};
        width_ = width;
        ParagraphMeasures p;
        p.chances = chancesWithin(width);
        p.measure = [this](int from, const BreakChance& to) { return measureLine(from, to); };
        p.width = width;
        p.firstWidth = width - indentOf(start);
        p.space = spaceWidth_;
        p.justified = style_.align == Align::Justified;
        std::vector<Line> out;
        for (const BreakChance& end : chooseLineEnds(p, start)) {
            out.push_back({start, end.at, end.hyphen, end.forced || end.at == text_.size()});
            start = end.at;
        }
        return out;
    }

    /// Where the spaces begin that hang over the end of a line.
    [[nodiscard]] int lettersEnd(const Line& line) const
    {
        int end = line.end;
        while (end > line.start && isSpace(text_[end - 1]))
            --end;
        return end;
    }

    /// Shapes a line by itself, so that letters at its ends take their proper forms, and places it. Gives where its
    /// first letter stands.
    double set(const Line& line, double left, double baseline, double width, TextLayout& out) const
    {
        int visibleEnd = lettersEnd(line);
        // A soft hyphen that was typed is the one that is drawn.
        if (line.hyphen && visibleEnd > line.start + 1 && text_[visibleEnd - 1] == softHyphen)
            --visibleEnd;
        const double indent = indentOf(line.start);
        const bool fromRight = baseFromRight();
        if (visibleEnd == line.start)
            return left + emptyShift(width - indent) + (fromRight ? 0 : indent);
        std::vector<GlyphRun> runs;
        std::vector<Part> parts; // one a run
        double x = 0;
        int spaces = 0;
        bool tabbed = false;
        for (int from = line.start; from < visibleEnd;) {
            const int tab = nextTab(from);
            const int to = tab < 0 || tab >= visibleEnd ? visibleEnd : tab;
            if (from > line.start || text_[line.start] == u'\t') {
                // What follows a tab stands at its stop.
                x = afterTab(x, widthOf(from, to), width - indent);
                tabbed = true;
            }
            setField(from, to, baseline, size_, x, spaces, runs, parts, out);
            from = to + 1;
            if (to < visibleEnd && from >= visibleEnd)
                break;
        }
        if (line.hyphen)
            addHyphen(visibleEnd, baseline, x, runs, parts);
        if (!tabbed)
            align(runs, x, spaces, line.last, width - indent);
        for (GlyphRun& run : runs)
            for (Glyph& g : run.glyphs)
                g.x += left + (fromRight && !tabbed ? 0 : indent);
        for (std::size_t i = 0; i < runs.size(); ++i)
            addBars(runs[i], parts[i], baseline, out);
        double begin = left + width;
        for (GlyphRun& run : runs) {
            if (!run.glyphs.empty())
                begin = std::min(begin, run.glyphs.front().x);
            out.runs.push_back(std::move(run));
        }
        return begin;
    }

private:
    struct Part {
        int start, length;
        bool rightToLeft;
        const FontFace* font;
        QString ink;
        bool underline = false;
        bool strike = false;
    };

    /// Of a line that begins at this character.
    [[nodiscard]] double indentOf(int start) const { return start == 0 ? style_.firstIndent.toPoints() : 0; }
    /// Where a line without letters would begin.
    [[nodiscard]] double emptyShift(double width) const
    {
        switch (style_.align) {
        case Align::Right: return width;
        case Align::Centre: return width / 2;
        default: return baseFromRight() ? width : 0;
        }
    }
    [[nodiscard]] double dropSize(int lines) const
    {
        const double capital = std::max(0.1, double(font_.capHeight()) / font_.unitsPerEm());
        return size_ + (lines - 1) * style_.lineStep().toPoints() / capital;
    }
    /// The first letter with what opens a quotation before it, as long as there is more to the paragraph.
    void findDrop()
    {
        if (style_.dropLines < 2)
            return;
        UErrorCode status = U_ZERO_ERROR;
        const BreakIterator letters(ubrk_open(UBRK_CHARACTER, "en", utf16(text_), int(text_.size()), &status));
        int end = 0;
        while (letters && U_SUCCESS(status) && end < text_.size() &&
               (end == 0 || text_[end - 1].isPunct() || text_[end - 1].isSpace())) {
            const int next = ubrk_next(letters.get());
            if (next == UBRK_DONE)
                break;
            end = next;
        }
        if (end < text_.size() && nextTab(0) != 0)
            dropEnd_ = end;
    }
    /// Lines under letters, or through them; as thick as those of the paragraph's own font.
    void addBars(const GlyphRun& run, const Part& part, double baseline, TextLayout& out) const
    {
        if (run.glyphs.empty())
            return;
        const double right = run.glyphs.back().x + run.glyphs.back().advance;
        const auto add = [&](const FontFace::Bar& bar) {
            const double thickness = std::max(bar.thickness * em(), size_ / 40);
            out.rules.push_back(
                {run.glyphs.front().x, baseline - bar.head * em(), right - run.glyphs.front().x, thickness, run.ink});
        };
        if (part.underline)
            add(font_.underline());
        if (part.strike)
            add(font_.strikeThrough());
    }

    /// The first tab from a character on; -1 for none.
    [[nodiscard]] int nextTab(int from) const
    {
        const auto it = std::ranges::lower_bound(tabs_, from);
        return it == tabs_.end() ? -1 : *it;
    }

    /// Stretches of one look within [start, end), in the order of the text.
    [[nodiscard]] std::vector<Part> looks(int start, int end, bool rightToLeft) const
    {
        std::vector<Part> out;
        const auto add = [&](int from, int to, const CharacterStyle* span) {
            if (from >= to)
                return;
            const FontFace& font = span && !span->font.isEmpty() ? fonts_.findOrFirst(span->font) : font_;
            out.push_back({from, to - from, rightToLeft, &font, span && !span->ink.isEmpty() ? span->ink : style_.ink,
                           span && span->underline, span && span->strike});
        };
        int at = start;
        for (const CharacterStyle& span : paragraph_.spans) {
            const int from = std::clamp(span.start, at, end);
            const int to = std::clamp(span.start + span.length, from, end);
            if (to <= at)
                continue;
            add(at, from, nullptr);
            add(from, to, &span);
            at = to;
        }
        add(at, end, nullptr);
        return out;
    }

    /// Advance of every UTF-16 unit; a cluster's whole advance stands at its first unit.
    void measure()
    {
        advances_.assign(std::size_t(text_.size()) + 1, 0);
        for (int at = 0; at < text_.size();) {
            int end = 0;
            UBiDiLevel level = 0;
            ubidi_getLogicalRun(bidi_.get(), at, &end, &level);
            for (const Part& part : looks(at, end, (level & 1) != 0)) {
                const double scale = size_ / part.font->unitsPerEm();
                for (const ShapedGlyph& g : shape(*part.font, text_, part.start, part.length, part.rightToLeft).glyphs)
                    advances_[std::size_t(g.cluster) + 1] += g.advance * scale;
            }
            at = end;
        }
        for (std::size_t i = 1; i < advances_.size(); ++i)
            advances_[i] += advances_[i - 1];
        hyphenWidth_ = advanceOf(font_, u'-', em());
        spaceWidth_ = advanceOf(font_, u' ', em());
    }

    /// Where lines may end, by ICU, and within words by the patterns of the language.
    /// Where the lines of a text may end (UAX 14), to be used before the next text is asked for. Opening the rules
    /// takes longer than setting a short text: a thread does it once. nullptr when there are none.
    static UBreakIterator* lineBreaksOf(const QString& text)
    {
        UErrorCode status = U_ZERO_ERROR;
        thread_local const BreakIterator rules(ubrk_open(UBRK_LINE, "en", nullptr, 0, &status));
        status = U_ZERO_ERROR;
        if (rules)
            ubrk_setText(rules.get(), utf16(text), int(text.size()), &status);
        return rules && U_SUCCESS(status) ? rules.get() : nullptr;
    }

    void findChances(Patience patience)
    {
        UBreakIterator* breaks = lineBreaksOf(text_);
        const QString& language = style_.hyphenation;
        const Hyphenation* patterns = language.isEmpty()            ? nullptr
                                      : patience == Patience::Waits ? Hyphenation::forLanguage(language)
                                                                    : Hyphenation::forLanguageIfLoaded(language);
        int last = 0;
        for (int at = breaks ? ubrk_next(breaks) : UBRK_DONE; at != UBRK_DONE; at = ubrk_next(breaks)) {
            addHyphenChances(patterns, last, at);
            const bool forced = text_[at - 1] == u'\u2028' || text_[at - 1] == u'\n';
            chances_.push_back({at, text_[at - 1] == softHyphen, forced});
            last = at;
        }
        if (chances_.empty() || chances_.back().at != text_.size())
            chances_.push_back({int(text_.size()), false, false});
        chances_.back().hyphen = false;
    }

    void addHyphenChances(const Hyphenation* patterns, int start, int end)
    {
        if (!patterns)
            return;
        int from = start;
        while (from < end && !text_[from].isLetter())
            ++from;
        int to = from;
        while (to < end && text_[to].isLetter())
            ++to;
        for (const int at : patterns->breaks(text_.mid(from, to - from)))
            chances_.push_back({from + at, true, false});
    }

    /// With places inside pieces that are wider than the column: a word longer than the line is broken anywhere.
    [[nodiscard]] std::vector<BreakChance> chancesWithin(double width) const
    {
        std::vector<BreakChance> out;
        int last = 0;
        for (const BreakChance& chance : chances_) {
            while (measureLine(last, chance).width > width + 1e-6) {
                int cut = last + 1;
                while (cut < chance.at && (text_[cut].isLowSurrogate() ||
                                           advances_[std::size_t(cut) + 1] - advances_[std::size_t(last)] <= width))
                    ++cut;
                if (cut >= chance.at)
                    break;
                out.push_back({cut, false, false});
                last = cut;
            }
            out.push_back(chance);
            last = chance.at;
        }
        return out;
    }

    /// Without the spaces at the end, which hang over the margin.
    [[nodiscard]] double widthOf(int start, int end) const
    {
        while (end > start && isSpace(text_[end - 1]))
            --end;
        return advances_[std::size_t(end)] - advances_[std::size_t(start)];
    }

    [[nodiscard]] LineMeasure measureLine(int start, const BreakChance& chance) const
    {
        int end = chance.at;
        while (end > start && isSpace(text_[end - 1]))
            --end;
        LineMeasure line;
        const int tab = nextTab(start);
        if (tab >= 0 && tab < end) {
            for (int from = start; from < end;) {
                const int next = nextTab(from);
                const int to = next < 0 || next >= end ? end : next;
                if (from > start || text_[start] == u'\t')
                    line.width = afterTab(line.width, widthOf(from, to), width_);
                line.width += widthOf(from, to);
                from = to + 1;
            }
        } else {
            line.width = widthOf(start, end);
            line.spaces = spacesTo(end) - spacesTo(start);
        }
        if (chance.hyphen)
            line.width += hyphenWidth_;
        return line;
    }

    [[nodiscard]] int spacesTo(int at) const
    {
        if (spaces_.empty()) {
            spaces_.assign(std::size_t(text_.size()) + 1, 0);
            for (int i = 0; i < text_.size(); ++i)
                spaces_[std::size_t(i) + 1] = spaces_[std::size_t(i)] + (text_[i] == u' ' ? 1 : 0);
        }
        return spaces_[std::size_t(at)];
    }

    /// Where the text after a tab begins, when `x` is what stands before it. Beyond the last stop tabs are four sizes
    /// apart.
    [[nodiscard]] double afterTab(double x, double fieldWidth, double width) const
    {
        for (const TabStop& stop : style_.tabs) {
            const double at = stop.at.toPoints();
            if (at <= x + hair)
                continue;
            const double begin = stop.align == Align::Right    ? at - fieldWidth
                                 : stop.align == Align::Centre ? at - fieldWidth / 2
                                                               : at;
            return std::max(x, begin);
        }
        const double step = size_ * 4;
        return std::min((std::floor(x / step + hair) + 1) * step, std::max(x, width - fieldWidth));
    }

    /// What stands between two tabs, or between a tab and an end of the line.
    void setField(int from, int to, double baseline, double size, double& x, int& spaces, std::vector<GlyphRun>& runs,
                  std::vector<Part>& runParts, TextLayout& out) const
    {
        if (from >= to)
            return;
        UErrorCode status = U_ZERO_ERROR;
        const Bidi lineBidi(ubidi_open());
        ubidi_setLine(bidi_.get(), from, to, lineBidi.get(), &status);
        const int runCount = ubidi_countRuns(lineBidi.get(), &status);
        for (int r = 0; r < runCount; ++r) {
            int start = 0;
            int length = 0;
            const bool rtl = ubidi_getVisualRun(lineBidi.get(), r, &start, &length) == UBIDI_RTL;
            start += from;
            std::vector<Part> parts = looks(start, start + length, rtl);
            if (rtl)
                std::ranges::reverse(parts);
            for (const Part& part : parts) {
                GlyphRun run;
                run.font = part.font;
                run.size = size;
                run.ink = part.ink;
                run.rightToLeft = rtl;
                run.paragraph = 0; // which one is for the story to say
                run.start = part.start;
                run.text = text_.mid(part.start, part.length);
                const double scale = size / part.font->unitsPerEm();
                const Shaped shaped = shape(*part.font, text_, part.start, part.length, rtl);
                bool drawn = false;   // of the cluster at work: some glyph has an outline
                bool visible = false; // some character should show
                for (std::size_t i = 0; i < shaped.glyphs.size(); ++i) {
                    const ShapedGlyph& g = shaped.glyphs[i];
                    const int clusterEnd = endOfCluster(shaped, i, part.start + part.length, rtl);
                    // A place where a word may be parted, and is not, prints nothing and stands for nothing.
                    if (g.advance == 0 && clusterEnd == g.cluster + 1 && text_[g.cluster] == softHyphen)
                        continue;
                    run.glyphs.push_back({g.id, x + g.dx * scale, baseline - g.dy * scale, g.advance * scale,
                                          g.cluster - part.start, clusterEnd - g.cluster});
                    x += g.advance * scale;
                    spaces += text_[g.cluster] == u' ' ? 1 : 0;
                    out.missingGlyphs = out.missingGlyphs || (g.id == 0 && !isSpace(text_[g.cluster]));
                    drawn = drawn || part.font->hasOutline(g.id);
                    visible = visible || std::any_of(text_.begin() + g.cluster, text_.begin() + clusterEnd, showsInk);
                    if (i + 1 == shaped.glyphs.size() || shaped.glyphs[i + 1].cluster != g.cluster) {
                        out.missingGlyphs = out.missingGlyphs || (visible && !drawn);
                        drawn = visible = false;
                    }
                }
                runs.push_back(std::move(run));
                runParts.push_back(part);
            }
        }
    }

    /// The hyphen of a parted word, in the look of what stands before it.
    void addHyphen(int end, double baseline, double& x, std::vector<GlyphRun>& runs, std::vector<Part>& parts) const
    {
        const Part look = looks(end - 1, end, false).front();
        GlyphRun run;
        run.font = look.font;
        run.size = size_;
        run.ink = look.ink;
        run.text = QString(softHyphen);
        const double scale = size_ / look.font->unitsPerEm();
        for (const ShapedGlyph& g : shape(*look.font, QStringLiteral("-"), 0, 1, false).glyphs) {
            run.glyphs.push_back({g.id, x + g.dx * scale, baseline - g.dy * scale, g.advance * scale, 0, 1});
            x += g.advance * scale;
        }
        runs.push_back(std::move(run));
        parts.push_back(look);
    }

    void align(std::vector<GlyphRun>& runs, double lineWidth, int spaces, bool last, double width) const
    {
        const double free = width - lineWidth;
        const bool fromRight = baseFromRight();
        Align how = style_.align;
        // Spaces close by a quarter at most; a line that is still too wide was not to be helped.
        const bool tooTight = free < 0 && (spaces == 0 || -free / spaces > spaceWidth_ / 4 + hair);
        if (how == Align::Justified && ((last && free >= 0) || spaces == 0 || tooTight))
            how = fromRight ? Align::Right : Align::Left;
        double shift = how == Align::Right ? free : how == Align::Centre ? free / 2 : 0;
        const double perSpace = how == Align::Justified ? free / spaces : 0;
        for (GlyphRun& run : runs) {
            for (Glyph& g : run.glyphs) {
                g.x += shift;
                if (perSpace != 0 && run.text[g.textStart] == u' ') {
                    g.advance += perSpace;
                    shift += perSpace;
                }
            }
        }
    }

    const Paragraph paragraph_;
    const TextStyle& style_;
    const QString& text_;
    const FontLibrary& fonts_;
    const FontFace& font_;
    double size_;
    double width_ = 0;
    double hyphenWidth_ = 0;
    double spaceWidth_ = 0;
    int dropEnd_ = 0;
    const Bidi bidi_{ubidi_open()}; ///< of the paragraph
    std::vector<int> tabs_;         ///< where its tabs stand
    std::vector<double> advances_;
    std::vector<BreakChance> chances_;
    mutable std::vector<int> spaces_; ///< before each character; counted when first asked for
};

} // namespace hinge
